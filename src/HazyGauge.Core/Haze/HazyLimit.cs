using MathNet.Numerics.Distributions;
using MathNet.Numerics.Integration;
using MathNet.Numerics.RootFinding;

namespace HazyGauge.Core.Haze;

/// <summary>
/// A number that a rule of the job never lets rise beyond a limit, or that is the smallest of several. Its value is that of the best estimates. Near a tie or
/// a limit a first-order slope is wrong on both sides, so its haze is made such that no more than one case in forty lies beyond either end of the 95 %
/// interval shown. All sources keep their shares and signs.
/// </summary>
public static class HazyLimit
{
    // Standard uncertainties beyond which nothing is left of a normal distribution, and within which two numbers are near a tie.
    private const double Far = 8;
    private const double Near = 4;

    // What lies beyond either end of the interval shown of a normal number: two standard uncertainties.
    private static readonly double BeyondTwoU = Normal.CDF(0, 1, -2);

    /// <summary>The smaller of a hazy number and an exact limit. At the limit only the low end of the interval says something.</summary>
    /// <param name="x">The number.</param>
    /// <param name="limit">The limit.</param>
    public static Hazy AtMost(Hazy x, double limit) => AtMost([x], limit);

    /// <summary>The smallest of several hazy numbers and an exact limit.</summary>
    /// <param name="numbers">The numbers.</param>
    /// <param name="limit">The limit.</param>
    /// <exception cref="ArgumentException">There is no number.</exception>
    public static Hazy AtMost(IReadOnlyCollection<Hazy> numbers, double limit)
    {
        var least = Least(numbers);
        var both = Interval95.HalfWidth(least);
        if (both == 0)
        {
            return Math.Min(least.Value, limit);
        }

        // Over the limit: what the low end reaches below it.
        var half = both + Math.Min(0, limit - least.Value);
        return least.Through(Math.Min(least.Value, limit), Math.Max(0, half) / both);
    }

    /// <summary>
    /// The smallest of several hazy numbers. Near a tie its haze is what the distribution of the smaller of two correlated normal numbers needs about the value
    /// shown, each source weighted by how likely its number is the smallest. More than two are taken pair by pair.
    /// </summary>
    /// <exception cref="ArgumentException">There is none.</exception>
    public static Hazy Least(IReadOnlyCollection<Hazy> numbers) =>
        numbers.Count > 0 ? numbers.OrderBy(n => n.Value).Aggregate(Lesser) : throw new ArgumentException("There is no smallest of none.", nameof(numbers));

    private static Hazy Lesser(Hazy a, Hazy b)
    {
        var (low, high) = a.Value <= b.Value ? (a, b) : (b, a);
        var apart = (high - low).StandardU;
        if (apart == 0 || high.Value - low.Value > Near * apart)
        {
            return low;
        }

        var isLow = Normal.CDF(0, 1, (high.Value - low.Value) / apart);
        var mixed = (isLow * low) + ((1 - isLow) * high);
        if (mixed.StandardU == 0)
        {
            return low;
        }

        var half = Math.Max(
            Distance(low, high, d => AnyBelow(low, high, low.Value - d) - BeyondTwoU),
            Distance(low, high, d => 1 - AnyBelow(low, high, low.Value + d) - BeyondTwoU)
        );
        return mixed.Through(low.Value, half / 2 / mixed.StandardU);
    }

    private static double Distance(Hazy a, Hazy b, Func<double, double> over)
    {
        var most = Far * Math.Max(a.StandardU, b.StandardU);

        // Nothing to find where even the value itself leaves less than that beyond it: an exact number beside a hazy one that hardly reaches it.
        return over(0) <= 0 ? 0 : Brent.FindRoot(over, 0, most, 1e-6 * most);
    }

    // Probability that one of two correlated normal numbers lies below a value: over all that the first may be, what the second then is.
    private static double AnyBelow(Hazy a, Hazy b, double value)
    {
        const int Order = 32;
        var (ua, ub) = (a.StandardU, b.StandardU);
        if (ua == 0)
        {
            return a.Value < value ? 1 : Normal.CDF(b.Value, ub, value);
        }

        var apart = (a - b).StandardU;
        var slope = ((ua * ua) + (ub * ub) - (apart * apart)) / (2 * ua);
        var rest = Math.Sqrt(Math.Max(0, (ub * ub) - (slope * slope)));
        double BothAbove(double z) =>
            Normal.PDF(0, 1, z)
            * (
                rest > 0 ? Normal.CDF(0, 1, (b.Value + (slope * z) - value) / rest)
                : b.Value + (slope * z) >= value ? 1
                : 0
            );
        var from = Math.Max(-Far, (value - a.Value) / ua);
        return from >= Far ? 1 : 1 - GaussLegendreRule.Integrate(BothAbove, from, Far, Order);
    }
}
