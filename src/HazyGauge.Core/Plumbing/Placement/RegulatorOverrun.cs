using HazyGauge.Core.Haze;
using HazyGauge.Core.Quantities;
using MathNet.Numerics.RootFinding;

namespace HazyGauge.Core.Plumbing.Placement;

/// <summary>
/// Whether a regulator still regulates when nearly all the pump moves has to go back: fully open it loses pressure as an orifice does, with the square of the flow, and
/// the return behind it adds its own. The pump moves less against more of it: base pressure is where what the pump still moves is what they let back, and never above what the
/// pump stalls against. Where that is more than the regulator is set to, it regulates no longer.
/// </summary>
/// <param name="ReturnLph">What flows back at idle, L/h.</param>
/// <param name="LeastKpa">What the open regulator and the return lose, kPa: no less can be held.</param>
/// <param name="BaseKpa">The base pressure that leaves, kPa.</param>
public sealed record RegulatorOverrun(Hazy ReturnLph, Hazy LeastKpa, Hazy BaseKpa)
{
    // A stock regulator, fully open (from memory), and how far that may be off.
    private const double OpenKpa = 80;
    private const double AtLph = 200;
    private const double Off = 0.5;
    private const double ReadingLeaves = 0.1;

    /// <summary>True where it may be overrun: some of the haze of what it loses reaches what it is set to.</summary>
    public bool MayOverrun => LeastKpa.Value + Interval95.HalfWidth(LeastKpa) > SetKpa.Value;

    /// <summary>True where the best estimate says so.</summary>
    public bool Overruns => LeastKpa.Value > SetKpa.Value;

    internal Hazy SetKpa { get; init; }

    /// <summary>What it comes to at idle.</summary>
    /// <param name="returnLph">What flows back.</param>
    /// <param name="inReturn">What return and parts in it lose at that flow.</param>
    /// <param name="set">What the regulator is set to.</param>
    /// <param name="ledger">The ledger.</param>
    /// <param name="returnAt">What flows back where the line stands at another pressure, kPa; left out, as much as at the set one.</param>
    internal static RegulatorOverrun Of(Hazy returnLph, PressureDifference<Hazy> inReturn, GaugePressure<Hazy> set, HazeLedger ledger, Func<Hazy, Hazy>? returnAt = null)
    {
        var law = ledger.Quantity(
            1,
            HazeSource.RectangularU(Off),
            new HazeSource(
                "regulatorOpenKpa",
                "Regulator, fully open",
                HazeShape.Rectangular,
                new HazeCheck("Tee a gauge into the rail at idle, manifold hose off, return open: compare with what it is set to.", ReadingLeaves)
                {
                    Needs = Instrument.PressureGauge,
                }
            )
        );
        var perFlow = (OpenKpa * law / (AtLph * AtLph)) + (inReturn.Kpa / (returnLph * returnLph));
        var least = LeastKpa(perFlow, returnAt ?? (_ => returnLph));
        return new(returnLph, least, -HazyLimit.Least([-least, -set.Kpa])) { SetKpa = set.Kpa };

        // Where what is lost is what the line stands at; found in exact numbers, its haze by implicit differentiation.
        static Hazy LeastKpa(Hazy perFlow, Func<Hazy, Hazy> back)
        {
            const double Step = 1e-3;
            Hazy Over(Hazy kpa) => back(kpa) is { Value: > 0 } lph ? (perFlow * lph * lph) - kpa : -kpa;
            var root = Brent.FindRoot(kpa => Over(kpa).Value, 0, HighestKpa, 1e-9);
            var slope = (Over(root + Step).Value - Over(root - Step).Value) / (2 * Step);
            return Over(root).Through(root, -1 / slope);
        }
    }

    // Beyond what any regulator and return lose, kPa: only where the search ends.
    private const double HighestKpa = 1e6;
}
