using HazyGauge.Core.Compensation;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Web.Haze;

namespace HazyGauge.Web.Stations.Compensate;

/// <summary>The row of breakpoints that is wanted: chosen blends, or only how many.</summary>
/// <param name="BaseEthanolPct">The blend the base map was made on, % by volume.</param>
/// <param name="Metering">How the controller models its injectors. Default orifice.</param>
/// <param name="EthanolPcts">The breakpoints, rising, 2 to 64; or</param>
/// <param name="Count">how many there are, to be placed from E0 to E100 for least error.</param>
/// <param name="WholePct">True places them on whole percents.</param>
/// <param name="GasolineStoichAfr">Stoichiometric air-fuel ratio of the gasoline. Default 14.7.</param>
/// <param name="EthanolStoichAfr">Stoichiometric air-fuel ratio of the ethanol. Default 9.0.</param>
/// <param name="GasolineDensityKgM3At15C">Density of the gasoline at 15 C, kg/m3. Default 745.</param>
/// <param name="EthanolDensityKgM3At15C">Density of the ethanol at 15 C, kg/m3. Default 793.5.</param>
public sealed record BreakpointsRequest(
    HazyInput? BaseEthanolPct,
    Metering? Metering = null,
    IReadOnlyList<double>? EthanolPcts = null,
    int? Count = null,
    bool WholePct = false,
    HazyInput? GasolineStoichAfr = null,
    HazyInput? EthanolStoichAfr = null,
    HazyInput? GasolineDensityKgM3At15C = null,
    HazyInput? EthanolDensityKgM3At15C = null) : IFuelsRequest;

/// <summary>The row to type in.</summary>
/// <param name="EthanolPcts">The breakpoints.</param>
/// <param name="Factors">Factor at each.</param>
/// <param name="WorstErrorPct">Largest fuel error of straight lines between them, with its sign: positive is rich, %.</param>
/// <param name="AtEthanolPct">Where that is.</param>
/// <param name="Findings">What happens outside the row.</param>
public sealed record BreakpointsAnswer(
    IReadOnlyList<double> EthanolPcts, IReadOnlyList<HazyNumber> Factors, double WorstErrorPct, double AtEthanolPct, IReadOnlyList<Finding> Findings)
{
    /// <summary>The answer for a row of Core.</summary>
    public static BreakpointsAnswer From(BreakpointRow row) =>
        new(row.EthanolPcts, [.. row.Factors.Select(HazyNumber.From)], row.WorstErrorPct, row.AtEthanolPct, row.Findings);
}

/// <summary>Computes a row of breakpoints from a request.</summary>
internal static class BreakpointsCalc
{
    /// <summary>The row for a request whose numbers may be hazy.</summary>
    public static BreakpointRow Compute(BreakpointsRequest request, HazeReader haze)
    {
        var baseEthanolPct = haze.Required(request.BaseEthanolPct, "baseEthanolPct", "The blend the base map was made on");
        var fuels = haze.Fuels(request);
        if ((request.EthanolPcts is null) == (request.Count is null))
        {
            haze.Check.Refuse(request.Count is null ? "ethanolPcts" : "count", "Give either the breakpoints or how many there are.");
        }

        haze.Check.ThrowIfAny();
        FuelFactorInput.CheckBase(baseEthanolPct, fuels);
        var metering = request.Metering ?? Metering.Orifice;
        var baseBlend = new Blend<Hazy>(baseEthanolPct, fuels);
        return request.EthanolPcts is { } chosen
            ? BreakpointRow.At(chosen, metering, baseBlend)
            : BreakpointRow.Placed(request.Count!.Value, request.WholePct, metering, baseBlend);
    }
}
