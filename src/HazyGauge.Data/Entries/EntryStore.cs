using HazyGauge.Core.Jobs;
using Microsoft.EntityFrameworkCore;

namespace HazyGauge.Data.Entries;

/// <summary>An entry about to be written.</summary>
/// <param name="Draft">What it says.</param>
/// <param name="Author">Who writes it.</param>
/// <param name="IdempotencyKey">What the writer's browser calls it.</param>
public sealed record EntryToWrite(EntryDraft Draft, string Author, string IdempotencyKey)
{
    /// <summary>The stations as they are kept.</summary>
    public string BlocksAsText => string.Join(' ', Draft.Blocks);

    /// <summary>True where a stored entry says the same.</summary>
    internal bool IsSameAs(EntryRow row) =>
        (row.Kind, row.Text, row.Due, row.Blocks, row.Station, row.Closes, row.Author) == (Draft.Kind, Draft.Text, Draft.Due, BlocksAsText, Draft.Station, Draft.Closes, Author);
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

    /// <summary>The entry it closes does not exist, or is a closing one itself.</summary>
    NothingToClose,

    /// <summary>Somebody else closed that entry meanwhile.</summary>
    AlreadyClosed,

    /// <summary>There is no such job.</summary>
    NoSuchJob,
}

/// <summary>Keeps what happened on jobs. Nothing written is ever changed or deleted.</summary>
public sealed class EntryStore(IDbContextFactory<HazyGaugeDb> contexts, WriteGate gate, TimeProvider clock)
{
    /// <summary>All entries of a job, the oldest first.</summary>
    public async Task<IReadOnlyList<EntryRow>> ListAsync(Guid jobId, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        return await db.Entries.AsNoTracking().Where(e => e.JobId == jobId).OrderBy(e => e.Number).ToListAsync(cancellation);
    }

    /// <summary>Entries that are waited for or fall due and that nobody closed, of one job or of all.</summary>
    /// <param name="jobId">The job; null for all.</param>
    /// <param name="cancellation">Gives up.</param>
    public async Task<ILookup<Guid, EntryRow>> OpenAsync(Guid? jobId, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        var open = await db.Entries.AsNoTracking()
            .Where(e => jobId == null || e.JobId == jobId)
            .Where(e => e.Kind == EntryKind.Waiting || e.Kind == EntryKind.Recheck)
            .Where(e => !db.Entries.Any(c => c.JobId == e.JobId && c.Closes == e.Number))
            .OrderBy(e => e.Number)
            .ToListAsync(cancellation);
        return open.ToLookup(e => e.JobId);
    }

    /// <summary>Writes an entry once, however often it is sent.</summary>
    public async Task<(WriteOutcome Outcome, EntryRow? Entry)> WriteAsync(Guid jobId, EntryToWrite entry, CancellationToken cancellation)
    {
        using var turn = await gate.EnterAsync(cancellation);
        await using var db = await contexts.CreateDbContextAsync(cancellation);

        // The transaction takes SQLite's write lock at once, so between these reads and the commit nobody else writes.
        await using var transaction = await db.Database.BeginTransactionAsync(cancellation);
        if (await db.Jobs.SingleOrDefaultAsync(j => j.Id == jobId, cancellation) is not { } job)
        {
            return (WriteOutcome.NoSuchJob, null);
        }

        if (await db.Entries.AsNoTracking().SingleOrDefaultAsync(e => e.JobId == jobId && e.IdempotencyKey == entry.IdempotencyKey, cancellation) is { } known)
        {
            return (entry.IsSameAs(known) ? WriteOutcome.AlreadyThere : WriteOutcome.KeyTaken, known);
        }

        if (entry.Draft.Closes is { } number)
        {
            var closed = await db.Entries.AsNoTracking().SingleOrDefaultAsync(e => e.JobId == jobId && e.Number == number, cancellation);
            if (closed is null or { Kind: EntryKind.Closing })
            {
                return (WriteOutcome.NothingToClose, null);
            }

            if (await db.Entries.AsNoTracking().SingleOrDefaultAsync(e => e.JobId == jobId && e.Closes == number, cancellation) is { } closing)
            {
                return (WriteOutcome.AlreadyClosed, closing);
            }
        }

        var row = new EntryRow
        {
            JobId = jobId,
            Number = ++job.LastEntry,
            Kind = entry.Draft.Kind,
            Text = entry.Draft.Text,
            Due = entry.Draft.Due,
            Blocks = entry.BlocksAsText,
            Station = entry.Draft.Station,
            Closes = entry.Draft.Closes,
            Author = entry.Author,
            At = clock.ToTheMillisecond(),
            IdempotencyKey = entry.IdempotencyKey,
        };
        db.Add(row);
        await db.SaveChangesAsync(cancellation);
        await transaction.CommitAsync(cancellation);
        return (WriteOutcome.Written, row);
    }
}
