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
    /// <param name="trim">True where an exact number drops zeros at its end.</param>
    public static string Number(double value, double plusMinus, int mostDigits, bool trim = false)
    {
        if (trim && plusMinus <= 0)
        {
            return Rounded(value, mostDigits).ToString("0." + new string('#', mostDigits), CultureInfo.InvariantCulture);
        }

        var digits = plusMinus <= 0 ? mostDigits : Math.Clamp((int)Math.Ceiling(-Math.Log10(plusMinus) + 0.02), 0, mostDigits);
        var format = "F" + digits.ToString(CultureInfo.InvariantCulture);
        var half = Rounded(plusMinus, digits).ToString(format, CultureInfo.InvariantCulture);
        return Rounded(value, digits).ToString(format, CultureInfo.InvariantCulture) + (half.Any(c => c is >= '1' and <= '9') ? $" ± {half}" : string.Empty);
    }

    // Halves go up, as on paper and on the page: formatting alone would take them either way.
    private static double Rounded(double value, int digits) => Math.Round(value, digits, MidpointRounding.AwayFromZero);
}
