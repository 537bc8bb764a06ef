using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using HazyGauge.Core.Entries.Kinds;
using HazyGauge.Web.Entries;

namespace HazyGauge.Web.Stations;

/// <summary>A revision, as far as it matters for what became an entry.</summary>
/// <param name="Number">Its number.</param>
/// <param name="Slug">The station.</param>
/// <param name="Author">Who saved it.</param>
/// <param name="AuthorId">The person's id.</param>
/// <param name="SavedAt">When.</param>
/// <param name="Inputs">What a mechanic gave.</param>
internal sealed record OldRevision(int Number, string Slug, string Author, string? AuthorId, DateTimeOffset SavedAt, JsonObject Inputs);

/// <summary>An entry that a document held.</summary>
/// <param name="Request">The entry.</param>
/// <param name="From">The revision it stood in first.</param>
internal sealed record MovedEntry(EntryRequest Request, OldRevision From)
{
    /// <summary>The key it is written under, however often it is moved.</summary>
    public string Key => string.Create(CultureInfo.InvariantCulture, $"moved-{From.Slug}-{From.Number}");
}

/// <summary>
/// Proofs of the fueling and blends mixed in the tank stood in documents once and are entries now. What still stood there becomes one, with author and time
/// of the revision it came in with.
/// </summary>
internal static class MovedToEntries
{
    /// <summary>The entries that the documents of a job held to the last.</summary>
    /// <param name="revisions">Its record, the oldest first.</param>
    public static IReadOnlyList<MovedEntry> Of(IReadOnlyList<OldRevision> revisions)
    {
        var moved = new List<MovedEntry>();
        foreach (var (slug, name) in DocumentUpgrade.BecameEntries)
        {
            var saved = revisions.Where(r => r.Slug == slug).ToList();

            // It stands since the first of the last revisions that all say the same.
            if (saved.Count > 0 && saved[^1].Inputs[name] is { } stands)
            {
                var since = saved.AsEnumerable().Reverse().TakeWhile(r => JsonNode.DeepEquals(r.Inputs[name], stands)).Last();
                moved.AddRange(Entry(slug, name, stands) is { } request ? [new MovedEntry(request, since)] : []);
            }
        }

        return [.. moved.OrderBy(m => m.From.SavedAt)];
    }

    /// <summary>The entries a document holds that a client of an older shape sends; empty where it holds none.</summary>
    public static IEnumerable<(string Name, EntryRequest Request)> In(string slug, JsonObject document) =>
        DocumentUpgrade
            .BecameEntries.Where(b => b.Slug == slug)
            .Select(b => (b.Name, Request: document[b.Name] is { } held ? Entry(slug, b.Name, held) : null))
            .Where(b => b.Request is not null)
            .Select(b => (b.Name, b.Request!));

    private static EntryRequest? Entry(string slug, string name, JsonNode held) =>
        name switch
        {
            "mixedEthanolPct" => new EntryRequest(FillEntry.Key, Payload: Element(new JsonObject { ["mixedEthanolPct"] = held.DeepClone() }), Station: slug),
            _ when held is JsonObject { Count: > 0 } proof => new EntryRequest(ProofEntry.Key, Text(proof["evidence"]) ?? string.Empty, Element(Proof(proof)), Station: slug),
            _ => null,
        };

    private static JsonObject Proof(JsonObject old)
    {
        var blends = new[] { old["fromEthanolPct"], old["toEthanolPct"] }.OfType<JsonNode>().Select(n => n.DeepClone()).ToArray();
        var proof = new JsonObject { ["claim"] = "fuelling" };
        if (blends.Length > 0)
        {
            proof["ethanolPcts"] = new JsonArray(blends);
        }

        foreach (
            var (from, to) in new[]
            {
                ("mapRevision", "mapRevision"),
                ("worstLambdaErrorPct", "worstErrorPct"),
                ("logSha256", "file"),
                ("baseEthanolPct", "baseEthanolPct"),
                ("metering", "metering"),
            }
        )
        {
            if (old[from] is { } said)
            {
                proof[to] = said.DeepClone();
            }
        }

        return proof;
    }

    private static string? Text(JsonNode? node) => node is JsonValue value && value.TryGetValue<string>(out var text) ? text.Trim() : null;

    private static JsonElement Element(JsonObject payload) => JsonSerializer.SerializeToElement(payload);
}
