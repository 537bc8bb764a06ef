using HazyGauge.Core.Parts;
using HazyGauge.Web.Stations;

namespace HazyGauge.Web.Parts;

/// <summary>Reads the buying list of a job: what its stations need today, and what was written down of it.</summary>
internal sealed class BuyingListReader(JobEvaluator evaluator)
{
    /// <summary>The lines.</summary>
    public async Task<IReadOnlyList<BuyingLine>> ReadAsync(Guid jobId, CancellationToken cancellation) => (await evaluator.SoFarAsync(jobId, cancellation)).Parts;
}
