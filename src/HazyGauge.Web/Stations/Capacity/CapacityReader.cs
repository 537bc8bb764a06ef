using HazyGauge.Core.Capacity;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Web.Haze;

namespace HazyGauge.Web.Stations.Capacity;

/// <summary>Brings a capacity request onto a ledger; what it can be is for Core to say.</summary>
internal sealed class CapacityReader(CapacityRequest request)
{
    private readonly HazeReader _haze = new();

    /// <summary>The fuel system of a request.</summary>
    /// <exception cref="RefusedInputException">Something is missing, or cannot be.</exception>
    public static DeliverySystem<Hazy> System(CapacityRequest request)
    {
        var reader = new CapacityReader(request);
        var system = reader.System();
        reader._haze.Check.ThrowIfAny();
        DeliveryRules.Check(system);
        return system;
    }

    /// <summary>The fuel system of a request, and the point it asks for.</summary>
    /// <exception cref="RefusedInputException">Something is missing, or cannot be.</exception>
    public static (DeliverySystem<Hazy> System, Hazy PowerKw, Hazy EthanolPct) Point(CapacityRequest request)
    {
        var reader = new CapacityReader(request);
        var power = reader._haze.Required(request.PowerKw, "powerKw", "The power");
        var ethanol = reader._haze.Required(request.EthanolPct, "ethanolPct", "The ethanol content");
        var system = reader.System();
        reader._haze.Check.ThrowIfAny();
        DeliveryRules.Check(system, power, ethanol);
        return (system, power, ethanol);
    }

    private DeliverySystem<Hazy> System()
    {
        var fuelTempC = _haze.Required(request.FuelTempC, "fuelTempC", "The fuel temperature");
        return new DeliverySystem<Hazy>(
            new EngineDemand<Hazy>(
                _haze.Required(request.BsfcGPerKwh, "bsfcGPerKwh", "The specific consumption"),
                _haze.Required(request.LambdaBase, "lambdaBase", "Lambda on the base map"),
                _haze.Required(request.LambdaTarget, "lambdaTarget", "The lambda wanted"),
                _haze.Required(request.BaseEthanolPct, "baseEthanolPct", "The base blend"),
                _haze.Required(request.EngineRpm, "engineRpm", "The engine speed"),
                fuelTempC,
                _haze.Fuels(request),
                EthanolDensity.ErrorAt(fuelTempC.Value, _haze.Ledger)),
            Ports(request.Injectors),
            DirectInjectors(request.DirectInjection),
            HighPressurePump(request.DirectInjection),
            LowPressurePump(request.LowPressurePump),
            _haze.Optional(request.PortSharePct, "portSharePct"));
    }

    private PortInjection<Hazy>? Ports(PortInjectorsRequest? ports) => ports is null ? null : new PortInjection<Hazy>(
        Count(ports.Count, "injectors.count", "The number of injectors"),
        _haze.Required(ports.RatedFlowCcMin, "injectors.ratedFlowCcMin", "The rated flow"),
        _haze.Required(ports.RatedPressureKpa, "injectors.ratedPressureKpa", "The rated pressure"),
        _haze.Optional(ports.TestFluidDensityKgM3, "injectors.testFluidDensityKgM3") ?? UsualInjectors.TestFluidKgM3,
        _haze.Required(ports.DeadTimeMs, "injectors.deadTimeMs", "The dead time"),
        _haze.Optional(ports.DutyLimitPct, "injectors.dutyLimitPct") ?? UsualInjectors.DutyLimitPct,
        _haze.Required(ports.PressureDropKpa, "injectors.pressureDropKpa", "The pressure over the injectors"));

    private DirectInjectors<Hazy>? DirectInjectors(HighSideRequest? side)
    {
        if (side == new HighSideRequest())
        {
            _haze.Check.Refuse("directInjection", "Give the injectors with their window, the pump, or both.");
        }

        return side is null or { InjectorStaticGPerS: null, Count: null, WindowDeg: null } ? null : new DirectInjectors<Hazy>(
            _haze.Required(side.InjectorStaticGPerS, "directInjection.injectorStaticGPerS", "The flow of an injector"),
            Count(side.Count, "directInjection.count", "The number of injectors"),
            _haze.Required(side.WindowDeg, "directInjection.windowDeg", "The injection window"));
    }

    private HighPressurePump<Hazy>? HighPressurePump(HighSideRequest? side) => side is null or { PumpDisplacementCcPerCamRev: null, PumpEfficiencyPct: null } ? null : new HighPressurePump<Hazy>(
        _haze.Required(side.PumpDisplacementCcPerCamRev, "directInjection.pumpDisplacementCcPerCamRev", "The displacement of the high-pressure pump"),
        _haze.Required(side.PumpEfficiencyPct, "directInjection.pumpEfficiencyPct", "The efficiency of the high-pressure pump"));

    private LowPressurePump<Hazy>? LowPressurePump(LowPressurePumpRequest? pump) => pump is null ? null : new LowPressurePump<Hazy>(
        new PumpCurve<Hazy>(Curve(pump.Curve)),
        null,
        _haze.Required(pump.GaugePressureKpa, "lowPressurePump.gaugePressureKpa", "The pressure at the pump"),
        VoltageRatio(pump),
        pump.Count ?? 1,
        _haze.Optional(pump.MarginPct, "lowPressurePump.marginPct") ?? 0);

    private Hazy VoltageRatio(LowPressurePumpRequest pump)
    {
        if (pump is { CurveV: null, PumpV: null })
        {
            return 1;
        }

        var curveV = _haze.Required(pump.CurveV, "lowPressurePump.curveV", "The voltage of the curve");
        if (pump.CurveV is not null && curveV.Value <= 0)
        {
            _haze.Check.Refuse("lowPressurePump.curveV", "The voltage of the curve must be above 0 V.");
        }

        return _haze.Required(pump.PumpV, "lowPressurePump.pumpV", "The voltage at the pump") / (curveV.Value > 0 ? curveV : 1);
    }

    private List<PumpPoint<Hazy>> Curve(IReadOnlyList<CurvePointRequest>? points)
    {
        if (points is null || points.Any(p => p is null))
        {
            _haze.Check.Refuse("lowPressurePump.curve", points is null ? "The pump's curve is missing." : "A point of the curve is empty.");
            return [];
        }

        return [.. points.Select((p, i) => new PumpPoint<Hazy>(
            _haze.Required(p.PressureKpa, $"lowPressurePump.curve[{i}].pressureKpa", "A pressure"),
            _haze.Required(p.FlowLph, $"lowPressurePump.curve[{i}].flowLph", "A flow")))];
    }

    private int Count(int? count, string field, string what)
    {
        if (count is null)
        {
            _haze.Check.Refuse(field, $"{what} is missing.");
        }

        return count ?? 1;
    }
}
