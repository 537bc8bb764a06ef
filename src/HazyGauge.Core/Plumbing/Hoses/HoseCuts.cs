using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Plumbing.Hoses;

/// <summary>Pieces of hose at hand, and what has to be cut from them.</summary>
/// <param name="StockMm">The pieces, mm, each there once.</param>
/// <param name="CutsMm">What is needed, mm.</param>
/// <param name="KerfMm">What every cut takes away, mm. Default 0: a knife.</param>
public sealed record HoseCutsQuery(
    [MostItems(HoseCutsQuery.MostPieces)] IReadOnlyList<double>? StockMm,
    [MostItems(HoseCutsQuery.MostCuts)] IReadOnlyList<double>? CutsMm,
    double? KerfMm = null
)
{
    internal const int MostPieces = 40;
    internal const int MostCuts = 24;
    private const double MostMm = 100_000;

    /// <summary>The plan that wastes least.</summary>
    /// <exception cref="RefusedInputException">Something cannot be.</exception>
    public HoseCutsResult Answer(CancellationToken cancellation = default)
    {
        var check = new InputCheck().Within(KerfMm, 0, 50, "kerfMm", "What a cut takes away", Unit.Millimetre);
        Check(check, StockMm, "stockMm", MostPieces, "piece of hose", "A piece of hose");
        Check(check, CutsMm, "cutsMm", MostCuts, "length to cut", "A length to cut");
        check.ThrowIfAny();
        return CuttingPlan.Of(StockMm!, CutsMm!, KerfMm ?? 0, cancellation);
    }

    private static void Check(InputCheck check, IReadOnlyList<double>? lengths, string field, int most, string one, string what)
    {
        if (lengths is null || lengths.Count == 0 || lengths.Count > most)
        {
            check.Refuse(field, $"Name at least one {one}, and at most {most}.");
        }

        for (var i = 0; i < (lengths?.Count ?? 0) && i < most; i++)
        {
            check.Within(lengths![i], 1, MostMm, $"{field}[{i}]", what, Unit.Millimetre);
        }
    }
}

/// <summary>A piece and what is cut from it.</summary>
/// <param name="StockMm">The piece, mm.</param>
/// <param name="CutsMm">What is cut, mm, the longest first.</param>
/// <param name="LeftMm">What is left of it in one, mm.</param>
public sealed record CutPiece(double StockMm, IReadOnlyList<double> CutsMm, double LeftMm);

/// <summary>How to cut.</summary>
/// <param name="Feasible">True where the pieces give all that is needed.</param>
/// <param name="Plan">The pieces that are cut; empty where they do not.</param>
/// <param name="WasteMm">What the pieces that are cut are longer than what is cut from them, mm.</param>
/// <param name="Optimal">True where no plan wastes less: every other was ruled out.</param>
/// <param name="Reason">Why not; null where it works.</param>
public sealed record HoseCutsResult(bool Feasible, IReadOnlyList<CutPiece> Plan, double? WasteMm, bool Optimal, Sentence? Reason);

/// <summary>
/// Cuts lengths from pieces so that those that are touched are the shortest together: what is left of a piece nobody touches is no waste. Every way is tried, longest
/// cuts first, but for those that cannot beat the best so far; of two pieces with as much left on them only one is tried.
/// </summary>
internal static class CuttingPlan
{
    // Tape and knife are no better than this, mm.
    private const double Least = 1e-6;
    private const int MostSteps = 400_000;

    public static HoseCutsResult Of(IReadOnlyList<double> stockMm, IReadOnlyList<double> cutsMm, double kerfMm, CancellationToken cancellation)
    {
        var longest = stockMm.Max();
        if (cutsMm.Where(c => c > longest + Least).ToList() is { Count: > 0 } tooLong)
        {
            return new(
                false,
                [],
                null,
                true,
                Sentence.Of($"No piece is as long as {Say.Given(tooLong.Max(), Unit.Millimetre)}: the longest has {Say.Given(longest, Unit.Millimetre)}.")
            );
        }

        var search = new Search([.. stockMm.OrderBy(s => s)], [.. cutsMm.OrderByDescending(c => c)], kerfMm, cancellation);
        search.Place(0);
        if (search.Best is not { } best)
        {
            return new(
                false,
                [],
                null,
                !search.IsGivenUp,
                search.IsGivenUp
                    ? "No plan was found in the time there is. Take fewer lengths at once, or longer pieces."
                    : Sentence.Of(
                        $"The pieces do not give all lengths: {Say.Given(cutsMm.Sum(), Unit.Millimetre)} are needed, {Say.Given(stockMm.Sum(), Unit.Millimetre)} are "
                            + $"there, and no way of cutting gets all of them out."
                    )
            );
        }

        var plan = best.Where(p => p.CutsMm.Count > 0).OrderByDescending(p => p.StockMm).ToList();
        return new(true, plan, Whole(plan.Sum(p => p.StockMm) - cutsMm.Sum()), !search.IsGivenUp, null);
    }

    // What is left of a sum in binary digits is no hose.
    private static double Whole(double mm) => Math.Round(mm, 6);

    private sealed class Search(double[] stock, double[] cuts, double kerf, CancellationToken cancellation)
    {
        private readonly List<double>[] _cut = [.. stock.Select(_ => new List<double>())];
        private readonly double[] _left = [.. stock];
        private readonly double[] _toCome = [.. cuts.Select((_, i) => cuts.Skip(i).Sum())];
        private double _used;
        private double _bestUsed = double.PositiveInfinity;
        private int _steps;

        public IReadOnlyList<CutPiece>? Best { get; private set; }

        public bool IsGivenUp => _steps > MostSteps;

        public void Place(int next)
        {
            if (++_steps > MostSteps)
            {
                return;
            }

            if ((_steps & 0xFFF) == 0)
            {
                cancellation.ThrowIfCancellationRequested();
            }

            if (next == cuts.Length)
            {
                _bestUsed = _used;
                Best = [.. stock.Select((s, i) => new CutPiece(s, [.. _cut[i]], Whole(Math.Max(0, _left[i]))))];
            }
            else if (_used + Math.Max(0, _toCome[next] - FreeOnCut()) < _bestUsed - Least)
            {
                Try(next, true);
                Try(next, false);
            }
        }

        // What does not go onto pieces that are cut already has to come from others.
        private double FreeOnCut()
        {
            var free = 0.0;
            for (var i = 0; i < stock.Length; i++)
            {
                free += _cut[i].Count > 0 ? Math.Max(0, _left[i]) : 0;
            }

            return free;
        }

        private void Try(int next, bool isCut)
        {
            for (var i = 0; i < stock.Length; i++)
            {
                if (_cut[i].Count > 0 == isCut && _left[i] + Least >= cuts[next] && IsFirstOfItsKind(i, isCut))
                {
                    Cut(next, i, isCut ? 0 : stock[i]);
                }
            }
        }

        private bool IsFirstOfItsKind(int piece, bool isCut)
        {
            for (var i = 0; i < piece; i++)
            {
                if (_left[i] == _left[piece] && _cut[i].Count > 0 == isCut)
                {
                    return false;
                }
            }

            return true;
        }

        private void Cut(int next, int piece, double more)
        {
            if (_used + more >= _bestUsed - Least)
            {
                return;
            }

            // A cut takes its kerf; the last one may be what is left.
            var before = _left[piece];
            _cut[piece].Add(cuts[next]);
            _left[piece] -= cuts[next] + kerf;
            _used += more;
            Place(next + 1);
            _used -= more;
            _left[piece] = before;
            _cut[piece].RemoveAt(_cut[piece].Count - 1);
        }
    }
}
