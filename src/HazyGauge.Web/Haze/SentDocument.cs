using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;
using HazyGauge.Core.Findings;
using Microsoft.AspNetCore.Http.Metadata;

namespace HazyGauge.Web.Haze;

/// <summary>A document of a station, out of the body of a request.</summary>
/// <param name="Value">The document.</param>
internal sealed record SentDocument(JsonObject Value) : IEndpointParameterMetadataProvider
{
    /// <summary>Reads it.</summary>
    /// <exception cref="RefusedInputException">It is JSON, and no object.</exception>
    public static async ValueTask<SentDocument> BindAsync(HttpContext context)
    {
        try
        {
            return new(JsonObject.Create(await SentJson.ObjectAsync(context.Request))!);
        }
        catch (JsonException other) when (other.Message == SentJson.NoObject)
        {
            throw new RefusedInputException("document", "A document is a JSON object.");
        }
    }

    /// <summary>Tells the API's description what the body is.</summary>
    public static void PopulateMetadata(ParameterInfo parameter, EndpointBuilder builder) => builder.Metadata.Add(new AcceptsMetadata(["application/json"], typeof(JsonObject)));
}
