using System.Text.Json;
using Microsoft.EntityFrameworkCore;

namespace HazyGauge.Data.Jobs;

/// <summary>A document about to be saved.</summary>
/// <param name="Slug">The station.</param>
/// <param name="Document">The document, JSON.</param>
/// <param name="Summary">What it says, in one line.</param>
/// <param name="Expected">Number of the station's revision the author worked from, 0 for never saved; null accepts any.</param>
/// <param name="BasedOn">Revision of each station it was evaluated for; null for one that is saved along.</param>
public sealed record DocumentToSave(string Slug, string Document, string Summary, int? Expected, IReadOnlyDictionary<string, int?> BasedOn);

/// <summary>Documents that are saved together, all or none, with what the whole job comes to afterwards.</summary>
/// <param name="Author">Who saves.</param>
/// <param name="Documents">The documents, each behind those it rests on.</param>
/// <param name="Read">Number of the latest revision of every other station that was read for it.</param>
/// <param name="Standings">How stations stand afterwards; null for one that stands nowhere.</param>
/// <param name="Show">What else the bay shows afterwards, from what it showed before and the time of saving.</param>
public sealed record WholeSave(
    string Author,
    IReadOnlyList<DocumentToSave> Documents,
    IReadOnlyDictionary<string, int> Read,
    IReadOnlyDictionary<string, StationStanding?> Standings,
    Func<BayProjection, DateTimeOffset, BayProjection> Show);

/// <summary>What came of an attempt to save.</summary>
public enum SaveOutcome
{
    /// <summary>New revisions stand.</summary>
    Saved,

    /// <summary>Somebody else saved one of the stations meanwhile; nothing was changed.</summary>
    Stale,

    /// <summary>Somebody saved a station that was read for it; nothing was changed, evaluate again.</summary>
    Moved,

    /// <summary>There is no such job.</summary>
    NoSuchJob,
}

/// <summary>What came of an attempt to save.</summary>
/// <param name="Outcome">The outcome.</param>
/// <param name="Revisions">The new revisions.</param>
/// <param name="StaleSlug">The station somebody else saved.</param>
/// <param name="InTheWay">The revision that stands there; null where the station was never saved.</param>
public sealed record SaveResult(SaveOutcome Outcome, IReadOnlyList<RevisionRow> Revisions, string? StaleSlug = null, RevisionRow? InTheWay = null);

/// <summary>Keeps jobs and their record. Nothing saved is ever changed or deleted.</summary>
public sealed class JobStore(IDbContextFactory<HazyGaugeDb> contexts, WriteGate gate, TimeProvider clock)
{
    /// <summary>All jobs, the newest first.</summary>
    public async Task<IReadOnlyList<JobRow>> ListAsync(CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        return await db.Jobs.AsNoTracking().OrderByDescending(j => j.CreatedAt).ThenByDescending(j => j.Id).ToListAsync(cancellation);
    }

    /// <summary>Jobs some of whose stations stand by other rules than these, with their last revision.</summary>
    /// <param name="coreVersion">Version of the rules.</param>
    /// <param name="cancellation">Gives up.</param>
    public async Task<IReadOnlyList<(Guid Id, int LastRevision)>> StandingOtherwiseAsync(string coreVersion, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        var others = new List<(Guid, int)>();
        await foreach (var job in db.Jobs.AsNoTracking().AsAsyncEnumerable().WithCancellation(cancellation))
        {
            if (job.Bay.Stations.Values.Any(s => s.CoreVersion != coreVersion))
            {
                others.Add((job.Id, job.LastRevision));
            }
        }

        return others;
    }

    /// <summary>A job; null where there is none.</summary>
    public async Task<JobRow?> FindAsync(Guid id, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        return await db.Jobs.AsNoTracking().SingleOrDefaultAsync(j => j.Id == id, cancellation);
    }

    /// <summary>A new job, not kept yet.</summary>
    public JobRow NewJob(string name, string vehicle)
    {
        var now = clock.ToTheMillisecond();
        return new JobRow { Id = Guid.CreateVersion7(now), Name = name, Vehicle = vehicle, CreatedAt = now };
    }

    /// <summary>Keeps a new job, with documents where there are any, all or nothing.</summary>
    public async Task CreateAsync(JobRow job, WholeSave? save, CancellationToken cancellation)
    {
        using var turn = await gate.EnterAsync(cancellation);
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        await using var transaction = await db.Database.BeginTransactionAsync(cancellation);
        db.Add(job);
        if (save is not null)
        {
            Write(db, job, save);
        }

        await db.SaveChangesAsync(cancellation);
        await transaction.CommitAsync(cancellation);
    }

    /// <summary>Puts a job aside, or back into the bay; null where there is none.</summary>
    public async Task<JobRow?> ArchiveAsync(Guid id, bool aside, CancellationToken cancellation)
    {
        using var turn = await gate.EnterAsync(cancellation);
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        if (await db.Jobs.SingleOrDefaultAsync(j => j.Id == id, cancellation) is not { } job)
        {
            return null;
        }

        job.ArchivedAt = aside ? job.ArchivedAt ?? clock.ToTheMillisecond() : null;
        await db.SaveChangesAsync(cancellation);
        return job;
    }

    /// <summary>The latest revision of a station; null where it was never saved.</summary>
    public async Task<RevisionRow?> LatestAsync(Guid jobId, string slug, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        return await LatestAsync(db, jobId, slug, cancellation);
    }

    /// <summary>One revision; null where there is none.</summary>
    public async Task<RevisionRow?> RevisionAsync(Guid jobId, int number, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        return await db.Revisions.AsNoTracking().SingleOrDefaultAsync(r => r.JobId == jobId && r.Number == number, cancellation);
    }

    /// <summary>A page of the record, the newest first, without the documents but for their summaries with their numbers (JSON), and how many revisions there are.</summary>
    public async Task<(int Total, IReadOnlyList<(RevisionRow Row, string? Said)> Items)> RecordAsync(Guid jobId, int skip, int take, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        var all = db.Revisions.AsNoTracking().Where(r => r.JobId == jobId);
        var items = await all.OrderByDescending(r => r.Number).Skip(skip).Take(take)
            .Select(r => new
            {
                Row = new RevisionRow { JobId = r.JobId, Number = r.Number, Slug = r.Slug, Author = r.Author, SavedAt = r.SavedAt, Summary = r.Summary, Document = string.Empty },
                Said = HazyGaugeDb.IsJson(r.Document) ? HazyGaugeDb.Part(r.Document, "$.summary") : null,
            })
            .ToListAsync(cancellation);
        return (await all.CountAsync(cancellation), [.. items.Select(i => (i.Row, i.Said))]);
    }

    /// <summary>All revisions of a job, the oldest first.</summary>
    public async Task<IReadOnlyList<RevisionRow>> AllRevisionsAsync(Guid jobId, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        return await db.Revisions.AsNoTracking().Where(r => r.JobId == jobId).OrderBy(r => r.Number).ToListAsync(cancellation);
    }

    /// <summary>The latest revision of every station that was saved, by slug.</summary>
    public async Task<IReadOnlyDictionary<string, RevisionRow>> LatestOfAllAsync(Guid jobId, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        var numbers = db.Revisions.Where(r => r.JobId == jobId).GroupBy(r => r.Slug).Select(g => g.Max(r => r.Number));
        return await db.Revisions.AsNoTracking().Where(r => r.JobId == jobId && numbers.Contains(r.Number)).ToDictionaryAsync(r => r.Slug, StringComparer.Ordinal, cancellation);
    }

    /// <summary>Saves documents as new revisions in one transaction, all or none, provided that nobody saved them, or what they rest on, meanwhile.</summary>
    public async Task<SaveResult> SaveAsync(Guid jobId, WholeSave save, CancellationToken cancellation)
    {
        using var turn = await gate.EnterAsync(cancellation);
        await using var db = await contexts.CreateDbContextAsync(cancellation);

        // The transaction takes SQLite's write lock at once, so between these reads and the commit nobody else saves.
        await using var transaction = await db.Database.BeginTransactionAsync(cancellation);
        if (await db.Jobs.SingleOrDefaultAsync(j => j.Id == jobId, cancellation) is not { } job)
        {
            return new SaveResult(SaveOutcome.NoSuchJob, []);
        }

        foreach (var document in save.Documents.Where(d => d.Expected is not null))
        {
            var latest = await LatestAsync(db, jobId, document.Slug, cancellation);
            if (document.Expected != (latest?.Number ?? 0))
            {
                return new SaveResult(SaveOutcome.Stale, [], document.Slug, latest);
            }
        }

        foreach (var (slug, number) in save.Read)
        {
            if (number != (await db.Revisions.Where(r => r.JobId == jobId && r.Slug == slug).MaxAsync(r => (int?)r.Number, cancellation) ?? 0))
            {
                return new SaveResult(SaveOutcome.Moved, []);
            }
        }

        var revisions = Write(db, job, save);
        await db.SaveChangesAsync(cancellation);
        await transaction.CommitAsync(cancellation);
        return new SaveResult(SaveOutcome.Saved, revisions);
    }

    /// <summary>Writes how stations stand, provided that nobody saved what that was evaluated for meanwhile; true where it was written.</summary>
    public async Task<bool> StandAsync(Guid jobId, int lastRevision, Func<BayProjection, BayProjection> show, CancellationToken cancellation)
    {
        using var turn = await gate.EnterAsync(cancellation);
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        await using var transaction = await db.Database.BeginTransactionAsync(cancellation);
        if (await db.Jobs.SingleOrDefaultAsync(j => j.Id == jobId && j.LastRevision == lastRevision, cancellation) is not { } job)
        {
            return false;
        }

        job.Bay = show(job.Bay);
        await db.SaveChangesAsync(cancellation);
        await transaction.CommitAsync(cancellation);
        return true;
    }

    /// <summary>Takes in a whole job as a new one: its record as it was, its files where their content came along or is here already.</summary>
    /// <param name="job">The job, with a new identity.</param>
    /// <param name="revisions">Its record, with the job's identity.</param>
    /// <param name="entries">What happened on it, with the job's identity.</param>
    /// <param name="files">Its files; content may be missing.</param>
    /// <param name="cancellation">Gives up; nothing is kept then.</param>
    public async Task ImportAsync(
        JobRow job,
        IReadOnlyList<RevisionRow> revisions,
        IReadOnlyList<EntryRow> entries,
        IReadOnlyList<(JobFileRow File, Files.StagedContent? Content)> files,
        CancellationToken cancellation)
    {
        using var turn = await gate.EnterAsync(cancellation);
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        await using var transaction = await db.Database.BeginTransactionAsync(cancellation);
        db.Add(job);
        db.AddRange(revisions);
        db.AddRange(entries);
        await db.SaveChangesAsync(cancellation);
        foreach (var (file, content) in files)
        {
            file.ContentId = content is not null
                ? await content.SettleAsync(db, cancellation)
                : await db.FileContents.Where(c => c.Sha256 == file.Sha256).Select(c => (long?)c.Id).SingleOrDefaultAsync(cancellation);
            db.Add(file);
        }

        await db.SaveChangesAsync(cancellation);
        await transaction.CommitAsync(cancellation);
    }

    /// <summary>True where no job was ever created.</summary>
    public async Task<bool> IsEmptyAsync(CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        return !await db.Jobs.AnyAsync(cancellation);
    }

    private List<RevisionRow> Write(HazyGaugeDb db, JobRow job, WholeSave save)
    {
        var now = clock.ToTheMillisecond();
        var numbers = save.Documents.ToDictionary(d => d.Slug, _ => ++job.LastRevision, StringComparer.Ordinal);
        IReadOnlyDictionary<string, int?> Numbered(IReadOnlyDictionary<string, int?> basedOn) =>
            basedOn.ToDictionary(b => b.Key, b => b.Value ?? (numbers.TryGetValue(b.Key, out var number) ? number : null), StringComparer.Ordinal);
        var revisions = save.Documents.Select(d => new RevisionRow
        {
            JobId = job.Id,
            Number = numbers[d.Slug],
            Slug = d.Slug,
            Author = save.Author,
            SavedAt = now,
            Summary = d.Summary,
            Document = d.Document,
            BasedOn = JsonSerializer.Serialize(Numbered(d.BasedOn)),
        }).ToList();
        var bay = save.Show(job.Bay, now);
        foreach (var (slug, standing) in save.Standings)
        {
            bay = bay.With(slug, standing is { BasedOn: { } basedOn } ? standing with { BasedOn = Numbered(basedOn) } : standing);
        }

        job.Bay = bay;
        db.AddRange(revisions);
        return revisions;
    }

    private static Task<RevisionRow?> LatestAsync(HazyGaugeDb db, Guid jobId, string slug, CancellationToken cancellation) =>
        db.Revisions.AsNoTracking().Where(r => r.JobId == jobId && r.Slug == slug).OrderByDescending(r => r.Number).FirstOrDefaultAsync(cancellation);
}
