using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Plumbing;
using HazyGauge.Core.Plumbing.Chains;
using HazyGauge.Core.Plumbing.Checks;
using HazyGauge.Core.Plumbing.Hoses;
using HazyGauge.Core.Plumbing.Kit;
using HazyGauge.Core.Plumbing.Mounting;
using HazyGauge.Core.Plumbing.Placement;
using HazyGauge.Core.Plumbing.Ports;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Route;

/// <summary>Checks the chain that was chosen, and lists what it takes and where it can leak.</summary>
internal static class RouteEvaluation
{
    /// <summary>What a plan comes to.</summary>
    /// <param name="plan">The plan; its hazy numbers stand on the ledger.</param>
    /// <param name="survey">What is known of the vehicle.</param>
    /// <param name="ledger">The ledger; typical figures are added to it.</param>
    /// <exception cref="RefusedInputException">The plan holds what cannot be.</exception>
    public static RouteResults Of(RoutePlan plan, VehicleSurvey survey, HazeLedger ledger)
    {
        plan.Check();
        var path = FuelPath.Of(survey, ledger);
        PlacementResult Placed(PlacementInput input) => PlacementAdvisor.Of(path, input with { AlongMm = plan.AlongMm, IsCut = plan.Cut == true }, ledger);
        var (from, to) = (PortCatalogue.Find(plan.From), PortCatalogue.Find(plan.To));
        if (from is null || to is null || plan.Chain is not { Count: > 0 } parts)
        {
            return WithoutChain(plan, survey, path, from, to, Placed(new()));
        }

        var chain = MadeChain.Of(parts, from, to);
        var ids = LeakList.JointIds(chain);
        var made = plan.MadeJoints(ids);
        var hoses = parts.Where(p => p.IsHose).ToList();
        var rigid = parts.Where(p => !p.IsHose).Sum(ChainRules.WholeMm);
        var isLoop = false;
        var hose = plan.GapMm is { } gap
            ? ChainRules.HoseMm(Math.Round(gap), rigid, hoses.Count, hoses.Sum(ChainRules.WholeMm), hoses.Select(ChainRules.WholeBendMm).DefaultIfEmpty(0).Max(), out isLoop)
            : null;
        var hosePlan = new HosePlanner(parts, plan.PushedOverMm ?? HosePlanner.UsualPushedOverMm, plan.StockMm).Of(plan.TankSide, plan.EngineSide, hose, isLoop);
        var joints = LeakList.Of(chain);
        var compared = Placed(new(parts, joints.Count + (plan.Opened?.Count ?? 0), hose));
        var chosen = Chosen(plan, compared);
        var atKpa = JudgedKpa(path, chosen);
        var check = ChainCheck.Of(chain, made, atKpa, Hottest(plan));
        List<LeakPoint> leaking = [.. joints, .. plan.Place == SensorPlace.Bypass ? Bypass.Leaks(joints.Count) : []];
        leaking.AddRange(Opened(plan, leaking.Count));
        var findings = At(RoutePart.Parts, check.Findings.Select(f => OfJoint(f).Of(ids[f.Joint - 1])))
            .Concat(At(RoutePart.Parts, Whole(plan, parts, rigid, hose, isLoop, IsMeasured(plan, hosePlan))))
            .Concat(At(RoutePart.Hoses, hosePlan?.Findings))
            .Concat(At(RoutePart.Place, RoutePlace.Findings(plan.Place, compared)))
            .Concat(At(RoutePart.Holding, plan.Holding?.Findings()))
            .OrderByDescending(f => f.Severity)
            .ToList();
        var kit = ChainKit.Of(chain, made);
        var progress = RouteProgress.Of(plan, findings, plan.GapMm is not null || IsMeasured(plan, hosePlan), kit);
        return new RouteResults(
            from,
            to,
            check,
            leaking,
            kit,
            [.. Strip(chain, hosePlan, hose, hoses)],
            hose,
            rigid,
            isLoop,
            atKpa,
            Hottest(plan) ?? PartRules.UsualHottestC,
            findings,
            RouteWords.Headline(findings, parts.Count, leaking.Count, chosen),
            RouteWords.Lead(findings, kit, hosePlan, chosen),
            progress.State,
            progress.NextAction,
            compared,
            chosen,
            hosePlan,
            Later(plan, survey, parts, leaking.Count),
            AssumedFigure.Listed(path.Assumed),
            Ask(plan, atKpa)
        );
    }

    // What the catalog is asked for: the best chains obey all that this plan is judged by.
    private static FittingChainQuery? Ask(RoutePlan plan, double kpa)
    {
        var isMeasured = plan is { TankSide.GapMm: not null, EngineSide.GapMm: not null };
        if (plan.From is not { } from || plan.To is not { } to || (plan.GapMm ?? (isMeasured ? plan.TankSide!.GapMm + plan.EngineSide!.GapMm : null)) is not { } gap)
        {
            return null;
        }

        // Two tubes of two materials are asked for as one that nobody named.
        var tubes = (plan.Joints ?? []).Where(j => j.Tube is not null).Select(j => (j.Tube, IsStiff: j.Insert == true)).Distinct().ToList();
        var tube = tubes.Count == 1 ? tubes[0] : default;
        return new(
            from,
            to,
            gap,
            plan.Cut == true,
            ChainVia.Sensor,
            plan.AnglesDeg,
            PressureKpa: kpa,
            Tube: tube.Tube,
            Insert: tube.Tube is null ? null : tube.IsStiff,
            TankSide: isMeasured ? plan.TankSide : null,
            EngineSide: isMeasured ? plan.EngineSide : null,
            HottestC: Hottest(plan)
        );
    }

    private static PlacementOption? Chosen(RoutePlan plan, PlacementResult placement) => placement.Options.FirstOrDefault(o => o.School == plan.Place);

    private static RouteResults WithoutChain(RoutePlan plan, VehicleSurvey survey, FuelPath path, Port? from, Port? to, PlacementResult placement)
    {
        var place = Chosen(plan, placement);
        var kpa = JudgedKpa(path, place);
        IReadOnlyList<Finding> known =
        [
            .. At(RoutePart.Place, RoutePlace.Findings(plan.Place, placement)).Concat(At(RoutePart.Holding, plan.Holding?.Findings())).OrderByDescending(f => f.Severity),
        ];
        var open = RouteProgress.WithoutChain(plan, from, to, known);
        return new RouteResults(
            from,
            to,
            null,
            Opened(plan, 0),
            null,
            [],
            null,
            0,
            false,
            kpa,
            Hottest(plan) ?? PartRules.UsualHottestC,
            known,
            RouteWords.HeadlineWithoutChain(placement, place, from, to, IsUnknown(survey)),
            RouteWords.LeadWithoutChain(placement, place, from, to, IsUnknown(survey)),
            open.State,
            open.NextAction,
            placement,
            place,
            null,
            Later(plan, survey, [], 0),
            AssumedFigure.Listed(path.Assumed),
            Ask(plan, kpa)
        );
    }

    private static Finding OfJoint(ChainFinding finding) =>
        new(finding.Code, finding.Severity, Sentence.Of($"Joint {finding.Joint:0}: {new Sentence(finding.Template, finding.Values)}"));

    private static IEnumerable<Finding> At(string part, IEnumerable<Finding>? findings) => (findings ?? []).Select(f => f.At(part));

    // Joints are judged at the most the line may hold there: nothing is left of its pressure behind the regulator but what the parts cost.
    private static double JudgedKpa(FuelPath path, PlacementOption? place)
    {
        static double Most(Hazy kpa) => kpa.Value + Interval95.HalfWidth(kpa);
        return place is { Possible: true, InFeed: false, JointKpa: { } behind } ? Most(behind)
            : path.Survey.FuelSystem.BasePressureKpa is not null ? Most(path.LineKpa)
            : ChainRules.UsualLineKpa;
    }

    // The high end of what was measured.
    private static double? Hottest(RoutePlan plan) => plan.HottestC is { } hottest ? hottest.Value + Interval95.HalfWidth(hottest) : null;

    private static bool IsUnknown(VehicleSurvey survey) => survey.FuelSystem is { Line: null, Kind: null, Joints: null };

    // Both sides measured with the sensor in its place say more than the gap as a whole.
    private static bool IsMeasured(RoutePlan plan, HosePlan? hoses) =>
        plan is { TankSide.GapMm: not null, EngineSide.GapMm: not null } && hoses?.Hoses.All(h => h.IsMeasured) != false;

    private static List<LaterAdvice> Later(RoutePlan plan, VehicleSurvey survey, IReadOnlyList<FittingPart> parts, int leaks) =>
        [
            .. LaterStages.Of(
                plan.Later ?? [],
                survey.FuelSystem.IsDirect,
                (survey.Goals.Wishes ?? []).Any(w => w.Kind == WishKind.PortInjectionLater),
                parts.Any(p => p.Ports.Count > 2),
                leaks
            ),
        ];

    private static IReadOnlyList<LeakPoint> Opened(RoutePlan plan, int behind) =>
        [.. plan.OpenedJoints().Select((joint, i) => new LeakPoint(behind + i + 1, joint.Name, "opened and closed again", Id: joint.Id))];

    private static IEnumerable<Finding> Whole(RoutePlan plan, IReadOnlyList<FittingPart> parts, double rigidMm, double? hoseMm, bool isLoop, bool isMeasured)
    {
        if (!parts.Any(p => p.IsSensor))
        {
            yield return new("noSensor", Severity.Caution, "There is no sensor in the chain.");
        }

        if (parts.Count(p => p.IsSensor) > 1)
        {
            yield return new("twoSensors", Severity.Caution, "There is more than one sensor in the chain: each restricts the line.");
        }

        var sensor = parts.TakeWhile(p => !p.IsSensor).Count();
        if (plan.Cut == true && !isMeasured && sensor < parts.Count && parts.Take(sensor).Any(p => p.IsHose) != parts.Skip(sensor).Any(p => p.IsHose))
        {
            yield return new(
                "hoseOnOneSide",
                Severity.Caution,
                "Put hose on both sides of the sensor. Cut ends do not give way, and with hose on one side only the sensor cannot be held where it should sit."
            );
        }

        if (plan.GapMm is { } gap && hoseMm is null && !isMeasured)
        {
            yield return new(
                "gap",
                Severity.Stop,
                parts.Any(p => p.IsHose)
                    ? isLoop
                        ? Sentence.Of(
                            $"The parts are {Say.Mm(rigidMm)} long and the gap is {Say.Mm(gap)}: the hose has to make a loop, and it is too short for its bend. Take "
                                + $"longer hose, or hose that bends tighter."
                        )
                        : Sentence.Of($"The gap is {Say.Mm(gap)}, and the parts with all of their hose do not reach over it. Take longer hose.")
                    : Sentence.Of($"The gap is {Say.Mm(gap)} and the parts are {Say.Mm(rigidMm)} long: without hose they do not meet the other end.")
            );
        }

        if (isLoop && hoseMm is not null && !isMeasured)
        {
            yield return new("loop", Severity.Info, "The parts are longer than the gap, so the hose makes a loop. Mind its tightest bend: no kink, no rub point.");
        }

        if (plan.Cut == true && new[] { plan.From, plan.To }.Any(p => PortCatalogue.Find(p)?.Type == PortType.PlainTube))
        {
            yield return new(
                "cutLine",
                Severity.Caution,
                "Cannot be undone: the stock line is cut. Ask the owner before it is done. Adapters made up on the bench do the same without a cut."
            );
        }
    }

    // What runs free is shared out evenly, each piece as far as it reaches.
    private static IEnumerable<StripPart> Strip(MadeChain chain, HosePlan? planned, double? hoseMm, IReadOnlyList<FittingPart> hoses)
    {
        var all = hoses.Sum(h => h.LengthMm);
        var share = all > 0 ? (hoseMm ?? all) / all : 0;
        return chain.Parts.Select(
            (p, i) =>
                new StripPart(
                    p.Part.Code,
                    p.Part.Name,
                    p.Part.IsHose ? StripKind.Hose
                        : p.Part.IsSensor ? StripKind.Sensor
                        : StripKind.Fitting,
                    p.In,
                    p.Out,
                    p.Part.BoreMm,
                    p.Part.IsHose ? planned?.Hoses.FirstOrDefault(h => h.Part == i + 1)?.FreeMm ?? Math.Round(share * p.Part.LengthMm) : p.Part.LengthMm,
                    p.Part.AngleDeg
                )
        );
    }
}
