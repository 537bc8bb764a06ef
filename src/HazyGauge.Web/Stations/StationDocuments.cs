using System.Text.Json;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Line;
using HazyGauge.Data;
using HazyGauge.Web.Stations.Signal;

namespace HazyGauge.Web.Stations;

/// <summary>A document that was judged by its station.</summary>
/// <param name="Json">The document to keep.</param>
/// <param name="Summary">What it says, in one line.</param>
/// <param name="Bay">What the bay shows of it; null where this station shows nothing there.</param>
internal sealed record JudgedDocument(string Json, string Summary, BayProjection? Bay);

/// <summary>Knows for every station which documents it takes.</summary>
internal sealed class StationDocuments(SignalStation signal, JsonSerializerOptions json)
{
    // A document is read whole or not at all: what its type needs must be there and must not be null.
    private readonly JsonSerializerOptions _whole = new(json) { RespectNullableAnnotations = true, RespectRequiredConstructorParameters = true };

    /// <summary>Judges a document that is about to be saved, and computes what belongs to it.</summary>
    /// <exception cref="RefusedInputException">It is not valid for its station.</exception>
    public async Task<JudgedDocument> JudgeAsync(Guid jobId, Station station, JsonElement document, CancellationToken cancellation)
    {
        CheckObject(document);
        if (IsEmpty(document))
        {
            return Draft(station);
        }

        RefuseUnlessBuilt(station);
        var evaluated = await signal.EvaluateAsync(jobId, Read(document), cancellation);
        return new JudgedDocument(JsonSerializer.Serialize(evaluated, json), SignalStation.Summary(evaluated), SignalStation.Bay(evaluated));
    }

    /// <summary>Judges a document that was saved elsewhere: it has to be whole, and stays as it was.</summary>
    /// <exception cref="RefusedInputException">It is not valid for its station.</exception>
    public BayProjection? JudgeImported(Station station, JsonElement document)
    {
        CheckObject(document);
        if (IsEmpty(document))
        {
            return Draft(station).Bay;
        }

        RefuseUnlessBuilt(station);
        return SignalStation.Bay(Read(document));
    }

    /// <summary>Reads a document of the Signal station.</summary>
    public SignalDocument Read(JsonElement document)
    {
        try
        {
            return document.Deserialize<SignalDocument>(_whole)!;
        }
        catch (JsonException malformed)
        {
            var field = (malformed.Path ?? string.Empty).TrimStart('$', '.');
            throw new RefusedInputException(field.Length == 0 ? "document" : field, $"This does not belong into a document of the Signal station ({(field.Length == 0 ? "the whole" : field)}).");
        }
    }

    private static JudgedDocument Draft(Station station) => new(
        "{}", $"{station.Name}: empty draft", string.Equals(station.Slug, Station.SignalSlug, StringComparison.Ordinal) ? BayProjection.Empty : null);

    private static bool IsEmpty(JsonElement document) => !document.EnumerateObject().Any();

    private static void CheckObject(JsonElement document)
    {
        if (document.ValueKind != JsonValueKind.Object)
        {
            throw new RefusedInputException("document", "A document is a JSON object.");
        }
    }

    private static void RefuseUnlessBuilt(Station station)
    {
        if (!station.Built)
        {
            throw new RefusedInputException("document", $"The station {station.Name} is not built yet and takes only an empty document.");
        }
    }
}
