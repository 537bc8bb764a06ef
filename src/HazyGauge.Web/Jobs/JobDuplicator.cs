using System.Text.Json;
using HazyGauge.Core.Line;
using HazyGauge.Data;
using HazyGauge.Data.Jobs;
using HazyGauge.Web.Stations;

namespace HazyGauge.Web.Jobs;

/// <summary>Makes a job for another vehicle of the same kind.</summary>
internal sealed class JobDuplicator(JobStore jobs, StationDocuments documents)
{
    private const int LongestName = 80;
    private const string Behind = ", copy";

    /// <summary>The new job; null where there is none to copy.</summary>
    /// <exception cref="Core.Findings.RefusedInputException">The name cannot be.</exception>
    public async Task<JobRow?> DuplicateAsync(Guid id, string? name, string author, CancellationToken cancellation)
    {
        if (await jobs.FindAsync(id, cancellation) is not { } original)
        {
            return null;
        }

        var usual = original.Name[..Math.Min(original.Name.Length, LongestName - Behind.Length)] + Behind;
        var (checkedName, vehicle) = JobEndpoints.CheckNames(name ?? usual, original.Vehicle);
        var copy = await jobs.CreateAsync(checkedName, vehicle, cancellation);
        foreach (var station in Station.All)
        {
            if (documents.Find(station.Slug) is { } known
                && await jobs.LatestAsync(id, station.Slug, cancellation) is { } latest
                && known.ForAnotherVehicle(JsonSerializer.Deserialize<JsonElement>(latest.Document)) is { } plan)
            {
                var judged = await documents.JudgeAsync(copy.Id, station, plan, cancellation);
                await jobs.SaveAsync(copy.Id, new DocumentToSave(station.Slug, author, judged.Json, judged.Summary, (before, at) => judged.Show(before, at)), 0, cancellation);
            }
        }

        return await jobs.FindAsync(copy.Id, cancellation);
    }
}
