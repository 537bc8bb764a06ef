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
    /// <param name="reading">The reading; null where none is on the job, or what there is does not agree.</param>
    /// <param name="dispute">What does not agree; null where nothing is in dispute.</param>
    /// <param name="findings">What was noticed, the gravest first.</param>
    /// <param name="atHand">What there is to check with.</param>
    public static StationProgress Of(SensorReading? reading, Dispute? dispute, IReadOnlyList<Finding> findings, InstrumentsAtHand atHand)
    {
        var gravest = findings.Count > 0 ? findings[0] : null;
        if (gravest?.Severity == Severity.Stop)
        {
            return new StationProgress(StationState.Hold, NextAction.Of(SignalStation.Key, gravest.Code, "Clear the signal before going on.", gravest.Sentence));
        }

        if (dispute is not null)
        {
            return new StationProgress(StationState.InWork, NextAction.Of(SignalStation.Key, Dispute.Code, dispute.TellsApart, dispute.Because));
        }

        if (reading is null)
        {
            return NotStarted with { State = StationState.InWork };
        }

        if (!reading.IsProven)
        {
            return new StationProgress(
                StationState.InWork,
                NextAction.Of(
                    SignalStation.Key,
                    gravest?.Code ?? "look",
                    gravest?.Code switch
                    {
                        ShownReading.MayBeFrozen => "Unplug the sensor once.",
                        SignalWords.FilledSince => "Read the sensor again.",
                        _ => "Check the signal again.",
                    },
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
