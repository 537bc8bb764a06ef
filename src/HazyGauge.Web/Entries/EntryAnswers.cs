using System.Text.Json;
using System.Text.Json.Serialization;
using HazyGauge.Core.Entries;
using HazyGauge.Core.Sentences;
using HazyGauge.Web.Stations;

namespace HazyGauge.Web.Entries;

/// <summary>A new entry.</summary>
/// <param name="Kind">What kind of entry it is: its slug.</param>
/// <param name="Text">What it says, up to 500 characters; for something waited for, what it is.</param>
/// <param name="Payload">What it carries beside words; its shape is that of its kind.</param>
/// <param name="Step">The step or joint it belongs to, by the name its station gives it.</param>
/// <param name="Files">Files of the job that show it, by their SHA-256.</param>
/// <param name="Answers">Number of the entry it answers; a closing one closes it.</param>
/// <param name="TakesBack">Number of an entry that was wrong: it stays in the record and does not hold any more.</param>
/// <param name="Due">The day it falls due; a recheck needs one.</param>
/// <param name="Blocks">Stations that cannot go on until it is closed; only where something is waited for.</param>
/// <param name="Station">The station it belongs to.</param>
public sealed record EntryRequest(
    string? Kind,
    string? Text = null,
    JsonElement? Payload = null,
    string? Step = null,
    IReadOnlyList<string>? Files = null,
    int? Answers = null,
    int? TakesBack = null,
    DateOnly? Due = null,
    IReadOnlyList<string>? Blocks = null,
    string? Station = null
);

/// <summary>An entry of a job, as a list has it.</summary>
/// <param name="Number">1, 2, 3 ... per job.</param>
/// <param name="Kind">What kind of entry it is.</param>
[JsonDerivedType(typeof(EntryAnswer))]
[JsonDerivedType(typeof(UnreadableEntryAnswer))]
public abstract record ListedEntry(int Number, string Kind);

/// <summary>An entry that was set aside because it cannot be read.</summary>
/// <param name="Number">1, 2, 3 ... per job.</param>
/// <param name="Kind">What kind of entry it is.</param>
/// <param name="Unreadable">Always true.</param>
/// <param name="Why">Why it cannot be read.</param>
/// <param name="TakenBackBy">Number of the entry that took it back; left out while nobody did.</param>
public sealed record UnreadableEntryAnswer(
    int Number,
    string Kind,
    bool Unreadable,
    string Why,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] int? TakenBackBy = null
) : ListedEntry(Number, Kind);

/// <summary>Something that happened on a job.</summary>
/// <param name="Number">1, 2, 3 ... per job.</param>
/// <param name="Kind">What kind of entry it is.</param>
/// <param name="Schema">Number of the shape of what it carries.</param>
/// <param name="Text">What it says.</param>
/// <param name="Due">The day it falls due.</param>
/// <param name="Blocks">Stations that cannot go on until it is closed.</param>
/// <param name="Station">The station it belongs to.</param>
/// <param name="Step">The step or joint it belongs to.</param>
/// <param name="Files">Files that show it, by their SHA-256.</param>
/// <param name="Answers">Number of the entry it answers.</param>
/// <param name="TakesBack">Number of the entry that does not hold any more because of it.</param>
/// <param name="ClosedBy">Number of the entry that closed it; null while it is open.</param>
/// <param name="TakenBackBy">Number of the entry that took it back; null while it holds.</param>
/// <param name="Author">Who wrote it, by the name as it was then.</param>
/// <param name="At">When.</param>
/// <param name="AuthorId">Who wrote it, by the person's id; left out where people are known by initials alone.</param>
/// <param name="Practice">True where it was done for practice; left out otherwise.</param>
/// <param name="StepName">What its step or joint was called when it was written; left out where the station named none.</param>
/// <param name="StepGone">True where its station has no such step or joint any more: it belongs to the one that was there then.</param>
/// <param name="Payload">What it carries beside words; left out where that is nothing.</param>
/// <param name="Said">That in one line with its numbers.</param>
public sealed record EntryAnswer(
    int Number,
    string Kind,
    int Schema,
    string Text,
    DateOnly? Due,
    IReadOnlyList<string> Blocks,
    string? Station,
    string? Step,
    IReadOnlyList<string> Files,
    int? Answers,
    int? TakesBack,
    int? ClosedBy,
    int? TakenBackBy,
    string Author,
    DateTimeOffset At,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? AuthorId = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] bool? Practice = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? StepName = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] bool? StepGone = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] JsonElement? Payload = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] Sentence? Said = null
) : ListedEntry(Number, Kind);

/// <summary>A page of the entries of a job.</summary>
/// <param name="Items">The entries, the oldest first; asked with before, the newest first.</param>
/// <param name="Next">What to ask the next page with, as after, or as before; left out where there are no more.</param>
public sealed record EntriesAnswer(IReadOnlyList<ListedEntry> Items, [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] int? Next = null);

/// <summary>A kind of entry: what it asks for.</summary>
/// <param name="Slug">Its name in addresses and documents.</param>
/// <param name="Name">Its name on the screen.</param>
/// <param name="Before">What stands before its text in a list.</param>
/// <param name="AsksText">What its text is asked by; null where it needs none.</param>
/// <param name="Due">Whether it falls due on a day.</param>
/// <param name="HoldsUp">True where stations may have to wait for it.</param>
/// <param name="StaysOpen">True where it stands open until another entry closes it.</param>
/// <param name="ByHand">True where it is written in the list of entries; false where a station's page writes it.</param>
/// <param name="Answers">Whether it answers another entry.</param>
/// <param name="Closes">True where what it answers is done with.</param>
/// <param name="Step">Whether it belongs to a step or joint.</param>
/// <param name="Fields">What it asks for beside words.</param>
public sealed record EntryKindAnswer(
    string Slug,
    string Name,
    string Before,
    string? AsksText,
    Asked Due,
    bool HoldsUp,
    bool StaysOpen,
    bool ByHand,
    Asked Answers,
    bool Closes,
    Asked Step,
    IReadOnlyList<FieldAnswer> Fields
)
{
    /// <summary>The answer for a kind of Core.</summary>
    internal static EntryKindAnswer From(IEntryKind kind) =>
        new(
            kind.Slug,
            kind.Name,
            kind.Before,
            kind.AsksText,
            kind.Due,
            kind.HoldsUp,
            kind.StaysOpen,
            kind.ByHand,
            kind.Answers,
            kind.Closes,
            kind.AtStep,
            [.. kind.Fields.Select(FieldAnswer.From)]
        );
}
