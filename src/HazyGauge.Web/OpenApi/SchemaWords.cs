using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;
using HazyGauge.Core.Fields;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Plumbing;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Vehicles;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace HazyGauge.Web.OpenApi;

/// <summary>Teaches the OpenAPI document the shapes our own JSON converters read and write.</summary>
internal sealed class SchemaWords : IOpenApiSchemaTransformer
{
    // What is asked may bring a number bare; what is answered never does.
    private static readonly HashSet<Type> AskedTypes = Reached(
        typeof(Hazy)
            .Assembly.GetTypes()
            .Concat(typeof(SchemaWords).Assembly.GetTypes())
            .Where(t =>
                new[] { "Query", "Plan", "Input", "Log", "Request" }.Any(kind => t.Name.EndsWith(kind, StringComparison.Ordinal))
                || t == typeof(VehicleSurvey)
                || t == typeof(FittingPart)
            )
    );

    public Task TransformAsync(OpenApiSchema schema, OpenApiSchemaTransformerContext context, CancellationToken cancellationToken)
    {
        var whole = context.JsonTypeInfo.Type;
        var type = Nullable.GetUnderlyingType(whole) ?? whole;
        var isAsked = context.JsonPropertyInfo?.DeclaringType is { } declaring && AskedTypes.Contains(declaring);
        if (isAsked && schema.Type?.HasFlag(JsonSchemaType.Array) == true && context.JsonPropertyInfo!.AttributeProvider is PropertyInfo list)
        {
            schema.MaxItems = MostItemsAttribute.Of(list);
        }

        if (type == typeof(LogicLevel))
        {
            schema.Type = JsonSchemaType.Integer | JsonSchemaType.Null;
        }
        else if (type.IsEnum)
        {
            schema.Type = JsonSchemaType.String;
            schema.Enum = [.. Enum.GetNames(type).Select(n => (JsonNode)JsonNamingPolicy.CamelCase.ConvertName(n))];
        }
        else if (type == typeof(double))
        {
            schema.Type = type == whole ? JsonSchemaType.Number : JsonSchemaType.Number | JsonSchemaType.Null;
            schema.Format = "double";
        }
        else if (type == typeof(Hazy))
        {
            Shape(schema, isAsked, type != whole);
        }
        else if (whole == typeof(IReadOnlyList<double>))
        {
            schema.Items = Number();
        }
        else if (whole == typeof(IReadOnlyList<Hazy>) || whole == typeof(IReadOnlyList<Hazy?>))
        {
            var item = new OpenApiSchema();
            Shape(item, isAsked, whole == typeof(IReadOnlyList<Hazy?>));
            schema.Items = item;
        }
        else if (type.IsValueType && type.Assembly == typeof(Hazy).Assembly && schema.Properties is { Count: > 0 } parts && !AskedTypes.Contains(type))
        {
            // Small values are answered whole.
            schema.Required = parts.Keys.ToHashSet(StringComparer.Ordinal);
        }
        else if (whole == typeof(JsonObject))
        {
            schema.Type = JsonSchemaType.Object;
            schema.AdditionalProperties = new OpenApiSchema();
        }

        return Task.CompletedTask;
    }

    private static void Shape(OpenApiSchema schema, bool isAsked, bool isNullable)
    {
        if (isAsked)
        {
            schema.OneOf = isNullable
                ? [new OpenApiSchema { Type = JsonSchemaType.Null }, Number(), HazyObject(new OpenApiSchema(), answered: false)]
                : [Number(), HazyObject(new OpenApiSchema(), answered: false)];
            return;
        }

        HazyObject(schema, answered: true);
        schema.Type = isNullable ? JsonSchemaType.Object | JsonSchemaType.Null : JsonSchemaType.Object;
    }

    private static OpenApiSchema HazyObject(OpenApiSchema schema, bool answered)
    {
        schema.Type = JsonSchemaType.Object;
        schema.Required = answered ? new HashSet<string> { "value", "u", "plusMinus", "parts" } : new HashSet<string> { "value" };
        schema.Properties = new Dictionary<string, IOpenApiSchema>
        {
            ["value"] = Number(),
            ["u"] = Number(),
            ["plusMinus"] = Number(),
            ["parts"] = new OpenApiSchema
            {
                Type = JsonSchemaType.Array,
                MaxItems = answered ? null : MostItemsAttribute.HazeParts,
                Items = new OpenApiSchema
                {
                    Type = JsonSchemaType.Object,
                    Required = new HashSet<string> { "source", "u" },
                    Properties = new Dictionary<string, IOpenApiSchema>
                    {
                        ["source"] = new OpenApiSchema { Type = JsonSchemaType.String },
                        ["u"] = Number(),
                    },
                },
            },
        };
        return schema;
    }

    private static OpenApiSchema Number() => new() { Type = JsonSchemaType.Number, Format = "double" };

    private static HashSet<Type> Reached(IEnumerable<Type> roots)
    {
        var reached = new HashSet<Type>();
        var open = new Stack<Type>(roots);
        while (open.TryPop(out var type))
        {
            if ((type.Assembly == typeof(Hazy).Assembly || type.Assembly == typeof(SchemaWords).Assembly) && type != typeof(Hazy) && !type.IsEnum && reached.Add(type))
            {
                foreach (var property in type.GetProperties(BindingFlags.Public | BindingFlags.Instance))
                {
                    open.Push(property.PropertyType);
                }
            }

            foreach (var argument in type.GetGenericArguments().Where(a => !a.IsGenericParameter))
            {
                open.Push(argument);
            }
        }

        return reached;
    }
}
