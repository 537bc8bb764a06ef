using HazyGauge.Core.Compensation;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Web.Haze;

namespace HazyGauge.Web.Stations.Compensate;

/// <summary>What a spark addition is computed from.</summary>
/// <param name="EthanolPct">Ethanol in the line, % by volume.</param>
/// <param name="GasolineMapEthanolPct">Blend the gasoline map was made on, % by volume: weight 0.</param>
/// <param name="EthanolMapEthanolPct">Blend the ethanol map was made on, % by volume: weight 1.</param>
/// <param name="FullAdditionDeg">Spark the ethanol map has more than the gasoline map, degrees of crank.</param>
/// <param name="Weighting">How the addition grows between the two.</param>
/// <param name="SaturatesAtPct">Blend from which on a saturating addition is whole. Default 60.</param>
public sealed record SparkAdditionRequest(
    HazyInput? EthanolPct,
    HazyInput? GasolineMapEthanolPct,
    HazyInput? EthanolMapEthanolPct,
    HazyInput? FullAdditionDeg,
    SparkWeighting? Weighting,
    HazyInput? SaturatesAtPct = null);

/// <summary>The spark addition.</summary>
/// <param name="Weight">Share of the full addition: 0 at the gasoline map's blend, 1 at the ethanol map's and above, negative below the first.</param>
/// <param name="AdditionDeg">Spark to add, degrees of crank; negative takes spark out.</param>
/// <param name="CautiousAdditionDeg">The same at ethanol - 2u, at least E0.</param>
/// <param name="Findings">What it means, the gravest first.</param>
/// <param name="Budget">Where the doubt about the addition comes from, largest first.</param>
public sealed record SparkAdditionAnswer(
    HazyNumber Weight, HazyNumber AdditionDeg, HazyNumber CautiousAdditionDeg, IReadOnlyList<Finding> Findings, IReadOnlyList<BudgetLine> Budget)
{
    /// <summary>The answer for a result of Core.</summary>
    public static SparkAdditionAnswer From(SparkAdditionResult result) => new(
        HazyNumber.From(result.Weight),
        HazyNumber.From(result.AdditionDeg),
        HazyNumber.From(result.CautiousAdditionDeg),
        result.Findings,
        BudgetLine.From(HazeBudget.Of(result.AdditionDeg)));
}

/// <summary>Computes a spark addition from a request.</summary>
internal static class SparkCalc
{
    /// <summary>The result of Core for a request whose numbers may be hazy.</summary>
    public static SparkAdditionResult Compute(SparkAdditionRequest request, HazeReader haze) => SparkAddition.Compute(Input(request, haze));

    /// <summary>The input of Core for a request whose numbers may be hazy.</summary>
    public static SparkAdditionInput Input(SparkAdditionRequest request, HazeReader haze)
    {
        var ethanol = haze.Required(request.EthanolPct, "ethanolPct", "The ethanol content");
        var none = haze.Required(request.GasolineMapEthanolPct, "gasolineMapEthanolPct", "The blend the gasoline map was made on");
        var all = haze.Required(request.EthanolMapEthanolPct, "ethanolMapEthanolPct", "The blend the ethanol map was made on");
        var full = haze.Required(request.FullAdditionDeg, "fullAdditionDeg", "The full addition");
        var saturates = haze.Optional(request.SaturatesAtPct, "saturatesAtPct");
        if (request.Weighting is not { } weighting)
        {
            haze.Check.Refuse("weighting", "Say how the addition grows: linear, mole or saturating.").ThrowIfAny();
            throw new InvalidOperationException();
        }

        haze.Check.ThrowIfAny();
        return new SparkAdditionInput(ethanol, none, all, full, weighting, saturates);
    }
}
