using System.Globalization;
using HazyGauge.Core.Capacity;
using HazyGauge.Core.Findings;

namespace HazyGauge.Core.Vehicles;

/// <summary>What cannot be on any vehicle, alone or together.</summary>
internal static class SurveyRules
{
    private const double MostKpa = PumpCurveRules.MostKpa;

    /// <summary>Refuses a survey that cannot be.</summary>
    /// <exception cref="RefusedInputException">Something cannot be; every field that is wrong is named.</exception>
    public static void Check(VehicleSurvey survey)
    {
        var check = new InputCheck();
        Ranges(check, survey);
        Combinations(check, survey);
        if (survey.Pump.Curve is { } curve)
        {
            PumpCurveRules.Check(curve, check, "pump.curve");
        }

        DeadTimes(check, survey.Injectors.DeadTimes);
        check.ThrowIfAny();
    }

    private static void Ranges(InputCheck check, VehicleSurvey survey)
    {
        var (engine, fuel, pump, injectors, direct, control, goals) =
            (survey.Engine, survey.FuelSystem, survey.Pump, survey.Injectors, survey.DirectInjection, survey.Control, survey.Goals);
        check
            .Within(engine.Cylinders, 1, 16, "engine.cylinders", "The number of cylinders", string.Empty)
            .Within(engine.DisplacementCc?.Value, 50, 12000, "engine.displacementCc", "The displacement", " cm³")
            .Within(engine.BoostKpa?.Value, 5, 400, "engine.boostKpa", "The boost", " kPa")
            .Within(engine.RedlineRpm?.Value, 1500, 20000, "engine.redlineRpm", "The redline", " 1/min")
            .Within(engine.PowerKw?.Value, 1, 2000, "engine.powerKw", "The power now", " kW")
            .Within(engine.WantedPowerKw?.Value, 1, 2000, "engine.wantedPowerKw", "The power wanted", " kW")
            .Within(engine.FullLoadLambda?.Value, 0.5, 1.3, "engine.fullLoadLambda", "Lambda at full load", string.Empty)
            .Within(fuel.BasePressureKpa?.Value, 20, MostKpa, "fuelSystem.basePressureKpa", "The base pressure", " kPa")
            .Within(fuel.TankLitres?.Value, 1, 500, "fuelSystem.tankLitres", "The tank volume", " L")
            .Within(pump.Count, 1, 6, "pump.count", "The number of pumps", string.Empty)
            .Within(pump.FlowLph?.Value, 5, 2000, "pump.flowLph", "The flow of a pump", " L/h")
            .Within(injectors.Count, 1, 32, "injectors.count", "The number of injectors", string.Empty)
            .Within(injectors.RatedFlowCcMin?.Value, 20, 5000, "injectors.ratedFlowCcMin", "The rated flow", " cm³/min")
            .Within(injectors.RatedPressureKpa?.Value, 50, MostKpa, "injectors.ratedPressureKpa", "The rated pressure", " kPa")
            .Within(injectors.TestFluidDensityKgM3?.Value, 600, 900, "injectors.testFluidDensityKgM3", "The density of the test fluid", " kg/m³")
            .Within(pump.CurveV?.Value, 6, 24, "pump.curveV", "The voltage of the curve", " V")
            .Within(injectors.ImpedanceOhm?.Value, 0.1, 50, "injectors.impedanceOhm", "The resistance of an injector", " Ω")
            .Within(injectors.DeadTimeMsPer100Kpa?.Value, 0, 1, "injectors.deadTimeMsPer100Kpa", "The growth of the dead time", " ms for 100 kPa")
            .Within(direct.PumpDisplacementCcPerCamRev?.Value, 0.1, 20, "directInjection.pumpDisplacementCcPerCamRev", "The displacement of the high-pressure pump", " cm³ a turn")
            .Within(direct.PumpLobes, 1, 8, "directInjection.pumpLobes", "The number of lobes", string.Empty)
            .Within(direct.RailPressureKpa?.Value, 2000, 100000, "directInjection.railPressureKpa", "The rail pressure", " kPa")
            .Within(direct.WindowDeg?.Value, 1, 720, "directInjection.windowDeg", "The injection window", "°")
            .Within(control.FuelMapEthanolPct?.Value, 0, 100, "control.fuelMapEthanolPct", "The blend the fuel map was made on", " %")
            .Within(control.SparkMapEthanolPct?.Value, 0, 100, "control.sparkMapEthanolPct", "The blend the spark map was made on", " %")
            .Within(goals.HighestEthanolPct?.Value, 0, 100, "goals.highestEthanolPct", "The highest blend", " %")
            .Within(goals.LocalEthanolPct?.Value, 0, 100, "goals.localEthanolPct", "The local high blend", " %");
        for (var i = 0; i < (fuel.Joints?.Count ?? 0); i++)
        {
            check.Within(fuel.Joints![i].AngleDeg, 0, 180, $"fuelSystem.joints[{i}].angleDeg", "The angle of an end", "°");
        }
    }

    private static void Combinations(InputCheck check, VehicleSurvey survey)
    {
        var fuel = survey.FuelSystem;
        if (survey.Engine is { Aspiration: Aspiration.Natural, BoostKpa: not null })
        {
            check.Refuse("engine.boostKpa", "A naturally aspirated engine has no boost: take the boost out, or say that it is boosted.");
        }

        if (fuel.Line is FuelLine.Returnless or FuelLine.ControlledReturnless)
        {
            for (var i = 0; i < (fuel.Joints?.Count ?? 0); i++)
            {
                if (fuel.Joints![i].Line == LineName.Return)
                {
                    check.Refuse($"fuelSystem.joints[{i}].line", "A returnless system has no return line: name a joint in the feed line, or look again for a second line at the rail.");
                }
            }
        }

        if (fuel.Injection == InjectionKind.Port && !survey.DirectInjection.IsEmpty)
        {
            check.Refuse("directInjection", "There is no high-pressure side on port injection: take it out, or say that it injects into the cylinders.");
        }

        if (fuel.Injection == InjectionKind.Direct && survey.Injectors != new PortInjectors())
        {
            check.Refuse("injectors", "There are no injectors in the ports on direct injection alone: take them out, or say that it has both.");
        }
    }

    private static void DeadTimes(InputCheck check, IReadOnlyList<DeadTimePoint>? points)
    {
        for (var i = 0; i < (points?.Count ?? 0); i++)
        {
            check.Within(points![i].BatteryV, 6, 18, $"injectors.deadTimes[{i}].batteryV", "A battery voltage", " V");
            check.Within(points[i].DeadTimeMs, 0.05, 5, $"injectors.deadTimes[{i}].deadTimeMs", "A dead time", " ms");
            if (i > 0 && !(points[i].BatteryV > points[i - 1].BatteryV))
            {
                check.Refuse($"injectors.deadTimes[{i}].batteryV", Text($"Voltages must rise; {points[i].BatteryV} stands after {points[i - 1].BatteryV}."));
            }
        }
    }

    private static string Text(FormattableString text) => text.ToString(CultureInfo.InvariantCulture);
}
