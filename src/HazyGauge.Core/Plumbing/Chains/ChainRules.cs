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

    /// <summary>True for what may be in a chain: two ends, rated for ethanol and for the pressure of an injection line.</summary>
    public static bool MayUse(FittingPart part) => part is { Ports.Count: 2, EthanolRated: true, MaxKpa: null or >= UsualLineKpa };

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
    public static double? HoseMm(double gapMm, double rigidMm, int hoses, double hoseMm, double bendMm, out bool isLoop)
    {
        var free = gapMm - rigidMm;
        isLoop = hoses > 0 && free < hoses * ShortestHoseMm;
        if (hoses == 0)
        {
            return Math.Abs(free) <= PlayMm ? 0 : null;
        }

        // A loop comes back to where it began: one full turn, and as much straight hose as the parts are too long.
        var needed = isLoop ? Math.Max(hoses * ShortestHoseMm, LoopMm(bendMm) - free) : free;
        return hoseMm >= needed && free >= -LongestOverMm ? needed : null;
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
