using HazyGauge.Data;
using Microsoft.AspNetCore.SignalR;

namespace HazyGauge.Web.Live;

/// <summary>A document somebody saved.</summary>
/// <param name="Slug">The station.</param>
/// <param name="Revision">Number of the revision.</param>
/// <param name="Author">Who saved it.</param>
public sealed record SavedNews(string Slug, int Revision, string Author);

/// <summary>What happened on a job just now.</summary>
/// <param name="Job">The job.</param>
/// <param name="Saved">Documents that were saved, with who did.</param>
/// <param name="LastEntry">Number of the entry that was written; null where none was.</param>
public sealed record JobNews(Guid Job, IReadOnlyList<SavedNews> Saved, int? LastEntry = null);

/// <summary>Tells open pages what happens on jobs. What it tells is kept already; a page that hears nothing finds it when it asks again.</summary>
internal sealed partial class JobNewsDesk(IHubContext<LiveHub> hub, ILogger<JobNewsDesk> log)
{
    /// <summary>Name under which pages hear it.</summary>
    public const string Message = "JobNews";

    /// <summary>Group of the pages that show the bay.</summary>
    public const string Bay = "bay";

    /// <summary>Group of the pages that show a job.</summary>
    public static string GroupOf(Guid job) => $"job-{job:N}";

    /// <summary>Documents were saved.</summary>
    public Task SavedAsync(IReadOnlyList<RevisionRow> revisions) =>
        TellAsync(new JobNews(revisions[0].JobId, [.. revisions.Select(r => new SavedNews(r.Slug, r.Number, r.Author))]));

    /// <summary>An entry was written.</summary>
    public Task WrittenAsync(EntryRow entry) => TellAsync(new JobNews(entry.JobId, [], entry.Number));

    /// <summary>A job came, was renamed, archived or restored.</summary>
    public Task MovedAsync(Guid job) => TellAsync(new JobNews(job, []));

    private async Task TellAsync(JobNews news)
    {
        try
        {
            await hub.Clients.Groups(GroupOf(news.Job), Bay).SendAsync(Message, news);
        }
        catch (Exception broken) when (broken is not OperationCanceledException)
        {
            // The save stands, whether or not anybody hears of it.
            NotTold(log, news.Job, broken);
        }
    }

    [LoggerMessage(LogLevel.Warning, "Open pages were not told what happened on job {Id}.")]
    private static partial void NotTold(ILogger log, Guid id, Exception broken);
}
