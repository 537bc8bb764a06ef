using System.Globalization;
using System.Text.RegularExpressions;
using HazyGauge.Core;
using HazyGauge.Core.Findings;

namespace HazyGauge.Formats.Csv;

/// <summary>How a CSV recording is laid out, found from its first lines.</summary>
/// <param name="Delimiter">What stands between two columns.</param>
/// <param name="LinesBefore">Lines of heading before the first row of numbers.</param>
/// <param name="Columns">Names of the columns, made up where there is no heading.</param>
/// <param name="TimeColumn">Which column is time.</param>
/// <param name="StatedTimeUnitS">What one of its units is in seconds; null where the heading does not say.</param>
/// <param name="VoltsPerUnit">What one unit of each column is in volts; 1 where the heading does not say.</param>
internal sealed partial record CsvLayout(
    char Delimiter,
    int LinesBefore,
    IReadOnlyList<string> Columns,
    int TimeColumn,
    double? StatedTimeUnitS,
    IReadOnlyList<double> VoltsPerUnit
)
{
    /// <summary>What one unit of time is in seconds; a second where the heading does not say.</summary>
    public double TimeUnitS => StatedTimeUnitS ?? 1;

    /// <summary>Most columns a recording may have.</summary>
    public const int MostColumns = 65;

    private const int LongestHeading = 200;
    private static readonly char[] Delimiters = [';', '\t', '|', ','];

    /// <summary>Finds the layout.</summary>
    /// <exception cref="RefusedInputException">There is no row of numbers near the top.</exception>
    public static CsvLayout Find(TextReader text)
    {
        string? heading = null;
        for (var line = 0; line < LongestHeading && text.ReadLine() is { } content; line++)
        {
            if (Delimiters.Cast<char?>().FirstOrDefault(d => IsRow(content, d!.Value)) is { } delimiter)
            {
                return Complete(delimiter, line, heading, Split(content, delimiter).Count);
            }

            if (content.Trim().Length > 0)
            {
                heading = content;
            }
        }

        throw heading is null
            ? new RefusedInputException("file", "The file holds no rows.")
            : BoundedLineStream.Refuse(1, "no row of numbers follows. A recording has time in one column and level or volts in the next, separated by comma, semicolon or tab.");
    }

    /// <summary>The cells of a heading line; a trailing delimiter makes no column.</summary>
    private static List<string> Split(string line, char delimiter)
    {
        var cells = line.Split(delimiter).Select(c => c.Trim().Trim('"').Trim()).ToList();
        if (cells.Count > 1 && cells[^1].Length == 0)
        {
            cells.RemoveAt(cells.Count - 1);
        }

        return cells;
    }

    private static bool IsRow(string line, char delimiter)
    {
        // A decimal comma inside quotes is no delimiter.
        var cells = delimiter == ',' && line.Contains('"') ? [.. Quoted().Matches(line).Select(m => m.Groups["cell"].Value)] : Split(line, delimiter);
        return cells.Count >= 2 && cells.TrueForAll(IsNumber);
    }

    private static bool IsNumber(string cell) => double.TryParse(cell.Replace(',', '.'), NumberStyles.Float, CultureInfo.InvariantCulture, out _);

    private static CsvLayout Complete(char delimiter, int linesBefore, string? heading, int count)
    {
        if (count > MostColumns)
        {
            throw BoundedLineStream.Refuse(linesBefore + 1, $"more than {MostColumns} columns. Export only time and the sensor's channel.");
        }

        var names = heading is null ? [] : Split(heading, delimiter);
        var hasNames = names.Count == count && names.TrueForAll(n => n.Length > 0);
        var columns = hasNames ? names : [.. Enumerable.Range(1, count).Select(n => $"column {n}")];
        var time = hasNames ? Math.Max(0, columns.FindIndex(n => TimeName().IsMatch(n))) : 0;
        return new CsvLayout(
            delimiter,
            linesBefore,
            columns,
            time,
            hasNames ? TimeUnit(columns[time]) : null,
            [.. columns.Select(c => hasNames && Millivolts().IsMatch(c) ? 1e-3 : 1.0)]
        );
    }

    /// <summary>The unit a heading ends with, like "time (ms)", "t_us", "TimeMs" or "milliseconds"; null where it names none.</summary>
    private static double? TimeUnit(string heading)
    {
        var match = TimeUnitName().Match(heading);
        return !match.Success
            ? null
            : match.Groups["unit"].Value.ToUpperInvariant() switch
            {
                ['N', ..] => 1e-9,
                ['U' or 'Μ' or 'µ', ..] => 1e-6,
                ['M', 'I', 'C', ..] => 1e-6,
                ['M', 'I', 'N', ..] => 60,
                ['M', ..] => 1e-3,
                _ => 1,
            };
    }

    [GeneratedRegex("time|zeit|temps|tiempo", RegexOptions.IgnoreCase, matchTimeoutMilliseconds: PatternLimit.Milliseconds)]
    private static partial Regex TimeName();

    [GeneratedRegex(
        @"(?:^|[^\p{L}]|(?<=time))(?<unit>n(?:ano)?s(?:ec(?:onds?)?)?|[uµμ]s(?:ec(?:onds?)?)?|"
            + @"micros(?:ec(?:onds?)?)?|m(?:illi)?s(?:ec(?:onds?)?)?|s(?:ec(?:onds?)?)?|min(?:utes?)?)\s*[\]\)]?\s*$",
        RegexOptions.IgnoreCase | RegexOptions.ExplicitCapture,
        matchTimeoutMilliseconds: PatternLimit.Milliseconds
    )]
    private static partial Regex TimeUnitName();

    [GeneratedRegex(@"(?:^|[\s\[\(_/,.-])mV\s*[\]\)]?\s*$", RegexOptions.ExplicitCapture, matchTimeoutMilliseconds: PatternLimit.Milliseconds)]
    private static partial Regex Millivolts();

    [GeneratedRegex("(?:^|,)\\s*(?:\"(?<cell>[^\"]*)\"|(?<cell>[^,\"]+))", RegexOptions.ExplicitCapture, matchTimeoutMilliseconds: PatternLimit.Milliseconds)]
    private static partial Regex Quoted();
}
