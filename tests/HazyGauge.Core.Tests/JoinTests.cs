using HazyGauge.Core.Compensation;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Plumbing.Placement;
using HazyGauge.Core.Stations;
using HazyGauge.Core.Stations.Capacity;
using HazyGauge.Core.Stations.Harness;
using HazyGauge.Core.Stations.Survey;
using HazyGauge.Core.Vehicles;
using HazyGauge.Core.Wiring.Signal;
using HazyGauge.Core.Wiring.Supplies;
using HazyGauge.Core.Wiring.Wires;

namespace HazyGauge.Core.Tests;

/// <summary>Where one formula hands on to another: each join computed by hand or another way, for a number may be right on both sides and wrong in between.</summary>
public class JoinTests
{
    private static readonly VehicleSurvey OneController = VehicleSurvey.Empty with
    {
        Users = [new(SensorUserKind.Controller, Name: "Engine controller")],
        Control = new() { SignalPath = SignalPath.DirectFrequency },
    };

    private static HarnessResults Harness(HarnessPlan plan) =>
        new HarnessStation().Evaluate(
            plan,
            new StationContext(new HazeLedger(), new Dictionary<string, object> { ["survey"] = OneController }, new Dictionary<NeededFile, StationFile>(), [])
        );

    [Theory]
    [InlineData(GroundChoice.ControllerGround, 2)] // a wire as long leads back
    [InlineData(GroundChoice.Chassis, 1)]
    [InlineData(GroundChoice.BatteryNegative, 1)]
    public void A_supply_wire_loses_on_the_way_back_only_where_a_wire_leads_back(GroundChoice ground, int wires)
    {
        var plan = new HarnessPlan
        {
            Supply = SupplyChoice.SwitchedFuse,
            Ground = ground,
            CurrentMa = 400,
        };
        var supply = Harness(plan).Wires.List.First(w => w.Wire.Role == WireRole.Supply).Wire;
        var results = Harness(plan with { Wires = [new WireNote(supply.Id, LengthM: 3, SlackMm: 0, AreaMm2: 0.5)] });

        // By hand: copper at 80 C is 0.01724 x (1 + 0.00393 x 60) = 0.02131 Ohm mm2/m; 0.4 A through 3 m of 0.5 mm2, give or take what is cut for the ends.
        var cut = results.Wires.List.First(w => w.Wire.Id == supply.Id).CutM!.Value.Value;
        cut.ShouldBe(3, 0.2);
        results.Supply.Drop!.DropMv.Value.ShouldBe(400 * cut * 0.02131 / 0.5 * wires, 0.3);
    }

    [Theory]
    [InlineData(500, true)] // (12 - 0.2) / 500 = 23.6 mA
    [InlineData(610, false)] // 19.3 mA
    [InlineData(580, true)] // 20.3 mA
    public void An_output_is_asked_for_no_more_than_twenty_milliamperes(double ohm, bool isTooMuch)
    {
        var seen = new PullUpQuery(1.5, 3.5, 0.2, 2.5, 1, PullUpOhm: ohm, PullUpV: 12.0).Answer();
        seen.SinkCurrentMa.Value.ShouldBe(11.8 / ohm * 1000, 1e-9);
        seen.Findings.Any(f => f.Code == "sinkCurrent").ShouldBe(isTooMuch);
        Harness(
            new HarnessPlan
            {
                PullUpOhm = ohm,
                PullUpTo = PullUpTo.Supply,
                Probed = new(BatteryV: 12.0),
            }
        )
            .Signal.Findings.Any(f => f.Code == "sinkCurrent")
            .ShouldBe(isTooMuch);
    }

    [Theory]
    [InlineData(12.6, 13, true)] // 14.4 V with the engine running
    [InlineData(12.6, 15, false)]
    [InlineData(5, 5.5, false)] // the controller's own supply stays where it is
    [InlineData(5, 4.5, true)]
    [InlineData(14.6, 14.5, true)] // a battery that is charged higher still
    public void A_pull_up_is_judged_with_the_engine_running(double toV, double bearsV, bool isOver)
    {
        new PullUpQuery(1.5, 3.5, 0.2, 2.5, 1, PullUpOhm: 4700, PullUpV: toV, InputMaxV: bearsV).Answer().InputOverVoltage.ShouldBe(isOver);
        if (toV > 9)
        {
            var signal = Harness(
                new HarnessPlan
                {
                    PullUpOhm = 4700,
                    PullUpTo = PullUpTo.Supply,
                    Probed = new(BatteryV: toV),
                    Inputs = [new("Engine controller", MaxV: bearsV)],
                }
            ).Signal;
            (signal.Inputs.Single().Sees.InputOverVoltage, signal.RecommendedTo).ShouldBe((isOver, isOver ? PullUpTo.FiveVolt : PullUpTo.Supply));
        }
    }

    private static VehicleSurvey WithReturn(double returnMm, double filterCc = 200) =>
        new()
        {
            Engine = new Engine(6, 3000, Aspiration.Natural, PowerKw: 150, WantedPowerKw: 150, BsfcGPerKwh: 300),
            FuelSystem = new FuelSystemSurvey(
                FuelLine.Return,
                FuelSystemKind.Port,
                300,
                FeedLengthMm: 3000,
                FeedBoreMm: 7.9,
                ReturnLengthMm: returnMm,
                ReturnBoreMm: 6.5,
                FilterCc: filterCc
            ),
            Pump = new FuelPump(1, 200),
        };

    private static PlacementResult Compared(VehicleSurvey vehicle, PlacementInput input)
    {
        var ledger = new HazeLedger();
        return PlacementAdvisor.Of(FuelPath.Of(vehicle, ledger), input, ledger);
    }

    [Fact]
    public void An_open_regulator_and_the_return_behind_it_hold_back_together()
    {
        (double Least, double Back) Of(double returnMm)
        {
            var overrun = Compared(WithReturn(returnMm), new()).Overrun!;
            return (overrun.LeastKpa.Value, overrun.ReturnLph.Value);
        }

        var (short3, back) = Of(3000);
        var (middle6, long9) = (Of(6000).Least, Of(9000).Least);

        // By hand: the regulator, 80 kPa at 200 L/h, goes with the square, and the return comes on top. Below the set pressure the pump moves a little more; each three meters
        // more of return hold back as much as the three before, less what the pump then moves less.
        short3.ShouldBeGreaterThan(80 * (back / 200) * (back / 200));
        (long9 - middle6).ShouldBeInRange(0.8 * (middle6 - short3), middle6 - short3);
        (middle6 - short3).ShouldBeGreaterThan(1);
    }

    [Fact]
    public void A_sensor_in_the_return_waits_for_filter_feed_and_rail()
    {
        var result = Compared(WithReturn(3000), new(AlongMm: 0));
        var inReturn = result.Options.Single(o => o.School == SensorPlace.Return);
        var flows = result.Flows[0];

        // By hand: a filter of 200 mL, 3 m of 7.9 mm bore = 147.1 mL and a rail of 100 mL, all at the flow of the feed; nothing of the return at its very beginning.
        inReturn.LagS!.Idle!.Value.Value.ShouldBe((200 + 147.05 + 100) * 3.6 / flows.FeedLph!.Value.Value, 0.1);

        // Halfway along, half of its 99.5 mL at what flows back comes on top.
        var halfway = Compared(WithReturn(3000), new(AlongMm: 1500)).Options.Single(o => o.School == SensorPlace.Return).LagS!.Idle!.Value.Value;
        halfway.ShouldBe(inReturn.LagS.Idle.Value.Value + (49.77 * 3.6 / flows.ReturnLph!.Value.Value), 0.05);
    }

    private static FuelHeatingResult Heated(Hazy pumpW, Hazy bayW, double litres) =>
        FuelHeating.Over(new FuelHeatingInput(litres, 10, 25, 25, pumpW, 100, 0.001, 60, bayW), new HazeLedger());

    [Fact]
    public void Heat_of_the_bay_warms_the_tank_as_heat_of_the_pump_does()
    {
        var both = Heated(100, 50, 40).FinalC.Value;
        both.ShouldBe(Heated(150, 0.0, 40).FinalC.Value, 1e-6);

        // By hand: 150 W for an hour are 540 kJ, in 40 L x 0.75 kg/L x 2.1 kJ/kgK = 63 kJ/K.
        (both - 25).ShouldBe(540 / 63.0, 1);
    }

    [Theory]
    [InlineData(40, 10)]
    [InlineData(60, 15)]
    [InlineData(90, 22.5)]
    public void A_hot_drive_begins_with_a_quarter_of_the_tank_where_nobody_says_more(double tankLitres, double litres)
    {
        var survey = new VehicleSurvey(
            new Engine(6, 3000, Aspiration.Natural, null, 6500, 150, 160, 0.9),
            new FuelSystemSurvey(FuelLine.Return, FuelSystemKind.Port, 300, null, tankLitres),
            new FuelPump(1, 200),
            new PortInjectors(6, 450, 300, 684, [new(12, 1.2), new(14, 0.9)]),
            new DirectInjection(),
            new EngineControl(),
            new Goals(85, 75, true)
        );
        double Final(HotDrive drive) =>
            (
                (CapacityResults)
                    ((IStation)new CapacityStation())
                        .Evaluate(
                            new CapacityPlan { Drive = drive },
                            new StationContext(new HazeLedger(), new Dictionary<string, object> { ["survey"] = survey }, new Dictionary<NeededFile, StationFile>(), [])
                        )
                        .Results
            )
                .Drive!
                .FinalC
                .Value;
        var said = Final(new HotDrive(AmbientC: 15, FuelLitres: litres));
        Final(new HotDrive(AmbientC: 15)).ShouldBe(said, 1e-6);
        Math.Abs(Final(new HotDrive(AmbientC: 15, FuelLitres: 2 * litres)) - said).ShouldBeGreaterThan(0.5);
    }

    [Theory]
    [InlineData(85, 10, 23)] // (2.0 x 1.41 - 0.9) / (2.0 - 0.9) / 1.41 = 1.24
    [InlineData(50, 10, 13)]
    [InlineData(10, 10, 0)]
    public void A_whole_pulse_that_is_stretched_comes_out_as_rich_as_by_hand(double highest, double map, double richPct)
    {
        var survey = VehicleSurvey.Empty with
        {
            Goals = new Goals(highest),
            FuelSystem = new FuelSystemSurvey(FuelLine.Return, FuelSystemKind.Port),
            Control = new() { SignalPath = SignalPath.InjectorExtender, FuelMapEthanolPct = map },
        };
        var finding = new SurveyStation().Evaluate(survey, new StationContext(new HazeLedger())).Findings.Single(f => f.Code == "extenderWholePulses");
        var said = double.Parse(finding.Text.Split("comes out ")[1].Split(' ')[0], System.Globalization.CultureInfo.InvariantCulture);
        var factor = Uncorrected.LambdaRatio(highest, new(map));
        said.ShouldBe(100 * ((((2.0 * factor) - 0.9) / 1.1 / factor) - 1), 0.51);
        said.ShouldBe(richPct, 2);
    }
}
