using HazyGauge.Core.Compensation;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Plumbing;
using HazyGauge.Core.Plumbing.Flow;
using HazyGauge.Core.Plumbing.Mounting;
using HazyGauge.Core.Plumbing.Placement;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Tests;

/// <summary>Where a sensor goes, held against the trade's limits over many vehicles, and its costs worked out another way.</summary>
public class PlacementByHandTests
{
    private const double Sqrt3 = 1.7320508;

    private static VehicleSurvey Vehicle(FuelLine line, double pumpLph, double powerKw) =>
        new()
        {
            Engine = new Engine(6, 3000, Aspiration.Natural, PowerKw: powerKw, WantedPowerKw: powerKw, BsfcGPerKwh: 300),
            FuelSystem = new FuelSystemSurvey(
                line,
                FuelSystemKind.Port,
                300,
                FeedLengthMm: 3000,
                FeedBoreMm: 7.9,
                ReturnLengthMm: 3000,
                ReturnBoreMm: 6.5,
                FilterCc: 200,
                IdleFuelLph: 1.2,
                CruiseFuelLph: 8
            ),
            Pump = new FuelPump(1, pumpLph),
            Control = new() { FuelMapEthanolPct = 10 },
        };

    private static PlacementResult Compared(VehicleSurvey vehicle, PlacementInput? input = null)
    {
        var ledger = new HazeLedger();
        return PlacementAdvisor.Of(FuelPath.Of(vehicle, ledger), input ?? new(), ledger);
    }

    private static PlacementOption At(PlacementResult result, SensorPlace place) => result.Options.Single(o => o.School == place);

    private static double Most(Hazy number) => number.Value + Interval95.HalfWidth(number);

    [Fact]
    public void A_second_channel_is_worth_its_joints_only_where_the_plain_way_may_cost_ten_kilopascals()
    {
        var places = new HashSet<SensorPlace?>();
        for (var kw = 40; kw <= 900; kw += 20)
        {
            var result = Compared(Vehicle(FuelLine.Returnless, 900, kw));
            var feed = At(result, SensorPlace.Feed);
            result.Recommended.ShouldBe(Most(feed.PressureDropKpa!.Value) > 10 ? SensorPlace.Bypass : SensorPlace.Feed, $"{kw} kW");
            feed.IsDropInDoubt.ShouldBe(Most(feed.PressureDropKpa.Value) > 1);
            places.Add(result.Recommended);
        }

        places.Count.ShouldBe(2);
        At(Compared(Vehicle(FuelLine.Returnless, 900, 40)), SensorPlace.Feed).IsDropInDoubt.ShouldBeFalse();
        At(Compared(Vehicle(FuelLine.Returnless, 900, 900)), SensorPlace.Feed).IsDropInDoubt.ShouldBeTrue();
    }

    [Fact]
    public void A_return_that_may_bring_back_less_than_ten_litres_an_hour_is_no_place_to_read()
    {
        var risks = new HashSet<AerationRisk>();
        for (var pump = 60; pump <= 160; pump += 2)
        {
            var result = Compared(Vehicle(FuelLine.Return, pump, 150));
            var back = result.Flows[^1].ReturnLph!.Value;
            var risk = At(result, SensorPlace.Return).AerationRisk;
            risk.ShouldBe(back.Value - Interval95.HalfWidth(back) < 10 ? AerationRisk.High : AerationRisk.Low, $"{pump} L/h");
            result.Recommended.ShouldBe(risk == AerationRisk.Low ? SensorPlace.Return : SensorPlace.Feed);
            risks.Add(risk);

            // Where enough comes back nothing is held, and what comes back is said instead of the speed.
            var must = At(result, SensorPlace.Return).ControllerMustSaid.Values.Values;
            must.Any(v => v.Value == 3000).ShouldBe(risk == AerationRisk.High);
            must.Any(v => v.Value == back.Value).ShouldBe(risk == AerationRisk.Low);
        }

        risks.Count.ShouldBe(2);
    }

    [Theory]
    [InlineData(85.0)]
    [InlineData(30.0)]
    public void What_the_engine_uses_now_is_carried_over_to_the_blend_it_is_calculated_for(double highestPct)
    {
        var flows = Compared(Vehicle(FuelLine.Return, 200, 150) with { Goals = new Goals(highestPct) }).Flows;

        // Another way: as the factor of a controller that meters volume.
        var fuels = UsualFuels.Traditional<Exact>();
        var more = FuelFactor.CompositionFactor(Metering.Volume, new Blend<Exact>(highestPct, fuels), new MapBlend<Exact>(new(10, fuels))).Value;
        flows[0].UsedLph!.Value.Value.ShouldBe(1.2 * more, 0.01 * more);
        flows[1].UsedLph!.Value.Value.ShouldBe(8 * more, 0.06 * more);
        flows[1].ReturnLph!.Value.Value.ShouldBe(200 - flows[1].UsedLph!.Value.Value, 1e-9);
        (flows[2].UsedLph!.Value.Value / flows[0].UsedLph!.Value.Value).ShouldBeGreaterThan(50);
    }

    [Fact]
    public void Usual_parts_are_three_adapters_hose_and_a_sensor_and_a_route_that_says_so_costs_as_much_with_half_the_doubt()
    {
        static FittingPart Part(string code, double bore, double length, bool sensor = false) =>
            new(code, code, code == "hose" ? ["hose-8", "hose-8"] : ["qc-3-8-m", "qc-3-8-m"], bore, length, 0, true, Sensor: sensor);
        var adapter = Part("adapter", 6.2, 38);
        FittingPart[] said = [adapter, Part("hose", 7.9, 250), adapter, Part("sensor", 7.9, 92, true), adapter];
        var vehicle = Vehicle(FuelLine.Returnless, 200, 150);
        foreach (var place in new[] { SensorPlace.Feed, SensorPlace.Bypass })
        {
            var (usual, chosen) = (At(Compared(vehicle), place), At(Compared(vehicle, new(said, 6, 250)), place));
            var drop = usual.PressureDropKpa!.Value;
            chosen.PressureDropKpa!.Value.Value.ShouldBe(drop.Value, 1e-9);
            chosen.SensorDropKpa!.Value.Value.ShouldBe(usual.SensorDropKpa!.Value.Value, 1e-9);
            chosen.LeakPoints.ShouldBe(place == SensorPlace.Bypass ? 10 : 6);
            usual.LeakPoints.ShouldBe(chosen.LeakPoints);
            static double OfFittings(Hazy number) => number.Parts.Single(p => p.Source.Id == "route.fittings").U;
            OfFittings(drop).ShouldBe(0.5 * drop.Value / Sqrt3, 1e-6);
            OfFittings(chosen.PressureDropKpa.Value).ShouldBe(0.25 * drop.Value / Sqrt3, 1e-6);
        }

        // Of the loss the parts' own steps are by hand: six from 7.9 to 6.2 mm and back, of the velocity in 6.2 mm.
        var path = FuelPath.Of(vehicle, new HazeLedger());
        var flow = path.Flows[^1].FeedLph!.Value;
        double Lost(IReadOnlyList<FlowElement> elements) => path.DropKpa(elements, flow).Value;
        var straight = (3 * Lost([ChainFlow.Straight(6.2, 38)])) + Lost([ChainFlow.Straight(7.9, 250)]) + Lost([ChainFlow.Straight(7.9, 92)]);
        var areas = Math.Pow(6.2 / 7.9, 2);
        var v = flow.Value / 3.6 / (Math.PI / 4 * 6.2 * 6.2);
        var density = path.Lost([ChainFlow.Straight(6.2, 38)], flow).DensityKgM3.Value;
        var steps = 3 * ((0.5 * (1 - areas)) + Math.Pow(1 - areas, 2)) * density * v * v / 2000;
        At(Compared(vehicle), SensorPlace.Feed).PressureDropKpa!.Value.Value.ShouldBe(straight + steps, 1e-6);
    }

    [Theory]
    [InlineData(0, 0)]
    [InlineData(750, 0.25)]
    [InlineData(3000, 1)]
    [InlineData(4000, 1)] // further than the line is long: all of it
    public void Before_the_sensor_lies_as_much_of_the_line_as_was_measured(double alongMm, double share)
    {
        var result = Compared(Vehicle(FuelLine.Returnless, 200, 150), new(AlongMm: alongMm));
        var ml = Math.PI / 4 * 7.9 * 7.9 * 3;
        foreach (var (flows, lag) in result.Flows.Zip(Times(At(result, SensorPlace.Feed).LagS!)))
        {
            lag!.Value.Value.ShouldBe((200 + (share * ml)) * 3.6 / flows.FeedLph!.Value.Value, 1e-6);
        }

        foreach (var (flows, lag) in result.Flows.Zip(Times(At(result, SensorPlace.Feed).ToRailS!)))
        {
            lag!.Value.Value.ShouldBe((1 - share) * ml * 3.6 / flows.FeedLph!.Value.Value, 1e-6);
        }

        static Hazy?[] Times(LagTimes times) => [times.Idle, times.Cruise, times.Full];
    }

    [Theory]
    [InlineData(120, 20, 300)]
    [InlineData(300, 40, 200)]
    [InlineData(400, 5, 330)]
    public void An_open_regulator_loses_with_the_square_of_the_flow_and_may_be_half_off(double returnLph, double dropKpa, double setKpa)
    {
        var overrun = RegulatorOverrun.Of(returnLph, new(dropKpa), new(setKpa), new HazeLedger());
        var open = 80 * Math.Pow(returnLph / 200, 2);
        overrun.LeastKpa.Value.ShouldBe(open + dropKpa, 1e-9);
        overrun.LeastKpa.StandardU.ShouldBe(open * 0.5 / Sqrt3, 1e-4);
        overrun.Overruns.ShouldBe(open + dropKpa > setKpa);
        overrun.MayOverrun.ShouldBe(Most(overrun.LeastKpa) > setKpa);
        overrun.BaseKpa.Value.ShouldBe(Math.Max(open + dropKpa, setKpa), 1e-9);
    }

    [Fact]
    public void What_a_tee_adds_and_what_room_is_kept_is_said_with_its_numbers()
    {
        foreach (var leaks in new[] { 4, 9 })
        {
            var advice = LaterStages.Of([], false, true, false, leaks).ToList();
            advice.Select(a => a.What).ShouldBe([LaterKind.PressureSensor, LaterKind.PortInjection]);
            advice.ShouldAllBe(a => a.Saves.Text.Contains($"adds 2 leak points") && a.Saves.Text.Contains($"all {leaks + 2} joints"));
        }

        // Each room by itself: a millimeter less than is kept is said, as much as is kept is not.
        foreach (
            var (code, least, with) in new (string, double, Func<double, SensorHolding>)[]
            {
                ("plugRoom", 60, mm => new(PlugRoomMm: mm)),
                ("serviceLoop", 50, mm => new(ServiceLoopMm: mm)),
                ("hot", KeptAway.HotMm, mm => new(HotMm: mm)),
                ("moving", KeptAway.MovingMm, mm => new(MovingMm: mm)),
                ("highVoltage", KeptAway.HighVoltageMm, mm => new(HighVoltageMm: mm)),
            }
        )
        {
            with(least).Findings().ShouldBeEmpty(code);
            var finding = with(least - 1).Findings().ShouldHaveSingleItem();
            finding.ShouldSatisfyAllConditions(f => f.Code.ShouldBe(code), f => f.Severity.ShouldBe(Severity.Caution));
            finding.Sentence.Values.Values.Select(v => v.Value).ShouldBe([least - 1, least], ignoreOrder: true);
        }
    }
}
