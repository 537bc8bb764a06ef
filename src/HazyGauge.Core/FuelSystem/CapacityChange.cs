using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.FuelSystem;

/// <summary>Something done to a fuel system so that it carries more; what is null stays as it is. Two changes together are one change.</summary>
/// <param name="BaseRiseKpa">By how much the base pressure is raised, kPa.</param>
/// <param name="RatedFlowCcMin">Rated flow of the new injectors in the ports, cm3/min; rated pressure, fluid and dead time as before.</param>
/// <param name="PumpCount">Pumps side by side afterwards.</param>
/// <param name="AddedPorts">Injectors added in the ports of an engine that has none there.</param>
/// <param name="PortSharePct">Share of the fuel that goes into the ports afterwards, %.</param>
/// <param name="PumpFlowLph">Flow of one larger pump at the pressure it works against and the voltage it has, L/h; it takes the place of those there are.</param>
/// <param name="DirectInjectorGPerS">Static flow of the new injectors in the cylinders, g/s.</param>
/// <param name="HighPressurePumpCcPerCamRev">Displacement of the new high-pressure pump a turn of its cam, cm3.</param>
public sealed record CapacityChange(
    double? BaseRiseKpa = null,
    double? RatedFlowCcMin = null,
    int? PumpCount = null,
    AddedPorts? AddedPorts = null,
    double? PortSharePct = null,
    double? PumpFlowLph = null,
    double? DirectInjectorGPerS = null,
    double? HighPressurePumpCcPerCamRev = null
)
{
    /// <summary>True where nothing is done.</summary>
    public bool IsNothing() => this == new CapacityChange();

    /// <summary>Both changes; where both say something of the same, the later one counts.</summary>
    public CapacityChange And(CapacityChange later) =>
        new(
            later.BaseRiseKpa ?? BaseRiseKpa,
            later.RatedFlowCcMin ?? RatedFlowCcMin,
            later.PumpCount ?? PumpCount,
            later.AddedPorts ?? AddedPorts,
            later.PortSharePct ?? PortSharePct,
            later.PumpFlowLph ?? PumpFlowLph,
            later.DirectInjectorGPerS ?? DirectInjectorGPerS,
            later.HighPressurePumpCcPerCamRev ?? HighPressurePumpCcPerCamRev
        );

    /// <summary>What is left of it where this was done already: whatever says the same.</summary>
    public CapacityChange Without(CapacityChange done) =>
        new(
            BaseRiseKpa == done.BaseRiseKpa ? null : BaseRiseKpa,
            RatedFlowCcMin == done.RatedFlowCcMin ? null : RatedFlowCcMin,
            PumpCount == done.PumpCount ? null : PumpCount,
            AddedPorts == done.AddedPorts ? null : AddedPorts,
            PortSharePct == done.PortSharePct ? null : PortSharePct,
            PumpFlowLph == done.PumpFlowLph ? null : PumpFlowLph,
            DirectInjectorGPerS == done.DirectInjectorGPerS ? null : DirectInjectorGPerS,
            HighPressurePumpCcPerCamRev == done.HighPressurePumpCcPerCamRev ? null : HighPressurePumpCcPerCamRev
        );

    /// <summary>Notes what no part that is sold could be.</summary>
    /// <param name="check">Where it is noted.</param>
    /// <param name="under">The path it stands at.</param>
    public InputCheck CheckRanges(InputCheck check, string under) =>
        check
            .Within(BaseRiseKpa, 1, 1000, $"{under}.baseRiseKpa", "The rise of the base pressure", Unit.Kpa)
            .Within(RatedFlowCcMin, 20, 5000, $"{under}.ratedFlowCcMin", "The rated flow", Unit.CcPerMin)
            .Within(PumpCount, 1, 6, $"{under}.pumpCount", "The number of pumps")
            .Within(AddedPorts?.Count, 1, 32, $"{under}.addedPorts", "The number of injectors")
            .Within(AddedPorts?.RatedFlowCcMin, 20, 5000, $"{under}.addedPorts", "The rated flow", Unit.CcPerMin)
            .Within(PortSharePct, 1, 99, $"{under}.portSharePct", "The share of the ports", Unit.Percent)
            .Within(PumpFlowLph, 5, 2000, $"{under}.pumpFlowLph", "The flow of the pump", Unit.Lph)
            .Within(DirectInjectorGPerS, 0.1, 500, $"{under}.directInjectorGPerS", "The flow of the direct injectors", Unit.GPerS)
            .Within(HighPressurePumpCcPerCamRev, 0.1, 20, $"{under}.highPressurePumpCcPerCamRev", "The displacement of the high-pressure pump", Unit.CcPerRev);

    /// <summary>The system afterwards.</summary>
    public DeliverySystem<Hazy> ApplyTo(DeliverySystem<Hazy> system)
    {
        var ports = AddedPorts?.Injectors() ?? system.Injectors;
        if (ports is not null)
        {
            var raised = AddedPorts is null ? BaseRiseKpa ?? 0 : 0;
            ports = ports with
            {
                RatedFlowCcMin = RatedFlowCcMin ?? ports.RatedFlowCcMin,
                PressureDropKpa = ports.PressureDropKpa + raised,
                DeadTimeMs = ports.DeadTimeMs + (system.DeadTimeMsPerKpa * raised),
            };
        }

        var pump = system.LowPressurePump is { } p ? p with { Count = PumpCount ?? p.Count, GaugePressureKpa = p.GaugePressureKpa + (BaseRiseKpa ?? 0) } : null;
        if (pump is not null && PumpFlowLph is { } flow)
        {
            pump = pump with { Curve = null, FlowLph = flow, VoltageRatio = 1, Count = PumpCount ?? 1 };
        }

        return system with
        {
            Injectors = ports,
            LowPressurePump = pump,
            PortSharePct = PortSharePct ?? system.PortSharePct,
            DirectInjectors = system.DirectInjectors is { } direct && DirectInjectorGPerS is { } gPerS ? direct with { StaticGPerS = gPerS } : system.DirectInjectors,
            HighPressurePump = system.HighPressurePump is { } high && HighPressurePumpCcPerCamRev is { } cc ? high with { DisplacementCcPerCamRev = cc } : system.HighPressurePump,
        };
    }
}

/// <summary>Injectors added in the ports, on a rail of their own at the usual pressure.</summary>
/// <param name="Count">How many.</param>
/// <param name="RatedFlowCcMin">Rated flow of one, cm3/min.</param>
public sealed record AddedPorts(int Count, double RatedFlowCcMin)
{
    /// <summary>Pressure drop they are rated at and work at, kPa (common practice, no source).</summary>
    public const double PressureKpa = 300;

    /// <summary>Dead time at that pressure and running voltage, ms (from memory; the data sheet of the injectors bought counts).</summary>
    public const double DeadTimeMs = 1;

    /// <summary>The injectors.</summary>
    public PortInjection<Hazy> Injectors() => new(Count, RatedFlowCcMin, PressureKpa, UsualInjectors.TestFluidKgM3, DeadTimeMs, UsualInjectors.DutyLimitPct, PressureKpa);
}

/// <summary>Usual figures of injectors.</summary>
public static class UsualInjectors
{
    /// <summary>n-heptane at 20 C, kg/m3: the usual test fluid (SAE J1832; the figure from memory).</summary>
    public const double TestFluidKgM3 = 684;

    /// <summary>Duty injectors are used to at most, % (common practice, no source).</summary>
    public const double DutyLimitPct = 85;
}
