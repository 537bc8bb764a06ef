namespace HazyGauge.Core.Entries.Kinds;

/// <summary>A kind this program does not know: a newer one wrote it. Such an entry stands in the record, counts for nothing, and may be taken back.</summary>
/// <param name="slug">Its name in documents.</param>
internal sealed class UnknownEntry(string slug) : EntryKind
{
    /// <inheritdoc/>
    public override string Slug => slug;

    /// <inheritdoc/>
    public override string Name => "Not known here";
}
