using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Fuels;

/// <summary>The two fuels a blend is made of.</summary>
/// <typeparam name="T">Exact or hazy numbers.</typeparam>
/// <param name="GasolineStoichAfr">Stoichiometric air-fuel ratio of the gasoline, by mass.</param>
/// <param name="EthanolStoichAfr">Stoichiometric air-fuel ratio of the ethanol, by mass.</param>
/// <param name="GasolineDensity15C">Density of the gasoline at 15 C, kg/m3.</param>
/// <param name="EthanolDensity15C">Density of the ethanol at 15 C, kg/m3.</param>
public sealed record FuelPair<T>(T GasolineStoichAfr, T EthanolStoichAfr, T GasolineDensity15C, T EthanolDensity15C)
    where T : struct, IRealNumber<T>;

/// <summary>What two fuels can be.</summary>
public static class FuelPairRules
{
    /// <summary>Notes what neither gasoline nor ethanol can be.</summary>
    public static InputCheck Check(InputCheck check, FuelPair<Hazy> fuels) =>
        check
            .Within(fuels.GasolineStoichAfr.Value, 12, 17, "gasolineStoichAfr", "The air-fuel ratio of gasoline")
            .Within(fuels.EthanolStoichAfr.Value, 8, 10, "ethanolStoichAfr", "The air-fuel ratio of ethanol")
            .Within(fuels.GasolineDensity15C.Value, 650, 800, "gasolineDensityKgM3At15C", "The density of gasoline at 15 °C", Unit.KgPerM3)
            .Within(fuels.EthanolDensity15C.Value, 780, 830, "ethanolDensityKgM3At15C", "The density of ethanol at 15 °C", Unit.KgPerM3);
}

/// <summary>Usual figures for the two fuels.</summary>
public static class UsualFuels
{
    // Traditional stoichiometric air-fuel ratio of gasoline (Heywood; composition CH1.86 gives 14.58).
    private const double TraditionalGasolineAfr = 14.7;

    // Traditional stoichiometric air-fuel ratio of ethanol (composition gives 8.99).
    private const double TraditionalEthanolAfr = 9.0;

    // Density of a usual gasoline at 15 C, kg/m3 (from memory).
    private const double GasolineDensity15C = 745;

    // Density of ethanol at 15 C, kg/m3 (OIML R 22).
    private const double EthanolDensity15C = 793.5;

    /// <summary>Mean molar mass of gasoline, g/mol (from memory).</summary>
    public const double GasolineGPerMol = 105;

    /// <summary>Both fuels with their traditional air-fuel ratios.</summary>
    public static FuelPair<T> Traditional<T>()
        where T : struct, IRealNumber<T> => new(TraditionalGasolineAfr, TraditionalEthanolAfr, GasolineDensity15C, EthanolDensity15C);

    /// <summary>Both fuels with the air-fuel ratios that follow from their elements.</summary>
    public static FuelPair<T> ByComposition<T>()
        where T : struct, IRealNumber<T> => new(Composition.Gasoline.StoichAfr, Composition.Ethanol.StoichAfr, GasolineDensity15C, EthanolDensity15C);
}
