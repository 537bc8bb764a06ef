using HazyGauge.Core.Compensation;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Plumbing.Placement;

/// <summary>What is said of the places for a sensor.</summary>
internal static class PlacementWords
{
    public static readonly Sentence NotServed = "No place: a fuel system that cannot be told its blend has no use for the reading.";

    /// <summary>Whether a sensor can go there, and why.</summary>
    public static (bool Possible, Sentence Why) Possible(SensorPlace place, VehicleSurvey survey, Joint? joint)
    {
        var fuel = survey.FuelSystem;
        if (fuel.IsNotServed)
        {
            return (false, NotServed);
        }

        return place switch
        {
            SensorPlace.Return when fuel.Line is null => (false, "Nobody knows whether there is a return line. Count the lines at the rail."),
            SensorPlace.Return when fuel.Line != FuelLine.Return => (false, "There is no return line: the one line there is goes to the rail."),
            SensorPlace.Return => (true, "Restricts nothing before the engine, and the joints hold hardly any pressure. It lags by rail and return."),
            SensorPlace.Feed when fuel.IsDirect => (true, "Sees what the engine gets, always. On direct injection it goes before the high-pressure pump, never behind it."),
            SensorPlace.Feed => (true, "Sees what the engine gets, always. Every joint holds the pressure of the line."),
            SensorPlace.Bypass => (
                true,
                Sentence.Of($"A second channel beside the sensor, both together wider than a #10 line: it restricts least, and takes the most joints and room.")
            ),
            _ when joint is null => (false, "No stock joint that is pulled apart by hand is noted at Survey. Look for quick connects, and note retainer, size and half."),
            _ => (
                true,
                Sentence.Of(
                    $"The stock joint {(joint.Place is { } where ? $"“{where}”" : "noted at Survey")} is pulled apart and a short loop goes between its halves: no cut, "
                        + $"and it goes back as it was. Hose may not take the bend: then the loop has to be wider."
                )
            ),
        };
    }

    /// <summary>What the controller has to do.</summary>
    /// <param name="inFeed">True where the sensor sits in the feed.</param>
    /// <param name="comesBackLph">What surely comes back at full load, L/h; null where little may, or nobody knows.</param>
    /// <param name="holdAboveRpm">Engine speed above which little comes back, 1/min.</param>
    /// <param name="survey">What is known of the vehicle.</param>
    public static Sentence ControllerMust(bool inFeed, Hazy? comesBackLph, double holdAboveRpm, VehicleSurvey survey)
    {
        if (inFeed)
        {
            return "Follow the reading; a step after a fill is real where it stays.";
        }

        var (map, pump) = (survey.MapOrUsualPct().Value, survey.Goals.LocalEthanolPct?.Value ?? PumpBlends.E85Pct);
        var off = Uncorrected.LambdaRatio(pump, new(map));
        var runs = Sentence.Of($"off, {Say.Ethanol(pump)} on a map made on {Say.Ethanol(map)} runs at {off:0.00} times the lambda wanted");
        return comesBackLph is { } back
            ? Sentence.Of(
                $"Holding is not needed here: {Say.Of(back, Unit.Lph, 0)} still come back at full load. The controller must not switch the correction off at speed: {runs}. "
                    + $"Ask whether it does."
            )
            : Sentence.Of(
                $"Hold the last reading above {Say.Given(holdAboveRpm, Unit.Rpm)}, where little fuel or foam comes back. It must not switch the correction off there: {runs}. "
                    + $"Ask which of the two it does."
            );
    }

    /// <summary>What is near it.</summary>
    public static Sentence Neighbourhood(SensorPlace place, bool inFeed, VehicleSurvey survey)
    {
        Sentence where = place switch
        {
            SensorPlace.Loop => "Where the joint is, there the sensor sits: look for heat above it.",
            _ when inFeed && survey.FuelSystem.IsDirect => "Before the high-pressure pump the line is close to the engine's heat: further back is better.",
            _ when inFeed => "Under the floor, behind the filter, it is cool.",
            _ => "The return comes warm out of the engine bay.",
        };
        return where + "Not beside exhaust, ignition, high-voltage or moving parts.";
    }

    /// <summary>Why a place is recommended, without what it costs.</summary>
    public static Sentence Reason(PlacementOption option, FuelPath path, IReadOnlyList<PlacementOption> all)
    {
        var feed = all.First(o => o.School == SensorPlace.Feed);
        var back = all.First(o => o.School == SensorPlace.Return);
        return option.School switch
        {
            SensorPlace.Return => Sentence.Of(
                $"At full load {Say.Of(path.Flows[^1].ReturnLph!.Value, Unit.Lph, 0)} still come back, so the sensor in the return always sees fuel, and nothing before "
                    + $"the engine is restricted."
            ),
            SensorPlace.Bypass => Sentence.Of(
                $"In the plain feed the parts would cost {Say.Of(feed.PressureDropKpa!.Value, Unit.Kpa, 1)} at full load; with a second channel beside the sensor it is "
                    + $"{Say.Of(option.PressureDropKpa!.Value, Unit.Kpa, 1)}."
            ),
            SensorPlace.Loop => "A stock joint can be pulled apart, so nothing is cut, and the sensor sees what the engine gets.",
            _ when back is { Possible: true, AerationRisk: AerationRisk.NotKnown } =>
                "What comes back at full load cannot be said before power and pump are known: the feed always sees fuel.",
            _ when back.Possible => Sentence.Of(
                $"At full load only {Say.Of(path.Flows[^1].ReturnLph!.Value, Unit.Lph, 0)} come back: in the return the sensor may run dry just when it counts."
            ),
            _ when path.Survey.FuelSystem.Line is null => "It works on every fuel system, and whether there is a return nobody knows yet.",
            _ => "There is no return, and no stock joint is noted that could be pulled apart.",
        };
    }

    /// <summary>Where to put it, as a verdict.</summary>
    public static Sentence Headline(SensorPlace? recommended) => recommended is { } place ? $"Put the sensor {place.InWords()}." : "There is no place for a sensor here.";

    /// <summary>What a place costs in pressure: an effect that is feared and small is said to be small, with its number.</summary>
    public static Sentence Cost(PlacementOption option)
    {
        const double Small = 10;
        if (option is not { SensorDropKpa: { } sensor, PressureDropKpa: { } drop, FlowLph: { } flow })
        {
            return option.InFeed
                ? "What it costs in pressure cannot be said before the power is known."
                : "What it costs in pressure cannot be said before it is known what the pump moves.";
        }

        var isSmall = drop.Value + Interval95.HalfWidth(drop) <= Small;
        return Sentence.Of(
            $"{Wording.Begun(option.School.InWords())} the sensor's bore costs {Kpa(sensor)} at {Say.Of(flow, Unit.Lph, 0)}, with all its parts "
                + $"{Kpa(drop)}{(isSmall ? Sentence.Of($": small, under {Say.Kpa(Small)}") : Sentence.Empty)}."
        );
    }

    // Below a tenth of a kPa nobody needs to know how far below.
    private static Sentence Kpa(Hazy drop) =>
        drop.Value + Interval95.HalfWidth(drop) < 0.1 ? Sentence.Of($"less than {Say.Given(0.1, Unit.Kpa)}") : Sentence.Of($"{Say.Of(drop, Unit.Kpa, 1)}");
}
