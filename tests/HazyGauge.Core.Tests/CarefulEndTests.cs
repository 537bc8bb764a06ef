using CsCheck;
using HazyGauge.Core.Compensation;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Plumbing;
using HazyGauge.Core.Plumbing.Checks;
using HazyGauge.Core.Plumbing.Kit;
using HazyGauge.Core.Plumbing.Placement;
using HazyGauge.Core.Plumbing.Ports;
using HazyGauge.Core.Stations;
using HazyGauge.Core.Stations.Capacity;
using HazyGauge.Core.Stations.Survey;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Tests;

/// <summary>Where a sentence that is too friendly costs an engine: chances are said, worst ends are the worst, what nobody knows is not taken for fit.</summary>
public class CarefulEndTests
{
    private static HazeSource From(string name) => new(name, name);

    private static double Factor(double pct, double basePct, Metering metering) => new FuelFactorQuery(pct, basePct, metering).Answer(new HazeLedger()).Factor.Value;

    /// <summary>Source: tables of the normal distribution, from memory: 0.5 at 0, 0.1587 at 1, 0.0228 at 2.</summary>
    [Theory]
    [Trait("Category", "Outside")]
    [InlineData(0, 5, 50)]
    [InlineData(6, 6, 15.87)]
    [InlineData(-6, 6, 84.13)]
    [InlineData(12, 6, 2.28)]
    [InlineData(3, 0, 0)]
    [InlineData(-3, 0, 100)]
    public void How_likely_fuel_boils_follows_from_its_margin_and_haze(double marginK, double u, double pct) =>
        BoilingMargin.ChancePct(new HazeLedger().Quantity(marginK, u, From("m"))).ShouldBe(pct, 0.01);

    [Fact]
    public void How_likely_it_boils_at_one_of_two_places_counts_what_blurs_both_once()
    {
        var random = new Random(29);
        double Normal() => Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
        for (var round = 0; round < 12; round++)
        {
            var ledger = new HazeLedger();
            var (shared, own, other) = (5 * random.NextDouble(), 0.1 + (4 * random.NextDouble()), 0.1 + (4 * random.NextDouble()));
            var (here, there) = (10 * (random.NextDouble() - 0.3), 10 * (random.NextDouble() - 0.3));
            var both = ledger.Quantity(0, shared, From("both"));
            var (a, b) = (here + both + ledger.Quantity(0, own, From("a")), there + both + ledger.Quantity(0, other, From("b")));

            // By drawing both, another way than by the integral.
            const int Draws = 40_000;
            var boils = 0;
            for (var i = 0; i < Draws; i++)
            {
                var common = shared * Normal();
                boils += here + common + (own * Normal()) < 0 || there + common + (other * Normal()) < 0 ? 1 : 0;
            }

            BoilingMargin.ChanceOfEitherPct(a, b).ShouldBe(100.0 * boils / Draws, 1);
        }
    }

    /// <summary>Source: common practice, no source: trims of 15 % around a map on E10 cover about E0 to E43, metering by orifice.</summary>
    [Fact]
    [Trait("Category", "Outside")]
    public void Trims_of_15_percent_on_E10_cover_E0_to_E43()
    {
        var band = new ClosedLoopBandQuery(10, 15).Answer();
        (band.LowestPct.Value, band.HighestPct.Value).ShouldSatisfyAllConditions(b => b.Item1.ShouldBe(0), b => b.Item2.ShouldBe(43, 1));
    }

    [Fact]
    public void The_band_of_closed_loop_ends_where_the_needed_factor_leaves_the_trims()
    {
        Gen.Select(Gen.Double[0, 100], Gen.Double[1, 40], Gen.Double[-1, 1], Gen.Enum<Metering>())
            .Sample(
                (basePct, limit, learnedShare, metering) =>
                {
                    var learned = learnedShare * limit;
                    var band = new ClosedLoopBandQuery(basePct, limit, learned, metering).Answer();
                    var (least, most) = (1 - ((limit + learned) / 100), 1 + ((limit - learned) / 100));
                    foreach (var (end, bound, limitPct) in new[] { (band.LowestPct.Value, least, 0.0), (band.HighestPct.Value, most, 100.0) })
                    {
                        // Either the factor there is the bound, or the blend is E0 or E100 and its factor lies inside.
                        var needed = Factor(end, basePct, metering);
                        (Math.Abs(needed - bound) < 1e-6 || (end == limitPct && (limitPct == 0 ? needed > bound : needed < bound))).ShouldBeTrue($"{end} {needed} {bound}");
                    }
                }
            );
        Should.Throw<RefusedInputException>(() => new ClosedLoopBandQuery(10, 15, 20).Answer()).Errors.Keys.ShouldBe(["learnedTrimPct"]);
        Should.Throw<RefusedInputException>(() => new ClosedLoopBandQuery(110, 15).Answer()).Errors.Keys.ShouldBe(["baseEthanolPct"]);

        // What is not known of the map is not known of the band: its slope, another way.
        var hazy = new ClosedLoopBandQuery(new HazeLedger().Quantity(20, 2, From("map")), 10).Answer();
        var slope = (new ClosedLoopBandQuery(20.01, 10).Answer().HighestPct.Value - new ClosedLoopBandQuery(19.99, 10).Answer().HighestPct.Value) / 0.02;
        hazy.HighestPct.StandardU.ShouldBe(2 * slope, 1e-3);
    }

    [Theory]
    [InlineData(76, 9.24, 72, 2.9)]
    [InlineData(10, 3, 60, 2.9)]
    [InlineData(40, 5, 40, 1)]
    public void The_cautious_factor_covers_what_is_not_known_of_the_map_as_well(double basePct, double baseU, double readPct, double readU)
    {
        var ledger = new HazeLedger();
        var result = new FuelFactorQuery(ledger.Quantity(readPct, readU, From("e")), ledger.Quantity(basePct, baseU, From("map")), Metering.Orifice).Answer(ledger);

        // Drawn another way: 97.5 of 100 need no more.
        var random = new Random(3);
        double Normal() => Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
        var fuels = UsualFuels.Traditional<Exact>();
        var needed = Enumerable
            .Range(0, 20_000)
            .Select(_ => (Read: Math.Clamp(readPct + (readU * Normal()), 0, 100), Map: Math.Clamp(basePct + (baseU * Normal()), 0, 100)))
            .Select(d => FuelFactor.CompositionFactor(Metering.Orifice, new Blend<Exact>(d.Read, fuels), new MapBlend<Exact>(new(d.Map, fuels))).Value)
            .Order()
            .ToList();
        result.CautiousFactor.Value.ShouldBeGreaterThan(needed[(int)(0.97 * needed.Count)]);
        result.CautiousFactor.Value.ShouldBeLessThan(needed[^1]);

        // A map that is known exactly leaves the high end of the reading alone.
        new FuelFactorQuery(ledger.Quantity(readPct, readU, From("e")), basePct, Metering.Orifice)
            .Answer(ledger)
            .CautiousFactor.Value.ShouldBe(Factor(Math.Min(100, readPct + (2 * readU)), basePct, Metering.Orifice), 1e-9);
    }

    [Fact]
    public void A_pump_never_lifts_the_base_pressure_above_what_it_stalls_against()
    {
        VehicleSurvey With(double lph, int count) =>
            new()
            {
                Engine = new Engine(6, 2500, Aspiration.Natural, PowerKw: 150, FullPowerRpm: 6000),
                FuelSystem = new FuelSystemSurvey(FuelLine.Return, FuelSystemKind.Port, 300, FeedLengthMm: 3000, FeedBoreMm: 7.9, ReturnLengthMm: 3000, ReturnBoreMm: 6.5),
                Pump = new FuelPump(count, lph),
            };
        var before = 0.0;
        foreach (var (lph, count) in new[] { (120.0, 1), (200, 1), (400, 2), (450, 3), (600, 8) })
        {
            var ledger = new HazeLedger();
            var overrun = PlacementAdvisor.Of(FuelPath.Of(With(lph, count), ledger), new(), ledger).Overrun!;

            // A pump without a curve falls by 0.2 % of its flow a kPa from 300 kPa on: it stalls at 800 kPa.
            overrun.BaseKpa.Value.ShouldBeInRange(300, 800);
            overrun.LeastKpa.Value.ShouldBeGreaterThan(before);
            before = overrun.LeastKpa.Value;

            // What the open regulator and the return lose at what the pump still moves is what the line stands at.
            if (overrun.Overruns)
            {
                overrun.BaseKpa.Value.ShouldBe(overrun.LeastKpa.Value, 1e-6);
            }
        }

        // On its curve the pump ends where the curve falls to nothing.
        var onCurve = With(0, 2) with { Pump = new FuelPump(2, null, [new(200, 420), new(400, 380), new(500, 340)]) };
        var curved = new HazeLedger();
        PlacementAdvisor.Of(FuelPath.Of(onCurve, curved), new(), curved).Overrun!.BaseKpa.Value.ShouldBeInRange(300, 500 + (340 / 0.4));
    }

    [Fact]
    public void A_sensor_in_a_bypass_is_late_by_what_its_branch_holds_at_its_share_of_the_flow()
    {
        VehicleSurvey vehicle = new()
        {
            Engine = new Engine(6, 2500, Aspiration.Natural, PowerKw: 250, FullPowerRpm: 6000),
            FuelSystem = new FuelSystemSurvey(FuelLine.Returnless, FuelSystemKind.Port, 400, FeedLengthMm: 3000, FeedBoreMm: 7.9),
            Pump = new FuelPump(1, 300),
        };
        var ledger = new HazeLedger();
        var compared = PlacementAdvisor.Of(FuelPath.Of(vehicle, ledger), new(), ledger);
        PlacementOption In(SensorPlace place) => compared.Options.Single(o => o.School == place);
        var (feed, bypass) = (In(SensorPlace.Feed), In(SensorPlace.Bypass));
        foreach (var (plain, beside) in new[] { (feed.LagS, bypass.LagS), (feed.SettledS, bypass.SettledS) })
        {
            beside!.Idle!.Value.Value.ShouldBeGreaterThan(plain!.Idle!.Value.Value + 30);
            beside.Cruise!.Value.Value.ShouldBeGreaterThan(plain.Cruise!.Value.Value + 5);
        }

        // By as much as it is later, it leads the rail by less.
        (feed.ToRailS!.Idle!.Value.Value - bypass.ToRailS!.Idle!.Value.Value).ShouldBe(bypass.LagS!.Idle!.Value.Value - feed.LagS!.Idle!.Value.Value, 1e-6);
    }

    /// <summary>Source: SAE J2044 (quick connects 500 kPa) and SAE J30 R9 (hose 690 kPa), from memory.</summary>
    [Fact]
    [Trait("Category", "Outside")]
    public void What_nobody_knows_to_bear_the_pressure_is_not_fit_for_it()
    {
        FittingPart Barb(double? kpa) => new("barb", "Barb", ["qc-3-8-f-tab", "barb-9-5"], 7.5, 38, 7, true, MaxKpa: kpa);
        ChainCheckResult Of(double? partKpa, double lineKpa) =>
            ChainCheck.Of(MadeChain.Of([Barb(partKpa)], PortCatalogue.Find("qc-3-8-m")!, PortCatalogue.Find("hose-9-5")!), [], lineKpa, null);
        Of(500, 400).Findings.ShouldNotContain(f => f.Code == "pressureUnknown");
        Of(null, 400).ShouldSatisfyAllConditions(c => c.Ok.ShouldBeTrue(), c => c.Findings.Single(f => f.Code == "pressureUnknown").Severity.ShouldBe(Severity.Caution));
        foreach (var kpa in new[] { 700.0, 1500, 20_000 })
        {
            Of(null, kpa).ShouldSatisfyAllConditions(c => c.Ok.ShouldBeFalse(), c => c.Findings.Single(f => f.Code == "pressureUnknown").Severity.ShouldBe(Severity.Stop));
            Of(500, kpa).Ok.ShouldBeFalse();
        }
    }

    /// <summary>Source: SAE J2044 (quick connects 115 C) and SAE J30 R9 (hose 135 C), from memory; 100 C under a hood common practice, no source.</summary>
    [Theory]
    [InlineData(null, null, "caution")]
    [InlineData(null, 70.0, "caution")]
    [InlineData(null, 115.0, "caution")]
    [InlineData(null, 116.0, "stop")]
    [InlineData(90.0, null, "caution")]
    [InlineData(100.0, null, "")]
    [InlineData(90.0, 90.0, "")]
    [InlineData(90.0, 91.0, "stop")]
    [InlineData(135.0, 120.0, "")]
    [InlineData(115.0, 120.0, "stop")]
    [Trait("Category", "Outside")]
    public void What_nobody_knows_to_bear_the_heat_is_not_fit_for_it(double? partC, double? hottestC, string said)
    {
        FittingPart barb = new("barb", "Barb", ["qc-3-8-f-tab", "barb-9-5"], 7.5, 38, 7, true, MaxKpa: 500, MaxC: partC, ClassSource: "its print");
        var check = ChainCheck.Of(MadeChain.Of([barb], PortCatalogue.Find("qc-3-8-m")!, PortCatalogue.Find("hose-9-5")!), [], 400, hottestC);
        var heat = check.Findings.SingleOrDefault(f => f.Code is "temperatureUnknown" or "tooHot");
        (heat?.Severity.ToString() ?? string.Empty).ShouldBe(said, StringCompareShould.IgnoreCase);
        check.Ok.ShouldBe(said != "stop");
        if (partC is { } most && heat is not null)
        {
            heat.Values.Values.Select(v => v.Value).ShouldBe([most, hottestC ?? 100], ignoreOrder: true);
            heat.Text.ShouldContain("(its print)");
        }
    }

    [Theory]
    [InlineData(null, null, true, "tubeMaterial")]
    [InlineData(TubeMaterial.Steel, null, true, "")]
    [InlineData(TubeMaterial.CopperNickel, false, true, "")]
    [InlineData(TubeMaterial.Nylon, null, false, "ferruleOnNylon")]
    [InlineData(TubeMaterial.Nylon, false, false, "ferruleOnNylon")]
    [InlineData(TubeMaterial.Nylon, true, true, "insertIn")]
    public void A_ferrule_holds_on_metal_and_on_nylon_only_over_an_insert(TubeMaterial? tube, bool? insert, bool isOk, string code)
    {
        FittingPart nut = new("nut", "Ferrule nut", ["ferrule-3-8", "flare-6-m"], 7.5, 30, 8, true, MaxKpa: 1000);
        var check = ChainCheck.Of(MadeChain.Of([nut], PortCatalogue.Find("tube-3-8")!, PortCatalogue.Find("flare-6-f")!), [new JointMade(Tube: tube, Insert: insert)], 400, null);
        check.Ok.ShouldBe(isOk);
        string.Join(' ', check.Findings.Where(f => f.Joint == 1 && f.Code is "tubeMaterial" or "ferruleOnNylon" or "insertIn").Select(f => f.Code)).ShouldBe(code);
    }

    // Whatever else is right at a joint, and whichever of them it is: only hand tight it stops the line, and so does a bead without its collar.
    [Fact]
    public void A_joint_that_is_not_made_up_stops_the_line_wherever_it_is()
    {
        FittingPart hose = new("hose", "Hose", ["hose-9-5", "hose-9-5"], 9.5, 250, 8, true, BendRadiusMm: 57, MaxKpa: 690);
        FittingPart joiner = new("joiner", "Joiner", ["barb-9-5", "barb-9-5"], 7.5, 55, 3, true, MaxKpa: 690);
        var chain = MadeChain.Of([hose, joiner, hose], PortCatalogue.Find("bead-3-8")!, PortCatalogue.Find("barb-9-5")!);
        for (var at = 0; at < 4; at++)
        {
            ChainCheckResult With(JointMade made) => ChainCheck.Of(chain, [.. Enumerable.Range(0, 4).Select(i => i == at ? made : new JointMade())], 400, null);
            string[] Codes(ChainCheckResult check) => [.. check.Findings.Where(f => f.Joint == at + 1).Select(f => f.Code)];
            With(new()).Ok.ShouldBeTrue();
            With(new(HandTight: false)).Ok.ShouldBeTrue();
            var loose = With(new(HandTight: true));
            loose.Ok.ShouldBeFalse();
            loose.Findings.Single(f => f.Severity == Severity.Stop).ShouldSatisfyAllConditions(f => f.Code.ShouldBe("handTight"), f => f.Joint.ShouldBe(at + 1));

            // The bead is at the first joint; anywhere else a collar has nothing to hold.
            With(new(Collar: false)).Ok.ShouldBe(at > 0);
            Codes(With(new(Collar: true))).ShouldContain(at == 0 ? "collarHome" : "collarNowhere");
            LeakList.Of(chain)[at].HasBead.ShouldBe(at == 0 ? true : null);
            ChainKit
                .Of(chain, [.. Enumerable.Range(0, 4).Select(i => new JointMade(Collar: i == at ? true : null))])
                .Parts.Count(p => p.Code.StartsWith("split-collar", StringComparison.Ordinal))
                .ShouldBe(at == 0 ? 1 : 0);
        }
    }

    // Every kind of act, asked of the owner or not: before it is done it is said, and agreed to it is only said.
    [Fact]
    public void What_cannot_be_undone_is_marked_before_it_is_done()
    {
        foreach (var kind in Enum.GetValues<NoWayBackKind>())
        {
            foreach (var agrees in new bool?[] { null, false, true })
            {
                var survey = VehicleSurvey.Empty with { Work = new WorkNotes(NoWayBack: [new(kind, "behind the dash", agrees)]) };
                var found = new SurveyStation().Evaluate(survey, new StationContext(new HazeLedger())).Findings.Where(f => f.Code == "noWayBack").ShouldHaveSingleItem();
                found.Severity.ShouldBe(agrees == true ? Severity.Info : Severity.Caution);
                found.Text.ShouldStartWith("Cannot be undone: ");
                found.Text.ShouldContain("behind the dash");
            }
        }
    }

    /// <summary>Source: common practice, no source: E75 over a map on E10 with nothing that corrects it runs at lambda 1.31 to 1.36.</summary>
    [Theory]
    [Trait("Category", "Outside")]
    [InlineData(75, 10.0, CorrectionAboveKind.Off, Severity.Stop)]
    [InlineData(12, 10.0, CorrectionAboveKind.Off, Severity.Info)]
    [InlineData(75, null, CorrectionAboveKind.Off, Severity.Stop)]
    [InlineData(75, 10.0, CorrectionAboveKind.Hold, Severity.Info)]
    [InlineData(75, 10.0, CorrectionAboveKind.None, null)]
    public void A_correction_that_switches_off_at_speed_is_read_wherever_the_sensor_is(double highest, double? map, CorrectionAboveKind kind, Severity? severity)
    {
        var survey = new VehicleSurvey
        {
            Control = new EngineControl(SignalPath.DirectFrequency, FuelMapEthanolPct: map, CorrectionAbove: new(kind, 3000)),
            Goals = new Goals(highest),
        };
        var findings = SurveyEvaluation.Of(survey, new HazeLedger()).Findings.Where(f => f.Code.StartsWith("correction", StringComparison.Ordinal)).ToList();
        findings.Select(f => (Severity?)f.Severity).ShouldBe(severity is null ? [] : [severity]);
        if (severity == Severity.Stop && map is not null)
        {
            var lambda = Uncorrected.LambdaRatio(highest, new(map.Value));
            lambda.ShouldBeInRange(1.31, 1.36);
            findings[0].Text.ShouldContain(FormattableString.Invariant($"lambda {lambda:0.00}"));
        }
    }

    [Theory]
    [InlineData("flex correction off above 3000 rpm", true)]
    [InlineData("blend frozen, 4500 /min", true)]
    [InlineData("Holds the last value over 4000 1/min", true)]
    [InlineData("lamp in the dash when the signal is lost", false)]
    public void What_was_written_of_failsafes_before_only_raises_the_question(string text, bool asks)
    {
        var survey = new VehicleSurvey
        {
            Control = new EngineControl(SignalPath.DirectFrequency, FuelMapEthanolPct: 10, HasFailsafe: true, Failsafes: text),
            Goals = new Goals(75),
        };
        var findings = SurveyEvaluation.Of(survey, new HazeLedger()).Findings;
        findings.Any(f => f.Code == "correctionAboveAsked").ShouldBe(asks);
        findings.ShouldNotContain(f => f.Code == "correctionOffAbove");
    }

    [Fact]
    public void A_trip_exists_only_where_it_is_known_whether_the_regulator_follows_the_manifold_boost_or_none()
    {
        LowSideFailsafe? Of(Aspiration aspiration, FuelLine line, bool? follows) =>
            CapacityEvaluation
                .Of(
                    new VehicleSurvey
                    {
                        Engine = new Engine(4, 2000, aspiration, aspiration == Aspiration.Boosted ? 80 : null, 6000, 120),
                        FuelSystem = new FuelSystemSurvey(line, FuelSystemKind.Port, 300, follows, 60),
                        Pump = new FuelPump(1, 300),
                        Injectors = new PortInjectors(4, 600, 300),
                    },
                    new CapacityPlan(),
                    new HazeLedger()
                )
                .Failsafe;
        foreach (var aspiration in new[] { Aspiration.Natural, Aspiration.Boosted })
        {
            Of(aspiration, FuelLine.Return, null).ShouldBeNull();
            Of(aspiration, FuelLine.Return, false).ShouldNotBeNull();
            Of(aspiration, FuelLine.Return, true)!.RisesWithManifold.ShouldBeTrue();
        }
    }

    [Fact]
    public void Fuel_is_judged_on_the_blends_that_are_ever_tanked_and_at_the_temperature_that_was_seen()
    {
        VehicleSurvey vehicle = new()
        {
            Engine = new Engine(4, 2000, Aspiration.Natural, null, 6000, 120),
            FuelSystem = new FuelSystemSurvey(FuelLine.Return, FuelSystemKind.Port, 300, false, 60),
            Pump = new FuelPump(1, 300),
            Injectors = new PortInjectors(4, 600, 300),
            Control = new EngineControl(SignalPath.DirectFrequency, FuelMapEthanolPct: 79),
            Goals = new Goals(79),
        };
        CapacityResults Of(VehicleSurvey survey, Hazy? seenC = null) =>
            CapacityEvaluation.Of(survey, new CapacityPlan { Drive = new HotDrive(AmbientC: 25, GasolineReidKpa: 60) }, new HazeLedger(), seenC: seenC);
        double Worst(VehicleSurvey survey) => Of(survey).Drive!.WorstEthanolPct!.Value;

        // Whatever may be tanked: a blend near E8 boils first. From the lowest on: the lowest. Held near the map: near it.
        Worst(vehicle).ShouldBeInRange(2, 20);
        Worst(vehicle with { Goals = new Goals(79, LowestEthanolPct: 50) }).ShouldBe(50, 1);
        Worst(vehicle with { Control = vehicle.Control with { SignalPath = SignalPath.DisplayOnly } }).ShouldBeInRange(74, 84);

        var (calculated, seen) = (Of(vehicle).Drive!, Of(vehicle, 60).Drive!);
        calculated.FinalC.Value.ShouldBeLessThan(60);
        (calculated.AtInlet.MarginK.Value - seen.AtInlet.MarginK.Value).ShouldBe(60 - calculated.FinalC.Value, 0.01);
        seen.BoilsPct!.Value.ShouldBeGreaterThan(calculated.BoilsPct!.Value);
        Of(vehicle, 60).Findings.ShouldContain(f => f.Code == "fuelSeenHotter");
        Of(vehicle, -5).Drive!.AtInlet.MarginK.Value.ShouldBe(calculated.AtInlet.MarginK.Value);
    }

    [Fact]
    public void Nothing_says_safe_while_fuel_may_boil()
    {
        VehicleSurvey vehicle = new()
        {
            Engine = new Engine(4, 2000, Aspiration.Natural, null, 6000, 90),
            FuelSystem = new FuelSystemSurvey(FuelLine.Return, FuelSystemKind.Port, 300, false, 60),
            Pump = new FuelPump(1, 400),
            Injectors = new PortInjectors(4, 700, 300),
            Goals = new Goals(85),
        };
        var met = new HashSet<bool>();
        for (var ambient = 0; ambient <= 45; ambient += 3)
        {
            var results = CapacityEvaluation.Of(vehicle, new CapacityPlan { Drive = new HotDrive(AmbientC: ambient, GasolineReidKpa: 60) }, new HazeLedger());
            var isOpen = results.Findings.Any(f => f.Code is "mayBoil" or "probablyBoils" or "boils");
            met.Add(isOpen);
            results.Lead.Text.Contains("Safe even", StringComparison.Ordinal).ShouldBe(!isOpen, $"{ambient}");
            if (isOpen)
            {
                results.State.ShouldNotBe(StationState.Proven);
                results.NextAction.Code.ShouldBeOneOf("mayBoil", "probablyBoils", "boils");
            }
        }

        met.Count.ShouldBe(2);
    }

    [Theory]
    [InlineData(30, 34, StationState.Proven)] // within five points
    [InlineData(30, 38, StationState.InWork)] // lambda 1.03: gently
    [InlineData(30, 20, StationState.InWork)]
    [InlineData(30, 60, StationState.Hold)]
    [InlineData(10, 75, StationState.Hold)]
    public void Where_nothing_corrects_a_blend_a_little_off_is_driven_gently_and_one_far_off_not_at_all(double map, double read, StationState state)
    {
        var ledger = new HazeLedger();
        var says = new Sensing.SensorSays(Sensing.ShownReading.Of([new Sensing.ShownValue("gauge", read, LeftWhenUnplugged: true)], 5, ledger), null);
        var upstream = new Dictionary<string, object>(StringComparer.Ordinal)
        {
            ["survey"] = new VehicleSurvey { Control = new EngineControl(SignalPath.DisplayOnly, FuelMapEthanolPct: map) },
            ["signal"] = says,
        };
        var results = new Stations.Compensate.CompensateStation().Evaluate(new(), new StationContext(ledger, upstream, new Dictionary<NeededFile, StationFile>(), []));
        results.State.ShouldBe(state);
        var off = Math.Abs(Uncorrected.LambdaRatio(read, new(map)) - 1);
        (state == StationState.Hold).ShouldBe(off > 0.05);
        results.Findings.Any(f => f.Text.Contains("Do not drive", StringComparison.Ordinal)).ShouldBe(state == StationState.Hold);
    }

    [Fact]
    public void What_is_not_sure_to_be_too_small_is_a_question()
    {
        CapacityResults Of(double kw, double? flow) =>
            CapacityEvaluation.Of(
                new VehicleSurvey
                {
                    Engine = new Engine(4, 2000, Aspiration.Natural, null, 6000, kw),
                    FuelSystem = new FuelSystemSurvey(FuelLine.Return, FuelSystemKind.Port, 300, false, 60),
                    Pump = new FuelPump(1, flow),
                    Injectors = new PortInjectors(4, 900, 300),
                    Goals = new Goals(85),
                },
                new CapacityPlan { Drive = new HotDrive(AmbientC: 0) },
                new HazeLedger()
            );
        var met = new HashSet<bool>();
        for (var kw = 60.0; kw <= 400; kw += 10)
        {
            var results = Of(kw, 150);
            if (results.AtPoint is not { MaxEthanolPct: null } point)
            {
                continue;
            }

            var isSure = point.Verdict == CapacityVerdict.TooSmall;
            met.Add(isSure);
            foreach (var said in new[] { results.Headline.Text, new CapacityStation().Summary(new(), results).Text })
            {
                (said.Contains("cannot", StringComparison.Ordinal) || said.Contains("not supported", StringComparison.Ordinal)).ShouldBe(isSure, said);
                said.Contains("may be too small", StringComparison.Ordinal).ShouldBe(!isSure, said);
            }
        }

        met.Count.ShouldBe(2);
    }

    [Theory]
    [InlineData(3.4, 5.0)]
    [InlineData(9.3, 12.1)]
    public void Volts_that_were_typed_are_known_to_half_a_percent_and_ten_millivolts(double average, double high)
    {
        Hazy? Read(Hazy averageV, Hazy highV, HazeLedger ledger) =>
            new Stations.Signal.SignalStation()
                .Evaluate(new Stations.Signal.SignalPlan { Meter = new Stations.Signal.MeterValues(112, 2.5, averageV, highV) }, new StationContext(ledger))
                .Meter!.Single(r => r.Quantity == Sensing.MeterQuantity.AverageV)
                .Read;
        var typed = new HazeLedger();
        Read(average, high, typed)!.Value.StandardU.ShouldBe(((0.005 * average) + 0.01) / 2, 1e-9);

        // Whoever says how well his meter reads is believed.
        var said = new HazeLedger();
        Read(said.Quantity(average, 0.004, From("averageV")), high, said)!.Value.StandardU.ShouldBe(0.004, 1e-9);
    }

    [Fact]
    public void A_straight_multiplier_is_right_at_its_ends_and_says_how_far_off_it_is_between_them()
    {
        var survey = new VehicleSurvey
        {
            Control = new EngineControl(SignalPath.DirectFrequency, FuelMapEthanolPct: 10),
            Goals = new Goals(85),
            Settings = [new("Main", SettingKind.MultiplierAt0, AsFound: Math.Round(100 * Uncorrected.LambdaRatio(0, new(10)), 1))],
        };
        double Off(double pct) =>
            (
                (Uncorrected.LambdaRatio(0, new(10)) + ((Uncorrected.LambdaRatio(100, new(10)) - Uncorrected.LambdaRatio(0, new(10))) * pct / 100))
                / Uncorrected.LambdaRatio(pct, new(10))
            ) - 1;
        var worst = Enumerable.Range(0, 86).Max(pct => Math.Abs(Off(pct)));
        SettingVerdicts.Of(survey).Single().AsFound!.Text.ShouldContain(FormattableString.Invariant($"{100 * worst:0.0} % rich even so"));
    }

    [Theory]
    [InlineData(FuelSystemKind.SinglePoint, 2, 8, false)]
    [InlineData(FuelSystemKind.SinglePoint, 3, 8, true)]
    [InlineData(FuelSystemKind.Port, 2, 8, true)]
    [InlineData(FuelSystemKind.Port, 8, 8, false)]
    public void Two_injectors_before_the_throttle_feed_all_cylinders(FuelSystemKind kind, int injectors, int cylinders, bool isUnusual) =>
        SurveyEvaluation
            .Of(
                new VehicleSurvey
                {
                    Engine = new Engine(cylinders),
                    FuelSystem = new FuelSystemSurvey(Kind: kind),
                    Injectors = new PortInjectors(injectors),
                },
                new HazeLedger()
            )
            .Findings.Any(f => f.Code == "injectorCount")
            .ShouldBe(isUnusual);
}
