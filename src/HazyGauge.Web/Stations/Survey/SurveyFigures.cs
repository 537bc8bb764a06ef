using System.Globalization;
using HazyGauge.Core.Capacity;
using HazyGauge.Core.Vehicles;
using HazyGauge.Web.Haze;

namespace HazyGauge.Web.Stations.Survey;

/// <summary>The figures of a survey that a mechanic would act on.</summary>
internal static class SurveyFigures
{
    /// <summary>In the order they are read.</summary>
    public static IReadOnlyList<DocumentFigure> Of(SurveyDocument document)
    {
        var verdict = document.Results?.Verdict;
        return
        [
            new("eligible", "Can be converted", verdict?.Eligible switch { Eligibility.Yes => "yes", Eligibility.No => "no", null => "not judged", _ => "not decided" }),
            Number("powerKw", "Power now", document.Engine?.PowerKw, "kw"),
            Number("wantedPowerKw", "Power wanted", document.Engine?.WantedPowerKw, "kw"),
            Load("lowPressurePump", "Low-pressure pump used to", FuelComponent.LowPressurePump, verdict),
            Load("injectors", "Injectors used to", FuelComponent.Injectors, verdict),
            new("line", "Line", Word(document.FuelSystem?.Line)),
            new("injection", "Injection", Word(document.FuelSystem?.Injection)),
            Number("basePressureKpa", "Base pressure", document.FuelSystem?.BasePressureKpa, "kpa"),
            Number("flowLph", "Pump flow", document.Pump?.FlowLph, "lph"),
            Number("ratedFlowCcMin", "Injectors rated", document.Injectors?.RatedFlowCcMin, "ccPerMin"),
            new("signalPath", "Way of the signal", Word(document.Control?.SignalPath)),
            Number("fuelMapEthanolPct", "Fuel map made on", document.Control?.FuelMapEthanolPct, "ethanolPct"),
            Number("sparkMapEthanolPct", "Spark map made on", document.Control?.SparkMapEthanolPct, "ethanolPct"),
            Number("highestEthanolPct", "Highest blend", document.Goals?.HighestEthanolPct, "ethanolPct"),
            new("toMeasure", "To be measured", verdict is null ? "not judged" : verdict.ToMeasure.Count.ToString(CultureInfo.InvariantCulture)),
        ];
    }

    private static DocumentFigure Number(string field, string label, HazyInput? input, string unit) => input is null
        ? new(field, label, "not known")
        : new(field, label, Number: new HazyNumber(input.Value, input.U ?? (input.PlusMinus / 2) ?? 0, input.PlusMinus ?? (2 * input.U) ?? 0, []), Unit: unit);

    private static DocumentFigure Load(string field, string label, FuelComponent component, SurveyAnswer? verdict) =>
        verdict?.Loads.FirstOrDefault(l => l.Component == component) is { } load ? new(field, label, Number: load.UsePct, Unit: "percent") : new(field, label, "not reckoned");

    private static string Word<T>(T? value)
        where T : struct, Enum => value is null ? "not known" : value.Value switch
        {
            FuelLine.ControlledReturnless => "controlled returnless",
            SignalPath.DirectFrequency => "direct frequency",
            SignalPath.AnalyserVoltage => "analyser voltage",
            SignalPath.InjectorExtender => "injector extender",
            SignalPath.DisplayOnly => "display only",
            var plain => plain.ToString().ToLowerInvariant(),
        };
}
