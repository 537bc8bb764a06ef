using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using MathNet.Numerics;
using MathNet.Numerics.Distributions;
using MathNet.Numerics.Statistics;

namespace HazyGauge.Core.Tests;

/// <summary>Heat and capacity worked out another way: by integrals, by drawing, and by asking whether the next smaller part would have done.</summary>
public class FuelSystemByHandTests
{
    private static Hazy About(HazeLedger ledger, string id, double value, double share) => ledger.Quantity(value, share * value, new HazeSource(id, id));

    [Theory]
    [InlineData(1e-7)]
    [InlineData(3e-4)]
    [InlineData(9.9e-4)] // the series
    [InlineData(1.01e-3)] // the law itself
    [InlineData(0.05)]
    [InlineData(0.4)]
    [InlineData(0.9)]
    public void How_time_stretches_and_heat_fades_is_what_their_integrals_say(double x)
    {
        // Stretch = integral of 1 / (1 - x t), fading = integral of exp(-x t), both from 0 to 1; their slopes likewise.
        static double Over(Func<double, double> f) => Integrate.GaussLegendre(f, 0, 1, 128);
        var u = new HazeLedger().Quantity(x, 1, new HazeSource("x", "x"));
        var (stretch, fading) = (FuelHeating.Stretch(u), FuelHeating.Fading(u));
        stretch.Value.ShouldBe(Over(t => 1 / (1 - (x * t))), 1e-11);
        fading.Value.ShouldBe(Over(t => Math.Exp(-x * t)), 1e-11);
        var digits = x < 1e-3 ? 1e-8 : 1e-9 / x;
        stretch.Parts.Single().U.ShouldBe(Over(t => t / Math.Pow(1 - (x * t), 2)), digits);
        fading.Parts.Single().U.ShouldBe(-Over(t => t * Math.Exp(-x * t)), digits);
    }

    [Fact]
    public void A_drive_is_felt_as_every_one_of_its_figures_moves_it()
    {
        // The specific heat is taken where it is halfway; with it held still by a short way to go, every figure counts as it should.
        Slopes.ShouldBeFelt(
            [25, 60, 30, 31, 220, 90, 12, 60, 80, 6],
            (x, ledger) =>
            {
                var result = FuelHeating.Over(new FuelHeatingInput(x[0], x[1], x[2], x[3], x[4], x[5], x[6], x[7], x[8], x[9]), ledger);
                return [result.FinalC, result.SteadyC!.Value, result.FuelMassKg, result.Balance.InKj];
            },
            0.06
        );

        // By hand: 220 W x 90 % + 80 W for an hour are 1000.8 kJ; where 12 W/K carry that off it is 30 + 278 / 12.
        var answer = FuelHeating.Over(new FuelHeatingInput(25, 60, 30, 31, 220, 90, 12, 60, 80, 6), new HazeLedger());
        answer.Balance.InKj.Value.ShouldBe(1000.8, 1e-9);
        answer.SteadyC!.Value.Value.ShouldBe(30 + (278 / 12.0), 1e-9);
        (answer.Balance.StoredKj + answer.Balance.LostKj).Value.ShouldBe(1000.8, 1e-6);
        answer.Timeline.Count.ShouldBe(61);
        FuelHeating.Over(new FuelHeatingInput(25, 60, 30, 31, 220, 90, 12, 2.5), new HazeLedger()).Timeline.Select(p => p.Minute).ShouldBe([0, 1, 2, 2.5]);
    }

    private static readonly Hazy Watts = 260;

    private static FuelHeatingLog LogOf(Func<double, double> noiseK, Hazy litres, int minutes = 120, Hazy? ambientC = null)
    {
        var made = FuelHeating.Over(new FuelHeatingInput(20, 60, 28, 24, Watts, 90, 9, minutes, 60), new HazeLedger());
        return new(
            litres,
            60,
            ambientC ?? 28,
            Watts,
            [.. made.Timeline.Where(p => p.Minute % 10 == 0).Select(p => new TemperatureReading(p.Minute, p.FuelTempC.Value + noiseK(p.Minute)))],
            60
        );
    }

    [Fact]
    public void A_log_says_how_far_its_readings_scatter_and_its_haze_is_what_drawing_spreads()
    {
        // JCGM 101:2008, propagation by simulation: readings that scatter by a kelvin.
        var random = new Random(7);
        var fits = Enumerable.Range(0, 250).Select(_ => LogOf(_ => Normal.Sample(random, 0, 1), 20).Fit(new HazeLedger())).ToList();
        Math.Sqrt(fits.Average(f => f.ScatterK * f.ScatterK)).ShouldBe(1, 0.06);
        static double Said(IEnumerable<Hazy> numbers) =>
            Math.Sqrt(numbers.Select(n => n.Parts.Where(p => p.Source.Id.StartsWith("temperatureLog", StringComparison.Ordinal)).Sum(p => p.U * p.U)).Average());
        Said(fits.Select(f => f.LossWPerK)).ShouldBe(fits.Select(f => f.LossWPerK.Value).StandardDeviation(), 0.2 * Said(fits.Select(f => f.LossWPerK)));
        Said(fits.Select(f => f.HeatW)).ShouldBe(fits.Select(f => f.HeatW.Value).StandardDeviation(), 0.2 * Said(fits.Select(f => f.HeatW)));

        // They lean on each other: with the loss taken out, far less of the heat is in doubt.
        var free = fits.Select(f => f.HeatW - (20 * f.LossWPerK)).ToList();
        Said(free).ShouldBe(free.Select(f => f.Value).StandardDeviation(), 0.25 * Said(free));
        Said(free).ShouldBeLessThan(0.8 * Said(fits.Select(f => f.HeatW)));
    }

    [Fact]
    public void A_log_is_felt_as_what_the_tank_holds_and_the_air_around_it_say()
    {
        var ledger = new HazeLedger();
        var fit = LogOf(_ => 0, About(ledger, "litres", 20, 0.05), ambientC: ledger.Quantity(28, 1, new HazeSource("air", "Air"))).Fit(ledger);
        double Of(Hazy number, string id) => number.Parts.Where(p => p.Source.Id == id).Sum(p => p.U);

        // A twentieth more fuel is a twentieth more of both; a kelvin more outside is the loss of a kelvin less of heat.
        Of(fit.LossWPerK, "litres").ShouldBe(0.05 * fit.LossWPerK.Value, 0.001 * fit.LossWPerK.Value);
        Of(fit.HeatW, "litres").ShouldBe(0.05 * fit.HeatW.Value, 0.001 * fit.HeatW.Value);
        Of(fit.HeatW, "air").ShouldBe(-fit.LossWPerK.Value, 1e-6);
        Of(fit.LossWPerK, "air").ShouldBe(0);
        fit.HeatIntoFuelPct.Value.ShouldBe(100 * (fit.HeatW.Value - 60) / 260, 1e-9);

        // No thermometer is better than 0.3 K, and a log of a quarter of an hour is the shortest.
        Math.Sqrt(Of(fit.LossWPerK, "temperatureLog") * Of(fit.LossWPerK, "temperatureLog")).ShouldBeGreaterThan(0.01);
        FuelHeatingLog Lasting(double minutes) => new(20, 60, 28, 260, [.. Enumerable.Range(0, 6).Select(i => new TemperatureReading(i * minutes / 5, 24 + i))]);
        Lasting(15).Fit(new HazeLedger()).LossWPerK.Value.ShouldBe(0, 1e-3);
        Should.Throw<RefusedInputException>(() => Lasting(14.9).Fit(new HazeLedger())).Errors.Keys.ShouldBe(["readings"]);
        Lasting(15).Fit(new HazeLedger()).Findings.Select(f => f.Code).ShouldContain("logTooEven");
        fit.Findings.Select(f => f.Code).ShouldNotContain("moreHeat");

        // By hand: 20 L of E60 warming by 10 K in a quarter of an hour take up some 490 W, more than the pumps draw.
        new FuelHeatingLog(20, 60, 28, 60, Lasting(15).Readings).Fit(new HazeLedger()).Findings.Select(f => f.Code).ShouldContain("moreHeat");
    }

    [Fact]
    public void What_a_margin_means_goes_by_its_haze_on_both_sides()
    {
        var seen = new HashSet<string>();
        for (var tempC = 20.0; tempC <= 80; tempC += 0.5)
        {
            var ledger = new HazeLedger();
            var margin = new BoilingMarginQuery(75, ledger.Quantity(tempC, 2, new HazeSource("t", "t")), 95, 60).Answer(ledger);
            var (value, half) = (margin.MarginK.Value, Interval95.HalfWidth(margin.MarginK));
            var code = margin.Findings.Single().Code;
            code.ShouldBe(
                value + half < 0 ? "boils"
                    : value < 0 ? "probablyBoils"
                    : value - half < 0 ? "mayBoil"
                    : value < 10 ? "nearBoiling"
                    : "farFromBoiling",
                $"{tempC} C"
            );
            seen.Add(code);
        }

        seen.IsSupersetOf(["boils", "probablyBoils", "mayBoil", "nearBoiling", "farFromBoiling"]).ShouldBeTrue(string.Join(' ', seen));
    }

    private static PortInjection<Hazy> Ports(HazeLedger ledger, double flow, double dead, double drop) =>
        new(4, About(ledger, "flow", flow, 0.03), 300, 684, About(ledger, "dead", dead, 0.1), 85, About(ledger, "drop", drop, 0.02));

    private static LowPressurePump<Hazy> Pump(HazeLedger ledger, double flow, double gauge, int count) =>
        new(new PumpCurve<Hazy>([new(250, flow), new(450, 0.8 * flow), new(700, 0.5 * flow)]), null, About(ledger, "gauge", gauge, 0.02), 1, count, 10);

    [Fact]
    public void A_change_moves_what_it_says_and_nothing_else()
    {
        var ledger = new HazeLedger();
        var system = new DeliverySystem<Hazy>(
            new EngineDemand<Hazy>(320, 0.85, 0.82, 10, 6500, 25, UsualFuels.Traditional<Hazy>(), 0),
            Ports(ledger, 600, 0.9, 300),
            new DirectInjectors<Hazy>(14, 4, 220),
            new HighPressurePump<Hazy>(0.9, 85),
            Pump(ledger, 200, 400, 1),
            30,
            0.002
        );
        var raised = new CapacityChange(BaseRiseKpa: 50).ApplyTo(system);
        raised.Injectors!.PressureDropKpa.Value.ShouldBe(350);
        raised.Injectors.DeadTimeMs.Value.ShouldBe(0.9 + (0.002 * 50), 1e-12);
        raised.LowPressurePump!.GaugePressureKpa.Value.ShouldBe(450);

        // 160 L/h at 450 kPa: four fifths of 200.
        raised.LowPressurePump.AvailableLph.Value.ShouldBe(160, 1e-9);
        new CapacityChange(PumpCount: 2).ApplyTo(system).LowPressurePump!.AvailableLph.Value.ShouldBe(2 * system.LowPressurePump!.AvailableLph.Value, 1e-9);
        new CapacityChange(PumpFlowLph: 300).ApplyTo(system).LowPressurePump!.AvailableLph.Value.ShouldBe(300);

        // Ports that are added have a rail of their own: what is raised in the line is not raised there.
        var added = new CapacityChange(BaseRiseKpa: 50, AddedPorts: new AddedPorts(4, 400)).ApplyTo(system).Injectors!;
        (added.RatedFlowCcMin.Value, added.PressureDropKpa.Value, added.DeadTimeMs.Value).ShouldBe((400, 300, 1));
        var cylinders = new CapacityChange(DirectInjectorGPerS: 20, HighPressurePumpCcPerCamRev: 1.4, PortSharePct: 55).ApplyTo(system);
        (cylinders.DirectInjectors!.StaticGPerS.Value, cylinders.HighPressurePump!.DisplacementCcPerCamRev.Value, cylinders.PortSharePct!.Value.Value).ShouldBe((20, 1.4, 55));
    }

    [Theory]
    [InlineData("baseRiseKpa", 1, 1000)]
    [InlineData("ratedFlowCcMin", 20, 5000)]
    [InlineData("pumpCount", 1, 6)]
    [InlineData("addedPorts", 20, 5000)]
    [InlineData("portSharePct", 1, 99)]
    [InlineData("pumpFlowLph", 5, 2000)]
    [InlineData("directInjectorGPerS", 0.1, 500)]
    [InlineData("highPressurePumpCcPerCamRev", 0.1, 20)]
    public void Parts_nobody_sells_are_refused(string field, double least, double most)
    {
        IReadOnlyCollection<string> Refused(double value)
        {
            var change = field switch
            {
                "baseRiseKpa" => new CapacityChange(BaseRiseKpa: value),
                "ratedFlowCcMin" => new CapacityChange(RatedFlowCcMin: value),
                "pumpCount" => new CapacityChange(PumpCount: (int)Math.Round(value)),
                "addedPorts" => new CapacityChange(AddedPorts: new AddedPorts(4, value)),
                "portSharePct" => new CapacityChange(PortSharePct: value),
                "pumpFlowLph" => new CapacityChange(PumpFlowLph: value),
                "directInjectorGPerS" => new CapacityChange(DirectInjectorGPerS: value),
                _ => new CapacityChange(HighPressurePumpCcPerCamRev: value),
            };
            try
            {
                change.CheckRanges(new InputCheck(), "change").ThrowIfAny();
                return [];
            }
            catch (RefusedInputException refused)
            {
                return [.. refused.Errors.Keys];
            }
        }

        Refused(least).ShouldBeEmpty();
        Refused(most).ShouldBeEmpty();
        var step = field == "pumpCount" ? 1 : 0.001 * least;
        Refused(least - step).ShouldBe([$"change.{field}"]);
        Refused(most + (field == "pumpCount" ? 1 : 0.001 * most)).ShouldBe([$"change.{field}"]);
    }

    [Fact]
    public void What_is_left_out_of_a_question_is_what_is_usual()
    {
        new PortInjectorsQuery(4, 600, 300, 0.9, 310).Ports().ShouldBe(new PortInjection<Hazy>(4, 600, 300, 684, 0.9, 85, 310, 1));
        new AddedPorts(4, 400).Injectors().ShouldBe(new PortInjection<Hazy>(4, 400, 300, 684, 1, 85, 300, 1));
    }

    [Fact]
    public void No_smaller_part_and_no_smaller_step_back_than_the_one_that_is_said_would_do()
    {
        var random = new Random(23);
        var counted = new Dictionary<string, int>(StringComparer.Ordinal);
        for (var n = 0; n < 240; n++)
        {
            double Between(double from, double to) => from + ((to - from) * random.NextDouble());
            var ledger = new HazeLedger();
            var demand = new EngineDemand<Hazy>(
                About(ledger, "bsfc", 320, 0.02),
                0.85,
                0.82,
                10,
                About(ledger, "rpm", Between(4000, 8500), 0.01),
                25,
                UsualFuels.Traditional<Hazy>(),
                0
            );
            double Sold(double from, double to, double step) => step * Math.Round(Between(from, to) / step);
            var (ports, low) = (Ports(ledger, Sold(200, 1400, 10), Between(0.5, 1.4), Between(150, 420)), Pump(ledger, Sold(80, 400, 5), Between(300, 560), 1 + random.Next(2)));
            var (direct, high) = (
                new DirectInjectors<Hazy>(About(ledger, "static", Sold(8, 24, 0.5), 0.03), 4, 220),
                new HighPressurePump<Hazy>(About(ledger, "cc", Sold(0.6, 2, 0.05), 0.03), 85)
            );
            var system = random.Next(3) switch
            {
                0 => new DeliverySystem<Hazy>(demand, ports, LowPressurePump: low, DeadTimeMsPerKpa: 0.001),
                1 => new DeliverySystem<Hazy>(demand, null, direct, high, low),
                _ => new DeliverySystem<Hazy>(demand, ports, direct, high, low, 30),
            };
            var (kw, pct) = (Between(60, 400), Between(20, 100));
            if (n % 2 == 0)
            {
                // Just beyond what it carries: the smallest step must do, or be seen not to.
                (kw, pct) = (new CapacityLimits(system).MaxPowerKw(pct)!.Value.Value * Between(0.9, 1.1), 5 * Math.Round(pct / 5));
            }

            foreach (var remedy in CapacityAnalysis.Of(system, kw, pct).Remedies)
            {
                var smaller = Smaller(remedy, system, kw, pct);
                if (smaller is not null)
                {
                    counted[remedy.Code] = counted.GetValueOrDefault(remedy.Code) + 1;
                    smaller.Value.ShouldBeFalse($"{n}: {remedy.Text}");
                }
            }
        }

        foreach (
            var code in new[]
            {
                "capBlend",
                "lowerPower",
                "largerInjectors",
                "raisePressure",
                "secondPump",
                "largerPump",
                "portShare",
                "largerDirectInjectors",
                "largerHighPressurePump",
            }
        )
        {
            counted.GetValueOrDefault(code).ShouldBeGreaterThan(1, code);
        }
    }

    // Whether a step less than a remedy would do; null where a step less is no step, or no part that is worth its price.
    private static bool? Smaller(CapacityRemedy remedy, DeliverySystem<Hazy> system, double kw, double pct)
    {
        bool AllCarried(double power, double blend) => new CapacityLimits(system).Uses(power, blend).All(u => u.IsSurelyOk);
        bool Carries(FuelComponent component, CapacityChange change)
        {
            var changed = change.ApplyTo(system);
            return !changed.Components.Contains(component) || CapacityLimits.UseOf(changed, component, kw, pct).IsSurelyOk;
        }

        static void Stepped(double value, double step) => (value / step).ShouldBe(Math.Round(value / step), 1e-6);
        var change = remedy.Change;
        switch (remedy.Code)
        {
            case "capBlend":
                Stepped(remedy.EthanolPct!.Value, 5);
                remedy.EthanolPct.Value.ShouldBeLessThanOrEqualTo(pct - 1);
                AllCarried(kw, remedy.EthanolPct.Value).ShouldBeTrue();
                return remedy.EthanolPct + 5 > pct - 1 ? null : AllCarried(kw, remedy.EthanolPct.Value + 5);
            case "lowerPower":
                Stepped(remedy.PowerKw!.Value, 1);

                remedy.PowerKw.Value.ShouldBeLessThanOrEqualTo(kw - 0.5);
                AllCarried(remedy.PowerKw.Value, pct).ShouldBeTrue();
                return remedy.PowerKw + 1 > kw - 0.5 ? null : AllCarried(remedy.PowerKw.Value + 1, pct);
            case "largerInjectors":
                Stepped(change.RatedFlowCcMin!.Value, 10);
                change.RatedFlowCcMin.Value.ShouldBeInRange(system.Injectors!.RatedFlowCcMin.Value + 1, 5000);
                return change.RatedFlowCcMin - 10 < system.Injectors.RatedFlowCcMin.Value + 1
                    ? null
                    : Carries(FuelComponent.Injectors, new(RatedFlowCcMin: change.RatedFlowCcMin - 10));
            case "raisePressure":
                Stepped(change.BaseRiseKpa!.Value, 10);
                (change.BaseRiseKpa.Value + system.Injectors!.PressureDropKpa.Value).ShouldBeLessThanOrEqualTo(480);
                (change.BaseRiseKpa.Value + system.LowPressurePump!.GaugePressureKpa.Value).ShouldBeLessThanOrEqualTo(700);
                return change.BaseRiseKpa == 10 ? null : Carries(FuelComponent.Injectors, new(BaseRiseKpa: change.BaseRiseKpa - 10));
            case "secondPump":
                change.PumpCount!.Value.ShouldBeInRange(system.LowPressurePump!.Count + 1, 4);
                return change.PumpCount == system.LowPressurePump.Count + 1 ? null : Carries(FuelComponent.LowPressurePump, new(PumpCount: change.PumpCount - 1));
            case "largerPump":
                Stepped(change.PumpFlowLph!.Value, 5);
                var one = system.LowPressurePump!.AvailableLph.Value / system.LowPressurePump.Count;
                change.PumpFlowLph.Value.ShouldBeInRange(1.05 * one, 1000);
                return change.PumpFlowLph - 5 < 1.05 * one ? null : Carries(FuelComponent.LowPressurePump, new(PumpFlowLph: change.PumpFlowLph - 5));
            case "portShare":
                Stepped(change.PortSharePct!.Value, 5);
                change.PortSharePct.Value.ShouldBeInRange(35, 80);
                return change.PortSharePct == 35
                    ? null
                    : Carries(FuelComponent.DirectInjection, new(PortSharePct: change.PortSharePct - 5))
                        && Carries(FuelComponent.HighPressurePump, new(PortSharePct: change.PortSharePct - 5));
            case "largerDirectInjectors":
                Stepped(change.DirectInjectorGPerS!.Value, 0.5);
                var now = system.DirectInjectors!.StaticGPerS.Value;
                change.DirectInjectorGPerS.Value.ShouldBeInRange(1.05 * now, 3 * now);
                return change.DirectInjectorGPerS - 0.5 < 1.05 * now ? null : Carries(FuelComponent.DirectInjection, new(DirectInjectorGPerS: change.DirectInjectorGPerS - 0.5));
            case "largerHighPressurePump":
                Stepped(change.HighPressurePumpCcPerCamRev!.Value, 0.05);
                var displaced = system.HighPressurePump!.DisplacementCcPerCamRev.Value;
                change.HighPressurePumpCcPerCamRev.Value.ShouldBeInRange(1.05 * displaced, 3 * displaced);
                return change.HighPressurePumpCcPerCamRev - 0.05 < 1.05 * displaced
                    ? null
                    : Carries(FuelComponent.HighPressurePump, new(HighPressurePumpCcPerCamRev: change.HighPressurePumpCcPerCamRev - 0.05));
            default:
                return null;
        }
    }
}
