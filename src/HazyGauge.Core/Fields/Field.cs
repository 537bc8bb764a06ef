using System.Collections.Concurrent;
using System.Reflection;
using System.Text.Json.Serialization;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Fields;

/// <summary>A figure that stands in where nobody knows better.</summary>
/// <param name="Value">The figure.</param>
/// <param name="PlusMinus">How far off it may be, in its unit; null where that is said as a share of it, or where it is a plain default.</param>
/// <param name="PlusMinusPct">How far off it may be, % of it.</param>
public sealed record Usual(double Value, double? PlusMinus = null, double? PlusMinusPct = null);

/// <summary>
/// Something a station asks for. Label, unit, range, usual figure and how to find it out stand here and nowhere else: pages, refusals, typical
/// figures and "what to measure" take them from here.
/// </summary>
/// <param name="Path">Where it stands in the plan, like engine.boostKpa.</param>
/// <param name="Label">What it is called: two or three words that can begin a sentence.</param>
public record Field(string Path, string Label)
{
    private static readonly ConcurrentDictionary<(Type, string), PropertyInfo?> Properties = new();

    /// <summary>What it is measured in.</summary>
    public Unit Unit { get; init; }

    /// <summary>Lowest it can be.</summary>
    public double? Min { get; init; }

    /// <summary>Highest it can be.</summary>
    public double? Max { get; init; }

    /// <summary>Both ends at once, where the same number is asked for elsewhere too.</summary>
    [JsonIgnore]
    public NumberRange Range
    {
        init => (Min, Max) = (value.Least, value.Most);
    }

    /// <summary>Between which it nearly always is: what is outside is asked about, for it was probably typed in another unit. Null where nothing is unlikely.</summary>
    public (double Least, double Most)? Likely { get; init; }

    /// <summary>True for a pressure above that of the air, which logs also give as absolute.</summary>
    public bool AboveAir { get; init; }

    /// <summary>What to do with a plus before the number, where that may mean so much more; null where it means nothing.</summary>
    public string? WithPlus { get; init; }

    /// <summary>What stands in where it is left out.</summary>
    public Usual? Usual { get; init; }

    /// <summary>How to find it out.</summary>
    public string HowTo { get; init; } = string.Empty;

    /// <summary>What it takes to find it out; null where eyes and papers do.</summary>
    public Instrument? Needs { get; init; }

    /// <summary>When it is asked for, in words; null for always.</summary>
    public string? AppliesWhen { get; init; }

    /// <summary>Id of the source of doubt it is, where that is not its path.</summary>
    public string? SourceId { get; init; }

    /// <summary>What it is asked together with, like the stop of a walk round the vehicle.</summary>
    public FieldGroup? Group { get; init; }

    /// <summary>How it is answered.</summary>
    public virtual AnswerKind Answer => AnswerKind.Hazy;

    /// <summary>What there is to choose from; empty where it is no choice.</summary>
    public IReadOnlyList<FieldChoice> Choices { get; init; } = [];

    /// <summary>What a row holds; empty where it is no table.</summary>
    public IReadOnlyList<FieldColumn> Columns { get; init; } = [];

    /// <summary>What is asked of each thing of a list, by its path in that thing; empty where it is no list.</summary>
    public IReadOnlyList<Field> Items { get; init; } = [];

    /// <summary>What one thing of a list is called, to begin a heading; null where it is no list.</summary>
    public string? ItemName { get; init; }

    /// <summary>What is said where a thing of a list comes without it; null where it may be left out.</summary>
    public string? Required { get; init; }

    /// <summary>What helps while answering it.</summary>
    public string? Hint { get; init; }

    /// <summary>What counts where it is left out and no figure stands in, in words.</summary>
    public string? LeftOut { get; init; }

    /// <summary>True where there is a plate or a connection to take a photo of.</summary>
    public bool Photo { get; init; }

    /// <summary>Slug of the station whose page asks for it, where that is not the one whose plan holds it.</summary>
    public string? AskedAt { get; init; }

    /// <summary>What finding it out leaves of the doubt of a usual figure, 0 to 1.</summary>
    public double LeftOfDoubt { get; init; } = 0.2;

    /// <summary>Id of the source of doubt it is.</summary>
    public string Source => SourceId ?? Path;

    /// <summary>What a plan says of it; null where it says nothing.</summary>
    public object? In(object plan) => ValueAt(plan, Path);

    /// <summary>What stands at a path of a plan; null where nothing does.</summary>
    public static object? ValueAt(object? plan, string path)
    {
        foreach (var name in path.Split('.'))
        {
            if (plan is null)
            {
                return null;
            }

            plan = Properties.GetOrAdd((plan.GetType(), name), key => key.Item1.GetProperty(char.ToUpperInvariant(key.Item2[0]) + key.Item2[1..]))?.GetValue(plan);
        }

        return plan;
    }

    /// <summary>Notes every field of a plan that is outside its range, and what a thing in one comes without.</summary>
    public static void Check(IEnumerable<Field> fields, object plan, InputCheck check)
    {
        foreach (var field in fields)
        {
            if (field.Required is { } missing && (field.In(plan) is null || (field.In(plan) is string text && string.IsNullOrWhiteSpace(text))))
            {
                check.Refuse(field.Path, missing);
            }

            if (field is { Min: { } min, Max: { } max } && NumberOf(field.In(plan)) is { } number)
            {
                check.Within(number, min, max, field.Path, field.Label, field.Unit);
            }

            var things = field.ThingsIn(plan);
            for (var i = 0; i < things.Count; i++)
            {
                var inThing = new InputCheck();
                Check(field.Items, things[i], inThing);
                check.TakeOver(inThing, $"{field.Path}[{i}]");
            }
        }
    }

    /// <summary>The things a plan lists; none where it is no list.</summary>
    public IReadOnlyList<object> ThingsIn(object plan) => Items.Count > 0 && In(plan) is IEnumerable<object> things ? [.. things] : [];

    /// <summary>Every text a plan holds, with its path and what it is called.</summary>
    public static IEnumerable<(string Path, string Label, string Text)> TextsIn(IEnumerable<Field> fields, object plan) =>
        fields.SelectMany(field =>
            field.In(plan) is string text
                ? [(field.Path, field.Label, text)]
                : field
                    .ThingsIn(plan)
                    .SelectMany(
                        (thing, i) =>
                            TextsIn(field.Items, thing)
                                .Select(t => ($"{field.Path}[{i}].{t.Path}", $"{field.ItemName} {i + 1}, {char.ToLowerInvariant(t.Label[0])}{t.Label[1..]}", t.Text))
                    )
        );

    /// <summary>The field at a path; one of a thing in a list like users[1].stepPct as well. Null where none is.</summary>
    public static Field? At(IEnumerable<Field> fields, string path) =>
        path.IndexOf('[', StringComparison.Ordinal) is > 0 and var open && path.IndexOf("].", open, StringComparison.Ordinal) is > 0 and var close
            ? At(fields, path[..open])?.Items.FirstOrDefault(i => i.Path == path[(close + 2)..])
            : fields.FirstOrDefault(f => f.Path == path);

    private static Hazy? NumberOf(object? value) =>
        value switch
        {
            Hazy hazy => hazy,
            double number => number,
            int count => count,
            _ => null,
        };
}
