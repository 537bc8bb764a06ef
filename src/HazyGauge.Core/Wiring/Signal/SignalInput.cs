using MathNet.Numerics.RootFinding;

namespace HazyGauge.Core.Wiring.Signal;

/// <summary>
/// The signal wire between an open collector and an input. Released, pull-ups lift it through the capacitance of the cable; pulled, it stands at the sensor's
/// saturation voltage at once. A filter of the input follows through its resistor into its capacitor. Two linear equations, solved exactly (circuit theory).
/// </summary>
/// <param name="SourceV">What the pull-ups lift it to, V.</param>
/// <param name="SourceOhm">All pull-ups side by side, Ohm.</param>
/// <param name="CableF">Capacitance of the cable, F.</param>
/// <param name="FilterOhm">Resistor of the input filter, Ohm; 0 without one.</param>
/// <param name="FilterF">Capacitor of the input filter, F; 0 without one.</param>
/// <param name="LowV">Voltage of the pulled sensor, V.</param>
internal readonly record struct SignalInput(double SourceV, double SourceOhm, double CableF, double FilterOhm, double FilterF, double LowV)
{
    private double FilterS => FilterOhm * FilterF;

    /// <summary>Time from the pull until the input falls through a voltage, s; null where it never does.</summary>
    public double? FallS(double thresholdV) =>
        thresholdV <= LowV ? null
        : thresholdV >= SourceV || FilterS == 0 ? 0
        : FilterS * Math.Log((SourceV - LowV) / (thresholdV - LowV));

    /// <summary>Voltage of the input after it was pulled for a time, V.</summary>
    public double AfterPullV(double seconds) => FilterS == 0 ? LowV : LowV + ((SourceV - LowV) * Math.Exp(-seconds / FilterS));

    /// <summary>Time from the release until the input rises through a voltage, s; null where it never does.</summary>
    /// <param name="thresholdV">The voltage.</param>
    /// <param name="pulledS">How long it was pulled, s.</param>
    public double? RiseS(double thresholdV, double pulledS)
    {
        var from = AfterPullV(pulledS);
        if (thresholdV >= SourceV)
        {
            return null;
        }

        if (from >= thresholdV)
        {
            return 0;
        }

        var below = BelowSource(from);
        var slowest = SourceOhm * (CableF + FilterF) + FilterS;
        if (slowest == 0)
        {
            return 0;
        }

        var over = SourceV - thresholdV;
        return Brent.FindRoot(t => over - below(t), 0, slowest * (30 + Math.Log((SourceV - LowV) / over)), 1e-13 * slowest, 200);
    }

    // By how much the input is below what it is lifted to, V, so long after the release.
    private Func<double, double> BelowSource(double fromV)
    {
        var (pulled, input) = (SourceV - LowV, SourceV - fromV);
        if (FilterS == 0)
        {
            var alone = SourceOhm * (CableF + FilterF);
            return t => pulled * Math.Exp(-t / alone);
        }

        if (CableF == 0)
        {
            var through = (SourceOhm + FilterOhm) * FilterF;
            return t => input * Math.Exp(-t / through);
        }

        var across = 1 / (FilterOhm * CableF);
        var (wire, filter) = ((1 / (SourceOhm * CableF)) + across, 1 / FilterS);
        var (middle, half) = ((wire + filter) / 2, Math.Sqrt(((wire - filter) * (wire - filter) / 4) + (across * filter)));

        // The slow root by the product of both: their difference would lose its digits.
        var fast = middle + half;
        var slow = ((wire * filter) - (across * filter)) / fast;
        var slope = filter * (pulled - input);
        var ofSlow = (slope + (fast * input)) / (fast - slow);
        return t => (ofSlow * Math.Exp(-slow * t)) + ((input - ofSlow) * Math.Exp(-fast * t));
    }
}
