using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Signal;

/// <summary>What Signal asks for on this vehicle with the instruments at hand, and what cannot be.</summary>
internal static class SignalRules
{
    private const int LongestBy = 60;

    /// <summary>Refuses a name that cannot be shown.</summary>
    /// <exception cref="RefusedInputException">Something cannot be; every field that is wrong is named.</exception>
    public static void Check(SignalPlan plan)
    {
        var check = new InputCheck();
        for (var i = 0; i < (plan.Shown?.Count ?? 0); i++)
        {
            if (plan.Shown![i].By is { } by && (by.Length > LongestBy || by.Any(Letters.AreHidden)))
            {
                check.Refuse($"shown[{i}].by", $"This is longer than {LongestBy} characters, or cannot be shown.");
            }
        }

        check.ThrowIfAny();
    }

    /// <summary>Paths of what is not asked.</summary>
    public static IReadOnlyList<string> NotAsked(VehicleSurvey? vehicle, InstrumentsAtHand atHand) =>
        [
            .. atHand.Allow(Instrument.Scope) ? [] : new[] { "capture" },
            .. atHand.Allow(Instrument.FrequencyAndDuty) ? [] : new[] { "meter" },
            .. vehicle?.Control.SignalPath == SignalPath.AnalyserVoltage ? [] : new[] { "converterV" },
        ];
}
