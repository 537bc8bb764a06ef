using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Vehicles;

/// <summary>What is wanted and known of full load beside the survey. Whatever is null is taken from the survey, or is a typical figure.</summary>
/// <param name="PowerKw">Power wanted, kW at the crank.</param>
/// <param name="EthanolPct">Highest blend that must work, % by volume.</param>
/// <param name="EngineRpm">Engine speed at that power, 1/min.</param>
/// <param name="BsfcGPerKwh">Specific consumption, g/kWh.</param>
/// <param name="BaseEthanolPct">Blend that consumption holds for, % by volume.</param>
/// <param name="LambdaBase">Lambda that consumption holds for.</param>
/// <param name="LambdaTarget">Lambda wanted.</param>
/// <param name="FuelTempC">Fuel temperature, C.</param>
/// <param name="SupplyV">Battery voltage with the engine running, V.</param>
/// <param name="PumpV">Voltage at the pump, V.</param>
/// <param name="DutyLimitPct">Duty the injectors may be used to, %.</param>
/// <param name="MarginPct">What is kept back of the pump's flow, %.</param>
/// <param name="DirectInjectorGPerS">Static flow of one injector of the cylinders, at rail pressure and on the base blend, g/s.</param>
/// <param name="PumpEfficiencyPct">Share of the high-pressure pump's displacement that arrives, %.</param>
/// <param name="PortSharePct">Share of the fuel that goes into the ports where there are both, %.</param>
public sealed record FullLoad(
    Hazy? PowerKw = null,
    Hazy? EthanolPct = null,
    Hazy? EngineRpm = null,
    Hazy? BsfcGPerKwh = null,
    Hazy? BaseEthanolPct = null,
    Hazy? LambdaBase = null,
    Hazy? LambdaTarget = null,
    Hazy? FuelTempC = null,
    Hazy? SupplyV = null,
    Hazy? PumpV = null,
    Hazy? DutyLimitPct = null,
    Hazy? MarginPct = null,
    Hazy? DirectInjectorGPerS = null,
    Hazy? PumpEfficiencyPct = null,
    Hazy? PortSharePct = null)
{
    /// <summary>Nothing but what the survey says.</summary>
    public static readonly FullLoad AsSurveyed = new();

    /// <summary>Notes what cannot be.</summary>
    public InputCheck Check(InputCheck check) => check
        .Within(PowerKw?.Value, 1, 2000, "powerKw", "The power", " kW")
        .Within(EthanolPct?.Value, 0, 100, "ethanolPct", "Ethanol", " %")
        .Within(EngineRpm?.Value, 500, 25000, "engineRpm", "The engine speed", " 1/min")
        .Within(BsfcGPerKwh?.Value, 150, 800, "bsfcGPerKwh", "The specific consumption", " g/kWh")
        .Within(BaseEthanolPct?.Value, 0, 100, "baseEthanolPct", "The base blend", " %")
        .Within(LambdaBase?.Value, 0.5, 1.5, "lambdaBase", "Lambda on the base map", string.Empty)
        .Within(LambdaTarget?.Value, 0.5, 1.5, "lambdaTarget", "The lambda wanted", string.Empty)
        .Within(FuelTempC?.Value, -40, 125, "fuelTempC", "Fuel temperature", " °C")
        .Within(SupplyV?.Value, 8, 32, "supplyV", "The running voltage", " V")
        .Within(PumpV?.Value, 6, 32, "pumpV", "The voltage at the pump", " V")
        .Within(DutyLimitPct?.Value, 10, 100, "dutyLimitPct", "The duty limit", " %")
        .Within(MarginPct?.Value, 0, 90, "marginPct", "The margin of the pump", " %")
        .Within(DirectInjectorGPerS?.Value, 0.1, 500, "directInjectorGPerS", "The flow of an injector", " g/s")
        .Within(PumpEfficiencyPct?.Value, 10, 110, "pumpEfficiencyPct", "The efficiency of the high-pressure pump", " %")
        .Within(PortSharePct?.Value, 1, 99, "portSharePct", "The share of the ports", " %");
}
