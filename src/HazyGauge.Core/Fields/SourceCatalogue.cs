using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Fields;

/// <summary>What one unit of a source is measured in; decides whether a check's own uncertainty can be compared with it.</summary>
public enum HazeUnit
{
    /// <summary>Something else.</summary>
    Other,

    /// <summary>Percent ethanol, or the Hz of the sensor (1 Hz is 1 %).</summary>
    EthanolPoint,

    /// <summary>Kelvin.</summary>
    Kelvin,

    /// <summary>Milliseconds of pulse.</summary>
    Millisecond,

    /// <summary>Air-fuel ratio.</summary>
    AirFuelRatio,

    /// <summary>Kilograms per cubic metre.</summary>
    KgPerM3,

    /// <summary>Kilowatts.</summary>
    Kilowatt,

    /// <summary>Grams per kilowatt hour.</summary>
    GPerKwh,

    /// <summary>Kilopascals.</summary>
    Kilopascal,

    /// <summary>Cubic centimetres a minute.</summary>
    CcPerMin,

    /// <summary>Engine speed.</summary>
    Rpm,
}

/// <summary>
/// The sources of doubt this trade knows, by their stable ids: what they are called, how they spread and which check clears them.
/// A quantity entered without a named cause is a source of its own, named after its field.
/// </summary>
public static class SourceCatalogue
{
    /// <summary>The sensor maker's tolerance; rectangular, in ethanol points.</summary>
    public const string SensorTolerance = "sensorTolerance";

    /// <summary>What a signal converter and the input behind it add, in ethanol points.</summary>
    public const string Conversion = "conversion";

    /// <summary>How well the capture resolves the period.</summary>
    public const string FrequencyTiming = "frequencyTiming";

    /// <summary>How well the capture resolves the low pulse.</summary>
    public const string LowPulseTiming = "lowPulseTiming";

    /// <summary>A frequency that wanders during the capture.</summary>
    public const string FrequencyWander = "frequencyWander";

    /// <summary>Ethanol density beyond the range of its formula.</summary>
    public const string EthanolDensityBeyondFormula = "ethanolDensityBeyondFormula";

    /// <summary>How well the law of vapour pressure holds for a blend.</summary>
    public const string VapourPressureLaw = "vapourPressureLaw";

    /// <summary>How well the specific heat of a fuel is known.</summary>
    public const string HeatCapacityLaw = "heatCapacityLaw";

    /// <summary>How well the viscosity of a fuel is known.</summary>
    public const string ViscosityLaw = "viscosityLaw";

    /// <summary>Which law of friction holds between smooth flow and eddies.</summary>
    public const string FlowTransition = "flowTransition";

    /// <summary>How well a log of the fuel's temperature tells heat from loss.</summary>
    public const string TemperatureLog = "temperatureLog";

    /// <summary>How well it tells the heat alone.</summary>
    public const string TemperatureLogHeat = "temperatureLogHeat";

    private const string PumpCurvePoint = "lowPressurePump.curve[";

    private sealed record Entry(
        string Label,
        HazeUnit Unit = HazeUnit.Other,
        double TypicalU = 0,
        string? CheckText = null,
        double CheckU = 0,
        HazeShape Shape = HazeShape.Normal,
        Instrument? Needs = null
    );

    // A water test in a graduated cylinder finds ethanol to a few points (common practice, no source): u = 1.5.
    private const double WaterTestU = 1.5;
    private const string WaterTest = "Draw a fuel sample and test it with water in a graduated cylinder.";

    private const string AskSupplier = "Ask the supplier for the class of the season, or test a sample.";
    private const string AskMaker = "Ask who made the map which fuel was in the tank, or test what is left of it with water.";

    private static readonly Dictionary<string, Entry> Entries = new(StringComparer.Ordinal)
    {
        [SensorTolerance] = new("Sensor tolerance", HazeUnit.EthanolPoint, HazeSource.RectangularU(5), WaterTest, WaterTestU, HazeShape.Rectangular, Needs: Instrument.Hydrometer),
        [FrequencyTiming] = new("Timing of the period", HazeUnit.EthanolPoint, 0.1, "Record at a finer time step, for ten seconds or more.", 0.01, Needs: Instrument.Scope),
        [LowPulseTiming] = new("Timing of the low pulse", HazeUnit.Millisecond, 0.004, "Record at a time step of 1 µs or finer.", 0.0005, Needs: Instrument.Scope),
        [FrequencyWander] = new("Wandering frequency", HazeUnit.EthanolPoint, 2, "Let the pump run until the reading stands still, then record again.", 0.2),
        [Conversion] = new(
            "Conversion to volts and back",
            HazeUnit.EthanolPoint,
            HazeSource.RectangularU(2),
            "Measure the volts behind the converter and compare with its two points.",
            0.3,
            HazeShape.Rectangular,
            Instrument.VoltsAndContinuity
        ),
        [EthanolDensityBeyondFormula] = new("Ethanol density formula"),
        ["frequencyHz"] = new("Frequency as read", HazeUnit.EthanolPoint, 0.5, "Read the frequency from a capture instead of a meter.", 0.01, Needs: Instrument.Scope),
        ["lowPulseMs"] = new("Low pulse as read", HazeUnit.Millisecond, 0.05, "Read the pulse width from a capture instead of a meter.", 0.001, Needs: Instrument.Scope),
        ["ethanolPct"] = new("Ethanol in the line", HazeUnit.EthanolPoint, 3, WaterTest, WaterTestU, Needs: Instrument.Hydrometer),
        ["baseEthanolPct"] = new("Blend the base map was made on", HazeUnit.EthanolPoint, 3, AskMaker, WaterTestU),
        ["converterV"] = new("Volts as read behind the converter"),
        ["mixedEthanolPct"] = new("Blend mixed in the tank", HazeUnit.EthanolPoint),
        ["averageV"] = new("Average volts as read"),
        ["highV"] = new("High voltage"),
        ["lowV"] = new("Low level"),
        ["pulseMs"] = new("Injector pulse"),
        ["trimLimitPct"] = new("Limit of the trims"),
        ["learnedTrimPct"] = new("What trims have learned"),
        ["deadTimeMs"] = new("Dead time of the injector"),
        ["factor"] = new("Fuel factor"),
        ["gasolineMapEthanolPct"] = new("Blend the gasoline map was made on", HazeUnit.EthanolPoint, 3, AskMaker, WaterTestU),
        ["ethanolMapEthanolPct"] = new("Blend the ethanol map was made on", HazeUnit.EthanolPoint, 3, AskMaker, WaterTestU),
        ["saturatesAtPct"] = new("Full advance from"),
        ["fullAdditionDeg"] = new("Spark between the two maps"),
        ["fuelTempC"] = new("Fuel temperature", HazeUnit.Kelvin, 5, "Hold a contact thermometer to the line beside the sensor.", 2, Needs: Instrument.Thermometer),
        ["baseFuelTempC"] = new("Fuel temperature of the base map", HazeUnit.Kelvin, 10, "Read the fuel temperature in the logs the base map was made from.", 3),
        ["gasolineStoichAfr"] = new(
            "Air-fuel ratio of the gasoline",
            HazeUnit.AirFuelRatio,
            0.1,
            "Log lambda on plain gasoline at a known blend and pulse.",
            0.05,
            Needs: Instrument.Wideband
        ),
        ["ethanolStoichAfr"] = new("Air-fuel ratio of the ethanol", HazeUnit.AirFuelRatio),
        ["gasolineDensityKgM3At15C"] = new(
            "Density of the gasoline",
            HazeUnit.KgPerM3,
            10,
            "Float a hydrometer in the gasoline and note its temperature.",
            1,
            Needs: Instrument.Hydrometer
        ),
        ["powerKw"] = new("Power", HazeUnit.Kilowatt, 8, "Add the driveline's loss to wheel power from a dynamometer.", 4, Needs: Instrument.Dynamometer),
        ["bsfcGPerKwh"] = new(
            "Fuel consumption (BSFC)",
            HazeUnit.GPerKwh,
            15,
            "Log injector duty and fuel pressure through a full-load pull on the base blend, beside the power.",
            6,
            Needs: Instrument.DiagnosticReader
        ),
        ["lambdaBase"] = new("Lambda on the base map"),
        ["lambdaTarget"] = new("Lambda wanted"),
        ["engineRpm"] = new(
            "Engine speed at full power",
            HazeUnit.Rpm,
            200,
            "Log one full-load pull: the speed at which the power is highest.",
            50,
            Needs: Instrument.DiagnosticReader
        ),
        ["injectors.ratedFlowCcMin"] = new("Rated flow of the injectors", HazeUnit.CcPerMin, 15, "Have one injector flowed.", 4),
        ["injectors.ratedPressureKpa"] = new("Pressure the injectors are rated at"),
        ["injectors.testFluidDensityKgM3"] = new("Density of the test fluid"),
        ["injectors.deadTimeMs"] = new("Dead time of the injectors", HazeUnit.Millisecond, 0.15, "Ask for the data sheet: dead time at this voltage and pressure.", 0.03),
        ["injectors.dutyLimitPct"] = new("Duty limit"),
        ["injectors.pressureDropKpa"] = new(
            "Pressure over the injectors",
            HazeUnit.Kilopascal,
            15,
            "Tee a gauge into the rail and log manifold pressure beside it.",
            4,
            Needs: Instrument.PressureGauge
        ),
        ["directInjection.injectorStaticGPerS"] = new("Flow of the cylinders' injectors"),
        ["directInjection.windowDeg"] = new(
            "Injection window",
            HazeUnit.Other,
            15,
            "Find the earliest allowed start and the latest allowed end; what is used now is not the window.",
            3
        ),
        ["directInjection.pumpDisplacementCcPerCamRev"] = new("High-pressure pump"),
        ["directInjection.pumpEfficiencyPct"] = new(
            "Efficiency of the high-pressure pump",
            HazeUnit.Other,
            5,
            "Log rail pressure at full load: where it begins to fall, the pump delivers all it can.",
            2,
            Needs: Instrument.DiagnosticReader
        ),
        ["lowPressurePump.gaugePressureKpa"] = new("Pressure at the pump", HazeUnit.Kilopascal, 15, "Tee a gauge into the feed at full load.", 4, Needs: Instrument.PressureGauge),
        ["lowPressurePump.marginPct"] = new("Margin of the pump"),
        ["lowPressurePump.curveV"] = new("Voltage of the pump's curve"),
        ["lowPressurePump.pumpV"] = new(
            "Voltage at the pump",
            HazeUnit.Other,
            0.3,
            "Measure at the pump's plug with the engine running.",
            0.05,
            Needs: Instrument.VoltsAndContinuity
        ),
        ["portSharePct"] = new("Share of the ports"),
        ["fuelLitres"] = new("Fuel in the tank"),
        ["ambientC"] = new("Temperature around the tank", HazeUnit.Kelvin, 5, "Hold a thermometer beside the tank.", 1, Needs: Instrument.Thermometer),
        ["startC"] = new("Temperature at the start", HazeUnit.Kelvin, 5, "Read it from the sensor before the drive.", 2),
        ["pumpElectricalW"] = new("Electrical power of the pumps", HazeUnit.Other, 20, "Clamp the pump's wire: amperes times volts.", 3),
        ["heatIntoFuelPct"] = new("Share of heat that goes into the fuel"),
        ["lossWPerK"] = new("Heat the tank loses", HazeUnit.Other, 4, "Log the fuel's temperature over an hour's drive.", 1, Needs: Instrument.Thermometer),
        ["minutes"] = new("Length of the drive"),
        ["gasolineVapourPressureKpaAt37_8C"] = new("Vapor pressure of the gasoline", HazeUnit.Kilopascal, 6, AskSupplier, 2),
        ["absolutePressureKpa"] = new(
            "Pressure there",
            HazeUnit.Kilopascal,
            3,
            "Hang a vacuum gauge on the inlet of an external pump and read the barometer; in the tank, leave it open.",
            1,
            Needs: Instrument.PressureGauge
        ),
        ["gasolineReidKpa"] = new("Reid pressure of the gasoline", HazeUnit.Kilopascal, 6, AskSupplier, 2),
        ["finishedFuelReidKpa"] = new("Reid pressure at the pump", HazeUnit.Kilopascal, 6, AskSupplier, 2),
        ["finishedFuelEthanolPct"] = new("Ethanol in the fuel at the pump", HazeUnit.EthanolPoint, 2, WaterTest, WaterTestU, Needs: Instrument.Hydrometer),
        ["highestEthanolPct"] = new("Highest blend", HazeUnit.EthanolPoint),
        ["bayHeatW"] = new("Heat from the engine bay", HazeUnit.Other, 50, "Hold a contact thermometer to feed and return after a drive.", 15, Needs: Instrument.Thermometer),
        ["fuelUsedLph"] = new("Fuel used on the drive"),
        [VapourPressureLaw] = new("Vapor pressure formula"),
        [TemperatureLog] = new("Scatter of the temperature log"),
        [TemperatureLogHeat] = new("Scatter of the temperature log"),
        [HeatCapacityLaw] = new("Specific heat formula"),
        [ViscosityLaw] = new("Viscosity formula"),
        [FlowTransition] = new("Smooth flow or eddies", Shape: HazeShape.Rectangular),
        ["pumpV"] = new("Voltage at the pump"),
        ["dutyLimitPct"] = new("Duty limit"),
        ["marginPct"] = new("Margin of the pump"),
        ["drive.startC"] = new("Fuel temperature at the start"),
        ["drive.minutes"] = new("Length of the drive"),
        ["ethanolDensityKgM3At15C"] = new(
            "Density of the ethanol",
            HazeUnit.KgPerM3,
            3,
            "Float a hydrometer in the ethanol and note its temperature.",
            1,
            Needs: Instrument.Hydrometer
        ),
    };

    /// <summary>The source with this id.</summary>
    /// <param name="id">Id; one the trade does not know becomes a normal source labelled with its id.</param>
    /// <param name="partU">The contribution as it enters the computation.</param>
    /// <param name="field">The quantity it enters through: where both are in the same unit, the part says how large the source itself is.</param>
    public static HazeSource Find(string id, double partU, string field)
    {
        if (!Entries.TryGetValue(id, out var entry))
        {
            return new HazeSource(id, id.StartsWith(PumpCurvePoint, StringComparison.Ordinal) ? "Pump curve" : id);
        }

        var fieldUnit = Entries.TryGetValue(field, out var asField) ? asField.Unit : HazeUnit.Other;
        var sourceU = fieldUnit == entry.Unit && fieldUnit != HazeUnit.Other ? Math.Abs(partU) : entry.TypicalU;
        var check = entry.CheckText is { } text && sourceU > 0 ? HazeCheck.SecondMeasurement(text, sourceU, entry.CheckU) with { Needs = entry.Needs } : null;
        return new HazeSource(id, entry.Label, entry.Shape, check);
    }

    /// <summary>The source of a field that names none itself: under its path, or under its last word where the trade knows that.</summary>
    /// <remarks>Every blend of a curve is in doubt the same way.</remarks>
    public static HazeSource OfField(string path, double u) =>
        path.StartsWith("ethanolPcts[", StringComparison.Ordinal)
            ? Find("ethanolPct", u)
            : Find(Entries.ContainsKey(path) ? path : Known(path[(path.LastIndexOf('.') + 1)..]) ?? path, u);

    /// <summary>What a field is called; null where the trade has no word for it.</summary>
    public static string? LabelOf(string path) =>
        Entries.TryGetValue(path, out var entry) || Entries.TryGetValue(path[(path.LastIndexOf('.') + 1)..], out entry) ? entry.Label : null;

    private static string? Known(string id) => Entries.ContainsKey(id) ? id : null;

    /// <summary>The source with this id, entering with its own size.</summary>
    public static HazeSource Find(string id, double sourceU) => Find(id, sourceU, id);
}
