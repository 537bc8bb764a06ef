using System.Globalization;
using HazyGauge.Core.Capacity;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Web.Haze;

namespace HazyGauge.Web.Stations.Capacity;

/// <summary>Brings a capacity request onto a ledger, and refuses what no fuel system can be.</summary>
internal sealed class CapacityReader(CapacityRequest request)
{
    private readonly HazeReader _haze = new();

    private InputCheck Check => _haze.Check;

    /// <summary>The fuel system of a request.</summary>
    /// <exception cref="RefusedInputException">It holds what cannot be.</exception>
    public static DeliverySystem<Hazy> System(CapacityRequest request)
    {
        var reader = new CapacityReader(request);
        var system = reader.System();
        reader.Check.ThrowIfAny();
        return system;
    }

    /// <summary>The fuel system of a request, and the point it asks for.</summary>
    /// <exception cref="RefusedInputException">It holds what cannot be.</exception>
    public static (DeliverySystem<Hazy> System, Hazy PowerKw, Hazy EthanolPct) Point(CapacityRequest request)
    {
        var reader = new CapacityReader(request);
        var power = reader.Within(request.PowerKw, "powerKw", "The power", 0.1, 5000, " kW");
        var ethanol = reader.Within(request.EthanolPct, "ethanolPct", "The ethanol content", 0, 100, " %");
        var system = reader.System();
        reader.Check.ThrowIfAny();
        return (system, power, ethanol);
    }

    private DeliverySystem<Hazy> System()
    {
        var fuels = _haze.Fuels(request);
        var baseEthanol = Within(request.BaseEthanolPct, "baseEthanolPct", "The base blend", 0, 100, " %");
        var fuelTempC = Within(request.FuelTempC, "fuelTempC", "Fuel temperature", -40, 125, " °C");
        var demand = new EngineDemand<Hazy>(
            Within(request.BsfcGPerKwh, "bsfcGPerKwh", "The specific consumption", 100, 1000, " g/kWh"),
            Within(request.LambdaBase, "lambdaBase", "Lambda on the base map", 0.4, 2, string.Empty),
            Within(request.LambdaTarget, "lambdaTarget", "The lambda wanted", 0.4, 2, string.Empty),
            baseEthanol,
            Within(request.EngineRpm, "engineRpm", "The engine speed", 100, 30000, " 1/min"),
            fuelTempC,
            fuels,
            EthanolDensity.ErrorAt(fuelTempC.Value, _haze.Ledger));
        FuelPairRules.Check(Check, fuels);
        var system = new DeliverySystem<Hazy>(
            demand,
            Ports(request.Injectors),
            DirectInjectors(request.DirectInjection),
            HighPressurePump(request.DirectInjection),
            LowPressurePump(request.LowPressurePump),
            request.PortSharePct is null ? null : Within(request.PortSharePct, "portSharePct", "The share of the ports", 1, 99, " %"));
        if (system is { PortSharePct: not null, HasBothSets: false })
        {
            Check.Refuse("portSharePct", "A share of the ports needs injectors in the ports and in the cylinders.");
        }

        return system;
    }

    private PortInjection<Hazy>? Ports(PortInjectorsRequest? ports) => ports is null ? null : new PortInjection<Hazy>(
        Count(ports.Count, "injectors.count", "The number of injectors", 32),
        Within(ports.RatedFlowCcMin, "injectors.ratedFlowCcMin", "The rated flow", 1, 20000, " cm³/min"),
        Within(ports.RatedPressureKpa, "injectors.ratedPressureKpa", "The rated pressure", 10, 2000, " kPa"),
        ports.TestFluidDensityKgM3 is null ? UsualInjectors.TestFluidKgM3 : Within(ports.TestFluidDensityKgM3, "injectors.testFluidDensityKgM3", "The density of the test fluid", 500, 1100, " kg/m³"),
        Within(ports.DeadTimeMs, "injectors.deadTimeMs", "The dead time", 0, 10, " ms"),
        ports.DutyLimitPct is null ? UsualInjectors.DutyLimitPct : Within(ports.DutyLimitPct, "injectors.dutyLimitPct", "The duty limit", 1, 100, " %"),
        Within(ports.PressureDropKpa, "injectors.pressureDropKpa", "The pressure over the injectors", 10, 2000, " kPa"));

    private DirectInjectors<Hazy>? DirectInjectors(HighSideRequest? side)
    {
        if (side is null or { InjectorStaticGPerS: null, Count: null, WindowDeg: null })
        {
            if (side is { PumpDisplacementCcPerCamRev: null, PumpEfficiencyPct: null })
            {
                Check.Refuse("directInjection", "Give the injectors with their window, the pump, or both.");
            }

            return null;
        }

        return new DirectInjectors<Hazy>(
            Within(side.InjectorStaticGPerS, "directInjection.injectorStaticGPerS", "The flow of an injector", 0.01, 1000, " g/s"),
            Count(side.Count, "directInjection.count", "The number of injectors", 32),
            Within(side.WindowDeg, "directInjection.windowDeg", "The injection window", 1, 720, "°"));
    }

    private HighPressurePump<Hazy>? HighPressurePump(HighSideRequest? side) => side is null or { PumpDisplacementCcPerCamRev: null, PumpEfficiencyPct: null } ? null : new HighPressurePump<Hazy>(
        Within(side.PumpDisplacementCcPerCamRev, "directInjection.pumpDisplacementCcPerCamRev", "The displacement of the high-pressure pump", 0.01, 100, " cm³ a turn"),
        Within(side.PumpEfficiencyPct, "directInjection.pumpEfficiencyPct", "The efficiency of the high-pressure pump", 1, 110, " %"));

    private LowPressurePump<Hazy>? LowPressurePump(LowPressurePumpRequest? pump)
    {
        if (pump is null)
        {
            return null;
        }

        var curve = Curve(pump.Curve);
        var pressure = Within(pump.GaugePressureKpa, "lowPressurePump.gaugePressureKpa", "The pressure at the pump", 0, PumpCurveRules.MostKpa, " kPa");
        if (curve is not null && !curve.Reaches(pressure.Value))
        {
            Check.Refuse("lowPressurePump.gaugePressureKpa", string.Create(CultureInfo.InvariantCulture, $"The pump's curve reaches from {curve.FromKpa} to {curve.ToKpa} kPa; {pressure.Value} kPa is off it. A curve is not carried on beyond its points."));
        }

        var count = pump.Count is null ? 1 : Count(pump.Count, "lowPressurePump.count", "The number of pumps", 12);
        var margin = pump.MarginPct is null ? 0 : Within(pump.MarginPct, "lowPressurePump.marginPct", "The margin of the pump", 0, 90, " %");
        var ratio = VoltageRatio(pump);
        if (curve is null || !curve.Reaches(pressure.Value))
        {
            return null;
        }

        var known = new LowPressurePump<Hazy>(curve, null, pressure, ratio, count, margin);
        if (known.AvailableLph.Value <= 0)
        {
            Check.Refuse("lowPressurePump.gaugePressureKpa", "The pump delivers nothing at this pressure and voltage.");
        }

        return known;
    }

    private Hazy VoltageRatio(LowPressurePumpRequest pump)
    {
        if (pump is { CurveV: null, PumpV: null })
        {
            return 1;
        }

        var curveV = Within(pump.CurveV, "lowPressurePump.curveV", "The voltage of the curve", 6, 32, " V");
        return Within(pump.PumpV, "lowPressurePump.pumpV", "The voltage at the pump", 6, 32, " V") / (curveV.Value > 0 ? curveV : 1);
    }

    private PumpCurve<Hazy>? Curve(IReadOnlyList<CurvePointRequest>? points)
    {
        if (points is null || points.Any(p => p is null))
        {
            Check.Refuse("lowPressurePump.curve", points is null ? "The pump's curve is missing." : "A point of the curve is empty.");
            return null;
        }

        var known = points.Select((p, i) => new PumpPoint<Hazy>(
            _haze.Required(p.PressureKpa, $"lowPressurePump.curve[{i}].pressureKpa", "A pressure"),
            _haze.Required(p.FlowLph, $"lowPressurePump.curve[{i}].flowLph", "A flow"))).ToList();
        var curve = new InputCheck();
        PumpCurveRules.Check(known, curve, "lowPressurePump.curve");
        return Check.TakeOver(curve) ? null : new PumpCurve<Hazy>(known);
    }

    private int Count(int? count, string field, string what, int most)
    {
        if (count is null)
        {
            Check.Refuse(field, $"{what} is missing.");
        }

        Check.Within(count, 1, most, field, what, string.Empty);
        return count ?? 1;
    }

    // What is refused stands in as its lower limit, so that the rest can be looked through too.
    private Hazy Within(HazyInput? input, string field, string what, double min, double max, string unit)
    {
        var number = _haze.Required(input, field, what);
        if (input is not null)
        {
            Check.Within(number.Value, min, max, field, what, unit);
        }

        return number.Value >= min && number.Value <= max ? number : Math.Max(min, 0.1);
    }
}
