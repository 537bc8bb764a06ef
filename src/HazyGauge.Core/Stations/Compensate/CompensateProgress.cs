using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Stations.Compensate;

/// <summary>How far the work on the controller's numbers has come.</summary>
internal static class CompensateProgress
{
    /// <summary>A job on which nobody said yet what the controller holds.</summary>
    public static readonly StationProgress NotStarted = new(StationState.Empty, NextAction.Of(
        CompensateStation.Key, "askBase", "Say which blend the base map was made on.", "The fuel factor counts from that blend, not from E0."));

    /// <summary>The state of a plan, and what to do next.</summary>
    /// <param name="hasReading">True where the signal gives an ethanol content.</param>
    /// <param name="hasBase">True where the blend of the base map is known.</param>
    /// <param name="isFuellingProven">True where the fueling is marked proven, and nothing changed since.</param>
    public static StationProgress Of(bool hasReading, bool hasBase, bool isFuellingProven)
    {
        if (!hasBase)
        {
            return NotStarted with { State = StationState.InWork };
        }

        if (!hasReading)
        {
            return new StationProgress(StationState.InWork, NextAction.Of("signal", "readSensor", "Read the sensor.", "Without a reading there is no fuel factor for today's fuel."));
        }

        return isFuellingProven
            ? new StationProgress(StationState.Proven, NextAction.Of(CompensateStation.Key, "proven", "Fueling is proven.", "Spark may be added from the cautious end."))
            : new StationProgress(StationState.InWork, NextAction.Of(
                CompensateStation.Key, "logLambda", "Type in the row, drive gently and log lambda.", "Spark stays out until the log shows that the fueling is right."));
    }

    /// <summary>The state where the signal reaches a display only.</summary>
    /// <param name="hasReading">True where the signal gives an ethanol content.</param>
    /// <param name="isHeld">True where it is close enough to the map's blend.</param>
    /// <param name="why">What the engine does where it is not.</param>
    public static StationProgress OnDisplay(bool hasReading, bool isHeld, Sentence? why) => (hasReading, isHeld) switch
    {
        (false, _) => new StationProgress(StationState.InWork, NextAction.Of("signal", "readSensor", "Read the sensor.", "Only the reading shows whether the tank holds what the map was made on.")),
        (_, true) => new StationProgress(StationState.Proven, NextAction.Of(CompensateStation.Key, "held", "The blend fits the map.", "Read the display after every fill.")),
        _ => new StationProgress(StationState.Hold, NextAction.Of(CompensateStation.Key, "offTheMap", "Do not drive on this blend.", why ?? Sentence.Empty)),
    };
}
