using HazyGauge.Core.Fields;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Fuels;

/// <summary>
/// Dynamic viscosity of a liquid blend, -40 to 125 C. Each fuel thins with temperature by Andrade's law, ln(viscosity) = a + b / T; the logarithms blend by volume
/// (Arrhenius, 1887). Ethanol runs through handbook values at 0 and 75 C (1.786 and 0.476 mPa s, from memory), gasoline through 0.45 mPa s at 25 C with the slope of
/// n-octane (from memory).
/// </summary>
public static class BlendViscosity
{
    private const double Kelvin = 273.15;
    private const double EthanolSlopeK = 1676.7;
    private const double EthanolLog = -5.5584;
    private const double GasolineSlopeK = 1055;
    private const double GasolineLog = -4.3370;

    /// <summary>Viscosity, mPa s.</summary>
    /// <param name="ethanolPct">Ethanol, % by volume.</param>
    /// <param name="tempC">Temperature, C.</param>
    public static T MPaS<T>(T ethanolPct, T tempC)
        where T : struct, IRealNumber<T>
    {
        var kelvin = tempC + Kelvin;
        var (ethanol, gasoline) = (EthanolLog + (EthanolSlopeK / kelvin), GasolineLog + (GasolineSlopeK / kelvin));
        return RealNumber.Exp(gasoline + (ethanolPct / 100 * (ethanol - gasoline)));
    }

    /// <summary>The law's factor: 1, with what may be wrong with it as haze. Gasolines differ by a fifth among themselves, ethanol is known to a percent.</summary>
    /// <param name="ethanolPct">Ethanol, % by volume.</param>
    /// <param name="ledger">The ledger its source goes on.</param>
    public static Hazy LawAt(double ethanolPct, HazeLedger ledger)
    {
        const double OfGasoline = 0.10,
            OfEthanol = 0.02;
        var u = OfGasoline + ((OfEthanol - OfGasoline) * Math.Clamp(ethanolPct, 0, 100) / 100);
        return ledger.Quantity(1, u, SourceCatalogue.Find(SourceCatalogue.ViscosityLaw, u));
    }
}
