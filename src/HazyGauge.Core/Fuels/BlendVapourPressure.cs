using HazyGauge.Core.Fields;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Quantities;

namespace HazyGauge.Core.Fuels;

/// <summary>
/// True vapour pressure of a blend over liquid: ethanol and gasoline each give their own vapour pressure times mole fraction times activity
/// coefficient. Ethanol and hydrocarbons repel each other, so a little of one escapes far more readily than its share: the pressure rises
/// towards E10 and falls towards E85, which plain mole fractions (Raoult) cannot show. Activity after G. M. Wilson, J. Am. Chem. Soc. 86
/// (1964), with gasoline standing as one liquid; its two energies are our own fit to published Reid pressures of blends (from memory).
/// </summary>
public static class BlendVapourPressure
{
    private const double KelvinAt0C = 273.15;

    // Wilson's energies over the gas constant, K: ethanol to gasoline, and gasoline to ethanol.
    private const double EthanolToGasolineK = 1060;
    private const double GasolineToEthanolK = 10;

    /// <summary>Vapour pressure.</summary>
    /// <param name="blend">The blend.</param>
    /// <param name="gasoline">Reid pressure of the gasoline alone.</param>
    /// <param name="temperature">Temperature of the blend.</param>
    public static AbsolutePressure<T> At<T>(Blend<T> blend, ReidPressure<T> gasoline, Celsius<T> temperature)
        where T : struct, IRealNumber<T>
    {
        var parts = Parts(blend, gasoline, temperature);
        return new(parts.EthanolKpa + parts.GasolineKpa);
    }

    /// <summary>
    /// Reid pressure of the blend. The gasoline's part of the vapour shows as much less than its true pressure as gasoline alone does, for its light part
    /// runs out over so much vapour; that of the ethanol does not (our own model).
    /// </summary>
    public static ReidPressure<T> ReidOf<T>(Blend<T> blend, ReidPressure<T> gasoline)
        where T : struct, IRealNumber<T>
    {
        var parts = Parts(blend, gasoline, new Celsius<T>(GasolineVapourPressure.ReferenceC));
        return new(parts.EthanolKpa + (parts.GasolineKpa / GasolineVapourPressure.TrueOverReid(gasoline)));
    }

    /// <summary>
    /// What may be wrong with the law, as a share of the pressure (standard uncertainty): what published tables and blends leave open, more of it away
    /// from 20 to 60 C, for gasoline lighter or heavier than is sold, and where ethanol and gasoline mix. Our own estimate of the misfit, held against an
    /// independent calculation by tests.
    /// </summary>
    public static double RelativeU(Blend<Exact> blend, ReidPressure<Exact> gasoline, Celsius<Exact> temperature)
    {
        const double Gasoline = 0.03,
            PerKelvinBeyond = 0.0015,
            PerKpaBeyond = 0.001,
            Mixing = 0.04,
            Ethanol = 0.005;
        var (tempC, reidKpa, pct) = (temperature.C.Value, gasoline.Kpa.Value, blend.EthanolPct.Value);
        var parts = Parts(blend, gasoline, temperature);
        var ofGasoline =
            parts.GasolineKpa.Value
            / (parts.GasolineKpa.Value + parts.EthanolKpa.Value)
            * (Gasoline + (PerKelvinBeyond * Beyond(tempC, 20, 60)) + (PerKpaBeyond * Beyond(reidKpa, 48, 90)));

        // Little ethanol or little gasoline leaves little to be wrong about.
        var ofMixing = Mixing * Math.Min(1, Math.Min(pct / 20, (100 - pct) / 10));
        return Math.Sqrt((ofGasoline * ofGasoline) + (ofMixing * ofMixing) + (Ethanol * Ethanol));
    }

    /// <summary>The law's factor on a pressure: 1, with what may be wrong with it as haze, the same doubt wherever it is asked for.</summary>
    public static Hazy LawAt(Blend<Hazy> blend, ReidPressure<Hazy> gasoline, Celsius<Hazy> temperature, HazeLedger ledger)
    {
        var u = RelativeU(new Blend<Exact>(blend.EthanolPct.Value, UsualFuels.Traditional<Exact>()), new(gasoline.Kpa.Value), new(temperature.C.Value));
        return ledger.Quantity(1, u, SourceCatalogue.Find(SourceCatalogue.VapourPressureLaw, u));
    }

    /// <summary>The blend with the highest vapour pressure at a temperature, from E0 to the highest, % by volume.</summary>
    public static double HighestEthanolPct(double mostEthanolPct, ReidPressure<Exact> gasoline, Celsius<Exact> temperature) =>
        Enumerable
            .Range(0, (int)Math.Ceiling(mostEthanolPct) + 1)
            .Select(pct => Math.Min(pct, mostEthanolPct))
            .MaxBy(pct => At(new Blend<Exact>(pct, UsualFuels.Traditional<Exact>()), gasoline, temperature).Kpa.Value);

    private static (T EthanolKpa, T GasolineKpa) Parts<T>(Blend<T> blend, ReidPressure<T> gasolineReid, Celsius<T> temperature)
        where T : struct, IRealNumber<T>
    {
        var ethanol = blend.MoleFraction;
        var gasoline = 1 - ethanol;
        var kelvin = temperature.C + KelvinAt0C;
        var volumes = UsualFuels.GasolineGPerMol / Composition.Ethanol.MolarMassGPerMol * (blend.Fuels.EthanolDensity15C / blend.Fuels.GasolineDensity15C);
        var toGasoline = volumes * RealNumber.Exp(-EthanolToGasolineK / kelvin);
        var toEthanol = RealNumber.Exp(-GasolineToEthanolK / kelvin) / volumes;

        var (nearEthanol, nearGasoline) = (ethanol + (toGasoline * gasoline), gasoline + (toEthanol * ethanol));
        var pull = (toGasoline / nearEthanol) - (toEthanol / nearGasoline);
        var ethanolActivity = RealNumber.Exp(gasoline * pull) / nearEthanol;
        var gasolineActivity = RealNumber.Exp(-(ethanol * pull)) / nearGasoline;
        return (ethanol * ethanolActivity * EthanolVapourPressure.At(temperature.C), gasoline * gasolineActivity * GasolineVapourPressure.At(gasolineReid, temperature).Kpa);
    }

    private static double Beyond(double value, double from, double to) => Math.Max(0, Math.Max(from - value, value - to));
}
