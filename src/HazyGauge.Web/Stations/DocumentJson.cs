using System.Text.Json;
using HazyGauge.Core.Findings;

namespace HazyGauge.Web.Stations;

/// <summary>Reads and writes documents. One is read whole or not at all: what its type needs must be there and must not be null.</summary>
internal sealed class DocumentJson(JsonSerializerOptions json)
{
    private readonly JsonSerializerOptions _whole = new(json) { RespectNullableAnnotations = true, RespectRequiredConstructorParameters = true };

    /// <summary>Reads a document.</summary>
    /// <exception cref="RefusedInputException">It is not one of this kind.</exception>
    public T Read<T>(JsonElement document, string stationName)
    {
        try
        {
            return document.Deserialize<T>(_whole)!;
        }
        catch (JsonException malformed)
        {
            var path = (malformed.Path ?? string.Empty).TrimStart('$', '.');
            throw new RefusedInputException(path.Length == 0 ? "document" : path, $"This does not belong into a document of the {stationName} station ({(path.Length == 0 ? "the whole" : path)}).");
        }
    }

    /// <summary>Writes a document.</summary>
    public string Write<T>(T document) => JsonSerializer.Serialize(document, json);
}
