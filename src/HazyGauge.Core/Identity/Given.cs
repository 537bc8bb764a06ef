using System.Text.Json;
using System.Text.Json.Nodes;

namespace HazyGauge.Core.Identity;

/// <summary>Who gave a reading, and when. The program writes it when the reading is saved; what a client sends there counts for nothing.</summary>
/// <param name="At">When; null while it is not saved.</param>
/// <param name="By">Who, by the name as it was then.</param>
/// <param name="ById">Who, by the person's id; null where people are known by initials alone.</param>
/// <param name="Id">Id of the reading, where that carries none itself.</param>
public sealed record Given(DateTimeOffset? At = null, string? By = null, string? ById = null, string? Id = null);

/// <summary>A reading of a document that is no thing of a list.</summary>
/// <param name="Path">Where it stands.</param>
/// <param name="GivenAt">Where it is said who gave it; inside the reading where that is an object, else beside it.</param>
public sealed record SingleReading(string Path, string GivenAt);

/// <summary>Says of readings who gave them and when: one that says the same as when it was saved last was given then, by whoever gave it then.</summary>
public static class GivenReadings
{
    /// <summary>Puts it into a document.</summary>
    /// <param name="lists">The lists of things; those of readings are looked at.</param>
    /// <param name="singles">Readings that are no things of a list.</param>
    /// <param name="document">The document, its things with their ids; changed.</param>
    /// <param name="last">What was saved last; null where nothing was.</param>
    /// <param name="now">Who saves now, and when; null while it is only tried: then what is new says nothing.</param>
    public static void Put(IEnumerable<IdentifiedList> lists, IEnumerable<SingleReading> singles, JsonObject document, JsonObject? last, Given? now)
    {
        foreach (var list in lists.Where(l => l.IsReading))
        {
            var before = last is null ? [] : list.ThingsIn(last).ToList();
            foreach (var thing in list.ThingsIn(document))
            {
                var known = before.FirstOrDefault(l => ThingJson.IdOf(l) == ThingJson.IdOf(thing) && ThingJson.SayTheSame(l, thing));
                Put(thing, ThingJson.Given, known?[ThingJson.Given], known is not null, now);
            }
        }

        foreach (var single in singles)
        {
            var (reading, known) = (At(document, single.Path), last is null ? null : At(last, single.Path));
            if (reading is JsonObject read && single.GivenAt.StartsWith($"{single.Path}.", StringComparison.Ordinal))
            {
                var isKnown = known is JsonObject before && ThingJson.SayTheSame(before, read);
                Put(read, ThingJson.Given, (known as JsonObject)?[ThingJson.Given], isKnown, now);
                read[ThingJson.Id] = single.Path;
            }
            else if (!single.GivenAt.Contains('.', StringComparison.Ordinal))
            {
                document.Remove(single.GivenAt);
                if (reading is not null)
                {
                    Put(
                        document,
                        single.GivenAt,
                        last?[single.GivenAt],
                        known is not null && ThingJson.AreEqual(known, reading),
                        now is null ? null : now with { Id = single.Path }
                    );
                }
            }
        }
    }

    private static void Put(JsonObject at, string name, JsonNode? before, bool isKnown, Given? now)
    {
        at.Remove(name);
        if (
            (
                isKnown ? before?.DeepClone()
                : now is null ? null
                : JsonSerializer.SerializeToNode(now, JsonSerializerOptions.Web)
            ) is
            { } given
        )
        {
            at[name] = given;
        }
    }

    private static JsonNode? At(JsonObject document, string path) => path.Split('.').Aggregate((JsonNode?)document, (at, name) => (at as JsonObject)?[name]);
}
