using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using HazyGauge.Core.Findings;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Stations;
using HazyGauge.Core.Stations.Survey;
using HazyGauge.Core.Vehicles;
using HazyGauge.Formats.Tables;
using HazyGauge.Web.Stations;

namespace HazyGauge.Web.Profiles;

/// <summary>
/// Profiles as a table: a row for every answer, with the profile it belongs to, the answer's path in a survey, its value and, where it has
/// one, its plus or minus. Points of a curve are written 300:165 400:142.
/// </summary>
internal sealed class ProfileCsv(StationDocuments documents, SurveyStation survey)
{
    private const string Profile = "profile";
    private const string Field = "field";
    private const string Value = "value";
    private const string PlusMinus = "plusMinus";
    private const int LongestName = 80;

    /// <summary>Most profiles of one shop.</summary>
    public const int MostProfiles = 500;

    /// <summary>Its columns.</summary>
    public static readonly IReadOnlyList<string> Columns = [Profile, Field, Value, PlusMinus];

    /// <summary>The profiles of a table, in the order they first come.</summary>
    /// <exception cref="RefusedInputException">A row is wrong; its line and column are named.</exception>
    public IReadOnlyList<(string Name, JsonObject Survey)> Read(string text)
    {
        var profiles = new OrderedDictionary<string, (JsonObject Survey, int Line)>(StringComparer.Ordinal);
        foreach (var record in CsvRecords.Read(text, Columns, [PlusMinus]))
        {
            var name = record.Cells[Profile];
            if (name.Length is 0 or > LongestName || name.Any(Letters.AreHidden))
            {
                throw Refuse(record, Profile, $"a profile has a name of 1 to {LongestName} characters.");
            }

            if (!profiles.TryGetValue(name, out var profile))
            {
                profiles[name] = profile = profiles.Count < MostProfiles ? ([], record.Line) : throw Refuse(record, Profile, $"a table holds at most {MostProfiles} profiles.");
            }

            Put(profile.Survey, record);
        }

        return profiles.Count == 0
            ? throw new RefusedInputException("file", "There is no row below the heading.")
            : [.. profiles.Select(p => (p.Key, Whole(p.Key, p.Value.Survey, p.Value.Line)))];
    }

    /// <summary>A table of profiles, to be edited and brought again.</summary>
    public static string Write(IEnumerable<(string Name, JsonObject Survey)> profiles)
    {
        return CsvTable.Write(
            Columns,
            profiles.SelectMany(p =>
                VehicleFields
                    .All.Where(f => f.Answer is not (Core.Fields.AnswerKind.Connections or Core.Fields.AnswerKind.List or Core.Fields.AnswerKind.Several))
                    .Select(f => (f.Path, Answer: f.Path.Split('.').Aggregate((JsonNode?)p.Survey, (at, name) => (at as JsonObject)?[name])))
                    .Where(f => f.Answer is not null)
                    .Select(f => (f.Path, Cells: Cells(f.Answer!)))
                    .Select(r => new[] { p.Name, r.Path, r.Cells.Value, r.Cells.PlusMinus })
            )
        );
    }

    private static (string Value, string PlusMinus) Cells(JsonNode answer) =>
        answer switch
        {
            JsonArray points => (string.Join(' ', points.OfType<JsonObject>().Select(p => string.Join(':', p.Select(c => Text((double)c.Value!))))), string.Empty),
            JsonObject number => (
                Text((double)number["value"]!),
                number["plusMinus"] is { } half ? Text((double)half)
                : number["u"] is { } u ? Text(2 * (double)u)
                : string.Empty
            ),
            _ => (answer.GetValueKind() == JsonValueKind.String ? (string)answer! : answer.ToJsonString(), string.Empty),
        };

    private static string Text(double number) => number.ToString(CultureInfo.InvariantCulture);

    private static void Put(JsonObject survey, CsvRecord record)
    {
        var path = record.Cells[Field];
        if (TypeAt(path) is not { } type)
        {
            throw Refuse(record, Field, $"there is no answer '{path}' in a survey.");
        }

        var names = path.Split('.');
        var (name, answers) = (names[^1], names[..^1].Aggregate(survey, (at, group) => at[group] as JsonObject ?? (JsonObject)(at[group] = new JsonObject())!));
        if (answers.ContainsKey(name))
        {
            throw Refuse(record, Field, $"'{path}' stands twice in this profile.");
        }

        answers[name] = Answer(record, type);
    }

    private static JsonNode Answer(CsvRecord record, Type type)
    {
        var (value, half) = (record.Cells[Value], record.Cells.GetValueOrDefault(PlusMinus, string.Empty));
        if (half.Length > 0 && type != typeof(Hazy))
        {
            throw Refuse(record, PlusMinus, "only a measured number has a plus or minus.");
        }

        if (type == typeof(Hazy))
        {
            return half.Length == 0
                ? JsonValue.Create(Number(record, Value, value))
                : new JsonObject { ["value"] = Number(record, Value, value), ["plusMinus"] = Number(record, PlusMinus, half) };
        }

        if (type == typeof(int))
        {
            return int.TryParse(value, NumberStyles.None, CultureInfo.InvariantCulture, out var count)
                ? JsonValue.Create(count)
                : throw Refuse(record, Value, $"'{value}' is not a whole number.");
        }

        if (type == typeof(bool))
        {
            return value switch
            {
                "true" or "yes" => JsonValue.Create(true),
                "false" or "no" => JsonValue.Create(false),
                _ => throw Refuse(record, Value, $"'{value}' is neither yes nor no."),
            };
        }

        if (type == typeof(IReadOnlyList<PumpPoint<Hazy>>))
        {
            return Points(record, value, "pressureKpa", "flowLph");
        }

        if (type == typeof(IReadOnlyList<DeadTimePoint>))
        {
            return Points(record, value, "batteryV", "deadTimeMs");
        }

        return type == typeof(string) || type.IsEnum ? JsonValue.Create(value) : throw Refuse(record, Field, "this answer cannot stand in a table.");
    }

    private static JsonArray Points(CsvRecord record, string value, string first, string second) =>
        [
            .. value
                .Split(' ', StringSplitOptions.RemoveEmptyEntries)
                .Select(point =>
                    point.Split(':') is [var x, var y]
                        ? new JsonObject { [first] = Number(record, Value, x), [second] = Number(record, Value, y) }
                        : throw Refuse(record, Value, $"'{point}' is not a pair like 300:165.")
                ),
        ];

    private static double Number(CsvRecord record, string column, string text) =>
        double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var number) && double.IsFinite(number)
            ? number
            : throw Refuse(record, column, $"'{text}' is not a number; decimals go after a point.");

    private JsonObject Whole(string name, JsonObject profile, int line)
    {
        try
        {
            var ledger = new HazeLedger();
            ((IStation)survey).Evaluate(documents.Plan(survey, profile, ledger), new StationContext(ledger));
            return profile;
        }
        catch (RefusedInputException refused)
        {
            var (field, texts) = refused.Errors.First();
            throw new RefusedInputException("file", FormattableString.Invariant($"Profile '{name}', from row {line}, column value, {field}: {texts[0]}"));
        }
    }

    private static Type? TypeAt(string path)
    {
        if (VehicleFields.Find(path) is null)
        {
            return null;
        }

        var type = path.Split('.').Aggregate(typeof(VehicleSurvey), (at, name) => at.GetProperty(char.ToUpperInvariant(name[0]) + name[1..])!.PropertyType);
        return Nullable.GetUnderlyingType(type) ?? type;
    }

    private static RefusedInputException Refuse(CsvRecord record, string column, string text) =>
        new("file", FormattableString.Invariant($"Row {record.Line}, column {column}: {text}"));
}
