using HazyGauge.Core.Findings;
using HazyGauge.Core.Plumbing;
using HazyGauge.Core.Plumbing.Chains;
using HazyGauge.Core.Plumbing.Checks;
using HazyGauge.Core.Plumbing.Kit;
using HazyGauge.Core.Plumbing.Ports;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Route;

/// <summary>Checks the chain that was chosen, and lists what it takes and where it can leak.</summary>
internal static class RouteEvaluation
{
    /// <summary>What a plan comes to.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="survey">What is known of the vehicle.</param>
    /// <exception cref="RefusedInputException">The plan holds what cannot be.</exception>
    public static RouteResults Of(RoutePlan plan, VehicleSurvey survey)
    {
        plan.Check();
        var (from, to) = (PortCatalogue.Find(plan.From), PortCatalogue.Find(plan.To));
        var kpa = survey.FuelSystem.BasePressureKpa?.Value ?? ChainRules.UsualLineKpa;
        if (from is null || to is null || plan.Chain is not { Count: > 0 } parts)
        {
            var open = RouteProgress.WithoutChain(plan, from, to);
            return new RouteResults(
                from, to, null, Opened(plan, 0), null, [], null, 0, false, kpa, [], from is null || to is null ? RouteWords.AskEnds : RouteWords.AskChain,
                from is null || to is null ? RouteWords.WhyEnds : Sentence.Of($"From {from.Name} to {to.Name}: choose one of the chains below, or put your own together."), open.State, open.NextAction);
        }

        var chain = MadeChain.Of(parts, from, to);
        var made = plan.Joints ?? [];
        var check = ChainCheck.Of(chain, made, kpa);
        var hoses = parts.Where(p => p.IsHose).ToList();
        var rigid = parts.Where(p => !p.IsHose).Sum(ChainRules.WholeMm);
        var isLoop = false;
        var hose = plan.GapMm is { } gap ? ChainRules.HoseMm(Math.Round(gap), rigid, hoses.Count, hoses.Sum(ChainRules.WholeMm), hoses.Select(ChainRules.WholeBendMm).DefaultIfEmpty(0).Max(), out isLoop) : null;
        var findings = check.Findings.Select(f => new Finding(FormattableString.Invariant($"{f.Code}-{f.Joint}"), f.Severity, Sentence.Of($"Joint {f.Joint:0}: {new Sentence(f.Template, f.Values)}")))
            .Concat(Whole(plan, parts, rigid, hose, isLoop)).OrderByDescending(f => f.Severity).ToList();
        var kit = ChainKit.Of(chain, made);
        var leaks = check.Joints.Concat(Opened(plan, check.LeakPoints)).ToList();
        var progress = RouteProgress.Of(findings, plan.GapMm is not null, kit);
        return new RouteResults(
            from, to, check, leaks, kit, [.. Strip(chain, hose, hoses)], hose, rigid, isLoop, kpa, findings,
            RouteWords.Headline(findings, parts.Count, leaks.Count), RouteWords.Lead(findings, kit, hose, hoses.Count, isLoop), progress.State, progress.NextAction);
    }

    private static IEnumerable<LeakPoint> OpenedJoints(RoutePlan plan, int behind) => (plan.Opened ?? []).Select((name, i) => new LeakPoint(behind + i + 1, name.Trim(), "opened and closed again"));

    private static IReadOnlyList<LeakPoint> Opened(RoutePlan plan, int behind) => [.. OpenedJoints(plan, behind)];

    private static IEnumerable<Finding> Whole(RoutePlan plan, IReadOnlyList<FittingPart> parts, double rigidMm, double? hoseMm, bool isLoop)
    {
        if (!parts.Any(p => p.IsSensor))
        {
            yield return new("noSensor", Severity.Caution, "There is no sensor in the chain.");
        }

        if (parts.Count(p => p.IsSensor) > 1)
        {
            yield return new("twoSensors", Severity.Caution, "There is more than one sensor in the chain: each restricts the line.");
        }

        if (plan.GapMm is { } gap && hoseMm is null)
        {
            yield return new("gap", Severity.Stop, parts.Any(p => p.IsHose)
                ? isLoop
                    ? Sentence.Of($"The parts are {Say.Mm(rigidMm)} long and the gap is {Say.Mm(gap)}: the hose has to make a loop, and it is too short for its bend. Take longer hose, or hose that bends tighter.")
                    : Sentence.Of($"The gap is {Say.Mm(gap)}, and the parts with all of their hose do not reach over it. Take longer hose.")
                : Sentence.Of($"The gap is {Say.Mm(gap)} and the parts are {Say.Mm(rigidMm)} long: without hose they do not meet the other end."));
        }

        if (isLoop && hoseMm is not null)
        {
            yield return new("loop", Severity.Info, "The parts are longer than the gap, so the hose makes a loop. Mind its tightest bend: no kink, no rub point.");
        }

        if (plan.Cut == true && new[] { plan.From, plan.To }.Any(p => PortCatalogue.Find(p)?.Type == PortType.PlainTube))
        {
            yield return new("cutLine", Severity.Info, "The stock line is cut: it does not go back as it was. Adapters made up on the bench do the same without a cut.");
        }
    }

    // What runs free is shared out evenly, each piece as far as it reaches.
    private static IEnumerable<StripPart> Strip(MadeChain chain, double? hoseMm, IReadOnlyList<FittingPart> hoses)
    {
        var all = hoses.Sum(h => h.LengthMm);
        var share = all > 0 ? (hoseMm ?? all) / all : 0;
        return chain.Parts.Select(p => new StripPart(
            p.Part.Code,
            p.Part.Name,
            p.Part.IsHose ? StripKind.Hose : p.Part.IsSensor ? StripKind.Sensor : StripKind.Fitting,
            p.In,
            p.Out,
            p.Part.BoreMm,
            p.Part.IsHose ? Math.Round(share * p.Part.LengthMm) : p.Part.LengthMm,
            p.Part.AngleDeg));
    }
}
