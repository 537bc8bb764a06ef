using MathNet.Numerics.Distributions;
using MathNet.Numerics.RootFinding;

namespace HazyGauge.Core.Haze;

/// <summary>
/// The interval that is shown: the value lies within plus or minus this half-width in 95 of 100 cases. In general two standard
/// uncertainties (JCGM 100:2008, 6.3.3). Where one rectangular source holds most of the variance, the 95 % half-width of that
/// rectangle blurred by the rest, so that a tolerance of 5 never shows as more than 5.
/// </summary>
public static class Interval95
{
    private const double CoverageProbability = 0.95;

    /// <summary>Half-width of the 95 % interval, in the unit of the value.</summary>
    public static double HalfWidth(Hazy quantity) => HalfWidth(quantity, CoverageProbability);

    /// <summary>Half-width of the interval that holds the value with another probability.</summary>
    /// <param name="quantity">The quantity.</param>
    /// <param name="coverage">The probability, 0 to 1; twice what may lie beyond one end is left out of it.</param>
    internal static double HalfWidth(Hazy quantity, double coverage) => HalfWidth([.. quantity.Parts.Select(p => (p.U, p.Source.Shape == HazeShape.Rectangular))], coverage);

    /// <summary>Half-width of the 95 % interval of a quantity that is made up of these independent parts.</summary>
    /// <param name="parts">Standard uncertainty of each part, and whether it is a rectangle.</param>
    internal static double HalfWidth(IReadOnlyCollection<(double U, bool IsRectangle)> parts) => HalfWidth(parts, CoverageProbability);

    private static double HalfWidth(IReadOnlyCollection<(double U, bool IsRectangle)> parts, double coverage)
    {
        var variance = parts.Sum(p => p.U * p.U);
        var bounded = parts.Where(p => p.IsRectangle).OrderByDescending(p => Math.Abs(p.U)).FirstOrDefault();
        return bounded.U * bounded.U > variance / 2
            ? BlurredRectangle(Math.Abs(bounded.U) * Math.Sqrt(3), Math.Sqrt(Math.Max(0, variance - (bounded.U * bounded.U))), coverage)
            : 2 * Math.Sqrt(variance) * (coverage == CoverageProbability ? 1 : Normal.InvCDF(0, 1, (1 + coverage) / 2) / Normal.InvCDF(0, 1, (1 + CoverageProbability) / 2));
    }

    private static double BlurredRectangle(double halfWidth, double sigma, double coverage)
    {
        // Below this the blur moves the answer by less than a thousandth and the closed form loses its digits.
        if (sigma < 1e-3 * halfWidth)
        {
            return coverage * halfWidth;
        }

        return Brent.FindRoot(h => Coverage(h, halfWidth, sigma) - coverage, 0, halfWidth + (4 * sigma), 1e-9 * halfWidth);
    }

    // Probability that rectangle + normal lies within +-h: the integral of the normal distribution function over the rectangle.
    private static double Coverage(double h, double halfWidth, double sigma)
    {
        static double IntegralOfCdf(double x) => (x * Normal.CDF(0, 1, x)) + Normal.PDF(0, 1, x);
        var (near, far) = ((h - halfWidth) / sigma, (h + halfWidth) / sigma);
        return sigma / (2 * halfWidth) * (IntegralOfCdf(far) - IntegralOfCdf(near) - IntegralOfCdf(-near) + IntegralOfCdf(-far));
    }
}
