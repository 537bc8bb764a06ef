using HazyGauge.Core.Findings;
using HazyGauge.Core.Sensing;

namespace HazyGauge.Formats.Csv;

/// <summary>Where volts turn into levels.</summary>
/// <param name="Volts">The threshold, V.</param>
/// <param name="HysteresisV">By how much it has to be passed before the level counts as changed, V.</param>
/// <param name="LowV">The lower of the two levels in the recording, V.</param>
/// <param name="HighV">The higher, V.</param>
/// <param name="IsAutomatic">True where it was found, false where it was given.</param>
public sealed record VoltsThreshold(double Volts, double HysteresisV, double LowV, double HighV, bool IsAutomatic)
{
    // A wire that moves less than this does not switch; noise and ripple do that much.
    private const double SmallestSwingV = 0.5;

    // Half way between the levels, to be passed by a fifth of the swing: as far from the noise of either as can be.
    private const double HysteresisShare = 0.2;

    // What lies above this, and does not move, is a wire that something lifts.
    private const double LiftedFromV = 1;

    /// <summary>What the threshold says of itself.</summary>
    public Finding Finding => Swings
        ? new("threshold", Severity.Info, FormattableString.Invariant(
            $"Volts were switched at {Volts:0.00} V ({(IsAutomatic ? "found half way" : "as given")}, between levels of {LowV:0.00} and {HighV:0.00} V), passed by {HysteresisV:0.00} V before it counts."))
        : new("thresholdNotPassed", Severity.Info, FormattableString.Invariant(
            $"The volts stay between {LowV:0.00} and {HighV:0.00} V{(IsAutomatic ? string.Empty : FormattableString.Invariant($" and never pass {Volts:0.00} V"))}."));

    private bool Swings => HighV - LowV >= SmallestSwingV && Volts > LowV && Volts < HighV;

    /// <summary>The threshold for a recording.</summary>
    /// <param name="levels">The levels it moves between, V.</param>
    /// <param name="givenV">Where to switch; null finds it.</param>
    internal static VoltsThreshold Find((double Low, double High) levels, double? givenV)
    {
        var swing = levels.High - levels.Low;
        var volts = givenV ?? (swing < SmallestSwingV ? LiftedFromV : (levels.Low + levels.High) / 2);
        var room = Math.Max(0, Math.Min(volts - levels.Low, levels.High - volts));
        return new VoltsThreshold(volts, Math.Min(HysteresisShare * swing, room / 2), levels.Low, levels.High, givenV is null);
    }

    /// <summary>The level at a voltage, after another level.</summary>
    internal LogicLevel LevelAt(double volts, LogicLevel? before)
    {
        if (!Swings)
        {
            return (LowV + HighV) / 2 < Volts ? LogicLevel.Low : LogicLevel.Released;
        }

        return before switch
        {
            LogicLevel.Low => volts > Volts + HysteresisV ? LogicLevel.Released : LogicLevel.Low,
            LogicLevel.Released => volts < Volts - HysteresisV ? LogicLevel.Low : LogicLevel.Released,
            _ => volts < Volts ? LogicLevel.Low : LogicLevel.Released,
        };
    }
}
