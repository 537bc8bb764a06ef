using System.Text.Json;
using System.Text.Json.Serialization;
using HazyGauge.Core.People;
using HazyGauge.Core.Shop;
using Microsoft.EntityFrameworkCore;

namespace HazyGauge.Data.Shop;

/// <summary>Keeps what holds for every job of the shop. Saved again it supersedes what was said before; that is kept.</summary>
public sealed class ShopStore(IDbContextFactory<HazyGaugeDb> contexts, WriteGate gate, TimeProvider clock)
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web) { Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase) } };

    // Every evaluation of every job reads it, and nobody but this program writes it.
    private volatile SavedShop? _latest;

    /// <summary>What holds today.</summary>
    public async Task<SavedShop> LatestAsync(CancellationToken cancellation)
    {
        if (_latest is { } known)
        {
            return known;
        }

        await using var db = await contexts.CreateDbContextAsync(cancellation);
        var row = await db.Shop.AsNoTracking().OrderByDescending(s => s.Id).FirstOrDefaultAsync(cancellation);
        return _latest = row is null
            ? new SavedShop(0, new ShopFacts(), null, null)
            : new SavedShop(row.Id, JsonSerializer.Deserialize<ShopFacts>(row.Facts, Json) ?? new(), row.Author, row.SavedAt, row.AuthorId);
    }

    /// <summary>Saves what holds from now on.</summary>
    /// <param name="facts">What holds.</param>
    /// <param name="author">Who says so.</param>
    /// <param name="cancellation">Gives up; nothing is kept then.</param>
    public async Task<SavedShop> SaveAsync(ShopFacts facts, Person author, CancellationToken cancellation)
    {
        using var turn = await gate.EnterAsync(cancellation);
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        var row = new ShopRow
        {
            Facts = JsonSerializer.Serialize(facts, Json),
            Author = author.Name,
            AuthorId = author.Id,
            SavedAt = clock.ToTheMillisecond(),
        };
        db.Add(row);
        await db.SaveChangesAsync(cancellation);
        return _latest = new SavedShop(row.Id, facts, row.Author, row.SavedAt, row.AuthorId);
    }
}

/// <summary>What holds for every job, and who said so.</summary>
/// <param name="Number">Rises with everything that is said; 0 where nothing was.</param>
/// <param name="Facts">What holds.</param>
/// <param name="Author">Who said so; null where nobody did.</param>
/// <param name="SavedAt">When.</param>
/// <param name="AuthorId">The person's id; null where people are known by initials alone.</param>
public sealed record SavedShop(long Number, ShopFacts Facts, string? Author, DateTimeOffset? SavedAt, string? AuthorId = null);
