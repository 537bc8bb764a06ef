using System.Text.Json;
using HazyGauge.Core.Entries;
using HazyGauge.Data;
using HazyGauge.Data.Entries;
using HazyGauge.Web.Stations;

namespace HazyGauge.Web.Entries;

/// <summary>Reads the entries of a job as they go out.</summary>
internal sealed class EntryReader(EntryStore entries, EntryHistory history, StationDocuments documents, JobThings things)
{
    /// <summary>Entries behind a number, the oldest first, or before one, the newest first, and whether there are more.</summary>
    public async Task<EntriesAnswer> PageAsync(Guid jobId, int from, bool isBefore, int limit, CancellationToken cancellation)
    {
        var rows = await entries.PageAsync(jobId, from, isBefore, limit + 1, cancellation);
        var page = await AnswersAsync(jobId, [.. rows.Take(limit)], cancellation);
        return new EntriesAnswer(page, rows.Count > limit ? page[^1].Number : null);
    }

    /// <summary>One entry that was written; null where it cannot be read any more.</summary>
    public async Task<EntryAnswer?> AnswerAsync(EntryRow row, CancellationToken cancellation) => (await AnswersAsync(row.JobId, [row], cancellation))[0] as EntryAnswer;

    private async Task<IReadOnlyList<ListedEntry>> AnswersAsync(Guid jobId, IReadOnlyList<EntryRow> rows, CancellationToken cancellation)
    {
        var chain = await entries.ChainAsync(jobId, cancellation);
        var named = rows.Where(r => r is { Station: not null, StepName: not null }).ToList();
        var there = named.Count == 0 ? new Dictionary<(string, string), string>() : await things.OfAsync(jobId, named.Select(r => r.Station!), cancellation);
        return
        [
            .. rows.Select(r =>
                history.WhyUnreadable(r) is { } why
                    ? (ListedEntry)new UnreadableEntryAnswer(r.Number, r.Kind, true, why, chain.TakenBackBy(r.Number))
                    : Answer(
                        r,
                        chain,
                        r.StepName is null ? null
                            : there.ContainsKey((r.Station!, r.Step!)) ? null
                            : true
                    )
            ),
        ];
    }

    private EntryAnswer Answer(EntryRow row, EntryChain chain, bool? isGone) =>
        new(
            row.Number,
            row.Kind,
            row.Schema,
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
            row.AuthorId,
            row.IsPractice ? true : null,
            row.StepName,
            isGone,
            row.Payload is { } payload ? JsonSerializer.Deserialize<JsonElement>(payload) : null,
            documents.Said(row.Said)
        );

    /// <summary>Words parted by blanks, as rows keep them.</summary>
    public static IReadOnlyList<string> Words(string text) => text.Split(' ', StringSplitOptions.RemoveEmptyEntries);
}
