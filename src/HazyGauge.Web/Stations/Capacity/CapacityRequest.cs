using HazyGauge.Web.Haze;

namespace HazyGauge.Web.Stations.Capacity;

/// <summary>What a fuel system carries is reckoned from this. Any quantity may be hazy.</summary>
public record CapacityRequest : IFuelsRequest
{
    /// <summary>Power at the crank, kW.</summary>
    public HazyInput? PowerKw { get; init; }

    /// <summary>Specific consumption on the base blend, g/kWh.</summary>
    public HazyInput? BsfcGPerKwh { get; init; }

    /// <summary>Lambda that consumption holds for.</summary>
    public HazyInput? LambdaBase { get; init; }

    /// <summary>Lambda wanted at full load.</summary>
    public HazyInput? LambdaTarget { get; init; }

    /// <summary>Blend the consumption holds for, % by volume.</summary>
    public HazyInput? BaseEthanolPct { get; init; }

    /// <summary>Blend wanted, % by volume.</summary>
    public HazyInput? EthanolPct { get; init; }

    /// <summary>Engine speed at that power, 1/min.</summary>
    public HazyInput? EngineRpm { get; init; }

    /// <summary>Fuel temperature, C.</summary>
    public HazyInput? FuelTempC { get; init; }

    /// <summary>The injectors in the ports; left out, there are none or they are not known.</summary>
    public PortInjectorsRequest? Injectors { get; init; }

    /// <summary>The high-pressure side; left out, there is none or it is not known.</summary>
    public HighSideRequest? DirectInjection { get; init; }

    /// <summary>The pumps in the tank; left out, they are not known.</summary>
    public LowPressurePumpRequest? LowPressurePump { get; init; }

    /// <summary>Where fuel goes into ports and cylinders, the share of the ports, %; left out, each set is reckoned as if it carried all.</summary>
    public HazyInput? PortSharePct { get; init; }

    /// <inheritdoc/>
    public HazyInput? GasolineStoichAfr { get; init; }

    /// <inheritdoc/>
    public HazyInput? EthanolStoichAfr { get; init; }

    /// <inheritdoc/>
    public HazyInput? GasolineDensityKgM3At15C { get; init; }

    /// <inheritdoc/>
    public HazyInput? EthanolDensityKgM3At15C { get; init; }
}

/// <summary>The same over a grid of blends and powers.</summary>
public sealed record CapacityEnvelopeRequest : CapacityRequest
{
    /// <summary>The blends, % by volume, 1 to 501.</summary>
    public IReadOnlyList<double>? EthanolPcts { get; init; }

    /// <summary>The powers, kW, at most 501; may be empty where only the lines are wanted.</summary>
    public IReadOnlyList<double>? PowersKw { get; init; }
}

/// <summary>The injectors in the ports, each opening once in two turns.</summary>
/// <param name="Count">How many.</param>
/// <param name="RatedFlowCcMin">Rated static flow of one, cm3/min.</param>
/// <param name="RatedPressureKpa">Pressure drop it is rated at, kPa.</param>
/// <param name="DeadTimeMs">Dead time, ms.</param>
/// <param name="PressureDropKpa">Pressure drop it works at: rail over manifold, kPa.</param>
/// <param name="TestFluidDensityKgM3">Density of the fluid it is rated with, kg/m3. Default 684, n-heptane at 20 C.</param>
/// <param name="DutyLimitPct">Duty it may be used to, %. Default 85.</param>
public sealed record PortInjectorsRequest(
    int? Count = null,
    HazyInput? RatedFlowCcMin = null,
    HazyInput? RatedPressureKpa = null,
    HazyInput? DeadTimeMs = null,
    HazyInput? PressureDropKpa = null,
    HazyInput? TestFluidDensityKgM3 = null,
    HazyInput? DutyLimitPct = null);

/// <summary>The high-pressure side: injectors and window, pump, or both.</summary>
/// <param name="InjectorStaticGPerS">Static flow of one injector at rail pressure, on the base blend, g/s.</param>
/// <param name="Count">How many.</param>
/// <param name="WindowDeg">Injection window, degrees of crank.</param>
/// <param name="PumpDisplacementCcPerCamRev">Displacement of the pump a turn of the cam, cm3.</param>
/// <param name="PumpEfficiencyPct">Share of it that arrives in the rail, %.</param>
public sealed record HighSideRequest(
    HazyInput? InjectorStaticGPerS = null,
    int? Count = null,
    HazyInput? WindowDeg = null,
    HazyInput? PumpDisplacementCcPerCamRev = null,
    HazyInput? PumpEfficiencyPct = null);

/// <summary>A point of a pump's curve.</summary>
/// <param name="PressureKpa">Gauge pressure, kPa.</param>
/// <param name="FlowLph">Flow of one pump there, L/h.</param>
public sealed record CurvePointRequest(HazyInput? PressureKpa = null, HazyInput? FlowLph = null);

/// <summary>The pumps in the tank.</summary>
/// <param name="Curve">Flow of one over gauge pressure, pressures rising, straight between the points.</param>
/// <param name="Count">How many side by side. Default 1.</param>
/// <param name="GaugePressureKpa">Gauge pressure they work at, kPa; it must lie on the curve.</param>
/// <param name="MarginPct">What is kept back: the limit is what is available times (1 - m/100). Default 0.</param>
/// <param name="CurveV">Voltage the curve was taken at, V; left out together with pumpV, voltage is left out.</param>
/// <param name="PumpV">Voltage at the pump, V.</param>
public sealed record LowPressurePumpRequest(
    IReadOnlyList<CurvePointRequest>? Curve = null,
    int? Count = null,
    HazyInput? GaugePressureKpa = null,
    HazyInput? MarginPct = null,
    HazyInput? CurveV = null,
    HazyInput? PumpV = null);
