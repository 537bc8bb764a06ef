using HazyGauge.Core.Findings;
using HazyGauge.Core.Plumbing.Checks;

namespace HazyGauge.Core.Plumbing.Chains;

/// <summary>
/// Finds the best chains and proves it: it looks at all chains of one part, of two, and so on, and keeps of those that end alike only the best
/// three. What is dropped could only have led to chains that are no better than three that were kept. Chains of more parts than the
/// third-best can pay for are not looked at, and neither are those that cannot reach the other end any more.
/// </summary>
internal sealed class ChainSearch(ChainAsk ask, IReadOnlyList<FittingPart> parts, IReadOnlyDictionary<string, int> shelf, SearchBudget budget, CancellationToken cancellation)
{
    private const int Best3 = 3;

    // In a narrow look lengths that differ by less are the same, mm.
    private const int NarrowMm = 50;

    private readonly ChainGraph _graph = new(ask, parts, shelf);
    private readonly List<Label> _found = [];
    private ulong[] _shelfPrints = [];

    /// <summary>Most parts of the chains that were weighed.</summary>
    public int Longest { get; private set; }

    /// <summary>The best chains, each of other parts; none where there is none.</summary>
    public IReadOnlyList<FoundChain> Best()
    {
        if (_graph.LacksElbow)
        {
            return [];
        }

        var random = new Random(2);
        _shelfPrints = [.. _graph.ShelfCounts.Select(_ => (ulong)random.NextInt64())];
        var fewest = _graph.PartsLeft(_graph.IndexOf(ask.From), !ask.ViaSensor);
        for (var count = Math.Max(fewest, _graph.AngleCounts.Sum()); count <= ChainRules.MostParts && !IsBeyond(count) && !budget.IsSpent; count++)
        {
            Look(count);
            Longest = count;
        }

        return [.. _found.Select(label => new FoundChain(Chain(label), label.Score, label.Print))];
    }

    // More parts are more leak points: without weights nothing longer can be better, with them nothing that pays more for its joints alone.
    private bool IsBeyond(int count) => _found.Count == Best3 && (ask.Weights is null || ask.Weights.LeakPoints * (count + 1) >= _found[^1].Score.Sum);

    // All chains of so many parts. A narrow look first: what it finds is no proof, but what costs more need not be looked at again.
    private void Look(int count)
    {
        Look(count, isNarrow: true);
        Look(count, isNarrow: false);
    }

    private void Look(int count, bool isNarrow)
    {
        var start = new Label(_graph.IndexOf(ask.From), !ask.ViaSensor, 0, 0, 0, 0, 0, HoseSides.None, 0, ScoreOf(0, 0, 0), 0, 0, null, default);
        if (count == 0)
        {
            Take(start);
            return;
        }

        IEnumerable<Label> open = [start];
        for (var at = 1; at <= count; at++)
        {
            var kept = new Dictionary<Key, List<Label>>();
            foreach (var label in open)
            {
                cancellation.ThrowIfCancellationRequested();
                foreach (var next in Onward(label, count, count - at))
                {
                    if (at == count)
                    {
                        Take(next);
                    }
                    else
                    {
                        Keep(kept, next, isNarrow);
                    }
                }

                // Asked behind every way, and not where one is found: most of what is looked at comes to nothing.
                if (budget.IsSpent)
                {
                    return;
                }
            }

            open = kept.Values.SelectMany(l => l);
        }
    }

    private IEnumerable<Label> Onward(Label label, int count, int left)
    {
        foreach (var group in _graph.After(label.Port))
        {
            if ((group.IsSensor && label.IsThrough) || _graph.BestFrom(group.Out, label.IsThrough || group.IsSensor, left) is not { } ahead)
            {
                continue;
            }

            foreach (var step in group.Steps)
            {
                if (budget.IsSpent)
                {
                    yield break;
                }

                budget.Look();
                if (IsWorseAnyway(count, label.Score.Cost + step.LeastCost + ahead.Cost, label.Score.Restriction + group.AtBest.Restriction + ahead.Restriction))
                {
                    break;
                }

                if (Next(label, step) is { } next && CanSpan(next, ahead) && !IsWorseAnyway(count, next.Score.Cost + ahead.Cost, next.Score.Restriction + ahead.Restriction))
                {
                    yield return next;
                }
            }
        }
    }

    // With what may follow at best the parts can still reach over the gap, and are not too long for it.
    private bool CanSpan(Label label, AtBest ahead)
    {
        if (ask.IsOfAnyLength)
        {
            return true;
        }

        var gap = ask.SideMm(label.IsThrough);
        if (ask.IsMeasured && !label.IsThrough)
        {
            // What follows is shared between two sides: only what is there already is held against this one.
            return label.RigidMm - gap <= ChainRules.LongestOverMm;
        }

        var (rigid, hose) = (label.RigidMm + ahead.RigidMm, label.HoseMm + ahead.HoseMm);
        return label.RigidMm + label.HoseMm + ahead.LengthMm >= gap - ChainRules.PlayMm
            && rigid - gap <= ChainRules.LongestOverMm
            && (hose == 0 ? rigid <= gap + ChainRules.PlayMm : rigid <= gap || hose >= ChainRules.LoopMm(label.BendMm) + rigid - gap);
    }

    // No better than the third-best, whatever follows.
    private bool IsWorseAnyway(int count, long cost, long restriction) => _found.Count == Best3 && ScoreOf(count, cost, restriction) > _found[^1].Score;

    private Label? Next(Label label, ChainStep step)
    {
        var isSensor = parts[step.Part].IsSensor;
        var isThrough = label.IsThrough || isSensor;
        var port = _graph.IndexOf(step.Out);
        var angles = label.Angles;
        if (step.Angle >= 0)
        {
            var place = (int)Math.Pow(ChainRules.MostParts, step.Angle);
            if (angles / place % ChainRules.MostParts >= _graph.AngleCounts[step.Angle])
            {
                return null;
            }

            angles += place;
        }

        // Where both sides were measured, the one before the sensor is spanned here or not at all, and the other begins anew.
        if (isSensor && ask.IsMeasured && !ask.IsOfAnyLength)
        {
            if (ask.SideHoseMm(false, label.RigidMm, label.Hoses, label.HoseMm, label.BendMm, out _) is null)
            {
                return null;
            }

            label = label with { RigidMm = 0, Hoses = 0, HoseMm = 0, BendMm = 0 };
            step = step with { LengthMm = 0 };
        }

        var rigid = step.IsHose ? label.RigidMm : label.RigidMm + step.LengthMm;
        var (hoses, hose, bend) = step.IsHose ? (label.Hoses + 1, label.HoseMm + step.LengthMm, Math.Max(label.BendMm, step.BendMm)) : (label.Hoses, label.HoseMm, label.BendMm);
        var sides = step.IsHose && ask.Line.IsCut ? label.Sides | (isThrough ? HoseSides.Engine : HoseSides.Tank) : label.Sides;
        var (cost, used) = Bought(label, step);
        return new Label(
            port,
            isThrough,
            angles,
            hoses,
            hose,
            bend,
            rigid,
            sides,
            used,
            ScoreOf(label.Parts + 1, label.Score.Cost + cost, label.Score.Restriction + step.Restriction),
            label.Print + step.Print,
            label.Parts + 1,
            label,
            step
        );
    }

    // A part on the shelf costs nothing as often as it lies there.
    private (long Cost, ulong Used) Bought(Label label, ChainStep step)
    {
        if (step.Shelf < 0)
        {
            return (step.Cost, label.Used);
        }

        var used = 0;
        for (var at = label; at.Before is not null; at = at.Before)
        {
            used += at.Step.Shelf == step.Shelf ? 1 : 0;
        }

        return used >= _graph.ShelfCounts[step.Shelf] ? (step.Cost, label.Used)
            : _graph.ShelfCounts[step.Shelf] >= ChainRules.MostParts ? (0, label.Used)
            : (0, label.Used + _shelfPrints[step.Shelf]);
    }

    private void Keep(Dictionary<Key, List<Label>> kept, Label label, bool isNarrow)
    {
        // Hose that reaches over the whole gap: the shorter the parts the better, whatever follows. Until then their length has to be kept.
        var isShorterBetter = label.Hoses > 0 && label.HoseMm >= ask.SideMm(label.IsThrough) && !ask.IsBent(label.IsThrough);
        var key =
            ask.IsOfAnyLength ? new Key(label.Port, label.IsThrough, label.Angles, 0, 0, 0, 0, HoseSides.None, label.Used)
            : isNarrow
                ? new Key(label.Port, label.IsThrough, label.Angles, label.Hoses, isShorterBetter ? -1 : label.HoseMm / NarrowMm, 0, label.RigidMm / NarrowMm, label.Sides, 0)
            : new Key(label.Port, label.IsThrough, label.Angles, label.Hoses, label.HoseMm, label.BendMm, isShorterBetter ? 0 : label.RigidMm, label.Sides, label.Used);
        if (!kept.TryGetValue(key, out var best))
        {
            kept[key] = best = new List<Label>(1);
        }

        if (isShorterBetter && !isNarrow ? InsertUnlessWorse(best, label) : Insert(best, label))
        {
            budget.Keep();
        }
    }

    private void Take(Label label)
    {
        if (label.IsThrough && _graph.IsEnd(label.Port) && HasAngles(label) && (ask.IsOfAnyLength || Spans(label)))
        {
            Insert(_found, label);
        }
    }

    private bool Spans(Label label) =>
        ask.IsMeasured
            ? ask.SideHoseMm(true, label.RigidMm, label.Hoses, label.HoseMm, label.BendMm, out _) is not null
            : ChainRules.HoseMm(ask.SideMm(true), label.RigidMm, label.Hoses, label.HoseMm, label.BendMm, out _) is not null
                && !(ask.ViaSensor && label.Sides is HoseSides.Tank or HoseSides.Engine);

    private bool HasAngles(Label label) =>
        _graph.AngleCounts.Select((n, i) => label.Angles / (int)Math.Pow(ChainRules.MostParts, i) % ChainRules.MostParts == n).All(isThere => isThere);

    // The best three of different parts: the same parts in another order are no other chain.
    private static bool Insert(List<Label> best, Label label)
    {
        var same = best.FindIndex(b => b.Print == label.Print);
        if (same >= 0)
        {
            if (label.Score >= best[same].Score)
            {
                return false;
            }

            best.RemoveAt(same);
        }

        var at = best.FindIndex(b => label.Score < b.Score);
        if (at < 0 && best.Count >= Best3)
        {
            return false;
        }

        best.Insert(at < 0 ? best.Count : at, label);
        if (best.Count > Best3)
        {
            best.RemoveAt(Best3);
        }

        return true;
    }

    // Three of other parts that cost no more and are no longer leave nothing to win.
    private static bool InsertUnlessWorse(List<Label> kept, Label label)
    {
        bool IsNoBetter(Label one, Label than) => one.RigidMm >= than.RigidMm && one.Score >= than.Score;
        if (kept.Exists(k => k.Print == label.Print && IsNoBetter(label, k)) || kept.Count(k => IsNoBetter(label, k)) >= Best3)
        {
            return false;
        }

        kept.RemoveAll(k => k.Print == label.Print && IsNoBetter(k, label));
        kept.Add(label);
        return true;
    }

    // Where a choke cannot be helped, how much it chokes comes before what it costs.
    private ChainScore ScoreOf(int count, long cost, long restriction) =>
        new(
            ask.Weights is { } w ? (w.LeakPoints * (count + 1)) + (w.Cost * cost / 1e4) + (w.Restriction * restriction / 1e6) : 0,
            count + 1,
            ask.Allowed.HasFlag(ChainDoubt.Narrow) ? restriction : 0,
            cost,
            restriction
        );

    private FittingChain Chain(Label label)
    {
        var steps = new List<ChainStep>();
        for (var at = label; at.Before is not null; at = at.Before)
        {
            steps.Insert(0, at.Step);
        }

        var (hose, isLoop) = Run(steps);
        return new FittingChain(
            [.. steps.Select(s => new ChainPart(parts[s.Part].Code, parts[s.Part].Name, s.In.Code, s.Out.Code))],
            label.Parts + 1,
            hose,
            steps.Count == 0 ? null : steps.Min(s => parts[s.Part].BoreMm),
            label.Score.Cost / 1e4,
            false,
            Math.Round(label.Score.Restriction / 1e6, 3),
            isLoop,
            steps.Where(s => !s.IsHose).Sum(s => ChainRules.WholeMm(parts[s.Part])),
            Cautions(steps)
        );
    }

    private (double HoseMm, bool IsLoop) Run(IReadOnlyList<ChainStep> steps)
    {
        var sensor = steps.TakeWhile(s => !parts[s.Part].IsSensor).Count();
        List<(IEnumerable<ChainStep> Steps, bool IsEngineSide)> runs = ask.IsMeasured ? [(steps.Take(sensor), false), (steps.Skip(sensor + 1), true)] : [(steps, true)];
        var (whole, isLoop) = (0.0, false);
        foreach (var (run, isEngineSide) in runs)
        {
            var hoses = run.Where(s => s.IsHose).ToList();
            var rigid = run.Where(s => !s.IsHose).Sum(s => ChainRules.WholeMm(parts[s.Part]));
            whole += ask.SideHoseMm(isEngineSide, rigid, hoses.Count, hoses.Sum(s => s.LengthMm), hoses.Select(s => s.BendMm).DefaultIfEmpty(0).Max(), out var loops) ?? 0;
            isLoop |= loops;
        }

        return (whole, isLoop);
    }

    // What the check says of it, as far as it matters.
    private IReadOnlyList<ChainFinding> Cautions(IReadOnlyList<ChainStep> steps)
    {
        var made = Enumerable.Repeat(new JointMade(Tube: ask.Line.Tube, Insert: ask.Line.Insert), steps.Count + 1).ToList();
        return
        [
            .. ChainCheck
                .Of(MadeChain.Of([.. steps.Select(s => parts[s.Part])], ask.From, ask.To), made, ask.Line.Kpa, ask.Line.HottestC)
                .Findings.Where(f => f.Severity > Severity.Info),
        ];
    }

    // Which sides of the sensor have hose.
    [Flags]
    private enum HoseSides
    {
        None = 0,
        Tank = 1,
        Engine = 2,
    }

    // What of a chain's beginning matters for how it goes on.
    private readonly record struct Key(int Port, bool IsThrough, int Angles, int Hoses, int HoseMm, int BendMm, int RigidMm, HoseSides Sides, ulong Used);

    private sealed record Label(
        int Port,
        bool IsThrough,
        int Angles,
        int Hoses,
        int HoseMm,
        int BendMm,
        int RigidMm,
        HoseSides Sides,
        ulong Used,
        ChainScore Score,
        ulong Print,
        int Parts,
        Label? Before,
        ChainStep Step
    );
}
