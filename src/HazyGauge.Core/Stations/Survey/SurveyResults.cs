using System.Text.Json.Serialization;
using HazyGauge.Core.Findings;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Survey;

/// <summary>Something a survey shows.</summary>
/// <param name="Code">Stable name for programs.</param>
/// <param name="Severity">How much it matters.</param>
/// <param name="Text">One to three sentences for the mechanic, metric.</param>
/// <param name="Field">The answer it concerns, as a path into the survey.</param>
/// <param name="Template">The same with a name in braces where a number stands.</param>
/// <param name="Values">The numbers by name, in metric units.</param>
[method: JsonConstructor]
public sealed record SurveyFinding(string Code, Severity Severity, string Text, string Field, string? Template = null, IReadOnlyDictionary<string, SentenceValue>? Values = null)
{
    /// <summary>A finding that says a sentence.</summary>
    public SurveyFinding(string code, Severity severity, Sentence sentence, string field)
        : this(code, severity, sentence.Text, field, sentence.Template, sentence.Values) { }

    /// <inheritdoc cref="SurveyFinding"/>
    public string Template { get; init; } = Template ?? Text;

    /// <inheritdoc cref="SurveyFinding"/>
    public IReadOnlyDictionary<string, SentenceValue> Values { get; init; } = Values ?? Sentence.Empty.Values;

    /// <summary>The same without the answer it concerns.</summary>
    internal Finding AsFinding() => new(Code, Severity, Text, Template, Values);
}

/// <summary>Something to find out, and what it would do.</summary>
/// <param name="Field">The answer that is missing, as a path into the survey.</param>
/// <param name="Text">How to find it out.</param>
/// <param name="Effect">What stands on it, in words, metric.</param>
/// <param name="UsedMeanwhile">What stands in until then; null where nothing is assumed.</param>
/// <param name="EffectTemplate">The effect with a name in braces where a number stands.</param>
/// <param name="Values">The numbers by name, in metric units.</param>
public sealed record ToMeasure(
    string Field,
    string Text,
    string Effect,
    Assumption? UsedMeanwhile,
    string? EffectTemplate = null,
    IReadOnlyDictionary<string, SentenceValue>? Values = null
)
{
    /// <summary>What it takes; null where eyes and papers do.</summary>
    public Instrument? Needs { get; init; }

    /// <inheritdoc cref="ToMeasure"/>
    public string EffectTemplate { get; init; } = EffectTemplate ?? Effect;

    /// <inheritdoc cref="ToMeasure"/>
    public IReadOnlyDictionary<string, SentenceValue> Values { get; init; } = Values ?? Sentence.Empty.Values;
}

/// <summary>Something that was fitted since the vehicle was surveyed.</summary>
/// <param name="Entry">Number of the entry that says so.</param>
/// <param name="Change">What it changed.</param>
/// <param name="Author">Who wrote it down.</param>
/// <param name="At">When.</param>
public sealed record FittedPart(int Entry, CapacityChange Change, string Author, DateTimeOffset At)
{
    /// <summary>What it is, in words.</summary>
    public Sentence What { get; init; } = ChangeWords.Inside(Change);
}

/// <summary>Whether the vehicle can be converted the way it is meant to be.</summary>
public enum Eligibility
{
    /// <summary>Everything that decides is there.</summary>
    Yes,

    /// <summary>Everything that decides is there; parts have to be replaced or fitted first.</summary>
    AfterChanges,

    /// <summary>Something rules it out.</summary>
    No,

    /// <summary>Something that decides is not known yet.</summary>
    Unknown,
}

/// <summary>What a survey comes to.</summary>
/// <param name="Eligible">Whether the vehicle can be converted the way it is meant to be.</param>
/// <param name="Findings">What it shows, the gravest first.</param>
/// <param name="ToMeasure">What is worth finding out, the most helpful first.</param>
/// <param name="NotAsked">Answers that do not concern this vehicle, as paths into the survey.</param>
/// <param name="PowerKw">Power the loads are calculated for, kW; null where none is known.</param>
/// <param name="EthanolPct">Blend the loads are calculated for, % by volume.</param>
/// <param name="Loads">How heavily what carries the fuel is used, % of its limit, the heaviest first.</param>
/// <param name="Headline">The verdict in a sentence or two.</param>
/// <param name="Lead">What to do next, and why.</param>
/// <param name="State">State of the station.</param>
/// <param name="NextAction">What to do next.</param>
/// <param name="SignalPath">How the reading reaches what meters the fuel, by the users of it or as answered; null where that is open.</param>
/// <param name="Fitted">What was fitted since, the oldest first: all of the above counts it in; null in a record of before it was.</param>
public sealed record SurveyResults(
    Eligibility Eligible,
    IReadOnlyList<SurveyFinding> Findings,
    IReadOnlyList<ToMeasure> ToMeasure,
    IReadOnlyList<string> NotAsked,
    Hazy? PowerKw,
    Hazy EthanolPct,
    IReadOnlyList<ComponentLoad> Loads,
    Sentence Headline,
    Sentence Lead,
    StationState State,
    NextAction NextAction,
    IReadOnlyList<FittedPart>? Fitted = null,
    SignalPath? SignalPath = null
)
{
    /// <summary>The survey as everything downstream reads it.</summary>
    [JsonIgnore]
    internal VehicleSurvey? InUse { get; init; }
}
