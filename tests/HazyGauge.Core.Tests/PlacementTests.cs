using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Plumbing;
using HazyGauge.Core.Plumbing.Mounting;
using HazyGauge.Core.Plumbing.Placement;
using HazyGauge.Core.Stations;
using HazyGauge.Core.Stations.Capacity;
using HazyGauge.Core.Stations.Route;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Tests;

/// <summary>Where the sensor goes on a vehicle, what that costs, how its hoses are cut, and that Capacity counts it.</summary>
public class PlacementTests
{
    private static readonly RouteStation Route = new();

    private static readonly FittingPart Sensor = new("sensor", "Sensor", ["qc-3-8-m", "qc-3-8-m"], 7.9, 92, 120, true, MaxKpa: 690, MaxC: 120);
    private static readonly FittingPart Barb = new("barb", "Quick connect to barb", ["qc-3-8-f-tab", "barb-9-5"], 7.5, 38, 7, true, MaxKpa: 690, MaxC: 120);
    private static readonly FittingPart Spigot = new("spigot", "Spigot to barb", ["qc-3-8-m", "barb-9-5"], 7.5, 38, 7, true, MaxKpa: 690, MaxC: 120);
    private static readonly FittingPart Hose = new("hose", "Hose", ["hose-9-5", "hose-9-5"], 9.5, 250, 8, true, BendRadiusMm: 57, MaxKpa: 690, MaxC: 120);

    private static readonly RoutePlan Whole = new()
    {
        Place = SensorPlace.Feed,
        From = "qc-3-8-f-tab",
        To = "qc-3-8-m",
        GapMm = 420,
        Chain = [Spigot, Hose, Barb, Sensor, Barb, Hose, Barb],
    };

    private static VehicleSurvey Vehicle(FuelLine? line, double pumpLph = 200, double powerKw = 150, params Joint[] joints) =>
        new()
        {
            Engine = new Engine(6, 3000, Aspiration.Natural, PowerKw: powerKw, WantedPowerKw: powerKw, BsfcGPerKwh: 300),
            FuelSystem = new FuelSystemSurvey(
                line,
                FuelSystemKind.Port,
                300,
                Joints: joints,
                FeedLengthMm: 3000,
                FeedBoreMm: 7.9,
                ReturnLengthMm: 3000,
                ReturnBoreMm: 6.5,
                FilterCc: 200
            ),
            Pump = new FuelPump(1, pumpLph),
        };

    private static PlacementResult Compared(VehicleSurvey vehicle, PlacementInput? input = null)
    {
        var ledger = new HazeLedger();
        return PlacementAdvisor.Of(FuelPath.Of(vehicle, ledger), input ?? new(), ledger);
    }

    private static RouteResults Of(RoutePlan plan, VehicleSurvey? vehicle = null) =>
        Route.Evaluate(
            plan,
            new StationContext(
                new HazeLedger(),
                new Dictionary<string, object> { ["survey"] = vehicle ?? Vehicle(FuelLine.Returnless) },
                new Dictionary<NeededFile, StationFile>(),
                []
            )
        );

    [Fact]
    [Trait("Category", "Outside")]
    public void Each_vehicle_gets_the_place_the_trade_would_give_it()
    {
        // Common practice, no source: the return where it always runs, the feed where there is none or it starves, a loop where a joint can be pulled apart.
        var quick = new Joint(LineName.Feed, 0, "at the tank", "3/8 in", EndGender.Male, "tab");
        Compared(Vehicle(FuelLine.Return)).Recommended.ShouldBe(SensorPlace.Return);
        Compared(Vehicle(FuelLine.Return, 80))
            .ShouldSatisfyAllConditions(p => p.Recommended.ShouldBe(SensorPlace.Feed), p => p.Options[0].AerationRisk.ShouldBe(AerationRisk.High));
        Compared(Vehicle(FuelLine.Returnless)).Recommended.ShouldBe(SensorPlace.Feed);

        // A joint in a return there is none of cannot be meant, and of several the first the fuel passes is.
        var back = quick with { Line = LineName.Return, Place = "at the rail" };
        Compared(Vehicle(FuelLine.Returnless, joints: back)).Options[3].Possible.ShouldBeFalse();
        Compared(Vehicle(FuelLine.Return, joints: [back, quick])).Options[3].Why.ShouldContain("at the tank");

        // The bypass is as long as the sensor's channel, however many hoses that has.
        double Beside(double hoseMm) =>
            new PlannedLine(SensorPlace.Bypass, Whole.Chain!, hoseMm, true)
                .Elements(FuelPath.Of(Vehicle(FuelLine.Returnless), new HazeLedger()))[0]
                .Branches![1]
                .Max(e => e.LengthMm?.Value ?? 0);
        Beside(150).ShouldBe((4 * 38) + 92 + 150);

        // A guessed pump decides nothing.
        Compared(Vehicle(FuelLine.Return) with { Pump = new FuelPump() })
            .ShouldSatisfyAllConditions(
                p => p.Recommended.ShouldBe(SensorPlace.Feed),
                p => p.Options[0].AerationRisk.ShouldBe(AerationRisk.NotKnown),
                p => p.Because.ShouldContain("before power and pump are known")
            );
        Compared(Vehicle(FuelLine.Returnless, joints: quick)).Recommended.ShouldBe(SensorPlace.Loop);
        Compared(Vehicle(null, joints: quick with { Retainer = "thread" }))
            .ShouldSatisfyAllConditions(p => p.Recommended.ShouldBe(SensorPlace.Feed), p => p.Options[0].Possible.ShouldBeFalse());
        Compared(Vehicle(FuelLine.Returnless, 900, 900))
            .ShouldSatisfyAllConditions(
                p => p.Recommended.ShouldBe(SensorPlace.Bypass),
                p => p.Options[2].PressureDropKpa!.Value.Value.ShouldBeLessThan(p.Options[1].PressureDropKpa!.Value.Value / 3)
            );
        Compared(Vehicle(FuelLine.Return) with { FuelSystem = new(Kind: FuelSystemKind.Carburettor) })
            .ShouldSatisfyAllConditions(p => p.Recommended.ShouldBeNull(), p => p.Options.ShouldAllBe(o => !o.Possible && o.Why.Length > 20));

        // A dual channel is wider than a #10 line.
        PlannedLine Dual(FittingPart sensor) => new(SensorPlace.Bypass, [sensor], null, true);
        var both = Dual(Sensor)
            .Elements(FuelPath.Of(Vehicle(FuelLine.Returnless), new HazeLedger()))[0]
            .Branches!.Select(b => b.Max(e => e.InnerDiameterMm!.Value.Value))
            .Sum(d => d * d);
        both.ShouldBeGreaterThan(PlannedLine.Number10BoreMm * PlannedLine.Number10BoreMm);

        // Off, instead of held: E75 on a map made on E10 runs at lambda 1.31 to 1.36.
        Compared(Vehicle(FuelLine.Return)).Options[0].ControllerMust.ShouldMatch("runs at 1.3[1-6] times");
    }

    [Fact]
    [Trait("Category", "Outside")]
    public void The_way_from_the_tank_to_the_sensor_takes_what_volume_and_flow_say()
    {
        // Volume over flow, by hand: 200 mL of filter and half of 147 mL of feed at the flow of full load.
        var half = Compared(Vehicle(FuelLine.Returnless), new(AlongMm: 1500));
        var full = half.Flows[^1].FeedLph!.Value.Value;
        var feed = half.Options.Single(o => o.School == SensorPlace.Feed);
        var ml = Math.PI / 4 * 7.9 * 7.9 * 3;
        feed.LagS!.Full!.Value.Value.ShouldBe((200 + (ml / 2)) * 3.6 / full, 1e-6);
        feed.ToRailS!.Full!.Value.Value.ShouldBe(ml / 2 * 3.6 / full, 1e-6);
        feed.SettledS!.Full!.Value.Value.ShouldBe(((200 * Math.Log(37.5)) + (ml / 2)) * 3.6 / full, 1e-3);
        feed.LagS.Full.Value.StandardU.ShouldBeLessThan(Compared(Vehicle(FuelLine.Returnless)).Options[1].LagS!.Full!.Value.StandardU);

        // In the return the rail has it first, and what comes back at full load is what the engine leaves.
        var back = Compared(Vehicle(FuelLine.Return));
        back.Options[0].ToRailS!.Full!.Value.Value.ShouldBeLessThan(0);
        back.Flows[^1].ReturnLph!.Value.Value.ShouldBe(200 - back.Flows[^1].UsedLph!.Value.Value, 1e-9);
    }

    [Fact]
    public void Joints_are_judged_at_what_the_place_holds_and_the_pump_at_where_it_then_stands()
    {
        var worm = Whole with { Joints = [new(), new(Plumbing.ClampKind.WormGear)] };
        Of(worm).Findings.ShouldContain(f => f.Code == "wormGear" && f.Text.StartsWith("Joint 2") && f.Severity == Findings.Severity.Stop);
        var back = Of(worm with { Place = SensorPlace.Return }, Vehicle(FuelLine.Return));
        back.Findings.ShouldContain(f => f.Code == "wormGear" && f.Text.StartsWith("Joint 2") && f.Severity == Findings.Severity.Info);
        back.PressureKpa.ShouldBeLessThan(20);

        // What is not known of the base pressure is held against the joints too.
        var ledger = new HazeLedger();
        var unsure = Vehicle(FuelLine.Returnless) with
        {
            FuelSystem = Vehicle(FuelLine.Returnless).FuelSystem with { BasePressureKpa = ledger.Quantity(300, 20, new HazeSource("base", "Base")) },
        };
        Route
            .Evaluate(Whole, new StationContext(ledger, new Dictionary<string, object> { ["survey"] = unsure }, new Dictionary<NeededFile, StationFile>(), []))
            .PressureKpa.ShouldBe(340, 1e-9);

        var curve = Vehicle(FuelLine.Return) with
        {
            Engine = new Engine(4, 2000, Aspiration.Boosted, BoostKpa: 100, PowerKw: 150, WantedPowerKw: 150),
            Pump = new FuelPump(1, Curve: [new(200, 300), new(500, 150)], CurveV: 13.5, PumpV: 13.5),
        };
        var boosted = Compared(curve with { FuelSystem = curve.FuelSystem with { FollowsManifold = true } });
        var feed = boosted.Options.Single(o => o.School == SensorPlace.Feed);
        feed.JointKpa!.Value.Value.ShouldBe(400);
        feed.Pump!.Kpa.Value.ShouldBe(400 + feed.PressureDropKpa!.Value.Value, 1e-9);
        feed.Pump.Lph.Value.ShouldBe(200 - (0.5 * feed.PressureDropKpa.Value.Value), 1e-6);

        // At idle there is no boost to work against: the pump moves more, and all of it comes back.
        (boosted.Flows[0].FeedLph!.Value.Value, boosted.Flows[^1].FeedLph!.Value.Value).ShouldBe((250, 200));
    }

    [Theory]
    [InlineData(150, false)]
    [InlineData(600, true)]
    public void A_regulator_is_overrun_where_pump_and_return_do_not_go_together(double pumpLph, bool overruns)
    {
        var overrun = Compared(Vehicle(FuelLine.Return, pumpLph)).Overrun!;
        overrun.Overruns.ShouldBe(overruns);
        overrun.BaseKpa.Value.ShouldBe(overruns ? overrun.LeastKpa.Value : 300, 1e-9);
        Of(Whole with { Place = SensorPlace.Return }, Vehicle(FuelLine.Return, pumpLph)).Findings.Any(f => f.Code == "overrun").ShouldBe(overrun.MayOverrun);
    }

    [Fact]
    public void Two_gaps_measured_give_two_lengths_to_cut_and_one_piece_may_be_enough()
    {
        var plan = Whole with { GapMm = null, TankSide = new(160, 200), EngineSide = new(140) };
        var hoses = Of(plan).Hoses!;
        hoses.Hoses.Select(h => (h.Part, h.FreeMm, h.CutMm, h.IsLoop)).ShouldBe([(2, 84, 134, false), (6, 64, 114, false)]);
        (hoses.ClampFromMm, hoses.ClampToMm).ShouldBe((3, 6));
        var cutting = hoses.Cutting.ShouldHaveSingleItem();
        (cutting.PiecesInChain, cutting.Cuts.Plan.Count, cutting.Cuts.WasteMm).ShouldBe((2, 1, 52));
        Of(plan).State.ShouldBe(StationState.Planned);

        // Too tight for its bend: a loop; too long for the piece, or no hose where there is a gap: it says so.
        Of(plan with { TankSide = new(160, 40) }).ShouldSatisfyAllConditions(r => r.Hoses!.Hoses[0].IsLoop.ShouldBeTrue(), r => r.NextAction.Code.ShouldBe("tooShort"));
        Of(plan with { TankSide = new(160, 40), StockMm = [800] }).State.ShouldBe(StationState.Planned);
        Of(plan with { Chain = [Sensor, Barb, Hose, Barb], From = "qc-3-8-f-tab" }).NextAction.Code.ShouldBe("tankSide");
        Of(plan with { PushedOverMm = 20 }).Hoses!.Hoses[0].CutMm.ShouldBe(124);
    }

    [Fact]
    public void What_holds_it_and_what_comes_later_is_judged_and_bought()
    {
        var plan = Whole with
        {
            Place = SensorPlace.Bypass,
            Holding = new(HoldingKind.RivetNut, "inner fender", SensorLie.Downwards, 40, 20, 60, 10, 50, "Fuse box lid", null),
            Later = [new(LaterKind.PressureSensor, true)],
        };
        var results = Of(plan);
        results.Findings.Select(f => f.Code).ShouldBe(["hot", "moving", "highVoltage", "plugRoom", "serviceLoop", "lie", "noRemedy", "otherPlace"], ignoreOrder: true);
        Route.Needs(plan, results).Select(n => n.Item).ShouldContain("tee-pressure-sensor");
        Route.Needs(plan, results).Select(n => n.Item).ShouldBeUnique();
        new[] { "rivet-nut", "bypass-tees", "bypass-hose" }.ShouldBeSubsetOf(Route.Needs(plan, results).Select(n => n.Item));
        results.Leaks.Count.ShouldBe(results.Check!.LeakPoints + 4);
        results.Place!.LeakPoints.ShouldBe(results.Leaks.Count);
        results.Later!.Single().Saves.Text.ShouldContain("adds 2 leak points");

        // Ports wished for later are asked about, on direct injection the pressure sensor is urged, and what cannot be is refused where it stands.
        var wished = Vehicle(FuelLine.Returnless) with { Goals = new Goals { Wishes = [new Wish(WishKind.PortInjectionLater)] } };
        wished = wished with { FuelSystem = wished.FuelSystem with { Kind = FuelSystemKind.Direct } };
        var direct = Of(plan with { Later = [new(LaterKind.PortInjection, true)] }, wished);
        direct.Later!.Select(l => (l.What, l.Now)).ShouldBe([(LaterKind.PressureSensor, null), (LaterKind.PortInjection, true)]);
        direct.Later![0].Saves.Text.ShouldStartWith("Strongly advised");
        Route.Needs(plan, direct).Select(n => n.Item).ShouldContain("tee-port-injection");
        IReadOnlyCollection<string> Refused(RoutePlan wrong) => [.. Should.Throw<Findings.RefusedInputException>(() => Of(wrong)).Errors.Keys];
        Refused(plan with { StockMm = [0], Holding = new(To: new string('x', 200), Remedy: "a\nb") }).ShouldBe(["stockMm", "holding.to", "holding.remedy"]);
    }

    [Fact]
    public void Capacity_counts_what_a_route_in_the_feed_costs_and_says_where_the_doubt_about_it_comes_from()
    {
        var weak = Vehicle(FuelLine.Returnless, 100) with
        {
            Pump = new FuelPump(1, Curve: [new(200, 110), new(400, 50)], CurveV: 13.5, PumpV: 13.5),
            Injectors = new PortInjectors(6, 900),
        };
        CapacityResults With(PlannedLine? route) => CapacityEvaluation.Of(weak, new CapacityPlan(), new HazeLedger(), null, route);
        var narrow = Barb with { BoreMm = 3 };
        var route = (PlannedLine)Route.Publish(Whole, Of(Whole, weak))!;
        var (without, with, tight) = (With(null), With(route), With(route with { Parts = [narrow, Sensor, narrow] }));
        without.RouteDropKpa.ShouldBeNull();
        with.RouteDropKpa!.Value.Value.ShouldBe(Of(Whole, weak).Place!.PressureDropKpa!.Value.Value, 1e-6);
        tight.AtPoint!.MaxEthanolPct!.Value.Value.ShouldBeLessThan(with.AtPoint!.MaxEthanolPct!.Value.Value);
        with.AtPoint.MaxEthanolPct.Value.Value.ShouldBeLessThan(without.AtPoint!.MaxEthanolPct!.Value.Value);
        tight.AtPoint.Budget.Select(b => b.Source).ShouldContain("route.fittings");
        tight.Findings.ShouldContain(f => f.Code == "routeDrop");
        With(route with { InFeed = false }).RouteDropKpa.ShouldBeNull();
        Route.Publish(Whole with { Place = null }, Of(Whole with { Place = null })).ShouldBeNull();

        // Off the end of the curve nothing is read.
        CapacityEvaluation
            .Of(weak with { Pump = weak.Pump with { Curve = [new(200, 110), new(301, 80)] } }, new CapacityPlan(), new HazeLedger(), null, route with { Parts = [narrow, Sensor] })
            .Findings.ShouldContain(f => f.Code == "routeOffTheCurve");

        // A pump whose curve nobody knows falls with pressure too, by a typical slope.
        var known = new LowPressurePump<Hazy>(null, 100, 300, 1, 1, 0).Against(new(10), new HazeLedger())!;
        known.AvailableLph.Value.ShouldBe(98, 1e-9);
        known.AvailableLph.StandardU.ShouldBeGreaterThan(0);
    }
}
