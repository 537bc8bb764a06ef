using HazyGauge.Core.Plumbing.Checks;
using HazyGauge.Core.Plumbing.Ports;

namespace HazyGauge.Core.Plumbing.Chains;

/// <summary>Which parts a chain may be made of, and whether they span the gap.</summary>
internal static class ChainRules
{
    /// <summary>Most parts in a row.</summary>
    public const int MostParts = 10;

    /// <summary>How far the ends of a stock line give way, mm (our own limit).</summary>
    public const int PlayMm = 5;

    /// <summary>Shortest run of hose between two joints, mm: less does not go on (our own limit).</summary>
    public const int ShortestHoseMm = 20;

    /// <summary>By how much parts without hose may be longer than the gap, mm: more hangs loose (our own limit).</summary>
    public const int LongestOverMm = 600;

    /// <summary>Pressure of an injection line, kPa, where nobody said (common practice, no source).</summary>
    public const double UsualLineKpa = 400;

    /// <summary>Nearest to the end of hose and barb a clamp sits, mm (common practice, no source).</summary>
    public const double ClampFromMm = 3;

    /// <summary>Farthest from it, mm.</summary>
    public const double ClampToMm = 6;

    /// <summary>True for what may be in a chain: two ends, rated for ethanol, made for the pressure and the heat, and nothing the ask rules out.</summary>
    public static bool MayUse(FittingPart part, ChainAsk ask) =>
        part is { Ports.Count: 2, EthanolRated: true }
        && PartRules.OfPressure(part, ask.Line.Kpa) switch
        {
            PressureFit.Fits => true,
            PressureFit.Unknown => ask.Allowed.HasFlag(ChainDoubt.PressureUnknown),
            _ => false,
        }
        && PartRules.OfHeat(part, ask.Line.HottestC) switch
        {
            HeatFit.Fits => true,
            HeatFit.Unknown => ask.Allowed.HasFlag(ChainDoubt.HeatUnknown),
            _ => false,
        }
        && (part.IsSensor ? ask.ViaSensor && (ask.SensorBoreMm is not { } bore || part.BoreMm.Equals(bore)) : !IsChoke(part, ask));

    /// <summary>True where two ends go together, and hold as the ask wants it.</summary>
    public static bool Mate(Port a, Port b, ChainAsk ask) =>
        JointRules.Mate(a, b)
        && (
            !PartRules.IsFerruleJoint(a, b)
            || PartRules.OfFerrule(ask.Line.Tube, ask.Line.Insert) switch
            {
                FerruleFit.PullsOff => false,
                FerruleFit.Unknown => ask.Allowed.HasFlag(ChainDoubt.Tube),
                _ => true,
            }
        );

    private static bool IsChoke(FittingPart part, ChainAsk ask) =>
        !ask.Allowed.HasFlag(ChainDoubt.Narrow) && PartRules.IsNarrow(part, PartRules.PassageMm(ask.From, ask.To, ask.SensorBoreMm));

    /// <summary>Length of a part as it is counted, whole mm: a tape shows no less, and sums compare exactly.</summary>
    public static int WholeMm(FittingPart part) => (int)Math.Round(part.LengthMm);

    /// <summary>Tightest bend of hose as it is counted, whole mm.</summary>
    public static int WholeBendMm(FittingPart hose) => Math.Max(1, (int)Math.Round(hose.BendOrUsualMm));

    /// <summary>Hose that runs free, mm, where the parts span the gap; null where they do not.</summary>
    /// <param name="gapMm">The gap.</param>
    /// <param name="rigidMm">What the parts add without hose.</param>
    /// <param name="hoses">Pieces of hose.</param>
    /// <param name="hoseMm">What they give together.</param>
    /// <param name="bendMm">The widest of their tightest bends.</param>
    /// <param name="isLoop">True where the hose makes a loop.</param>
    /// <param name="roomMm">The bend the room leaves, mm; null where the hose lies straight.</param>
    public static double? HoseMm(double gapMm, double rigidMm, int hoses, double hoseMm, double bendMm, out bool isLoop, double? roomMm = null)
    {
        var free = gapMm - rigidMm;
        if (hoses == 0)
        {
            isLoop = false;
            return Math.Abs(free) <= PlayMm ? 0 : null;
        }

        var needed = NeededMm(free, hoses, bendMm, roomMm, out isLoop);
        return hoseMm >= needed && free >= -LongestOverMm ? needed : null;
    }

    /// <summary>Hose that a run takes, mm.</summary>
    /// <param name="freeMm">What it has to span; below 0 where the parts are longer than the gap.</param>
    /// <param name="hoses">Pieces of hose.</param>
    /// <param name="bendMm">The widest of their tightest bends.</param>
    /// <param name="roomMm">The bend the room leaves; null where the hose lies straight.</param>
    /// <param name="isLoop">True where it makes a loop: the room is too tight for its bend, or the parts alone take the gap.</param>
    public static double NeededMm(double freeMm, int hoses, double bendMm, double? roomMm, out bool isLoop)
    {
        // A loop comes back to where it began: one full turn, and as much straight hose as the parts are too long; spanning a gap, the gap on top.
        var isShort = freeMm < hoses * ShortestHoseMm;
        isLoop = isShort || roomMm < bendMm;
        return isShort ? Math.Max(hoses * ShortestHoseMm, LoopMm(bendMm) - freeMm)
            : isLoop ? freeMm + LoopMm(bendMm)
            : freeMm;
    }

    /// <summary>Hose in a full turn, mm.</summary>
    public static double LoopMm(double bendMm) => Math.Ceiling(2 * Math.PI * bendMm);

    /// <summary>By how much a part restricts the line; see <see cref="FittingChain.Restriction"/>.</summary>
    public static double Restriction(FittingPart part) => Math.Pow(10 / part.BoreMm, 4) * (1 + ((part.AngleDeg ?? 0) / 90));

    /// <summary>The ways round a part can sit.</summary>
    public static IEnumerable<(Port In, Port Out)> Ways(FittingPart part)
    {
        var (a, b) = (PortCatalogue.Find(part.Ports[0])!, PortCatalogue.Find(part.Ports[1])!);
        yield return (a, b);
        if (a != b)
        {
            yield return (b, a);
        }
    }
}
