using System.Globalization;
using System.Text.Json;
using HazyGauge.Core;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Line;
using HazyGauge.Data.Jobs;
using HazyGauge.Web.OpenApi;
using HazyGauge.Web.Problems;
using HazyGauge.Web.Stations;
using HazyGauge.Web.Stations.Signal;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace HazyGauge.Web.Jobs;

/// <summary>What today's rules make of a saved document.</summary>
/// <param name="SavedWith">Version of the rules it was saved with.</param>
/// <param name="Now">Version of the rules today.</param>
/// <param name="Differences">Figures that would come out differently; empty where nothing would.</param>
public sealed record RecheckAnswer(string? SavedWith, string Now, IReadOnlyList<FigureChange> Differences);

/// <summary>Two revisions of a station side by side.</summary>
/// <param name="From">The one.</param>
/// <param name="To">The other.</param>
/// <param name="FiguresFrom">Figures of the one, in the order they are read; empty for an empty draft.</param>
/// <param name="FiguresTo">Figures of the other.</param>
/// <param name="Changes">What differs.</param>
public sealed record CompareAnswer(
    RecordItem From, RecordItem To, IReadOnlyList<DocumentFigure> FiguresFrom, IReadOnlyList<DocumentFigure> FiguresTo, IReadOnlyList<FigureChange> Changes);

/// <summary>Jobs, the documents of their stations, and the record.</summary>
internal static class JobEndpoints
{
    private const int LongestName = 80;
    private const int LongestVehicle = 200;
    private const int LargestPage = 500;

    public static void MapJobs(this IEndpointRouteBuilder api)
    {
        api.MapGet("/jobs", async (JobReader reader, CancellationToken cancellation) => new JobsAnswer(await reader.ListAsync(archived: false, cancellation)))
            .WithSummary("The jobs in the bay, the newest first.");
        api.MapPost("/jobs", CreateAsync).WithSummary("A new job.").WithExample("""{ "name": "Tarnock 30", "vehicle": "4x4, straight six, return line" }""");
        api.MapGet("/jobs/{id:guid}", FindAsync).WithSummary("One job.");
        api.MapGet("/jobs/{id:guid}/stations/{slug}", ReadStationAsync).WithSummary("The latest document of a station; its ETag is needed to save.");
        api.MapPut("/jobs/{id:guid}/stations/{slug}", SaveStationAsync)
            .WithSummary("Saves a document of a station as a new revision.")
            .NeedsHeader("If-Match", "ETag of the document this one was made from.")
            .NeedsHeader(Author.Header, "Who saves: 1 to 20 printable characters.");
        api.MapPost("/jobs/{id:guid}/stations/signal/preview", PreviewAsync).WithSummary("What a Signal document would come to; nothing is saved.");
        api.MapGet("/jobs/{id:guid}/stations/{slug}/recheck", RecheckAsync).WithSummary("Where today's rules, and what other stations say today, would change the saved results.");
        api.MapGet("/jobs/{id:guid}/record/compare", CompareAsync).WithSummary("Two revisions of a station side by side.");
        api.MapGet("/jobs/{id:guid}/record", RecordAsync).WithSummary("The record of a job, the newest revision first.");
        api.MapGet("/jobs/{id:guid}/record/{revision:int}", RevisionAsync).WithSummary("One revision.");
    }

    public static ProblemHttpResult NoSuchJob() => NotFound("There is no such job.");

    public static (string Name, string Vehicle) CheckNames(string? name, string? vehicle)
    {
        var check = new InputCheck();
        CheckText(check, name, "name", "The name", LongestName);
        CheckText(check, vehicle, "vehicle", "The vehicle", LongestVehicle);
        if (string.IsNullOrWhiteSpace(name))
        {
            check.Refuse("name", "A job needs a name, such as the vehicle's.");
        }

        check.ThrowIfAny();
        return (name!.Trim(), vehicle?.Trim() ?? string.Empty);
    }

    private static void CheckText(InputCheck check, string? text, string field, string what, int longest)
    {
        if (text?.Trim().Length > longest)
        {
            check.Refuse(field, $"{what} is longer than {longest} characters.");
        }

        if (text?.Any(char.IsControl) == true)
        {
            check.Refuse(field, $"{what} holds characters that cannot be shown.");
        }
    }

    private static async Task<Created<JobAnswer>> CreateAsync(NewJobRequest request, JobStore jobs, JobReader reader, CancellationToken cancellation)
    {
        var (name, vehicle) = CheckNames(request.Name, request.Vehicle);
        var job = await jobs.CreateAsync(name, vehicle, cancellation);
        return TypedResults.Created($"/api/jobs/{job.Id}", await reader.AnswerAsync(job, cancellation));
    }

    private static async Task<Results<Ok<JobAnswer>, ProblemHttpResult>> FindAsync(Guid id, JobReader reader, CancellationToken cancellation) =>
        await reader.FindAsync(id, cancellation) is { } job ? TypedResults.Ok(job) : NoSuchJob();

    private static async Task<Results<Ok<Envelope>, ProblemHttpResult>> ReadStationAsync(
        Guid id, string slug, HttpResponse response, JobStore jobs, CancellationToken cancellation)
    {
        if (Station.Find(slug) is null)
        {
            return NoSuchStation();
        }

        if (await jobs.FindAsync(id, cancellation) is null)
        {
            return NoSuchJob();
        }

        var latest = await jobs.LatestAsync(id, slug, cancellation);
        response.Headers.ETag = ETag(latest?.Number ?? 0);
        return TypedResults.Ok(latest is null ? new Envelope() : Envelope.From(latest));
    }

    private static async Task<Results<Ok<Envelope>, ProblemHttpResult>> SaveStationAsync(
        Guid id, string slug, [FromBody] JsonElement document, HttpRequest request, HttpResponse response, JobStore jobs, StationDocuments documents, CancellationToken cancellation)
    {
        if (Station.Find(slug) is not { } station)
        {
            return NoSuchStation();
        }

        if (await jobs.FindAsync(id, cancellation) is null)
        {
            return NoSuchJob();
        }

        var ifMatch = request.Headers.IfMatch.ToString();
        if (ifMatch.Length == 0)
        {
            return Problem(StatusCodes.Status428PreconditionRequired, "If-Match is missing.", "Read the document first and send its ETag as If-Match, so that nobody's work is overwritten unseen.");
        }

        var author = Author.Of(request);
        var judged = await documents.JudgeAsync(new JobToJudge(id), station, document, cancellation);
        var (outcome, revision) = await jobs.SaveAsync(
            id, new DocumentToSave(slug, author, judged.Json, judged.Summary, (before, savedAt) => judged.Show(before, savedAt)), Expected(ifMatch), cancellation);
        if (outcome == SaveOutcome.NoSuchJob)
        {
            return NoSuchJob();
        }

        response.Headers.ETag = ETag(revision?.Number ?? 0);
        return outcome == SaveOutcome.Stale
            ? Problem(StatusCodes.Status412PreconditionFailed, "Somebody saved this meanwhile.", revision is null
                ? "The document was never saved. Read it again."
                : $"{revision.Author} saved revision {revision.Number}. Read it before saving yours.")
            : TypedResults.Ok(Envelope.From(revision!));
    }

    private static async Task<Results<Ok<SignalDocument>, ProblemHttpResult>> PreviewAsync(
        Guid id, SignalDocument document, JobStore jobs, SignalStation signal, CancellationToken cancellation) =>
        await jobs.FindAsync(id, cancellation) is null
            ? NoSuchJob()
            : TypedResults.Ok(await signal.EvaluateAsync(id, document, cancellation));

    private static async Task<Results<Ok<RecheckAnswer>, ProblemHttpResult>> RecheckAsync(
        Guid id, string slug, JobStore jobs, StationDocuments documents, CancellationToken cancellation)
    {
        if (await jobs.FindAsync(id, cancellation) is null)
        {
            return NoSuchJob();
        }

        if (documents.Find(slug) is not { } station)
        {
            return NoSuchStation();
        }

        var latest = await jobs.LatestAsync(id, slug, cancellation);
        var saved = latest is null ? (JsonElement?)null : JsonSerializer.Deserialize<JsonElement>(latest.Document);
        if (saved is not { } document || station.ComputedWith(document) is not { } savedWith)
        {
            return TypedResults.Ok(new RecheckAnswer(null, CoreVersion.Current, []));
        }

        var now = JsonSerializer.Deserialize<JsonElement>((await station.JudgeAsync(new JobToJudge(id), document, cancellation)).Json);
        return TypedResults.Ok(new RecheckAnswer(savedWith, CoreVersion.Current, FigureChange.Between(station.Figures(document), station.Figures(now))));
    }

    private static async Task<Results<Ok<CompareAnswer>, ProblemHttpResult>> CompareAsync(
        Guid id, int from, int to, JobStore jobs, StationDocuments documents, CancellationToken cancellation)
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

        var (before, after) = (Document(first), Document(second));
        IReadOnlyList<DocumentFigure> Figures(JsonElement document) =>
            document.EnumerateObject().Any() && documents.Find(first.Slug) is { } station ? station.Figures(document) : [];
        var (figuresBefore, figuresAfter) = (Figures(before), Figures(after));
        return TypedResults.Ok(new CompareAnswer(
            Item(first),
            Item(second),
            figuresBefore,
            figuresAfter,
            figuresBefore.Count == 0 || figuresAfter.Count == 0 ? [] : FigureChange.Between(figuresBefore, figuresAfter)));

        static JsonElement Document(Data.RevisionRow row) => JsonSerializer.Deserialize<JsonElement>(row.Document);
        static RecordItem Item(Data.RevisionRow r) => new(r.Number, r.Slug, r.Author, r.SavedAt, r.Summary);
    }

    private static async Task<Results<Ok<RecordPage>, ProblemHttpResult>> RecordAsync(
        Guid id, JobStore jobs, CancellationToken cancellation, int skip = 0, int take = 50)
    {
        new InputCheck()
            .Within(skip, 0, int.MaxValue, "skip", "skip", string.Empty)
            .Within(take, 1, LargestPage, "take", "take", string.Empty)
            .ThrowIfAny();
        if (await jobs.FindAsync(id, cancellation) is null)
        {
            return NoSuchJob();
        }

        var (total, items) = await jobs.RecordAsync(id, skip, take, cancellation);
        return TypedResults.Ok(new RecordPage(total, [.. items.Select(r => new RecordItem(r.Number, r.Slug, r.Author, r.SavedAt, r.Summary))]));
    }

    private static async Task<Results<Ok<Envelope>, ProblemHttpResult>> RevisionAsync(Guid id, int revision, JobStore jobs, CancellationToken cancellation) =>
        await jobs.RevisionAsync(id, revision, cancellation) is { } row
            ? TypedResults.Ok(Envelope.From(row))
            : NotFound("There is no such revision on this job.");

    private static ProblemHttpResult NoSuchStation() =>
        NotFound($"There is no such station. The line has {string.Join(", ", Station.All.Select(s => s.Slug))}.");

    private static ProblemHttpResult NotFound(string detail) => Problem(StatusCodes.Status404NotFound, "Not found.", detail);

    private static ProblemHttpResult Problem(int status, string title, string detail) => TypedResults.Problem(ApiProblems.Problem(status, title, detail, null));

    private static string ETag(int revision) => string.Create(CultureInfo.InvariantCulture, $"\"{revision}\"");

    /// <summary>The revision an If-Match names; null for any; a revision that cannot be where it names none of ours.</summary>
    private static int? Expected(string ifMatch) => ifMatch.Trim() switch
    {
        "*" => null,
        var tag when int.TryParse(tag.Trim('"'), NumberStyles.None, CultureInfo.InvariantCulture, out var number) => number,
        _ => -1,
    };
}
