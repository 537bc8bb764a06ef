using HazyGauge.Core.Findings;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Shop;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Capacity;

/// <summary>Capacity's own sentences.</summary>
internal static class CapacityWords
{
    /// <summary>The verdict in a sentence or two.</summary>
    public static Sentence Headline(CapacityResult? point, IReadOnlyList<Finding> findings, CapacityGuess? guess, PendingChange? pending) =>
        (pending is null || point is null ? Verdict(point, guess) : Sentence.Of($"As it stands: {Shortly(pending.Found)}.") + With(pending, point, guess))
        + (findings.Any(f => f.Code == BoilingMargin.Boils) ? "The fuel boils on the hottest drive." : Sentence.Empty);

    /// <summary>Why, and what to do next.</summary>
    public static Sentence Lead(CapacityResult? point, IReadOnlyList<Finding> findings, CapacityGuess? guess, PendingChange? pending, InstrumentsAtHand atHand)
    {
        if (point is null)
        {
            return "Enter it below, or in the survey. Everything is calculated from there.";
        }

        var most = point is { MaxPowerKw: { } kw, Binding: { } binding }
            ? Sentence.Of($"On {Say.Ethanol(point.EthanolPct.Value)} it supports up to {Say.Kw(kw)}, limited by {binding.InWords()}.")
            : Sentence.Empty;
        return point.Verdict switch
        {
            CapacityVerdict.Carried when guess is not null => most + Sentence.Of($"A guess proves nothing. {guess.First}"),
            CapacityVerdict.Carried when pending is not null => most + "That is planned, not fitted: stay at what it supports as it stands until the parts are in.",
            CapacityVerdict.Carried when findings.Any(BoilingMargin.LeavesOpen) => most + "Enough fuel comes as long as it does not boil: see the vapor check below.",
            CapacityVerdict.Carried => most + "Safe even at the worst end of the haze.",
            CapacityVerdict.Doubtful => most
                + (
                    HazeBudget.NextBestCheck(point.Budget, atHand) is { Check: { } check } line
                        ? Sentence.Of($"Next best check: {char.ToLowerInvariant(line.Label[0])}{line.Label[1..]}. {check.Text}")
                        : "Stay a little below, or fit more."
                ),
            CapacityVerdict.NotKnown => "Give pump or injectors at the survey.",
            _ => point.Remedies.Count switch
            {
                0 => most + "No single change is enough: want less, or fit another fuel system.",
                1 => Sentence.Of($"{point.Remedies[0].Do}."),
                2 => Sentence.Of($"{point.Remedies[0].Do}, or use the other way below."),
                var n => Sentence.Of($"{point.Remedies[0].Do}, or choose one of {n - 1} other ways below."),
            },
        };
    }

    /// <summary>How far a fuel system reaches, two sentences.</summary>
    public static Sentence Reach(CapacityResult point)
    {
        var limit = point is { EthanolBinding: { } binding, MaxEthanolPct: null or { Value: < 100 } } ? Sentence.Of($"{binding.Begins()} the limit.") : Sentence.Empty;
        return (
                point.MaxEthanolPct is { } most
                    ? Sentence.Of($"At {Say.Kw(point.PowerKw.Value)} it supports {ReachWords.Supported(most)}.")
                    : Sentence.Of($"At {Say.Kw(point.PowerKw.Value)} it cannot support E0.")
            ) + limit;
    }

    /// <summary>What becomes of the fuel on the hottest drive.</summary>
    public static Sentence OnTheDrive(HotDriveResult drive, Hazy finalC) =>
        drive.BoilsAfterMin is { } after
            ? Sentence.Of($"The fuel boils at the pump's inlet after {Math.Floor(after):0} min, at {Say.Of(drive.AtInlet.BubblePointC, Unit.Celsius, 0)}.")
            : Sentence.Of($"The fuel gets {Say.Of(finalC, Unit.Celsius, 0)}; at the pump's inlet it begins to boil at {Say.Of(drive.AtInlet.BubblePointC, Unit.Celsius, 0)}.");

    /// <summary>Which blend the hottest drive is judged on, and why.</summary>
    public static Sentence JudgedOn(HotDriveResult drive, double highestEthanolPct) =>
        drive.WorstAtInletPct >= highestEthanolPct
            ? Sentence.Of($"Judged on {Say.Ethanol(highestEthanolPct)}: of all blends that may be in the tank the highest boils first.")
            : Sentence.Of(
                $"Judged on {Say.Ethanol(drive.WorstAtInletPct)}: of all blends that may be in the tank it boils first. {Say.Ethanol(highestEthanolPct)} has "
                    + $"{Say.Of(drive.OnHighest.MarginK, Unit.KelvinStep, 0)} left."
            );

    /// <summary>The plan in one line.</summary>
    public static Sentence Summary(CapacityResults results) =>
        results.Planned.Count == 0 ? Reached(results.AtPoint) : Sentence.Of($"Planned, not fitted yet: {Reached(results.AtPoint).Inside()}");

    private static Sentence Reached(CapacityResult? point) =>
        point switch
        {
            null => "Capacity: power not known yet",
            { Binding: null } => "Capacity: nothing known about pump or injectors",
            { MaxEthanolPct.Value: >= 100 } => Sentence.Of($"At {Say.Kw(point.PowerKw.Value)} every blend is supported"),
            { MaxEthanolPct: { } most, EthanolBinding: { } binding } => Sentence.Of(
                $"At {Say.Kw(point.PowerKw.Value)} {ReachWords.Supported(most)}; {binding.InWords()} {binding.Verb()} the limit"
            ),
            { Verdict: CapacityVerdict.TooSmall } => Sentence.Of($"At {Say.Kw(point.PowerKw.Value)} E0 is not supported"),
            _ => Sentence.Of($"At {Say.Kw(point.PowerKw.Value)} {MayBeTooSmall(point)}, even for E0"),
        };

    // What is not sure is a question, and no verdict.
    private static string MayBeTooSmall(CapacityResult point) => $"{(point.Binding is { } binding ? binding.InWords() : "something")} may be too small";

    // What a system supports at the wanted power, inside a sentence.
    private static Sentence Shortly(CapacityResult found) =>
        found switch
        {
            { Verdict: CapacityVerdict.NotKnown } => "nothing is known about pump or injectors",
            { MaxEthanolPct: { } most } => ReachWords.Supported(most),
            { Verdict: CapacityVerdict.TooSmall } => "not even E0",
            _ => "perhaps not even E0",
        };

    private static Sentence With(PendingChange pending, CapacityResult point, CapacityGuess? guess)
    {
        var with = Sentence.Of($"With {ChangeWords.Inside(pending.Change)}");
        var at = Sentence.Of($"at {Say.Kw(point.PowerKw.Value)}");
        var rests = guess is null ? Sentence.Empty : Sentence.Of($"That rests on {guess.On}.");
        return point.Verdict switch
        {
            CapacityVerdict.Carried => Sentence.Of($"{with}: {Say.Ethanol(point.EthanolPct.Value)} {at}.") + rests,
            CapacityVerdict.Doubtful => Sentence.Of($"{with}: {Shortly(point)} {at}, as far as is known; {Say.Ethanol(point.EthanolPct.Value)} may be too much.") + rests,
            _ => Sentence.Of($"{with}: {Shortly(point)} {at}.") + rests,
        };
    }

    private static Sentence Verdict(CapacityResult? point, CapacityGuess? guess)
    {
        if (point is null)
        {
            return "Which power is wanted?";
        }

        var at = Sentence.Of($"At {Say.Kw(point.PowerKw.Value)} this system");
        var limit = point is { EthanolBinding: { } binding, MaxEthanolPct: null or { Value: < 100 } } ? Sentence.Of($"{binding.Begins()} the limit.") : Sentence.Empty;
        var rests = guess is null ? Sentence.Empty : Sentence.Of($"That rests on {guess.On}.");
        return point.Verdict switch
        {
            CapacityVerdict.NotKnown => "Nothing is known about pump or injectors yet.",
            CapacityVerdict.Carried when guess is not null => Sentence.Of($"{at} supports {Say.Ethanol(point.EthanolPct.Value)}, on {guess.On}."),
            CapacityVerdict.Carried => Sentence.Of($"{at} supports {Say.Ethanol(point.EthanolPct.Value)}."),
            CapacityVerdict.Doubtful when point.MaxEthanolPct is { } most => Sentence.Of(
                $"{at} supports {ReachWords.Supported(most)}, as far as is known; {Say.Ethanol(point.EthanolPct.Value)} may be too much."
            ) + rests,
            CapacityVerdict.Capped when point.MaxEthanolPct is { } most => Sentence.Of($"{at} supports {ReachWords.Supported(most)}.") + limit + rests,
            CapacityVerdict.TooSmall when guess is null => Sentence.Of($"{at} cannot support E0.") + limit,
            _ => Sentence.Of($"At {Say.Kw(point.PowerKw.Value)} {MayBeTooSmall(point)}, even for E0: measure it first.") + rests,
        };
    }
}
