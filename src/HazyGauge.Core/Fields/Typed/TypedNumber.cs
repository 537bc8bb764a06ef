using System.Globalization;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Fields.Typed;

/// <summary>Something else that may have been meant.</summary>
/// <param name="Text">As it would be typed.</param>
/// <param name="Value">That number, in the unit it is stored in.</param>
public sealed record MeantNumber(string Text, double Value);

/// <summary>Why a number that is possible is not believed without a question.</summary>
/// <param name="Text">The question, with what was typed in it.</param>
/// <param name="Meant">What may have been meant.</param>
public sealed record TypedDoubt(string Text, IReadOnlyList<MeantNumber> Meant);

/// <summary>A typed number as it is understood.</summary>
/// <param name="Value">The number, in the unit it is stored in.</param>
/// <param name="Unit">That unit; empty for a plain number.</param>
/// <param name="Shown">It in the units shown.</param>
/// <param name="PlusMinus">The half-width typed with it, in that unit; null where none was.</param>
/// <param name="Doubt">Why it is asked about; null where nothing speaks against it.</param>
public sealed record TypedNumber(double Value, string Unit, string Shown, double? PlusMinus = null, TypedDoubt? Doubt = null)
{
    private const double AirKpa = 101.325;
    private const int EverydayUnits = 4;
    private const int Digits = 5;

    /// <summary>Understands what was typed.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="question">What it is for.</param>
    /// <param name="system">The units that are shown: what a number without a unit is taken in.</param>
    /// <exception cref="RefusedInputException">It is no number of this kind, or one that cannot be; named text.</exception>
    public static TypedNumber Of(string text, TypedQuestion question, UnitSystem system)
    {
        var shown = UnitNames.Shown(question.Unit, system);
        var typed = TypedText.Of(text) ?? throw Refused($"\u201c{Wording.Quoted(text)}\u201d is not a number. Type it like {Examples(question.Unit, shown)}.");
        if (typed.BehindE && question.Unit != Sentences.Unit.EthanolPct)
        {
            throw Refused($"\u201c{Wording.Quoted(text)}\u201d is a blend; {Asked(question)} is asked for.");
        }

        // Written as absolute, it is brought to what is asked for: above the air around.
        var (unitText, isAbsolute) = WithoutAbsolute(typed.Unit, question);
        var unit = unitText.Length == 0 ? shown : UnitNames.Find(question.Unit, unitText) ?? throw UnknownUnit(text, unitText, question, shown);
        double Metric(double number) => Tidy(unit.Metric(number) - (isAbsolute ? AirKpa : 0));
        var (number, other) = Chosen(typed, question, Metric);
        var value = Metric(number);
        var meant = Meant(typed, number, value, other, unitText.Length == 0, question, shown, system);
        if (!Possible(value, question))
        {
            throw Refused(OutOfRange(text, question, meant, system));
        }

        double? half = typed.PlusMinus is { } width ? Tidy(width * unit.Factor) : null;
        var symbol = UnitStyle.Of(question.Unit).Metric.Trim();
        return new TypedNumber(
            value,
            question.Unit == Sentences.Unit.EthanolPct ? "%" : symbol,
            InUnits(value, question.Unit, system),
            half,
            Doubted(text, value, isAbsolute, unitText.Length == 0, meant, question, system)
        );
    }

    // A comma before three digits groups thousands, unless only the decimal number can be.
    private static (double Number, double? Other) Chosen(TypedText typed, TypedQuestion question, Func<double, double> metric) =>
        typed.Other is not { } small ? (typed.Number, null)
        : !Fits(metric(typed.Number), question) && Fits(metric(small), question) ? (small, typed.Number)
        : (typed.Number, small);

    private static List<MeantNumber> Meant(TypedText typed, double number, double value, double? other, bool isBare, TypedQuestion question, NamedUnit shown, UnitSystem system)
    {
        var meant = new List<MeantNumber>();
        void Add(string typedAs, double metric)
        {
            if (Fits(metric, question) && !metric.Equals(value) && meant.TrueForAll(m => m.Value != metric))
            {
                meant.Add(new MeantNumber(typedAs, metric));
            }
        }

        if (IsFraction(typed, number, question.Unit))
        {
            Add(InUnits(Tidy(number * 100), question.Unit, system), Tidy(number * 100));
            return meant;
        }

        if (Fits(value, question))
        {
            return meant;
        }

        if (other is { } comma)
        {
            Add($"{Plain(comma)} {shown.Name}".Trim(), Tidy(shown.Metric(comma)));
        }

        if (isBare)
        {
            // The same digits in another unit people use for it every day.
            foreach (var unit in UnitNames.Of(question.Unit).Take(EverydayUnits).Where(u => u.Name != shown.Name))
            {
                Add($"{Plain(number)} {unit.Name}", Tidy(unit.Metric(number)));
            }
        }

        if (question is { AboveAir: true, Unit: Sentences.Unit.Kpa })
        {
            Add(InUnits(Tidy(value - AirKpa), question.Unit, system), Tidy(value - AirKpa));
        }

        return [.. meant.Take(3)];
    }

    // 0.85 for 85 %: nobody types a percentage below one with decimals but by mistake.
    private static bool IsFraction(TypedText typed, double number, Unit unit) =>
        unit is Sentences.Unit.EthanolPct or Sentences.Unit.Percent && typed is { HasDecimals: true, Unit: "" } && number is > 0 and < 1;

    private static TypedDoubt? Doubted(string text, double value, bool isAbsolute, bool isBare, List<MeantNumber> meant, TypedQuestion question, UnitSystem system)
    {
        if (isAbsolute)
        {
            return new TypedDoubt($"{Wording.Quoted(text)} absolute is {InUnits(value, question.Unit, system)} above the air at sea level; higher up the air is lighter.", []);
        }

        if (meant.Count > 0)
        {
            return new TypedDoubt($"{InUnits(value, question.Unit, system)} is unlikely here. Did you mean {string.Join(" or ", meant.Select(m => m.Text))}?", meant);
        }

        if (question.WithPlus is { } more && text.TrimStart().StartsWith('+'))
        {
            return new TypedDoubt($"\u201c{Wording.Quoted(text)}\u201d is taken as {InUnits(value, question.Unit, system)} in all. {more}", []);
        }

        // Whoever types the unit knows what he measured.
        return Fits(value, question) || !isBare ? null : new TypedDoubt($"{InUnits(value, question.Unit, system)} is unlikely here. Look again.", []);
    }

    private static bool Possible(double value, TypedQuestion question) =>
        double.IsFinite(value) && value >= (question.Min ?? double.MinValue) && value <= (question.Max ?? double.MaxValue);

    private static bool Fits(double value, TypedQuestion question) => Possible(value, question) && (question.Likely is not var (least, most) || (value >= least && value <= most));

    private static string OutOfRange(string text, TypedQuestion question, List<MeantNumber> meant, UnitSystem system)
    {
        string In(double metric) => SentenceText.Number(Say.Given(metric, question.Unit), system);
        var what = question.Label ?? Wording.Begun(Asked(question));
        var range = question switch
        {
            { Min: { } min, Max: { } max } => $"{what} must be between {SentenceText.Number(Say.Bare(min, question.Unit), system)} and {In(max)}",
            { Min: { } min } => $"{what} must be {In(min)} or more",
            { Max: { } max } => $"{what} must be at most {In(max)}",
            _ => $"{what} must be a number that can be",
        };
        var asks = meant.Count > 0 ? $" Did you mean {string.Join(" or ", meant.Select(m => m.Text))}?" : string.Empty;
        return $"{range}; \u201c{Wording.Quoted(text)}\u201d cannot be right.{asks}";
    }

    private static RefusedInputException UnknownUnit(string text, string unitText, TypedQuestion question, NamedUnit shown)
    {
        var others = UnitNames.KindsMeasuredIn(unitText).ToList();
        var units = UnitNames.Of(question.Unit);
        var known = string.Join(", ", units.Select(u => u.Name).Take(4));
        return Refused(
            others.Count > 0
                ? $"\u201c{Wording.Quoted(text)}\u201d is {An(others[0])}; {Asked(question)} is asked for, in {known}."
                : $"\u201c{Wording.Quoted(text)}\u201d: nobody measures {Asked(question)} in \u201c{Wording.Quoted(unitText)}\u201d. Use {(units.Count > 1 ? known : shown.Name)}."
        );
    }

    private static (string Unit, bool IsAbsolute) WithoutAbsolute(string unit, TypedQuestion question)
    {
        if (question.Unit != Sentences.Unit.Kpa)
        {
            return (unit, false);
        }

        foreach (var ending in new[] { " absolute", " abs.", " abs", "(abs)", "(a)" })
        {
            if (unit.EndsWith(ending, StringComparison.OrdinalIgnoreCase))
            {
                return (unit[..^ending.Length].Trim(), true);
            }
        }

        return unit.ToLowerInvariant() is "psia" or "bara" or "kpaa" ? (unit[..^1], true) : (unit, false);
    }

    // What a person would type again: a conversion leaves no trail of digits.
    private static double Tidy(double metric) => Math.Round(metric, 6) is var tidy && tidy == 0 ? 0 : tidy;

    // With the digits somebody would type, so that what is shown is understood as the same again.
    private static string InUnits(double metric, Unit unit, UnitSystem system)
    {
        var style = UnitStyle.Of(unit);
        var shown = style.Shown(metric, system);
        var decimals = shown == 0 ? 0 : Math.Clamp(Digits - 1 - (int)Math.Floor(Math.Log10(Math.Abs(shown))), 0, 8);
        return $"{(unit == Sentences.Unit.EthanolPct ? "E" : string.Empty)}{Plain(Math.Round(shown, decimals))}{style.Symbol(system)}";
    }

    private static string Plain(double number) => number.ToString("0.########", CultureInfo.InvariantCulture);

    private static string Examples(Unit unit, NamedUnit shown) =>
        unit == Sentences.Unit.EthanolPct
            ? "85, E85 or 85 %"
            : string.Join(" or ", new[] { $"73.5 {shown.Name}".Trim() }.Concat(UnitNames.Of(unit).Where(u => u.Name != shown.Name).Take(1).Select(u => $"73.5 {u.Name}")));

    private static string Asked(TypedQuestion question) => An(UnitNames.KindOf(question.Unit));

    private static string An(string kind) => $"{(kind[0] is 'a' or 'e' or 'i' or 'o' or 'u' ? "an" : "a")} {kind}";

    private static RefusedInputException Refused(string why) => new("text", why);
}
