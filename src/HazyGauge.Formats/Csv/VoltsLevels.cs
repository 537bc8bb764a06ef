using MathNet.Numerics.Statistics;

namespace HazyGauge.Formats.Csv;

/// <summary>Between which levels a voltage moves.</summary>
/// <param name="LowV">What all but a few in a thousand samples lie above, V.</param>
/// <param name="HighV">What all but a few in a thousand samples lie below, V.</param>
/// <param name="AreTwo">True where the samples keep to two levels; false where they lie about a single one.</param>
public sealed record VoltsLevels(double LowV, double HighV, bool AreTwo)
{
    // A wire that moves less than this does not switch, however cleanly it does it.
    private const double SmallestSwingV = 0.5;

    // Cut in half, noise about one level leaves halves whose means are 2.6 of their own standard deviations apart: 2 * 0.798 / 0.603, the
    // half-normal distribution. Two levels stand further apart than that, or their noise would switch by itself.
    private const double ApartFromSpreads = 3.2;

    /// <summary>Half way between them, V.</summary>
    internal double MiddleV => (LowV + HighV) / 2;

    /// <summary>The levels of a recording.</summary>
    /// <param name="samples">Its samples, V, in any order; they get sorted.</param>
    internal static VoltsLevels Of(double[] samples)
    {
        Array.Sort(samples);
        var (low, high) = (SortedArrayStatistics.Quantile(samples, 0.005), SortedArrayStatistics.Quantile(samples, 0.995));
        return new VoltsLevels(low, high, high - low >= SmallestSwingV && StandApart(samples, (low + high) / 2));
    }

    private static bool StandApart(double[] sorted, double middle)
    {
        var cut = Array.FindIndex(sorted, v => v >= middle);
        var (below, above) = (new RunningStatistics(sorted[..cut]), new RunningStatistics(sorted[cut..]));
        var squares = (below.PopulationVariance * below.Count) + (above.PopulationVariance * above.Count);
        return above.Mean - below.Mean >= ApartFromSpreads * Math.Sqrt(squares / sorted.Length);
    }
}
