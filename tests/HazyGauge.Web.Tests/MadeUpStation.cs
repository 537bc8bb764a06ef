using HazyGauge.Core.Fields;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Stations;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Web.Tests;

/// <summary>What is asked.</summary>
public sealed record PurgePlan
{
    public Hazy? PressureKpa { get; init; }

    public string? Note { get; init; }
}

/// <summary>What it comes to.</summary>
public sealed record PurgeResults(Hazy? TimesBase, Sentence Headline, Sentence Lead, StationState State, NextAction NextAction);

/// <summary>A station that lives in these tests only. docs/adding-a-station.md is true as long as this is all it takes.</summary>
public sealed class MadeUpStation : Station<PurgePlan, PurgeResults>
{
    public override string Slug => "purge";

    public override string Name => "Purge";

    public override string Question => "Is the line purged?";

    public override IReadOnlyList<string> DependsOn => ["survey"];

    public override IReadOnlyList<Field> Fields { get; } =
    [
        new("pressureKpa", "Purge pressure")
        {
            Unit = Unit.Kpa,
            Min = 10,
            Max = 900,
            HowTo = "Read the gauge.",
        },
    ];

    public override StationProgress NotStarted => new(StationState.Empty, NextAction.Of(Slug, "purge", "Purge the line.", "Then read the gauge."));

    public override PurgeResults Evaluate(PurgePlan plan, StationContext context)
    {
        var times = plan.PressureKpa / (context.Published<VehicleSurvey>()?.FuelSystem.BasePressureKpa ?? 300);
        var state = times is { Value: <= 1 } ? StationState.Proven : StationState.Hold;
        return new PurgeResults(
            times,
            times is { } t ? Sentence.Of($"Purged at {Say.Of(plan.PressureKpa!.Value, Unit.Kpa, 0)}, {Say.Of(t, Unit.None, 2)} times the base pressure.") : "Not purged yet.",
            Sentence.Empty,
            state,
            NextAction.Of(Slug, "lower", state == StationState.Hold ? "Lower the pressure." : "The line is purged.", "It must not exceed the base pressure.")
        );
    }

    public override StationProgress Progress(PurgeResults results) => new(results.State, results.NextAction);

    public override Sentence Summary(PurgePlan plan, PurgeResults results) => results.Headline;

    public override IReadOnlyList<Figure> Figures(PurgePlan plan, PurgeResults? results) =>
        [Figure.Of("pressureKpa", "Purge pressure", plan.PressureKpa, Unit.Kpa), Figure.Of("timesBase", "Of the base pressure", results?.TimesBase, Unit.None)];
}
