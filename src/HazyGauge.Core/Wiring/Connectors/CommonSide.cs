using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
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

/// <summary>Which side of the injectors is their common supply.</summary>
/// <param name="Injectors">How many there are.</param>
/// <param name="Beeps">What was tested, plugs off and battery disconnected.</param>
public sealed record CommonSideQuery(int Injectors, [MostItems(2 * CommonSideQuery.Most * CommonSideQuery.Most)] IReadOnlyList<BeepTest>? Beeps)
{
    internal const int Most = 32;

    /// <summary>What the tests say.</summary>
    /// <exception cref="RefusedInputException">Something cannot be.</exception>
    public CommonSideResult Answer()
    {
        var check = new InputCheck().Within((double)Injectors, 2, Most, "injectors", "The number of injectors");
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
        foreach (var test in tests.Where(t => !t.Beep))
        {
            if (groups[test.Side][test.A] == groups[test.Side][test.B])
            {
                contradictions.Add(
                    Sentence.Of($"{Name(test.Side)} sides of {test.A:0} and {test.B:0} did not beep, and by the other tests they hang together. Test that pair again.")
                );
            }
        }

        bool Beeps(PlugSide side) => tests.Any(t => t.Side == side && t.Beep);
        if (Beeps(PlugSide.Left) && Beeps(PlugSide.Right))
        {
            contradictions.Add("Both sides beep somewhere: a supply is common on one side only. Hold every plug the same way up, see that all are unplugged, and test again.");
        }

        var likely =
            Beeps(PlugSide.Left) ? PlugSide.Left
            : Beeps(PlugSide.Right) ? PlugSide.Right
            : (PlugSide?)null;
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
        List<int> untested = [.. Enumerable.Range(1, Injectors).Except(together)];
        return new(contradictions.Count == 0 && untested.Count == 0 ? likely : null, [.. contradictions.Select(c => c.Text)], untested, contradictions);
    }

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
public sealed record CommonSideResult(PlugSide? CommonSide, IReadOnlyList<string> Contradictions, IReadOnlyList<int> Untested, IReadOnlyList<Sentence> ContradictionsSaid);
