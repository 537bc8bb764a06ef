using Microsoft.EntityFrameworkCore;

namespace HazyGauge.Data.Profiles;

/// <summary>Keeps the shop's own profiles. Bringing one again under the same name supersedes it; the one before is kept.</summary>
public sealed class ProfileStore(IDbContextFactory<HazyGaugeDb> contexts, WriteGate gate, TimeProvider clock)
{
    /// <summary>The profiles that hold today, by name.</summary>
    public async Task<IReadOnlyList<ProfileRow>> ListAsync(CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        var all = await db.Profiles.AsNoTracking().OrderBy(p => p.Id).ToListAsync(cancellation);
        return [.. all.GroupBy(p => p.Name, StringComparer.Ordinal).Select(g => g.Last()).OrderBy(p => p.Name, StringComparer.Ordinal)];
    }

    /// <summary>Takes profiles in, all of them or none.</summary>
    /// <param name="profiles">Name and survey document of each.</param>
    /// <param name="cancellation">Gives up; nothing is kept then.</param>
    public async Task AddAsync(IEnumerable<(string Name, string Survey)> profiles, CancellationToken cancellation)
    {
        using var turn = await gate.EnterAsync(cancellation);
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        var now = clock.ToTheMillisecond();
        db.AddRange(profiles.Select(p => new ProfileRow { Name = p.Name, Survey = p.Survey, AddedAt = now }));
        await db.SaveChangesAsync(cancellation);
    }
}
