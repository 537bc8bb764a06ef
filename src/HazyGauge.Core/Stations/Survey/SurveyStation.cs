using System.Globalization;
using HazyGauge.Core.Entries.Kinds;
using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Identity;
using HazyGauge.Core.Parts;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Survey;

/// <summary>What is on the vehicle, and can it be converted? Its plan is what is true of the vehicle, whichever station asks.</summary>
public sealed class SurveyStation : Station<VehicleSurvey, SurveyResults>
{
    internal const string Key = "survey";

    /// <inheritdoc/>
    public override string Slug => Key;

    /// <inheritdoc/>
    public override string Name => "Survey";

    /// <inheritdoc/>
    public override string Question => "What is on the vehicle, and can it be converted?";

    /// <inheritdoc/>
    public override IReadOnlyList<string> ReadsEntries => [FittedEntry.Key];

    /// <inheritdoc/>
    public override IReadOnlyList<Field> Fields => VehicleFields.All;

    /// <inheritdoc/>
    public override IReadOnlyDictionary<string, string> PageWords => SurveyPageWords.All;

    /// <inheritdoc/>
    public override StationProgress NotStarted => new(StationState.Empty, NextAction.Of(Slug, "survey", "Survey the vehicle.", "Know what is on it before you buy a part."));

    /// <inheritdoc/>
    public override IReadOnlyList<IdentifiedList> Identified { get; } =
    [
        new("users", SensorUser.IdPrefix)
        {
            Same = ["kind"],
            KnownBy = ["name", "controller"],
            Naming = SurveyIds.OfUser,
        },
        new("controllers", "controller") { KnownBy = ["name"], NamedBy = "name" },
        new("settings", "setting") { KnownBy = ["controller", "kind", "what"] },
        new("fuelSystem.joints", "joint") { KnownBy = ["place", "line", "size"] },
        new("goals.wishes", "wish") { KnownBy = ["kind", "text"] },
        new("work.noWayBack", "act") { KnownBy = ["kind", "where"] },
    ];

    /// <inheritdoc/>
    public override Type Publishes => typeof(VehicleSurvey);

    /// <inheritdoc/>
    public override HazeSource SourceOf(string path, double u) => new(path, VehicleFields.LabelOf(path));

    /// <inheritdoc/>
    public override IReadOnlyList<NeededFile> Files(VehicleSurvey plan) => [.. (plan.Photos ?? []).Select(p => new NeededFile(p.Sha256, "photos")).Distinct()];

    /// <inheritdoc/>
    public override IEnumerable<PlanText> Texts(VehicleSurvey plan)
    {
        foreach (var text in base.Texts(plan))
        {
            yield return text;
        }

        if (!string.IsNullOrWhiteSpace(plan.Notes))
        {
            yield return new PlanText("notes", "Notes", plan.Notes);
        }

        foreach (var (joint, number) in (plan.FuelSystem.Joints ?? []).Select((j, i) => (j, i + 1)))
        {
            var words = string.Join(
                ", ",
                new[] { joint.Line is { } line ? $"{line.ToString().ToLowerInvariant()} line" : null, joint.Place, joint.Size, joint.Retainer }.Where(w =>
                    !string.IsNullOrWhiteSpace(w)
                )
            );
            if (words.Length > 0)
            {
                yield return new PlanText(
                    string.Create(CultureInfo.InvariantCulture, $"fuelSystem.joints[{number - 1}]"),
                    string.Create(CultureInfo.InvariantCulture, $"Connection {number}"),
                    words
                );
            }
        }
    }

    /// <inheritdoc/>
    public override SurveyResults Evaluate(VehicleSurvey plan, StationContext context)
    {
        SurveyTexts.Check(plan).ThrowIfAny();
        if (Files(plan).Any(f => context.File(f) is null))
        {
            throw new RefusedInputException("photos", "A photo is named that is not on this job. Add it again.");
        }

        var fitted = context.Entries.Where(e => e.Payload is Fitted).Select(e => new FittedPart(e.Number, ((Fitted)e.Payload!).Change, e.Author.Name, e.At)).ToList();
        return SurveyEvaluation.Of(AsItIs(plan, fitted), context.Ledger, context.Shop) with { Fitted = fitted };
    }

    /// <inheritdoc/>
    public override object Publish(VehicleSurvey plan, SurveyResults results) => results.InUse ?? AsItIs(plan, results.Fitted ?? []);

    private static VehicleSurvey AsItIs(VehicleSurvey found, IEnumerable<FittedPart> fitted) => fitted.Aggregate(found, (vehicle, part) => vehicle.With(part.Change));

    /// <inheritdoc/>
    public override IEnumerable<NeededPart> Needs(VehicleSurvey plan, SurveyResults results) => SurveyParts.Of(results.InUse ?? plan);

    /// <inheritdoc/>
    public override StationProgress Progress(SurveyResults results) => new(results.State, results.NextAction);

    /// <inheritdoc/>
    public override Sentence Summary(VehicleSurvey plan, SurveyResults results) => SurveyWords.Summary(results);

    /// <inheritdoc/>
    public override IReadOnlyList<Finding> Findings(SurveyResults results) => [.. results.Findings.Select(f => f.AsFinding())];

    /// <inheritdoc/>
    /// <remarks>What was found goes along to be checked; photos show this vehicle only, and versions differ in plugs and revisions.</remarks>
    public override IReadOnlyList<string>? OnlyThisVehicle =>
        [
            "photos",
            "control.hardwareRevision",
            "control.firmwareRevision",
            "control.revisionListed",
            "control.plugPresent",
            "arrival",
            "sensor",
            "settings",
            "users[].pairing",
            "controllers[].revision",
            "controllers[].file",
            "work.hoursTaken",
            "work.powerAfterKw",
            "work.powerAfterKnown",
            "work.noWayBack[].ownerAgrees",
            "goals.wishes",
        ];

    /// <inheritdoc/>
    /// <remarks>Whatever takes an instrument to find out is found out again; so is which fuel each map was made on.</remarks>
    public override IReadOnlyList<string> NotInTemplate =>
        [
            "vehicle.year",
            "unknowns",
            "notes",
            "goals.localEthanolPct",
            "control.freeInput",
            "control.displaces",
            "control.fuelMapEthanolPct",
            "control.sparkMapEthanolPct",
            MapFuel.KnownPath,
            "control.mapsMadeBy",
            "controllers[].baseEthanolPct",
            .. VehicleFields.All.Where(f => f.Needs is not null).Select(f => f.Path),
        ];

    /// <inheritdoc/>
    public override IReadOnlyList<Figure> Figures(VehicleSurvey plan, SurveyResults? results)
    {
        Figure Fact(string path) =>
            VehicleFields.Find(path) is { } field && field.In(plan) is Hazy number
                ? new(path, field.Label, Number: number, Unit: field.Unit)
                : new(path, VehicleFields.Find(path)!.Label, Word(VehicleFields.Find(path)!.In(plan)));
        Figure Load(FuelComponent component) =>
            Figure.Of(
                component.ToString(),
                $"{component.Named()[4..]} at, of the limit",
                results?.Loads.FirstOrDefault(l => l.Component == component)?.UsePct,
                Unit.Percent,
                "not calculated"
            );
        return
        [
            new(
                "eligible",
                "Can be converted",
                results?.Eligible switch
                {
                    Eligibility.Yes => "yes",
                    Eligibility.AfterChanges => "after changes",
                    Eligibility.No => "no",
                    null => "not evaluated",
                    _ => "not decided",
                }
            ),
            Fact("engine.powerKw"),
            Fact("engine.wantedPowerKw"),
            Load(FuelComponent.LowPressurePump),
            Load(FuelComponent.Injectors),
            Load(FuelComponent.DirectInjection),
            Load(FuelComponent.HighPressurePump),
            Fact("fuelSystem.line"),
            Fact("fuelSystem.kind"),
            Fact("fuelSystem.basePressureKpa"),
            Fact("pump.flowLph"),
            Fact("injectors.ratedFlowCcMin"),
            Fact(VehiclePaths.FullPowerRpm),
            Fact(VehiclePaths.Bsfc),
            Fact("control.signalPath"),
            Fact("control.fuelMapEthanolPct"),
            Fact("control.sparkMapEthanolPct"),
            Fact("goals.highestEthanolPct"),
            new("toMeasure", "Still to measure", results?.ToMeasure.Count.ToString(CultureInfo.InvariantCulture) ?? "not evaluated"),
        ];
    }

    private static string Word(object? value) =>
        value switch
        {
            null => "not known",
            FuelSystemKind.SinglePoint => "single-point injection",
            FuelSystemKind.Port => "port injection",
            FuelSystemKind.Direct => "direct injection",
            FuelSystemKind.Both => "port and direct injection",
            FuelSystemKind.Carburettor => "carburetor",
            FuelSystemKind.Mechanical => "mechanical injection",
            FuelSystemKind.TwoStrokeOil => "two-stroke, oil in the fuel",
            FuelLine.ControlledReturnless => "returnless, controlled pump",
            SignalPath.DirectFrequency => "frequency",
            SignalPath.AnalyserVoltage => "voltage from a signal converter",
            SignalPath.InjectorExtender => "injector extender",
            SignalPath.DisplayOnly => "display only",
            _ => value.ToString()!.ToLowerInvariant(),
        };
}
