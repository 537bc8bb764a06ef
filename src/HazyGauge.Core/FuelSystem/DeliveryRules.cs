using System.Globalization;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.FuelSystem;

/// <summary>What a fuel system, and the point asked of it, can be.</summary>
public static class DeliveryRules
{
    /// <summary>Refuses a fuel system that cannot be; fields are named as in the API.</summary>
    /// <exception cref="RefusedInputException">Something cannot be; every field that is wrong is named.</exception>
    public static void Check(DeliverySystem<Hazy> system) => Check(new InputCheck(), system).ThrowIfAny();

    /// <summary>Refuses a fuel system or a point that cannot be.</summary>
    /// <exception cref="RefusedInputException">Something cannot be; every field that is wrong is named.</exception>
    public static void Check(DeliverySystem<Hazy> system, Hazy powerKw, Hazy ethanolPct) =>
        Check(
                new InputCheck()
                    .Within(powerKw.Value, 0.1, 5000, "powerKw", "The power", Unit.Kw)
                    .Within(ethanolPct.Value, 0, 100, "ethanolPct", "The ethanol content", Unit.Percent),
                system
            )
            .ThrowIfAny();

    private static InputCheck Check(InputCheck check, DeliverySystem<Hazy> system)
    {
        var demand = system.Demand;
        FuelPairRules
            .Check(check, demand.Fuels)
            .Within(demand.BaseEthanolPct.Value, 0, 100, "baseEthanolPct", "The base blend", Unit.Percent)
            .Within(demand.FuelTempC.Value, FuelTemperature.LowestC, FuelTemperature.HighestC, "fuelTempC", "Fuel temperature", Unit.Celsius)
            .Within(demand.BsfcGPerKwh.Value, 100, 1000, "bsfcGPerKwh", "The specific consumption", Unit.GPerKwh)
            .Within(demand.LambdaBase.Value, 0.4, 2, "lambdaBase", "Lambda on the base map")
            .Within(demand.LambdaTarget.Value, 0.4, 2, "lambdaTarget", "The lambda wanted")
            .Within(demand.EngineRpm.Value, 100, 30000, "engineRpm", "The engine speed", Unit.Rpm)
            .Within(system.PortSharePct?.Value, 1, 99, "portSharePct", "The share of the ports", Unit.Percent);
        if (system is { PortSharePct: not null, HasBothSets: false })
        {
            check.Refuse("portSharePct", "A share of the ports needs injectors in the ports and in the cylinders.");
        }

        Injectors(check, system.Injectors);
        check
            .Within(system.DirectInjectors?.StaticGPerS.Value, 0.01, 1000, "directInjection.injectorStaticGPerS", "The flow of an injector", Unit.GPerS)
            .Within(system.DirectInjectors?.Count, 1, 32, "directInjection.count", "The number of injectors")
            .Within(system.DirectInjectors?.WindowDeg.Value, 1, 720, "directInjection.windowDeg", "The injection window", Unit.Degrees)
            .Within(
                system.HighPressurePump?.DisplacementCcPerCamRev.Value,
                0.01,
                100,
                "directInjection.pumpDisplacementCcPerCamRev",
                "The displacement of the high-pressure pump",
                Unit.CcPerRev
            )
            .Within(system.HighPressurePump?.EfficiencyPct.Value, 1, 110, "directInjection.pumpEfficiencyPct", "The efficiency of the high-pressure pump", Unit.Percent);
        Pump(check, system.LowPressurePump);
        return check;
    }

    private static void Injectors(InputCheck check, PortInjection<Hazy>? ports) =>
        check
            .Within(ports?.Count, 1, 32, "injectors.count", "The number of injectors")
            .Within(ports?.RatedFlowCcMin.Value, 1, 20000, "injectors.ratedFlowCcMin", "The rated flow", Unit.CcPerMin)
            .Within(ports?.RatedPressureKpa.Value, 10, 2000, "injectors.ratedPressureKpa", "The rated pressure", Unit.Kpa)
            .Within(ports?.TestFluidDensityKgM3.Value, 500, 1100, "injectors.testFluidDensityKgM3", "The density of the test fluid", Unit.KgPerM3)
            .Within(ports?.DeadTimeMs.Value, 0, 10, "injectors.deadTimeMs", "The dead time", Unit.Milliseconds)
            .Within(ports?.DutyLimitPct.Value, 1, 100, "injectors.dutyLimitPct", "The duty limit", Unit.Percent)
            .Within(ports?.OpeningsPerCycle, 1, 16, "injectors.openingsPerCycle", "The openings in a cycle")
            .Within(ports?.PressureDropKpa.Value, 10, 2000, "injectors.pressureDropKpa", "The pressure over the injectors", Unit.Kpa);

    private static void Pump(InputCheck check, LowPressurePump<Hazy>? pump)
    {
        if (pump is not { Curve: { } curve })
        {
            return;
        }

        check
            .Within(pump.Count, 1, 12, "lowPressurePump.count", "The number of pumps")
            .Within(pump.MarginPct.Value, 0, 90, "lowPressurePump.marginPct", "The margin of the pump", Unit.Percent)
            .Within(pump.VoltageRatio.Value, 0.3, 3, "lowPressurePump.pumpV", "The voltage at the pump over the curve's");
        var points = new InputCheck();
        PumpCurveRules.Check(curve.Points, points, "lowPressurePump.curve");
        var pressure = pump.GaugePressureKpa.Value;
        if (check.TakeOver(points))
        {
            return;
        }

        if (!curve.Reaches(pressure))
        {
            check.Refuse(
                "lowPressurePump.gaugePressureKpa",
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"The pump's curve reaches from {curve.FromKpa} to {curve.ToKpa} kPa; {pressure} kPa is off it. Beyond its points a curve says nothing."
                )
            );
        }
        else if (pump.AvailableLph.Value <= 0)
        {
            check.Refuse("lowPressurePump.gaugePressureKpa", "The pump delivers nothing at this pressure and voltage.");
        }
    }
}
