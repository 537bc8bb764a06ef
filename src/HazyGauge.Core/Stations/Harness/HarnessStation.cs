using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Identity;
using HazyGauge.Core.Parts;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Harness;

/// <summary>Supply, ground, signal, pull-up, pins; what should the meter read?</summary>
public sealed class HarnessStation : Station<HarnessPlan, HarnessResults>
{
    internal const string Key = "harness";

    /// <inheritdoc/>
    public override string Slug => Key;

    /// <inheritdoc/>
    public override string Name => "Harness";

    /// <inheritdoc/>
    public override string Question => "Which wire goes where, and what should the meter read?";

    /// <inheritdoc/>
    public override IReadOnlyList<string> DependsOn => ["survey", "signal"];

    /// <inheritdoc/>
    public override IReadOnlyList<Field> Fields => HarnessFields.All;

    /// <inheritdoc/>
    public override IReadOnlyList<IdentifiedList> Identified { get; } =
    [
        new("inputs", "input") { KnownBy = ["name"], NamedBy = "name" },
        new("spares", "spare") { KnownBy = ["name"] },
        new("connectors", "connector") { KnownBy = ["name"], NamedBy = "name" },
        new("displaced", "displaced") { KnownBy = ["connector", "pin", "was"] },
        new("gateway.moved", "moved") { KnownBy = ["what", "fromPin"] },
        new("sensors", "sensor") { Same = ["kind"], KnownBy = ["name"] },
        new("readings", "reading")
        {
            Same = ["check"],
            KnownBy = ["check"],
            IsReading = true,
        },
    ];

    /// <inheritdoc/>
    public override IEnumerable<NamedThing> Things(HarnessPlan plan, HarnessResults results) =>
        results.Wires.List.Select(w => new NamedThing(w.Wire.Id, $"{w.Wire.From} to {w.Wire.To}"));

    /// <inheritdoc/>
    public override IReadOnlyDictionary<string, string> PageWords => HarnessPageWords.All;

    /// <inheritdoc/>
    public override StationProgress NotStarted => HarnessProgress.NotStarted;

    /// <inheritdoc/>
    public override HazeSource SourceOf(string path, double u) => new($"{Key}.{path}", Field.At(Fields, path)?.Label ?? path);

    /// <inheritdoc/>
    public override HarnessResults Evaluate(HarnessPlan plan, StationContext context) =>
        HarnessEvaluation.Of(
            plan,
            context.Published<VehicleSurvey>() ?? VehicleSurvey.Empty.InUse(context.Shop.Instruments, context.Ledger),
            context.Ledger,
            Fields,
            IsLive(context.Published<SensorSays>()?.Reading)
        );

    // A reading that was measured, or that left a display with the sensor, shows that supply, ground and pull-up work, whatever is known of them.
    private static bool IsLive(SensorReading? reading) => reading is { IsProven: true, EthanolPct: not null };

    /// <inheritdoc/>
    public override StationProgress Progress(HarnessResults results) => new(results.State, results.NextAction);

    /// <inheritdoc/>
    public override Sentence Summary(HarnessPlan plan, HarnessResults results) => HarnessWords.Summary(plan, results);

    /// <inheritdoc/>
    public override IReadOnlyList<Finding> Findings(HarnessResults results) =>
        results.State == StationState.Empty ? [] : [.. HarnessProgress.Noticed(results).OrderByDescending(f => f.Severity)];

    /// <inheritdoc/>
    public override IEnumerable<NeededPart> Needs(HarnessPlan plan, HarnessResults results) => HarnessNeeds.Of(plan, results);

    /// <inheritdoc/>
    public override IReadOnlyList<string> NotInTemplate =>
        [
            "readings",
            "probed",
            "keepsAwake",
            "drainMa",
            "groundOffsetMv",
            "ethanolPct",
            "fuelTempC",
            "wires[].clicked",
            "wires[].locked",
            "wires[].tugged",
            "extender.beeps",
            "extender.active",
            "extender.keyOnLeftV",
            "extender.keyOnRightV",
            "gateway.highV",
            "gateway.lowV",
            "gateway.moved[].replugged",
            "sensors[].shownAtZero",
            "sensors[].shown",
            "sensors[].gauge",
            "sensors[].closedV",
            "sensors[].openV",
        ];

    /// <inheritdoc/>
    public override HarnessResults ForRecord(HarnessResults results) =>
        results with
        {
            Supply = results.Supply with { Choices = [] },
            Ground = results.Ground with { Choices = [] },
            Pins = results.Pins with { Connectors = [] },
        };

    /// <inheritdoc/>
    public override IReadOnlyList<Figure> Figures(HarnessPlan plan, HarnessResults? results) =>
        [
            new("supply", "Supply", Chosen("supply", plan.Supply?.ToString()) ?? "not chosen"),
            new("feedAt", "Fuse slot or pin", plan.FeedAt ?? "not named"),
            new("ground", "Ground", Chosen("ground", plan.Ground?.ToString()) ?? "not chosen"),
            Figure.Of("releasedV", "Signal wire at rest", results?.Signal.ReleasedV, Unit.Volt, "not known"),
            Figure.Of("sinkMa", "The sensor pulls", results?.Signal.SinkMa, Unit.Milliampere, "not known"),
            Figure.Of("wires", "Wires", results?.Wires.List.Count, Unit.None, "not known"),
            Figure.Of("seated", "Terminals seated", results?.Pins.Seated, Unit.None, "not known"),
            Figure.Of("agree", "Checks of the meter that agree", results?.Meter.Agree, Unit.None, "not known"),
            .. (results?.Wires.List ?? []).Where(w => w.CutM is not null).Select(w => Figure.Of($"cutM[{w.Wire.Id}]", $"{w.Wire.From} to {w.Wire.To}", w.CutM, Unit.Metre)),
        ];

    private string? Chosen(string path, string? value) =>
        Fields.Single(f => f.Path == path).Choices.FirstOrDefault(c => string.Equals(c.Name, value, StringComparison.OrdinalIgnoreCase))?.Label;
}
