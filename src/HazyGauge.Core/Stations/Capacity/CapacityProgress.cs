using HazyGauge.Core.Findings;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Capacity;

/// <summary>How far the work on the fuel system has come.</summary>
internal static class CapacityProgress
{
    /// <summary>A job whose fuel system nobody looked at.</summary>
    public static readonly StationProgress NotStarted = new(
        StationState.Empty,
        NextAction.Of(CapacityStation.Key, "capacity", "See what the fuel system can feed.", "A pump that runs out at high ethanol costs the engine.")
    );

    /// <summary>The state of a plan, and what to do next.</summary>
    public static StationProgress Of(
        CapacityResult? atPoint,
        IReadOnlyList<Finding> findings,
        CapacityGuess? guess,
        PendingChange? pending,
        IReadOnlyList<AssumedFigure> assumed,
        InstrumentsAtHand atHand,
        HeatRemedy? coolest = null
    )
    {
        if (atPoint is not { } point)
        {
            return InWork("power", "Give the power wanted.", "Without it nothing can be calculated.");
        }

        if (findings.FirstOrDefault(f => f.Severity == Severity.Stop) is { } stop)
        {
            return Hold(
                stop.Code,
                stop.Code == BoilingMargin.Boils ? coolest?.What ?? "Cool the fuel, keep more of it, or stage the pumps first." : "Do not go on with this fuel system.",
                stop.Sentence
            );
        }

        var reach = CapacityWords.Reach(point);
        return point.Verdict switch
        {
            CapacityVerdict.NotKnown => InWork("notKnown", "Find out about pump and injectors.", "Neither is known yet."),
            CapacityVerdict.TooSmall => Hold("tooSmall", "Lower the power or fit more before any ethanol goes in.", reach),
            CapacityVerdict.Capped => InWork(
                "capped",
                Sentence.Of(
                    $"{(point.Remedies.Count > 0 ? point.Remedies[0].Do : "Fit more, or want less")}{(point.Remedies.Count > 1 ? ", or choose another way" : string.Empty)}."
                ),
                reach
            ),
            CapacityVerdict.Doubtful => InWork(
                "doubtful",
                HazeBudget.NextBestCheck(point.Budget, atHand)?.Check?.Text ?? "Stay a little below what is wanted.",
                reach + "As far as is known that may not be enough."
            ),
            _ when findings.FirstOrDefault(BoilingMargin.LeavesOpen) is { } boils => InWork(boils.Code, "Measure the fuel's temperature on a hot day.", boils.Sentence),
            _ when guess is not null => InWork(
                "guessed",
                Sentence.Of($"Read off: {guess.First.Inside()}"),
                Sentence.Of($"{reach} But that rests on {guess.On}, which proves nothing.")
            ),
            _ when pending is not null => new StationProgress(
                StationState.Planned,
                NextAction.Of(
                    CapacityStation.Key,
                    "planned",
                    Sentence.Of($"Fit {ChangeWords.Inside(pending.Change)}, and mark it as fitted."),
                    Sentence.Of($"{reach} That is planned, not fitted.")
                )
            ),
            _ when assumed.Count > 0 => Typical(point, reach, assumed, atHand),
            _ => new StationProgress(StationState.Proven, NextAction.Of(CapacityStation.Key, "carried", "The fuel system supports what is wanted.", reach)),
        };
    }

    // Carried, and with usual figures in it: a question with the check that answers most of it, and one that keeps nobody waiting.
    private static StationProgress Typical(CapacityResult point, Sentence reach, IReadOnlyList<AssumedFigure> assumed, InstrumentsAtHand atHand) =>
        new(
            StationState.InWork,
            NextAction.Of(
                CapacityStation.Key,
                "typical",
                HazeBudget.NextBestCheck(point.Budget, atHand)?.Check?.Text ?? $"Find out: {char.ToLowerInvariant(assumed[0].Label[0])}{assumed[0].Label[1..]}.",
                Sentence.Of($"{reach} That counts in how far off {Wording.Count(assumed.Count, "usual figure")} may be; it is proven once none stands in.")
            ) with
            {
                CanWait = true,
            }
        );

    private static StationProgress InWork(string code, Sentence command, Sentence why) => new(StationState.InWork, NextAction.Of(CapacityStation.Key, code, command, why));

    private static StationProgress Hold(string code, Sentence command, Sentence why) => new(StationState.Hold, NextAction.Of(CapacityStation.Key, code, command, why));
}
