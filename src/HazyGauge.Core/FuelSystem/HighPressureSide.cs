using HazyGauge.Core.Haze;

namespace HazyGauge.Core.FuelSystem;

/// <summary>The injectors in the cylinders and the time they have.</summary>
/// <typeparam name="T">Exact or hazy numbers.</typeparam>
/// <param name="StaticGPerS">Static flow of one at rail pressure, on the base blend, g/s.</param>
/// <param name="Count">How many.</param>
/// <param name="WindowDeg">Injection window, degrees of crank.</param>
public sealed record DirectInjectors<T>(T StaticGPerS, int Count, T WindowDeg)
    where T : struct, IRealNumber<T>
{
    /// <summary>
    /// Pulse needed over the time the window lasts, %. The window lasts deg / (6 rpm) s, the pulse is the fuel of one cycle (two turns) over
    /// the static flow, which goes with the square root of density; the engine speed cancels.
    /// </summary>
    /// <param name="massKgH">Fuel they have to carry, kg/h.</param>
    /// <param name="relativeDensity">Density of the fuel over that of the base blend.</param>
    public T WindowUsePct(T massKgH, T relativeDensity)
    {
        var gramsPerDegree = massKgH * 1000 / 3600 / Count * 720;
        return 100 * gramsPerDegree / (StaticGPerS * RealNumber.Sqrt(relativeDensity) * WindowDeg);
    }
}

/// <summary>The pump of the high-pressure side, driven by a cam at half the engine speed.</summary>
/// <typeparam name="T">Exact or hazy numbers.</typeparam>
/// <param name="DisplacementCcPerCamRev">Displacement a turn of the cam, cm3, all lobes together.</param>
/// <param name="EfficiencyPct">Share of the displacement that arrives in the rail, %.</param>
public sealed record HighPressurePump<T>(T DisplacementCcPerCamRev, T EfficiencyPct)
    where T : struct, IRealNumber<T>
{
    /// <summary>What it delivers, L/h at fuel temperature.</summary>
    public T DeliveryLph(T engineRpm) => DisplacementCcPerCamRev * engineRpm / 2 * 60 / 1000 * EfficiencyPct / 100;
}
