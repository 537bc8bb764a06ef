using System.Text.Json;
using HazyGauge.Core.Findings;
using HazyGauge.Core.People;
using HazyGauge.Core.Plumbing;
using HazyGauge.Core.Plumbing.Chains;
using HazyGauge.Core.Sentences;
using HazyGauge.Data;
using HazyGauge.Formats.Fittings;

namespace HazyGauge.Web.Catalogue;

/// <summary>The parts a shop builds from: those that ship, and its own in place of and beside them.</summary>
internal sealed class ShopCatalogue(NamedStore<CataloguePartRow> store, JsonSerializerOptions json)
{
    private static readonly Lazy<IReadOnlyList<FittingPart>> Generic = new(() =>
        FittingTable.Read(File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "examples", "fittings.csv")))
    );

    /// <summary>All parts, in the order they ship; the shop's own behind.</summary>
    public async Task<IReadOnlyList<FittingPart>> PartsAsync(CancellationToken cancellation)
    {
        var own = (await store.ListAsync(cancellation)).ToDictionary(r => r.Name, r => r.Part, StringComparer.OrdinalIgnoreCase);
        var shipped = Generic.Value.Where(p => !own.ContainsKey(p.Code));
        return [.. shipped, .. own.Values.OfType<string>().Select(part => JsonSerializer.Deserialize<FittingPart>(part, json)!)];
    }

    /// <summary>Takes a table in, all of its rows or none.</summary>
    public async Task<IReadOnlyList<FittingPart>> ImportAsync(string table, Person? author, CancellationToken cancellation)
    {
        var parts = FittingTable.Read(table);
        await CheckCountAsync(parts, cancellation);
        await store.AddAsync(now => parts.Select(p => Row(p, author, now)), cancellation);
        return parts;
    }

    /// <summary>Keeps one part, new or in place of the one of its code.</summary>
    public async Task SaveAsync(FittingPart part, Person? author, CancellationToken cancellation)
    {
        var check = new InputCheck();
        part.Check(check, string.Empty);
        check.ThrowIfAny();
        await CheckCountAsync([part], cancellation);
        await store.AddAsync(now => [Row(part, author, now)], cancellation);
    }

    /// <summary>Takes a part out of the catalog; chains that have it keep it. False where there is none.</summary>
    public async Task<bool> RemoveAsync(string code, Person? author, CancellationToken cancellation)
    {
        if ((await PartsAsync(cancellation)).FirstOrDefault(p => p.Code.Equals(code, StringComparison.OrdinalIgnoreCase)) is not { } part)
        {
            return false;
        }

        await store.AddAsync(
            now =>
                [
                    new CataloguePartRow
                    {
                        Name = Key(part.Code),
                        Part = null,
                        Author = author?.Name,
                        AuthorId = author?.Id,
                        AddedAt = now,
                    },
                ],
            cancellation
        );
        return true;
    }

    private async Task CheckCountAsync(IReadOnlyList<FittingPart> added, CancellationToken cancellation)
    {
        var codes = (await PartsAsync(cancellation)).Concat(added).Select(p => p.Code).Distinct(StringComparer.OrdinalIgnoreCase).Count();
        if (codes > FittingChainQuery.MostParts)
        {
            throw new RefusedInputException("file", Sentence.Of($"A catalog has at most {FittingChainQuery.MostParts:0} parts; with these it would have {codes:0}."));
        }
    }

    private CataloguePartRow Row(FittingPart part, Person? author, DateTimeOffset now) =>
        new()
        {
            Name = Key(part.Code),

            // Its id belongs to the chain it stands in.
            Part = JsonSerializer.Serialize(part with { Id = null }, json),
            Author = author?.Name,
            AuthorId = author?.Id,
            AddedAt = now,
        };

    // A code is the same in small and capital letters.
    private static string Key(string code) => code.ToLowerInvariant();
}
