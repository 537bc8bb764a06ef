using HazyGauge.Core.Entries.Kinds;
using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Identity;
using HazyGauge.Core.Parts;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Shop;

namespace HazyGauge.Core.Stations.Signal;

/// <summary>Is the sensor's output real, what does it say, and how sure is that? Publishes the reading.</summary>
public sealed class SignalStation : Station<SignalPlan, SignalResults>
{
    internal const string Key = "signal";

    /// <inheritdoc/>
    public override string Slug => Key;

    /// <inheritdoc/>
    public override string Name => "Signal";

    /// <inheritdoc/>
    public override string Question => "Is the sensor's output real, what does it say, and how sure is that?";

    /// <inheritdoc/>
    public override IReadOnlyList<string> DependsOn => ["survey"];

    /// <inheritdoc/>
    public override IReadOnlyList<string> ReadsEntries => [FillEntry.Key];

    /// <inheritdoc/>
    public override bool ReadsSensor => true;

    /// <inheritdoc/>
    public override IReadOnlyList<Field> Fields { get; } =
    [
        new("capture.thresholdV", "Volts switched at") { Unit = Unit.Volt, HowTo = "Leave it out: half way between the two levels is found." },
        new("toleranceEthanolPct", "Sensor tolerance")
        {
            Unit = Unit.Percent,
            Min = 0,
            Max = 50,
            Usual = new(SensorLaw.UsualToleranceEthanolPct),
            HowTo = "Read it from the sensor's data sheet.",
            SourceId = SourceCatalogue.SensorTolerance,
        },
        new("meter.frequencyHz", "Frequency")
        {
            Unit = Unit.Hertz,
            HowTo = "Set the meter to Hz between signal pin and ground, key on.",
            SourceId = "frequencyHz",
        },
        new("meter.lowPulseMs", "Low pulse")
        {
            Unit = Unit.Milliseconds,
            HowTo = "Set the meter to negative pulse width.",
            SourceId = "lowPulseMs",
        },
        new("meter.averageV", "DC volts on the sensor wire (an average)")
        {
            Unit = Unit.Volt,
            HowTo = "Set the meter to DC volts, on the sensor's own wire.",
            SourceId = "averageV",
        },
        new("meter.highV", "High voltage")
        {
            Unit = Unit.Volt,
            HowTo = "Measure the signal wire with the sensor unplugged and the key on.",
            SourceId = "highV",
        },
        new("meter.lowV", "Low voltage")
        {
            Unit = Unit.Volt,
            Usual = new(0),
            HowTo = "Measure with a scope: the level while pulled low.",
            SourceId = "lowV",
        },
        new("converterV", "Volts behind the converter")
        {
            Unit = Unit.Volt,
            Min = -1,
            Max = 30,
            HowTo = "Measure at the controller's pin against the converter's ground, key on.",
            AppliesWhen = "a signal converter",
            SourceId = "converterV",
            Needs = Instrument.VoltsAndContinuity,
        },
        new FieldOf<SignalPlan>("shown", "What displays show")
        {
            ItemName = "Display",
            HowTo = "Key on, read it off.",
            Items =
            [
                new FieldOf<ShownValue>("by", "What shows it") { Required = "Say what shows it: the gauge, the phone, the controller." },
                new FieldOf<ShownValue>("ethanolPct", "Ethanol shown")
                {
                    Required = "The ethanol it shows is missing.",
                    Unit = Unit.EthanolPct,
                    Min = 0,
                    Max = 100,
                },
                new FieldOf<ShownValue>("leftWhenUnplugged", "Left its number when the sensor was unplugged"),
                new FieldOf<ShownValue>("stepPct", "Steps it shows")
                {
                    Unit = Unit.Percent,
                    Min = 0.01,
                    Max = 50,
                    Usual = new(ShownReading.UsualStepPct),
                },
                new FieldOf<ShownValue>("fedBy", "How it is fed")
                {
                    Choices =
                    [
                        FieldChoice.Of(FedBy.Sensor, "By the sensor's wire"),
                        FieldChoice.Of(FedBy.Analyser, "By a signal converter"),
                        FieldChoice.Of(FedBy.Controller, "By the controller", "diagnostics, bus or its own app"),
                    ],
                },
                new FieldOf<ShownValue>("fuelTempC", "Fuel temperature shown")
                {
                    Unit = Unit.Celsius,
                    Min = -100,
                    Max = 1000,
                },
            ],
        },
        new FieldOf<SignalPlan>("onMapFuel", "The tank still holds the fuel the map ran on")
        {
            HowTo = "Ask the owner whether it was filled since.",
            Hint = "Then the reading is the blend of the map.",
        },
    ];

    /// <inheritdoc/>
    public override IReadOnlyList<IdentifiedList> Identified { get; } =
    [
        new("shown", "shown")
        {
            KnownBy = ["by"],
            NamedBy = "by",
            IsReading = true,
        },
    ];

    /// <inheritdoc/>
    public override IReadOnlyList<SingleReading> SingleReadings { get; } = [new("capture", "capture.given"), new("meter", "meter.given"), new("converterV", "converterGiven")];

    /// <inheritdoc/>
    public override Type Publishes => typeof(SensorSays);

    /// <inheritdoc/>
    public override IReadOnlyDictionary<string, string> PageWords => SignalPageWords.All;

    /// <inheritdoc/>
    public override StationProgress NotStarted => SignalProgress.NotStarted;

    /// <inheritdoc/>
    public override IReadOnlyList<NeededFile> Files(SignalPlan plan) => plan.Capture is { } choice ? [choice.Needed] : [];

    /// <inheritdoc/>
    public override SignalResults Evaluate(SignalPlan plan, StationContext context) => SignalEvaluation.Of(plan, context);

    /// <inheritdoc/>
    public override IReadOnlyDictionary<string, string> Stamps(SignalPlan plan, StationContext context) =>
        plan.Capture is { } choice && context.File(choice.Needed) is { } file
            ? new Dictionary<string, string>(StringComparer.Ordinal) { ["capture.name"] = file.Name }
            : base.Stamps(plan, context);

    /// <inheritdoc/>
    public override object? Publish(SignalPlan plan, SignalResults results) =>
        results.Reading is null && results.Dispute is null ? null : new SensorSays(results.Reading, results.Dispute);

    /// <inheritdoc/>
    public override IEnumerable<NeededPart> Needs(SignalPlan plan, SignalResults results) =>
        results.WorthBorrowing is { Check: { Needs: { } instrument, Text: var what } } ? [InstrumentWords.ToBorrow(instrument, what)] : [];

    /// <inheritdoc/>
    public override StationProgress Progress(SignalResults results) => new(results.State, results.NextAction);

    /// <inheritdoc/>
    public override Sentence Summary(SignalPlan plan, SignalResults results) => SignalWords.Summary(results);

    /// <inheritdoc/>
    public override IReadOnlyList<Finding> Findings(SignalResults results) => results.Findings ?? results.Reading?.Findings ?? [];

    /// <inheritdoc/>
    /// <remarks>A signal was measured on one vehicle and says nothing about another.</remarks>
    public override IReadOnlyList<string>? OnlyThisVehicle => null;

    /// <inheritdoc/>
    public override SignalResults ForRecord(SignalResults results) =>
        results.Capture is { } capture ? results with { Capture = capture with { Timeline = [], Excerpt = [] } } : results;

    /// <inheritdoc/>
    public override IReadOnlyList<Figure> Figures(SignalPlan plan, SignalResults? results)
    {
        var reading = results?.Reading;
        return
        [
            new(
                "evidence",
                "Rests on",
                (results?.FileName ?? plan.Capture?.Name)
                    ?? (
                        results?.RestsOn is { } rests ? SignalWords.Source(rests)
                        : plan.Meter is null ? "nothing yet"
                        : "meter readings"
                    )
            ),
            new(
                "signalStatus",
                "Signal",
                results?.Dispute is not null ? "in dispute"
                    : reading is null ? "none"
                    : SignalWords.InWords(reading.SignalStatus)
            ),
            Figure.Of("ethanolPct", "Ethanol", reading?.EthanolPct, Unit.EthanolPct),
            Figure.Of("fuelTempC", "Fuel temperature", reading?.FuelTempC, Unit.Celsius),
            Figure.Of("frequencyHz", "Frequency", results?.Capture?.FrequencyHz, Unit.Hertz),
            Figure.Of("lowPulseMs", "Low pulse", results?.Capture?.LowPulseMs, Unit.Milliseconds),
            Figure.Of("toleranceEthanolPct", "Sensor tolerance", plan.ToleranceEthanolPct, Unit.Percent, "as surveyed"),
        ];
    }
}
