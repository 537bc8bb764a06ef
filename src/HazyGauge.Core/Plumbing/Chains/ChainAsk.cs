using HazyGauge.Core.Plumbing.Checks;
using HazyGauge.Core.Plumbing.Hoses;
using HazyGauge.Core.Plumbing.Ports;

namespace HazyGauge.Core.Plumbing.Chains;

/// <summary>What the check of a chain cautions, and a search allows only where no chain does without.</summary>
[Flags]
internal enum ChainDoubt
{
    /// <summary>Nothing.</summary>
    None = 0,

    /// <summary>A ferrule on a tube nobody named the material of.</summary>
    Tube = 1,

    /// <summary>A part whose pressure class nobody knows.</summary>
    PressureUnknown = 2,

    /// <summary>A part that chokes the line.</summary>
    Narrow = 4,

    /// <summary>A part of which nobody knows whether it bears the heat there.</summary>
    HeatUnknown = 8,
}

/// <summary>The line a chain goes into.</summary>
/// <param name="Kpa">The most it may hold, kPa.</param>
/// <param name="IsCut">True where it is cut: then hose is on both sides of the sensor, or on none.</param>
/// <param name="Tube">What its tube is made of; null where nobody said.</param>
/// <param name="Insert">True where an insert stiffens it.</param>
/// <param name="TankSide">The side towards the tank, measured with the sensor held in its place; null where nobody did.</param>
/// <param name="EngineSide">The other side.</param>
/// <param name="HottestC">Hottest it gets there as it was measured, C; null where nobody did.</param>
internal sealed record ChainLine(
    double Kpa,
    bool IsCut = false,
    TubeMaterial? Tube = null,
    bool? Insert = null,
    HoseSide? TankSide = null,
    HoseSide? EngineSide = null,
    double? HottestC = null
);

/// <summary>What a chain has to do.</summary>
/// <param name="From">The first end.</param>
/// <param name="To">The second.</param>
/// <param name="GapMm">Between them, mm.</param>
/// <param name="ViaSensor">True where it passes through a sensor.</param>
/// <param name="AnglesDeg">The elbows it needs; null where they are free.</param>
/// <param name="Weights">What counts how much; null for leak points before cost before restriction.</param>
/// <param name="Line">The line it goes into.</param>
/// <param name="Allowed">What the check may caution of it.</param>
/// <param name="SensorBoreMm">Bore of the sensor it passes through; null for any.</param>
/// <param name="IsOfAnyLength">True where the gap does not matter.</param>
internal sealed record ChainAsk(
    Port From,
    Port To,
    double GapMm,
    bool ViaSensor,
    IReadOnlyList<double>? AnglesDeg,
    ChainWeights? Weights,
    ChainLine Line,
    ChainDoubt Allowed = ChainAsk.Anything,
    double? SensorBoreMm = null,
    bool IsOfAnyLength = false
)
{
    /// <summary>All that may be cautioned.</summary>
    public const ChainDoubt Anything = ChainDoubt.Tube | ChainDoubt.PressureUnknown | ChainDoubt.Narrow | ChainDoubt.HeatUnknown;

    /// <summary>True where each side of the sensor was measured by itself, and so has to be spanned by itself.</summary>
    public bool IsMeasured => ViaSensor && Line is { TankSide.GapMm: not null, EngineSide.GapMm: not null };

    /// <summary>Hose that runs free, mm, where parts span a side that was measured; null where they do not.</summary>
    /// <param name="isEngineSide">Which side.</param>
    /// <param name="rigidMm">What the parts there add without hose, mm.</param>
    /// <param name="hoses">Pieces of hose there.</param>
    /// <param name="hoseMm">What they give together, mm.</param>
    /// <param name="bendMm">The widest of their tightest bends, mm.</param>
    /// <param name="isLoop">True where the hose makes a loop.</param>
    public double? SideHoseMm(bool isEngineSide, double rigidMm, int hoses, double hoseMm, double bendMm, out bool isLoop) =>
        ChainRules.HoseMm(SideMm(isEngineSide), rigidMm, hoses, hoseMm, bendMm, out isLoop, Side(isEngineSide)?.RoomMm);

    /// <summary>What is to be spanned, whole mm: a side that was measured, or the whole gap.</summary>
    public int SideMm(bool isEngineSide) => (int)Math.Round(Side(isEngineSide)?.GapMm ?? GapMm);

    /// <summary>True where the room makes hose bend, so that shorter parts are no gain.</summary>
    public bool IsBent(bool isEngineSide) => Side(isEngineSide)?.RoomMm is not null;

    private HoseSide? Side(bool isEngineSide) =>
        !IsMeasured ? null
        : isEngineSide ? Line.EngineSide
        : Line.TankSide;
}
