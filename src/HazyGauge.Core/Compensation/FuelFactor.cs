using System.Globalization;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Compensation;

/// <summary>What a fuel factor is computed from. Any quantity may be hazy; all of one computation share a ledger.</summary>
/// <param name="EthanolPct">Ethanol in the line, % by volume, 0 to 100.</param>
/// <param name="BaseEthanolPct">The blend the base map was made on, % by volume, 0 to 100.</param>
/// <param name="Metering">How the controller models its injectors.</param>
/// <param name="FuelTempC">Fuel temperature now, -40 to 125 C; null leaves temperature out.</param>
/// <param name="BaseFuelTempC">Fuel temperature the base map was made at, -40 to 125 C.</param>
/// <param name="Fuels">The two fuels.</param>
public sealed record FuelFactorInput(
    Hazy EthanolPct, Hazy BaseEthanolPct, Metering Metering, Hazy? FuelTempC, Hazy BaseFuelTempC, FuelPair<Hazy> Fuels)
{
    /// <summary>Temperature a base map is taken to be made at where nobody knows, C.</summary>
    public const double UsualBaseFuelTempC = 15;

    /// <summary>Refuses what cannot be.</summary>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public void Check()
    {
        var check = new InputCheck()
            .Within(EthanolPct.Value, 0, 100, "ethanolPct", "Ethanol", " %")
            .Within(FuelTempC?.Value, -40, 125, "fuelTempC", "Fuel temperature", " °C")
            .Within(BaseFuelTempC.Value, -40, 125, "baseFuelTempC", "Fuel temperature of the base map", " °C");
        CheckBase(check, BaseEthanolPct, Fuels).ThrowIfAny();
    }

    /// <summary>Refuses a base blend or fuels that cannot be.</summary>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public static void CheckBase(Hazy baseEthanolPct, FuelPair<Hazy> fuels) => CheckBase(new InputCheck(), baseEthanolPct, fuels).ThrowIfAny();

    private static InputCheck CheckBase(InputCheck check, Hazy baseEthanolPct, FuelPair<Hazy> fuels) =>
        FuelPairRules.Check(check.Within(baseEthanolPct.Value, 0, 100, "baseEthanolPct", "The blend the base map was made on", " %"), fuels);
}

/// <summary>The fuel factor and everything it was made of.</summary>
/// <param name="Factor">What the effective open time (pulse minus dead time) on the base blend is multiplied by.</param>
/// <param name="CautiousFactor">The factor at the high end of the ethanol haze, ethanol + 2u, at most E100.</param>
/// <param name="LeanRatio">Cautious over plain factor: what lambda becomes at worst, relative.</param>
/// <param name="CompositionFactor">The part that comes from the blend, densities at 15 C.</param>
/// <param name="TemperatureFactor">The part that comes from fuel temperature.</param>
/// <param name="Schools">The factor, temperature included, by each school.</param>
/// <param name="Blend">The blend in the line.</param>
/// <param name="BaseBlend">The blend of the base map.</param>
/// <param name="DensityKgM3">Density of the blend in the line, at fuel temperature where that is known, else at 15 C.</param>
/// <param name="Findings">How to use it, and which way each wrong school errs.</param>
public sealed record FuelFactorResult(
    Hazy Factor,
    Hazy CautiousFactor,
    Hazy LeanRatio,
    Hazy CompositionFactor,
    Hazy TemperatureFactor,
    IReadOnlyDictionary<Metering, Hazy> Schools,
    Blend<Hazy> Blend,
    Blend<Hazy> BaseBlend,
    Hazy DensityKgM3,
    IReadOnlyList<Finding> Findings);

/// <summary>
/// By how much the injectors must stay open longer on another blend than the base map was made on. Needed fuel mass grows with
/// the ratio of stoichiometric air-fuel ratios at equal lambda; what that means for open time depends on how the controller meters.
/// </summary>
public static class FuelFactor
{
    /// <summary>The fuel factor.</summary>
    /// <param name="input">What is known.</param>
    /// <param name="ledger">The ledger the input's haze stands on; sources of the formulas themselves are added to it.</param>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public static FuelFactorResult Compute(FuelFactorInput input, HazeLedger ledger)
    {
        input.Check();
        var blend = new Blend<Hazy>(input.EthanolPct, input.Fuels);
        var baseBlend = new Blend<Hazy>(input.BaseEthanolPct, input.Fuels);
        var composition = MeteringSchools.All.ToDictionary(s => s, s => CompositionFactor(s, blend, baseBlend));
        var temperature = MeteringSchools.All.ToDictionary(s => s, s => TemperatureFactor(s, blend, input, ledger));
        var schools = MeteringSchools.All.ToDictionary(s => s, s => composition[s] * temperature[s]);

        // The haze stays on the cautious figure: it says how well that figure itself is known.
        var highEnd = blend with { EthanolPct = RealNumber.Clamp(input.EthanolPct + (2 * input.EthanolPct.StandardU), 0, 100) };
        var cautious = CompositionFactor(input.Metering, highEnd, baseBlend) * TemperatureFactor(input.Metering, highEnd, input, ledger);
        var factor = schools[input.Metering];
        return new FuelFactorResult(
            factor,
            cautious,
            cautious / factor,
            composition[input.Metering],
            temperature[input.Metering],
            schools,
            blend,
            baseBlend,
            input.FuelTempC is { } t ? DensityAt(blend, t, ledger) : blend.Density15C,
            Explain(input.Metering, schools));
    }

    /// <summary>AFR(base)/AFR(E), times the school's share of rho(base)/rho(E) at 15 C.</summary>
    public static T CompositionFactor<T>(Metering metering, Blend<T> blend, Blend<T> baseBlend)
        where T : struct, IRealNumber<T> =>
        baseBlend.StoichAfr / blend.StoichAfr * metering.DensityShare(baseBlend.Density15C / blend.Density15C);

    private static Hazy TemperatureFactor(Metering metering, Blend<Hazy> blend, FuelFactorInput input, HazeLedger ledger) =>
        input.FuelTempC is { } fuelTempC
            ? metering.DensityShare(DensityAt(blend, input.BaseFuelTempC, ledger) / DensityAt(blend, fuelTempC, ledger))
            : 1.0;

    private static Hazy DensityAt(Blend<Hazy> blend, Hazy tempC, HazeLedger ledger) => blend.DensityAt(tempC, EthanolDensity.ErrorAt(tempC.Value, ledger));

    private static List<Finding> Explain(Metering metering, Dictionary<Metering, Hazy> schools)
    {
        var findings = new List<Finding>
        {
            new("effectiveOpenTime", Severity.Info,
                "Multiply the effective open time, which is the pulse minus the dead time, then add the dead time back. Never multiply the whole pulse."),
        };
        foreach (var other in MeteringSchools.All.Where(s => s != metering))
        {
            // Fuel delivered over fuel needed is factor / needed factor, so lambda is off by the inverse.
            var lambdaErrorPct = 100 * ((schools[other].Value / schools[metering].Value) - 1);
            var direction = lambdaErrorPct > 0 ? "lean" : "rich";
            findings.Add(new(
                "wrongSchool" + other,
                Math.Abs(lambdaErrorPct) < 1 ? Severity.Info : Severity.Caution,
                Math.Abs(lambdaErrorPct) < 0.05
                    ? $"If the controller meters {other.InWords()}, nothing changes here."
                    : string.Create(CultureInfo.InvariantCulture, $"If the controller meters {other.InWords()}, this factor runs {Math.Abs(lambdaErrorPct):0.0} % {direction}; use {schools[other].Value:0.000} then.")));
        }

        return findings;
    }
}
