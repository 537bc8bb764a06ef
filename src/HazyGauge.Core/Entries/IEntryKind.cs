using System.Text.Json.Nodes;
using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Entries;

/// <summary>Whether a kind of entry has something.</summary>
public enum Asked
{
    /// <summary>It has none.</summary>
    No,

    /// <summary>It may have one.</summary>
    Optional,

    /// <summary>It has to have one.</summary>
    Required,
}

/// <summary>
/// A kind of entry: what it asks for, what it may answer, what it does to what it answers. All rules of a kind stand in its class. Kinds are
/// written as <see cref="EntryKind"/>, or <see cref="EntryKind{TPayload}"/> where they carry more than words.
/// </summary>
public interface IEntryKind
{
    /// <summary>Its name in addresses and documents.</summary>
    string Slug { get; }

    /// <summary>Its name on the screen.</summary>
    string Name { get; }

    /// <summary>What stands before its text in a list, like "waiting for".</summary>
    string Before { get; }

    /// <summary>What its text is asked by; null where it needs none.</summary>
    string? AsksText { get; }

    /// <summary>What is said where its text is missing.</summary>
    Sentence TextMissing { get; }

    /// <summary>Whether it falls due on a day.</summary>
    Asked Due { get; }

    /// <summary>True where it stands open until another entry closes it.</summary>
    bool StaysOpen { get; }

    /// <summary>True where stations may have to wait for it while it is open.</summary>
    bool HoldsUp { get; }

    /// <summary>True where it is written by hand, in the list of entries; false where a station's page writes it.</summary>
    bool ByHand { get; }

    /// <summary>Whether it answers another entry.</summary>
    Asked Answers { get; }

    /// <summary>True where it may answer an entry of another kind.</summary>
    bool CanAnswer(IEntryKind other);

    /// <summary>True where what it answers is done with.</summary>
    bool Closes { get; }

    /// <summary>Whether it belongs to a step or joint.</summary>
    Asked AtStep { get; }

    /// <summary>Type of what it carries beside words; null where that is nothing.</summary>
    Type? PayloadType { get; }

    /// <summary>Number of the present shape of what it carries; 1 for the first.</summary>
    int Schema { get; }

    /// <summary>Brings what an entry of an older shape carries up to date.</summary>
    /// <param name="payload">What it carries; may be changed.</param>
    /// <param name="schema">Number of the shape it was written in, less than <see cref="Schema"/>.</param>
    JsonObject Upgrade(JsonObject payload, int schema);

    /// <summary>Files of the job that what it carries names, by their SHA-256.</summary>
    IReadOnlyList<string> FilesOf(object? payload);

    /// <summary>What it asks for beside words.</summary>
    IReadOnlyList<Field> Fields { get; }

    /// <summary>Notes what cannot be.</summary>
    /// <param name="draft">The entry; its payload, where the kind has one, is of <see cref="PayloadType"/>.</param>
    /// <param name="check">Where it is noted.</param>
    void Check(EntryDraft draft, InputCheck check);

    /// <summary>What it carries beside words, in one line with its numbers; null where that is nothing.</summary>
    Sentence? Summary(object? payload);
}
