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
        [.. Station.All.Select(s => new LineStation(s.Slug, s.Name, s.Question, s.Built, StateOf(s, job.Bay)))],
        job.Bay is { EthanolPct: { } pct, EthanolPlusMinus: { } plusMinus, ReadingSavedAt: { } savedAt } ? new LatestReading(pct, plusMinus, savedAt) : null,
        CompensateProgress.Next(
            new StationProgress(job.Bay.SignalState, new NextAction(job.Bay.NextCommand, job.Bay.NextWhy, Station.SignalSlug)),
            job.Bay is { CompensateCommand: { } command, CompensateWhy: { } why, CompensateSlug: { } slug }
                ? new StationProgress(job.Bay.CompensateState, new NextAction(command, why, slug))
                : CompensateProgress.NotStarted));

    private static StationState StateOf(Station station, BayProjection bay) => station.Slug switch
    {
        Station.SignalSlug => bay.SignalState,
        Station.CompensateSlug => bay.CompensateState,
        _ => StationState.Empty,
    };
}

/// <summary>All jobs, the newest first.</summary>
public sealed record JobsAnswer(IReadOnlyList<JobAnswer> Items);
