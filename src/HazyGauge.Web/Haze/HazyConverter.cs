using System.Text.Json;
using System.Text.Json.Serialization;
using HazyGauge.Core.Fields;
using HazyGauge.Core.Haze;
using HazyGauge.Web.Hosting;

namespace HazyGauge.Web.Haze;

/// <summary>
/// A number with its haze in JSON: <c>{ value, u, plusMinus, parts }</c>, or bare where it is exact. What is read goes onto the ledger of the
/// request (<see cref="HazyScope"/>); outside one, as when the record is read back, every number stands on a ledger of its own.
/// </summary>
internal sealed class HazyConverter : JsonConverter<Hazy>
{
    private const string Expected = "This must be a number, like 73.5, or a number with its uncertainty, like { \"value\": 73.5, \"u\": 2.5 }.";

    public override Hazy Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        if (reader.TokenType == JsonTokenType.Number)
        {
            return FiniteNumberConverter.Finite(reader.GetDouble());
        }

        if (reader.TokenType != JsonTokenType.StartObject)
        {
            throw new JsonException(Expected);
        }

        var shape = JsonSerializer.Deserialize<Shape>(ref reader, options)!;
        var value = shape.Value ?? throw new JsonException(Expected);
        var parts = (shape.Parts ?? [])
            .Select(p => (p ?? throw new JsonException(Expected)) is { Source: { } source, U: { } u } ? (source, u) : throw new JsonException(Expected))
            .ToList();
        return HazyScope.Current is { } scope
            ? scope.Ledger.Quantity(value, [.. parts.Select(p => (shape.Own ? scope.OwnSource(p.source, p.u) : SourceCatalogue.Find(p.source, p.u, shape.At ?? p.source), p.u))])
            : Detached(value, parts, shape.PlusMinus);
    }

    public override void Write(Utf8JsonWriter writer, Hazy value, JsonSerializerOptions options)
    {
        writer.WriteStartObject();
        writer.WriteNumber("value", value.Value);
        writer.WriteNumber("u", value.StandardU);
        writer.WriteNumber("plusMinus", Interval95.HalfWidth(value));
        writer.WriteStartArray("parts");
        foreach (var (source, u) in value.Parts)
        {
            writer.WriteStartObject();
            writer.WriteString("source", source.Id);
            writer.WriteNumber("u", u);
            writer.WriteEndObject();
        }

        writer.WriteEndArray();
        writer.WriteEndObject();
    }

    // The half-width that was written tells whether the largest source was a rectangle.
    private static Hazy Detached(double value, List<(string Source, double U)> parts, double? plusMinus)
    {
        var variance = parts.Sum(p => p.U * p.U);
        var isRectangle = plusMinus is { } half && Math.Abs(half - (2 * Math.Sqrt(variance))) > 1e-6 * half;
        return new HazeLedger().Quantity(
            value,
            [
                .. parts.Select(p =>
                {
                    var known = SourceCatalogue.Find(p.Source, p.U);
                    return (isRectangle && p.U * p.U > variance / 2 ? known with { Shape = HazeShape.Rectangular } : known with { Shape = HazeShape.Normal }, p.U);
                }),
            ]
        );
    }

    private sealed record Shape(double? Value = null, double? U = null, double? PlusMinus = null, IReadOnlyList<Part?>? Parts = null, string? At = null, bool Own = false);

    private sealed record Part(string? Source = null, double? U = null);
}

/// <summary>The ledger that numbers being read stand on.</summary>
/// <param name="Ledger">The ledger.</param>
/// <param name="OwnSource">The source of a number that names none, by its path and its standard uncertainty.</param>
internal sealed record HazyScope(HazeLedger Ledger, Func<string, double, HazeSource> OwnSource)
{
    [ThreadStatic]
    private static HazyScope? _current;

    /// <summary>The scope of what this thread is reading; null outside one.</summary>
    public static HazyScope? Current => _current;

    /// <summary>Reads something whose numbers stand on a ledger.</summary>
    public T Read<T>(Func<T> read)
    {
        var before = _current;
        _current = this;
        try
        {
            return read();
        }
        finally
        {
            _current = before;
        }
    }
}
