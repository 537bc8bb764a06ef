using System.IO.Compression;
using HazyGauge.Data;
using HazyGauge.Data.Jobs;
using HazyGauge.Web.Jobs;

namespace HazyGauge.Web.Hosting;

/// <summary>Loads the demo jobs, each an unpacked export, into an empty database through the same import a mechanic uses.</summary>
internal static class DemoLoader
{
    public static async Task LoadAsync(IServiceProvider services)
    {
        if (!await services.GetRequiredService<JobStore>().IsEmptyAsync(CancellationToken.None))
        {
            return;
        }

        var transfer = services.GetRequiredService<JobTransfer>();
        foreach (var job in Directory.EnumerateDirectories(Path.Combine(AppContext.BaseDirectory, "demo", "jobs")).Order(StringComparer.Ordinal))
        {
            await using var zip = services.GetRequiredService<DataFolder>().CreateTemporary();
            await ZipFile.CreateFromDirectoryAsync(job, zip);
            zip.Position = 0;
            await transfer.ImportAsync(zip, CancellationToken.None);
        }
    }
}
