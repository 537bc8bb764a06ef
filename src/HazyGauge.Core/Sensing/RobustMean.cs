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

    /// <summary>The centre of at least one value.</summary>
    /// <param name="count">How many values there are.</param>
    /// <param name="valueAt">The value at a place.</param>
    /// <param name="tick">Smallest step of the values, in their unit.</param>
    internal static RobustMean Of(int count, Func<int, double> valueAt, double tick)
    {
        // What lies near is chosen in single precision, which is half the memory; the mean itself is taken of the full values.
        var column = new float[count];
        for (var i = 0; i < count; i++)
        {
            column[i] = (float)valueAt(i);
        }

        double median = ArrayStatistics.MedianInplace(column);
        for (var i = 0; i < count; i++)
        {
            column[i] = (float)Math.Abs(valueAt(i) - median);
        }

        var window = Math.Max(NearTicks * tick, NearSd * MadToSd * ArrayStatistics.MedianInplace(column)) + (1e-6 * Math.Abs(median));
        double sum = 0, squares = 0;
        var near = 0;
        for (var i = 0; i < count; i++)
        {
            var deviation = valueAt(i) - median;
            if (Math.Abs(deviation) <= window)
            {
                sum += deviation;
                squares += deviation * deviation;
                near++;
            }
        }

        var mean = sum / near;
        return new RobustMean(median + mean, Math.Sqrt(Math.Max(0, (squares / near) - (mean * mean))), near);
    }
}
