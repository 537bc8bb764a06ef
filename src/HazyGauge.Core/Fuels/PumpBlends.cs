namespace HazyGauge.Core.Fuels;

/// <summary>What is sold at the pump where nobody measured (common practice, no source): a typical figure, which decides nothing.</summary>
public static class PumpBlends
{
    /// <summary>Ethanol in gasoline as it is usually sold, % by volume.</summary>
    public const double GasolinePct = 10;

    /// <summary>Ethanol in what is sold as E85, % by volume: less than its name in winter.</summary>
    public const double E85Pct = 75;
}
