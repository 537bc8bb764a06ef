using HazyGauge.Core.Findings;
using HazyGauge.Core.Plumbing.Chains;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Plumbing.Hoses;

/// <summary>One side of the sensor as it was measured.</summary>
/// <param name="GapMm">From the open end of the line to the spigot of the sensor held in its place, mm.</param>
/// <param name="RoomMm">Radius the room leaves the hose where it bends most, mm to its middle; left out, it lies straight.</param>
public sealed record HoseSide(double? GapMm = null, double? RoomMm = null);

/// <summary>A hose as it is cut.</summary>
/// <param name="Part">Its place in the chain, counted from 1.</param>
/// <param name="Name">What it is called.</param>
/// <param name="BoreMm">Its bore, mm.</param>
/// <param name="CutMm">Length it is cut to, mm.</param>
/// <param name="FreeMm">What of it runs free, mm.</param>
/// <param name="PushedOverMm">What is pushed over each end, mm.</param>
/// <param name="MinBendMm">Tightest bend it takes, mm.</param>
/// <param name="IsLoop">True where it makes a loop.</param>
/// <param name="Why">Why a loop, or where its length comes from; null where it was measured and lies straight.</param>
/// <param name="IsMeasured">True where its side was measured; false where it is a share of the whole gap.</param>
/// <param name="Id">Id of the part it is.</param>
public sealed record PlannedHose(
    int Part,
    string Name,
    double BoreMm,
    double CutMm,
    double FreeMm,
    double PushedOverMm,
    double MinBendMm,
    bool IsLoop,
    Sentence? Why,
    bool IsMeasured,
    string? Id = null
);

/// <summary>How hose of one kind is cut.</summary>
/// <param name="Name">The hose.</param>
/// <param name="PiecesInChain">Pieces the chain counts.</param>
/// <param name="Cuts">The plan.</param>
public sealed record HoseCutting(string Name, int PiecesInChain, HoseCutsResult Cuts)
{
    /// <summary>What need not be bought; null where every piece of the chain is cut.</summary>
    public Sentence? Spare =>
        Cuts.Feasible && Cuts.Plan.Count < PiecesInChain
            ? Sentence.Of(
                $"{(Cuts.Plan.Count == 1 ? "One piece is" : FormattableString.Invariant($"{Cuts.Plan.Count} pieces are"))} enough; the parts list counts {PiecesInChain:0}."
            )
            : null;
}

/// <summary>The hoses of a chain.</summary>
/// <param name="Hoses">Each of them.</param>
/// <param name="Cutting">How they are cut from the pieces there are, by kind of hose.</param>
/// <param name="ClampFromMm">Nearest to the end of the hose a clamp sits, mm.</param>
/// <param name="ClampToMm">Farthest, mm.</param>
/// <param name="Findings">What to mind.</param>
public sealed record HosePlan(IReadOnlyList<PlannedHose> Hoses, IReadOnlyList<HoseCutting> Cutting, double ClampFromMm, double ClampToMm, IReadOnlyList<Finding> Findings)
{
    /// <summary>How the hoses are made up.</summary>
    public Sentence HowTo =>
        Sentence.Of(
            $"Cut square. Clamps sit {Say.Mm(ClampFromMm)} to {Say.Mm(ClampToMm)} from the end of the hose, over the barb. No bend is tighter than the hose takes, no "
                + $"kink, no rub point; tie every few hand-widths."
        );
}

/// <summary>Plans the hoses of a chain.</summary>
/// <param name="parts">The chain.</param>
/// <param name="pushedOverMm">What is pushed over each end, mm.</param>
/// <param name="stockMm">Pieces at hand, mm; null for those of the chain.</param>
internal sealed class HosePlanner(IReadOnlyList<FittingPart> parts, double pushedOverMm, IReadOnlyList<double>? stockMm)
{
    /// <summary>How far hose is pushed over a barb unless somebody measured, mm (from memory).</summary>
    public const double UsualPushedOverMm = 25;

    private readonly List<PlannedHose> _hoses = [];
    private readonly List<Finding> _findings = [];

    /// <summary>The hoses; null where there are none, or nothing says how far they reach.</summary>
    /// <param name="tankSide">The side towards the tank as measured; null where nobody did.</param>
    /// <param name="engineSide">The other side.</param>
    /// <param name="wholeMm">Hose that runs free in all of them by the gap as a whole, mm; null where nobody measured it, or the chain does not span it.</param>
    /// <param name="isLoop">True where that makes a loop.</param>
    public HosePlan? Of(HoseSide? tankSide, HoseSide? engineSide, double? wholeMm, bool isLoop)
    {
        var sensor = parts.TakeWhile(p => !p.IsSensor).Count();
        foreach (var (from, to, side, code) in new[] { (0, sensor, tankSide, "tankSide"), (sensor + 1, parts.Count, engineSide, "engineSide") })
        {
            var places = Enumerable.Range(from, Math.Max(0, to - from)).ToList();
            if (side?.GapMm is { } gap)
            {
                Measured(places, gap, side.RoomMm, code);
            }
            else if (wholeMm is { } whole)
            {
                Shared(places.Where(i => parts[i].IsHose), whole, isLoop);
            }
        }

        return _hoses.Count + _findings.Count == 0 ? null : new(_hoses, [.. Cutting()], ChainRules.ClampFromMm, ChainRules.ClampToMm, _findings);
    }

    private void Measured(List<int> places, double gapMm, double? roomMm, string code)
    {
        var hoses = places.Where(i => parts[i].IsHose).ToList();
        var rigid = places.Where(i => !parts[i].IsHose).Sum(i => ChainRules.WholeMm(parts[i]));
        if (hoses.Count == 0)
        {
            if (Math.Abs(gapMm - rigid) > ChainRules.PlayMm)
            {
                _findings.Add(
                    new(
                        code,
                        Severity.Stop,
                        Sentence.Of(
                            $"There are {Say.Mm(gapMm)} on the {(code == "tankSide" ? "tank" : "engine")} side of the sensor and no hose: the parts there are "
                                + $"{Say.Mm(rigid)} long. Put hose in, or move the sensor."
                        )
                    )
                );
            }

            return;
        }

        var run = HoseRuns.Of(Math.Round(gapMm) - rigid, hoses.Count, hoses.Max(i => ChainRules.WholeBendMm(parts[i])), roomMm);
        var cuts = Cuts(run.CutsMm.Sum(), [.. hoses.Select(i => parts[i].LengthMm)]);
        for (var n = 0; n < hoses.Count; n++)
        {
            Add(hoses[n], cuts[n], run.LoopNeeded, run.Why, true);
            if (cuts[n] > parts[hoses[n]].LengthMm + 0.5 && stockMm is null)
            {
                _findings.Add(
                    new Finding(
                        "tooShort",
                        Severity.Stop,
                        Sentence.Of($"Part {hoses[n] + 1:0}: {Say.Mm(cuts[n])} have to run free, and the piece gives {Say.Mm(parts[hoses[n]].LengthMm)}. Take a longer piece.")
                    ).Of(parts[hoses[n]].Id)
                );
            }
        }
    }

    // As even as the pieces allow: a short one is used up, the others give the rest.
    private static IReadOnlyList<double> Cuts(double wholeMm, IReadOnlyList<double> pieces)
    {
        var cuts = new double[pieces.Count];
        var left = wholeMm;
        foreach (var (i, rest) in Enumerable.Range(0, pieces.Count).OrderBy(i => pieces[i]).Select((i, n) => (i, pieces.Count - n)))
        {
            cuts[i] = rest == 1 ? left : Math.Min(left / rest, pieces[i]);
            left -= cuts[i];
        }

        return cuts;
    }

    private void Shared(IEnumerable<int> hoses, double wholeMm, bool isLoop)
    {
        var all = parts.Where(p => p.IsHose).Sum(p => p.LengthMm);
        foreach (var i in hoses.Where(_ => all > 0))
        {
            Add(i, wholeMm / all * parts[i].LengthMm, isLoop, "A share of the whole gap. Hold the sensor in its place and measure both sides.", false);
        }
    }

    private void Add(int place, double freeMm, bool isLoop, Sentence? why, bool isMeasured) =>
        _hoses.Add(
            new(
                place + 1,
                parts[place].Name,
                parts[place].BoreMm,
                Math.Round(freeMm + (2 * pushedOverMm)),
                Math.Round(freeMm),
                pushedOverMm,
                parts[place].BendOrUsualMm,
                isLoop,
                why,
                isMeasured,
                parts[place].Id
            )
        );

    // Pieces named by hand are of one kind of hose; with several kinds each is cut from its own.
    private IEnumerable<HoseCutting> Cutting()
    {
        var kinds = _hoses.GroupBy(h => parts[h.Part - 1].Ports[0], StringComparer.Ordinal).ToList();
        foreach (var kind in kinds.Select(k => k.ToList()))
        {
            var pieces = kinds.Count == 1 && stockMm is { Count: > 0 } atHand ? atHand : [.. kind.Select(h => parts[h.Part - 1].LengthMm + (2 * UsualPushedOverMm))];
            yield return new(kind[0].Name, kind.Count, new HoseCutsQuery(pieces, [.. kind.Select(h => Math.Max(1, h.CutMm))]).Answer());
        }
    }
}
