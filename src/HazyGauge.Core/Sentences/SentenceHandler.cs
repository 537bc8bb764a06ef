using System.Globalization;
using System.Runtime.CompilerServices;
using System.Text;

namespace HazyGauge.Core.Sentences;

/// <summary>Gathers the words and the numbers of an interpolated string.</summary>
[InterpolatedStringHandler]
public readonly ref struct SentenceHandler
{
    private readonly StringBuilder _template;
    private readonly Dictionary<string, SentenceValue> _values;

    /// <summary>For the compiler.</summary>
    public SentenceHandler(int literalLength, int formattedCount)
    {
        _template = new StringBuilder(literalLength + (8 * formattedCount));
        _values = new Dictionary<string, SentenceValue>(StringComparer.Ordinal);
    }

    /// <summary>Words.</summary>
    public void AppendLiteral(string words) => _template.Append(words);

    /// <summary>A number; it is named after its unit.</summary>
    public void AppendFormatted(SentenceValue value) => _template.Append('{').Append(Add(value)).Append('}');

    /// <summary>Another sentence, with its numbers.</summary>
    public void AppendFormatted(Sentence sentence)
    {
        var names = new Dictionary<string, string>(StringComparer.Ordinal);
        foreach (var (name, value) in sentence.Values)
        {
            names[name] = Add(value);
        }

        _template.Append(SentenceText.Replaced(sentence.Template, name => names.TryGetValue(name, out var renamed) ? $"{{{renamed}}}" : null));
    }

    /// <summary>Words, or a number whose unit is the same everywhere.</summary>
    public void AppendFormatted<T>(T value) => AppendFormatted(value, null);

    /// <summary>Words, or a number whose unit is the same everywhere.</summary>
    public void AppendFormatted<T>(T value, string? format) =>
        _template.Append(value is IFormattable formattable ? formattable.ToString(format, CultureInfo.InvariantCulture) : value?.ToString());

    internal Sentence Done() => new(_template.ToString(), _values);

    private string Add(SentenceValue value)
    {
        var word = value.Unit == Unit.None ? "number" : char.ToLowerInvariant(value.Unit.ToString()[0]) + value.Unit.ToString()[1..];
        var name = word;
        for (var i = 2; _values.ContainsKey(name); i++)
        {
            name = string.Create(CultureInfo.InvariantCulture, $"{word}{i}");
        }

        _values[name] = value;
        return name;
    }
}
