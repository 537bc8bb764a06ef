using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.FuelSystem;

/// <summary>What heats the fuel in a tank over a drive. Any quantity may be hazy.</summary>
/// <param name="FuelLitres">Fuel in the tank, L at the temperature it starts from.</param>
/// <param name="EthanolPct">Ethanol, % by volume.</param>
/// <param name="AmbientC">Temperature around the tank, C.</param>
/// <param name="StartC">Temperature of the fuel at the start, C.</param>
/// <param name="PumpElectricalW">Electrical power of all pumps, W.</param>
/// <param name="HeatIntoFuelPct">Share of it that ends as heat in the tank, %; with a return line or a regulator in the tank nearly all of it.</param>
/// <param name="LossWPerK">Heat the tank loses, W for every K above ambient.</param>
/// <param name="Minutes">How long the drive lasts, min.</param>
/// <param name="BayHeatW">Heat the fuel picks up in the engine bay and brings back to the tank, W; left out, none.</param>
/// <param name="FuelUsedLph">Fuel used up meanwhile, L/h; left out, none.</param>
public sealed record FuelHeatingInput(
    Hazy FuelLitres,
    Hazy EthanolPct,
    Hazy AmbientC,
    Hazy StartC,
    Hazy PumpElectricalW,
    Hazy HeatIntoFuelPct,
    Hazy LossWPerK,
    Hazy Minutes,
    Hazy? BayHeatW = null,
    Hazy? FuelUsedLph = null
)
{
    // With less left than this the pump draws air.
    internal const double MostUsedShare = 0.95;

    /// <summary>Most heat a tank may lose, W/K.</summary>
    internal const double MostLossWPerK = 1000;

    /// <summary>Heat that goes into the tank, W.</summary>
    public Hazy IntoTankW() => (PumpElectricalW * HeatIntoFuelPct / 100) + (BayHeatW ?? 0);

    /// <summary>Share of the fuel that is used up at a minute.</summary>
    internal Hazy UsedShare(Hazy minute) => (FuelUsedLph ?? 0) * minute / 60 / FuelLitres;

    /// <summary>Refuses what cannot be.</summary>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public void Check()
    {
        var check = new InputCheck()
            .Within(FuelLitres.Value, 0.1, 1000, "fuelLitres", "The fuel in the tank", Unit.Litres)
            .Within(EthanolPct.Value, 0, 100, "ethanolPct", "Ethanol", Unit.Percent)
            .Within(AmbientC.Value, -50, 70, "ambientC", "The temperature around the tank", Unit.Celsius)
            .Within(StartC.Value, FuelTemperature.LowestC, FuelTemperature.HighestC, "startC", "The temperature at the start", Unit.Celsius)
            .Within(PumpElectricalW.Value, 0, 5000, "pumpElectricalW", "The electrical power of the pumps", Unit.Watt)
            .Within(HeatIntoFuelPct.Value, 0, 100, "heatIntoFuelPct", "The share of heat that goes into the fuel", Unit.Percent)
            .Within(LossWPerK.Value, 0, MostLossWPerK, "lossWPerK", "The heat the tank loses", Unit.WattPerK)
            .Within(Minutes.Value, 1, 1440, "minutes", "The drive", Unit.Minutes)
            .Within(BayHeatW, 0, 10000, "bayHeatW", "The heat from the engine bay", Unit.Watt)
            .Within(FuelUsedLph, 0, 2000, "fuelUsedLph", "The fuel used", Unit.Lph);
        if (check.IsClean && UsedShare(Minutes).Value > MostUsedShare)
        {
            check.Refuse(
                "fuelUsedLph",
                Sentence.Of(
                    $"The tank runs empty: {Say.Lph(FuelUsedLph!.Value.Value)} for {Say.Given(Minutes.Value, Unit.Minutes)} is more than "
                        + $"{Say.Given(FuelLitres.Value, Unit.Litres)}. Give more fuel or a shorter drive."
                )
            );
        }

        check.ThrowIfAny();
    }
}

/// <summary>Temperature of the fuel after some minutes.</summary>
/// <param name="Minute">Minutes from the start.</param>
/// <param name="FuelTempC">Temperature of the fuel, C.</param>
public sealed record HeatingPoint(double Minute, Hazy FuelTempC);

/// <summary>Where the heat of a drive goes. What comes in is stored or lost.</summary>
/// <param name="InKj">Heat that went into the tank, kJ.</param>
/// <param name="StoredKj">Heat the fuel took up, whether it is still in the tank or was used since, kJ.</param>
/// <param name="LostKj">Heat the tank gave to the air, kJ; below 0 where the air heated it.</param>
public sealed record HeatBalance(Hazy InKj, Hazy StoredKj, Hazy LostKj);

/// <summary>What a drive makes of the fuel's temperature.</summary>
/// <param name="Timeline">Minute by minute, from the start to the end.</param>
/// <param name="FinalC">At the end, C.</param>
/// <param name="SteadyC">Where it would settle, C; null without losses.</param>
/// <param name="FuelMassKg">The mass at the start, kg.</param>
/// <param name="HeatCapacityKjPerKgK">Its specific heat halfway between start and end, kJ/(kg K).</param>
/// <param name="Balance">Where the heat went.</param>
public sealed record FuelHeatingResult(IReadOnlyList<HeatingPoint> Timeline, Hazy FinalC, Hazy? SteadyC, Hazy FuelMassKg, Hazy HeatCapacityKjPerKgK, HeatBalance Balance);

/// <summary>
/// The tank as one well-mixed lump that may empty: m c dT/dt = heat - loss * (T - ambient), with m falling evenly as fuel is used, solved exactly.
/// Emptying works like a longer time: s = -ln(1 - used) / used of it.
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
        var tank = new Tank(input, mass, Specific(input, blend, mass, ledger));
        var timeline = Enumerable
            .Range(0, (int)Math.Ceiling(input.Minutes.Value))
            .Select(m => new HeatingPoint(m, tank.At(m)))
            .Append(new HeatingPoint(input.Minutes.Value, tank.At(input.Minutes)))
            .ToList();
        return new FuelHeatingResult(
            timeline,
            timeline[^1].FuelTempC,
            input.LossWPerK.Value == 0 ? null : input.AmbientC + (input.IntoTankW() / input.LossWPerK),
            mass,
            tank.Specific,
            tank.BalanceAt(input.Minutes)
        );
    }

    // Specific heat rises with temperature: taken halfway between start and end, found in a few rounds.
    private static Hazy Specific(FuelHeatingInput input, Blend<Hazy> blend, Hazy mass, HazeLedger ledger)
    {
        const int Rounds = 3;
        var halfwayC = input.StartC.Value;
        for (var i = 0; i < Rounds; i++)
        {
            var end = new Tank(input, mass, HeatCapacity.KjPerKgK(blend, halfwayC)).At(input.Minutes).Value;
            halfwayC = Math.Clamp((input.StartC.Value + end) / 2, FuelTemperature.LowestC, FuelTemperature.HighestC);
        }

        return HeatCapacity.LawAt(halfwayC, ledger) * HeatCapacity.KjPerKgK(blend, halfwayC);
    }

    private readonly record struct Tank(FuelHeatingInput Input, Hazy Mass, Hazy Specific)
    {
        // W at the start, before anything has warmed.
        private Hazy AtFirstW => Input.IntoTankW() + (Input.LossWPerK * (Input.AmbientC - Input.StartC));

        private Hazy CapacityJPerK => Mass * Specific * 1000;

        public Hazy At(Hazy minute)
        {
            var (seconds, _) = Stretched(minute);
            return Input.StartC + (AtFirstW / CapacityJPerK * seconds * Fading(Input.LossWPerK / CapacityJPerK * seconds));
        }

        public HeatBalance BalanceAt(Hazy minute)
        {
            var (stretched, used) = Stretched(minute);
            var seconds = 60 * minute;
            var takenUp = stretched * Fading((Input.LossWPerK / CapacityJPerK * stretched) + (used * stretched / seconds));
            return new HeatBalance(
                Input.IntoTankW() * seconds / 1000,
                AtFirstW * takenUp / 1000,
                ((Input.LossWPerK * (Input.StartC - Input.AmbientC) * seconds) + (AtFirstW * (seconds - takenUp))) / 1000
            );
        }

        // The time as it works on a tank that empties, and the share used by then.
        private (Hazy Seconds, Hazy UsedShare) Stretched(Hazy minute)
        {
            var used = Input.UsedShare(minute);
            return (60 * minute * Stretch(used), used);
        }
    }

    /// <summary>How much longer a time works on a tank of which a share x is used by then: -ln(1 - x) / x. Close to 0 the series keeps its digits.</summary>
    internal static T Stretch<T>(T x)
        where T : struct, IRealNumber<T>
    {
        const double Small = 1e-3;
        var v = x.Value;
        if (v < Small)
        {
            return x.Through(1 + (v / 2) + (v * v / 3) + (v * v * v / 4), 0.5 + (2 * v / 3) + (3 * v * v / 4));
        }

        var stretch = -Math.Log(1 - v) / v;
        return x.Through(stretch, ((1 / (1 - v)) - stretch) / v);
    }

    /// <summary>How much of the first rise is left on average: (1 - exp(-x)) / x. Without losses it is 1; close to that the series keeps its digits.</summary>
    internal static T Fading<T>(T x)
        where T : struct, IRealNumber<T>
    {
        const double Small = 1e-3;
        var v = x.Value;
        return v < Small
            ? x.Through(1 - (v / 2) + (v * v / 6) - (v * v * v / 24), -0.5 + (v / 3) - (v * v / 8))
            : x.Through(-Math.Exp(-v) / v + (1 / v), ((Math.Exp(-v) * (1 + v)) - 1) / (v * v));
    }
}
