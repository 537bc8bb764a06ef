using System.Globalization;

namespace HazyGauge.Core.Findings;

/// <summary>Collects everything that is wrong with an input, so that one answer names all of it.</summary>
public sealed class InputCheck
{
    private readonly Dictionary<string, List<string>> _errors = new(StringComparer.Ordinal);

    /// <summary>Notes what is wrong with a field.</summary>
    public InputCheck Refuse(string field, string text)
    {
        if (!_errors.TryGetValue(field, out var texts))
        {
            _errors[field] = texts = [];
        }

        texts.Add(text);
        return this;
    }

    /// <summary>Requires a number within limits, both included.</summary>
    /// <param name="value">The number; null passes (a field left out).</param>
    /// <param name="min">Lowest allowed.</param>
    /// <param name="max">Highest allowed.</param>
    /// <param name="field">API name of the field.</param>
    /// <param name="what">What the number is, to begin a sentence.</param>
    /// <param name="unit">Unit, as it stands after the number.</param>
    public InputCheck Within(double? value, double min, double max, string field, string what, string unit)
    {
        if (value is { } v && !(v >= min && v <= max))
        {
            var range = max < double.MaxValue
                ? string.Create(CultureInfo.InvariantCulture, $"between {min} and {max}{unit}")
                : string.Create(CultureInfo.InvariantCulture, $"{min}{unit} or more");
            Refuse(field, string.Create(CultureInfo.InvariantCulture, $"{what} must be {range}; {Math.Round(v, 3)} cannot be right."));
        }

        return this;
    }

    /// <summary>Notes everything another check noted; true where that was anything.</summary>
    public bool TakeOver(InputCheck other)
    {
        foreach (var (field, texts) in other._errors)
        {
            texts.ForEach(text => Refuse(field, text));
        }

        return other._errors.Count > 0;
    }

    /// <summary>Throws where anything was noted.</summary>
    /// <exception cref="RefusedInputException">Something is wrong.</exception>
    public void ThrowIfAny()
    {
        if (_errors.Count > 0)
        {
            throw new RefusedInputException(_errors.ToDictionary(e => e.Key, e => e.Value.ToArray(), StringComparer.Ordinal));
        }
    }
}
