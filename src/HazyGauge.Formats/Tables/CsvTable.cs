using System.Globalization;

namespace HazyGauge.Formats.Tables;

/// <summary>Writes a table as CSV (RFC 4180): comma, decimal point, a header line, quotes where a cell needs them.</summary>
public static class CsvTable
{
    /// <summary>A table of numbers.</summary>
    /// <param name="header">Names of the columns.</param>
    /// <param name="rows">The rows.</param>
    public static string Write(IEnumerable<string> header, IEnumerable<IEnumerable<double>> rows) =>
        Write(header, rows.Select(row => row.Select(n => n.ToString("0.######", CultureInfo.InvariantCulture))));

    /// <summary>A table of words.</summary>
    /// <param name="header">Names of the columns.</param>
    /// <param name="rows">The rows.</param>
    public static string Write(IEnumerable<string> header, IEnumerable<IEnumerable<string>> rows) =>
        string.Concat(rows.Prepend(header).Select(cells => string.Join(',', cells.Select(Quoted)) + "\r\n"));

    private static string Quoted(string text)
    {
        var cell = FormulaCell.Defused(text);
        return cell.AsSpan().IndexOfAny(",;\"\r\n") < 0 ? cell : $"\"{cell.Replace("\"", "\"\"", StringComparison.Ordinal)}\"";
    }
}
