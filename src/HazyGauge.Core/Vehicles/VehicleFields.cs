using HazyGauge.Core.Fields;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Shop;

namespace HazyGauge.Core.Vehicles;

/// <summary>Everything that is asked about a vehicle, in the order one walks round it. Usual figures are from memory and common practice; none has a source.</summary>
public static class VehicleFields
{
    private const string MoreIsAWish = "So much more than now goes under Wishes.";
    private const string AtCapacity = "capacity";
    private const string AtSignal = "signal";
    private const string AtRoute = "route";
    private const double MostKpa = PumpCurveRules.MostKpa;
    private static readonly Sentence CapacityNeedsIt = "Capacity cannot be calculated without it.";

    private static readonly Scope Boosted = new("boosted engines", s => s.Engine.Aspiration == Aspiration.Boosted);
    private static readonly Scope Ports = new("injectors in the ports", s => s.FuelSystem is { Kind: not FuelSystemKind.Direct, IsNotServed: false });
    private static readonly Scope Served = new("every fuel system that can be told its blend", s => !s.FuelSystem.IsNotServed);

    // The low side of direct injection alone feeds a pump, not injectors at the manifold: no regulator there follows it.
    private static readonly Scope BoostedPorts = new("turbo or supercharged engines with injectors in the ports", s =>
        Boosted.Holds(s) && s.FuelSystem.Kind != FuelSystemKind.Direct
    );
    private static readonly Scope Referenced = new("injectors in the ports on a regulator that may have a hose to the manifold", s =>
        Ports.Holds(s) && (BoostedPorts.Holds(s) || s.FuelSystem.Line is FuelLine.Return or null)
    );
    private static readonly Scope Direct = new("direct injection", s => s.FuelSystem.IsDirect);
    private static readonly Scope BothSets = new("port and direct injection together", s => s.FuelSystem.Kind == FuelSystemKind.Both);
    private static readonly Scope WithCurve = new("a pump flow curve that was given", s => s.Pump.Curve is not null);
    private static readonly Scope Driven = new("a pump that a controller drives", s => s.FuelSystem.Line is FuelLine.ControlledReturnless or null);
    private static readonly Scope StartsCold = new("vehicles that start below 13 °C", s => s.Goals.ColdestStartC is { } coldest && coldest.Value < ColdStart.NeatEthanolStartsC);
    private static readonly Scope WithReturn = new("a return line", s => s.FuelSystem.Line is FuelLine.Return or null);
    private static readonly Scope Controlled = new("every signal path but a display alone", s => s.Control.SignalPath is not SignalPath.DisplayOnly);
    private static readonly Scope Listed = new("a controller that is not freely programmable", s => Controlled.Holds(s) && s.Control.StandAlone != true);
    private static readonly Scope TakesInput = new("a signal on an input of the controller", s => s.Control.SignalPath is SignalPath.DirectFrequency or SignalPath.AnalyserVoltage);
    private static readonly Scope Displacing = new("a controller without a free input", s => TakesInput.Holds(s) && s.Control.FreeInput == false);
    private static readonly Scope Converted = new("a signal converter", s => s.Control.SignalPath == SignalPath.AnalyserVoltage);
    private static readonly Scope WithoutUsers = new("a reading nobody is listed for yet", s => SensorUsers.PathOf(s) is null);
    private static readonly Scope OneMap = new("every fuel system that can be told its blend, where no engine controller says it", s =>
        Served.Holds(s) && EngineControllers.Bases(s.Controllers).Count == 0
    );
    private static readonly Scope NamedByOctane = new("a map known by an octane name", s => s.Control.FuelMapKnown == MapFuelKnown.OctaneName);
    private static readonly Scope LimitedAbove = new("a correction that is held or switched off at high speed", s =>
        Controlled.Holds(s) && s.Control.CorrectionAbove?.Kind is CorrectionAboveKind.Hold or CorrectionAboveKind.Off
    );
    private static readonly Scope WithFailsafe = new("a controller with a failsafe", s => Controlled.Holds(s) && s.Control.HasFailsafe == true);

    private static readonly Sentence TakenForGasoline = Sentence.Of(
        $"If this is wrong every other number is: a map made on E85 and taken for E10 runs at lambda {AfrRatio(85, 10):0.00} on E85; made on E10 and taken for E85, at "
            + $"lambda {AfrRatio(10, 85):0.00} on E10."
    );

    private const string AskSupplier = "Ask the supplier, or read the delivery note at the gas station.";
    private const string LogAnHour = "Log the fuel's temperature over an hour's drive.";

    private static bool Always(VehicleSurvey survey) => true;

    private static bool OnDisplayOnly(VehicleSurvey survey) => survey.Control.SignalPath == SignalPath.DisplayOnly;

    // What every pump may hold anyway needs no other parts.
    private static bool OnEthanol(VehicleSurvey survey) => (survey.Goals.HighestEthanolPct?.Value ?? 100) > PumpBlends.GasolinePct;

    /// <summary>All of them.</summary>
    public static readonly IReadOnlyList<VehicleField> All =
    [
        .. At(
            VehicleStops.Owner,
            [
                new("fuelSystem.kind", "Kind of fuel system")
                {
                    HowTo = "Follow the fuel line to its end: ports, throttle, cylinders, or a carburetor.",
                    Effect = "It decides whether the vehicle can run on any blend at all, which side may be opened, and what limits the fuel.",
                    Decides = Always,
                    Choices = VehicleChoices.Kinds,
                },
                new("vehicle.year", "Year built")
                {
                    Min = 1900,
                    Max = 2100,
                    HowTo = "Read it off the papers.",
                    Effect = "Fuel parts of old vehicles were made for no ethanol at all.",
                },
                new("engine.powerKw", "Power now")
                {
                    WithPlus = MoreIsAWish,
                    Unit = Unit.Kw,
                    Likely = (15, 1000),
                    Min = 1,
                    Max = 2000,
                    HowTo = "Read crank power off the papers, or add the driveline's loss to wheel power from a dynamometer.",
                    Effect = CapacityNeedsIt,
                },
                new("engine.wantedPowerKw", "Power wanted")
                {
                    WithPlus = MoreIsAWish,
                    Unit = Unit.Kw,
                    Likely = (15, 1000),
                    Min = 1,
                    Max = 2000,
                    HowTo = "Ask the owner.",
                    Effect = "Without it the fuel system is calculated for the power of today.",
                },
                new("goals.wishes", "Wishes")
                {
                    Items = VehicleItems.OfWishes,
                    ItemName = "Wish",
                    Hint = "As the owner says them: +60 hp, E85 in summer, keep 91 for winter.",
                },
                new("goals.highestEthanolPct", "Highest blend")
                {
                    Unit = Unit.EthanolPct,
                    Min = 0,
                    Max = 100,
                    Usual = new(85),
                    HowTo = "Ask the owner.",
                    Effect = "Everything that carries fuel is sized for it.",
                },
                new("goals.lowestEthanolPct", "Lowest blend ever tanked")
                {
                    Unit = Unit.EthanolPct,
                    Min = 0,
                    Max = 100,
                    LeftOut = "E0, or near the map's blend where that has to be held",
                    HowTo = "Ask the owner what goes in where no high blend is sold.",
                },
                new("goals.localEthanolPct", "Local high blend")
                {
                    Needs = Instrument.Hydrometer,
                    Unit = Unit.EthanolPct,
                    Min = 0,
                    Max = 100,
                    HowTo = "Draw a sample at the pump and test it with water; again in winter.",
                    Effect = "Pump E85 is anything from about E60 to E92.",
                    AsksTolerance = true,
                },
                new("goals.localFuel", "Where and when sold"),
                new("goals.coldestStartC", "Coldest start")
                {
                    Unit = Unit.Celsius,
                    Min = -40,
                    Max = 40,
                    HowTo = "Ask where it stands overnight in winter.",
                    Effect = "On high blends an engine may not start in the cold.",
                },
                new("goals.summerClass", "Class of the summer gasoline") { HowTo = AskSupplier, Choices = VolatilityClasses.Choices },
                new("goals.winterClass", "Class of the winter gasoline")
                {
                    HowTo = AskSupplier,
                    Scope = StartsCold,
                    Choices = VolatilityClasses.Choices,
                },
                new("goals.winterReidKpa", "Reid pressure of the winter gasoline")
                {
                    Unit = Unit.Kpa,
                    Likely = (45, 110),
                    Min = GasolineVapourPressure.LeastReidKpa,
                    Max = GasolineVapourPressure.MostReidKpa,
                    Usual = new(80, 12),
                    HowTo = "Ask the supplier, or test a sample.",
                    Scope = StartsCold,
                    Hint = "Of the gasoline alone. Where it is given, it counts before the class.",
                },
                new("goals.roadUse", "Used on public roads"),
            ]
        ),
        .. At(
            VehicleStops.Arrival,
            [
                new("arrival.running", "How it runs") { Choices = VehicleChoices.Runnings, Photo = true },
                new("arrival.faultCodesBefore", "Fault codes before any work") { Hint = "What was there before is not blamed on the job.", Photo = true },
                new("arrival.faultCodesAfter", "Fault codes after the work"),
                new("arrival.missing", "Clips, covers or bolts missing") { Photo = true },
                new("arrival.leaks", "Leaks, and where") { Photo = true },
                new("arrival.changedParts", "Parts taken out or added") { Photo = true },
                new("arrival.earlierWork", "Earlier work, and by whom"),
                new("instruments", "Instruments at hand")
                {
                    Choices = InstrumentWords.Choices,
                    LeftOut = "those of the shop",
                    Hint = "Only checks that can be made with them are offered.",
                },
            ]
        ),
        .. At(
            VehicleStops.Tank,
            [
                new("fuelSystem.tankLitres", "Tank volume")
                {
                    Unit = Unit.Litres,
                    Likely = (15, 200),
                    Min = 1,
                    Max = 500,
                    HowTo = "Read it off the papers.",
                    Effect = "What a fill makes of the tank cannot be calculated without it.",
                },
                new("fuelSystem.tankAir", "Air around the tank")
                {
                    HowTo = "Ask how the hottest drive goes: crawling or at road speed.",
                    Hint = "Moving air takes two or three times the heat that still air does.",
                    Choices = VehicleChoices.TankAirs,
                },
                new("fuelSystem.secondHalf", "Jet pump from a second tank half") { HowTo = "Look for a saddle tank with a transfer line inside." },
                new("pump.count", "Pumps in parallel")
                {
                    Min = 1,
                    Max = 6,
                    HowTo = "Look for a second pump in the tank or under the floor.",
                    Effect = CapacityNeedsIt,
                },
                new("pump.flowLph", "Pump flow")
                {
                    Unit = Unit.Lph,
                    Likely = (40, 700),
                    Min = 5,
                    Max = 2000,
                    HowTo =
                        "Find its curve, or measure: cold engine, ventilated, extinguisher ready, bonded closed container, thirty seconds; note pressure and volts at the pump.",
                    Effect = CapacityNeedsIt,
                    AnsweredBy = s => s.Pump.Curve is not null,
                    AsksTolerance = true,
                    Photo = true,
                },
                new("pump.curve", "Pump flow curve")
                {
                    Hint = "With a curve, the curve counts.",
                    Columns = [new("pressureKpa", "Pressure", Unit.Kpa), new("flowLph", "Flow", Unit.Lph)],
                },
                new(VehiclePaths.CurveV, "Voltage of the curve")
                {
                    Unit = Unit.Volt,
                    Min = 6,
                    Max = 24,
                    Usual = new(13.5, 0.5),
                    HowTo = "It stands beside the curve on the data sheet.",
                    LeftOfDoubt = 0,
                    Scope = WithCurve,
                },
                new("pump.driverLimitA", "Amperes the pump's driver carries")
                {
                    Min = 1,
                    Max = 60,
                    HowTo = "Read the fuse before it, or the driver's data.",
                    Scope = Driven,
                },
                new("fuelSystem.filter", "Fuel filter"),
                new("fuelSystem.materials.tank", "Ethanol rating of the tank")
                {
                    HowTo = "Look at its lining, and ask its maker.",
                    Effect = "A lining that is not rated comes off in flakes.",
                    Scope = Served,
                    Choices = VehicleChoices.Ratings,
                },
                new("fuelSystem.materials.sender", "Ethanol rating of the level sender")
                {
                    HowTo = "Ask its maker, or look for bare copper on the track.",
                    Effect = "A bare track reads wrong, then not at all.",
                    Scope = Served,
                    Choices = VehicleChoices.Ratings,
                },
                new("fuelSystem.materials.pump", "Ethanol rating of the pump")
                {
                    HowTo = "Read its number and look it up.",
                    Effect = "A pump that is not rated wears out or seizes.",
                    Scope = Served,
                    Choices = VehicleChoices.Ratings,
                },
            ]
        ),
        .. At(
            VehicleStops.Lines,
            [
                new("fuelSystem.line", "Return line")
                {
                    HowTo = "Count the lines at the rail: one is returnless.",
                    Effect = "It decides where the sensor can go.",
                    Choices = VehicleChoices.Lines,
                },
                new("fuelSystem.joints", "Connections a sensor could go into")
                {
                    Photo = true,
                    Hint = "The wrong gender or angle is the commonest wasted order: look, do not guess.",
                },
                new("fuelSystem.materials.hoses", "Ethanol rating of the hoses")
                {
                    HowTo = "Read the class printed on every hose.",
                    Effect = "A hose that is not rated leaks.",
                    Decides = OnEthanol,
                    Scope = Served,
                    Choices = VehicleChoices.Ratings,
                },
                new("fuelSystem.pressureSensors", "Fuel pressure sensors"),
                new("fuelSystem.blindSpots", "Could not inspect"),
            ]
        ),
        .. At(
            VehicleStops.Engine,
            [
                new("engine.cylinders", "Cylinders")
                {
                    Min = 1,
                    Max = 16,
                    HowTo = "Count the cylinders: some engines have two plugs each.",
                    Effect = CapacityNeedsIt,
                },
                new("engine.displacementCc", "Displacement")
                {
                    Unit = Unit.Cc,
                    Likely = (300, 9000),
                    Min = 50,
                    Max = 12000,
                    HowTo = "Read it off the papers.",
                    Effect = CapacityNeedsIt,
                    AnsweredBy = s => s.Engine is not { PowerKw: null, WantedPowerKw: null },
                },
                new("engine.aspiration", "Induction")
                {
                    HowTo = "Look for a turbo or supercharger between filter and throttle.",
                    Effect = CapacityNeedsIt,
                    LeftOfDoubt = 0.5,
                    Choices = VehicleChoices.Aspirations,
                },
                new("engine.boostKpa", "Boost at full load")
                {
                    Needs = Instrument.DiagnosticReader,
                    Unit = Unit.Kpa,
                    Likely = (25, 180),
                    AboveAir = true,
                    Min = 5,
                    Max = 400,
                    Usual = new(80, PlusMinusPct: 40),
                    HowTo = "Log manifold pressure at full load and subtract the barometer: boost is above air pressure.",
                    Effect = CapacityNeedsIt,
                    Scope = Boosted,
                },
                new("engine.auxiliaryInjection", "Another fuel injected beside") { HowTo = "Look for a second tank: methanol, water, nitrous oxide." },
                new("engine.redlineRpm", "Redline")
                {
                    Unit = Unit.Rpm,
                    Min = 1500,
                    Max = 20000,
                    HowTo = "Read it off the tachometer or the papers.",
                },
                new("engine.fullLoadLambda", "Lambda at full load")
                {
                    Needs = Instrument.Wideband,
                    Min = 0.5,
                    Max = 1.3,
                    HowTo = "Log lambda through one pull at full load.",
                    Hint = "It counts where another lambda is wanted: then more or less fuel is burnt than now.",
                },
            ]
        ),
        .. At(
            VehicleStops.Injection,
            [
                new("fuelSystem.basePressureKpa", "Base pressure")
                {
                    Needs = Instrument.PressureGauge,
                    Unit = Unit.Kpa,
                    Likely = (60, 700),
                    AboveAir = true,
                    Min = 20,
                    Max = MostKpa,
                    HowTo = "Tee a gauge into the low side at idle, manifold hose off.",
                    Effect = CapacityNeedsIt,
                    AsksTolerance = true,
                },
                new("fuelSystem.followsManifold", "Boost reference of the regulator")
                {
                    HowTo = "Look for a hose from the regulator to the manifold.",
                    Effect = CapacityNeedsIt,
                    LeftOfDoubt = 0,
                    Scope = Referenced,
                },
                new("injectors.openingsPerCycle", "Openings in a cycle")
                {
                    Needs = Instrument.Scope,
                    Min = 1,
                    Max = 16,
                    HowTo = "Scope one injector beside the crank signal: openings in two turns.",
                    Scope = Ports,
                    LeftOut = "one; on single-point injection one for every cylinder it feeds",
                    Hint = "One where each waits for its cylinder, two in batches. Dead time counts each time.",
                },
                new("injectors.count", "Injectors in the ports")
                {
                    Min = 1,
                    Max = 32,
                    HowTo = "Count them at the rail.",
                    Effect = CapacityNeedsIt,
                    Scope = Ports,
                },
                new("injectors.ratedFlowCcMin", "Rated flow of the injectors")
                {
                    Unit = Unit.CcPerMin,
                    Likely = (90, 3000),
                    Min = 20,
                    Max = 5000,
                    HowTo = "Read the number on an injector and look it up, or have one flowed.",
                    Effect = CapacityNeedsIt,
                    Scope = Ports,
                    AsksTolerance = true,
                    Photo = true,
                },
                new("injectors.ratedPressureKpa", "Pressure the injectors are rated at")
                {
                    Unit = Unit.Kpa,
                    Likely = (60, 700),
                    Min = 50,
                    Max = MostKpa,
                    Usual = new(300),
                    HowTo = "It stands on the data sheet beside the rated flow.",
                    Effect = CapacityNeedsIt,
                    Scope = Ports,
                },
                new("injectors.testFluidDensityKgM3", "Density of the test fluid")
                {
                    Unit = Unit.KgPerM3,
                    Likely = (650, 850),
                    Min = 600,
                    Max = 900,
                    Usual = new(UsualInjectors.TestFluidKgM3),
                    HowTo = "It stands on the data sheet; the usual fluid is n-heptane.",
                    Scope = Ports,
                },
                new("injectors.deadTimes", "Dead time by voltage")
                {
                    HowTo = "Ask for the data sheet: dead time by battery voltage.",
                    Usual = new(1, PlusMinusPct: 30),
                    Unit = Unit.Milliseconds,
                    Effect = "Short pulses cannot be calculated without it.",
                    Scope = Ports,
                    Columns = [new("batteryV", "Battery", Unit.Volt), new("deadTimeMs", "Dead time", Unit.Milliseconds)],
                },
                new("injectors.deadTimeMsPer100Kpa", "Growth of the dead time with pressure")
                {
                    Unit = Unit.MsPer100Kpa,
                    Min = 0,
                    Max = 1,
                    HowTo = "Take the difference of two pressures on the data sheet.",
                    Scope = Ports,
                    Hint = "Data sheets give dead time at several pressures: take the difference. If blank, it does not grow.",
                },
                new("fuelSystem.materials.seals", "Ethanol rating of the seals")
                {
                    HowTo = "Ask the maker which rubber the O-rings are.",
                    Effect = "A seal that is not rated swells, then leaks.",
                    Decides = OnEthanol,
                    Scope = Served,
                    Choices = VehicleChoices.Ratings,
                },
                new("fuelSystem.materials.regulator", "Ethanol rating of the regulator")
                {
                    HowTo = "Read its number and look it up.",
                    Effect = "A membrane that is not rated tears.",
                    Scope = Served,
                    Choices = VehicleChoices.Ratings,
                },
                new("injectors.impedanceOhm", "Resistance of an injector")
                {
                    Needs = Instrument.VoltsAndContinuity,
                    Unit = Unit.Ohm,
                    Min = 0.1,
                    Max = 50,
                    HowTo = "Measure across the injector's pins with the plug off.",
                    Scope = Ports,
                },
                new("directInjection.pumpDisplacementCcPerCamRev", "High-pressure pump")
                {
                    Unit = Unit.CcPerRev,
                    Min = 0.1,
                    Max = 20,
                    HowTo = "Look up displacement and lobes; do not open the high-pressure side.",
                    Effect = CapacityNeedsIt,
                    Scope = Direct,
                    Hint = "From data only: the high-pressure side is never opened for this.",
                },
                new("directInjection.windowDeg", "Injection window")
                {
                    Unit = Unit.Degrees,
                    Min = 1,
                    Max = 720,
                    Usual = new(200, PlusMinusPct: 15),
                    HowTo = "Find the earliest allowed start and the latest allowed end; what is used now is not the window.",
                    Effect = CapacityNeedsIt,
                    Scope = Direct,
                },
            ]
        ),
        .. At(
            VehicleStops.Reading,
            [
                new("users", "Who uses the reading")
                {
                    Items = VehicleItems.OfUsers,
                    ItemName = "User",
                    Hint = "One sensor may feed a reader and a controller at once.",
                },
                new("sensor.condition", "Sensor new or used") { Choices = VehicleChoices.Conditions },
                new("sensor.origin", "Where the sensor comes from") { Choices = VehicleChoices.Origins },
                new("sensor.isChecked", "Sensor has read a known fuel right") { Hint = "A used one of unknown origin counts as twice as far off until then." },
                new("sensor.partNumber", "Part number of the sensor") { Photo = true },
                new("sensor.supplier", "Bought from"),
                new("sensor.price", "Price"),
                new("sensor.dateCode", "Date code"),
            ]
        ),
        .. At(
            VehicleStops.Control,
            [
                new("control.signalPath", "Signal path to the controller")
                {
                    HowTo = "Choose how the signal reaches the controller.",
                    Effect = "It decides which parts are bought.",
                    Decides = Always,
                    Scope = WithoutUsers,
                    Choices = VehicleChoices.SignalPaths,
                },
                new("controllers", "Controllers")
                {
                    Items = VehicleItems.OfControllers,
                    ItemName = "Controller",
                    Hint = "Engine, auxiliary injection, boost, gearbox: each that counts ethanol, or should.",
                },
                new("settings", "Settings in them")
                {
                    Items = VehicleItems.OfSettings,
                    ItemName = "Setting",
                    Hint = "As found first, however wrong; then as set, then as read back.",
                },
                new("control.standAlone", "Freely programmable controller")
                {
                    HowTo = "See whether its maker leaves every map open.",
                    Hint = "It needs nobody's list.",
                    Scope = Controlled,
                },
                new("control.hardwareRevision", "Hardware revision") { Photo = true },
                new("control.firmwareRevision", "Firmware revision"),
                new("control.revisionListed", "Support for this revision")
                {
                    HowTo = "Read hardware and firmware off the controller, and ask whoever makes the tune or the box whether they list it.",
                    Effect = "A revision that is not listed cannot be programmed: buy no part before.",
                    Decides = Always,
                    Scope = Listed,
                },
                new("control.plugPresent", "Plug the kit needs")
                {
                    HowTo = "Look for the plug on this very vehicle: versions of gearbox and option differ.",
                    Effect = "A kit whose plug is not there cannot be connected.",
                    Decides = Always,
                    Scope = Controlled,
                    Photo = true,
                },
                new("control.freeInput", "Free input")
                {
                    HowTo = "Look the pins up, and look whether one of them is wired to something.",
                    Effect = "The signal needs an input of its own.",
                    Decides = Always,
                    Scope = TakesInput,
                },
                new("control.inputLimitV", "Highest voltage the input bears")
                {
                    Unit = Unit.Volt,
                    Min = 1,
                    Max = 40,
                    HowTo = "Look it up in the controller's data.",
                    Scope = TakesInput,
                },
                new("control.displaces", "What the signal displaces") { Scope = Displacing },
                new("control.fuelMapEthanolPct", "Blend of the fuel map")
                {
                    IsTypical = s => s.HasTypicalMapBlend,
                    Unit = Unit.EthanolPct,
                    Min = 0,
                    Max = 100,
                    HowTo = "Ask who made the map which fuel was in the tank; it may have been E85.",
                    Effect = TakenForGasoline,
                    Decides = OnDisplayOnly,
                    Scope = OneMap,
                    AsksTolerance = true,
                    Hint = "Ask who made it; it may have been E85.",
                },
                new(MapFuel.KnownPath, "How that blend is known")
                {
                    HowTo = "Read the sensor while the tank still holds the fuel the map ran on.",
                    Scope = Served,
                    Choices = VehicleChoices.MapFuels,
                },
                new("goals.plainGasoline", "Ethanol in plain gasoline here")
                {
                    HowTo = "Read the label at the pump.",
                    Scope = NamedByOctane,
                    Choices = VehicleChoices.PlainGasolines,
                },
                new("control.sparkMapEthanolPct", "Blend of the spark map")
                {
                    Unit = Unit.EthanolPct,
                    Min = 0,
                    Max = 100,
                    HowTo = "Ask who made the map which fuel was in the tank.",
                    Effect = "A spark map made on ethanol knocks on gasoline.",
                    Scope = Served,
                    AsksTolerance = true,
                },
                new("control.mapsMadeBy", "Who made the maps") { Scope = Controlled },
                new("control.hasFailsafe", "Failsafe for a lost signal") { Scope = Controlled },
                new("control.failsafes", "Failsafes") { Scope = WithFailsafe },
                new("control.correctionAbove.kind", "Correction at high speed")
                {
                    Scope = Controlled,
                    HowTo = "Look in the controller for a speed above which ethanol is held or switched off.",
                    Effect = "Switched off, a high blend runs lean where the engine needs it least.",
                    Choices =
                    [
                        FieldChoice.Of(CorrectionAboveKind.None, "Goes on", "at every speed"),
                        FieldChoice.Of(CorrectionAboveKind.Hold, "Is held", "the last reading counts"),
                        FieldChoice.Of(CorrectionAboveKind.Off, "Switches off", "the map runs as it was made"),
                    ],
                },
                new("control.correctionAbove.rpm", "Above which speed")
                {
                    Scope = LimitedAbove,
                    Unit = Unit.Rpm,
                    Min = 500,
                    Max = 20_000,
                    HowTo = "Read it in the controller.",
                },
            ]
        ),
        .. At(
            VehicleStops.Work,
            [
                new("work.hoursPlanned", "Hours planned") { Min = 0.1, Max = 1000 },
                new("work.hoursTaken", "Hours taken")
                {
                    Min = 0.1,
                    Max = 1000,
                    Hint = "The next vehicle of this kind is planned with them.",
                },
                new("work.powerAfterKw", "Power afterwards")
                {
                    Unit = Unit.Kw,
                    Min = 1,
                    Max = 2000,
                },
                new("work.powerAfterKnown", "Power afterwards is") { Choices = VehicleChoices.PowersKnown },
                new("work.cameOff", "What had to come off"),
                new("work.stayedOn", "What need not come off"),
                new("work.kitSheet", "The kit's own sheet") { Hint = "Which it is, and its date: the steps follow it where it says more." },
                new("work.departures", "Where the maker's or the kit's sheet was left, and why"),
                new("work.noWayBack", "What cannot be undone")
                {
                    Items = VehicleItems.OfNoWayBack,
                    ItemName = "Act",
                    Hint = "Before it is done: a grommet to slit, a hole to drill, a line or a connector to cut.",
                },
                new("work.emissionParts", "Emission parts removed, moved or unplugged") { Hint = "Canister, purge valve, their hoses and plugs." },
            ]
        ),
        .. At(
            VehicleStops.Converter,
            [
                new(ConverterPaths.At0V, "Converter volts at E0")
                {
                    Unit = Unit.Volt,
                    Min = 0,
                    Max = 15,
                    Usual = new(ConverterVolts.UsualAt0V),
                    HowTo = "Read it off the converter's data sheet.",
                    Scope = Converted,
                    AskedAt = AtSignal,
                },
                new(ConverterPaths.At100V, "Converter volts at E100")
                {
                    Unit = Unit.Volt,
                    Min = 0,
                    Max = 15,
                    Usual = new(ConverterVolts.UsualAt100V),
                    HowTo = "Read it off the converter's data sheet.",
                    Scope = Converted,
                    AskedAt = AtSignal,
                },
            ]
        ),
        .. At(
            VehicleStops.FullLoad,
            [
                new(VehiclePaths.FullPowerRpm, "Engine speed at full power")
                {
                    Needs = Instrument.DiagnosticReader,
                    Unit = Unit.Rpm,
                    Min = 500,
                    Max = 25000,
                    HowTo = "Log one full-load pull: the speed at which the power is highest.",
                    AskedAt = AtCapacity,
                },
                new(VehiclePaths.Bsfc, "Fuel consumption (BSFC)")
                {
                    Needs = Instrument.DiagnosticReader,
                    Unit = Unit.GPerKwh,
                    Min = 150,
                    Max = 800,
                    HowTo = "Log injector duty and fuel pressure through a full-load pull on the base blend, beside the power.",
                    LeftOfDoubt = 0.4,
                    AskedAt = AtCapacity,
                },
                new("engine.bsfcEthanolPct", "Blend the consumption holds for")
                {
                    Unit = Unit.EthanolPct,
                    Min = 0,
                    Max = 100,
                    Usual = new(0),
                    HowTo = "Note which fuel was in the tank when it was measured.",
                    AskedAt = AtCapacity,
                },
                new(VehiclePaths.SupplyV, "Running voltage")
                {
                    Needs = Instrument.VoltsAndContinuity,
                    Unit = Unit.Volt,
                    Min = 8,
                    Max = 32,
                    Usual = new(13.5, 0.5),
                    HowTo = "Measure at the battery with engine, lamps and fan running.",
                    AskedAt = AtCapacity,
                },
                new("pump.pumpV", "Voltage at the pump")
                {
                    Needs = Instrument.VoltsAndContinuity,
                    Unit = Unit.Volt,
                    Min = 6,
                    Max = 32,
                    HowTo = "Measure at the pump's plug with the engine running.",
                    AskedAt = AtCapacity,
                },
                new(VehiclePaths.PortSharePct, "Share of the ports")
                {
                    Needs = Instrument.DiagnosticReader,
                    Unit = Unit.Percent,
                    Min = 1,
                    Max = 99,
                    Usual = new(40, 20),
                    HowTo = "Log which share of the fuel the ports take at full load.",
                    LeftOfDoubt = 0.1,
                    Scope = BothSets,
                    AskedAt = AtCapacity,
                },
                new(VehiclePaths.DirectInjectorGPerS, "Flow of a direct injector")
                {
                    Unit = Unit.GPerS,
                    Min = 0.1,
                    Max = 500,
                    HowTo = "Log pulse and fuel at full load, or find the data sheet: grams a second at rail pressure.",
                    LeftOfDoubt = 0.3,
                    Scope = Direct,
                    AskedAt = AtCapacity,
                },
                new(VehiclePaths.PumpEfficiencyPct, "Efficiency of the high-pressure pump")
                {
                    Needs = Instrument.DiagnosticReader,
                    Unit = Unit.Percent,
                    Min = 10,
                    Max = 110,
                    Usual = new(85, 8),
                    HowTo = "Log demand and rail pressure at full load: where the rail begins to fall, the pump delivers all it can.",
                    LeftOfDoubt = 0.4,
                    Scope = Direct,
                    AskedAt = AtCapacity,
                },
            ]
        ),
        .. At(
            VehicleStops.HotDrive,
            [
                new(VehiclePaths.HeatIntoFuelPct, "Share heating the tank")
                {
                    Needs = Instrument.Thermometer,
                    Unit = Unit.Percent,
                    Min = 0,
                    Max = 100,
                    HowTo = LogAnHour,
                    LeftOfDoubt = 0.4,
                    AskedAt = AtCapacity,
                },
                new(VehiclePaths.TankLossWPerK, "Heat the tank loses")
                {
                    Needs = Instrument.Thermometer,
                    Unit = Unit.WattPerK,
                    Min = 0,
                    Max = 1000,
                    Usual = new(8, PlusMinusPct: 50),
                    HowTo = LogAnHour,
                    LeftOfDoubt = 0.4,
                    AskedAt = AtCapacity,
                },
                new(VehiclePaths.BayHeatW, "Heat from the engine bay")
                {
                    Needs = Instrument.Thermometer,
                    Unit = Unit.Watt,
                    Min = 0,
                    Max = 10000,
                    HowTo = "Hold a contact thermometer to feed and return after a drive and give the rise.",
                    Scope = WithReturn,
                    AnsweredBy = s => s.FuelSystem.ReturnRiseK is not null,
                    AskedAt = AtCapacity,
                    Hint = "The return is warmer by it, and the tank gets it.",
                },
                new(VehiclePaths.ReturnRiseK, "Rise from feed to return")
                {
                    Needs = Instrument.Thermometer,
                    Unit = Unit.KelvinStep,
                    Min = 0,
                    Max = 60,
                    HowTo = "Hold a contact thermometer to feed and return after a drive.",
                    Scope = WithReturn,
                    AskedAt = AtCapacity,
                    LeftOut = "from the heat of the engine bay",
                },
                new(VehiclePaths.PumpElectricalW, "Electrical power of the pumps")
                {
                    Unit = Unit.Watt,
                    Min = 0,
                    Max = 5000,
                    HowTo = "Clamp the pump's wire at full load: amperes times volts.",
                    LeftOfDoubt = 0.1,
                    AskedAt = AtCapacity,
                },
                new(VehiclePaths.InletSuctionKpa, "Suction at the pump's inlet")
                {
                    Needs = Instrument.PressureGauge,
                    Unit = Unit.Kpa,
                    Min = 0,
                    Max = 20,
                    Usual = new(5, 3),
                    HowTo = "Hang a vacuum gauge on the inlet of an external pump; in the tank, leave it open.",
                    AskedAt = AtCapacity,
                },
            ]
        ),
        .. At(
            VehicleStops.FuelPath,
            [
                new(VehiclePaths.FeedLengthMm, "Length of the feed")
                {
                    Unit = Unit.Millimetre,
                    Likely = (300, 8000),
                    Min = 50,
                    Max = 20_000,
                    Usual = new(3500, PlusMinusPct: 30),
                    HowTo = "Lay a string along the line from the tank to the rail, or to the high-pressure pump.",
                    LeftOfDoubt = 0.1,
                    AskedAt = AtRoute,
                },
                new(VehiclePaths.FeedBoreMm, "Bore of the feed")
                {
                    Unit = Unit.Millimetre,
                    Likely = (4, 16),
                    Min = 2,
                    Max = 50,
                    Usual = new(6.5, 1),
                    HowTo = "Measure the outside of the tube and take off its wall twice.",
                    LeftOfDoubt = 0.2,
                    AskedAt = AtRoute,
                },
                new(VehiclePaths.ReturnLengthMm, "Length of the return")
                {
                    Unit = Unit.Millimetre,
                    Likely = (300, 8000),
                    Min = 50,
                    Max = 20_000,
                    Usual = new(3500, PlusMinusPct: 30),
                    HowTo = "Lay a string along the line from the regulator to the tank.",
                    LeftOfDoubt = 0.1,
                    Scope = WithReturn,
                    AskedAt = AtRoute,
                },
                new(VehiclePaths.ReturnBoreMm, "Bore of the return")
                {
                    Unit = Unit.Millimetre,
                    Likely = (3, 16),
                    Min = 2,
                    Max = 50,
                    Usual = new(5.5, 1),
                    HowTo = "Measure the outside of the tube and take off its wall twice.",
                    LeftOfDoubt = 0.2,
                    Scope = WithReturn,
                    AskedAt = AtRoute,
                },
                new(VehiclePaths.FilterCc, "Fuel the filter holds")
                {
                    Unit = Unit.Cc,
                    Min = 0,
                    Max = 5000,
                    Usual = new(200, PlusMinusPct: 50),
                    HowTo = "Take its outside measures, or weigh a new one dry and full.",
                    LeftOfDoubt = 0.2,
                    AskedAt = AtRoute,
                },
                new(VehiclePaths.IdleFuelLph, "Fuel used at idle")
                {
                    Needs = Instrument.DiagnosticReader,
                    Unit = Unit.Lph,
                    Likely = (0.3, 6),
                    Min = 0.1,
                    Max = 50,
                    Usual = new(1.2, PlusMinusPct: 40),
                    HowTo = "Read it from the diagnostic reader, engine hot.",
                    LeftOfDoubt = 0.2,
                    AskedAt = AtRoute,
                },
                new(VehiclePaths.CruiseFuelLph, "Fuel used at a cruise")
                {
                    Needs = Instrument.DiagnosticReader,
                    Unit = Unit.Lph,
                    Likely = (2, 40),
                    Min = 0.5,
                    Max = 500,
                    Usual = new(8, PlusMinusPct: 40),
                    HowTo = "Read it from the diagnostic reader at a steady speed on the road.",
                    LeftOfDoubt = 0.2,
                    AskedAt = AtRoute,
                },
            ]
        ),
    ];

    /// <summary>What a number in a survey is called; the path itself where nobody asks for it.</summary>
    public static string LabelOf(string path) => Field.At(All, path) is { } field ? field.Label : path;

    private static readonly Dictionary<string, VehicleField> ByPath = All.ToDictionary(f => f.Path, StringComparer.Ordinal);

    private static IEnumerable<VehicleField> At(FieldGroup group, IEnumerable<VehicleField> fields) => fields.Select(f => f with { Group = group });

    /// <summary>The field at a path; null where none is.</summary>
    public static VehicleField? Find(string path) => ByPath.GetValueOrDefault(path);

    /// <summary>Answers that do not concern a vehicle, as paths.</summary>
    public static IReadOnlyList<string> NotAsked(VehicleSurvey survey) => [.. All.Where(f => !f.Concerns(survey)).Select(f => f.Path)];

    // Lambda where fuel is metered for one blend and another was meant: the ratio of their air-fuel ratios (by mass).
    private static double AfrRatio(double madeOnPct, double takenForPct) => Afr(madeOnPct) / Afr(takenForPct);

    private static double Afr(double ethanolPct) => new Blend<Exact>(ethanolPct, UsualFuels.Traditional<Exact>()).StoichAfr.Value;
}

/// <summary>The two points of a signal converter.</summary>
internal static class ConverterPaths
{
    public const string At0V = "control.converterAt0V";
    public const string At100V = "control.converterAt100V";
}

/// <summary>Paths of figures that other formulas name.</summary>
internal static class VehiclePaths
{
    public const string FullPowerRpm = "engine.fullPowerRpm";
    public const string Bsfc = "engine.bsfcGPerKwh";
    public const string SupplyV = "engine.supplyV";
    public const string CurveV = "pump.curveV";
    public const string PumpElectricalW = "pump.electricalW";
    public const string InletSuctionKpa = "pump.inletSuctionKpa";
    public const string PortSharePct = "fuelSystem.portSharePct";
    public const string HeatIntoFuelPct = "fuelSystem.heatIntoFuelPct";
    public const string TankLossWPerK = "fuelSystem.tankLossWPerK";
    public const string BayHeatW = "fuelSystem.bayHeatW";
    public const string ReturnRiseK = "fuelSystem.returnRiseK";
    public const string DirectInjectorGPerS = "directInjection.injectorStaticGPerS";
    public const string PumpEfficiencyPct = "directInjection.pumpEfficiencyPct";
    public const string FeedLengthMm = "fuelSystem.feedLengthMm";
    public const string FeedBoreMm = "fuelSystem.feedBoreMm";
    public const string ReturnLengthMm = "fuelSystem.returnLengthMm";
    public const string ReturnBoreMm = "fuelSystem.returnBoreMm";
    public const string FilterCc = "fuelSystem.filterCc";
    public const string IdleFuelLph = "fuelSystem.idleFuelLph";
    public const string CruiseFuelLph = "fuelSystem.cruiseFuelLph";
}
