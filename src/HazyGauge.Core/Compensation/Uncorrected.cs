using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Compensation;

/// <summary>An engine on another blend than its map was made on, with nothing that corrects it.</summary>
public static class Uncorrected
{
    /// <summary>How far the blend may be from the map's, points of ethanol (common practice, no source).</summary>
    public const double HeldWithinPct = 5;

    /// <summary>Lambda over the one wanted: what the open time would have to grow by, metering by orifice (<see cref="FuelFactor"/>).</summary>
    /// <param name="ethanolPct">The blend in the tank, % by volume.</param>
    /// <param name="mapEthanolPct">The blend the map was made on, % by volume.</param>
    public static double LambdaRatio(double ethanolPct, double mapEthanolPct)
    {
        var map = new Blend<Exact>(mapEthanolPct, UsualFuels.Traditional<Exact>());
        return FuelFactor.CompositionFactor(Metering.Orifice, map with { EthanolPct = ethanolPct }, map).Value;
    }
}
