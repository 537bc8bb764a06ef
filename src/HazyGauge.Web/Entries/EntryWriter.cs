using HazyGauge.Core.Jobs;
using HazyGauge.Data.Entries;
using HazyGauge.Web.Live;
using HazyGauge.Web.Stations;

namespace HazyGauge.Web.Entries;

/// <summary>Writes entries. Where a station reads entries of that kind, how the job stands with it is written in the same transaction.</summary>
internal sealed class EntryWriter(JobLine line, EntryStore entries, JobSaver saver, JobThings things, JobNewsDesk news)
{
    /// <summary>Writes an entry once, however often it is sent.</summary>
    public async Task<WriteResult> WriteAsync(Guid jobId, EntryToWrite entry, CancellationToken cancellation)
    {
        // What a step or joint is called goes with the entry: the plan may change, and what was signed then stays what it was.
        if (entry.Draft is { Station: { } station, Step: { } step, StepName: null })
        {
            var named = await things.OfAsync(jobId, [station], cancellation);
            entry = entry with { Draft = entry.Draft with { StepName = named.GetValueOrDefault((station, step)) } };
        }

        for (var i = 0; i < JobSaver.MostTries; i++)
        {
            var isRead =
                !entry.Draft.IsPractice
                && line.InOrder.Any(s =>
                    s.ReadsSoFar || s.ReadsEntries.Contains(entry.Draft.Kind.Slug, StringComparer.Ordinal) || (entry.Draft.TakesBack is not null && s.ReadsEntries.Count > 0)
                );
            var result = await entries.WriteAsync(jobId, entry, isRead ? await saver.StandingAsync(jobId, entry, cancellation) : null, cancellation);
            if (result is { Outcome: WriteOutcome.Written, Entry: { } written })
            {
                await news.WrittenAsync(written);
            }

            if (result.Outcome != WriteOutcome.Moved)
            {
                return result;
            }
        }

        throw new InvalidOperationException(JobSaver.TooBusy);
    }
}
