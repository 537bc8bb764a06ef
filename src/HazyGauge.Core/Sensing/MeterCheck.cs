using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Sensing;

/// <summary>What a meter shows of a wave.</summary>
public enum MeterQuantity
{
    /// <summary>Frequency, Hz.</summary>
    FrequencyHz,

    /// <summary>Width of the low pulse, ms.</summary>
    LowPulseMs,

    /// <summary>Average on DC volts, V.</summary>
    AverageV,

    /// <summary>Volts behind a signal converter, V.</summary>
    ConverterV,
}

/// <summary>One line of what the meter should read.</summary>
/// <param name="Quantity">What is measured.</param>
/// <param name="Expected">What it should be.</param>
/// <param name="Within">Half-width of the band that is still right.</param>
/// <param name="Read">What the meter did read; null where it was not measured.</param>
public sealed record MeterRow(MeterQuantity Quantity, Hazy Expected, double Within, Hazy? Read)
{
    /// <summary>True where what was read lies in the band; null where nothing was read.</summary>
    public bool? Agrees => Read is { } read ? Math.Abs(read.Value - Expected.Value) <= Within : null;
}

/// <summary>What a meter should read where a capture says what the wave is.</summary>
public static class MeterCheck
{
    // Two instruments on one sensor that agree within 1 to 2 points are normal (common practice, no source).
    private const double FrequencyWithinHz = 1.5;
    private const double WidthWithinMs = 0.05;

    /// <summary>The lines, as far as they are known.</summary>
    /// <param name="frequencyHz">Frequency of the capture.</param>
    /// <param name="lowPulseMs">Low pulse of the capture.</param>
    /// <param name="readFrequencyHz">What the meter reads.</param>
    /// <param name="readLowPulseMs">What the meter reads.</param>
    /// <param name="averageV">What the meter reads on DC volts.</param>
    /// <param name="levels">The levels of the wave; null where they are not known.</param>
    public static IReadOnlyList<MeterRow> Rows(Hazy frequencyHz, Hazy lowPulseMs, Hazy? readFrequencyHz, Hazy? readLowPulseMs, Hazy? averageV, AverageVolts? levels)
    {
        var rows = new List<MeterRow>
        {
            new(MeterQuantity.FrequencyHz, frequencyHz, FrequencyWithinHz + (2 * frequencyHz.StandardU), readFrequencyHz),
            new(MeterQuantity.LowPulseMs, lowPulseMs, WidthWithinMs + (2 * lowPulseMs.StandardU), readLowPulseMs),
        };
        if (levels is not null)
        {
            levels.Check();
            var expected = levels.Expected(frequencyHz, lowPulseMs);
            rows.Add(Row(levels.Compare(expected, averageV)));
        }

        return rows;
    }

    /// <summary>The line of average volts, with the band the check itself goes by.</summary>
    public static MeterRow Row(AverageVoltsCheck volts) => new(MeterQuantity.AverageV, volts.ExpectedV, volts.WithinV, volts.ReadV);

    /// <summary>What a line that misses its band means.</summary>
    public static IEnumerable<Finding> Findings(IEnumerable<MeterRow> rows, AverageVolts? levels)
    {
        foreach (var row in rows.Where(r => r.Agrees == false))
        {
            yield return row.Quantity == MeterQuantity.AverageV ? levels!.Compare(row.Expected, row.Read!.Value).Finding!
            : row.Quantity == MeterQuantity.ConverterV ? ConverterVolts.Disagrees(row)
            : new Finding(
                "meterDisagrees" + row.Quantity,
                Severity.Caution,
                Sentence.Of(
                    $"The meter reads {row.Read!.Value.Value:0.##} {Unit(row)} where the capture says {row.Expected.Value:0.##}, more than {row.Within:0.##} apart. "
                        + $"Either the fuel changed in between or the two are not on the same wire: measure again at the same moment."
                )
            );
        }
    }

    private static string Unit(MeterRow row) => row.Quantity == MeterQuantity.FrequencyHz ? "Hz" : "ms";
}
