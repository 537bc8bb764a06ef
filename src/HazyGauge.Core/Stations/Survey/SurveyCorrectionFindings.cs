using System.Text.RegularExpressions;
using HazyGauge.Core.Compensation;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Survey;

/// <summary>What a setting does that holds the correction for ethanol, or switches it off, above an engine speed: wherever the sensor sits.</summary>
internal static partial class SurveyCorrectionFindings
{
    /// <summary>It is switched off while another blend than the map's has to work.</summary>
    public const string OffCode = "correctionOffAbove";

    private const string Field = "control.correctionAbove.kind";

    /// <summary>The findings.</summary>
    /// <param name="survey">The survey in use.</param>
    public static IEnumerable<SurveyFinding> Of(VehicleSurvey survey)
    {
        var above = survey.Control.CorrectionAbove;
        var from = above?.Rpm is { } rpm ? Sentence.Of($"Above {Say.Given(rpm, Unit.Rpm)}") : "At high engine speed";
        switch (above?.Kind)
        {
            case CorrectionAboveKind.Off:
                yield return Off(survey, from);
                break;
            case CorrectionAboveKind.Hold:
                yield return new(
                    "correctionHeldAbove",
                    Severity.Info,
                    from + "the last reading is held. After a fill drive gently until the reading has stopped changing: until then the one that is held is of the old fuel.",
                    Field
                );
                break;
            case null when SpeaksOfSpeed().IsMatch(survey.Control.Failsafes ?? string.Empty):
                yield return new(
                    "correctionAboveAsked",
                    Severity.Caution,
                    "What is written of failsafes may mean that the correction stops above an engine speed. Say here whether it is held or switched off, and from where.",
                    Field
                );
                break;
            default:
                break;
        }
    }

    // Off, the map runs as it was made. A map nobody knows the blend of may be on anything.
    private static SurveyFinding Off(VehicleSurvey survey, Sentence from)
    {
        var (highest, isKnown) = (survey.HighestOrUsualPct(), survey is { HasTypicalMapBlend: false, Control.FuelMapEthanolPct: not null });
        var map = survey.MapOrUsualPct();
        if (isKnown && Math.Abs(highest.Value - map.Value) + Interval95.HalfWidth(highest - map) <= Uncorrected.HeldWithinPct)
        {
            return new(OffCode, Severity.Info, from + "the correction switches off. The blend stays near that of the map, so little changes there.", Field);
        }

        return new(
            OffCode,
            Severity.Stop,
            from
                + Sentence.Of(
                    $"the correction switches off: on {Say.Ethanol(highest.Value)} with a map made on "
                        + $"{Say.Ethanol(map.Value)}{(isKnown ? string.Empty : ", as far as is known,")} the engine "
                        + $"runs at lambda {Uncorrected.LambdaRatio(highest.Value, new(map.Value)):0.00} there, where lean kills it. Have it go on at every speed, "
                        + $"or hold the last reading."
                ),
            Field
        );
    }

    [GeneratedRegex(
        @"\b(?:above|over|beyond|rpm|r/min|1/min|off|disabled?)\b|/min\b",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant,
        matchTimeoutMilliseconds: PatternLimit.Milliseconds
    )]
    private static partial Regex SpeaksOfSpeed();
}
