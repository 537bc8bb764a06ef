using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Wiring.Connectors;

namespace HazyGauge.Core.Wiring.Boxes;

/// <summary>A box between controller and injectors, as it is wired.</summary>
/// <param name="Injectors">Injectors of the engine; left out, as many as it has cylinders.</param>
/// <param name="BaseInjectors">Injectors its harness has plugs for.</param>
/// <param name="Beeps">Continuity between the same side of two injector plugs.</param>
/// <param name="Active">Injectors that were seen active, one by one, counted from 1.</param>
/// <param name="ProbeAt">Where its temperature probe sits.</param>
/// <param name="LoadTap">Where its load input is tapped.</param>
/// <param name="KeyOnLeftV">Volts of the left sides with the key on, every plug off its injector, V.</param>
/// <param name="KeyOnRightV">Volts of the right sides then, V.</param>
public sealed record InjectorExtender(
    int? Injectors = null,
    int? BaseInjectors = null,
    [MostItems(2 * CommonSideQuery.Most * CommonSideQuery.Most)] IReadOnlyList<BeepTest>? Beeps = null,
    IReadOnlyList<InjectorSeen>? Active = null,
    string? ProbeAt = null,
    string? LoadTap = null,
    Hazy? KeyOnLeftV = null,
    Hazy? KeyOnRightV = null
)
{
    /// <summary>What it comes to.</summary>
    /// <param name="usual">Injectors where the plan does not say; null where nobody knows.</param>
    /// <exception cref="RefusedInputException">A test or an injector cannot be.</exception>
    /// <param name="batteryV">Volts of the battery; null where nobody measured it.</param>
    public ExtenderResult Of(int? usual, Hazy? batteryV = null)
    {
        if ((Injectors ?? usual) is not { } count)
        {
            return new(null, null, null, null, [], [], [new("injectors", Severity.Info, "How many injectors are there? Say it here, or the cylinders at Survey.")]);
        }

        // One injector hangs together with nothing: there is no common side to find.
        var common = count >= 2 ? new CommonSideQuery(count, Beeps, [.. KeyOn()], batteryV).Answer() : null;
        var check = new InputCheck();
        var active = (Active ?? []).Select(a => a.Injector).ToList();
        for (var i = 0; i < active.Count; i++)
        {
            check.Within((double)active[i], 1, count, $"active[{i}].injector", "An injector");
        }

        check.ThrowIfAny();
        List<int> unseen = [.. Enumerable.Range(1, count).Except(active)];
        int? extensions = BaseInjectors is { } plugs ? Math.Max(0, count - plugs) : null;
        return new(
            count,
            common,
            extensions,
            common is { CommonSide: null } ? Next(common, Beeps ?? [], count) : null,
            unseen,
            active.Count == 0 ? [] : [.. active.Distinct().Order()],
            [.. Said(common, extensions, unseen, count)]
        );
    }

    private IEnumerable<SideVolts> KeyOn()
    {
        if (KeyOnLeftV is { } left)
        {
            yield return new(PlugSide.Left, left);
        }

        if (KeyOnRightV is { } right)
        {
            yield return new(PlugSide.Right, right);
        }
    }

    // The pair to test next: injector 1 with the first that was not tried with it, on the side that beeps, and then on the other.
    private static BeepTest? Next(CommonSideResult common, IReadOnlyList<BeepTest> done, int count)
    {
        if (common.Contradictions.Count > 0)
        {
            return null;
        }

        var first =
            done.Count(b => b.Beep && b.Side == PlugSide.Right) > done.Count(b => b.Beep && b.Side == PlugSide.Left) ? PlugSide.Right
            : done.Any(b => b.Beep) || done.All(b => b.Side != PlugSide.Left) ? PlugSide.Left
            : PlugSide.Right;
        bool Tried(int other, PlugSide side) => done.Any(b => b.Side == side && ((b.A == 1 && b.B == other) || (b.B == 1 && b.A == other)));
        var (side, open) = common.Untested.Count > 0 ? (first, common.Untested) : (first == PlugSide.Left ? PlugSide.Right : PlugSide.Left, [.. Enumerable.Range(2, count - 1)]);
        return open.Where(u => u != 1 && !Tried(u, side)).Select(u => new BeepTest(1, u, side, false)).FirstOrDefault();
    }

    private IEnumerable<Finding> Said(CommonSideResult? common, int? extensions, List<int> unseen, int count)
    {
        foreach (var contradiction in common?.ContradictionsSaid ?? [])
        {
            yield return new("contradiction", Severity.Caution, contradiction);
        }

        if (common?.Open is { } open)
        {
            yield return new("otherSide", Severity.Info, open);
        }

        if (common?.CommonSide is { } side)
        {
            yield return new(
                "commonSide",
                Severity.Info,
                $"The {(side == PlugSide.Left ? "left" : "right")} side is common to all. "
                    + (
                        common.IsSeenLive
                            ? "Battery is on it with the key on and none on the other: the extender's supply-color wire goes there on every injector."
                            : "Connect nothing yet: key on, every plug off, see battery on that side and none on the other. Battery on a driver kills it."
                    )
            );
        }

        if (extensions is > 0)
        {
            yield return new(
                "extensions",
                Severity.Info,
                Sentence.Of(
                    $"Its harness has plugs for {BaseInjectors!.Value:0} of {count:0} injectors: {extensions.Value:0} "
                        + $"{(extensions == 1 ? "extension is" : "extensions are")} needed."
                )
            );
        }

        if (string.IsNullOrWhiteSpace(ProbeAt))
        {
            yield return new("probe", Severity.Info, "Its own temperature probe and ground have to sit on the engine. Say where.");
        }

        if (unseen.Count > 0)
        {
            yield return new(
                "unseen",
                Severity.Info,
                Sentence.Of($"It is done when every injector was seen active. Not seen yet: {Sentence.Join(", ", unseen.Select(u => Sentence.Of($"{u:0}")))}.")
            );
        }
    }
}

/// <summary>An injector that was seen active.</summary>
/// <param name="Injector">Which, counted from 1.</param>
public sealed record InjectorSeen(int Injector);

/// <summary>What an extender's wiring comes to.</summary>
/// <param name="Injectors">How many injectors there are; null where nobody knows.</param>
/// <param name="Common">Their common side; null with one injector, or where nobody knows how many.</param>
/// <param name="Extensions">Extensions beyond its harness; null where its plugs were not counted.</param>
/// <param name="NextTest">The pair to test next; null where none is needed.</param>
/// <param name="Unseen">Injectors not seen active yet.</param>
/// <param name="Active">Injectors seen active.</param>
/// <param name="Findings">What to mind.</param>
public sealed record ExtenderResult(
    int? Injectors,
    CommonSideResult? Common,
    int? Extensions,
    BeepTest? NextTest,
    IReadOnlyList<int> Unseen,
    IReadOnlyList<int> Active,
    IReadOnlyList<Finding> Findings
)
{
    /// <summary>True where its side is proven and every injector was seen.</summary>
    public bool IsProven => Injectors is > 0 && Unseen.Count == 0 && (Common is null || Common is { CommonSide: not null, IsSeenLive: true });
}
