using System.Globalization;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Capacity;

/// <summary>What a fuel system, and the point asked of it, can be.</summary>
public static class DeliveryRules
{
    /// <summary>Refuses a fuel system that cannot be; fields are named as in the API.</summary>
    /// <exception cref="RefusedInputException">Something cannot be; every field that is wrong is named.</exception>
    public static void Check(DeliverySystem<Hazy> system) => Check(new InputCheck(), system).ThrowIfAny();

    /// <summary>Refuses a fuel system or a point that cannot be.</summary>
    /// <exception cref="RefusedInputException">Something cannot be; every field that is wrong is named.</exception>
    public static void Check(DeliverySystem<Hazy> system, Hazy powerKw, Hazy ethanolPct) => Check(
        new InputCheck()
            .Within(powerKw.Value, 0.1, 5000, "powerKw", "The power", " kW")
            .Within(ethanolPct.Value, 0, 100, "ethanolPct", "The ethanol content", " %"),
        system).ThrowIfAny();

    private static InputCheck Check(InputCheck check, DeliverySystem<Hazy> system)
    {
        var demand = system.Demand;
        FuelPairRules.Check(check, demand.Fuels)
            .Within(demand.BaseEthanolPct.Value, 0, 100, "baseEthanolPct", "The base blend", " %")
            .Within(demand.FuelTempC.Value, -40, 125, "fuelTempC", "Fuel temperature", " °C")
            .Within(demand.BsfcGPerKwh.Value, 100, 1000, "bsfcGPerKwh", "The specific consumption", " g/kWh")
            .Within(demand.LambdaBase.Value, 0.4, 2, "lambdaBase", "Lambda on the base map", string.Empty)
            .Within(demand.LambdaTarget.Value, 0.4, 2, "lambdaTarget", "The lambda wanted", string.Empty)
            .Within(demand.EngineRpm.Value, 100, 30000, "engineRpm", "The engine speed", " 1/min")
            .Within(system.PortSharePct?.Value, 1, 99, "portSharePct", "The share of the ports", " %");
        if (system is { PortSharePct: not null, HasBothSets: false })
        {
            check.Refuse("portSharePct", "A share of the ports needs injectors in the ports and in the cylinders.");
        }

        Injectors(check, system.Injectors);
        check
            .Within(system.DirectInjectors?.StaticGPerS.Value, 0.01, 1000, "directInjection.injectorStaticGPerS", "The flow of an injector", " g/s")
            .Within(system.DirectInjectors?.Count, 1, 32, "directInjection.count", "The number of injectors", string.Empty)
            .Within(system.DirectInjectors?.WindowDeg.Value, 1, 720, "directInjection.windowDeg", "The injection window", "°")
            .Within(system.HighPressurePump?.DisplacementCcPerCamRev.Value, 0.01, 100, "directInjection.pumpDisplacementCcPerCamRev", "The displacement of the high-pressure pump", " cm³ a turn")
            .Within(system.HighPressurePump?.EfficiencyPct.Value, 1, 110, "directInjection.pumpEfficiencyPct", "The efficiency of the high-pressure pump", " %");
        Pump(check, system.LowPressurePump);
        return check;
    }

    private static void Injectors(InputCheck check, PortInjection<Hazy>? ports) => check
        .Within(ports?.Count, 1, 32, "injectors.count", "The number of injectors", string.Empty)
        .Within(ports?.RatedFlowCcMin.Value, 1, 20000, "injectors.ratedFlowCcMin", "The rated flow", " cm³/min")
        .Within(ports?.RatedPressureKpa.Value, 10, 2000, "injectors.ratedPressureKpa", "The rated pressure", " kPa")
        .Within(ports?.TestFluidDensityKgM3.Value, 500, 1100, "injectors.testFluidDensityKgM3", "The density of the test fluid", " kg/m³")
        .Within(ports?.DeadTimeMs.Value, 0, 10, "injectors.deadTimeMs", "The dead time", " ms")
        .Within(ports?.DutyLimitPct.Value, 1, 100, "injectors.dutyLimitPct", "The duty limit", " %")
        .Within(ports?.PressureDropKpa.Value, 10, 2000, "injectors.pressureDropKpa", "The pressure over the injectors", " kPa");

    private static void Pump(InputCheck check, LowPressurePump<Hazy>? pump)
    {
        if (pump is not { Curve: { } curve })
        {
            return;
        }

        check
            .Within(pump.Count, 1, 12, "lowPressurePump.count", "The number of pumps", string.Empty)
            .Within(pump.MarginPct.Value, 0, 90, "lowPressurePump.marginPct", "The margin of the pump", " %")
            .Within(pump.VoltageRatio.Value, 0.3, 3, "lowPressurePump.pumpV", "The voltage at the pump over the curve's", string.Empty);
        var points = new InputCheck();
        PumpCurveRules.Check(curve.Points, points, "lowPressurePump.curve");
        var pressure = pump.GaugePressureKpa.Value;
        if (check.TakeOver(points))
        {
            return;
        }

        if (!curve.Reaches(pressure))
        {
            check.Refuse("lowPressurePump.gaugePressureKpa", string.Create(CultureInfo.InvariantCulture, $"The pump's curve reaches from {curve.FromKpa} to {curve.ToKpa} kPa; {pressure} kPa is off it. A curve is not carried on beyond its points."));
        }
        else if (pump.AvailableLph.Value <= 0)
        {
            check.Refuse("lowPressurePump.gaugePressureKpa", "The pump delivers nothing at this pressure and voltage.");
        }
    }
}
