using HazyGauge.Core.Haze;

namespace HazyGauge.Core.FuelSystem;

/// <summary>How a component's use rises with power on one blend: a straight line, for everything but dead time goes with the fuel.</summary>
/// <typeparam name="T">Exact or hazy numbers.</typeparam>
/// <param name="IdlePct">Use without any fuel, % of the limit: the dead time.</param>
/// <param name="PctPerKw">Rise with power, % of the limit a kW.</param>
public readonly record struct UseLine<T>(T IdlePct, T PctPerKw)
    where T : struct, IRealNumber<T>
{
    /// <summary>Power at which the component is used to its limit, kW; 0 where dead time alone uses it up.</summary>
    public T MaxPowerKw => IdlePct.Value < 100 ? (100 - IdlePct) / PctPerKw : 0.0;

    /// <summary>Use at a power, % of the limit.</summary>
    public T At(T powerKw) => IdlePct + (PctPerKw * powerKw);
}

/// <summary>What the engine takes and what carries it there; a component that is null is not known and limits nothing.</summary>
/// <typeparam name="T">Exact or hazy numbers.</typeparam>
/// <param name="Demand">What the engine takes.</param>
/// <param name="Injectors">The injectors in the ports.</param>
/// <param name="DirectInjectors">The injectors in the cylinders.</param>
/// <param name="HighPressurePump">The pump of the high-pressure side.</param>
/// <param name="LowPressurePump">The pumps in the tank.</param>
/// <param name="PortSharePct">Where fuel goes into ports and cylinders, the share of the ports, %; null calculates each set as if it fed all.</param>
/// <param name="DeadTimeMsPerKpa">By how much the dead time of the ports' injectors grows with pressure, ms a kPa.</param>
public sealed record DeliverySystem<T>(
    EngineDemand<T> Demand,
    PortInjection<T>? Injectors = null,
    DirectInjectors<T>? DirectInjectors = null,
    HighPressurePump<T>? HighPressurePump = null,
    LowPressurePump<T>? LowPressurePump = null,
    T? PortSharePct = null,
    T DeadTimeMsPerKpa = default
)
    where T : struct, IRealNumber<T>
{
    /// <summary>The components that are known, from the injectors back to the tank.</summary>
    public IReadOnlyList<FuelComponent> Components => [.. Enum.GetValues<FuelComponent>().Where(Has)];

    /// <summary>True where fuel goes into ports and cylinders.</summary>
    public bool HasBothSets => Injectors is not null && (DirectInjectors is not null || HighPressurePump is not null);

    /// <summary>Share of the fuel the ports carry, 0 to 1.</summary>
    private T PortShare => PortSharePct is { } share ? share / 100 : 1.0;

    /// <summary>Share of the fuel the cylinders' injectors and their pump carry, 0 to 1.</summary>
    private T DirectShare => PortSharePct is { } share ? 1 - (share / 100) : 1.0;

    /// <summary>Duty of the injectors in the ports, %.</summary>
    public T? InjectorDutyPct(T powerKw, T ethanolPct) => Injectors is { } ports ? Use(FuelComponent.Injectors, ethanolPct).At(powerKw) * ports.DutyLimitPct / 100 : null;

    /// <summary>Demand over what all low-pressure pumps deliver, before margin, %.</summary>
    public T? PumpUsePct(T powerKw, T ethanolPct) => LowPressurePump is { } pump ? 100 * Demand.VolumeLph(powerKw, ethanolPct) / pump.AvailableLph : null;

    /// <summary>How a component's use rises with power on one blend.</summary>
    /// <exception cref="InvalidOperationException">The component is not known.</exception>
    public UseLine<T> Use(FuelComponent component, T ethanolPct)
    {
        var massPerKw = Demand.MassKgH(1.0, ethanolPct);
        var density = Demand.DensityKgM3(ethanolPct);
        var litresPerKw = massPerKw / density * 1000;
        return component switch
        {
            FuelComponent.Injectors when Injectors is { } ports => new(
                100 * ports.DeadDutyPct(Demand.EngineRpm) / ports.DutyLimitPct,
                100 / ports.DutyLimitPct * (100 * massPerKw * PortShare / ports.StaticKgH(density))
            ),
            FuelComponent.DirectInjection when DirectInjectors is { } direct => new(
                0.0,
                direct.WindowUsePct(massPerKw * DirectShare, density / Demand.DensityKgM3(Demand.BaseEthanolPct))
            ),
            FuelComponent.HighPressurePump when HighPressurePump is { } pump => new(0.0, 100 * litresPerKw * DirectShare / pump.DeliveryLph(Demand.EngineRpm)),
            FuelComponent.LowPressurePump when LowPressurePump is { } pump => new(0.0, 100 * litresPerKw / pump.UsableLph),
            _ => throw new InvalidOperationException($"There is no {component} in this system."),
        };
    }

    private bool Has(FuelComponent component) =>
        component switch
        {
            FuelComponent.Injectors => Injectors is not null,
            FuelComponent.DirectInjection => DirectInjectors is not null,
            FuelComponent.HighPressurePump => HighPressurePump is not null,
            _ => LowPressurePump is not null,
        };
}

/// <summary>The same system with every haze left out, for finding where a limit is met.</summary>
internal static class ExactSystem
{
    /// <summary>The best estimates alone.</summary>
    public static DeliverySystem<Exact> Of(DeliverySystem<Hazy> s) =>
        new(
            new(
                E(s.Demand.BsfcGPerKwh),
                E(s.Demand.LambdaBase),
                E(s.Demand.LambdaTarget),
                E(s.Demand.BaseEthanolPct),
                E(s.Demand.EngineRpm),
                E(s.Demand.FuelTempC),
                new(E(s.Demand.Fuels.GasolineStoichAfr), E(s.Demand.Fuels.EthanolStoichAfr), E(s.Demand.Fuels.GasolineDensity15C), E(s.Demand.Fuels.EthanolDensity15C)),
                E(s.Demand.EthanolDensityError)
            ),
            s.Injectors is { } i
                ? new(i.Count, E(i.RatedFlowCcMin), E(i.RatedPressureKpa), E(i.TestFluidDensityKgM3), E(i.DeadTimeMs), E(i.DutyLimitPct), E(i.PressureDropKpa), i.OpeningsPerCycle)
                : null,
            s.DirectInjectors is { } d ? new(E(d.StaticGPerS), d.Count, E(d.WindowDeg)) : null,
            s.HighPressurePump is { } h ? new(E(h.DisplacementCcPerCamRev), E(h.EfficiencyPct)) : null,
            s.LowPressurePump is { } l
                ? new(
                    l.Curve is { } c ? new([.. c.Points.Select(p => new PumpPoint<Exact>(E(p.PressureKpa), E(p.FlowLph)))]) : null,
                    l.FlowLph is { } flow ? E(flow) : null,
                    E(l.GaugePressureKpa),
                    E(l.VoltageRatio),
                    l.Count,
                    E(l.MarginPct)
                )
                : null,
            s.PortSharePct is { } share ? E(share) : null
        );

    private static Exact E(Hazy number) => number.Value;
}
