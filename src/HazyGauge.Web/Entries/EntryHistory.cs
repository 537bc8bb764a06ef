using System.Text.Json;
using System.Text.Json.Nodes;
using HazyGauge.Core.Entries;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.People;
using HazyGauge.Data;
using HazyGauge.Data.Entries;

namespace HazyGauge.Web.Entries;

/// <summary>Reads what happened on a job as stations read it. What cannot be read is set aside by its number and takes nothing else down.</summary>
internal sealed class EntryHistory(EntryStore entries, EntryKinds kinds, EntryPayloads payloads, TimeProvider clock)
{
    /// <summary>What happened on a job, and the number of the latest entry there is.</summary>
    /// <param name="jobId">The job.</param>
    /// <param name="wanted">Slugs of the kinds whose entries are read; null for all.</param>
    /// <param name="also">One more that is about to be written.</param>
    /// <param name="ledger">The ledger their numbers go onto.</param>
    /// <param name="cancellation">Gives up.</param>
    public async Task<(EntriesSoFar Entries, int Last)> ReadAsync(Guid jobId, IReadOnlySet<string>? wanted, EntryToWrite? also, HazeLedger ledger, CancellationToken cancellation)
    {
        var rows = (await entries.ListAsync(jobId, cancellation)).ToList();
        var last = rows.Count == 0 ? 0 : rows[^1].Number;
        if (also is not null)
        {
            rows.Add(also.Row(jobId, last + 1, clock.GetUtcNow()));
        }

        var chain = new EntryChain(rows.Select(r => new EntryLink(r.Number, kinds.OfWritten(r.Kind), r.Answers, r.TakesBack, r.IsPractice)));
        var (holding, setAside) = (new List<JobEntry>(), new List<UnreadableEntry>());
        foreach (var row in rows.Where(r => !r.IsPractice && chain.TakenBackBy(r.Number) is null))
        {
            var isWanted = wanted?.Contains(row.Kind) != false;

            // What nobody reads is only looked at; its numbers must not stand on the ledger.
            var (entry, why) = Read(row, isWanted ? ledger : new HazeLedger());
            if (entry is null)
            {
                setAside.Add(new UnreadableEntry(row.Number, row.Kind, row.Station, why!));
            }
            else if (isWanted)
            {
                holding.Add(entry with { IsOpen = chain.IsOpen(row.Number) });
            }
        }

        return (new EntriesSoFar(holding, setAside), last);
    }

    /// <summary>Why an entry cannot be read; null where it can.</summary>
    public string? WhyUnreadable(EntryRow row) => Read(row, new HazeLedger()).Why;

    private (JobEntry? Entry, string? Why) Read(EntryRow row, HazeLedger ledger)
    {
        try
        {
            return kinds.Find(row.Kind) is not { } kind ? (null, "This version has no entries of that kind; a newer one may have written it.")
                : row.At == default ? (null, "The time it was written at cannot be read.")
                : row.Due == default(DateOnly) ? (null, "The day it falls due cannot be read.")
                : (Of(row, kind, ledger), null);
        }
        catch (JsonException)
        {
            return (null, "What it carries is damaged.");
        }
        catch (RefusedInputException refused)
        {
            return (null, refused.Message);
        }
    }

    private JobEntry Of(EntryRow row, IEntryKind kind, HazeLedger ledger)
    {
        var payload = payloads.Read(kind, row.Payload is null ? null : JsonNode.Parse(row.Payload), row.Number, ledger, row.Schema);

        // Whatever got in there by another door is held to the same rules.
        var check = new InputCheck();
        kind.Check(new EntryDraft(kind, row.Text) { Payload = payload }, check);
        check.ThrowIfAny();
        return new JobEntry(row.Number, row.Kind, row.Text, new Person(row.Author, row.AuthorId), row.At)
        {
            Station = row.Station,
            Step = row.Step,
            StepName = row.StepName,
            Due = row.Due,
            Answers = row.Answers,
            Files = row.Files.Split(' ', StringSplitOptions.RemoveEmptyEntries),
            Payload = payload,
        };
    }
}
