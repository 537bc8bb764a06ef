using System.Text.Json;
using System.Text.Json.Nodes;
using HazyGauge.Core;
using HazyGauge.Core.Findings;

namespace HazyGauge.Web.Stations;

/// <summary>Reads and writes documents. One is read whole or not at all: what its type needs must be there and must not be null.</summary>
internal sealed class DocumentJson(JsonSerializerOptions json)
{
    private const string Results = "results";

    private readonly JsonSerializerOptions _whole = new(json) { RespectNullableAnnotations = true, RespectRequiredConstructorParameters = true };

    /// <summary>
    /// Reads a document. Results that another version computed and this one cannot read are left out: the inputs are what a document is,
    /// and what comes of them can be computed again.
    /// </summary>
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
            if (path.StartsWith(Results, StringComparison.Ordinal) && IsOfAnotherVersion(document))
            {
                return Read<T>(WithoutResults(document), stationName);
            }

            throw new RefusedInputException(path.Length == 0 ? "document" : path, $"This does not belong into a document of the {stationName} station ({(path.Length == 0 ? "the whole" : path)}).");
        }
    }

    /// <summary>Writes a document.</summary>
    public string Write<T>(T document) => JsonSerializer.Serialize(document, json);

    /// <summary>A document as it would be sent.</summary>
    public JsonElement Element<T>(T document) => JsonSerializer.SerializeToElement(document, json);

    private static bool IsOfAnotherVersion(JsonElement document) =>
        document.TryGetProperty("coreVersion", out var version) && version.ValueKind == JsonValueKind.String && version.GetString() != CoreVersion.Current;

    private static JsonElement WithoutResults(JsonElement document)
    {
        var inputs = JsonObject.Create(document)!;
        inputs.Remove(Results);
        return JsonSerializer.SerializeToElement(inputs);
    }
}
