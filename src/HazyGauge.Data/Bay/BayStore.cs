using HazyGauge.Core.Jobs;
using HazyGauge.Data.Search;
using Microsoft.EntityFrameworkCore;

namespace HazyGauge.Data.Bay;

/// <summary>Which jobs of the bay are wanted.</summary>
public enum BayFilter
{
    /// <summary>All that are not archived.</summary>
    All,

    /// <summary>Those on which something fell due.</summary>
    Due,

    /// <summary>Those that a station holds.</summary>
    Held,

    /// <summary>Those that wait for something.</summary>
    Waiting,

    /// <summary>Those that are archived.</summary>
    Archived,

    /// <summary>Those that were removed and can still be had back.</summary>
    Removed,
}

/// <summary>Where a page of the bay ends, so that the next begins behind it.</summary>
/// <param name="Today">The day the first page was asked on: what is due must not change between pages.</param>
/// <param name="IsDue">True while jobs are listed on which something fell due.</param>
/// <param name="Pressing">How pressing the last job is.</param>
/// <param name="FirstDue">The first day on which something falls due on it.</param>
/// <param name="At">When it was created; where archived jobs are listed, archived.</param>
/// <param name="Id">Its identity.</param>
public sealed record BayCursor(DateOnly Today, bool IsDue, Pressing Pressing, DateOnly FirstDue, DateTimeOffset At, Guid Id);

/// <summary>How many jobs there are of each sort.</summary>
public sealed record BayCounts(int All, int Due, int Held, int Waiting, int Archived, int Removed);

/// <summary>Reads the bay page by page: the most pressing jobs first, the archived ones by when that was.</summary>
public sealed class BayStore(IDbContextFactory<HazyGaugeDb> contexts)
{
    /// <summary>A page, and where the next one begins; null where there is none.</summary>
    /// <param name="filter">Which jobs.</param>
    /// <param name="words">Words that stand in them; null for any.</param>
    /// <param name="today">The day in the shop.</param>
    /// <param name="after">Where the page before ended; null for the first.</param>
    /// <param name="limit">At most this many jobs.</param>
    /// <param name="cancellation">Gives up.</param>
    public async Task<(IReadOnlyList<JobRow> Jobs, BayCursor? Next)> PageAsync(
        BayFilter filter,
        SearchWords? words,
        DateOnly today,
        BayCursor? after,
        int limit,
        CancellationToken cancellation
    )
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        await db.Database.OpenConnectionAsync(cancellation);
        var day = after?.Today ?? today;
        var jobs = new List<JobRow>();
        if (filter == BayFilter.Archived)
        {
            jobs.AddRange(await Archived(Matching(db, words), after).Take(limit + 1).ToListAsync(cancellation));
        }
        else if (filter == BayFilter.Removed)
        {
            // No word finds a removed job.
            jobs.AddRange(words is null ? await Removed(db, after).Take(limit + 1).ToListAsync(cancellation) : []);
        }
        else
        {
            if (after is null or { IsDue: true })
            {
                jobs.AddRange(await Due(Filtered(Matching(db, words), filter), day, after).Take(limit + 1).ToListAsync(cancellation));
            }

            if (filter != BayFilter.Due && jobs.Count <= limit)
            {
                var all = words is null ? ByPressing(db, filter) : Matching(db, words);
                jobs.AddRange(await NotDue(Filtered(all, filter), day, after is { IsDue: false } ? after : null).Take(limit + 1 - jobs.Count).ToListAsync(cancellation));
            }
        }

        var hasMore = jobs.Count > limit;
        if (hasMore)
        {
            jobs.RemoveAt(limit);
        }

        await StandingsAsync(db, jobs, cancellation);
        return (jobs, hasMore ? Behind(jobs[^1], day) : null);
    }

    /// <summary>How many jobs there are of each sort.</summary>
    public async Task<BayCounts> CountAsync(SearchWords? words, DateOnly today, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        await db.Database.OpenConnectionAsync(cancellation);
        if (words is null)
        {
            // Each is counted along an index of its own, which is quicker than one look at every job.
            return new BayCounts(
                await Filtered(Standing(db), BayFilter.All).CountAsync(cancellation),
                await Filtered(Standing(db), BayFilter.All).CountAsync(j => j.Bay.FirstDue <= today, cancellation),
                await Filtered(Standing(db), BayFilter.Held).CountAsync(cancellation),
                await Filtered(ByPressing(db, BayFilter.Waiting), BayFilter.Waiting).CountAsync(cancellation),
                await db.Jobs.CountAsync(j => j.ArchivedAt != null, cancellation),
                await Removed(db, null).CountAsync(cancellation)
            );
        }

        var found = await Matching(db, words)
            .Select(j => new
            {
                IsArchived = j.ArchivedAt != null,
                j.Bay.FirstDue,
                j.Bay.Pressing,
                j.Bay.IsWaiting,
            })
            .ToListAsync(cancellation);
        var standing = found.Where(j => !j.IsArchived).ToList();
        return new BayCounts(
            standing.Count,
            standing.Count(j => j.FirstDue <= today),
            standing.Count(j => j.Pressing == Pressing.Held),
            standing.Count(j => j.IsWaiting),
            found.Count - standing.Count,
            0
        );
    }

    /// <summary>A page of all jobs that are not archived, the newest first.</summary>
    /// <param name="after">Creation and identity of the last job of the page before; null for the first.</param>
    /// <param name="limit">At most this many jobs.</param>
    /// <param name="cancellation">Gives up.</param>
    public async Task<IReadOnlyList<JobRow>> NewestAsync((DateTimeOffset At, Guid Id)? after, int limit, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        var jobs = Standing(db).Where(j => j.ArchivedAt == null);
        if (after is var (at, id))
        {
            jobs = jobs.Where(j => j.CreatedAt < at || (j.CreatedAt == at && j.Id < id));
        }

        var page = await jobs.OrderByDescending(j => j.CreatedAt).ThenByDescending(j => j.Id).Take(limit).ToListAsync(cancellation);
        await StandingsAsync(db, page, cancellation);
        return page;
    }

    private static BayCursor Behind(JobRow last, DateOnly today) =>
        new(today, last.Bay.FirstDue <= today, last.Bay.Pressing, last.Bay.FirstDue, last.RemovedAt ?? last.ArchivedAt ?? last.CreatedAt, last.Id);

    // A removed job is archived as well: asking once more whether it was removed would have SQLite leave the index for every single job.
    private static IQueryable<JobRow> Standing(HazyGaugeDb db) => db.Jobs.IgnoreQueryFilters().AsNoTracking();

    private static IQueryable<JobRow> Removed(HazyGaugeDb db, BayCursor? after)
    {
        var jobs = db.Jobs.IgnoreQueryFilters().AsNoTracking().Where(j => j.RemovedAt != null);
        if (after is not null)
        {
            jobs = jobs.Where(j => j.RemovedAt < after.At || (j.RemovedAt == after.At && j.Id < after.Id));
        }

        return jobs.OrderByDescending(j => j.RemovedAt).ThenByDescending(j => j.Id);
    }

    // The words first: they leave few jobs, and the other way round each job would be asked for its words.
    private static IQueryable<JobRow> Matching(HazyGaugeDb db, SearchWords? words) =>
        words is null
            ? db.Jobs.AsNoTracking()
            : db.Jobs.FromSql($"SELECT j.* FROM SearchIndex CROSS JOIN Jobs j ON j.SearchKey = SearchIndex.rowid WHERE SearchIndex MATCH {words.AsMatch}").AsNoTracking();

    // In the order of the list, so that a page ends after its last job; by itself SQLite takes the day first and sorts all that is left.
    private static IQueryable<JobRow> ByPressing(HazyGaugeDb db, BayFilter filter) =>
        (
            filter == BayFilter.Waiting
                ? db.Jobs.FromSql($"SELECT * FROM Jobs INDEXED BY IX_Jobs_Waiting WHERE ArchivedAt IS NULL AND Bay_IsWaiting")
                : db.Jobs.FromSql($"SELECT * FROM Jobs INDEXED BY IX_Jobs_Pressing WHERE ArchivedAt IS NULL")
        )
            .IgnoreQueryFilters()
            .AsNoTracking();

    private static IQueryable<JobRow> Filtered(IQueryable<JobRow> jobs, BayFilter filter) =>
        filter switch
        {
            BayFilter.Held => jobs.Where(j => j.ArchivedAt == null && j.Bay.Pressing == Pressing.Held),
            BayFilter.Waiting => jobs.Where(j => j.ArchivedAt == null && j.Bay.IsWaiting),
            _ => jobs.Where(j => j.ArchivedAt == null),
        };

    private static IQueryable<JobRow> Archived(IQueryable<JobRow> jobs, BayCursor? after)
    {
        jobs = jobs.Where(j => j.ArchivedAt != null);
        if (after is not null)
        {
            jobs = jobs.Where(j => j.ArchivedAt < after.At || (j.ArchivedAt == after.At && j.Id < after.Id));
        }

        return jobs.OrderByDescending(j => j.ArchivedAt).ThenByDescending(j => j.Id);
    }

    private static IQueryable<JobRow> Due(IQueryable<JobRow> jobs, DateOnly today, BayCursor? after)
    {
        jobs = jobs.Where(j => j.Bay.FirstDue <= today);
        if (after is not null)
        {
            jobs = jobs.Where(j =>
                j.Bay.FirstDue > after.FirstDue || (j.Bay.FirstDue == after.FirstDue && (j.CreatedAt < after.At || (j.CreatedAt == after.At && j.Id < after.Id)))
            );
        }

        return jobs.OrderBy(j => j.Bay.FirstDue).ThenByDescending(j => j.CreatedAt).ThenByDescending(j => j.Id);
    }

    private static IQueryable<JobRow> NotDue(IQueryable<JobRow> jobs, DateOnly today, BayCursor? after)
    {
        jobs = jobs.Where(j => j.Bay.FirstDue > today);
        if (after is not null)
        {
            jobs = jobs.Where(j =>
                j.Bay.Pressing > after.Pressing
                || (
                    j.Bay.Pressing == after.Pressing
                    && (j.Bay.FirstDue > after.FirstDue || (j.Bay.FirstDue == after.FirstDue && (j.CreatedAt < after.At || (j.CreatedAt == after.At && j.Id < after.Id))))
                )
            );
        }

        return jobs.OrderBy(j => j.Bay.Pressing).ThenBy(j => j.Bay.FirstDue).ThenByDescending(j => j.CreatedAt).ThenByDescending(j => j.Id);
    }

    private static async Task StandingsAsync(HazyGaugeDb db, IReadOnlyList<JobRow> jobs, CancellationToken cancellation)
    {
        var ids = jobs.Select(j => j.Id).ToList();
        var standings = (await db.Standings.AsNoTracking().Where(s => ids.Contains(s.JobId)).ToListAsync(cancellation)).ToLookup(s => s.JobId);
        foreach (var job in jobs)
        {
            foreach (var standing in standings[job.Id])
            {
                job.Standings.Add(standing);
            }
        }
    }
}
