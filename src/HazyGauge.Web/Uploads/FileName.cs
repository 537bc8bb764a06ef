using HazyGauge.Core.Sentences;

namespace HazyGauge.Web.Uploads;

/// <summary>Makes the name a file was sent under safe to keep and to send back.</summary>
internal static class FileName
{
    private const int Longest = 120;

    /// <summary>The last part of the name, without control characters or characters that mean something to a file system.</summary>
    public static string Sanitise(string? sent)
    {
        var last = (sent ?? string.Empty).Split('/', '\\')[^1];
        var kept = new string([.. last.Where(c => !Letters.AreHidden(c) && !char.IsSurrogate(c) && c is not ('"' or '<' or '>' or ':' or '|' or '?' or '*'))]).Trim(' ', '.');
        return kept switch
        {
            "" => "unnamed",
            { Length: > Longest } => kept[..(Longest - 20)] + kept[^20..],
            _ => kept,
        };
    }
}
