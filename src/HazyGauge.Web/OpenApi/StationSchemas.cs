using HazyGauge.Core.Haze;
using HazyGauge.Core.Jobs;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace HazyGauge.Web.OpenApi;

/// <summary>Puts what every station takes and what it comes to into the OpenAPI document: an endpoint for all of them can name neither.</summary>
internal sealed class StationSchemas(JobLine line) : IOpenApiDocumentTransformer
{
    // How the framework marks a schema that has a name of its own, and a property that may be null.
    private const string Id = "x-schema-id";
    private const string MayBeNull = "x-is-nullable-property";

    public async Task TransformAsync(OpenApiDocument document, OpenApiDocumentTransformerContext context, CancellationToken cancellationToken)
    {
        foreach (var station in line.Places.Select(p => line.Station(p.Slug)).OfType<Core.Stations.IStation>())
        {
            foreach (var type in new[] { station.PlanType, station.ResultsType })
            {
                if (document.Components?.Schemas?.ContainsKey(type.Name) != true)
                {
                    var schema = await context.GetOrCreateSchemaAsync(type, parameterDescription: null, cancellationToken);
                    WithReferences(schema, document);
                    document.AddComponent(type.Name, schema);
                }
            }
        }

        // A number is never null by itself; where one may be missing, its place says so.
        if (document.Components?.Schemas?.TryGetValue(nameof(Hazy), out var number) == true && number is OpenApiSchema hazy)
        {
            hazy.Type = JsonSchemaType.Object;
        }
    }

    // Made outside an endpoint a schema holds everything it names; named again, it stands in the document once.
    private static IOpenApiSchema Named(IOpenApiSchema inner, OpenApiDocument document)
    {
        if (inner is not OpenApiSchema schema)
        {
            return inner;
        }

        WithReferences(schema, document);
        if (
            schema.Metadata?.TryGetValue(Id, out var id) != true
            || id is not string { Length: > 0 } name
            || schema.OneOf is { Count: > 0 }
            || schema.Type?.HasFlag(JsonSchemaType.String) == true
        )
        {
            return schema;
        }

        var isNullable = schema.Type?.HasFlag(JsonSchemaType.Null) == true || schema.Metadata.ContainsKey(MayBeNull);
        if (document.Components?.Schemas?.ContainsKey(name) != true)
        {
            schema.Type &= ~JsonSchemaType.Null;
            document.AddComponent(name, schema);
        }

        var reference = new OpenApiSchemaReference(name, document);
        return isNullable ? new OpenApiSchema { OneOf = [new OpenApiSchema { Type = JsonSchemaType.Null }, reference], Description = schema.Description } : reference;
    }

    private static void WithReferences(OpenApiSchema schema, OpenApiDocument document)
    {
        foreach (var (name, property) in schema.Properties?.ToList() ?? [])
        {
            schema.Properties![name] = Named(property, document);
        }

        schema.Items = schema.Items is { } items ? Named(items, document) : null;
        schema.AdditionalProperties = schema.AdditionalProperties is { } more ? Named(more, document) : null;
    }
}
