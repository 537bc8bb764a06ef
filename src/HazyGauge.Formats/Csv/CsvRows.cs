using System.Globalization;
using nietras.SeparatedValues;

namespace HazyGauge.Formats.Csv;

/// <summary>The rows of a CSV recording as numbers, streaming.</summary>
internal sealed class CsvRows(CsvLayout layout, Func<Stream> open, CancellationToken cancellation)
{
    private static readonly NumberFormatInfo Point = CultureInfo.InvariantCulture.NumberFormat;
    private static readonly NumberFormatInfo Comma = new() { NumberDecimalSeparator = "," };

    private char? _decimalMark;

    /// <summary>The layout of a file.</summary>
    public static CsvLayout Layout(Func<Stream> open, CancellationToken cancellation)
    {
        using var text = new StreamReader(new BoundedLineStream(open(), cancellation));
        return CsvLayout.Find(text);
    }

    /// <summary>Receives a row: its line, its numbers (valid during the call) and how fine its time is written, in its own unit.</summary>
    public delegate void OnRow(long line, ReadOnlySpan<double> numbers, double timeStep);

    /// <summary>Reads all rows.</summary>
    /// <exception cref="Core.Findings.RefusedInputException">A row holds something else than numbers; the refusal names its line.</exception>
    public void Read(OnRow onRow)
    {
        using var text = new StreamReader(new BoundedLineStream(open(), cancellation));
        for (var i = 0; i < layout.LinesBefore; i++)
        {
            text.ReadLine();
        }

        var numbers = new double[layout.Columns.Count];
        long line = layout.LinesBefore;
        using var reader = Sep.New(layout.Delimiter).Reader(o => o with { HasHeader = false, DisableColCountCheck = true, Unescape = true }).From(text);
        foreach (var row in reader)
        {
            line++;
            if (IsBlank(row))
            {
                continue;
            }

            var count = row.ColCount > numbers.Length && row[^1].Span.IsWhiteSpace() ? row.ColCount - 1 : row.ColCount;
            if (count != numbers.Length)
            {
                throw BoundedLineStream.Refuse(
                    line,
                    $"{count} {(count == 1 ? "column" : "columns")} where the lines before have {numbers.Length}. "
                        + $"{(reader.HasRows ? string.Empty : "The file was cut off.")}".TrimEnd()
                );
            }

            for (var i = 0; i < count; i++)
            {
                numbers[i] = Number(row[i].Span, line);
            }

            onRow(line, numbers, Step(row[layout.TimeColumn].Span));
        }
    }

    private static bool IsBlank(SepReader.Row row)
    {
        for (var i = 0; i < row.ColCount; i++)
        {
            if (!row[i].Span.IsWhiteSpace())
            {
                return false;
            }
        }

        return true;
    }

    private double Number(ReadOnlySpan<char> cell, long line)
    {
        var at = cell.IndexOfAny('.', ',');
        if (at >= 0 && _decimalMark is null)
        {
            _decimalMark = cell[at];
        }
        else if (at >= 0 && cell[at] != _decimalMark)
        {
            throw BoundedLineStream.Refuse(
                line,
                $"'{Show(cell)}' uses a decimal {Mark(cell[at])} where earlier numbers use a {Mark(_decimalMark!.Value)}. Export it with one of them throughout."
            );
        }

        return double.TryParse(cell, NumberStyles.Float, _decimalMark == ',' ? Comma : Point, out var number) && double.IsFinite(number)
            ? number
            : throw BoundedLineStream.Refuse(line, cell.IsWhiteSpace() ? "a number is missing." : $"'{Show(cell)}' is not a number.");
    }

    private static string Mark(char mark) => mark == ',' ? "comma" : "point";

    private static string Show(ReadOnlySpan<char> cell) => new(cell.Length > 30 ? cell[..30] : cell);

    /// <summary>The value of the last written digit.</summary>
    private static double Step(ReadOnlySpan<char> cell)
    {
        var text = cell.Trim();
        var e = text.IndexOfAny('e', 'E');
        var exponent = e >= 0 && int.TryParse(text[(e + 1)..], NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var power) ? power : 0;
        var digits = e >= 0 ? text[..e] : text;
        var mark = digits.IndexOfAny('.', ',');
        return Math.Pow(10, exponent - (mark < 0 ? 0 : digits.Length - mark - 1));
    }
}
