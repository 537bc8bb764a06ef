using HazyGauge.Core.Haze;
using HazyGauge.Core.Quantities;

namespace HazyGauge.Core.Fuels;

/// <summary>
/// True vapour pressure of gasoline over temperature by its Reid class: the correlation for refined petroleum stocks of EPA AP-42, section 7.1, and API
/// Bulletin 2517, with a slope of the distillation curve of 3, which is that of motor gasoline (coefficients from memory, checked against the published table).
/// What evaporates is the light part, so the slope is that of butane and pentane.
/// </summary>
public static class GasolineVapourPressure
{
    /// <summary>Temperature at which vapour pressures of fuels are given, C (100 F).</summary>
    public const double ReferenceC = 37.8;

    /// <summary>Lowest Reid pressure the correlation is used for, kPa.</summary>
    public const double LeastReidKpa = 5;

    /// <summary>Highest Reid pressure the correlation is used for, kPa.</summary>
    public const double MostReidKpa = 120;

    private const double KpaPerPsi = 6.894757293;
    private const double RankinePerKelvin = 1.8;
    private const double KelvinAt0C = 273.15;

    // ln(psi) = A - B / (degrees Rankine), A and B straight in ln(Reid psi), with the root of the slope in each coefficient.
    private static readonly double RootOfSlope = Math.Sqrt(3);
    private static readonly double A0 = 15.64 - (1.854 * RootOfSlope);
    private static readonly double A1 = 0.8742 - (0.3280 * RootOfSlope);
    private static readonly double B0 = 8742 - (1042 * RootOfSlope);
    private static readonly double B1 = 1049 - (179.4 * RootOfSlope);

    /// <summary>True vapour pressure at a temperature.</summary>
    public static AbsolutePressure<T> At<T>(ReidPressure<T> gasoline, Celsius<T> temperature)
        where T : struct, IRealNumber<T>
    {
        var log = RealNumber.Log(gasoline.Kpa / KpaPerPsi);
        var rankine = (temperature.C + KelvinAt0C) * RankinePerKelvin;
        return new(KpaPerPsi * RealNumber.Exp(A0 - (A1 * log) - ((B0 - (B1 * log)) / rankine)));
    }

    /// <summary>True vapour pressure at 37.8 C over the Reid pressure: about 1.06.</summary>
    public static T TrueOverReid<T>(ReidPressure<T> gasoline)
        where T : struct, IRealNumber<T> => At(gasoline, new Celsius<T>(ReferenceC)).Kpa / gasoline.Kpa;

    /// <summary>The Reid pressure of a gasoline whose true vapour pressure at 37.8 C is known.</summary>
    public static ReidPressure<T> ReidOf<T>(AbsolutePressure<T> trueAt37C8)
        where T : struct, IRealNumber<T>
    {
        const double Rankine = (ReferenceC + KelvinAt0C) * RankinePerKelvin;
        return new(KpaPerPsi * RealNumber.Exp((RealNumber.Log(trueAt37C8.Kpa / KpaPerPsi) - A0 + (B0 / Rankine)) / ((B1 / Rankine) - A1)));
    }
}
