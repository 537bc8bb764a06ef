namespace HazyGauge.Core.Entries;

/// <summary>An entry that was set aside because it cannot be read: it counts for nothing, and takes nothing else down.</summary>
/// <param name="Number">Its number.</param>
/// <param name="Kind">What kind of entry it is.</param>
/// <param name="Station">The station it belongs to.</param>
/// <param name="Why">Why it cannot be read, in one sentence.</param>
public sealed record UnreadableEntry(int Number, string Kind, string? Station, string Why);

/// <summary>What happened on a job.</summary>
/// <param name="Holding">What still holds, the oldest first; nothing that was taken back, and nothing done for practice.</param>
/// <param name="Unreadable">What was set aside.</param>
public sealed record EntriesSoFar(IReadOnlyList<JobEntry> Holding, IReadOnlyList<UnreadableEntry> Unreadable)
{
    /// <summary>A job on which nothing happened yet.</summary>
    public static readonly EntriesSoFar None = new([], []);

    /// <summary>The same with entries of some kinds only.</summary>
    public EntriesSoFar Of(IReadOnlyCollection<string> kinds) =>
        new([.. Holding.Where(e => kinds.Contains(e.Kind, StringComparer.Ordinal))], [.. Unreadable.Where(e => kinds.Contains(e.Kind, StringComparer.Ordinal))]);
}
