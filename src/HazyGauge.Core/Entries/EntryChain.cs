namespace HazyGauge.Core.Entries;

/// <summary>How an entry hangs together with others.</summary>
/// <param name="Number">Its number.</param>
/// <param name="Kind">What kind of entry it is.</param>
/// <param name="Answers">Number of the entry it answers.</param>
/// <param name="TakesBack">Number of the entry that does not hold any more because of it.</param>
/// <param name="IsPractice">True where it was done for practice: it closes and takes back only what was practice too.</param>
public sealed record EntryLink(int Number, IEntryKind Kind, int? Answers, int? TakesBack, bool IsPractice = false);

/// <summary>Why an entry cannot stand behind the others.</summary>
public enum EntryRefusal
{
    /// <summary>Nothing is against it.</summary>
    None,

    /// <summary>What it answers is not there, was taken back, or takes no answer of this kind.</summary>
    NothingToAnswer,

    /// <summary>What it would close is closed.</summary>
    AlreadyClosed,

    /// <summary>What it would take back is not there.</summary>
    NothingToTakeBack,

    /// <summary>What it would take back was taken back.</summary>
    AlreadyTakenBack,
}

/// <summary>
/// The entries of a job as they answer, close and take back one another. What was taken back stays taken back, whatever happens to the entry
/// that did it: a corrected correction must not bring the first mistake to life again.
/// </summary>
public sealed class EntryChain
{
    private readonly Dictionary<int, EntryLink> _links = [];
    private readonly Dictionary<int, int> _takenBackBy = [];
    private readonly Dictionary<int, List<int>> _closings = [];

    /// <summary>The chain of entries that are there.</summary>
    public EntryChain(IEnumerable<EntryLink> links)
    {
        foreach (var link in links)
        {
            Add(link);
        }
    }

    /// <summary>Adds an entry that nothing is against.</summary>
    public void Add(EntryLink link)
    {
        _links[link.Number] = link;
        if (link.TakesBack is { } mistake)
        {
            _takenBackBy.TryAdd(mistake, link.Number);
        }

        if (link is { Kind.Closes: true, Answers: { } closed })
        {
            (_closings.TryGetValue(closed, out var before) ? before : _closings[closed] = []).Add(link.Number);
        }
    }

    /// <summary>The entry that took this one back; null where it holds.</summary>
    public int? TakenBackBy(int number) => _takenBackBy.TryGetValue(number, out var by) ? by : null;

    /// <summary>The entry that closed this one and still holds; null where it is not closed.</summary>
    public int? ClosedBy(int number) => _closings.TryGetValue(number, out var closings) && closings.FindIndex(c => TakenBackBy(c) is null) is >= 0 and var at ? closings[at] : null;

    /// <summary>True where it stands open: it is of a kind that does, holds, and is not closed.</summary>
    public bool IsOpen(int number) => _links.TryGetValue(number, out var link) && link.Kind.StaysOpen && TakenBackBy(number) is null && ClosedBy(number) is null;

    /// <summary>What is against an entry that would come next.</summary>
    public EntryRefusal Judge(EntryDraft draft)
    {
        if (draft.Answers is { } answered)
        {
            if (!_links.TryGetValue(answered, out var other) || TakenBackBy(answered) is not null || !draft.Kind.CanAnswer(other.Kind) || other.IsPractice != draft.IsPractice)
            {
                return EntryRefusal.NothingToAnswer;
            }

            // What it takes back does not stand in its way: a corrected reading closes what the wrong one had closed.
            if (draft.Kind.Closes && ClosedBy(answered) is { } closing && closing != draft.TakesBack)
            {
                return EntryRefusal.AlreadyClosed;
            }
        }

        return draft.TakesBack is not { } mistake ? EntryRefusal.None
            : !_links.TryGetValue(mistake, out var taken) || taken.IsPractice != draft.IsPractice ? EntryRefusal.NothingToTakeBack
            : TakenBackBy(mistake) is not null ? EntryRefusal.AlreadyTakenBack
            : EntryRefusal.None;
    }

    /// <summary>Entries whose being open may change with this one: what it answers and takes back, and what that had closed.</summary>
    public IEnumerable<int> Touches(EntryLink link)
    {
        if (link.Answers is { } answered)
        {
            yield return answered;
        }

        if (link.TakesBack is { } mistake)
        {
            yield return mistake;
            if (_links.GetValueOrDefault(mistake)?.Answers is { } reopened)
            {
                yield return reopened;
            }
        }
    }
}
