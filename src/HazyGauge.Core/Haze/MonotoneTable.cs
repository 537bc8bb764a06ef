using MathNet.Numerics.Interpolation;

namespace HazyGauge.Core.Haze;

/// <summary>
/// A smooth curve through tabulated points that never overshoots them: where the table rises or falls throughout, so does the
/// curve (piecewise cubic Hermite, F. N. Fritsch and R. E. Carlson, SIAM J. Numer. Anal. 17, 1980; computed by MathNet).
/// </summary>
public sealed class MonotoneTable
{
    private readonly CubicSpline _spline;
    private readonly double _first;
    private readonly double _last;

    /// <summary>A table of at least three points.</summary>
    /// <param name="x">Abscissae, strictly increasing.</param>
    /// <param name="y">Ordinates, never turning back.</param>
    /// <exception cref="ArgumentException">Too few points, unequal lengths, x not increasing, or y both rising and falling.</exception>
    public MonotoneTable(IReadOnlyList<double> x, IReadOnlyList<double> y)
    {
        if (x.Count < 3 || x.Count != y.Count)
        {
            throw new ArgumentException("A table needs at least three points, each with x and y.", nameof(x));
        }

        var steps = Enumerable.Range(1, x.Count - 1).ToList();
        if (steps.Any(i => !(x[i] > x[i - 1])))
        {
            throw new ArgumentException("The points of a table must stand in rising order.", nameof(x));
        }

        if (steps.Any(i => y[i] > y[i - 1]) && steps.Any(i => y[i] < y[i - 1]))
        {
            throw new ArgumentException("A monotone table must not turn back.", nameof(y));
        }

        _spline = CubicSpline.InterpolatePchipSorted([.. x], [.. y]);
        (_first, _last) = (x[0], x[^1]);
    }

    /// <summary>The value at <paramref name="x"/>, with its haze.</summary>
    /// <exception cref="ArgumentOutOfRangeException">x lies off the table: a table is not extrapolated.</exception>
    public T At<T>(T x)
        where T : struct, IRealNumber<T>
    {
        if (!(x.Value >= _first && x.Value <= _last))
        {
            throw new ArgumentOutOfRangeException(nameof(x), x.Value, $"The table reaches from {_first} to {_last}.");
        }

        return x.Through(_spline.Interpolate(x.Value), _spline.Differentiate(x.Value));
    }
}
