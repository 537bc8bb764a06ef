using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Compensation;

/// <summary>What a fuel factor is computed against. Any quantity may be hazy; all of one computation share a ledger.</summary>
/// <param name="BaseEthanolPct">The blend the base map was made on, % by volume, 0 to 100.</param>
/// <param name="Metering">How the controller models its injectors. Default orifice.</param>
/// <param name="FuelTempC">Fuel temperature now, -40 to 125 C; left out, temperature is left out.</param>
/// <param name="BaseFuelTempC">Fuel temperature the base map was made at, -40 to 125 C. Default 15.</param>
public abstract record FuelFactorBasis(Hazy BaseEthanolPct, Metering? Metering = null, Hazy? FuelTempC = null, Hazy? BaseFuelTempC = null) : FuelsQuery
{
    /// <summary>Temperature a base map is taken to be made at where nobody knows, C.</summary>
    public const double UsualBaseFuelTempC = 15;

    /// <summary>Refuses what cannot be.</summary>
    /// <param name="ethanolPct">Ethanol in the line.</param>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public void Check(Hazy ethanolPct)
    {
        var check = new InputCheck()
            .Within(ethanolPct.Value, 0, 100, "ethanolPct", "Ethanol", Unit.Percent)
            .Within(FuelTempC?.Value, FuelTemperature.LowestC, FuelTemperature.HighestC, "fuelTempC", "Fuel temperature", Unit.Celsius)
            .Within(BaseFuelTempC?.Value, FuelTemperature.LowestC, FuelTemperature.HighestC, "baseFuelTempC", "Fuel temperature of the base map", Unit.Celsius);
        CheckBase(check, BaseEthanolPct, Fuels()).ThrowIfAny();
    }

    /// <summary>Refuses a base blend or fuels that cannot be.</summary>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public static void CheckBase(Hazy baseEthanolPct, FuelPair<Hazy> fuels) => CheckBase(new InputCheck(), baseEthanolPct, fuels).ThrowIfAny();

    private static InputCheck CheckBase(InputCheck check, Hazy baseEthanolPct, FuelPair<Hazy> fuels) =>
        FuelPairRules.Check(check.Within(baseEthanolPct.Value, 0, 100, "baseEthanolPct", "The blend the base map was made on", Unit.Percent), fuels);
}

/// <summary>A fuel factor for one blend.</summary>
/// <param name="EthanolPct">Ethanol in the line, % by volume, 0 to 100.</param>
/// <param name="BaseEthanolPct">The blend the base map was made on, % by volume, 0 to 100.</param>
/// <param name="Metering">How the controller models its injectors. Default orifice.</param>
/// <param name="FuelTempC">Fuel temperature now, -40 to 125 C; left out, temperature is left out.</param>
/// <param name="BaseFuelTempC">Fuel temperature the base map was made at, -40 to 125 C. Default 15.</param>
public sealed record FuelFactorQuery(Hazy EthanolPct, Hazy BaseEthanolPct, Metering? Metering = null, Hazy? FuelTempC = null, Hazy? BaseFuelTempC = null)
    : FuelFactorBasis(BaseEthanolPct, Metering, FuelTempC, BaseFuelTempC)
{
    /// <summary>The factor.</summary>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public FuelFactorResult Answer(HazeLedger ledger) => FuelFactor.Compute(EthanolPct, this, ledger);
}

/// <summary>Fuel factors over several blends.</summary>
/// <param name="EthanolPcts">The blends, % by volume, 1 to 1001.</param>
/// <param name="BaseEthanolPct">The blend the base map was made on, % by volume, 0 to 100.</param>
/// <param name="Metering">How the controller models its injectors. Default orifice.</param>
/// <param name="FuelTempC">Fuel temperature now, -40 to 125 C; left out, temperature is left out.</param>
/// <param name="BaseFuelTempC">Fuel temperature the base map was made at, -40 to 125 C. Default 15.</param>
public sealed record FuelCurveQuery(
    [MostItems(FuelCurveQuery.MostPoints)] IReadOnlyList<Hazy> EthanolPcts,
    Hazy BaseEthanolPct,
    Metering? Metering = null,
    Hazy? FuelTempC = null,
    Hazy? BaseFuelTempC = null
) : FuelFactorBasis(BaseEthanolPct, Metering, FuelTempC, BaseFuelTempC)
{
    internal const int MostPoints = 1001;

    /// <summary>The factors.</summary>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public FuelCurve Answer(HazeLedger ledger) =>
        EthanolPcts.Count is > 0 and <= MostPoints
            ? new FuelCurve([.. EthanolPcts.Select(e => FuelFactor.Compute(e, this, ledger))])
            : throw new RefusedInputException("ethanolPcts", $"Give between 1 and {MostPoints} blends.");
}

/// <summary>Fuel factors over several blends, in the order they were asked for.</summary>
/// <param name="Points">The factors.</param>
public sealed record FuelCurve(IReadOnlyList<FuelFactorResult> Points);

/// <summary>A factor by each school.</summary>
/// <param name="Mass">Where the controller corrects density itself.</param>
/// <param name="Orifice">Through an orifice at constant pressure drop.</param>
/// <param name="Volume">By positive displacement.</param>
public sealed record BySchool(Hazy Mass, Hazy Orifice, Hazy Volume)
{
    /// <summary>The factor of one school.</summary>
    public Hazy Of(Metering school) =>
        school switch
        {
            Metering.Mass => Mass,
            Metering.Volume => Volume,
            _ => Orifice,
        };
}

/// <summary>The fuel factor and everything it was made of. It multiplies the effective open time (pulse minus dead time) on the base blend.</summary>
/// <param name="Factor">What the effective open time is multiplied by.</param>
/// <param name="CautiousFactor">What covers the worst: the factor at the high end of the ethanol haze, ethanol + 2u, at most E100, and on top of it, combined by squares, the
/// 95 % half-width of every other doubt of the factor, as that of the base blend. A doubt the base blend shares with the reading moves both and does not count.</param>
/// <param name="LeanRatio">Cautious over plain factor: what lambda becomes at worst, relative.</param>
/// <param name="CompositionFactor">The part that comes from the blend, densities at 15 C.</param>
/// <param name="TemperatureFactor">The part that comes from fuel temperature.</param>
/// <param name="Schools">The factor, temperature included, by each school.</param>
/// <param name="StoichAfr">Stoichiometric air-fuel ratio of the blend in the line.</param>
/// <param name="BaseStoichAfr">The same of the base map's blend.</param>
/// <param name="MassFractionPct">Ethanol in the line, % by mass.</param>
/// <param name="MoleFractionPct">Ethanol in the line, % by mole.</param>
/// <param name="DensityKgM3">Density of the blend in the line, at fuel temperature where that is known, else at 15 C, kg/m3.</param>
/// <param name="Findings">How to use it, and which way each wrong school errs.</param>
/// <param name="Budget">Where the doubt about the factor comes from, largest first.</param>
public sealed record FuelFactorResult(
    Hazy Factor,
    Hazy CautiousFactor,
    Hazy LeanRatio,
    Hazy CompositionFactor,
    Hazy TemperatureFactor,
    BySchool Schools,
    Hazy StoichAfr,
    Hazy BaseStoichAfr,
    Hazy MassFractionPct,
    Hazy MoleFractionPct,
    Hazy DensityKgM3,
    IReadOnlyList<Finding> Findings,
    IReadOnlyList<BudgetLine> Budget
);

/// <summary>
/// By how much the injectors must stay open longer on another blend than the base map was made on. Needed fuel mass grows with
/// the ratio of stoichiometric air-fuel ratios at equal lambda; what that means for open time depends on how the controller meters.
/// </summary>
public static class FuelFactor
{
    /// <summary>The fuel factor.</summary>
    /// <param name="ethanolPct">Ethanol in the line, % by volume, 0 to 100.</param>
    /// <param name="basis">What it is computed against.</param>
    /// <param name="ledger">The ledger the numbers' haze stands on; sources of the formulas themselves are added to it.</param>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public static FuelFactorResult Compute(Hazy ethanolPct, FuelFactorBasis basis, HazeLedger ledger)
    {
        basis.Check(ethanolPct);
        var (fuels, metering) = (basis.Fuels(), basis.Metering ?? Metering.Orifice);
        var blend = new Blend<Hazy>(ethanolPct, fuels);
        var map = new MapBlend<Hazy>(new(basis.BaseEthanolPct, fuels));
        Hazy Temperature(Metering school, Blend<Hazy> at) => TemperatureFactor(school, at, basis, ledger);
        Hazy School(Metering school) => CompositionFactor(school, blend, map) * Temperature(school, blend);
        var schools = new BySchool(School(Metering.Mass), School(Metering.Orifice), School(Metering.Volume));

        // The haze stays on the cautious figure: it says how well that figure itself is known.
        var highEnd = blend with { EthanolPct = RealNumber.Clamp(ethanolPct + (2 * ApartU(ethanolPct, basis.BaseEthanolPct)), 0, 100) };
        var factor = schools.Of(metering);
        var atHighEnd = CompositionFactor(metering, highEnd, map) * Temperature(metering, highEnd);
        var others = ledger.Quantity(0, [.. factor.Parts.Where(p => !ethanolPct.Parts.Any(e => e.Source.Id == p.Source.Id)).Select(p => (p.Source, Math.Abs(p.U)))]);
        var (ofEthanol, ofOthers) = (atHighEnd.Value - factor.Value, Interval95.HalfWidth(others));
        var cautious = atHighEnd + (Math.Sqrt((ofEthanol * ofEthanol) + (ofOthers * ofOthers)) - ofEthanol);
        return new FuelFactorResult(
            factor,
            cautious,
            cautious / factor,
            CompositionFactor(metering, blend, map),
            Temperature(metering, blend),
            schools,
            blend.StoichAfr,
            map.Blend.StoichAfr,
            100 * blend.MassFraction,
            100 * blend.MoleFraction,
            basis.FuelTempC is { } t ? DensityAt(blend, t, ledger) : blend.Density15C,
            Explain(metering, schools),
            HazeBudget.Of(factor)
        );
    }

    // Where the same sensor read both blends, what it is off moves both: only what moves them apart can make the fuel lean.
    private static double ApartU(Hazy ethanolPct, Hazy basePct)
    {
        var ofBase = basePct.Parts.ToDictionary(p => p.Source.Id, p => p.U, StringComparer.Ordinal);
        return ethanolPct.Parts.Any(p => ofBase.ContainsKey(p.Source.Id))
            ? Math.Sqrt(ethanolPct.Parts.Sum(p => Math.Pow(p.U - ofBase.GetValueOrDefault(p.Source.Id), 2)))
            : ethanolPct.StandardU;
    }

    /// <summary>AFR(map)/AFR(line), times the school's share of rho(map)/rho(line) at 15 C.</summary>
    /// <param name="metering">How the controller meters.</param>
    /// <param name="inLine">The blend in the line.</param>
    /// <param name="map">The blend the map was made on.</param>
    public static T CompositionFactor<T>(Metering metering, Blend<T> inLine, MapBlend<T> map)
        where T : struct, IRealNumber<T> => map.Blend.StoichAfr / inLine.StoichAfr * metering.DensityShare(map.Blend.Density15C / inLine.Density15C);

    private static Hazy TemperatureFactor(Metering metering, Blend<Hazy> blend, FuelFactorBasis basis, HazeLedger ledger) =>
        basis.FuelTempC is { } fuelTempC
            ? metering.DensityShare(DensityAt(blend, basis.BaseFuelTempC ?? FuelFactorBasis.UsualBaseFuelTempC, ledger) / DensityAt(blend, fuelTempC, ledger))
            : 1.0;

    private static Hazy DensityAt(Blend<Hazy> blend, Hazy tempC, HazeLedger ledger) => blend.DensityAt(tempC, EthanolDensity.ErrorAt(tempC.Value, ledger));

    private static List<Finding> Explain(Metering metering, BySchool schools)
    {
        var findings = new List<Finding>
        {
            new(
                "effectiveOpenTime",
                Severity.Info,
                "Multiply the effective open time, which is the pulse minus the dead time, then add the dead time back. Never multiply the whole pulse."
            ),
        };
        foreach (var other in MeteringSchools.All.Where(s => s != metering))
        {
            // Fuel delivered over fuel needed is factor / needed factor, so lambda is off by the inverse.
            var lambdaErrorPct = 100 * ((schools.Of(other).Value / schools.Of(metering).Value) - 1);
            var direction = lambdaErrorPct > 0 ? "lean" : "rich";
            findings.Add(
                new Finding(
                    "wrongSchool",
                    Math.Abs(lambdaErrorPct) < 1 ? Severity.Info : Severity.Caution,
                    Math.Abs(lambdaErrorPct) < 0.05
                        ? $"If the controller meters {other.InWords()}, nothing changes here."
                        : Sentence.Of(
                            $"If the controller meters {other.InWords()}, this factor runs {Math.Abs(lambdaErrorPct):0.0} % {direction}; use {schools.Of(other).Value:0.000} then."
                        )
                )
                    .At("metering")
                    .Of(System.Text.Json.JsonNamingPolicy.CamelCase.ConvertName(other.ToString()))
            );
        }

        return findings;
    }
}
