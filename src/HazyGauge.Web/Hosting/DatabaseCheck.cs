using HazyGauge.Data;

namespace HazyGauge.Web.Hosting;

/// <summary>Looks at every page of the database, at the start and then once a day, beside the running work: what is damaged is said before a backup is all there is left
/// to ask.</summary>
internal sealed partial class DatabaseCheck(DataFolder folder, TimeProvider clock, ILogger<DatabaseCheck> log) : BackgroundService
{
    private static readonly TimeSpan Rest = TimeSpan.FromDays(1);

    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        await StartUp.FirstAnswersAsync(stoppingToken);
        using var timer = new PeriodicTimer(Rest, clock);
        do
        {
            try
            {
                folder.Fault = await Task.Run(() => Database.CheckAsync(folder.Path, stoppingToken), stoppingToken);
                if (folder.Fault is { } fault)
                {
                    Damaged(log, fault.InWords(folder.Path));
                }
            }
            catch (Exception broken) when (broken is not OperationCanceledException)
            {
                NotLooked(log, broken);
            }
        } while (await timer.WaitForNextTickAsync(stoppingToken));
    }

    [LoggerMessage(LogLevel.Error, "{Words}")]
    private static partial void Damaged(ILogger log, string words);

    [LoggerMessage(LogLevel.Error, "The database could not be looked through; that is tried again in a day.")]
    private static partial void NotLooked(ILogger log, Exception broken);
}
