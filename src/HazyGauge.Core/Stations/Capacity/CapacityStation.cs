using HazyGauge.Core.Entries.Kinds;
using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Parts;
using HazyGauge.Core.Plumbing.Placement;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Capacity;

/// <summary>Can pump, lines and injectors feed it, and does the fuel boil? Reads what the survey knows of the vehicle.</summary>
public sealed class CapacityStation : Station<CapacityPlan, CapacityResults>
{
    internal const string Key = "capacity";

    /// <inheritdoc/>
    public override string Slug => Key;

    /// <inheritdoc/>
    public override string Name => "Capacity";

    /// <inheritdoc/>
    public override string Question => "Can pump, lines and injectors feed it, and does the fuel boil?";

    /// <inheritdoc/>
    public override IReadOnlyList<string> DependsOn => ["survey", "route", "signal"];

    /// <inheritdoc/>
    public override IReadOnlyList<string> ReadsEntries => [FittedEntry.Key];

    /// <inheritdoc/>
    public override IReadOnlyList<Field> Fields => [.. FullLoad.Fields, .. HotDrive.Fields];

    /// <inheritdoc/>
    public override IReadOnlyDictionary<string, string> PageWords => CapacityPageWords.All;

    /// <inheritdoc/>
    public override StationProgress NotStarted => CapacityProgress.NotStarted;

    /// <inheritdoc/>
    public override HazeSource SourceOf(string path, double u) => new(path, Fields.FirstOrDefault(f => f.Path == path)?.Label ?? path);

    /// <inheritdoc/>
    public override CapacityResults Evaluate(CapacityPlan plan, StationContext context) =>
        CapacityEvaluation.Of(
            context.Published<VehicleSurvey>() ?? VehicleSurvey.Empty,
            plan,
            context.Ledger,
            FittedEntry.In(context.Entries).Select(f => f.Change),
            context.Published<PlannedLine>(),
            context.Published<SensorSays>()?.Reading?.FuelTempC
        );

    /// <inheritdoc/>
    public override IEnumerable<NeededPart> Needs(CapacityPlan plan, CapacityResults results) =>
        results
            .Planned.Where(p => Bought.ContainsKey(p.Key))
            .Select(p => new NeededPart(
                Bought[p.Key].Item,
                p.Key == "baseRiseKpa" ? "Settable pressure regulator" : p.What,
                PartKind.Part,
                p.Key == "baseRiseKpa" ? p.What : "Planned at Capacity.",
                Bought[p.Key].Count(plan),
                ["capacity", "fit"]
            ));

    // What of a plan is bought, and how many of it where that is not one.
    private static readonly Dictionary<string, (string Item, Func<CapacityPlan, double> Count)> Bought = new(StringComparer.Ordinal)
    {
        ["ratedFlowCcMin"] = ("injectors", _ => 1),
        ["baseRiseKpa"] = ("settable-regulator", _ => 1),
        ["pumpCount"] = ("fuel-pump-more", _ => 1),
        ["pumpFlowLph"] = ("fuel-pump", _ => 1),
        ["directInjectorGPerS"] = ("direct-injectors", _ => 1),
        ["highPressurePumpCcPerCamRev"] = ("high-pressure-pump", _ => 1),
        ["addedPorts"] = ("port-injectors", plan => plan.Changes?.AddedPorts?.Count ?? 1),
    };

    /// <inheritdoc/>
    public override StationProgress Progress(CapacityResults results) => new(results.State, results.NextAction);

    /// <inheritdoc/>
    public override Sentence Summary(CapacityPlan plan, CapacityResults results) => CapacityWords.Summary(results);

    /// <inheritdoc/>
    public override IReadOnlyList<Finding> Findings(CapacityResults results) => results.Findings;

    /// <inheritdoc/>
    public override CapacityResults ForRecord(CapacityResults results) => results with { Drawing = null };

    /// <inheritdoc/>
    public override IReadOnlyList<Figure> Figures(CapacityPlan plan, CapacityResults? results)
    {
        var changes = plan.Changes;
        Figure Planned(string field, string label, double? number, Unit unit) => Figure.Of(field, label, number is { } known ? (Hazy)known : null, unit, "as found");
        return
        [
            Figure.Of("powerKw", "Power wanted", results?.PowerKw, Unit.Kw, "not known"),
            Figure.Of("ethanolPct", "Blend wanted", results?.EthanolPct, Unit.EthanolPct, "not known"),
            MostEthanol(results?.AtPoint?.MaxEthanolPct),
            .. results is { Planned.Count: > 0, AtPoint: not null }
                ? [Figure.Of("asItStandsMaxEthanolPct", "Most ethanol as it stands", results.AsItStandsMaxEthanolPct, Unit.EthanolPct, "not even E0")]
                : Array.Empty<Figure>(),
            Figure.Of("maxPowerKw", "Most power on that blend", results?.AtPoint?.MaxPowerKw, Unit.Kw, "not known"),
            new("ethanolBinding", "Limited by", results?.AtPoint?.EthanolBinding?.InWords() ?? "not known"),
            Planned("baseRiseKpa", "Base pressure raised by", changes?.BaseRiseKpa, Unit.Kpa),
            Planned("ratedFlowCcMin", "New injectors", changes?.RatedFlowCcMin, Unit.CcPerMin),
            Planned("pumpCount", "Pumps", changes?.PumpCount, Unit.None),
            Planned("pumpFlowLph", "Larger pump", changes?.PumpFlowLph, Unit.Lph),
            Planned("directInjectorGPerS", "New direct injectors", changes?.DirectInjectorGPerS, Unit.GPerS),
            Planned("highPressurePumpCcPerCamRev", "New high-pressure pump", changes?.HighPressurePumpCcPerCamRev, Unit.CcPerRev),
            Planned("addedPorts", "Injectors added in the ports", changes?.AddedPorts?.RatedFlowCcMin, Unit.CcPerMin),
            Planned("portSharePct", "Share of the ports", changes?.PortSharePct, Unit.Percent),
            Figure.Of("boilingMarginK", "To boiling on the hottest drive", results?.Drive?.AtInlet.MarginK, Unit.KelvinStep, "not known"),
            Figure.Of("routeDropKpa", "Pressure the route's parts cost", results?.RouteDropKpa, Unit.Kpa, "none planned in the feed"),
            Figure.Of("tripKpa", "Low-side pressure trips at", results?.Failsafe?.TripKpa, Unit.Kpa, "not known"),
        ];
    }

    // Where its haze reaches neat ethanol only the low end says something.
    private static Figure MostEthanol(Hazy? most)
    {
        const string Field = "maxEthanolPct",
            Label = "Most ethanol at that power";
        return most is { } known && ReachWords.IsOneSided(known)
            ? new Figure(Field, Label, ReachWords.Supported(known).Text)
            : Figure.Of(Field, Label, most, Unit.EthanolPct, "not known");
    }
}
