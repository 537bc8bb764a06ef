using HazyGauge.Core.Findings;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Formats.Csv;

/// <summary>Where volts turn into levels.</summary>
/// <param name="Volts">The threshold, V.</param>
/// <param name="HysteresisV">By how much it has to be passed before the level counts as changed, V.</param>
/// <param name="Levels">The levels in the recording.</param>
/// <param name="IsAutomatic">True where it was found, false where it was given.</param>
public sealed record VoltsThreshold(double Volts, double HysteresisV, VoltsLevels Levels, bool IsAutomatic)
{
    // Half way between the levels, to be passed by a fifth of the swing: as far from the noise of either as can be.
    private const double HysteresisShare = 0.2;

    // What lies above this, and does not move, is a wire that something lifts.
    private const double LiftedFromV = 1;

    /// <summary>What the threshold says of itself.</summary>
    public Finding Finding =>
        Switches
            ? new(
                "threshold",
                Severity.Info,
                Sentence.Of(
                    $"Volts were switched at {Volts:0.00} V ({(IsAutomatic ? "found half way" : "as given")}, between levels of {Levels.LowV:0.00} and "
                        + $"{Levels.HighV:0.00} V), passed by {HysteresisV:0.00} V before it counts."
                )
            )
            : new(
                "thresholdNotPassed",
                Severity.Info,
                Sentence.Of(
                    $"The volts stay between {Levels.LowV:0.00} and {Levels.HighV:0.00} "
                        + $"V{(Levels.AreTwo ? FormattableString.Invariant($" and never pass {Volts:0.00} V") : ", about one level: what moves them is noise")}."
                )
            );

    private bool Switches => Levels.AreTwo && Volts > Levels.LowV && Volts < Levels.HighV;

    /// <summary>The threshold for a recording.</summary>
    /// <param name="levels">The levels it moves between.</param>
    /// <param name="givenV">Where to switch, V; null finds it.</param>
    internal static VoltsThreshold Find(VoltsLevels levels, double? givenV)
    {
        var volts = givenV ?? (levels.AreTwo ? levels.MiddleV : LiftedFromV);
        var room = Math.Max(0, Math.Min(volts - levels.LowV, levels.HighV - volts));
        return new VoltsThreshold(volts, Math.Min(HysteresisShare * (levels.HighV - levels.LowV), room / 2), levels, givenV is null);
    }

    /// <summary>The level at a voltage, after another level.</summary>
    internal LogicLevel LevelAt(double volts, LogicLevel? before)
    {
        if (!Switches)
        {
            return Levels.MiddleV < Volts ? LogicLevel.Low : LogicLevel.Released;
        }

        return before switch
        {
            LogicLevel.Low => volts > Volts + HysteresisV ? LogicLevel.Released : LogicLevel.Low,
            LogicLevel.Released => volts < Volts - HysteresisV ? LogicLevel.Low : LogicLevel.Released,
            _ => volts < Volts ? LogicLevel.Low : LogicLevel.Released,
        };
    }
}
