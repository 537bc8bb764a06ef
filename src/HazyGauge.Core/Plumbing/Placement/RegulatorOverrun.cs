using HazyGauge.Core.Haze;
using HazyGauge.Core.Quantities;

namespace HazyGauge.Core.Plumbing.Placement;

/// <summary>
/// Whether a regulator still regulates when nearly all the pump moves has to go back: fully open it loses pressure as an orifice does, with the square of the flow, and
/// the return behind it adds its own. Where both together are more than it is set to, the base pressure is theirs.
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
    internal static RegulatorOverrun Of(Hazy returnLph, PressureDifference<Hazy> inReturn, GaugePressure<Hazy> set, HazeLedger ledger)
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
        var least = (OpenKpa * law * returnLph * returnLph / (AtLph * AtLph)) + inReturn.Kpa;
        return new(returnLph, least, -HazyLimit.Least([-least, -set.Kpa])) { SetKpa = set.Kpa };
    }
}
