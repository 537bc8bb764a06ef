using System.Text.Json.Serialization;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Findings;

/// <summary>How much a finding matters.</summary>
public enum Severity
{
    /// <summary>Good to know.</summary>
    Info,

    /// <summary>Look at this before relying on the result.</summary>
    Caution,

    /// <summary>Do not go on until this is cleared.</summary>
    Stop,
}

/// <summary>Something the computation noticed, in words: what it means and what to check next.</summary>
/// <param name="Code">Stable name for programs.</param>
/// <param name="Severity">How much it matters.</param>
/// <param name="Text">One to three sentences for the mechanic, metric.</param>
/// <param name="Template">The same with a name in braces where a number stands; left out, there is no number.</param>
/// <param name="Values">The numbers by name, in metric units.</param>
/// <param name="Part">The part of its station where it is mended; null where the station has no parts.</param>
/// <param name="About">Id of what it is about, such as a joint or a wire; null where that is no single thing.</param>
[method: JsonConstructor]
public sealed record Finding(
    string Code,
    Severity Severity,
    string Text,
    string? Template = null,
    IReadOnlyDictionary<string, SentenceValue>? Values = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? Part = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? About = null
)
{
    /// <summary>A finding that says a sentence.</summary>
    public Finding(string code, Severity severity, Sentence sentence)
        : this(code, severity, sentence.Text, sentence.Template, sentence.Values) { }

    /// <inheritdoc cref="Finding"/>
    public string Template { get; init; } = Template ?? Text;

    /// <inheritdoc cref="Finding"/>
    public IReadOnlyDictionary<string, SentenceValue> Values { get; init; } = Values ?? Sentence.Empty.Values;

    /// <summary>What it says.</summary>
    [JsonIgnore]
    public Sentence Sentence => new(Template, Values);

    /// <summary>The same finding, saying something else.</summary>
    public Finding Saying(Sentence sentence) => new(Code, Severity, sentence.Text, sentence.Template, sentence.Values, Part, About);

    /// <summary>The same finding, about a thing by its id.</summary>
    public Finding Of(string? thing) => this with { About = thing };

    /// <summary>The same finding, about an entry of the job.</summary>
    public Finding OfEntry(int number) => Of(FormattableString.Invariant($"entry-{number}"));

    /// <summary>The same finding, mended at a part of its station.</summary>
    public Finding At(string part) => this with { Part = part };
}
