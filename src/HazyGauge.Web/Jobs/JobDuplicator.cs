using HazyGauge.Core.Findings;
using HazyGauge.Core.Jobs;
using HazyGauge.Core.People;
using HazyGauge.Data;
using HazyGauge.Data.Jobs;
using HazyGauge.Web.Stations;

namespace HazyGauge.Web.Jobs;

/// <summary>Makes a job for another vehicle of the same kind: what was planned comes along, what was measured or proven on this one does not.</summary>
internal sealed class JobDuplicator(JobLine line, JobStore jobs, JobSaver saver)
{
    private const string Behind = ", copy";

    /// <summary>The new job; null where there is none to copy.</summary>
    /// <exception cref="RefusedInputException">The name cannot be, or today's rules refuse what was planned.</exception>
    public async Task<JobRow?> DuplicateAsync(Guid id, string? name, Person author, CancellationToken cancellation)
    {
        if (await jobs.FindAsync(id, cancellation) is not { } original)
        {
            return null;
        }

        var usual = original.Name[..Math.Min(original.Name.Length, JobLabels.LongestName - Behind.Length)] + Behind;

        // Another vehicle has another plate, and its owner another order.
        var label = JobLabels.Check(new JobLabelRequest(name ?? usual, original.Vehicle));
        var sent = await PlansAsync(id, cancellation);
        return await saver.CreateAsync(label, author, sent, cancellation);
    }

    private async Task<List<Sent>> PlansAsync(Guid id, CancellationToken cancellation)
    {
        var whole = (await jobs.LatestOfAllAsync(id, cancellation)).ToDictionary(l => l.Key, l => StationDocuments.Inputs(StoredJson.Inputs(l.Value)), StringComparer.Ordinal);
        DocumentUpgrade.Apply(whole);
        DocumentIds.Give(line, whole);
        var sent = new List<Sent>();
        foreach (var (slug, document) in whole.Where(d => d.Value.Count > 0))
        {
            if (line.Station(slug) is { } station && StationDocuments.ForAnotherVehicle(station, document) is { } plan)
            {
                sent.Add(new Sent(slug, plan, 0));
            }
        }

        return sent;
    }
}
