namespace HazyGauge.Core.Plumbing.Chains;

/// <summary>
/// Finds the best chains and proves it: it looks at all chains of one part, of two, and so on, and keeps of those that end alike only the best
/// three. What is dropped could only have led to chains that are no better than three that were kept. Chains of more parts than the
/// third-best can pay for are not looked at, and neither are those that cannot reach the other end any more.
/// </summary>
internal sealed class ChainSearch(ChainAsk ask, IReadOnlyList<FittingPart> parts, IReadOnlyDictionary<string, int> shelf, SearchBudget budget, CancellationToken cancellation)
{
    /// <summary>What is said where it found none before it stopped.</summary>
    public const string GivenUp = "The search was given up: too many parts of this catalog fit each other, and none of the chains tried spans the gap. Choose from fewer parts.";

    private const int Best3 = 3;

    // In a narrow look lengths that differ by less are the same, mm.
    private const int NarrowMm = 50;

    private readonly ChainGraph _graph = new(ask, parts, shelf);
    private readonly int _gapMm = (int)Math.Round(ask.GapMm);
    private readonly List<Label> _found = [];
    private ulong[] _shelfPrints = [];

    /// <summary>The best chains; none where there is none.</summary>
    public FittingChains Best()
    {
        if (_graph.LacksElbow)
        {
            return new FittingChains([], null, null);
        }

        var random = new Random(2);
        _shelfPrints = [.. _graph.ShelfCounts.Select(_ => (ulong)random.NextInt64())];
        var fewest = _graph.PartsLeft(_graph.IndexOf(ask.From), !ask.ViaSensor);
        var most = fewest;
        for (var count = Math.Max(fewest, _graph.AngleCounts.Sum()); count <= ChainRules.MostParts && !IsBeyond(count) && !budget.IsSpent; count++)
        {
            Look(count);
            most = count;
        }

        if (_found.Count == 0)
        {
            return new FittingChains([], budget.IsSpent ? GivenUp : null, null);
        }

        var best = _found[0];
        var usable = parts.Count(ChainRules.MayUse);
        return new FittingChains(
            [.. _found.Select(label => Chain(label, !budget.IsSpent && label.Score == best.Score))],
            null,
            budget.IsSpent
                    ? "Best found, not proven: so many parts of this catalog fit each other that the search stopped before it had weighed every chain. Choose from fewer "
                        + "parts for a proof."
                : ask.Weights is null
                    ? $"Of {usable} parts every chain of up to {most} was weighed: none has fewer than {best.Parts + 1} leak points, and none with as few costs less."
                : $"Of {usable} parts every chain of up to {most} was weighed, and what longer ones would cost at least: none is better by these weights."
        );
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
        var start = new Label(_graph.IndexOf(ask.From), !ask.ViaSensor, 0, 0, 0, 0, 0, 0, ScoreOf(0, 0, 0), 0, 0, null, default);
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
        var (rigid, hose) = (label.RigidMm + ahead.RigidMm, label.HoseMm + ahead.HoseMm);
        return ask.IsOfAnyLength
            || (
                label.RigidMm + label.HoseMm + ahead.LengthMm >= _gapMm - ChainRules.PlayMm
                && rigid - _gapMm <= ChainRules.LongestOverMm
                && (hose == 0 ? rigid <= _gapMm + ChainRules.PlayMm : rigid <= _gapMm || hose >= ChainRules.LoopMm(label.BendMm) + rigid - _gapMm)
            );
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

        var rigid = step.IsHose ? label.RigidMm : label.RigidMm + step.LengthMm;
        var (hoses, hose, bend) = step.IsHose ? (label.Hoses + 1, label.HoseMm + step.LengthMm, Math.Max(label.BendMm, step.BendMm)) : (label.Hoses, label.HoseMm, label.BendMm);
        var (cost, used) = Bought(label, step);
        return new Label(
            port,
            isThrough,
            angles,
            hoses,
            hose,
            bend,
            rigid,
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
        var isShorterBetter = label.Hoses > 0 && label.HoseMm >= _gapMm;
        var key =
            ask.IsOfAnyLength ? new Key(label.Port, label.IsThrough, label.Angles, 0, 0, 0, 0, label.Used)
            : isNarrow ? new Key(label.Port, label.IsThrough, label.Angles, label.Hoses, isShorterBetter ? -1 : label.HoseMm / NarrowMm, 0, label.RigidMm / NarrowMm, 0)
            : new Key(label.Port, label.IsThrough, label.Angles, label.Hoses, label.HoseMm, label.BendMm, isShorterBetter ? 0 : label.RigidMm, label.Used);
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
        if (
            label.IsThrough
            && _graph.IsEnd(label.Port)
            && HasAngles(label)
            && (ask.IsOfAnyLength || ChainRules.HoseMm(_gapMm, label.RigidMm, label.Hoses, label.HoseMm, label.BendMm, out _) is not null)
        )
        {
            Insert(_found, label);
        }
    }

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

    private Score ScoreOf(int count, long cost, long restriction) =>
        new(ask.Weights is { } w ? (w.LeakPoints * (count + 1)) + (w.Cost * cost / 1e4) + (w.Restriction * restriction / 1e6) : 0, count + 1, cost, restriction);

    private FittingChain Chain(Label label, bool isOptimal)
    {
        var steps = new List<ChainStep>();
        for (var at = label; at.Before is not null; at = at.Before)
        {
            steps.Insert(0, at.Step);
        }

        var hose = ChainRules.HoseMm(_gapMm, label.RigidMm, label.Hoses, label.HoseMm, label.BendMm, out var isLoop);
        return new FittingChain(
            [.. steps.Select(s => new ChainPart(parts[s.Part].Code, parts[s.Part].Name, s.In.Code, s.Out.Code))],
            label.Parts + 1,
            hose ?? 0,
            steps.Count == 0 ? null : steps.Min(s => parts[s.Part].BoreMm),
            label.Score.Cost / 1e4,
            isOptimal,
            Math.Round(label.Score.Restriction / 1e6, 3),
            isLoop,
            label.RigidMm
        );
    }

    // What of a chain's beginning matters for how it goes on.
    private readonly record struct Key(int Port, bool IsThrough, int Angles, int Hoses, int HoseMm, int BendMm, int RigidMm, ulong Used);

    // Compared in this order: the weighted sum, 0 without weights, then leak points, cost and restriction.
    private readonly record struct Score(double Sum, int Leaks, long Cost, long Restriction) : IComparable<Score>
    {
        public static bool operator <(Score a, Score b) => a.CompareTo(b) < 0;

        public static bool operator >(Score a, Score b) => a.CompareTo(b) > 0;

        public static bool operator <=(Score a, Score b) => a.CompareTo(b) <= 0;

        public static bool operator >=(Score a, Score b) => a.CompareTo(b) >= 0;

        public int CompareTo(Score other) => (Sum, Leaks, Cost, Restriction).CompareTo((other.Sum, other.Leaks, other.Cost, other.Restriction));
    }

    private sealed record Label(
        int Port,
        bool IsThrough,
        int Angles,
        int Hoses,
        int HoseMm,
        int BendMm,
        int RigidMm,
        ulong Used,
        Score Score,
        ulong Print,
        int Parts,
        Label? Before,
        ChainStep Step
    );
}
