using HazyGauge.Core.Plumbing.Ports;

namespace HazyGauge.Core.Plumbing.Chains;

/// <summary>A way a part can follow an open end, in whole numbers so that sums compare exactly.</summary>
/// <param name="Part">The part, by its place in the catalog.</param>
/// <param name="In">Its end that goes onto the open one.</param>
/// <param name="Out">Its end that is open then.</param>
/// <param name="Cost">Cost, ten-thousandths.</param>
/// <param name="Restriction">Restriction, millionths.</param>
/// <param name="LengthMm">Length, whole mm.</param>
/// <param name="BendMm">Tightest bend, whole mm; 0 where it is no hose.</param>
/// <param name="Angle">Which of the needed elbows it is; -1 for none.</param>
/// <param name="Shelf">Its place on the shelf; -1 where it does not lie there.</param>
/// <param name="Print">A number of its own, to tell sets of parts apart.</param>
internal readonly record struct ChainStep(int Part, Port In, Port Out, long Cost, long Restriction, int LengthMm, int BendMm, int Angle, int Shelf, ulong Print)
{
    /// <summary>True for hose.</summary>
    public bool IsHose => BendMm > 0;

    /// <summary>What it costs at best: nothing where one lies on the shelf.</summary>
    public long LeastCost => Shelf >= 0 ? 0 : Cost;
}

/// <summary>What parts that are still to come can come to at best, each by itself.</summary>
/// <param name="Cost">Least cost, ten-thousandths.</param>
/// <param name="Restriction">Least restriction, millionths.</param>
/// <param name="RigidMm">Least length without hose, mm.</param>
/// <param name="HoseMm">Most hose, mm.</param>
/// <param name="LengthMm">Most length with hose, mm.</param>
internal readonly record struct AtBest(long Cost, long Restriction, int RigidMm, int HoseMm, int LengthMm)
{
    /// <summary>Before any way is known.</summary>
    public static readonly AtBest NoWay = new(long.MaxValue, long.MaxValue, int.MaxValue, 0, 0);

    /// <summary>This or another, whatever is the best of each.</summary>
    public AtBest Or(AtBest other) =>
        new(
            Math.Min(Cost, other.Cost),
            Math.Min(Restriction, other.Restriction),
            Math.Min(RigidMm, other.RigidMm),
            Math.Max(HoseMm, other.HoseMm),
            Math.Max(LengthMm, other.LengthMm)
        );

    /// <summary>This behind a part of a group.</summary>
    public AtBest Behind(StepGroup group) =>
        new(Cost + group.AtBest.Cost, Restriction + group.AtBest.Restriction, RigidMm + group.AtBest.RigidMm, HoseMm + group.AtBest.HoseMm, LengthMm + group.AtBest.LengthMm);
}

/// <summary>Ways that leave the same end open, the cheapest first.</summary>
internal sealed record StepGroup(int Out, bool IsSensor, IReadOnlyList<ChainStep> Steps)
{
    /// <summary>What one of them can come to at best.</summary>
    public AtBest AtBest { get; } =
        new(Steps[0].LeastCost, Steps.Min(s => s.Restriction), Steps.Min(s => s.IsHose ? 0 : s.LengthMm), Steps.Max(s => s.IsHose ? s.LengthMm : 0), Steps.Max(s => s.LengthMm));
}

/// <summary>Which parts can follow which open end, and how many it takes from there.</summary>
internal sealed class ChainGraph
{
    /// <summary>More parts than any chain has: there is no way.</summary>
    public const int NoWay = int.MaxValue / 2;

    private readonly Dictionary<Port, int> _ports = PortCatalogue.All.Select((p, i) => (p, i)).ToDictionary(p => p.p, p => p.i);
    private readonly List<ChainStep>[] _after;
    private readonly IReadOnlyList<StepGroup>[] _groups;
    private readonly int[,] _left;
    private readonly AtBest[,,] _atBest;
    private readonly ChainAsk _ask;

    public ChainGraph(ChainAsk ask, IReadOnlyList<FittingPart> parts, IReadOnlyDictionary<string, int> shelf)
    {
        _ask = ask;
        Parts = parts;
        Angles = [.. (ask.AnglesDeg ?? []).Where(a => a > 0).Distinct().Order()];
        AngleCounts = [.. Angles.Select(a => ask.AnglesDeg!.Count(b => b == a))];
        _after = [.. Enumerable.Range(0, _ports.Count).Select(_ => new List<ChainStep>())];
        var random = new Random(1);
        ShelfCounts = [];
        for (var i = 0; i < parts.Count; i++)
        {
            var print = (ulong)random.NextInt64();
            if (ChainRules.MayUse(parts[i], ask) && AngleOf(parts[i]) is { } angle)
            {
                Add(i, angle, Shelved(shelf.GetValueOrDefault(parts[i].Code)), print);
            }
        }

        _left = CountLeft();
        _groups =
        [
            .. _after.Select(steps =>
                (IReadOnlyList<StepGroup>)
                    [.. steps.GroupBy(s => (s.Out, parts[s.Part].IsSensor)).Select(g => new StepGroup(_ports[g.Key.Out], g.Key.IsSensor, [.. g.OrderBy(s => s.LeastCost)]))]
            ),
        ];
        _atBest = FindBest();
    }

    /// <summary>The catalog.</summary>
    public IReadOnlyList<FittingPart> Parts { get; }

    /// <summary>The different elbows needed, degrees.</summary>
    public IReadOnlyList<double> Angles { get; }

    /// <summary>How many of each.</summary>
    public IReadOnlyList<int> AngleCounts { get; }

    /// <summary>How many of each part lie on the shelf.</summary>
    public List<int> ShelfCounts { get; }

    /// <summary>True where one of the needed elbows is not in the catalog at all.</summary>
    public bool LacksElbow => Angles.Where((_, angle) => !_after.Any(steps => steps.Exists(s => s.Angle == angle))).Any();

    /// <summary>Place of a port.</summary>
    public int IndexOf(Port port) => _ports[port];

    /// <summary>What can follow an open end, by the end that is open then, the cheapest first.</summary>
    public IReadOnlyList<StepGroup> After(int port) => _groups[port];

    /// <summary>What exactly so many parts from an open end to the second end of the line can come to at best; null where none lead there.</summary>
    public AtBest? BestFrom(int port, bool isThrough, int left) => _atBest[left, port, isThrough ? 1 : 0] is { Cost: < long.MaxValue } best ? best : null;

    /// <summary>Fewest parts from an open end to the second end of the line.</summary>
    /// <param name="port">The open end.</param>
    /// <param name="isThrough">True where the sensor is passed, or none is asked for.</param>
    public int PartsLeft(int port, bool isThrough) => _left[port, isThrough ? 1 : 0];

    /// <summary>True where an open end goes onto the second end of the line.</summary>
    public bool IsEnd(int port) => ChainRules.Mate(PortCatalogue.All[port], _ask.To, _ask);

    // Which of the needed elbows a part is, -1 for none; null where it turns the line as nothing needs.
    private int? AngleOf(FittingPart part) =>
        _ask.AnglesDeg is null || part.AngleDeg is null or 0
            ? -1
            : Angles.Select((a, i) => (a, i)).Where(a => Math.Abs(a.a - part.AngleDeg.Value) < 0.5).Select(a => (int?)a.i).FirstOrDefault();

    private int Shelved(int count)
    {
        if (count == 0)
        {
            return -1;
        }

        ShelfCounts.Add(count);
        return ShelfCounts.Count - 1;
    }

    private void Add(int index, int angle, int shelf, ulong print)
    {
        var part = Parts[index];
        foreach (var (into, onward) in ChainRules.Ways(part))
        {
            var step = new ChainStep(
                index,
                into,
                onward,
                (long)Math.Round(part.Cost * 1e4),
                (long)Math.Round(ChainRules.Restriction(part) * 1e6),
                ChainRules.WholeMm(part),
                part.IsHose ? ChainRules.WholeBendMm(part) : 0,
                angle,
                shelf,
                print
            );
            foreach (var open in PortCatalogue.All.Where(open => ChainRules.Mate(open, into, _ask)))
            {
                _after[_ports[open]].Add(step);
            }
        }
    }

    // Backwards from the second end, a part at a time.
    private AtBest[,,] FindBest()
    {
        var best = new AtBest[ChainRules.MostParts + 1, _ports.Count, 2];
        for (var left = 0; left <= ChainRules.MostParts; left++)
        {
            for (var port = 0; port < _ports.Count; port++)
            {
                for (var through = 0; through < 2; through++)
                {
                    best[left, port, through] =
                        left == 0 && through == 1 && IsEnd(port)
                            ? default
                            : (left == 0 ? [] : _groups[port])
                                .Where(g => !(g.IsSensor && through == 1))
                                .Select(g => (Group: g, Onward: best[left - 1, g.Out, g.IsSensor ? 1 : through]))
                                .Where(g => g.Onward.Cost < long.MaxValue)
                                .Aggregate(AtBest.NoWay, (at, g) => at.Or(g.Onward.Behind(g.Group)));
                }
            }
        }

        return best;
    }

    // Backwards from the second end, a part at a time.
    private int[,] CountLeft()
    {
        var left = new int[_ports.Count, 2];
        for (var p = 0; p < _ports.Count; p++)
        {
            left[p, 0] = _ask.ViaSensor || !IsEnd(p) ? NoWay : 0;
            left[p, 1] = IsEnd(p) ? 0 : NoWay;
        }

        for (var (isChanged, round) = (true, 0); isChanged && round <= ChainRules.MostParts + 1; round++)
        {
            isChanged = false;
            for (var p = 0; p < _ports.Count; p++)
            {
                foreach (var step in _after[p])
                {
                    var isSensor = Parts[step.Part].IsSensor;
                    var onward = _ports[step.Out];
                    var (before, after) = (1 + left[onward, isSensor ? 1 : 0], isSensor ? NoWay : 1 + left[onward, 1]);
                    if (before < left[p, 0] || after < left[p, 1])
                    {
                        (left[p, 0], left[p, 1], isChanged) = (Math.Min(before, left[p, 0]), Math.Min(after, left[p, 1]), true);
                    }
                }
            }
        }

        return left;
    }
}
