using HazyGauge.Core.Findings;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Survey;

/// <summary>Which parts that touch fuel have to be replaced before ethanol goes in (trade facts: common practice, no source).</summary>
internal static class SurveyMaterials
{
    /// <summary>How the codes begin that name a part to replace.</summary>
    public const string NotRated = "notRated";

    // Makers began to rate fuel parts for E10 around then (from memory); before it nothing is.
    private const int RatedFromYear = 2001;

    private sealed record Part(string Name, string Plural, Func<FuelMaterials, MaterialRating?> Rating, string What, bool LeaksOrSheds);

    private static readonly IReadOnlyList<Part> Parts =
    [
        new("hoses", "hoses are", m => m.Hoses, "They leak: replace every one of them", true),
        new("seals", "seals are", m => m.Seals, "They swell, then leak: replace every one of them, at the injectors and the filler too", true),
        new("tank", "tank's lining is", m => m.Tank, "It comes off in flakes and blocks the filter: line the tank again, or replace it", true),
        new("regulator", "regulator is", m => m.Regulator, "Its membrane tears and lets fuel into the manifold: replace it", true),
        new("pump", "pump is", m => m.Pump, "It wears out or seizes: replace it", false),
        new("sender", "level sender is", m => m.Sender, "It reads wrong, then not at all: replace it", false),
    ];

    /// <summary>The parts to replace, and what an old vehicle is to be doubted for.</summary>
    public static IEnumerable<SurveyFinding> Of(VehicleSurvey survey)
    {
        if (survey.FuelSystem.IsNotServed)
        {
            yield break;
        }

        var materials = survey.FuelSystem.Materials ?? new FuelMaterials();
        foreach (var part in Parts.Where(p => p.Rating(materials) == MaterialRating.NotRated))
        {
            yield return new(
                NotRated + char.ToUpperInvariant(part.Name[0]) + part.Name[1..],
                part.LeaksOrSheds ? Severity.Stop : Severity.Caution,
                $"The {part.Plural} not rated for ethanol. {part.What} before any goes in.",
                $"fuelSystem.materials.{part.Name}"
            );
        }

        var open = Parts.Where(p => p.Rating(materials) is null or MaterialRating.Unknown).Select(p => p.Name).ToList();
        if (survey.Vehicle.Year is { } year && year < RatedFromYear && open.Count > 0)
        {
            yield return new(
                "oldFuelParts",
                Severity.Caution,
                Sentence.Of($"Fuel parts of {year} were made for no ethanol at all. Take these for not rated until their makers say otherwise: {string.Join(", ", open)}."),
                "vehicle.year"
            );
        }
    }
}
