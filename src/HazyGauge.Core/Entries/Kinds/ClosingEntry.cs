using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Entries.Kinds;

/// <summary>Another entry is done with.</summary>
public sealed class ClosingEntry : EntryKind
{
    /// <inheritdoc/>
    public override string Slug => "closing";

    /// <inheritdoc/>
    public override string Name => "Closed";

    /// <inheritdoc/>
    public override string AsksText => "How did it end";

    /// <inheritdoc/>
    public override Sentence TextMissing => "Say in a word how it ended.";

    /// <inheritdoc/>
    public override Asked Answers => Asked.Required;

    // A note may be closed too: it is done with.
    /// <inheritdoc/>
    public override bool CanAnswer(IEntryKind other) => other is not ClosingEntry;

    /// <inheritdoc/>
    public override bool Closes => true;
}
