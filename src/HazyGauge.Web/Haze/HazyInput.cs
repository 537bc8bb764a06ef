using System.Text.Json;
using System.Text.Json.Serialization;

namespace HazyGauge.Web.Haze;

/// <summary>
/// A number a request brings, bare or with its haze. A bare number is exact; a <c>u</c> (or a 95 % half-width
/// <c>plusMinus</c>, which is 2u) without parts is one new source named after its field; with parts, they are what counts.
/// </summary>
[JsonConverter(typeof(HazyInputConverter))]
public sealed record HazyInput(double Value, double? U = null, double? PlusMinus = null, IReadOnlyList<HazyPart>? Parts = null);

/// <summary>Reads a number or an object with value, u, plusMinus and parts.</summary>
internal sealed class HazyInputConverter : JsonConverter<HazyInput>
{
    private const string Expected = "This must be a number, like 73.5, or a number with its uncertainty, like { \"value\": 73.5, \"u\": 2.5 }.";

    public override HazyInput Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        if (reader.TokenType == JsonTokenType.Number)
        {
            return new HazyInput(FiniteNumberConverter.Finite(reader.GetDouble()));
        }

        if (reader.TokenType != JsonTokenType.StartObject)
        {
            throw new JsonException(Expected);
        }

        var parts = JsonSerializer.Deserialize<Shape>(ref reader, options)!;
        return new HazyInput(parts.Value ?? throw new JsonException(Expected), parts.U, parts.PlusMinus, parts.Parts);
    }

    public override void Write(Utf8JsonWriter writer, HazyInput value, JsonSerializerOptions options)
    {
        if (value is { U: null, PlusMinus: null, Parts: null })
        {
            writer.WriteNumberValue(value.Value);
            return;
        }

        JsonSerializer.Serialize(writer, new Shape(value.Value, value.U, value.PlusMinus, value.Parts), options);
    }

    private sealed record Shape(
        double? Value,
        [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? U = null,
        [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? PlusMinus = null,
        [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<HazyPart>? Parts = null);
}

/// <summary>Reads finite numbers only, and says so in words.</summary>
internal sealed class FiniteNumberConverter : JsonConverter<double>
{
    public static double Finite(double value) =>
        double.IsFinite(value) ? value : throw new JsonException("This number is too large to be real.");

    public override double Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.TokenType == JsonTokenType.Number ? Finite(reader.GetDouble()) : throw new JsonException("This must be a number, like 73.5.");

    public override void Write(Utf8JsonWriter writer, double value, JsonSerializerOptions options) => writer.WriteNumberValue(value);
}

/// <summary>Reads one of a set of words, and lists them where it is none.</summary>
internal sealed class WordConverter<T> : JsonConverter<T>
    where T : struct, Enum
{
    private static readonly Dictionary<string, T> Words =
        Enum.GetValues<T>().ToDictionary(v => JsonNamingPolicy.CamelCase.ConvertName(v.ToString()), v => v, StringComparer.Ordinal);

    public override T Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.TokenType == JsonTokenType.String && Words.TryGetValue(reader.GetString()!, out var value)
            ? value
            : throw new JsonException($"This must be one of: {string.Join(", ", Words.Keys)}.");

    public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) =>
        writer.WriteStringValue(JsonNamingPolicy.CamelCase.ConvertName(value.ToString()));
}
