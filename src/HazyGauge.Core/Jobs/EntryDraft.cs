using HazyGauge.Core.Findings;

namespace HazyGauge.Core.Jobs;

/// <summary>What is to be written down on a job.</summary>
/// <param name="Kind">What kind of entry it is.</param>
/// <param name="Text">What it says, 1 to 500 characters.</param>
/// <param name="Due">When it falls due; a recheck needs a day.</param>
/// <param name="Blocks">Stations that cannot go on until it is closed; only where something is waited for.</param>
/// <param name="Station">The station it belongs to.</param>
/// <param name="Closes">Number of the entry it closes; only a closing one has it.</param>
public sealed record EntryDraft(EntryKind Kind, string Text, DateOnly? Due, IReadOnlyList<string> Blocks, string? Station, int? Closes)
{
    private const int LongestText = 500;

    /// <summary>Notes what is wrong with it.</summary>
    /// <param name="line">The line whose stations it may name.</param>
    /// <param name="check">Where it is noted.</param>
    public void Check(JobLine line, InputCheck check)
    {
        if (Text.Length == 0)
        {
            check.Refuse("text", Kind switch
            {
                EntryKind.Waiting => "Say what is waited for.",
                EntryKind.Closing => "Say in a word how it ended.",
                _ => "Enter some text.",
            });
        }

        if (Text.Length > LongestText || Text.Any(c => char.IsControl(c) && c != '\n'))
        {
            check.Refuse("text", $"At most {LongestText} characters that can be shown.");
        }

        CheckStations(line, check);
        if (Kind == EntryKind.Recheck && Due is null)
        {
            check.Refuse("due", "Give the day to check again.");
        }

        if (Due is not null && Kind is (EntryKind.Note or EntryKind.Closing))
        {
            check.Refuse("due", "A note has no due date; write a recheck instead.");
        }

        if ((Kind == EntryKind.Closing) != (Closes is not null))
        {
            check.Refuse("closes", Closes is null ? "Say which entry this closes." : "Only an entry of kind closing closes another.");
        }
    }

    private void CheckStations(JobLine line, InputCheck check)
    {
        if (Station is { } station && line.Find(station) is null)
        {
            check.Refuse("station", $"There is no station '{station}'.");
        }

        foreach (var unknown in Blocks.Where(b => b is null || line.Find(b) is null))
        {
            check.Refuse("blocks", unknown is null ? "An item of this list is empty." : $"There is no station '{unknown}'.");
        }

        if (Blocks.Count > 0 && Kind != EntryKind.Waiting)
        {
            check.Refuse("blocks", "Only what is waited for holds up a station.");
        }
    }
}
