using System.Text.Json.Nodes;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Jobs;
using HazyGauge.Core.Stations;
using HazyGauge.Data.Jobs;
using HazyGauge.Web.Live;
using HazyGauge.Web.OpenApi;
using HazyGauge.Web.Problems;
using HazyGauge.Web.Queries;
using HazyGauge.Web.Stations;
using HazyGauge.Web.Templates;
using Microsoft.AspNetCore.Http.HttpResults;

namespace HazyGauge.Web.Jobs;

/// <summary>Two revisions of a station side by side.</summary>
/// <param name="From">The one.</param>
/// <param name="To">The other.</param>
/// <param name="FiguresFrom">Figures of the one, in the order they are read; empty for an empty draft.</param>
/// <param name="FiguresTo">Figures of the other.</param>
/// <param name="Changes">What differs.</param>
public sealed record CompareAnswer(RecordItem From, RecordItem To, IReadOnlyList<Figure> FiguresFrom, IReadOnlyList<Figure> FiguresTo, IReadOnlyList<FigureChange> Changes);

/// <summary>Jobs, the documents of their stations, and the record.</summary>
internal static class JobEndpoints
{
    private const int LargestPage = 500;

    public static void MapJobs(this IEndpointRouteBuilder api)
    {
        api.MapGet("/jobs", ListAsync).WithSummary("The jobs in the bay, the newest first, page by page.");
        api.MapPost("/jobs", CreateAsync)
            .WithSummary("A new job, empty or from a template.")
            .WithExample("""{ "name": "Tarnock 30", "vehicle": "4x4, straight six, return line" }""");
        api.MapGet("/jobs/{id:guid}", FindAsync).WithSummary("One job.");
        api.MapPatch("/jobs/{id:guid}", RelabelAsync)
            .WithSummary("Renames a job, or says better what vehicle it is and whose.")
            .WithExample("""{ "name": "Tarnock 31", "plate": "MR 31" }""");
        api.MapDelete("/jobs/{id:guid}", RemoveAsync).WithSummary("Removes a job. It can be restored for 30 days and is deleted then.");
        api.MapGet("/jobs/{id:guid}/record/compare", CompareAsync).WithSummary("Two revisions of a station side by side.");
        api.MapGet("/jobs/{id:guid}/record", RecordAsync).WithSummary("The record of a job, the newest revision first.");
        api.MapGet("/jobs/{id:guid}/record/{revision:int}", RevisionAsync).WithSummary("One revision.");
    }

    public static ProblemHttpResult NoSuchJob() => NotFound("There is no such job.");

    private static async Task<Created<JobAnswer>> CreateAsync(
        NewJobRequest asked,
        HttpRequest request,
        JobStore jobs,
        JobReader reader,
        JobNewsDesk news,
        JobFromTemplate fromTemplate,
        CancellationToken cancellation
    )
    {
        var label = JobLabels.Check(new JobLabelRequest(asked.Name, asked.Vehicle, asked.Plate, asked.Reference));
        if (asked.TemplateId is { } template)
        {
            var begun = await fromTemplate.CreateAsync(template, label, TemplateEndpoints.AuthorOr(request), cancellation);
            return TypedResults.Created($"/api/jobs/{begun.Id}", (await reader.FindAsync(begun.Id, cancellation))!);
        }

        var job = jobs.NewJob(label);
        await jobs.CreateAsync(job, null, cancellation);
        await news.MovedAsync(job.Id);
        return TypedResults.Created($"/api/jobs/{job.Id}", await reader.AnswerAsync(job, cancellation));
    }

    private static async Task<Results<Ok<JobAnswer>, ProblemHttpResult>> RelabelAsync(
        Guid id,
        JobLabelRequest request,
        JobStore jobs,
        JobReader reader,
        JobNewsDesk news,
        CancellationToken cancellation
    )
    {
        if (await jobs.RelabelAsync(id, before => JobLabels.Check(request, before), cancellation) is not { } job)
        {
            return NoSuchJob();
        }

        await news.MovedAsync(id);
        return TypedResults.Ok(await reader.AnswerAsync(job, cancellation));
    }

    private static async Task<Results<Ok<RemovedJob>, ProblemHttpResult>> RemoveAsync(Guid id, RemovedJobs removed, JobNewsDesk news, CancellationToken cancellation)
    {
        if (await removed.RemoveAsync(id, cancellation) is not { RemovedAt: { } at })
        {
            return NoSuchJob();
        }

        await news.MovedAsync(id);
        return TypedResults.Ok(new RemovedJob(id, at, at + RemovedJobs.Kept));
    }

    private static async Task<Ok<JobsAnswer>> ListAsync(JobReader reader, CancellationToken cancellation, Guid? after = null, int limit = PageSize.Usual)
    {
        PageSize.Check(limit);
        return TypedResults.Ok(await reader.NewestAsync(after, limit, cancellation));
    }

    private static async Task<Results<Ok<JobAnswer>, ProblemHttpResult>> FindAsync(
        Guid id,
        JobStore jobs,
        JobReader reader,
        StandingsRenewal renewal,
        RemovedJobs removed,
        CancellationToken cancellation
    )
    {
        if (await jobs.FindAsync(id, cancellation) is { } opened)
        {
            await renewal.RenewForAsync([opened], cancellation);
        }

        return await reader.FindAsync(id, cancellation) is { } job ? TypedResults.Ok(job)
            : await removed.RemovedAtAsync(id, cancellation) is null ? NoSuchJob()
            : NotFound($"This job was removed. For {RemovedJobs.Kept.TotalDays:0} days it can be restored in the bay, under Removed.");
    }

    private static async Task<Results<Ok<CompareAnswer>, ProblemHttpResult>> CompareAsync(
        Guid id,
        int from,
        int to,
        JobStore jobs,
        JobLine line,
        StationDocuments documents,
        CancellationToken cancellation
    )
    {
        var (first, second) = (await jobs.RevisionAsync(id, from, cancellation), await jobs.RevisionAsync(id, to, cancellation));
        if (first is null || second is null)
        {
            return NotFound("There is no such revision on this job.");
        }

        if (first.Slug != second.Slug)
        {
            throw new RefusedInputException("to", "Only revisions of the same station can be set side by side.");
        }

        var (figuresBefore, figuresAfter) = (Figures(first), Figures(second));
        return TypedResults.Ok(
            new CompareAnswer(
                Item(first),
                Item(second),
                figuresBefore,
                figuresAfter,
                figuresBefore.Count == 0 || figuresAfter.Count == 0 ? [] : FigureChange.Between(figuresBefore, figuresAfter)
            )
        );

        IReadOnlyList<Figure> Figures(Data.RevisionRow row)
        {
            var inputs = StoredJson.Inputs(row);
            if (StationDocuments.IsEmpty(inputs) || line.Station(row.Slug) is not { } station)
            {
                return [];
            }

            // An older shape is shown as what it is today; what it handed to other stations stands in their documents.
            var documentsOf = new Dictionary<string, JsonObject>(StringComparer.Ordinal) { [row.Slug] = StationDocuments.Inputs(inputs) };
            DocumentUpgrade.Apply(documentsOf);
            return station.Figures(documents.Plan(station, documentsOf[row.Slug], new HazeLedger()), documents.ResultsOf(station, StoredJson.Parts(row)));
        }

        static RecordItem Item(Data.RevisionRow r) => new(r.Number, r.Slug, r.Author, r.SavedAt, r.Summary, null, r.AuthorId, r.IsPractice ? true : null);
    }

    private static async Task<Results<Ok<RecordPage>, ProblemHttpResult>> RecordAsync(
        Guid id,
        JobStore jobs,
        StationDocuments documents,
        CancellationToken cancellation,
        int skip = 0,
        int take = 50
    )
    {
        new InputCheck().Within(skip, 0, int.MaxValue, "skip", "skip").Within(take, 1, LargestPage, "take", "take").ThrowIfAny();
        if (!await jobs.ExistsAsync(id, cancellation))
        {
            return NoSuchJob();
        }

        var (total, items) = await jobs.RecordAsync(id, skip, take, cancellation);
        return TypedResults.Ok(
            new RecordPage(
                total,
                [.. items.Select(i => new RecordItem(i.Number, i.Slug, i.Author, i.SavedAt, i.Summary, documents.Said(i.Said), i.AuthorId, i.IsPractice ? true : null))]
            )
        );
    }

    private static async Task<Results<Ok<Envelope>, ProblemHttpResult>> RevisionAsync(Guid id, int revision, JobStore jobs, CancellationToken cancellation) =>
        await jobs.RevisionAsync(id, revision, cancellation) is { } row ? TypedResults.Ok(Envelope.From(row)) : NotFound("There is no such revision on this job.");

    public static ProblemHttpResult NotFound(string detail) => Problem(StatusCodes.Status404NotFound, "Not found.", detail);

    public static ProblemHttpResult Problem(int status, string title, string detail) => TypedResults.Problem(ApiProblems.Problem(status, title, detail, null));
}
