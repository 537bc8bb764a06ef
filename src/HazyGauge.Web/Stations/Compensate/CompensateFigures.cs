using System.Globalization;
using HazyGauge.Core.Compensation;
using HazyGauge.Web.Haze;

namespace HazyGauge.Web.Stations.Compensate;

/// <summary>The figures of a Compensate document that a mechanic would act on.</summary>
internal static class CompensateFigures
{
    /// <summary>In the order they are read.</summary>
    public static IReadOnlyList<DocumentFigure> Of(CompensateDocument document)
    {
        var results = document.Results;
        return
        [
            new("baseEthanolPct", "Base map made on", document.BaseEthanolPct is { } b ? Text($"E{b.Value:0.##}") : "not known"),
            new("metering", "Metering", (document.Metering ?? Metering.Orifice).InWords()),
            Figure("ethanolPct", "Reckoned for", results?.EthanolPct, "ethanolPct"),
            Figure("factor", "Fuel factor", results?.FuelFactor?.Factor, "factor"),
            new("row", "Row to type in", results?.Row is { } row ? string.Join("  ", row.EthanolPcts.Zip(row.Factors, (e, f) => Text($"E{e:0.##} {f.Value:0.000}"))) : "none"),
            new("multiplier", "Multiplier found", document.Multiplier is { At0Pct: { } at0, At100Pct: { } at100 } ? Text($"{at0:0.#} to {at100:0.#} %") : "none"),
            new("spark", "Spark between maps", document.Spark is { FullAdditionDeg: { } full, GasolineMapEthanolPct: { } none, EthanolMapEthanolPct: { } all }
                ? Text($"{full.Value:0.#}° from E{none.Value:0.#} to E{all.Value:0.#}, {Word(document.Spark.Weighting ?? SparkWeighting.Linear)}")
                : "none"),
            Figure("sparkToSet", "Spark to set", results?.Spark?.ToSetDeg, "degrees"),
            new("fuellingProof", "Fuelling proven by", document.FuellingProof?.Evidence ?? "nothing yet"),
        ];
    }

    private static string Word(SparkWeighting weighting) => weighting switch
    {
        SparkWeighting.Mole => "by mole",
        SparkWeighting.Saturating => "saturating",
        _ => "straight",
    };

    private static DocumentFigure Figure(string field, string label, HazyNumber? number, string unit) =>
        number is null ? new(field, label, "none") : new(field, label, Number: number, Unit: unit);

    private static string Text(FormattableString text) => text.ToString(CultureInfo.InvariantCulture);
}
