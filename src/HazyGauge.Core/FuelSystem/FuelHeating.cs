using HazyGauge.Core.Sentences;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.FuelSystem;

/// <summary>What heats the fuel in a tank over a drive. Any quantity may be hazy.</summary>
/// <param name="FuelLitres">Fuel in the tank, L at the temperature it starts from.</param>
/// <param name="EthanolPct">Ethanol, % by volume.</param>
/// <param name="AmbientC">Temperature around the tank, C.</param>
/// <param name="StartC">Temperature of the fuel at the start, C.</param>
/// <param name="PumpElectricalW">Electrical power of all pumps, W.</param>
/// <param name="HeatIntoFuelPct">Share of it that ends as heat in the tank, %; on a return system nearly all of it.</param>
/// <param name="LossWPerK">Heat the tank loses, W for every K above ambient.</param>
/// <param name="Minutes">How long the drive lasts, min.</param>
public sealed record FuelHeatingInput(
    Hazy FuelLitres, Hazy EthanolPct, Hazy AmbientC, Hazy StartC, Hazy PumpElectricalW, Hazy HeatIntoFuelPct, Hazy LossWPerK, Hazy Minutes)
{
    /// <summary>Refuses what cannot be.</summary>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public void Check() => new InputCheck()
        .Within(FuelLitres.Value, 0.1, 1000, "fuelLitres", "The fuel in the tank", Unit.Litres)
        .Within(EthanolPct.Value, 0, 100, "ethanolPct", "Ethanol", Unit.Percent)
        .Within(AmbientC.Value, -50, 70, "ambientC", "The temperature around the tank", Unit.Celsius)
        .Within(StartC.Value, -40, 125, "startC", "The temperature at the start", Unit.Celsius)
        .Within(PumpElectricalW.Value, 0, 5000, "pumpElectricalW", "The electrical power of the pumps", Unit.Watt)
        .Within(HeatIntoFuelPct.Value, 0, 100, "heatIntoFuelPct", "The share of heat that goes into the fuel", Unit.Percent)
        .Within(LossWPerK.Value, 0, 1000, "lossWPerK", "The heat the tank loses", Unit.WattPerK)
        .Within(Minutes.Value, 1, 1440, "minutes", "The drive", Unit.Minutes)
        .ThrowIfAny();
}

/// <summary>Temperature of the fuel after some minutes.</summary>
/// <param name="Minute">Minutes from the start.</param>
/// <param name="FuelTempC">Temperature of the fuel, C.</param>
public sealed record HeatingPoint(double Minute, Hazy FuelTempC);

/// <summary>What a drive makes of the fuel's temperature.</summary>
/// <param name="Timeline">Minute by minute, from the start to the end.</param>
/// <param name="FinalC">At the end, C.</param>
/// <param name="SteadyC">Where it would settle, C; null without losses.</param>
/// <param name="FuelMassKg">The mass that is heated, kg.</param>
/// <param name="HeatCapacityKjPerKgK">Its specific heat, kJ/(kg K).</param>
public sealed record FuelHeatingResult(IReadOnlyList<HeatingPoint> Timeline, Hazy FinalC, Hazy? SteadyC, Hazy FuelMassKg, Hazy HeatCapacityKjPerKgK);

/// <summary>
/// The tank as one well-mixed lump: m c dT/dt = share * W - loss * (T - ambient), solved exactly. What the engine burns meanwhile is left
/// out: a tank that empties heats faster, so take the fuel that is left at the end to be cautious.
/// </summary>
public static class FuelHeating
{
    /// <summary>The temperature over the drive.</summary>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public static FuelHeatingResult Over(FuelHeatingInput input, HazeLedger ledger)
    {
        input.Check();
        var blend = new Blend<Hazy>(input.EthanolPct, UsualFuels.Traditional<Hazy>());
        var mass = input.FuelLitres / 1000 * blend.DensityAt(input.StartC, EthanolDensity.ErrorAt(input.StartC.Value, ledger));
        var specific = HeatCapacity.KjPerKgK(blend);
        var heat = input.PumpElectricalW * input.HeatIntoFuelPct / 100;
        var capacity = mass * specific * 1000;
        Hazy At(Hazy minute)
        {
            var seconds = 60 * minute;
            var atFirst = (heat + (input.LossWPerK * (input.AmbientC - input.StartC))) / capacity;
            return input.StartC + (atFirst * seconds * Fading(input.LossWPerK / capacity * seconds));
        }

        var timeline = Enumerable.Range(0, (int)Math.Ceiling(input.Minutes.Value)).Select(m => new HeatingPoint(m, At(m)))
            .Append(new HeatingPoint(input.Minutes.Value, At(input.Minutes)))
            .ToList();
        return new FuelHeatingResult(
            timeline,
            timeline[^1].FuelTempC,
            input.LossWPerK.Value == 0 ? null : input.AmbientC + (heat / input.LossWPerK),
            mass,
            specific);
    }

    // (1 - exp(-x)) / x: how much of the first rise is left on average. Without losses it is 1; close to that the series keeps its digits.
    private static Hazy Fading(Hazy x)
    {
        const double Small = 1e-3;
        var v = x.Value;
        return v < Small
            ? x.Through(1 - (v / 2) + (v * v / 6), -0.5 + (v / 3) - (v * v / 8))
            : x.Through(-Math.Exp(-v) / v + (1 / v), ((Math.Exp(-v) * (1 + v)) - 1) / (v * v));
    }
}
