using HazyGauge.Core.Findings;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Entries;

/// <summary>What is to be written down on a job.</summary>
/// <param name="Kind">What kind of entry it is.</param>
/// <param name="Text">What it says, up to 500 characters; empty where its kind needs no words.</param>
public sealed record EntryDraft(IEntryKind Kind, string Text)
{
    /// <summary>Most characters of a text.</summary>
    public const int LongestText = 500;

    private const int EarliestDue = 1900;
    private const int LongestStep = 80;
    private const int MostFiles = 20;

    /// <summary>When it falls due.</summary>
    public DateOnly? Due { get; init; }

    /// <summary>Stations that cannot go on until it is closed.</summary>
    public IReadOnlyList<string> Blocks { get; init; } = [];

    /// <summary>The station it belongs to.</summary>
    public string? Station { get; init; }

    /// <summary>The step or joint it belongs to, by the name its station gives it.</summary>
    public string? Step { get; init; }

    /// <summary>What that step or joint was called when it was written: it may be gone later, and the entry belongs to it still.</summary>
    public string? StepName { get; init; }

    /// <summary>True where it was done for practice: it is evidence of nothing.</summary>
    public bool IsPractice { get; init; }

    /// <summary>Files that show it, by their SHA-256.</summary>
    public IReadOnlyList<string> Files { get; init; } = [];

    /// <summary>Number of the entry it answers.</summary>
    public int? Answers { get; init; }

    /// <summary>Number of the entry that does not hold any more because of this one: it was wrong, or this one stands in its place.</summary>
    public int? TakesBack { get; init; }

    /// <summary>What it carries beside words, of its kind's type; null where that is nothing.</summary>
    public object? Payload { get; init; }

    /// <summary>Notes what is wrong with it, as far as that can be told without the other entries of the job.</summary>
    /// <param name="stations">Slugs of the stations it may name.</param>
    /// <param name="check">Where it is noted.</param>
    public void Check(IReadOnlySet<string> stations, InputCheck check)
    {
        if (Text.Length == 0 && Kind.AsksText is not null)
        {
            check.Refuse("text", Kind.TextMissing);
        }

        CheckForm(stations, check);
        CheckDue(check);
        if (Blocks.Count > 0 && !Kind.HoldsUp)
        {
            check.Refuse("blocks", "Only what is waited for holds up a station.");
        }

        CheckLinks(check);
        if (Kind.PayloadType is null && Payload is not null)
        {
            check.Refuse("payload", "An entry of this kind carries nothing beside its text.");
        }

        Kind.Check(this, check);
    }

    /// <summary>Notes what is wrong with it whatever its kind is, even where that is not known.</summary>
    /// <param name="stations">Slugs of the stations it may name.</param>
    /// <param name="check">Where it is noted.</param>
    public void CheckForm(IReadOnlySet<string> stations, InputCheck check)
    {
        if (Text.Length > LongestText || Text.Any(Letters.AreHiddenInText))
        {
            check.Refuse("text", $"At most {LongestText} characters that can be shown.");
        }

        if (Station is { } station && !stations.Contains(station))
        {
            check.Refuse("station", $"There is no station '{station}'.");
        }

        foreach (var unknown in Blocks.Where(b => b is null || !stations.Contains(b)))
        {
            check.Refuse("blocks", unknown is null ? "An item of this list is empty." : $"There is no station '{unknown}'.");
        }

        if (Step is { } step && (step.Trim().Length == 0 || step.Length > LongestStep || step.Any(Letters.AreHidden)))
        {
            check.Refuse("step", $"A step or joint is named in 1 to {LongestStep} characters that can be shown.");
        }

        if (Files.Count > MostFiles || Files.Any(f => f is not { Length: 64 } || !f.All(char.IsAsciiHexDigitLower)))
        {
            check.Refuse("files", $"Up to {MostFiles} files, each by its SHA-256: 64 hexadecimal digits in lower case.");
        }
        else if (Files.Distinct(StringComparer.Ordinal).Count() != Files.Count)
        {
            check.Refuse("files", "A file stands twice in the list.");
        }
    }

    private void CheckDue(InputCheck check)
    {
        if (Due is { Year: < EarliestDue })
        {
            check.Refuse("due", $"Nothing falls due before {EarliestDue}.");
        }

        if (Kind.Due == Asked.Required && Due is null)
        {
            check.Refuse("due", "Give the day it falls due.");
        }

        if (Kind.Due == Asked.No && Due is not null)
        {
            check.Refuse("due", "An entry of this kind has no due date; write a recheck instead.");
        }
    }

    private void CheckLinks(InputCheck check)
    {
        if (Step is null && Kind.AtStep == Asked.Required)
        {
            check.Refuse("step", "Say which step or joint it belongs to.");
        }
        else if (Step is not null && Kind.AtStep == Asked.No)
        {
            check.Refuse("step", "An entry of this kind belongs to no step or joint.");
        }

        if (Kind.Answers == Asked.Required && Answers is null)
        {
            check.Refuse("answers", Kind.Closes ? "Say which entry this closes." : "Say which entry this answers.");
        }
        else if (Kind.Answers == Asked.No && Answers is not null)
        {
            check.Refuse("answers", "An entry of this kind answers no other.");
        }
    }
}
