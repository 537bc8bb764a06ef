using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
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
/// <param name="FuelUsedLph">Fuel used up on it, L/h; null for a tank that stays at its level.</param>
/// <param name="GasolineReidKpa">Reid pressure of the gasoline in the blend, kPa.</param>
/// <param name="FinishedFuelReidKpa">Reid pressure of the finished fuel at the pump, kPa.</param>
/// <param name="FinishedFuelEthanolPct">Ethanol in that finished fuel, % by volume.</param>
public sealed record HotDrive(
    Hazy? AmbientC = null,
    Hazy? StartC = null,
    Hazy? FuelLitres = null,
    Hazy? Minutes = null,
    Hazy? AltitudeM = null,
    Hazy? FuelUsedLph = null,
    Hazy? GasolineReidKpa = null,
    Hazy? FinishedFuelReidKpa = null,
    Hazy? FinishedFuelEthanolPct = null
)
{
    internal const string AmbientPath = "drive.ambientC";
    internal const string FuelPath = "drive.fuelLitres";
    internal const string MinutesPath = "drive.minutes";
    internal const string AltitudePath = "drive.altitudeM";
    internal const string GasolinePath = "drive.gasolineReidKpa";
    internal const string FinishedEthanolPath = "drive.finishedFuelEthanolPct";

    private const string AskSupplier = "Ask the supplier, or test a sample.";

    /// <summary>What is asked, with ranges and usual figures.</summary>
    public static readonly IReadOnlyList<Field> Fields =
    [
        new(AmbientPath, "Around the tank")
        {
            Group = VehicleStops.HotDrive,
            Unit = Unit.Celsius,
            Likely = (-30, 55),
            Min = -50,
            Max = 70,
            Usual = new(32, 8),
            HowTo = "Hold a thermometer beside the tank on a hot day.",
            LeftOfDoubt = 0.1,
        },
        new("drive.startC", "Fuel at the start")
        {
            Group = VehicleStops.HotDrive,
            Unit = Unit.Celsius,
            Min = FuelTemperature.LowestC,
            Max = 90,
            HowTo = "Read it from the sensor; left out, as around the tank.",
            LeftOut = "as around the tank",
        },
        new(FuelPath, "Fuel in the tank")
        {
            Group = VehicleStops.HotDrive,
            Unit = Unit.Litres,
            Likely = (3, 200),
            Min = 0.1,
            Max = 1000,
            HowTo = "Say with how little the vehicle is driven.",
            LeftOfDoubt = 0.1,
        },
        new(MinutesPath, "Length of the drive")
        {
            Group = VehicleStops.HotDrive,
            Unit = Unit.Minutes,
            Min = 1,
            Max = 1440,
            Usual = new(60),
            HowTo = "Ask how long it works hard on a hot day.",
        },
        new(AltitudePath, "Highest altitude")
        {
            Group = VehicleStops.HotDrive,
            Unit = Unit.Metre,
            Min = -500,
            Max = 6000,
            Usual = new(500, 500),
            HowTo = "Ask where the vehicle is driven.",
            LeftOfDoubt = 0.1,
        },
        new("drive.fuelUsedLph", "Fuel used on the drive")
        {
            Group = VehicleStops.HotDrive,
            Unit = Unit.Lph,
            Min = 0,
            Max = 500,
            HowTo = "Note what goes in at the next fill, over the hours driven.",
            LeftOut = "as if the tank stayed at that level",
        },
        new("drive.finishedFuelReidKpa", "Reid pressure at the pump")
        {
            Group = VehicleStops.HotDrive,
            Unit = Unit.Kpa,
            Likely = (40, 110),
            Min = GasolineVapourPressure.LeastReidKpa,
            Max = GasolineVapourPressure.MostReidKpa,
            HowTo = AskSupplier,
            LeftOut = "from the class, or from the gasoline alone",
            Hint = "Reid or dry equivalent (DVPE), with the ethanol in it.",
        },
        new(FinishedEthanolPath, "Ethanol in that fuel")
        {
            Group = VehicleStops.HotDrive,
            Unit = Unit.EthanolPct,
            Min = 0,
            Max = 90,
            Usual = new(7.5, 2.5),
            HowTo = "Read the label at the pump: E5 or E10.",
        },
        new(GasolinePath, "Reid pressure of the gasoline alone")
        {
            Group = VehicleStops.HotDrive,
            Unit = Unit.Kpa,
            Likely = (40, 110),
            Min = GasolineVapourPressure.LeastReidKpa,
            Max = GasolineVapourPressure.MostReidKpa,
            Usual = new(60, 15),
            HowTo = AskSupplier,
            Hint = "Give this or the pressure at the pump, not both.",
        },
    ];
}

/// <summary>What the hottest drive comes to, at each place on the blend that boils first there.</summary>
/// <param name="Heating">The temperature of the fuel over it.</param>
/// <param name="AtInlet">How far from boiling at the pump's inlet, at the end.</param>
/// <param name="InReturn">The same in the return; null where there is none, or nobody knows what flows there.</param>
/// <param name="WorstAtInletPct">Blend that boils first at the inlet, % by volume.</param>
/// <param name="WorstInReturnPct">Blend that boils first in the return, % by volume.</param>
/// <param name="OnHighest">How far from boiling at the inlet on the highest blend.</param>
/// <param name="Air">Pressure of the air at its highest place.</param>
/// <param name="Gasoline">Reid pressure of the gasoline it was calculated with.</param>
/// <param name="PumpW">Electrical power of all pumps, W.</param>
/// <param name="BayHeatW">Heat of the engine bay it was calculated with, W.</param>
/// <param name="SeenC">Temperature the sensor showed, C, where that is more than what was calculated: then it counts. Null where it is not.</param>
public sealed record HotDriveResult(
    FuelHeatingResult Heating,
    BoilingMarginResult AtInlet,
    BoilingMarginResult? InReturn,
    double WorstAtInletPct,
    double WorstInReturnPct,
    BoilingMarginResult OnHighest,
    AbsolutePressure<Hazy> Air,
    ReidPressure<Hazy> Gasoline,
    Hazy PumpW,
    Hazy BayHeatW,
    Hazy? SeenC = null
)
{
    // Beyond the range of the laws of vapour pressure and of density; fuel boils before.
    private const double ColdestC = -40;
    private const double HottestC = 125;

    /// <summary>Minutes until the fuel at the pump's inlet begins to boil; null where it does not on this drive. Nothing heats it further from there: it boils.</summary>
    public double? BoilsAfterMin
    {
        get
        {
            var (bubble, course) = (AtInlet.BubblePointC.Value, Heating.Timeline);
            var first = course.ToList().FindIndex(p => p.FuelTempC.Value >= bubble);
            if (first <= 0)
            {
                return first < 0 ? null : 0;
            }

            var (before, after) = (course[first - 1], course[first]);
            var share = (bubble - before.FuelTempC.Value) / (after.FuelTempC.Value - before.FuelTempC.Value);
            return before.Minute + (share * (after.Minute - before.Minute));
        }
    }

    /// <summary>How likely the fuel boils on it, at the inlet or in the return, %.</summary>
    public double BoilsPct => InReturn is { } back ? BoilingMargin.ChanceOfEitherPct(AtInlet.MarginK, back.MarginK) : AtInlet.BoilsPct;

    /// <summary>The temperature at the end, held inside the range of the laws that go on from there.</summary>
    public Celsius<Hazy> Final => Held(Heating.FinalC);

    /// <summary>A temperature held inside that range.</summary>
    internal static Celsius<Hazy> Held(Hazy tempC) => new(RealNumber.Clamp(tempC, ColdestC, HottestC));
}

/// <summary>Evaluates the hottest drive of a surveyed vehicle.</summary>
/// <param name="survey">What is known of the vehicle.</param>
/// <param name="drive">What is known of the drive.</param>
/// <param name="typical">Typical figures for the rest.</param>
/// <param name="ledger">The ledger.</param>
/// <param name="seenC">Fuel temperature the sensor showed, C; null where it showed none.</param>
internal sealed class HotDriveEvaluation(VehicleSurvey survey, HotDrive drive, TypicalFigures typical, HazeLedger ledger, Hazy? seenC)
{
    private const double UsualTankLitres = 60;

    private readonly Hazy _ambientC = drive.AmbientC ?? typical.Guess(HotDrive.AmbientPath);

    /// <summary>The drive with whatever may be in the tank.</summary>
    /// <param name="highestEthanolPct">The highest blend, % by volume.</param>
    /// <param name="pumpCount">Pumps side by side.</param>
    /// <param name="pumpedLph">What they move, L/h; null where that is not known.</param>
    public HotDriveResult Of(Hazy highestEthanolPct, int pumpCount, Hazy? pumpedLph)
    {
        // Measured for the pumps there are; those that are planned draw as much each.
        var watts = survey.Pump.ElectricalW is { } all
            ? all * pumpCount / (survey.Pump.Count ?? 1)
            : typical.Guess(VehiclePaths.PumpElectricalW, TypicalFigures.PumpW * pumpCount, 25, Unit.Watt);
        var air = AirPressure.At(drive.AltitudeM ?? typical.Guess(HotDrive.AltitudePath));
        var inlet = air - new PressureDifference<Hazy>(survey.Pump.InletSuctionKpa ?? typical.Guess(VehiclePaths.InletSuctionKpa));
        var gasoline = Gasoline();
        var (lowest, highest) = survey.MayBeTanked(highestEthanolPct);
        double Worst(AbsolutePressure<Hazy> there) => BoilingMargin.WorstEthanolPct(lowest, highest, new(gasoline.Kpa.Value), new(there.Kpa.Value));
        var (atInlet, inReturn) = (Worst(inlet), Worst(air));
        var bayW = BayHeatW(pumpedLph, atInlet);
        FuelHeatingResult Heating(Hazy ethanolPct) => FuelHeating.Over(Input(ethanolPct, watts, bayW), ledger);
        BoilingMarginResult Margin(Hazy ethanolPct, Hazy fuelC, AbsolutePressure<Hazy> there) => BoilingMargin.Of(ethanolPct, gasoline, HotDriveResult.Held(fuelC), there, ledger);
        var heating = Heating(atInlet);

        // What was seen on the vehicle counts where it is more than what is calculated.
        var hotter = seenC is { } seen && seen.Value > heating.FinalC.Value ? seenC : null;
        Hazy Hottest(Hazy calculatedC) => hotter ?? calculatedC;
        return new HotDriveResult(
            heating,
            Margin(atInlet, Hottest(heating.FinalC), inlet),
            survey.FuelSystem.Line == FuelLine.Return && pumpedLph is { Value: > 0 } lph && Heating(inReturn) is var back
                ? Margin(inReturn, Hottest(back.FinalC) + OnTheWayBackK(back, inReturn, watts, bayW, lph), air)
                : null,
            atInlet,
            inReturn,
            Margin(highestEthanolPct, Hottest(Heating(highestEthanolPct).FinalC), inlet),
            air,
            gasoline,
            watts,
            bayW,
            hotter
        );
    }

    private FuelHeatingInput Input(Hazy ethanolPct, Hazy watts, Hazy bayW) =>
        new(
            Litres(),
            ethanolPct,
            _ambientC,
            drive.StartC ?? _ambientC,
            watts,
            HeatShare(),
            survey.FuelSystem.TankLossWPerK ?? typical.TankLossWPerK(survey.FuelSystem.TankAir),
            drive.Minutes ?? HotDrive.Fields.First(f => f.Path == HotDrive.MinutesPath).Usual!.Value,
            bayW,
            drive.FuelUsedLph
        );

    private ReidPressure<Hazy> Gasoline()
    {
        if (drive.FinishedFuelReidKpa is null)
        {
            return new(
                drive.GasolineReidKpa
                    ?? (
                        survey.Goals.SummerClass is { } summer
                            ? typical.GasolineReidKpa(HotDrive.GasolinePath, summer, drive.FinishedFuelEthanolPct)
                            : typical.Guess(HotDrive.GasolinePath)
                    )
            );
        }

        return RefusedInputException.Under("drive", () =>
            new FuelVolatility(drive.GasolineReidKpa, drive.FinishedFuelReidKpa, drive.FinishedFuelEthanolPct ?? typical.Guess(HotDrive.FinishedEthanolPath)).Gasoline()
        );
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

    // Whatever flows back through a return or a regulator in the tank brings the pump's heat along; a driven pump moves no more than is burnt.
    private Hazy HeatShare() =>
        survey.FuelSystem.HeatIntoFuelPct
        ?? survey.FuelSystem.Line switch
        {
            FuelLine.Return or FuelLine.Returnless => typical.GuessWithin(VehiclePaths.HeatIntoFuelPct, 95, 5, Unit.Percent),
            FuelLine.ControlledReturnless => typical.GuessWithin(VehiclePaths.HeatIntoFuelPct, 60, 20, Unit.Percent),
            _ => typical.GuessWithin(VehiclePaths.HeatIntoFuelPct, 75, 25, Unit.Percent),
        };

    // One figure for what the engine bay gives: the return is warmer by it, and the tank gets it.
    private Hazy BayHeatW(Hazy? pumpedLph, double ethanolPct) =>
        survey.FuelSystem switch
        {
            { Line: FuelLine.Returnless or FuelLine.ControlledReturnless } => 0.0,
            { BayHeatW: { } known } => known,
            { ReturnRiseK: { } rise } when pumpedLph is { Value: > 0 } lph => rise * FlowWPerK(lph, ethanolPct, _ambientC.Value),
            { Line: FuelLine.Return } => typical.GuessWithin(VehiclePaths.BayHeatW, 100, 80, Unit.Watt),
            _ => typical.GuessWithin(VehiclePaths.BayHeatW, 50, 50, Unit.Watt),
        };

    // The pump's heat in what it moves, and what the engine bay adds.
    private static Hazy OnTheWayBackK(FuelHeatingResult heating, double ethanolPct, Hazy watts, Hazy bayW, Hazy lph) =>
        (watts + bayW) / FlowWPerK(lph, ethanolPct, HotDriveResult.Held(heating.FinalC).C.Value);

    // Heat that warms a flow by one kelvin, W/K.
    private static Hazy FlowWPerK(Hazy lph, double ethanolPct, double tempC)
    {
        var blend = new Blend<Hazy>(ethanolPct, UsualFuels.Traditional<Hazy>());
        return lph / 3600 * blend.DensityAt(tempC, 0) * HeatCapacity.KjPerKgK(blend, tempC);
    }
}
