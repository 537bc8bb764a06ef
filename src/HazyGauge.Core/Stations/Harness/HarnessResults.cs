using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;
using HazyGauge.Core.Wiring.Boxes;
using HazyGauge.Core.Wiring.Connectors;
using HazyGauge.Core.Wiring.Meters;
using HazyGauge.Core.Wiring.Signal;
using HazyGauge.Core.Wiring.Supplies;
using HazyGauge.Core.Wiring.Wires;

namespace HazyGauge.Core.Stations.Harness;

/// <summary>What a harness plan comes to, part by part; each part says what is mended there.</summary>
/// <param name="Wires">The wires and how they are laid.</param>
/// <param name="Supply">The supply.</param>
/// <param name="Ground">The ground.</param>
/// <param name="Signal">The signal.</param>
/// <param name="Pins">The pins.</param>
/// <param name="Extender">The injector extender; null without one.</param>
/// <param name="Gateway">The gateway; null without one.</param>
/// <param name="Sensors">Sensors with a voltage wired at the same time.</param>
/// <param name="Meter">What the meter should show, and did.</param>
/// <param name="Headline">The verdict.</param>
/// <param name="Lead">Why, and what to do next.</param>
/// <param name="State">How far the station has come.</param>
/// <param name="NextAction">What to do next; its code is the part it is done at.</param>
/// <param name="Assumed">The figures that had to be assumed.</param>
public sealed record HarnessResults(
    WiresPart Wires,
    SupplyPart Supply,
    GroundPart Ground,
    SignalPart Signal,
    PinsPart Pins,
    ExtenderResult? Extender,
    GatewayResult? Gateway,
    IReadOnlyList<AnalogSensorResult> Sensors,
    MeterPart Meter,
    Sentence Headline,
    Sentence Lead,
    StationState State,
    NextAction NextAction,
    IReadOnlyList<AssumedFigure> Assumed
);

/// <summary>The wires.</summary>
/// <param name="List">Every wire, numbered.</param>
/// <param name="Before">What to mind before a wire is touched.</param>
/// <param name="Spares">Wires nobody needs, and what happens to them.</param>
/// <param name="Forgotten">Ids of notes whose wire is no longer on the list; they are kept.</param>
/// <param name="Findings">What to mind.</param>
public sealed record WiresPart(IReadOnlyList<PlannedWire> List, Sentence Before, IReadOnlyList<SpareWire> Spares, IReadOnlyList<string> Forgotten, IReadOnlyList<Finding> Findings);

/// <summary>The supply.</summary>
/// <param name="Choices">Every choice with its verdict.</param>
/// <param name="Recommended">The one recommended.</param>
/// <param name="Probed">What the feed is by its volts; null where not all of them were read.</param>
/// <param name="FuseToTakeA">The small fuse to take, A; null where the controller feeds it.</param>
/// <param name="LargestFuseA">The largest that still protects the thinnest supply wire, A.</param>
/// <param name="Drop">What the sensor's supply wire loses hot; null where its length is not known.</param>
/// <param name="Days">Days until the battery does not crank; null where nothing is drawn with the key off.</param>
/// <param name="DaysBudget">What makes those days uncertain.</param>
/// <param name="Findings">What to mind.</param>
/// <param name="DaysDrawn">From when to when, where plus and minus says too little; null where it does not.</param>
/// <param name="DaysBecause">Why; null likewise.</param>
public sealed record SupplyPart(
    IReadOnlyList<SupplyAdvice> Choices,
    SupplyChoice Recommended,
    ProbedFeedResult? Probed,
    double? FuseToTakeA,
    double? LargestFuseA,
    SupplyDropResult? Drop,
    Hazy? Days,
    IReadOnlyList<BudgetLine> DaysBudget,
    IReadOnlyList<Finding> Findings,
    Sentence? DaysDrawn = null,
    Sentence? DaysBecause = null
);

/// <summary>The ground.</summary>
/// <param name="Choices">Every choice with its verdict.</param>
/// <param name="Recommended">The one recommended.</param>
/// <param name="Offset">What an offset does to the reading; null where none was measured.</param>
/// <param name="Findings">What to mind.</param>
public sealed record GroundPart(IReadOnlyList<GroundAdvice> Choices, GroundChoice Recommended, GroundOffset? Offset, IReadOnlyList<Finding> Findings);

/// <summary>The signal wire.</summary>
/// <param name="ReleasedV">What it stands at while the sensor does not pull, V; null where nothing lifts it.</param>
/// <param name="SinkMa">What the sensor has to pull, mA.</param>
/// <param name="PullUps">How many pull-ups work side by side.</param>
/// <param name="RecommendedOhm">The pull-up to take in the harness, Ohm; null where none of the usual suits every input.</param>
/// <param name="InsideIsEnough">True where the pull-ups inside the inputs do by themselves: then the harness needs none.</param>
/// <param name="RecommendedTo">What it is to go to.</param>
/// <param name="Inputs">What each input sees.</param>
/// <param name="Converter">The voltage behind a signal converter; null without one.</param>
/// <param name="Findings">What to mind.</param>
/// <param name="IsLive">True where the sensor is read: something lifts the wire then, whatever is known of it.</param>
public sealed record SignalPart(
    Hazy? ReleasedV,
    Hazy? SinkMa,
    int PullUps,
    double? RecommendedOhm,
    bool InsideIsEnough,
    PullUpTo RecommendedTo,
    IReadOnlyList<InputSees> Inputs,
    ConverterPath? Converter,
    IReadOnlyList<Finding> Findings,
    bool IsLive = false
);

/// <summary>The pins.</summary>
/// <param name="Connectors">Faces as they are seen, with the pins that matter.</param>
/// <param name="Seats">Terminals that go into a pin, and what proves that they are seated.</param>
/// <param name="Findings">What to mind.</param>
public sealed record PinsPart(IReadOnlyList<ConnectorDrawing> Connectors, IReadOnlyList<SeatProof> Seats, IReadOnlyList<Finding> Findings)
{
    /// <summary>How many are seated by hand and eye.</summary>
    public int Seated => Seats.Count(s => s.ByHand);
}

/// <summary>Whether a terminal is seated.</summary>
/// <param name="Wire">The wire's id.</param>
/// <param name="Number">Its number on the sheet.</param>
/// <param name="ByHand">True where it clicked, is locked, and held a tug.</param>
/// <param name="Check">The check of the meter sheet that goes through it alone; null where none does.</param>
/// <param name="Reading">True where that was read and is right; null where it was not read.</param>
public sealed record SeatProof(string Wire, int Number, bool ByHand, string? Check, bool? Reading);

/// <summary>The meter sheet.</summary>
/// <param name="Lines">The checks that can be made with what is at hand.</param>
/// <param name="Findings">What to mind.</param>
public sealed record MeterPart(IReadOnlyList<MeterLine> Lines, IReadOnlyList<Finding> Findings)
{
    /// <summary>How many were read.</summary>
    public int Read => Lines.Count(l => l.Read is not null);

    /// <summary>How many of those are right.</summary>
    public int Agree => Lines.Count(l => l.Agrees == true);
}
