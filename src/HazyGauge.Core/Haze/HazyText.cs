using System.Globalization;

namespace HazyGauge.Core.Haze;

/// <summary>Hazy numbers in words, with no more digits than their haze allows.</summary>
public static class HazyText
{
    /// <summary>An ethanol content with its 95 % half-width, like "E73 ± 5".</summary>
    public static string Ethanol(double ethanolPct, double plusMinus) =>
        "E" + (plusMinus <= 0 ? ethanolPct.ToString("0.#", CultureInfo.InvariantCulture) : Number(ethanolPct, plusMinus, 1));

    /// <summary>A number with its 95 % half-width, like "1.32 ± 0.04"; a half-width that would print as nothing is left out.</summary>
    /// <param name="value">The number.</param>
    /// <param name="plusMinus">Half-width, 0 or more.</param>
    /// <param name="mostDigits">Most digits after the point; as many where the number is exact.</param>
    public static string Number(double value, double plusMinus, int mostDigits)
    {
        var digits = plusMinus <= 0 ? mostDigits : Math.Clamp((int)Math.Ceiling(-Math.Log10(plusMinus) + 0.02), 0, mostDigits);
        var format = "F" + digits.ToString(CultureInfo.InvariantCulture);
        var half = plusMinus.ToString(format, CultureInfo.InvariantCulture);
        return value.ToString(format, CultureInfo.InvariantCulture) + (half.Any(c => c is >= '1' and <= '9') ? $" ± {half}" : string.Empty);
    }
}
