using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Tests;

/// <summary>Holds the haze of an answer against its definition: what a small change of each input does to it.</summary>
internal static class Slopes
{
    /// <summary>Every input moves every number of the answer as its haze says.</summary>
    /// <param name="at">The inputs, where the answer is smooth.</param>
    /// <param name="answer">What is calculated.</param>
    /// <param name="within">How far the two may lie apart, as a share of the larger.</param>
    public static void ShouldBeFelt(double[] at, Func<Hazy[], IReadOnlyList<Hazy>> answer, double within = 2e-3) => ShouldBeFelt(at, (x, _) => answer(x), within);

    /// <inheritdoc cref="ShouldBeFelt(double[], Func{Hazy[], IReadOnlyList{Hazy}}, double)"/>
    public static void ShouldBeFelt(double[] at, Func<Hazy[], HazeLedger, IReadOnlyList<Hazy>> answer, double within = 2e-3)
    {
        var ledger = new HazeLedger();
        const double U = 1e-3;
        var hazy = answer([.. at.Select((x, i) => ledger.Quantity(x, U * Scale(x), new HazeSource(Name(i), "x")))], ledger);
        for (var i = 0; i < at.Length; i++)
        {
            double[] Moved(double by) => [.. answer([.. at.Select((x, k) => (Hazy)(k == i ? x + (by * Scale(x)) : x))], new HazeLedger()).Select(a => a.Value)];
            var (more, less) = (Moved(1e-5), Moved(-1e-5));
            for (var a = 0; a < hazy.Count; a++)
            {
                var slope = (more[a] - less[a]) / 2e-5;
                var said = hazy[a].Parts.Where(p => p.Source.Id == Name(i)).Sum(p => p.U) / U;
                said.ShouldBe(slope, (within * Math.Max(Math.Abs(slope), Math.Abs(said))) + (1e-6 * Math.Abs(hazy[a].Value)), $"input {i} to answer {a}");
            }
        }
    }

    private static double Scale(double x) => x == 0 ? 1 : Math.Abs(x);

    private static string Name(int i) => FormattableString.Invariant($"x{i}");
}
