using System.Text.Json.Serialization;
using HazyGauge.Core.Entries;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Parts;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Stations;
using HazyGauge.Data.Jobs;
using HazyGauge.Web.Stations;
using Microsoft.AspNetCore.Http.HttpResults;

namespace HazyGauge.Web.Jobs;

/// <summary>How a station stands.</summary>
/// <param name="State">State of the station.</param>
/// <param name="Summary">It in one line; null where nothing stands there.</param>
/// <param name="Figures">The figures a mechanic would act on.</param>
/// <param name="Findings">What it noticed, the gravest first.</param>
/// <param name="NextAction">What to do next there.</param>
/// <param name="Steps">The steps of the work there; left out where the station has none.</param>
/// <param name="Holds">What stops the work there; left out where nothing does.</param>
public sealed record StationSoFarAnswer(
    StationState State,
    Sentence? Summary,
    IReadOnlyList<Figure> Figures,
    IReadOnlyList<Finding> Findings,
    NextAction NextAction,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<StationStep>? Steps = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<StationHold>? Holds = null
);

/// <summary>An entry that waits for another to close it.</summary>
/// <param name="Number">Its number.</param>
/// <param name="Kind">What kind of entry it is.</param>
/// <param name="Text">What it says.</param>
/// <param name="Due">The day it falls due.</param>
/// <param name="Station">The station it belongs to.</param>
/// <param name="Step">The step or joint it belongs to.</param>
/// <param name="Author">Who wrote it.</param>
/// <param name="At">When.</param>
public sealed record OpenSoFar(int Number, string Kind, string Text, DateOnly? Due, string? Station, string? Step, string Author, DateTimeOffset At);

/// <summary>What happened on a job, as far as somebody has to act on it.</summary>
/// <param name="Open">What stands open.</param>
/// <param name="Unreadable">What was set aside because it cannot be read.</param>
public sealed record EntriesSoFarAnswer(IReadOnlyList<OpenSoFar> Open, IReadOnlyList<UnreadableEntry> Unreadable);

/// <summary>What a job needs, by how far it has come.</summary>
/// <param name="Needed">Still to be bought or borrowed.</param>
/// <param name="Ordered">Ordered.</param>
/// <param name="Here">Arrived, or on the shelf.</param>
/// <param name="NotNeeded">Not needed after all.</param>
public sealed record PartsSoFar(IReadOnlyList<BuyingLine> Needed, IReadOnlyList<BuyingLine> Ordered, IReadOnlyList<BuyingLine> Here, IReadOnlyList<BuyingLine> NotNeeded);

/// <summary>One picture of a job.</summary>
/// <param name="Stations">Every station that has a document, by slug.</param>
/// <param name="Entries">What happened and somebody has to act on.</param>
/// <param name="Parts">What the job needs.</param>
public sealed record SoFarAnswer(IReadOnlyDictionary<string, StationSoFarAnswer> Stations, EntriesSoFarAnswer Entries, PartsSoFar Parts);

/// <summary>The whole job in one answer.</summary>
internal static class SoFarEndpoints
{
    public static void MapSoFar(this IEndpointRouteBuilder api) =>
        api.MapGet("/jobs/{id:guid}/so-far", ReadAsync)
            .WithSummary("One picture of a job: how every station stands with its steps, figures and findings, what is open or cannot be read, and what it needs.");

    private static async Task<Results<Ok<SoFarAnswer>, ProblemHttpResult>> ReadAsync(Guid id, JobStore jobs, JobEvaluator evaluator, CancellationToken cancellation) =>
        await jobs.ExistsAsync(id, cancellation) ? TypedResults.Ok(Answer(await evaluator.SoFarAsync(id, cancellation))) : JobEndpoints.NoSuchJob();

    private static SoFarAnswer Answer(JobSoFar job)
    {
        IReadOnlyList<BuyingLine> Lines(params PartStatus[] statuses) => [.. job.Parts.Where(p => statuses.Contains(p.Status))];
        return new SoFarAnswer(
            job.Stations.ToDictionary(
                s => s.Key,
                s => new StationSoFarAnswer(
                    s.Value.Progress.State,
                    s.Value.Summary,
                    s.Value.Figures,
                    s.Value.Findings,
                    s.Value.Progress.NextAction,
                    s.Value.Progress.Steps,
                    s.Value.Progress.Holds
                ),
                StringComparer.Ordinal
            ),
            new EntriesSoFarAnswer([.. job.Open.Select(e => new OpenSoFar(e.Number, e.Kind, e.Text, e.Due, e.Station, e.Step, e.Author.Name, e.At))], job.Entries.Unreadable),
            new PartsSoFar(Lines(PartStatus.Needed), Lines(PartStatus.Ordered), Lines(PartStatus.Arrived, PartStatus.OnTheShelf), Lines(PartStatus.NotNeeded))
        );
    }
}
