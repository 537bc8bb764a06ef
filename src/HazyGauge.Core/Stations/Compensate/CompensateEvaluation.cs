using HazyGauge.Core.Compensation;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Compensate;

/// <summary>Computes what goes into the controller, for a reading.</summary>
internal sealed class CompensateEvaluation(CompensatePlan plan, Hazy basePct, Hazy? surveyedPct, SensorReading? reading, HazeLedger ledger)
{
    private const int UsualBreakpoints = 6;
    private const double CurveStepPct = 2;

    // A survey that is off by more than this speaks of another map.
    private const double SameBlendPct = 0.5;
    private const double LabelledFromPct = 60;

    private Hazy? Ethanol => reading?.EthanolPct;

    /// <summary>What a plan comes to.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="survey">What is known of the vehicle.</param>
    /// <param name="reading">The reading; null where nobody read the sensor.</param>
    /// <param name="ledger">The ledger of the pass.</param>
    /// <exception cref="RefusedInputException">A number cannot be, or a multiplier was made for another base map.</exception>
    public static CompensateResults Of(CompensatePlan plan, VehicleSurvey? survey, SensorReading? reading, HazeLedger ledger)
    {
        var surveyed = survey?.Control.FuelMapEthanolPct;
        if ((plan.BaseEthanolPct ?? surveyed) is { } basePct)
        {
            if (survey?.Control.SignalPath == SignalPath.DisplayOnly)
            {
                return OnDisplay(basePct, reading);
            }

            return new CompensateEvaluation(plan, basePct, surveyed, reading, ledger).Results();
        }

        if (plan.FuellingProof is not null)
        {
            throw new RefusedInputException("fuellingProof", "Say first which blend the base map was made on; the fueling is proven against that.");
        }

        var progress = CompensateProgress.Of(reading?.EthanolPct is not null, hasBase: false, isFuellingProven: false);
        return new CompensateResults(
            reading?.EthanolPct, reading?.FuelTempC, null, null, null, null, null, null, false, [], CompensateWords.AskBase, CompensateWords.WhyBase, progress.State, progress.NextAction, null);
    }

    // With a display alone nothing is typed in: the blend has to be what the map was made on.
    private static CompensateResults OnDisplay(Hazy basePct, SensorReading? reading)
    {
        FuelFactorBasis.CheckBase(basePct, UsualFuels.Traditional<Hazy>());
        double? lambda = reading?.EthanolPct is { } ethanol ? Uncorrected.LambdaRatio(ethanol.Value, basePct.Value) : null;
        var isHeld = reading?.EthanolPct is { } read && Math.Abs(read.Value - basePct.Value) <= Uncorrected.HeldWithinPct;
        var findings = lambda is { } off && !isHeld ? new Finding[] { new("displayControlsNothing", Severity.Stop, CompensateWords.OffTheMap(basePct.Value, reading!.EthanolPct!.Value, off)) } : [];
        var progress = CompensateProgress.OnDisplay(reading?.EthanolPct is not null, isHeld, findings.FirstOrDefault()?.Sentence);
        return new CompensateResults(
            reading?.EthanolPct, reading?.FuelTempC, basePct, null, null, null, null, null, false, findings, CompensateWords.OnDisplay(basePct.Value), CompensateWords.WhyDisplay, progress.State, progress.NextAction, null);
    }

    private CompensateResults Results()
    {
        if (plan.MapRevision is { } revision && (revision.Length > FuellingProof.LongestRevision || revision.Any(char.IsControl)))
        {
            throw new RefusedInputException("mapRevision", $"A map revision has at most {FuellingProof.LongestRevision} characters.");
        }

        FuelFactorBasis.CheckBase(basePct, UsualFuels.Traditional<Hazy>());
        var (proven, lapsed) = plan.FuellingProof?.HoldsFor(basePct.Value, plan.MeteringOrUsual, plan.MapRevision) ?? (false, null);
        var outside = proven && Ethanol is { } read && !plan.FuellingProof!.Covers(read.Value) ? plan.FuellingProof.NotCovered(read.Value) : null;
        var fuel = Ethanol is { } ethanol ? Query(ethanol).Answer(ledger) : null;
        var multiplier = Multiplier();
        var spark = Spark(proven && outside is null);
        var progress = CompensateProgress.Of(Ethanol is not null, hasBase: true, proven);
        return new CompensateResults(
            Ethanol,
            reading?.FuelTempC,
            basePct,
            fuel,
            multiplier is null ? null : new MultiplierCheck(multiplier.AtBase, multiplier.Lambda, multiplier.AtEthanolPct),
            fuel is not null && plan.Pulse is { PulseMs: { } pulse, DeadTimeMs: { } dead } ? RefusedInputException.Under("pulse", () => InjectorPulse.Lengthen(pulse, dead, fuel.Factor)) : null,
            RefusedInputException.Under("row", () => new BreakpointsQuery(basePct, plan.MeteringOrUsual, plan.Row?.EthanolPcts, plan.Row?.EthanolPcts is null ? plan.Row?.Count ?? UsualBreakpoints : null, WholePct: true).Answer()),
            spark,
            proven,
            [.. new[] { lapsed, outside, AnotherBase(), AsLabelled() }.OfType<Finding>().Concat(multiplier?.Findings ?? []).OrderByDescending(f => f.Severity)],
            CompensateWords.Headline(basePct, Ethanol, fuel, spark),
            CompensateWords.Lead(fuel, spark),
            progress.State,
            progress.NextAction,
            Curve());
    }

    private FuelFactorQuery Query(Hazy ethanolPct)
    {
        // Both temperatures, or neither.
        var fuelTempC = plan.BaseFuelTempC is null ? null : reading?.FuelTempC;
        return new FuelFactorQuery(ethanolPct, basePct, plan.MeteringOrUsual, fuelTempC, plan.BaseFuelTempC);
    }

    private Finding? AnotherBase() => plan.BaseEthanolPct is { } here && surveyedPct is { } found && Math.Abs(here.Value - found.Value) > SameBlendPct
        ? new Finding("anotherBase", Severity.Caution, Sentence.Of($"The survey says the fuel map was made on {Say.Ethanol(found.Value, 1)}, here it is {Say.Ethanol(here.Value, 1)}. One of the two is wrong, or this is another map."))
        : null;

    // Pump "E85" is anything from about E60 to E92 (common practice, no source): a map made on it was made on what was in the tank, not on the label.
    private Finding? AsLabelled() => basePct.Value >= LabelledFromPct && Ethanol is { } read && read.Value >= LabelledFromPct && Math.Abs(read.Value - basePct.Value) > SameBlendPct + Interval95.HalfWidth(basePct)
        ? new Finding("baseAsLabelled", Severity.Caution, Sentence.Of(
            $"A pump's label is not its blend. If the tank still holds the fuel the map was made on, that was {Say.Ethanol(read.Value)}, not {Say.Ethanol(basePct.Value)}: give what the sensor reads, or the row takes out fuel that was right."))
        : null;

    private MultiplierJudgement? Multiplier() => plan.Multiplier switch
    {
        null or { At0Pct: null, At100Pct: null } => null,
        { At0Pct: { } at0, At100Pct: { } at100 } => new MultiplierLine(at0, at100).Judge(plan.MeteringOrUsual, new Blend<Exact>(basePct.Value, UsualFuels.Traditional<Exact>()), Ethanol?.Value),
        _ => throw new RefusedInputException("multiplier", "Give both ends of the multiplier, at E0 and at E100."),
    };

    // All three numbers of the two maps, or none: half a description of them is not guessed at.
    private SparkToSet? Spark(bool opens)
    {
        if (Ethanol is not { } ethanol || plan.Spark is not { GasolineMapEthanolPct: { } none, EthanolMapEthanolPct: { } all, FullAdditionDeg: { } full } maps)
        {
            return null;
        }

        var input = new SparkAdditionInput(ethanol, none, all, full, maps.Weighting ?? SparkWeighting.Linear, maps.SaturatesAtPct);
        var result = RefusedInputException.Under("spark", () => SparkAddition.Compute(input));
        return new SparkToSet(
            result,
            opens ? result.CautiousAdditionDeg : SparkAddition.HeldUntilProven(result.CautiousAdditionDeg),
            !opens && result.CautiousAdditionDeg.Value > 0,
            result.CautiousEthanolPct,
            SparkAddition.Curve(input));
    }

    private List<FactorPoint> Curve()
    {
        // Each blend is known as well as the present reading is.
        var asKnown = Ethanol is { } ethanol ? ethanol - ethanol.Value : 0;
        return
        [
            .. Enumerable.Range(0, (int)(100 / CurveStepPct) + 1).Select(i => CurveStepPct * i).Select(pct =>
            {
                var at = new FuelFactorQuery(pct + asKnown, basePct, plan.MeteringOrUsual).Answer(ledger);
                return new FactorPoint(pct, at.Factor.Value, Interval95.HalfWidth(at.Factor), at.Schools.Mass.Value, at.Schools.Orifice.Value, at.Schools.Volume.Value);
            }),
        ];
    }
}
