using System.Text.Json.Nodes;
using HazyGauge.Core.Entries.Kinds;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Jobs;
using HazyGauge.Core.Parts;
using HazyGauge.Web.Entries;
using HazyGauge.Web.Stations;

namespace HazyGauge.Web.Parts;

/// <summary>Reads the buying list of a job: what its stations need today, and what was written down of it.</summary>
internal sealed class BuyingListReader(JobLine line, JobEvaluator evaluator, EntryHistory history)
{
    /// <summary>The lines.</summary>
    public async Task<IReadOnlyList<BuyingLine>> ReadAsync(Guid jobId, CancellationToken cancellation)
    {
        var evaluation = await evaluator.EvaluateAsync(jobId, new Dictionary<string, JsonObject>(StringComparer.Ordinal), [.. line.InOrder.Select(s => s.Slug)], cancellation);
        var (entries, _) = await history.ReadAsync(jobId, new HashSet<string>(StringComparer.Ordinal) { PartEntry.Key }, null, new HazeLedger(), cancellation);
        return BuyingList.Of(
            evaluation.Outcomes.SelectMany(o => (o.Stands?.Needs ?? []).Select(n => (o.Station.Slug, n))),
            entries.Select(e => ((PartNote)e.Payload!, e.Author, e.At)));
    }
}
