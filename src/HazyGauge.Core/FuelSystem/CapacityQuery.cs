using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.FuelSystem;

/// <summary>What a fuel system carries is calculated from this. Any quantity may be hazy.</summary>
/// <param name="BsfcGPerKwh">Specific consumption on the base blend, g/kWh.</param>
/// <param name="LambdaBase">Lambda that consumption holds for.</param>
/// <param name="LambdaTarget">Lambda wanted at full load.</param>
/// <param name="BaseEthanolPct">Blend the consumption holds for, % by volume.</param>
/// <param name="EngineRpm">Engine speed at that power, 1/min.</param>
/// <param name="FuelTempC">Fuel temperature, C.</param>
public abstract record DeliveryQuery(Hazy BsfcGPerKwh, Hazy LambdaBase, Hazy LambdaTarget, Hazy BaseEthanolPct, Hazy EngineRpm, Hazy FuelTempC) : FuelsQuery
{
    /// <summary>The injectors in the ports; left out, there are none or they are not known.</summary>
    public PortInjectorsQuery? Injectors { get; init; }

    /// <summary>The high-pressure side; left out, there is none or it is not known.</summary>
    public HighSideQuery? DirectInjection { get; init; }

    /// <summary>The pumps in the tank; left out, they are not known.</summary>
    public LowPressurePumpQuery? LowPressurePump { get; init; }

    /// <summary>Where fuel goes into ports and cylinders, the share of the ports, %; left out, each set is calculated as if it carried all.</summary>
    public Hazy? PortSharePct { get; init; }

    /// <summary>The fuel system it describes; what cannot be is noted.</summary>
    protected DeliverySystem<Hazy> System(InputCheck check, HazeLedger ledger) =>
        new(
            new EngineDemand<Hazy>(BsfcGPerKwh, LambdaBase, LambdaTarget, BaseEthanolPct, EngineRpm, FuelTempC, Fuels(), EthanolDensity.ErrorAt(FuelTempC.Value, ledger)),
            Injectors?.Ports(),
            DirectInjection?.Injectors(check),
            DirectInjection?.Pump(check),
            LowPressurePump?.Pump(check),
            PortSharePct
        );
}

/// <summary>A fuel system and the point asked of it.</summary>
/// <param name="PowerKw">Power at the crank, kW.</param>
/// <param name="EthanolPct">Blend wanted, % by volume.</param>
/// <param name="BsfcGPerKwh">Specific consumption on the base blend, g/kWh.</param>
/// <param name="LambdaBase">Lambda that consumption holds for.</param>
/// <param name="LambdaTarget">Lambda wanted at full load.</param>
/// <param name="BaseEthanolPct">Blend the consumption holds for, % by volume.</param>
/// <param name="EngineRpm">Engine speed at that power, 1/min.</param>
/// <param name="FuelTempC">Fuel temperature, C.</param>
public sealed record CapacityQuery(Hazy PowerKw, Hazy EthanolPct, Hazy BsfcGPerKwh, Hazy LambdaBase, Hazy LambdaTarget, Hazy BaseEthanolPct, Hazy EngineRpm, Hazy FuelTempC)
    : DeliveryQuery(BsfcGPerKwh, LambdaBase, LambdaTarget, BaseEthanolPct, EngineRpm, FuelTempC)
{
    /// <summary>What the system carries there; every remedy comes with the patch that brings it into this query.</summary>
    /// <exception cref="RefusedInputException">Something cannot be.</exception>
    public CapacityResult Answer(HazeLedger ledger)
    {
        var check = new InputCheck();
        var system = System(check, ledger);
        check.ThrowIfAny();
        DeliveryRules.Check(system, PowerKw, EthanolPct);
        var result = CapacityAnalysis.Of(system, PowerKw, EthanolPct);
        return result with { Remedies = [.. result.Remedies.Select(r => r with { Apply = RemedyPatch.Of(r, system) })] };
    }
}

/// <summary>A fuel system over a grid of blends and powers. Power and blend of a single point may come along and count for nothing.</summary>
/// <param name="BsfcGPerKwh">Specific consumption on the base blend, g/kWh.</param>
/// <param name="LambdaBase">Lambda that consumption holds for.</param>
/// <param name="LambdaTarget">Lambda wanted at full load.</param>
/// <param name="BaseEthanolPct">Blend the consumption holds for, % by volume.</param>
/// <param name="EngineRpm">Engine speed at that power, 1/min.</param>
/// <param name="FuelTempC">Fuel temperature, C.</param>
/// <param name="EthanolPcts">The blends, % by volume, 1 to 501.</param>
/// <param name="PowersKw">The powers, kW, at most 501; may be empty where only the lines are wanted.</param>
/// <param name="PowerKw">Power of a single point; counts for nothing.</param>
/// <param name="EthanolPct">Blend of a single point; counts for nothing.</param>
public sealed record CapacityEnvelopeQuery(
    Hazy BsfcGPerKwh,
    Hazy LambdaBase,
    Hazy LambdaTarget,
    Hazy BaseEthanolPct,
    Hazy EngineRpm,
    Hazy FuelTempC,
    [MostItems(CapacityEnvelopeQuery.MostAcross)] IReadOnlyList<double>? EthanolPcts = null,
    [MostItems(CapacityEnvelopeQuery.MostAcross)] IReadOnlyList<double>? PowersKw = null,
    Hazy? PowerKw = null,
    Hazy? EthanolPct = null
) : DeliveryQuery(BsfcGPerKwh, LambdaBase, LambdaTarget, BaseEthanolPct, EngineRpm, FuelTempC)
{
    internal const int MostAcross = 501;

    /// <summary>The envelope.</summary>
    /// <exception cref="RefusedInputException">Something cannot be.</exception>
    public CapacityEnvelope Answer(HazeLedger ledger)
    {
        var check = new InputCheck();
        CheckAxis(check, EthanolPcts, "ethanolPcts", "A blend", 1, 0, 100, Sentences.Unit.Percent);
        CheckAxis(check, PowersKw, "powersKw", "A power", 0, 0, 5000, Sentences.Unit.Kw);
        var system = System(check, ledger);
        check.ThrowIfAny();
        DeliveryRules.Check(system);
        return CapacityEnvelope.Of(system, EthanolPcts!, PowersKw!);
    }

    private static void CheckAxis(InputCheck check, IReadOnlyList<double>? axis, string field, string what, int least, double min, double max, Sentences.Unit unit)
    {
        if (axis is null || axis.Count < least || axis.Count > MostAcross)
        {
            check.Refuse(field, $"Give between {least} and {MostAcross} of them.");
            return;
        }

        for (var i = 0; i < axis.Count; i++)
        {
            check.Within(axis[i], min, max, $"{field}[{i}]", what, unit);
        }
    }
}

/// <summary>The injectors in the ports.</summary>
/// <param name="Count">How many.</param>
/// <param name="RatedFlowCcMin">Rated static flow of one, cm3/min.</param>
/// <param name="RatedPressureKpa">Pressure drop it is rated at, kPa.</param>
/// <param name="DeadTimeMs">Dead time, ms.</param>
/// <param name="PressureDropKpa">Pressure drop it works at: rail over manifold, kPa.</param>
/// <param name="TestFluidDensityKgM3">Density of the fluid it is rated with, kg/m3. Default 684, n-heptane at 20 C.</param>
/// <param name="DutyLimitPct">Duty it may be used to, %. Default 85.</param>
/// <param name="OpeningsPerCycle">How often each opens in two turns of the crank. Default 1; twice in batches, once a cylinder it feeds on single-point injection.</param>
public sealed record PortInjectorsQuery(
    int Count,
    Hazy RatedFlowCcMin,
    Hazy RatedPressureKpa,
    Hazy DeadTimeMs,
    Hazy PressureDropKpa,
    Hazy? TestFluidDensityKgM3 = null,
    Hazy? DutyLimitPct = null,
    int? OpeningsPerCycle = null
)
{
    internal PortInjection<Hazy> Ports() =>
        new(
            Count,
            RatedFlowCcMin,
            RatedPressureKpa,
            TestFluidDensityKgM3 ?? UsualInjectors.TestFluidKgM3,
            DeadTimeMs,
            DutyLimitPct ?? UsualInjectors.DutyLimitPct,
            PressureDropKpa,
            OpeningsPerCycle ?? 1
        );
}

/// <summary>The high-pressure side: injectors and window, pump, or both.</summary>
/// <param name="InjectorStaticGPerS">Static flow of one injector at rail pressure, on the base blend, g/s.</param>
/// <param name="Count">How many.</param>
/// <param name="WindowDeg">Injection window, degrees of crank.</param>
/// <param name="PumpDisplacementCcPerCamRev">Displacement of the pump a turn of the cam, cm3.</param>
/// <param name="PumpEfficiencyPct">Share of it that arrives in the rail, %.</param>
public sealed record HighSideQuery(
    Hazy? InjectorStaticGPerS = null,
    int? Count = null,
    Hazy? WindowDeg = null,
    Hazy? PumpDisplacementCcPerCamRev = null,
    Hazy? PumpEfficiencyPct = null
)
{
    internal DirectInjectors<Hazy>? Injectors(InputCheck check)
    {
        if (this is { InjectorStaticGPerS: null, Count: null, WindowDeg: null })
        {
            if (this is { PumpDisplacementCcPerCamRev: null, PumpEfficiencyPct: null })
            {
                check.Refuse("directInjection", "Give the injectors with their window, the pump, or both.");
            }

            return null;
        }

        return new DirectInjectors<Hazy>(
            check.Required(InjectorStaticGPerS, "directInjection.injectorStaticGPerS", "The flow of an injector"),
            (int)check.Required(Count, "directInjection.count", "The number of injectors").Value,
            check.Required(WindowDeg, "directInjection.windowDeg", "The injection window")
        );
    }

    internal HighPressurePump<Hazy>? Pump(InputCheck check) =>
        this is { PumpDisplacementCcPerCamRev: null, PumpEfficiencyPct: null }
            ? null
            : new HighPressurePump<Hazy>(
                check.Required(PumpDisplacementCcPerCamRev, "directInjection.pumpDisplacementCcPerCamRev", "The displacement of the high-pressure pump"),
                check.Required(PumpEfficiencyPct, "directInjection.pumpEfficiencyPct", "The efficiency of the high-pressure pump")
            );
}

/// <summary>The pumps in the tank.</summary>
/// <param name="Curve">Flow of one over gauge pressure, pressures rising, straight between the points.</param>
/// <param name="GaugePressureKpa">Gauge pressure they work at, kPa; it must lie on the curve.</param>
/// <param name="Count">How many in parallel. Default 1.</param>
/// <param name="MarginPct">What is kept back: the limit is what is available times (1 - m/100). Default 0.</param>
/// <param name="CurveV">Voltage the curve was taken at, V; left out together with pumpV, voltage is left out.</param>
/// <param name="PumpV">Voltage at the pump, V.</param>
public sealed record LowPressurePumpQuery(
    IReadOnlyList<PumpPoint<Hazy>> Curve,
    Hazy GaugePressureKpa,
    int? Count = null,
    Hazy? MarginPct = null,
    Hazy? CurveV = null,
    Hazy? PumpV = null
)
{
    internal LowPressurePump<Hazy> Pump(InputCheck check) => new(new PumpCurve<Hazy>(Curve), null, GaugePressureKpa, VoltageRatio(check), Count ?? 1, MarginPct ?? 0, PumpV?.Value);

    private Hazy VoltageRatio(InputCheck check)
    {
        if (this is { CurveV: null, PumpV: null })
        {
            return 1;
        }

        var curveV = check.Required(CurveV, "lowPressurePump.curveV", "The voltage of the curve");
        if (CurveV is not null && curveV.Value <= 0)
        {
            check.Refuse("lowPressurePump.curveV", "The voltage of the curve must be above 0 V.");
        }

        return check.Required(PumpV, "lowPressurePump.pumpV", "The voltage at the pump") / (curveV.Value > 0 ? curveV : 1);
    }
}
