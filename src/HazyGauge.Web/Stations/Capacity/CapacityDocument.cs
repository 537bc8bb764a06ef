using HazyGauge.Core.Capacity;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Line;
using HazyGauge.Core.Vehicles;
using HazyGauge.Web.Haze;

namespace HazyGauge.Web.Stations.Capacity;

/// <summary>What is asked of the fuel system. What is left out is taken from the survey, or is a typical figure with its haze.</summary>
/// <param name="FullLoad">Full load.</param>
/// <param name="Changes">What is planned to be done to the fuel system.</param>
/// <param name="Drive">The drive that heats the fuel most.</param>
/// <param name="Results">What came of it. Computed on saving; what is sent is replaced.</param>
/// <param name="CoreVersion">Version of the rules it was computed with. Set on saving.</param>
public sealed record CapacityDocument(
    FullLoadAnswers? FullLoad = null,
    CapacityChange? Changes = null,
    HotDriveAnswers? Drive = null,
    CapacityResults? Results = null,
    string? CoreVersion = null);

/// <summary>Full load.</summary>
/// <param name="PowerKw">Power wanted, kW at the crank; left out, as surveyed.</param>
/// <param name="EthanolPct">Highest blend that must work, % by volume; left out, as surveyed.</param>
/// <param name="EngineRpm">Engine speed at that power, 1/min.</param>
/// <param name="BsfcGPerKwh">Specific consumption, g/kWh.</param>
/// <param name="BaseEthanolPct">Blend that consumption holds for, % by volume. Default 0.</param>
/// <param name="LambdaBase">Lambda that consumption holds for; left out, as surveyed.</param>
/// <param name="LambdaTarget">Lambda wanted; left out, the same.</param>
/// <param name="FuelTempC">Fuel temperature, C.</param>
/// <param name="SupplyV">Battery voltage with the engine running, V.</param>
/// <param name="PumpV">Voltage at the pump, V; left out, that of the battery.</param>
/// <param name="DutyLimitPct">Duty the injectors may be used to, %. Default 85.</param>
/// <param name="MarginPct">What is kept back of the pump's flow, %. Default 10.</param>
/// <param name="DirectInjectorGPerS">Static flow of one injector of the cylinders, at rail pressure and on the base blend, g/s.</param>
/// <param name="PumpEfficiencyPct">Share of the high-pressure pump's displacement that arrives, %.</param>
/// <param name="PortSharePct">Share of the fuel that goes into the ports where there are both, %.</param>
public sealed record FullLoadAnswers(
    HazyInput? PowerKw = null,
    HazyInput? EthanolPct = null,
    HazyInput? EngineRpm = null,
    HazyInput? BsfcGPerKwh = null,
    HazyInput? BaseEthanolPct = null,
    HazyInput? LambdaBase = null,
    HazyInput? LambdaTarget = null,
    HazyInput? FuelTempC = null,
    HazyInput? SupplyV = null,
    HazyInput? PumpV = null,
    HazyInput? DutyLimitPct = null,
    HazyInput? MarginPct = null,
    HazyInput? DirectInjectorGPerS = null,
    HazyInput? PumpEfficiencyPct = null,
    HazyInput? PortSharePct = null)
{
    /// <summary>The numbers on a ledger.</summary>
    internal FullLoad Read(HazeReader haze) => new(
        haze.Optional(PowerKw, "powerKw"),
        haze.Optional(EthanolPct, "ethanolPct"),
        haze.Optional(EngineRpm, "engineRpm"),
        haze.Optional(BsfcGPerKwh, "bsfcGPerKwh"),
        haze.Optional(BaseEthanolPct, "baseEthanolPct"),
        haze.Optional(LambdaBase, "lambdaBase"),
        haze.Optional(LambdaTarget, "lambdaTarget"),
        haze.Optional(FuelTempC, "fuelTempC"),
        haze.Optional(SupplyV, "supplyV"),
        haze.Optional(PumpV, "pumpV"),
        haze.Optional(DutyLimitPct, "dutyLimitPct"),
        haze.Optional(MarginPct, "marginPct"),
        haze.Optional(DirectInjectorGPerS, "directInjectorGPerS"),
        haze.Optional(PumpEfficiencyPct, "pumpEfficiencyPct"),
        haze.Optional(PortSharePct, "portSharePct"));
}

/// <summary>The drive that heats the fuel most.</summary>
/// <param name="AmbientC">Temperature around the tank, C.</param>
/// <param name="StartC">Temperature of the fuel at the start, C; left out, that around the tank.</param>
/// <param name="FuelLitres">Fuel in the tank, L; left out, a quarter of the tank.</param>
/// <param name="PumpElectricalW">Electrical power of all pumps, W.</param>
/// <param name="HeatIntoFuelPct">Share of it that ends as heat in the tank, %.</param>
/// <param name="LossWPerK">Heat the tank loses, W for every K above ambient.</param>
/// <param name="Minutes">How long it lasts, min. Default 60.</param>
/// <param name="AltitudeM">Highest place of it above the sea, m.</param>
/// <param name="GasolineVapourPressureKpa">True vapour pressure of the gasoline in the blend at 37.8 C, kPa.</param>
/// <param name="InletSuctionKpa">Suction at the pump's inlet, kPa.</param>
/// <param name="ReturnRiseK">By how much the engine bay heats what comes back, K.</param>
public sealed record HotDriveAnswers(
    HazyInput? AmbientC = null,
    HazyInput? StartC = null,
    HazyInput? FuelLitres = null,
    HazyInput? PumpElectricalW = null,
    HazyInput? HeatIntoFuelPct = null,
    HazyInput? LossWPerK = null,
    HazyInput? Minutes = null,
    HazyInput? AltitudeM = null,
    HazyInput? GasolineVapourPressureKpa = null,
    HazyInput? InletSuctionKpa = null,
    HazyInput? ReturnRiseK = null)
{
    /// <summary>The numbers on a ledger.</summary>
    internal HotDrive Read(HazeReader haze) => new(
        haze.Optional(AmbientC, "drive.ambientC"),
        haze.Optional(StartC, "drive.startC"),
        haze.Optional(FuelLitres, "drive.fuelLitres"),
        haze.Optional(PumpElectricalW, "drive.pumpElectricalW"),
        haze.Optional(HeatIntoFuelPct, "drive.heatIntoFuelPct"),
        haze.Optional(LossWPerK, "drive.lossWPerK"),
        haze.Optional(Minutes, "drive.minutes"),
        haze.Optional(AltitudeM, "drive.altitudeM"),
        haze.Optional(GasolineVapourPressureKpa, "drive.gasolineVapourPressureKpa"),
        haze.Optional(InletSuctionKpa, "drive.inletSuctionKpa"),
        haze.Optional(ReturnRiseK, "drive.returnRiseK"));
}

/// <summary>A figure that had to be assumed.</summary>
/// <param name="Field">The answer it stands for: a path into the survey, or a name in this document.</param>
/// <param name="Label">What it is.</param>
/// <param name="Used">What is reckoned with.</param>
public sealed record AssumedFigure(string Field, string Label, Assumption Used);

/// <summary>The hottest drive in a few numbers.</summary>
/// <param name="Timeline">Temperature of the fuel, every few minutes.</param>
/// <param name="FinalC">At the end.</param>
/// <param name="SteadyC">Where it would settle; null without losses.</param>
/// <param name="AtInlet">How far from boiling at the pump's inlet, at the end.</param>
/// <param name="InReturn">The same in the return; null where there is none.</param>
/// <param name="AirKpa">Pressure of the air at its highest place.</param>
public sealed record HotDriveSummary(
    IReadOnlyList<HeatingPointAnswer> Timeline, HazyNumber FinalC, HazyNumber? SteadyC, BoilingMarginAnswer AtInlet, BoilingMarginAnswer? InReturn, HazyNumber AirKpa)
{
    private const int Points = 12;

    /// <summary>The summary of a drive of Core.</summary>
    public static HotDriveSummary From(HotDriveResult drive)
    {
        var whole = drive.Heating.Timeline;
        var step = Math.Max(1, whole.Count / Points);
        return new HotDriveSummary(
            [.. whole.Where((_, i) => i % step == 0 || i == whole.Count - 1).Select(p => new HeatingPointAnswer(p.Minute, HazyNumber.From(p.FuelTempC)))],
            HazyNumber.From(drive.Heating.FinalC),
            HazyNumber.From(drive.Heating.SteadyC),
            BoilingMarginAnswer.From(drive.AtInlet),
            drive.InReturn is { } back ? BoilingMarginAnswer.From(back) : null,
            HazyNumber.From(drive.AirKpa));
    }
}

/// <summary>A failsafe on the low side's pressure.</summary>
/// <param name="TripKpa">Gauge pressure below which load is cut.</param>
/// <param name="DelayS">For how long it has to be below before that, s.</param>
/// <param name="RisesWithManifold">True where the trip has to rise with the manifold's pressure.</param>
/// <param name="Reasons">Why these.</param>
public sealed record FailsafeAnswer(HazyNumber TripKpa, double DelayS, bool RisesWithManifold, IReadOnlyList<string> Reasons);

/// <summary>What a saved plan came to.</summary>
/// <param name="PowerKw">Power it is reckoned for; null where none is known.</param>
/// <param name="EthanolPct">Blend it is reckoned for; null where no power is known.</param>
/// <param name="AtPoint">What the planned system carries there; null where no power is known.</param>
/// <param name="Drive">The hottest drive.</param>
/// <param name="Failsafe">A failsafe on the low side's pressure.</param>
/// <param name="Assumed">The figures that had to be assumed.</param>
/// <param name="Findings">What to mind, the gravest first.</param>
/// <param name="State">State of the station.</param>
/// <param name="NextAction">What to do next.</param>
public sealed record CapacityResults(
    HazyNumber? PowerKw,
    HazyNumber? EthanolPct,
    CapacityAnswer? AtPoint,
    HotDriveSummary Drive,
    FailsafeAnswer? Failsafe,
    IReadOnlyList<AssumedFigure> Assumed,
    IReadOnlyList<Finding> Findings,
    StationState State,
    NextAction NextAction);
