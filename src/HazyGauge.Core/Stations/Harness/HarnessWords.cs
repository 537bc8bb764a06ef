using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Stations.Harness;

/// <summary>Harness's own sentences.</summary>
internal static class HarnessWords
{
    /// <summary>What to mind before a wire is touched.</summary>
    public static readonly Sentence BeforeWiring =
        "Key off, battery disconnected, and wait as long as the maker says, before you cut, crimp or move a pin. Leave airbag and high-voltage wiring alone: that is for "
        + "whoever is licensed for it. The maker's manual goes first.";

    /// <summary>The verdict.</summary>
    public static Sentence Headline(HarnessPlan plan, HarnessResults results, StationProgress progress)
    {
        var (lines, missed) = (results.Meter.Lines.Count, results.Meter.Read - results.Meter.Agree);
        return progress.State switch
        {
            StationState.Empty => "What feeds the sensor, and where does its ground go?",
            StationState.Hold => "Do not connect it like this.",
            StationState.Proven => Sentence.Of($"All {lines:0} listed checks agree, and every terminal is seated."),
            StationState.Planned => Sentence.Of($"{Wording.Count(results.Wires.List.Count, "wire")}, planned: lay them, then read the meter at {Wording.Count(lines, "check")}."),
            _ when missed > 0 => Sentence.Of($"The meter disagrees at {missed:0} of {Wording.Count(lines, "check")}."),
            _ when plan.Supply is null || plan.Ground is null => Sentence.Of(
                $"{Wording.Count(results.Wires.List.Count, "wire")} to lay; "
                    + $"{(plan.Supply is null ? plan.Ground is null ? "supply and ground are" : "the supply is" : "the ground is")} still open."
            ),
            _ when results.Signal is { PullUps: 0, IsLive: false } => "No pull-up is known, and without one there is no signal.",
            _ => Sentence.Of($"{Wording.Count(results.Wires.List.Count, "wire")}: {results.Meter.Agree:0} of {Wording.Count(lines, "check")} agree so far."),
        };
    }

    /// <summary>Why, and what to do next.</summary>
    public static Sentence Lead(HarnessPlan plan, HarnessResults results, StationProgress progress)
    {
        var next = new Sentence(progress.NextAction.Template, progress.NextAction.Values);
        var why = new Sentence(progress.NextAction.WhyTemplate, progress.NextAction.Values);
        return progress.State switch
        {
            StationState.Hold => why,
            StationState.Proven => Sentence.Of($"{why} Fix the wires, close the covers, and go on to Signal."),
            StationState.Empty => next + why,
            _ => plan.Supply is not null && results.Signal.ReleasedV is { } released
                ? Sentence.Of($"{next} {why} At rest the signal wire stands at {Say.Of(released, Unit.Volt, 1)}.")
                : next + why,
        };
    }

    /// <summary>It in one line.</summary>
    public static Sentence Summary(HarnessPlan plan, HarnessResults results) =>
        plan.Supply is null && results.Meter.Read == 0
            ? "Harness: supply not chosen yet"
            : Sentence.Of($"Harness: {Wording.Count(results.Wires.List.Count, "wire")}, {results.Meter.Agree:0} of {Wording.Count(results.Meter.Lines.Count, "check")} agree");
}
