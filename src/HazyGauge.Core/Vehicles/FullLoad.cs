using HazyGauge.Core.Fields;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Vehicles;

/// <summary>What is wanted at full load. Whatever is null is taken from the survey, or is a usual figure.</summary>
/// <param name="PowerKw">Power planned for, kW at the crank.</param>
/// <param name="EthanolPct">Highest blend planned for, % by volume.</param>
/// <param name="LambdaTarget">Lambda planned for.</param>
/// <param name="FuelTempC">Fuel temperature it is calculated at, C.</param>
/// <param name="DutyLimitPct">Duty the injectors may be used to, %.</param>
/// <param name="MarginPct">What is kept back of the pump's flow, %.</param>
public sealed record FullLoad(Hazy? PowerKw = null, Hazy? EthanolPct = null, Hazy? LambdaTarget = null, Hazy? FuelTempC = null, Hazy? DutyLimitPct = null, Hazy? MarginPct = null)
{
    /// <summary>Nothing but what the survey says.</summary>
    public static readonly FullLoad AsSurveyed = new();

    /// <summary>What is asked, with ranges and usual figures.</summary>
    public static readonly IReadOnlyList<Field> Fields =
    [
        new("fullLoad.powerKw", "Power at the crank")
        {
            Unit = Unit.Kw,
            Likely = (15, 1000),
            Min = 1,
            Max = 2000,
            HowTo = "Ask the owner; left out, as surveyed.",
        },
        new("fullLoad.ethanolPct", "Highest blend")
        {
            Unit = Unit.EthanolPct,
            Min = 0,
            Max = 100,
            HowTo = "Ask the owner; left out, as surveyed.",
        },
        new("fullLoad.lambdaTarget", "Lambda wanted")
        {
            Group = VehicleStops.FullLoad,
            Min = 0.5,
            Max = 1.5,
            HowTo = "Choose it with whoever makes the map; left out, that of the base map.",
            LeftOut = "as at full load now",
        },
        new(FuelTempPath, "Fuel temperature")
        {
            Group = VehicleStops.FullLoad,
            Unit = Unit.Celsius,
            Min = FuelTemperature.LowestC,
            Max = FuelTemperature.HighestC,
            Usual = new(30, 15),
            HowTo = "Read it from the sensor after an hour's drive on a hot day.",
        },
        new("fullLoad.dutyLimitPct", "Injector duty at most")
        {
            Group = VehicleStops.FullLoad,
            Unit = Unit.Percent,
            Min = 10,
            Max = 100,
            Usual = new(UsualInjectors.DutyLimitPct),
            HowTo = "Choose it; injectors run hot and uneven above the usual limit.",
        },
        new("fullLoad.marginPct", "Margin kept on the pump")
        {
            Group = VehicleStops.FullLoad,
            Unit = Unit.Percent,
            Min = 0,
            Max = 90,
            Usual = new(SurveyedFuelSystem.UsualMarginPct),
            HowTo = "Choose it: voltage drop, a filter that fills, age.",
        },
    ];

    internal const string FuelTempPath = "fullLoad.fuelTempC";
}
