using HazyGauge.Core.Findings;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Line;

/// <summary>Judges the Survey station.</summary>
public static class SurveyProgress
{
    /// <summary>A job nobody has surveyed.</summary>
    public static readonly StationProgress NotStarted = new(
        StationState.Empty, new NextAction("Survey the vehicle.", "Know what is on it before a part is bought.", Station.SurveySlug));

    /// <summary>Judges a saved survey.</summary>
    public static StationProgress Of(SurveyVerdict verdict)
    {
        var first = verdict.ToMeasure.Count > 0 ? verdict.ToMeasure[0] : null;
        return verdict.Eligible switch
        {
            Eligibility.No => new(StationState.Hold, new NextAction("Do not buy parts yet.", verdict.Findings.First(f => f.Severity == Severity.Stop).Text, Station.SurveySlug)),
            Eligibility.Unknown => new(StationState.InWork, new NextAction(first!.Text, first.Effect, Station.SurveySlug)),
            _ => new(StationState.Proven, first is null
                ? new NextAction("The vehicle is surveyed.", "Nothing is left to measure.", Station.SurveySlug)
                : new NextAction(first.Text, first.Effect, Station.SurveySlug)),
        };
    }
}
