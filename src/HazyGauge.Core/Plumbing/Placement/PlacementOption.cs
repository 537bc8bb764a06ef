using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Plumbing.Placement;

/// <summary>A time at idle, at a cruise and at full load.</summary>
/// <param name="Idle">At idle, s; null where nothing is known of the flow.</param>
/// <param name="Cruise">At a cruise, s; null likewise.</param>
/// <param name="Full">At full load, s; null likewise, and where nothing flows.</param>
public sealed record LagTimes(Hazy? Idle, Hazy? Cruise, Hazy? Full);

/// <summary>One place for the sensor on this vehicle.</summary>
/// <param name="School">Which.</param>
/// <param name="Possible">True where it can go there.</param>
/// <param name="WhySaid">Why, or why not.</param>
/// <param name="PressureDropKpa">What its parts cost at the most that flows there, kPa; null where nobody knows the flow, or it is not possible.</param>
/// <param name="SensorDropKpa">What the sensor's bore alone costs of that, kPa; null likewise.</param>
/// <param name="FlowLph">The flow it was calculated at, L/h; null likewise.</param>
/// <param name="LagS">From the tank's outlet to the sensor, where the filter mixes nothing.</param>
/// <param name="SettledS">The same until no more than two points are missing of a change from E10 to E85, where the filter mixes.</param>
/// <param name="ToRailS">From the sensor to the rail; less than 0 where the rail has it first.</param>
/// <param name="AerationRisk">Whether it sees bubbles, or no fuel.</param>
/// <param name="ControllerMustSaid">What the controller has to do about it.</param>
/// <param name="JointKpa">Pressure the joints see, kPa gauge; null where it is not possible.</param>
/// <param name="NeighbourhoodSaid">Heat, moving and high-voltage parts on the way.</param>
/// <param name="LeakPoints">Joints that can leak: of the chain chosen, else of the usual parts.</param>
/// <param name="Reversible">True where the line goes back as it was.</param>
/// <param name="Pump">Where the pump stands with the parts in the line; null where that is not known, or they lie in the return.</param>
public sealed record PlacementOption(
    SensorPlace School,
    bool Possible,
    Sentence WhySaid,
    Hazy? PressureDropKpa,
    Hazy? SensorDropKpa,
    Hazy? FlowLph,
    LagTimes? LagS,
    LagTimes? SettledS,
    LagTimes? ToRailS,
    AerationRisk AerationRisk,
    Sentence ControllerMustSaid,
    Hazy? JointKpa,
    Sentence NeighbourhoodSaid,
    int LeakPoints,
    bool Reversible,
    PumpStand? Pump = null
)
{
    /// <summary>Why, or why not, in words.</summary>
    public string Why => WhySaid.Text;

    /// <summary>What the controller has to do about it, in words.</summary>
    public string ControllerMust => ControllerMustSaid.Text;

    // Below this nothing hangs on how much pressure is lost, kPa (our own limit).
    private const double WorthTheDoubtKpa = 1;

    /// <summary>True where so much pressure may be lost that it is worth knowing where the doubt about it comes from.</summary>
    public bool IsDropInDoubt => PressureDropKpa is { } drop && drop.Value + Interval95.HalfWidth(drop) > WorthTheDoubtKpa;

    /// <summary>True where the sensor sees what is under the pressure of the feed.</summary>
    public bool InFeed { get; init; }
}

/// <summary>Where a pump stands on its curve.</summary>
/// <param name="Kpa">What it works against, kPa gauge.</param>
/// <param name="Lph">What it moves there, L/h, all pumps together.</param>
/// <param name="Use">How heavily it is used at full load; null where no power is known.</param>
public sealed record PumpStand(Hazy Kpa, Hazy Lph, ComponentUse? Use);

/// <summary>The places compared for one vehicle.</summary>
/// <param name="Options">All of them.</param>
/// <param name="Recommended">The one recommended; null where none is possible.</param>
/// <param name="Reason">Why, without what it costs.</param>
/// <param name="Flows">What flows where.</param>
/// <param name="Overrun">Whether the regulator still regulates at idle; null without a return, or where nobody knows what the pump moves.</param>
/// <param name="Path">The fuel's path as it is drawn.</param>
/// <param name="Budget">Where the doubt about the recommended place's pressure drop comes from.</param>
public sealed record PlacementResult(
    IReadOnlyList<PlacementOption> Options,
    SensorPlace? Recommended,
    Sentence Reason,
    IReadOnlyList<LineFlows> Flows,
    RegulatorOverrun? Overrun,
    IReadOnlyList<PathPoint> Path,
    IReadOnlyList<BudgetLine> Budget
)
{
    /// <summary>Why, and what it costs.</summary>
    public Sentence BecauseSaid => Options.FirstOrDefault(o => o.School == Recommended) is { } option ? Reason + PlacementWords.Cost(option) : Reason;

    /// <summary>The same in words.</summary>
    public string Because => BecauseSaid.Text;
}
