using MathNet.Numerics.Statistics;

namespace HazyGauge.Core.Sensing;

/// <summary>
/// Tells a frequency that wanders from one that is merely noisy. Noise shows between one period and the next; wandering shows as
/// a spread that is larger than that, or as stretches of the recording that differ from each other. A noise of more than a whole
/// hertz is more than any sound sensor has and counts as wandering too. (Limits are our own, from recordings of the stand-in.)
/// </summary>
internal static class Wander
{
    private const double NegligibleHz = 0.15;
    private const double NoSoundSensorHz = 1;
    private const int MaxStretches = 32;
    private const int PeriodsPerStretch = 8;

    /// <summary>Standard deviation of the frequency where it wanders, Hz; null where it stands still.</summary>
    public static double? Of(IReadOnlyList<Period> periods, double tickS)
    {
        if (periods.Count < 2 * PeriodsPerStretch)
        {
            return null;
        }

        var frequency = periods.Column(p => 1 / p.LengthS);
        var steps = new float[frequency.Length - 1];
        for (var i = 0; i < steps.Length; i++)
        {
            steps[i] = Math.Abs(frequency[i + 1] - frequency[i]);
        }

        var noise = RobustMean.MadToSd * ArrayStatistics.MedianInplace(steps) / Math.Sqrt(2);
        var sd = ArrayStatistics.PopulationStandardDeviation(frequency);
        var stretches = StretchSpread(periods, tickS, out var periodsPerStretch);
        var tickHz = tickS / Math.Pow(periods[periods.Count / 2].LengthS, 2);
        var spread = (ArrayStatistics.QuantileInplace(frequency, 0.9) - ArrayStatistics.QuantileInplace(frequency, 0.1)) / 2.563;

        var wanders =
            stretches > NegligibleHz + (3 * noise / Math.Sqrt(periodsPerStretch)) ||
            spread > NegligibleHz + (2 * noise) + (0.5 * tickHz) ||
            spread > NoSoundSensorHz + tickHz;
        return wanders ? sd : null;
    }

    /// <summary>Standard deviation of the mean frequencies of equal stretches, Hz.</summary>
    private static double StretchSpread(IReadOnlyList<Period> periods, double tickS, out int periodsPerStretch)
    {
        var count = Math.Min(MaxStretches, periods.Count / PeriodsPerStretch);
        periodsPerStretch = periods.Count / count;
        var means = new double[count];
        for (var s = 0; s < count; s++)
        {
            var from = (int)((long)s * periods.Count / count);
            var to = (int)((long)(s + 1) * periods.Count / count);
            means[s] = 1 / RobustMean.Of(to - from, i => periods[from + i].LengthS, tickS).Value;
        }

        return ArrayStatistics.PopulationStandardDeviation(means);
    }
}
