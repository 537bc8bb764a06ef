using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Fuels;

/// <summary>
/// A blend of gasoline and ethanol. Ethanol percent is by volume, both fuels measured at 15 C before mixing; volumes are taken to
/// add up (the real blend swells by a few tenths of a percent at most).
/// </summary>
/// <typeparam name="T">Exact or hazy numbers.</typeparam>
/// <param name="EthanolPct">Ethanol by volume at 15 C, 0 to 100 %.</param>
/// <param name="Fuels">The two fuels.</param>
public sealed record Blend<T>(T EthanolPct, FuelPair<T> Fuels)
    where T : struct, IRealNumber<T>
{
    /// <summary>Kilograms of ethanol per cubic metre of blend at 15 C.</summary>
    private T EthanolMass => EthanolPct / 100 * Fuels.EthanolDensity15C;

    /// <summary>Kilograms of gasoline per cubic metre of blend at 15 C.</summary>
    private T GasolineMass => (100 - EthanolPct) / 100 * Fuels.GasolineDensity15C;

    /// <summary>Ethanol by mass, 0 to 1.</summary>
    public T MassFraction => EthanolMass / Density15C;

    /// <summary>Ethanol by mole, 0 to 1, with gasoline at <see cref="UsualFuels.GasolineGPerMol"/>.</summary>
    public T MoleFraction
    {
        get
        {
            var ethanolMoles = EthanolMass / Composition.Ethanol.MolarMassGPerMol;
            return ethanolMoles / (ethanolMoles + (GasolineMass / UsualFuels.GasolineGPerMol));
        }
    }

    /// <summary>Stoichiometric air-fuel ratio by mass: the two fuels' ratios weighted by mass.</summary>
    public T StoichAfr => (MassFraction * Fuels.EthanolStoichAfr) + ((1 - MassFraction) * Fuels.GasolineStoichAfr);

    /// <summary>Density at 15 C, kg/m3.</summary>
    public T Density15C => EthanolMass + GasolineMass;

    /// <summary>Density at a temperature, kg/m3: the mass of a cubic metre at 15 C over the volume both parts take up when warmed.</summary>
    /// <param name="tempC">Fuel temperature, C.</param>
    /// <param name="ethanolDensityError">What may be wrong with the ethanol density at this temperature, kg/m3.</param>
    public T DensityAt(T tempC, T ethanolDensityError)
    {
        var warmEthanol = EthanolDensity.RelativeTo15C(tempC) + (ethanolDensityError / Fuels.EthanolDensity15C);
        var warmGasoline = GasolineDensity.RelativeTo15C(Fuels.GasolineDensity15C, tempC);
        var volume = (EthanolPct / 100 / warmEthanol) + ((100 - EthanolPct) / 100 / warmGasoline);
        return Density15C / volume;
    }
}
