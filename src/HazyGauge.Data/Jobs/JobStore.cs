using Microsoft.EntityFrameworkCore;

namespace HazyGauge.Data.Jobs;

/// <summary>A document about to be saved.</summary>
/// <param name="Slug">The station.</param>
/// <param name="Author">Who saves it.</param>
/// <param name="Document">The document, JSON.</param>
/// <param name="Summary">What it says, in one line.</param>
/// <param name="Show">What the bay shows afterwards, from what it showed before and the time of saving; null where this station shows nothing there.</param>
public sealed record DocumentToSave(string Slug, string Author, string Document, string Summary, Func<BayProjection, DateTimeOffset, BayProjection>? Show);

/// <summary>What came of an attempt to save.</summary>
public enum SaveOutcome
{
    /// <summary>A new revision stands.</summary>
    Saved,

    /// <summary>Somebody else saved this station meanwhile; nothing was changed.</summary>
    Stale,

    /// <summary>There is no such job.</summary>
    NoSuchJob,
}

/// <summary>Keeps jobs and their record. Nothing saved is ever changed or deleted.</summary>
public sealed class JobStore(IDbContextFactory<HazyGaugeDb> contexts, TimeProvider clock)
{
    /// <summary>All jobs, the newest first.</summary>
    public async Task<IReadOnlyList<JobRow>> ListAsync(CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        return await db.Jobs.AsNoTracking().OrderByDescending(j => j.CreatedAt).ThenByDescending(j => j.Id).ToListAsync(cancellation);
    }

    /// <summary>A job; null where there is none.</summary>
    public async Task<JobRow?> FindAsync(Guid id, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        return await db.Jobs.AsNoTracking().SingleOrDefaultAsync(j => j.Id == id, cancellation);
    }

    /// <summary>A new job.</summary>
    public async Task<JobRow> CreateAsync(string name, string vehicle, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        var now = clock.ToTheMillisecond();
        var job = new JobRow { Id = Guid.CreateVersion7(now), Name = name, Vehicle = vehicle, CreatedAt = now };
        db.Add(job);
        await db.SaveChangesAsync(cancellation);
        return job;
    }

    /// <summary>Puts a job aside, or back into the bay; null where there is none.</summary>
    public async Task<JobRow?> ArchiveAsync(Guid id, bool aside, CancellationToken cancellation)
    {
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

    /// <summary>A page of the record, the newest first, without the documents, and how many revisions there are.</summary>
    public async Task<(int Total, IReadOnlyList<RevisionRow> Items)> RecordAsync(Guid jobId, int skip, int take, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        var all = db.Revisions.AsNoTracking().Where(r => r.JobId == jobId);
        var items = await all.OrderByDescending(r => r.Number).Skip(skip).Take(take)
            .Select(r => new RevisionRow { JobId = r.JobId, Number = r.Number, Slug = r.Slug, Author = r.Author, SavedAt = r.SavedAt, Summary = r.Summary, Document = string.Empty })
            .ToListAsync(cancellation);
        return (await all.CountAsync(cancellation), items);
    }

    /// <summary>All revisions of a job, the oldest first.</summary>
    public async Task<IReadOnlyList<RevisionRow>> AllRevisionsAsync(Guid jobId, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        return await db.Revisions.AsNoTracking().Where(r => r.JobId == jobId).OrderBy(r => r.Number).ToListAsync(cancellation);
    }

    /// <summary>Saves a document as a new revision, provided that nobody saved the station since <paramref name="expected"/>.</summary>
    /// <param name="jobId">The job.</param>
    /// <param name="document">What to save.</param>
    /// <param name="expected">Number of the station's revision the author worked from, 0 for never saved; null accepts any.</param>
    /// <param name="cancellation">Gives up; nothing is saved then.</param>
    /// <returns>The outcome, and the new revision or the one that stands in the way.</returns>
    public async Task<(SaveOutcome Outcome, RevisionRow? Revision)> SaveAsync(
        Guid jobId, DocumentToSave document, int? expected, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);

        // The transaction takes SQLite's write lock at once, so between this read and the commit nobody else saves.
        await using var transaction = await db.Database.BeginTransactionAsync(cancellation);
        var job = await db.Jobs.SingleOrDefaultAsync(j => j.Id == jobId, cancellation);
        if (job is null)
        {
            return (SaveOutcome.NoSuchJob, null);
        }

        var latest = await LatestAsync(db, jobId, document.Slug, cancellation);
        if (expected is { } number && number != (latest?.Number ?? 0))
        {
            return (SaveOutcome.Stale, latest);
        }

        var revision = new RevisionRow
        {
            JobId = jobId,
            Number = ++job.LastRevision,
            Slug = document.Slug,
            Author = document.Author,
            SavedAt = clock.ToTheMillisecond(),
            Summary = document.Summary,
            Document = document.Document,
        };
        if (document.Show is { } show)
        {
            job.Bay = show(job.Bay, revision.SavedAt);
        }

        db.Add(revision);
        await db.SaveChangesAsync(cancellation);
        await transaction.CommitAsync(cancellation);
        return (SaveOutcome.Saved, revision);
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
        IReadOnlyList<(JobFileRow File, Func<Stream>? Content)> files,
        CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        await using var transaction = await db.Database.BeginTransactionAsync(cancellation);
        db.Add(job);
        db.AddRange(revisions);
        db.AddRange(entries);
        await db.SaveChangesAsync(cancellation);
        foreach (var (file, content) in files)
        {
            if (content is not null)
            {
                await using var stream = content();
                await Files.FileStore.PutAsync(db, job.Id, file.Name, stream, file.Sha256, file.Bytes, file.AddedAt, cancellation);
                continue;
            }

            file.ContentId = await db.FileContents.Where(c => c.Sha256 == file.Sha256).Select(c => (long?)c.Id).SingleOrDefaultAsync(cancellation);
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

    /// <summary>True where the database answers.</summary>
    public async Task<bool> AnswersAsync(CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        return await db.Jobs.CountAsync(cancellation) >= 0;
    }

    private static Task<RevisionRow?> LatestAsync(HazyGaugeDb db, Guid jobId, string slug, CancellationToken cancellation) =>
        db.Revisions.AsNoTracking().Where(r => r.JobId == jobId && r.Slug == slug).OrderByDescending(r => r.Number).FirstOrDefaultAsync(cancellation);
}
