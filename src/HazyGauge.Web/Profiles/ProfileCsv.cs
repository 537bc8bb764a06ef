using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using HazyGauge.Core.Findings;
using HazyGauge.Formats.Tables;
using HazyGauge.Web.Haze;
using HazyGauge.Web.Stations;
using HazyGauge.Web.Stations.Survey;

namespace HazyGauge.Web.Profiles;

/// <summary>
/// Profiles as a table: a row for every answer, with the profile it belongs to, the answer's path in a survey, its value and, where it has
/// one, its plus or minus. Points of a curve are written 300:165 400:142.
/// </summary>
internal sealed class ProfileCsv(DocumentJson json)
{
    private const string Profile = "profile";
    private const string Field = "field";
    private const string Value = "value";
    private const string PlusMinus = "plusMinus";
    private const int LongestName = 80;

    /// <summary>Its columns.</summary>
    public static readonly IReadOnlyList<string> Columns = [Profile, Field, Value, PlusMinus];

    /// <summary>The profiles of a table, in the order they first come.</summary>
    /// <exception cref="RefusedInputException">A row is wrong; its line and column are named.</exception>
    public IReadOnlyList<(string Name, SurveyDocument Survey)> Read(string text)
    {
        var profiles = new List<(string Name, JsonObject Survey, int Line)>();
        foreach (var record in CsvRecords.Read(text, Columns, [PlusMinus]))
        {
            var name = record.Cells[Profile];
            if (name.Length is 0 or > LongestName || name.Any(char.IsControl))
            {
                throw Refuse(record, Profile, $"a profile has a name of 1 to {LongestName} characters.");
            }

            if (profiles.All(p => p.Name != name))
            {
                profiles.Add((name, [], record.Line));
            }

            Put(profiles.First(p => p.Name == name).Survey, record);
        }

        return profiles.Count == 0
            ? throw new RefusedInputException("file", "There is no row below the heading.")
            : [.. profiles.Select(p => (p.Name, Whole(p.Name, p.Survey, p.Line)))];
    }

    /// <summary>A table of profiles, to be edited and brought again.</summary>
    public string Write(IEnumerable<(string Name, SurveyDocument Survey)> profiles)
    {
        return CsvTable.Write(Columns, profiles.SelectMany(p => SurveyFields.Known
            .Select(f => (Path: f.Key, Answer: f.Value(p.Survey)))
            .Where(f => f.Answer is not null and not IReadOnlyList<JointAnswers>)
            .Select(f => (f.Path, Cells: Cells(f.Answer!)))
            .Select(r => new[] { p.Name, r.Path, r.Cells.Value, r.Cells.PlusMinus })));
    }

    private (string Value, string PlusMinus) Cells(object answer) => answer switch
    {
        string text => (text, string.Empty),
        HazyInput number => (Text(number.Value), number.PlusMinus is { } half ? Text(half) : number.U is { } u ? Text(2 * u) : string.Empty),
        IReadOnlyList<CurvePoint> curve => (string.Join(' ', curve.Select(p => $"{Text(p.PressureKpa ?? 0)}:{Text(p.FlowLph ?? 0)}")), string.Empty),
        IReadOnlyList<DeadTimeAt> times => (string.Join(' ', times.Select(p => $"{Text(p.BatteryV ?? 0)}:{Text(p.DeadTimeMs ?? 0)}")), string.Empty),
        _ => (json.Element(answer).GetRawText().Trim('"'), string.Empty),
    };

    private static string Text(double number) => number.ToString(CultureInfo.InvariantCulture);

    private static void Put(JsonObject survey, CsvRecord record)
    {
        var path = record.Cells[Field];
        if (!SurveyFields.Types.TryGetValue(path, out var type))
        {
            throw Refuse(record, Field, $"there is no answer '{path}' in a survey.");
        }

        var (group, name) = (path.Split('.')[0], path.Split('.')[1]);
        var answers = survey[group] as JsonObject ?? (JsonObject)(survey[group] = new JsonObject())!;
        if (answers.ContainsKey(name))
        {
            throw Refuse(record, Field, $"'{path}' stands twice in this profile.");
        }

        answers[name] = Answer(record, type);
    }

    private static JsonNode Answer(CsvRecord record, Type type)
    {
        var (value, half) = (record.Cells[Value], record.Cells.GetValueOrDefault(PlusMinus, string.Empty));
        if (half.Length > 0 && type != typeof(HazyInput))
        {
            throw Refuse(record, PlusMinus, "only a measured number has a plus or minus.");
        }

        if (type == typeof(HazyInput))
        {
            return half.Length == 0
                ? JsonValue.Create(Number(record, Value, value))
                : new JsonObject { ["value"] = Number(record, Value, value), ["plusMinus"] = Number(record, PlusMinus, half) };
        }

        if (type == typeof(int))
        {
            return int.TryParse(value, NumberStyles.None, CultureInfo.InvariantCulture, out var count) ? JsonValue.Create(count) : throw Refuse(record, Value, $"'{value}' is not a whole number.");
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

        if (type == typeof(IReadOnlyList<CurvePoint>))
        {
            return Points(record, value, "pressureKpa", "flowLph");
        }

        if (type == typeof(IReadOnlyList<DeadTimeAt>))
        {
            return Points(record, value, "batteryV", "deadTimeMs");
        }

        return type == typeof(string) || type.IsEnum ? JsonValue.Create(value) : throw Refuse(record, Field, "this answer cannot stand in a table.");
    }

    private static JsonArray Points(CsvRecord record, string value, string first, string second) =>
        [.. value.Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(point => point.Split(':') is [var x, var y]
            ? new JsonObject { [first] = Number(record, Value, x), [second] = Number(record, Value, y) }
            : throw Refuse(record, Value, $"'{point}' is not a pair like 300:165."))];

    private static double Number(CsvRecord record, string column, string text) =>
        double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var number) && double.IsFinite(number)
            ? number
            : throw Refuse(record, column, $"'{text}' is not a number; decimals go after a point.");

    private SurveyDocument Whole(string name, JsonObject survey, int line)
    {
        try
        {
            var document = json.Read<SurveyDocument>(JsonSerializer.SerializeToElement(survey), "Survey");
            SurveyReader.Judge(document);
            return document;
        }
        catch (RefusedInputException refused)
        {
            var (field, texts) = refused.Errors.First();
            throw new RefusedInputException("file", FormattableString.Invariant($"Profile '{name}', from row {line}, column value, {field}: {texts[0]}"));
        }
    }

    private static RefusedInputException Refuse(CsvRecord record, string column, string text) =>
        new("file", FormattableString.Invariant($"Row {record.Line}, column {column}: {text}"));
}
