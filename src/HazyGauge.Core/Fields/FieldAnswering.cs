using System.Text.Json;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Fields;

/// <summary>How a field is answered.</summary>
public enum AnswerKind
{
    /// <summary>By a number and how far off it may be.</summary>
    Hazy,

    /// <summary>By a number that is not asked how far off it may be; it may say so all the same.</summary>
    Number,

    /// <summary>By counting.</summary>
    Count,

    /// <summary>By one of a few choices.</summary>
    Choice,

    /// <summary>By yes or no.</summary>
    YesNo,

    /// <summary>In words.</summary>
    Text,

    /// <summary>By rows of numbers.</summary>
    Table,

    /// <summary>By the connections of the fuel lines.</summary>
    Connections,

    /// <summary>By some of a few choices.</summary>
    Several,

    /// <summary>By a list of things, each with fields of its own.</summary>
    List,
}

/// <summary>What is asked together.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="Place">Where one stands; null where that does not matter.</param>
public sealed record FieldGroup(string Name, string? Place = null);

/// <summary>One of a few answers.</summary>
/// <param name="Name">As documents write it.</param>
/// <param name="Label">What it is called.</param>
/// <param name="How">What it means, where the label does not say it.</param>
public sealed record FieldChoice(string Name, string Label, string? How = null)
{
    /// <summary>The choice of a value that documents write as its name.</summary>
    public static FieldChoice Of<T>(T value, string label, string? how = null)
        where T : struct, Enum => new(JsonNamingPolicy.CamelCase.ConvertName(value.ToString()), label, how);
}

/// <summary>What every row of a table holds.</summary>
/// <param name="Name">As documents write it.</param>
/// <param name="Label">What it is called.</param>
/// <param name="Quantity">What it is measured in.</param>
public sealed record FieldColumn(string Name, string Label, Unit Quantity);

/// <summary>How what a plan holds is answered.</summary>
internal static class Answering
{
    /// <summary>How a value of a type is answered.</summary>
    /// <param name="type">The type, with or without null.</param>
    /// <param name="asksTolerance">True where a number is asked how far off it may be.</param>
    /// <exception cref="InvalidOperationException">No page can ask for it.</exception>
    public static AnswerKind Of(Type type, bool asksTolerance) =>
        (Nullable.GetUnderlyingType(type) ?? type) switch
        {
            var t when t == typeof(Hazy) => asksTolerance ? AnswerKind.Hazy : AnswerKind.Number,
            var t when t == typeof(double) => AnswerKind.Number,
            var t when t == typeof(int) => AnswerKind.Count,
            var t when t == typeof(bool) => AnswerKind.YesNo,
            var t when t == typeof(string) => AnswerKind.Text,
            { IsEnum: true } => AnswerKind.Choice,
            { IsGenericType: true } list => list.GenericTypeArguments[0].IsEnum ? AnswerKind.Several : AnswerKind.Table,
            var t => throw new InvalidOperationException($"No page can ask for a {t.Name}."),
        };
}
