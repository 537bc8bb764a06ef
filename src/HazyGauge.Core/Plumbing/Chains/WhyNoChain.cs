using HazyGauge.Core.Plumbing.Checks;
using HazyGauge.Core.Plumbing.Ports;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Plumbing.Chains;

/// <summary>Says why no chain joins two ends: which wish stands in the way, and which single part would make one possible.</summary>
internal sealed class WhyNoChain(ChainAsk ask, IReadOnlyList<FittingPart> parts, IReadOnlyDictionary<string, int> shelf, SearchBudget budget, CancellationToken cancellation)
{
    /// <summary>Why.</summary>
    public Sentence Reason =>
        ask.ViaSensor && !parts.Any(p => p.IsSensor && ChainRules.MayUse(p, ask))
            ? Sentence.Of($"There is no sensor in the catalog that may carry ethanol at {Say.Kpa(ask.Line.Kpa)}{InHeat}.")
            : Nylon() ?? Elbows() ?? OneSided() ?? Length() ?? Heat() ?? Rating() ?? Missing();

    private Sentence InHeat => ask.Line.HottestC is { } hottest ? Sentence.Of($" and {Say.Celsius(hottest)}") : string.Empty;

    private bool IsPossible(ChainAsk relaxed, IReadOnlyList<FittingPart>? with = null) => BestChains.Any(relaxed, with ?? parts, shelf, budget, cancellation);

    private Sentence? Nylon() =>
        PartRules.OfFerrule(ask.Line.Tube, ask.Line.Insert) == FerruleFit.PullsOff && IsPossible(ask with { Line = ask.Line with { Insert = true } })
            ? (Sentence)("Only a ferrule joins these ends, and on nylon it pulls off. An insert that stiffens the tube would make it possible.")
            : null;

    private Sentence? OneSided() =>
        ask.Line.IsCut && !ask.IsMeasured && IsPossible(ask with { Line = ask.Line with { IsCut = false } })
            ? (Sentence)(
                "The ends can be joined, but with hose on one side of the sensor only, and a line that is cut needs it on both. A piece of hose with the ends it takes on the "
                + "other side would make it possible."
            )
            : null;

    private Sentence? Elbows()
    {
        if (ask.AnglesDeg is not { } needed)
        {
            return null;
        }

        var wanted = needed.Where(a => a > 0).Distinct().ToList();
        var lacking = wanted.Where(a => !parts.Any(p => ChainRules.MayUse(p, ask) && Math.Abs((p.AngleDeg ?? 0) - a) < 0.5)).ToList();
        if (lacking.Count > 0)
        {
            return Sentence.Of(
                $"No part of the catalog turns the line by {Angles(lacking)}. One such elbow would make it "
                    + $"possible{(IsPossible(ask with { AnglesDeg = null }) ? string.Empty : ", if the rest fitted")}."
            );
        }

        if (!IsPossible(ask with { AnglesDeg = null }))
        {
            return null;
        }

        return wanted.Count == 0
            ? "The ends can be joined, but not without an elbow. A straight part in place of the elbow would make it possible."
            : Sentence.Of(
                $"The ends can be joined, but not with elbows of {Angles(needed.Where(a => a > 0))}: those there are have other ends. One with the ends of a straight "
                    + $"part in the chain would make it possible."
            );
    }

    private Sentence? Length()
    {
        var chains = new ChainSearch(ask with { IsOfAnyLength = true }, parts, shelf, budget, cancellation).Best().Select(f => f.Chain).ToList();
        if (chains.Count == 0)
        {
            return null;
        }

        var hoses = parts.Where(p => p.IsHose).Select(p => p.Code).ToHashSet(StringComparer.Ordinal);
        if (ask.IsMeasured)
        {
            return Sentence.Of(
                $"The ends can be joined, but no parts with the hose there is reach over {Say.Mm(ask.SideMm(false))} on the tank side and {Say.Mm(ask.SideMm(true))} on the "
                    + $"engine side. Longer hose, or the sensor in another place, would make it possible."
            );
        }

        var chain = chains.FirstOrDefault(c => c.Parts.Any(p => hoses.Contains(p.Code))) ?? chains[0];
        var free = ask.GapMm - chain.RigidMm;
        if (!chain.Parts.Any(p => hoses.Contains(p.Code)))
        {
            return Sentence.Of(
                $"The gap is {Say.Mm(ask.GapMm)}, the parts that join the ends are {Say.Mm(chain.RigidMm)} long, and no hose of the catalog makes up the difference. A "
                    + $"piece of hose with the ends it takes would make it possible."
            );
        }

        return free >= ChainRules.ShortestHoseMm
            ? Sentence.Of(
                $"The gap is {Say.Mm(ask.GapMm)}: it takes {Say.Mm(free)} of hose, and no piece reaches that far. A hose with a run of {Say.Mm(free)} would make it possible."
            )
            : Sentence.Of(
                $"The parts are {Say.Mm(chain.RigidMm)} long and the gap is {Say.Mm(ask.GapMm)}: the hose has to make a loop, and no piece is long enough for its bend. A "
                    + $"longer hose, or one that bends tighter, would make it possible."
            );
    }

    private Sentence? Heat() =>
        ask.Line.HottestC is { } hottest && IsPossible(ask with { Line = ask.Line with { HottestC = null } })
            ? Sentence.Of(
                $"The ends can be joined, but the parts for it are not made for {Say.Celsius(hottest)}. A way where the line stays cooler, or parts made for more, would make it "
                    + $"possible."
            )
            : null;

    private Sentence? Rating()
    {
        var unrated = parts.Where(p => p.Ports.Count == 2 && !ChainRules.MayUse(p, ask with { ViaSensor = true })).ToList();
        return unrated.Count > 0 && IsPossible(ask, [.. parts.Select(p => p with { EthanolRated = true, MaxKpa = ChainCheckQuery.MostKpa, MaxC = ChainCheckQuery.MostC })])
            ? Sentence.Of(
                $"Only parts that are not rated for ethanol, the pressure or the heat would join these ends. Rated ones of the same ends would make it possible: "
                    + $"{string.Join(", ", unrated.Take(3).Select(p => p.Name))}."
            )
            : null;
    }

    // Open ends reached from both sides: a part with one of each would close it.
    private Sentence Missing()
    {
        var free = ask with { AnglesDeg = null };
        var ahead = Reached(free, ask.From, !ask.ViaSensor);
        var back = new ChainGraph(free, parts, shelf);
        var best = ahead
            .SelectMany(a =>
                PortCatalogue
                    .All.Where(p => back.PartsLeft(back.IndexOf(p), a.Key.IsThrough) < ChainGraph.NoWay)
                    .Select(p => (a.Key.Port, Onward: p, Parts: a.Value + 1 + back.PartsLeft(back.IndexOf(p), a.Key.IsThrough)))
            )
            .Where(c => c.Parts <= ChainRules.MostParts)
            .OrderBy(c => c.Parts)
            .ThenBy(c => back.IndexOf(c.Port))
            .ThenBy(c => back.IndexOf(c.Onward))
            .Cast<(Port Port, Port Onward, int Parts)?>()
            .FirstOrDefault();
        if (best is not var (port, onward, _))
        {
            return Sentence.Of($"Nothing in the catalog leads from {ask.From.Name} to {ask.To.Name}{Through}, and no single part would: it takes several.");
        }

        var onto = PortCatalogue.All.First(p => JointRules.Mate(p, port));
        return Sentence.Of(
            $"Nothing in the catalog leads from {ask.From.Name} to {ask.To.Name}{Through}, in up to {ChainRules.MostParts:0} parts. An adapter with {onto.Name} at one "
                + $"end and {onward.Name} at the other would make it possible."
        );
    }

    private string Through => ask.ViaSensor ? " through the sensor" : string.Empty;

    private Dictionary<(Port Port, bool IsThrough), int> Reached(ChainAsk relaxed, Port from, bool isThrough)
    {
        var graph = new ChainGraph(relaxed, parts, shelf);
        var reached = new Dictionary<(Port, bool), int> { [(from, isThrough)] = 0 };
        var queue = new Queue<(Port Port, bool IsThrough)>([(from, isThrough)]);
        while (queue.TryDequeue(out var at))
        {
            foreach (var group in graph.After(graph.IndexOf(at.Port)))
            {
                var onward = (PortCatalogue.All[group.Out], at.IsThrough || group.IsSensor);
                if (!(group.IsSensor && at.IsThrough) && reached.TryAdd(onward, reached[at] + 1))
                {
                    queue.Enqueue(onward);
                }
            }
        }

        return reached;
    }

    private static string Angles(IEnumerable<double> angles) => string.Join(" and ", angles.Select(a => FormattableString.Invariant($"{a:0.#}\u00b0")));
}
