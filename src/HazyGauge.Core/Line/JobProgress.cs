namespace HazyGauge.Core.Line;

/// <summary>What is next on a job altogether.</summary>
public static class JobProgress
{
    /// <summary>A station as it is before anything was saved there; null where it cannot be worked at yet.</summary>
    public static StationProgress? NotStarted(string slug) => slug switch
    {
        Station.SurveySlug => SurveyProgress.NotStarted,
        Station.SignalSlug => SignalProgress.NotStarted,
        Station.CompensateSlug => CompensateProgress.NotStarted,
        _ => null,
    };

    /// <summary>
    /// What is next: first what is held; then the first station of the line whose question is open, though not one that nobody began
    /// while the work is already further on; then what would sharpen the reading.
    /// </summary>
    /// <param name="progressOf">How far a station has come; null where nothing was saved there.</param>
    public static NextAction Next(Func<string, StationProgress?> progressOf)
    {
        var stations = Station.All.Where(s => s.Built)
            .Select(s => (s.Slug, Progress: progressOf(s.Slug) ?? NotStarted(s.Slug)!))
            .ToList();
        if (stations.FirstOrDefault(s => s.Progress.State == StationState.Hold).Progress is { } held)
        {
            return held.NextAction;
        }

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
