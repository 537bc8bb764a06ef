using System.Globalization;

namespace HazyGauge.Formats.Tables;

/// <summary>
/// Words that a spreadsheet would take for a formula and run: a table that comes from another shop must not do anything. An apostrophe before them has
/// them read as words; it is taken away when the table is brought again.
/// </summary>
internal static class FormulaCell
{
    private const char Mark = '\'';

    /// <summary>The cell as it is written.</summary>
    public static string Defused(string cell) => IsFormula(cell) && !IsNumber(cell) ? Mark + cell : cell;

    /// <summary>The cell as it was before.</summary>
    public static string Read(string cell) => cell.StartsWith(Mark) && IsFormula(cell) ? cell[1..] : cell;

    // Words that had apostrophes before a formula already get one more, so that what is read is what was written.
    private static bool IsFormula(string cell) => cell.AsSpan().TrimStart(Mark) is [('=' or '+' or '-' or '@' or '\t' or '\r'), ..];

    private static bool IsNumber(string cell) => double.TryParse(cell, NumberStyles.Float, CultureInfo.InvariantCulture, out _);
}
