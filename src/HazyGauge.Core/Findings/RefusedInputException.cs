using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Findings;

/// <summary>Input that cannot be computed with, and why, field by field, in the mechanic's words.</summary>
public class RefusedInputException : Exception
{
    private const int MostNamed = 10;

    /// <summary>A refusal for several fields.</summary>
    /// <param name="sentences">Sentences by field. The first ten fields are named; of the others it is said how many there are.</param>
    /// <param name="reason">What failed, where it was no check that refused.</param>
    public RefusedInputException(IReadOnlyDictionary<string, IReadOnlyList<Sentence>> sentences, Exception? reason = null)
        : base(InWords(sentences), reason)
    {
        Sentences = sentences.Count <= MostNamed ? sentences : sentences.Take(MostNamed).ToDictionary(StringComparer.Ordinal);
        Errors = Sentences.ToDictionary(e => e.Key, e => e.Value.Take(MostNamed).Select(s => s.Text).ToArray(), StringComparer.Ordinal);
        Count = sentences.Count;
    }

    /// <summary>A refusal for one field.</summary>
    public RefusedInputException(string field, Sentence why, Exception? reason = null)
        : this(new Dictionary<string, IReadOnlyList<Sentence>>(StringComparer.Ordinal) { [field] = [why] }, reason) { }

    /// <summary>How many fields are refused, those that are not named among them.</summary>
    public int Count { get; }

    /// <summary>Sentences by field name, as the field is called in the API; metric.</summary>
    public IReadOnlyDictionary<string, string[]> Errors { get; }

    /// <summary>The same sentences with their numbers, to be shown in the units chosen.</summary>
    public IReadOnlyDictionary<string, IReadOnlyList<Sentence>> Sentences { get; }

    /// <summary>Runs a calculation whose fields stand under another path in a plan, and names them so where it refuses.</summary>
    /// <param name="path">Where they stand.</param>
    /// <param name="calculation">The calculation.</param>
    public static T Under<T>(string path, Func<T> calculation)
    {
        try
        {
            return calculation();
        }
        catch (RefusedInputException refused)
        {
            throw refused.Under(path);
        }
    }

    /// <summary>The same refusal with its fields under another path; the fields in <paramref name="itself"/> are what stands at the path itself.</summary>
    public RefusedInputException Under(string path, params string[] itself) =>
        new(Sentences.ToDictionary(s => itself.Contains(s.Key, StringComparer.Ordinal) ? path : $"{path}.{s.Key}", s => s.Value, StringComparer.Ordinal));

    private static string InWords(IReadOnlyDictionary<string, IReadOnlyList<Sentence>> sentences)
    {
        var said = string.Join(' ', sentences.Take(MostNamed).SelectMany(e => e.Value.Take(MostNamed)).Select(s => s.Text));
        return sentences.Count > MostNamed ? FormattableString.Invariant($"{said} And {sentences.Count - MostNamed} more fields.") : said;
    }
}
