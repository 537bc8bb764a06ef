namespace HazyGauge.Core.Haze;

/// <summary>The functions of one variable that formulas of the job use, for exact and hazy numbers alike.</summary>
public static class RealNumber
{
    /// <summary>Square root.</summary>
    /// <exception cref="ArgumentOutOfRangeException">The number is negative, or zero while it carries haze (its slope there is infinite).</exception>
    public static T Sqrt<T>(T x)
        where T : struct, IRealNumber<T>
    {
        ArgumentOutOfRangeException.ThrowIfNegative(x.Value);
        var root = Math.Sqrt(x.Value);
        return x.Through(root, 0.5 / root);
    }

    /// <summary>e to the power of <paramref name="x"/>.</summary>
    public static T Exp<T>(T x)
        where T : struct, IRealNumber<T>
    {
        var value = Math.Exp(x.Value);
        return x.Through(value, value);
    }

    /// <summary>Natural logarithm.</summary>
    /// <exception cref="ArgumentOutOfRangeException">The number is not positive.</exception>
    public static T Log<T>(T x)
        where T : struct, IRealNumber<T>
    {
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(x.Value);
        return x.Through(Math.Log(x.Value), 1 / x.Value);
    }

    /// <summary><paramref name="x"/> to an exactly known power.</summary>
    /// <exception cref="ArgumentOutOfRangeException">The power of this number is not a finite real number.</exception>
    public static T Pow<T>(T x, double exponent)
        where T : struct, IRealNumber<T>
    {
        if (exponent == 0)
        {
            return 1.0;
        }

        var value = Math.Pow(x.Value, exponent);
        if (!double.IsFinite(value))
        {
            throw new ArgumentOutOfRangeException(nameof(x), x.Value, $"{x.Value} to the power {exponent} is not a finite number.");
        }

        return x.Through(value, exponent * Math.Pow(x.Value, exponent - 1));
    }

    /// <summary><paramref name="x"/> to a power that may itself be hazy; <paramref name="x"/> must be positive.</summary>
    public static T Pow<T>(T x, T exponent)
        where T : struct, IRealNumber<T> => Exp(exponent * Log(x));

    /// <summary>
    /// Holds the value between two limits. The haze stays as it was: a reading that stands at its stop is not thereby better known.
    /// </summary>
    public static T Clamp<T>(T x, double min, double max)
        where T : struct, IRealNumber<T> => x.Through(Math.Clamp(x.Value, min, max), 1);
}
