using System.Text.Json;
using System.Text.Json.Nodes;
using HazyGauge.Core.Entries;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Web.Haze;

namespace HazyGauge.Web.Entries;

/// <summary>Reads what entries carry beside words.</summary>
internal sealed class EntryPayloads(JsonSerializerOptions json)
{
    /// <summary>The payload of an entry, of its kind's type; null where it carries nothing.</summary>
    /// <param name="kind">Its kind.</param>
    /// <param name="payload">The JSON.</param>
    /// <param name="number">Number of the entry: two fills are two doubts, though their fields have one name.</param>
    /// <param name="ledger">The ledger its numbers go onto.</param>
    /// <param name="schema">Number of the shape it was written in; null for the present one.</param>
    /// <exception cref="RefusedInputException">It is not one of this kind; fields are named by their path, behind "payload.".</exception>
    public object? Read(IEntryKind kind, JsonNode? payload, int number, HazeLedger ledger, int? schema = null)
    {
        if (schema > kind.Schema || schema < 1)
        {
            throw new RefusedInputException("schema", $"A newer version of Hazy Gauge wrote it (shape {schema}; this one knows {kind.Schema}).");
        }

        if (payload is JsonObject older && schema < kind.Schema)
        {
            try
            {
                payload = kind.Upgrade((JsonObject)older.DeepClone(), schema.Value);
            }
            catch (Exception damaged) when (damaged is InvalidOperationException or FormatException or ArgumentException or NullReferenceException)
            {
                throw new RefusedInputException("payload", "It is not of the shape it says it was written in.");
            }
        }

        if (payload is null)
        {
            return null;
        }

        if (kind.PayloadType is not { } type)
        {
            throw new RefusedInputException("payload", "An entry of this kind carries nothing beside its text.");
        }

        HazeSource SourceOf(string path, double u) => new(string.Create(System.Globalization.CultureInfo.InvariantCulture, $"entry:{number}.{path}"), LabelOf(kind, path));
        try
        {
            return new HazyReader(json, ledger, SourceOf).Read(payload.DeepClone(), type);
        }
        catch (JsonException malformed)
        {
            throw malformed.InWords(string.Empty, $"an entry of kind {kind.Slug}", type).Under("payload", string.Empty);
        }
        catch (RefusedInputException refused)
        {
            throw refused.Under("payload", string.Empty);
        }
    }

    /// <summary>A part of Core as it is kept.</summary>
    public string Kept(object part) => JsonSerializer.Serialize(part, part.GetType(), json);

    private static string LabelOf(IEntryKind kind, string path) => kind.Fields.FirstOrDefault(f => f.Path == path)?.Label ?? path;
}
