using HazyGauge.Core.Findings;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Shop;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Survey;

/// <summary>Evaluates a survey, however much of it is still open.</summary>
public static class SurveyEvaluation
{
    /// <summary>What a survey comes to.</summary>
    /// <param name="found">What was found; its hazy numbers stand on the ledger.</param>
    /// <param name="ledger">The ledger; typical figures are added to it.</param>
    /// <param name="shop">What holds for every job of the shop.</param>
    /// <exception cref="RefusedInputException">It holds what cannot be on any vehicle.</exception>
    public static SurveyResults Of(VehicleSurvey found, HazeLedger ledger, ShopFacts? shop = null)
    {
        SurveyRules.Check(found);
        var survey = found.InUse(shop?.Instruments, ledger);
        var system = SurveyedFuelSystem.Of(survey, FullLoad.AsSurveyed, ledger);
        var uses = system.AsFound();
        var findings = SurveyFindings.Of(found, survey, system, uses, ledger);
        var toMeasure = Open(survey, system, uses);
        var eligible = Eligible(survey, findings);
        var next = Next(eligible, findings, toMeasure, survey.HasTypicalMapBlend || system.Guesses.Count > 0);
        return new SurveyResults(
            eligible,
            findings,
            toMeasure,
            VehicleFields.NotAsked(survey),
            system.PowerKw,
            system.EthanolPct,
            [.. uses.Select(use => ComponentLoad.Of(use, survey.AtHand()))],
            SurveyWords.Headline(eligible, uses, survey),
            SurveyWords.Lead(eligible, toMeasure, VehicleFields.All.Count(q => q.IsOpen(survey) && q.HoldsUp(survey)), uses.Count > 0 && system.Assumed.Count > 0),
            next.State,
            next.NextAction,
            SignalPath: survey.Control.SignalPath
        )
        {
            InUse = survey,
        };
    }

    private static Eligibility Eligible(VehicleSurvey survey, IReadOnlyList<SurveyFinding> findings) =>
        findings.Any(f => f.Severity == Severity.Stop && !SurveyFindings.IsMended(f)) ? Eligibility.No
        : VehicleFields.All.Any(q => q.HoldsUp(survey)) ? Eligibility.Unknown
        : findings.Any(SurveyFindings.IsMended) ? Eligibility.AfterChanges
        : Eligibility.Yes;

    private static StationProgress Next(Eligibility eligible, IReadOnlyList<SurveyFinding> findings, IReadOnlyList<ToMeasure> toMeasure, bool isGuessed)
    {
        var measure = toMeasure.Count > 0 ? NextAction.Of(SurveyStation.Key, "measure", $"Find out: {SurveyWords.Label(toMeasure[0])}.", SurveyWords.How(toMeasure[0])) : null;
        NextAction? Settle(string code, string command, params string[] codes) =>
            findings.FirstOrDefault(f => codes.Contains(f.Code, StringComparer.Ordinal)) is { } finding ? NextAction.Of(SurveyStation.Key, code, command, Said(finding)) : null;
        var saidTwice = Settle("saidTwice", "Settle what was said twice.", SurveyReadingFindings.MapSaidTwice, SurveyReadingFindings.PathSaidTwice);
        var mapBlend = Settle("findMapBlend", "Find out the blend of the map.", SurveyReadingFindings.MapBlendTypical);
        return eligible switch
        {
            Eligibility.No => new(StationState.Hold, NextAction.Of(SurveyStation.Key, "buyNothing", "Do not buy parts yet.", Gravest(findings))),
            Eligibility.Unknown => new(StationState.InWork, measure!),
            Eligibility.AfterChanges => Answered(
                findings.Any(f => f.Severity == Severity.Stop),
                NextAction.Of(SurveyStation.Key, "changes", "Replace or fit what is named before any ethanol goes in.", Said(findings.First(SurveyFindings.IsMended)))
            ),
            _ => Answered(false, measure ?? saidTwice ?? mapBlend ?? new NextAction("The vehicle is surveyed.", "Nothing is left to measure.", SurveyStation.Key, "surveyed")),
        };

        // What is still open sharpens what comes after it, and holds none of it up.
        StationProgress Answered(bool isHeld, NextAction next) =>
            isHeld ? new(StationState.Hold, next)
            : measure is null && saidTwice is null && !isGuessed ? new(StationState.Complete, next)
            : new(StationState.InWork, next with { CanWait = true });
    }

    private static Sentence Gravest(IReadOnlyList<SurveyFinding> findings) => Said(findings.First(f => f.Severity == Severity.Stop));

    private static Sentence Said(SurveyFinding finding) => new(finding.Template, finding.Values);

    // First what decides, then what blurs the loads most, then the maps, then the rest in the order of the walk.
    private static IReadOnlyList<ToMeasure> Open(VehicleSurvey survey, SurveyedFuelSystem system, IReadOnlyList<ComponentUse> loads)
    {
        // What is not served needs nothing measured.
        var open = VehicleFields.All.Where(q => q.IsOpen(survey) && !survey.FuelSystem.IsNotServed).ToList();
        var gains = open.ToDictionary(q => q.Path, q => Gain(q.Path, loads), StringComparer.Ordinal);
        var atHand = survey.AtHand();
        return
        [
            .. open.OrderByDescending(q => q.HoldsUp(survey))
                .ThenByDescending(q => atHand.Allow(q.Needs))
                .ThenByDescending(q => gains[q.Path]?.Narrowing ?? 0)
                .ThenByDescending(q => q.Path.EndsWith("MapEthanolPct", StringComparison.Ordinal))
                .Select(q =>
                {
                    var effect = gains[q.Path]?.Words ?? q.Effect!;
                    var how = atHand.ToDo(q.HowTo, q.Needs);
                    return new ToMeasure(q.Path, how, effect.Text, system.Assumed.GetValueOrDefault(q.Path), effect.Template, effect.Values) { Needs = q.Needs };
                }),
        ];
    }

    // Points of a load. What narrows it by less is not worth the walk.
    private const double LeastNarrowing = 0.5;

    /// <summary>By how much measuring one answer would narrow a load, in points of its 95 % half-width, on the load it helps most.</summary>
    private static (double Narrowing, Sentence Words)? Gain(string path, IReadOnlyList<ComponentUse> loads)
    {
        (double Narrowing, Sentence Words)? best = null;
        foreach (var load in loads)
        {
            var now = Interval95.HalfWidth(load.UsePct);
            if (
                HazeBudget.Of(load.UsePct).FirstOrDefault(l => l.Source == path) is { Check: { PlusMinusAfter: var after } } line
                && now - after is var narrowing
                && narrowing > (best?.Narrowing ?? LeastNarrowing)
            )
            {
                best = (
                    narrowing,
                    Sentence.Of(
                        $"{line.SharePct:0} % of the haze on {load.Component.InWords()} ({load.UsePct.Value:0} ± {now:0} % {load.Limit}) comes from this. Measured, it is "
                            + $"± {after:0} %."
                    )
                );
            }
        }

        return best;
    }
}
