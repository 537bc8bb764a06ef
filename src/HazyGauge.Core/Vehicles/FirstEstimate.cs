using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Vehicles;

/// <summary>How much of what a component can deliver the wanted power takes on the highest blend.</summary>
/// <param name="Component">The component.</param>
/// <param name="UsePct">Fuel taken over fuel delivered, %; above 100 it is too small.</param>
public sealed record ComponentLoad(FuelComponent Component, Hazy UsePct)
{
    /// <summary>The component, to begin a sentence.</summary>
    public string Name => Component == FuelComponent.Pump ? "The pump" : "The injectors";
}

/// <summary>What carries the fuel.</summary>
public enum FuelComponent
{
    /// <summary>The low-pressure pump or pumps.</summary>
    Pump,

    /// <summary>The injectors in the ports.</summary>
    Injectors,
}

/// <summary>
/// A first look at whether the fuel system carries the wanted power, with typical figures where the survey leaves one open. It is rough
/// on purpose: it tells which figure is worth measuring, and the Capacity station does the sum.
/// </summary>
internal sealed class FirstEstimate
{
    private const double DutyLimit = 0.85;
    private const double LeastPressureDropKpa = 20;

    // n-heptane at 20 C, kg/m3: the usual test fluid (SAE J1832; the figure from memory).
    private const double TestFluidKgM3 = 684;

    private readonly VehicleSurvey _survey;
    private readonly TypicalFigures _typical;
    private readonly Blend<Hazy> _gasoline = new(0, UsualFuels.Traditional<Hazy>());

    private FirstEstimate(VehicleSurvey survey, HazeLedger ledger)
    {
        _survey = survey;
        _typical = new TypicalFigures(survey, ledger);
        var loads = new List<ComponentLoad>();
        if (_typical.PowerKw is { } power)
        {
            PowerKw = power;
            Add(loads, FuelComponent.Pump, PumpLph());
            Add(loads, FuelComponent.Injectors, survey.FuelSystem.Injection == InjectionKind.Direct ? null : InjectorLph(power));
        }

        Loads = [.. loads.OrderByDescending(l => l.UsePct.Value)];
    }

    /// <summary>Power it is reckoned for, kW; null where neither power nor displacement is known.</summary>
    public Hazy? PowerKw { get; }

    /// <summary>Blend it is reckoned for.</summary>
    public Hazy EthanolPct => _typical.HighestEthanolPct;

    /// <summary>The loads, the heaviest first; a component that cannot be reckoned is left out.</summary>
    public IReadOnlyList<ComponentLoad> Loads { get; }

    /// <summary>The figures that had to be assumed, by the answer they stand for.</summary>
    public IReadOnlyDictionary<string, Assumption> Assumed => _typical.Assumed;

    /// <summary>True where the pump's curve does not reach the pressure it works against.</summary>
    public bool IsOffTheCurve { get; private set; }

    /// <summary>True where boost leaves the injectors no pressure.</summary>
    public bool HasNoPressureDrop { get; private set; }

    /// <summary>True where that holds over all of its haze.</summary>
    public bool IsSureOfNoPressureDrop { get; private set; }

    /// <summary>Reckons a survey that passed the rules.</summary>
    public static FirstEstimate Of(VehicleSurvey survey, HazeLedger ledger) => new(survey, ledger);

    private void Add(List<ComponentLoad> loads, FuelComponent component, Hazy? availableLph)
    {
        if (availableLph is { Value: > 0 } available)
        {
            var blend = _gasoline with { EthanolPct = EthanolPct };
            loads.Add(new ComponentLoad(component, 100 * FuelDemand.VolumeLph(PowerKw!.Value, _typical.BsfcGPerKwh, _gasoline, blend) / available));
        }
    }

    private Hazy? PumpLph()
    {
        var count = _typical.PumpCount;
        if (_survey.Pump.Curve is not { Count: > 1 } curve)
        {
            return count * _typical.PumpFlowLph;
        }

        var pressure = _typical.BasePressureKpa + _typical.BoostOnTheRailKpa;
        if (pressure.Value < curve[0].PressureKpa || pressure.Value > curve[^1].PressureKpa)
        {
            IsOffTheCurve = true;
            return null;
        }

        var i = Math.Max(1, curve.TakeWhile(p => p.PressureKpa < pressure.Value).Count());
        var slope = (curve[i].FlowLph - curve[i - 1].FlowLph) / (curve[i].PressureKpa - curve[i - 1].PressureKpa);
        return count * pressure.Through(curve[i - 1].FlowLph + (slope * (pressure.Value - curve[i - 1].PressureKpa)), slope);
    }

    // Static flow scaled by the square roots of pressure and density (Bernoulli through an orifice), held to the duty limit.
    private Hazy? InjectorLph(Hazy powerKw)
    {
        if (_typical.InjectorCount is not { } count)
        {
            return null;
        }

        var drop = _typical.BasePressureKpa + _typical.BoostOnTheRailKpa - _typical.BoostKpa;
        if (drop.Value < LeastPressureDropKpa)
        {
            HasNoPressureDrop = true;
            IsSureOfNoPressureDrop = drop.Value + Interval95.HalfWidth(drop) < LeastPressureDropKpa;
            return null;
        }

        var rated = _typical.RatedFlowCcMin(count, _survey.Engine.PowerKw ?? powerKw, _gasoline);
        var fluid = (_survey.Injectors.TestFluidDensityKgM3 ?? TestFluidKgM3) / (_gasoline with { EthanolPct = EthanolPct }).Density15C;
        return count * rated * 60 / 1000 * RealNumber.Sqrt(drop / _typical.RatedPressureKpa) * RealNumber.Sqrt(fluid) * DutyLimit;
    }
}
