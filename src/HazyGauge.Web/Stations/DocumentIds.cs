using System.Text.Json.Nodes;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Identity;
using HazyGauge.Core.Jobs;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Stations;

namespace HazyGauge.Web.Stations;

/// <summary>Has Core give the things of documents their ids, and readings who gave them.</summary>
internal static class DocumentIds
{
    /// <summary>Ids for saved documents from before there were any: the same document always gets the same.</summary>
    /// <param name="line">The line.</param>
    /// <param name="saved">The documents, by slug; changed.</param>
    public static void Give(JobLine line, IDictionary<string, JsonObject> saved)
    {
        var former = FormerKeys(saved);
        foreach (var station in line.InOrder)
        {
            if (saved.TryGetValue(station.Slug, out var document))
            {
                Identities.GiveKept(station.Identified, document);
            }
        }

        DocumentUpgrade.RenameWires(
            saved,
            former
                .Where(f => f.User["id"] is JsonValue id && id.GetValue<string>() != f.Key)
                .ToDictionary(f => f.Key, f => f.User["id"]!.GetValue<string>(), StringComparer.Ordinal)
        );
    }

    /// <summary>Ids and givers for a draft.</summary>
    /// <param name="station">The station.</param>
    /// <param name="draft">The draft; changed.</param>
    /// <param name="saved">What was saved last, with its ids; null where nothing was.</param>
    /// <param name="with">What matters when it is saved.</param>
    /// <returns>Why an id cannot be; null where all can.</returns>
    public static RefusedInputException? Give(IStation station, JsonObject draft, JsonObject? saved, EvaluatedWith with)
    {
        try
        {
            Identities.Give(station.Identified, draft, saved, with.Older is { } older ? () => older(station.Slug) : null);
            GivenReadings.Put(station.Identified, station.SingleReadings, draft, saved, with.Given);
            return null;
        }
        catch (RefusedInputException refused)
        {
            return refused;
        }
    }

    /// <summary>Documents of a station as they were saved, with the ids those from before had when they were read.</summary>
    public static IReadOnlyList<JsonObject> Older(IStation station, IEnumerable<string> inputs)
    {
        var older = new List<JsonObject>();
        foreach (var text in inputs)
        {
            if (JsonNode.Parse(text) is JsonObject document)
            {
                Identities.GiveKept(station.Identified, document);
                older.Add(document);
            }
        }

        return older;
    }

    // What the wires of users without an id were named by.
    private static List<(string Key, JsonObject User)> FormerKeys(IDictionary<string, JsonObject> saved)
    {
        static string? Text(JsonNode? node) => node is JsonValue value && value.TryGetValue<string>(out var text) && !string.IsNullOrWhiteSpace(text) ? text.Trim() : null;
        var users = (saved.TryGetValue("survey", out var survey) ? survey["users"] as JsonArray : null)
            ?.OfType<JsonObject>()
            .Where(u => u["id"] is null && u["kind"] is not null)
            .ToList()
            ?? [];
        var taken = new HashSet<string>(StringComparer.Ordinal);
        return
        [
            .. users
                .Select(user =>
                {
                    var key = ItemName.Of(Text(user["name"]) ?? (Text(user["kind"]) == "controller" ? Text(user["controller"]) : null) ?? string.Empty);
                    return (
                        Key: key.Length == 0
                            ? string.Empty
                            : Enumerable.Range(1, int.MaxValue).Select(n => n == 1 ? key : FormattableString.Invariant($"{key}-{n}")).First(taken.Add),
                        User: user
                    );
                })
                .Where(u => u.Key.Length > 0),
        ];
    }
}
