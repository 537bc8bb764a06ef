using System.Text.Json;
using System.Text.Json.Nodes;
using HazyGauge.Data;
using HazyGauge.Data.Jobs;

namespace HazyGauge.Web.Stations;

/// <summary>A saved document cannot be read any more: nobody's request is at fault.</summary>
internal sealed class StoredDocumentException(string message, Exception cause) : Exception(message, cause);

/// <summary>Reads the JSON of saved revisions.</summary>
internal static class StoredJson
{
    /// <summary>What a mechanic gave in a revision.</summary>
    /// <exception cref="StoredDocumentException">What is stored is no JSON.</exception>
    public static JsonNode? Inputs(this RevisionRow row) => Read(row, () => JsonNode.Parse(row.Inputs));

    /// <summary>The parts of a revision's document.</summary>
    /// <exception cref="StoredDocumentException">What is stored cannot be unpacked.</exception>
    public static KeptDocument Parts(this RevisionRow row) => Read(row, () => KeptDocument.Of(row));

    /// <summary>The document of a revision as it goes out.</summary>
    /// <exception cref="StoredDocumentException">What is stored is no JSON.</exception>
    public static JsonElement Whole(this RevisionRow row) => Read(row, () => JsonSerializer.SerializeToElement(KeptDocument.Of(row).Whole()));

    /// <summary>What a revision was based on; null where nobody noted it.</summary>
    /// <exception cref="StoredDocumentException">What is stored is no JSON.</exception>
    public static IReadOnlyDictionary<string, int>? Bases(this RevisionRow row) =>
        Read(row, () => row.BasedOn is { } text ? JsonSerializer.Deserialize<Dictionary<string, int>>(text) : null);

    private static T Read<T>(RevisionRow row, Func<T> read)
    {
        try
        {
            return read();
        }
        catch (Exception broken) when (broken is JsonException or InvalidOperationException or InvalidDataException)
        {
            throw new StoredDocumentException($"Revision {row.Number} of the {row.Slug} station on job {row.JobId} cannot be read from the database.", broken);
        }
    }
}
