using System.Text;
using System.Text.Json.Serialization;
using HazyGauge.Core.Entries;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Jobs;
using HazyGauge.Data;
using HazyGauge.Data.Bay;
using HazyGauge.Data.Entries;
using HazyGauge.Data.Jobs;
using HazyGauge.Data.Search;
using HazyGauge.Formats.Calendars;
using HazyGauge.Web.Entries;
using HazyGauge.Web.Jobs;
using HazyGauge.Web.Live;
using HazyGauge.Web.OpenApi;
using HazyGauge.Web.Queries;
using HazyGauge.Web.Stations;
using Microsoft.AspNetCore.Http.HttpResults;

namespace HazyGauge.Web.Bay;

/// <summary>A page of the bay.</summary>
/// <param name="Today">The day in the shop.</param>
/// <param name="Counts">How many jobs there are of each sort; where words were looked for, of those in which they stand.</param>
/// <param name="Jobs">Jobs with next action, what holds them, what they wait for and what falls due; the most pressing first.</param>
/// <param name="Next">What to ask the next page with, as after; left out on the last.</param>
public sealed record BayAnswer(
    DateOnly Today,
    BayCounts Counts,
    IReadOnlyList<ListedJob> Jobs,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? Next = null
);

/// <summary>A job to make out of another.</summary>
/// <param name="Name">What the shop calls it; left out, the other's name with "copy" behind it.</param>
public sealed record DuplicateRequest(string? Name = null);

/// <summary>The bay: every job, what is next, held, waited for and due.</summary>
internal static class BayEndpoints
{
    public static void MapBay(this IEndpointRouteBuilder api)
    {
        api.MapGet("/bay", BayAsync)
            .WithSummary(
                "The jobs in the bay page by page, the most pressing first: all, due, held, waiting, archived or removed ones, and those in which every word of search stands."
            );
        api.MapGet("/bay/due.ics", DueAsync)
            .WithSummary(
                "What falls due on all jobs, as a calendar file: from one day to another, usually from 90 days ago for a year, at most 1000 entries. What comes behind "
                    + "is had with a later from."
            )
            .Produces(StatusCodes.Status200OK, contentType: "text/calendar");
        api.MapGet("/jobs/{id:guid}/due.ics", JobDueAsync)
            .WithSummary("What falls due on one job, as a calendar file.")
            .Produces(StatusCodes.Status200OK, contentType: "text/calendar");
        api.MapPost("/jobs/{id:guid}/archive", ArchiveAsync).WithSummary("Archives a job. Nothing of it is lost.");
        api.MapPost("/jobs/{id:guid}/restore", RestoreAsync).WithSummary("Restores an archived or removed job into the bay.");
        api.MapPost("/jobs/{id:guid}/duplicate", DuplicateAsync)
            .WithSummary("A new job for another vehicle of the same kind: what was planned comes along, what was measured or proven on this one does not.")
            .NeedsHeader(Author.Header, "Who makes it: 1 to 20 printable characters.");
    }

    // What is older is looked for in the bay, where it stands first.
    private const int DaysBack = 90;
    private const int DaysAhead = 365;
    private const int MostDue = 1000;

    private static async Task<Ok<BayAnswer>> BayAsync(
        HttpRequest request,
        JobReader reader,
        BayStore bay,
        StandingsRenewal renewal,
        CancellationToken cancellation,
        string? filter = null,
        string? search = null,
        string? after = null,
        int limit = PageSize.Usual
    )
    {
        QueryValue.OnlyKnown(request, "filter", "search", "after", "limit");
        PageSize.Check(limit);
        var words = SearchWords.Of(search);
        if (words is null && !string.IsNullOrWhiteSpace(search))
        {
            throw new RefusedInputException("search", "Say what to look for: at least one letter or digit.");
        }

        var (wanted, place) = (QueryValue.Word<BayFilter>(filter, "filter") ?? BayFilter.All, BayPlace.Read(after));
        var (jobs, next) = await bay.PageAsync(wanted, words, reader.Today, place, limit, cancellation);
        if (wanted is not (BayFilter.Archived or BayFilter.Removed) && await renewal.RenewForAsync(jobs, cancellation))
        {
            // What stands anew may stand elsewhere.
            (jobs, next) = await bay.PageAsync(wanted, words, reader.Today, place, limit, cancellation);
        }

        return TypedResults.Ok(
            new BayAnswer(
                reader.Today,
                await bay.CountAsync(words, reader.Today, cancellation),
                await reader.ListedAsync(jobs, cancellation),
                next is null ? null : BayPlace.Of(next)
            )
        );
    }

    private static async Task<IResult> DueAsync(
        EntryStore entries,
        JobReader reader,
        JobLine line,
        EntryKinds kinds,
        CancellationToken cancellation,
        DateOnly? from = null,
        DateOnly? to = null
    )
    {
        var first = from ?? reader.Today.AddDays(-DaysBack);
        var last = to ?? DateOnly.FromDayNumber(Math.Min(first.DayNumber + DaysBack + DaysAhead, DateOnly.MaxValue.DayNumber));
        return first <= last
            ? Calendar(line, kinds, await entries.DatedAsync(first, last, MostDue, cancellation))
            : throw new RefusedInputException("to", "The last day lies before the first.");
    }

    private static async Task<IResult> JobDueAsync(Guid id, JobStore jobs, EntryStore entries, JobLine line, EntryKinds kinds, CancellationToken cancellation) =>
        await jobs.FindAsync(id, cancellation) is { } job
            ? Calendar(line, kinds, [.. (await entries.OpenAsync([id], cancellation))[id].Where(e => e.Due is not null).Select(e => (e, job.Name, job.Vehicle))])
            : JobEndpoints.NoSuchJob();

    private static FileContentHttpResult Calendar(JobLine line, EntryKinds kinds, IReadOnlyList<(EntryRow Entry, string Name, string Vehicle)> dated)
    {
        var days = dated
            .Select(d => (d, Blocks: EntryReader.Words(d.Entry.Blocks)))
            .Select(d => new DueDay(
                $"{d.d.Entry.JobId:N}-{d.d.Entry.Number}@hazy-gauge",
                d.d.Entry.Due!.Value,
                $"{d.d.Name}: {(kinds.OfWritten(d.d.Entry.Kind).HoldsUp ? "due, " : string.Empty)}{d.d.Entry.Text}",
                d.Blocks.Count == 0 ? d.d.Vehicle : $"Holds up {string.Join(", ", d.Blocks.Select(b => line.Find(b)!.Name))}. {d.d.Vehicle}",
                d.d.Entry.At
            ));
        return TypedResults.File(Encoding.UTF8.GetBytes(ICalendar.Write(days)), "text/calendar; charset=utf-8", "due.ics");
    }

    private static async Task<Results<Ok<JobAnswer>, ProblemHttpResult>> ArchiveAsync(Guid id, JobStore jobs, JobReader reader, JobNewsDesk news, CancellationToken cancellation) =>
        await MovedAsync(await jobs.ArchiveAsync(id, cancellation), reader, news, cancellation);

    private static async Task<Results<Ok<JobAnswer>, ProblemHttpResult>> RestoreAsync(
        Guid id,
        RemovedJobs removed,
        JobSaver saver,
        JobReader reader,
        JobNewsDesk news,
        CancellationToken cancellation
    )
    {
        var job = await removed.RestoreAsync(id, cancellation);
        if (job is not null)
        {
            // The rules may have changed while nobody looked at it.
            await saver.StandAsync(id, cancellation);
        }

        return await MovedAsync(job, reader, news, cancellation);
    }

    private static async Task<Results<Ok<JobAnswer>, ProblemHttpResult>> MovedAsync(JobRow? job, JobReader reader, JobNewsDesk news, CancellationToken cancellation)
    {
        if (job is null)
        {
            return JobEndpoints.NoSuchJob();
        }

        await news.MovedAsync(job.Id);
        return TypedResults.Ok(await reader.AnswerAsync(job, cancellation));
    }

    private static async Task<Results<Created<JobAnswer>, ProblemHttpResult>> DuplicateAsync(
        Guid id,
        DuplicateRequest? request,
        HttpRequest http,
        JobDuplicator duplicator,
        JobReader reader,
        CancellationToken cancellation
    ) =>
        await duplicator.DuplicateAsync(id, request?.Name, Author.Of(http), cancellation) is { } copy
            ? TypedResults.Created($"/api/jobs/{copy.Id}", await reader.AnswerAsync(copy, cancellation))
            : JobEndpoints.NoSuchJob();
}
