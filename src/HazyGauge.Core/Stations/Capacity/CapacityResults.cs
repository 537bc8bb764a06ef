using HazyGauge.Core.Findings;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Capacity;

/// <summary>The hottest drive in a few numbers.</summary>
/// <param name="Timeline">Temperature of the fuel, every few minutes.</param>
/// <param name="FinalC">At the end, C.</param>
/// <param name="SteadyC">Where it would settle, C; null without losses.</param>
/// <param name="AtInlet">How far from boiling at the pump's inlet, at the end.</param>
/// <param name="InReturn">The same in the return; null where there is none.</param>
/// <param name="AirKpa">Pressure of the air at its highest place, kPa absolute.</param>
/// <param name="WorstEthanolPct">Blend that boils first at the pump's inlet, % by volume, of those that may be in the tank; null in a record of before it was looked for.</param>
/// <param name="OnHighest">How far from boiling at the inlet on the highest blend; null likewise.</param>
/// <param name="GasolineReidKpa">Reid pressure of the gasoline it was calculated with, kPa; null likewise.</param>
/// <param name="Balance">Where the heat went; null likewise.</param>
/// <param name="BayHeatW">Heat of the engine bay it was calculated with, W; null likewise.</param>
/// <param name="JudgedOn">Which blend it is judged on, and why; null likewise.</param>
/// <param name="BoilsPct">How likely the fuel boils on it, at the inlet or in the return, %; null likewise.</param>
/// <param name="BoilsAfterMin">Minutes until it boils at the inlet, where the course ends; null where it does not.</param>
/// <param name="Headline">What becomes of the fuel on it; null likewise.</param>
/// <param name="Remedies">What keeps it from boiling; null where it does not boil.</param>
/// <param name="BoilsInWords">How likely it boils, as it is said; null likewise.</param>
public sealed record HotDriveSummary(
    IReadOnlyList<HeatingPoint> Timeline,
    Hazy FinalC,
    Hazy? SteadyC,
    BoilingMarginResult AtInlet,
    BoilingMarginResult? InReturn,
    Hazy AirKpa,
    double? WorstEthanolPct = null,
    BoilingMarginResult? OnHighest = null,
    Hazy? GasolineReidKpa = null,
    HeatBalance? Balance = null,
    Sentence? JudgedOn = null,
    Hazy? BayHeatW = null,
    double? BoilsPct = null,
    double? BoilsAfterMin = null,
    Sentence? Headline = null,
    IReadOnlyList<HeatRemedy>? Remedies = null,
    string? BoilsInWords = null
)
{
    private const int Points = 12;

    /// <summary>The summary of a drive.</summary>
    public static HotDriveSummary Of(HotDriveResult drive, Hazy highestEthanolPct)
    {
        // Fuel that boils gets no hotter: the course ends there.
        var whole = drive.BoilsAfterMin is { } boils
            ? [.. drive.Heating.Timeline.TakeWhile(p => p.Minute < boils), new HeatingPoint(boils, drive.AtInlet.BubblePointC)]
            : drive.Heating.Timeline;
        var step = Math.Max(1, whole.Count / Points);
        return new HotDriveSummary(
            [.. whole.Where((_, i) => i % step == 0 || i == whole.Count - 1)],
            whole[^1].FuelTempC,
            drive.Heating.SteadyC,
            drive.AtInlet,
            drive.InReturn,
            drive.Air.Kpa,
            drive.WorstAtInletPct,
            drive.OnHighest,
            drive.Gasoline.Kpa,
            drive.Heating.Balance,
            CapacityWords.JudgedOn(drive, highestEthanolPct.Value),
            drive.BayHeatW,
            drive.BoilsPct,
            drive.BoilsAfterMin,
            CapacityWords.OnTheDrive(drive, whole[^1].FuelTempC),
            drive.Remedies,
            BoilingMargin.ChanceInWords(drive.BoilsPct)
        );
    }
}

/// <summary>Something that is planned.</summary>
/// <param name="Key">Its name in the plan's changes.</param>
/// <param name="What">What it is.</param>
public sealed record PlannedChange(string Key, Sentence What);

/// <summary>A place on a limiting line.</summary>
/// <param name="Value">Most power, kW.</param>
/// <param name="PlusMinus">Half-width of its 95 % interval, kW.</param>
public sealed record LinePoint(double Value, double PlusMinus);

/// <summary>A limiting line to draw.</summary>
/// <param name="Component">The component; null for all of them together.</param>
/// <param name="MaxPowerKw">Most power at each blend.</param>
public sealed record DrawnLine(FuelComponent? Component, IReadOnlyList<LinePoint> MaxPowerKw)
{
    /// <summary>A line with the interval it is drawn with.</summary>
    internal static DrawnLine? Of(FuelComponent? component, IReadOnlyList<Hazy> maxPowerKw) =>
        maxPowerKw.Count == 0 ? null : new(component, [.. maxPowerKw.Select(p => new LinePoint(p.Value, Interval95.HalfWidth(p)))]);
}

/// <summary>The envelope to draw.</summary>
/// <param name="EthanolPcts">The blends of the lines.</param>
/// <param name="Lines">The line of every component as planned.</param>
/// <param name="Together">The lowest of them; null where no component is known.</param>
/// <param name="AsFound">The same before what is planned; null where nothing is.</param>
public sealed record CapacityDrawing(IReadOnlyList<double> EthanolPcts, IReadOnlyList<DrawnLine> Lines, DrawnLine? Together, DrawnLine? AsFound)
{
    // Drawn every so many percent of ethanol; between them the lines are as good as straight.
    private const int StepPct = 2;

    /// <summary>The drawing of a system, and of the one it is made from where something is planned.</summary>
    internal static CapacityDrawing Of(DeliverySystem<Hazy> planned, DeliverySystem<Hazy>? asFound)
    {
        var blends = Enumerable.Range(0, (100 / StepPct) + 1).Select(i => (double)i * StepPct).ToList();
        var envelope = CapacityEnvelope.Of(planned, blends, []);
        return new CapacityDrawing(
            blends,
            [.. envelope.Lines.Select(l => DrawnLine.Of(l.Component, l.MaxPowerKw)!)],
            DrawnLine.Of(null, envelope.MaxPowerKw),
            asFound is null ? null : DrawnLine.Of(null, CapacityEnvelope.Of(asFound, blends, []).MaxPowerKw)
        );
    }
}

/// <summary>What a plan comes to.</summary>
/// <param name="PowerKw">Power it is calculated for, kW; null where none is known.</param>
/// <param name="EthanolPct">Blend it is calculated for, % by volume; null where no power is known.</param>
/// <param name="AtPoint">What the planned system carries there; null where no power is known.</param>
/// <param name="AsFound">How heavily everything is used before anything is planned, at what the owner wants: the survey's own loads.</param>
/// <param name="Planned">What is planned, one line each.</param>
/// <param name="Drive">The hottest drive; null while nothing at all is said of the vehicle.</param>
/// <param name="Failsafe">A failsafe on the low side's pressure; null where the pressure leaves nothing to guard.</param>
/// <param name="Assumed">The figures that had to be assumed.</param>
/// <param name="Findings">What to mind, the gravest first.</param>
/// <param name="Headline">The verdict in a sentence or two.</param>
/// <param name="Lead">Why, and what to do next.</param>
/// <param name="State">State of the station.</param>
/// <param name="NextAction">What to do next.</param>
/// <param name="Drawing">The envelope to draw; left out of the record.</param>
/// <param name="AsItStandsMaxEthanolPct">Highest blend at that power with nothing fitted that is only planned, % by volume; null where nothing is planned, and where it
/// does not carry E0.</param>
/// <param name="RouteDropKpa">What the parts planned at Route cost at full load, kPa; null where none are planned in the feed.</param>
public sealed record CapacityResults(
    Hazy? PowerKw,
    Hazy? EthanolPct,
    CapacityResult? AtPoint,
    IReadOnlyList<ComponentLoad> AsFound,
    IReadOnlyList<PlannedChange> Planned,
    HotDriveSummary? Drive,
    LowSideFailsafe? Failsafe,
    IReadOnlyList<AssumedFigure> Assumed,
    IReadOnlyList<Finding> Findings,
    Sentence Headline,
    Sentence Lead,
    StationState State,
    NextAction NextAction,
    CapacityDrawing? Drawing,
    Hazy? AsItStandsMaxEthanolPct = null,
    Hazy? RouteDropKpa = null
);
