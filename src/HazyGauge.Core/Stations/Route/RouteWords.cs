using HazyGauge.Core.Findings;
using HazyGauge.Core.Plumbing.Kit;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Stations.Route;

/// <summary>Route's own sentences.</summary>
internal static class RouteWords
{
    public static readonly Sentence AskEnds = "Which two ends does the sensor go between?";

    public static readonly Sentence WhyEnds = "Name the joint that is pulled apart, or the cut, by its two open ends. Then the parts are found.";

    public static readonly Sentence AskChain = "Choose the parts between the two ends.";

    /// <summary>The verdict.</summary>
    public static Sentence Headline(IReadOnlyList<Finding> findings, int parts, int leaks) => findings.FirstOrDefault(f => f.Severity == Severity.Stop) is { } stop
        ? stop.Code == "gap" ? "These parts do not span the gap." : "These parts do not go together."
        : Sentence.Of($"{Count(parts, "part")} {(parts == 1 ? "goes" : "go")} between the two ends, with {Count(leaks, "leak point")}.");

    /// <summary>Why, and what to do next.</summary>
    public static Sentence Lead(IReadOnlyList<Finding> findings, ChainKit kit, double? hoseMm, int hoses, bool isLoop)
    {
        if (findings.FirstOrDefault(f => f.Severity == Severity.Stop) is { } stop)
        {
            return stop.Sentence;
        }

        var hose = hoseMm is > 0 and var mm
            ? Sentence.Of($"{(hoses == 1 ? "The hose runs" : "The hoses together run")} {Say.Mm(mm)} free{(isLoop ? ", in a loop" : string.Empty)}; what is pushed over each barb comes on top.")
            : Sentence.Empty;
        return ToBuy(kit) + hose + "Every joint is checked by its number when the line is primed.";
    }

    /// <summary>It in one line.</summary>
    public static Sentence Summary(RoutePlan plan, RouteResults results) => results switch
    {
        { From: null } or { To: null } => "Route: ends not named yet",
        { Check: null } => Sentence.Of($"Route: from {results.From.Name} to {results.To.Name}, no parts chosen yet"),
        _ when results.Findings.Any(f => f.Severity == Severity.Stop) => "Route: the parts chosen do not go together",
        _ => Sentence.Of($"Route: {Count(plan.Chain!.Count, "part")}, {Count(results.Leaks.Count, "leak point")}"),
    };

    /// <summary>What has to be bought, in one sentence.</summary>
    public static Sentence ToBuy(ChainKit kit)
    {
        var count = kit.Parts.Where(p => p.Cost is not null).Sum(p => p.ToBuy);
        return count == 0 ? "Everything lies on the shelf." : Sentence.Of($"To buy: {Count(count, "part")}, together {kit.CostToBuy:0.00}, clamps not counted.");
    }

    /// <summary>So many of something.</summary>
    public static string Count(int number, string what) => FormattableString.Invariant($"{number} {what}{(number == 1 ? string.Empty : "s")}");
}
