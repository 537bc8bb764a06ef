using System.Globalization;

namespace HazyGauge.Formats.Tables;

/// <summary>Writes a table of numbers as CSV (RFC 4180): comma, decimal point, a header line.</summary>
public static class CsvTable
{
    /// <summary>The text.</summary>
    /// <param name="header">Names of the columns, without commas or quotes.</param>
    /// <param name="rows">The rows.</param>
    public static string Write(IEnumerable<string> header, IEnumerable<IEnumerable<double>> rows) => string.Concat(
        rows.Select(row => row.Select(n => n.ToString("0.######", CultureInfo.InvariantCulture))).Prepend(header).Select(cells => string.Join(',', cells) + "\r\n"));
}
