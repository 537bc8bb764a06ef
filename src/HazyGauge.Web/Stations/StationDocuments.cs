using System.Text.Json;
using System.Text.Json.Nodes;
using HazyGauge.Core;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Stations;
using HazyGauge.Data.Jobs;
using HazyGauge.Web.Haze;

namespace HazyGauge.Web.Stations;

/// <summary>
/// Reads and writes the documents of every station: the plan, flat, with what came of it beside it. One is read whole or not at all; results
/// that cannot be read any more are left out, for what comes of a plan can be computed again.
/// </summary>
internal sealed class StationDocuments(JsonSerializerOptions json)
{
    // What an older version left out of its results must not turn up as nothing on a page.
    private readonly JsonSerializerOptions _strict = new(json) { RespectNullableAnnotations = true, RespectRequiredConstructorParameters = true };

    /// <summary>Number of the present shape of documents; older ones are brought up to date when they are read.</summary>
    public const int CurrentSchema = 3;

    /// <summary>The plan of a document.</summary>
    /// <exception cref="RefusedInputException">It is not one of this station.</exception>
    public object Plan(IStation station, JsonNode? document, HazeLedger ledger)
    {
        try
        {
            return new HazyReader(json, ledger, station.SourceOf).Read(Inputs(document), station.PlanType);
        }
        catch (JsonException malformed)
        {
            throw malformed.InWords("document", $"a document of the {station.Name} station", station.PlanType);
        }
    }

    /// <summary>The results of a document; null where it holds none that this version can read.</summary>
    /// <param name="station">The station.</param>
    /// <param name="kept">The document.</param>
    /// <param name="ledger">The ledger their numbers go onto; left out, each stands on its own.</param>
    public object? ResultsOf(IStation station, KeptDocument kept, HazeLedger? ledger = null)
    {
        object? Read() => kept.Results is { } results && JsonNode.Parse(results) is JsonObject whole ? whole.Deserialize(station.ResultsType, _strict) : null;
        try
        {
            return ledger is null ? Read() : new HazyScope(ledger, station.SourceOf).Read(Read);
        }
        catch (Exception unreadable) when (unreadable is JsonException or NotSupportedException or InvalidOperationException or ArgumentException)
        {
            return null;
        }
    }

    /// <summary>A document to keep: what a mechanic gave, as it was given, and what came of it.</summary>
    public KeptDocument Keep(IStation station, JsonObject inputs, Evaluated evaluated) =>
        new(
            Stamped(inputs, evaluated.Stamps).ToJsonString(json),
            Node(station.ForRecord(evaluated.Results)).ToJsonString(json),
            Node(evaluated.Summary).ToJsonString(json),
            CoreVersion.Current,
            CurrentSchema
        );

    /// <summary>A sentence as it was taken out of the database; null where there is none.</summary>
    public Sentence? Said(string? kept)
    {
        try
        {
            return kept is null ? null : JsonSerializer.Deserialize<Sentence>(kept, json);
        }
        catch (JsonException)
        {
            // An imported document may hold anything there; the line without its numbers stands beside it.
            return null;
        }
    }

    /// <summary>A document with what the program itself puts into it.</summary>
    public static JsonObject Stamped(JsonObject inputs, IReadOnlyDictionary<string, string> stamps)
    {
        var document = (JsonObject)inputs.DeepClone();
        foreach (var (path, text) in stamps)
        {
            var names = path.Split('.');
            if (names[..^1].Aggregate((JsonNode?)document, Step) is JsonObject fields)
            {
                fields[names[^1]] = text;
            }
        }

        return document;
    }

    // A path through a list names the place in it: joints[2].joint.
    private static JsonNode? Step(JsonNode? at, string name)
    {
        if (name.IndexOf('[', StringComparison.Ordinal) is not (> 0 and var open))
        {
            return (at as JsonObject)?[name];
        }

        var place = int.Parse(name.AsSpan(open + 1, name.Length - open - 2), System.Globalization.CultureInfo.InvariantCulture);
        return (at as JsonObject)?[name[..open]] is JsonArray items && place < items.Count ? items[place] : null;
    }

    /// <summary>A document without what holds for one vehicle alone; null where nothing is left.</summary>
    public static JsonObject? ForAnotherVehicle(IStation station, JsonObject inputs)
    {
        if (station.OnlyThisVehicle is not { } only)
        {
            return null;
        }

        var document = (JsonObject)inputs.DeepClone();
        foreach (var path in only)
        {
            Remove(document, path.Split('.'));
        }

        return document;
    }

    /// <summary>A document as a template keeps it: what was planned, without what was found, read or measured; null where nothing is left.</summary>
    public static JsonObject? ForTemplate(IStation station, JsonObject inputs)
    {
        if (ForAnotherVehicle(station, inputs) is not { } document)
        {
            return null;
        }

        foreach (var path in station.NotInTemplate)
        {
            Remove(document, path.Split('.'));
        }

        WithoutMeasured(document);
        return document.Count > 0 ? document : null;
    }

    // A path through a list names it with brackets behind: users[].pairing.
    private static void Remove(JsonNode? at, ReadOnlySpan<string> names)
    {
        if (at is not JsonObject fields)
        {
            return;
        }

        var name = names[0];
        if (names.Length == 1)
        {
            fields.Remove(name);
        }
        else if (name.EndsWith("[]", StringComparison.Ordinal))
        {
            foreach (var item in fields[name[..^2]] as JsonArray ?? [])
            {
                Remove(item, names[1..]);
            }
        }
        else
        {
            Remove(fields[name], names[1..]);
        }
    }

    // A number that says how far off it is was measured; a bare one was read off a plate or a sheet.
    private static void WithoutMeasured(JsonNode node)
    {
        switch (node)
        {
            case JsonObject fields:
                foreach (var (name, value) in fields.ToList())
                {
                    if (
                        value is null or JsonObject { Count: 0 }
                        || (value is JsonObject number && number.ContainsKey("value") && (number.ContainsKey("u") || number.ContainsKey("plusMinus")))
                    )
                    {
                        fields.Remove(name);
                    }
                    else
                    {
                        WithoutMeasured(value);
                    }
                }

                break;
            case JsonArray items:
                foreach (var item in items.Where(i => i is not null))
                {
                    WithoutMeasured(item!);
                }

                break;
        }
    }

    /// <summary>Something of Core as JSON.</summary>
    public JsonObject Node(object value) => (JsonObject)JsonSerializer.SerializeToNode(value, value.GetType(), json)!;

    /// <summary>What a mechanic gave, alone.</summary>
    public static JsonObject Inputs(JsonNode? document)
    {
        if (document is not JsonObject whole)
        {
            throw new RefusedInputException("document", "A document is a JSON object.");
        }

        SentJson.CheckDocument(whole);
        var inputs = (JsonObject)whole.DeepClone();
        foreach (var name in KeptDocument.OwnNames)
        {
            inputs.Remove(name);
        }

        return inputs;
    }

    /// <summary>True where nothing was given.</summary>
    public static bool IsEmpty(JsonNode? document) => document is null or JsonObject { Count: 0 };
}
