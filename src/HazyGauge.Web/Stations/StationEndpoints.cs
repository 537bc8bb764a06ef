using System.Globalization;
using System.Text.Json.Nodes;
using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Jobs;
using HazyGauge.Core.Sentences;
using HazyGauge.Data.Jobs;
using HazyGauge.Web.Haze;
using HazyGauge.Web.Jobs;
using HazyGauge.Web.OpenApi;
using HazyGauge.Web.Problems;
using Microsoft.AspNetCore.Http.HttpResults;

namespace HazyGauge.Web.Stations;

/// <summary>A field a station asks for.</summary>
/// <param name="Path">Where it stands in the document.</param>
/// <param name="Label">What it is called.</param>
/// <param name="Quantity">What it is measured in, as sentences and figures name it.</param>
/// <param name="Unit">Symbol of its metric unit; empty for none.</param>
/// <param name="Min">Lowest it can be.</param>
/// <param name="Max">Highest it can be.</param>
/// <param name="Usual">What stands in where it is left out.</param>
/// <param name="HowTo">How to find it out.</param>
/// <param name="AppliesWhen">When it is asked for; null for always.</param>
/// <param name="Source">Id of the source of doubt it is.</param>
/// <param name="AskedAt">Station whose page asks for it, where that is another one.</param>
/// <param name="Group">What it is asked together with.</param>
/// <param name="Answer">How it is answered.</param>
/// <param name="Choices">What there is to choose from.</param>
/// <param name="Columns">What a row holds, where it is a table.</param>
/// <param name="Hint">What helps while answering.</param>
/// <param name="LeftOut">What counts where it is left out and no figure stands in, in words.</param>
/// <param name="Photo">True where there is a plate or a connection to take a photo of.</param>
/// <param name="Items">What is asked of each thing of a list, by its name there; empty where it is no list.</param>
/// <param name="ItemName">What one thing of a list is called; null where it is no list.</param>
/// <param name="Required">True where a thing of a list cannot be without it.</param>
/// <param name="Needs">The instrument it takes to find it out; null where eyes and papers do.</param>
public sealed record FieldAnswer(
    string Path,
    string Label,
    Unit Quantity,
    string Unit,
    double? Min,
    double? Max,
    Usual? Usual,
    string HowTo,
    string? AppliesWhen,
    string Source,
    string? AskedAt,
    FieldGroup? Group,
    AnswerKind Answer,
    IReadOnlyList<FieldChoice> Choices,
    IReadOnlyList<FieldColumn> Columns,
    string? Hint,
    string? LeftOut,
    bool Photo,
    IReadOnlyList<FieldAnswer> Items,
    string? ItemName,
    bool Required,
    Instrument? Needs
)
{
    /// <summary>The answer for a field of Core.</summary>
    internal static FieldAnswer From(Field field) =>
        new(
            field.Path,
            field.Label,
            field.Unit,
            UnitStyle.Of(field.Unit).Metric.Trim(),
            field.Min,
            field.Max,
            field.Usual,
            field.HowTo,
            field.AppliesWhen,
            field.Source,
            field.AskedAt,
            field.Group,
            field.Answer,
            field.Choices,
            field.Columns,
            field.Hint,
            field.LeftOut,
            field.Photo,
            [.. field.Items.Select(From)],
            field.ItemName,
            field.Required is not null,
            field.Needs
        );
}

/// <summary>What every station does: tell its fields, be tried out, saved, checked again, set side by side.</summary>
internal static class StationEndpoints
{
    public static void MapStations(this IEndpointRouteBuilder api)
    {
        api.MapGet("/stations", (JobLine line) => line.Places).WithSummary("The stations of the line, from tank to engine.");
        api.MapGet("/fields/{slug}", Fields).WithSummary("What a station asks for: label, unit, range, usual figure, how to find it out.");
        api.MapPost("/jobs/{id:guid}/preview", PreviewAsync)
            .WithSummary(
                "What a job comes to with drafts in place of what is saved; nothing is saved. A draft that does not fit answers 422 with errors named slug.path, and the "
                    + "other stations all the same."
            )
            .Produces<PreviewAnswer>()
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity)
            .WithExample("""{ "drafts": { "signal": { "meter": { "frequencyHz": 123.4 } } }, "want": ["signal"] }""");
        api.MapPost("/jobs/{id:guid}/save", SaveAsync)
            .WithSummary("Saves documents together, all or none; what rests on them is evaluated anew with them. One stale tag: 412, nothing saved.")
            .NeedsHeader(Author.Header, "Who saves: 1 to 20 printable characters.")
            .Produces<SaveAnswer>()
            .WithExample("""{ "documents": [{ "slug": "signal", "etag": "\"0\"", "document": { "meter": { "frequencyHz": 123.4 } } }] }""");
        api.MapGet("/jobs/{id:guid}/stations/{slug}", ReadStationAsync).WithSummary("The latest document of a station; its ETag is needed to save.");
        api.MapPut("/jobs/{id:guid}/stations/{slug}", SaveStationAsync)
            .WithSummary("Saves a document of a station as a new revision.")
            .NeedsHeader("If-Match", "ETag of the document this one was made from.")
            .NeedsHeader(Author.Header, "Who saves: 1 to 20 printable characters.");
        api.MapGet("/jobs/{id:guid}/stations/{slug}/recheck", RecheckAsync)
            .WithSummary("Where today's rules would change how a station stands, and what changed since it was saved because other stations did.");
    }

    public static ProblemHttpResult NoSuchStation(JobLine line) =>
        JobEndpoints.NotFound($"There is no such station. The line has {string.Join(", ", line.Places.Select(s => s.Slug))}.");

    private static Results<Ok<IReadOnlyList<FieldAnswer>>, ProblemHttpResult> Fields(string slug, JobLine line) =>
        line.Station(slug) is { } station ? TypedResults.Ok<IReadOnlyList<FieldAnswer>>([.. station.Fields.Select(FieldAnswer.From)]) : NoSuchStation(line);

    private static async Task<IResult> PreviewAsync(Guid id, Asked<PreviewRequest> asked, JobStore jobs, JobLine line, JobPreviewer previewer, CancellationToken cancellation)
    {
        if (!await jobs.ExistsAsync(id, cancellation))
        {
            return JobEndpoints.NoSuchJob();
        }

        var request = asked.Value;
        var drafts = request.Drafts ?? new Dictionary<string, JsonObject>(StringComparer.Ordinal);
        if (drafts.Keys.Concat(request.Want ?? []).FirstOrDefault(s => line.Station(s) is null) is { } unknown)
        {
            throw new RefusedInputException(drafts.ContainsKey(unknown) ? "drafts" : "want", $"There is no station '{unknown}' to work at.");
        }

        if (drafts.FirstOrDefault(d => d.Value is null) is { Key: { } empty })
        {
            throw new RefusedInputException(empty, "A document is a JSON object.");
        }

        var (answer, refused) = await previewer.PreviewAsync(id, drafts, request.Want, cancellation);
        if (refused is null)
        {
            return TypedResults.Ok(answer);
        }

        var problem = ApiProblems.Refusal(refused);
        problem.Extensions["stations"] = answer.Stations;
        return TypedResults.Problem(problem);
    }

    private static async Task<IResult> SaveAsync(
        Guid id,
        Asked<SaveRequest> asked,
        HttpRequest http,
        JobStore jobs,
        JobLine line,
        JobSaver saver,
        JobPreviewer previewer,
        CancellationToken cancellation
    )
    {
        if (!await jobs.ExistsAsync(id, cancellation))
        {
            return JobEndpoints.NoSuchJob();
        }

        var author = Author.Of(http);
        if (asked.Value.Documents is not { Count: > 0 } sent)
        {
            throw new RefusedInputException("documents", "Give at least one document, each with its slug and the etag it was made from.");
        }

        if (sent.FirstOrDefault(d => line.Find(d.Slug) is null) is { } unknown)
        {
            throw new RefusedInputException("documents", $"There is no station '{unknown.Slug}'.");
        }

        if (sent.DistinctBy(d => d.Slug, StringComparer.Ordinal).Count() != sent.Count)
        {
            throw new RefusedInputException("documents", "A station stands twice.");
        }

        var result = await saver.SaveAsync(
            id,
            author,
            [.. sent.Select(d => new Sent(d.Slug, StationDocuments.Inputs(d.Document), Expected(d.Etag)))],
            cancellation,
            Author.IsPractice(http)
        );
        if (result.Outcome != SaveOutcome.Saved)
        {
            return NotSaved(result, line);
        }

        var saved = result.Revisions.Select(r => r.Slug).ToList();
        var show = saved.Concat(line.Dependents(saved).Select(d => d.Slug)).Where(s => line.Station(s) is not null).ToList();
        var (answer, _) = await previewer.PreviewAsync(id, new Dictionary<string, JsonObject>(StringComparer.Ordinal), show, cancellation, onlyKnown: true);
        return TypedResults.Ok(
            new SaveAnswer(result.Revisions.Max(r => r.Number), answer.Stations, result.Revisions.ToDictionary(r => r.Slug, r => ETag(r.Number), StringComparer.Ordinal))
        );
    }

    private static async Task<Results<Ok<Envelope>, ProblemHttpResult>> ReadStationAsync(
        Guid id,
        string slug,
        HttpResponse response,
        JobStore jobs,
        JobLine line,
        CancellationToken cancellation
    )
    {
        if (line.Find(slug) is null)
        {
            return NoSuchStation(line);
        }

        if (!await jobs.ExistsAsync(id, cancellation))
        {
            return JobEndpoints.NoSuchJob();
        }

        var latest = await jobs.LatestAsync(id, slug, cancellation);
        response.Headers.ETag = ETag(latest?.Number ?? 0);
        return TypedResults.Ok(latest is null ? new Envelope() : Envelope.From(latest));
    }

    private static async Task<Results<Ok<Envelope>, ProblemHttpResult>> SaveStationAsync(
        Guid id,
        string slug,
        SentDocument document,
        HttpRequest request,
        HttpResponse response,
        JobStore jobs,
        JobLine line,
        JobSaver saver,
        CancellationToken cancellation
    )
    {
        if (line.Find(slug) is null)
        {
            return NoSuchStation(line);
        }

        if (!await jobs.ExistsAsync(id, cancellation))
        {
            return JobEndpoints.NoSuchJob();
        }

        var ifMatch = request.Headers.IfMatch.ToString();
        if (ifMatch.Length == 0)
        {
            return JobEndpoints.Problem(
                StatusCodes.Status428PreconditionRequired,
                "If-Match is missing.",
                "Read the document first and send its ETag as If-Match, so that nobody's work is overwritten unseen."
            );
        }

        var author = Author.Of(request);
        var result = await saver.SaveAsync(id, author, [new Sent(slug, StationDocuments.Inputs(document.Value), Expected(ifMatch))], cancellation, Author.IsPractice(request));
        var mine = result.Revisions.FirstOrDefault(r => r.Slug == slug) ?? result.InTheWay;
        response.Headers.ETag = ETag(mine?.Number ?? 0);
        return result.Outcome == SaveOutcome.Saved ? TypedResults.Ok(Envelope.From(mine!)) : NotSaved(result, line);
    }

    private static async Task<Results<Ok<RecheckAnswer>, ProblemHttpResult>> RecheckAsync(
        Guid id,
        string slug,
        JobStore jobs,
        JobLine line,
        JobPreviewer previewer,
        CancellationToken cancellation
    )
    {
        if (!await jobs.ExistsAsync(id, cancellation))
        {
            return JobEndpoints.NoSuchJob();
        }

        return line.Station(slug) is { } station ? TypedResults.Ok(await previewer.RecheckAsync(id, station, cancellation)) : NoSuchStation(line);
    }

    private static ProblemHttpResult NotSaved(SaveResult result, JobLine line)
    {
        if (result.Outcome == SaveOutcome.NoSuchJob)
        {
            return JobEndpoints.NoSuchJob();
        }

        var name = line.Find(result.StaleSlug)?.Name ?? "This";
        var problem = ApiProblems.Problem(
            StatusCodes.Status412PreconditionFailed,
            "Somebody saved this meanwhile.",
            result.InTheWay is { } there
                ? $"{name}: {there.Author} saved revision {there.Number}. Read it before saving yours. Nothing was saved."
                : $"{name} was never saved. Read it again.",
            null
        );
        problem.Extensions["slug"] = result.StaleSlug;
        return TypedResults.Problem(problem);
    }

    /// <summary>The tag of a revision.</summary>
    public static string ETag(int revision) => string.Create(CultureInfo.InvariantCulture, $"\"{revision}\"");

    /// <summary>The revision a tag names; null for any; a revision that cannot be where it names none of ours.</summary>
    private static int? Expected(string etag) =>
        etag.Trim() switch
        {
            "*" => null,
            var tag when int.TryParse(tag.Trim('"'), NumberStyles.None, CultureInfo.InvariantCulture, out var number) => number,
            _ => -1,
        };
}
