using System.Text.Json.Serialization;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Stations;

/// <summary>How far the work at a station has come.</summary>
public enum StationState
{
    /// <summary>Nothing saved yet.</summary>
    Empty,

    /// <summary>Something saved, its question not answered yet.</summary>
    InWork,

    /// <summary>
    /// A state of the vehicle that was measured, seen or read back, by somebody and at a time, and that no change has overtaken since. Nothing is proven by a typical
    /// figure, a plan or somebody's word.
    /// </summary>
    Proven,

    /// <summary>What was saved forbids to go on.</summary>
    Hold,

    /// <summary>Its question is answered by a plan: nobody has done it on the vehicle yet.</summary>
    Planned,

    /// <summary>Everything it asks is answered, and no typical figure stands in. What is written down is no proof.</summary>
    Complete,
}

/// <summary>How far a station has come and what is next there.</summary>
/// <param name="State">State of the station.</param>
/// <param name="NextAction">What to do next: a short command, then why.</param>
/// <param name="Steps">The steps of the work there, in an order that can be done; null where the station has none.</param>
/// <param name="Holds">What stops the work there; a station with any of them is held, whatever else it says.</param>
public sealed record StationProgress(StationState State, NextAction NextAction, IReadOnlyList<StationStep>? Steps = null, IReadOnlyList<StationHold>? Holds = null)
{
    /// <summary>State of the station.</summary>
    public StationState State { get; init; } = Holds is { Count: > 0 } ? StationState.Hold : State;

    /// <summary>How many steps are done, of those there are to do; null where the station has none.</summary>
    public StepCount? Count => Steps is null ? null : new(Steps.Count(s => s.State == StepState.Done), Steps.Count(s => s.State != StepState.Gone));
}

/// <summary>How many steps of a station are done.</summary>
/// <param name="Done">Done.</param>
/// <param name="Of">Of how many.</param>
public sealed record StepCount(int Done, int Of);

/// <summary>What to do next on a job.</summary>
/// <param name="Command">A short command, metric.</param>
/// <param name="Why">Why, or how, metric.</param>
/// <param name="Slug">The station it belongs to.</param>
/// <param name="Code">Stable name for programs.</param>
/// <param name="Template">The command with a name in braces where a number stands.</param>
/// <param name="WhyTemplate">The reason likewise.</param>
/// <param name="Values">The numbers of both by name, in metric units.</param>
/// <param name="Part">The part of the station where it is done; null where the station has no parts.</param>
/// <param name="CanWait">True where it keeps no station behind it waiting: the job goes on, and comes back to it.</param>
[method: JsonConstructor]
public sealed record NextAction(
    string Command,
    string Why,
    string Slug,
    string Code = "",
    string? Template = null,
    string? WhyTemplate = null,
    IReadOnlyDictionary<string, SentenceValue>? Values = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? Part = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] bool? CanWait = null
)
{
    /// <inheritdoc cref="NextAction"/>
    public string Template { get; init; } = Template ?? Command;

    /// <inheritdoc cref="NextAction"/>
    public string WhyTemplate { get; init; } = WhyTemplate ?? Why;

    /// <inheritdoc cref="NextAction"/>
    public IReadOnlyDictionary<string, SentenceValue> Values { get; init; } = Values ?? Sentence.Empty.Values;

    /// <summary>The command: what a list shows where there is room for one sentence.</summary>
    public string Text => Command;

    /// <summary>An action from two sentences.</summary>
    /// <param name="slug">The station it belongs to.</param>
    /// <param name="code">Stable name for programs.</param>
    /// <param name="command">A short command.</param>
    /// <param name="why">Why, or how.</param>
    /// <param name="part">The part of the station where it is done.</param>
    public static NextAction Of(string slug, string code, Sentence command, Sentence why, string? part = null)
    {
        // Both share one set of numbers, so the names of the second must not be those of the first.
        const string Between = "\n";
        var both = Sentence.Of($"{command}{Between}{why}");
        var templates = both.Template.Split(Between, 2);
        return new NextAction(command.Text, why.Text, slug, code, templates[0], templates[1], both.Values, part);
    }
}
