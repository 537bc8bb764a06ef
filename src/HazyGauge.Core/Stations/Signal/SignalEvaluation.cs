using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;

namespace HazyGauge.Core.Stations.Signal;

/// <summary>Puts recording and meter together, and says what the reading rests on.</summary>
public static class SignalEvaluation
{
    /// <summary>What a plan comes to.</summary>
    /// <exception cref="RefusedInputException">The recording is not on the job, or a number cannot be.</exception>
    internal static SignalResults Of(SignalPlan plan, StationContext context)
    {
        var recording = RecordingOf(plan, context);
        var capture = recording is null ? null : Analysed(recording, plan.Tolerance, context.Ledger);
        var (reading, rows) = capture is null ? FromMeter(plan, context.Ledger) : Compared(capture, recording!.Threshold, plan.Meter, context.Ledger);
        var progress = SignalProgress.Of(reading);
        return new SignalResults(
            capture,
            reading,
            rows,
            reading is null ? SignalWords.NothingYet : SignalWords.Headline(reading),
            reading is null ? SignalWords.HowToRecord : SignalWords.Lead(reading, capture),
            plan.Capture is { } choice ? context.File(choice.Needed)?.Name : null,
            progress.State,
            progress.NextAction);
    }

    /// <summary>What a recording says.</summary>
    public static CaptureResult Analysed(Recording recording, double toleranceEthanolPct, HazeLedger ledger)
    {
        var result = CaptureAnalysis.Analyse(recording.Train, toleranceEthanolPct, ledger) with { Format = recording.Format, Channel = recording.Channel, Threshold = recording.Threshold };
        return result with { Reading = result.Reading.With(null, recording.Notes(result.Reading)) };
    }

    private static Recording? RecordingOf(SignalPlan plan, StationContext context)
    {
        if (plan.Capture is not { } choice)
        {
            return null;
        }

        return context.File(choice.Needed)?.Recording ?? throw new RefusedInputException("capture", "This recording is not on the job. Drop it again.");
    }

    private static (SensorReading? Reading, IReadOnlyList<MeterRow>? Rows) Compared(CaptureResult capture, SwitchedVolts? threshold, MeterValues? meter, HazeLedger ledger)
    {
        if (capture is not { FrequencyHz: { } frequency, LowPulseMs: { } width })
        {
            return (capture.Reading, null);
        }

        var read = AsShown(meter ?? new MeterValues(), ledger);

        // A recording of volts has measured the levels itself.
        var levels = read.HighV is { } high ? new AverageVolts(high, read.LowV ?? 0)
            : threshold is { AreTwo: true } ? new AverageVolts(threshold.HighV, threshold.LowV)
            : null;
        var rows = RefusedInputException.Under("meter", () => MeterCheck.Rows(frequency, width, read.FrequencyHz, read.LowPulseMs, read.AverageV, levels));
        return (capture.Reading.With(null, MeterCheck.Findings(rows, levels)), rows);
    }

    private static (SensorReading? Reading, IReadOnlyList<MeterRow>? Rows) FromMeter(SignalPlan plan, HazeLedger ledger)
    {
        if (plan.Meter is not { FrequencyHz: not null } meter)
        {
            return plan.Meter is null or { LowPulseMs: null, AverageV: null }
                ? (null, null)
                : throw new RefusedInputException("meter.frequencyHz", "The frequency is missing: without it neither width nor volts say how much ethanol there is.");
        }

        var shown = AsShown(meter, ledger);
        var reading = RefusedInputException.Under("meter", () => new MeterReadings(shown.FrequencyHz!.Value, shown.LowPulseMs, shown.AverageV, shown.HighV, shown.LowV).Read(plan.Tolerance, ledger));
        return (reading, reading.AverageVolts is { } volts ? [MeterCheck.Row(volts)] : null);
    }

    private static MeterValues AsShown(MeterValues meter, HazeLedger ledger) => meter with
    {
        FrequencyHz = Usual(meter.FrequencyHz, MeterReadings.UsualFrequencyPlusMinusHz, "frequencyHz", ledger),
        LowPulseMs = Usual(meter.LowPulseMs, MeterReadings.UsualWidthPlusMinusMs, "lowPulseMs", ledger),
    };

    // A bare number is known to within what a usual meter shows; no pulses at all is no estimate.
    private static Hazy? Usual(Hazy? read, double plusMinus, string source, HazeLedger ledger) => read is { StandardU: 0, Value: not 0 } bare
        ? ledger.Quantity(bare.Value, plusMinus / 2, SourceCatalogue.Find(source, plusMinus / 2))
        : read;
}
