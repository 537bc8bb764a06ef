using System.Globalization;

namespace HazyGauge.Core.Haze;

/// <summary>Hazy numbers in words, with no more digits than their haze allows.</summary>
public static class HazyText
{
    /// <summary>An ethanol content with its 95 % half-width, like "E73 ± 5".</summary>
    public static string Ethanol(double ethanolPct, double plusMinus)
    {
        var digits = plusMinus < 0.95 ? "0.0" : "0";
        return $"E{ethanolPct.ToString(digits, CultureInfo.InvariantCulture)} ± {plusMinus.ToString(digits, CultureInfo.InvariantCulture)}";
    }
}
