using HazyGauge.Core;
using HazyGauge.Data;
using HazyGauge.Data.Files;
using HazyGauge.Data.Jobs;
using HazyGauge.Web.Stations;
using Microsoft.EntityFrameworkCore;

namespace HazyGauge.Web.Hosting;

/// <summary>What happens before the first request is taken.</summary>
internal static class StartUp
{
    // Whoever starts it should not wonder for longer.
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(3);

    private static readonly TimeSpan FirstAnswers = TimeSpan.FromSeconds(1);

    /// <summary>Lets the first requests go before: what is done beside the running work waits until somebody who just started the program has his page.</summary>
    public static Task FirstAnswersAsync(CancellationToken stopping) => Task.Delay(FirstAnswers, stopping);

    /// <summary>Takes the folder for this program and brings the database up to date; says so where that takes long.</summary>
    /// <exception cref="StorageException">The folder cannot be worked with.</exception>
    public static async Task PrepareAsync(IServiceProvider services, AppSettings settings)
    {
        var doing = "reading the database";
        await using var waiting = new Timer(_ => Console.WriteLine($"Still starting: {Volatile.Read(ref doing)} in {settings.DataFolder}."), null, Patience, Patience);
        try
        {
            services.GetRequiredService<DataFolder>().Take();
            if (Database.IsIn(settings.DataFolder))
            {
                services.GetRequiredService<DataFolder>().TakeDatabase();
            }

            var prepared = await Database.PrepareAsync(
                () => services.GetRequiredService<IDbContextFactory<HazyGaugeDb>>().CreateDbContext(),
                settings.DataFolder,
                Version.Parse(CoreVersion.Current),
                services.GetRequiredService<TimeProvider>()
            );
            services.GetRequiredService<DataFolder>().TakeDatabase();
            if (prepared.HasLeftovers)
            {
                await services.GetRequiredService<FileStore>().ClearStagedAsync(CancellationToken.None);
            }

            if (prepared.HasOldShapes)
            {
                Volatile.Write(ref doing, "bringing older jobs up to date");
                await services.GetRequiredService<OldShapes>().MoveAsync(CancellationToken.None);
            }

            // Asked for or not, nothing is put beside somebody's own jobs by a start.
            if (settings.LoadDemo && await services.GetRequiredService<JobStore>().IsEmptyAsync(CancellationToken.None))
            {
                Volatile.Write(ref doing, "loading the demo");
                await services.GetRequiredService<DemoLoader>().LoadAsync(CancellationToken.None);
            }
        }
        catch (Exception failed) when (failed is not StorageException && StorageFaults.Of(failed) is { } fault)
        {
            throw new StorageException(fault.InWords(settings.DataFolder), failed);
        }
    }
}
