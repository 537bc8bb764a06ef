namespace HazyGauge.Core.Line;

/// <summary>Something a job waits for.</summary>
/// <param name="Text">For what.</param>
/// <param name="Blocks">Stations it holds up, by slug.</param>
public sealed record AwaitedThing(string Text, IReadOnlyList<string> Blocks)
{
    /// <summary>True where a station cannot go on before.</summary>
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
    /// <summary>A station as it is before anything was saved there; null where it cannot be worked at yet.</summary>
    public static StationProgress? NotStarted(string slug) => slug switch
    {
        Station.SurveySlug => SurveyProgress.NotStarted,
        Station.CapacitySlug => CapacityProgress.NotStarted,
        Station.SignalSlug => SignalProgress.NotStarted,
        Station.CompensateSlug => CompensateProgress.NotStarted,
        _ => null,
    };

    /// <summary>How pressing a job is: what falls due comes before what is held, and what can go on before what waits.</summary>
    public static Pressing PressingOf(bool isDue, bool isHeld, bool isWaiting) =>
        isDue ? Pressing.Due : isHeld ? Pressing.Held : isWaiting ? Pressing.Waiting : Pressing.Open;

    /// <summary>What holds a job, at the first station of the line that is held; null where none is.</summary>
    /// <param name="progressOf">How far a station has come; null where nothing was saved there.</param>
    public static NextAction? Held(Func<string, StationProgress?> progressOf) =>
        Station.All.Select(s => progressOf(s.Slug)).FirstOrDefault(p => p?.State == StationState.Hold)?.NextAction;

    /// <summary>What is next, or what is waited for where the next thing cannot be done before.</summary>
    /// <param name="progressOf">How far a station has come; null where nothing was saved there.</param>
    /// <param name="awaited">What the job waits for.</param>
    public static NextAction Next(Func<string, StationProgress?> progressOf, IEnumerable<AwaitedThing> awaited)
    {
        var next = Next(progressOf);
        return awaited.FirstOrDefault(a => a.HoldsUp(next.Slug)) is { } blocking
            ? new NextAction($"Waiting for {blocking.Text}.", $"{Station.Find(next.Slug)!.Name} cannot go on before.", next.Slug)
            : next;
    }

    /// <summary>
    /// What is next: first what is held; then the first station of the line whose question is open, though not one that nobody began
    /// while the work is already further on; then what would sharpen the reading.
    /// </summary>
    /// <param name="progressOf">How far a station has come; null where nothing was saved there.</param>
    private static NextAction Next(Func<string, StationProgress?> progressOf)
    {
        if (Held(progressOf) is { } held)
        {
            return held;
        }

        var stations = Station.All.Where(s => s.Built)
            .Select(s => (s.Slug, Progress: progressOf(s.Slug) ?? NotStarted(s.Slug)!))
            .ToList();
        var furthest = stations.FindLastIndex(s => s.Progress.State != StationState.Empty);
        for (var i = 0; i < stations.Count; i++)
        {
            var state = stations[i].Progress.State;
            if (state == StationState.InWork || (state == StationState.Empty && i > furthest))
            {
                return stations[i].Progress.NextAction;
            }
        }

        return (progressOf(Station.SignalSlug) ?? SurveyProgress.NotStarted).NextAction;
    }
}
