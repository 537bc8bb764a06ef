using System.Diagnostics.CodeAnalysis;
using System.Text.Json.Serialization;
using HazyGauge.Core.Fields;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Vehicles;

/// <summary>
/// What is true of a vehicle, as far as somebody found out: whichever station asks, it stands here. Whatever is null was not found out; what is
/// known is hazy where it was estimated. Pressures are gauge pressures.
/// </summary>
public sealed record VehicleSurvey
{
    /// <summary>A vehicle nobody has looked at.</summary>
    public static readonly VehicleSurvey Empty = new();

    /// <summary>A vehicle nobody has looked at.</summary>
    [JsonConstructor]
    public VehicleSurvey() { }

    /// <summary>A vehicle as found.</summary>
    public VehicleSurvey(Engine engine, FuelSystemSurvey fuelSystem, FuelPump pump, PortInjectors injectors, DirectInjection directInjection, EngineControl control, Goals goals) =>
        (Engine, FuelSystem, Pump, Injectors, DirectInjection, Control, Goals) = (engine, fuelSystem, pump, injectors, directInjection, control, goals);

    /// <summary>What the papers say.</summary>
    [AllowNull]
    public VehicleFacts Vehicle
    {
        get;
        init => field = value ?? new();
    } = new();

    /// <summary>The engine.</summary>
    [AllowNull]
    public Engine Engine
    {
        get;
        init => field = value ?? new();
    } = new();

    /// <summary>Lines and pressures.</summary>
    [AllowNull]
    public FuelSystemSurvey FuelSystem
    {
        get;
        init => field = value ?? new();
    } = new();

    /// <summary>The pump or pumps in the tank.</summary>
    [AllowNull]
    public FuelPump Pump
    {
        get;
        init => field = value ?? new();
    } = new();

    /// <summary>The injectors in the ports; on direct injection alone there are none.</summary>
    [AllowNull]
    public PortInjectors Injectors
    {
        get;
        init => field = value ?? new();
    } = new();

    /// <summary>The high-pressure side of direct injection.</summary>
    [AllowNull]
    public DirectInjection DirectInjection
    {
        get;
        init => field = value ?? new();
    } = new();

    /// <summary>What controls the engine, and how the signal is to reach it.</summary>
    [AllowNull]
    public EngineControl Control
    {
        get;
        init => field = value ?? new();
    } = new();

    /// <summary>What the owner wants, and what fuel there is.</summary>
    [AllowNull]
    public Goals Goals
    {
        get;
        init => field = value ?? new();
    } = new();

    /// <summary>How the vehicle came in.</summary>
    [AllowNull]
    public Arrival Arrival
    {
        get;
        init => field = value ?? new();
    } = new();

    /// <summary>The sensor itself.</summary>
    [AllowNull]
    public SensorPart Sensor
    {
        get;
        init => field = value ?? new();
    } = new();

    /// <summary>The work itself: hours, what came off, what stayed on.</summary>
    [AllowNull]
    public WorkNotes Work
    {
        get;
        init => field = value ?? new();
    } = new();

    /// <summary>Everything that takes the sensor's signal.</summary>
    public IReadOnlyList<SensorUser>? Users { get; init; }

    /// <summary>The controllers on the vehicle.</summary>
    public IReadOnlyList<ControllerOnBoard>? Controllers { get; init; }

    /// <summary>Settings of them, as found, as set and as read back.</summary>
    public IReadOnlyList<ControllerSetting>? Settings { get; init; }

    /// <summary>Instruments at hand on this job; null where it is those of the shop.</summary>
    public IReadOnlyList<Instrument>? Instruments { get; init; }

    /// <summary>Answers nobody knows yet, as paths like pump.flowLph; a typical figure stands in.</summary>
    [MostItems(300)]
    public IReadOnlyList<string>? Unknowns { get; init; }

    /// <summary>Photos of plates and joints, by the answer they belong to.</summary>
    [MostItems(60)]
    public IReadOnlyList<SurveyPhoto>? Photos { get; init; }

    /// <summary>Whatever else was seen.</summary>
    public string? Notes { get; init; }

    /// <summary>True where the blend of the fuel map is only known from a label or a name: nothing is proven on it.</summary>
    [JsonIgnore]
    internal bool HasTypicalMapBlend { get; init; }
}

/// <summary>A photo on the job that belongs to an answer.</summary>
/// <param name="Field">The answer, as a path.</param>
/// <param name="Sha256">The file on the job.</param>
public sealed record SurveyPhoto(string Field, string Sha256);

/// <summary>How the engine breathes.</summary>
public enum Aspiration
{
    /// <summary>Naturally aspirated.</summary>
    Natural,

    /// <summary>By turbocharger or supercharger.</summary>
    Boosted,
}

/// <summary>The engine.</summary>
/// <param name="Cylinders">Cylinders, 1 to 16.</param>
/// <param name="DisplacementCc">Displacement, cm3.</param>
/// <param name="Aspiration">How it breathes.</param>
/// <param name="BoostKpa">Manifold pressure above ambient at full load, kPa.</param>
/// <param name="RedlineRpm">Highest engine speed, 1/min.</param>
/// <param name="PowerKw">Power now, kW at the crank.</param>
/// <param name="WantedPowerKw">Power wanted, kW at the crank.</param>
/// <param name="FullLoadLambda">Lambda measured at full load.</param>
/// <param name="FullPowerRpm">Engine speed at full power, 1/min.</param>
/// <param name="BsfcGPerKwh">Specific consumption at full load, g/kWh.</param>
/// <param name="BsfcEthanolPct">Blend that consumption holds for, % by volume.</param>
/// <param name="SupplyV">Battery voltage with the engine running, V.</param>
/// <param name="AuxiliaryInjection">True where another fuel is injected beside: methanol, water, nitrous oxide.</param>
public sealed record Engine(
    int? Cylinders = null,
    Hazy? DisplacementCc = null,
    Aspiration? Aspiration = null,
    Hazy? BoostKpa = null,
    Hazy? RedlineRpm = null,
    Hazy? PowerKw = null,
    Hazy? WantedPowerKw = null,
    Hazy? FullLoadLambda = null,
    Hazy? FullPowerRpm = null,
    Hazy? BsfcGPerKwh = null,
    Hazy? BsfcEthanolPct = null,
    Hazy? SupplyV = null,
    bool? AuxiliaryInjection = null
);

/// <summary>How the fuel reaches the rail.</summary>
public enum FuelLine
{
    /// <summary>What the engine does not take flows back to the tank.</summary>
    Return,

    /// <summary>One line only; pressure is kept in the tank.</summary>
    Returnless,

    /// <summary>One line only; a controller drives the pump so that pressure holds.</summary>
    ControlledReturnless,
}

/// <summary>What kind of fuel system it is.</summary>
public enum FuelSystemKind
{
    /// <summary>Injectors in the ports, one for every cylinder or more.</summary>
    Port,

    /// <summary>One or two injectors before the throttle for all cylinders.</summary>
    SinglePoint,

    /// <summary>Injectors in the cylinders.</summary>
    Direct,

    /// <summary>Injectors in ports and cylinders.</summary>
    Both,

    /// <summary>A carburettor.</summary>
    Carburettor,

    /// <summary>Injection metered by a mechanism.</summary>
    Mechanical,

    /// <summary>A diesel.</summary>
    Diesel,

    /// <summary>Gas.</summary>
    Gas,

    /// <summary>A two-stroke engine with oil in its fuel.</summary>
    TwoStrokeOil,
}

/// <summary>How the air around the tank moves.</summary>
public enum TankAir
{
    /// <summary>Hardly: crawling, working in one place.</summary>
    Still,

    /// <summary>As fast as the vehicle on a road.</summary>
    Moving,
}

/// <summary>Whether a part is rated for ethanol.</summary>
public enum MaterialRating
{
    /// <summary>Its maker rates it for high blends.</summary>
    Rated,

    /// <summary>It is known not to be.</summary>
    NotRated,

    /// <summary>Nobody knows.</summary>
    Unknown,
}

/// <summary>Which parts that touch fuel are rated for ethanol.</summary>
/// <param name="Hoses">Hoses and lines.</param>
/// <param name="Tank">The tank and its lining.</param>
/// <param name="Sender">The level sender.</param>
/// <param name="Pump">The fuel pump.</param>
/// <param name="Seals">O-rings and gaskets, those of injectors and filler among them.</param>
/// <param name="Regulator">The pressure regulator with its membrane.</param>
public sealed record FuelMaterials(
    MaterialRating? Hoses = null,
    MaterialRating? Tank = null,
    MaterialRating? Sender = null,
    MaterialRating? Pump = null,
    MaterialRating? Seals = null,
    MaterialRating? Regulator = null
);

/// <summary>What the papers say of the vehicle.</summary>
/// <param name="Year">Year it was built.</param>
public sealed record VehicleFacts(int? Year = null);

/// <summary>A line a sensor may go into.</summary>
public enum LineName
{
    /// <summary>From the tank to the engine.</summary>
    Feed,

    /// <summary>From the engine back to the tank.</summary>
    Return,
}

/// <summary>Which half of a joint an end is.</summary>
public enum EndGender
{
    /// <summary>The male end.</summary>
    Male,

    /// <summary>The female end.</summary>
    Female,
}

/// <summary>A joint a sensor could go into.</summary>
/// <param name="Line">In which line; null where it was not said.</param>
/// <param name="AngleDeg">Angle of its end, degrees.</param>
/// <param name="Place">Where it is.</param>
/// <param name="Size">Tube or dash size as written on it or measured.</param>
/// <param name="Gender">Which half the stock line ends in.</param>
/// <param name="Retainer">How it is held: ring, tab, slide lock, thread.</param>
/// <param name="Id">Its id.</param>
public sealed record Joint(
    LineName? Line = null,
    double? AngleDeg = null,
    string? Place = null,
    string? Size = null,
    EndGender? Gender = null,
    string? Retainer = null,
    string? Id = null
);

/// <summary>Lines and pressures.</summary>
/// <param name="Line">How the fuel reaches the rail.</param>
/// <param name="Kind">What kind of fuel system it is.</param>
/// <param name="BasePressureKpa">Pressure of the low side at idle with the manifold at ambient, kPa above ambient.</param>
/// <param name="FollowsManifold">True where the pressure rises with the manifold's.</param>
/// <param name="TankLitres">Tank volume, L.</param>
/// <param name="Joints">Joints a sensor could go into.</param>
/// <param name="Filter">Where the filter is, and of what kind.</param>
/// <param name="PressureSensors">Fuel pressure sensors there are, and what they see.</param>
/// <param name="BlindSpots">What could not be inspected.</param>
/// <param name="PortSharePct">Share of the fuel that goes into the ports where there are both, %.</param>
/// <param name="HeatIntoFuelPct">Share of the pump's heat that ends in the tank, %.</param>
/// <param name="TankLossWPerK">Heat the tank loses, W for every K above ambient.</param>
/// <param name="ReturnRiseK">By how much the engine bay heats what comes back, K.</param>
/// <param name="BayHeatW">The heat of it, W; where it is given, it counts.</param>
/// <param name="Materials">Which parts are rated for ethanol.</param>
/// <param name="TankAir">How the air around the tank moves on the drive that heats the fuel most.</param>
/// <param name="SecondHalf">True where a jet pump draws fuel over from a second half of the tank.</param>
/// <param name="FeedLengthMm">Length of the feed from the tank to the rail, or to the high-pressure pump, mm.</param>
/// <param name="FeedBoreMm">Inner diameter of the feed, mm.</param>
/// <param name="ReturnLengthMm">Length of the return, mm.</param>
/// <param name="ReturnBoreMm">Inner diameter of the return, mm.</param>
/// <param name="FilterCc">What the filter holds, cm3.</param>
/// <param name="IdleFuelLph">Fuel used at idle, L/h, on the fuel in use now.</param>
/// <param name="CruiseFuelLph">Fuel used at a steady cruise, L/h, on the fuel in use now.</param>
public sealed record FuelSystemSurvey(
    FuelLine? Line = null,
    FuelSystemKind? Kind = null,
    Hazy? BasePressureKpa = null,
    bool? FollowsManifold = null,
    Hazy? TankLitres = null,
    IReadOnlyList<Joint>? Joints = null,
    string? Filter = null,
    string? PressureSensors = null,
    string? BlindSpots = null,
    Hazy? PortSharePct = null,
    Hazy? HeatIntoFuelPct = null,
    Hazy? TankLossWPerK = null,
    Hazy? ReturnRiseK = null,
    Hazy? BayHeatW = null,
    FuelMaterials? Materials = null,
    bool? SecondHalf = null,
    TankAir? TankAir = null,
    Hazy? FeedLengthMm = null,
    Hazy? FeedBoreMm = null,
    Hazy? ReturnLengthMm = null,
    Hazy? ReturnBoreMm = null,
    Hazy? FilterCc = null,
    Hazy? IdleFuelLph = null,
    Hazy? CruiseFuelLph = null
)
{
    /// <summary>True where some fuel goes straight into the cylinders.</summary>
    [JsonIgnore]
    public bool IsDirect => Kind is FuelSystemKind.Direct or FuelSystemKind.Both;

    /// <summary>True where no controller meters liquid gasoline that could be told its blend.</summary>
    [JsonIgnore]
    public bool IsNotServed => Kind is FuelSystemKind.Carburettor or FuelSystemKind.Mechanical or FuelSystemKind.Diesel or FuelSystemKind.Gas or FuelSystemKind.TwoStrokeOil;
}

/// <summary>The fuel pump or pumps.</summary>
/// <param name="Count">Pumps side by side.</param>
/// <param name="FlowLph">Flow of one pump at the pressure it works against, L/h; where there is a curve, the curve counts.</param>
/// <param name="Curve">Flow of one pump over pressure, pressures rising.</param>
/// <param name="CurveV">Voltage the curve was taken at, V.</param>
/// <param name="PumpV">Voltage at the pump with the engine at full load, V.</param>
/// <param name="ElectricalW">Electrical power of all pumps, W.</param>
/// <param name="InletSuctionKpa">Suction at the inlet, kPa.</param>
/// <param name="DriverLimitA">Current its driver carries, A.</param>
public sealed record FuelPump(
    int? Count = null,
    Hazy? FlowLph = null,
    [MostItems(PumpCurveRules.MostPoints)] IReadOnlyList<PumpPoint<Hazy>>? Curve = null,
    Hazy? CurveV = null,
    Hazy? PumpV = null,
    Hazy? ElectricalW = null,
    Hazy? InletSuctionKpa = null,
    Hazy? DriverLimitA = null
);

/// <summary>Dead time at a battery voltage.</summary>
/// <param name="BatteryV">Battery voltage, V.</param>
/// <param name="DeadTimeMs">Dead time, ms.</param>
public sealed record DeadTimePoint(double BatteryV, double DeadTimeMs);

/// <summary>The injectors in the ports.</summary>
/// <param name="Count">How many.</param>
/// <param name="RatedFlowCcMin">Rated static flow of one, cm3/min.</param>
/// <param name="RatedPressureKpa">Pressure drop it is rated at, kPa.</param>
/// <param name="TestFluidDensityKgM3">Density of the fluid it is rated with, kg/m3.</param>
/// <param name="DeadTimes">Dead time over battery voltage, voltages rising.</param>
/// <param name="ImpedanceOhm">Resistance of the coil, Ohm.</param>
/// <param name="DeadTimeMsPer100Kpa">By how much the dead time grows with every 100 kPa over the rated pressure, ms.</param>
/// <param name="OpeningsPerCycle">How often each opens in two turns of the crank: once where each waits for its cylinder, twice in batches, once a cylinder it feeds on
/// single-point injection.</param>
public sealed record PortInjectors(
    int? Count = null,
    Hazy? RatedFlowCcMin = null,
    Hazy? RatedPressureKpa = null,
    Hazy? TestFluidDensityKgM3 = null,
    [MostItems(40)] IReadOnlyList<DeadTimePoint>? DeadTimes = null,
    Hazy? ImpedanceOhm = null,
    Hazy? DeadTimeMsPer100Kpa = null,
    int? OpeningsPerCycle = null
);

/// <summary>The high-pressure side of direct injection.</summary>
/// <param name="PumpDisplacementCcPerCamRev">Displacement of the high-pressure pump per turn of the cam, cm3, all lobes together.</param>
/// <param name="WindowDeg">Injection window at full load, degrees of crank.</param>
/// <param name="InjectorStaticGPerS">Static flow of one injector at rail pressure, on the blend its consumption holds for, g/s.</param>
/// <param name="PumpEfficiencyPct">Share of the high-pressure pump's displacement that arrives, %.</param>
public sealed record DirectInjection(Hazy? PumpDisplacementCcPerCamRev = null, Hazy? WindowDeg = null, Hazy? InjectorStaticGPerS = null, Hazy? PumpEfficiencyPct = null)
{
    /// <summary>True where nothing was found out.</summary>
    [JsonIgnore]
    public bool IsEmpty => this == new DirectInjection();
}

/// <summary>How the sensor's signal reaches what controls the engine.</summary>
public enum SignalPath
{
    /// <summary>The frequency itself, on a digital input of the controller.</summary>
    DirectFrequency,

    /// <summary>Turned into a voltage by an analyser box, on an analog input.</summary>
    AnalyserVoltage,

    /// <summary>Turned into bus messages by a box.</summary>
    Gateway,

    /// <summary>Into a box between controller and injectors that lengthens each pulse.</summary>
    InjectorExtender,

    /// <summary>Onto a display only; nothing is controlled.</summary>
    DisplayOnly,
}

/// <summary>What controls the engine, and how the signal is to reach it.</summary>
/// <param name="SignalPath">How the signal reaches it.</param>
/// <param name="RevisionListed">True where whoever makes the tune or the box lists this hardware and firmware revision.</param>
/// <param name="PlugPresent">True where the plug or pin the kit needs is on this version of the vehicle.</param>
/// <param name="FreeInput">True where an input that can take the signal is free.</param>
/// <param name="Displaces">What gives way to the signal where no input is free.</param>
/// <param name="FuelMapEthanolPct">Blend the fuel map was made on, % by volume.</param>
/// <param name="SparkMapEthanolPct">Blend the spark map was made on, % by volume.</param>
/// <param name="HasFailsafe">True where the controller offers a failsafe for a lost signal.</param>
/// <param name="Failsafes">Which.</param>
/// <param name="MapsMadeBy">Who made the maps, and when.</param>
/// <param name="HardwareRevision">Hardware revision as written on the controller.</param>
/// <param name="FirmwareRevision">Firmware revision as read out.</param>
/// <param name="InputLimitV">Highest voltage the input for the signal bears, V.</param>
/// <param name="StandAlone">True for a freely programmable controller, which needs nobody's list.</param>
/// <param name="FuelMapKnown">How the blend of the fuel map is known.</param>
/// <param name="ConverterAt0V">Volts a signal converter gives at E0, V.</param>
/// <param name="ConverterAt100V">Volts it gives at E100, V.</param>
/// <param name="CorrectionAbove">What becomes of the correction above an engine speed; null where nobody looked.</param>
public sealed record EngineControl(
    SignalPath? SignalPath = null,
    bool? RevisionListed = null,
    bool? PlugPresent = null,
    bool? FreeInput = null,
    string? Displaces = null,
    Hazy? FuelMapEthanolPct = null,
    Hazy? SparkMapEthanolPct = null,
    bool? HasFailsafe = null,
    string? Failsafes = null,
    string? MapsMadeBy = null,
    string? HardwareRevision = null,
    string? FirmwareRevision = null,
    Hazy? InputLimitV = null,
    bool? StandAlone = null,
    MapFuelKnown? FuelMapKnown = null,
    Hazy? ConverterAt0V = null,
    Hazy? ConverterAt100V = null,
    CorrectionAbove? CorrectionAbove = null
);

/// <summary>What becomes of the correction above an engine speed.</summary>
public enum CorrectionAboveKind
{
    /// <summary>Nothing: it goes on.</summary>
    None,

    /// <summary>The last reading is held.</summary>
    Hold,

    /// <summary>It is switched off: the map runs as it was made.</summary>
    Off,
}

/// <summary>A setting that holds the correction, or switches it off, above an engine speed.</summary>
/// <param name="Kind">What becomes of it.</param>
/// <param name="Rpm">Above which speed, 1/min.</param>
public sealed record CorrectionAbove(CorrectionAboveKind? Kind = null, double? Rpm = null);

/// <summary>What the owner wants, and what fuel there is.</summary>
/// <param name="HighestEthanolPct">Highest blend that must work, % by volume.</param>
/// <param name="LocalEthanolPct">What the local pump delivers as high blend, % by volume.</param>
/// <param name="RoadUse">True where the vehicle is used on public roads.</param>
/// <param name="LocalFuel">Where and when it is sold.</param>
/// <param name="ColdestStartC">Coldest it is started at, C.</param>
/// <param name="WinterReidKpa">Reid pressure of the gasoline in winter, kPa.</param>
/// <param name="SummerClass">Class of what the pump sells in summer.</param>
/// <param name="WinterClass">Class of what the pump sells in winter.</param>
/// <param name="PlainGasoline">How much ethanol plain gasoline holds where the vehicle lives.</param>
/// <param name="Wishes">What the owner wishes, in his words.</param>
/// <param name="LowestEthanolPct">Lowest blend that is ever tanked, % by volume.</param>
public sealed record Goals(
    Hazy? HighestEthanolPct = null,
    Hazy? LocalEthanolPct = null,
    bool? RoadUse = null,
    string? LocalFuel = null,
    Hazy? ColdestStartC = null,
    Hazy? WinterReidKpa = null,
    VolatilityClass? SummerClass = null,
    VolatilityClass? WinterClass = null,
    PlainGasoline? PlainGasoline = null,
    IReadOnlyList<Wish>? Wishes = null,
    Hazy? LowestEthanolPct = null
);
