using System.Text.Json.Serialization;
using HazyGauge.Core.Capacity;
using HazyGauge.Core.Findings;
using HazyGauge.Web.Haze;

namespace HazyGauge.Web.Stations.Capacity;

/// <summary>A drive that heats the fuel.</summary>
/// <param name="FuelLitres">Fuel in the tank, L.</param>
/// <param name="EthanolPct">Ethanol, % by volume.</param>
/// <param name="AmbientC">Temperature around the tank, C.</param>
/// <param name="StartC">Temperature of the fuel at the start, C.</param>
/// <param name="PumpElectricalW">Electrical power of all pumps, W.</param>
/// <param name="HeatIntoFuelPct">Share of it that ends as heat in the tank, %; on a return system nearly all of it.</param>
/// <param name="LossWPerK">Heat the tank loses, W for every K above ambient; 0 for none.</param>
/// <param name="Minutes">How long the drive lasts, min, 1 to 1440.</param>
public sealed record FuelHeatingRequest(
    HazyInput? FuelLitres = null,
    HazyInput? EthanolPct = null,
    HazyInput? AmbientC = null,
    HazyInput? StartC = null,
    HazyInput? PumpElectricalW = null,
    HazyInput? HeatIntoFuelPct = null,
    HazyInput? LossWPerK = null,
    HazyInput? Minutes = null)
{
    /// <summary>What a drive makes of the fuel's temperature.</summary>
    internal FuelHeatingAnswer Answer()
    {
        var haze = new HazeReader();
        var input = new FuelHeatingInput(
            haze.Required(FuelLitres, "fuelLitres", "The fuel in the tank"),
            haze.Required(EthanolPct, "ethanolPct", "The ethanol content"),
            haze.Required(AmbientC, "ambientC", "The temperature around the tank"),
            haze.Required(StartC, "startC", "The temperature at the start"),
            haze.Required(PumpElectricalW, "pumpElectricalW", "The electrical power of the pumps"),
            haze.Required(HeatIntoFuelPct, "heatIntoFuelPct", "The share of heat that goes into the fuel"),
            haze.Required(LossWPerK, "lossWPerK", "The heat the tank loses"),
            haze.Required(Minutes, "minutes", "The length of the drive"));
        haze.Check.ThrowIfAny();
        return FuelHeatingAnswer.From(FuelHeating.Over(input, haze.Ledger));
    }
}

/// <summary>Temperature of the fuel after some minutes.</summary>
/// <param name="Minute">Minutes from the start.</param>
/// <param name="FuelTempC">Temperature of the fuel.</param>
public sealed record HeatingPointAnswer(double Minute, HazyNumber FuelTempC);

/// <summary>What a drive makes of the fuel's temperature.</summary>
/// <param name="Timeline">Minute by minute.</param>
/// <param name="FinalC">At the end.</param>
/// <param name="SteadyC">Where it would settle; null without losses.</param>
/// <param name="FuelMassKg">The mass that is heated.</param>
/// <param name="HeatCapacityKjPerKgK">Its specific heat.</param>
public sealed record FuelHeatingAnswer(
    IReadOnlyList<HeatingPointAnswer> Timeline, HazyNumber FinalC, HazyNumber? SteadyC, HazyNumber FuelMassKg, HazyNumber HeatCapacityKjPerKgK)
{
    /// <summary>The answer for a result of Core.</summary>
    public static FuelHeatingAnswer From(FuelHeatingResult result) => new(
        [.. result.Timeline.Select(p => new HeatingPointAnswer(p.Minute, HazyNumber.From(p.FuelTempC)))],
        HazyNumber.From(result.FinalC),
        HazyNumber.From(result.SteadyC),
        HazyNumber.From(result.FuelMassKg),
        HazyNumber.From(result.HeatCapacityKjPerKgK));
}

/// <summary>A fuel at one place.</summary>
/// <param name="EthanolPct">Ethanol, % by volume.</param>
/// <param name="GasolineVapourPressureKpaAt37C8">True vapour pressure (not Reid) of the gasoline alone at 37.8 C, kPa.</param>
/// <param name="FuelTempC">Temperature of the fuel there, C.</param>
/// <param name="AbsolutePressureKpa">Pressure there, kPa absolute.</param>
public sealed record BoilingMarginRequest(
    HazyInput? EthanolPct = null,
    [property: JsonPropertyName("gasolineVapourPressureKpaAt37_8C")] HazyInput? GasolineVapourPressureKpaAt37C8 = null,
    HazyInput? FuelTempC = null,
    HazyInput? AbsolutePressureKpa = null)
{
    /// <summary>How far it is from boiling.</summary>
    internal BoilingMarginAnswer Answer()
    {
        var haze = new HazeReader();
        var (ethanol, gasoline) = (haze.Required(EthanolPct, "ethanolPct", "The ethanol content"), haze.Required(GasolineVapourPressureKpaAt37C8, "gasolineVapourPressureKpaAt37_8C", "The vapour pressure of the gasoline"));
        var (temperature, pressure) = (haze.Required(FuelTempC, "fuelTempC", "The fuel temperature"), haze.Required(AbsolutePressureKpa, "absolutePressureKpa", "The absolute pressure"));
        haze.Check.ThrowIfAny();
        return BoilingMarginAnswer.From(BoilingMargin.Of(ethanol, gasoline, temperature, pressure));
    }
}

/// <summary>How far a fuel is from boiling.</summary>
/// <param name="VapourPressureKpa">Its vapour pressure at its temperature, absolute.</param>
/// <param name="BubblePointC">Temperature at which it begins to boil there.</param>
/// <param name="MarginK">How much hotter it may get; below 0 it boils.</param>
/// <param name="Findings">What that means.</param>
public sealed record BoilingMarginAnswer(HazyNumber VapourPressureKpa, HazyNumber BubblePointC, HazyNumber MarginK, IReadOnlyList<Finding> Findings)
{
    /// <summary>The answer for a result of Core.</summary>
    public static BoilingMarginAnswer From(BoilingMarginResult result) => new(
        HazyNumber.From(result.VapourPressureKpa), HazyNumber.From(result.BubblePointC), HazyNumber.From(result.MarginK), result.Findings);
}
