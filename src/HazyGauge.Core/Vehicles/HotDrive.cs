using HazyGauge.Core.Fields;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Quantities;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Vehicles;

/// <summary>The drive that heats the fuel most. Whatever is null is taken from the survey, or is a typical figure.</summary>
/// <param name="AmbientC">Temperature around the tank, C.</param>
/// <param name="StartC">Temperature of the fuel at the start, C; null for that around the tank.</param>
/// <param name="FuelLitres">Fuel in the tank, L.</param>
/// <param name="Minutes">How long it lasts, min.</param>
/// <param name="AltitudeM">Highest place of it above the sea, m.</param>
/// <param name="GasolineVapourPressureKpa">True vapour pressure of the gasoline in the blend at 37.8 C, kPa.</param>
public sealed record HotDrive(
    Hazy? AmbientC = null, Hazy? StartC = null, Hazy? FuelLitres = null, Hazy? Minutes = null, Hazy? AltitudeM = null, Hazy? GasolineVapourPressureKpa = null)
{
    internal const string AmbientPath = "drive.ambientC";
    internal const string FuelPath = "drive.fuelLitres";
    internal const string MinutesPath = "drive.minutes";
    internal const string AltitudePath = "drive.altitudeM";
    internal const string GasolinePath = "drive.gasolineVapourPressureKpa";

    /// <summary>What is asked, with ranges and usual figures.</summary>
    public static readonly IReadOnlyList<Field> Fields =
    [
        new(AmbientPath, "Around the tank") { Group = VehicleStops.HotDrive, Unit = Unit.Celsius, Min = -50, Max = 70, Usual = new(32, 8), HowTo = "Hold a thermometer beside the tank on a hot day.", LeftOfDoubt = 0.1 },
        new("drive.startC", "Fuel at the start") { Group = VehicleStops.HotDrive, Unit = Unit.Celsius, Min = -40, Max = 90, HowTo = "Read it from the sensor; left out, as around the tank.", LeftOut = "as around the tank" },
        new(FuelPath, "Fuel in the tank") { Group = VehicleStops.HotDrive, Unit = Unit.Litres, Min = 0.1, Max = 1000, HowTo = "Say with how little the vehicle is driven.", LeftOfDoubt = 0.1 },
        new(MinutesPath, "Length of the drive") { Group = VehicleStops.HotDrive, Unit = Unit.Minutes, Min = 1, Max = 1440, Usual = new(60), HowTo = "Ask how long it works hard on a hot day." },
        new(AltitudePath, "Highest altitude") { Group = VehicleStops.HotDrive, Unit = Unit.Metre, Min = -500, Max = 6000, Usual = new(500, 500), HowTo = "Ask where the vehicle is driven.", LeftOfDoubt = 0.1 },
        new(GasolinePath, "Vapor pressure of the gasoline") { Group = VehicleStops.HotDrive, Unit = Unit.Kpa, Min = 5, Max = 120, Usual = new(60, 15), HowTo = "Ask the supplier for the class of the season, or test a sample." },
    ];
}

/// <summary>What the hottest drive comes to.</summary>
/// <param name="Heating">The temperature of the fuel over it.</param>
/// <param name="AtInlet">How far from boiling at the pump's inlet, at the end.</param>
/// <param name="InReturn">The same in the return; null where there is none.</param>
/// <param name="Air">Pressure of the air at its highest place.</param>
/// <param name="GasolineAt37C8">The vapour pressure of the gasoline it was calculated with.</param>
public sealed record HotDriveResult(FuelHeatingResult Heating, BoilingMarginResult AtInlet, BoilingMarginResult? InReturn, AbsolutePressure<Hazy> Air, AbsolutePressure<Hazy> GasolineAt37C8)
{
    // Beyond the range of the laws of vapour pressure and of density; fuel boils before.
    private const double ColdestC = -40;
    private const double HottestC = 125;

    /// <summary>The temperature at the end, held inside the range of the laws that go on from there.</summary>
    public Celsius<Hazy> Final => Held(Heating.FinalC);

    /// <summary>A temperature held inside that range.</summary>
    internal static Celsius<Hazy> Held(Hazy tempC) => new(RealNumber.Clamp(tempC, ColdestC, HottestC));
}

/// <summary>Evaluates the hottest drive of a surveyed vehicle.</summary>
internal sealed class HotDriveEvaluation(VehicleSurvey survey, HotDrive drive, TypicalFigures typical, HazeLedger ledger)
{
    private const double UsualTankLitres = 60;

    // The law holds within about this, as a share of the pressure (our own estimate).
    private const double LawU = 0.04;

    /// <summary>The drive with a blend in the tank.</summary>
    /// <param name="ethanolPct">The blend, % by volume.</param>
    /// <param name="pumpCount">Pumps side by side.</param>
    /// <param name="pumpedLph">What they move, L/h; null where that is not known.</param>
    public HotDriveResult Of(Hazy ethanolPct, int pumpCount, Hazy? pumpedLph)
    {
        var ambient = drive.AmbientC ?? typical.Guess(HotDrive.AmbientPath);
        var watts = survey.Pump.ElectricalW ?? typical.Guess(VehiclePaths.PumpElectricalW, 110 * pumpCount, 25, Unit.Watt);
        var heating = FuelHeating.Over(
            new FuelHeatingInput(Litres(), ethanolPct, ambient, drive.StartC ?? ambient, watts, HeatShare(), survey.FuelSystem.TankLossWPerK ?? typical.Guess(VehiclePaths.TankLossWPerK), drive.Minutes ?? HotDrive.Fields.First(f => f.Path == HotDrive.MinutesPath).Usual!.Value),
            ledger);
        var air = AirPressure.At(drive.AltitudeM ?? typical.Guess(HotDrive.AltitudePath));
        var gasoline = drive.GasolineVapourPressureKpa ?? typical.Guess(HotDrive.GasolinePath);
        var suction = survey.Pump.InletSuctionKpa ?? typical.Guess(VehiclePaths.InletSuctionKpa);
        var law = ledger.Quantity(1, LawU, SourceCatalogue.Find(SourceCatalogue.VapourPressureLaw, LawU));
        return new HotDriveResult(
            heating,
            BoilingMargin.Of(ethanolPct, new(gasoline), HotDriveResult.Held(heating.FinalC), air - new PressureDifference<Hazy>(suction), law),
            survey.FuelSystem.Line == FuelLine.Return
                ? BoilingMargin.Of(ethanolPct, new(gasoline), HotDriveResult.Held(heating.FinalC + OnTheWayBackK(heating, watts, pumpedLph)), air, law)
                : null,
            air,
            new(gasoline));
    }

    private Hazy Litres()
    {
        if (drive.FuelLitres is { } litres)
        {
            return litres;
        }

        return survey.FuelSystem.TankLitres is { } tank
            ? typical.Noted(HotDrive.FuelPath, tank / 4, new Assumption("a quarter of the tank"))
            : typical.Guess(HotDrive.FuelPath, UsualTankLitres / 4, 40, Unit.Litres);
    }

    // On a return system nearly all of the pump's heat comes back to the tank; without one much of it leaves with the fuel.
    private Hazy HeatShare() => survey.FuelSystem.HeatIntoFuelPct ?? survey.FuelSystem.Line switch
    {
        FuelLine.Return => typical.GuessWithin(VehiclePaths.HeatIntoFuelPct, 95, 5, Unit.Percent),
        null => typical.GuessWithin(VehiclePaths.HeatIntoFuelPct, 75, 25, Unit.Percent),
        _ => typical.GuessWithin(VehiclePaths.HeatIntoFuelPct, 60, 20, Unit.Percent),
    };

    // The pump's heat in what it moves, and what the engine bay adds.
    private Hazy OnTheWayBackK(FuelHeatingResult heating, Hazy watts, Hazy? pumpedLph)
    {
        var bay = survey.FuelSystem.ReturnRiseK ?? typical.Guess(VehiclePaths.ReturnRiseK);
        if (pumpedLph is not { Value: > 0 } lph)
        {
            return bay;
        }

        var kgPerS = lph / 3600 * (heating.FuelMassKg / Litres());
        return bay + (watts / 1000 / (kgPerS * heating.HeatCapacityKjPerKgK));
    }
}
