using HazyGauge.Core.Fields;
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
/// <param name="Remedies">What keeps the fuel from boiling on it; null where it does not.</param>
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
    Hazy? SeenC = null,
    IReadOnlyList<HeatRemedy>? Remedies = null
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

    /// <summary>True where it boils or may boil, at either.</summary>
    internal bool LeavesOpen => AtInlet.Findings.Concat(InReturn?.Findings ?? []).Any(BoilingMargin.LeavesOpen);

    /// <summary>The temperature at the end, held inside the range of the laws that go on from there.</summary>
    public Celsius<Hazy> Final => Held(Heating.FinalC);

    /// <summary>A temperature held inside that range.</summary>
    internal static Celsius<Hazy> Held(Hazy tempC) => new(RealNumber.Clamp(tempC, ColdestC, HottestC));
}
