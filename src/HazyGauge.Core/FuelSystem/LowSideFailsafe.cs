using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Quantities;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.FuelSystem;

/// <summary>A failsafe on the pressure of the low side.</summary>
/// <param name="TripKpa">Gauge pressure below which load is cut, kPa.</param>
/// <param name="DelayS">For how long it has to be below before that, s.</param>
/// <param name="RisesWithManifold">True where the trip has to rise with the manifold's pressure as the regulator does: it stands for the manifold at ambient.</param>
/// <param name="Reasons">Why these, one sentence each.</param>
/// <param name="LambdaOverTarget">Lambda at the trip over the one wanted; null where the high side makes up for the pressure until then.</param>
public sealed record LowSideFailsafe(Hazy TripKpa, double DelayS, bool RisesWithManifold, IReadOnlyList<Sentence> Reasons, double? LambdaOverTarget = null)
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
    /// <param name="basePressure">Base pressure, manifold at ambient.</param>
    /// <param name="drop">Drop over the injectors at full load.</param>
    /// <param name="followsManifold">True where the regulator follows the manifold.</param>
    public static LowSideFailsafe ForPorts(GaugePressure<Hazy> basePressure, PressureDifference<Hazy> drop, bool followsManifold)
    {
        const double Share = 1 - (1 / (LeanestRatio * LeanestRatio));
        return new LowSideFailsafe(
            (basePressure - (drop * Share)).Kpa,
            UsualDelayS,
            followsManifold,
            [
                Sentence.Of(
                    $"Flow through an injector goes with the square root of its pressure drop: {100 * Share:0} % less drop is {100 * (LeanestRatio - 1):0} % less fuel, "
                        + $"and lambda that much leaner at full load."
                ),
                Delay,
                "Cut boost or load, not fuel. Log the pressure through a few full-load pulls first, and set the trip below the lowest healthy log.",
            ],
            LeanestRatio
        );
    }

    /// <summary>For the feed of a high-pressure pump: well under the base pressure, and over what keeps the fuel liquid at that pump.</summary>
    /// <param name="basePressure">Base pressure.</param>
    /// <param name="highestEthanolPct">Highest blend that may be in the tank, % by volume; the one with the highest vapour pressure up to it counts.</param>
    /// <param name="gasoline">Reid pressure of the gasoline.</param>
    /// <param name="fuel">Fuel temperature in the tank.</param>
    /// <param name="air">Pressure of the air.</param>
    /// <param name="ledger">The ledger.</param>
    public static LowSideFailsafe ForDirect(
        GaugePressure<Hazy> basePressure,
        double highestEthanolPct,
        ReidPressure<Hazy> gasoline,
        Celsius<Hazy> fuel,
        AbsolutePressure<Hazy> air,
        HazeLedger ledger
    )
    {
        var hot = new Celsius<Hazy>(RealNumber.Clamp(fuel.C + HighPressurePumpHeatK, FuelTemperature.LowestC, FuelTemperature.HighestC));
        var worst = new Blend<Hazy>(BlendVapourPressure.HighestEthanolPct(highestEthanolPct, new(gasoline.Kpa.Value), new(hot.C.Value)), UsualFuels.Traditional<Hazy>());
        var vapour = new AbsolutePressure<Hazy>(BlendVapourPressure.LawAt(worst, gasoline, hot, ledger) * BlendVapourPressure.At(worst, gasoline, hot).Kpa);
        var liquid = vapour.Over(air) + new PressureDifference<Hazy>(OverVapourKpa);
        var share = ShareOfBase * basePressure.Kpa;
        return new LowSideFailsafe(
            -HazyLimit.Least([-share, -liquid.Kpa]),
            UsualDelayS,
            false,
            [
                share.Value >= liquid.Kpa.Value
                    ? Sentence.Of(
                        $"{100 * ShareOfBase:0} % of the base pressure: the high-pressure pump still fills there, and no healthy pump falls that far below the commanded pressure."
                    )
                    : Sentence.Of($"The fuel, heated by the high-pressure pump, stays liquid there only above this; {100 * ShareOfBase:0} % of the base pressure is not enough."),
                Delay,
                "Cut boost or load, not fuel. The controller of the high side makes up for a falling low side until it suddenly cannot: this is the only warning.",
            ]
        );
    }

    private static Sentence Delay => Sentence.Of($"{UsualDelayS:0.0} s rides out the dip when the throttle opens; a failing pump stays down longer.");
}
