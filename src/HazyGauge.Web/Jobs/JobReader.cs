using HazyGauge.Core.Entries;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Jobs;
using HazyGauge.Data;
using HazyGauge.Data.Bay;
using HazyGauge.Data.Entries;
using HazyGauge.Data.Jobs;

namespace HazyGauge.Web.Jobs;

/// <summary>Reads jobs with what is open on them.</summary>
internal sealed class JobReader(JobLine line, EntryKinds kinds, JobStore jobs, BayStore bay, EntryStore entries, TimeProvider clock)
{
    /// <summary>The day in the shop.</summary>
    public DateOnly Today => DateOnly.FromDateTime(clock.GetLocalNow().DateTime);

    /// <summary>A page of the jobs in the bay, the newest first.</summary>
    /// <param name="after">The last job of the page before; null for the first page.</param>
    /// <param name="limit">At most this many.</param>
    /// <param name="cancellation">Gives up.</param>
    /// <exception cref="RefusedInputException">There is no such job.</exception>
    public async Task<JobsAnswer> NewestAsync(Guid? after, int limit, CancellationToken cancellation)
    {
        var last = after is { } id
            ? await jobs.FindAsync(id, cancellation) ?? throw new RefusedInputException("after", "There is no such job to go on behind. Leave it out to begin at the top.")
            : null;
        var page = await bay.NewestAsync(last is null ? null : (last.CreatedAt, last.Id), limit + 1, cancellation);
        return new JobsAnswer(await ListedAsync([.. page.Take(limit)], cancellation), page.Count > limit ? page[limit - 1].Id : null);
    }

    /// <summary>One job; null where there is none.</summary>
    public async Task<JobAnswer?> FindAsync(Guid id, CancellationToken cancellation) =>
        await jobs.FindAsync(id, cancellation) is { } job ? await AnswerAsync(job, cancellation) : null;

    /// <summary>The answer for a job.</summary>
    public async Task<JobAnswer> AnswerAsync(JobRow job, CancellationToken cancellation) => (await AnswersAsync([job], cancellation))[0];

    /// <summary>What a list shows of jobs.</summary>
    public async Task<IReadOnlyList<ListedJob>> ListedAsync(IReadOnlyList<JobRow> rows, CancellationToken cancellation) =>
        [.. (await AnswersAsync(rows, cancellation)).Select(ListedJob.From)];

    private async Task<IReadOnlyList<JobAnswer>> AnswersAsync(IReadOnlyList<JobRow> rows, CancellationToken cancellation)
    {
        var open = await entries.OpenAsync([.. rows.Select(j => j.Id)], cancellation);
        return [.. rows.Select(j => JobAnswer.From(line, kinds, j, open[j.Id], Today))];
    }
}
