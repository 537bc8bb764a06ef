using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Entries.Kinds;

/// <summary>Something to look at again on a day.</summary>
public sealed class RecheckEntry : EntryKind
{
    /// <inheritdoc/>
    public override string Slug => "recheck";

    /// <inheritdoc/>
    public override string Name => "Check again on";

    /// <inheritdoc/>
    public override string Before => "check again";

    /// <inheritdoc/>
    public override string AsksText => "What to check";

    /// <inheritdoc/>
    public override Sentence TextMissing => "Say what to check.";

    /// <inheritdoc/>
    public override Asked Due => Asked.Required;

    /// <inheritdoc/>
    public override bool StaysOpen => true;

    /// <inheritdoc/>
    public override bool ByHand => true;
}
