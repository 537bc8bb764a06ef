using HazyGauge.Core.Jobs;
using HazyGauge.Data.Entries;
using HazyGauge.Data.Jobs;
using HazyGauge.Web.Jobs;
using HazyGauge.Web.OpenApi;
using HazyGauge.Web.Problems;
using Microsoft.AspNetCore.Http.HttpResults;

namespace HazyGauge.Web.Entries;

/// <summary>What happens on a job: waiting, notes, days to check again. Entries are added and never changed.</summary>
internal static class EntryEndpoints
{
    private const string KeyHeader = "Idempotency-Key";

    public static void MapEntries(this IEndpointRouteBuilder api)
    {
        api.MapGet("/jobs/{id:guid}/entries", ListAsync).WithSummary("What happened on a job, the oldest first.");
        api.MapPost("/jobs/{id:guid}/entries", WriteAsync)
            .WithSummary("Writes an entry: 201 the first time, 200 where the same key brought it before.")
            .NeedsHeader(KeyHeader, "A key of the entry's own: the same key again is the same entry.")
            .NeedsHeader(Author.Header, "Who writes: 1 to 20 printable characters.")
            .WithExample("""{ "kind": "waiting", "text": "fuel line adapter, 3/8 in female", "due": "2026-12-01", "blocks": ["route", "fit"] }""");
    }

    private static async Task<Results<Ok<EntriesAnswer>, ProblemHttpResult>> ListAsync(Guid id, JobStore jobs, EntryStore entries, CancellationToken cancellation)
    {
        if (await jobs.FindAsync(id, cancellation) is null)
        {
            return JobEndpoints.NoSuchJob();
        }

        return TypedResults.Ok(new EntriesAnswer(await AnswersAsync(id, entries, cancellation)));
    }

    private static async Task<IReadOnlyList<EntryAnswer>> AnswersAsync(Guid id, EntryStore entries, CancellationToken cancellation)
    {
        var rows = await entries.ListAsync(id, cancellation);
        var closedBy = rows.Where(r => r.Closes is not null).ToDictionary(r => r.Closes!.Value, r => r.Number);
        return [.. rows.Select(r => EntryAnswer.From(r, closedBy.TryGetValue(r.Number, out var by) ? by : null))];
    }

    private static async Task<Results<Created<EntryAnswer>, Ok<EntryAnswer>, ProblemHttpResult>> WriteAsync(
        Guid id, EntryRequest entry, HttpRequest request, JobLine line, EntryStore entries, CancellationToken cancellation)
    {
        var toWrite = EntryRules.Check(line, entry, Author.Of(request), request.Headers[KeyHeader].ToString().Trim());
        var (outcome, row) = await entries.WriteAsync(id, toWrite, cancellation);
        return outcome switch
        {
            WriteOutcome.Written => TypedResults.Created($"/api/jobs/{id}/entries", EntryAnswer.From(row!, null)),
            WriteOutcome.AlreadyThere => TypedResults.Ok((await AnswersAsync(id, entries, cancellation)).Single(e => e.Number == row!.Number)),
            WriteOutcome.KeyTaken => Problem(StatusCodes.Status422UnprocessableEntity, "Not written.", $"Another entry was written under this key already: \"{row!.Text}\"."),
            WriteOutcome.NothingToClose => Problem(StatusCodes.Status422UnprocessableEntity, "Not written.", $"There is no entry {entry.Closes} on this job that could be closed."),
            WriteOutcome.AlreadyClosed => Problem(StatusCodes.Status409Conflict, "Closed already.", $"{row!.Author} closed it already: \"{row.Text}\"."),
            _ => JobEndpoints.NoSuchJob(),
        };
    }

    private static ProblemHttpResult Problem(int status, string title, string detail) => TypedResults.Problem(ApiProblems.Problem(status, title, detail, null));
}
