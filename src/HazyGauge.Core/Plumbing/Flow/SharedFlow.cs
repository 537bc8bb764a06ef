using HazyGauge.Core.Haze;
using MathNet.Numerics.RootFinding;

namespace HazyGauge.Core.Plumbing.Flow;

/// <summary>Branches side by side: every branch loses the same pressure, and their flows add up.</summary>
/// <param name="exact">The fuel without its haze.</param>
/// <param name="fuel">The fuel.</param>
internal sealed class SharedFlow(FlowingFuel<Exact> exact, FlowingFuel<Hazy> fuel)
{
    // Where flow turns turbulent the loss jumps: a root is then the place of the jump.
    private const int Rounds = 200;

    /// <summary>Flow of every branch, L/h, and the pressure they lose, kPa.</summary>
    /// <param name="branches">The branches; each loses something.</param>
    /// <param name="flowLph">Flow of all, L/h.</param>
    public (IReadOnlyList<Hazy> FlowsLph, Hazy DropKpa) Of(IReadOnlyList<IReadOnlyList<FlowElement>> branches, Hazy flowLph)
    {
        if (flowLph.Value <= 0)
        {
            return ([.. branches.Select(_ => flowLph)], 0.0);
        }

        var exactly = branches.Select(b => b.Select(e => ElementFlow<Exact>.Of(e, n => n.Value)).ToList()).ToList();
        double Drop(int branch, double lph) => exactly[branch].Sum(e => e.At(exact, lph).DropKpa.Value);
        double Flow(int branch, double kpa) => Drop(branch, flowLph.Value) <= kpa ? flowLph.Value : Root(q => Drop(branch, q) - kpa, flowLph.Value);

        // The branch that alone carries all with the least loss: with company it loses less.
        var most = Enumerable.Range(0, branches.Count).Min(b => Drop(b, flowLph.Value));
        var all = Enumerable.Range(0, branches.Count).ToList();
        var kpa = branches.Count == 1 ? most : Root(p => all.Sum(b => Flow(b, p)) - flowLph.Value, most);
        var shares = all.Select(b => Flow(b, kpa)).ToList();
        return WithHaze(branches, shares, kpa, flowLph, Drop);
    }

    // The balance is solved exactly; to first order each branch's flow moves with the common loss and with its own, over the slope of its loss (implicit differentiation).
    private (IReadOnlyList<Hazy> FlowsLph, Hazy DropKpa) WithHaze(
        IReadOnlyList<IReadOnlyList<FlowElement>> branches,
        IReadOnlyList<double> flows,
        double kpa,
        Hazy flowLph,
        Func<int, double, double> drop
    )
    {
        const double Step = 1e-5;
        var slopes = flows.Select((q, b) => (drop(b, q * (1 + Step)) - drop(b, q * (1 - Step))) / (2 * Step * q)).ToList();
        var own = branches.Select((branch, b) => Doubt(branch.Aggregate((Hazy)0.0, (sum, e) => sum + ElementFlow<Hazy>.Of(e, n => n).At(fuel, flows[b]).DropKpa))).ToList();
        var common = Doubt(flowLph);
        for (var b = 0; b < own.Count; b++)
        {
            common += own[b] / slopes[b];
        }

        common /= slopes.Sum(s => 1 / s);
        return ([.. flows.Select((q, b) => q + ((common - own[b]) / slopes[b]))], kpa + common);
    }

    private static Hazy Doubt(Hazy number) => number - number.Value;

    private static double Root(Func<double, double> over, double most) => Brent.FindRoot(over, 0, most, 1e-12 * most, Rounds);
}
