using HazyGauge.Core.Findings;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Plumbing.Placement;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Stations.Capacity;

/// <summary>A fuel system with the parts of a route in its line: the pump works against what they cost at full load.</summary>
/// <param name="Delivery">The system.</param>
/// <param name="DropKpa">What they cost, kPa; null where no route is planned in the feed, or nobody knows the flow.</param>
/// <param name="IsOffTheCurve">True where that takes the pump off its curve.</param>
internal sealed record RoutedSystem(DeliverySystem<Hazy> Delivery, Hazy? DropKpa, bool IsOffTheCurve)
{
    /// <summary>The system with the parts in its line.</summary>
    public static RoutedSystem Of(DeliverySystem<Hazy> system, FuelPath path, PlannedLine? route, HazeLedger ledger)
    {
        if (route is not { InFeed: true } || path.Flows[^1].FeedLph is not { Value: > 0 } full)
        {
            return new(system, null, false);
        }

        var drop = route.DropKpa(path, full, ledger);
        var pump = system.LowPressurePump?.Against(new(drop), ledger);
        return new(system with { LowPressurePump = pump }, drop, pump is null && system.LowPressurePump is not null);
    }

    /// <summary>What to mind.</summary>
    public IEnumerable<Finding> Findings()
    {
        if (IsOffTheCurve)
        {
            yield return new(
                "routeOffTheCurve",
                Severity.Caution,
                Sentence.Of(
                    $"The parts planned at Route cost {Say.Of(DropKpa!.Value, Unit.Kpa, 1)} at full load, and the pump's curve does not reach that far. Find the rest of the curve."
                )
            );
        }
        else if (DropKpa is { } drop)
        {
            yield return new(
                "routeDrop",
                Severity.Info,
                Sentence.Of($"The parts planned at Route cost {Say.Of(drop, Unit.Kpa, 1)} at full load: the pump works against that much more, and it is counted.")
            );
        }
    }
}
