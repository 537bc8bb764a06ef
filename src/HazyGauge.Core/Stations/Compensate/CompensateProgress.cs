using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Compensate;

/// <summary>How far the work on the controller's numbers has come.</summary>
internal static class CompensateProgress
{
    /// <summary>A job on which nobody said yet what the controller holds.</summary>
    public static readonly StationProgress NotStarted = new(
        StationState.Empty,
        NextAction.Of(CompensateStation.Key, "askBase", "Say which blend the base map was made on.", "The fuel factor counts from that blend, not from E0.")
    );

    /// <summary>The state of a plan, and what to do next.</summary>
    /// <param name="says">What the sensor is known to read; null where nobody read it.</param>
    /// <param name="hasBase">True where the blend of the base map is known.</param>
    /// <param name="fuelling">What stands behind the fueling.</param>
    /// <param name="by">Who sets the numbers.</param>
    /// <param name="atHand">What there is to check with.</param>
    /// <param name="stop">What must not stay as it is; null where nothing.</param>
    public static StationProgress Of(SensorSays? says, bool hasBase, Fuelling fuelling, NumbersBy by, InstrumentsAtHand atHand, Finding? stop = null)
    {
        if (!hasBase)
        {
            return NotStarted with { State = StationState.InWork };
        }

        if (stop is not null)
        {
            return new StationProgress(StationState.Hold, NextAction.Of(CompensateStation.Key, stop.Code, "Take out what was found in the controller.", stop.Sentence));
        }

        if (says?.Reading?.EthanolPct is null)
        {
            return ToRead(says, "Without a reading there is no fuel factor for today's fuel.");
        }

        if (fuelling is { State: FuellingState.Claimed, Said: { } said })
        {
            return new StationProgress(StationState.InWork, NextAction.Of(CompensateStation.Key, "readLog", "Have the log read.", said + CompensateWords.WhatProvesFueling));
        }

        return new StationProgress(
            StationState.InWork,
            by switch
            {
                NumbersBy.CalibratorsFile => NextAction.Of(
                    CompensateStation.Key,
                    "sendPacket",
                    "Send the calibrator what the file needs.",
                    "What to send, ask for, enable and verify stands at Compensate; a log proves the file."
                ),
                NumbersBy.FixedBox => NextAction.Of(
                    CompensateStation.Key,
                    "logBox",
                    LogWords.Command(atHand, "Drive gently and "),
                    "The box has its own rules: only a log shows what it does to short and to long pulses." + LogWords.How(atHand)
                ),
                _ => NextAction.Of(
                    CompensateStation.Key,
                    "logLambda",
                    LogWords.Command(atHand, "Type in the row, drive gently and "),
                    atHand.Allow(Instrument.Wideband) ? "Spark stays out until the log shows that the fueling is right." : LogWords.How(atHand)
                ),
            }
        );
    }

    /// <summary>The state where nothing counts ethanol.</summary>
    /// <param name="says">What the sensor is known to read; null where nobody read it.</param>
    /// <param name="isHeld">True where it is close enough to the map's blend.</param>
    /// <param name="isTypical">True where the map's blend is only known from a label or a name.</param>
    /// <param name="isNear">True where it is off by no more than what is driven gently.</param>
    /// <param name="why">What the engine does where it is not.</param>
    public static StationProgress OnDisplay(SensorSays? says, bool isHeld, bool isTypical, bool isNear, Sentence? why) =>
        (says?.Reading, isHeld) switch
        {
            (null or { EthanolPct: null }, _) => ToRead(says, "Only the reading shows whether the tank holds what the map was made on."),
            (_, true) when isTypical => new StationProgress(
                StationState.InWork,
                NextAction.Of("signal", "findMapBlend", "Find out the blend of the map.", "It is only known from a label or a name: nothing is proven on that.")
            ),
            ({ IsProven: false, Findings: var findings }, true) => new StationProgress(
                StationState.InWork,
                NextAction.Of(
                    "signal",
                    "proveReading",
                    "Prove the reading first.",
                    findings.FirstOrDefault(f => f.Severity > Severity.Info)?.Sentence ?? "The blend fits the map only if the reading is real."
                )
            ),
            (_, true) => new StationProgress(StationState.Proven, NextAction.Of(CompensateStation.Key, "held", "The blend fits the map.", "Read the display after every fill.")),
            _ when isNear => new StationProgress(
                StationState.InWork,
                NextAction.Of(CompensateStation.Key, "nearTheMap", "Bring the blend nearer to the map's.", why ?? Sentence.Empty)
            ),
            _ => new StationProgress(StationState.Hold, NextAction.Of(CompensateStation.Key, "offTheMap", "Do not drive on this blend.", why ?? Sentence.Empty)),
        };

    // A dispute is settled where it arose, and nothing is calculated from it before.
    private static StationProgress ToRead(SensorSays? says, Sentence why) =>
        new(
            StationState.InWork,
            says?.Dispute is { } dispute
                ? NextAction.Of("signal", Dispute.Code, dispute.TellsApart, dispute.Because + why)
                : NextAction.Of("signal", "readSensor", "Read the sensor.", why)
        );
}
