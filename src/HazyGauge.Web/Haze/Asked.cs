using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Stations;
using Microsoft.AspNetCore.Http.Metadata;

namespace HazyGauge.Web.Haze;

/// <summary>What a calculation is asked: a record of Core out of the request's body, its numbers on the request's ledger.</summary>
/// <param name="Value">The record.</param>
/// <param name="Ledger">The ledger.</param>
internal sealed record Asked<T>(T Value, HazeLedger Ledger) : IEndpointParameterMetadataProvider
    where T : class
{
    /// <summary>Reads it.</summary>
    public static async ValueTask<Asked<T>> BindAsync(HttpContext context)
    {
        var json = context.RequestServices.GetRequiredService<JsonSerializerOptions>();
        var body = await BodyAsync(context.Request);
        var ledger = new HazeLedger();

        // A plan asked outside a job has the sources it has in one.
        var station = context.RequestServices.GetServices<IStation>().FirstOrDefault(s => s.PlanType == typeof(T));
        return new Asked<T>(new HazyReader(json, ledger, station is null ? null : station.SourceOf).Read<T>(body), ledger);
    }

    /// <summary>Tells the API's description what the body is.</summary>
    public static void PopulateMetadata(ParameterInfo parameter, EndpointBuilder builder) =>
        builder.Metadata.Add(new AcceptsMetadata(["application/json"], typeof(T)));

    /// <summary>The body as a tree, no field standing twice.</summary>
    /// <exception cref="BadHttpRequestException">It is empty.</exception>
    /// <exception cref="JsonException">It is no JSON.</exception>
    private static async Task<JsonNode?> BodyAsync(HttpRequest request)
    {
        if (request.ContentLength == 0)
        {
            throw new BadHttpRequestException("The request brings nothing. Send a JSON object.");
        }

        using var document = await JsonDocument.ParseAsync(request.Body, new JsonDocumentOptions { AllowDuplicateProperties = false }, request.HttpContext.RequestAborted);
        return document.RootElement.ValueKind == JsonValueKind.Object
            ? JsonObject.Create(document.RootElement.Clone())
            : throw new JsonException("This must be a JSON object.");
    }
}
