using HazyGauge.Core.Haze;

namespace HazyGauge.Core.FuelSystem;

/// <summary>The injectors in the ports of a four-stroke engine, each opening once a cycle or more often.</summary>
/// <typeparam name="T">Exact or hazy numbers.</typeparam>
/// <param name="Count">How many.</param>
/// <param name="RatedFlowCcMin">Rated static flow of one, cm3/min.</param>
/// <param name="RatedPressureKpa">Pressure drop it is rated at, kPa.</param>
/// <param name="TestFluidDensityKgM3">Density of the fluid it is rated with, kg/m3.</param>
/// <param name="DeadTimeMs">Dead time at the pressure drop it works at, ms.</param>
/// <param name="DutyLimitPct">Duty it may be used to, %.</param>
/// <param name="PressureDropKpa">Pressure drop it works at, kPa: rail over manifold.</param>
/// <param name="OpeningsPerCycle">How often each opens in two turns of the crank.</param>
public sealed record PortInjection<T>(
    int Count,
    T RatedFlowCcMin,
    T RatedPressureKpa,
    T TestFluidDensityKgM3,
    T DeadTimeMs,
    T DutyLimitPct,
    T PressureDropKpa,
    int OpeningsPerCycle = 1
)
    where T : struct, IRealNumber<T>
{
    /// <summary>
    /// Static mass flow of all of them, kg/h: rated flow times the square root of both densities and of the pressure ratio (Bernoulli through
    /// an orifice, whose coefficient the rated flow stands for).
    /// </summary>
    /// <param name="densityKgM3">Density of the fuel, kg/m3.</param>
    public T StaticKgH(T densityKgM3) =>
        Count * RatedFlowCcMin * 60 / 1e6 * RealNumber.Sqrt(TestFluidDensityKgM3 * densityKgM3) * RealNumber.Sqrt(PressureDropKpa / RatedPressureKpa);

    /// <summary>The share of a cycle that passes before fuel flows, % of duty: a dead time for every opening in two turns of the crank.</summary>
    public T DeadDutyPct(T engineRpm) => OpeningsPerCycle * DeadTimeMs * engineRpm / 1200;
}
