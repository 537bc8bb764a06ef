using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Entries.Kinds;

/// <summary>The job waits for a part, a file or a proof; stations may have to wait with it.</summary>
public sealed class WaitingEntry : EntryKind
{
    /// <inheritdoc/>
    public override string Slug => "waiting";

    /// <inheritdoc/>
    public override string Name => "Waiting for something";

    /// <inheritdoc/>
    public override string Before => "waiting for";

    /// <inheritdoc/>
    public override string AsksText => "For what";

    /// <inheritdoc/>
    public override Sentence TextMissing => "Say what is waited for.";

    /// <inheritdoc/>
    public override Asked Due => Asked.Optional;

    /// <inheritdoc/>
    public override bool StaysOpen => true;

    /// <inheritdoc/>
    public override bool HoldsUp => true;

    /// <inheritdoc/>
    public override bool ByHand => true;
}
