using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Survey;

/// <summary>The survey's own sentences.</summary>
internal static class SurveyWords
{
    /// <summary>The verdict in a sentence or two.</summary>
    public static Sentence Headline(Eligibility eligible, IReadOnlyList<SurveyFinding> findings, IReadOnlyList<ComponentUse> uses, IReadOnlyDictionary<string, Assumption> assumed)
    {
        var load = uses.Count == 0 ? Sentence.Empty : Sentence.Of($"{uses[0].Component.Begins()} at {Say.Percent(uses[0].UsePct)} of what may be used{(assumed.Count > 0 ? ", partly on typical figures" : string.Empty)}.");
        return eligible switch
        {
            Eligibility.Yes => "It can be converted." + load,
            Eligibility.AfterChanges => "It can be converted, but not as it is." + load,
            Eligibility.No => "Not this way. Buy nothing yet.",
            _ => "Not decided yet." + load,
        };
    }

    /// <summary>What to find out next, and why that.</summary>
    public static Sentence Lead(Eligibility eligible, IReadOnlyList<ToMeasure> toMeasure) =>
        eligible == Eligibility.No ? "What stands in the way is below. Finish the rest of the survey."
        : eligible == Eligibility.AfterChanges ? "Fit or replace what is named below before any ethanol goes in." + (toMeasure.Count > 0 ? Sentence.Of($"Next best check: {Label(toMeasure[0])}.") : Sentence.Empty)
        : toMeasure.Count > 0 ? Sentence.Of($"Next best check: {Label(toMeasure[0])}. {How(toMeasure[0])}")
        : "Nothing is left to measure.";

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
        var load = results.Loads.Count == 0 ? Sentence.Empty : Sentence.Of($"; {results.Loads[0].Component.InWords()[4..]} at {Say.Percent(results.Loads[0].UsePct)} of what may be used");
        var open = results.ToMeasure.Count == 0 ? string.Empty : $"; {results.ToMeasure.Count} to measure";
        return Sentence.Of($"Survey: {eligible}{load}{open}");
    }
}
