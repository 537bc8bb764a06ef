using HazyGauge.Core.Plumbing.Ports;

namespace HazyGauge.Core.Plumbing.Checks;

/// <summary>How a part stands to the pressure in the line.</summary>
internal enum PressureFit
{
    /// <summary>It is made for it.</summary>
    Fits,

    /// <summary>Nobody knows what it bears, and the line has no more than parts of the low side are made for.</summary>
    Unknown,

    /// <summary>Nobody knows what it bears, and the line has more than that.</summary>
    UnknownTooHigh,

    /// <summary>It is made for less.</summary>
    TooMuch,
}

/// <summary>How a part stands to the heat where the line lies.</summary>
internal enum HeatFit
{
    /// <summary>It is made for it.</summary>
    Fits,

    /// <summary>Nobody knows what it bears, or nobody measured whether it gets hotter there than it is made for.</summary>
    Unknown,

    /// <summary>Nobody knows what it bears, and it gets hotter there than parts of the low side are surely made for.</summary>
    UnknownTooHot,

    /// <summary>It was measured to get hotter there than it is made for.</summary>
    TooHot,
}

/// <summary>How a ferrule holds on a tube.</summary>
internal enum FerruleFit
{
    /// <summary>It bites into metal.</summary>
    Holds,

    /// <summary>It holds on nylon, for an insert stiffens the tube.</summary>
    HoldsOnInsert,

    /// <summary>Nobody said what the tube is made of.</summary>
    Unknown,

    /// <summary>It pulls off.</summary>
    PullsOff,
}

/// <summary>Rules of single parts and joints which the check and the search both obey: what the one cautions, the other does not prefer.</summary>
internal static class PartRules
{
    // What hose and quick connects of the low side bear at most: SAE J2044 quick connects 500 kPa, J30 R9 hose 690 kPa (from memory). Above it is the high-pressure side.
    private const double LowSideMostKpa = 690;

    // What nylon tube and quick connects of the low side bear: SAE J2044 115 C (from memory). Above it only parts that say so.
    private const double LowSideMostC = 115;

    // Less than this share of the area the fuel comes through anyway is a choke (our own limit).
    private const double LeastArea = 0.7;

    /// <summary>How a part stands to a pressure.</summary>
    /// <param name="part">The part.</param>
    /// <param name="kpa">The most the line may hold, kPa.</param>
    public static PressureFit OfPressure(FittingPart part, double kpa) =>
        part.MaxKpa switch
        {
            null => kpa > LowSideMostKpa ? PressureFit.UnknownTooHigh : PressureFit.Unknown,
            var most => most < kpa ? PressureFit.TooMuch : PressureFit.Fits,
        };

    /// <summary>Hottest it gets along a fuel line under the hood after a hot stop, C, where nobody measured (common practice, no source).</summary>
    public const double UsualHottestC = 100;

    /// <summary>How a part stands to the heat.</summary>
    /// <param name="part">The part.</param>
    /// <param name="hottestC">The hottest it gets there as it was measured, C; null where nobody did: then what is usual asks, and forbids nothing.</param>
    public static HeatFit OfHeat(FittingPart part, double? hottestC) =>
        (part.MaxC, hottestC) switch
        {
            (null, > LowSideMostC) => HeatFit.UnknownTooHot,
            (null, _) or (< UsualHottestC, null) => HeatFit.Unknown,
            var (most, hottest) => most < hottest ? HeatFit.TooHot : HeatFit.Fits,
        };

    /// <summary>What fuel comes through whatever is fitted, mm: the narrower of the line's two ends, and the sensor where there is one.</summary>
    /// <param name="from">The first end of the line.</param>
    /// <param name="to">The second.</param>
    /// <param name="sensorBoreMm">Bore of the narrowest sensor, mm; null without one.</param>
    public static double PassageMm(Port from, Port to, double? sensorBoreMm) => Math.Min(Math.Min(from.BoreMm, to.BoreMm), sensorBoreMm ?? double.MaxValue);

    /// <summary>Share of that area which a part leaves, 0 to 1.</summary>
    public static double AreaLeft(FittingPart part, double passageMm) => Math.Min(1, Math.Pow(part.BoreMm / passageMm, 2));

    /// <summary>True where a part chokes the line.</summary>
    public static bool IsNarrow(FittingPart part, double passageMm) => AreaLeft(part, passageMm) < LeastArea;

    /// <summary>True where a ferrule meets the tube it grips.</summary>
    public static bool IsFerruleJoint(Port before, Port after) => (before.Type, after.Type) is (PortType.PlainTube, PortType.Ferrule) or (PortType.Ferrule, PortType.PlainTube);

    /// <summary>How a ferrule holds. It bites into metal; nylon gives way under it (common practice, no source).</summary>
    /// <param name="tube">What the tube is made of; null where nobody said.</param>
    /// <param name="insert">True where an insert stiffens it.</param>
    public static FerruleFit OfFerrule(TubeMaterial? tube, bool? insert) =>
        tube switch
        {
            null => FerruleFit.Unknown,
            TubeMaterial.Nylon => insert == true ? FerruleFit.HoldsOnInsert : FerruleFit.PullsOff,
            _ => FerruleFit.Holds,
        };
}
