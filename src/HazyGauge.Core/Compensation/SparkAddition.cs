using System.Globalization;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Compensation;

/// <summary>
/// What a spark addition is computed from: two maps, the blend each was made on, and the spark between them. Any quantity may be
/// hazy; all of one computation share a ledger.
/// </summary>
/// <param name="EthanolPct">Ethanol in the line, % by volume, 0 to 100.</param>
/// <param name="GasolineMapEthanolPct">Blend the gasoline map was made on: nothing is added there.</param>
/// <param name="EthanolMapEthanolPct">Blend the ethanol map was made on: all is added there.</param>
/// <param name="FullAdditionDeg">Spark the ethanol map has more than the gasoline map, degrees of crank, 0 to 40.</param>
/// <param name="Weighting">How the addition grows between the two.</param>
/// <param name="SaturatesAtPct">Blend from which on a saturating addition is whole; null takes <see cref="UsualSaturatesAtPct"/>.</param>
public sealed record SparkAdditionInput(
    Hazy EthanolPct,
    Hazy GasolineMapEthanolPct,
    Hazy EthanolMapEthanolPct,
    Hazy FullAdditionDeg,
    SparkWeighting Weighting,
    Hazy? SaturatesAtPct = null
)
{
    /// <summary>Blend from which on a saturating addition is whole unless another is given (common practice, no source: E50 to E60).</summary>
    public const double UsualSaturatesAtPct = 60;

    /// <summary>Refuses what cannot be.</summary>
    /// <exception cref="RefusedInputException">A quantity is outside its range, or the blends do not rise.</exception>
    public void Check()
    {
        var check = new InputCheck()
            .Within(EthanolPct.Value, 0, 100, "ethanolPct", "Ethanol", Unit.Percent)
            .Within(GasolineMapEthanolPct.Value, 0, 100, "gasolineMapEthanolPct", "The blend the gasoline map was made on", Unit.Percent)
            .Within(EthanolMapEthanolPct.Value, 0, 100, "ethanolMapEthanolPct", "The blend the ethanol map was made on", Unit.Percent)
            .Within(FullAdditionDeg.Value, 0, 40, "fullAdditionDeg", "The full addition", Unit.Degrees)
            .Within(SaturatesAtPct?.Value, 0, 100, "saturatesAtPct", "The blend from which on all is added", Unit.Percent);
        if (EthanolMapEthanolPct.Value <= GasolineMapEthanolPct.Value)
        {
            check.Refuse("ethanolMapEthanolPct", "The ethanol map must have been made on more ethanol than the gasoline map; otherwise there is nothing to add spark along.");
        }

        if ((SaturatesAtPct is not null || Weighting == SparkWeighting.Saturating) && (SaturatesAtPct?.Value ?? UsualSaturatesAtPct) <= GasolineMapEthanolPct.Value)
        {
            check.Refuse(
                "saturatesAtPct",
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"All spark cannot be in by E{SaturatesAtPct?.Value ?? UsualSaturatesAtPct:0.#} when none is added up to E{GasolineMapEthanolPct.Value:0.#}; it must "
                        + $"be above that."
                )
            );
        }

        check.ThrowIfAny();
    }
}

/// <summary>The spark addition and how far it can be trusted.</summary>
/// <param name="Weight">Share of the full addition: 0 at the gasoline map's blend, 1 at the ethanol map's, negative below the first.</param>
/// <param name="AdditionDeg">Spark to add, degrees of crank; negative takes spark out.</param>
/// <param name="CautiousAdditionDeg">The same at the low end of the ethanol haze, ethanol - 2u, at least E0: the one to use.</param>
/// <param name="CautiousEthanolPct">The blend that is computed with, %.</param>
/// <param name="Findings">What it means, the gravest first.</param>
public sealed record SparkAdditionResult(Hazy Weight, Hazy AdditionDeg, Hazy CautiousAdditionDeg, double CautiousEthanolPct, IReadOnlyList<Finding> Findings)
{
    /// <summary>Where the doubt about the addition comes from, largest first.</summary>
    public IReadOnlyList<BudgetLine> Budget => HazeBudget.Of(AdditionDeg);
}

/// <summary>A point of the spark line.</summary>
/// <param name="EthanolPct">Ethanol, % by volume.</param>
/// <param name="AdditionDeg">Spark added there, degrees of crank.</param>
public sealed record SparkPoint(double EthanolPct, double AdditionDeg);

/// <summary>
/// How much of the spark between a gasoline map and an ethanol map belongs to the blend in the line. Less ethanol than believed
/// knocks, so the cautious end is the low one.
/// </summary>
public static class SparkAddition
{
    /// <summary>The spark addition.</summary>
    /// <param name="input">What is known.</param>
    /// <exception cref="RefusedInputException">A quantity is outside its range, or the blends do not rise.</exception>
    public static SparkAdditionResult Compute(SparkAdditionInput input)
    {
        input.Check();
        var weight = Weight(input, input.EthanolPct);
        var lowEnd = RealNumber.Clamp(input.EthanolPct - (2 * input.EthanolPct.StandardU), 0, 100);
        var addition = weight * input.FullAdditionDeg;
        var cautious = Weight(input, lowEnd) * input.FullAdditionDeg;
        return new SparkAdditionResult(weight, addition, cautious, lowEnd.Value, SparkFindings.Of(input, weight, cautious));
    }

    /// <summary>The addition over all blends, for drawing: every five percent and wherever the line bends.</summary>
    /// <exception cref="RefusedInputException">A quantity is outside its range, or the blends do not rise.</exception>
    public static IReadOnlyList<SparkPoint> Curve(SparkAdditionInput input)
    {
        input.Check();
        var bends = new[] { input.GasolineMapEthanolPct.Value, input.EthanolMapEthanolPct.Value, WholeFrom(input).Value };
        return [.. Enumerable.Range(0, 21).Select(i => 5.0 * i).Concat(bends).Distinct().Order().Select(e => new SparkPoint(e, (Weight(input, e) * input.FullAdditionDeg).Value))];
    }

    /// <summary>
    /// What may be set while the fueling is not proven: spark comes out, but none goes in. Taking spark out moves away from knock,
    /// so that part is never held back.
    /// </summary>
    public static Hazy HeldUntilProven(Hazy additionDeg) => HazyLimit.AtMost(additionDeg, 0);

    /// <summary>
    /// Share of the full addition at a blend. It follows the straight line through both maps beyond the first (no map was made there,
    /// but less ethanol than the map's still knocks sooner) and stays whole beyond the second.
    /// </summary>
    private static Hazy Weight(SparkAdditionInput input, Hazy ethanolPct)
    {
        var (none, all) = (input.GasolineMapEthanolPct, input.EthanolMapEthanolPct);
        var weight = input.Weighting switch
        {
            SparkWeighting.Linear => Share(ethanolPct, none, all),
            SparkWeighting.Mole => Share(MoleFraction(ethanolPct), MoleFraction(none), MoleFraction(all)),
            SparkWeighting.Saturating => Share(ethanolPct, none, WholeFrom(input)),
            _ => throw new ArgumentOutOfRangeException(nameof(input), input.Weighting, "Not a weighting."),
        };
        return HazyLimit.AtMost(weight, 1);
    }

    // At the ethanol map's own blend all of its spark is in, wherever it is said to saturate.
    private static Hazy WholeFrom(SparkAdditionInput input)
    {
        var saturates = input.SaturatesAtPct ?? SparkAdditionInput.UsualSaturatesAtPct;
        return saturates.Value > input.EthanolMapEthanolPct.Value ? input.EthanolMapEthanolPct : saturates;
    }

    private static Hazy Share(Hazy at, Hazy none, Hazy all) => (at - none) / (all - none);

    private static Hazy MoleFraction(Hazy ethanolPct) => new Blend<Hazy>(ethanolPct, UsualFuels.Traditional<Hazy>()).MoleFraction;
}
