using System.Globalization;
using System.Text.Json.Nodes;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Quantities;

namespace HazyGauge.Web.Stations;

/// <summary>
/// Brings documents of an older shape up to date when they are read. Facts of the vehicle that Capacity used to keep go to the survey, where
/// nothing else was found there; the first fuel factor that Signal used to ask for goes to Compensate.
/// </summary>
internal static class DocumentUpgrade
{
    private const string Survey = "survey";
    private const string Capacity = "capacity";
    private const string Signal = "signal";
    private const string Compensate = "compensate";
    private const string Fuel = "fuel";
    private const string Notes = "notes";
    private const string Unknowns = "unknowns";

    private static readonly (string From, string To)[] Facts =
    [
        ("fullLoad.engineRpm", "engine.fullPowerRpm"),
        ("fullLoad.bsfcGPerKwh", "engine.bsfcGPerKwh"),
        ("fullLoad.baseEthanolPct", "engine.bsfcEthanolPct"),
        ("fullLoad.lambdaBase", "engine.fullLoadLambda"),
        ("fullLoad.supplyV", "engine.supplyV"),
        ("fullLoad.pumpV", "pump.pumpV"),
        ("fullLoad.directInjectorGPerS", "directInjection.injectorStaticGPerS"),
        ("fullLoad.pumpEfficiencyPct", "directInjection.pumpEfficiencyPct"),
        ("fullLoad.portSharePct", "fuelSystem.portSharePct"),
        ("drive.pumpElectricalW", "pump.electricalW"),
        ("drive.inletSuctionKpa", "pump.inletSuctionKpa"),
        ("drive.heatIntoFuelPct", "fuelSystem.heatIntoFuelPct"),
        ("drive.lossWPerK", "fuelSystem.tankLossWPerK"),
        ("drive.returnRiseK", "fuelSystem.returnRiseK"),
    ];

    // What nothing is decided by is not asked any more; what somebody found out of it stays readable in the notes.
    private static readonly (string Path, string Label)[] Dropped =
    [
        ("control.gearbox", "Gearbox"),
        ("directInjection.pumpLobes", "Lobes of the high-pressure pump"),
        ("directInjection.railPressureKpa", "Rail pressure, kPa"),
    ];

    /// <summary>What documents held and entries hold now: the station, and the name it had in its document.</summary>
    public static readonly (string Slug, string Name)[] BecameEntries = [(Compensate, "fuellingProof"), (Signal, "mixedEthanolPct")];

    /// <summary>
    /// Wires were named by what their user was called, and are named by its id: notes and readings of documents from before go along. Only where the two
    /// differ is anything changed.
    /// </summary>
    /// <param name="documents">The documents; the harness is changed.</param>
    /// <param name="renamed">Ids of users by the name their wires had.</param>
    public static void RenameWires(IDictionary<string, JsonObject> documents, IReadOnlyDictionary<string, string> renamed)
    {
        if (renamed.Count == 0 || !documents.TryGetValue("harness", out var harness))
        {
            return;
        }

        void Rename(string list, string name)
        {
            foreach (var thing in (harness[list] as JsonArray ?? []).OfType<JsonObject>())
            {
                if (
                    thing[name] is JsonValue value
                    && value.TryGetValue<string>(out var id)
                    && renamed.FirstOrDefault(r => id.EndsWith($"-{r.Key}", StringComparison.Ordinal)) is { Key: { } former, Value: var now }
                )
                {
                    thing[name] = $"{id[..^former.Length]}{now}";
                }
            }
        }

        Rename("wires", "wire");
        Rename("readings", "check");
    }

    /// <summary>The documents of a job brought up to date, by slug; told is which one took something over, and from which.</summary>
    /// <param name="documents">The documents; changed.</param>
    public static IReadOnlyDictionary<string, string> Apply(IDictionary<string, JsonObject> documents)
    {
        var took = new Dictionary<string, string>(StringComparer.Ordinal);
        if (documents.TryGetValue(Capacity, out var capacity))
        {
            foreach (var (from, to) in Facts)
            {
                if (Take(capacity, from) is { } fact)
                {
                    var survey = documents.TryGetValue(Survey, out var there) ? there : documents[Survey] = [];
                    if (Put(survey, to, fact))
                    {
                        took[Survey] = Capacity;
                    }
                }
            }

            if (Take(capacity, "drive.gasolineVapourPressureKpa") is { } pressure)
            {
                Put(capacity, "drive.gasolineReidKpa", AsReid(pressure));
            }
        }

        if (documents.TryGetValue(Survey, out var surveyed))
        {
            UpgradeSurvey(surveyed);
        }

        if (documents.TryGetValue(Signal, out var signal) && signal.ContainsKey(Fuel))
        {
            var fuel = signal[Fuel];
            signal.Remove(Fuel);
            if (fuel is JsonObject choice && !documents.ContainsKey(Compensate))
            {
                documents[Compensate] = (JsonObject)choice.DeepClone();
                took[Compensate] = Signal;
            }
        }

        // What was done became an entry: it was moved there, or is when the document is saved.
        foreach (var (slug, name) in BecameEntries)
        {
            if (documents.TryGetValue(slug, out var document))
            {
                document.Remove(name);
            }
        }

        return took;
    }

    private static void UpgradeSurvey(JsonObject survey)
    {
        if (Take(survey, "fuelSystem.injection") is { } kind)
        {
            Put(survey, "fuelSystem.kind", kind);
        }

        foreach (var (path, label) in Dropped)
        {
            if (Take(survey, path) is { } found && Number(found is JsonObject hazy ? hazy["value"] : found)?.ToString(CultureInfo.InvariantCulture) is var number)
            {
                survey[Notes] = string.Join("\n", new[] { (string?)survey[Notes], $"{label}: {number ?? found.ToString()}" }.Where(line => !string.IsNullOrEmpty(line)));
            }
        }

        foreach (
            var gone in (survey[Unknowns] as JsonArray ?? [])
                .Where(u => u is JsonValue value && value.TryGetValue<string>(out var path) && (path == "fuelSystem.injection" || Dropped.Any(d => d.Path == path)))
                .ToList()
        )
        {
            ((JsonArray)survey[Unknowns]!).Remove(gone);
        }
    }

    // A number, or one with its haze; that is converted with the slope, which hardly bends. What cannot be read is left for the reading to refuse.
    private static JsonNode AsReid(JsonNode pressure)
    {
        static double Reid(double trueKpa) => GasolineVapourPressure.ReidOf(new AbsolutePressure<Exact>(trueKpa)).Kpa.Value;
        if (Number(pressure) is { } bare)
        {
            return Reid(bare);
        }

        if (pressure is not JsonObject hazy || Number(hazy["value"]) is not { } value)
        {
            return pressure;
        }

        var slope = Reid(value + 0.5) - Reid(value - 0.5);
        hazy["value"] = Reid(value);
        foreach (var part in (hazy["parts"] as JsonArray ?? []).OfType<JsonObject>().Append(hazy))
        {
            if (Number(part["u"]) is { } u)
            {
                part["u"] = u * slope;
            }
        }

        return hazy;
    }

    private static double? Number(JsonNode? node) => node is JsonValue number && number.TryGetValue<double>(out var value) ? value : null;

    private static JsonNode? Take(JsonObject document, string path)
    {
        var (group, name) = Split(path);
        if (document[group] is not JsonObject fields || !fields.ContainsKey(name))
        {
            return null;
        }

        var value = fields[name];
        fields.Remove(name);
        return value?.DeepClone();
    }

    private static bool Put(JsonObject document, string path, JsonNode fact)
    {
        var (group, name) = Split(path);
        var fields = document[group] as JsonObject;
        if (fields?[name] is not null)
        {
            return false;
        }

        if (fields is null)
        {
            document[group] = fields = [];
        }

        fields[name] = fact;
        if (document[Unknowns] is JsonArray unknowns && unknowns.FirstOrDefault(u => u?.GetValueKind() == System.Text.Json.JsonValueKind.String && (string?)u == path) is { } open)
        {
            unknowns.Remove(open);
        }

        return true;
    }

    private static (string Group, string Name) Split(string path) =>
        path.Split('.') is [var group, var name] ? (group, name) : throw new ArgumentException("A path has two words.", nameof(path));
}
