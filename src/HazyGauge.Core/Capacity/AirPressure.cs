using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Capacity;

/// <summary>Pressure of the air by altitude: the international standard atmosphere up to 11 km (ISO 2533).</summary>
public static class AirPressure
{
    /// <summary>Pressure at sea level, kPa.</summary>
    public const double SeaLevelKpa = 101.325;

    /// <summary>Pressure at an altitude, kPa.</summary>
    /// <param name="altitudeM">Altitude above the sea, m.</param>
    public static T AtKpa<T>(T altitudeM)
        where T : struct, IRealNumber<T> => SeaLevelKpa * RealNumber.Pow(1 - (0.0065 / 288.15 * altitudeM), 5.25588);
}
