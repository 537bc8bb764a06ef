using System.Text.Json;
using HazyGauge.Core.Entries;
using HazyGauge.Core.People;
using HazyGauge.Core.Stations;
using HazyGauge.Data.Search;
using Microsoft.EntityFrameworkCore;

namespace HazyGauge.Data.Jobs;

/// <summary>A document about to be saved.</summary>
/// <param name="Slug">The station.</param>
/// <param name="Document">The document.</param>
/// <param name="Summary">What it says, in one line.</param>
/// <param name="Expected">Number of the station's revision the author worked from, 0 for never saved; null accepts any.</param>
/// <param name="BasedOn">Revision of each station it was evaluated for; null for one that is saved along.</param>
/// <param name="Texts">Words it is found by.</param>
public sealed record DocumentToSave(string Slug, KeptDocument Document, string Summary, int? Expected, IReadOnlyDictionary<string, int?> BasedOn, IReadOnlyList<PlanText> Texts);

/// <summary>Documents that are saved together, all or none, with what the whole job comes to afterwards.</summary>
/// <param name="Author">Who saves.</param>
/// <param name="IsPractice">True where it is saved for practice: the documents stand in the record, and nothing else changes.</param>
/// <param name="Documents">The documents, each behind those it rests on.</param>
/// <param name="Read">Number of the latest revision of every other station that was read for it.</param>
/// <param name="Entries">The entries that were read for it.</param>
/// <param name="Standings">How stations stand afterwards; null for one that stands nowhere.</param>
/// <param name="Show">What else the bay shows afterwards, from what it showed before and the time of saving.</param>
public sealed record WholeSave(
    Person Author,
    bool IsPractice,
    IReadOnlyList<DocumentToSave> Documents,
    IReadOnlyDictionary<string, int> Read,
    EntriesRead Entries,
    IReadOnlyDictionary<string, StationStanding?> Standings,
    Func<BayProjection, DateTimeOffset, BayProjection> Show
);

/// <summary>How a job stands by an evaluation.</summary>
/// <param name="Standings">How stations stand; null for one that stands nowhere.</param>
/// <param name="Bay">What else the bay shows.</param>
/// <param name="Texts">Words of the plans by station; those of a station that is not named stay.</param>
public sealed record JobStanding(IReadOnlyDictionary<string, StationStanding?> Standings, BayProjection Bay, IReadOnlyDictionary<string, IReadOnlyList<PlanText>> Texts);

/// <summary>How a job stands by an evaluation, and what that was made with.</summary>
/// <param name="LastRevision">The latest revision that was read.</param>
/// <param name="LastEntry">The latest entry that was read.</param>
/// <param name="Now">How it stands, from how it stood before.</param>
public sealed record StandingWith(int LastRevision, int LastEntry, Func<JobRow, JobStanding> Now);

/// <summary>Entries that stations were evaluated with.</summary>
/// <param name="Last">Number of the latest entry there was, of whichever kind.</param>
/// <param name="Kinds">Kinds that were read, by slug; null for all.</param>
public sealed record EntriesRead(int Last, IReadOnlyCollection<string>? Kinds);

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

/// <summary>What comes with a job that is taken in.</summary>
/// <param name="Revisions">Its record.</param>
/// <param name="Entries">What happened on it.</param>
/// <param name="Files">Its files; content may be missing.</param>
/// <param name="Texts">Words of its entries and files it is found by.</param>
public sealed record JobParts(
    IReadOnlyList<RevisionRow> Revisions,
    IReadOnlyList<EntryRow> Entries,
    IReadOnlyList<(JobFileRow File, Files.StagedContent? Content)> Files,
    IReadOnlyList<(string Place, string Label, string Text)> Texts
);

/// <summary>Keeps jobs and their record. Nothing saved is ever changed here, and nothing deleted; <see cref="RemovedJobs"/> does that.</summary>
public sealed class JobStore(IDbContextFactory<HazyGaugeDb> contexts, EntryKinds kinds, WriteGate gate, TimeProvider clock)
{
    /// <summary>The jobs of the bay whose stations stand as other rules or another shop left them, in about the order of the bay. Archived ones wait until they are
    /// opened.</summary>
    /// <param name="coreVersion">Version of today's rules.</param>
    /// <param name="shop">Number of what is said of the shop today.</param>
    /// <param name="cancellation">Gives up.</param>
    public async Task<IReadOnlyList<Guid>> StandingOtherwiseAsync(string coreVersion, long shop, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        return await db
            .Jobs.Where(j =>
                j.IsUnevaluated || (j.ArchivedAt == null && db.Standings.Any(s => s.JobId == j.Id && (s.Standing.CoreVersion != coreVersion || (s.Standing.Shop ?? 0) != shop)))
            )
            .OrderBy(j => j.Bay.FirstDue)
            .ThenBy(j => j.Bay.Pressing)
            .ThenByDescending(j => j.CreatedAt)
            .Select(j => j.Id)
            .ToListAsync(cancellation);
    }

    /// <summary>A job; null where there is none.</summary>
    public async Task<JobRow?> FindAsync(Guid id, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        return await db.Jobs.AsNoTracking().Include(j => j.Standings).SingleOrDefaultAsync(j => j.Id == id, cancellation);
    }

    /// <summary>True where there is such a job.</summary>
    public async Task<bool> ExistsAsync(Guid id, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        return await db.Jobs.AnyAsync(j => j.Id == id, cancellation);
    }

    /// <summary>A new job, not kept yet.</summary>
    public JobRow NewJob(JobLabel label)
    {
        var now = clock.ToTheMillisecond();
        return new JobRow
        {
            Id = Guid.CreateVersion7(now),
            Name = label.Name,
            Vehicle = label.Vehicle,
            Plate = label.Plate,
            Reference = label.Reference,
            CreatedAt = now,
        };
    }

    /// <summary>Keeps a new job, with documents where there are any, all or nothing.</summary>
    public async Task CreateAsync(JobRow job, WholeSave? save, CancellationToken cancellation)
    {
        using var turn = await gate.EnterAsync(cancellation);
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        await using var transaction = await db.Database.BeginTransactionAsync(cancellation);
        await SearchIndex.BeginAsync(db, job, cancellation);
        db.Add(job);
        await db.SaveChangesAsync(cancellation);
        if (save is not null)
        {
            await WriteAsync(db, job, save, cancellation);
            await db.SaveChangesAsync(cancellation);
        }

        await SearchIndex.RenewAsync(db, job, cancellation);
        await transaction.CommitAsync(cancellation);
    }

    /// <summary>Puts a job aside; null where there is none.</summary>
    public async Task<JobRow?> ArchiveAsync(Guid id, CancellationToken cancellation)
    {
        using var turn = await gate.EnterAsync(cancellation);
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        if (await db.Jobs.Include(j => j.Standings).SingleOrDefaultAsync(j => j.Id == id, cancellation) is not { } job)
        {
            return null;
        }

        job.ArchivedAt ??= clock.ToTheMillisecond();
        await db.SaveChangesAsync(cancellation);
        return job;
    }

    /// <summary>Gives a job another label, by which it is found from then on; null where there is no such job.</summary>
    /// <param name="id">The job.</param>
    /// <param name="change">Its new label, from the one it has.</param>
    /// <param name="cancellation">Gives up.</param>
    public async Task<JobRow?> RelabelAsync(Guid id, Func<JobLabel, JobLabel> change, CancellationToken cancellation)
    {
        using var turn = await gate.EnterAsync(cancellation);
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        await using var transaction = await db.Database.BeginTransactionAsync(cancellation);
        if (await db.Jobs.Include(j => j.Standings).SingleOrDefaultAsync(j => j.Id == id, cancellation) is not { } job)
        {
            return null;
        }

        (job.Name, job.Vehicle, job.Plate, job.Reference) = change(job.Label);
        await SearchIndex.LabelAsync(db, job, cancellation);
        await db.SaveChangesAsync(cancellation);
        await SearchIndex.RenewAsync(db, job, cancellation);
        await transaction.CommitAsync(cancellation);
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

    /// <summary>A page of the record, the newest first, without inputs and results, and how many revisions there are.</summary>
    public async Task<(int Total, IReadOnlyList<RevisionRow> Items)> RecordAsync(Guid jobId, int skip, int take, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        var all = db.Revisions.AsNoTracking().Where(r => r.JobId == jobId);
        var items = await all.OrderByDescending(r => r.Number)
            .Skip(skip)
            .Take(take)
            .Select(r => new RevisionRow
            {
                JobId = r.JobId,
                Number = r.Number,
                Slug = r.Slug,
                Author = r.Author,
                AuthorId = r.AuthorId,
                IsPractice = r.IsPractice,
                SavedAt = r.SavedAt,
                Summary = r.Summary,
                Said = r.Said,
                Inputs = string.Empty,
            })
            .ToListAsync(cancellation);
        return (await all.CountAsync(cancellation), items);
    }

    /// <summary>All revisions of a job, the oldest first.</summary>
    public async Task<IReadOnlyList<RevisionRow>> AllRevisionsAsync(Guid jobId, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        return await db.Revisions.AsNoTracking().Where(r => r.JobId == jobId).OrderBy(r => r.Number).ToListAsync(cancellation);
    }

    /// <summary>Inputs of every revision of a station, the oldest first.</summary>
    public IReadOnlyList<string> InputsOf(Guid jobId, string slug)
    {
        using var db = contexts.CreateDbContext();
        return [.. db.Revisions.AsNoTracking().Where(r => r.JobId == jobId && r.Slug == slug).OrderBy(r => r.Number).Select(r => r.Inputs)];
    }

    /// <summary>Jobs whose documents hold what became an entry since, and of which nobody moved it yet.</summary>
    public async Task<IReadOnlyList<Guid>> OfOldShapeAsync(CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        return await db.Jobs.IgnoreQueryFilters().Where(j => j.HasOldShape).Select(j => j.Id).ToListAsync(cancellation);
    }

    /// <summary>Notes that what became an entry was moved.</summary>
    public async Task MovedAsync(Guid id, CancellationToken cancellation)
    {
        using var turn = await gate.EnterAsync(cancellation);
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        await db.Jobs.IgnoreQueryFilters().Where(j => j.Id == id).ExecuteUpdateAsync(j => j.SetProperty(r => r.HasOldShape, false), cancellation);
    }

    /// <summary>The latest revision of every station that was saved, by slug.</summary>
    public async Task<IReadOnlyDictionary<string, RevisionRow>> LatestOfAllAsync(Guid jobId, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        var numbers = db.Revisions.Where(r => r.JobId == jobId && !r.IsPractice).GroupBy(r => r.Slug).Select(g => g.Max(r => r.Number));
        return await db.Revisions.AsNoTracking().Where(r => r.JobId == jobId && numbers.Contains(r.Number)).ToDictionaryAsync(r => r.Slug, StringComparer.Ordinal, cancellation);
    }

    /// <summary>Saves documents as new revisions in one transaction, all or none, provided that nobody saved them, or what they rest on, meanwhile.</summary>
    public async Task<SaveResult> SaveAsync(Guid jobId, WholeSave save, CancellationToken cancellation)
    {
        using var turn = await gate.EnterAsync(cancellation);
        await using var db = await contexts.CreateDbContextAsync(cancellation);

        // The transaction takes SQLite's write lock at once, so between these reads and the commit nobody else saves.
        await using var transaction = await db.Database.BeginTransactionAsync(cancellation);
        if (await db.Jobs.Include(j => j.Standings).SingleOrDefaultAsync(j => j.Id == jobId, cancellation) is not { } job)
        {
            return new SaveResult(SaveOutcome.NoSuchJob, []);
        }

        // Entries of other kinds may come as fast as they like: nothing saved rests on them.
        var (lastEntry, kinds) = (save.Entries.Last, save.Entries.Kinds);
        if (
            lastEntry != job.LastEntry
            && await db.Entries.AnyAsync(e => e.JobId == jobId && e.Number > lastEntry && (kinds == null || e.TakesBack != null || kinds.Contains(e.Kind)), cancellation)
        )
        {
            return new SaveResult(SaveOutcome.Moved, []);
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
            if (number != (await db.Revisions.Where(r => r.JobId == jobId && r.Slug == slug && !r.IsPractice).MaxAsync(r => (int?)r.Number, cancellation) ?? 0))
            {
                return new SaveResult(SaveOutcome.Moved, []);
            }
        }

        var (revisions, isReworded) = await WriteAsync(db, job, save, cancellation);
        await db.SaveChangesAsync(cancellation);
        if (isReworded)
        {
            await SearchIndex.RenewAsync(db, job, cancellation);
        }

        await transaction.CommitAsync(cancellation);
        return new SaveResult(SaveOutcome.Saved, revisions);
    }

    /// <summary>Writes how stations stand, provided that nobody saved or wrote meanwhile what that was evaluated for; true where it was written.</summary>
    public async Task<bool> StandAsync(Guid jobId, StandingWith standing, CancellationToken cancellation)
    {
        using var turn = await gate.EnterAsync(cancellation);
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        await using var transaction = await db.Database.BeginTransactionAsync(cancellation);
        if (
            await db
                .Jobs.Include(j => j.Standings)
                .SingleOrDefaultAsync(j => j.Id == jobId && j.LastRevision == standing.LastRevision && j.LastEntry == standing.LastEntry, cancellation)
            is not { } job
        )
        {
            return false;
        }

        var isReworded = await StandAsync(db, job, standing.Now(job), cancellation);
        job.IsUnevaluated = false;
        await db.SaveChangesAsync(cancellation);
        if (isReworded)
        {
            await SearchIndex.RenewAsync(db, job, cancellation);
        }

        await transaction.CommitAsync(cancellation);
        return true;
    }

    /// <summary>Puts down how a job stands; the caller saves.</summary>
    /// <returns>True where words it is found by differ.</returns>
    internal static async Task<bool> StandAsync(HazyGaugeDb db, JobRow job, JobStanding now, CancellationToken cancellation)
    {
        foreach (var (slug, standing) in now.Standings)
        {
            if (job.Standings.FirstOrDefault(s => s.Slug == slug) is not { } row)
            {
                if (standing is not null)
                {
                    job.Standings.Add(
                        new StandingRow
                        {
                            JobId = job.Id,
                            Slug = slug,
                            Standing = standing,
                        }
                    );
                }
            }
            else if (standing is null)
            {
                job.Standings.Remove(row);
                db.Remove(row);
            }
            else
            {
                row.Standing = standing;
            }
        }

        job.Bay = now.Bay.Stood(job.Standings.Select(s => s.Standing));
        var isReworded = false;
        foreach (var (slug, texts) in now.Texts)
        {
            isReworded |= await SearchIndex.ReplaceAsync(db, job, slug, texts, cancellation);
        }

        return isReworded;
    }

    /// <summary>Takes in a whole job as a new one: its record as it was, its files where their content came along or is here already.</summary>
    /// <param name="job">The job, with a new identity.</param>
    /// <param name="parts">What was saved on it.</param>
    /// <param name="cancellation">Gives up; nothing is kept then.</param>
    public async Task ImportAsync(JobRow job, JobParts parts, CancellationToken cancellation)
    {
        using var turn = await gate.EnterAsync(cancellation);
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        await using var transaction = await db.Database.BeginTransactionAsync(cancellation);
        await SearchIndex.BeginAsync(db, job, cancellation);
        db.Add(job);
        await TakeInAsync(db, job, parts, cancellation);
        await transaction.CommitAsync(cancellation);
    }

    /// <summary>Takes in what a file has more of a job than is here.</summary>
    /// <param name="id">The job.</param>
    /// <param name="lastRevision">The latest revision it was compared with.</param>
    /// <param name="lastEntry">The latest entry it was compared with.</param>
    /// <param name="more">What is to be added; entries that are here already say whether they stand open afterwards.</param>
    /// <param name="cancellation">Gives up; nothing is added then.</param>
    /// <returns>False where somebody saved or wrote meanwhile, or removed the job: compare again.</returns>
    public async Task<bool> MergeAsync(Guid id, int lastRevision, int lastEntry, JobParts more, CancellationToken cancellation)
    {
        using var turn = await gate.EnterAsync(cancellation);
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        await using var transaction = await db.Database.BeginTransactionAsync(cancellation);
        if (await db.Jobs.SingleOrDefaultAsync(j => j.Id == id && j.LastRevision == lastRevision && j.LastEntry == lastEntry, cancellation) is not { } job)
        {
            return false;
        }

        var isOpen = more.Entries.ToDictionary(e => e.Number, e => e.IsOpen);
        foreach (var entry in await db.Entries.Where(e => e.JobId == id).ToListAsync(cancellation))
        {
            entry.IsOpen = isOpen[entry.Number];
        }

        job.LastRevision += more.Revisions.Count;
        job.LastEntry = more.Entries.Count;
        await TakeInAsync(db, job, more with { Entries = [.. more.Entries.Where(e => e.Number > lastEntry)] }, cancellation);
        await transaction.CommitAsync(cancellation);
        return true;
    }

    private async Task TakeInAsync(HazyGaugeDb db, JobRow job, JobParts parts, CancellationToken cancellation)
    {
        job.IsUnevaluated = true;
        db.AddRange(parts.Revisions);
        db.AddRange(parts.Entries);
        await db.SaveChangesAsync(cancellation);
        job.Bay = job.Bay.Opened(await db.Entries.Where(e => e.JobId == job.Id && e.IsOpen).ToListAsync(cancellation), kinds);
        foreach (var (file, content) in parts.Files)
        {
            file.ContentId = content is not null
                ? await content.SettleAsync(db, cancellation)
                : await db.FileContents.Where(c => c.Sha256 == file.Sha256).Select(c => (long?)c.Id).SingleOrDefaultAsync(cancellation);
            db.Add(file);
        }

        foreach (var text in parts.Texts)
        {
            SearchIndex.Put(db, job, text.Place, text.Label, text.Text);
        }

        await db.SaveChangesAsync(cancellation);
        await SearchIndex.RenewAsync(db, job, cancellation);
    }

    /// <summary>Jobs that a file may be of: the one with its identity first, then those begun in the same millisecond, which an import keeps.</summary>
    /// <param name="id">Identity of the job where it was exported.</param>
    /// <param name="createdAt">When it was begun.</param>
    /// <param name="cancellation">Gives up.</param>
    public async Task<IReadOnlyList<Guid>> AlikeAsync(Guid id, DateTimeOffset createdAt, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        return await db
            .Jobs.Where(j => j.Id == id || j.CreatedAt == createdAt)
            .OrderByDescending(j => j.Id == id)
            .ThenByDescending(j => j.Id)
            .Select(j => j.Id)
            .ToListAsync(cancellation);
    }

    /// <summary>True where no job was ever created.</summary>
    public async Task<bool> IsEmptyAsync(CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        return !await db.Jobs.IgnoreQueryFilters().AnyAsync(cancellation);
    }

    private async Task<(List<RevisionRow> Revisions, bool IsReworded)> WriteAsync(HazyGaugeDb db, JobRow job, WholeSave save, CancellationToken cancellation)
    {
        var now = clock.ToTheMillisecond();
        var numbers = save.Documents.ToDictionary(d => d.Slug, _ => ++job.LastRevision, StringComparer.Ordinal);
        IReadOnlyDictionary<string, int?> Numbered(IReadOnlyDictionary<string, int?> basedOn) =>
            basedOn.ToDictionary(b => b.Key, b => b.Value ?? (numbers.TryGetValue(b.Key, out var number) ? number : null), StringComparer.Ordinal);
        var revisions = save
            .Documents.Select(d => new RevisionRow
            {
                JobId = job.Id,
                Number = numbers[d.Slug],
                Slug = d.Slug,
                Author = save.Author.Name,
                AuthorId = save.Author.Id,
                IsPractice = save.IsPractice,
                SavedAt = now,
                Summary = d.Summary,
                Inputs = d.Document.Inputs,
                Results = d.Document.Packed(),
                Said = d.Document.Said,
                CoreVersion = d.Document.CoreVersion,
                Schema = d.Document.Schema,
                BasedOn = JsonSerializer.Serialize(Numbered(d.BasedOn)),
            })
            .ToList();
        db.AddRange(revisions);
        if (save.IsPractice)
        {
            return (revisions, false);
        }

        var standings = save.Standings.ToDictionary(
            s => s.Key,
            s => s.Value is { BasedOn: { } basedOn } standing ? standing with { BasedOn = Numbered(basedOn) } : s.Value,
            StringComparer.Ordinal
        );
        var texts = save.Documents.ToDictionary(d => d.Slug, d => d.Texts, StringComparer.Ordinal);
        return (revisions, await StandAsync(db, job, new JobStanding(standings, save.Show(job.Bay, now), texts), cancellation));
    }

    private static Task<RevisionRow?> LatestAsync(HazyGaugeDb db, Guid jobId, string slug, CancellationToken cancellation) =>
        db.Revisions.AsNoTracking().Where(r => r.JobId == jobId && r.Slug == slug && !r.IsPractice).OrderByDescending(r => r.Number).FirstOrDefaultAsync(cancellation);
}
