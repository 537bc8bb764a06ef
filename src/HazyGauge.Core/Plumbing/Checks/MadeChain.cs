using HazyGauge.Core.Plumbing.Ports;

namespace HazyGauge.Core.Plumbing.Checks;

/// <summary>A part the way round it sits.</summary>
/// <param name="Part">The part.</param>
/// <param name="In">Its end towards the first end of the line.</param>
/// <param name="Out">Its other end.</param>
public sealed record SeatedPart(FittingPart Part, Port In, Port Out);

/// <summary>Parts between two ends of a line, each the way round that makes most of the joints right.</summary>
/// <param name="From">The first end.</param>
/// <param name="Parts">The parts.</param>
/// <param name="To">The second end.</param>
public sealed record MadeChain(Port From, IReadOnlyList<SeatedPart> Parts, Port To)
{
    // What a joint is worth when parts are turned: right, nearly right (so that the fault is named), neither.
    private const int Right = 100;
    private const int Near = 10;

    /// <summary>The joints, from the first end to the second: what meets what.</summary>
    public IEnumerable<(Port Before, Port After)> Joints => Parts.Select(p => p.Out).Prepend(From).Zip(Parts.Select(p => p.In).Append(To));

    /// <summary>Turns every part the right way.</summary>
    /// <param name="parts">The parts, in order.</param>
    /// <param name="from">The first end.</param>
    /// <param name="to">The second end.</param>
    public static MadeChain Of(IReadOnlyList<FittingPart> parts, Port from, Port to)
    {
        // The best so far for every way round the last part can sit.
        List<(int Worth, IReadOnlyList<SeatedPart> Parts, Port Open)> best = [(0, [], from)];
        foreach (var part in parts)
        {
            best =
            [
                .. Ways(part)
                    .Select(way =>
                        best.Select(b =>
                                (Worth: b.Worth + Worth(b.Open, way.In), Parts: (IReadOnlyList<SeatedPart>)[.. b.Parts, new SeatedPart(part, way.In, way.Out)], Open: way.Out)
                            )
                            .MaxBy(b => b.Worth)
                    ),
            ];
        }

        return new MadeChain(from, best.MaxBy(b => b.Worth + Worth(b.Open, to)).Parts, to);
    }

    // Fuel runs between any two ends of a part; a part with one end is a plug and lets nothing through.
    private static IEnumerable<(Port In, Port Out)> Ways(FittingPart part)
    {
        var ports = part.Ports.Select(p => PortCatalogue.Find(p)!).ToList();
        return ports.Count == 1 ? [(ports[0], ports[0])] : ports.SelectMany((a, i) => ports.Where((_, j) => j != i).Select(b => (a, b)));
    }

    private static int Worth(Port a, Port b) =>
        JointRules.Fault(a, b) is not { } fault ? Right
        : fault.Code is "wrongType" ? 0
        : Near;
}
