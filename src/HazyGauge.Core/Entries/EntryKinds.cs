using HazyGauge.Core.Entries.Kinds;

namespace HazyGauge.Core.Entries;

/// <summary>The kinds of entries there are.</summary>
public sealed class EntryKinds
{
    private readonly Dictionary<string, IEntryKind> _kinds;

    /// <summary>The kinds every job has, and more.</summary>
    /// <param name="more">Kinds that belong to stations.</param>
    /// <exception cref="ArgumentException">Two have the same slug.</exception>
    public EntryKinds(IEnumerable<IEntryKind> more)
    {
        All = [new WaitingEntry(), new RecheckEntry(), new NoteEntry(), new ClosingEntry(), .. more];
        _kinds = All.ToDictionary(k => k.Slug, StringComparer.Ordinal);
        HoldingUp = [.. All.Where(k => k.HoldsUp).Select(k => k.Slug)];
    }

    /// <summary>All of them, in the order in which they are offered.</summary>
    public IReadOnlyList<IEntryKind> All { get; }

    /// <summary>Slugs of the kinds that stations may have to wait for.</summary>
    public IReadOnlyList<string> HoldingUp { get; }

    /// <summary>The kind with this slug; null where there is none.</summary>
    public IEntryKind? Find(string? slug) => slug is null ? null : _kinds.GetValueOrDefault(slug);

    /// <summary>The kind of an entry that was written once; one this program does not know stands for itself and counts for nothing.</summary>
    public IEntryKind OfWritten(string slug) => Find(slug) ?? new UnknownEntry(slug);
}
