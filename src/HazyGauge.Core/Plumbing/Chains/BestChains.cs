using System.Numerics;
using HazyGauge.Core.Plumbing.Checks;
using HazyGauge.Core.Plumbing.Ports;

namespace HazyGauge.Core.Plumbing.Chains;

/// <summary>
/// Finds the best chains among those of which the check has nothing to say, and only where there are none among those it cautions of one thing, then of two:
/// what is recommended never gets a caution that another chain does without.
/// </summary>
internal sealed class BestChains(ChainAsk ask, IReadOnlyList<FittingPart> parts, IReadOnlyDictionary<string, int> shelf, SearchBudget budget, CancellationToken cancellation)
{
    /// <summary>What is said where it found none before it stopped.</summary>
    public const string GivenUp = "The search was given up: too many parts of this catalog fit each other, and none of the chains tried spans the gap. Choose from fewer parts.";

    private const int Most = 3;

    // What is allowed: first nothing, then one thing, what is soonest put right first.
    private static readonly ChainDoubt[] InOrder =
    [
        .. Enumerable.Range(0, (int)ChainAsk.Anything + 1).OrderBy(d => BitOperations.PopCount((uint)d)).ThenBy(d => d).Select(d => (ChainDoubt)d),
    ];

    /// <summary>The best chains; none where there is none.</summary>
    public FittingChains Find()
    {
        var found = new List<FittingChain>();
        var prints = new HashSet<ulong>();
        string? proof = null;
        var there = There();
        foreach (var allowed in InOrder.Where(a => (a & ~there) == ChainDoubt.None))
        {
            var (chains, longest) = With(allowed);
            if (chains.Count > 0 && found.Count == 0)
            {
                proof = Proof(chains[0].Chain, allowed, longest);
            }

            // The best score of the least doubt is the best; what follows is to choose from.
            var isBest = found.Count == 0;
            foreach (var chain in chains.Where(c => found.Count < Most && prints.Add(c.Print)))
            {
                found.Add(chain.Chain with { Optimal = isBest && chain.Score == chains[0].Score });
            }

            if (found.Count == Most || budget.IsSpent)
            {
                break;
            }
        }

        return found.Count == 0 ? new([], budget.IsSpent ? GivenUp : null, null)
            : budget.IsSpent
                ? new(
                    [.. found.Select(c => c with { Optimal = false })],
                    null,
                    "Best found, not proven: so many parts of this catalog fit each other that the search stopped before it had weighed every chain. Choose from fewer "
                        + "parts for a proof."
                )
            : new(found, null, proof);
    }

    /// <summary>True where there is a chain at all, whatever is cautioned of it.</summary>
    public static bool Any(ChainAsk ask, IReadOnlyList<FittingPart> parts, IReadOnlyDictionary<string, int> shelf, SearchBudget budget, CancellationToken cancellation) =>
        new ChainSearch(ask, parts, shelf, budget, cancellation).Best().Count > 0;

    // What of it there is at all: what no part has need not be allowed.
    private ChainDoubt There()
    {
        var usable = parts.Where(p => ChainRules.MayUse(p, ask)).ToList();
        var bores = usable.Where(p => p.IsSensor).Select(p => (double?)p.BoreMm).DefaultIfEmpty(null).ToList();
        var ends = usable.SelectMany(p => p.Ports).Select(p => PortCatalogue.Find(p)!.Type).Append(ask.From.Type).Append(ask.To.Type);
        return (ends.Contains(PortType.PlainTube) ? ChainDoubt.Tube : ChainDoubt.None)
            | (usable.Exists(p => PartRules.OfPressure(p, ask.Line.Kpa) == PressureFit.Unknown) ? ChainDoubt.PressureUnknown : ChainDoubt.None)
            | (usable.Exists(p => PartRules.OfHeat(p, ask.Line.HottestC) == HeatFit.Unknown) ? ChainDoubt.HeatUnknown : ChainDoubt.None)
            | (usable.Exists(p => !p.IsSensor && bores.Exists(bore => PartRules.IsNarrow(p, PartRules.PassageMm(ask.From, ask.To, bore)))) ? ChainDoubt.Narrow : ChainDoubt.None);
    }

    // What chokes depends on the sensor: where sensors differ, one at a time.
    private (IReadOnlyList<FoundChain> Chains, int Longest) With(ChainDoubt allowed)
    {
        var asked = ask with { Allowed = allowed };
        var bores = ask.ViaSensor ? parts.Where(p => p.IsSensor && ChainRules.MayUse(p, asked)).Select(p => p.BoreMm).Distinct().Order().Select(b => (double?)b) : [null];
        var found = new List<FoundChain>();
        var longest = 0;
        foreach (var bore in bores)
        {
            var search = new ChainSearch(asked with { SensorBoreMm = bore }, parts, shelf, budget, cancellation);
            found.AddRange(search.Best());
            longest = Math.Max(longest, search.Longest);
        }

        return ([.. found.OrderBy(f => f.Score)], longest);
    }

    private string Proof(FittingChain best, ChainDoubt allowed, int longest)
    {
        var usable = parts.Count(p => ChainRules.MayUse(p, ask));
        return Without(allowed)
            + (
                ask.Weights is not null
                    ? $"Of {usable} parts every chain of up to {longest} was weighed, and what longer ones would cost at least: none is better by these weights."
                : allowed.HasFlag(ChainDoubt.Narrow)
                    ? $"Of {usable} parts every chain of up to {longest} was weighed: none has fewer than {best.LeakPoints} leak points, and none with as few chokes less."
                : $"Of {usable} parts every chain of up to {longest} was weighed: none has fewer than {best.LeakPoints} leak points, and none with as few costs less."
            );
    }

    private static string Without(ChainDoubt allowed)
    {
        var kinds = new[]
        {
            (ChainDoubt.Tube, "a ferrule on a tube nobody named the material of"),
            (ChainDoubt.PressureUnknown, "a part whose pressure class nobody knows"),
            (ChainDoubt.HeatUnknown, "a part of which nobody knows whether it bears the heat"),
            (ChainDoubt.Narrow, "a part that chokes the line"),
        };
        var named = kinds.Where(k => allowed.HasFlag(k.Item1)).Select(k => k.Item2).ToList();
        return named.Count == 0 ? string.Empty : $"No chain of this catalog does without {string.Join(" and ", named)}. ";
    }
}
