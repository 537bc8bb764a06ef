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
    public static RefusedInputException InWords(this JsonException malformed, string whole, string what)
    {
        var path = (malformed.Path ?? string.Empty).TrimStart('$', '.');
        return new RefusedInputException(path.Length == 0 ? whole : path, malformed.Message.StartsWith("This ", StringComparison.Ordinal)
            ? malformed.Message.Split(" Path: ")[0]
            : $"This does not belong into {what} ({(path.Length == 0 ? "the whole" : path)}).");
    }
}
