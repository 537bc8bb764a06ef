using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Fuels;

/// <summary>
/// Vapour pressure of neat ethanol: the equation of Wagner with the coefficients of Reid, Prausnitz and Poling, The Properties of Gases and
/// Liquids, 4th edition (coefficients from memory, checked against the boiling point): from 20 C to the critical point, and a little below.
/// </summary>
public static class EthanolVapourPressure
{
    private const double CriticalK = 513.9;
    private const double CriticalKpa = 6140;
    private const double KelvinAt0C = 273.15;

    /// <summary>Vapour pressure, kPa absolute, at a temperature in C.</summary>
    public static T At<T>(T tempC)
        where T : struct, IRealNumber<T>
    {
        var reduced = (tempC + KelvinAt0C) / CriticalK;
        var below = 1 - reduced;
        var sum = (-8.51838 * below) + (0.34163 * RealNumber.Pow(below, 1.5)) - (5.73683 * RealNumber.Pow(below, 3)) + (8.32581 * RealNumber.Pow(below, 6));
        return CriticalKpa * RealNumber.Exp(sum / reduced);
    }
}
