using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using HazyGauge.Core;
using HazyGauge.Core.Stations;
using HazyGauge.Formats.Photos;

namespace HazyGauge.Formats.Artifacts;

/// <summary>Tells by how a file begins what kind it is. Its name says nothing: an export may be called anything.</summary>
public static partial class FileSniffer
{
    /// <summary>How much of a file is looked at, bytes.</summary>
    public const int HeadBytes = 64 * 1024;

    // Finer than this a series of samples can hold the sensor's pulses, s: the shortest low pulse is 1 ms, and the longest period 20 ms.
    private const double FineS = 0.002;
    private const int EnoughRows = 3;
    private const int LongestLine = 2000;
    private static readonly char[] Delimiters = [';', '\t', '|', ','];

    /// <summary>The kind of a file.</summary>
    /// <param name="head">Its first bytes, up to <see cref="HeadBytes"/>.</param>
    public static ArtifactKind KindOf(ReadOnlySpan<byte> head)
    {
        if (Photo.KindOf(head) is not null)
        {
            return ArtifactKind.Photo;
        }

        if (IsSound(head))
        {
            return ArtifactKind.Sound;
        }

        if (head.IsEmpty || head.Contains((byte)0))
        {
            return ArtifactKind.Other;
        }

        var lines = Encoding
            .UTF8.GetString(head)
            .Split('\n')
            .Select(l => l.TrimEnd('\r'))
            .Select(l => l.Length > LongestLine ? l[..LongestLine] : l)
            .Where(l => l.Trim().Length > 0)
            .ToList();
        if (head.Length == HeadBytes && lines.Count > 1)
        {
            // The last may be cut off.
            lines.RemoveAt(lines.Count - 1);
        }

        return lines.Take(50).Any(l => VcdWord().IsMatch(l)) ? ArtifactKind.Capture
            : lines.Count > 0 && lines.Take(50).Count(l => FrameLine().IsMatch(l)) * 2 > Math.Min(lines.Count, 50) ? ArtifactKind.Frames
            : KindOfRows(lines);
    }

    private static bool IsSound(ReadOnlySpan<byte> head) =>
        (head.Length >= 12 && head.StartsWith("RIFF"u8) && head[8..].StartsWith("WAVE"u8))
        || (head.Length >= 12 && head.StartsWith("FORM"u8) && head[8..].StartsWith("AIF"u8))
        || head.StartsWith("fLaC"u8)
        || head.StartsWith("OggS"u8);

    // Rows with time in front are a recording or a log, by how fine they are; rows without are a table.
    private static ArtifactKind KindOfRows(List<string> lines)
    {
        foreach (var delimiter in Delimiters)
        {
            var rows = lines.Select(l => l.Split(delimiter).Select(c => c.Trim().Trim('"').Trim()).ToArray()).ToList();
            var width = rows.Where(r => r.Length > 1).GroupBy(r => r.Length).OrderByDescending(g => g.Count()).FirstOrDefault()?.Key ?? 0;
            var whole = rows.Where(r => r.Length == width).ToList();
            if (width < 2 || whole.Count * 2 < rows.Count)
            {
                continue;
            }

            var numbers = whole.Select(r => r.Select(Number).ToArray()).Where(r => r.Any(n => n is not null)).ToList();
            return numbers.Count >= EnoughRows && TimeColumn(numbers, width) is { } time
                ? IsFine(numbers, time, width, UnitS(whole, time))
                    ? ArtifactKind.Capture
                    : ArtifactKind.Log
                : ArtifactKind.Table;
        }

        return ArtifactKind.Other;
    }

    // The first column that only rises is time.
    private static int? TimeColumn(List<double?[]> rows, int width)
    {
        for (var c = 0; c < width; c++)
        {
            var column = c;
            var values = rows.Select(r => r[column]).OfType<double>().ToList();
            if (values.Count * 10 >= rows.Count * 9 && values.Count >= EnoughRows && values.Zip(values.Skip(1)).All(p => p.Second >= p.First) && values[^1] > values[0])
            {
                return c;
            }
        }

        return null;
    }

    private static bool IsFine(List<double?[]> rows, int time, int width, double unitS)
    {
        var others = Enumerable.Range(0, width).Where(c => c != time).SelectMany(c => rows.Select(r => r[c])).OfType<double>().ToList();
        var steps = rows.Select(r => r[time]).OfType<double>().ToList() is var times
            ? times.Zip(times.Skip(1)).Select(p => (p.Second - p.First) * unitS).Where(s => s > 0).Order().ToList()
            : [];

        // Level changes come as far apart as they happen, up to a whole period.
        var isLevels = others.Count > 0 && others.TrueForAll(v => v is 0 or 1);
        return steps.Count > 0 && steps[steps.Count / 2] <= (isLevels ? 20 * FineS : FineS);
    }

    private static double UnitS(List<string[]> rows, int time)
    {
        var heading = rows.FirstOrDefault(r => Number(r[time]) is null)?[time] ?? string.Empty;
        return NanoUnit().IsMatch(heading) ? 1e-9
            : MicroUnit().IsMatch(heading) ? 1e-6
            : MilliUnit().IsMatch(heading) ? 1e-3
            : 1;
    }

    private static double? Number(string cell) =>
        double.TryParse(cell.Replace(',', '.'), NumberStyles.Float, CultureInfo.InvariantCulture, out var number) && double.IsFinite(number) ? number : null;

    [GeneratedRegex(
        @"^\s*\$(date|version|timescale|comment|scope|var|enddefinitions|dumpvars)\b",
        RegexOptions.CultureInvariant | RegexOptions.ExplicitCapture,
        matchTimeoutMilliseconds: PatternLimit.Milliseconds
    )]
    private static partial Regex VcdWord();

    // A frame as bus tools write it: (time) bus id#data, or bus id [length] bytes.
    [GeneratedRegex(
        @"^\s*(\(\d+(\.\d+)?\)\s+)?\S+\s+[0-9A-Fa-f]{3,8}(#{1,2}[0-9A-FRr]*|\s+\[\d{1,2}\]\s)",
        RegexOptions.CultureInvariant | RegexOptions.ExplicitCapture,
        matchTimeoutMilliseconds: PatternLimit.Milliseconds
    )]
    private static partial Regex FrameLine();

    [GeneratedRegex(
        @"[\[(\s_]ns\b|nano",
        RegexOptions.CultureInvariant | RegexOptions.ExplicitCapture | RegexOptions.IgnoreCase,
        matchTimeoutMilliseconds: PatternLimit.Milliseconds
    )]
    private static partial Regex NanoUnit();

    [GeneratedRegex(
        @"[\[(\s_](us|µs|μs)\b|micro",
        RegexOptions.CultureInvariant | RegexOptions.ExplicitCapture | RegexOptions.IgnoreCase,
        matchTimeoutMilliseconds: PatternLimit.Milliseconds
    )]
    private static partial Regex MicroUnit();

    [GeneratedRegex(
        @"[\[(\s_]ms\b|milli",
        RegexOptions.CultureInvariant | RegexOptions.ExplicitCapture | RegexOptions.IgnoreCase,
        matchTimeoutMilliseconds: PatternLimit.Milliseconds
    )]
    private static partial Regex MilliUnit();
}
