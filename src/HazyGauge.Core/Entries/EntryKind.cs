using System.Text.Json.Nodes;
using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Entries;

/// <summary>A kind of entry that says all it has to say in words.</summary>
public abstract class EntryKind : IEntryKind
{
    /// <inheritdoc/>
    public abstract string Slug { get; }

    /// <inheritdoc/>
    public abstract string Name { get; }

    /// <inheritdoc/>
    public virtual string Before => Name.ToLowerInvariant();

    /// <inheritdoc/>
    public virtual string? AsksText => "What";

    /// <inheritdoc/>
    public virtual Sentence TextMissing => "Enter some text.";

    /// <inheritdoc/>
    public virtual Asked Due => Asked.No;

    /// <inheritdoc/>
    public virtual bool StaysOpen => false;

    /// <inheritdoc/>
    public virtual bool HoldsUp => false;

    /// <inheritdoc/>
    public virtual bool ByHand => false;

    /// <inheritdoc/>
    public virtual Asked Answers => Asked.No;

    /// <inheritdoc/>
    public virtual bool CanAnswer(IEntryKind other) => Answers != Asked.No;

    /// <inheritdoc/>
    public virtual bool Closes => false;

    /// <inheritdoc/>
    public virtual Asked AtStep => Asked.Optional;

    /// <inheritdoc/>
    public virtual Type? PayloadType => null;

    /// <inheritdoc/>
    public virtual int Schema => 1;

    /// <inheritdoc/>
    public virtual JsonObject Upgrade(JsonObject payload, int schema) => payload;

    /// <inheritdoc/>
    public virtual IReadOnlyList<string> FilesOf(object? payload) => [];

    /// <inheritdoc/>
    public virtual IReadOnlyList<Field> Fields => [];

    /// <inheritdoc/>
    public virtual void Check(EntryDraft draft, InputCheck check) { }

    /// <inheritdoc/>
    public virtual Sentence? Summary(object? payload) => null;
}

/// <summary>A kind of entry that carries numbers or choices beside its words.</summary>
/// <typeparam name="TPayload">What it carries: a record; what has no default in it has to be given.</typeparam>
public abstract class EntryKind<TPayload> : EntryKind
    where TPayload : class
{
    /// <inheritdoc/>
    public sealed override Type PayloadType => typeof(TPayload);

    /// <summary>Notes what cannot be, after its fields were found within their ranges.</summary>
    /// <param name="payload">What it carries.</param>
    /// <param name="draft">The entry.</param>
    /// <param name="check">Where it is noted; fields are named by their path in the payload, behind "payload.".</param>
    public virtual void Check(TPayload payload, EntryDraft draft, InputCheck check) { }

    /// <summary>What it carries, in one line with its numbers.</summary>
    public abstract Sentence Summary(TPayload payload);

    /// <summary>Files of the job that what it carries names.</summary>
    protected virtual IReadOnlyList<string> FilesOf(TPayload payload) => [];

    /// <inheritdoc/>
    public sealed override IReadOnlyList<string> FilesOf(object? payload) => payload is TPayload mine ? FilesOf(mine) : [];

    /// <inheritdoc/>
    public sealed override void Check(EntryDraft draft, InputCheck check)
    {
        if (draft.Payload is not TPayload payload)
        {
            check.Refuse("payload", $"An entry of kind {Slug} needs its payload.");
            return;
        }

        var mine = new InputCheck();
        Field.Check(Fields, payload, mine);
        check.TakeOver(mine, "payload");
        Check(payload, draft, check);
    }

    /// <inheritdoc/>
    public sealed override Sentence? Summary(object? payload) => payload is TPayload mine ? Summary(mine) : null;
}
