using HazyGauge.Core.Findings;
using HazyGauge.Core.Jobs;
using HazyGauge.Data.Entries;

namespace HazyGauge.Web.Entries;

/// <summary>From a request to an entry that may be written.</summary>
internal static class EntryRules
{
    private const int LongestKey = 80;

    /// <summary>The entry to write.</summary>
    /// <exception cref="RefusedInputException">It is not one.</exception>
    public static EntryToWrite Check(JobLine line, EntryRequest request, string author, string idempotencyKey)
    {
        var check = new InputCheck();
        if (idempotencyKey.Length is 0 or > LongestKey || idempotencyKey.Any(char.IsControl))
        {
            check.Refuse("Idempotency-Key", $"Every entry needs a key of its own, 1 to {LongestKey} printable characters, so that it is written once however often it is sent.");
        }

        if (request.Kind is null)
        {
            check.Refuse("kind", "Say what kind of entry it is: waiting, note, recheck or closing.").ThrowIfAny();
        }

        var blocks = (request.Blocks ?? []).Distinct(StringComparer.Ordinal).ToList();
        var draft = new EntryDraft(request.Kind!.Value, request.Text?.Trim() ?? string.Empty, request.Due, blocks, request.Station, request.Closes);
        draft.Check(line, check);
        check.ThrowIfAny();
        return new EntryToWrite(draft, author, idempotencyKey);
    }
}
