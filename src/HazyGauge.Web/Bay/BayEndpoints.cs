using System.Text;
using HazyGauge.Core.Jobs;
using HazyGauge.Data.Jobs;
using HazyGauge.Formats.Calendars;
using HazyGauge.Web.Jobs;
using HazyGauge.Web.OpenApi;
using Microsoft.AspNetCore.Http.HttpResults;

namespace HazyGauge.Web.Bay;

/// <summary>The bay.</summary>
/// <param name="Today">The day in the shop.</param>
/// <param name="Jobs">Jobs with next action, what holds them, what they wait for and what falls due; the most pressing first.</param>
/// <param name="ArchivedCount">How many jobs were put aside.</param>
public sealed record BayAnswer(DateOnly Today, IReadOnlyList<JobAnswer> Jobs, int ArchivedCount);

/// <summary>A job to make out of another.</summary>
/// <param name="Name">What the shop calls it; left out, the other's name with "copy" behind it.</param>
public sealed record DuplicateRequest(string? Name = null);

/// <summary>The bay: every job, what is next, held, waited for and due.</summary>
internal static class BayEndpoints
{
    public static void MapBay(this IEndpointRouteBuilder api)
    {
        api.MapGet("/bay", BayAsync).WithSummary("Every job in the bay, the most pressing first; with archived=true those that are archived.");
        api.MapGet("/bay/due.ics", DueAsync).WithSummary("What falls due on all jobs, as a calendar file.").Produces(StatusCodes.Status200OK, contentType: "text/calendar");
        api.MapGet("/jobs/{id:guid}/due.ics", JobDueAsync).WithSummary("What falls due on one job, as a calendar file.").Produces(StatusCodes.Status200OK, contentType: "text/calendar");
        api.MapPost("/jobs/{id:guid}/archive", (Guid id, JobStore jobs, JobReader reader, CancellationToken cancellation) => MoveAsync(id, true, jobs, reader, cancellation))
            .WithSummary("Archives a job. Nothing of it is lost.");
        api.MapPost("/jobs/{id:guid}/restore", (Guid id, JobStore jobs, JobReader reader, CancellationToken cancellation) => MoveAsync(id, false, jobs, reader, cancellation))
            .WithSummary("Restores a job into the bay.");
        api.MapPost("/jobs/{id:guid}/duplicate", DuplicateAsync)
            .WithSummary("A new job for another vehicle of the same kind: what was planned comes along, what was measured or proven on this one does not.")
            .NeedsHeader(Author.Header, "Who makes it: 1 to 20 printable characters.");
    }

    private static async Task<Ok<BayAnswer>> BayAsync(JobReader reader, CancellationToken cancellation, bool archived = false)
    {
        var aside = await reader.ListAsync(archived: true, cancellation);
        var jobs = archived ? aside : await reader.ListAsync(archived: false, cancellation);
        return TypedResults.Ok(new BayAnswer(reader.Today, [.. jobs.OrderBy(j => JobProgress.PressingOf(j.Due.Count > 0, j.Held is not null, j.Waiting.Count > 0)).ThenBy(FirstDue)], aside.Count));
    }

    private static DateOnly FirstDue(JobAnswer job) => job.Due.Count > 0 ? job.Due[0].Due!.Value : DateOnly.MaxValue;

    private static async Task<IResult> DueAsync(JobReader reader, JobLine line, CancellationToken cancellation) =>
        Calendar(line, await reader.ListAsync(archived: false, cancellation), "due.ics");

    private static async Task<IResult> JobDueAsync(Guid id, JobReader reader, JobLine line, CancellationToken cancellation) =>
        await reader.FindAsync(id, cancellation) is { } job ? Calendar(line, [job], "due.ics") : JobEndpoints.NoSuchJob();

    private static FileContentHttpResult Calendar(JobLine line, IEnumerable<JobAnswer> jobs, string name)
    {
        var days = jobs.SelectMany(job => job.Due.Concat(job.Upcoming).Select(entry => new DueDay(
            $"{job.Id:N}-{entry.Number}@hazy-gauge",
            entry.Due!.Value,
            $"{job.Name}: {(entry.Kind == EntryKind.Waiting ? "due, " : string.Empty)}{entry.Text}",
            entry.Blocks.Count == 0 ? job.Vehicle : $"Holds up {string.Join(", ", entry.Blocks.Select(b => line.Find(b)!.Name))}. {job.Vehicle}",
            entry.Since)));
        return TypedResults.File(Encoding.UTF8.GetBytes(ICalendar.Write(days)), "text/calendar; charset=utf-8", name);
    }

    private static async Task<Results<Ok<JobAnswer>, ProblemHttpResult>> MoveAsync(Guid id, bool aside, JobStore jobs, JobReader reader, CancellationToken cancellation) =>
        await jobs.ArchiveAsync(id, aside, cancellation) is { } job ? TypedResults.Ok(await reader.AnswerAsync(job, cancellation)) : JobEndpoints.NoSuchJob();

    private static async Task<Results<Created<JobAnswer>, ProblemHttpResult>> DuplicateAsync(
        Guid id, DuplicateRequest? request, HttpRequest http, JobDuplicator duplicator, JobReader reader, CancellationToken cancellation) =>
        await duplicator.DuplicateAsync(id, request?.Name, Author.Of(http), cancellation) is { } copy
            ? TypedResults.Created($"/api/jobs/{copy.Id}", await reader.AnswerAsync(copy, cancellation))
            : JobEndpoints.NoSuchJob();
}
