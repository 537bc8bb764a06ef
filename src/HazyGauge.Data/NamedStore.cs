using Microsoft.EntityFrameworkCore;

namespace HazyGauge.Data;

/// <summary>A row that holds until another of its name comes.</summary>
public interface INamedRow
{
    /// <summary>Identity; rises with time.</summary>
    long Id { get; }

    /// <summary>What it is called; the last row of a name counts.</summary>
    string Name { get; }
}

/// <summary>Keeps what the shop brings under a name: profiles, data sheets, parts. Bringing one again supersedes it; the one before is kept.</summary>
public sealed class NamedStore<TRow>(IDbContextFactory<HazyGaugeDb> contexts, WriteGate gate, TimeProvider clock)
    where TRow : class, INamedRow
{
    /// <summary>The rows that hold today, by name.</summary>
    public async Task<IReadOnlyList<TRow>> ListAsync(CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        var last = db.Set<TRow>().GroupBy(r => r.Name).Select(g => g.Max(r => r.Id));
        var rows = await db.Set<TRow>().AsNoTracking().Where(r => last.Contains(r.Id)).ToListAsync(cancellation);
        return [.. rows.OrderBy(r => r.Name, StringComparer.Ordinal)];
    }

    /// <summary>Takes rows in, all of them or none.</summary>
    /// <param name="rows">The rows, for the time they are taken in at.</param>
    /// <param name="cancellation">Gives up; nothing is kept then.</param>
    public async Task AddAsync(Func<DateTimeOffset, IEnumerable<TRow>> rows, CancellationToken cancellation)
    {
        using var turn = await gate.EnterAsync(cancellation);
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        db.AddRange(rows(clock.ToTheMillisecond()));
        await db.SaveChangesAsync(cancellation);
    }
}
