namespace HazyGauge.Core.Line;

/// <summary>Judges the Compensate station.</summary>
public static class CompensateProgress
{
    /// <summary>A job on which nobody said yet what the controller holds.</summary>
    public static readonly StationProgress NotStarted = new(StationState.Empty, AskBase);

    private static NextAction AskBase => new(
        "Say which blend the base map was made on.", "The fuel factor is reckoned against that blend, not against E0.", Station.CompensateSlug);

    /// <summary>Judges what was saved.</summary>
    /// <param name="hasReading">True where the signal gives an ethanol content.</param>
    /// <param name="hasBase">True where the blend of the base map is known.</param>
    /// <param name="isFuellingProven">True where the fuelling is marked proven, and nothing changed since.</param>
    public static StationProgress Of(bool hasReading, bool hasBase, bool isFuellingProven)
    {
        if (!hasBase)
        {
            return NotStarted with { State = StationState.InWork };
        }

        if (!hasReading)
        {
            return new StationProgress(StationState.InWork, new NextAction("Read the sensor.", "Without a reading there is no fuel factor for today's fuel.", Station.SignalSlug));
        }

        return isFuellingProven
            ? new StationProgress(StationState.Proven, new NextAction("Fuelling is proven.", "Spark may be added from the cautious end.", Station.CompensateSlug))
            : new StationProgress(StationState.InWork, new NextAction(
                "Type in the row, drive gently and log lambda.", "Spark stays out until the log shows that the fuelling is right.", Station.CompensateSlug));
    }
}
