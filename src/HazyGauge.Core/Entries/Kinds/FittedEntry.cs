using HazyGauge.Core.Findings;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Entries.Kinds;

/// <summary>What was fitted.</summary>
/// <param name="Change">What that changed, as a plan of Capacity has it.</param>
public sealed record Fitted(CapacityChange Change);

/// <summary>
/// Something that was planned is on the vehicle now: who fitted it and when stand with the entry. From then on the vehicle is what was found with that
/// counted in; what was found stays in the survey.
/// </summary>
public sealed class FittedEntry : EntryKind<Fitted>
{
    /// <summary>Its name in addresses and documents.</summary>
    public const string Key = "fitted";

    /// <inheritdoc/>
    public override string Slug => Key;

    /// <inheritdoc/>
    public override string Name => "Fitted";

    /// <inheritdoc/>
    public override string? AsksText => null;

    /// <inheritdoc/>
    public override void Check(Fitted payload, EntryDraft draft, InputCheck check)
    {
        if (payload.Change is not { } change || change.IsNothing())
        {
            check.Refuse("payload.change", "Say what was fitted, as it stands in the plan: new injectors, a pump, a higher base pressure.");
            return;
        }

        change.CheckRanges(check, "payload.change");
    }

    /// <inheritdoc/>
    public override Sentence Summary(Fitted payload) => Sentence.Of($"Fitted: {ChangeWords.Inside(payload.Change)}.");

    /// <summary>Everything that was fitted, the oldest first.</summary>
    internal static IEnumerable<Fitted> In(IEnumerable<JobEntry> entries) => entries.Select(e => e.Payload).OfType<Fitted>();
}
