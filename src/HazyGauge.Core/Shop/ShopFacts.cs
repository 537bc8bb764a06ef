using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Shop;

/// <summary>What holds for every job of a shop, unless the job says otherwise.</summary>
/// <param name="Instruments">Instruments at hand; null where nobody said.</param>
public sealed record ShopFacts(IReadOnlyList<Instrument>? Instruments = null);
