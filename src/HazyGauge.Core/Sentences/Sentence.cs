using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Sentences;

/// <summary>A number of a sentence.</summary>
/// <param name="Value">The number, in its metric unit.</param>
/// <param name="PlusMinus">Half-width of its 95 % interval; null where it is said as exact.</param>
/// <param name="Unit">What it is measured in.</param>
/// <param name="Digits">Most digits after the point, metric; null where the number is said as it was given.</param>
/// <param name="Bare">True where its unit stands beside another number of the sentence.</param>
public sealed record SentenceValue(double Value, double? PlusMinus, Unit Unit, int? Digits = null, bool Bare = false);

/// <summary>
/// One sentence or a few that carry their numbers, so that whoever shows them writes them in the units chosen. Written once, in Core, as an
/// interpolated string whose numbers are <see cref="SentenceValue"/>: <c>Sentence.Of($"At {Say.Kw(power)} it carries E85.")</c>.
/// </summary>
/// <param name="Template">The words, with a name in braces where a number stands.</param>
/// <param name="Values">The numbers by name.</param>
public sealed record Sentence(string Template, IReadOnlyDictionary<string, SentenceValue> Values)
{
    private static readonly IReadOnlyDictionary<string, SentenceValue> NoValues = new Dictionary<string, SentenceValue>(StringComparer.Ordinal);

    /// <summary>Nothing said.</summary>
    public static readonly Sentence Empty = string.Empty;

    /// <summary>In words, metric: for programs, logs and metric paper.</summary>
    public string Text => SentenceText.Render(this, UnitSystem.Metric);

    /// <summary>Words without a number.</summary>
    public static implicit operator Sentence(string words) => new(words, NoValues);

    /// <summary>One sentence behind another, with a space between.</summary>
    public static Sentence operator +(Sentence first, Sentence then) =>
        first.Template.Length == 0 ? then
        : then.Template.Length == 0 ? first
        : Of($"{first} {then}");

    /// <summary>A sentence from an interpolated string.</summary>
    public static Sentence Of(SentenceHandler words) => words.Done();

    /// <summary>Several, parted by something.</summary>
    public static Sentence Join(string between, IEnumerable<Sentence> sentences)
    {
        var all = sentences.ToList();
        var handler = new SentenceHandler(0, 0);
        for (var i = 0; i < all.Count; i++)
        {
            handler.AppendLiteral(i > 0 ? between : string.Empty);
            handler.AppendFormatted(all[i]);
        }

        return handler.Done();
    }

    /// <summary>The same with its first letter small, to stand inside another.</summary>
    public Sentence Inside() => Template.Length > 0 && Template[0] != '{' ? this with { Template = char.ToLowerInvariant(Template[0]) + Template[1..] } : this;
}

/// <summary>Numbers for a sentence.</summary>
public static class Say
{
    /// <summary>A power.</summary>
    public static SentenceValue Kw(double kw) => new(kw, null, Unit.Kw, 0);

    /// <summary>A power with its haze.</summary>
    public static SentenceValue Kw(Hazy kw) => Of(kw, Unit.Kw, 0);

    /// <summary>A pressure.</summary>
    public static SentenceValue Kpa(double kpa) => new(kpa, null, Unit.Kpa, 0);

    /// <summary>A pump's flow.</summary>
    public static SentenceValue Lph(double lph) => new(lph, null, Unit.Lph, 0);

    /// <summary>An injector's flow.</summary>
    public static SentenceValue CcPerMin(double ccPerMin) => new(ccPerMin, null, Unit.CcPerMin, 0);

    /// <summary>A length of parts, hose or gaps.</summary>
    public static SentenceValue Mm(double mm, int digits = 0) => new(mm, null, Unit.Millimetre, digits);

    /// <summary>A temperature, C, to whole degrees.</summary>
    public static SentenceValue Celsius(double celsius) => new(celsius, null, Unit.Celsius, 0);

    /// <summary>A blend.</summary>
    public static SentenceValue Ethanol(double ethanolPct, int digits = 0) => new(ethanolPct, null, Unit.EthanolPct, digits);

    /// <summary>A blend with its haze.</summary>
    public static SentenceValue Ethanol(Hazy ethanolPct) => Of(ethanolPct, Unit.EthanolPct, 1);

    /// <summary>A percentage.</summary>
    public static SentenceValue Percent(double percent, int digits = 0) => new(percent, null, Unit.Percent, digits);

    /// <summary>A percentage with its haze.</summary>
    public static SentenceValue Percent(Hazy percent) => Of(percent, Unit.Percent, 0);

    /// <summary>A number as it was given or stands in a rule, with as many digits as it needs.</summary>
    public static SentenceValue Given(double value, Unit unit) => new(value, null, unit);

    /// <summary>The same without its unit.</summary>
    public static SentenceValue Bare(double value, Unit unit) => new(value, null, unit, Bare: true);

    /// <summary>A number with its haze, exact where it has none.</summary>
    /// <param name="number">The number.</param>
    /// <param name="unit">What it is measured in.</param>
    /// <param name="digits">Most digits after the point.</param>
    public static SentenceValue Of(Hazy number, Unit unit, int digits) => new(number.Value, Interval95.HalfWidth(number) is > 0 and var half ? half : null, unit, digits);
}
