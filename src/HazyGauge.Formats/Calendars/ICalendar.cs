using System.Globalization;
using System.Text;

namespace HazyGauge.Formats.Calendars;

/// <summary>A day on which something falls due.</summary>
/// <param name="Uid">Identity that stays, so that a calendar that reads it again does not double it.</param>
/// <param name="Day">The day.</param>
/// <param name="Summary">What it is, in one line.</param>
/// <param name="Description">More about it.</param>
/// <param name="WrittenAt">When it was written.</param>
public sealed record DueDay(string Uid, DateOnly Day, string Summary, string Description, DateTimeOffset WrittenAt);

/// <summary>Writes days that fall due as an iCalendar file (RFC 5545).</summary>
public static class ICalendar
{
    private const int LongestLineBytes = 75;

    /// <summary>The file, as text with the line ends the standard asks for.</summary>
    public static string Write(IEnumerable<DueDay> days)
    {
        var text = new StringBuilder();
        Line(text, "BEGIN:VCALENDAR");
        Line(text, "VERSION:2.0");
        Line(text, "PRODID:-//Hazy Gauge//Due//EN");
        foreach (var day in days)
        {
            Line(text, "BEGIN:VEVENT");
            Line(text, "UID:" + Escape(day.Uid));
            Line(text, "DTSTAMP:" + day.WrittenAt.UtcDateTime.ToString("yyyyMMdd'T'HHmmss'Z'", CultureInfo.InvariantCulture));
            Line(text, "DTSTART;VALUE=DATE:" + day.Day.ToString("yyyyMMdd", CultureInfo.InvariantCulture));
            Line(text, "SUMMARY:" + Escape(day.Summary));
            Line(text, "DESCRIPTION:" + Escape(day.Description));
            Line(text, "TRANSP:TRANSPARENT");
            Line(text, "END:VEVENT");
        }

        Line(text, "END:VCALENDAR");
        return text.ToString();
    }

    // RFC 5545, 3.3.11: backslash, semicolon, comma and line ends are escaped.
    private static string Escape(string text) =>
        text.Replace("\\", "\\\\", StringComparison.Ordinal)
            .Replace(";", "\\;", StringComparison.Ordinal)
            .Replace(",", "\\,", StringComparison.Ordinal)
            .Replace("\r", string.Empty, StringComparison.Ordinal)
            .Replace("\n", "\\n", StringComparison.Ordinal);

    // RFC 5545, 3.1: lines of at most 75 octets, carried on after a blank; never parted within a letter.
    private static void Line(StringBuilder text, string line)
    {
        var bytes = 0;
        foreach (var letter in line.EnumerateRunes())
        {
            if (bytes + letter.Utf8SequenceLength > LongestLineBytes)
            {
                text.Append("\r\n ");
                bytes = 1;
            }

            text.Append(letter);
            bytes += letter.Utf8SequenceLength;
        }

        text.Append("\r\n");
    }
}
