using System.Globalization;
using System.Text.Json;
using HazyGauge.Core.Findings;

namespace HazyGauge.Web.Queries;

/// <summary>Reads values out of an address, and says in words what does not belong there.</summary>
internal static class QueryValue
{
    /// <summary>Refuses what an address asks for beside the names that are known: a misspelt one must not be passed over.</summary>
    /// <exception cref="RefusedInputException">There is another name.</exception>
    public static void OnlyKnown(HttpRequest request, params string[] names)
    {
        if (request.Query.Keys.FirstOrDefault(k => !names.Contains(k, StringComparer.OrdinalIgnoreCase)) is { } unknown)
        {
            throw new RefusedInputException(unknown, $"There is no such choice. Allowed are {string.Join(", ", names)}.");
        }
    }

    /// <summary>A finite number; null where it was left out.</summary>
    /// <exception cref="RefusedInputException">It is no number.</exception>
    public static double? Number(string? text, string field) =>
        text switch
        {
            null or "" => null,
            _ when double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var number) && double.IsFinite(number) => number,
            _ => throw new RefusedInputException(field, "This must be a number, like 73.5."),
        };

    /// <summary>A whole number; null where it was left out.</summary>
    /// <exception cref="RefusedInputException">It is no whole number.</exception>
    public static int? Whole(string? text, string field) =>
        text switch
        {
            null or "" => null,
            _ when int.TryParse(text, NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var number) => number,
            _ => throw new RefusedInputException(field, "This must be a whole number, like 7."),
        };

    /// <summary>One of a set of words, however it is capitalised or hyphenated; null where it was left out.</summary>
    /// <exception cref="RefusedInputException">It is none of them.</exception>
    public static T? Word<T>(string? text, string field)
        where T : struct, Enum
    {
        if (string.IsNullOrEmpty(text))
        {
            return null;
        }

        var letters = string.Concat(text.Where(char.IsAsciiLetter));
        return Enum.GetValues<T>().Where(v => string.Equals(v.ToString(), letters, StringComparison.OrdinalIgnoreCase)).Cast<T?>().FirstOrDefault()
            ?? throw new RefusedInputException(field, $"This must be one of: {string.Join(", ", Enum.GetNames<T>().Select(JsonNamingPolicy.CamelCase.ConvertName))}.");
    }
}
