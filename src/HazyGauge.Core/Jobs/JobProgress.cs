using HazyGauge.Core.Sentences;
using HazyGauge.Core.Stations;

namespace HazyGauge.Core.Jobs;

/// <summary>Something a job waits for.</summary>
/// <param name="Text">For what.</param>
/// <param name="Blocks">Stations it holds up, by slug.</param>
public sealed record AwaitedThing(string Text, IReadOnlyList<string> Blocks)
{
    /// <summary>True where a station has to wait for it.</summary>
    public bool HoldsUp(string slug) => Blocks.Contains(slug, StringComparer.Ordinal);
}

/// <summary>How pressing a job is, the most pressing first.</summary>
public enum Pressing
{
    /// <summary>Something fell due.</summary>
    Due,

    /// <summary>It is held.</summary>
    Held,

    /// <summary>It can go on.</summary>
    Open,

    /// <summary>It waits for something.</summary>
    Waiting,
}

/// <summary>What is next on a job altogether.</summary>
public static class JobProgress
{
    /// <summary>How pressing a job is: what falls due comes before what is held, and what can go on before what waits.</summary>
    public static Pressing PressingOf(bool isDue, bool isHeld, bool isWaiting) =>
        isDue ? Pressing.Due
        : isHeld ? Pressing.Held
        : isWaiting ? Pressing.Waiting
        : Pressing.Open;

    /// <summary>What holds a job, at the first station of the line that is held; null where none is.</summary>
    /// <param name="line">The line.</param>
    /// <param name="progressOf">How far a station has come; null where nothing was saved there.</param>
    public static NextAction? Held(JobLine line, Func<string, StationProgress?> progressOf) =>
        line.Places.Select(s => progressOf(s.Slug)).FirstOrDefault(p => p?.State == StationState.Hold)?.NextAction;

    /// <summary>What is next, or what is waited for where the next thing cannot be done before. A stop is next whatever is waited for: it is cleared by nobody's
    /// delivery.</summary>
    /// <param name="line">The line.</param>
    /// <param name="progressOf">How far a station has come; null where nothing was saved there.</param>
    /// <param name="awaited">What the job waits for.</param>
    public static NextAction Next(JobLine line, Func<string, StationProgress?> progressOf, IEnumerable<AwaitedThing> awaited)
    {
        if (Held(line, progressOf) is { } held)
        {
            return held;
        }

        var next = Next(line, progressOf);
        return awaited.FirstOrDefault(a => a.HoldsUp(next.Slug)) is { } blocking
            ? NextAction.Of(next.Slug, "waiting", Sentence.Of($"Waiting for {blocking.Text}."), Sentence.Of($"{line.Find(next.Slug)!.Name} has to wait for it."))
            : next;
    }

    /// <summary>
    /// What is next where nothing is held: the first station of the line whose question is open, though not one that nobody began while the work is already further
    /// on; then what is planned and not done yet; then what can wait; then what the reading would still gain from.
    /// </summary>
    private static NextAction Next(JobLine line, Func<string, StationProgress?> progressOf)
    {
        var stations = line.Places.Where(p => p.Built).Select(p => progressOf(p.Slug) ?? line.Station(p.Slug)!.NotStarted).ToList();
        var furthest = stations.FindLastIndex(s => s.State != StationState.Empty);
        var open = stations.Where((s, i) => s is { State: StationState.InWork, NextAction.CanWait: not true } || (s.State == StationState.Empty && i > furthest));
        return (
            open.FirstOrDefault()
            ?? stations.Find(s => s.State == StationState.Planned)
            ?? stations.Find(s => s.State == StationState.InWork)
            ?? progressOf("signal")
            ?? stations[0]
        ).NextAction;
    }
}
