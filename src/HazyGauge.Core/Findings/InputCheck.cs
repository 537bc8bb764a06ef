using HazyGauge.Core.Fields;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Findings;

/// <summary>Collects everything that is wrong with an input, so that one answer names all of it.</summary>
public sealed class InputCheck
{
    private readonly Dictionary<string, List<Sentence>> _errors = new(StringComparer.Ordinal);

    /// <summary>True where nothing was noted.</summary>
    public bool IsClean => _errors.Count == 0;

    /// <summary>Notes what is wrong with a field.</summary>
    public InputCheck Refuse(string field, Sentence why)
    {
        if (!_errors.TryGetValue(field, out var sentences))
        {
            _errors[field] = sentences = [];
        }

        sentences.Add(why);
        return this;
    }

    /// <summary>Requires a number within limits, both included.</summary>
    /// <param name="value">The number; null passes (a field left out).</param>
    /// <param name="min">Lowest allowed.</param>
    /// <param name="max">Highest allowed.</param>
    /// <param name="field">API name of the field.</param>
    /// <param name="what">What the number is, to begin a sentence.</param>
    /// <param name="unit">What it is measured in.</param>
    public InputCheck Within(double? value, double min, double max, string field, string what, Unit unit = Unit.None)
    {
        if (value is { } v && !(v >= min && v <= max))
        {
            Refuse(
                field,
                max < double.MaxValue
                    ? Sentence.Of($"{what} must be between {Say.Bare(min, unit)} and {Say.Given(max, unit)}; {Say.Bare(v, unit)} cannot be right.")
                    : Sentence.Of($"{what} must be {Say.Given(min, unit)} or more; {Say.Bare(v, unit)} cannot be right.")
            );
        }

        return this;
    }

    /// <summary>Requires a number within limits, both included, and less doubt of it than the limits leave anyway.</summary>
    /// <inheritdoc cref="Within(double?, double, double, string, string, Unit)"/>
    public InputCheck Within(Hazy? value, double min, double max, string field, string what, Unit unit = Unit.None) =>
        value is { } v && v.StandardU > max - min
            ? Refuse(field, Sentence.Of($"{what} cannot be more uncertain than {Say.Given(max - min, unit)}: that is all it can differ by. Leave it out instead."))
            : Within(value?.Value, min, max, field, what, unit);

    /// <inheritdoc cref="Within(Hazy?, double, double, string, string, Unit)"/>
    public InputCheck Within(Hazy? value, NumberRange range, string field, string what, Unit unit = Unit.None) => Within(value, range.Least, range.Most, field, what, unit);

    /// <summary>A number that must be there; where it is not, that is noted and 1 stands in.</summary>
    public Hazy Required(Hazy? value, string field, string what)
    {
        if (value is null)
        {
            Refuse(field, $"{what} is missing.");
        }

        return value ?? 1;
    }

    /// <summary>Notes everything another check noted; true where that was anything.</summary>
    /// <param name="other">The other check.</param>
    /// <param name="under">What its fields stand in here; null where that is nothing.</param>
    public bool TakeOver(InputCheck other, string? under = null)
    {
        foreach (var (field, sentences) in other._errors)
        {
            sentences.ForEach(sentence => Refuse(under is null ? field : $"{under}.{field}", sentence));
        }

        return other._errors.Count > 0;
    }

    /// <summary>Throws where anything was noted.</summary>
    /// <exception cref="RefusedInputException">Something is wrong.</exception>
    public void ThrowIfAny()
    {
        if (_errors.Count > 0)
        {
            throw new RefusedInputException(_errors.ToDictionary(e => e.Key, e => (IReadOnlyList<Sentence>)e.Value, StringComparer.Ordinal));
        }
    }
}
