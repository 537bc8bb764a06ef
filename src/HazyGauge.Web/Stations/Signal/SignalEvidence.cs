using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Web.Haze;

namespace HazyGauge.Web.Stations.Signal;

/// <summary>The reading of a Signal document and what it rests on.</summary>
/// <param name="Reading">The reading; null where there is neither capture nor meter reading.</param>
/// <param name="Volts">Average volts beside it, where a meter alone gave it.</param>
/// <param name="Capture">The capture.</param>
/// <param name="Meter">What a meter should read, and did.</param>
internal sealed record SignalEvidence(SensorReading? Reading, AverageVoltsCheck? Volts, ReadCapture? Capture, IReadOnlyList<MeterRow>? Meter)
{
    /// <summary>Puts capture and meter together.</summary>
    /// <exception cref="RefusedInputException">A meter reading cannot be.</exception>
    public static SignalEvidence Of(ReadCapture? capture, MeterValues? meter, double toleranceEthanolPct)
    {
        if (capture is null)
        {
            return meter?.FrequencyHz is null ? CheckedEmpty(meter) : FromMeter(meter, toleranceEthanolPct);
        }

        if (capture.Result is not { FrequencyHz: { } frequency, LowPulseMs: { } width })
        {
            return new SignalEvidence(capture.Result.Reading, null, capture, null);
        }

        // The capture's numbers stand on its own ledger; what the meter adds is compared by value and its own haze.
        var haze = new HazeReader(capture.Ledger);
        var read = Values(meter ?? new MeterValues(), haze);
        var levels = read.HighV is { } high ? new AverageVolts(high, read.LowV ?? 0) : Levels(capture);
        var rows = MeterCheck.Rows(frequency, width, read.FrequencyHz, read.LowPulseMs, read.AverageV, levels);
        var reading = capture.Result.Reading.With(null, MeterCheck.Findings(rows, levels));
        return new SignalEvidence(reading, null, capture, rows);
    }

    // A recording of volts has measured the levels itself.
    private static AverageVolts? Levels(ReadCapture capture) => capture.Threshold?.Levels is { AreTwo: true } levels ? new AverageVolts(levels.HighV, levels.LowV) : null;

    private static SignalEvidence CheckedEmpty(MeterValues? meter) =>
        meter is null or { LowPulseMs: null, AverageV: null }
            ? new SignalEvidence(null, null, null, null)
            : throw new RefusedInputException("frequencyHz", "The frequency is missing: without it neither width nor volts say how much ethanol there is.");

    private static SignalEvidence FromMeter(MeterValues meter, double toleranceEthanolPct)
    {
        var haze = new HazeReader();
        var (frequencyHz, lowPulseMs, averageV, highV, lowV) = Values(meter, haze);
        var readings = new MeterReadings(frequencyHz!.Value, lowPulseMs, averageV, highV, lowV);
        var (reading, volts) = readings.Read(toleranceEthanolPct, haze.Ledger);
        var rows = volts is null ? null : new[] { MeterCheck.Row(volts) };
        return new SignalEvidence(reading, volts, null, rows);
    }

    private static (Hazy? FrequencyHz, Hazy? LowPulseMs, Hazy? AverageV, Hazy? HighV, Hazy? LowV) Values(MeterValues meter, HazeReader haze)
    {
        var values = (
            haze.Optional(Usual(meter.FrequencyHz, MeterReadings.UsualFrequencyPlusMinusHz), "frequencyHz"),
            haze.Optional(Usual(meter.LowPulseMs, MeterReadings.UsualWidthPlusMinusMs), "lowPulseMs"),
            haze.Optional(meter.AverageV, "averageV"),
            haze.Optional(meter.HighV, "highV"),
            haze.Optional(meter.LowV, "lowV"));
        haze.Check.ThrowIfAny();
        return values;
    }

    private static HazyInput? Usual(HazyInput? read, double plusMinus) =>
        read is { U: null, PlusMinus: null, Parts: null } and not { Value: 0 } ? read with { PlusMinus = plusMinus } : read;
}
