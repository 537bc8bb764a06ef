using MathNet.Numerics.Statistics;

namespace HazyGauge.Core.Sensing;

/// <summary>
/// Values to take quantiles of: all of them, or of very many every n-th. A quantile of sixty thousand values is far
/// sharper than anything decided by it.
/// </summary>
/// <param name="Values">The values, in order of time.</param>
internal readonly record struct Sample(float[] Values)
{
    private const int Most = 1 << 16;

    /// <summary>Of how many values one is enough.</summary>
    public static int EveryOf(int count, int most = Most) => Math.Max(1, (count + most - 1) / most);

    /// <summary>The values, or every n-th of very many.</summary>
    public static Sample Of(ReadOnlySpan<float> values) => Of(values, EveryOf(values.Length));

    /// <summary>Every n-th value.</summary>
    public static Sample Of(ReadOnlySpan<float> values, int every)
    {
        var chosen = new float[(values.Length + every - 1) / every];
        for (var i = 0; i < chosen.Length; i++)
        {
            chosen[i] = values[i * every];
        }

        return new Sample(chosen);
    }

    /// <summary>The same sample seen through a function.</summary>
    public Sample Select(Func<float, float> function) => new(Array.ConvertAll(Values, v => function(v)));

    public double Median() => ArrayStatistics.MedianInplace((float[])Values.Clone());

    public double Quantile(double tau) => ArrayStatistics.QuantileInplace((float[])Values.Clone(), tau);
}
