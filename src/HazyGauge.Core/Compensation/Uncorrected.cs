using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Compensation;

/// <summary>An engine on another blend than its map was made on, with nothing that corrects it.</summary>
public static class Uncorrected
{
    /// <summary>How far the blend may be from the map's, points of ethanol (common practice, no source).</summary>
    public const double HeldWithinPct = 5;

    /// <summary>So far off lambda is driven gently, and no farther: about what full load bears for a moment (common practice, no source).</summary>
    public const double GentlyWithin = 0.05;

    /// <summary>The blends that may be in the tank, inside a sentence: "E25 and E35".</summary>
    /// <param name="mapEthanolPct">The blend the map was made on, % by volume.</param>
    public static Sentence HeldBetween(double mapEthanolPct) =>
        Sentence.Of($"{Say.Ethanol(Math.Max(0, mapEthanolPct - HeldWithinPct))} and {Say.Ethanol(Math.Min(100, mapEthanolPct + HeldWithinPct))}");

    /// <summary>Lambda over the one wanted: what the open time would have to grow by, metering by orifice (<see cref="FuelFactor"/>).</summary>
    /// <param name="ethanolPct">The blend in the tank, % by volume.</param>
    /// <param name="map">The blend the map was made on.</param>
    public static double LambdaRatio(double ethanolPct, MapEthanol map)
    {
        var fuels = UsualFuels.Traditional<Exact>();
        return FuelFactor.CompositionFactor(Metering.Orifice, new Blend<Exact>(ethanolPct, fuels), new MapBlend<Exact>(new(map.Pct, fuels))).Value;
    }
}
