using HazyGauge.Core.People;
using Microsoft.EntityFrameworkCore;

namespace HazyGauge.Data.Templates;

/// <summary>Keeps templates.</summary>
public sealed class TemplateStore(IDbContextFactory<HazyGaugeDb> contexts, WriteGate gate, TimeProvider clock)
{
    /// <summary>All of them, by name.</summary>
    public async Task<IReadOnlyList<TemplateRow>> ListAsync(CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        return await db.Templates.AsNoTracking().OrderBy(t => t.Name).ThenBy(t => t.CreatedAt).ToListAsync(cancellation);
    }

    /// <summary>One; null where there is none.</summary>
    public async Task<TemplateRow?> FindAsync(Guid id, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        return await db.Templates.AsNoTracking().SingleOrDefaultAsync(t => t.Id == id, cancellation);
    }

    /// <summary>Removes one; false where there is none.</summary>
    public async Task<bool> RemoveAsync(Guid id, CancellationToken cancellation)
    {
        using var turn = await gate.EnterAsync(cancellation);
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        return await db.Templates.Where(t => t.Id == id).ExecuteDeleteAsync(cancellation) > 0;
    }

    /// <summary>Keeps a new one.</summary>
    public async Task<TemplateRow> AddAsync(string name, string vehicle, string document, Person author, CancellationToken cancellation)
    {
        using var turn = await gate.EnterAsync(cancellation);
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        var row = new TemplateRow
        {
            Id = Guid.CreateVersion7(),
            Name = name,
            Vehicle = vehicle,
            Document = document,
            Author = author.Name,
            AuthorId = author.Id,
            CreatedAt = clock.ToTheMillisecond(),
        };
        db.Add(row);
        await db.SaveChangesAsync(cancellation);
        return row;
    }
}
