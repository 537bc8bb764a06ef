using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Entries.Kinds;

/// <summary>A fill, as far as somebody noted it.</summary>
/// <param name="Litres">What went in, L.</param>
/// <param name="EthanolPct">Ethanol of what went in, % by volume.</param>
/// <param name="MixedEthanolPct">Blend that was in the tank afterwards, % by volume.</param>
/// <param name="Fuel">What the pump calls it.</param>
/// <param name="Station">Where it was filled.</param>
/// <param name="PricePerL">What a liter cost, in the shop's money.</param>
/// <param name="OdometerKm">Odometer, km.</param>
/// <param name="GaugeBeforePct">Fuel gauge before, % of full.</param>
/// <param name="GaugeAfterPct">Fuel gauge afterwards, % of full.</param>
public sealed record Fill(
    Hazy? Litres = null,
    Hazy? EthanolPct = null,
    Hazy? MixedEthanolPct = null,
    string? Fuel = null,
    string? Station = null,
    double? PricePerL = null,
    double? OdometerKm = null,
    Hazy? GaugeBeforePct = null,
    Hazy? GaugeAfterPct = null
);

/// <summary>Something went into the tank.</summary>
public sealed class FillEntry : EntryKind<Fill>
{
    /// <summary>Its name in addresses and documents.</summary>
    public const string Key = "fill";

    private const int LongestText = 80;

    /// <inheritdoc/>
    public override string Slug => Key;

    /// <inheritdoc/>
    public override string Name => "Fill";

    /// <inheritdoc/>
    public override string? AsksText => null;

    /// <inheritdoc/>
    public override IReadOnlyList<Field> Fields { get; } =
    [
        new("litres", "Filled")
        {
            Unit = Unit.Litres,
            Min = 0,
            Max = 2000,
            Likely = (1, 300),
            HowTo = "Read it off the pump.",
        },
        new("ethanolPct", "Ethanol of it")
        {
            Unit = Unit.EthanolPct,
            Min = 0,
            Max = 100,
            HowTo = "Test it; a pump's label is not its blend.",
        },
        new("mixedEthanolPct", "Blend mixed in the tank")
        {
            Unit = Unit.EthanolPct,
            Min = 0,
            Max = 100,
            HowTo = "Calculate it from what was in the tank and what went in.",
        },
        new FieldOf<Fill>("fuel", "Fuel by its label"),
        new FieldOf<Fill>("station", "Filled at"),
        new FieldOf<Fill>("pricePerL", "Price of a liter") { Min = 0, Max = 1000 },
        new FieldOf<Fill>("odometerKm", "Odometer") { Min = 0, Max = 10_000_000 },
        new("gaugeBeforePct", "Fuel gauge before")
        {
            Unit = Unit.Percent,
            Min = 0,
            Max = 100,
        },
        new("gaugeAfterPct", "Fuel gauge afterwards")
        {
            Unit = Unit.Percent,
            Min = 0,
            Max = 100,
        },
    ];

    /// <inheritdoc/>
    public override void Check(Fill payload, EntryDraft draft, InputCheck check)
    {
        if (payload == new Fill())
        {
            check.Refuse("payload", "Say something of the fill: how much, what of, or which blend it came to.");
        }

        foreach (var (text, path) in new[] { (payload.Fuel, "payload.fuel"), (payload.Station, "payload.station") })
        {
            if (text?.Length > LongestText || text?.Any(Letters.AreHidden) == true)
            {
                check.Refuse(path, $"This is longer than {LongestText} characters, or cannot be shown.");
            }
        }
    }

    /// <inheritdoc/>
    public override Sentence Summary(Fill payload)
    {
        Sentence what = (payload.Litres, payload.EthanolPct) switch
        {
            ({ } litres, { } ethanol) => Sentence.Of($"Filled {Say.Of(litres, Unit.Litres, 0)} of {Say.Ethanol(ethanol)}{At(payload)}."),
            ({ } litres, null) => Sentence.Of(
                $"Filled {Say.Of(litres, Unit.Litres, 0)}{(string.IsNullOrWhiteSpace(payload.Fuel) ? string.Empty : $" of {payload.Fuel.Trim()}")}{At(payload)}."
            ),
            (null, { } ethanol) => Sentence.Of($"Filled with {Say.Ethanol(ethanol)}{At(payload)}."),
            _ => payload.MixedEthanolPct is null ? Sentence.Of($"Filled{At(payload)}.") : Sentence.Empty,
        };
        return what + (payload.MixedEthanolPct is { } mixed ? Sentence.Of($"Mixed in the tank: {Say.Ethanol(mixed)}.") : Sentence.Empty);
    }

    private static string At(Fill payload) => string.IsNullOrWhiteSpace(payload.Station) ? string.Empty : $" at {payload.Station.Trim()}";
}
