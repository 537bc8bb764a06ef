using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Parts;
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
        new("gapMm", "Gap between the ends") { Unit = Unit.Millimetre, Min = 0, Max = 10_000, HowTo = "Hold a tape between the two open ends; 0 for a joint that is pulled apart and stays where it is." },
        new FieldOf<RoutePlan>("cut", "The line may be cut") { HowTo = "Ask the owner: a cut line does not go back as it was." },
        new FieldOf<RoutePlan>("notes", "Notes"),
    ];

    /// <inheritdoc/>
    public override StationProgress NotStarted => RouteProgress.NotStarted;

    /// <inheritdoc/>
    public override RouteResults Evaluate(RoutePlan plan, StationContext context) => RouteEvaluation.Of(plan, context.Published<VehicleSurvey>() ?? VehicleSurvey.Empty);

    /// <inheritdoc/>
    public override StationProgress Progress(RouteResults results) => new(results.State, results.NextAction);

    /// <inheritdoc/>
    public override Sentence Summary(RoutePlan plan, RouteResults results) => RouteWords.Summary(plan, results);

    /// <inheritdoc/>
    public override IReadOnlyList<Finding> Findings(RouteResults results) => results.Findings;

    /// <inheritdoc/>
    public override IEnumerable<NeededPart> Needs(RoutePlan plan, RouteResults results) => results.Kit is { } kit && results.Check?.Ok == true ? kit.ToBuy() : [];

    /// <inheritdoc/>
    public override IEnumerable<PlanText> Texts(RoutePlan plan) =>
        base.Texts(plan)
            .Concat((plan.Chain ?? []).Select((p, i) => new PlanText($"chain[{i}]", "Part", p.Name)))
            .Concat((plan.Opened ?? []).Select((o, i) => new PlanText($"opened[{i}]", "Joint opened", o)));

    /// <inheritdoc/>
    public override IReadOnlyList<string> NotInTemplate => ["gapMm"];

    /// <inheritdoc/>
    public override RouteResults ForRecord(RouteResults results) => results with { Strip = [] };

    /// <inheritdoc/>
    public override IReadOnlyList<Figure> Figures(RoutePlan plan, RouteResults? results) =>
    [
        new("from", "End towards the tank", results?.From?.Name ?? "not named"),
        new("to", "End towards the engine", results?.To?.Name ?? "not named"),
        Figure.Of("gapMm", "Gap", plan.GapMm is { } gap ? (Hazy)gap : null, Unit.Millimetre, "not measured"),
        new("chain", "Parts", plan.Chain is { Count: > 0 } chain ? string.Join(", ", chain.Select(p => p.Name)) : "none chosen"),
        Figure.Of("leakPoints", "Leak points", results is null ? null : (Hazy)results.Leaks.Count, Unit.None, "not known"),
        Figure.Of("hoseMm", "Hose", results?.HoseMm is { } hose ? (Hazy)hose : null, Unit.Millimetre, "not known"),
        Figure.Of("costToBuy", "To buy", results?.Kit is { } kit ? (Hazy)kit.CostToBuy : null, Unit.None, "not known"),
    ];
}
