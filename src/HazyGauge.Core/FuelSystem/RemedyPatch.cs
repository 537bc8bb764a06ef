using HazyGauge.Core.Haze;

namespace HazyGauge.Core.FuelSystem;

/// <summary>A remedy as a merge patch (RFC 7396) of the query it was found for.</summary>
internal static class RemedyPatch
{
    /// <summary>What to set in the query so that it describes the system afterwards.</summary>
    public static IReadOnlyDictionary<string, object> Of(CapacityRemedy remedy, DeliverySystem<Hazy> system)
    {
        var (change, changed) = (remedy.Change, remedy.Change.ApplyTo(system));
        var patch = Some(("powerKw", remedy.PowerKw), ("ethanolPct", remedy.EthanolPct), ("portSharePct", change.PortSharePct));
        if (change.AddedPorts is not null && changed.Injectors is { } added)
        {
            patch["injectors"] = Some(
                ("count", added.Count),
                ("ratedFlowCcMin", added.RatedFlowCcMin),
                ("ratedPressureKpa", added.RatedPressureKpa),
                ("pressureDropKpa", added.PressureDropKpa),
                ("deadTimeMs", added.DeadTimeMs)
            );
        }
        else if (
            Some(("ratedFlowCcMin", change.RatedFlowCcMin), ("pressureDropKpa", change.BaseRiseKpa is null ? null : changed.Injectors?.PressureDropKpa)) is { Count: > 0 } ports
        )
        {
            patch["injectors"] = ports;
        }

        if (Some(("injectorStaticGPerS", change.DirectInjectorGPerS), ("pumpDisplacementCcPerCamRev", change.HighPressurePumpCcPerCamRev)) is { Count: > 0 } high)
        {
            patch["directInjection"] = high;
        }

        if (change.PumpFlowLph is { } flow && changed.LowPressurePump is { } larger)
        {
            // Known at one pressure only: a curve of that flow up to it, taken at the voltage there is.
            patch["lowPressurePump"] = new Dictionary<string, object?>(StringComparer.Ordinal)
            {
                ["count"] = larger.Count,
                ["curve"] = new[] { new PumpPoint<Hazy>(0, flow), new PumpPoint<Hazy>(larger.GaugePressureKpa.Value + 1, flow) },
                ["curveV"] = null,
                ["pumpV"] = null,
                ["gaugePressureKpa"] = larger.GaugePressureKpa,
            };
        }
        else if (
            Some(("count", change.PumpCount), ("gaugePressureKpa", change.BaseRiseKpa is null ? null : changed.LowPressurePump?.GaugePressureKpa)) is { Count: > 0 } pump
            && changed.LowPressurePump is not null
        )
        {
            patch["lowPressurePump"] = pump;
        }

        return patch;
    }

    private static Dictionary<string, object> Some(params (string Name, object? Value)[] entries) =>
        entries.Where(e => e.Value is not null).ToDictionary(e => e.Name, e => e.Value!, StringComparer.Ordinal);
}
