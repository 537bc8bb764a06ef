using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Identity;
using HazyGauge.Core.Plumbing;
using HazyGauge.Core.Plumbing.Checks;
using HazyGauge.Core.Plumbing.Hoses;
using HazyGauge.Core.Plumbing.Mounting;
using HazyGauge.Core.Plumbing.Placement;
using HazyGauge.Core.Plumbing.Ports;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Stations.Route;

/// <summary>How the sensor is to be joined to the line.</summary>
public sealed record RoutePlan
{
    private const int MostOpened = 40;
    private const int LongestName = 120;
    private const int MostJointNotes = 200;

    /// <summary>The stock line's end towards the tank, by the code of its port.</summary>
    public string? From { get; init; }

    /// <summary>The stock line's end towards the engine.</summary>
    public string? To { get; init; }

    /// <summary>Where the sensor goes.</summary>
    public SensorPlace? Place { get; init; }

    /// <summary>From the tank along the line to the sensor, mm.</summary>
    public Hazy? AlongMm { get; init; }

    /// <summary>Hottest it gets where the line lies, as it was measured after a hot stop, C.</summary>
    public Hazy? HottestC { get; init; }

    /// <summary>The side towards the tank as it was measured with the sensor held in its place.</summary>
    public HoseSide? TankSide { get; init; }

    /// <summary>The side towards the engine.</summary>
    public HoseSide? EngineSide { get; init; }

    /// <summary>How far hose is pushed over each barb, mm; left out, the usual.</summary>
    public double? PushedOverMm { get; init; }

    /// <summary>Pieces of hose at hand, mm; left out, those of the chain.</summary>
    public IReadOnlyList<double>? StockMm { get; init; }

    /// <summary>How the sensor is held.</summary>
    public SensorHolding? Holding { get; init; }

    /// <summary>What may come into the line later, and whether its tee goes in now.</summary>
    public IReadOnlyList<LaterStage>? Later { get; init; }

    /// <summary>From the one end to the other, mm; 0 for a joint that is pulled apart and left where it is.</summary>
    public double? GapMm { get; init; }

    /// <summary>True where the line may be cut; left out, it may not.</summary>
    public bool? Cut { get; init; }

    /// <summary>Elbows wanted, one angle each, degrees; left out, they are free.</summary>
    public IReadOnlyList<double>? AnglesDeg { get; init; }

    /// <summary>The parts chosen, from the first end to the second, whole: the job keeps what the catalog said that day.</summary>
    [MostItems(ChainCheckQuery.MostParts)]
    public IReadOnlyList<FittingPart>? Chain { get; init; }

    /// <summary>How the joints are made up, in their order.</summary>
    [MostItems(MostJointNotes)]
    public IReadOnlyList<JointMade>? Joints { get; init; }

    /// <summary>Joints that are only opened, to bleed or to get there, and parts outside the chain: they can leak too.</summary>
    [MostItems(MostOpened)]
    public IReadOnlyList<string>? Opened { get; init; }

    /// <summary>What else there is to know.</summary>
    public string? Notes { get; init; }

    /// <summary>
    /// How the joints of the chain are made up, in their order. What names its joint belongs to that joint wherever it stands now, and to none where the
    /// joint is not there; what names none belongs to the joint at its place of the list.
    /// </summary>
    /// <param name="ids">Ids of the joints, in their order.</param>
    internal IReadOnlyList<JointMade> MadeJoints(IReadOnlyList<string?> ids) =>
        [
            .. ids.Select(
                (id, i) => (id is null ? null : Joints?.LastOrDefault(j => j.Joint == id)) ?? (Joints?.ElementAtOrDefault(i) is { Joint: null } unnamed ? unnamed : new JointMade())
            ),
        ];

    /// <summary>Joints that are only opened, each with the id its name makes.</summary>
    internal IEnumerable<(string Id, string Name)> OpenedJoints()
    {
        var taken = new HashSet<string>(StringComparer.Ordinal);
        foreach (var name in (Opened ?? []).Select(o => o.Trim()))
        {
            var plain = ThingId.Plain(name, "opened");
            yield return (Enumerable.Range(1, int.MaxValue).Select(n => n == 1 ? $"opened-{plain}" : FormattableString.Invariant($"opened-{plain}-{n}")).First(taken.Add), name);
        }
    }

    /// <summary>Notes what cannot be.</summary>
    /// <exception cref="RefusedInputException">An end is unknown, or a part cannot be.</exception>
    internal void Check()
    {
        var check = new InputCheck();
        foreach (var (field, code) in new[] { ("from", From), ("to", To) })
        {
            if (code is not null && PortCatalogue.Find(code) is null)
            {
                check.Refuse(field, $"There is no end called '{Wording.Quoted(code)}'. The catalog lists them.");
            }
        }

        for (var i = 0; i < (Chain?.Count ?? 0); i++)
        {
            Chain![i].Check(check, $"chain[{i}].");
        }

        if (Chain is { Count: > ChainCheckQuery.MostParts })
        {
            check.Refuse("chain", Sentence.Of($"A chain has at most {ChainCheckQuery.MostParts:0} parts."));
        }

        // What names its joint is kept for when that joint comes back.
        if (Joints?.Count(j => j.Joint is null) is { } joints && joints > (Chain?.Count ?? 0) + 1)
        {
            check.Refuse("joints", Sentence.Of($"{Chain?.Count ?? 0:0} parts have {(Chain?.Count ?? 0) + 1:0} joints; {joints:0} are given."));
        }

        CheckHoses(check);
        foreach (var angle in AnglesDeg ?? [])
        {
            check.Within(angle, 0, 180, "anglesDeg", "An elbow", Unit.Degrees);
        }

        if (Opened?.Any(o => string.IsNullOrWhiteSpace(o) || o.Length > LongestName || o.Any(Letters.AreHidden)) == true)
        {
            check.Refuse("opened", $"A joint that is opened has a name of up to {LongestName} characters.");
        }

        check.ThrowIfAny();
    }

    private void CheckHoses(InputCheck check)
    {
        foreach (var piece in StockMm ?? [])
        {
            check.Within(piece, 10, 100_000, "stockMm", "A piece of hose", Unit.Millimetre);
        }

        foreach (var (field, text) in new[] { ("holding.to", Holding?.To), ("holding.noLongerCloses", Holding?.NoLongerCloses), ("holding.remedy", Holding?.Remedy) })
        {
            if (text is { } words && (words.Length > LongestName || words.Any(Letters.AreHidden)))
            {
                check.Refuse(field, $"Say it in up to {LongestName} characters, on one line.");
            }
        }
    }
}
