using MathNet.Numerics.Distributions;

namespace HazyGauge.Core.Haze;

/// <summary>A number that a rule of the job never lets rise beyond a limit.</summary>
public static class HazyLimit
{
    // Beyond this many standard uncertainties the limit decides nothing that double precision could show.
    private const double Far = 8;

    /// <summary>
    /// The smaller of a hazy number and an exact limit. Near a tie a first-order slope is wrong on both sides (1 below, 0 above), so
    /// the haze is that of the limited normal distribution itself, in closed form: of min(x, L) with x normal, the variance is
    /// E[min^2] - E[min]^2. All sources keep their shares and signs. Far above the limit nothing is in doubt any more.
    /// </summary>
    /// <param name="x">The number.</param>
    /// <param name="limit">The limit.</param>
    public static Hazy AtMost(Hazy x, double limit)
    {
        var u = x.StandardU;
        var value = Math.Min(x.Value, limit);
        if (u == 0)
        {
            return value;
        }

        var z = (limit - x.Value) / u;
        return x.Through(value, z > Far ? 1 : z < -Far ? 0 : SdOfLimited(z));
    }

    /// <summary>
    /// The smallest of several hazy numbers. Its value is the smallest value; near a tie its haze is that of the minimum of two correlated
    /// normal distributions, in closed form (C. E. Clark, Operations Research 9, 1961), each source weighted by how likely its number is
    /// the smallest. More than two are taken pair by pair.
    /// </summary>
    /// <exception cref="ArgumentException">There is none.</exception>
    public static Hazy Least(IReadOnlyCollection<Hazy> numbers) => numbers.Count > 0
        ? numbers.OrderBy(n => n.Value).Aggregate(Lesser)
        : throw new ArgumentException("There is no smallest of none.", nameof(numbers));

    private static Hazy Lesser(Hazy a, Hazy b)
    {
        var apart = (a - b).StandardU;
        var (low, high) = a.Value <= b.Value ? (a, b) : (b, a);
        if (apart == 0 || high.Value - low.Value > Far * apart)
        {
            return low;
        }

        var z = (high.Value - low.Value) / apart;
        var (isLow, density) = (Normal.CDF(0, 1, z), Normal.PDF(0, 1, z));

        // Calculated from the lower value, so that no large numbers cancel.
        var gap = high.Value - low.Value;
        var mean = (gap * (1 - isLow)) - (apart * density);
        var meanSquare = (low.StandardU * low.StandardU * isLow) + (((gap * gap) + (high.StandardU * high.StandardU)) * (1 - isLow)) - (gap * apart * density);
        var sd = Math.Sqrt(Math.Max(0, meanSquare - (mean * mean)));
        var mixed = (isLow * low) + ((1 - isLow) * high);
        return mixed.StandardU > 0 ? mixed.Through(low.Value, sd / mixed.StandardU) : low;
    }

    /// <summary>Standard deviation of min(Z, z) for a standard normal Z.</summary>
    private static double SdOfLimited(double z)
    {
        var (below, density) = (Normal.CDF(0, 1, z), Normal.PDF(0, 1, z));
        var mean = (z * (1 - below)) - density;
        var meanSquare = below - (z * density) + (z * z * (1 - below));
        return Math.Sqrt(Math.Max(0, meanSquare - (mean * mean)));
    }
}
