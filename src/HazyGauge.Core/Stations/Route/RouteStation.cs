using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Identity;
using HazyGauge.Core.Parts;
using HazyGauge.Core.Plumbing.Checks;
using HazyGauge.Core.Plumbing.Hoses;
using HazyGauge.Core.Plumbing.Mounting;
using HazyGauge.Core.Plumbing.Placement;
using HazyGauge.Core.Plumbing.Ports;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Route;

/// <summary>Which parts join the sensor to the line, where can it leak, and what lies on the bench?</summary>
public sealed class RouteStation : Station<RoutePlan, RouteResults>
{
    internal const string Key = "route";

    /// <inheritdoc/>
    public override string Slug => Key;

    /// <inheritdoc/>
    public override string Name => "Route";

    /// <inheritdoc/>
    public override string Question => "Where does the sensor go, and with which fittings?";

    /// <inheritdoc/>
    public override IReadOnlyList<string> DependsOn => ["survey"];

    /// <inheritdoc/>
    public override IReadOnlyList<Field> Fields { get; } =
    [
        new("gapMm", "Gap between the ends")
        {
            Unit = Unit.Millimetre,
            Min = 0,
            Max = 10_000,
            HowTo = "Hold a tape between the two open ends; 0 for a joint that is pulled apart and stays where it is.",
        },
        new FieldOf<RoutePlan>("cut", "The line may be cut") { HowTo = "Ask the owner: a cut line does not go back as it was." },
        new FieldOf<RoutePlan>("place", "Place of the sensor")
        {
            Choices =
            [
                .. new[]
                {
                    (SensorPlace.Return, "Return"),
                    (SensorPlace.Feed, "Feed"),
                    (SensorPlace.Bypass, "Feed with bypass"),
                    (SensorPlace.Loop, "Loop at a stock joint"),
                }.Select(p => FieldChoice.Of(p.Item1, p.Item2)),
            ],
        },
        new("alongMm", "From the tank to the sensor")
        {
            Unit = Unit.Millimetre,
            Likely = (100, 8000),
            Min = 0,
            Max = 20_000,
            HowTo = "Lay a string along the line from the tank to where the sensor goes.",
            SourceId = "route.alongMm",
        },
        new("hottestC", "Hottest along the line")
        {
            Unit = Unit.Celsius,
            Likely = (40, 140),
            Min = ChainCheckQuery.LeastC,
            Max = ChainCheckQuery.MostC,
            HowTo = "Tie a probe to the line where it lies. Read the most it shows in the half hour after a hot stop, hood closed.",
            SourceId = "route.hottestC",
        },
        new FieldOf<RoutePlan>("tankSide.gapMm", "Tank side, to the sensor")
        {
            Unit = Unit.Millimetre,
            Min = 0,
            Max = 10_000,
            HowTo = "Hold the sensor in its place. Measure from the open end of the line to the spigot.",
        },
        new FieldOf<RoutePlan>("tankSide.roomMm", "Room to bend, tank side")
        {
            Unit = Unit.Millimetre,
            Min = 1,
            Max = 10_000,
            HowTo = "Radius of the tightest bend the hose has to take there, to its middle.",
        },
        new FieldOf<RoutePlan>("engineSide.gapMm", "Engine side, to the sensor")
        {
            Unit = Unit.Millimetre,
            Min = 0,
            Max = 10_000,
            HowTo = "Measure from the other spigot to the other open end.",
        },
        new FieldOf<RoutePlan>("engineSide.roomMm", "Room to bend, engine side")
        {
            Unit = Unit.Millimetre,
            Min = 1,
            Max = 10_000,
            HowTo = "Radius of the tightest bend the hose has to take there, to its middle.",
        },
        new FieldOf<RoutePlan>("pushedOverMm", "Hose over each barb")
        {
            Unit = Unit.Millimetre,
            Min = 5,
            Max = 80,
            Usual = new(HosePlanner.UsualPushedOverMm),
            HowTo = "Measure the barb up to its shoulder.",
        },
        new FieldOf<RoutePlan>("holding.kind", "Held by")
        {
            Hint = "The sensor's caps stay on until the lines are pushed on. Nothing of it hangs on the hoses.",
            Choices =
            [
                FieldChoice.Of(HoldingKind.Bracket, "Bracket"),
                FieldChoice.Of(HoldingKind.Stud, "Stud that is there"),
                FieldChoice.Of(HoldingKind.RivetNut, "Rivet nut"),
                FieldChoice.Of(HoldingKind.Ties, "Ties"),
            ],
        },
        new FieldOf<RoutePlan>("holding.to", "Held to"),
        new FieldOf<RoutePlan>("holding.lie", "Fuel runs through it")
        {
            Choices = [FieldChoice.Of(SensorLie.Level, "Level"), FieldChoice.Of(SensorLie.Upwards, "Upwards"), FieldChoice.Of(SensorLie.Downwards, "Downwards")],
        },
        new FieldOf<RoutePlan>("holding.plugRoomMm", "Room before the plug")
        {
            Unit = Unit.Millimetre,
            Min = 0,
            Max = 2000,
        },
        new FieldOf<RoutePlan>("holding.serviceLoopMm", "Spare wire at it")
        {
            Unit = Unit.Millimetre,
            Min = 0,
            Max = 2000,
        },
        new FieldOf<RoutePlan>("holding.hotMm", "To the nearest hot part")
        {
            Unit = Unit.Millimetre,
            Min = 0,
            Max = 5000,
        },
        new FieldOf<RoutePlan>("holding.movingMm", "To the nearest moving part")
        {
            Unit = Unit.Millimetre,
            Min = 0,
            Max = 5000,
        },
        new FieldOf<RoutePlan>("holding.highVoltageMm", "To ignition or high voltage")
        {
            Unit = Unit.Millimetre,
            Min = 0,
            Max = 5000,
        },
        new FieldOf<RoutePlan>("holding.noLongerCloses", "No longer closes"),
        new FieldOf<RoutePlan>("holding.remedy", "Remedy for it"),
        new FieldOf<RoutePlan>("notes", "Notes"),
    ];

    /// <inheritdoc/>
    public override IReadOnlyList<IdentifiedList> Identified { get; } =
    [new("chain", "part") { Same = ["code"], KnownBy = ["code"] }, new("later", "later") { Same = ["what"], KnownBy = ["what"] }];

    /// <inheritdoc/>
    public override IEnumerable<NamedThing> Things(RoutePlan plan, RouteResults results) => results.Leaks.Where(l => l.Id is not null).Select(l => new NamedThing(l.Id!, l.Name));

    /// <inheritdoc/>
    /// <remarks>What is said of a joint names the joint from then on: it stays with it when parts come and go.</remarks>
    public override IReadOnlyDictionary<string, string> Stamps(RoutePlan plan, StationContext context)
    {
        if (PortCatalogue.Find(plan.From) is not { } from || PortCatalogue.Find(plan.To) is not { } to || plan.Chain is not { Count: > 0 } parts)
        {
            return base.Stamps(plan, context);
        }

        var ids = LeakList.JointIds(MadeChain.Of(parts, from, to));
        return (plan.Joints ?? [])
            .Select((made, i) => (made, i, Id: ids.ElementAtOrDefault(i)))
            .Where(j => j is { made.Joint: null, Id: not null } && j.made != new JointMade())
            .ToDictionary(j => FormattableString.Invariant($"joints[{j.i}].joint"), j => j.Id!, StringComparer.Ordinal);
    }

    /// <inheritdoc/>
    public override Type Publishes => typeof(PlannedLine);

    /// <inheritdoc/>
    public override IReadOnlyDictionary<string, string> PageWords => RoutePageWords.All;

    /// <inheritdoc/>
    public override StationProgress NotStarted => RouteProgress.NotStarted;

    /// <inheritdoc/>
    public override RouteResults Evaluate(RoutePlan plan, StationContext context) =>
        RouteEvaluation.Of(plan, context.Published<VehicleSurvey>() ?? VehicleSurvey.Empty, context.Ledger);

    /// <inheritdoc/>
    public override object? Publish(RoutePlan plan, RouteResults results) =>
        results is { Place: { Possible: true } place, Check.Ok: true } && plan.Chain is { Count: > 0 } chain && results.Findings.All(f => f.Severity < Severity.Stop)
            ? new PlannedLine(place.School, chain, results.Hoses?.Hoses.Sum(h => h.FreeMm) ?? results.HoseMm, place.InFeed)
            : null;

    /// <inheritdoc/>
    public override StationProgress Progress(RouteResults results) => new(results.State, results.NextAction);

    /// <inheritdoc/>
    public override Sentence Summary(RoutePlan plan, RouteResults results) => RouteWords.Summary(plan, results);

    /// <inheritdoc/>
    public override IReadOnlyList<Finding> Findings(RouteResults results) => results.Findings;

    /// <inheritdoc/>
    public override IEnumerable<NeededPart> Needs(RoutePlan plan, RouteResults results) =>
        [
            .. results.Kit is { } kit && results.Check?.Ok == true ? kit.ToBuy(results.PressureKpa, results.HottestC) : [],
            .. plan.Place == SensorPlace.Bypass ? Bypass.ToBuy() : [],
            .. plan.Holding?.ToBuy() ?? [],
            .. (results.Later ?? []).Where(l => l is { Now: true, IsInChain: false }).Select(l => l.ToBuy()),
        ];

    /// <inheritdoc/>
    public override IEnumerable<PlanText> Texts(RoutePlan plan) =>
        base.Texts(plan)
            .Concat((plan.Chain ?? []).Select((p, i) => new PlanText($"chain[{i}]", "Part", p.Name)))
            .Concat((plan.Opened ?? []).Select((o, i) => new PlanText($"opened[{i}]", "Joint opened", o)));

    /// <inheritdoc/>
    public override IReadOnlyList<string> NotInTemplate => ["gapMm", "hottestC", "tankSide", "engineSide", "stockMm"];

    /// <inheritdoc/>
    public override RouteResults ForRecord(RouteResults results) => results with { Strip = [], Placement = null };

    /// <inheritdoc/>
    public override IReadOnlyList<Figure> Figures(RoutePlan plan, RouteResults? results) =>
        [
            new("place", "Sensor", results?.Place is { } place ? place.School.InWords() : "no place chosen"),
            Figure.Of("pressureDropKpa", "Pressure it costs", results?.Place?.PressureDropKpa, Unit.Kpa, "not known"),
            Figure.Of("lagS", "From tank to sensor at a cruise", results?.Place?.LagS?.Cruise, Unit.Seconds, "not known"),
            new("from", "End towards the tank", results?.From?.Name ?? "not named"),
            new("to", "End towards the engine", results?.To?.Name ?? "not named"),
            Figure.Of("gapMm", "Gap", plan.GapMm is { } gap ? (Hazy)gap : null, Unit.Millimetre, "not measured"),
            new("chain", "Parts", plan.Chain is { Count: > 0 } chain ? string.Join(", ", chain.Select(p => p.Name)) : "none chosen"),
            Figure.Of("leakPoints", "Leak points", results is null ? null : (Hazy)results.Leaks.Count, Unit.None, "not known"),
            Figure.Of("hoseMm", "Hose", results?.HoseMm is { } hose ? (Hazy)hose : null, Unit.Millimetre, "not known"),
            .. (results?.Hoses?.Hoses ?? []).Select(h =>
                Figure.Of(
                    FormattableString.Invariant($"cutMm[{h.Id ?? h.Part.ToString(System.Globalization.CultureInfo.InvariantCulture)}]"),
                    FormattableString.Invariant($"Part {h.Part}, cut to"),
                    (Hazy)h.CutMm,
                    Unit.Millimetre
                )
            ),
            Figure.Of("costToBuy", "To buy", results?.Kit is { } kit ? (Hazy)kit.CostToBuy : null, Unit.None, "not known"),
        ];
}
