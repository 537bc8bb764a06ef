using HazyGauge.Core.Capacity;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Line;
using HazyGauge.Core.Vehicles;
using HazyGauge.Web.Haze;

namespace HazyGauge.Web.Stations.Survey;

/// <summary>What was found on the vehicle. Everything may be left out; what the mechanic looked for and does not know stands in <c>unknowns</c>.</summary>
/// <param name="Engine">The engine.</param>
/// <param name="FuelSystem">Lines and pressures.</param>
/// <param name="Pump">The pump or pumps in the tank.</param>
/// <param name="Injectors">The injectors in the ports.</param>
/// <param name="DirectInjection">The high-pressure side of direct injection.</param>
/// <param name="Control">What controls the engine, and how the signal is to reach it.</param>
/// <param name="Goals">What the owner wants, and what fuel there is.</param>
/// <param name="Unknowns">Answers nobody knows yet, as paths like pump.flowLph; a typical figure is reckoned with.</param>
/// <param name="Photos">Photos of plates and joints, by the answer they belong to.</param>
/// <param name="Notes">Whatever else was seen, up to 2000 characters.</param>
/// <param name="Results">What came of it. Computed on saving; what is sent is replaced.</param>
/// <param name="CoreVersion">Version of the rules it was computed with. Set on saving.</param>
public sealed record SurveyDocument(
    EngineAnswers? Engine = null,
    FuelSystemAnswers? FuelSystem = null,
    PumpAnswers? Pump = null,
    InjectorAnswers? Injectors = null,
    DirectInjectionAnswers? DirectInjection = null,
    ControlAnswers? Control = null,
    GoalAnswers? Goals = null,
    IReadOnlyList<string>? Unknowns = null,
    IReadOnlyList<SurveyPhoto>? Photos = null,
    string? Notes = null,
    SurveyResults? Results = null,
    string? CoreVersion = null);

/// <summary>The engine.</summary>
/// <param name="Cylinders">Cylinders, 1 to 16.</param>
/// <param name="DisplacementCc">Displacement, cm3.</param>
/// <param name="Aspiration">How it breathes.</param>
/// <param name="BoostKpa">Manifold pressure above ambient at full load, kPa.</param>
/// <param name="RedlineRpm">Highest engine speed, 1/min.</param>
/// <param name="PowerKw">Power now, kW at the crank.</param>
/// <param name="WantedPowerKw">Power wanted, kW at the crank.</param>
/// <param name="FullLoadLambda">Lambda measured at full load.</param>
public sealed record EngineAnswers(
    int? Cylinders = null,
    HazyInput? DisplacementCc = null,
    Aspiration? Aspiration = null,
    HazyInput? BoostKpa = null,
    HazyInput? RedlineRpm = null,
    HazyInput? PowerKw = null,
    HazyInput? WantedPowerKw = null,
    HazyInput? FullLoadLambda = null);

/// <summary>Lines and pressures.</summary>
/// <param name="Line">How the fuel reaches the rail.</param>
/// <param name="Injection">Where it is injected.</param>
/// <param name="BasePressureKpa">Pressure of the low side at idle, manifold at ambient, kPa above ambient.</param>
/// <param name="FollowsManifold">True where the pressure rises with the manifold's.</param>
/// <param name="TankLitres">Tank volume, L.</param>
/// <param name="Joints">Joints a sensor could go into.</param>
/// <param name="Filter">Where the filter is, and of what kind.</param>
/// <param name="PressureSensors">Fuel pressure sensors there are, and what they see.</param>
/// <param name="BlindSpots">What nobody can see on this vehicle.</param>
public sealed record FuelSystemAnswers(
    FuelLine? Line = null,
    InjectionKind? Injection = null,
    HazyInput? BasePressureKpa = null,
    bool? FollowsManifold = null,
    HazyInput? TankLitres = null,
    IReadOnlyList<JointAnswers>? Joints = null,
    string? Filter = null,
    string? PressureSensors = null,
    string? BlindSpots = null);

/// <summary>Which half of a joint an end is.</summary>
public enum EndGender
{
    /// <summary>The spigot.</summary>
    Male,

    /// <summary>The socket.</summary>
    Female,
}

/// <summary>A joint a sensor could go into.</summary>
/// <param name="Place">Where it is.</param>
/// <param name="Line">In which line.</param>
/// <param name="Size">Tube or dash size as written on it or measured.</param>
/// <param name="Gender">Which half the stock line ends in.</param>
/// <param name="AngleDeg">Angle of the end, degrees.</param>
/// <param name="Retainer">How it is held: ring, tab, slide lock, thread.</param>
public sealed record JointAnswers(string? Place = null, LineName? Line = null, string? Size = null, EndGender? Gender = null, double? AngleDeg = null, string? Retainer = null);

/// <summary>A point of a pump's curve.</summary>
/// <param name="PressureKpa">Gauge pressure, kPa.</param>
/// <param name="FlowLph">Flow of one pump there, L/h.</param>
public sealed record CurvePoint(double? PressureKpa = null, double? FlowLph = null);

/// <summary>Dead time at a battery voltage.</summary>
/// <param name="BatteryV">Battery voltage, V.</param>
/// <param name="DeadTimeMs">Dead time, ms.</param>
public sealed record DeadTimeAt(double? BatteryV = null, double? DeadTimeMs = null);

/// <summary>The pump or pumps in the tank.</summary>
/// <param name="Count">Pumps side by side.</param>
/// <param name="FlowLph">Flow of one at the pressure it works against, L/h; where there is a curve, the curve counts.</param>
/// <param name="Curve">Flow of one over pressure, pressures rising.</param>
/// <param name="CurveV">Voltage the curve was taken at, V.</param>
public sealed record PumpAnswers(int? Count = null, HazyInput? FlowLph = null, IReadOnlyList<CurvePoint>? Curve = null, HazyInput? CurveV = null);

/// <summary>The injectors in the ports.</summary>
/// <param name="Count">How many.</param>
/// <param name="RatedFlowCcMin">Rated static flow of one, cm3/min.</param>
/// <param name="RatedPressureKpa">Pressure drop it is rated at, kPa.</param>
/// <param name="TestFluidDensityKgM3">Density of the fluid it is rated with, kg/m3; left out, n-heptane.</param>
/// <param name="DeadTimes">Dead time over battery voltage, voltages rising.</param>
/// <param name="ImpedanceOhm">Resistance of the coil, Ohm.</param>
/// <param name="DeadTimeMsPer100Kpa">By how much the dead time grows with every 100 kPa over the rated pressure, ms.</param>
public sealed record InjectorAnswers(
    int? Count = null,
    HazyInput? RatedFlowCcMin = null,
    HazyInput? RatedPressureKpa = null,
    HazyInput? TestFluidDensityKgM3 = null,
    IReadOnlyList<DeadTimeAt>? DeadTimes = null,
    HazyInput? ImpedanceOhm = null,
    HazyInput? DeadTimeMsPer100Kpa = null);

/// <summary>The high-pressure side of direct injection.</summary>
/// <param name="PumpDisplacementCcPerCamRev">Displacement of the high-pressure pump per turn of the cam, cm3, all lobes together.</param>
/// <param name="PumpLobes">Lobes that drive it.</param>
/// <param name="RailPressureKpa">Rail pressure at full load, kPa.</param>
/// <param name="WindowDeg">Injection window at full load, degrees of crank.</param>
public sealed record DirectInjectionAnswers(HazyInput? PumpDisplacementCcPerCamRev = null, int? PumpLobes = null, HazyInput? RailPressureKpa = null, HazyInput? WindowDeg = null);

/// <summary>How the engine is coupled to the wheels.</summary>
public enum Gearbox
{
    /// <summary>Shifted by hand.</summary>
    Manual,

    /// <summary>Shifts by itself.</summary>
    Automatic,
}

/// <summary>What controls the engine, and how the signal is to reach it.</summary>
/// <param name="SignalPath">How the signal reaches it.</param>
/// <param name="Gearbox">Gearbox; versions differ in their plugs.</param>
/// <param name="HardwareRevision">Hardware revision as written on the controller.</param>
/// <param name="FirmwareRevision">Firmware revision as read out.</param>
/// <param name="RevisionListed">True where whoever makes the tune or the box lists this revision.</param>
/// <param name="PlugPresent">True where the plug or pin the kit needs is on this very vehicle.</param>
/// <param name="FreeInput">True where an input that can take the signal is free.</param>
/// <param name="Displaces">What gives way where none is free.</param>
/// <param name="FuelMapEthanolPct">Blend the fuel map was made on, % by volume.</param>
/// <param name="SparkMapEthanolPct">Blend the spark map was made on, % by volume.</param>
/// <param name="MapsMadeBy">Who made the maps, and when.</param>
/// <param name="HasFailsafe">True where the controller offers a failsafe for a lost signal.</param>
/// <param name="Failsafes">Which.</param>
public sealed record ControlAnswers(
    SignalPath? SignalPath = null,
    Gearbox? Gearbox = null,
    string? HardwareRevision = null,
    string? FirmwareRevision = null,
    bool? RevisionListed = null,
    bool? PlugPresent = null,
    bool? FreeInput = null,
    string? Displaces = null,
    HazyInput? FuelMapEthanolPct = null,
    HazyInput? SparkMapEthanolPct = null,
    string? MapsMadeBy = null,
    bool? HasFailsafe = null,
    string? Failsafes = null);

/// <summary>What the owner wants, and what fuel there is.</summary>
/// <param name="HighestEthanolPct">Highest blend that must work, % by volume.</param>
/// <param name="LocalEthanolPct">What the local pump delivers as high blend, % by volume.</param>
/// <param name="LocalFuel">Where and when it is to be had.</param>
/// <param name="RoadUse">True where the vehicle is used on public roads.</param>
public sealed record GoalAnswers(HazyInput? HighestEthanolPct = null, HazyInput? LocalEthanolPct = null, string? LocalFuel = null, bool? RoadUse = null);

/// <summary>A photo on the job that belongs to an answer.</summary>
/// <param name="Field">The answer, as a path.</param>
/// <param name="Sha256">The file on the job.</param>
public sealed record SurveyPhoto(string Field, string Sha256);

/// <summary>How heavily a component would be used.</summary>
/// <param name="Component">The component.</param>
/// <param name="UsePct">Its use, % of its limit.</param>
/// <param name="Budget">Where the doubt comes from.</param>
public sealed record LoadAnswer(FuelComponent Component, HazyNumber UsePct, IReadOnlyList<BudgetLine> Budget);

/// <summary>What a survey comes to.</summary>
/// <param name="Eligible">Whether the vehicle can be converted the way it is meant to be.</param>
/// <param name="Findings">What it shows, the gravest first.</param>
/// <param name="ToMeasure">What is worth finding out, the most helpful first.</param>
/// <param name="NotAsked">Answers that do not concern this vehicle, as paths like engine.boostKpa.</param>
/// <param name="PowerKw">Power the loads are reckoned for; null where none is known.</param>
/// <param name="EthanolPct">Blend the loads are reckoned for.</param>
/// <param name="Loads">How heavily what carries the fuel would be used, the heaviest first.</param>
public sealed record SurveyAnswer(
    Eligibility Eligible,
    IReadOnlyList<SurveyFinding> Findings,
    IReadOnlyList<ToMeasure> ToMeasure,
    IReadOnlyList<string> NotAsked,
    HazyNumber? PowerKw,
    HazyNumber EthanolPct,
    IReadOnlyList<LoadAnswer> Loads)
{
    /// <summary>The answer for a verdict of Core.</summary>
    public static SurveyAnswer From(SurveyVerdict verdict) => new(
        verdict.Eligible,
        verdict.Findings,
        verdict.ToMeasure,
        verdict.NotAsked,
        HazyNumber.From(verdict.PowerKw),
        HazyNumber.From(verdict.EthanolPct),
        [.. verdict.Loads.Select(l => new LoadAnswer(l.Component, HazyNumber.From(l.UsePct), BudgetLine.From(HazeBudget.Of(l.UsePct))))]);
}

/// <summary>What a saved survey came to.</summary>
/// <param name="Verdict">The verdict.</param>
/// <param name="State">State of the station.</param>
/// <param name="NextAction">What to do next.</param>
public sealed record SurveyResults(SurveyAnswer Verdict, StationState State, NextAction NextAction);
