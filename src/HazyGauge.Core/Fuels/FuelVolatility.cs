using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Quantities;
using HazyGauge.Core.Sentences;
using MathNet.Numerics.RootFinding;

namespace HazyGauge.Core.Fuels;

/// <summary>
/// How volatile a fuel is, as somebody knows it: by the Reid pressure of its gasoline alone, or by that of the finished fuel as the pump sells it, which is
/// what a class is given for.
/// </summary>
/// <param name="GasolineReidKpa">Reid pressure of the gasoline alone, kPa.</param>
/// <param name="FinishedFuelReidKpa">Reid pressure of the finished fuel, kPa.</param>
/// <param name="FinishedFuelEthanolPct">Ethanol in the finished fuel, % by volume.</param>
public sealed record FuelVolatility(Hazy? GasolineReidKpa, Hazy? FinishedFuelReidKpa, Hazy? FinishedFuelEthanolPct)
{
    // From here on a label is taken for the blend: winter classes of it hold less (ASTM D5798, from memory).
    private const double WinterLabelFromPct = 70;
    private const string WinterHoldsLess = "Winter fuel sold as E85 holds E51 to E83: test a sample, and give what it holds.";

    // With less gasoline than this its own pressure hardly shows in that of the blend.
    internal const double MostEthanolPct = 90;

    /// <summary>The Reid pressure of the gasoline alone, converted where it was given for the finished fuel.</summary>
    /// <exception cref="RefusedInputException">Neither or both are given, or what is given cannot be.</exception>
    public ReidPressure<Hazy> Gasoline()
    {
        const double Least = GasolineVapourPressure.LeastReidKpa,
            Most = GasolineVapourPressure.MostReidKpa;
        var check = new InputCheck()
            .Within(GasolineReidKpa, Least, Most, "gasolineReidKpa", "The Reid pressure of the gasoline", Unit.Kpa)
            .Within(FinishedFuelReidKpa, Least, Most, "finishedFuelReidKpa", "The Reid pressure of the finished fuel", Unit.Kpa)
            .Within(FinishedFuelEthanolPct, 0, MostEthanolPct, "finishedFuelEthanolPct", "Ethanol in the finished fuel", Unit.EthanolPct);
        if (GasolineReidKpa is not null && FinishedFuelReidKpa is not null)
        {
            check.Refuse("finishedFuelReidKpa", "Give the Reid pressure of the gasoline alone or of the finished fuel, not both.");
        }
        else if (GasolineReidKpa is null && FinishedFuelReidKpa is null)
        {
            check.Refuse("gasolineReidKpa", "The Reid pressure is missing: give that of the gasoline alone or of the finished fuel.");
        }
        else if (FinishedFuelReidKpa is not null && FinishedFuelEthanolPct is null)
        {
            check.Refuse("finishedFuelEthanolPct", "Say how much ethanol the finished fuel holds: the class at the pump counts with it.");
        }

        check.ThrowIfAny();
        return GasolineReidKpa is { } alone ? new(alone) : Inside(FinishedFuelReidKpa!.Value, FinishedFuelEthanolPct!.Value);
    }

    // Found with exact numbers; the haze is that of both answers, over the slope (implicit differentiation).
    private static ReidPressure<Hazy> Inside(Hazy finishedKpa, Hazy ethanolPct)
    {
        const double Least = GasolineVapourPressure.LeastReidKpa,
            Most = GasolineVapourPressure.MostReidKpa,
            Step = 1e-3;
        var exact = new Blend<Exact>(ethanolPct.Value, UsualFuels.Traditional<Exact>());
        double Reid(double gasolineKpa) => BlendVapourPressure.ReidOf(exact, new ReidPressure<Exact>(gasolineKpa)).Kpa.Value;
        if (Reid(Least) > finishedKpa.Value || Reid(Most) < finishedKpa.Value)
        {
            throw new RefusedInputException(
                "finishedFuelReidKpa",
                Sentence.Of(
                    $"No gasoline makes {Say.Ethanol(ethanolPct.Value)} of {Say.Kpa(finishedKpa.Value)}: with one that is sold it is between {Say.Kpa(Reid(Least))} and "
                        + $"{Say.Kpa(Reid(Most))}. {(ethanolPct.Value > WinterLabelFromPct ? WinterHoldsLess : "Check both.")}"
                )
            );
        }

        var root = Brent.FindRoot(g => Reid(g) - finishedKpa.Value, Least, Most, 1e-9);
        var slope = (Reid(root + Step) - Reid(root - Step)) / (2 * Step);
        var over = BlendVapourPressure.ReidOf(new Blend<Hazy>(ethanolPct, UsualFuels.Traditional<Hazy>()), new ReidPressure<Hazy>(root)).Kpa - finishedKpa;
        return new(over.Through(root, -1 / slope));
    }
}
