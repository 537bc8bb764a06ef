namespace HazyGauge.Web.Haze;

/// <summary>The two fuels, where they are not the usual ones.</summary>
public interface IFuelsRequest
{
    /// <summary>Stoichiometric air-fuel ratio of the gasoline. Default 14.7.</summary>
    HazyInput? GasolineStoichAfr { get; }

    /// <summary>Stoichiometric air-fuel ratio of the ethanol. Default 9.0.</summary>
    HazyInput? EthanolStoichAfr { get; }

    /// <summary>Density of the gasoline at 15 C, kg/m3. Default 745.</summary>
    HazyInput? GasolineDensityKgM3At15C { get; }

    /// <summary>Density of the ethanol at 15 C, kg/m3. Default 793.5.</summary>
    HazyInput? EthanolDensityKgM3At15C { get; }
}
