using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization.Metadata;
using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;

namespace HazyGauge.Web.Haze;

/// <summary>
/// Reads Core's records out of JSON. First a pass over the tree says everything that is wrong with its numbers and what is missing, field by
/// field; a <c>u</c> that names no source takes its path as source. Then the records are read, their numbers onto one ledger.
/// </summary>
/// <param name="json">How JSON is read.</param>
/// <param name="ledger">The ledger.</param>
/// <param name="ownSource">The source of a number that names none; left out, the trade's own.</param>
internal sealed class HazyReader(JsonSerializerOptions json, HazeLedger ledger, Func<string, double, HazeSource>? ownSource = null)
{
    // Parts that were printed with few digits are still the same parts.
    private const double PartsTolerance = 1e-3;

    // Squares and slopes of more than this run out of double precision, and no quantity of the trade comes near.
    private const double LargestU = 1e9;
    private const int LongestSource = 80;

    // Its reciprocal's square still is a number; no quantity of the trade comes near.
    private const double SmallestSize = 1e-60;
    private const string TooSmall = "This number is too small to be real; zero is written 0.";

    private readonly InputCheck _check = new();

    /// <summary>Reads a record.</summary>
    /// <param name="node">The JSON; changed on the way.</param>
    /// <param name="type">Type of the record.</param>
    /// <exception cref="RefusedInputException">A number cannot be, or something is missing.</exception>
    /// <exception cref="JsonException">It is not of that shape.</exception>
    public object Read(JsonNode? node, Type type)
    {
        var prepared = Prepared(node, json.GetTypeInfo(type), string.Empty, MostItemsAttribute.Usual);
        _check.ThrowIfAny();
        return new HazyScope(ledger, ownSource ?? SourceCatalogue.OfField).Read(() => prepared.Deserialize(type, json)) ?? throw new JsonException("This must be an object.");
    }

    /// <inheritdoc cref="Read(JsonNode?, Type)"/>
    public T Read<T>(JsonNode? node) => (T)Read(node, typeof(T));

    private JsonNode? Prepared(JsonNode? node, JsonTypeInfo type, string path, int most)
    {
        if (Nullable.GetUnderlyingType(type.Type) is { } inner)
        {
            return node is null ? null : Prepared(node, json.GetTypeInfo(inner), path, most);
        }

        switch (node)
        {
            case JsonObject number when type.Type == typeof(Hazy):
                return Number(number, path);
            case JsonValue when IsTooSmall(Double(node)):
                _check.Refuse(path, TooSmall);
                return node;
            case JsonObject fields when type.Kind == JsonTypeInfoKind.Object:
                return Fields(fields, type, path, most);
            case JsonArray items when type.Kind == JsonTypeInfoKind.Enumerable && items.Count > most:
                _check.Refuse(path, FormattableString.Invariant($"At most {most} can be listed here; these are {items.Count}."));
                return new JsonArray();
            case JsonArray items when type.ElementType is { } element:
                return Items(items, element, path);
            default:
                return node;
        }
    }

    private JsonObject Fields(JsonObject fields, JsonTypeInfo type, string path, int most)
    {
        foreach (var property in type.Properties)
        {
            var at = path.Length == 0 ? property.Name : $"{path}.{property.Name}";
            if (fields[property.Name] is { } value)
            {
                var prepared = Prepared(value, json.GetTypeInfo(property.PropertyType), at, property.AttributeProvider is PropertyInfo list ? MostItemsAttribute.Of(list) : most);
                if (!ReferenceEquals(prepared, value))
                {
                    fields[property.Name] = prepared;
                }
            }
            else if (IsRequired(property))
            {
                _check.Refuse(at, $"{SourceCatalogue.LabelOf(at) ?? "This"} is missing.");
            }
        }

        return fields;
    }

    private JsonArray Items(JsonArray items, Type element, string path)
    {
        for (var i = 0; i < items.Count; i++)
        {
            if (items[i] is not { } item)
            {
                if (!element.IsValueType || Nullable.GetUnderlyingType(element) is null)
                {
                    _check.Refuse(path, "An item of this list is empty.");
                }

                continue;
            }

            var prepared = Prepared(item, json.GetTypeInfo(element), $"{path}[{i}]", MostItemsAttribute.Usual);
            if (!ReferenceEquals(prepared, item))
            {
                items[i] = prepared;
            }
        }

        return items;
    }

    // What a record has no default for has to be there.
    private static bool IsRequired(JsonPropertyInfo property) =>
        property.AssociatedParameter is { HasDefaultValue: false } parameter && !parameter.IsNullable && Nullable.GetUnderlyingType(property.PropertyType) is null;

    private JsonNode Number(JsonObject number, string path)
    {
        if (
            number.Any(p => p.Key is not ("value" or "u" or "plusMinus" or "parts"))
            || Double(number["value"]) is not { } value
            || (number["u"] is { } && Double(number["u"]) is null)
            || (number["plusMinus"] is { } && Double(number["plusMinus"]) is null)
        )
        {
            // The converter says what belongs here.
            return number;
        }

        var (u, plusMinus) = (Double(number["u"]), Double(number["plusMinus"]));
        if (IsTooSmall(value) || IsTooSmall(u) || IsTooSmall(plusMinus))
        {
            _check.Refuse(path, TooSmall);
        }
        else if (u < 0 || plusMinus < 0)
        {
            _check.Refuse(path, "An uncertainty cannot be negative.");
        }
        else if (u > LargestU || plusMinus > LargestU)
        {
            _check.Refuse(path, "An uncertainty this large says that nothing is known; leave the number out instead.");
        }
        else if (number["parts"] is { } parts)
        {
            return parts is JsonArray array ? WithParts(number, array, value, u, path) : number;
        }
        else if ((u ?? (plusMinus / 2)) is > 0 and var own)
        {
            return new JsonObject
            {
                ["value"] = value,
                ["parts"] = new JsonArray(new JsonObject { ["source"] = path, ["u"] = own }),
                ["at"] = path,
                ["own"] = true,
            };
        }

        return JsonValue.Create(value);
    }

    private JsonNode WithParts(JsonObject number, JsonArray parts, double value, double? u, string path)
    {
        if (parts.Count > MostItemsAttribute.HazeParts)
        {
            _check.Refuse(path, FormattableString.Invariant($"At most {MostItemsAttribute.HazeParts} parts of an uncertainty can be named; these are {parts.Count}."));
            return JsonValue.Create(value);
        }

        var named = new List<(string Source, double U)>();
        foreach (var part in parts)
        {
            if (
                part is not JsonObject { Count: 2 } pair
                || pair["source"] is not JsonValue id
                || !id.TryGetValue<string>(out var source)
                || Double(pair["u"]) is not { } contribution
            )
            {
                if (part is null || part is JsonObject)
                {
                    _check.Refuse(path, "Every part needs the name of its source and its u.");
                    return JsonValue.Create(value);
                }

                return number;
            }

            named.Add((source, contribution));
        }

        if (named.Any(p => string.IsNullOrWhiteSpace(p.Source) || p.Source.Length > LongestSource))
        {
            _check.Refuse(path, $"Every part needs the name of its source, at most {LongestSource} characters.");
        }
        else if (named.Any(p => IsTooSmall(p.U)))
        {
            _check.Refuse(path, TooSmall);
        }
        else if (named.Any(p => Math.Abs(p.U) > LargestU))
        {
            _check.Refuse(path, "An uncertainty this large says that nothing is known; leave the number out instead.");
        }
        else if (named.DistinctBy(p => p.Source, StringComparer.Ordinal).Count() != named.Count)
        {
            _check.Refuse(path, "A source stands twice among the parts; add its contributions up first.");
        }
        else if (Math.Sqrt(named.Sum(p => p.U * p.U)) is var sum && (u is not { } stated || Math.Abs(sum - stated) > PartsTolerance * Math.Max(stated, sum)))
        {
            _check.Refuse(path, FormattableString.Invariant($"The parts add up to an uncertainty of {sum:G4} (root sum of squares), but u says {u ?? 0:G4}."));
        }

        return new JsonObject
        {
            ["value"] = value,
            ["parts"] = parts.DeepClone(),
            ["at"] = path,
        };
    }

    private static bool IsTooSmall(double? number) => Math.Abs(number ?? 0) is > 0 and < SmallestSize;

    private static double? Double(JsonNode? node) =>
        node is JsonValue value && value.GetValueKind() == JsonValueKind.Number && value.TryGetValue<double>(out var number) && double.IsFinite(number) ? number : null;
}
