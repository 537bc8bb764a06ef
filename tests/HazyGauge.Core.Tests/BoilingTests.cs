using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using MathNet.Numerics.Distributions;
using MathNet.Numerics.Statistics;

namespace HazyGauge.Core.Tests;

/// <summary>Fuel that gets hot, and whether it boils.</summary>
[Trait("Category", "Outside")]
public class BoilingTests
{
    private static double BlendKpa(double ethanolPct, double gasolineReidKpa, double tempC) =>
        BlendVapourPressure.At<Exact>(new Blend<Exact>(ethanolPct, UsualFuels.Traditional<Exact>()), new(gasolineReidKpa), new(tempC)).Kpa.Value;

    private static double BlendReid(double ethanolPct, double gasolineReidKpa) =>
        BlendVapourPressure.ReidOf<Exact>(new Blend<Exact>(ethanolPct, UsualFuels.Traditional<Exact>()), new(gasolineReidKpa)).Kpa.Value;

    private static BoilingMarginResult Margin(Hazy ethanolPct, Hazy gasolineReidKpa, Hazy fuelTempC, Hazy absoluteKpa, HazeLedger? ledger = null) =>
        new BoilingMarginQuery(ethanolPct, fuelTempC, absoluteKpa, GasolineReidKpa: gasolineReidKpa).Answer(ledger ?? new HazeLedger());

    private static Hazy Bubble(double ethanolPct, double gasolineReidKpa, double absoluteKpa) => Margin(ethanolPct, gasolineReidKpa, 20, absoluteKpa).BubblePointC;

    private static double BubbleC(double ethanolPct, double gasolineReidKpa, double absoluteKpa) => Bubble(ethanolPct, gasolineReidKpa, absoluteKpa).Value;

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

    [Theory]
    [InlineData(7, 2.3, 3.5, 5.2, 7.4)]
    [InlineData(10, 3.4, 5.2, 7.4, 10.5)]
    [InlineData(13, 4.7, 6.9, 9.9, 13.8)]
    public void Gasoline_has_the_pressure_of_its_class(double reidPsi, double at40F, double at60F, double at80F, double at100F)
    {
        // EPA AP-42, section 7.1, table of true vapour pressures of motor gasoline, psia (values from memory).
        foreach (var (fahrenheit, psia) in new[] { (40.0, at40F), (60, at60F), (80, at80F), (100, at100F) })
        {
            BlendKpa(0, reidPsi * 6.894757, (fahrenheit - 32) / 1.8).ShouldBe(psia * 6.894757, 0.03 * psia * 6.894757);
        }
    }

    [Fact]
    public void Blends_rise_near_E10_and_fall_to_E85_as_published()
    {
        // Blends of a gasoline of 62 kPa, published curves of Reid pressure against ethanol (values from memory, hence 3 kPa).
        foreach (var (pct, kpa) in new[] { (5.0, 68.0), (10, 69), (20, 68.2), (30, 66.5), (50, 61), (70, 50), (85, 37.0), (100, 16.0) })
        {
            BlendReid(pct, 62).ShouldBe(kpa, 3);
        }

        // Any gasoline that is sold rises by 4 to 9 kPa from E5 to E15 and is back at its own between E35 and E55 (from memory).
        foreach (var reid in new[] { 48.0, 55, 62, 70, 83 })
        {
            foreach (var pct in new[] { 5.0, 10, 15 })
            {
                (BlendReid(pct, reid) - reid).ShouldBeInRange(4, 9);
            }

            Enumerable.Range(20, 81).First(e => BlendReid(e, reid) < reid).ShouldBeInRange(35, 57);
        }

        // E85 of 50 kPa begins to boil near 58 C at 1 atm and 47 C at 3000 m; gasoline of a true 51 kPa at 61 and 48 C (common practice, no source).
        var gasoline = GasolineVapourPressure.ReidOf<Exact>(new(51)).Kpa.Value;
        var inE85 = new FuelVolatility(null, 50, 85).Gasoline().Kpa.Value;
        BubbleC(85, inE85, 101.325).ShouldBe(58, 1.5);
        BubbleC(85, inE85, AirPressure.At<Exact>(3000).Kpa.Value).ShouldBe(47, 2);
        BubbleC(0, gasoline, 101.325).ShouldBe(61, 1.5);
        BubbleC(0, gasoline, AirPressure.At<Exact>(3000).Kpa.Value).ShouldBe(48, 1.5);

        // The international standard atmosphere (ISO 2533): 70.11 kPa at 3000 m.
        AirPressure.At<Exact>(3000).Kpa.Value.ShouldBe(70.11, 0.02);
    }

    [Theory]
    [InlineData(0.03)]
    [InlineData(0.06)]
    [InlineData(0.10)]
    [InlineData(0.15)]
    public void An_independent_calculation_lies_within_the_haze_and_never_boils_much_earlier(double butane)
    {
        var other = new Unifac(butane);
        var reid = other.ReidKpa(0);
        reid.ShouldBeInRange(44, 90);
        foreach (var pct in new[] { 0.0, 5, 10, 20, 40, 60, 85 })
        {
            foreach (var tempC in new[] { 0.0, 20, 37.8, 60, 80 })
            {
                var law = new VapourPressureQuery(pct, [tempC], reid).Answer(new HazeLedger()).Points[0].Kpa;
                law.Value.ShouldBe(other.Kpa(pct, tempC), 2 * law.StandardU, $"E{pct} at {tempC} C");
            }

            foreach (var absolute in new[] { 60.0, 80, 101 })
            {
                var bubble = Bubble(pct, reid, absolute);
                var boils = MathNet.Numerics.RootFinding.Brent.FindRoot(t => other.Kpa(pct, t) - absolute, -50, 150);
                bubble.Value.ShouldBe(boils, 2 * bubble.StandardU, $"E{pct} at {absolute} kPa");
                (bubble.Value - boils).ShouldBeLessThan(1.5);
            }
        }
    }

    [Fact]
    public void A_class_of_the_finished_fuel_and_of_its_gasoline_are_two_ways_to_say_the_same()
    {
        CsCheck.Check.Sample(
            CsCheck.Gen.Select(CsCheck.Gen.Double[0, 85], CsCheck.Gen.Double[45, 100], CsCheck.Gen.Double[50, 100]),
            (pct, reid, absolute) =>
            {
                var ledger = new HazeLedger();
                var finished = ledger.Quantity(BlendReid(pct, reid), 2, new HazeSource("r", "r"));
                var inside = new FuelVolatility(null, finished, pct).Gasoline().Kpa;
                inside.Value.ShouldBe(reid, 1e-6);
                var slope = (BlendReid(pct, reid + 0.01) - BlendReid(pct, reid - 0.01)) / 0.02;
                inside.StandardU.ShouldBe(2 / slope, 1e-3);

                // The blend that boils first is no higher than any other that may be in the tank.
                var worst = new WorstBoilingQuery(pct, 20, absolute, reid).Answer(new HazeLedger());
                foreach (var may in new[] { 0, pct / 3, pct / 2, pct })
                {
                    worst.BubblePointC.Value.ShouldBeLessThanOrEqualTo(BubbleC(may, reid, absolute) + 0.02);
                }
            },
            iter: 200
        );

        // The true pressure is the third way.
        var trueKpa = BlendKpa(0, 62, 37.8);
        new BoilingMarginQuery(40, 30, 90, GasolineVapourPressureKpaAt37C8: trueKpa).Answer(new HazeLedger()).BubblePointC.Value.ShouldBe(BubbleC(40, 62, 90), 1e-6);
        (trueKpa / 62).ShouldBeInRange(1.05, 1.08);

        IReadOnlyList<string> Refused(Hazy? gasoline, Hazy? finished, Hazy? pct) =>
            [.. Should.Throw<RefusedInputException>(() => new FuelVolatility(gasoline, finished, pct).Gasoline()).Errors.Keys];
        Refused(60, 65, 10).ShouldBe(["finishedFuelReidKpa"]);
        Refused(null, null, 10).ShouldBe(["gasolineReidKpa"]);
        Refused(null, 65, null).ShouldBe(["finishedFuelEthanolPct"]);
        Refused(null, 90, 85).ShouldBe(["finishedFuelReidKpa"]);
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
            iter: 500
        );

        // A gasoline that hardly boils, under much pressure, leaves the law.
        Should.Throw<RefusedInputException>(() => Margin(0, 5, 30, 1000)).Errors.Keys.ShouldBe(["absolutePressureKpa"]);

        // More pressure than any blend of the law reaches, and hotter than the law goes, are refused.
        Should.Throw<RefusedInputException>(() => Margin(50, 60, 130, 100)).Errors.Keys.ShouldBe(["fuelTempC"]);
        Should.Throw<RefusedInputException>(() => Margin(50, 60, 30, 1500)).Errors.Keys.ShouldBe(["absolutePressureKpa"]);
        Should.Throw<RefusedInputException>(() => Margin(50, 160, 30, 100)).Errors.Keys.ShouldBe(["gasolineReidKpa"]);
    }

    [Fact]
    public void The_haze_of_the_margin_is_what_a_simulation_spreads()
    {
        // Source: JCGM 101:2008, propagation by simulation.
        var ledger = new HazeLedger();
        Hazy Measured(string id, double value, double u) => ledger.Quantity(value, u, new HazeSource(id, id));
        var hazy = Margin(Measured("e", 75, 2.5), Measured("g", 60, 4), Measured("t", 48, 2), Measured("p", 84, 2), ledger);
        var random = new Random(3);
        Hazy Drawn(double value, double u) => Normal.Sample(random, value, u);
        var drawn = Enumerable.Range(0, 4000).Select(_ => Margin(Drawn(75, 2.5), Drawn(60, 4), Drawn(48, 2), Drawn(84, 2))).ToList();
        foreach (var of in new Func<BoilingMarginResult, Hazy>[] { r => r.MarginK, r => r.BubblePointC, r => r.VapourPressureKpa })
        {
            // The law's own haze is not drawn: it is left out of the sum.
            var u = Math.Sqrt(of(hazy).Parts.Where(p => p.Source.Id != Fields.SourceCatalogue.VapourPressureLaw).Sum(p => p.U * p.U));
            u.ShouldBe(drawn.Select(r => of(r).Value).StandardDeviation(), 0.05 * u);
            of(hazy).StandardU.ShouldBeGreaterThan(u);
        }
    }

    [Theory]
    [InlineData(20, "farFromBoiling", Severity.Info)]
    [InlineData(50, "nearBoiling", Severity.Caution)]
    [InlineData(66, "boils", Severity.Stop)]
    public void What_the_margin_means_is_said(double fuelTempC, string code, Severity severity) =>
        Margin(75, 60, fuelTempC, 95).Findings.Single().ShouldSatisfyAllConditions(f => f.Code.ShouldBe(code), f => f.Severity.ShouldBe(severity));

    [Fact]
    public void What_has_been_seen_on_the_road_comes_out_of_plausible_figures()
    {
        FuelHeatingResult Over(double litres, double ambient, double start, double watts, double loss, double minutes) =>
            FuelHeating.Over(new FuelHeatingInput(litres, 85, ambient, start, watts, 95, loss, minutes), new HazeLedger());

        // No heat from the bay and none used. Three pumps full time for an hour: 60 F to 90 F, which is 15.6 to 32.2 C (common practice, no source). Plausible and no more:
        // 35 L, 130 W a pump, 8 W/K of losses.
        Over(35, 15.6, 15.6, 390, 8, 60).FinalC.Value.ShouldBe(32.2, 1.5);

        // Two pumps, near-empty tank, 95 to 100 F weather: 140 F, which is 60 C (common practice, no source). Plausible and no more: 12 L,
        // 130 W a pump, 8 W/K, an hour.
        Over(12, 36.4, 36.4, 260, 8, 60).FinalC.Value.ShouldBe(60, 3);
    }

    [Fact]
    public void Heat_that_goes_in_is_stored_or_lost_on_any_drive()
    {
        CsCheck.Check.Sample(
            CsCheck.Gen.Select(
                CsCheck.Gen.Select(CsCheck.Gen.Double[2, 100], CsCheck.Gen.Double[0, 100], CsCheck.Gen.Double[-20, 45], CsCheck.Gen.Double[-10, 50]),
                CsCheck.Gen.Select(
                    CsCheck.Gen.Double[0, 600],
                    CsCheck.Gen.Double[0, 300],
                    CsCheck.Gen.OneOf(CsCheck.Gen.Const(0.0), CsCheck.Gen.Double[0, 40]),
                    CsCheck.Gen.Double[0, 0.9],
                    CsCheck.Gen.Double[5, 300]
                )
            ),
            (tank, drive) =>
            {
                var (litres, pct, ambient, start) = tank;
                var (watts, bay, loss, used, minutes) = drive;
                var input = new FuelHeatingInput(litres, pct, ambient, start, watts, 80, loss, minutes, bay, used * litres / minutes * 60);
                var result = FuelHeating.Over(input, new HazeLedger());
                var balance = result.Balance;
                var size = Math.Abs(balance.InKj.Value) + Math.Abs(balance.LostKj.Value) + Math.Abs(balance.StoredKj.Value) + 1;
                (balance.StoredKj.Value + balance.LostKj.Value).ShouldBe(balance.InKj.Value, 1e-9 * size);
                balance.InKj.Value.ShouldBe((bay + (0.8 * watts)) * minutes * 60 / 1000, 1e-9 * size);
            },
            iter: 300
        );

        // An emptying tank against a step-by-step solution of its own (Euler, a tenth of a second).
        var emptying = new FuelHeatingInput(12, 60, 25, 30, 220, 95, 9, 90, 120, 7);
        var exact = FuelHeating.Over(emptying, new HazeLedger());
        var (temp, lost, mass) = (30.0, 0.0, exact.FuelMassKg.Value);
        var (burnt, heat, kj) = (mass * 7 / 12 / 3600, 120 + (0.95 * 220), exact.HeatCapacityKjPerKgK.Value);
        for (var step = 0; step < 90 * 600; step++)
        {
            var out10 = 9 * (temp - 25) * 0.1;
            temp += ((heat * 0.1) - out10) / (mass * kj * 1000);
            lost += out10 / 1000;
            mass -= burnt * 0.1;
        }

        exact.FinalC.Value.ShouldBe(temp, 0.01);
        exact.Balance.LostKj.Value.ShouldBe(lost, 0.001 * lost);
        exact.FinalC.Value.ShouldBeGreaterThan(FuelHeating.Over(emptying with { FuelUsedLph = 0 }, new HazeLedger()).FinalC.Value);
        Should.Throw<RefusedInputException>(() => FuelHeating.Over(emptying with { FuelUsedLph = 8 }, new HazeLedger())).Errors.Keys.ShouldBe(["fuelUsedLph"]);
    }

    [Fact]
    public void It_settles_where_losses_balance_and_hardly_any_loss_is_hardly_different_from_none()
    {
        var ledger = new HazeLedger();
        var input = new FuelHeatingInput(20, 85, 30, 30, ledger.Quantity(200, 10, new HazeSource("w", "w")), 90, 0, 45);
        var adiabatic = FuelHeating.Over(input, ledger);
        adiabatic.SteadyC.ShouldBeNull();
        (Math.Abs(adiabatic.FinalC.Parts.Single(p => p.Source.Id == "w").U) / (adiabatic.FinalC.Value - 30)).ShouldBe(0.05, 1e-9);

        var lossy = FuelHeating.Over(input with { LossWPerK = 5, Minutes = 1440 }, ledger);
        lossy.SteadyC!.Value.Value.ShouldBe(30 + (180 / 5.0), 1e-9);
        lossy.FinalC.Value.ShouldBe(lossy.SteadyC.Value.Value, 0.3);
        lossy.Timeline.Zip(lossy.Timeline.Skip(1)).ShouldAllBe(p => p.Second.FuelTempC.Value >= p.First.FuelTempC.Value);
        FuelHeating.Over(input with { LossWPerK = 1e-3 }, ledger).FinalC.Value.ShouldBe(adiabatic.FinalC.Value, 0.01);
        FuelHeating.Over(input with { FuelUsedLph = 1e-6 }, ledger).FinalC.Value.ShouldBe(adiabatic.FinalC.Value, 1e-5);
    }

    [Fact]
    public void The_failsafe_trips_before_the_engine_runs_lean_or_the_high_side_starves()
    {
        // Five hundredths less fuel: the drop has fallen to (1/1.05)^2.
        var ports = LowSideFailsafe.ForPorts(new(300), new(300), followsManifold: true);
        Math.Sqrt(ports.TripKpa.Value / 300).ShouldBe(1 / 1.05, 1e-9);
        ports.RisesWithManifold.ShouldBeTrue();

        LowSideFailsafe.ForDirect(new(500), 60, new(60), new(40), new(95), new HazeLedger()).TripKpa.Value.ShouldBe(350, 1e-9);

        // On whatever may be in the tank: E10 has the highest pressure of all, 25 K above the tank.
        var hot = LowSideFailsafe.ForDirect(new(200), 60, new(90), new(75), new(80), new HazeLedger()).TripKpa.Value;
        (hot + 80 - 50).ShouldBe(Enumerable.Range(0, 61).Max(e => BlendKpa(e, 90, 100)), 1e-6);
        hot.ShouldBeGreaterThan(0.7 * 200);
    }

    [Theory]
    [InlineData(85, 60, 20, ColdStarting.Yes)]
    [InlineData(100, 60, 14, ColdStarting.Yes)]
    [InlineData(100, 60, 4, ColdStarting.Hard)]
    [InlineData(100, 60, -5, ColdStarting.No)]
    [InlineData(85, 60, -20, ColdStarting.No)]
    [InlineData(10, 80, -20, ColdStarting.Yes)]
    [InlineData(70, 90, -5, ColdStarting.Yes)]
    public void A_blend_starts_in_the_cold_as_far_as_it_evaporates(double ethanolPct, double gasolineReidKpa, double coldestC, ColdStarting starts)
    {
        // ASTM D5798: least pressures of its classes (values from memory); neat ethanol has its flash point at 13 C (handbook).
        var result = new ColdStartQuery(ethanolPct, coldestC, gasolineReidKpa).Answer(new HazeLedger());
        result.Starts.ShouldBe(starts);
        (result.Starts == ColdStarting.Yes).ShouldBe(result.HighestEthanolThatStartsPct >= ethanolPct);
        result.VapourPressureKpa.Value.ShouldBe(BlendKpa(ethanolPct, gasolineReidKpa, coldestC), 1e-9);

        // More volatile gasoline, a warmer morning and less ethanol below never start worse.
        new ColdStartQuery(ethanolPct, coldestC + 5, gasolineReidKpa).Answer(new HazeLedger()).Starts.CompareTo(starts).ShouldBeLessThanOrEqualTo(0);
        new ColdStartQuery(ethanolPct, coldestC, gasolineReidKpa + 15).Answer(new HazeLedger()).Starts.CompareTo(starts).ShouldBeLessThanOrEqualTo(0);
    }

    [Fact]
    public void A_log_of_the_temperature_gives_back_the_heat_and_the_loss_it_was_made_with()
    {
        var random = new Random(11);
        var (inside, cases) = (0, 60);
        for (var n = 0; n < cases; n++)
        {
            double Between(double from, double to) => from + ((to - from) * random.NextDouble());
            var (litres, watts, share, bay, loss, used) = (Between(8, 40), Between(100, 400), Between(50, 98), Between(0, 150), Between(3, 25), Between(0, 6));
            var made = FuelHeating.Over(new FuelHeatingInput(litres, 60, 28, 24, watts, share, loss, 120, bay, Math.Min(used, litres / 3)), new HazeLedger());
            FuelHeatingLog Log(double noiseK) =>
                new(
                    litres,
                    60,
                    28,
                    watts,
                    [.. made.Timeline.Where(p => p.Minute % 5 == 0).Select(p => new TemperatureReading(p.Minute, p.FuelTempC.Value + Normal.Sample(random, 0, noiseK)))],
                    bay,
                    Math.Min(used, litres / 3)
                );

            // Without noise the figures themselves; only specific heat is taken at another temperature than over the drive.
            var exact = Log(0).Fit(new HazeLedger());
            exact.LossWPerK.Value.ShouldBe(loss, 0.03 * loss);
            exact.HeatIntoFuelPct.Value.ShouldBe(share, 0.03 * (share + (100 * bay / watts)));

            // With the noise of a thermometer within the haze that is named, nineteen times of twenty.
            var noisy = Log(0.3).Fit(new HazeLedger());
            inside += Math.Abs(noisy.LossWPerK.Value - loss) < 2 * noisy.LossWPerK.StandardU ? 1 : 0;
            inside += Math.Abs(noisy.HeatW.Value - ((watts * share / 100) + bay)) < 2 * noisy.HeatW.StandardU ? 1 : 0;
        }

        (inside / (2.0 * cases)).ShouldBeGreaterThan(0.9);
        Should
            .Throw<RefusedInputException>(() => new FuelHeatingLog(20, 85, 30, 240, [new(0, 20), new(1, 21), new(2, 22), new(3, 22), new(4, 23), new(5, 24)]).Fit(new HazeLedger()))
            .Errors.Keys.ShouldBe(["readings"]);

        // Whatever stands in a log, it has an answer: a figure, or what is wrong with it.
        FuelHeatingLog Typed(params double[] tempsC) => new(20, 85, 30, 240, [.. tempsC.Select((t, i) => new TemperatureReading(12 * i, t))]);
        Typed(30, 33.9, 37.3, 40.4, 43.1, 1).Fit(new HazeLedger()).Findings.ShouldContain(f => f.Code == "logScattered");
        Typed(30, 33.9, 37.3, 40.4, 43.1, 45.9).Fit(new HazeLedger()).Findings.ShouldNotContain(f => f.Code == "logScattered");
        Typed(30, 33, 36.2, 39.6, 43.2, 47).Fit(new HazeLedger()).LossWPerK.Value.ShouldBe(0, 1e-3);
        for (var n = 0; n < 200; n++)
        {
            var log = Typed([.. Enumerable.Range(0, 6).Select(_ => (random.NextDouble() * 160) - 38)]);
            try
            {
                double.IsFinite(log.Fit(new HazeLedger()).HeatW.Value).ShouldBeTrue();
            }
            catch (RefusedInputException refused)
            {
                refused.Errors.Keys.ShouldBe(["readings"]);
            }
        }
    }
}
