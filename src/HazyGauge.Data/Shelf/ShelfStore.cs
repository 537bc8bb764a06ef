using Microsoft.EntityFrameworkCore;

namespace HazyGauge.Data.Shelf;

/// <summary>Keeps the shop's own data sheets. Bringing one again under the same name supersedes it; the one before is kept.</summary>
public sealed class ShelfStore(IDbContextFactory<HazyGaugeDb> contexts, WriteGate gate, TimeProvider clock)
{
    /// <summary>The sheets that hold today, by name.</summary>
    public async Task<IReadOnlyList<ShelfRow>> ListAsync(CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        var all = await db.Shelf.AsNoTracking().OrderBy(s => s.Id).ToListAsync(cancellation);
        return [.. all.GroupBy(s => s.Name, StringComparer.Ordinal).Select(g => g.Last()).OrderBy(s => s.Name, StringComparer.Ordinal)];
    }

    /// <summary>Takes sheets in, all of them or none.</summary>
    public async Task AddAsync(IEnumerable<(string Name, string Sheet)> sheets, CancellationToken cancellation)
    {
        using var turn = await gate.EnterAsync(cancellation);
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        var now = clock.ToTheMillisecond();
        db.AddRange(sheets.Select(s => new ShelfRow { Name = s.Name, Sheet = s.Sheet, AddedAt = now }));
        await db.SaveChangesAsync(cancellation);
    }
}
