using HazyGauge.Data.Search;
using Microsoft.EntityFrameworkCore;

namespace HazyGauge.Data.Jobs;

/// <summary>Removes jobs, gives them back for a while, and then deletes them for good: the one place where something that was saved goes.</summary>
public sealed class RemovedJobs(IDbContextFactory<HazyGaugeDb> contexts, WriteGate gate, TimeProvider clock)
{
    /// <summary>How long a removed job can be had back.</summary>
    public static readonly TimeSpan Kept = TimeSpan.FromDays(30);

    /// <summary>Removes a job; one that is removed already stays as it is. Null where there is none.</summary>
    public async Task<JobRow?> RemoveAsync(Guid id, CancellationToken cancellation)
    {
        using var turn = await gate.EnterAsync(cancellation);
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        await using var transaction = await db.Database.BeginTransactionAsync(cancellation);
        var job = await AnyAsync(db, id, cancellation);
        if (job is null or { RemovedAt: not null })
        {
            return job;
        }

        job.RemovedAt = clock.ToTheMillisecond();
        (job.RemovedDays, job.RemovedCountedOn) = (0, Today);
        job.ArchivedAt ??= job.RemovedAt;
        await SearchIndex.ForgetAsync(db, job, cancellation);
        await db.SaveChangesAsync(cancellation);
        await transaction.CommitAsync(cancellation);
        return job;
    }

    /// <summary>Brings a job back into the bay, archived or removed; null where there is none.</summary>
    public async Task<JobRow?> RestoreAsync(Guid id, CancellationToken cancellation)
    {
        using var turn = await gate.EnterAsync(cancellation);
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        await using var transaction = await db.Database.BeginTransactionAsync(cancellation);
        if (await AnyAsync(db, id, cancellation) is not { } job)
        {
            return null;
        }

        (job.ArchivedAt, job.RemovedAt, job.RemovedDays, job.RemovedCountedOn) = (null, null, 0, null);
        await db.SaveChangesAsync(cancellation);
        await SearchIndex.RenewAsync(db, job, cancellation);
        await transaction.CommitAsync(cancellation);
        return job;
    }

    /// <summary>When a job was removed; null where it was not, or where there is none.</summary>
    public async Task<DateTimeOffset?> RemovedAtAsync(Guid id, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        return await db.Jobs.IgnoreQueryFilters().Where(j => j.Id == id).Select(j => j.RemovedAt).SingleOrDefaultAsync(cancellation);
    }

    private DateOnly Today => DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime);

    /// <summary>Deletes the jobs that were removed longer ago than they are kept, by the clock and by the days on which this was asked, with all that was saved on them
    /// and the files no other job has.</summary>
    /// <returns>How many jobs that were.</returns>
    public async Task<int> DeleteExpiredAsync(CancellationToken cancellation)
    {
        var (before, today, days) = (clock.ToTheMillisecond() - Kept, Today, (int)Kept.TotalDays);
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        using (await gate.EnterAsync(cancellation))
        {
            await db
                .Jobs.IgnoreQueryFilters()
                .Where(j => j.RemovedAt != null && (j.RemovedCountedOn == null || j.RemovedCountedOn != today))
                .ExecuteUpdateAsync(j => j.SetProperty(r => r.RemovedDays, r => r.RemovedDays + 1).SetProperty(r => r.RemovedCountedOn, today), cancellation);
        }

        var deleted = 0;
        foreach (var id in await db.Jobs.IgnoreQueryFilters().Where(j => j.RemovedAt <= before && j.RemovedDays >= days).Select(j => j.Id).ToListAsync(cancellation))
        {
            // One job a turn: whoever saves meanwhile waits for one and not for all.
            using var turn = await gate.EnterAsync(cancellation);
            await using var transaction = await db.Database.BeginTransactionAsync(cancellation);

            // Somebody may have brought it back in the meantime.
            if (await db.Jobs.IgnoreQueryFilters().SingleOrDefaultAsync(j => j.Id == id && j.RemovedAt <= before && j.RemovedDays >= days, cancellation) is { } job)
            {
                await DeleteAsync(db, job, cancellation);
                await transaction.CommitAsync(cancellation);
                deleted++;
            }
        }

        return deleted;
    }

    private static Task<JobRow?> AnyAsync(HazyGaugeDb db, Guid id, CancellationToken cancellation) =>
        db.Jobs.IgnoreQueryFilters().Include(j => j.Standings).SingleOrDefaultAsync(j => j.Id == id, cancellation);

    private static async Task DeleteAsync(HazyGaugeDb db, JobRow job, CancellationToken cancellation)
    {
        var contents = await db.JobFiles.Where(f => f.JobId == job.Id && f.ContentId != null).Select(f => f.ContentId!.Value).ToListAsync(cancellation);
        await SearchIndex.ForgetAsync(db, job, cancellation);
        await db.SearchTexts.Where(t => t.JobId == job.Id).ExecuteDeleteAsync(cancellation);
        await db.Standings.Where(s => s.JobId == job.Id).ExecuteDeleteAsync(cancellation);
        await db.Entries.Where(e => e.JobId == job.Id).ExecuteDeleteAsync(cancellation);
        await db.Revisions.Where(r => r.JobId == job.Id).ExecuteDeleteAsync(cancellation);
        await db.JobFiles.Where(f => f.JobId == job.Id).ExecuteDeleteAsync(cancellation);
        await db.FileChunks.Where(c => contents.Contains(c.ContentId) && !db.JobFiles.Any(f => f.ContentId == c.ContentId)).ExecuteDeleteAsync(cancellation);
        await db.FileContents.Where(c => contents.Contains(c.Id) && !db.JobFiles.Any(f => f.ContentId == c.Id)).ExecuteDeleteAsync(cancellation);
        await db.Analyses.Where(a => !db.FileContents.Any(c => c.Sha256 == a.Sha256)).ExecuteDeleteAsync(cancellation);
        await db.Jobs.IgnoreQueryFilters().Where(j => j.Id == job.Id).ExecuteDeleteAsync(cancellation);
    }
}
