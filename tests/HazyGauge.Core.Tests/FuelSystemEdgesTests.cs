using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Tests;

/// <summary>What the fuel system can be asked for up to its last value and not beyond, and where one answer turns into another.</summary>
public class FuelSystemEdgesTests
{
    private static readonly EngineDemand<Hazy> Demand = new(300, 0.9, 0.8, 10, 6000, 25, UsualFuels.Traditional<Hazy>(), 0);
    private static readonly PortInjection<Hazy> Ports = new(4, 600, 300, 684, 0.9, 85, 300);
    private static readonly DirectInjectors<Hazy> Direct = new(14, 4, 220);
    private static readonly HighPressurePump<Hazy> High = new(0.9, 85);
    private static readonly DeliverySystem<Hazy> Whole = new(Demand, Ports, Direct, High, PumpOf(new(200, 300), new(500, 200)), 30);

    private static LowPressurePump<Hazy> PumpOf(params PumpPoint<Hazy>[] points) => new(new PumpCurve<Hazy>(points), null, 300, 1, 1, 10);

    private static IReadOnlyCollection<string> Refused(Action ask)
    {
        try
        {
            ask();
            return [];
        }
        catch (RefusedInputException refused)
        {
            return [.. refused.Errors.Keys];
        }
    }

    private static FuelHeatingLog Log(double usedLph = 0, params IReadOnlyList<double> tempsC) =>
        new(20, 60, 28, 260, [.. tempsC.Select((c, i) => new TemperatureReading(i * 10, c))], FuelUsedLph: usedLph);

    // The fields of a fuel system with the least and the most that each can be, the limits by themselves allowed.
    [Theory]
    [InlineData("powerKw", 0.1, 5000)]
    [InlineData("ethanolPct", 0, 100)]
    [InlineData("baseEthanolPct", 0, 100)]
    [InlineData("fuelTempC", -40, 125)]
    [InlineData("bsfcGPerKwh", 100, 1000)]
    [InlineData("lambdaBase", 0.4, 2)]
    [InlineData("lambdaTarget", 0.4, 2)]
    [InlineData("engineRpm", 100, 30_000)]
    [InlineData("portSharePct", 1, 99)]
    [InlineData("injectors.ratedFlowCcMin", 1, 20_000)]
    [InlineData("injectors.ratedPressureKpa", 10, 2000)]
    [InlineData("injectors.testFluidDensityKgM3", 500, 1100)]
    [InlineData("injectors.deadTimeMs", 0, 10)]
    [InlineData("injectors.dutyLimitPct", 1, 100)]
    [InlineData("injectors.pressureDropKpa", 10, 2000)]
    [InlineData("lowPressurePump.marginPct", 0, 90)]
    [InlineData("lowPressurePump.curve[0].flowLph", 200, 2000)]
    [InlineData("startC", -40, 125)]
    [InlineData("readings[2].tempC", -40, 125)]
    [InlineData("tempsC[1]", -40, 125)]
    [InlineData("gasolineVapourPressureKpaAt37_8C", 5, 120)]
    public void The_last_value_that_can_be_is_taken_and_the_next_is_refused(string field, double least, double most)
    {
        void Ask(double value)
        {
            var ledger = new HazeLedger();
            var pump = Whole.LowPressurePump!;
            void System(DeliverySystem<Hazy> system) => DeliveryRules.Check(system, 100, 50);
            Action asked = field switch
            {
                "powerKw" => () => DeliveryRules.Check(Whole, value, 50),
                "ethanolPct" => () => DeliveryRules.Check(Whole, 100, value),
                "baseEthanolPct" => () => System(Whole with { Demand = Demand with { BaseEthanolPct = value } }),
                "fuelTempC" => () => System(Whole with { Demand = Demand with { FuelTempC = value } }),
                "bsfcGPerKwh" => () => System(Whole with { Demand = Demand with { BsfcGPerKwh = value } }),
                "lambdaBase" => () => System(Whole with { Demand = Demand with { LambdaBase = value } }),
                "lambdaTarget" => () => System(Whole with { Demand = Demand with { LambdaTarget = value } }),
                "engineRpm" => () => System(Whole with { Demand = Demand with { EngineRpm = value } }),
                "portSharePct" => () => System(Whole with { PortSharePct = value }),
                "injectors.ratedFlowCcMin" => () => System(Whole with { Injectors = Ports with { RatedFlowCcMin = value } }),
                "injectors.ratedPressureKpa" => () => System(Whole with { Injectors = Ports with { RatedPressureKpa = value } }),
                "injectors.testFluidDensityKgM3" => () => System(Whole with { Injectors = Ports with { TestFluidDensityKgM3 = value } }),
                "injectors.deadTimeMs" => () => System(Whole with { Injectors = Ports with { DeadTimeMs = value } }),
                "injectors.dutyLimitPct" => () => System(Whole with { Injectors = Ports with { DutyLimitPct = value } }),
                "injectors.pressureDropKpa" => () => System(Whole with { Injectors = Ports with { PressureDropKpa = value } }),
                "lowPressurePump.marginPct" => () => System(Whole with { LowPressurePump = pump with { MarginPct = value } }),
                "lowPressurePump.curve[0].flowLph" => () => System(Whole with { LowPressurePump = PumpOf(new(200, value), new(500, Math.Min(200, value))) }),
                "startC" => () => new FuelHeatingInput(20, 60, 28, value, 260, 90, 9, 60).Check(),
                "readings[2].tempC" => () => Log(0, 24, 25, value, 26, 27, 28).Fit(ledger),
                "tempsC[1]" => () => new VapourPressureQuery(60, [20, value], 60).Answer(ledger),
                _ => () => new BoilingMarginQuery(60, 40, 95, GasolineVapourPressureKpaAt37C8: value).Answer(ledger),
            };
            asked();
        }

        var lowest = field == "lowPressurePump.curve[0].flowLph" ? 0 : least;
        Refused(() => Ask(least)).ShouldNotContain(field);
        Refused(() => Ask(most)).ShouldNotContain(field);
        Refused(() => Ask(lowest - (0.001 * most))).ShouldContain(field);
        Refused(() => Ask(most + (0.001 * most))).ShouldContain(field);
    }

    [Fact]
    public void A_leaner_or_richer_target_is_fuel_in_the_ratio_of_the_lambdas()
    {
        // By hand: 100 kW at 300 g/kWh are 30 kg/h at lambda 0.9 on the base blend, and 0.9 / 0.8 of that at 0.8.
        Demand.MassKgH(100, 10).Value.ShouldBe(33.75, 1e-9);
    }

    [Fact]
    public void A_pump_on_less_volts_than_its_curve_was_taken_at_delivers_that_much_less()
    {
        static Hazy Ratio(Hazy? curveV, Hazy? pumpV, InputCheck check) => new LowPressurePumpQuery([], 300, CurveV: curveV, PumpV: pumpV).Pump(check).VoltageRatio;
        Ratio(13.5, 10.8, new InputCheck()).Value.ShouldBe(0.8, 1e-12);
        Ratio(null, null, new InputCheck()).Value.ShouldBe(1);
        foreach (var none in new[] { 0.0, -12 })
        {
            var check = new InputCheck();
            Ratio(none, 12, check);
            Refused(check.ThrowIfAny).ShouldBe(["lowPressurePump.curveV"]);
        }
    }

    [Fact]
    public void A_log_that_scatters_by_more_than_three_kelvin_is_of_no_use()
    {
        var (justBelow, justAbove) = (0, 0);
        for (var k = 0.5; k < 9; k += 0.02)
        {
            var fit = Log(0, [.. Enumerable.Range(0, 12).Select(i => 24 + i + (i % 2 == 0 ? k : -k))]).Fit(new HazeLedger());
            fit.Findings.Any(f => f.Code == "logScattered").ShouldBe(fit.ScatterK > 3, $"{fit.ScatterK}");
            justBelow += fit.ScatterK is > 2.9 and < 3 ? 1 : 0;
            justAbove += fit.ScatterK is > 3 and < 3.1 ? 1 : 0;
        }

        justBelow.ShouldBeGreaterThan(0);
        justAbove.ShouldBeGreaterThan(0);
    }

    [Fact]
    public void No_log_uses_more_fuel_than_there_is()
    {
        // 20 L; the last twentieth is not drawn. Fifty minutes at 22.8 L/h are 19 L.
        Refused(() => Log(22.79, 24, 25, 26, 27, 28, 29).Fit(new HazeLedger())).ShouldBeEmpty();
        Refused(() => Log(22.81, 24, 25, 26, 27, 28, 29).Fit(new HazeLedger())).ShouldBe(["fuelUsedLph"]);
    }

    [Theory]
    [InlineData(500, 40, false)]
    [InlineData(200, 75, true)]
    public void A_failsafe_says_by_what_it_stands(double baseKpa, double fuelC, bool isByVapour)
    {
        var reason = LowSideFailsafe.ForDirect(new(baseKpa), 60, new(90), new(fuelC), new(95), new HazeLedger()).Reasons[0].Text;
        reason.ShouldContain("70 %");
        reason.Contains("is not enough", StringComparison.Ordinal).ShouldBe(isByVapour, reason);
    }

    [Fact]
    public void No_fuel_is_taken_for_hotter_than_fuel_can_be_on_its_way_to_the_high_pressure_pump()
    {
        // 25 K above 110 would be 135: what is known of fuels ends at 125, which is 25 K above 100.
        double Trip(double fuelC) => LowSideFailsafe.ForDirect(new(500), 60, new(60), new(fuelC), new(95), new HazeLedger()).TripKpa.Value;
        Trip(110).ShouldBe(Trip(100), 1e-9);
        Trip(99).ShouldBeLessThan(Trip(100));
    }

    [Theory]
    [InlineData(98.0, 1.5)]
    [InlineData(99.0, 0.6)]
    [InlineData(99.9, 0.3)]
    [InlineData(100.0, 0.1)]
    [InlineData(100.0, 0.3)]
    public void What_reaches_neat_ethanol_is_said_by_its_low_end(double most, double u)
    {
        var reached = new HazeLedger().Quantity(most, u, new HazeSource("x", "x"));
        var low = most - Interval95.HalfWidth(reached);
        ReachWords.Supported(reached).Text.ShouldBe(low > 99.5 ? "every blend" : $"E{Math.Floor(low)} or more");
    }
}
