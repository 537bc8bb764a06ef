using System.Globalization;
using System.Text;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Sentences;

/// <summary>Writes sentences in the units chosen; web/src/words/sentences.ts does the same, and both are held against the same table.</summary>
public static class SentenceText
{
    // A blend that is less sure than this is said from where to where, points (our own).
    internal const double WidestPct = 20;

    /// <summary>The sentence in a system of units.</summary>
    public static string Render(Sentence sentence, UnitSystem system) =>
        Replaced(sentence.Template, name => sentence.Values.TryGetValue(name, out var value) ? Number(value, system) : null);

    /// <summary>A number with its haze and its unit.</summary>
    public static string Number(SentenceValue value, UnitSystem system)
    {
        var style = UnitStyle.Of(value.Unit);
        var prefix = value.Unit == Unit.EthanolPct ? "E" : string.Empty;
        var symbol = value.Bare ? string.Empty : style.Symbol(system);
        var shown = style.Shown(value.Value, system);
        if (value.Digits is not { } digits)
        {
            return $"{prefix}{AsGiven(shown, system)}{symbol}";
        }

        // So much haze is a range, and no blend.
        if (value is { Unit: Unit.EthanolPct, PlusMinus: > WidestPct and var half })
        {
            return string.Create(CultureInfo.InvariantCulture, $"E{Math.Max(0, Math.Round(value.Value - half)):0} to E{Math.Min(100, Math.Round(value.Value + half)):0}{symbol}");
        }

        // As many more digits as the unit itself has more of in the other system.
        var most = system == UnitSystem.Us ? digits + style.UsDigits - style.Digits : digits;
        return prefix
            + HazyText.Number(shown, style.ShownStep(value.PlusMinus ?? 0, system), Math.Max(0, most), trim: value.Unit == Unit.EthanolPct && value.PlusMinus is null)
            + symbol;
    }

    /// <summary>A template with its names replaced; a name nobody knows stays as it is.</summary>
    internal static string Replaced(string template, Func<string, string?> of)
    {
        var written = new StringBuilder(template.Length + 16);
        for (var at = 0; at < template.Length; )
        {
            var end = template[at] == '{' ? template.IndexOf('}', at) : -1;
            if (end > at && of(template[(at + 1)..end]) is { } known)
            {
                written.Append(known);
                at = end + 1;
            }
            else
            {
                written.Append(template[at++]);
            }
        }

        return written.ToString();
    }

    // What was typed has come through a conversion and back: four digits give back what was typed.
    private static string AsGiven(double shown, UnitSystem system) =>
        system == UnitSystem.Metric || shown == 0 || !double.IsFinite(shown)
            ? Math.Round(shown, 3).ToString(CultureInfo.InvariantCulture)
            : Rounded(shown).ToString(CultureInfo.InvariantCulture);

    private static double Rounded(double shown)
    {
        var digits = 3 - (int)Math.Floor(Math.Log10(Math.Abs(shown)));
        if (digits > 15)
        {
            return 0;
        }

        var step = Math.Pow(10, -digits);
        return digits >= 0 ? Math.Round(shown, digits) : Math.Round(shown / step) * step;
    }
}
