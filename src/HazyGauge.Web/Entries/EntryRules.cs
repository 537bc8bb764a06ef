using HazyGauge.Core.Findings;
using HazyGauge.Core.Line;
using HazyGauge.Data.Entries;

namespace HazyGauge.Web.Entries;

/// <summary>What an entry may hold.</summary>
internal static class EntryRules
{
    /// <summary>Longest text of an entry.</summary>
    public const int LongestText = 500;

    private const int LongestKey = 80;

    /// <summary>The entry to write.</summary>
    /// <exception cref="RefusedInputException">It is not one.</exception>
    public static EntryToWrite Check(EntryRequest request, string author, string idempotencyKey)
    {
        var check = new InputCheck();
        var text = request.Text?.Trim() ?? string.Empty;
        if (idempotencyKey.Length is 0 or > LongestKey || idempotencyKey.Any(char.IsControl))
        {
            check.Refuse("Idempotency-Key", $"Every entry needs a key of its own, 1 to {LongestKey} printable characters, so that it is written once however often it is sent.");
        }

        if (request.Kind is null)
        {
            check.Refuse("kind", "Say what kind of entry it is: waiting, note, recheck or closing.");
        }

        CheckText(check, text, request.Kind);
        CheckStations(check, request);
        if (request is { Kind: EntryKind.Recheck, Due: null })
        {
            check.Refuse("due", "Say on which day to look again.");
        }

        if (request is { Due: not null, Kind: EntryKind.Note or EntryKind.Closing })
        {
            check.Refuse("due", "A note has no day it falls due; write a recheck instead.");
        }

        if ((request.Kind == EntryKind.Closing) != (request.Closes is not null))
        {
            check.Refuse("closes", request.Closes is null ? "Say which entry this closes." : "Only an entry of kind closing closes another.");
        }

        check.ThrowIfAny();
        return new EntryToWrite(request.Kind!.Value, text, request.Due, [.. (request.Blocks ?? []).Distinct(StringComparer.Ordinal)], request.Station, request.Closes, author, idempotencyKey);
    }

    private static void CheckText(InputCheck check, string text, EntryKind? kind)
    {
        if (text.Length == 0)
        {
            check.Refuse("text", kind switch
            {
                EntryKind.Waiting => "Say what is waited for.",
                EntryKind.Closing => "Say how it ended, in a word.",
                _ => "An entry says something.",
            });
        }

        if (text.Length > LongestText || text.Any(c => char.IsControl(c) && c != '\n'))
        {
            check.Refuse("text", $"At most {LongestText} characters that can be shown.");
        }
    }

    private static void CheckStations(InputCheck check, EntryRequest request)
    {
        if (request.Station is { } station && Station.Find(station) is null)
        {
            check.Refuse("station", $"There is no station '{station}'.");
        }

        var blocks = request.Blocks ?? [];
        if (blocks.FirstOrDefault(b => b is null || Station.Find(b) is null) is { } unknown)
        {
            check.Refuse("blocks", $"There is no station '{unknown}'.");
        }
        else if (blocks.Any(b => b is null))
        {
            check.Refuse("blocks", "An item of this list is empty.");
        }

        if (blocks.Count > 0 && request.Kind != EntryKind.Waiting)
        {
            check.Refuse("blocks", "Only what is waited for holds up a station.");
        }
    }
}
