using System.Globalization;
using HazyGauge.Core.Capacity;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Vehicles;

/// <summary>What a survey comes to.</summary>
/// <param name="Eligible">Whether the vehicle can be converted the way it is meant to be.</param>
/// <param name="Findings">What it shows, the gravest first.</param>
/// <param name="ToMeasure">What is worth finding out, the most helpful first.</param>
/// <param name="NotAsked">Answers that do not concern this vehicle, as paths into the survey.</param>
/// <param name="PowerKw">Power the loads are reckoned for, kW; null where none is known.</param>
/// <param name="EthanolPct">Blend the loads are reckoned for.</param>
/// <param name="Loads">How heavily what carries the fuel would be used, % of its limit, the heaviest first.</param>
public sealed record SurveyVerdict(
    Eligibility Eligible,
    IReadOnlyList<SurveyFinding> Findings,
    IReadOnlyList<ToMeasure> ToMeasure,
    IReadOnlyList<string> NotAsked,
    Hazy? PowerKw,
    Hazy EthanolPct,
    IReadOnlyList<ComponentUse> Loads);

/// <summary>Judges a survey, however much of it is still open.</summary>
public static class SurveyCheck
{
    /// <summary>Judges a survey.</summary>
    /// <param name="survey">What was found; its hazy numbers stand on the ledger.</param>
    /// <param name="ledger">The ledger; typical figures are added to it.</param>
    /// <exception cref="RefusedInputException">It holds what cannot be on any vehicle.</exception>
    public static SurveyVerdict Judge(VehicleSurvey survey, HazeLedger ledger)
    {
        SurveyRules.Check(survey);
        var system = SurveyedFuelSystem.Of(survey, FullLoad.AsSurveyed, ledger);
        IReadOnlyList<ComponentUse> loads = system.PowerKw is { } power ? new CapacityLimits(system.Delivery).Uses(power, system.EthanolPct) : [];
        var findings = SurveyFindings.Of(survey, system, loads);
        return new SurveyVerdict(Eligible(survey, findings), findings, Open(survey, system, loads), SurveyScope.NotAsked(survey), system.PowerKw, system.EthanolPct, loads);
    }

    private static Eligibility Eligible(VehicleSurvey survey, IReadOnlyList<SurveyFinding> findings) =>
        findings.Any(f => f.Severity == Severity.Stop) ? Eligibility.No
        : SurveyQuestions.All.Any(q => q.HoldsUp(survey)) ? Eligibility.Unknown
        : Eligibility.Yes;

    // First what decides, then what blurs the loads most, then the maps, then the rest in the order of the walk.
    private static IReadOnlyList<ToMeasure> Open(VehicleSurvey survey, SurveyedFuelSystem system, IReadOnlyList<ComponentUse> loads)
    {
        var open = SurveyQuestions.All.Where(q => q.IsOpen(survey)).ToList();
        var gains = open.ToDictionary(q => q.Field, q => Gain(q.Field, loads), StringComparer.Ordinal);
        return [.. open
            .OrderByDescending(q => q.HoldsUp(survey))
            .ThenByDescending(q => gains[q.Field]?.Narrowing ?? 0)
            .ThenByDescending(q => q.Field.EndsWith("MapEthanolPct", StringComparison.Ordinal))
            .Select(q => new ToMeasure(q.Field, q.HowTo, gains[q.Field]?.Words ?? q.Effect, system.Assumed.GetValueOrDefault(q.Field)))];
    }

    /// <summary>By how much measuring one answer would narrow a load, in points of its 95 % half-width, on the load it helps most.</summary>
    private static (double Narrowing, string Words)? Gain(string field, IReadOnlyList<ComponentUse> loads)
    {
        (double Narrowing, string Words)? best = null;
        foreach (var load in loads)
        {
            var now = Interval95.HalfWidth(load.UsePct);
            if (HazeBudget.Of(load.UsePct).FirstOrDefault(l => l.Source.Id == field) is { PlusMinusAfterCheck: { } after } line && now - after is var narrowing && narrowing > (best?.Narrowing ?? 0))
            {
                best = (narrowing, string.Create(CultureInfo.InvariantCulture,
                    $"{load.Component.Begins()} used to {load.UsePct.Value:0} % ± {now:0} as far as is known, and {line.SharePct:0} % of that doubt is this. Measured, it is ± {after:0}."));
            }
        }

        return best;
    }
}
