using HazyGauge.Data.Jobs;

namespace HazyGauge.Web.Hosting;

/// <summary>Deletes the jobs whose time to be restored is over; looks several times a day, so that no day on which the program runs goes uncounted.</summary>
internal sealed partial class RemovalService(RemovedJobs removed, TimeProvider clock, ILogger<RemovalService> log) : BackgroundService
{
    private static readonly TimeSpan Rest = TimeSpan.FromHours(6);

    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        await StartUp.FirstAnswersAsync(stoppingToken);
        using var timer = new PeriodicTimer(Rest, clock);
        do
        {
            try
            {
                if (await removed.DeleteExpiredAsync(stoppingToken) is > 0 and var deleted)
                {
                    Deleted(log, deleted);
                }
            }
            catch (Exception broken) when (broken is not OperationCanceledException)
            {
                // A disk that fails now must not end the program; it is tried again later.
                NotDeleted(log, broken);
            }
        } while (await timer.WaitForNextTickAsync(stoppingToken));
    }

    [LoggerMessage(LogLevel.Information, "{Count} jobs that were removed 30 days ago are deleted.")]
    private static partial void Deleted(ILogger log, int count);

    [LoggerMessage(LogLevel.Error, "Removed jobs could not be deleted; that is tried again in six hours.")]
    private static partial void NotDeleted(ILogger log, Exception broken);
}
