using HazyGauge.Core.Haze;
using HazyGauge.Core.Quantities;

namespace HazyGauge.Core.Fuels;

/// <summary>
/// True vapour pressure of a blend over liquid: ethanol and gasoline each give their own vapour pressure times mole fraction times activity
/// coefficient. Ethanol and hydrocarbons repel each other, so a little of one escapes far more readily than its share: the pressure rises
/// towards E10 and falls towards E85, which plain mole fractions (Raoult) cannot show. Activity after G. M. Wilson, J. Am. Chem. Soc. 86
/// (1964); gasoline stands as one liquid whose pressure rises with a mean heat of vaporisation of its light part. The two energies and that
/// heat are our own fit to vapour pressures of blends from memory.
/// </summary>
public static class BlendVapourPressure
{
    /// <summary>Temperature at which the vapour pressure of gasoline is given, C (100 F).</summary>
    public const double ReferenceC = 37.8;

    private const double KelvinAt0C = 273.15;

    // Wilson's energies over the gas constant, K: ethanol to gasoline, and gasoline to ethanol.
    private const double EthanolToGasolineK = 991;
    private const double GasolineToEthanolK = 79;

    // Heat of vaporisation of the light part over the gas constant, K: about 32 kJ/mol.
    private const double GasolineHeatK = 3900;

    /// <summary>Vapour pressure.</summary>
    /// <param name="blend">The blend.</param>
    /// <param name="gasolineAt37C8">True vapour pressure of the gasoline alone at 37.8 C.</param>
    /// <param name="temperature">Temperature of the blend.</param>
    public static AbsolutePressure<T> At<T>(Blend<T> blend, AbsolutePressure<T> gasolineAt37C8, Celsius<T> temperature)
        where T : struct, IRealNumber<T>
    {
        var ethanol = blend.MoleFraction;
        var gasoline = 1 - ethanol;
        var (gasolineKpa, tempC) = (gasolineAt37C8.Kpa, temperature.C);
        var kelvin = tempC + KelvinAt0C;
        var volumes = UsualFuels.GasolineGPerMol / Composition.Ethanol.MolarMassGPerMol * (blend.Fuels.EthanolDensity15C / blend.Fuels.GasolineDensity15C);
        var toGasoline = volumes * RealNumber.Exp(-EthanolToGasolineK / kelvin);
        var toEthanol = RealNumber.Exp(-GasolineToEthanolK / kelvin) / volumes;

        var (nearEthanol, nearGasoline) = (ethanol + (toGasoline * gasoline), gasoline + (toEthanol * ethanol));
        var pull = (toGasoline / nearEthanol) - (toEthanol / nearGasoline);
        var ethanolActivity = RealNumber.Exp(gasoline * pull) / nearEthanol;
        var gasolineActivity = RealNumber.Exp(-(ethanol * pull)) / nearGasoline;

        var gasolineAlone = gasolineKpa * RealNumber.Exp(GasolineHeatK * ((1 / (ReferenceC + KelvinAt0C)) - (1 / kelvin)));
        return new((ethanol * ethanolActivity * EthanolVapourPressure.At(tempC)) + (gasoline * gasolineActivity * gasolineAlone));
    }
}
