using HazyGauge.Core.Findings;
using HazyGauge.Core.Plumbing.Checks;
using HazyGauge.Core.Plumbing.Kit;
using HazyGauge.Core.Plumbing.Ports;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Stations.Route;

/// <summary>How far the work on the route has come.</summary>
internal static class RouteProgress
{
    /// <summary>A job nobody has planned a route for.</summary>
    public static readonly StationProgress NotStarted = new(
        StationState.Empty,
        NextAction.Of(
            RouteStation.Key,
            "route",
            "Choose where the sensor goes, and find the parts.",
            "Fittings bought by eye are bought twice: wrong size, wrong half, wrong angle.",
            RoutePart.Place
        )
    );

    /// <summary>The state before a chain is chosen.</summary>
    public static StationProgress WithoutChain(RoutePlan plan, Port? from, Port? to, IReadOnlyList<Finding> findings) =>
        plan == new RoutePlan() ? NotStarted
        : findings.FirstOrDefault(f => f.Severity == Severity.Stop) is { } stop ? Held(stop)
        : plan.Place is null ? InWork(RoutePart.Place, "place", "Choose where the sensor goes.", "Pressure, lag and joints follow from it.")
        : from is null || to is null ? InWork(RoutePart.Parts, "ends", "Name both ends of the line.", "The parts follow from them.")
        : InWork(RoutePart.Parts, "chain", "Choose the parts between the two ends.", Sentence.Of($"From {from.Name} to {to.Name}."));

    /// <summary>The state of a chain.</summary>
    public static StationProgress Of(RoutePlan plan, IReadOnlyList<Finding> findings, bool isGapKnown, ChainKit kit) =>
        findings.FirstOrDefault(f => f.Severity == Severity.Stop) is { } stop ? Held(stop)
        : plan.Place is null ? InWork(RoutePart.Place, "place", "Choose where the sensor goes.", "Pressure, lag and joints follow from it.")
        : findings.Any(f => f.Code == "noSensor") ? InWork(RoutePart.Parts, "noSensor", "Put the sensor into the chain.", "Without it there is no reading.")
        : RouteWords.Question(findings) is { } question ? InWork(RoutePart.Parts, question.Finding.Code, question.Command, question.Finding.Sentence)
        : !isGapKnown ? InWork(RoutePart.Hoses, "gapMm", "Measure the gap between the two ends.", "How much hose it takes follows from it.")
        : new StationProgress(StationState.Planned, NextAction.Of(RouteStation.Key, "found", "Get the parts for the line.", RouteWords.ToBuy(kit), RoutePart.Parts));

    private static StationProgress Held(Finding stop) =>
        new(
            StationState.Hold,
            NextAction.Of(
                RouteStation.Key,
                stop.Code,
                stop.Code == "place" ? "Choose another place for the sensor."
                    : stop.Code == ChainCheck.HandTightCode ? "Torque the joint that is only hand tight."
                    : stop.Code == ChainCheck.MissingCollarCode ? "Put both halves of the collar on."
                    : RouteWords.IsOfGap(stop) ? "Choose parts that span the gap."
                    : RouteWords.IsOfClass(stop) ? "Choose parts made for this line."
                    : "Choose parts that go together.",
                stop.Sentence,
                stop.Part
            )
        );

    private static StationProgress InWork(string part, string code, Sentence command, Sentence why) =>
        new(StationState.InWork, NextAction.Of(RouteStation.Key, code, command, why, part));
}
