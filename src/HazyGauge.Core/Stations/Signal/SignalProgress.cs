using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Shop;

namespace HazyGauge.Core.Stations.Signal;

/// <summary>How far the work on the signal has come.</summary>
internal static class SignalProgress
{
    /// <summary>A job on which no signal was saved.</summary>
    public static readonly StationProgress NotStarted = new(
        StationState.Empty,
        NextAction.Of(SignalStation.Key, "record", "Read the sensor.", "Drop a recording on the Signal station, or type in what a meter or a display shows.")
    );

    /// <summary>The state of a reading, and what to do next.</summary>
    /// <param name="reading">The reading; null where none is on the job.</param>
    /// <param name="atHand">What there is to check with.</param>
    public static StationProgress Of(SensorReading? reading, InstrumentsAtHand atHand)
    {
        if (reading is null)
        {
            return NotStarted with { State = StationState.InWork };
        }

        var gravest = reading.Findings.Count > 0 ? reading.Findings[0] : null;
        if (gravest?.Severity == Severity.Stop)
        {
            return new StationProgress(StationState.Hold, NextAction.Of(SignalStation.Key, gravest.Code, "Clear the signal before going on.", gravest.Sentence));
        }

        // A meter that cannot show width leaves the temperature open, but the reading stands.
        var proven = reading.SignalStatus == SignalStatus.Ok && reading.TemperatureStatus != TemperatureStatus.Invalid && gravest?.Severity != Severity.Caution;
        if (!proven)
        {
            return new StationProgress(
                StationState.InWork,
                NextAction.Of(
                    SignalStation.Key,
                    gravest?.Code ?? "look",
                    gravest?.Code == ShownReading.MayBeFrozen ? "Unplug the sensor once." : "Check the signal again.",
                    gravest?.Sentence ?? Sentence.Empty
                )
            );
        }

        return new StationProgress(
            StationState.Proven,
            HazeBudget.NextBestCheck(reading.Budget, atHand) is { Check: { } check }
                    ? NextAction.Of(
                        SignalStation.Key,
                        "sharpen",
                        check.Text,
                        Sentence.Of($"It brings the haze of the reading from ±{Interval95.HalfWidth(reading.EthanolPct!.Value):0} to ±{check.PlusMinusAfter:0}.")
                    )
                : HazeBudget.WorthBorrowing(reading.Budget, atHand) is { Check: { Needs: { } needed } best }
                    ? NextAction.Of(
                        SignalStation.Key,
                        "borrow",
                        $"Borrow {needed.InWords()}.",
                        Sentence.Of($"{best.Text} It brings the haze of the reading from ±{Interval95.HalfWidth(reading.EthanolPct!.Value):0} to ±{best.PlusMinusAfter:0}.")
                    )
                : NextAction.Of(SignalStation.Key, "onRecord", "The signal is on record.", "No check would make it sharper.")
        );
    }
}
