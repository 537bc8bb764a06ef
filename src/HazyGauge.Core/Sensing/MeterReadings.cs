using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Sensing;

/// <summary>What a multimeter shows of the sensor. Any quantity may be hazy; all of one computation share a ledger.</summary>
/// <param name="FrequencyHz">Frequency, Hz; 0 where there are no pulses.</param>
/// <param name="LowPulseMs">Width of the low pulse, ms.</param>
/// <param name="AverageV">What the meter shows on DC volts, V.</param>
/// <param name="HighV">Volts while released, V.</param>
/// <param name="LowV">Volts while pulled low, V; null takes 0.</param>
public sealed record MeterReadings(Hazy FrequencyHz, Hazy? LowPulseMs = null, Hazy? AverageV = null, Hazy? HighV = null, Hazy? LowV = null)
{
    /// <summary>How well a usual meter shows frequency, half-width, Hz (our own; a meter's manual says more).</summary>
    public const double UsualFrequencyPlusMinusHz = 0.5;

    /// <summary>How well a usual meter shows pulse width, half-width, ms (our own; a meter's manual says more).</summary>
    public const double UsualWidthPlusMinusMs = 0.05;

    /// <summary>How well a usual meter shows DC volts, half-width, V: half a percent and a count of ten millivolts (our own; a meter's manual says more).</summary>
    public static double UsualVoltsPlusMinus(double volts) => (0.005 * Math.Abs(volts)) + 0.010;

    // An open collector pulls lower than this (common practice, no source).
    private const double HighestLowV = 1;

    /// <summary>The reading they come to, and how the volts fit it.</summary>
    /// <param name="toleranceEthanolPct">Half-width of the sensor's tolerance, ethanol points.</param>
    /// <param name="ledger">The ledger of this computation.</param>
    /// <exception cref="RefusedInputException">A quantity is outside its range, or one that is needed is missing.</exception>
    public SensorReading Read(double toleranceEthanolPct, HazeLedger ledger)
    {
        var reading = ReadAll(toleranceEthanolPct, ledger);
        return LowV is { Value: > HighestLowV } low ? reading.With(null, [SignalFindings.LowTooHigh(low.Value)]) : reading;
    }

    private SensorReading ReadAll(double toleranceEthanolPct, HazeLedger ledger)
    {
        var check = new InputCheck().Within(AverageV?.Value, -1, 30, "averageV", "The average", Unit.Volt);
        if (HighV is null && (AverageV is not null || LowV is not null))
        {
            check.Refuse("highV", "The average says nothing without the high voltage: what the meter shows on the signal wire with the sensor unplugged and the key on.");
        }

        check.ThrowIfAny();
        if (HighV is not { } highV)
        {
            return SensorReading.From(FrequencyHz, LowPulseMs, toleranceEthanolPct, ledger);
        }

        var volts = new AverageVolts(highV, LowV ?? 0);
        volts.Check();
        if (LowPulseMs is null && AverageV is { } averageV && FrequencyHz.Value > 0)
        {
            return FromVolts(volts, averageV, toleranceEthanolPct, ledger);
        }

        var reading = SensorReading.From(FrequencyHz, LowPulseMs, toleranceEthanolPct, ledger);
        return Compare(volts) is not { } compared ? reading : reading.With(null, compared.Finding is { } finding ? [finding] : []) with { AverageVolts = compared };
    }

    private AverageVoltsCheck? Compare(AverageVolts volts)
    {
        // Without pulses the wire stands still, at the released level if anything lifts it.
        var expected =
            FrequencyHz.Value == 0 ? volts.HighV
            : LowPulseMs is { } width ? volts.Expected(FrequencyHz, width)
            : (Hazy?)null;
        return expected is { } expectedV ? volts.Compare(expectedV, AverageV) : null;
    }

    private SensorReading FromVolts(AverageVolts volts, Hazy averageV, double toleranceEthanolPct, HazeLedger ledger)
    {
        var width = volts.LowPulseMs(averageV, FrequencyHz);
        return width.Value < 0
            ? throw new RefusedInputException("averageV", "The average cannot lie above the high voltage.")
            : SensorReading
                .From(FrequencyHz, width, toleranceEthanolPct, ledger)
                .With(
                    null,
                    [
                        new Finding(
                            "widthFromVolts",
                            Severity.Info,
                            Sentence.Of(
                                $"The low pulse was not measured; from the average it must be {width.Value:0.00} ms. That is only as good as both voltages: a meter that "
                                    + $"shows pulse width is surer."
                            )
                        ),
                    ]
                );
    }
}

/// <summary>What a meter shows of the sensor, as a calculation asks for it.</summary>
/// <param name="FrequencyHz">Frequency, Hz; 0 where there are no pulses.</param>
/// <param name="LowPulseMs">Width of the low pulse, ms.</param>
/// <param name="ToleranceEthanolPct">Half-width of the sensor's tolerance, ethanol points; rectangular. Default 5.</param>
/// <param name="AverageV">What the meter shows on DC volts; with a low pulse a cross-check, without one it gives the low pulse.</param>
/// <param name="HighV">Volts while released: with the sensor unplugged and the key on.</param>
/// <param name="LowV">Volts while pulled low. Default 0.</param>
public sealed record SensorReadingQuery(Hazy FrequencyHz, Hazy? LowPulseMs = null, double? ToleranceEthanolPct = null, Hazy? AverageV = null, Hazy? HighV = null, Hazy? LowV = null)
{
    /// <summary>The reading.</summary>
    /// <exception cref="RefusedInputException">A quantity is outside its range, or one that is needed is missing.</exception>
    public SensorReading Answer(HazeLedger ledger) =>
        new MeterReadings(FrequencyHz, LowPulseMs, AverageV, HighV, LowV).Read(ToleranceEthanolPct ?? SensorLaw.UsualToleranceEthanolPct, ledger);
}
