using HazyGauge.Core.Compensation;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Survey;

/// <summary>The survey's own sentences.</summary>
internal static class SurveyWords
{
    /// <summary>The verdict in a sentence or two.</summary>
    public static Sentence Headline(Eligibility eligible, IReadOnlyList<ComponentUse> uses, VehicleSurvey survey)
    {
        var small = uses.Where(u => u.IsSurelyTooSmall).ToList();
        string Named(ComponentUse use, bool isFirst) => isFirst ? use.Component.Begins() : $"{use.Component.InWords()} {use.Component.Verb()}";
        var load =
            uses.Count == 0 ? Sentence.Empty
            : small.Count > 0 ? Sentence.Of($"{Sentence.Join(" and ", small.Select((u, i) => Sentence.Of($"{Named(u, i == 0)} too small, at {At(u)}")))}.")
            : Sentence.Of($"{uses[0].Component.Named()} {(uses[0].IsSurelyOk ? uses[0].Component.Verb() : "may be too small:")} at {At(uses[0])}.");
        return eligible switch
        {
            Eligibility.Yes when survey.Control is { SignalPath: SignalPath.DisplayOnly, FuelMapEthanolPct: { } map } => Sentence.Of(
                $"A display is enough, as long as the tank stays between {Uncorrected.HeldBetween(map.Value)}."
            ) + load,
            Eligibility.Yes => "It can be converted." + load,
            Eligibility.AfterChanges => "It can be converted, but not as it is." + load,
            Eligibility.No => "Not this way. Buy nothing yet.",
            _ => "Not decided yet." + load,
        };
    }

    private static Sentence At(ComponentUse use) => Sentence.Of($"{Say.Percent(use.UsePct)} {use.Limit}");

    /// <summary>What to find out next, and why that.</summary>
    /// <param name="eligible">The verdict.</param>
    /// <param name="toMeasure">What is open, the most helpful first.</param>
    /// <param name="deciding">How many of them the verdict waits for.</param>
    /// <param name="isPartlyTypical">True where loads stand in the headline that rest on typical figures.</param>
    public static Sentence Lead(Eligibility eligible, IReadOnlyList<ToMeasure> toMeasure, int deciding, bool isPartlyTypical) =>
        (isPartlyTypical && eligible != Eligibility.No ? "Partly on typical figures." : Sentence.Empty) + Rest(eligible, toMeasure, deciding);

    private static Sentence Rest(Eligibility eligible, IReadOnlyList<ToMeasure> toMeasure, int deciding) =>
        eligible == Eligibility.No ? "What stands in the way is below. Finish the rest of the survey."
        : eligible == Eligibility.AfterChanges
            ? "Fit or replace what is named below before any ethanol goes in." + (toMeasure.Count > 0 ? Sentence.Of($"Next best check: {Label(toMeasure[0])}.") : Sentence.Empty)
        : eligible == Eligibility.Unknown && deciding > 1
            ? Sentence.Of($"Still open: {StillOpen(toMeasure, deciding)}. Next best check: {Label(toMeasure[0])}. {How(toMeasure[0])}")
        : toMeasure.Count > 0 ? Sentence.Of($"Next best check: {Label(toMeasure[0])}. {How(toMeasure[0])}")
        : "Nothing is left to measure.";

    // More than these are not read.
    private const int MostNamed = 3;

    private static string StillOpen(IReadOnlyList<ToMeasure> toMeasure, int deciding)
    {
        var named = toMeasure.Take(Math.Min(deciding, MostNamed)).Select(Label).ToList();
        return deciding > MostNamed ? $"{string.Join(", ", named)} and {deciding - MostNamed} more" : $"{string.Join(", ", named.SkipLast(1))} and {named[^1]}";
    }

    /// <summary>What is to be found out, inside a sentence.</summary>
    public static string Label(ToMeasure open) => VehicleFields.Find(open.Field)?.Label is { } label ? char.ToLowerInvariant(label[0]) + label[1..] : open.Field;

    /// <summary>How to find it out, and what that does.</summary>
    public static Sentence How(ToMeasure open) => Sentence.Of($"{open.Text} {new Sentence(open.EffectTemplate, open.Values)}");

    /// <summary>The survey in one line.</summary>
    public static Sentence Summary(SurveyResults results)
    {
        var eligible = results.Eligible switch
        {
            Eligibility.Yes => "can be converted",
            Eligibility.AfterChanges => "can be converted after changes",
            Eligibility.No => "cannot be converted this way",
            _ => "not decided yet",
        };
        var load =
            results.Loads.Count == 0
                ? Sentence.Empty
                : Sentence.Of($"; {results.Loads[0].Component.InWords()[4..]} at {Say.Percent(results.Loads[0].UsePct)} {results.Loads[0].Limit}");
        var open = results.ToMeasure.Count == 0 ? string.Empty : $"; {results.ToMeasure.Count} to measure";
        return Sentence.Of($"Survey: {eligible}{load}{open}");
    }
}
