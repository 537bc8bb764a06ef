using Microsoft.EntityFrameworkCore;

namespace HazyGauge.Data.Search;

/// <summary>A job in which every word that was looked for stands, with its words.</summary>
/// <param name="Id">The job.</param>
/// <param name="Name">What the shop calls it.</param>
/// <param name="Vehicle">The vehicle in a few words.</param>
/// <param name="ArchivedAt">When it was put aside.</param>
/// <param name="Texts">Its words.</param>
public sealed record FoundJob(Guid Id, string Name, string Vehicle, DateTimeOffset? ArchivedAt, IReadOnlyList<SearchTextRow> Texts);

/// <summary>Finds jobs by their words.</summary>
public sealed class SearchStore(IDbContextFactory<HazyGaugeDb> contexts)
{
    // A hit in the name of a job counts more than one in what was written down on it.
    private const string BestFirst = "bm25(SearchIndex, 10.0, 1.0)";

    /// <summary>The jobs, those that match best first, archived ones too.</summary>
    /// <param name="words">What is looked for.</param>
    /// <param name="limit">At most this many.</param>
    /// <param name="cancellation">Gives up.</param>
    public async Task<IReadOnlyList<FoundJob>> FindAsync(SearchWords words, int limit, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        var found = await db.Database.SqlQueryRaw<Guid>(
            $"""
            SELECT j.Id AS Value FROM (SELECT rowid AS "Key", {BestFirst} AS Score FROM SearchIndex WHERE SearchIndex MATCH @p0 ORDER BY Score LIMIT @p1) hit
            JOIN Jobs j ON j.SearchKey = hit."Key" ORDER BY hit.Score, j.CreatedAt DESC
            """,
            words.AsMatch,
            limit).ToListAsync(cancellation);
        var jobs = await db.Jobs.AsNoTracking().Where(j => found.Contains(j.Id)).Select(j => new { j.Id, j.Name, j.Vehicle, j.ArchivedAt }).ToDictionaryAsync(j => j.Id, cancellation);
        var texts = (await db.SearchTexts.AsNoTracking().Where(t => found.Contains(t.JobId)).ToListAsync(cancellation)).ToLookup(t => t.JobId);
        return [.. found.Select(id => jobs[id]).Select(j => new FoundJob(j.Id, j.Name, j.Vehicle, j.ArchivedAt, [.. texts[j.Id]]))];
    }
}
