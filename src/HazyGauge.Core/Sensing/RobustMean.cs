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
    /// <param name="values">The values.</param>
    /// <param name="tick">Smallest step of the values, in their unit.</param>
    internal static RobustMean Of(ReadOnlySpan<float> values, double tick)
    {
        var sample = Sample.Of(values);
        var median = sample.Median();
        var deviations = sample.Select(v => (float)Math.Abs(v - median));
        var window = Math.Max(NearTicks * tick, NearSd * MadToSd * deviations.Median()) + (1e-6 * Math.Abs(median));
        double sum = 0,
            squares = 0;
        var near = 0;
        foreach (var value in values)
        {
            var deviation = value - median;
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
