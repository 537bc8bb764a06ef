using HazyGauge.Core.Jobs;
using HazyGauge.Data;

namespace HazyGauge.Web.Entries;

/// <summary>A new entry.</summary>
/// <param name="Kind">waiting, note, recheck, or closing for one that is done with.</param>
/// <param name="Text">What it says, 1 to 500 characters; for something waited for, what it is.</param>
/// <param name="Due">The day it falls due; a recheck needs one.</param>
/// <param name="Blocks">Stations that cannot go on until it is closed; only where something is waited for.</param>
/// <param name="Station">The station it belongs to.</param>
/// <param name="Closes">Number of the entry it closes; only for closing.</param>
public sealed record EntryRequest(EntryKind? Kind, string? Text, DateOnly? Due = null, IReadOnlyList<string>? Blocks = null, string? Station = null, int? Closes = null);

/// <summary>Something that happened on a job.</summary>
/// <param name="Number">1, 2, 3 ... per job.</param>
/// <param name="Kind">What kind of entry it is.</param>
/// <param name="Text">What it says.</param>
/// <param name="Due">The day it falls due.</param>
/// <param name="Blocks">Stations that cannot go on until it is closed.</param>
/// <param name="Station">The station it belongs to.</param>
/// <param name="Closes">Number of the entry it closes.</param>
/// <param name="ClosedBy">Number of the entry that closed it; null while it is open.</param>
/// <param name="Author">Who wrote it.</param>
/// <param name="At">When.</param>
public sealed record EntryAnswer(
    int Number, EntryKind Kind, string Text, DateOnly? Due, IReadOnlyList<string> Blocks, string? Station, int? Closes, int? ClosedBy, string Author, DateTimeOffset At)
{
    /// <summary>The answer for a stored entry.</summary>
    public static EntryAnswer From(EntryRow row, int? closedBy) => new(
        row.Number, row.Kind, row.Text, row.Due, row.Blocks.Split(' ', StringSplitOptions.RemoveEmptyEntries), row.Station, row.Closes, closedBy, row.Author, row.At);
}

/// <summary>The entries of a job, the oldest first.</summary>
public sealed record EntriesAnswer(IReadOnlyList<EntryAnswer> Items);
