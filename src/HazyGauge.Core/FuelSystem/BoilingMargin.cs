using System.Text.Json.Serialization;
using HazyGauge.Core.Quantities;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using MathNet.Numerics.RootFinding;

namespace HazyGauge.Core.FuelSystem;

/// <summary>How far a fuel is from boiling at one place.</summary>
/// <param name="VapourPressureKpa">Its vapour pressure at its temperature, kPa absolute.</param>
/// <param name="BubblePointC">Temperature at which it begins to boil at the pressure there, C.</param>
/// <param name="MarginK">How much hotter it may get, K; below 0 it boils.</param>
/// <param name="Findings">What that means.</param>
public sealed record BoilingMarginResult(Hazy VapourPressureKpa, Hazy BubblePointC, Hazy MarginK, IReadOnlyList<Finding> Findings);

/// <summary>
/// How far a fuel is from boiling. It matters where pressure is low: at the pump's inlet and in a return without pressure, not in a rail.
/// </summary>
public static class BoilingMargin
{
    // Less than this is taken up by one hot soak (our own limit).
    private const double NearK = 10;
    private const double LowestC = -90;
    private const double HighestC = 230;

    /// <summary>The margin.</summary>
    /// <param name="ethanolPct">Ethanol, % by volume.</param>
    /// <param name="gasolineAt37C8">True vapour pressure of the gasoline alone at 37.8 C.</param>
    /// <param name="fuel">Temperature of the fuel there.</param>
    /// <param name="there">Pressure there.</param>
    /// <param name="lawFactor">What may be wrong with the law, as a factor on the pressure; 1 where that is left out.</param>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public static BoilingMarginResult Of(Hazy ethanolPct, AbsolutePressure<Hazy> gasolineAt37C8, Celsius<Hazy> fuel, AbsolutePressure<Hazy> there, Hazy? lawFactor = null)
    {
        new InputCheck()
            .Within(ethanolPct.Value, 0, 100, "ethanolPct", "Ethanol", Unit.Percent)
            .Within(gasolineAt37C8.Kpa.Value, 5, 120, "gasolineVapourPressureKpaAt37_8C", "The vapor pressure of the gasoline", Unit.Kpa)
            .Within(fuel.C.Value, -40, 125, "fuelTempC", "Fuel temperature", Unit.Celsius)
            .Within(there.Kpa.Value, 20, 1000, "absolutePressureKpa", "The absolute pressure", Unit.Kpa)
            .ThrowIfAny();
        var law = lawFactor ?? 1;
        var blend = new Blend<Hazy>(ethanolPct, UsualFuels.Traditional<Hazy>());
        var bubble = BubblePointC(blend, gasolineAt37C8, there, law);
        var margin = bubble - fuel.C;
        return new BoilingMarginResult(law * BlendVapourPressure.At(blend, gasolineAt37C8, fuel).Kpa, bubble, margin, Findings(margin));
    }

    // Found with exact numbers; the haze is that of the pressure there, over its slope (implicit differentiation).
    private static Hazy BubblePointC(Blend<Hazy> blend, AbsolutePressure<Hazy> gasoline, AbsolutePressure<Hazy> there, Hazy law)
    {
        const double Step = 1e-3;
        var exact = new Blend<Exact>(blend.EthanolPct.Value, UsualFuels.Traditional<Exact>());
        var exactGasoline = new AbsolutePressure<Exact>(gasoline.Kpa.Value);
        double Over(double tempC) => (law.Value * BlendVapourPressure.At(exact, exactGasoline, new Celsius<Exact>(tempC)).Kpa.Value) - there.Kpa.Value;
        if (Over(HighestC) < 0)
        {
            throw new RefusedInputException("absolutePressureKpa", Sentence.Of($"At this pressure the fuel stays liquid beyond {Say.Given(HighestC, Unit.Celsius)}, beyond what the vapor pressure formula covers."));
        }

        var root = Brent.FindRoot(Over, LowestC, HighestC, 1e-9);
        var slope = (Over(root + Step) - Over(root - Step)) / (2 * Step);
        var over = (law * BlendVapourPressure.At(blend, gasoline, new Celsius<Hazy>(root)).Kpa) - there.Kpa;
        return over.Through(root, -1 / slope);
    }

    private static List<Finding> Findings(Hazy marginK)
    {
        var half = Interval95.HalfWidth(marginK);
        if (marginK.Value + half < 0)
        {
            return [new("boils", Severity.Stop, "The fuel boils here. The pump then draws vapor and the pressure falls. Cool the fuel, keep more of it in the tank, or burn less volatile gasoline.")];
        }

        if (marginK.Value - half < 0)
        {
            return [new("mayBoil", Severity.Caution, "The fuel may boil here, as far as is known. Measure its temperature on a hot day before relying on it.")];
        }

        return marginK.Value < NearK
            ? [new("nearBoiling", Severity.Caution, "The fuel is close to boiling. One hot soak or a mountain pass can take up the margin.")]
            : [new("farFromBoiling", Severity.Info, "The fuel does not boil here.")];
    }
}

/// <summary>A fuel at one place.</summary>
/// <param name="EthanolPct">Ethanol, % by volume.</param>
/// <param name="GasolineVapourPressureKpaAt37C8">True vapour pressure (not Reid) of the gasoline alone at 37.8 C, kPa.</param>
/// <param name="FuelTempC">Temperature of the fuel there, C.</param>
/// <param name="AbsolutePressureKpa">Pressure there, kPa absolute.</param>
public sealed record BoilingMarginQuery(
    Hazy EthanolPct,
    [property: JsonPropertyName("gasolineVapourPressureKpaAt37_8C")] Hazy GasolineVapourPressureKpaAt37C8,
    Hazy FuelTempC,
    Hazy AbsolutePressureKpa)
{
    /// <summary>How far it is from boiling.</summary>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public BoilingMarginResult Answer() => BoilingMargin.Of(EthanolPct, new(GasolineVapourPressureKpaAt37C8), new(FuelTempC), new(AbsolutePressureKpa));
}
