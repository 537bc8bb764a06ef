using HazyGauge.Core.Findings;
using HazyGauge.Core.Plumbing.Checks;
using HazyGauge.Core.Plumbing.Hoses;
using HazyGauge.Core.Plumbing.Kit;
using HazyGauge.Core.Plumbing.Placement;
using HazyGauge.Core.Plumbing.Ports;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Stations.Route;

/// <summary>Route's own sentences.</summary>
internal static class RouteWords
{
    public static readonly Sentence AskPlace = "Where does the sensor go?";

    public static readonly Sentence WhySurvey = "Say at Survey how the fuel reaches the rail, and note the joints: then the places are compared for this vehicle.";

    public static readonly Sentence AskEnds = "Which two ends does the sensor go between?";

    public static readonly Sentence WhyEnds = "Name the joint that is pulled apart, or the cut, by its two open ends. Then the parts are found.";

    public static readonly Sentence AskChain = "Choose the parts between the two ends.";

    /// <summary>The verdict before a chain is chosen; where nothing is known of the vehicle nothing is recommended either.</summary>
    public static Sentence HeadlineWithoutChain(PlacementResult placement, PlacementOption? place, Port? from, Port? to, bool isUnknown) =>
        place is not { Possible: true }
            ? isUnknown && place is null
                ? AskPlace
                : PlacementWords.Headline(placement.Recommended)
            : from is null || to is null
                ? AskEnds
                : AskChain;

    /// <summary>Why, and what to do next.</summary>
    public static Sentence LeadWithoutChain(PlacementResult placement, PlacementOption? place, Port? from, Port? to, bool isUnknown) =>
        place is null
            ? isUnknown
                ? WhySurvey
                : placement.BecauseSaid
            : !place.Possible
                ? place.WhySaid
                : (from is null || to is null ? WhyEnds : Sentence.Of($"From {from.Name} to {to.Name}: choose one of the chains below, or put your own together."))
                    + PlacementWords.Cost(place);

    /// <summary>The verdict.</summary>
    public static Sentence Headline(IReadOnlyList<Finding> findings, int parts, int leaks, PlacementOption? place) =>
        findings.FirstOrDefault(f => f.Severity == Severity.Stop) is { } stop
            ? stop.Code == "place"
                ? "The sensor cannot go there."
                : IsOfGap(stop)
                    ? "These parts do not span the gap."
                    : stop.Code is ChainCheck.HandTightCode or ChainCheck.MissingCollarCode
                        ? "Not to be primed yet."
                        : IsOfClass(stop)
                            ? "A part is not made for this line."
                            : "These parts do not go together."
            : Question(findings) is { } question
                ? question.Command
                : Sentence.Of(
                    $"{Count(parts, "part")} {(parts == 1 ? "goes" : "go")} between the two ends{(place is null ? string.Empty : $" {place.School.InWords()}")}, with "
                        + $"{Count(leaks, "leak point")}."
                );

    /// <summary>True for what concerns a length.</summary>
    public static bool IsOfGap(Finding stop) => stop.Code is "gap" or "tankSide" or "engineSide" or "tooShort";

    /// <summary>True for a part that does not bear what the line has, or of which nobody knows that it does.</summary>
    public static bool IsOfClass(Finding stop) =>
        stop.Code is ChainCheck.TooMuchPressure or ChainCheck.TooHot or ChainCheck.PressureUnknown or ChainCheck.HeatUnknown or ChainCheck.NotRated;

    /// <summary>What has to be found out of the parts before anything of them is planned, and the command for it; null for nothing.</summary>
    public static (Finding Finding, Sentence Command)? Question(IReadOnlyList<Finding> findings)
    {
        (string Code, Sentence Command)[] asked =
        [
            (ChainCheck.PressureUnknown, "Look up what pressure every part bears."),
            (ChainCheck.HeatUnknown, "Find out what heat every part bears, and how hot it gets there."),
            (ChainCheck.TubeMaterialCode, "Say what the tube is made of."),
        ];
        return asked.Select(a => (findings.FirstOrDefault(f => f.Code == a.Code), a.Command)).FirstOrDefault(a => a.Item1 is not null) is (Finding found, var command)
            ? (found, command)
            : null;
    }

    /// <summary>Why, and what to do next.</summary>
    public static Sentence Lead(IReadOnlyList<Finding> findings, ChainKit kit, HosePlan? hoses, PlacementOption? place)
    {
        if (findings.FirstOrDefault(f => f.Severity == Severity.Stop) is { } stop)
        {
            return stop.Sentence;
        }

        if (Question(findings) is { } question)
        {
            return question.Finding.Sentence + (place is null ? Sentence.Empty : PlacementWords.Cost(place));
        }

        var cuts = hoses is { Hoses.Count: > 0 } ? hoses.Hoses.Select(h => Sentence.Of($"{Say.Mm(h.CutMm)}{(h.IsLoop ? " in a loop" : string.Empty)}")).ToList() : [];
        var hose = cuts.Count == 0 ? Sentence.Empty : Sentence.Of($"Cut hose to {Sentence.Join(" and ", cuts)}.");
        return hose + (place is null ? Sentence.Empty : PlacementWords.Cost(place)) + ToBuy(kit) + "Every joint is checked by its number when the line is primed.";
    }

    /// <summary>It in one line.</summary>
    public static Sentence Summary(RoutePlan plan, RouteResults results) =>
        results switch
        {
            { Place: null, Check: null } when plan.From is null => "Route: no place chosen for the sensor yet",
            { From: null } or { To: null } => "Route: ends not named yet",
            { Check: null } => Sentence.Of($"Route: from {results.From.Name} to {results.To.Name}, no parts chosen yet"),
            _ when results.Findings.FirstOrDefault(f => f.Severity == Severity.Stop) is { } stop => stop.Code is ChainCheck.HandTightCode or ChainCheck.MissingCollarCode
                ? "Route: a joint is not made up yet"
            : IsOfClass(stop) ? "Route: a part is not made for this line"
            : "Route: the parts chosen do not go together",
            _ => Sentence.Of(
                $"Route: {Count(plan.Chain!.Count, "part")}, "
                    + $"{Count(results.Leaks.Count, "leak point")}{(results.Place is { } place ? $", sensor {place.School.InWords()}" : string.Empty)}"
            ),
        };

    /// <summary>What has to be bought, in one sentence.</summary>
    public static Sentence ToBuy(ChainKit kit)
    {
        var count = kit.Parts.Where(p => p.Cost is not null).Sum(p => p.ToBuy);
        return count == 0 ? "Everything lies on the shelf." : Sentence.Of($"To buy: {Count(count, "part")}, together {kit.CostToBuy:0.00}, clamps not counted.");
    }

    private static string Count(int number, string what) => Wording.Count(number, what);
}
