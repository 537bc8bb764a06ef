using HazyGauge.Core.Line;
using HazyGauge.Data;

namespace HazyGauge.Web.Jobs;

/// <summary>A new job.</summary>
/// <param name="Name">What the shop calls it, 1 to 80 characters.</param>
/// <param name="Vehicle">The vehicle in a few words, up to 200 characters.</param>
public sealed record NewJobRequest(string? Name, string? Vehicle = null);

/// <summary>A station as the line of a job shows it.</summary>
public sealed record LineStation(string Slug, string Name, string Question, bool Built, StationState State, bool IsWaiting);

/// <summary>The latest saved reading.</summary>
public sealed record LatestReading(double EthanolPct, double PlusMinus, DateTimeOffset SavedAt);

/// <summary>Something open on a job: waited for, or to be looked at again.</summary>
/// <param name="Number">Number of the entry.</param>
/// <param name="Kind">waiting or recheck.</param>
/// <param name="Text">For what, or at what.</param>
/// <param name="Since">When it was written.</param>
/// <param name="Author">By whom.</param>
/// <param name="Due">The day it falls due.</param>
/// <param name="IsDue">True from that day on.</param>
/// <param name="Blocks">Stations it holds up.</param>
public sealed record OpenEntry(int Number, EntryKind Kind, string Text, DateTimeOffset Since, string Author, DateOnly? Due, bool IsDue, IReadOnlyList<string> Blocks);

/// <summary>A job as the bay shows it.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">What the shop calls it.</param>
/// <param name="Vehicle">The vehicle in a few words.</param>
/// <param name="CreatedAt">When it was created.</param>
/// <param name="ArchivedAt">When it was put aside; null while it stands in the bay.</param>
/// <param name="LastRevision">Number of the latest revision.</param>
/// <param name="Stations">The line, from tank to engine.</param>
/// <param name="Reading">The latest saved reading, where there is one.</param>
/// <param name="NextAction">What to do next.</param>
/// <param name="Held">Why the job is held; null where it is not.</param>
/// <param name="Waiting">What it waits for.</param>
/// <param name="Due">What falls due today or fell due before.</param>
/// <param name="Upcoming">What falls due later.</param>
public sealed record JobAnswer(
    Guid Id,
    string Name,
    string Vehicle,
    DateTimeOffset CreatedAt,
    DateTimeOffset? ArchivedAt,
    int LastRevision,
    IReadOnlyList<LineStation> Stations,
    LatestReading? Reading,
    NextAction NextAction,
    string? Held,
    IReadOnlyList<OpenEntry> Waiting,
    IReadOnlyList<OpenEntry> Due,
    IReadOnlyList<OpenEntry> Upcoming)
{
    /// <summary>The answer for a job.</summary>
    /// <param name="job">The job.</param>
    /// <param name="open">What is open on it.</param>
    /// <param name="today">The day in the shop.</param>
    public static JobAnswer From(JobRow job, IEnumerable<EntryRow> open, DateOnly today)
    {
        var entries = open.Select(e => new OpenEntry(
            e.Number, e.Kind, e.Text, e.At, e.Author, e.Due, e.Due <= today, e.Blocks.Split(' ', StringSplitOptions.RemoveEmptyEntries))).ToList();
        var waiting = entries.Where(e => e.Kind == EntryKind.Waiting).ToList();
        var awaited = waiting.Select(w => new AwaitedThing(w.Text, w.Blocks)).ToList();
        return new(
            job.Id,
            job.Name,
            job.Vehicle,
            job.CreatedAt,
            job.ArchivedAt,
            job.LastRevision,
            [.. Station.All.Select(s => new LineStation(
                s.Slug, s.Name, s.Question, s.Built, job.Bay.ProgressOf(s.Slug)?.State ?? StationState.Empty, awaited.Any(a => a.HoldsUp(s.Slug))))],
            job.Bay is { EthanolPct: { } pct, EthanolPlusMinus: { } plusMinus, ReadingSavedAt: { } savedAt } ? new LatestReading(pct, plusMinus, savedAt) : null,
            JobProgress.Next(job.Bay.ProgressOf, awaited),
            JobProgress.Held(job.Bay.ProgressOf)?.Why,
            waiting,
            [.. entries.Where(e => e.IsDue).OrderBy(e => e.Due)],
            [.. entries.Where(e => e is { Due: not null, IsDue: false }).OrderBy(e => e.Due)]);
    }
}

/// <summary>All jobs in the bay, the newest first.</summary>
public sealed record JobsAnswer(IReadOnlyList<JobAnswer> Items);
