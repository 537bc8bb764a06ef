using HazyGauge.Core.Findings;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Wiring.Wires;

namespace HazyGauge.Core.Stations.Harness;

/// <summary>How far the work on the harness has come. What is next names the part it is done at.</summary>
internal static class HarnessProgress
{
    /// <summary>A job nobody has planned a harness for.</summary>
    public static readonly StationProgress NotStarted = new(
        StationState.Empty,
        NextAction.Of(
            HarnessStation.Key,
            "supply",
            "Choose supply and ground, and list the wires.",
            "Nearly all faults are wiring: a terminal not seated, the wrong pin, a supply that never sleeps.",
            "supply"
        )
    );

    /// <summary>Everything that was noticed, each with the part it is mended at.</summary>
    public static IEnumerable<Finding> Noticed(HarnessResults results) =>
        new (string Part, IEnumerable<Finding> Findings)[]
        {
            ("supply", results.Supply.Findings.Concat(results.Ground.Findings)),
            (
                "signal",
                results
                    .Signal.Findings.Concat(Of(results.Signal.Inputs.Select(i => (i.Name, i.Id, i.Sees.Findings))))
                    .Concat(Of(results.Sensors.Select(s => (s.Name, s.Id, s.Findings))))
            ),
            ("wires", results.Wires.Findings),
            ("pins", results.Pins.Findings),
            ("boxes", (results.Extender?.Findings ?? []).Concat(results.Gateway?.Findings ?? [])),
            ("meter", results.Meter.Findings),
        }.SelectMany(p => p.Findings.Select(f => f.At(p.Part)));

    // Of several each says whose it is.
    private static IEnumerable<Finding> Of(IEnumerable<(string Name, string? Id, IReadOnlyList<Finding> Findings)> several) =>
        several.SelectMany(one => one.Findings.Select(f => f.Saying(Sentence.Of($"{one.Name}: {f.Sentence}")) with { About = one.Id }));

    /// <summary>The state of a plan.</summary>
    public static StationProgress Of(HarnessPlan plan, HarnessResults results)
    {
        if (plan == new HarnessPlan())
        {
            return NotStarted;
        }

        if (Noticed(results).FirstOrDefault(f => f.Severity == Severity.Stop) is { Part: { } part } stop)
        {
            return new(StationState.Hold, NextAction.Of(HarnessStation.Key, part, "Do not connect it like this.", stop.Sentence, part));
        }

        if (results.Meter.Lines.FirstOrDefault(l => l.Agrees == false) is { } missed)
        {
            return InWork("meter", Sentence.Of($"Find out why the meter disagrees: {missed.Name.ToLowerInvariant()}."), missed.MissMeans);
        }

        return plan switch
        {
            { Supply: null } => InWork("supply", "Choose the supply.", "It has to come on with the key, and sleep with it."),
            { Ground: null } => InWork("supply", "Choose the ground.", "The controller's sensor ground has the least noise."),
            _ when results.Signal is { PullUps: 0, IsLive: false } => InWork("signal", "Find out about the pull-up.", "Without one there is no signal."),
            _ when results.Wires.List.All(w => w.CutM is null) => InWork("wires", "Measure how long the wires have to be.", "Lay a string along their way."),
            _ when ToMend(results) is { } open => InWork(open.Part!, "Mend what is to be looked at.", open.Sentence),
            _ when results.Meter.Lines.Count == 0 => InWork("meter", "Borrow a meter that shows volts and continuity.", "Without any reading nothing of it is proven."),
            _ when ToProve(plan, results) is { } next => new(
                // Before the wrench it is a plan, however good; with the first proof the work has begun.
                IsBegun(plan, results) ? StationState.InWork : StationState.Planned,
                next
            ),
            _ => new(
                StationState.Proven,
                NextAction.Of(
                    HarnessStation.Key,
                    "meter",
                    "Close the covers.",
                    Sentence.Of($"All {results.Meter.Lines.Count:0} checks agree, and every terminal is seated."),
                    "meter"
                )
            ),
        };
    }

    private static bool IsBegun(HarnessPlan plan, HarnessResults results) =>
        results.Meter.Read > 0
        || results.Wires.List.Any(w => w.Note is { Clicked: not null } or { Locked: not null } or { Tugged: not null })
        || results.Extender is { Active.Count: > 0 }
        || plan is { Extender.Beeps.Count: > 0 } or { Gateway.HighV: not null } or { Gateway.LowV: not null };

    // What is seen or measured before the wires are proven, in the order it is done; null where all of it was.
    private static NextAction? ToProve(HarnessPlan plan, HarnessResults results)
    {
        NextAction Do(string part, Sentence command, Sentence why) => NextAction.Of(HarnessStation.Key, part, command, why, part);
        return plan switch
        {
            _ when results.Wires.List.Count(w => !IsPlaced(w)) is > 0 and var unplaced => Do(
                "wires",
                "Say where each wire ends.",
                Sentence.Of($"{unplaced:0} of {Wording.Count(results.Wires.List.Count, "wire")} have no pin and no joint yet: a wire nobody placed is proven by no meter.")
            ),
            _ when results.Pins.Seats.Count > results.Pins.Seated => Do(
                "pins",
                "Prove that every terminal is seated.",
                Sentence.Of($"{results.Pins.Seated:0} of {results.Pins.Seats.Count:0} are proven: click, lock, tug, and a reading.")
            ),
            _ when results.Extender is { IsProven: false } extender => Do(
                "boxes",
                extender.Common is { CommonSide: null } ? "Find the injectors' common side."
                    : extender.Common is { IsSeenLive: false } ? "Measure both sides of the injectors' plugs, key on."
                    : "See every injector active.",
                "The extender's supply-color wire goes to the common side on every cylinder. On a driver it kills the driver."
            ),
            _ when results.Gateway is { HighLowRight: not true } => Do("boxes", "Measure high and low of the bus.", "They are not interchangeable."),
            _ when results.Gateway is not null && plan.Gateway?.Moved?.FirstOrDefault(m => m.Replugged != true) is { } moved => Do(
                "boxes",
                "Plug in every pin that was moved.",
                $"{Wording.Begun(moved.What ?? "A pin")} is not proven in its new place: locked, and tugged."
            ),
            _ when results.Meter.Read < results.Meter.Lines.Count => Do(
                "meter",
                "Read the meter, check by check.",
                Sentence.Of($"{results.Meter.Lines.Count - results.Meter.Read:0} of {results.Meter.Lines.Count:0} checks are still open.")
            ),
            _ => null,
        };
    }

    // A terminal has its pin; any other joint is named.
    private static bool IsPlaced(PlannedWire wire) => wire.Note is { Pin: not null } or { Joint: not (null or WireJoint.Terminal) };

    // What a mechanic can mend at supply, wires, pins and bus. What a converter or an input is like stays as it is, and is said.
    private static Finding? ToMend(HarnessResults results) => Noticed(results).FirstOrDefault(f => f is { Severity: Severity.Caution, Part: not ("signal" or "meter") });

    private static StationProgress InWork(string part, Sentence command, Sentence why) => new(StationState.InWork, NextAction.Of(HarnessStation.Key, part, command, why, part));
}
