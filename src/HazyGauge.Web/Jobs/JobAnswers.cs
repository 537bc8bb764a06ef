using System.Text.Json.Serialization;
using HazyGauge.Core.Entries;
using HazyGauge.Core.Jobs;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Stations;
using HazyGauge.Data;

namespace HazyGauge.Web.Jobs;

/// <summary>What a job is told apart by; of a job that is there, what is left out stays.</summary>
/// <param name="Name">What the shop calls it, 1 to 80 characters.</param>
/// <param name="Vehicle">The vehicle in a few words, up to 200 characters.</param>
/// <param name="Plate">Its license plate or serial number, up to 40 characters.</param>
/// <param name="Reference">What the customer calls the work, such as an order number, up to 60 characters.</param>
public sealed record JobLabelRequest(string? Name = null, string? Vehicle = null, string? Plate = null, string? Reference = null);

/// <summary>A new job.</summary>
/// <param name="Name">What the shop calls it, 1 to 80 characters.</param>
/// <param name="Vehicle">The vehicle in a few words, up to 200 characters.</param>
/// <param name="Plate">Its license plate or serial number, up to 40 characters.</param>
/// <param name="Reference">What the customer calls the work, such as an order number, up to 60 characters.</param>
/// <param name="TemplateId">The template it begins from; left out, it begins empty.</param>
public sealed record NewJobRequest(string? Name = null, string? Vehicle = null, string? Plate = null, string? Reference = null, Guid? TemplateId = null);

/// <summary>A job that was removed.</summary>
/// <param name="Id">Identity.</param>
/// <param name="RemovedAt">When.</param>
/// <param name="KeptUntil">How long it can be restored; afterwards it is deleted.</param>
public sealed record RemovedJob(Guid Id, DateTimeOffset RemovedAt, DateTimeOffset KeptUntil);

/// <summary>A station as the line of a job shows it.</summary>
/// <param name="Slug">Its name in addresses.</param>
/// <param name="Name">Its name on the screen.</param>
/// <param name="Question">The question it answers.</param>
/// <param name="Built">False where it cannot be worked at yet.</param>
/// <param name="State">How it stands by what is saved on the whole job.</param>
/// <param name="IsWaiting">True where something waited for holds it up.</param>
/// <param name="ChangedBy">Station whose save changed its state since it was saved itself.</param>
/// <param name="Summary">What it comes to, in one line; left out where nothing was saved.</param>
/// <param name="Steps">How many of its steps are done; left out where it has none.</param>
/// <param name="Holds">What stops the work there; left out where nothing does.</param>
public sealed record LineStation(
    string Slug,
    string Name,
    string Question,
    bool Built,
    StationState State,
    bool IsWaiting,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? ChangedBy = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] Sentence? Summary = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] StepCount? Steps = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<StationHold>? Holds = null
);

/// <summary>The latest saved reading.</summary>
public sealed record LatestReading(double EthanolPct, double PlusMinus, DateTimeOffset SavedAt);

/// <summary>Something open on a job: waited for, or to be checked again.</summary>
/// <param name="Number">Number of the entry.</param>
/// <param name="Kind">What kind of entry it is.</param>
/// <param name="Text">For what, or at what.</param>
/// <param name="Since">When it was written.</param>
/// <param name="Author">By whom.</param>
/// <param name="Due">The day it falls due.</param>
/// <param name="IsDue">True from that day on.</param>
/// <param name="Blocks">Stations it holds up.</param>
public sealed record OpenEntry(int Number, string Kind, string Text, DateTimeOffset Since, string Author, DateOnly? Due, bool IsDue, IReadOnlyList<string> Blocks);

/// <summary>A job.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">What the shop calls it.</param>
/// <param name="Vehicle">The vehicle in a few words.</param>
/// <param name="Plate">Its license plate or serial number; empty for none.</param>
/// <param name="Reference">What the customer calls the work; empty for none.</param>
/// <param name="CreatedAt">When it was created.</param>
/// <param name="ArchivedAt">When it was put aside; null while it stands in the bay.</param>
/// <param name="RemovedAt">When it was removed; null while it is kept.</param>
/// <param name="LastRevision">Number of the latest revision.</param>
/// <param name="Stations">The line, from tank to engine.</param>
/// <param name="Reading">The latest saved reading, where there is one.</param>
/// <param name="NextAction">What to do next.</param>
/// <param name="Held">Why the job is held, metric; null where it is not.</param>
/// <param name="HeldBy">What holds it, with its numbers; null where it is not.</param>
/// <param name="Waiting">What it waits for.</param>
/// <param name="Due">What falls due today or fell due before.</param>
/// <param name="Upcoming">What falls due later.</param>
public sealed record JobAnswer(
    Guid Id,
    string Name,
    string Vehicle,
    string Plate,
    string Reference,
    DateTimeOffset CreatedAt,
    DateTimeOffset? ArchivedAt,
    DateTimeOffset? RemovedAt,
    int LastRevision,
    IReadOnlyList<LineStation> Stations,
    LatestReading? Reading,
    NextAction NextAction,
    string? Held,
    NextAction? HeldBy,
    IReadOnlyList<OpenEntry> Waiting,
    IReadOnlyList<OpenEntry> Due,
    IReadOnlyList<OpenEntry> Upcoming
)
{
    /// <summary>The answer for a job.</summary>
    /// <param name="line">The line.</param>
    /// <param name="kinds">The kinds of entries.</param>
    /// <param name="job">The job.</param>
    /// <param name="open">What is open on it.</param>
    /// <param name="today">The day in the shop.</param>
    public static JobAnswer From(JobLine line, EntryKinds kinds, JobRow job, IEnumerable<EntryRow> open, DateOnly today)
    {
        var entries = open.Select(e => new OpenEntry(e.Number, e.Kind, e.Text, e.At, e.Author, e.Due, e.Due <= today, e.Blocks.Split(' ', StringSplitOptions.RemoveEmptyEntries)))
            .ToList();
        var waiting = entries.Where(e => kinds.HoldingUp.Contains(e.Kind, StringComparer.Ordinal)).ToList();
        var awaited = waiting.Select(w => new AwaitedThing(w.Text, w.Blocks)).ToList();
        return new(
            job.Id,
            job.Name,
            job.Vehicle,
            job.Plate,
            job.Reference,
            job.CreatedAt,
            job.ArchivedAt,
            job.RemovedAt,
            job.LastRevision,
            [
                .. line.Places.Select(s => new LineStation(
                    s.Slug,
                    s.Name,
                    s.Question,
                    s.Built,
                    job.ProgressOf(s.Slug)?.State ?? StationState.Empty,
                    awaited.Any(a => a.HoldsUp(s.Slug)),
                    job.StandingOf(s.Slug)?.ChangedBy,
                    job.StandingOf(s.Slug)?.Summary,
                    job.StandingOf(s.Slug)?.Steps,
                    job.StandingOf(s.Slug)?.Holds
                )),
            ],
            job.Bay is { EthanolPct: { } pct, EthanolPlusMinus: { } plusMinus, ReadingSavedAt: { } savedAt } ? new LatestReading(pct, plusMinus, savedAt) : null,
            JobProgress.Next(line, job.ProgressOf, awaited),
            JobProgress.Held(line, job.ProgressOf)?.Why,
            JobProgress.Held(line, job.ProgressOf),
            waiting,
            [.. entries.Where(e => e.IsDue).OrderBy(e => e.Due)],
            [.. entries.Where(e => e is { Due: not null, IsDue: false }).OrderBy(e => e.Due)]
        );
    }
}

/// <summary>A station as a job in a list shows it.</summary>
/// <param name="Slug">Its name in addresses.</param>
/// <param name="Name">Its name on the screen.</param>
/// <param name="State">How it stands by what is saved on the whole job.</param>
/// <param name="IsWaiting">True where something waited for holds it up.</param>
/// <param name="ChangedBy">Station whose save changed its state since it was saved itself.</param>
/// <param name="Summary">What it comes to now, in one line, where another station changed it.</param>
/// <param name="Steps">How many of its steps are done; left out where it has none.</param>
public sealed record ListedStation(
    string Slug,
    string Name,
    StationState State,
    bool IsWaiting,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? ChangedBy = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] Sentence? Summary = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] StepCount? Steps = null
);

/// <summary>A job in a list: all that is seen of it there, and no more.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">What the shop calls it.</param>
/// <param name="Vehicle">The vehicle in a few words.</param>
/// <param name="Plate">Its license plate or serial number; empty for none.</param>
/// <param name="Reference">What the customer calls the work; empty for none.</param>
/// <param name="CreatedAt">When it was created.</param>
/// <param name="ArchivedAt">When it was put aside; null while it stands in the bay.</param>
/// <param name="RemovedAt">When it was removed; null while it is kept.</param>
/// <param name="LastRevision">Number of the latest revision.</param>
/// <param name="Stations">The line, from tank to engine.</param>
/// <param name="Reading">The latest saved reading, where there is one.</param>
/// <param name="NextAction">What to do next.</param>
/// <param name="Held">Why the job is held, metric; null where it is not.</param>
/// <param name="Waiting">What it waits for.</param>
/// <param name="Due">What falls due today or fell due before.</param>
/// <param name="Upcoming">What falls due later.</param>
public sealed record ListedJob(
    Guid Id,
    string Name,
    string Vehicle,
    string Plate,
    string Reference,
    DateTimeOffset CreatedAt,
    DateTimeOffset? ArchivedAt,
    DateTimeOffset? RemovedAt,
    int LastRevision,
    IReadOnlyList<ListedStation> Stations,
    LatestReading? Reading,
    NextAction NextAction,
    string? Held,
    IReadOnlyList<OpenEntry> Waiting,
    IReadOnlyList<OpenEntry> Due,
    IReadOnlyList<OpenEntry> Upcoming
)
{
    /// <summary>What a list shows of a job.</summary>
    public static ListedJob From(JobAnswer job) =>
        new(
            job.Id,
            job.Name,
            job.Vehicle,
            job.Plate,
            job.Reference,
            job.CreatedAt,
            job.ArchivedAt,
            job.RemovedAt,
            job.LastRevision,
            [.. job.Stations.Select(s => new ListedStation(s.Slug, s.Name, s.State, s.IsWaiting, s.ChangedBy, s.ChangedBy is null ? null : s.Summary, s.Steps))],
            job.Reading,
            job.NextAction,
            job.Held,
            job.Waiting,
            job.Due,
            job.Upcoming
        );
}

/// <summary>A page of the jobs in the bay, the newest first.</summary>
/// <param name="Items">The jobs.</param>
/// <param name="Next">What to ask the next page with, as after; left out on the last.</param>
public sealed record JobsAnswer(IReadOnlyList<ListedJob> Items, [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] Guid? Next = null);
