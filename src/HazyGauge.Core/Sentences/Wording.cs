namespace HazyGauge.Core.Sentences;

/// <summary>Words of somebody else inside a sentence of ours.</summary>
public static class Wording
{
    private const int Longest = 30;

    /// <summary>What somebody wrote, short enough for a sentence.</summary>
    public static string Quoted(string text) => text.Trim() is { Length: > Longest } whole ? $"{whole[..Longest]}…" : text.Trim();

    /// <summary>Words that begin a sentence.</summary>
    public static string Begun(string words) => words.Trim() is { Length: > 0 } all ? char.ToUpperInvariant(all[0]) + all[1..] : string.Empty;

    /// <summary>Names in a row, inside a sentence.</summary>
    public static string Listed(IReadOnlyList<string> names) => names.Count == 1 ? names[0] : $"{string.Join(", ", names.SkipLast(1))} and {names[^1]}";

    /// <summary>So many of something, by the word for one of it.</summary>
    public static string Count(int number, string what) => FormattableString.Invariant($"{number} {what}{(number == 1 ? string.Empty : "s")}");
}
