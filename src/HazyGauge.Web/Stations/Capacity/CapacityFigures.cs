using HazyGauge.Core.Capacity;
using HazyGauge.Web.Haze;

namespace HazyGauge.Web.Stations.Capacity;

/// <summary>The figures of a Capacity document that a mechanic would act on.</summary>
internal static class CapacityFigures
{
    /// <summary>The figures, in the order they are read.</summary>
    public static IReadOnlyList<DocumentFigure> Of(CapacityDocument document)
    {
        var (results, changes) = (document.Results, document.Changes);
        return
        [
            Figure("powerKw", "Power wanted", results?.PowerKw, "kw"),
            Figure("ethanolPct", "Blend wanted", results?.EthanolPct, "ethanolPct"),
            Figure("maxEthanolPct", "Most ethanol at that power", results?.AtPoint?.MaxEthanolPct, "ethanolPct"),
            Figure("maxPowerKw", "Most power on that blend", results?.AtPoint?.MaxPowerKw, "kw"),
            new("ethanolBinding", "Limited by", results?.AtPoint?.EthanolBinding?.InWords() ?? "not known"),
            Planned("baseRiseKpa", "Base pressure raised by", changes?.BaseRiseKpa, "kpa"),
            Planned("ratedFlowCcMin", "New injectors", changes?.RatedFlowCcMin, "ccPerMin"),
            Planned("pumpCount", "Pumps", changes?.PumpCount, null),
            Planned("addedPorts", "Injectors added in the ports", changes?.AddedPorts?.RatedFlowCcMin, "ccPerMin"),
            Planned("portSharePct", "Share of the ports", changes?.PortSharePct, "percent"),
            Figure("boilingMarginK", "To boiling on the hottest drive", results?.Drive.AtInlet.MarginK, "kelvinStep"),
            Figure("tripKpa", "Low-side pressure trips at", results?.Failsafe?.TripKpa, "kpa"),
        ];
    }

    private static DocumentFigure Figure(string field, string label, HazyNumber? number, string unit) =>
        number is null ? new(field, label, "not known") : new(field, label, Number: number, Unit: unit);

    private static DocumentFigure Planned(string field, string label, double? number, string? unit) =>
        number is { } known ? new(field, label, Number: new HazyNumber(known, 0, 0, []), Unit: unit) : new(field, label, "as found");
}
