using HazyGauge.Core.Line;
using HazyGauge.Data;

namespace HazyGauge.Web.Jobs;

/// <summary>A new job.</summary>
/// <param name="Name">What the shop calls it, 1 to 80 characters.</param>
/// <param name="Vehicle">The vehicle in a few words, up to 200 characters.</param>
public sealed record NewJobRequest(string? Name, string? Vehicle = null);

/// <summary>A station as the line of a job shows it.</summary>
public sealed record LineStation(string Slug, string Name, string Question, bool Built, StationState State);

/// <summary>The latest saved reading.</summary>
public sealed record LatestReading(double EthanolPct, double PlusMinus, DateTimeOffset SavedAt);

/// <summary>A job as the bay shows it.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">What the shop calls it.</param>
/// <param name="Vehicle">The vehicle in a few words.</param>
/// <param name="CreatedAt">When it was created.</param>
/// <param name="LastRevision">Number of the latest revision.</param>
/// <param name="Stations">The line, from tank to engine.</param>
/// <param name="Reading">The latest saved reading, where there is one.</param>
/// <param name="NextAction">What to do next.</param>
public sealed record JobAnswer(
    Guid Id,
    string Name,
    string Vehicle,
    DateTimeOffset CreatedAt,
    int LastRevision,
    IReadOnlyList<LineStation> Stations,
    LatestReading? Reading,
    NextAction NextAction)
{
    /// <summary>The answer for a job.</summary>
    public static JobAnswer From(JobRow job) => new(
        job.Id,
        job.Name,
        job.Vehicle,
        job.CreatedAt,
        job.LastRevision,
        [.. Station.All.Select(s => new LineStation(s.Slug, s.Name, s.Question, s.Built, job.Bay.ProgressOf(s.Slug)?.State ?? StationState.Empty))],
        job.Bay is { EthanolPct: { } pct, EthanolPlusMinus: { } plusMinus, ReadingSavedAt: { } savedAt } ? new LatestReading(pct, plusMinus, savedAt) : null,
        JobProgress.Next(job.Bay.ProgressOf));
}

/// <summary>All jobs, the newest first.</summary>
public sealed record JobsAnswer(IReadOnlyList<JobAnswer> Items);
