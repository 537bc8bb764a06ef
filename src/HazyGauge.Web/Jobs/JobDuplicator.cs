using System.Text.Json;
using HazyGauge.Core.Line;
using HazyGauge.Data;
using HazyGauge.Data.Jobs;
using HazyGauge.Web.Stations;

namespace HazyGauge.Web.Jobs;

/// <summary>Makes a job for another vehicle of the same kind, whole or not at all.</summary>
internal sealed class JobDuplicator(JobStore jobs, StationDocuments documents, TimeProvider clock)
{
    private const int LongestName = 80;
    private const string Behind = ", copy";

    /// <summary>The new job; null where there is none to copy.</summary>
    /// <exception cref="Core.Findings.RefusedInputException">The name cannot be, or today's rules refuse what was planned.</exception>
    public async Task<JobRow?> DuplicateAsync(Guid id, string? name, string author, CancellationToken cancellation)
    {
        if (await jobs.FindAsync(id, cancellation) is not { } original)
        {
            return null;
        }

        var usual = original.Name[..Math.Min(original.Name.Length, LongestName - Behind.Length)] + Behind;
        var (checkedName, vehicle) = JobEndpoints.CheckNames(name ?? usual, original.Vehicle);
        var now = clock.ToTheMillisecond();
        var copy = new JobRow { Id = Guid.CreateVersion7(now), Name = checkedName, Vehicle = vehicle, CreatedAt = now };
        var revisions = new List<RevisionRow>();
        var planned = new Dictionary<string, JsonElement>(StringComparer.Ordinal);
        foreach (var station in Station.All)
        {
            if (await PlanAsync(id, station, cancellation) is { } plan)
            {
                var judged = await documents.JudgeAsync(new JobToJudge(copy.Id, planned), station, plan, cancellation);
                planned[station.Slug] = plan;
                copy.Bay = judged.Show(copy.Bay, now);
                revisions.Add(new RevisionRow
                {
                    JobId = copy.Id, Number = ++copy.LastRevision, Slug = station.Slug, Author = author, SavedAt = now, Summary = judged.Summary, Document = judged.Json,
                });
            }
        }

        await jobs.ImportAsync(copy, revisions, [], [], cancellation);
        return copy;
    }

    private async Task<JsonElement?> PlanAsync(Guid id, Station station, CancellationToken cancellation) =>
        documents.Find(station.Slug) is { } known && await jobs.LatestAsync(id, station.Slug, cancellation) is { } latest
            && JsonSerializer.Deserialize<JsonElement>(latest.Document) is var saved && saved.EnumerateObject().Any()
            ? known.ForAnotherVehicle(saved)
            : null;
}
