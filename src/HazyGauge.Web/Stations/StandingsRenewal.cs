using System.Diagnostics;
using System.Threading.Channels;
using HazyGauge.Core;
using HazyGauge.Data;
using HazyGauge.Data.Jobs;
using HazyGauge.Data.Shop;
using HazyGauge.Web.Hosting;

namespace HazyGauge.Web.Stations;

/// <summary>
/// After a start with other rules than the jobs were saved with, and whenever it is asked, says anew how their stations stand, job by job beside the running work, so that
/// the bay shows what today's rules say of every job and not only of those that are saved again.
/// </summary>
internal sealed partial class StandingsRenewal(JobStore jobs, JobSaver saver, ShopStore shop, ILogger<StandingsRenewal> log) : BackgroundService
{
    // What is renewed for somebody who waits takes no longer than he does without wondering.
    private static readonly TimeSpan ForSomebody = TimeSpan.FromSeconds(1.2);

    // Asked twice while it runs, it runs once more.
    private readonly Channel<bool> _asked = Channel.CreateBounded<bool>(new BoundedChannelOptions(1) { FullMode = BoundedChannelFullMode.DropWrite });

    /// <summary>Renews what older rules said, or what was said for another shop.</summary>
    /// <returns>How many jobs that were.</returns>
    public async Task<int> RenewAsync(CancellationToken cancellation)
    {
        var renewed = 0;
        foreach (var id in await jobs.StandingOtherwiseAsync(CoreVersion.Current, (await shop.LatestAsync(cancellation)).Number, cancellation))
        {
            var began = Stopwatch.GetTimestamp();
            renewed += await RenewAsync(id, cancellation) ? 1 : 0;

            // As long as it worked it rests: whoever saves meanwhile finds a machine that is half idle.
            await Task.Delay(Stopwatch.GetElapsedTime(began), cancellation);
        }

        return renewed;
    }

    /// <summary>Renews those of some jobs that somebody is about to see, as many as he can wait for; the others stand as they did until their turn comes.</summary>
    /// <returns>True where any of them stands anew.</returns>
    public async Task<bool> RenewForAsync(IEnumerable<JobRow> seen, CancellationToken cancellation)
    {
        var (number, began, any) = ((await shop.LatestAsync(cancellation)).Number, Stopwatch.GetTimestamp(), false);
        foreach (var job in seen.Where(j => j.IsUnevaluated || j.Standings.Any(s => s.Standing.CoreVersion != CoreVersion.Current || (s.Standing.Shop ?? 0) != number)))
        {
            if (Stopwatch.GetElapsedTime(began) > ForSomebody)
            {
                break;
            }

            any |= await RenewAsync(job.Id, cancellation);
        }

        return any;
    }

    private async Task<bool> RenewAsync(Guid id, CancellationToken cancellation)
    {
        try
        {
            await saver.StandAsync(id, cancellation);
            return true;
        }
        catch (Exception broken) when (broken is not OperationCanceledException)
        {
            // One job that cannot be evaluated must not keep the others from it; it stands as it was saved.
            CannotRenew(log, id, broken);
            return false;
        }
    }

    /// <summary>Has it done again: something every job rests on changed.</summary>
    public void Ask() => _asked.Writer.TryWrite(true);

    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        await StartUp.FirstAnswersAsync(stoppingToken);
        do
        {
            try
            {
                if (await RenewAsync(stoppingToken) is > 0 and var renewed)
                {
                    Renewed(log, renewed);
                }
            }
            catch (Exception broken) when (broken is not OperationCanceledException)
            {
                // A disk that fails now must not end the program; the next start tries again.
                NotRenewed(log, broken);
            }
        } while (await _asked.Reader.ReadAsync(stoppingToken));
    }

    [LoggerMessage(LogLevel.Error, "Job {Id} stands as older rules left it: it cannot be evaluated.")]
    private static partial void CannotRenew(ILogger log, Guid id, Exception broken);

    [LoggerMessage(LogLevel.Error, "The bay stands as older rules left it until the next start.")]
    private static partial void NotRenewed(ILogger log, Exception broken);

    [LoggerMessage(LogLevel.Information, "{Count} jobs stand by today's rules now.")]
    private static partial void Renewed(ILogger log, int count);
}
