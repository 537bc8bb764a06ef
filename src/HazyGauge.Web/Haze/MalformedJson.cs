using System.Text.Json;
using HazyGauge.Core.Findings;

namespace HazyGauge.Web.Haze;

/// <summary>Says in words where JSON is not of the shape it should have.</summary>
internal static class MalformedJson
{
    /// <summary>The refusal.</summary>
    /// <param name="malformed">What the reader says.</param>
    /// <param name="whole">What the whole is called.</param>
    /// <param name="what">What it should be.</param>
    /// <param name="type">The type that was read.</param>
    public static RefusedInputException InWords(this JsonException malformed, string whole, string what, Type type)
    {
        var path = (malformed.Path ?? string.Empty).TrimStart('$', '.');
        return new RefusedInputException(
            path.Length == 0 ? whole : path,
            malformed.Message.StartsWith("This ", StringComparison.Ordinal) ? malformed.Message.Split(" Path: ")[0]
                : TypeAt(type, path) == typeof(int) ? "This must be a whole number, like 4."
                : $"This does not belong into {what} ({(path.Length == 0 ? "the whole" : path)})."
        );
    }

    // What stands at a path like wires[0].pin; null where nothing does.
    private static Type? TypeAt(Type type, string path)
    {
        var at = type;
        foreach (var step in path.Split(['.', '['], StringSplitOptions.RemoveEmptyEntries))
        {
            at = step.EndsWith(']') ? at.GenericTypeArguments.FirstOrDefault() : at.GetProperty(char.ToUpperInvariant(step[0]) + step[1..])?.PropertyType;
            if (at is null)
            {
                return null;
            }
        }

        return Nullable.GetUnderlyingType(at) ?? at;
    }
}
