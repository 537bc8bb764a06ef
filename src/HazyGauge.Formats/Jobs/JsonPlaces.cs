using System.Globalization;
using System.Text.Json;

namespace HazyGauge.Formats.Jobs;

/// <summary>
/// Finds what the JSON reader lets pass and no later reader would: text that is only decoded where somebody looks at it, and nothing where a list
/// holds something.
/// </summary>
public static class JsonPlaces
{
    /// <summary>Place of the first text or name that is no whole text; null where all are.</summary>
    public static string? FirstUnreadable(JsonElement json) =>
        Place(json) is { } place
            ? place.Length == 0
                ? "the top"
                : place.TrimStart('.')
            : null;

    /// <summary>Place of the first empty item of a list in a job; null where none is.</summary>
    public static string? FirstEmpty(JobFile job) =>
        Empty(job.Revisions, "revisions")
        ?? Empty(job.Files, "files")
        ?? Empty(job.Entries ?? [], "entries")
        ?? (job.Entries ?? [])
            .Select(
                (e, i) =>
                    Empty(e.Blocks, string.Create(CultureInfo.InvariantCulture, $"entries[{i}].blocks"))
                    ?? Empty(e.Files ?? [], string.Create(CultureInfo.InvariantCulture, $"entries[{i}].files"))
            )
            .FirstOrDefault(p => p is not null);

    private static string? Empty<T>(IReadOnlyList<T> items, string name)
        where T : class
    {
        for (var i = 0; i < items.Count; i++)
        {
            if (items[i] is null)
            {
                return string.Create(CultureInfo.InvariantCulture, $"{name}[{i}]");
            }
        }

        return null;
    }

    // The place is put together on the way back: most files have none, and a name for every item of a long list would cost more than the list.
    private static string? Place(JsonElement json)
    {
        switch (json.ValueKind)
        {
            case JsonValueKind.String:
                return IsWhole(json) ? null : string.Empty;
            case JsonValueKind.Array:
                var i = 0;
                foreach (var item in json.EnumerateArray())
                {
                    if (Place(item) is { } inside)
                    {
                        return string.Create(CultureInfo.InvariantCulture, $"[{i}]{inside}");
                    }

                    i++;
                }

                return null;
            case JsonValueKind.Object:
                foreach (var property in json.EnumerateObject())
                {
                    if (Name(property) is not { } name)
                    {
                        return string.Empty;
                    }

                    if (Place(property.Value) is { } inside)
                    {
                        return $".{name}{inside}";
                    }
                }

                return null;
            default:
                return null;
        }
    }

    // The reader decodes text where it is asked for, and says only by failing that it is none.
    private static bool IsWhole(JsonElement text)
    {
        try
        {
            return text.GetString() is not null;
        }
        catch (InvalidOperationException)
        {
            return false;
        }
    }

    private static string? Name(JsonProperty property)
    {
        try
        {
            return property.Name;
        }
        catch (InvalidOperationException)
        {
            return null;
        }
    }
}
