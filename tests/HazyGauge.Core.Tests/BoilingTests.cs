using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using MathNet.Numerics.Distributions;
using MathNet.Numerics.Statistics;

namespace HazyGauge.Core.Tests;

/// <summary>Fuel that gets hot, and whether it boils.</summary>
[Trait("Category", "Outside")]
public class BoilingTests
{
    private static double BlendKpa(double ethanolPct, double gasolineKpa, double tempC) =>
        BlendVapourPressure.At<Exact>(new Blend<Exact>(ethanolPct, UsualFuels.Traditional<Exact>()), new(gasolineKpa), new(tempC)).Kpa.Value;

    private static BoilingMarginResult Margin(Hazy ethanolPct, Hazy gasolineKpa, Hazy fuelTempC, Hazy absoluteKpa) =>
        new BoilingMarginQuery(ethanolPct, gasolineKpa, fuelTempC, absoluteKpa).Answer();

    private static double BubbleC(double ethanolPct, double gasolineKpa, double absoluteKpa) =>
        Margin(ethanolPct, gasolineKpa, 20, absoluteKpa).BubblePointC.Value;

    [Fact]
    public void Neat_ethanol_boils_where_the_handbooks_say()
    {
        // Boiling point 78.3 C at 1 atm (handbook value), about 118 C at 401 kPa (from memory).
        BubbleC(100, 60, 101.325).ShouldBe(78.3, 0.15);
        BubbleC(100, 60, 401).ShouldBe(118, 0.5);

        // Another published equation, Antoine with log10(mmHg) = 8.20417 - 1642.89 / (T + 230.3), -57 to 80 C (constants from memory).
        foreach (var t in new[] { 20, 37.8, 60, 78 })
        {
            var antoineKpa = Math.Pow(10, 8.20417 - (1642.89 / (t + 230.3))) * 0.1333224;
            EthanolVapourPressure.At<Exact>(t).Value.ShouldBe(antoineKpa, 0.01 * antoineKpa);
        }
    }

    [Fact]
    public void Blends_rise_near_E10_and_fall_to_E85_as_published()
    {
        // Blends of a gasoline of 62 kPa at 37.8 C, published curves of vapour pressure against ethanol (values from memory, hence 3 kPa).
        foreach (var (pct, kpa) in new[] { (5.0, 67.9), (10, 69.0), (20, 68.5), (30, 67.2), (50, 62.5), (70, 51.5), (85, 39.0), (100, 16.0) })
        {
            BlendKpa(pct, 62, 37.8).ShouldBe(kpa, 3);
        }

        var overE = Enumerable.Range(0, 101).Select(e => BlendKpa(e, 62, 37.8)).ToList();
        overE.IndexOf(overE.Max()).ShouldBeInRange(5, 15);
        overE[0].ShouldBe(62, 1e-9);

        // A blend of 50 kPa at 37.8 C begins to boil near 55 C at 1 atm and 46 C at 3000 m (from memory).
        foreach (var pct in new[] { 20.0, 50, 75 })
        {
            var gasoline = MathNet.Numerics.RootFinding.Brent.FindRoot(g => BlendKpa(pct, g, 37.8) - 50, 5, 119);
            BubbleC(pct, gasoline, 101.325).ShouldBe(55, 1);
            BubbleC(pct, gasoline, AirPressure.At<Exact>(3000).Kpa.Value).ShouldBe(46, 1);
        }

        // The international standard atmosphere (ISO 2533): 70.11 kPa at 3000 m.
        AirPressure.At<Exact>(3000).Kpa.Value.ShouldBe(70.11, 0.02);
    }

    [Fact]
    public void At_its_bubble_point_a_blend_has_the_pressure_of_its_surroundings_and_every_way_to_cool_it_helps()
    {
        CsCheck.Check.Sample(
            CsCheck.Gen.Select(CsCheck.Gen.Double[0, 100], CsCheck.Gen.Double[30, 100], CsCheck.Gen.Double[40, 500], CsCheck.Gen.Double[-20, 90]),
            (pct, gasoline, absolute, temp) =>
            {
                var here = Margin(pct, gasoline, temp, absolute);
                BlendKpa(pct, gasoline, here.BubblePointC.Value).ShouldBe(absolute, 1e-6 * absolute);
                here.MarginK.Value.ShouldBe(here.BubblePointC.Value - temp, 1e-9);
                (here.VapourPressureKpa.Value > absolute).ShouldBe(here.MarginK.Value < 0);
                Margin(pct, gasoline, temp, absolute + 10).MarginK.Value.ShouldBeGreaterThan(here.MarginK.Value);
                Margin(pct, gasoline - 5, temp, absolute).MarginK.Value.ShouldBeGreaterThanOrEqualTo(here.MarginK.Value);
                Margin(pct, gasoline, temp - 5, absolute).MarginK.Value.ShouldBe(here.MarginK.Value + 5, 1e-6);
            },
            iter: 500);

        // A gasoline that hardly boils, under much pressure, leaves the law.
        Should.Throw<RefusedInputException>(() => Margin(0, 5, 30, 1000)).Errors.Keys.ShouldBe(["absolutePressureKpa"]);

        // More pressure than any blend of the law reaches, and hotter than the law goes, are refused.
        Should.Throw<RefusedInputException>(() => Margin(50, 60, 130, 100)).Errors.Keys.ShouldBe(["fuelTempC"]);
        Should.Throw<RefusedInputException>(() => Margin(50, 160, 30, 1500)).Errors.Keys.ShouldBe(["gasolineVapourPressureKpaAt37_8C", "absolutePressureKpa"]);
    }

    [Fact]
    public void The_haze_of_the_margin_is_what_a_simulation_spreads()
    {
        // Source: JCGM 101:2008, propagation by simulation.
        var ledger = new HazeLedger();
        Hazy Measured(string id, double value, double u) => ledger.Quantity(value, u, new HazeSource(id, id));
        var hazy = Margin(Measured("e", 75, 2.5), Measured("g", 60, 4), Measured("t", 48, 2), Measured("p", 84, 2));
        var random = new Random(3);
        Hazy Drawn(double value, double u) => Normal.Sample(random, value, u);
        var drawn = Enumerable.Range(0, 4000).Select(_ => Margin(Drawn(75, 2.5), Drawn(60, 4), Drawn(48, 2), Drawn(84, 2))).ToList();
        foreach (var of in new Func<BoilingMarginResult, Hazy>[] { r => r.MarginK, r => r.BubblePointC, r => r.VapourPressureKpa })
        {
            of(hazy).StandardU.ShouldBe(drawn.Select(r => of(r).Value).StandardDeviation(), 0.05 * of(hazy).StandardU);
        }
    }

    [Theory]
    [InlineData(20, "farFromBoiling", Severity.Info)]
    [InlineData(47, "nearBoiling", Severity.Caution)]
    [InlineData(60, "boils", Severity.Stop)]
    public void What_the_margin_means_is_said(double fuelTempC, string code, Severity severity) =>
        Margin(75, 60, fuelTempC, 95).Findings.Single().ShouldSatisfyAllConditions(f => f.Code.ShouldBe(code), f => f.Severity.ShouldBe(severity));

    [Fact]
    public void What_has_been_seen_on_the_road_comes_out_of_plausible_figures()
    {
        FuelHeatingResult Over(double litres, double ambient, double start, double watts, double loss, double minutes) =>
            FuelHeating.Over(new FuelHeatingInput(litres, 85, ambient, start, watts, 95, loss, minutes), new HazeLedger());

        // Three pumps full time for an hour: 60 F to 90 F, which is 15.6 to 32.2 C (common practice, no source). Plausible and no more:
        // 35 L, 130 W a pump, 8 W/K of losses.
        Over(35, 15.6, 15.6, 390, 8, 60).FinalC.Value.ShouldBe(32.2, 1.5);

        // Two pumps, near-empty tank, 95 to 100 F weather: 140 F, which is 60 C (common practice, no source). Plausible and no more: 12 L,
        // 130 W a pump, 8 W/K, an hour.
        Over(12, 36.4, 36.4, 260, 8, 60).FinalC.Value.ShouldBe(60, 3);
    }

    [Fact]
    public void The_heating_keeps_its_energy_and_settles_where_losses_balance()
    {
        var ledger = new HazeLedger();
        var input = new FuelHeatingInput(20, 85, 30, 30, ledger.Quantity(200, 10, new HazeSource("w", "w")), 90, 0, 45);
        var adiabatic = FuelHeating.Over(input, ledger);
        var kj = adiabatic.FuelMassKg.Value * adiabatic.HeatCapacityKjPerKgK.Value * (adiabatic.FinalC.Value - 30);
        kj.ShouldBe(0.2 * 0.9 * 45 * 60, 1e-9);
        adiabatic.SteadyC.ShouldBeNull();
        (adiabatic.FinalC.StandardU / (adiabatic.FinalC.Value - 30)).ShouldBe(0.05, 1e-9);

        var lossy = FuelHeating.Over(input with { LossWPerK = 5, Minutes = 1440 }, ledger);
        lossy.SteadyC!.Value.Value.ShouldBe(30 + (180 / 5.0), 1e-9);
        lossy.FinalC.Value.ShouldBe(lossy.SteadyC.Value.Value, 0.2);
        lossy.Timeline.Zip(lossy.Timeline.Skip(1)).ShouldAllBe(p => p.Second.FuelTempC.Value >= p.First.FuelTempC.Value);

        // Hardly any loss is hardly different from none.
        FuelHeating.Over(input with { LossWPerK = 1e-3 }, ledger).FinalC.Value.ShouldBe(adiabatic.FinalC.Value, 0.01);
    }

    [Fact]
    public void The_failsafe_trips_before_the_engine_runs_lean_or_the_high_side_starves()
    {
        // Five hundredths less fuel: the drop has fallen to (1/1.05)^2.
        var ports = LowSideFailsafe.ForPorts(new(300), new(300), followsManifold: true);
        Math.Sqrt(ports.TripKpa.Value / 300).ShouldBe(1 / 1.05, 1e-9);
        ports.RisesWithManifold.ShouldBeTrue();

        var blend = new Blend<Hazy>(60, UsualFuels.Traditional<Hazy>());
        LowSideFailsafe.ForDirect(new(500), blend, new(60), new(40), new(95)).TripKpa.Value.ShouldBe(350, 1e-9);
        var hot = LowSideFailsafe.ForDirect(new(200), blend, new(90), new(75), new(80)).TripKpa.Value;
        (hot + 80).ShouldBeGreaterThan(BlendKpa(60, 90, 75));
        hot.ShouldBeGreaterThan(0.7 * 200);
    }
}
