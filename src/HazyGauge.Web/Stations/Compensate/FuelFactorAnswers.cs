using HazyGauge.Core.Compensation;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Web.Haze;

namespace HazyGauge.Web.Stations.Compensate;

/// <summary>What a fuel factor is computed from.</summary>
public interface IFuelFactorRequest : IFuelsRequest
{
    /// <summary>The blend the base map was made on, % by volume.</summary>
    HazyInput? BaseEthanolPct { get; }

    /// <summary>How the controller models its injectors. Default orifice.</summary>
    Metering? Metering { get; }

    /// <summary>Fuel temperature now, C; left out, temperature is left out.</summary>
    HazyInput? FuelTempC { get; }

    /// <summary>Fuel temperature the base map was made at, C. Default 15.</summary>
    HazyInput? BaseFuelTempC { get; }
}

/// <summary>The fuel factor for one blend.</summary>
public sealed record FuelFactorRequest(
    HazyInput? EthanolPct,
    HazyInput? BaseEthanolPct,
    Metering? Metering = null,
    HazyInput? FuelTempC = null,
    HazyInput? BaseFuelTempC = null,
    HazyInput? GasolineStoichAfr = null,
    HazyInput? EthanolStoichAfr = null,
    HazyInput? GasolineDensityKgM3At15C = null,
    HazyInput? EthanolDensityKgM3At15C = null) : IFuelFactorRequest;

/// <summary>The fuel factor over several blends.</summary>
public sealed record FuelCurveRequest(
    IReadOnlyList<HazyInput>? EthanolPcts,
    HazyInput? BaseEthanolPct,
    Metering? Metering = null,
    HazyInput? FuelTempC = null,
    HazyInput? BaseFuelTempC = null,
    HazyInput? GasolineStoichAfr = null,
    HazyInput? EthanolStoichAfr = null,
    HazyInput? GasolineDensityKgM3At15C = null,
    HazyInput? EthanolDensityKgM3At15C = null) : IFuelFactorRequest;

/// <summary>The usual figures of the two fuels.</summary>
/// <param name="GasolineStoichAfr">Traditional stoichiometric air-fuel ratio of gasoline: the default.</param>
/// <param name="EthanolStoichAfr">Traditional stoichiometric air-fuel ratio of ethanol: the default.</param>
/// <param name="GasolineStoichAfrByComposition">The ratio that follows from gasoline's elements.</param>
/// <param name="EthanolStoichAfrByComposition">The ratio that follows from ethanol's elements.</param>
/// <param name="GasolineDensityKgM3At15C">Density of gasoline: the default.</param>
/// <param name="EthanolDensityKgM3At15C">Density of ethanol: the default.</param>
public sealed record FuelsAnswer(
    double GasolineStoichAfr,
    double EthanolStoichAfr,
    double GasolineStoichAfrByComposition,
    double EthanolStoichAfrByComposition,
    double GasolineDensityKgM3At15C,
    double EthanolDensityKgM3At15C);

/// <summary>The factor by each school.</summary>
public sealed record SchoolsAnswer(HazyNumber Mass, HazyNumber Orifice, HazyNumber Volume);

/// <summary>The fuel factor and everything it was made of. It multiplies the effective open time (pulse minus dead time).</summary>
public sealed record FuelFactorAnswer(
    HazyNumber Factor,
    HazyNumber CautiousFactor,
    HazyNumber LeanRatio,
    HazyNumber CompositionFactor,
    HazyNumber TemperatureFactor,
    SchoolsAnswer Schools,
    HazyNumber StoichAfr,
    HazyNumber BaseStoichAfr,
    HazyNumber MassFractionPct,
    HazyNumber MoleFractionPct,
    HazyNumber DensityKgM3,
    IReadOnlyList<Finding> Findings,
    IReadOnlyList<BudgetLine> Budget)
{
    /// <summary>The answer for a result of Core.</summary>
    public static FuelFactorAnswer From(FuelFactorResult result) => new(
        HazyNumber.From(result.Factor),
        HazyNumber.From(result.CautiousFactor),
        HazyNumber.From(result.LeanRatio),
        HazyNumber.From(result.CompositionFactor),
        HazyNumber.From(result.TemperatureFactor),
        new SchoolsAnswer(
            HazyNumber.From(result.Schools[Metering.Mass]),
            HazyNumber.From(result.Schools[Metering.Orifice]),
            HazyNumber.From(result.Schools[Metering.Volume])),
        HazyNumber.From(result.Blend.StoichAfr),
        HazyNumber.From(result.BaseBlend.StoichAfr),
        HazyNumber.From(100 * result.Blend.MassFraction),
        HazyNumber.From(100 * result.Blend.MoleFraction),
        HazyNumber.From(result.DensityKgM3),
        result.Findings,
        BudgetLine.From(HazeBudget.Of(result.Factor)));
}

/// <summary>The fuel factor over several blends, in the order they were asked for.</summary>
public sealed record FuelCurveAnswer(IReadOnlyList<FuelFactorAnswer> Points);
