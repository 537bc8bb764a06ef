using HazyGauge.Core.Entries;
using HazyGauge.Core.People;
using HazyGauge.Data.Jobs;
using HazyGauge.Data.Search;
using Microsoft.EntityFrameworkCore;

namespace HazyGauge.Data.Entries;

/// <summary>An entry about to be written.</summary>
/// <param name="Draft">What it says.</param>
/// <param name="Payload">What it carries beside words, JSON.</param>
/// <param name="Said">That in one line with its numbers, JSON.</param>
/// <param name="SaidText">That line, metric.</param>
/// <param name="Author">Who writes it.</param>
/// <param name="IdempotencyKey">What the writer's browser calls it.</param>
public sealed record EntryToWrite(EntryDraft Draft, string? Payload, string? Said, string? SaidText, Person Author, string IdempotencyKey)
{
    /// <summary>When it happened; null for now.</summary>
    public DateTimeOffset? At { get; init; }

    /// <summary>Number of the shape of what it carries; null for the present one of its kind.</summary>
    public int? Schema { get; init; }

    /// <summary>The row it becomes.</summary>
    public EntryRow Row(Guid jobId, int number, DateTimeOffset at) =>
        new()
        {
            JobId = jobId,
            Number = number,
            Kind = Draft.Kind.Slug,
            Text = Draft.Text,
            Payload = Payload,
            Schema = Schema ?? Draft.Kind.Schema,
            Said = Said,
            Due = Draft.Due,
            Blocks = string.Join(' ', Draft.Blocks),
            Station = Draft.Station,
            Step = Draft.Step,
            StepName = Draft.StepName,
            IsPractice = Draft.IsPractice,
            Files = string.Join(' ', Draft.Files),
            Answers = Draft.Answers,
            TakesBack = Draft.TakesBack,
            Author = Author.Name,
            AuthorId = Author.Id,
            At = at,
            IdempotencyKey = IdempotencyKey,
        };

    /// <summary>How it hangs together with others.</summary>
    public EntryLink Link(int number) => new(number, Draft.Kind, Draft.Answers, Draft.TakesBack, Draft.IsPractice);

    /// <summary>How it is found: where it stands, what that is called, and its words.</summary>
    public (string Place, string Label, string Text) AsFound(int number) =>
        (SearchIndex.OfEntry(number), Draft.Kind.Name, string.Join(". ", new[] { Draft.Text, SaidText, Draft.Step }.Where(w => !string.IsNullOrEmpty(w))));

    /// <summary>True where a stored entry says the same.</summary>
    internal bool IsSameAs(EntryRow row)
    {
        var mine = Row(row.JobId, row.Number, row.At);
        return (row.Kind, row.Text, row.Payload, row.Due, row.Blocks, row.Author) == (mine.Kind, mine.Text, mine.Payload, mine.Due, mine.Blocks, mine.Author)
            && (row.Station, row.Step, row.Files, row.Answers, row.TakesBack) == (mine.Station, mine.Step, mine.Files, mine.Answers, mine.TakesBack);
    }
}

/// <summary>What came of an attempt to write an entry.</summary>
public enum WriteOutcome
{
    /// <summary>It is new.</summary>
    Written,

    /// <summary>It was there already, under the same key.</summary>
    AlreadyThere,

    /// <summary>Something else was written under the same key.</summary>
    KeyTaken,

    /// <summary>The entries that are there do not let it stand behind them.</summary>
    Refused,

    /// <summary>It names a file that is not on the job.</summary>
    NoSuchFile,

    /// <summary>Something was saved or written that the stations were not evaluated with; nothing was changed, evaluate again.</summary>
    Moved,

    /// <summary>There is no such job.</summary>
    NoSuchJob,
}

/// <summary>What came of an attempt to write an entry.</summary>
/// <param name="Outcome">The outcome.</param>
/// <param name="Entry">The entry, or the one that is in its way.</param>
/// <param name="Why">Why the other entries do not let it stand.</param>
public sealed record WriteResult(WriteOutcome Outcome, EntryRow? Entry = null, EntryRefusal Why = EntryRefusal.None);

/// <summary>Keeps what happened on jobs. Nothing written is ever changed or deleted.</summary>
public sealed class EntryStore(IDbContextFactory<HazyGaugeDb> contexts, EntryKinds kinds, WriteGate gate, TimeProvider clock)
{
    /// <summary>All entries of a job, the oldest first.</summary>
    public async Task<IReadOnlyList<EntryRow>> ListAsync(Guid jobId, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        return await db.Entries.AsNoTracking().Where(e => e.JobId == jobId).OrderBy(e => e.Number).ToListAsync(cancellation);
    }

    /// <summary>Entries of a job behind a number, the oldest first, or before one, the newest first.</summary>
    /// <param name="jobId">The job.</param>
    /// <param name="from">The number; it is not among them.</param>
    /// <param name="isBefore">True for those before it.</param>
    /// <param name="limit">At most this many.</param>
    /// <param name="cancellation">Gives up.</param>
    public async Task<IReadOnlyList<EntryRow>> PageAsync(Guid jobId, int from, bool isBefore, int limit, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        var entries = db.Entries.AsNoTracking().Where(e => e.JobId == jobId);
        return await (isBefore ? entries.Where(e => e.Number < from).OrderByDescending(e => e.Number) : entries.Where(e => e.Number > from).OrderBy(e => e.Number))
            .Take(limit)
            .ToListAsync(cancellation);
    }

    /// <summary>One entry; null where there is none.</summary>
    public async Task<EntryRow?> FindAsync(Guid jobId, int number, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        return await db.Entries.AsNoTracking().SingleOrDefaultAsync(e => e.JobId == jobId && e.Number == number, cancellation);
    }

    /// <summary>How the entries of a job hang together.</summary>
    public async Task<EntryChain> ChainAsync(Guid jobId, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        return await ChainAsync(db, jobId, cancellation);
    }

    /// <summary>Entries that stand open on some jobs, the oldest first.</summary>
    public async Task<ILookup<Guid, EntryRow>> OpenAsync(IReadOnlyCollection<Guid> jobIds, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        var open = await db.Entries.AsNoTracking().Where(e => e.IsOpen && jobIds.Contains(e.JobId)).OrderBy(e => e.Number).ToListAsync(cancellation);
        return open.ToLookup(e => e.JobId);
    }

    /// <summary>Open entries that fall due from one day to another on jobs that are not archived, with name and vehicle of the job; the first day first.</summary>
    /// <param name="from">The first day.</param>
    /// <param name="to">The last.</param>
    /// <param name="most">At most this many.</param>
    /// <param name="cancellation">Gives up.</param>
    public async Task<IReadOnlyList<(EntryRow Entry, string Name, string Vehicle)>> DatedAsync(DateOnly from, DateOnly to, int most, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        var dated = await db
            .Entries.AsNoTracking()
            .Where(e => e.IsOpen && e.Due != null && e.Due >= from && e.Due <= to)
            .Join(
                db.Jobs.Where(j => j.ArchivedAt == null),
                e => e.JobId,
                j => j.Id,
                (e, j) =>
                    new
                    {
                        Entry = e,
                        j.Name,
                        j.Vehicle,
                    }
            )
            .OrderBy(d => d.Entry.Due)
            .Take(most)
            .ToListAsync(cancellation);
        return [.. dated.Select(d => (d.Entry, d.Name, d.Vehicle))];
    }

    /// <summary>Writes an entry once, however often it is sent.</summary>
    /// <param name="jobId">The job.</param>
    /// <param name="entry">The entry.</param>
    /// <param name="standing">How stations stand with it; null where none reads it.</param>
    /// <param name="cancellation">Gives up.</param>
    public async Task<WriteResult> WriteAsync(Guid jobId, EntryToWrite entry, StandingWith? standing, CancellationToken cancellation)
    {
        using var turn = await gate.EnterAsync(cancellation);
        await using var db = await contexts.CreateDbContextAsync(cancellation);

        // The transaction takes SQLite's write lock at once, so between these reads and the commit nobody else writes.
        await using var transaction = await db.Database.BeginTransactionAsync(cancellation);
        if (await db.Jobs.Include(j => j.Standings).SingleOrDefaultAsync(j => j.Id == jobId, cancellation) is not { } job)
        {
            return new WriteResult(WriteOutcome.NoSuchJob);
        }

        if (await InTheWayAsync(db, job, entry, standing, cancellation) is { } inTheWay)
        {
            return inTheWay;
        }

        var row = entry.Row(jobId, ++job.LastEntry, entry.At ?? clock.ToTheMillisecond());
        var chain = await ChainAsync(db, jobId, cancellation);
        chain.Add(entry.Link(row.Number));
        row.IsOpen = !row.IsPractice && chain.IsOpen(row.Number);
        db.Add(row);
        var touched = chain.Touches(entry.Link(row.Number)).ToList();
        foreach (var other in await db.Entries.Where(e => e.JobId == jobId && touched.Contains(e.Number)).ToListAsync(cancellation))
        {
            other.IsOpen = !other.IsPractice && chain.IsOpen(other.Number);
        }

        if (!row.IsPractice)
        {
            var (place, label, text) = entry.AsFound(row.Number);
            SearchIndex.Put(db, job, place, label, text);
        }

        if (standing is not null)
        {
            await JobStore.StandAsync(db, job, standing.Now(job), cancellation);
        }

        await db.SaveChangesAsync(cancellation);
        job.Bay = job.Bay.Opened(await db.Entries.Where(e => e.JobId == jobId && e.IsOpen).ToListAsync(cancellation), kinds);
        await db.SaveChangesAsync(cancellation);
        await SearchIndex.RenewAsync(db, job, cancellation);
        await transaction.CommitAsync(cancellation);
        return new WriteResult(WriteOutcome.Written, row);
    }

    private async Task<WriteResult?> InTheWayAsync(HazyGaugeDb db, JobRow job, EntryToWrite entry, StandingWith? standing, CancellationToken cancellation)
    {
        if (await db.Entries.AsNoTracking().SingleOrDefaultAsync(e => e.JobId == job.Id && e.IdempotencyKey == entry.IdempotencyKey, cancellation) is { } known)
        {
            return new WriteResult(entry.IsSameAs(known) ? WriteOutcome.AlreadyThere : WriteOutcome.KeyTaken, known);
        }

        if (standing is not null && (standing.LastRevision, standing.LastEntry) != (job.LastRevision, job.LastEntry))
        {
            return new WriteResult(WriteOutcome.Moved);
        }

        var files = entry.Draft.Files;
        if (files.Count > 0 && await db.JobFiles.CountAsync(f => f.JobId == job.Id && files.Contains(f.Sha256), cancellation) != files.Count)
        {
            return new WriteResult(WriteOutcome.NoSuchFile);
        }

        if (entry.Draft is { Answers: null, TakesBack: null })
        {
            return null;
        }

        var chain = await ChainAsync(db, job.Id, cancellation);
        var why = chain.Judge(entry.Draft);
        var other = why switch
        {
            EntryRefusal.AlreadyClosed => chain.ClosedBy(entry.Draft.Answers!.Value),
            EntryRefusal.AlreadyTakenBack => chain.TakenBackBy(entry.Draft.TakesBack!.Value),
            _ => null,
        };
        return why == EntryRefusal.None
            ? null
            : new WriteResult(
                WriteOutcome.Refused,
                other is null ? null : await db.Entries.AsNoTracking().SingleAsync(e => e.JobId == job.Id && e.Number == other, cancellation),
                why
            );
    }

    private async Task<EntryChain> ChainAsync(HazyGaugeDb db, Guid jobId, CancellationToken cancellation)
    {
        var links = await db
            .Entries.AsNoTracking()
            .Where(e => e.JobId == jobId)
            .OrderBy(e => e.Number)
            .Select(e => new
            {
                e.Number,
                e.Kind,
                e.Answers,
                e.TakesBack,
                e.IsPractice,
            })
            .ToListAsync(cancellation);
        return new EntryChain(links.Select(l => new EntryLink(l.Number, kinds.OfWritten(l.Kind), l.Answers, l.TakesBack, l.IsPractice)));
    }
}
