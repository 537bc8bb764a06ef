using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.FuelSystem;

/// <summary>What the engine takes, whatever carries it there.</summary>
/// <typeparam name="T">Exact or hazy numbers.</typeparam>
/// <param name="BsfcGPerKwh">Specific consumption on the base blend at lambda base, g/kWh.</param>
/// <param name="LambdaBase">Lambda that consumption holds for.</param>
/// <param name="LambdaTarget">Lambda wanted at full load.</param>
/// <param name="BaseEthanolPct">Blend that consumption holds for, % by volume.</param>
/// <param name="EngineRpm">Engine speed at that power, 1/min.</param>
/// <param name="FuelTempC">Fuel temperature at pump and injectors, C.</param>
/// <param name="Fuels">The two fuels.</param>
/// <param name="EthanolDensityError">What may be wrong with the density of ethanol at that temperature, kg/m3.</param>
public sealed record EngineDemand<T>(T BsfcGPerKwh, T LambdaBase, T LambdaTarget, T BaseEthanolPct, T EngineRpm, T FuelTempC, FuelPair<T> Fuels, T EthanolDensityError)
    where T : struct, IRealNumber<T>
{
    /// <summary>Mass flow for a power on a blend, kg/h: power times specific consumption, more by the ratio of the air-fuel ratios and of the lambdas.</summary>
    public T MassKgH(T powerKw, T ethanolPct) => FuelDemand.MassKgH(powerKw, BsfcGPerKwh, Blend(BaseEthanolPct), Blend(ethanolPct)) * (LambdaBase / LambdaTarget);

    /// <summary>Density of a blend at fuel temperature, kg/m3.</summary>
    public T DensityKgM3(T ethanolPct) => Blend(ethanolPct).DensityAt(FuelTempC, EthanolDensityError);

    /// <summary>Volume flow at fuel temperature, L/h.</summary>
    public T VolumeLph(T powerKw, T ethanolPct) => MassKgH(powerKw, ethanolPct) / DensityKgM3(ethanolPct) * 1000;

    private Blend<T> Blend(T ethanolPct) => new(ethanolPct, Fuels);
}
