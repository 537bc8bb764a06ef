using HazyGauge.Core.Capacity;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Vehicles;

/// <summary>The drive that heats the fuel most. Whatever is null is taken from the survey, or is a typical figure.</summary>
/// <param name="AmbientC">Temperature around the tank, C.</param>
/// <param name="StartC">Temperature of the fuel at the start, C; null for that around the tank.</param>
/// <param name="FuelLitres">Fuel in the tank, L.</param>
/// <param name="PumpElectricalW">Electrical power of all pumps, W.</param>
/// <param name="HeatIntoFuelPct">Share of it that ends as heat in the tank, %.</param>
/// <param name="LossWPerK">Heat the tank loses, W for every K above ambient.</param>
/// <param name="Minutes">How long it lasts, min.</param>
/// <param name="AltitudeM">Highest place of it above the sea, m.</param>
/// <param name="GasolineVapourPressureKpa">True vapour pressure of the gasoline in the blend at 37.8 C, kPa.</param>
/// <param name="InletSuctionKpa">Suction at the pump's inlet, kPa.</param>
/// <param name="ReturnRiseK">By how much the fuel comes back hotter than it left, beside the pump's own heat, K.</param>
public sealed record HotDrive(
    Hazy? AmbientC = null,
    Hazy? StartC = null,
    Hazy? FuelLitres = null,
    Hazy? PumpElectricalW = null,
    Hazy? HeatIntoFuelPct = null,
    Hazy? LossWPerK = null,
    Hazy? Minutes = null,
    Hazy? AltitudeM = null,
    Hazy? GasolineVapourPressureKpa = null,
    Hazy? InletSuctionKpa = null,
    Hazy? ReturnRiseK = null)
{
    /// <summary>Notes what cannot be and is not looked at further on.</summary>
    public InputCheck Check(InputCheck check) => check
        .Within(AltitudeM?.Value, -500, 6000, "drive.altitudeM", "The altitude", " m")
        .Within(InletSuctionKpa?.Value, 0, 20, "drive.inletSuctionKpa", "The suction at the inlet", " kPa")
        .Within(ReturnRiseK?.Value, 0, 60, "drive.returnRiseK", "The rise on the way back", " K")
        .Within(AmbientC?.Value, -50, 70, "drive.ambientC", "The temperature around the tank", " °C")
        .Within(StartC?.Value, -40, 90, "drive.startC", "The temperature at the start", " °C")
        .Within(FuelLitres?.Value, 0.1, 1000, "drive.fuelLitres", "The fuel in the tank", " L")
        .Within(PumpElectricalW?.Value, 0, 5000, "drive.pumpElectricalW", "The electrical power of the pumps", " W")
        .Within(HeatIntoFuelPct?.Value, 0, 100, "drive.heatIntoFuelPct", "The share of heat that goes into the fuel", " %")
        .Within(LossWPerK?.Value, 0, 1000, "drive.lossWPerK", "The heat the tank loses", " W/K")
        .Within(Minutes?.Value, 1, 1440, "drive.minutes", "The drive", " minutes")
        .Within(GasolineVapourPressureKpa?.Value, 5, 120, "drive.gasolineVapourPressureKpa", "The vapour pressure of the gasoline", " kPa");
}

/// <summary>What the hottest drive comes to.</summary>
/// <param name="Heating">The temperature of the fuel over it.</param>
/// <param name="AtInlet">How far from boiling at the pump's inlet, at the end.</param>
/// <param name="InReturn">The same in the return; null where there is none.</param>
/// <param name="AirKpa">Pressure of the air at its highest place, kPa.</param>
/// <param name="GasolineVapourPressureKpa">The vapour pressure it was reckoned with, kPa.</param>
public sealed record HotDriveResult(FuelHeatingResult Heating, BoilingMarginResult AtInlet, BoilingMarginResult? InReturn, Hazy AirKpa, Hazy GasolineVapourPressureKpa)
{
    // Beyond the range of the laws of vapour pressure and of density; fuel boils before.
    private const double ColdestC = -40;
    private const double HottestC = 125;

    /// <summary>The temperature at the end, C, held inside the range of the laws that go on from there.</summary>
    public Hazy FinalC => Held(Heating.FinalC);

    /// <summary>A temperature held inside that range.</summary>
    internal static Hazy Held(Hazy tempC) => RealNumber.Clamp(tempC, ColdestC, HottestC);
}

/// <summary>Reckons the hottest drive of a surveyed vehicle.</summary>
internal sealed class HotDriveReckoning(VehicleSurvey survey, HotDrive drive, TypicalFigures typical, HazeLedger ledger)
{
    private const double UsualMinutes = 60;
    private const double UsualTankLitres = 60;

    // The law holds within about this, as a share of the pressure (our own estimate).
    private const double LawU = 0.04;

    /// <summary>The drive with a blend in the tank.</summary>
    /// <param name="ethanolPct">The blend, % by volume.</param>
    /// <param name="pumpCount">Pumps side by side.</param>
    /// <param name="pumpedLph">What they move, L/h; null where that is not known.</param>
    public HotDriveResult Of(Hazy ethanolPct, int pumpCount, Hazy? pumpedLph)
    {
        var ambient = drive.AmbientC ?? typical.GuessWithin(FullLoadQuestions.AmbientC, 32, 8, "celsius");
        var watts = drive.PumpElectricalW ?? typical.Guess(FullLoadQuestions.PumpElectricalW, 110 * pumpCount, 25, "watt");
        var heating = FuelHeating.Over(
            new FuelHeatingInput(Litres(), ethanolPct, ambient, drive.StartC ?? ambient, watts, HeatShare(), drive.LossWPerK ?? typical.Guess(FullLoadQuestions.LossWPerK, 8, 50, "wattPerK"), drive.Minutes ?? UsualMinutes),
            ledger);
        var air = AirPressure.AtKpa(drive.AltitudeM ?? typical.GuessWithin(FullLoadQuestions.AltitudeM, 500, 500, "metre"));
        var gasoline = drive.GasolineVapourPressureKpa ?? typical.GuessWithin(FullLoadQuestions.GasolineVapourPressureKpa, 60, 15, "kpa");
        var suction = drive.InletSuctionKpa ?? typical.GuessWithin(FullLoadQuestions.InletSuctionKpa, 5, 3, "kpa");
        var law = ledger.Quantity(1, LawU, SourceCatalogue.Find(SourceCatalogue.VapourPressureLaw, LawU));
        return new HotDriveResult(
            heating,
            BoilingMargin.Of(ethanolPct, gasoline, HotDriveResult.Held(heating.FinalC), air - suction, law),
            survey.FuelSystem.Line == FuelLine.Return
                ? BoilingMargin.Of(ethanolPct, gasoline, HotDriveResult.Held(heating.FinalC + OnTheWayBackK(heating, watts, pumpedLph)), air, law)
                : null,
            air,
            gasoline);
    }

    private Hazy Litres()
    {
        if (drive.FuelLitres is { } litres)
        {
            return litres;
        }

        return survey.FuelSystem.TankLitres is { } tank
            ? typical.Noted(FullLoadQuestions.FuelLitres, tank / 4, new Assumption("a quarter of the tank"))
            : typical.Guess(FullLoadQuestions.FuelLitres, UsualTankLitres / 4, 40, "litres");
    }

    // On a return system nearly all of the pump's heat comes back to the tank; without one much of it leaves with the fuel.
    private Hazy HeatShare() => drive.HeatIntoFuelPct ?? survey.FuelSystem.Line switch
    {
        FuelLine.Return => typical.GuessWithin(FullLoadQuestions.HeatIntoFuelPct, 95, 5, "percent"),
        null => typical.GuessWithin(FullLoadQuestions.HeatIntoFuelPct, 75, 25, "percent"),
        _ => typical.GuessWithin(FullLoadQuestions.HeatIntoFuelPct, 60, 20, "percent"),
    };

    // The pump's heat in what it moves, and what the engine bay adds.
    private Hazy OnTheWayBackK(FuelHeatingResult heating, Hazy watts, Hazy? pumpedLph)
    {
        var bay = drive.ReturnRiseK ?? typical.GuessWithin(FullLoadQuestions.ReturnRiseK, 5, 4, "kelvin");
        if (pumpedLph is not { Value: > 0 } lph)
        {
            return bay;
        }

        var kgPerS = lph / 3600 * (heating.FuelMassKg / Litres());
        return bay + (watts / 1000 / (kgPerS * heating.HeatCapacityKjPerKgK));
    }
}
