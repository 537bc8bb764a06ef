namespace HazyGauge.Core.Vehicles;

/// <summary>A figure of full load or of the hottest drive that no survey asks for.</summary>
/// <param name="Label">What it is, in a few words.</param>
/// <param name="HowTo">How to find it out.</param>
/// <param name="LeftOfDoubt">What finding it out leaves of the doubt of a typical figure, 0 to 1.</param>
internal sealed record FullLoadQuestion(string Label, string HowTo, double LeftOfDoubt = 0.2);

/// <summary>The figures of full load and of the hottest drive that no survey asks for, by the name they have in a plan.</summary>
internal static class FullLoadQuestions
{
    public const string Bsfc = "bsfcGPerKwh";
    public const string EngineRpm = "engineRpm";
    public const string FuelTempC = "fuelTempC";
    public const string SupplyV = "supplyV";
    public const string CurveV = "pump.curveV";
    public const string PumpEfficiencyPct = "pumpEfficiencyPct";
    public const string PortSharePct = "portSharePct";
    public const string DirectInjectorGPerS = "directInjectorGPerS";
    public const string AmbientC = "drive.ambientC";
    public const string FuelLitres = "drive.fuelLitres";
    public const string PumpElectricalW = "drive.pumpElectricalW";
    public const string HeatIntoFuelPct = "drive.heatIntoFuelPct";
    public const string LossWPerK = "drive.lossWPerK";
    public const string AltitudeM = "drive.altitudeM";
    public const string GasolineVapourPressureKpa = "drive.gasolineVapourPressureKpa";
    public const string InletSuctionKpa = "drive.inletSuctionKpa";
    public const string ReturnRiseK = "drive.returnRiseK";

    private static readonly Dictionary<string, FullLoadQuestion> ByField = new(StringComparer.Ordinal)
    {
        [Bsfc] = new("Fuel taken per kilowatt hour", "Log injector duty and fuel pressure through a full-load pull on the base blend, beside the power.", 0.4),
        [EngineRpm] = new("Engine speed at full power", "Log one full-load pull: the speed at which the power is highest."),
        [FuelTempC] = new("Fuel temperature", "Read it from the sensor after an hour's drive on a hot day.", 0.2),
        [SupplyV] = new("Running voltage", "Measure at the battery with engine, lamps and fan running.", 0.2),
        [CurveV] = new("Voltage of the pump's curve", "It stands beside the curve on the data sheet.", 0),
        [PumpEfficiencyPct] = new("Efficiency of the high-pressure pump", "Log demand and rail pressure at full load: where the rail begins to fall, it delivers all it can.", 0.4),
        [PortSharePct] = new("Share of the ports", "Log which share of the fuel the ports take at full load.", 0.1),
        [DirectInjectorGPerS] = new("Flow of the cylinders' injectors", "Log pulse and fuel at full load, or find their data sheet: grams a second at rail pressure.", 0.3),
        [AmbientC] = new("Temperature around the tank", "Hold a thermometer beside the tank on a hot day.", 0.1),
        [FuelLitres] = new("Fuel in the tank", "Say with how little the vehicle is driven.", 0.1),
        [PumpElectricalW] = new("Electrical power of the pumps", "Clamp the pump's wire at full load: amperes times volts.", 0.1),
        [HeatIntoFuelPct] = new("Share of the pump's heat that stays in the tank", "Log the fuel's temperature over an hour's drive.", 0.4),
        [LossWPerK] = new("Heat the tank loses", "Log the fuel's temperature over an hour's drive.", 0.4),
        [AltitudeM] = new("Highest place driven to", "Ask where the vehicle is driven.", 0.1),
        [GasolineVapourPressureKpa] = new("Vapour pressure of the gasoline", "Ask the supplier for the class of the season, or test a sample.", 0.2),
        [InletSuctionKpa] = new("Suction at the pump's inlet", "Hang a vacuum gauge on the pump's inlet.", 0.2),
        [ReturnRiseK] = new("Heat the engine bay adds", "Hold a contact thermometer to feed and return after a drive.", 0.2),
    };

    public static FullLoadQuestion? Find(string field) => ByField.GetValueOrDefault(field);
}
