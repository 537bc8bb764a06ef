using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Fuels;

/// <summary>The two fuels of a calculation, where they are not the usual ones.</summary>
public abstract record FuelsQuery
{
    /// <summary>Stoichiometric air-fuel ratio of the gasoline. Default 14.7.</summary>
    public Hazy? GasolineStoichAfr { get; init; }

    /// <summary>Stoichiometric air-fuel ratio of the ethanol. Default 9.0.</summary>
    public Hazy? EthanolStoichAfr { get; init; }

    /// <summary>Density of the gasoline at 15 C, kg/m3. Default 745.</summary>
    public Hazy? GasolineDensityKgM3At15C { get; init; }

    /// <summary>Density of the ethanol at 15 C, kg/m3. Default 793.5.</summary>
    public Hazy? EthanolDensityKgM3At15C { get; init; }

    /// <summary>The usual fuels, save where the query says otherwise.</summary>
    public FuelPair<Hazy> Fuels()
    {
        var usual = UsualFuels.Traditional<Hazy>();
        return new FuelPair<Hazy>(
            GasolineStoichAfr ?? usual.GasolineStoichAfr,
            EthanolStoichAfr ?? usual.EthanolStoichAfr,
            GasolineDensityKgM3At15C ?? usual.GasolineDensity15C,
            EthanolDensityKgM3At15C ?? usual.EthanolDensity15C
        );
    }
}
