using HazyGauge.Core.People;

namespace HazyGauge.Core.Entries;

/// <summary>Something that happened on a job and still holds: nobody took it back.</summary>
/// <param name="Number">1, 2, 3 ... per job.</param>
/// <param name="Kind">What kind of entry it is.</param>
/// <param name="Text">What it says.</param>
/// <param name="Author">Who wrote it.</param>
/// <param name="At">When.</param>
public sealed record JobEntry(int Number, string Kind, string Text, Person Author, DateTimeOffset At)
{
    /// <summary>The station it belongs to.</summary>
    public string? Station { get; init; }

    /// <summary>The step or joint it belongs to.</summary>
    public string? Step { get; init; }

    /// <summary>What that was called when it was written.</summary>
    public string? StepName { get; init; }

    /// <summary>When it falls due.</summary>
    public DateOnly? Due { get; init; }

    /// <summary>True where it stands open: another entry is to close it.</summary>
    public bool IsOpen { get; init; }

    /// <summary>Number of the entry it answers.</summary>
    public int? Answers { get; init; }

    /// <summary>Files that show it, by their SHA-256.</summary>
    public IReadOnlyList<string> Files { get; init; } = [];

    /// <summary>What it carries beside words, of its kind's type, its numbers on the ledger of the pass; null where that is nothing.</summary>
    public object? Payload { get; init; }
}
