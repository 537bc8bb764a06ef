using HazyGauge.Core.Findings;
using nietras.SeparatedValues;

namespace HazyGauge.Formats.Tables;

/// <summary>A row of a small table, with the line it began at.</summary>
/// <param name="Line">Line in the file, from 1.</param>
/// <param name="Cells">Cell by column.</param>
public sealed record CsvRecord(int Line, IReadOnlyDictionary<string, string> Cells);

/// <summary>Reads small tables with known columns, whole: comma, semicolon or tab between the cells, quotes where a cell holds one.</summary>
public static class CsvRecords
{
    /// <summary>Longest table read, characters.</summary>
    public const int LongestText = 1024 * 1024;

    /// <summary>Most rows read.</summary>
    public const int MostRows = 20_000;

    /// <summary>The rows of a table.</summary>
    /// <param name="text">The whole file.</param>
    /// <param name="columns">Columns it may have; all but the last ones marked optional must be there.</param>
    /// <param name="optional">Columns that may be missing.</param>
    /// <exception cref="RefusedInputException">A column is missing or unknown, or a row has too many or too few cells.</exception>
    public static IReadOnlyList<CsvRecord> Read(string text, IReadOnlyList<string> columns, IReadOnlyCollection<string> optional)
    {
        if (text.Length > LongestText)
        {
            throw new RefusedInputException("file", "This table is longer than a million characters.");
        }

        if (string.IsNullOrWhiteSpace(text))
        {
            throw new RefusedInputException("file", "The file is empty.");
        }

        try
        {
            // Trimmed of the mark some programs put before the first letter.
            using var reader = Sep.Reader(o => o with { Unescape = true, DisableColCountCheck = true, Trim = SepTrim.All }).FromText(text.TrimStart('\uFEFF'));
            var header = reader.Header.ColNames;
            CheckHeader(header, columns, optional);
            var records = new List<CsvRecord>();
            foreach (var row in reader)
            {
                if (row.ColCount == 1 && row[0].Span.IsWhiteSpace())
                {
                    continue;
                }

                if (row.ColCount != header.Count)
                {
                    throw new RefusedInputException("file", FormattableString.Invariant($"Row {row.LineNumberFrom}: {row.ColCount} cells where the heading has {header.Count}."));
                }

                var cells = new Dictionary<string, string>(StringComparer.Ordinal);
                for (var i = 0; i < header.Count; i++)
                {
                    cells[header[i]] = FormulaCell.Read(row[i].ToString());
                }

                if (records.Count == MostRows)
                {
                    throw new RefusedInputException("file", FormattableString.Invariant($"This table has more than {MostRows} rows. Bring it in parts."));
                }

                records.Add(new CsvRecord(row.LineNumberFrom, cells));
            }

            return records;
        }
        catch (Exception malformed) when (malformed is ArgumentException or InvalidDataException or NotSupportedException)
        {
            throw new RefusedInputException("file", "This is no table: its heading cannot be read, or a quote is never closed.");
        }
    }

    private static void CheckHeader(IReadOnlyList<string> header, IReadOnlyList<string> columns, IReadOnlyCollection<string> optional)
    {
        var missing = columns.Where(c => !optional.Contains(c) && !header.Contains(c, StringComparer.Ordinal)).ToList();
        var unknown = header.Where(h => !columns.Contains(h, StringComparer.Ordinal)).ToList();
        if (missing.Count > 0 || unknown.Count > 0)
        {
            throw new RefusedInputException(
                "file",
                $"Row 1: the heading must name {string.Join(", ", columns)}; "
                    + $"{(missing.Count > 0 ? $"{string.Join(", ", missing)} is missing" : $"'{unknown[0]}' is none of them")}."
            );
        }
    }
}
