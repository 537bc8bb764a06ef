using HazyGauge.Core.Fields;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Fuels;

/// <summary>Specific heat of a liquid blend, weighted by mass, -20 to 125 C (handbook values of both fuels, from memory).</summary>
public static class HeatCapacity
{
    private const double GasolineAt0C = 2.12;
    private const double GasolinePerC = 0.004;

    // Ethanol 2.28 at 0 C, 2.45 at 25 C, 2.67 at 50 C, 2.94 at 75 C: it bends upwards.
    private const double EthanolAt0C = 2.28;
    private const double EthanolPerC = 0.0057;
    private const double EthanolPerC2 = 4.15e-5;

    /// <summary>Specific heat at a temperature, kJ/(kg K).</summary>
    public static T KjPerKgK<T>(Blend<T> blend, double tempC)
        where T : struct, IRealNumber<T>
    {
        var gasoline = GasolineAt0C + (GasolinePerC * tempC);
        var ethanol = EthanolAt0C + (EthanolPerC * tempC) + (EthanolPerC2 * tempC * tempC);
        return gasoline + ((ethanol - gasoline) * blend.MassFraction);
    }

    /// <summary>The formula's factor at a temperature: 1, with what may be wrong with it as haze; more of it away from 0 to 60 C.</summary>
    public static Hazy LawAt(double tempC, HazeLedger ledger)
    {
        const double Inside = 0.015,
            PerKelvinBeyond = 0.0004;
        var u = Inside + (PerKelvinBeyond * Math.Max(0, Math.Max(-tempC, tempC - 60)));
        return ledger.Quantity(1, u, SourceCatalogue.Find(SourceCatalogue.HeatCapacityLaw, u));
    }
}
