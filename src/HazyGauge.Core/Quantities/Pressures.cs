using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Quantities;

/// <summary>A pressure above a vacuum.</summary>
/// <typeparam name="T">Exact or hazy numbers.</typeparam>
/// <param name="Kpa">kPa absolute.</param>
public readonly record struct AbsolutePressure<T>(T Kpa)
    where T : struct, IRealNumber<T>
{
    /// <summary>The pressure lower by a difference.</summary>
    public static AbsolutePressure<T> operator -(AbsolutePressure<T> pressure, PressureDifference<T> difference) => new(pressure.Kpa - difference.Kpa);

    /// <summary>What a gauge shows of it.</summary>
    /// <param name="air">Pressure of the air around the gauge.</param>
    public GaugePressure<T> Over(AbsolutePressure<T> air) => new(Kpa - air.Kpa);
}

/// <summary>A pressure above that of the air.</summary>
/// <typeparam name="T">Exact or hazy numbers.</typeparam>
/// <param name="Kpa">kPa gauge.</param>
public readonly record struct GaugePressure<T>(T Kpa)
    where T : struct, IRealNumber<T>
{
    /// <summary>The pressure lower by a difference.</summary>
    public static GaugePressure<T> operator -(GaugePressure<T> pressure, PressureDifference<T> difference) => new(pressure.Kpa - difference.Kpa);

    /// <summary>The pressure higher by a difference.</summary>
    public static GaugePressure<T> operator +(GaugePressure<T> pressure, PressureDifference<T> difference) => new(pressure.Kpa + difference.Kpa);
}

/// <summary>A difference of pressures: across an injector, of a suction.</summary>
/// <typeparam name="T">Exact or hazy numbers.</typeparam>
/// <param name="Kpa">kPa.</param>
public readonly record struct PressureDifference<T>(T Kpa)
    where T : struct, IRealNumber<T>
{
    /// <summary>A share of it.</summary>
    public static PressureDifference<T> operator *(PressureDifference<T> difference, double share) => new(difference.Kpa * share);
}

/// <summary>
/// Vapour pressure of a fuel by the Reid method (ASTM D323) or its dry equivalent (EN 13016-1, ASTM D5191): what a pump's class is given in. Measured at 37.8 C
/// over four times the liquid's volume, so that a gasoline shows a few percent less than its true vapour pressure.
/// </summary>
/// <typeparam name="T">Exact or hazy numbers.</typeparam>
/// <param name="Kpa">kPa.</param>
public readonly record struct ReidPressure<T>(T Kpa)
    where T : struct, IRealNumber<T>;

/// <summary>A temperature.</summary>
/// <typeparam name="T">Exact or hazy numbers.</typeparam>
/// <param name="C">Degrees Celsius.</param>
public readonly record struct Celsius<T>(T C)
    where T : struct, IRealNumber<T>
{
    /// <summary>The temperature higher by some kelvin.</summary>
    public Celsius<T> Plus(T kelvin) => new(C + kelvin);
}
