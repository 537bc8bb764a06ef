using System.Text.Json;
using System.Text.Json.Nodes;
using HazyGauge.Core.Entries.Kinds;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Jobs;
using HazyGauge.Core.Parts;
using HazyGauge.Core.People;
using HazyGauge.Core.Shop;
using HazyGauge.Web.Entries;
using HazyGauge.Web.Jobs;
using HazyGauge.Web.Stations;

namespace HazyGauge.Web.Templates;

/// <summary>A part of a template.</summary>
/// <param name="Item">The line of the buying list.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Quantity">How many.</param>
/// <param name="Price">What one cost.</param>
/// <param name="Source">Where it came from.</param>
public sealed record TemplatePart(string Item, string? Name = null, double? Quantity = null, double? Price = null, string? Source = null);

/// <summary>A template as an open file.</summary>
/// <param name="SchemaVersion">Number of its shape.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Vehicle">The vehicle in a few words.</param>
/// <param name="Stations">What every station planned, by slug.</param>
/// <param name="Parts">What was bought.</param>
public sealed record TemplateFile(int SchemaVersion, string Name, string? Vehicle, IReadOnlyDictionary<string, JsonObject> Stations, IReadOnlyList<TemplatePart>? Parts = null)
{
    /// <summary>The shape this program writes and reads.</summary>
    public const int CurrentSchema = 1;
}

/// <summary>Makes templates of jobs, and reads them from files.</summary>
internal sealed class TemplateFiles(JobLine line, StationDocuments documents, EntryRules rules, JsonSerializerOptions json)
{
    private const int MostParts = 300;

    /// <summary>The template of a job.</summary>
    /// <param name="name">What it is called.</param>
    /// <param name="vehicle">The vehicle in a few words.</param>
    /// <param name="saved">What the stations of the job hold, by slug.</param>
    /// <param name="parts">The job's buying list.</param>
    public TemplateFile Of(string name, string vehicle, IReadOnlyDictionary<string, JsonObject> saved, IReadOnlyList<BuyingLine> parts)
    {
        var stations = saved
            .Where(s => line.Station(s.Key) is not null)
            .Select(s => (s.Key, Plan: StationDocuments.ForTemplate(line.Station(s.Key)!, s.Value)))
            .Where(s => s.Plan is not null)
            .ToDictionary(s => s.Key, s => s.Plan!, StringComparer.Ordinal);
        if (stations.GetValueOrDefault("survey") is { } survey && Hours(saved["survey"]) is { } hours)
        {
            ((survey["work"] as JsonObject) ?? (JsonObject)(survey["work"] = new JsonObject())!)["hoursPlanned"] = hours;
        }

        return new TemplateFile(
            TemplateFile.CurrentSchema,
            name,
            vehicle,
            stations,
            [.. parts.Where(p => p.Status != PartStatus.NotNeeded).Select(p => new TemplatePart(p.Item, p.For.Count == 0 ? p.Name.Text : null, p.Quantity, p.Price, p.Source))]
        );
    }

    /// <summary>A template from a file.</summary>
    /// <exception cref="RefusedInputException">It is none this program can read; nothing of it is kept.</exception>
    public TemplateFile Read(JsonNode? node)
    {
        if (node is not JsonObject whole || whole["stations"] is not JsonObject)
        {
            throw new RefusedInputException("file", "This is no template: it has no stations.");
        }

        var schema = whole["schemaVersion"] is JsonValue number && number.TryGetValue<int>(out var version) ? version : 0;
        if (schema != TemplateFile.CurrentSchema)
        {
            throw new RefusedInputException(
                "schemaVersion",
                $"This template has shape {schema}; this program reads shape {TemplateFile.CurrentSchema}. "
                    + $"{(schema > TemplateFile.CurrentSchema ? "A newer program wrote it." : "Its shape is not said, or not known.")} Nothing of it was kept."
            );
        }

        TemplateFile file;
        try
        {
            file = whole.Deserialize<TemplateFile>(json)!;
        }
        catch (JsonException)
        {
            throw new RefusedInputException("file", "This is no template this program can read: a part of it has another shape.");
        }

        var label = JobLabels.Check(new JobLabelRequest(file.Name, file.Vehicle ?? string.Empty));
        if (file.Parts?.Count > MostParts)
        {
            throw new RefusedInputException("parts", $"A template names at most {MostParts} parts.");
        }

        CheckParts(file.Parts ?? []);
        if (file.Stations.Count == 0)
        {
            throw new RefusedInputException("stations", "This template plans nothing: it names no station.");
        }

        foreach (var (slug, plan) in file.Stations)
        {
            if (line.Station(slug) is null || plan is null)
            {
                throw new RefusedInputException("stations", $"There is no station '{(slug.Length > 40 ? slug[..40] : slug)}' to plan at.");
            }
        }

        // Whoever shares one may have left in what belongs to his vehicle.
        var stations = Stripped(file.Stations);
        CheckPlans(stations);
        return file with { Name = label.Name, Vehicle = label.Vehicle, Stations = stations };
    }

    /// <summary>What a part of a template says on the buying list of a job that begins from it; null where it says nothing that is not said anyway.</summary>
    public EntryRequest? NoteOf(TemplatePart part) =>
        part is { Name: null, Price: null, Source: null }
            ? null
            : new EntryRequest(
                PartEntry.Key,
                Payload: JsonSerializer.SerializeToElement(new PartNote(part.Item, PartStatus.Needed, part.Name, part.Quantity, part.Price, part.Source), json)
            );

    // What no buying list can hold is no part.
    private void CheckParts(IReadOnlyList<TemplatePart> parts)
    {
        for (var i = 0; i < parts.Count; i++)
        {
            if (parts[i] is null || !PartEntry.IsItem(parts[i].Item))
            {
                throw new RefusedInputException($"parts[{i}]", "A part is named in small letters, digits and dashes, at most 60.");
            }

            if (NoteOf(parts[i] with { Name = parts[i].Name ?? parts[i].Item }) is { } note)
            {
                RefusedInputException.Under($"parts[{i}]", () => rules.Check(note, new Person("template"), "checked"));
            }
        }
    }

    // What today's rules refuse, as a job of it would have it.
    private void CheckPlans(Dictionary<string, JsonObject> stations)
    {
        var ledger = new HazeLedger();
        PlanToEvaluate Plan(string slug)
        {
            try
            {
                return new(documents.Plan(line.Station(slug)!, stations[slug].DeepClone(), ledger), null);
            }
            catch (RefusedInputException refused)
            {
                throw refused.Under($"stations.{slug}");
            }
        }

        var outcomes = JobPass.Over(line, stations.Keys, new PassInputs(stations.Keys.ToDictionary(s => s, Plan, StringComparer.Ordinal), new ShopFacts()), ledger);
        if (outcomes.FirstOrDefault(o => o.Refused is not null) is { Refused: { } why, Station.Slug: var at })
        {
            throw why.Under($"stations.{at}");
        }
    }

    private Dictionary<string, JsonObject> Stripped(IReadOnlyDictionary<string, JsonObject> stations) =>
        stations
            .Select(s => (s.Key, Plan: StationDocuments.ForTemplate(line.Station(s.Key)!, s.Value)))
            .Where(s => s.Plan is not null)
            .ToDictionary(s => s.Key, s => s.Plan!, StringComparer.Ordinal);

    // The hours it took are what the next one is planned with.
    private static double? Hours(JsonObject survey) =>
        survey["work"] is JsonObject work ? ((work["hoursTaken"] ?? work["hoursPlanned"]) is JsonValue hours && hours.TryGetValue<double>(out var number) ? number : null) : null;
}
