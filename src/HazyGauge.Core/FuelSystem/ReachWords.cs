using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.FuelSystem;

/// <summary>How far a fuel system reaches, in words.</summary>
internal static class ReachWords
{
    // From here on the top of the haze is no blend any more, and only its low end says something.
    private const double EveryBlendFromPct = 99.5;

    /// <summary>What is supported up to a most ethanol: "up to E56 ± 9", "E92 or more", "every blend".</summary>
    /// <param name="mostEthanolPct">Most ethanol, % by volume, at most 100.</param>
    public static Sentence Supported(Hazy mostEthanolPct) => (mostEthanolPct.Value >= EveryBlendFromPct, Interval95.HalfWidth(mostEthanolPct)) switch
    {
        (false, _) => Sentence.Of($"up to {Say.Ethanol(mostEthanolPct)}"),
        (true, < 100 - EveryBlendFromPct) => "every blend",
        (true, var half) => Sentence.Of($"{Say.Ethanol(Math.Floor(mostEthanolPct.Value - half))} or more"),
    };
}
