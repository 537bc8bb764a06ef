using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Findings;

/// <summary>Input that cannot be computed with, and why, field by field, in the mechanic's words.</summary>
public sealed class RefusedInputException : Exception
{
    /// <summary>A refusal for several fields.</summary>
    public RefusedInputException(IReadOnlyDictionary<string, IReadOnlyList<Sentence>> sentences)
        : base(string.Join(' ', sentences.SelectMany(e => e.Value).Select(s => s.Text)))
    {
        Sentences = sentences;
        Errors = sentences.ToDictionary(e => e.Key, e => e.Value.Select(s => s.Text).ToArray(), StringComparer.Ordinal);
    }

    /// <summary>A refusal for one field.</summary>
    public RefusedInputException(string field, Sentence why)
        : this(new Dictionary<string, IReadOnlyList<Sentence>>(StringComparer.Ordinal) { [field] = [why] })
    {
    }

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
}
