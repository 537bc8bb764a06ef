using System.Text.Json;
using System.Text.Json.Nodes;
using HazyGauge.Core.Findings;
using HazyGauge.Formats.Jobs;

namespace HazyGauge.Web.Haze;

/// <summary>JSON as it is sent, looked at before anything is made of it: what would take a hundred times its own size to read goes no further.</summary>
internal static class SentJson
{
    // A catalog of 20,000 parts, the largest there is, has a quarter of a million.
    private const int MostValues = 400_000;
    private const int MostInDocument = 50_000;

    /// <summary>What is said of anything but an object.</summary>
    public const string NoObject = "This must be a JSON object.";

    private static readonly JsonDocumentOptions Strict = new() { AllowDuplicateProperties = false };

    /// <summary>The object a request brings, no field standing twice and every text whole.</summary>
    /// <exception cref="BadHttpRequestException">It brings nothing.</exception>
    /// <exception cref="JsonException">It is no JSON object.</exception>
    /// <exception cref="RefusedInputException">It holds more values than anything this program reads.</exception>
    public static async Task<JsonElement> ObjectAsync(HttpRequest request)
    {
        if (request.ContentLength == 0)
        {
            throw new BadHttpRequestException("The request brings nothing. Send a JSON object.");
        }

        return await ObjectAsync(request.Body, request.HttpContext.RequestAborted);
    }

    /// <inheritdoc cref="ObjectAsync(HttpRequest)"/>
    public static async Task<JsonElement> ObjectAsync(Stream from, CancellationToken cancellation)
    {
        using var document = await JsonDocument.ParseAsync(from, Strict, cancellation);
        var whole = document.RootElement;
        if (whole.ValueKind != JsonValueKind.Object)
        {
            throw new JsonException(NoObject);
        }

        var left = MostValues;
        Count(whole, ref left);
        if (left < 0)
        {
            throw new RefusedInputException("body", FormattableString.Invariant($"This holds more than {MostValues} values, and nothing that is read here has so many."));
        }

        return JsonPlaces.FirstUnreadable(whole) is { } place
            ? throw new BadHttpRequestException($"A character in the text at '{place}' is cut in half. Send whole UTF-8 text.")
            : whole.Clone();
    }

    /// <summary>Refuses a document of more values than any station has.</summary>
    /// <exception cref="RefusedInputException">It has.</exception>
    public static void CheckDocument(JsonNode document)
    {
        var left = MostInDocument;
        Count(document, ref left);
        if (left < 0)
        {
            throw TooMany();
        }
    }

    /// <summary>The same before anything is made of it.</summary>
    /// <exception cref="RefusedInputException">It has.</exception>
    public static void CheckDocument(JsonElement document)
    {
        var left = MostInDocument;
        Count(document, ref left);
        if (left < 0)
        {
            throw TooMany();
        }
    }

    private static RefusedInputException TooMany() => new("document", FormattableString.Invariant($"A document holds at most {MostInDocument} values."));

    private static void Count(JsonElement json, ref int left)
    {
        left--;
        if (json.ValueKind == JsonValueKind.Array)
        {
            foreach (var item in json.EnumerateArray())
            {
                if (left < 0)
                {
                    return;
                }

                Count(item, ref left);
            }
        }
        else if (json.ValueKind == JsonValueKind.Object)
        {
            foreach (var property in json.EnumerateObject())
            {
                if (left < 0)
                {
                    return;
                }

                Count(property.Value, ref left);
            }
        }
    }

    private static void Count(JsonNode? json, ref int left)
    {
        left--;
        switch (json)
        {
            case JsonArray items when items.Count > left:
                left = -1;
                break;
            case JsonArray items:
                foreach (var item in items)
                {
                    Count(item, ref left);
                }

                break;
            case JsonObject fields when fields.Count > left:
                left = -1;
                break;
            case JsonObject fields:
                foreach (var (_, value) in fields)
                {
                    Count(value, ref left);
                }

                break;
        }
    }
}
