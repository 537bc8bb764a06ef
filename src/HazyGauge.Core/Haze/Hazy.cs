using System.Globalization;

namespace HazyGauge.Core.Haze;

/// <summary>
/// A value and what is not known about it: the signed contributions of independent, named sources, propagated to first order
/// (JCGM 100:2008, 5.1.2 and 5.2.2; with independent sources carried one by one, correlation between results needs no
/// covariance matrix). Two numbers of one computation share a <see cref="HazeLedger"/>.
/// </summary>
public readonly struct Hazy : IRealNumber<Hazy>
{
    // Contribution of each ledger source, as standard uncertainty with sign; shorter than the ledger where sources came later.
    private readonly double[]? _gradient;
    private readonly HazeLedger? _ledger;

    internal Hazy(double value, HazeLedger? ledger, double[]? gradient)
    {
        Value = value;
        _ledger = ledger;
        _gradient = gradient;
    }

    /// <inheritdoc/>
    public double Value { get; }

    /// <summary>Standard uncertainty: root sum of squares of the contributions, in the unit of the value.</summary>
    public double StandardU
    {
        get
        {
            var sum = 0.0;
            foreach (var part in _gradient ?? [])
            {
                sum += part * part;
            }

            return Math.Sqrt(sum);
        }
    }

    /// <summary>The contributions that are not zero, with their sources.</summary>
    public IEnumerable<(HazeSource Source, double U)> Parts
    {
        get
        {
            for (var i = 0; i < (_gradient?.Length ?? 0); i++)
            {
                if (_gradient![i] != 0)
                {
                    yield return (_ledger!.Sources[i], _gradient[i]);
                }
            }
        }
    }

    /// <inheritdoc/>
    public static implicit operator Hazy(double value) => new(value, null, null);

    /// <inheritdoc/>
    public static Hazy operator +(Hazy left, Hazy right) => Combine(left.Value + right.Value, left, 1, right, 1);

    /// <inheritdoc/>
    public static Hazy operator -(Hazy left, Hazy right) => Combine(left.Value - right.Value, left, 1, right, -1);

    /// <inheritdoc/>
    public static Hazy operator -(Hazy number) => number.Through(-number.Value, -1);

    /// <inheritdoc/>
    public static Hazy operator *(Hazy left, Hazy right) => Combine(left.Value * right.Value, left, right.Value, right, left.Value);

    /// <inheritdoc/>
    public static Hazy operator /(Hazy left, Hazy right) => Combine(left.Value / right.Value, left, 1 / right.Value, right, -left.Value / (right.Value * right.Value));

    /// <inheritdoc/>
    public Hazy Through(double value, double derivative)
    {
        if (_gradient is null)
        {
            return value;
        }

        if (!double.IsFinite(derivative))
        {
            throw new ArgumentOutOfRangeException(nameof(derivative), derivative, "The haze cannot be carried through a point of infinite slope.");
        }

        return new Hazy(value, _ledger, Array.ConvertAll(_gradient, part => part * derivative));
    }

    /// <summary>Value and standard uncertainty, for logs and test messages.</summary>
    public override string ToString() => string.Create(CultureInfo.InvariantCulture, $"{Value:G6} (u {StandardU:G3})");

    private static Hazy Combine(double value, in Hazy a, double slopeA, in Hazy b, double slopeB)
    {
        if (b._gradient is null)
        {
            return a.Through(value, slopeA);
        }

        if (a._gradient is null)
        {
            return b.Through(value, slopeB);
        }

        if (!ReferenceEquals(a._ledger, b._ledger))
        {
            throw new InvalidOperationException("Two hazy numbers of different computations cannot be combined: their sources would be confused.");
        }

        var gradient = new double[Math.Max(a._gradient.Length, b._gradient.Length)];
        for (var i = 0; i < gradient.Length; i++)
        {
            gradient[i] = (i < a._gradient.Length ? slopeA * a._gradient[i] : 0) + (i < b._gradient.Length ? slopeB * b._gradient[i] : 0);
        }

        return new Hazy(value, a._ledger, gradient);
    }
}
