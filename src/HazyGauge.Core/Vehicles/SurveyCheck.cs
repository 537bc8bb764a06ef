using System.Globalization;
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
/// <param name="Loads">How heavily pump and injectors would be used, the heaviest first.</param>
public sealed record SurveyVerdict(
    Eligibility Eligible,
    IReadOnlyList<SurveyFinding> Findings,
    IReadOnlyList<ToMeasure> ToMeasure,
    IReadOnlyList<string> NotAsked,
    Hazy? PowerKw,
    Hazy EthanolPct,
    IReadOnlyList<ComponentLoad> Loads);

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
        var estimate = FirstEstimate.Of(survey, ledger);
        var findings = SurveyFindings.Of(survey, estimate);
        return new SurveyVerdict(Eligible(survey, findings), findings, Open(survey, estimate), SurveyScope.NotAsked(survey), estimate.PowerKw, estimate.EthanolPct, estimate.Loads);
    }

    private static Eligibility Eligible(VehicleSurvey survey, IReadOnlyList<SurveyFinding> findings) =>
        findings.Any(f => f.Severity == Severity.Stop) ? Eligibility.No
        : SurveyQuestions.All.Any(q => q.HoldsUp(survey)) ? Eligibility.Unknown
        : Eligibility.Yes;

    // First what decides, then what blurs the loads most, then the maps, then the rest in the order of the walk.
    private static IReadOnlyList<ToMeasure> Open(VehicleSurvey survey, FirstEstimate estimate)
    {
        var open = SurveyQuestions.All.Where(q => q.IsOpen(survey)).ToList();
        var gains = open.ToDictionary(q => q.Field, q => Gain(q.Field, estimate), StringComparer.Ordinal);
        return [.. open
            .OrderByDescending(q => q.HoldsUp(survey))
            .ThenByDescending(q => gains[q.Field]?.Narrowing ?? 0)
            .ThenByDescending(q => q.Field.EndsWith("MapEthanolPct", StringComparison.Ordinal))
            .Select(q => new ToMeasure(q.Field, q.HowTo, gains[q.Field]?.Words ?? q.Effect, estimate.Assumed.GetValueOrDefault(q.Field)))];
    }

    /// <summary>By how much measuring one answer would narrow a load, in points of its 95 % half-width, on the load it helps most.</summary>
    private static (double Narrowing, string Words)? Gain(string field, FirstEstimate estimate)
    {
        (double Narrowing, string Words)? best = null;
        foreach (var load in estimate.Loads)
        {
            var now = Interval95.HalfWidth(load.UsePct);
            if (HazeBudget.Of(load.UsePct).FirstOrDefault(l => l.Source.Id == field) is { PlusMinusAfterCheck: { } after } line && now - after is var narrowing && narrowing > (best?.Narrowing ?? 0))
            {
                best = (narrowing, string.Create(CultureInfo.InvariantCulture,
                    $"{load.Name} {(load.Component == FuelComponent.Pump ? "is" : "are")} used to {load.UsePct.Value:0} % ± {now:0} as far as is known, and {line.SharePct:0} % of that doubt is this. Measured, it is ± {after:0}."));
            }
        }

        return best;
    }
}
