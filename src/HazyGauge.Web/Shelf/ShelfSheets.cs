using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using HazyGauge.Core.Entries.Kinds;
using HazyGauge.Core.Fields.Typed;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.People;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Stations;
using HazyGauge.Core.Stations.Survey;
using HazyGauge.Core.Vehicles;
using HazyGauge.Data;
using HazyGauge.Formats.Tables;
using HazyGauge.Web.Stations;

namespace HazyGauge.Web.Shelf;

/// <summary>What a sheet is of.</summary>
public enum SheetKind
{
    /// <summary>A fuel pump.</summary>
    Pump,

    /// <summary>Injectors.</summary>
    Injector,

    /// <summary>A kit of parts.</summary>
    Kit,
}

/// <summary>A data sheet on the shelf.</summary>
/// <param name="Kind">What it is of.</param>
/// <param name="Name">What it is called.</param>
/// <param name="IsOwn">True for the shop's own; false for one that ships with the program.</param>
/// <param name="Survey">The answers of a survey it brings; empty for a kit.</param>
/// <param name="Covers">Lines of a buying list that a kit covers.</param>
/// <param name="Price">What it costs; null where that is not known.</param>
/// <param name="Source">Where it comes from.</param>
public sealed record ShelfSheet(SheetKind Kind, string Name, bool IsOwn, JsonObject Survey, IReadOnlyList<string> Covers, double? Price = null, string? Source = null);

/// <summary>
/// Data sheets of pumps, injectors and kits, picked by name in the survey. As a table: kind, name, then what is known; numbers may bring
/// their unit. Points of a curve are written 300:165 400:142, what a kit covers as lines of a buying list with spaces between.
/// </summary>
internal sealed class ShelfSheets(NamedStore<ShelfRow> store, StationDocuments documents, SurveyStation survey, JsonSerializerOptions json)
{
    private const string Kind = "kind";
    private const string Name = "name";
    private const string Covers = "covers";
    private const string Price = "price";
    private const string Source = "source";
    private const int LongestName = 80;
    private const int MostSheets = 500;

    // What stands where a sheet was taken off.
    private const string Removed = "";

    private static readonly string GenericFile = Path.Combine(AppContext.BaseDirectory, "examples", "shelf.csv");

    // Columns that are answers of a survey, for each kind of sheet.
    private static readonly (string Column, SheetKind Kind, string Path)[] Answers =
    [
        ("flow", SheetKind.Pump, "pump.flowLph"),
        ("curve", SheetKind.Pump, "pump.curve"),
        ("curveVolts", SheetKind.Pump, "pump.curveV"),
        ("power", SheetKind.Pump, "pump.electricalW"),
        ("ratedFlow", SheetKind.Injector, "injectors.ratedFlowCcMin"),
        ("ratedPressure", SheetKind.Injector, "injectors.ratedPressureKpa"),
        ("deadTimes", SheetKind.Injector, "injectors.deadTimes"),
        ("resistance", SheetKind.Injector, "injectors.impedanceOhm"),
    ];

    /// <summary>The columns of the table.</summary>
    public static readonly IReadOnlyList<string> Columns = [Kind, Name, .. Answers.Select(a => a.Column), Covers, Price, Source];

    /// <summary>Everything on the shelf, by name; the shop's own before one of the same name that ships.</summary>
    public async Task<IReadOnlyList<ShelfSheet>> AllAsync(CancellationToken cancellation)
    {
        var own = (await store.ListAsync(cancellation)).ToDictionary(r => r.Name, r => r.Sheet, StringComparer.Ordinal);
        var generic = Read(await File.ReadAllTextAsync(GenericFile, cancellation)).Select(s => s with { IsOwn = false });
        return
        [
            .. own
                .Values.Where(s => s != Removed)
                .Select(s => JsonSerializer.Deserialize<ShelfSheet>(s, json)!)
                .Concat(generic.Where(g => !own.ContainsKey(g.Name)))
                .OrderBy(s => s.Kind)
                .ThenBy(s => s.Name, StringComparer.Ordinal),
        ];
    }

    /// <summary>Takes a table in, all of its rows or none.</summary>
    /// <param name="table">The table.</param>
    /// <param name="author">Who brings it; null where nobody said.</param>
    /// <param name="cancellation">Gives up; nothing is kept then.</param>
    public async Task<IReadOnlyList<ShelfSheet>> AddAsync(string table, Person? author, CancellationToken cancellation)
    {
        var sheets = Read(table);
        var names = (await store.ListAsync(cancellation)).Where(r => r.Sheet != Removed).Select(r => r.Name).Union(sheets.Select(s => s.Name), StringComparer.Ordinal).Count();
        if (names > MostSheets)
        {
            throw new RefusedInputException("file", $"A shelf holds at most {MostSheets} sheets of its own; with these it would hold {names}. Remove some first.");
        }

        await store.AddAsync(
            now =>
                sheets.Select(s => new ShelfRow
                {
                    Name = s.Name,
                    Sheet = JsonSerializer.Serialize(s, json),
                    Author = author?.Name,
                    AuthorId = author?.Id,
                    AddedAt = now,
                }),
            cancellation
        );
        return sheets;
    }

    /// <summary>Takes a sheet off the shelf; jobs that were given its figures keep them. False where there is none.</summary>
    /// <param name="name">Its name.</param>
    /// <param name="author">Who takes it off; null where nobody said.</param>
    /// <param name="cancellation">Gives up.</param>
    public async Task<bool> RemoveAsync(string name, Person? author, CancellationToken cancellation)
    {
        if ((await AllAsync(cancellation)).All(s => s.Name != name))
        {
            return false;
        }

        await store.AddAsync(
            now =>
                [
                    new ShelfRow
                    {
                        Name = name,
                        Sheet = Removed,
                        Author = author?.Name,
                        AuthorId = author?.Id,
                        AddedAt = now,
                    },
                ],
            cancellation
        );
        return true;
    }

    /// <summary>The shelf as a table.</summary>
    public static string Write(IEnumerable<ShelfSheet> sheets) =>
        CsvTable.Write(
            Columns,
            sheets.Select(s =>
                Columns.Select(column =>
                    column switch
                    {
                        Kind => s.Kind.ToString().ToLowerInvariant(),
                        Name => s.Name,
                        Covers => string.Join(' ', s.Covers),
                        Price => s.Price?.ToString(CultureInfo.InvariantCulture) ?? string.Empty,
                        Source => s.Source ?? string.Empty,
                        _ => Cell(Answers.First(a => a.Column == column).Path.Split('.').Aggregate((JsonNode?)s.Survey, (at, name) => (at as JsonObject)?[name])),
                    }
                )
            )
        );

    private static string Cell(JsonNode? answer) =>
        answer switch
        {
            null => string.Empty,
            JsonArray points => string.Join(
                ' ',
                points.OfType<JsonObject>().Select(p => string.Join(':', p.Select(c => ((double)c.Value!).ToString(CultureInfo.InvariantCulture))))
            ),
            _ => ((double)answer).ToString(CultureInfo.InvariantCulture),
        };

    private List<ShelfSheet> Read(string table)
    {
        var sheets = new List<ShelfSheet>();
        var names = new HashSet<string>(StringComparer.Ordinal);
        foreach (var record in CsvRecords.Read(table, Columns, [.. Columns.Skip(2)]))
        {
            var sheet = Sheet(record);
            if (!names.Add(sheet.Name))
            {
                throw Refuse(record, Name, $"'{sheet.Name}' stands twice.");
            }

            sheets.Add(sheet);
        }

        return sheets.Count == 0 ? throw new RefusedInputException("file", "There is no row below the heading.") : sheets;
    }

    private ShelfSheet Sheet(CsvRecord record)
    {
        string Said(string column) => record.Cells.GetValueOrDefault(column, string.Empty).Trim();
        if (!Enum.TryParse<SheetKind>(Said(Kind), ignoreCase: true, out var kind) || int.TryParse(Said(Kind), out _))
        {
            throw Refuse(record, Kind, $"'{Said(Kind)}' is neither pump nor injector nor kit.");
        }

        if (Said(Name).Length is 0 or > LongestName || Said(Name).Any(Letters.AreHidden))
        {
            throw Refuse(record, Name, $"a sheet has a name of 1 to {LongestName} characters.");
        }

        var answers = new JsonObject();
        foreach (var (column, of, path) in Answers.Where(a => Said(a.Column).Length > 0))
        {
            if (of != kind)
            {
                throw Refuse(record, column, $"this belongs to a {of.ToString().ToLowerInvariant()}, not to a {kind.ToString().ToLowerInvariant()}.");
            }

            var group = path.Split('.')[0];
            var fields = answers[group] as JsonObject ?? (JsonObject)(answers[group] = new JsonObject())!;
            fields[path.Split('.')[1]] = Answer(record, column, VehicleFields.Find(path)!, Said(column));
        }

        var covers = Said(Covers).Split(' ', StringSplitOptions.RemoveEmptyEntries);
        if (covers.FirstOrDefault(c => !PartEntry.IsItem(c)) is { } odd)
        {
            throw Refuse(record, Covers, $"'{odd}' is no line of a buying list: small letters, digits and dashes.");
        }

        if (kind == SheetKind.Kit ? covers.Length == 0 : answers.Count == 0)
        {
            throw Refuse(record, kind == SheetKind.Kit ? Covers : Name, "this sheet says nothing.");
        }

        Possible(record, answers);
        if (Said(Source).Length > LongestName || Said(Source).Any(Letters.AreHidden))
        {
            throw Refuse(record, Source, $"where it comes from is said in up to {LongestName} characters.");
        }

        return new ShelfSheet(
            kind,
            Said(Name),
            true,
            answers,
            covers,
            Said(Price).Length == 0 ? null : Number(record, Price, Said(Price)),
            Said(Source).Length == 0 ? null : Said(Source)
        );
    }

    private static JsonNode Answer(CsvRecord record, string column, VehicleField field, string text)
    {
        if (field.Columns.Count > 0)
        {
            return new JsonArray([
                .. text.Split(' ', StringSplitOptions.RemoveEmptyEntries)
                    .Select(point =>
                        point.Split(':') is [var x, var y]
                            ? (JsonNode)new JsonObject { [field.Columns[0].Name] = Number(record, column, x), [field.Columns[1].Name] = Number(record, column, y) }
                            : throw Refuse(record, column, $"'{point}' is not a pair like 300:165.")
                    ),
            ]);
        }

        try
        {
            return JsonValue.Create(TypedNumber.Of(text, TypedQuestion.Of(field), UnitSystem.Metric).Value);
        }
        catch (RefusedInputException refused)
        {
            throw Refuse(record, column, refused.Errors.First().Value[0]);
        }
    }

    // A sheet no survey could hold is none.
    private void Possible(CsvRecord record, JsonObject answers)
    {
        try
        {
            var ledger = new HazeLedger();
            ((IStation)survey).Evaluate(documents.Plan(survey, answers.DeepClone(), ledger), new StationContext(ledger));
        }
        catch (RefusedInputException refused)
        {
            throw new RefusedInputException("file", FormattableString.Invariant($"Row {record.Line}, {refused.Errors.First().Key}: {refused.Errors.First().Value[0]}"));
        }
    }

    private static double Number(CsvRecord record, string column, string text) =>
        double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var number) && double.IsFinite(number) && number >= 0
            ? number
            : throw Refuse(record, column, $"'{text}' is not a number; decimals go after a point.");

    private static RefusedInputException Refuse(CsvRecord record, string column, string text) =>
        new("file", FormattableString.Invariant($"Row {record.Line}, column {column}: {text}"));
}
