using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Sensing;

/// <summary>
/// What a meter on DC volts shows of the square wave: its average. It looks like a plausible signal voltage, and falls as ethanol
/// rises. No reading by itself, but a check on frequency and width, and with the frequency known it gives the width.
/// </summary>
/// <param name="HighV">Volts while released: what the pull-up lifts the wire to, above <paramref name="LowV"/>, at most 30.</param>
/// <param name="LowV">Volts while pulled low, -1 or more.</param>
public sealed record AverageVolts(Hazy HighV, Hazy LowV)
{
    // How well a meter averages a pulsed voltage, half-width, as a share of the swing (our own; a meter's manual says more).
    private const double MeterShareOfSwing = 0.025;

    /// <summary>Refuses what cannot be.</summary>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public void Check()
    {
        var check = new InputCheck().Within(HighV.Value, 0, 30, "highV", "The high voltage", Unit.Volt).Within(LowV.Value, -1, 30, "lowV", "The low voltage", Unit.Volt);
        if (HighV.Value <= LowV.Value)
        {
            check.Refuse("highV", "The high voltage must lie above the low voltage. It is what the meter shows on the signal wire with the sensor unplugged and the key on.");
        }

        check.ThrowIfAny();
    }

    /// <summary>The average that belongs to a wave, V: high - (high - low) * f * width (arithmetic of a mean over one period).</summary>
    public Hazy Expected(Hazy frequencyHz, Hazy lowPulseMs) => HighV - ((HighV - LowV) * frequencyHz * lowPulseMs / 1000);

    /// <summary>The width that an average comes from, ms.</summary>
    public Hazy LowPulseMs(Hazy averageV, Hazy frequencyHz) => 1000 * (HighV - averageV) / ((HighV - LowV) * frequencyHz);

    /// <summary>Compares what was read with what should be.</summary>
    /// <param name="expectedV">What belongs to frequency and width, V.</param>
    /// <param name="readV">What the meter shows, V; null where it was not measured.</param>
    public AverageVoltsCheck Compare(Hazy expectedV, Hazy? readV)
    {
        var swing = HighV.Value - LowV.Value;
        var difference = readV - expectedV;

        // The one band of this reading: what the meter may be off, and what is not known of either side. What both sides share (the levels)
        // cancels in the difference.
        var within = (MeterShareOfSwing * swing) + (2 * (difference ?? expectedV).StandardU);
        var agrees = difference is { } off ? Math.Abs(off.Value) <= within : (bool?)null;
        return new AverageVoltsCheck(expectedV, readV, difference, within, agrees, readV is { } read ? Evaluate(expectedV.Value, read.Value, agrees == true, within, swing) : null);
    }

    private Finding Evaluate(double expectedV, double readV, bool agrees, double within, double swing)
    {
        var off = readV - expectedV;
        if (agrees && expectedV >= HighV.Value)
        {
            return new("averageAgrees", Severity.Info, Text($"The wire rests at its high voltage of {readV:0.00} V: nothing pulls it down."));
        }

        if (agrees)
        {
            return new("averageAgrees", Severity.Info, Text($"The average should be {expectedV:0.00} V and is {readV:0.00} V: frequency, width and voltages fit each other."));
        }

        // Seen from the other side of an inverting box the wave is high where the sensor pulls low.
        var mirrored = HighV.Value + LowV.Value - expectedV;
        var cause =
            readV > HighV.Value + (0.02 * swing) ? "The wire stands above the high voltage given: measure the high voltage again."
            : readV > HighV.Value - (0.02 * swing) ? "The wire stands at its high voltage: the meter is not on the wire with the pulses, or it lost contact."
            : readV < LowV.Value + (0.02 * swing) ? "The wire stands low: no pull-up at this point, or a short to ground."
            : Math.Abs(readV - mirrored) <= within ? "The same wave upside down would give just this: something on the way inverts it."
            : off > 0 ? "The wire is not pulled all the way down: measure the low voltage and the drop along the sensor's ground."
            : "The wire is not lifted all the way up: measure the high voltage again, and the pull-up.";
        return new("averageDisagrees", Severity.Caution, Text($"The average should be {expectedV:0.00} V within {within:0.00} V, but is {readV:0.00} V. {cause}"));
    }

    private static string Text(FormattableString text) => FormattableString.Invariant(text);
}

/// <summary>Average volts as they should be and as they are.</summary>
/// <param name="ExpectedV">Should be, V.</param>
/// <param name="ReadV">Is, V; null where nothing was read.</param>
/// <param name="DifferenceV">What was read less what was expected, V.</param>
/// <param name="WithinV">Half-width of the band that is still right, V.</param>
/// <param name="Agrees">True where the difference lies in that band; null where nothing was read.</param>
/// <param name="Finding">What it means; null where nothing was read.</param>
public sealed record AverageVoltsCheck(Hazy ExpectedV, Hazy? ReadV, Hazy? DifferenceV, double WithinV, bool? Agrees, Finding? Finding);
