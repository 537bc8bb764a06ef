using System.Text.Json;
using System.Text.Json.Nodes;

namespace HazyGauge.Core.Identity;

/// <summary>Compares things of documents, whatever the program itself put beside what a mechanic gave.</summary>
internal static class ThingJson
{
    public const string Id = "id";
    public const string Given = "given";

    /// <summary>The id of a thing; null where it has none.</summary>
    public static string? IdOf(JsonObject thing) => Text(thing[Id]);

    /// <summary>A text; null where it is none.</summary>
    public static string? Text(JsonNode? node) => node is JsonValue value && value.GetValueKind() == JsonValueKind.String ? value.GetValue<string>() : null;

    /// <summary>True where two values say the same; what was left out says the same as null.</summary>
    public static bool AreEqual(JsonNode? a, JsonNode? b) => JsonNode.DeepEquals(Bare(a), Bare(b));

    /// <summary>True where two things say the same, whatever their ids and whoever gave them.</summary>
    public static bool SayTheSame(JsonObject a, JsonObject b) => AreEqual(Content(a), Content(b));

    private static JsonObject Content(JsonObject thing)
    {
        var content = (JsonObject)thing.DeepClone();
        content.Remove(Id);
        content.Remove(Given);
        return content;
    }

    // Left out, null and an empty object are one: nothing was said there.
    private static JsonNode? Bare(JsonNode? node)
    {
        switch (node)
        {
            case JsonObject fields:
                var bare = new JsonObject();
                foreach (var (name, value) in fields)
                {
                    if (Bare(value) is { } said)
                    {
                        bare[name] = said;
                    }
                }

                return bare.Count == 0 ? null : bare;
            case JsonArray items:
                return new JsonArray([.. items.Select(Bare)]);
            case JsonValue value when value.GetValueKind() == JsonValueKind.Number && value.TryGetValue<double>(out var number):
                // 5 and 5.0 are one number, however they were written.
                return JsonValue.Create(number);
            default:
                return node?.DeepClone();
        }
    }
}
