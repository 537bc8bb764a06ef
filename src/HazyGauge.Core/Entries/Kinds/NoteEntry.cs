namespace HazyGauge.Core.Entries.Kinds;

/// <summary>Something to remember; it may answer another entry without closing it.</summary>
public sealed class NoteEntry : EntryKind
{
    /// <inheritdoc/>
    public override string Slug => "note";

    /// <inheritdoc/>
    public override string Name => "Note";

    /// <inheritdoc/>
    public override Asked Answers => Asked.Optional;

    /// <inheritdoc/>
    public override bool ByHand => true;
}
