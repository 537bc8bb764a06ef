using HazyGauge.Core.Fields.Typed;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Jobs;
using HazyGauge.Core.Sentences;
using HazyGauge.Web.OpenApi;

namespace HazyGauge.Web.Parsing;

/// <summary>A number as somebody typed it.</summary>
/// <param name="Text">What was typed, up to 60 characters: "43.5 psi", "E85", "6,500".</param>
/// <param name="Field">The field it was typed into, as a path like engine.boostKpa, of a column of its table like pump.curve.flowLph, or of a thing in its list like
/// users.stepPct.</param>
/// <param name="Quantity">The kind of quantity, where there is no field: ethanol, pressure, temperature, power, flow, volume, engineSpeed, injectorFlow, length, voltage,
/// time and others.</param>
/// <param name="System">The units that are shown: what a number without a unit is taken in; metric where it is left out.</param>
public sealed record ParseRequest(string? Text, string? Field = null, string? Quantity = null, UnitSystem? System = null);

/// <summary>Understands numbers as they are typed: any unit of their kind, decimal commas, thousands, and slips.</summary>
internal static class ParseEndpoints
{
    public static void MapParse(this IEndpointRouteBuilder api) =>
        api.MapPost("/parse", (ParseRequest typed, JobLine line) =>
                TypedResults.Ok(TypedNumber.Of(typed.Text ?? string.Empty, Question(typed, line), typed.System ?? UnitSystem.Metric))
            )
            .WithSummary("A typed number as it is understood, in the unit it is stored in; doubted where it is possible but unlikely.")
            .WithExample("""{ "field": "engine.boostKpa", "text": "14 psi", "system": "metric" }""");

    private static TypedQuestion Question(ParseRequest typed, JobLine line) =>
        typed switch
        {
            { Field: not null, Quantity: not null } => throw new RefusedInputException("quantity", "Give either the field or the kind of quantity, not both."),
            { Field: { } path } => OfField(line, path) ?? throw new RefusedInputException("field", $"No station asks for a number as {path}."),
            { Quantity: { } name } => TypedQuestion.OfQuantity(name)
                ?? throw new RefusedInputException("quantity", $"Give one of these: {string.Join(", ", TypedQuestion.Quantities)}."),
            _ => throw new RefusedInputException("field", "Say which field or which kind of quantity it is for."),
        };

    private static TypedQuestion? OfField(JobLine line, string path)
    {
        var fields = line.InOrder.SelectMany(s => s.Fields).ToList();
        if (fields.Find(f => f.Path == path && f.Columns.Count == 0) is { } field)
        {
            return TypedQuestion.Of(field);
        }

        if (fields.SelectMany(f => f.Items.Select(i => (Path: $"{f.Path}.{i.Path}", Item: i))).FirstOrDefault(i => i.Path == path).Item is { } item)
        {
            return TypedQuestion.Of(item);
        }

        var column = fields.SelectMany(f => f.Columns.Select(c => (Path: $"{f.Path}.{c.Name}", Column: c))).FirstOrDefault(c => c.Path == path).Column;
        return column is null ? null : TypedQuestion.Of(column);
    }
}
