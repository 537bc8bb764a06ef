using HazyGauge.Core.Compensation;
using HazyGauge.Core.Entries.Kinds;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Compensate;

/// <summary>Computes what goes into the controller, for a reading.</summary>
internal sealed class CompensateEvaluation(CompensatePlan plan, Hazy basePct, BaseFrom baseFrom, VehicleSurvey survey, SensorSays? says, FuellingClaim? claim, HazeLedger ledger)
{
    private const int UsualBreakpoints = 6;
    private const double CurveStepPct = 2;

    // A survey that is off by more than this speaks of another map.
    private const double SameBlendPct = 0.5;
    private const double LabelledFromPct = 60;

    // Blends and pulses a mechanic looks up.
    private static readonly double[] LookedUpPct = [0, 10, 20, 30, 40, 50, 60, 75, 85];
    private static readonly double[] LookedUpMs = [1.5, 2, 3, 5, 10, 15];

    private readonly SensorReading? reading = says?.Reading;

    private Hazy? Ethanol => reading?.EthanolPct;

    /// <summary>What a plan comes to.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="survey">What is known of the vehicle.</param>
    /// <param name="says">What the sensor is known to read; null where nobody read it.</param>
    /// <param name="claim">The claim that the fueling is right; null where nobody made one.</param>
    /// <param name="ledger">The ledger of the pass.</param>
    /// <exception cref="RefusedInputException">A number cannot be.</exception>
    public static CompensateResults Of(CompensatePlan plan, VehicleSurvey? survey, SensorSays? says, FuellingClaim? claim, HazeLedger ledger)
    {
        var (vehicle, reading) = (survey ?? VehicleSurvey.Empty, says?.Reading);
        var dispute = BaseDispute(plan, vehicle, reading);
        if (dispute is null && BaseOf(plan, vehicle, reading) is var (basePct, from))
        {
            FuelFactorBasis.CheckBase(basePct, UsualFuels.Traditional<Hazy>());
            var evaluation = new CompensateEvaluation(plan, basePct, from, vehicle, says, claim, ledger);
            var results = vehicle.NumbersSetBy() == NumbersBy.Nobody ? evaluation.Held() : evaluation.Results();
            return results with { Meanwhile = Meanwhile(plan, basePct) };
        }

        var progress = CompensateProgress.Of(says, hasBase: false, FuellingClaim.Standing(claim, FuellingState.Claimed), vehicle.NumbersSetBy(), vehicle.AtHand());
        return new CompensateResults(
            reading?.EthanolPct,
            reading?.FuelTempC,
            null,
            null,
            null,
            null,
            null,
            null,
            FuellingClaim.Standing(claim, FuellingState.Claimed),
            dispute is null ? [] : [dispute],
            CompensateWords.AskBase,
            dispute?.Sentence ?? CompensateWords.WhyBase,
            progress.State,
            progress.NextAction,
            null,
            vehicle.NumbersSetBy(),
            [],
            Metering: plan.MeteringOrUsual
        );
    }

    private static ClosedLoopBand? Meanwhile(CompensatePlan plan, Hazy basePct) =>
        plan.Trims is { TrimLimitPct: { } limit, LearnedTrimPct: var learned }
            ? RefusedInputException.Under("trims", () => new ClosedLoopBandQuery(basePct, limit, learned, plan.MeteringOrUsual).Answer())
            : null;

    // What somebody knows counts before what the sensor reads on that fuel, and that before a label.
    private static (Hazy Pct, BaseFrom From)? BaseOf(CompensatePlan plan, VehicleSurvey survey, SensorReading? reading) =>
        plan.BaseEthanolPct is { } here ? (here, BaseFrom.Here)
        : survey.Control.FuelMapEthanolPct is { } surveyed && !survey.HasTypicalMapBlend ? (surveyed, BaseFrom.Survey)
        : reading is { IsOfMapFuel: true, EthanolPct: { } read } ? (read, BaseFrom.Reading)
        : survey.Control.FuelMapEthanolPct is { } typical ? (typical, BaseFrom.Typical)
        : null;

    // The tank still holds the fuel of the map, and it does not read what somebody says the map was made on: neither is taken.
    private static Finding? BaseDispute(CompensatePlan plan, VehicleSurvey survey, SensorReading? reading) =>
        reading is { IsOfMapFuel: true, EthanolPct: { } read }
        && BaseOf(plan, survey, reading) is { From: BaseFrom.Here or BaseFrom.Survey, Pct: var said }
        && Math.Abs(read.Value - said.Value) > Math.Max(SameBlendPct, Interval95.HalfWidth(read - said))
            ? new(
                "mapFuelReadsOther",
                Severity.Caution,
                Sentence.Of(
                    $"The tank still holds the fuel the map ran on, and it reads {Say.Ethanol(read)}, not {Say.Ethanol(said)}. Neither counts until one of the two is "
                        + $"corrected: nearly always it is what somebody said."
                )
            )
            : null;

    // Where nothing counts ethanol nothing is typed in: the blend has to be what the map was made on.
    private CompensateResults Held()
    {
        double? lambda = Ethanol is { } ethanol ? Uncorrected.LambdaRatio(ethanol.Value, new(basePct.Value)) : null;
        var isHeld = Ethanol is { } read && IsHeld(read.Value);
        var findings =
            lambda is not { } off || isHeld ? []
            : Math.Abs(off - 1) <= Uncorrected.GentlyWithin ? [new("nearTheMap", Severity.Caution, CompensateWords.NearTheMap(basePct.Value, Ethanol!.Value, off))]
            : new Finding[] { new("displayControlsNothing", Severity.Stop, CompensateWords.OffTheMap(basePct.Value, Ethanol!.Value, off)) };
        var progress = CompensateProgress.OnDisplay(
            says,
            isHeld,
            baseFrom == BaseFrom.Typical || AnotherBase() is not null,
            isNear: findings.Any(f => f.Severity == Severity.Caution),
            findings.FirstOrDefault()?.Sentence
        );
        return new CompensateResults(
            Ethanol,
            reading?.FuelTempC,
            basePct,
            null,
            null,
            null,
            null,
            null,
            FuellingClaim.Standing(claim, FuellingState.Claimed),
            [.. findings.Concat(OfTheBase()).Concat(new[] { AnotherBase() }.OfType<Finding>()).OrderByDescending(f => f.Severity)],
            CompensateWords.OnDisplay(basePct.Value),
            CompensateWords.WhyDisplay(survey),
            progress.State,
            progress.NextAction,
            null,
            NumbersBy.Nobody,
            new ControllerAnswers(survey, basePct, reading, null).All(),
            [.. Outside()],
            null,
            baseFrom,
            plan.MeteringOrUsual
        );
    }

    private bool IsHeld(double ethanolPct) => Math.Abs(ethanolPct - basePct.Value) <= Uncorrected.HeldWithinPct;

    private IEnumerable<OutsideBlend> Outside() =>
        LookedUpPct.Append(Math.Round(basePct.Value)).Distinct().Order().Select(e => new OutsideBlend(e, Uncorrected.LambdaRatio(e, new(basePct.Value)), IsHeld(e)));

    private CompensateResults Results()
    {
        if (plan.MapRevision is { } revision && (revision.Length > ProofEntry.LongestRevision || revision.Any(Letters.AreHidden)))
        {
            throw new RefusedInputException("mapRevision", $"A map revision has at most {ProofEntry.LongestRevision} characters.");
        }

        var by = survey.NumbersSetBy();
        var (stands, said) = claim?.StandsFor(basePct.Value, plan.MeteringOrUsual, plan.MapRevision) ?? (FuellingState.Open, null);
        var fuelling = FuellingClaim.Standing(claim, stands);
        var fuel = Ethanol is { } ethanol ? Query(ethanol).Answer(ledger) : null;
        var multiplier = Multiplier();
        var spark = Spark();
        var progress = CompensateProgress.Of(says, hasBase: true, fuelling, by, survey.AtHand(), multiplier?.Findings.FirstOrDefault(f => f.Severity == Severity.Stop));
        return new CompensateResults(
            Ethanol,
            reading?.FuelTempC,
            basePct,
            fuel,
            multiplier is null ? null : new MultiplierCheck(multiplier.AtBase, multiplier.Lambda, multiplier.AtEthanolPct),
            fuel is not null && plan.Pulse is { PulseMs: { } pulse, DeadTimeMs: { } dead }
                ? RefusedInputException.Under("pulse", () => InjectorPulse.Lengthen(pulse, dead, fuel.Factor))
                : null,
            by == NumbersBy.OwnTable ? Row() : null,
            spark,
            fuelling,
            [.. new[] { said, AnotherBase() }.OfType<Finding>().Concat(OfTheBase()).Concat(multiplier?.Findings ?? []).OrderByDescending(f => f.Severity)],
            CompensateWords.Headline(by, basePct, says, fuel, spark, Stretched(by)),
            CompensateWords.Lead(by, fuel, spark),
            progress.State,
            progress.NextAction,
            Curve(),
            by,
            new ControllerAnswers(survey, basePct, reading, fuel).All(),
            null,
            Stretched(by),
            baseFrom,
            plan.MeteringOrUsual
        )
        {
            ListedControllers = survey.Controllers ?? [],
            NeedsWideband = !survey.AtHand().Allow(Instrument.Wideband),
        };
    }

    private BreakpointRow Row() =>
        RefusedInputException.Under("row", () =>
            new BreakpointsQuery(
                basePct,
                plan.MeteringOrUsual,
                plan.Row?.EthanolPcts,
                plan.Row?.EthanolPcts is null ? plan.Row?.Count ?? UsualBreakpoints : null,
                WholePct: true
            ).Answer()
        );

    // What an extender does to whole pulses, on the highest blend it has to take.
    private IReadOnlyList<StretchedPulse>? Stretched(NumbersBy by)
    {
        if (by != NumbersBy.FixedBox || survey.Control.SignalPath != SignalPath.InjectorExtender)
        {
            return null;
        }

        var factor = new FuelFactorQuery(survey.HighestOrUsualPct(), basePct, plan.MeteringOrUsual).Answer(ledger).Factor;
        var dead = plan.Pulse?.DeadTimeMs ?? survey.DeadTimeMs(ledger);
        return [.. LookedUpMs.Where(ms => ms > 1.1 * dead.Value).Select(ms => new StretchedPulse(ms, InjectorPulse.Lengthen(ms, dead, factor).WholePulseErrorPct))];
    }

    private IEnumerable<Finding> OfTheBase()
    {
        switch (baseFrom)
        {
            case BaseFrom.Typical:
                yield return new(
                    "baseTypical",
                    Severity.Caution,
                    Sentence.Of(
                        $"The blend of the map is only known from a label or a name: {Say.Ethanol(basePct)}. Nothing is proven on it. Read the sensor while the tank "
                            + $"still holds that fuel, and say so at Signal."
                    )
                );
                break;
            case BaseFrom.Reading:
                yield return new(
                    "baseFromReading",
                    Severity.Caution,
                    Sentence.Of(
                        $"The map ran on what the sensor reads now, {Say.Ethanol(basePct)}: the first reading on unchanged fuel is the blend of the map. Keep it in the "
                            + $"survey before the tank is filled."
                    )
                );
                break;
            default:
                if (AsLabelled() is { } labelled)
                {
                    yield return labelled;
                }

                break;
        }
    }

    private FuelFactorQuery Query(Hazy ethanolPct)
    {
        // Both temperatures, or neither.
        var fuelTempC = plan.BaseFuelTempC is null ? null : reading?.FuelTempC;
        return new FuelFactorQuery(ethanolPct, basePct, plan.MeteringOrUsual, fuelTempC, plan.BaseFuelTempC);
    }

    private Finding? AnotherBase() =>
        plan.BaseEthanolPct is { } here && survey is { Control.FuelMapEthanolPct: { } found, HasTypicalMapBlend: false } && Math.Abs(here.Value - found.Value) > SameBlendPct
            ? new Finding(
                "anotherBase",
                Severity.Caution,
                Sentence.Of(
                    $"The survey says the fuel map was made on {Say.Ethanol(found.Value, 1)}, here it is {Say.Ethanol(here.Value, 1)}. One of the two is wrong, or this "
                        + $"is another map."
                )
            ).At("base")
            : null;

    // Pump "E85" is anything from about E60 to E92 (common practice, no source): a map made on it was made on what was in the tank, not on the label.
    private Finding? AsLabelled() =>
        basePct.Value >= LabelledFromPct
        && Ethanol is { } read
        && read.Value >= LabelledFromPct
        && Math.Abs(read.Value - basePct.Value) > SameBlendPct + Interval95.HalfWidth(basePct)
            ? new Finding(
                "baseAsLabelled",
                Severity.Caution,
                Sentence.Of(
                    $"A pump's label is not its blend. If the tank still holds the fuel the map was made on, that was {Say.Ethanol(read.Value)}, not "
                        + $"{Say.Ethanol(basePct.Value)}: give what the sensor reads, or the row takes out fuel that was right."
                )
            )
            : null;

    // What was found in a controller is kept, however wrong: it is judged, not refused.
    private MultiplierJudgement? Multiplier() =>
        plan.Multiplier switch
        {
            null or { At0Pct: null, At100Pct: null } => null,
            { At0Pct: { } at0, At100Pct: { } at100 } => new MultiplierLine(at0, at100).Judge(
                plan.MeteringOrUsual,
                new Blend<Exact>(basePct.Value, UsualFuels.Traditional<Exact>()),
                Ethanol?.Value
            ),
            _ => throw new RefusedInputException("multiplier", "Give both ends of the multiplier, at E0 and at E100."),
        };

    // Until a log that was read proves the fueling, what comes in is held and what comes out comes out.
    // All three numbers of the two maps, or none: half a description of them is not guessed at.
    private SparkToSet? Spark()
    {
        if (Ethanol is not { } ethanol || plan.Spark is not { GasolineMapEthanolPct: { } none, EthanolMapEthanolPct: { } all, FullAdditionDeg: { } full } maps)
        {
            return null;
        }

        var input = new SparkAdditionInput(ethanol, none, all, full, maps.Weighting ?? SparkWeighting.Linear, maps.SaturatesAtPct);
        var result = RefusedInputException.Under("spark", () => SparkAddition.Compute(input));
        return new SparkToSet(
            result,
            SparkAddition.HeldUntilProven(result.CautiousAdditionDeg),
            result.CautiousAdditionDeg.Value > 0,
            result.CautiousEthanolPct,
            SparkAddition.Curve(input)
        );
    }

    private List<FactorPoint> Curve()
    {
        // Each blend is known as well as the present reading is.
        var asKnown = Ethanol is { } ethanol ? ethanol - ethanol.Value : 0;
        return
        [
            .. Enumerable
                .Range(0, (int)(100 / CurveStepPct) + 1)
                .Select(i => CurveStepPct * i)
                .Select(pct =>
                {
                    var at = new FuelFactorQuery(pct + asKnown, basePct, plan.MeteringOrUsual).Answer(ledger);
                    return new FactorPoint(pct, at.Factor.Value, Interval95.HalfWidth(at.Factor), at.Schools.Mass.Value, at.Schools.Orifice.Value, at.Schools.Volume.Value);
                }),
        ];
    }
}
