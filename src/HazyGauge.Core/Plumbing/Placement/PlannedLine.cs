using HazyGauge.Core.Haze;
using HazyGauge.Core.Plumbing.Flow;

namespace HazyGauge.Core.Plumbing.Placement;

/// <summary>The parts a route puts into the line, as far as they cost pressure.</summary>
/// <param name="Place">Where they go.</param>
/// <param name="Parts">The parts, in order.</param>
/// <param name="HoseMm">Hose that runs free in all of them, mm; null for as much as they are.</param>
/// <param name="InFeed">True where they go into the feed.</param>
public sealed record PlannedLine(SensorPlace Place, IReadOnlyList<FittingPart> Parts, double? HoseMm, bool InFeed)
{
    /// <summary>Bore of a #10 line, mm (from memory): a dual channel is wider than that.</summary>
    public const double Number10BoreMm = 14.2;

    // How far fittings may lie off the laws for steps and bends, of what is lost (our own): as chosen, and where only usual parts stand in.
    private const double ChosenOff = 0.25;
    private const double UsualOff = 0.5;

    private const double DropCheckLeaves = 0.15;

    /// <summary>What they cost at a flow, kPa, with what the laws for fittings may be off.</summary>
    /// <param name="path">The path they go into.</param>
    /// <param name="flowLph">The flow, L/h.</param>
    /// <param name="ledger">The ledger.</param>
    public Hazy DropKpa(FuelPath path, Hazy flowLph, HazeLedger ledger) => path.DropKpa(Elements(path), flowLph) * FittingsLaw(ledger, ChosenOff);

    /// <summary>What the usual parts cost, where nobody chose any.</summary>
    internal Hazy UsualDropKpa(FuelPath path, Hazy flowLph, HazeLedger ledger) => path.DropKpa(Elements(path), flowLph) * FittingsLaw(ledger, UsualOff);

    /// <summary>The parts as fuel flows through them; beside a bypass they are one of two branches.</summary>
    public IReadOnlyList<FlowElement> Elements(FuelPath path)
    {
        var line = InFeed ? path.FeedBoreMm : path.ReturnBoreMm;
        var through = ChainFlow.Of(Parts, HoseMm, line);
        if (Place != SensorPlace.Bypass)
        {
            return through;
        }

        // The other channel is as long as the sensor's.
        var beside = Parts.Where(p => !p.IsHose).Sum(p => p.LengthMm) + (HoseMm ?? Parts.Where(p => p.IsHose).Sum(p => p.LengthMm));
        return
        [
            new(FlowElementKind.Parallel)
            {
                Branches = [through, [ChainFlow.Step(line, Number10BoreMm), ChainFlow.Straight(Number10BoreMm, beside), ChainFlow.Step(Number10BoreMm, line)]],
            },
        ];
    }

    private static Hazy FittingsLaw(HazeLedger ledger, double off) =>
        ledger.Quantity(
            1,
            HazeSource.RectangularU(off),
            new HazeSource(
                "route.fittings",
                "Sensor and parts in the line",
                HazeShape.Rectangular,
                new HazeCheck("Tee a gauge in before and behind the sensor and log both at full load.", DropCheckLeaves) { Needs = Instrument.PressureGauge }
            )
        );
}
