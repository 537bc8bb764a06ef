using System.Text.Json.Nodes;
using HazyGauge.Core;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Jobs;
using HazyGauge.Core.Stations;

namespace HazyGauge.Web.Stations;

/// <summary>What today's rules make of a saved document.</summary>
/// <param name="SavedWith">Version of the rules it was saved with.</param>
/// <param name="Now">Version of the rules today.</param>
/// <param name="Differences">Figures that would come out differently by today's rules; empty where the bay shows them already.</param>
/// <param name="SinceSaved">Figures that came out differently since it was saved, because other stations changed or the rules did.</param>
/// <param name="CanCompare">False where this version cannot read the results that were saved: then the lines they are summed up in are compared.</param>
public sealed record RecheckAnswer(string? SavedWith, string Now, IReadOnlyList<FigureChange> Differences, IReadOnlyList<FigureChange> SinceSaved, bool CanCompare = true);

/// <summary>Shows what a job comes to.</summary>
internal sealed class JobPreviewer(JobEvaluator evaluator, StationDocuments documents)
{
    private static readonly Dictionary<string, JsonObject> NoDrafts = new(StringComparer.Ordinal);

    /// <summary>The wanted stations and all they rest on; what is refused stands beside them, fields named slug.path.</summary>
    public async Task<(PreviewAnswer Answer, RefusedInputException? Refused)> PreviewAsync(
        Guid jobId,
        IReadOnlyDictionary<string, JsonObject> drafts,
        IReadOnlyList<string>? want,
        CancellationToken cancellation,
        bool onlyKnown = false
    )
    {
        var evaluation = await evaluator.EvaluateAsync(jobId, drafts, want, cancellation);
        var wanted = (want ?? [.. evaluation.Documents.Keys]).ToHashSet(StringComparer.Ordinal);
        var shown = evaluation
            .Outcomes.Where(o => o.Result is not null && (!onlyKnown || evaluation.Documents.ContainsKey(o.Station.Slug)))
            .ToDictionary(o => o.Station.Slug, o => Shown(o, evaluation, drafts, wanted.Contains(o.Station.Slug)), StringComparer.Ordinal);

        // What one that is only rested on cannot be calculated for, its own page says: the others go on without it.
        var refused = evaluation.Outcomes.Where(o => o.Refused is not null && (wanted.Contains(o.Station.Slug) || drafts.ContainsKey(o.Station.Slug))).ToList();
        return (new PreviewAnswer(shown), refused.Count == 0 ? null : JobSaver.Together(refused, bySlug: true));
    }

    /// <summary>What today's rules, and what other stations say today, make of a saved document.</summary>
    public async Task<RecheckAnswer> RecheckAsync(Guid jobId, IStation station, CancellationToken cancellation)
    {
        var evaluation = await evaluator.EvaluateAsync(jobId, NoDrafts, [station.Slug], cancellation);
        if (!evaluation.Latest.TryGetValue(station.Slug, out var latest) || StoredJson.Parts(latest) is not { Results: not null, CoreVersion: { } savedWith } saved)
        {
            return new RecheckAnswer(null, CoreVersion.Current, [], []);
        }

        var outcome = evaluation.Outcomes.Single(o => o.Station.Slug == station.Slug);
        if (outcome.Refused is { } refused)
        {
            throw refused;
        }

        var plan = documents.Plan(station, evaluation.Documents[station.Slug], new HazeLedger());
        var now = outcome.Result!;
        var results = documents.ResultsOf(station, saved);
        var changes = results is null
            ? FigureChange.Between([SummedUp(latest.Summary)], [SummedUp(now.Summary.Text)])
            : FigureChange.Between(station.Figures(plan, results), station.Figures(now.Plan, now.Results));
        // By the rules it was saved with, what the other stations changed stands in the bay already.
        return new RecheckAnswer(savedWith, CoreVersion.Current, savedWith == CoreVersion.Current ? [] : changes, changes, results is not null);
    }

    private static Figure SummedUp(string line) => new("summary", "Summed up", line);

    private StationPreview Shown(StationOutcome outcome, JobEvaluation evaluation, IReadOnlyDictionary<string, JsonObject> drafts, bool whole)
    {
        var (station, result) = (outcome.Station, outcome.Result!);
        var latest = evaluation.Latest.GetValueOrDefault(station.Slug);
        var progress = evaluation.Documents.ContainsKey(station.Slug) ? result.Progress : station.NotStarted;
        return new StationPreview(
            StationDocuments.Stamped(evaluation.Documents.GetValueOrDefault(station.Slug) ?? [], result.Stamps),
            documents.Node(whole ? result.Results : station.ForRecord(result.Results)),
            progress.State,
            progress.NextAction,
            result.Summary,
            result.Findings,
            outcome.BasedOn.ToDictionary(b => b.Key, b => (JsonNode)(b.Value is { } revision ? JsonValue.Create(revision) : JsonValue.Create("draft")), StringComparer.Ordinal),
            StationEndpoints.ETag(latest?.Number ?? 0),
            latest?.Number ?? 0,
            latest?.SavedAt,
            latest?.Author,
            drafts.ContainsKey(station.Slug) && latest is not null ? (JsonObject)(evaluation.Saved.GetValueOrDefault(station.Slug) ?? []).DeepClone() : null,
            progress.Steps,
            progress.Holds
        );
    }
}
