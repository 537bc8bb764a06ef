using System.Text.Json.Nodes;
using Microsoft.OpenApi;

namespace HazyGauge.Web.OpenApi;

/// <summary>What an endpoint says about itself in the OpenAPI document beyond its types.</summary>
internal static class EndpointDocs
{
    /// <summary>One example request.</summary>
    public static RouteHandlerBuilder WithExample(this RouteHandlerBuilder endpoint, string json) =>
        endpoint.AddOpenApiOperationTransformer(
            (operation, _, _) =>
            {
                foreach (var content in operation.RequestBody?.Content?.Values ?? [])
                {
                    content.Example = JsonNode.Parse(json);
                }

                return Task.CompletedTask;
            }
        );

    /// <summary>A multipart body with one file and text fields before it.</summary>
    public static RouteHandlerBuilder AcceptsFile(this RouteHandlerBuilder endpoint, params string[] fields) =>
        endpoint.AddOpenApiOperationTransformer(
            (operation, _, _) =>
            {
                var properties = fields.ToDictionary(f => f, _ => (IOpenApiSchema)new OpenApiSchema { Type = JsonSchemaType.String });
                properties["file"] = new OpenApiSchema { Type = JsonSchemaType.String, Format = "binary" };
                operation.RequestBody = new OpenApiRequestBody
                {
                    Required = true,
                    Content = new Dictionary<string, OpenApiMediaType>
                    {
                        ["multipart/form-data"] = new()
                        {
                            Schema = new OpenApiSchema
                            {
                                Type = JsonSchemaType.Object,
                                Properties = properties,
                                Required = new HashSet<string> { "file" },
                            },
                        },
                    },
                };
                return Task.CompletedTask;
            }
        );

    /// <summary>A header the caller has to send.</summary>
    public static RouteHandlerBuilder NeedsHeader(this RouteHandlerBuilder endpoint, string name, string description) =>
        endpoint.AddOpenApiOperationTransformer(
            (operation, _, _) =>
            {
                operation.Parameters ??= [];
                operation.Parameters.Add(
                    new OpenApiParameter
                    {
                        Name = name,
                        In = ParameterLocation.Header,
                        Required = true,
                        Description = description,
                        Schema = new OpenApiSchema { Type = JsonSchemaType.String },
                    }
                );
                return Task.CompletedTask;
            }
        );
}
