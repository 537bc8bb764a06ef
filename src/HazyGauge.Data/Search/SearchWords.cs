namespace HazyGauge.Data.Search;

/// <summary>What somebody looks for: words, each of which has to stand somewhere in a job, whole or as the beginning of a longer one.</summary>
public sealed class SearchWords
{
    private SearchWords(IReadOnlyList<string> words) => Words = words;

    /// <summary>The words as typed.</summary>
    public IReadOnlyList<string> Words { get; }

    /// <summary>The words of a text; null where it holds none that could be found.</summary>
    public static SearchWords? Of(string? typed)
    {
        var words = (typed ?? string.Empty)
            .Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)
            .Where(w => w.Any(char.IsLetterOrDigit))
            .Distinct(StringComparer.OrdinalIgnoreCase)
            .ToList();
        return words.Count == 0 ? null : new SearchWords(words);
    }

    // In the language of the full-text index: quoted, so that nothing typed is taken for an operator; the last part may go on.
    internal IEnumerable<string> Matches => Words.Select(w => $"\"{w.Replace("\"", "\"\"", StringComparison.Ordinal)}\"*");

    internal string AsMatch => string.Join(" AND ", Matches);
}
