using System.IO.Compression;
using HazyGauge.Data;
using HazyGauge.Data.Jobs;
using HazyGauge.Formats.Jobs;
using HazyGauge.Web.Jobs;
using HazyGauge.Web.Live;

namespace HazyGauge.Web.Hosting;

/// <summary>How much of the demo is among the jobs.</summary>
/// <param name="Here">How many of its jobs are here.</param>
/// <param name="Of">How many it has.</param>
public sealed record DemoAnswer(int Here, int Of);

/// <summary>The demo: jobs of a workshop that is made up, each an unpacked export, taken in through the same import a mechanic uses.</summary>
internal sealed class DemoLoader(JobTransfer transfer, RemovedJobs removed, JobNewsDesk news, DataFolder folder)
{
    private static IEnumerable<string> Jobs => Directory.EnumerateDirectories(Path.Combine(AppContext.BaseDirectory, "demo", "jobs")).Order(StringComparer.Ordinal);

    /// <summary>Takes in those of its jobs that are not here.</summary>
    public async Task<DemoAnswer> LoadAsync(CancellationToken cancellation)
    {
        var count = 0;
        foreach (var job in Jobs)
        {
            await using var zip = folder.CreateTemporary();
            await ZipFile.CreateFromDirectoryAsync(job, zip, cancellation);
            zip.Position = 0;
            await transfer.ImportAsync(zip, OnExisting.Ask, cancellation);
            count++;
        }

        return new DemoAnswer(count, count);
    }

    /// <summary>How much of it is here.</summary>
    public async Task<DemoAnswer> HereAsync(CancellationToken cancellation)
    {
        var jobs = await IdentitiesAsync(cancellation);
        return new DemoAnswer(jobs.Count(j => j is not null), jobs.Count);
    }

    /// <summary>Removes those of its jobs that are here; like any other they can be restored for a while.</summary>
    public async Task<DemoAnswer> RemoveAsync(CancellationToken cancellation)
    {
        var jobs = await IdentitiesAsync(cancellation);
        foreach (var id in jobs.OfType<Guid>())
        {
            await removed.RemoveAsync(id, cancellation);
            await news.MovedAsync(id);
        }

        return new DemoAnswer(0, jobs.Count);
    }

    private async Task<List<Guid?>> IdentitiesAsync(CancellationToken cancellation)
    {
        var identities = new List<Guid?>();
        foreach (var job in Jobs)
        {
            await using var file = File.OpenRead(Path.Combine(job, "job.json"));
            identities.Add((await transfer.KnownAsync(await JobFileFormat.ReadAsync(file, cancellation), cancellation))?.Id);
        }

        return identities;
    }
}
