using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using MathNet.Numerics.Distributions;
using MathNet.Numerics.Statistics;

namespace HazyGauge.Core.Tests;

/// <summary>What a fuel system carries, what limits it, and what would help.</summary>
public class CapacityTests
{
    private delegate Hazy Known(string id, double value, double u);

    private static Hazy Exactly(string id, double value, double u) => value;

    private static DeliverySystem<Hazy> System(Known known, double fuelTempC = 15) =>
        new(
            new EngineDemand<Hazy>(known("bsfc", 340, 8), 0.85, 0.85, known("base", 10, 1), known("rpm", 6500, 80), fuelTempC, UsualFuels.Traditional<Hazy>(), 0),
            new PortInjection<Hazy>(4, known("flow", 1000, 20), 300, 684, known("dead", 0.9, 0.05), 85, known("drop", 300, 8)),
            LowPressurePump: new LowPressurePump<Hazy>(new PumpCurve<Hazy>([new(300, 260), new(400, 225), new(600, 140)]), null, known("gauge", 420, 8), 1, 1, 10)
        );

    private static DeliverySystem<Hazy> Direct(Known known) =>
        new(
            new EngineDemand<Hazy>(known("bsfc", 320, 8), 0.9, 0.86, 10, known("rpm", 6000, 60), 30, UsualFuels.Traditional<Hazy>(), 0),
            DirectInjectors: new DirectInjectors<Hazy>(known("static", 14, 0.4), 4, known("window", 220, 6)),
            HighPressurePump: new HighPressurePump<Hazy>(known("displacement", 0.9, 0.03), known("efficiency", 85, 3))
        );

    [Fact]
    [Trait("Category", "Outside")]
    public void Sizing_examples_of_the_trade_come_out()
    {
        // Injector sizing as handbooks work it: power * specific consumption / (count * duty). 400 hp at 0.5 lb/(hp h) on 8 injectors at
        // 80 % of duty: 31.25 lb/h each (common practice, no source). Here in metric: 298.3 kW at 304.1 g/kWh, rated with gasoline itself.
        var demand = new EngineDemand<Exact>(304.1, 1, 1, 0, 6000, 15, UsualFuels.Traditional<Exact>(), 0);
        var eachKgH = 31.25 * 0.45359;
        var rated = eachKgH / 745 * 1e6 / 60;
        var ports = new PortInjection<Exact>(8, rated, 300, 745, 0, 80, 300);
        new DeliverySystem<Exact>(demand, ports).Use(FuelComponent.Injectors, 0).At(298.3).Value.ShouldBe(100, 0.2);

        // Flow goes with the square root of pressure: an injector of 440 cm3/min at 300 kPa gives 508 at 400 (common practice, no source).
        (ports with { RatedFlowCcMin = 440, PressureDropKpa = 400, TestFluidDensityKgM3 = 745 }).StaticKgH(745).Value.ShouldBe(8 * 508.1 * 60 / 1e6 * 745, 0.1);

        // "E85" needs about 30 % more fuel (common practice, no source): the volume of a real pump's E75 on an E10 base.
        var e10 = new EngineDemand<Exact>(300, 1, 1, 10, 6000, 15, UsualFuels.Traditional<Exact>(), 0);
        (e10.VolumeLph(100, 75).Value / e10.VolumeLph(100, 10).Value).ShouldBe(1.31, 0.01);

        // A stock direct-injected car tops out at E50 to E60 (common practice, no source): one that uses 82 % of its window on its
        // base of E10, with power as it is.
        var stock = new DeliverySystem<Hazy>(
            new EngineDemand<Hazy>(300, 1, 1, 10, 6000, 15, UsualFuels.Traditional<Hazy>(), 0),
            DirectInjectors: new DirectInjectors<Hazy>(300.0 * 100 / 3600 / 4 * 720 / 200 / 0.82, 4, 200)
        );
        new CapacityLimits(stock).Uses(100, 10)[0].UsePct.Value.ShouldBe(82, 1e-9);
        new CapacityLimits(stock).MaxEthanolPct(100)!.Value.Value.ShouldBeInRange(50, 60);
    }

    [Fact]
    [Trait("Category", "Outside")]
    public void The_haze_of_every_limit_is_what_a_simulation_spreads()
    {
        // Source: JCGM 101:2008, propagation by simulation.
        foreach (var make in new Func<Known, DeliverySystem<Hazy>>[] { k => System(k), Direct })
        {
            var ledger = new HazeLedger();
            Hazy Measured(string id, double value, double u) => ledger.Quantity(value, u, new HazeSource(id, id));
            double[] Numbers(DeliverySystem<Hazy> system, Hazy power, Hazy ethanol)
            {
                var limits = new CapacityLimits(system);
                return [limits.MaxPowerKw(ethanol)!.Value.Value, limits.MaxEthanolPct(power)?.Value ?? 0, .. system.Components.Select(c => system.Use(c, ethanol).At(power).Value)];
            }

            var (system, power, ethanol) = (make(Measured), Measured("power", 170, 4), Measured("ethanol", 70, 2));
            var hazy = new CapacityLimits(system);
            double[] us =
            [
                hazy.MaxPowerKw(ethanol)!.Value.StandardU,
                hazy.MaxEthanolPct(power)!.Value.StandardU,
                .. system.Components.Select(c => system.Use(c, ethanol).At(power).StandardU),
            ];
            var random = new Random(23);
            var spreads = us.Select(_ => new RunningStatistics()).ToList();
            for (var i = 0; i < 4000; i++)
            {
                Hazy Drawn(string id, double value, double u) => Normal.Sample(random, value, u);
                foreach (var (n, k) in Numbers(make(Drawn), Drawn("power", 170, 4), Drawn("ethanol", 70, 2)).Select((n, k) => (n, k)))
                {
                    spreads[k].Push(n);
                }
            }

            for (var k = 0; k < us.Length; k++)
            {
                // Most ethanol is as wide as its low end needs, which lies further off than the high one.
                us[k].ShouldBeInRange(0.95 * spreads[k].StandardDeviation, (k == 1 ? 1.1 : 1.05) * spreads[k].StandardDeviation);
            }
        }
    }

    [Fact]
    public void Of_the_draws_at_a_tie_or_at_a_limit_no_more_than_one_in_forty_lies_beyond_either_end()
    {
        // Against draws of two correlated normal numbers, from clearly apart to a tie, and from far below the limit to far above it (JCGM 101:2008).
        var random = new Random(5);
        foreach (
            var (apart, u1, u2, correlation) in new[] { (0.0, 1.0, 1.0, 0.0), (0, 1, 0.5, 0.6), (0.7, 0.4, 1.5, -0.5), (-0.5, 2, 1, 0.3), (1.5, 1, 1, 0.9), (-3, 0.3, 0.3, 0) }
        )
        {
            foreach (var limit in new[] { 1000.0, 12.5, 11.2, 10, 9.5, 8.5, 3 })
            {
                var ledger = new HazeLedger();
                var (own, shared, rest) = (new HazeSource("own", "own"), new HazeSource("shared", "shared"), Math.Sqrt(1 - (correlation * correlation)));
                Hazy[] numbers = [ledger.Quantity(10, u1, shared), ledger.Quantity(10 + apart, [(shared, u2 * correlation), (own, u2 * rest)])];
                var least = HazyLimit.AtMost(numbers, limit);
                var half = Interval95.HalfWidth(least);
                var drawn = Enumerable
                    .Range(0, 20_000)
                    .Select(_ =>
                    {
                        var (x, y) = (Normal.Sample(random, 0, 1), Normal.Sample(random, 0, 1));
                        return Math.Min(limit, Math.Min(10 + (u1 * x), 10 + apart + (u2 * ((correlation * x) + (rest * y)))));
                    })
                    .ToList();
                least.Value.ShouldBe(Math.Min(limit, Math.Min(10, 10 + apart)));
                var (below, above) = (drawn.Count(d => d < least.Value - half - 1e-9) / 20_000.0, drawn.Count(d => d > least.Value + half + 1e-9) / 20_000.0);
                Math.Max(below, above).ShouldBeLessThan(0.028, $"{apart} apart, {correlation}, at most {limit}: {half}");

                // And no wider than that takes.
                (below + above).ShouldBeGreaterThan(half > 0 ? 0.012 : -1, $"{apart} apart, {correlation}, at most {limit}: {half}");
            }
        }
    }

    // From a power that every blend does to one that hardly any does, with other doubts each time.
    [Theory]
    [Trait("Category", "Outside")]
    [InlineData(225, 8, false)]
    [InlineData(235, 8, false)]
    [InlineData(245, 12, false)]
    [InlineData(262, 5, false)]
    [InlineData(120, 8, true)]
    [InlineData(130, 14, true)]
    [InlineData(142, 8, true)]
    [InlineData(160, 20, true)]
    public void The_low_end_of_the_most_ethanol_is_passed_by_one_draw_in_forty(double powerKw, double bsfcU, bool isDirect)
    {
        // Source: JCGM 101:2008, propagation by simulation: every draw is a system of its own whose limit is looked for.
        DeliverySystem<Hazy> Made(Known known)
        {
            Hazy Doubtful(string id, double value, double u) => known(id, value, id == "bsfc" ? bsfcU : u);
            return isDirect ? Direct(Doubtful) : System(Doubtful);
        }

        var ledger = new HazeLedger();
        var most = new CapacityLimits(Made((id, value, u) => ledger.Quantity(value, u, new HazeSource(id, id)))).MaxEthanolPct(powerKw)!.Value;
        var low = most.Value - Interval95.HalfWidth(most);
        var random = new Random((int)powerKw);
        const int Draws = 4000;
        var below = Enumerable.Range(0, Draws).Count(_ => (new CapacityLimits(Made((_, value, u) => Normal.Sample(random, value, u))).MaxEthanolPct(powerKw)?.Value ?? 0) < low);
        (100.0 * below / Draws).ShouldBeLessThan(3.3, $"{most.Value} down to {low}");
    }

    [Fact]
    public void More_power_or_ethanol_never_uses_less_and_at_the_limits_the_binding_component_is_used_up()
    {
        CsCheck.Check.Sample(
            CsCheck.Gen.Select(CsCheck.Gen.Bool, CsCheck.Gen.Double[80, 320], CsCheck.Gen.Double[0, 95], CsCheck.Gen.Double[0, 40]),
            (direct, power, ethanol, temp) =>
            {
                var system = direct ? Direct(Exactly) : System(Exactly, temp);
                var limits = new CapacityLimits(system);
                double Worst(double p, double e) => limits.Uses(p, e)[0].UsePct.Value;
                Worst(power + 5, ethanol).ShouldBeGreaterThan(Worst(power, ethanol));
                Worst(power, ethanol + 5).ShouldBeGreaterThan(Worst(power, ethanol));
                var most = limits.MaxPowerKw(ethanol)!.Value.Value;
                limits.Uses(most, ethanol)[0].ShouldSatisfyAllConditions(u => u.UsePct.Value.ShouldBe(100, 1e-6), u => u.Component.ShouldBe(limits.Binding(ethanol)!.Value));
                var blend = limits.MaxEthanolPct(power)?.Value;
                if (blend is < 100)
                {
                    Worst(power, blend.Value).ShouldBe(100, 1e-6);
                }
                else
                {
                    Worst(power, blend ?? 0).ShouldBeInRange(blend is null ? 100 : 0, blend is null ? double.MaxValue : 100);
                }

                // The envelope's lines and grid are the same numbers.
                var envelope = CapacityEnvelope.Of(system, [ethanol], [power]);
                envelope.MaxPowerKw[0].Value.ShouldBe(most, 1e-9);
                envelope.Uses.Max(g => g.UsePct[0][0]).ShouldBe(Worst(power, ethanol), 1e-5);
            },
            iter: 300
        );
    }

    [Fact]
    public void Every_remedy_is_what_the_changed_system_gives_and_brings_the_point_inside_with_its_haze()
    {
        foreach (var make in new Func<Known, DeliverySystem<Hazy>>[] { k => System(k), Direct })
        {
            foreach (var (kw, pct) in new[] { (170.0, 85.0), (215, 60), (260, 85), (350, 85) })
            {
                var ledger = new HazeLedger();
                var system = make((id, value, u) => ledger.Quantity(value, u, new HazeSource(id, id)));
                foreach (var remedy in CapacityAnalysis.Of(system, kw, pct).Remedies)
                {
                    var after = CapacityAnalysis.Of(remedy.Change.ApplyTo(system), remedy.PowerKw ?? kw, remedy.EthanolPct ?? pct);
                    after.MaxEthanolPct?.Value.ShouldBe(remedy.NewMaxEthanolPct!.Value.Value, 1e-9);
                    after.MaxPowerKw!.Value.Value.ShouldBe(remedy.NewMaxPowerKw!.Value.Value, 1e-9);
                    after.Binding.ShouldBe(remedy.NewBinding);
                    if (remedy.Code is "capBlend" or "lowerPower" or "together")
                    {
                        after.Verdict.ShouldBe(CapacityVerdict.Carried);
                    }
                }
            }
        }
    }

    [Fact]
    public void Whatever_the_system_a_remedy_holds_what_it_promises()
    {
        var gen = CsCheck.Gen.Select(
            CsCheck.Gen.Select(CsCheck.Gen.Double[60, 400], CsCheck.Gen.Double[20, 100], CsCheck.Gen.Double[4000, 8500]),
            CsCheck.Gen.Select(CsCheck.Gen.Double[200, 1400], CsCheck.Gen.Double[0.5, 1.4], CsCheck.Gen.Double[150, 420]),
            CsCheck.Gen.Select(CsCheck.Gen.Double[80, 400], CsCheck.Gen.Int[1, 2], CsCheck.Gen.Double[300, 560]),
            CsCheck.Gen.Select(CsCheck.Gen.Double[8, 24], CsCheck.Gen.Double[0.6, 2], CsCheck.Gen.Int[0, 2])
        );
        CsCheck.Check.Sample(
            gen,
            (point, ports, pump, direct) =>
            {
                var ledger = new HazeLedger();
                Hazy About(string id, double value, double share) => ledger.Quantity(value, share * value, new HazeSource(id, id));
                var demand = new EngineDemand<Hazy>(About("bsfc", 320, 0.02), 0.85, 0.82, 10, About("rpm", point.Item3, 0.01), 25, UsualFuels.Traditional<Hazy>(), 0);
                var low = new LowPressurePump<Hazy>(
                    new PumpCurve<Hazy>([new(250, pump.Item1), new(450, 0.8 * pump.Item1), new(700, 0.5 * pump.Item1)]),
                    null,
                    About("gauge", pump.Item3, 0.02),
                    1,
                    pump.Item2,
                    10
                );
                var portSet = new PortInjection<Hazy>(4, About("flow", ports.Item1, 0.03), 300, 684, About("dead", ports.Item2, 0.1), 85, About("drop", ports.Item3, 0.02));
                var (window, high) = (new DirectInjectors<Hazy>(About("static", direct.Item1, 0.03), 4, 220), new HighPressurePump<Hazy>(About("cc", direct.Item2, 0.03), 85));

                // Ports alone, cylinders alone, or both sharing the fuel.
                var system = direct.Item3 switch
                {
                    0 => new DeliverySystem<Hazy>(demand, portSet, LowPressurePump: low, DeadTimeMsPerKpa: 0.001),
                    1 => new DeliverySystem<Hazy>(demand, null, window, high, low),
                    _ => new DeliverySystem<Hazy>(demand, portSet, window, high, low, 30),
                };
                foreach (var remedy in CapacityAnalysis.Of(system, point.Item1, point.Item2).Remedies)
                {
                    var after = CapacityAnalysis.Of(remedy.Change.ApplyTo(system), remedy.PowerKw ?? point.Item1, remedy.EthanolPct ?? point.Item2);
                    after.MaxEthanolPct.HasValue.ShouldBe(remedy.NewMaxEthanolPct.HasValue);
                    after.MaxPowerKw!.Value.Value.ShouldBe(remedy.NewMaxPowerKw!.Value.Value, 1e-6);
                    (after.Verdict == CapacityVerdict.Carried).ShouldBe(remedy.Enough);
                    (remedy.Code is "lowerPower" or "capBlend" or "together" && !remedy.Enough).ShouldBeFalse(remedy.Text);
                }

                // What is surely carried leaves room at both limits, and the other way round.
                var result = CapacityAnalysis.Of(system, point.Item1, point.Item2);
                (result.Limits.All(u => u.Ok)).ShouldBe(result.MaxPowerKw!.Value.Value >= point.Item1 * (1 - 1e-9));
                (result.Verdict == CapacityVerdict.Carried).ShouldBe(result.Remedies.Count == 0);
            },
            iter: 200
        );
    }

    [Fact]
    public void Each_component_gets_its_own_remedies_and_what_is_carried_needs_none()
    {
        string[] Codes(DeliverySystem<Hazy> system, double kw, double pct) => [.. CapacityAnalysis.Of(system, kw, pct).Remedies.Select(r => r.Code)];
        Codes(System(Exactly), 100, 50).ShouldBeEmpty();
        var ports = System(Exactly) with { LowPressurePump = null };
        Codes(ports, 310, 85).ShouldBe(["largerInjectors", "raisePressure", "capBlend", "lowerPower"]);
        Codes(ports, 500, 85).ShouldBe(["largerInjectors", "lowerPower"]);
        Codes(System(Exactly) with { Injectors = null }, 340, 85).ShouldBe(["secondPump", "largerPump", "capBlend", "lowerPower"]);
        Codes(System(Exactly), 350, 85).ShouldContain("together");
        Codes(Direct(Exactly), 170, 60).ShouldBe(["capBlend", "lowerPower", "portInjection", "largerDirectInjectors"], ignoreOrder: true);

        // Two remedies together: added injectors carry their share, so that window and high-pressure pump are used less.
        var added = CapacityAnalysis.Of(Direct(Exactly), 170, 60).Remedies.Single(r => r.Code == "portInjection").Change;
        var both = added.And(new CapacityChange(PortSharePct: 60)).ApplyTo(Direct(Exactly));
        both.Use(FuelComponent.DirectInjection, 60).At(170).Value.ShouldBe(0.4 * Direct(Exactly).Use(FuelComponent.DirectInjection, 60).At(170).Value, 1e-9);

        // Where nothing works at that power, nothing is said to work.
        CapacityAnalysis.Of(System(Exactly), 600, 85).ShouldSatisfyAllConditions(r => r.MaxEthanolPct.ShouldBeNull(), r => r.Verdict.ShouldBe(CapacityVerdict.TooSmall));
        CapacityAnalysis
            .Of(System(Exactly) with { Injectors = null, LowPressurePump = null }, 100, 50)
            .ShouldSatisfyAllConditions(r => r.MaxPowerKw.ShouldBeNull(), r => r.Verdict.ShouldBe(CapacityVerdict.NotKnown));
    }

    [Fact]
    public void A_pump_on_less_voltage_slips_as_before_and_displaces_less()
    {
        var curve = new PumpCurve<Exact>([new(0, 280), new(300, 200), new(500, 130)]);
        curve.At(400, 1).Value.ShouldBe(165, 1e-9);
        curve.At(300, 12 / 13.5).Value.ShouldBe((280 * 12 / 13.5) - 80, 1e-9);
        Should.Throw<ArgumentOutOfRangeException>(() => curve.At(501, 1));
        var check = new InputCheck();
        PumpCurveRules.Check([new(300, 200), new(200, 220), new(400, -1)], check, "curve");
        Should.Throw<RefusedInputException>(check.ThrowIfAny).Errors.Keys.ShouldBe(["curve[1].pressureKpa", "curve[2].flowLph"], ignoreOrder: true);
    }
}
