using System.Globalization;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Capacity;

/// <summary>A failsafe on the pressure of the low side.</summary>
/// <param name="TripKpa">Gauge pressure below which load is cut, kPa.</param>
/// <param name="DelayS">For how long it has to be below before that, s.</param>
/// <param name="RisesWithManifold">True where the trip has to rise with the manifold's pressure as the regulator does: it stands for the manifold at ambient.</param>
/// <param name="Reasons">Why these, one sentence each.</param>
public sealed record LowSideFailsafe(Hazy TripKpa, double DelayS, bool RisesWithManifold, IReadOnlyList<string> Reasons)
{
    // Five hundredths leaner is about what full load bears for the time of the delay (common practice, no source).
    private const double LeanestRatio = 1.05;

    // Passed over: the dip of a shift or of the throttle opening (common practice, no source).
    private const double UsualDelayS = 0.3;

    // The high-pressure pump heats what it draws; what is still liquid at this much above the tank does not boil there (our own).
    private const double HighPressurePumpHeatK = 25;
    private const double OverVapourKpa = 50;
    private const double ShareOfBase = 0.7;

    /// <summary>For injectors in the ports: where the pressure drop has fallen so far that the engine runs five hundredths leaner.</summary>
    /// <param name="basePressureKpa">Base pressure, gauge, manifold at ambient, kPa.</param>
    /// <param name="pressureDropKpa">Drop over the injectors at full load, kPa.</param>
    /// <param name="followsManifold">True where the regulator follows the manifold.</param>
    public static LowSideFailsafe ForPorts(Hazy basePressureKpa, Hazy pressureDropKpa, bool followsManifold)
    {
        var fall = pressureDropKpa * (1 - (1 / (LeanestRatio * LeanestRatio)));
        return new LowSideFailsafe(basePressureKpa - fall, UsualDelayS, followsManifold,
        [
            Text($"Flow through an injector goes with the square root of its pressure drop: {100 * (1 - (1 / (LeanestRatio * LeanestRatio))):0} % less of it are {100 * (LeanestRatio - 1):0} % less fuel, and lambda that much leaner at full load."),
            Text($"{UsualDelayS:0.0} s passes over the dip when the throttle opens; a pump that gives up stays down longer."),
            "Cut boost or load, not fuel. Log the pressure through a few full-load pulls first: a trip that the healthy system touches gets switched off.",
        ]);
    }

    /// <summary>For the feed of a high-pressure pump: well under the base pressure, and over what keeps the fuel liquid at that pump.</summary>
    /// <param name="basePressureKpa">Base pressure, gauge, kPa.</param>
    /// <param name="blend">The wanted blend.</param>
    /// <param name="gasolineVapourPressureKpa">True vapour pressure of the gasoline at 37.8 C, kPa.</param>
    /// <param name="fuelTempC">Fuel temperature in the tank, C.</param>
    /// <param name="airKpa">Pressure of the air, kPa.</param>
    public static LowSideFailsafe ForDirect(Hazy basePressureKpa, Blend<Hazy> blend, Hazy gasolineVapourPressureKpa, Hazy fuelTempC, Hazy airKpa)
    {
        var hotC = fuelTempC + HighPressurePumpHeatK;
        var liquid = BlendVapourPressure.At(blend, gasolineVapourPressureKpa, hotC) - airKpa + OverVapourKpa;
        var share = ShareOfBase * basePressureKpa;
        return new LowSideFailsafe(-HazyLimit.Least([-share, -liquid]), UsualDelayS, false,
        [
            share.Value >= liquid.Value
                ? Text($"{100 * ShareOfBase:0} % of the base pressure: the high-pressure pump still fills there, and no healthy pump falls that low.")
                : Text($"The fuel, heated by the high-pressure pump, stays liquid there only above this; {100 * ShareOfBase:0} % of the base pressure would not do."),
            Text($"{UsualDelayS:0.0} s passes over the dip when the throttle opens; a pump that gives up stays down longer."),
            "Cut boost or load, not fuel. The controller of the high side makes up for a falling low side until it suddenly cannot: this is the only warning.",
        ]);
    }

    private static string Text(FormattableString text) => text.ToString(CultureInfo.InvariantCulture);
}
