using System.Text.Json;
using System.Text.Json.Nodes;
using HazyGauge.Web.Haze;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace HazyGauge.Web.OpenApi;

/// <summary>Teaches the OpenAPI document the shapes our own JSON converters read and write.</summary>
internal sealed class SchemaWords : IOpenApiSchemaTransformer
{
    public Task TransformAsync(OpenApiSchema schema, OpenApiSchemaTransformerContext context, CancellationToken cancellationToken)
    {
        var type = Nullable.GetUnderlyingType(context.JsonTypeInfo.Type) ?? context.JsonTypeInfo.Type;
        if (type.IsEnum)
        {
            schema.Type = JsonSchemaType.String;
            schema.Enum = [.. Enum.GetNames(type).Select(n => (JsonNode)JsonNamingPolicy.CamelCase.ConvertName(n))];
        }
        else if (type == typeof(double))
        {
            schema.Type = type == context.JsonTypeInfo.Type ? JsonSchemaType.Number : JsonSchemaType.Number | JsonSchemaType.Null;
            schema.Format = "double";
        }
        else if (type == typeof(HazyInput))
        {
            schema.OneOf = HazyShapes();
        }
        else if (type == typeof(IReadOnlyList<double>))
        {
            schema.Items = new OpenApiSchema { Type = JsonSchemaType.Number, Format = "double" };
        }
        else if (type == typeof(IReadOnlyList<HazyInput>))
        {
            schema.Items = new OpenApiSchema { OneOf = HazyShapes() };
        }

        return Task.CompletedTask;
    }

    private static List<IOpenApiSchema> HazyShapes() => [new OpenApiSchema { Type = JsonSchemaType.Number }, HazyObject()];

    private static OpenApiSchema HazyObject()
    {
        static OpenApiSchema Number() => new() { Type = JsonSchemaType.Number, Format = "double" };
        return new OpenApiSchema
        {
            Type = JsonSchemaType.Object,
            Required = new HashSet<string> { "value" },
            Properties = new Dictionary<string, IOpenApiSchema>
            {
                ["value"] = Number(),
                ["u"] = Number(),
                ["plusMinus"] = Number(),
                ["parts"] = new OpenApiSchema
                {
                    Type = JsonSchemaType.Array,
                    Items = new OpenApiSchema
                    {
                        Type = JsonSchemaType.Object,
                        Required = new HashSet<string> { "source", "u" },
                        Properties = new Dictionary<string, IOpenApiSchema> { ["source"] = new OpenApiSchema { Type = JsonSchemaType.String }, ["u"] = Number() },
                    },
                },
            },
        };
    }
}
