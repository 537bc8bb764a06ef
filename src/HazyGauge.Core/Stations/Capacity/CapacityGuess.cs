using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Capacity;

/// <summary>What a verdict rests on that nobody found out.</summary>
/// <param name="On">What it rests on, inside a sentence: "a guessed pump and guessed injectors".</param>
/// <param name="First">What to find out first, and how.</param>
internal sealed record CapacityGuess(string On, Sentence First)
{
    /// <summary>The guesses of a system; null where what carries the fuel is known.</summary>
    public static CapacityGuess? Of(SurveyedFuelSystem system) =>
        system.Guesses is [var first, ..] guesses
            ? new CapacityGuess(
                Listed([.. guesses.Select(g => g.Guessed)]),
                VehicleFields.Find(first.Path) is { } field ? Sentence.Of($"{field.Label} first. {field.HowTo}") : Sentence.Empty
            )
            : null;

    private static string Listed(IReadOnlyList<string> words) => words.Count == 1 ? words[0] : $"{string.Join(", ", words.SkipLast(1))} and {words[^1]}";
}
