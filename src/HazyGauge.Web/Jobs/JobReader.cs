using HazyGauge.Core.Jobs;
using HazyGauge.Data;
using HazyGauge.Data.Entries;
using HazyGauge.Data.Jobs;

namespace HazyGauge.Web.Jobs;

/// <summary>Reads jobs with what is open on them.</summary>
internal sealed class JobReader(JobLine line, JobStore jobs, EntryStore entries, TimeProvider clock)
{
    /// <summary>The day in the shop.</summary>
    public DateOnly Today => DateOnly.FromDateTime(clock.GetLocalNow().DateTime);

    /// <summary>The jobs in the bay, or those that are archived, the newest first.</summary>
    public async Task<IReadOnlyList<JobAnswer>> ListAsync(bool archived, CancellationToken cancellation)
    {
        var open = await entries.OpenAsync(null, cancellation);
        return [.. (await jobs.ListAsync(cancellation)).Where(j => j.ArchivedAt is not null == archived).Select(j => JobAnswer.From(line, j, open[j.Id], Today))];
    }

    /// <summary>One job; null where there is none.</summary>
    public async Task<JobAnswer?> FindAsync(Guid id, CancellationToken cancellation) =>
        await jobs.FindAsync(id, cancellation) is { } job ? await AnswerAsync(job, cancellation) : null;

    /// <summary>The answer for a job.</summary>
    public async Task<JobAnswer> AnswerAsync(JobRow job, CancellationToken cancellation) =>
        JobAnswer.From(line, job, (await entries.OpenAsync(job.Id, cancellation))[job.Id], Today);
}
