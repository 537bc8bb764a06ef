using HazyGauge.Core.Findings;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Sensing;

/// <summary>What one display showed, however often it was read: only what it shows now counts, and only where it is known which of its numbers that is.</summary>
/// <param name="By">What shows it.</param>
/// <param name="Counting">Its readings that count: the last one, or all where nobody can say which was last.</param>
/// <param name="Problem">Why it gives no value by itself; null where it does.</param>
internal sealed record ShownDisplay(string By, IReadOnlyList<ShownValue> Counting, ShownProblem? Problem)
{
    // Two instruments on one sensor that agree within 1 to 2 points are normal (common practice, no source).
    private const double WithinPct = 1.5;

    /// <summary>The displays, each with what it shows now, in the order of their names.</summary>
    public static IReadOnlyList<ShownDisplay> Of(IEnumerable<ShownValue> shown) =>
        [
            .. shown
                .GroupBy(s => s.By!.Trim(), StringComparer.OrdinalIgnoreCase)
                .OrderBy(g => g.Key, StringComparer.OrdinalIgnoreCase)
                .Select(g => Of(g.Select(s => s.By!.Trim()).Min(StringComparer.Ordinal)!, [.. g])),
        ];

    /// <summary>True where two readings of the one sensor can both be right, with what each is off by itself.</summary>
    public static bool Agree(double onePct, double onesPct, double otherPct, double othersPct) => Math.Abs(onePct - otherPct) <= WithinPct + onesPct + othersPct;

    /// <summary>Half of the steps a display shows, points.</summary>
    public static double HalfStep(ShownValue shown) => (shown.StepPct ?? ShownReading.UsualStepPct) / 2;

    private static ShownDisplay Of(string by, IReadOnlyList<ShownValue> readings)
    {
        var inTime = InTime(readings);
        var last = inTime is null ? readings : [inTime[^1]];
        if (last.Any(s => s.LeftWhenUnplugged == false))
        {
            return new(by, last, Dead(by));
        }

        // Seen once, it is known which sensor a display reads, until it is seen not to.
        var leaves = readings.Any(s => s.LeftWhenUnplugged == true);
        var counting = leaves ? [.. last.Select(s => s with { LeftWhenUnplugged = true })] : last;
        if (inTime is { Count: > 1 })
        {
            return new(by, counting, Agree(inTime[^2], inTime[^1]) ? AtTheEnd(by, counting) : Moving(by, inTime));
        }

        return new(by, counting, DoAllAgree(readings) ? AtTheEnd(by, counting) : Unordered(by, readings));
    }

    private static bool Agree(ShownValue one, ShownValue other) => Agree(one.EthanolPct!.Value, HalfStep(one), other.EthanolPct!.Value, HalfStep(other));

    private static bool DoAllAgree(IReadOnlyList<ShownValue> readings) => readings.All(one => readings.All(other => Agree(one, other)));

    // By when each was given; what is not saved yet is new. Null where the times do not say which came last.
    private static List<ShownValue>? InTime(IReadOnlyList<ShownValue> readings)
    {
        var times = readings.Select(s => s.Given?.At ?? DateTimeOffset.MaxValue).ToList();
        return times.Distinct().Count() == times.Count ? [.. readings.OrderBy(s => s.Given?.At ?? DateTimeOffset.MaxValue)] : null;
    }

    private static ShownProblem Dead(string by) =>
        new(
            "shownDead",
            $"{Wording.Begun(by)} kept its number when the sensor was unplugged: what it shows does not come from this sensor.",
            $"Find out why {by} does not see the sensor: wire, input, pairing.",
            "the unplugged sensor"
        );

    private static ShownProblem? AtTheEnd(string by, IReadOnlyList<ShownValue> counting) =>
        counting.All(s => s is { EthanolPct: 0 or 100, LeftWhenUnplugged: not true })
            ? new(
                "shownAtTheEnd",
                Sentence.Of(
                    $"{Wording.Begun(by)} shows {Say.Ethanol(counting[0].EthanolPct!.Value)}. That is the blend, or no signal at all: many show an end of their range where "
                        + $"nothing comes in."
                ),
                $"Unplug the sensor with the key on, and see whether {by} changes.",
                "an input without a signal"
            )
            : null;

    private static ShownProblem Moving(string by, IReadOnlyList<ShownValue> inTime)
    {
        var course = Sentence.Join(", then ", inTime.Select(s => Sentence.Of($"{Say.Ethanol(s.EthanolPct!.Value, 1)}")));
        var steps = inTime.Zip(inTime.Skip(1), (earlier, later) => Math.Sign(later.EthanolPct!.Value - earlier.EthanolPct!.Value)).Where(s => s != 0).Distinct().ToList();
        return steps.Count == 1
            ? new(
                "shownPurging",
                Sentence.Of(
                    $"{Wording.Begun(by)} showed {course}: it is still {(steps[0] > 0 ? "climbing" : "falling")}. After a fill or a fitting the line holds the old "
                        + $"fuel for a while."
                ),
                "Drive on and read again, until two readings in a row agree."
            )
            : new(
                "shownWanders",
                Sentence.Of($"{Wording.Begun(by)} showed {course}: it goes up and down, which no fuel does."),
                "Look at the ground and the plug of the sensor, then read again until two readings in a row agree."
            );
    }

    private static ShownProblem Unordered(string by, IReadOnlyList<ShownValue> readings)
    {
        var all = readings.Select(s => s.EthanolPct!.Value).Order().Select(pct => Sentence.Of($"{Say.Ethanol(pct, 1)}")).ToList();
        return new(
            "shownWithoutOrder",
            Sentence.Of(
                $"{Wording.Begun(by)} showed {Sentence.Join(", ", all.SkipLast(1))} and {all[^1]}, and nothing says which came last. While old fuel leaves the line "
                    + $"it climbs or falls."
            ),
            $"Keep only what {by} shows once it has stopped changing."
        );
    }
}

/// <summary>Why a display gives no value.</summary>
/// <param name="Code">Stable name for programs.</param>
/// <param name="Because">What it shows, and why that is no value.</param>
/// <param name="TellsApart">What to do about it: a short command.</param>
/// <param name="Against">What else it may be that looks the same; null where it contradicts itself.</param>
internal sealed record ShownProblem(string Code, Sentence Because, Sentence TellsApart, string? Against = null)
{
    /// <summary>It as a finding.</summary>
    public Finding Finding => new(Code, Severity.Caution, Because + TellsApart);
}
