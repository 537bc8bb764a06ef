using System.Text.Json;
using System.Text.Json.Serialization;
using HazyGauge.Core.Sensing;

namespace HazyGauge.Web.Hosting;

/// <summary>Reads finite numbers only, and says so in words.</summary>
internal sealed class FiniteNumberConverter : JsonConverter<double>
{
    public static double Finite(double value) => double.IsFinite(value) ? value : throw new JsonException("This number is too large to be real.");

    public override double Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.TokenType == JsonTokenType.Number ? Finite(reader.GetDouble()) : throw new JsonException("This must be a number, like 73.5.");

    public override void Write(Utf8JsonWriter writer, double value, JsonSerializerOptions options) => writer.WriteNumberValue(value);
}

/// <summary>Reads one of a set of words, and lists them where it is none; for every enum.</summary>
internal sealed class WordConverters : JsonConverterFactory
{
    public override bool CanConvert(Type typeToConvert) => typeToConvert.IsEnum && typeToConvert != typeof(LogicLevel);

    public override JsonConverter CreateConverter(Type typeToConvert, JsonSerializerOptions options) =>
        (JsonConverter)Activator.CreateInstance(typeof(WordConverter<>).MakeGenericType(typeToConvert))!;

    private sealed class WordConverter<T> : JsonConverter<T>
        where T : struct, Enum
    {
        private static readonly Dictionary<string, T> Words = Enum.GetValues<T>()
            .ToDictionary(v => JsonNamingPolicy.CamelCase.ConvertName(v.ToString()), v => v, StringComparer.Ordinal);

        public override T Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            reader.TokenType == JsonTokenType.String && Words.TryGetValue(reader.GetString()!, out var value)
                ? value
                : throw new JsonException($"This must be one of: {string.Join(", ", Words.Keys)}.");

        public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) =>
            writer.WriteStringValue(JsonNamingPolicy.CamelCase.ConvertName(value.ToString()));

        public override T ReadAsPropertyName(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) => Words[reader.GetString()!];

        public override void WriteAsPropertyName(Utf8JsonWriter writer, T value, JsonSerializerOptions options) =>
            writer.WritePropertyName(JsonNamingPolicy.CamelCase.ConvertName(value.ToString()));
    }
}

/// <summary>A level of a wave: 1 released, 0 low, null unknown.</summary>
internal sealed class LogicLevelConverter : JsonConverter<LogicLevel>
{
    public override bool HandleNull => true;

    public override LogicLevel Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.TokenType == JsonTokenType.Null ? LogicLevel.Unknown
        : reader.GetInt32() == 0 ? LogicLevel.Low
        : LogicLevel.Released;

    public override void Write(Utf8JsonWriter writer, LogicLevel value, JsonSerializerOptions options)
    {
        if (value == LogicLevel.Unknown)
        {
            writer.WriteNullValue();
            return;
        }

        writer.WriteNumberValue(value == LogicLevel.Low ? 0 : 1);
    }
}
