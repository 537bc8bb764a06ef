namespace HazyGauge.Core.Fuels;

/// <summary>A fuel by its elements: CxHyOz.</summary>
/// <param name="Carbon">Atoms of carbon.</param>
/// <param name="Hydrogen">Atoms of hydrogen.</param>
/// <param name="Oxygen">Atoms of oxygen.</param>
public sealed record Composition(double Carbon, double Hydrogen, double Oxygen = 0)
{
    /// <summary>Ethanol, C2H6O.</summary>
    public static readonly Composition Ethanol = new(2, 6, 1);

    /// <summary>A usual gasoline, CH1.86 (J. B. Heywood, Internal Combustion Engine Fundamentals, gives CH1.85 to CH1.87).</summary>
    public static readonly Composition Gasoline = new(1, 1.86);

    // Standard atomic weights, abridged (IUPAC 2021), g/mol.
    private const double CarbonGPerMol = 12.011;
    private const double HydrogenGPerMol = 1.008;
    private const double OxygenGPerMol = 15.999;

    // Dry air: 20.95 % oxygen by mole, 28.96 g/mol (Heywood, chapter 3).
    private const double OxygenMoleFractionOfAir = 0.2095;
    private const double AirGPerMol = 28.96;

    /// <summary>Molar mass of the formula as written, g/mol.</summary>
    public double MolarMassGPerMol => (Carbon * CarbonGPerMol) + (Hydrogen * HydrogenGPerMol) + (Oxygen * OxygenGPerMol);

    /// <summary>
    /// Stoichiometric air-fuel ratio by mass: complete combustion of CxHyOz takes x + y/4 - z/2 molecules of O2 (Heywood, equation 3.5).
    /// </summary>
    public double StoichAfr => (Carbon + (Hydrogen / 4) - (Oxygen / 2)) / OxygenMoleFractionOfAir * AirGPerMol / MolarMassGPerMol;
}
