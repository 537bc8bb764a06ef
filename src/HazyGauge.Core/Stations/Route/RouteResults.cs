using HazyGauge.Core.Findings;
using HazyGauge.Core.Plumbing.Chains;
using HazyGauge.Core.Plumbing.Checks;
using HazyGauge.Core.Plumbing.Hoses;
using HazyGauge.Core.Plumbing.Kit;
using HazyGauge.Core.Plumbing.Mounting;
using HazyGauge.Core.Plumbing.Placement;
using HazyGauge.Core.Plumbing.Ports;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Route;

/// <summary>What a part of the strip looks like.</summary>
public enum StripKind
{
    /// <summary>A fitting.</summary>
    Fitting,

    /// <summary>Hose.</summary>
    Hose,

    /// <summary>The sensor.</summary>
    Sensor,
}

/// <summary>A part as it is drawn.</summary>
/// <param name="Code">Its code.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Kind">What it looks like.</param>
/// <param name="In">Its end towards the first end of the line.</param>
/// <param name="Out">Its other end.</param>
/// <param name="BoreMm">Its bore, mm.</param>
/// <param name="LengthMm">What it adds to the line, mm; of hose the run it has here.</param>
/// <param name="AngleDeg">By how much it turns the line, degrees.</param>
public sealed record StripPart(string Code, string Name, StripKind Kind, Port In, Port Out, double BoreMm, double LengthMm, double? AngleDeg);

/// <summary>What a route comes to.</summary>
/// <param name="From">The first end; null where nobody named it.</param>
/// <param name="To">The second end.</param>
/// <param name="Check">What the check of the chain says; null where there is no chain.</param>
/// <param name="Leaks">Everything that can leak, numbered: the joints of the chain, then those that are only opened.</param>
/// <param name="Kit">Parts and tools; null where there is no chain.</param>
/// <param name="Strip">The chain as it is drawn.</param>
/// <param name="HoseMm">Hose that runs free, mm; null where the chain does not span the gap or the gap is not known.</param>
/// <param name="RigidMm">What the parts add without hose, mm.</param>
/// <param name="Loop">True where the hose makes a loop.</param>
/// <param name="PressureKpa">Pressure the joints are judged at, kPa.</param>
/// <param name="HottestC">Heat the parts are bought for, C: the most that was measured along the line, else what is usual.</param>
/// <param name="Findings">What it means, the gravest first.</param>
/// <param name="Headline">The verdict.</param>
/// <param name="Lead">Why, and what to do next.</param>
/// <param name="State">How far the station has come.</param>
/// <param name="NextAction">What to do next.</param>
/// <param name="Placement">The places compared; null in the record, where it comes again from the plan.</param>
/// <param name="Place">The place chosen, with the chain chosen; null where none was.</param>
/// <param name="Hoses">How the hoses are cut; null where nothing is known of them.</param>
/// <param name="Later">What may come later, and what doing it now saves.</param>
/// <param name="Assumed">The figures that had to be assumed.</param>
/// <param name="Ask">What the catalog is asked for the best chains: all that the plan is judged by; null until both ends and the gap, or both sides, are known.</param>
public sealed record RouteResults(
    Port? From,
    Port? To,
    ChainCheckResult? Check,
    IReadOnlyList<LeakPoint> Leaks,
    ChainKit? Kit,
    IReadOnlyList<StripPart> Strip,
    double? HoseMm,
    double RigidMm,
    bool Loop,
    double PressureKpa,
    double HottestC,
    IReadOnlyList<Finding> Findings,
    Sentence Headline,
    Sentence Lead,
    StationState State,
    NextAction NextAction,
    PlacementResult? Placement = null,
    PlacementOption? Place = null,
    HosePlan? Hoses = null,
    IReadOnlyList<LaterAdvice>? Later = null,
    IReadOnlyList<AssumedFigure>? Assumed = null,
    FittingChainQuery? Ask = null
);
