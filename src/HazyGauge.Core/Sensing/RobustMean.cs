using MathNet.Numerics.Statistics;

namespace HazyGauge.Core.Sensing;

/// <summary>
/// The centre of repeated measurements that are counted in ticks and may hold outliers: the mean of what lies near the median.
/// The median alone can only be a whole number of ticks; the mean of neighbouring ticks finds the value between them.
/// </summary>
/// <param name="Value">The centre.</param>
/// <param name="SpreadSd">Standard deviation of what lies near the median.</param>
/// <param name="Count">How many lie near the median.</param>
internal readonly record struct RobustMean(double Value, double SpreadSd, int Count)
{
    // Median absolute deviation to standard deviation, for a normal distribution.
    internal const double MadToSd = 1.4826;

    // Two readings of the same time, each cut to whole ticks, differ by one tick at most; a little more for binary digits.
    private const double NearTicks = 1.25;
    private const double NearSd = 4;

    /// <summary>The centre of at least one value; the order of <paramref name="values"/> is not kept.</summary>
    internal static RobustMean Of(double[] values, double tick)
    {
        var median = ArrayStatistics.MedianInplace(values);
        var deviations = Array.ConvertAll(values, v => Math.Abs(v - median));
        var window = Math.Max(NearTicks * tick, NearSd * MadToSd * ArrayStatistics.MedianInplace(deviations));
        double sum = 0, squares = 0;
        var count = 0;
        foreach (var value in values)
        {
            var deviation = value - median;
            if (Math.Abs(deviation) <= window)
            {
                sum += deviation;
                squares += deviation * deviation;
                count++;
            }
        }

        var mean = sum / count;
        return new RobustMean(median + mean, Math.Sqrt(Math.Max(0, (squares / count) - (mean * mean))), count);
    }
}
