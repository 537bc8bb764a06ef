using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Wiring.Connectors;

/// <summary>A side of an injector's plug, seen the same way on all of them.</summary>
public enum PlugSide
{
    /// <summary>The left terminal.</summary>
    Left,

    /// <summary>The right terminal.</summary>
    Right,
}

/// <summary>A continuity test between the same side of two injector plugs.</summary>
/// <param name="A">One injector, counted from 1.</param>
/// <param name="B">The other.</param>
/// <param name="Side">The side probed on both.</param>
/// <param name="Beep">True where the meter beeped.</param>
public sealed record BeepTest(int A, int B, PlugSide Side, bool Beep);

/// <summary>Volts of a side with the key on and every plug off its injector.</summary>
/// <param name="Side">The side.</param>
/// <param name="Volts">What the meter shows against ground, V.</param>
public sealed record SideVolts(PlugSide Side, Hazy Volts);

/// <summary>
/// Which side of the injectors is their common supply. A side whose injectors all hang together may be their supply, and where injectors are fired together it may be
/// their driver as well: so the other side is tried too, and volts have the last word. Battery on a driver kills it (common practice, no source).
/// </summary>
/// <param name="Injectors">How many there are.</param>
/// <param name="Beeps">What was tested, plugs off and battery disconnected.</param>
/// <param name="KeyOn">Volts of the sides with the key on, plugs off; left out, not measured.</param>
/// <param name="BatteryV">Volts of the battery at that moment; left out, the usual.</param>
public sealed record CommonSideQuery(
    int Injectors,
    [MostItems(2 * CommonSideQuery.Most * CommonSideQuery.Most)] IReadOnlyList<BeepTest>? Beeps,
    [MostItems(2 * CommonSideQuery.Most)] IReadOnlyList<SideVolts>? KeyOn = null,
    Hazy? BatteryV = null
)
{
    internal const int Most = 32;

    /// <summary>What the tests say.</summary>
    /// <exception cref="RefusedInputException">Something cannot be.</exception>
    public CommonSideResult Answer()
    {
        var check = new InputCheck().Within((double)Injectors, 2, Most, "injectors", "The number of injectors").Within(BatteryV, 4, 60, "batteryV", "The battery", Unit.Volt);
        for (var i = 0; i < (KeyOn?.Count ?? 0); i++)
        {
            check.Within(KeyOn![i].Volts, -1, 60, $"keyOn[{i}].volts", "What was measured", Unit.Volt);
        }

        var tests = Beeps ?? [];
        check.ThrowIfAny();
        for (var i = 0; i < tests.Count; i++)
        {
            check.Within((double)tests[i].A, 1, Injectors, $"beeps[{i}].a", "An injector").Within((double)tests[i].B, 1, Injectors, $"beeps[{i}].b", "An injector");
            if (tests[i].A == tests[i].B)
            {
                check.Refuse($"beeps[{i}].b", "A plug always beeps with itself: test it against another.");
            }
        }

        check.ThrowIfAny();
        return Judged(tests);
    }

    private CommonSideResult Judged(IReadOnlyList<BeepTest> tests)
    {
        var contradictions = new List<Sentence>();
        var groups = Enum.GetValues<PlugSide>().ToDictionary(s => s, s => Groups(tests.Where(t => t.Side == s && t.Beep)));
        foreach (var test in tests.Where(t => !t.Beep && groups[t.Side][t.A] == groups[t.Side][t.B]))
        {
            contradictions.Add(Sentence.Of($"{Name(test.Side)} sides of {test.A:0} and {test.B:0} did not beep, and by the other tests they hang together. Test that pair again."));
        }

        bool AllTogether(PlugSide side) => groups[side].Values.Distinct().Count() == 1;
        bool Parts(PlugSide side) => tests.Any(t => t.Side == side && !t.Beep);
        int Largest(PlugSide side) => groups[side].Values.GroupBy(g => g).Max(g => g.Count());
        var both = AllTogether(PlugSide.Left) && AllTogether(PlugSide.Right);
        if (Enum.GetValues<PlugSide>().All(s => !AllTogether(s) && tests.Any(t => t.Side == s && t.Beep)))
        {
            contradictions.Add("Both sides beep somewhere, and neither hangs together as a whole: hold every plug the same way up, see that all are unplugged, and test on.");
        }

        PlugSide? likely =
            both || Largest(PlugSide.Left) == Largest(PlugSide.Right) ? null
            : Largest(PlugSide.Left) > Largest(PlugSide.Right) ? PlugSide.Left
            : PlugSide.Right;
        var live = Live();
        contradictions.AddRange(OfVolts(likely, live));
        likely ??= both ? live : null;
        foreach (var test in tests.Where(t => t.Side == likely && !t.Beep && groups[t.Side][t.A] != groups[t.Side][t.B]))
        {
            contradictions.Add(
                Sentence.Of(
                    $"{Name(test.Side)} sides of {test.A:0} and {test.B:0} did not beep: one of them is held the other way up, or fed separately. Turn one plug round and "
                        + $"test again."
                )
            );
        }

        // An injector counts as tested where it beeped with the others.
        var together = likely is { } side ? Enumerable.Range(1, Injectors).GroupBy(i => groups[side][i]).MaxBy(g => g.Count())!.ToList() : [];
        List<int> untested = both ? [] : [.. Enumerable.Range(1, Injectors).Except(together)];
        PlugSide? proven = likely is { } found && contradictions.Count == 0 && untested.Count == 0 && (Parts(Other(found)) || live == found) ? found : null;
        var open =
            proven is not null || contradictions.Count > 0 ? null
            : both
                ? "Both sides hang together: injectors that are fired together share their driver too. Key on, every plug off: battery is on the common side only. On a driver it "
                    + "kills the driver."
            : likely is { } maybe && untested.Count == 0
                ? $"{Name(maybe)} side hangs together. Now the other side: a driver that injectors share beeps just so, and battery on a driver kills it."
            : null;
        return new(proven, [.. contradictions.Select(c => c.Text)], untested, contradictions, proven is not null && live == proven, open is null ? null : (Sentence)open);
    }

    private double Battery => BatteryV?.Value ?? UsualBatteryV;

    private bool IsOn(Hazy volts) => volts.Value >= Battery - WithinV;

    private static bool IsOff(Hazy volts) => volts.Value < NextToNothingV;

    private List<Hazy> Of(PlugSide side) => [.. (KeyOn ?? []).Where(k => k.Side == side).Select(k => k.Volts)];

    // The side with battery on it, where the other has next to none; null where that was not measured on both.
    private PlugSide? Live() =>
        Enum.GetValues<PlugSide>()
            .Cast<PlugSide?>()
            .FirstOrDefault(s => Of(s!.Value) is { Count: > 0 } on && Of(Other(s.Value)) is { Count: > 0 } off && on.TrueForAll(IsOn) && off.TrueForAll(IsOff));

    // What was measured with the key on and is neither battery nor nothing, or speaks for the other side than the beeps do.
    private IEnumerable<Sentence> OfVolts(PlugSide? likely, PlugSide? live)
    {
        var odd = (KeyOn ?? []).Where(k => !IsOn(k.Volts) && !IsOff(k.Volts)).ToList();
        foreach (var reading in odd)
        {
            yield return Sentence.Of(
                $"{Name(reading.Side)} side shows {Say.Given(reading.Volts.Value, Unit.Volt)} with the key on: neither battery nor nothing. Take every plug off its injector, and "
                    + $"measure battery and that side again, against the same ground."
            );
        }

        if (odd.Count > 0)
        {
            yield break;
        }

        if (live is null && Enum.GetValues<PlugSide>().All(s => Of(s).Count > 0))
        {
            yield return "With the key on one side must show battery on every plug and the other none: take every plug off its injector, and measure both sides again.";
        }
        else if (likely is { } by && Of(Other(by)).Exists(IsOn))
        {
            yield return $"{Name(by)} side hangs together, and battery is on {Name(Other(by)).ToLowerInvariant()} side: hold every plug the same way up, and test again.";
        }
        else if (likely is { } dead && Of(dead).Exists(IsOff))
        {
            yield return $"{Name(dead)} side hangs together, and has no battery with the key on: see that the relay that feeds the injectors is on, and measure again.";
        }
    }

    // A supply with the key on is within this of the battery; what a driver leaks is below that, V (common practice, no source).
    private const double WithinV = 1;
    private const double NextToNothingV = 1;
    private const double UsualBatteryV = 12.6;

    private static PlugSide Other(PlugSide side) => side == PlugSide.Left ? PlugSide.Right : PlugSide.Left;

    // Which injectors hang together by the tests that beeped, each by the smallest number of its group.
    private Dictionary<int, int> Groups(IEnumerable<BeepTest> beeped)
    {
        var group = Enumerable.Range(1, Injectors).ToDictionary(i => i);
        foreach (var test in beeped)
        {
            var (keep, join) = (Math.Min(group[test.A], group[test.B]), Math.Max(group[test.A], group[test.B]));
            foreach (var injector in group.Keys.Where(k => group[k] == join).ToList())
            {
                group[injector] = keep;
            }
        }

        return group;
    }

    private static string Name(PlugSide side) => side == PlugSide.Left ? "The left" : "The right";
}

/// <summary>What the tests say.</summary>
/// <param name="CommonSide">The side that is common to all; null where that is not proven.</param>
/// <param name="Contradictions">What does not go together.</param>
/// <param name="Untested">Injectors that have not beeped with the others yet.</param>
/// <param name="ContradictionsSaid">The contradictions as sentences.</param>
/// <param name="IsSeenLive">True where battery was measured on it with the key on, and none on the other side: only then is a wire connected to it.</param>
/// <param name="Open">What is still to be tried, and why; null where the side is proven, or the tests contradict each other.</param>
public sealed record CommonSideResult(
    PlugSide? CommonSide,
    IReadOnlyList<string> Contradictions,
    IReadOnlyList<int> Untested,
    IReadOnlyList<Sentence> ContradictionsSaid,
    bool IsSeenLive = false,
    Sentence? Open = null
);
