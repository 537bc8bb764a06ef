using System.Text.Json;
using HazyGauge.Core.Entries;
using HazyGauge.Data;
using HazyGauge.Data.Entries;
using HazyGauge.Web.Stations;

namespace HazyGauge.Web.Entries;

/// <summary>Reads the entries of a job as they go out.</summary>
internal sealed class EntryReader(EntryStore entries, StationDocuments documents)
{
    /// <summary>Entries behind a number, the oldest first, or before one, the newest first, and whether there are more.</summary>
    public async Task<EntriesAnswer> PageAsync(Guid jobId, int from, bool isBefore, int limit, CancellationToken cancellation)
    {
        var rows = await entries.PageAsync(jobId, from, isBefore, limit + 1, cancellation);
        var chain = await entries.ChainAsync(jobId, cancellation);
        var page = rows.Take(limit).Select(r => Answer(r, chain)).ToList();
        return new EntriesAnswer(page, rows.Count > limit ? page[^1].Number : null);
    }

    /// <summary>One entry that was written.</summary>
    public async Task<EntryAnswer> AnswerAsync(EntryRow row, CancellationToken cancellation) => Answer(row, await entries.ChainAsync(row.JobId, cancellation));

    private EntryAnswer Answer(EntryRow row, EntryChain chain) => new(
        row.Number,
        row.Kind,
        row.Text,
        row.Due,
        Words(row.Blocks),
        row.Station,
        row.Step,
        Words(row.Files),
        row.Answers,
        row.TakesBack,
        chain.ClosedBy(row.Number),
        chain.TakenBackBy(row.Number),
        row.Author,
        row.At,
        row.Payload is { } payload ? JsonSerializer.Deserialize<JsonElement>(payload) : null,
        documents.Said(row.Said));

    /// <summary>Words parted by blanks, as rows keep them.</summary>
    public static IReadOnlyList<string> Words(string text) => text.Split(' ', StringSplitOptions.RemoveEmptyEntries);
}
