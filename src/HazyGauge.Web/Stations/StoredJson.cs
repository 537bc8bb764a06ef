using System.Text.Json;
using System.Text.Json.Nodes;
using HazyGauge.Data;

namespace HazyGauge.Web.Stations;

/// <summary>A saved document cannot be read any more: nobody's request is at fault.</summary>
internal sealed class StoredDocumentException(string message, Exception cause) : Exception(message, cause);

/// <summary>Reads the JSON of saved revisions.</summary>
internal static class StoredJson
{
    /// <summary>The document of a revision.</summary>
    /// <exception cref="StoredDocumentException">What is stored is no JSON.</exception>
    public static JsonNode? Document(this RevisionRow row) => Read(row, () => JsonNode.Parse(row.Document));

    /// <summary>The document of a revision as it goes out.</summary>
    /// <exception cref="StoredDocumentException">What is stored is no JSON.</exception>
    public static JsonElement Element(this RevisionRow row) => Read(row, () => JsonSerializer.Deserialize<JsonElement>(row.Document));

    /// <summary>What a revision was based on; null where nobody noted it.</summary>
    /// <exception cref="StoredDocumentException">What is stored is no JSON.</exception>
    public static IReadOnlyDictionary<string, int>? Bases(this RevisionRow row) => Read(row, () => row.BasedOn is { } text ? JsonSerializer.Deserialize<Dictionary<string, int>>(text) : null);

    private static T Read<T>(RevisionRow row, Func<T> read)
    {
        try
        {
            return read();
        }
        catch (Exception broken) when (broken is JsonException or InvalidOperationException)
        {
            throw new StoredDocumentException($"Revision {row.Number} of the {row.Slug} station on job {row.JobId} cannot be read from the database.", broken);
        }
    }
}
