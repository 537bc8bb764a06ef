using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Plumbing.Checks;
using HazyGauge.Core.Plumbing.Hoses;
using HazyGauge.Core.Plumbing.Ports;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Plumbing.Chains;

/// <summary>What a chain has to pass through.</summary>
public enum ChainVia
{
    /// <summary>A sensor.</summary>
    Sensor,
}

/// <summary>Which parts join two ends of a line, through the sensor?</summary>
/// <param name="From">The stock line's end towards the tank, by the code of its port.</param>
/// <param name="To">The stock line's end towards the engine.</param>
/// <param name="GapMm">From the one end to the other, mm; 0 for a joint that is pulled apart and left where it is.</param>
/// <param name="Cut">True where the stock line may be cut: a plain tube is such an end.</param>
/// <param name="Via">What the chain passes through; null for nothing.</param>
/// <param name="AnglesDeg">The elbows it needs, one angle each, in any order; left out, elbows are free; empty, it stays straight.</param>
/// <param name="Catalogue">Parts to choose from; left out, the shop's catalog.</param>
/// <param name="OnShelf">Codes of parts that lie on the shelf, one that lies there twice named twice; left out, what the catalog says.</param>
/// <param name="HoseStock">Hose that lies on the shelf by the meter: how long a run it gives, as often as it is needed.</param>
/// <param name="Weights">What counts how much; left out, leak points before cost before restriction.</param>
/// <param name="Reversible">True where the stock line must go back as it was, and so must not be cut.</param>
/// <param name="PressureKpa">The most the line may hold, kPa; left out, that of an injection line.</param>
/// <param name="Tube">What a plain tube of the line is made of; left out, nobody looked.</param>
/// <param name="Insert">True where an insert stiffens it from inside.</param>
/// <param name="TankSide">The side towards the tank as it was measured with the sensor held in its place; with the other one it takes the place of the gap.</param>
/// <param name="EngineSide">The side towards the engine.</param>
/// <param name="HottestC">Hottest it gets along the line as it was measured, C; left out, nobody did.</param>
public sealed record FittingChainQuery(
    string From,
    string To,
    double GapMm,
    bool Cut,
    ChainVia? Via = null,
    IReadOnlyList<double>? AnglesDeg = null,
    [MostItems(FittingChainQuery.MostParts)] IReadOnlyList<FittingPart>? Catalogue = null,
    [MostItems(FittingChainQuery.MostParts)] IReadOnlyList<string>? OnShelf = null,
    IReadOnlyList<HoseStock>? HoseStock = null,
    ChainWeights? Weights = null,
    bool? Reversible = null,
    double? PressureKpa = null,
    TubeMaterial? Tube = null,
    bool? Insert = null,
    HoseSide? TankSide = null,
    HoseSide? EngineSide = null,
    double? HottestC = null
)
{
    /// <summary>Most parts a catalog may have.</summary>
    public const int MostParts = 20_000;

    private const int MostAngles = 6;
    private const int MostNamed = 9;
    private const double LongestGapMm = 10_000;

    /// <summary>The best chains.</summary>
    /// <param name="shop">The shop's catalog, for where none is sent.</param>
    /// <param name="cancellation">Ends the search.</param>
    /// <exception cref="RefusedInputException">An end or a part is unknown, the gap cannot be, or two wishes exclude each other.</exception>
    public FittingChains Answer(IReadOnlyList<FittingPart> shop, CancellationToken cancellation = default)
    {
        var check = new InputCheck();
        var parts = Parts(shop, check);
        Check(check, parts);
        check.ThrowIfAny();
        var line = new ChainLine(PressureKpa ?? ChainRules.UsualLineKpa, Cut, Tube, Insert, TankSide, EngineSide, HottestC);
        var ask = new ChainAsk(PortCatalogue.Find(From)!, PortCatalogue.Find(To)!, GapMm, Via is not null, AnglesDeg, Weights, line);
        var shelf = (OnShelf ?? parts.SelectMany(p => Enumerable.Repeat(p.Code, Math.Min(p.OnShelf ?? 0, ChainRules.MostParts))))
            .GroupBy(c => c, StringComparer.OrdinalIgnoreCase)
            .ToDictionary(g => g.Key, g => g.Count(), StringComparer.OrdinalIgnoreCase);
        foreach (var hose in HoseStock ?? [])
        {
            shelf[hose.Code] = ChainRules.MostParts;
        }

        var budget = new SearchBudget();
        var found = new BestChains(ask, parts, shelf, budget, cancellation).Find();
        if (found.Chains.Count > 0 || found.WhyNone is not null)
        {
            return found;
        }

        var why = new WhyNoChain(ask, parts, shelf, budget, cancellation).Reason;
        if (budget.IsSpent)
        {
            why = BestChains.GivenUp;
        }

        return found with
        {
            WhyNone = why.Text,
            Why = why,
        };
    }

    private IReadOnlyList<FittingPart> Parts(IReadOnlyList<FittingPart> shop, InputCheck check)
    {
        if (Catalogue is null)
        {
            return WithStock(shop);
        }

        if (Catalogue.Count > MostParts)
        {
            check.Refuse("catalogue", $"A catalog has at most {MostParts} parts.");
            return [];
        }

        for (var i = 0; i < Catalogue.Count; i++)
        {
            Catalogue[i].Check(check, $"catalogue[{i}].");
        }

        foreach (var twice in Catalogue.GroupBy(p => p.Code, StringComparer.OrdinalIgnoreCase).Where(g => g.Skip(1).Any()).Take(3))
        {
            check.Refuse("catalogue", $"'{Wording.Quoted(twice.Key)}' stands twice in the catalog.");
        }

        // The sensor is given with the job, whatever else there is to choose from.
        return WithStock(Via is null || Catalogue.Any(p => p.IsSensor) ? Catalogue : [.. Catalogue, .. shop.Where(p => p.IsSensor)]);
    }

    private List<FittingPart> WithStock(IReadOnlyList<FittingPart> parts) =>
        [.. parts.Select(p => HoseStock?.FirstOrDefault(h => p.Code.Equals(h.Code, StringComparison.OrdinalIgnoreCase)) is { } stock ? p with { LengthMm = stock.LengthMm } : p)];

    private void Check(InputCheck check, IReadOnlyList<FittingPart> parts)
    {
        check
            .Within(GapMm, 0, LongestGapMm, "gapMm", "The gap, mm,")
            .Within(PressureKpa, 0, ChainCheckQuery.MostKpa, "pressureKpa", "The pressure in the line", Unit.Kpa)
            .Within(HottestC, ChainCheckQuery.LeastC, ChainCheckQuery.MostC, "hottestC", "The heat along the line", Unit.Celsius);
        Side(check, "tankSide", TankSide);
        Side(check, "engineSide", EngineSide);
        Known(check, "from", From);
        Known(check, "to", To);
        if (AnglesDeg is { Count: > MostAngles })
        {
            check.Refuse("anglesDeg", $"A chain takes at most {MostAngles} elbows.");
        }

        foreach (var angle in AnglesDeg ?? [])
        {
            check.Within(angle, 0, 180, "anglesDeg", "An angle, degrees,");
        }

        var known = parts.Select(p => p.Code).ToHashSet(StringComparer.OrdinalIgnoreCase);
        Listed(check, known, "onShelf", OnShelf ?? []);
        Listed(check, known, "hoseStock", (HoseStock ?? []).Select(h => h.Code));
        foreach (var hose in HoseStock ?? [])
        {
            check.Within(hose.LengthMm, 0, 100_000, "hoseStock", "The length of the hose, mm,");
        }

        if (Weights is { } weights)
        {
            check
                .Within(weights.LeakPoints, 0, 1e6, "weights.leakPoints", "The weight of a leak point")
                .Within(weights.Cost, 0, 1e6, "weights.cost", "The weight of the cost")
                .Within(weights.Restriction, 0, 1e6, "weights.restriction", "The weight of the restriction");
            if (weights is { LeakPoints: 0, Cost: 0, Restriction: 0 })
            {
                check.Refuse("weights", "One of the weights must be above 0, or every chain is as good as any.");
            }
        }

        if (Cut && Reversible == true)
        {
            check.Refuse("reversible", "A line that is cut does not go back as it was. Choose one: cutting allowed, or reversible.");
        }

        if (!Cut && new[] { From, To }.FirstOrDefault(p => PortCatalogue.Find(p)?.Type == PortType.PlainTube) is { } tube)
        {
            check.Refuse(
                "cut",
                $"A plain tube is what a cut leaves: {PortCatalogue.Find(tube)!.Name} cannot be an end of a line that must not be cut. Allow cutting, or name the joint "
                    + $"that is pulled apart."
            );
        }
    }

    private static void Side(InputCheck check, string field, HoseSide? side) =>
        check
            .Within(side?.GapMm, 0, LongestGapMm, $"{field}.gapMm", "This side of the sensor", Unit.Millimetre)
            .Within(side?.RoomMm, 1, LongestGapMm, $"{field}.roomMm", "The bend the room leaves", Unit.Millimetre);

    private static void Known(InputCheck check, string field, string code)
    {
        if (PortCatalogue.Find(code) is null)
        {
            check.Refuse(field, $"There is no end called '{Wording.Quoted(code)}'. The catalog lists them.");
        }
    }

    private static void Listed(InputCheck check, HashSet<string> known, string field, IEnumerable<string> codes)
    {
        var unknown = codes.Where(c => !known.Contains(c)).ToList();
        foreach (var code in unknown.Take(MostNamed))
        {
            check.Refuse(field, $"There is no part called '{Wording.Quoted(code)}' in the catalog.");
        }

        if (unknown.Count > MostNamed)
        {
            check.Refuse(field, FormattableString.Invariant($"And {unknown.Count - MostNamed} more are not in the catalog."));
        }
    }
}
