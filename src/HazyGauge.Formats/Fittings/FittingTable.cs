using System.Globalization;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Plumbing;
using HazyGauge.Core.Sentences;
using HazyGauge.Formats.Tables;

namespace HazyGauge.Formats.Fittings;

/// <summary>
/// Parts of a catalog as a table: code, name and ends (codes of ports with spaces between), bore, length, cost and whether its maker rates it
/// for ethanol; the rest may be left out. Lengths in mm; wrenches with semicolons between; yes or no where that is the question.
/// </summary>
public static class FittingTable
{
    private const string Yes = "yes";
    private const string No = "no";

    /// <summary>The columns.</summary>
    public static readonly IReadOnlyList<string> Columns =
    [
        "code",
        "name",
        "ports",
        "boreMm",
        "lengthMm",
        "angleDeg",
        "cost",
        "wrenchesMm",
        "clamp",
        "clip",
        "sealant",
        "ethanolRated",
        "bendRadiusMm",
        "maxKpa",
        "maxC",
        "classSource",
        "sensor",
        "onShelf",
    ];

    private static readonly string[] Optional = ["angleDeg", "wrenchesMm", "clamp", "clip", "sealant", "bendRadiusMm", "maxKpa", "maxC", "classSource", "sensor", "onShelf"];

    /// <summary>The parts of a table.</summary>
    /// <exception cref="RefusedInputException">A row cannot be; it and its column are named, and nothing is read.</exception>
    public static IReadOnlyList<FittingPart> Read(string text)
    {
        var parts = new List<FittingPart>();
        var codes = new HashSet<string>(StringComparer.OrdinalIgnoreCase);
        foreach (var record in CsvRecords.Read(text, Columns, Optional))
        {
            var part = new Row(record).Part();
            if (!codes.Add(part.Code))
            {
                throw Refuse(record, "code", $"'{part.Code}' stands twice.");
            }

            parts.Add(part);
        }

        return parts.Count == 0 ? throw new RefusedInputException("file", "There is no row below the heading.") : parts;
    }

    /// <summary>Parts as a table.</summary>
    public static string Write(IEnumerable<FittingPart> parts) =>
        CsvTable.Write(
            Columns,
            parts.Select(p =>
                (IEnumerable<string>)
                    [
                        p.Code,
                        p.Name,
                        string.Join(' ', p.Ports),
                        Number(p.BoreMm),
                        Number(p.LengthMm),
                        Number(p.AngleDeg),
                        Number(p.Cost),
                        string.Join(';', (p.WrenchesMm ?? []).Select(w => Number(w))),
                        p.Clamp is { } clamp ? char.ToLowerInvariant(clamp.ToString()[0]) + clamp.ToString()[1..] : string.Empty,
                        Word(p.Clip),
                        Word(p.Sealant),
                        Word(p.EthanolRated),
                        Number(p.BendRadiusMm),
                        Number(p.MaxKpa),
                        Number(p.MaxC),
                        p.ClassSource ?? string.Empty,
                        Word(p.Sensor),
                        Number(p.OnShelf),
                    ]
            )
        );

    private static string Number(double? number) => number?.ToString(CultureInfo.InvariantCulture) ?? string.Empty;

    private static string Word(bool? answer) =>
        answer switch
        {
            true => Yes,
            false => No,
            null => string.Empty,
        };

    private static RefusedInputException Refuse(CsvRecord record, string column, string text) =>
        new("file", FormattableString.Invariant($"Row {record.Line}, column {column}: {text}"));

    private sealed class Row(CsvRecord record)
    {
        public FittingPart Part()
        {
            var part = new FittingPart(
                Said("code"),
                Said("name"),
                Said("ports").Split(' ', StringSplitOptions.RemoveEmptyEntries),
                Required("boreMm"),
                Required("lengthMm"),
                Required("cost"),
                Answer("ethanolRated") ?? throw Refuse(record, "ethanolRated", "say yes or no."),
                Number("angleDeg"),
                Wrenches(),
                Clamp(),
                Answer("clip"),
                Answer("sealant"),
                Number("bendRadiusMm"),
                Number("maxKpa"),
                Number("maxC"),
                Said("classSource") is { Length: > 0 } source ? source : null,
                Answer("sensor"),
                Shelf()
            );
            var check = new InputCheck();
            part.Check(check, string.Empty);
            try
            {
                check.ThrowIfAny();
            }
            catch (RefusedInputException refused)
            {
                var (column, why) = refused.Errors.First();
                throw Refuse(record, column, why[0]);
            }

            return part;
        }

        private string Said(string column) => record.Cells.GetValueOrDefault(column, string.Empty).Trim();

        private double Required(string column) => Number(column) ?? throw Refuse(record, column, "a number is missing.");

        private double? Number(string column) => Said(column) is { Length: > 0 } text ? Parsed(column, text) : null;

        private double Parsed(string column, string text) =>
            double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var number) && double.IsFinite(number)
                ? number
                : throw Refuse(record, column, $"'{Wording.Quoted(text)}' is not a number; decimals go after a point.");

        private int? Shelf() =>
            Number("onShelf") is not { } count ? null
            : count == Math.Truncate(count) && Math.Abs(count) < 1e6 ? (int)count
            : throw Refuse(record, "onShelf", "a whole number lies there.");

        private double[]? Wrenches() =>
            Said("wrenchesMm") is { Length: > 0 } text ? [.. text.Split(';', StringSplitOptions.RemoveEmptyEntries).Select(w => Parsed("wrenchesMm", w))] : null;

        private ClampKind? Clamp() =>
            Said("clamp") is not { Length: > 0 } text ? null
            : Enum.TryParse<ClampKind>(text, ignoreCase: true, out var clamp) && !int.TryParse(text, CultureInfo.InvariantCulture, out _) ? clamp
            : throw Refuse(record, "clamp", $"'{Wording.Quoted(text)}' is none of: none, wormGear, constantTension, fullCircle, ear.");

        private bool? Answer(string column) =>
            Said(column).ToLowerInvariant() switch
            {
                "" => null,
                Yes or "true" or "y" => true,
                No or "false" or "n" => false,
                var other => throw Refuse(record, column, $"'{Wording.Quoted(other)}' is neither yes nor no."),
            };
    }
}
