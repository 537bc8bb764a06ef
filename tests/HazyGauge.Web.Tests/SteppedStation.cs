using HazyGauge.Core.Entries;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Stations;

namespace HazyGauge.Web.Tests;

/// <summary>What is asked.</summary>
public sealed record RinsePlan
{
    public IReadOnlyList<string>? Hoses { get; init; }
}

/// <summary>What it comes to.</summary>
public sealed record RinseResults(IReadOnlyList<StationStep> Steps, IReadOnlyList<StationHold> Holds, int StationsSeen, Sentence Headline, Sentence Lead);

/// <summary>A hose was rinsed.</summary>
public sealed record Rinsed(bool IsClean);

/// <summary>Somebody rinsed a hose; its shape changed once.</summary>
public sealed class RinsedKind : EntryKind<Rinsed>
{
    public override string Slug => "rinsed";

    public override string Name => "Rinsed";

    public override string? AsksText => null;

    public override Asked AtStep => Asked.Required;

    public override int Schema => 2;

    // The first shape said dirty where this one says clean.
    public override System.Text.Json.Nodes.JsonObject Upgrade(System.Text.Json.Nodes.JsonObject payload, int schema) => new() { ["isClean"] = !(bool)payload["isDirty"]! };

    public override Sentence Summary(Rinsed payload) => payload.IsClean ? "Rinsed clean." : "Rinsed, not clean.";
}

/// <summary>
/// A station with steps, holds and an entry of its own, that reads the whole job. It lives in these tests only, and nothing outside this file knows of it.
/// </summary>
public sealed class SteppedStation : Station<RinsePlan, RinseResults>
{
    public override string Slug => "rinse";

    public override string Name => "Rinse";

    public override string Question => "Is every hose clean?";

    public override IReadOnlyList<string> ReadsEntries => ["rinsed"];

    public override bool ReadsSoFar => true;

    public override StationProgress NotStarted => new(StationState.Empty, NextAction.Of(Slug, "rinse", "Rinse the hoses.", "Then look through them."));

    public override RinseResults Evaluate(RinsePlan plan, StationContext context)
    {
        // One after the other: each waits for the one before. What was done stays done, also where the plan has no such hose any more.
        var hoses = plan.Hoses ?? [];
        var done = context.Entries.Where(e => e.Payload is Rinsed { IsClean: true }).Select(e => e.Step!).ToHashSet();
        var steps = hoses
            .Select(
                (h, i) =>
                    new StationStep(
                        h,
                        Sentence.Of($"Rinse {h}."),
                        done.Contains(h) ? StepState.Done
                            : i == 0 || done.Contains(hoses[i - 1]) ? StepState.Open
                            : StepState.Waiting,
                        i == 0 ? [] : [hoses[i - 1]]
                    )
            )
            .Concat(done.Except(hoses).Select(h => new StationStep(h, Sentence.Of($"Rinse {h}."), StepState.Gone, [])));
        var holds = context
            .Entries.GroupBy(e => e.Step!)
            .Where(g => g.Last().Payload is Rinsed { IsClean: false })
            .Select(g => new StationHold("notClean", Sentence.Of($"{g.Key} is not clean: dirt ends in the injectors."), "Rinse it again.", g.Key));
        return new RinseResults([.. steps], [.. holds], context.SoFar.Stations.Count, "Rinsing.", Sentence.Empty);
    }

    public override StationProgress Progress(RinseResults results) =>
        new(
            results.Steps.All(s => s.State is StepState.Done or StepState.Gone) ? StationState.Proven : StationState.InWork,
            NextAction.Of(
                Slug,
                "rinse",
                results.Holds.Count > 0 ? "Stop, and rinse again." : "Rinse the next.",
                results.Holds.Count > 0 ? results.Holds[0].Why : "One after the other."
            ),
            results.Steps,
            results.Holds
        );

    public override IEnumerable<NamedThing> Things(RinsePlan plan, RinseResults results) => (plan.Hoses ?? []).Select(h => new NamedThing(h, $"Hose {h}"));

    public override Sentence Summary(RinsePlan plan, RinseResults results) => Sentence.Of($"{results.Steps.Count(s => s.State == StepState.Done):0} rinsed");

    public override IReadOnlyList<Figure> Figures(RinsePlan plan, RinseResults? results) =>
        [Figure.Of("rinsed", "Rinsed", results?.Steps.Count(s => s.State == StepState.Done), Unit.None)];

    public override IReadOnlyList<Finding> Findings(RinseResults results) => [];
}
