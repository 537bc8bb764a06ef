using HazyGauge.Core.Haze;
using HazyGauge.Core.Quantities;

namespace HazyGauge.Core.FuelSystem;

/// <summary>Pressure of the air by altitude: the international standard atmosphere up to 11 km (ISO 2533).</summary>
public static class AirPressure
{
    /// <summary>Pressure at sea level, kPa.</summary>
    public const double SeaLevelKpa = 101.325;

    /// <summary>Pressure at an altitude.</summary>
    /// <param name="altitudeM">Altitude above the sea, m.</param>
    public static AbsolutePressure<T> At<T>(T altitudeM)
        where T : struct, IRealNumber<T> => new(SeaLevelKpa * RealNumber.Pow(1 - (0.0065 / 288.15 * altitudeM), 5.25588));
}
