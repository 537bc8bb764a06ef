using System.Globalization;
using System.Text.Json;

namespace HazyGauge.Formats.Jobs;

/// <summary>
/// Finds what the JSON reader lets pass and no later reader would: text that is only decoded where somebody looks at it, and nothing where a list
/// holds something.
/// </summary>
internal static class JsonPlaces
{
    /// <summary>Place of the first text or name that is no whole text; null where all are.</summary>
    public static string? FirstUnreadable(JsonElement json) => FirstUnreadable(json, string.Empty);

    /// <summary>Place of the first empty item of a list in a job; null where none is.</summary>
    public static string? FirstEmpty(JobFile job) =>
        Empty(job.Revisions, "revisions") ?? Empty(job.Files, "files") ?? Empty(job.Entries ?? [], "entries")
        ?? (job.Entries ?? []).Select((e, i) => Empty(e.Blocks, string.Create(CultureInfo.InvariantCulture, $"entries[{i}].blocks")) ?? Empty(e.Files ?? [], string.Create(CultureInfo.InvariantCulture, $"entries[{i}].files")))
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

    private static string? FirstUnreadable(JsonElement json, string at)
    {
        switch (json.ValueKind)
        {
            case JsonValueKind.String:
                return IsWhole(() => json.GetString()) ? null : at;
            case JsonValueKind.Array:
                var i = 0;
                foreach (var item in json.EnumerateArray())
                {
                    if (FirstUnreadable(item, string.Create(CultureInfo.InvariantCulture, $"{at}[{i++}]")) is { } inside)
                    {
                        return inside;
                    }
                }

                return null;
            case JsonValueKind.Object:
                foreach (var property in json.EnumerateObject())
                {
                    if (!IsWhole(() => property.Name))
                    {
                        return at.Length == 0 ? "the top" : at;
                    }

                    if (FirstUnreadable(property.Value, at.Length == 0 ? property.Name : $"{at}.{property.Name}") is { } inside)
                    {
                        return inside;
                    }
                }

                return null;
            default:
                return null;
        }
    }

    // The reader decodes text where it is asked for, and says only by failing that it is none.
    private static bool IsWhole(Func<string?> read)
    {
        try
        {
            read();
            return true;
        }
        catch (InvalidOperationException)
        {
            return false;
        }
    }
}
