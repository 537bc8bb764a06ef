namespace HazyGauge.Core.Findings;

/// <summary>Input that cannot be computed with, and why, field by field, in the mechanic's words.</summary>
public sealed class RefusedInputException : Exception
{
    /// <summary>A refusal for several fields.</summary>
    public RefusedInputException(IReadOnlyDictionary<string, string[]> errors)
        : base(string.Join(' ', errors.SelectMany(e => e.Value)))
        => Errors = errors;

    /// <summary>A refusal for one field.</summary>
    public RefusedInputException(string field, string text)
        : this(new Dictionary<string, string[]>(StringComparer.Ordinal) { [field] = [text] })
    {
    }

    /// <summary>Sentences by field name, as the field is called in the API.</summary>
    public IReadOnlyDictionary<string, string[]> Errors { get; }
}
