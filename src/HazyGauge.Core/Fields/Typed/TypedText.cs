using System.Globalization;
using System.Text.RegularExpressions;

namespace HazyGauge.Core.Fields.Typed;

/// <summary>A number as it was typed, taken apart.</summary>
/// <param name="Number">The number.</param>
/// <param name="Other">The other number it could be, where a comma may be a decimal one or one of thousands.</param>
/// <param name="Unit">What stands behind it; empty where nothing does.</param>
/// <param name="BehindE">True where it stands behind an E, as blends are written.</param>
/// <param name="HasDecimals">True where it has a decimal point or comma.</param>
/// <param name="PlusMinus">The half-width behind a plus-minus sign; null where there is none.</param>
internal sealed partial record TypedText(double Number, double? Other, string Unit, bool BehindE, bool HasDecimals, double? PlusMinus)
{
    // A typed number is short: whatever is longer is no number.
    private const int Longest = 60;

    /// <summary>Takes a text apart; null where no number begins it.</summary>
    public static TypedText? Of(string text)
    {
        // The signs a phone or a document puts in for the plain ones.
        var plain = text.Replace('\u2212', '-').Replace('\u2013', '-').Replace('\u00a0', ' ').Replace('\u202f', ' ').Replace('\u2009', ' ').Replace('٫', '.').Trim();
        if (plain.Length is 0 or > Longest || Whole().Match(plain) is not { Success: true } match || Read(match.Groups["number"].Value) is not var (number, other, decimals))
        {
            return null;
        }

        double? half = null;
        if (match.Groups["half"] is { Success: true, Value: var typed })
        {
            if (Read(typed) is not var (width, _, _) || width < 0)
            {
                return null;
            }

            half = width;
        }

        return new TypedText(
            number,
            other,
            (match.Groups["unit"] is { Length: > 0, Value: var unit } ? unit : match.Groups["behind"].Value).Trim(),
            match.Groups["e"].Success,
            decimals,
            half
        );
    }

    private static (double Number, double? Other, bool HasDecimals)? Read(string typed)
    {
        if (Fraction().Match(typed) is { Success: true } fraction)
        {
            var (whole, above, below) = (Part(fraction, "whole"), Part(fraction, "above"), Part(fraction, "below"));
            return below == 0 ? null : (whole + (above / below), null, true);
        }

        var digits = typed
            .Replace("'", string.Empty, StringComparison.Ordinal)
            .Replace("’", string.Empty, StringComparison.Ordinal)
            .Replace(" ", string.Empty, StringComparison.Ordinal);
        var (commas, points) = (digits.Count(c => c == ','), digits.Count(c => c == '.'));

        // Of two different signs the last one is the decimal one; a sign that stands more than once groups thousands.
        if (commas > 0 && points > 0)
        {
            var (decimalSign, grouping) = digits.LastIndexOf(',') > digits.LastIndexOf('.') ? (',', '.') : ('.', ',');
            return digits.Count(c => c == decimalSign) == 1 && IsGrouped(digits[..digits.IndexOf(decimalSign, StringComparison.Ordinal)], grouping)
                ? Parsed(digits.Replace(grouping.ToString(), string.Empty, StringComparison.Ordinal).Replace(decimalSign, '.'), null)
                : null;
        }

        if (commas > 1 || points > 1)
        {
            var sign = commas > 1 ? ',' : '.';
            return IsGrouped(digits, sign) ? Parsed(digits.Replace(sign.ToString(), string.Empty, StringComparison.Ordinal), null) : null;
        }

        var asDecimal = digits.Replace(',', '.');
        return commas == 1 && IsGrouped(digits, ',') && double.Parse(asDecimal, NumberStyles.Float, CultureInfo.InvariantCulture) is var small
            ? Parsed(digits.Replace(",", string.Empty, StringComparison.Ordinal), small)
            : Parsed(asDecimal, null);
    }

    // Groups of three behind one to three digits that are not a lone nought: 6,500 but not 0,850.
    private static bool IsGrouped(string digits, char sign)
    {
        var groups = digits.TrimStart('-', '+').Split(sign);
        return groups[0].Length is >= 1 and <= 3 && groups[0].Trim('0').Length > 0 && groups.Skip(1).All(g => g.Length == 3 && g.All(char.IsAsciiDigit));
    }

    private static (double, double?, bool)? Parsed(string digits, double? other) =>
        double.TryParse(digits, NumberStyles.Float, CultureInfo.InvariantCulture, out var number) && double.IsFinite(number)
            ? (number, other, digits.Contains('.', StringComparison.Ordinal))
            : null;

    private static double Part(Match match, string name) => match.Groups[name] is { Success: true, Value: var value } ? double.Parse(value, CultureInfo.InvariantCulture) : 0;

    [GeneratedRegex(
        @"^(?<e>[eE](?=\s*\d))?\s*(?<number>[-+]?(?:(?:\d+\s+)?\d+\s*/\s*\d+(?!\d)|(?:\d{1,3}(?:[ '’]\d{3})+(?!\d)|\d+)?(?:[.,]\d+)*(?:[eE][-+]?\d+)?))"
            + @"\s*(?<unit>1\s*/\s*min|[^\d\s±+-][^±+]*?)?\s*(?:(?:±|\+\s*/?\s*-)\s*(?<half>\d+(?:[.,]\d+)?)\s*(?<behind>[^\d\s±].*)?)?$",
        RegexOptions.CultureInvariant,
        matchTimeoutMilliseconds: PatternLimit.Milliseconds
    )]
    private static partial Regex Whole();

    [GeneratedRegex(@"^\+?(?:(?<whole>\d{1,4})\s+)?(?<above>\d{1,4})\s*/\s*(?<below>\d{1,4})$", RegexOptions.CultureInvariant, matchTimeoutMilliseconds: PatternLimit.Milliseconds)]
    private static partial Regex Fraction();
}
