namespace HazyGauge.Core.Haze;

/// <summary>
/// The ends between which a number lies in 95 of 100 cases, found by drawing (JCGM 101:2008): for where plus and minus says too little, because a doubt is as
/// large as the number that is divided by.
/// </summary>
/// <param name="Low">The low end: one case in forty lies below.</param>
/// <param name="High">The high end; null where there is none, for the number may be as large as it likes.</param>
/// <param name="StandardU">Standard uncertainty of what was drawn between the two ends.</param>
public sealed record SampledInterval(double Low, double? High, double StandardU)
{
    private const int Draws = 4_000;
    private const double Tail = 0.025;

    // By how much an end may be off what plus and minus says, of the half-width, before that is not good enough (our own).
    private const double GoodEnough = 0.2;

    /// <summary>True where plus and minus says as much.</summary>
    /// <param name="firstOrder">The number with its haze to first order.</param>
    public bool Agrees(Hazy firstOrder)
    {
        var half = Interval95.HalfWidth(firstOrder);
        return High is { } high && Math.Abs(firstOrder.Value - half - Low) <= GoodEnough * half && Math.Abs(firstOrder.Value + half - high) <= GoodEnough * half;
    }

    /// <summary>
    /// Draws every source of doubt, each evenly over its own distribution and in an order of its own (a Latin hypercube), the same draws every time.
    /// </summary>
    /// <param name="inputs">What the number is calculated from.</param>
    /// <param name="formula">The number from their values; infinite where it has no end, not a number where such inputs cannot be.</param>
    public static SampledInterval Of(IReadOnlyList<Hazy> inputs, Func<IReadOnlyList<double>, double> formula)
    {
        var sources = inputs.SelectMany(i => i.Parts.Select(p => p.Source)).DistinctBy(s => s.Id).ToList();
        var random = new Random(1);
        var drawn = sources.ToDictionary(s => s.Id, s => Drawn(s.Shape, random), StringComparer.Ordinal);
        var parts = inputs.Select(i => i.Parts.Select(p => (Draws: drawn[p.Source.Id], p.U)).ToList()).ToList();
        var found = Enumerable
            .Range(0, Draws)
            .Select(n => formula([.. inputs.Select((input, i) => input.Value + parts[i].Sum(p => p.U * p.Draws[n]))]))
            .Where(v => !double.IsNaN(v))
            .Order()
            .ToList();
        var (low, high) = (found[(int)(Tail * found.Count)], found[(int)((1 - Tail) * found.Count)]);
        var within = found.Where(v => v >= low && v <= high && double.IsFinite(v)).ToList();
        return new(low, double.IsFinite(high) ? high : null, MathNet.Numerics.Statistics.Statistics.PopulationStandardDeviation(within));
    }

    private static double[] Drawn(HazeShape shape, Random random)
    {
        var order = Enumerable.Range(0, Draws).ToArray();
        random.Shuffle(order);
        return
        [
            .. order.Select(place =>
            {
                var p = (place + 0.5) / Draws;
                return shape == HazeShape.Rectangular ? Math.Sqrt(3) * ((2 * p) - 1) : MathNet.Numerics.Distributions.Normal.InvCDF(0, 1, p);
            }),
        ];
    }
}
