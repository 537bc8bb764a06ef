using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.FuelSystem;

/// <summary>How far a fuel system reaches, in words.</summary>
internal static class ReachWords
{
    // Less doubt than this about neat ethanol is none.
    private const double NoDoubtPct = 0.5;

    /// <summary>True where the haze reaches neat ethanol.</summary>
    /// <param name="mostEthanolPct">Most ethanol, % by volume, at most 100.</param>
    public static bool IsOneSided(Hazy mostEthanolPct) => mostEthanolPct.Value + Interval95.HalfWidth(mostEthanolPct) >= 100;

    /// <summary>
    /// What is supported up to a most ethanol: "up to E56 ± 9", "every blend"; "E92 or more" where the haze reaches neat ethanol and only its low end says something.
    /// </summary>
    /// <param name="mostEthanolPct">Most ethanol, % by volume, at most 100.</param>
    public static Sentence Supported(Hazy mostEthanolPct) =>
        Interval95.HalfWidth(mostEthanolPct) switch
        {
            > SentenceText.WidestPct when !IsOneSided(mostEthanolPct) => Sentence.Of($"somewhere from {Say.Ethanol(mostEthanolPct)}"),
            _ when !IsOneSided(mostEthanolPct) => Sentence.Of($"up to {Say.Ethanol(mostEthanolPct)}"),
            var half when mostEthanolPct.Value - half > 100 - NoDoubtPct => "every blend",
            var half => Sentence.Of($"{Say.Ethanol(Math.Floor(mostEthanolPct.Value - half))} or more"),
        };
}
