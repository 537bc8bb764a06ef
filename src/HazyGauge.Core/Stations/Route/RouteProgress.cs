using HazyGauge.Core.Findings;
using HazyGauge.Core.Plumbing.Kit;
using HazyGauge.Core.Plumbing.Ports;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Stations.Route;

/// <summary>How far the work on the route has come.</summary>
internal static class RouteProgress
{
    /// <summary>A job nobody has planned a route for.</summary>
    public static readonly StationProgress NotStarted = new(
        StationState.Empty, NextAction.Of(RouteStation.Key, "route", "Find the parts that join the sensor to the line.", "Fittings bought by eye are bought twice: wrong size, wrong half, wrong angle."));

    /// <summary>The state before a chain is chosen.</summary>
    public static StationProgress WithoutChain(RoutePlan plan, Port? from, Port? to) => plan == new RoutePlan() ? NotStarted
        : from is null || to is null ? InWork("ends", "Name both ends of the line.", "The parts follow from them.")
        : InWork("chain", "Choose the parts between the two ends.", Sentence.Of($"From {from.Name} to {to.Name}."));

    /// <summary>The state of a chain.</summary>
    public static StationProgress Of(IReadOnlyList<Finding> findings, bool isGapKnown, ChainKit kit) =>
        findings.FirstOrDefault(f => f.Severity == Severity.Stop) is { } stop
            ? new StationProgress(StationState.Hold, NextAction.Of(RouteStation.Key, stop.Code, stop.Code == "gap" ? "Choose parts that span the gap." : "Choose parts that go together.", stop.Sentence))
        : findings.Any(f => f.Code == "noSensor") ? InWork("noSensor", "Put the sensor into the chain.", "Without it there is no reading.")
        : !isGapKnown ? InWork("gapMm", "Measure the gap between the two ends.", "How much hose it takes follows from it.")
        : new StationProgress(StationState.Proven, NextAction.Of(RouteStation.Key, "found", "Get the parts for the line.", RouteWords.ToBuy(kit)));

    private static StationProgress InWork(string code, Sentence command, Sentence why) => new(StationState.InWork, NextAction.Of(RouteStation.Key, code, command, why));
}
