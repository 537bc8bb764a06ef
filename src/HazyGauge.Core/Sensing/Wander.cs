using MathNet.Numerics.Statistics;

namespace HazyGauge.Core.Sensing;

/// <summary>
/// Tells a frequency that wanders from one that is merely noisy. Noise shows between one period and the next; wandering shows as
/// a spread that is larger than that, or as stretches of the recording that differ from each other. A noise of more than a whole
/// hertz is more than any sound sensor has and counts as wandering too. (Limits are our own, from recordings of the simulator.)
/// </summary>
internal static class Wander
{
    private const double NegligibleHz = 0.15;
    private const double NoSoundSensorHz = 1;
    private const int MaxStretches = 32;
    private const int PeriodsPerStretch = 8;

    /// <summary>Standard deviation of the frequency where it wanders, Hz; null where it stands still.</summary>
    public static double? Of(Periods periods, double tickS)
    {
        if (periods.Count < 2 * PeriodsPerStretch)
        {
            return null;
        }

        var sample = Sample.Of(periods.LengthS).Select(s => 1 / s);
        var noise = RobustMean.MadToSd * StepsHz(periods.LengthS).Median() / Math.Sqrt(2);
        var stretches = StretchSpread(periods, tickS, out var periodsPerStretch);
        var tickHz = tickS * Math.Pow(sample.Median(), 2);
        var spread = (sample.Quantile(0.9) - sample.Quantile(0.1)) / 2.563;

        var wanders =
            stretches > NegligibleHz + (3 * noise / Math.Sqrt(periodsPerStretch)) || spread > NegligibleHz + (2 * noise) + (0.5 * tickHz) || spread > NoSoundSensorHz + tickHz;
        return wanders ? ArrayStatistics.PopulationStandardDeviation(sample.Values) : null;
    }

    /// <summary>By how much the frequency differs between one period and the next, Hz.</summary>
    private static Sample StepsHz(ReadOnlySpan<float> lengthS)
    {
        var every = Sample.EveryOf(lengthS.Length - 1);
        var steps = new float[(lengthS.Length - 2 + every) / every];
        for (var i = 0; i < steps.Length; i++)
        {
            steps[i] = Math.Abs((1 / lengthS[(i * every) + 1]) - (1 / lengthS[i * every]));
        }

        return new Sample(steps);
    }

    /// <summary>Standard deviation of the mean frequencies of equal stretches, Hz.</summary>
    private static double StretchSpread(Periods periods, double tickS, out int periodsPerStretch)
    {
        var count = Math.Min(MaxStretches, periods.Count / PeriodsPerStretch);
        periodsPerStretch = periods.Count / count;
        var means = new double[count];
        for (var i = 0; i < count; i++)
        {
            var from = (int)((long)i * periods.Count / count);
            var to = (int)((long)(i + 1) * periods.Count / count);
            means[i] = 1 / RobustMean.Of(periods.LengthS[from..to], tickS).Value;
        }

        return ArrayStatistics.PopulationStandardDeviation(means);
    }
}
