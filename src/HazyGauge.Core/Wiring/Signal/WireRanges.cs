using HazyGauge.Core.Fields;

namespace HazyGauge.Core.Wiring.Signal;

/// <summary>What the figures of a signal wire and its inputs may be.</summary>
public static class WireRanges
{
    /// <summary>A pull-up, Ohm.</summary>
    public static readonly NumberRange PullUpOhm = new(1, 10_000_000);

    /// <summary>What a pull-up goes to, V.</summary>
    public static readonly NumberRange PullUpV = new(0.1, 60);

    /// <summary>Capacitance of cable or filter, nF.</summary>
    public static readonly NumberRange Nf = new(0, 10_000);

    /// <summary>A filter's resistor, Ohm.</summary>
    public static readonly NumberRange FilterOhm = new(0, 10_000_000);

    /// <summary>A threshold, V.</summary>
    public static readonly NumberRange ThresholdV = new(0, 60);

    /// <summary>Where a pulled sensor stands, V.</summary>
    public static readonly NumberRange SaturationV = new(0, 5);

    /// <summary>What an input bears, V.</summary>
    public static readonly NumberRange BearsV = new(0.1, 100);
}
