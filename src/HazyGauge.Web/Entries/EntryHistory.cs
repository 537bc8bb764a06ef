using System.Text.Json;
using System.Text.Json.Nodes;
using HazyGauge.Core.Entries;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Data;
using HazyGauge.Data.Entries;
using HazyGauge.Web.Stations;

namespace HazyGauge.Web.Entries;

/// <summary>Reads what happened on a job as stations read it.</summary>
internal sealed class EntryHistory(EntryStore entries, EntryKinds kinds, EntryPayloads payloads, TimeProvider clock)
{
    /// <summary>The entries of some kinds that still hold, the oldest first, and the number of the latest entry there is; none and null where no kind is wanted.</summary>
    /// <param name="jobId">The job.</param>
    /// <param name="wanted">Slugs of the kinds.</param>
    /// <param name="also">One more that is about to be written.</param>
    /// <param name="ledger">The ledger their numbers go onto.</param>
    /// <param name="cancellation">Gives up.</param>
    /// <exception cref="StoredDocumentException">What an entry carries cannot be read any more.</exception>
    public async Task<(IReadOnlyList<JobEntry> Entries, int? Last)> ReadAsync(Guid jobId, IReadOnlySet<string> wanted, EntryToWrite? also, HazeLedger ledger, CancellationToken cancellation)
    {
        if (wanted.Count == 0)
        {
            return ([], null);
        }

        var rows = (await entries.ListAsync(jobId, cancellation)).ToList();
        var last = rows.Count == 0 ? 0 : rows[^1].Number;
        if (also is not null)
        {
            rows.Add(also.Row(jobId, last + 1, clock.GetUtcNow()));
        }

        var chain = new EntryChain(rows.Select(r => new EntryLink(r.Number, kinds.Known(r.Kind), r.Answers, r.TakesBack)));
        return ([.. rows.Where(r => wanted.Contains(r.Kind) && chain.TakenBackBy(r.Number) is null).Select(r => Read(r, ledger))], last);
    }

    private JobEntry Read(EntryRow row, HazeLedger ledger)
    {
        try
        {
            return new JobEntry(row.Number, row.Kind, row.Text, row.Author, row.At)
            {
                Station = row.Station,
                Step = row.Step,
                Answers = row.Answers,
                Files = row.Files.Split(' ', StringSplitOptions.RemoveEmptyEntries),
                Payload = payloads.Read(kinds.Known(row.Kind), row.Payload is null ? null : JsonNode.Parse(row.Payload), row.Number, ledger),
            };
        }
        catch (Exception broken) when (broken is JsonException or RefusedInputException)
        {
            throw new StoredDocumentException($"Entry {row.Number} on job {row.JobId} cannot be read from the database.", broken);
        }
    }
}
