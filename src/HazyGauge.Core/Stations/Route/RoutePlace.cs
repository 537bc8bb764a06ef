using HazyGauge.Core.Findings;
using HazyGauge.Core.Plumbing.Placement;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Stations.Route;

/// <summary>What is to be said of the place that was chosen.</summary>
internal static class RoutePlace
{
    /// <summary>The findings, where a place was chosen.</summary>
    public static IEnumerable<Finding> Findings(SensorPlace? chosen, PlacementResult placement)
    {
        if (placement.Options.FirstOrDefault(o => o.School == chosen) is not { } option)
        {
            yield break;
        }

        if (!option.Possible)
        {
            yield return new("place", Severity.Stop, option.WhySaid);
            yield break;
        }

        if (option.AerationRisk == AerationRisk.High)
        {
            yield return new(
                "starves",
                Severity.Caution,
                Sentence.Of(
                    $"At full load {Say.Of(placement.Flows[^1].ReturnLph!.Value, Unit.Lph, 0)} come back: the sensor may run dry then. Hold the last reading there, or "
                        + $"put it in the feed."
                )
            );
        }

        if (option.AerationRisk == AerationRisk.NotKnown)
        {
            yield return new("returnNotKnown", Severity.Caution, "What comes back at full load cannot be said yet: find out the power wanted and the pump's flow first.");
        }

        if (placement.Overrun is { MayOverrun: true } overrun)
        {
            yield return new(
                "overrun",
                Severity.Caution,
                Sentence.Of(
                    $"At idle {Say.Of(overrun.ReturnLph, Unit.Lph, 0)} would have to go back at {Say.Of(overrun.SetKpa, Unit.Kpa, 0)}. Regulator and return may not let so much "
                        + $"through: the base pressure may rise to {Say.Of(overrun.BaseKpa, Unit.Kpa, 0)}. Read it at idle before and after."
                )
            );
        }

        if (option.School != placement.Recommended && placement.Recommended is { } better)
        {
            yield return new("otherPlace", Severity.Info, Sentence.Of($"Better {better.InWords()}: {placement.Reason.Inside()}"));
        }
    }
}
