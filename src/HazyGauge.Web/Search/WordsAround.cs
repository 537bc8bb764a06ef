using HazyGauge.Data.Search;

namespace HazyGauge.Web.Search;

/// <summary>Cuts out of a text what stands around the words that were looked for.</summary>
internal static class WordsAround
{
    private const int Before = 40;
    private const int Around = 120;

    /// <summary>The text around the first spot, in pieces, at whole words; dots where more stands before or behind.</summary>
    /// <param name="text">The text.</param>
    /// <param name="spots">Where the words stand, in the order of the text.</param>
    public static IReadOnlyList<Piece> Of(string text, IReadOnlyList<Spot> spots)
    {
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

    private static int StartOfWord(string text, int at) => at <= 0 ? 0 : text.LastIndexOfAny([' ', '\n'], at) + 1;

    private static int EndOfWord(string text, int at) =>
        at >= text.Length ? text.Length
        : text.IndexOfAny([' ', '\n'], at) is >= 0 and var end ? end
        : text.Length;
}
