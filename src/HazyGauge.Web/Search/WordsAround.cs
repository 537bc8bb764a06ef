using System.Globalization;
using System.Text;

namespace HazyGauge.Web.Search;

/// <summary>Finds in one text where words of a search stand, by the rules of the full-text index: parts of letters and digits, without case and accents; the last part of a word may go on.</summary>
internal static class WordsAround
{
    private const int Before = 40;
    private const int Around = 120;

    /// <summary>How many of the words stand in a text.</summary>
    public static int Count(string text, IReadOnlyList<string> words)
    {
        var parts = Parts(text);
        return words.Count(w => Spots(parts, w).Any());
    }

    /// <summary>The text around the first spot, in pieces; the beginning of the text where none of the words stands in it.</summary>
    public static IReadOnlyList<Piece> Of(string text, IReadOnlyList<string> words)
    {
        var parts = Parts(text);
        var spots = words.SelectMany(w => Spots(parts, w)).OrderBy(s => s.Start).ThenByDescending(s => s.End).ToList();
        var from = spots.Count == 0 ? 0 : StartOfWord(text, spots[0].Start - Before);
        var to = EndOfWord(text, Math.Max(from + Around, spots.Count == 0 ? 0 : spots[0].End));
        var pieces = new List<Piece>();
        var at = from;
        void Add(int end, bool isHit)
        {
            if (end > at)
            {
                pieces.Add(new Piece(text[at..end], isHit));
                at = end;
            }
        }

        foreach (var (start, end) in spots.Where(s => s.End <= to))
        {
            Add(start, isHit: false);
            Add(end, isHit: true);
        }

        Add(to, isHit: false);
        if (from > 0)
        {
            pieces.Insert(0, new Piece("… ", false));
        }

        if (to < text.Length)
        {
            pieces.Add(new Piece(" …", false));
        }

        return pieces;
    }

    private static IEnumerable<(int Start, int End)> Spots(List<(string Folded, int Start, int End)> parts, string word)
    {
        var wanted = Parts(word).Select(p => p.Folded).ToList();
        for (var i = 0; wanted.Count > 0 && i + wanted.Count <= parts.Count; i++)
        {
            if (Enumerable.Range(0, wanted.Count - 1).All(k => parts[i + k].Folded == wanted[k]) && parts[i + wanted.Count - 1].Folded.StartsWith(wanted[^1], StringComparison.Ordinal))
            {
                yield return (parts[i].Start, parts[i + wanted.Count - 1].End);
            }
        }
    }

    private static List<(string Folded, int Start, int End)> Parts(string text)
    {
        var parts = new List<(string, int, int)>();
        for (var i = 0; i < text.Length;)
        {
            var start = i;
            while (i < text.Length && (char.IsLetterOrDigit(text[i]) || char.IsSurrogate(text[i]) || CharUnicodeInfo.GetUnicodeCategory(text[i]) == UnicodeCategory.NonSpacingMark))
            {
                i++;
            }

            if (i > start)
            {
                parts.Add((Folded(text[start..i]), start, i));
            }
            else
            {
                i++;
            }
        }

        return parts;
    }

    private static string Folded(string part) =>
        string.Concat(part.Normalize(NormalizationForm.FormD).Where(c => CharUnicodeInfo.GetUnicodeCategory(c) != UnicodeCategory.NonSpacingMark)).ToLowerInvariant();

    private static int StartOfWord(string text, int at) => at <= 0 ? 0 : text.LastIndexOfAny([' ', '\n'], at) + 1;

    private static int EndOfWord(string text, int at) => at >= text.Length ? text.Length : text.IndexOfAny([' ', '\n'], at) is >= 0 and var end ? end : text.Length;
}
