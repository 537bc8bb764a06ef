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
public sealed record BayCounts(int All, int Due, int Held, int Waiting, int Archived);

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
        BayFilter filter, SearchWords? words, DateOnly today, BayCursor? after, int limit, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        var day = after?.Today ?? today;
        var jobs = new List<JobRow>();
        if (filter == BayFilter.Archived)
        {
            jobs.AddRange(await Archived(Matching(db, words), after).Take(limit + 1).ToListAsync(cancellation));
        }
        else
        {
            if (after is null or { IsDue: true })
            {
                jobs.AddRange(await Due(Filtered(Matching(db, words), filter), day, after).Take(limit + 1).ToListAsync(cancellation));
            }

            if (filter != BayFilter.Due && jobs.Count <= limit)
            {
                jobs.AddRange(await NotDue(Filtered(Matching(db, words), filter), day, after is { IsDue: false } ? after : null).Take(limit + 1 - jobs.Count).ToListAsync(cancellation));
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
        var standing = await Matching(db, words).Where(j => j.ArchivedAt == null)
            .GroupBy(_ => 1)
            .Select(g => new { All = g.Count(), Due = g.Count(j => j.Bay.FirstDue <= today), Held = g.Count(j => j.Bay.IsHeld), Waiting = g.Count(j => j.Bay.IsWaiting) })
            .SingleOrDefaultAsync(cancellation);
        return new BayCounts(standing?.All ?? 0, standing?.Due ?? 0, standing?.Held ?? 0, standing?.Waiting ?? 0, await Matching(db, words).CountAsync(j => j.ArchivedAt != null, cancellation));
    }

    /// <summary>A page of all jobs that are not archived, the newest first.</summary>
    /// <param name="after">Creation and identity of the last job of the page before; null for the first.</param>
    /// <param name="limit">At most this many jobs.</param>
    /// <param name="cancellation">Gives up.</param>
    public async Task<IReadOnlyList<JobRow>> NewestAsync((DateTimeOffset At, Guid Id)? after, int limit, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        var jobs = db.Jobs.AsNoTracking().Where(j => j.ArchivedAt == null);
        if (after is var (at, id))
        {
            jobs = jobs.Where(j => j.CreatedAt < at || (j.CreatedAt == at && j.Id < id));
        }

        var page = await jobs.OrderByDescending(j => j.CreatedAt).ThenByDescending(j => j.Id).Take(limit).ToListAsync(cancellation);
        await StandingsAsync(db, page, cancellation);
        return page;
    }

    private static BayCursor Behind(JobRow last, DateOnly today) =>
        new(today, last.Bay.FirstDue <= today, last.Bay.Pressing, last.Bay.FirstDue, last.ArchivedAt ?? last.CreatedAt, last.Id);

    private static IQueryable<JobRow> Matching(HazyGaugeDb db, SearchWords? words) => words is null
        ? db.Jobs.AsNoTracking()
        : db.Jobs.FromSql($"SELECT * FROM Jobs WHERE SearchKey IN (SELECT rowid FROM SearchIndex WHERE SearchIndex MATCH {words.AsMatch})").AsNoTracking();

    private static IQueryable<JobRow> Filtered(IQueryable<JobRow> jobs, BayFilter filter) => filter switch
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
            jobs = jobs.Where(j => j.Bay.FirstDue > after.FirstDue || (j.Bay.FirstDue == after.FirstDue && (j.CreatedAt < after.At || (j.CreatedAt == after.At && j.Id < after.Id))));
        }

        return jobs.OrderBy(j => j.Bay.FirstDue).ThenByDescending(j => j.CreatedAt).ThenByDescending(j => j.Id);
    }

    private static IQueryable<JobRow> NotDue(IQueryable<JobRow> jobs, DateOnly today, BayCursor? after)
    {
        jobs = jobs.Where(j => j.Bay.FirstDue > today);
        if (after is not null)
        {
            jobs = jobs.Where(j => j.Bay.Pressing > after.Pressing
                || (j.Bay.Pressing == after.Pressing
                    && (j.Bay.FirstDue > after.FirstDue || (j.Bay.FirstDue == after.FirstDue && (j.CreatedAt < after.At || (j.CreatedAt == after.At && j.Id < after.Id))))));
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
