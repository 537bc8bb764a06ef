using System.Globalization;
using HazyGauge.Core.Compensation;
using HazyGauge.Core.Entries.Kinds;
using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Parts;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Shop;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Compensate;

/// <summary>Which numbers go into the controller? Reads the sensor's reading, and which blend the surveyed fuel map was made on.</summary>
public sealed class CompensateStation : Station<CompensatePlan, CompensateResults>
{
    internal const string Key = "compensate";

    /// <inheritdoc/>
    public override string Slug => Key;

    /// <inheritdoc/>
    public override string Name => "Compensate";

    /// <inheritdoc/>
    public override string Question => "Which numbers go into the controller?";

    /// <inheritdoc/>
    public override IReadOnlyList<string> DependsOn => ["survey", "signal"];

    /// <inheritdoc/>
    public override IReadOnlyList<string> ReadsEntries => [ProofEntry.Key];

    /// <inheritdoc/>
    public override IReadOnlyList<Field> Fields { get; } =
    [
        new("baseEthanolPct", "Blend of the base map")
        {
            Unit = Unit.EthanolPct,
            Min = 0,
            Max = 100,
            HowTo = "Ask who made the map which fuel was in the tank; left out, as surveyed.",
            SourceId = "baseEthanolPct",
        },
        new("baseFuelTempC", "Fuel temperature of the base map")
        {
            Unit = Unit.Celsius,
            Min = FuelTemperature.LowestC,
            Max = FuelTemperature.HighestC,
            Usual = new(FuelFactorBasis.UsualBaseFuelTempC),
            HowTo = "Read it in the logs the base map was made from.",
        },
        new FieldOf<CompensatePlan>("metering", "How this controller meters")
        {
            HowTo = "Ask whoever made the map; two logged fills settle it.",
            Choices =
            [
                FieldChoice.Of(Metering.Orifice, "Orifice at constant pressure", "flow follows the square root of density; the usual solenoid injector"),
                FieldChoice.Of(Metering.Mass, "Mass", "the controller corrects density by itself"),
                FieldChoice.Of(Metering.Volume, "Volume", "positive displacement"),
            ],
        },
        new("multiplier.at0Pct", "Multiplier at E0") { Unit = Unit.Percent, HowTo = "Read it off the controller." },
        new("multiplier.at100Pct", "Multiplier at E100") { Unit = Unit.Percent, HowTo = "Read it off the controller." },
        new("pulse.pulseMs", "Injector pulse")
        {
            Unit = Unit.Milliseconds,
            HowTo = "Log it on the base blend.",
            SourceId = "pulseMs",
        },
        new("pulse.deadTimeMs", "Dead time")
        {
            Unit = Unit.Milliseconds,
            HowTo = "Read it from the injector's data sheet at this voltage.",
            SourceId = "deadTimeMs",
        },
        new("trims.trimLimitPct", "Most that trims add or take out")
        {
            Unit = Unit.Percent,
            Min = 0,
            Max = ClosedLoopBandQuery.MostPct,
            Likely = (10, 40),
            HowTo = "Ask who made the map, or read the limits of the fuel trims in the controller.",
            SourceId = "trimLimitPct",
        },
        new("trims.learnedTrimPct", "What they add already on the base blend")
        {
            Unit = Unit.Percent,
            Min = -ClosedLoopBandQuery.MostPct,
            Max = ClosedLoopBandQuery.MostPct,
            HowTo = "Read the long-term trim warm, at a steady speed; below 0 where it takes fuel out.",
            SourceId = "learnedTrimPct",
        },
        new("spark.gasolineMapEthanolPct", "Gasoline map made on")
        {
            Unit = Unit.EthanolPct,
            HowTo = "Ask who made the map.",
            SourceId = "gasolineMapEthanolPct",
        },
        new("spark.ethanolMapEthanolPct", "Ethanol map made on")
        {
            Unit = Unit.EthanolPct,
            HowTo = "Ask who made the map.",
            SourceId = "ethanolMapEthanolPct",
        },
        new("spark.fullAdditionDeg", "Spark between them")
        {
            Unit = Unit.Degrees,
            HowTo = "Subtract the two maps at full load.",
            SourceId = "fullAdditionDeg",
        },
        new FieldOf<CompensatePlan>("spark.weighting", "How the addition grows")
        {
            HowTo = "Choose it.",
            Choices =
            [
                FieldChoice.Of(SparkWeighting.Linear, "Straight", "evenly by volume; adds the least advance at any blend"),
                FieldChoice.Of(SparkWeighting.Mole, "By mole", "as octane rises; most of it by E50"),
                FieldChoice.Of(SparkWeighting.Saturating, "Full advance from", "all of it from a chosen blend up"),
            ],
        },
        new("spark.saturatesAtPct", "Full advance from")
        {
            Unit = Unit.EthanolPct,
            Usual = new(SparkAdditionInput.UsualSaturatesAtPct),
            HowTo = "Choose it; most of the knock benefit is there by E50 to E60.",
            SourceId = "saturatesAtPct",
        },
    ];

    /// <inheritdoc/>
    public override IReadOnlyDictionary<string, string> PageWords => CompensatePageWords.All;

    /// <inheritdoc/>
    public override StationProgress NotStarted => CompensateProgress.NotStarted;

    /// <inheritdoc/>
    public override CompensateResults Evaluate(CompensatePlan plan, StationContext context) =>
        CompensateEvaluation.Of(plan, context.Published<VehicleSurvey>(), context.Published<SensorSays>(), FuellingClaim.Of(context.Entries), context.Ledger);

    /// <inheritdoc/>
    public override IEnumerable<NeededPart> Needs(CompensatePlan plan, CompensateResults results)
    {
        foreach (var controller in results.ListedControllers.Where(c => c.SetsNumbers == NumbersBy.CalibratorsFile))
        {
            var item = new string([.. controller.Name!.Trim().ToLowerInvariant().Select(c => char.IsAsciiLetterOrDigit(c) ? c : '-')]);
            if (!string.IsNullOrWhiteSpace(controller.Access))
            {
                yield return new(
                    ItemId($"access-{item}"),
                    $"{controller.Name.Trim()}: {controller.Access.Trim()}",
                    PartKind.Tool,
                    "It opens the controller for the calibrator's file."
                );
            }

            if (!string.IsNullOrWhiteSpace(controller.Cable))
            {
                yield return new(ItemId($"cable-{item}"), $"{controller.Name.Trim()}: {controller.Cable.Trim()}", PartKind.Tool, "The file is written and read back with it.");
            }
        }

        if (results is { NeedsWideband: true, BaseEthanolPct: not null } && results.SetBy != NumbersBy.Nobody)
        {
            yield return InstrumentWords.ToBorrow(Instrument.Wideband, "Only a log of lambda proves the fueling.");
        }
    }

    /// <inheritdoc/>
    public override StationProgress Progress(CompensateResults results) => new(results.State, results.NextAction);

    /// <inheritdoc/>
    public override Sentence Summary(CompensatePlan plan, CompensateResults results) => CompensateWords.Summary(results);

    /// <inheritdoc/>
    public override IReadOnlyList<Finding> Findings(CompensateResults results) => results.Findings;

    /// <inheritdoc/>
    public override IReadOnlyList<string> NotInTemplate => ["baseEthanolPct", "mapRevision", "multiplier"];

    /// <inheritdoc/>
    public override CompensateResults ForRecord(CompensateResults results) => results with { Curve = null };

    /// <inheritdoc/>
    public override IReadOnlyList<Figure> Figures(CompensatePlan plan, CompensateResults? results) =>
        [
            new("baseEthanolPct", "Blend of the base map", (plan.BaseEthanolPct ?? results?.BaseEthanolPct) is { } b ? Text($"E{b.Value:0.##}") : "not known"),
            new("metering", "Metering", plan.MeteringOrUsual.InWords()),
            Figure.Of("ethanolPct", "Calculated for", results?.EthanolPct, Unit.EthanolPct),
            Figure.Of("factor", "Fuel factor", results?.FuelFactor?.Factor, Unit.None),
            new("row", "Row to type in", results?.Row is { } row ? string.Join("  ", row.EthanolPcts.Zip(row.Factors, (e, f) => Text($"E{e:0.##} {f.Value:0.000}"))) : "none"),
            new("multiplier", "Multiplier found", plan.Multiplier is { At0Pct: { } at0, At100Pct: { } at100 } ? Text($"{at0:0.#} to {at100:0.#} %") : "none"),
            new(
                "spark",
                "Spark between maps",
                plan.Spark is { FullAdditionDeg: { } full, GasolineMapEthanolPct: { } none, EthanolMapEthanolPct: { } all }
                    ? Text($"{full.Value:0.#}° from E{none.Value:0.#} to E{all.Value:0.#}, {Word(plan.Spark.Weighting ?? SparkWeighting.Linear)}")
                    : "none"
            ),
            Figure.Of("sparkToSet", "Spark to set", results?.Spark?.ToSetDeg, Unit.Degrees),
            new("mapRevision", "Map revision", plan.MapRevision ?? "not said"),
            new(
                "fuelling",
                "Fueling",
                results?.Fuelling is not { Said: { } said } fuelling
                    ? "nothing shows it yet"
                    : fuelling.State switch
                    {
                        FuellingState.Lapsed => Text($"claimed before, does not hold any more: {said.Text}"),
                        _ => Text($"claimed, not proven: {said.Text}"),
                    }
            ),
        ];

    private static string Word(SparkWeighting weighting) =>
        weighting switch
        {
            SparkWeighting.Mole => "by mole",
            SparkWeighting.Saturating => "full advance from a blend up",
            _ => "straight",
        };

    private static string Text(FormattableString text) => text.ToString(CultureInfo.InvariantCulture);

    private static string ItemId(string whole) => whole.Length > PartEntry.LongestItem ? whole[..PartEntry.LongestItem] : whole;
}
