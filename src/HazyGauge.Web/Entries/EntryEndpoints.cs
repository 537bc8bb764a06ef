using HazyGauge.Core.Entries;
using HazyGauge.Core.Findings;
using HazyGauge.Data.Entries;
using HazyGauge.Data.Jobs;
using HazyGauge.Web.Haze;
using HazyGauge.Web.Jobs;
using HazyGauge.Web.OpenApi;
using HazyGauge.Web.Problems;
using HazyGauge.Web.Queries;
using Microsoft.AspNetCore.Http.HttpResults;

namespace HazyGauge.Web.Entries;

/// <summary>What happens on a job: waiting, notes, days to check again, and what stations have written. Entries are added and never changed.</summary>
internal static class EntryEndpoints
{
    private const string KeyHeader = "Idempotency-Key";
    private const int UsualPage = 100;

    public static void MapEntries(this IEndpointRouteBuilder api)
    {
        api.MapGet("/entry-kinds", (EntryKinds kinds) => kinds.All.Select(EntryKindAnswer.From)).WithSummary("The kinds of entries, and what each asks for.");
        api.MapGet("/jobs/{id:guid}/entries", ListAsync)
            .WithSummary("What happened on a job, the oldest first: with after, what came behind that entry; with before, what came before it, the newest first.");
        api.MapPost("/jobs/{id:guid}/entries", WriteAsync)
            .WithSummary("Writes an entry: 201 the first time, 200 where the same key brought it before.")
            .NeedsHeader(KeyHeader, "A key of the entry's own: the same key again is the same entry.")
            .NeedsHeader(Author.Header, "Who writes: 1 to 20 printable characters.")
            .WithExample("""{ "kind": "waiting", "text": "fuel line adapter, 3/8 in female", "due": "2026-12-01", "blocks": ["route", "fit"] }""");
    }

    private static async Task<Results<Ok<EntriesAnswer>, ProblemHttpResult>> ListAsync(
        Guid id,
        JobStore jobs,
        EntryReader reader,
        CancellationToken cancellation,
        int after = 0,
        int? before = null,
        int limit = UsualPage
    )
    {
        PageSize.Check(limit);
        new InputCheck().Within(after, 0, int.MaxValue, "after", "after").Within(before, 0, int.MaxValue, "before", "before").ThrowIfAny();
        if (before is not null && after > 0)
        {
            throw new RefusedInputException("before", "Ask either for what came after an entry or for what came before it.");
        }

        return await jobs.ExistsAsync(id, cancellation)
            ? TypedResults.Ok(await reader.PageAsync(id, before ?? after, before is not null, limit, cancellation))
            : JobEndpoints.NoSuchJob();
    }

    private static async Task<Results<Created<EntryAnswer>, Ok<EntryAnswer>, ProblemHttpResult>> WriteAsync(
        Guid id,
        Asked<EntryRequest> asked,
        HttpRequest request,
        EntryRules rules,
        EntryWriter writer,
        EntryReader reader,
        CancellationToken cancellation
    )
    {
        var entry = asked.Value;
        var toWrite = rules.Check(entry, Author.Of(request), request.Headers[KeyHeader].ToString().Trim(), Author.IsPractice(request));
        var result = await writer.WriteAsync(id, toWrite, cancellation);
        return result switch
        {
            { Outcome: WriteOutcome.Written or WriteOutcome.AlreadyThere, Entry: { } row } => await reader.AnswerAsync(row, cancellation) is not { } answer
                ? TypedResults.Problem(
                    NotWritten(
                        StatusCodes.Status409Conflict,
                        KeyHeader,
                        $"Entry {row.Number} was written under this key, and cannot be read now. Take it back and write it again under another."
                    )
                )
            : result.Outcome == WriteOutcome.Written ? TypedResults.Created($"/api/jobs/{id}/entries", answer)
            : TypedResults.Ok(answer),
            { Outcome: WriteOutcome.NoSuchJob } => JobEndpoints.NoSuchJob(),
            _ => TypedResults.Problem(InWords(result, entry)),
        };
    }

    private static Microsoft.AspNetCore.Mvc.ProblemDetails InWords(WriteResult result, EntryRequest entry)
    {
        const int Unprocessable = StatusCodes.Status422UnprocessableEntity;
        return (result.Outcome, result.Why) switch
        {
            (WriteOutcome.KeyTaken, _) => NotWritten(Unprocessable, "Idempotency-Key", $"Another entry was written under this key already: \"{result.Entry!.Text}\"."),
            (WriteOutcome.NoSuchFile, _) => NotWritten(Unprocessable, "files", "A file is named that is not on this job. Add it first."),
            (_, EntryRefusal.NothingToAnswer) => NotWritten(Unprocessable, "answers", $"There is no entry {entry.Answers} on this job that it could answer."),
            (_, EntryRefusal.NothingToTakeBack) => NotWritten(Unprocessable, "takesBack", $"There is no entry {entry.TakesBack} on this job."),
            (_, EntryRefusal.AlreadyClosed) => NotWritten(StatusCodes.Status409Conflict, "answers", $"{result.Entry!.Author} closed it already: \"{result.Entry.Text}\"."),
            (_, EntryRefusal.AlreadyTakenBack) => NotWritten(StatusCodes.Status409Conflict, "takesBack", $"{result.Entry!.Author} took it back already: \"{result.Entry.Text}\"."),
            _ => throw new InvalidOperationException($"Nothing says what {result.Outcome} means."),
        };
    }

    private static Microsoft.AspNetCore.Mvc.ProblemDetails NotWritten(int status, string field, string detail) =>
        ApiProblems.Problem(status, "Not written.", detail, new Dictionary<string, string[]>(StringComparer.Ordinal) { [field] = [detail] });
}
