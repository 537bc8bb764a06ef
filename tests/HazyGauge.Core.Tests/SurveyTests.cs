using HazyGauge.Core.Findings;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Stations;
using HazyGauge.Core.Stations.Survey;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Tests;

/// <summary>What a survey opens and rules out, and which figure is worth measuring.</summary>
public class SurveyTests
{
    private static readonly FuelMaterials AllRated = new(
        MaterialRating.Rated,
        MaterialRating.Rated,
        MaterialRating.Rated,
        MaterialRating.Rated,
        MaterialRating.Rated,
        MaterialRating.Rated
    );

    private static readonly VehicleSurvey Sound = new(
        new Engine(6, 3000, Aspiration.Natural, null, 6500, 150, 160, 0.9),
        new FuelSystemSurvey(FuelLine.Return, FuelSystemKind.Port, 300, false, 60, [new Joint(LineName.Return)], Materials: AllRated),
        new FuelPump(1, 200),
        new PortInjectors(6, 380, 300, 684, [new(12, 1.2), new(14, 0.9)]),
        new DirectInjection(),
        new EngineControl(SignalPath.DirectFrequency, true, true, true, null, 10, 10, true, CorrectionAbove: new(CorrectionAboveKind.None)),
        new Goals(85, 75, true, ColdestStartC: 14)
    )
    {
        Vehicle = new VehicleFacts(2012),
    };

    private static SurveyResults Judge(VehicleSurvey survey) => SurveyEvaluation.Of(survey, new HazeLedger());

    [Fact]
    [Trait("Category", "Outside")]
    public void The_loads_are_what_a_hand_calculation_gives()
    {
        // 160 kW * 0.290 kg/kWh = 46.4 kg/h of gasoline; E85 is 85 * 793.5 / (85 * 793.5 + 15 * 745) = 0.8579 ethanol by mass, so
        // AFR 9.81: 46.4 * 14.7 / 9.81 = 69.5 kg/h; at 30 C its density is 773.4, so 89.9 L/h. Pump 200 L/h less a tenth: 49.9 %.
        // Injectors: 6 * 380 cc/min are 0.1368 m3/h, * sqrt(684 * 773.4) = 99.5 kg/h static: 69.9 % of duty, and 0.975 ms of dead time
        // (13.5 V, between 1.2 and 0.9) at 6045 rpm 4.9 %: 74.8 % of duty, 88.0 % of the limit. (By hand; consumption from memory.)
        var loads = Judge(Sound).Loads;
        loads[0].Component.ShouldBe(FuelComponent.Injectors);
        loads[0].UsePct.Value.ShouldBe(88.0, 0.3);
        loads[1].UsePct.Value.ShouldBe(49.9, 0.2);

        // More pressure across the injectors: flow with its square root. The dead time stays what it is.
        const double Dead = 100 * 0.975 * 6045 / 1200 / 85;
        var more = Judge(Sound with { FuelSystem = Sound.FuelSystem with { BasePressureKpa = 400 } });
        ((loads[0].UsePct.Value - Dead) / (more.Loads[0].UsePct.Value - Dead)).ShouldBe(Math.Sqrt(4.0 / 3), 1e-9);

        // Boost that the regulator does not follow takes pressure from the injectors; one that follows takes flow from the pump.
        var boosted = Sound with
        {
            Engine = Sound.Engine with { Aspiration = Aspiration.Boosted, BoostKpa = 100 },
            Pump = new FuelPump(2, null, [new(200, 220), new(300, 200), new(400, 170)], 13.5),
        };
        SurveyResults Following(bool follows) => Judge(boosted with { FuelSystem = boosted.FuelSystem with { FollowsManifold = follows } });
        double Use(SurveyResults v, FuelComponent c) => v.Loads.Single(l => l.Component == c).UsePct.Value;
        ((Use(Following(false), FuelComponent.Injectors) - Dead) / (Use(Following(true), FuelComponent.Injectors) - Dead)).ShouldBe(Math.Sqrt(1.5), 1e-9);
        (Use(Following(true), FuelComponent.LowPressurePump) / Use(Following(false), FuelComponent.LowPressurePump)).ShouldBe(200.0 / 170, 1e-9);
    }

    [Fact]
    [Trait("Category", "Outside")]
    public void The_haze_of_a_load_is_what_a_simulation_of_the_survey_spreads()
    {
        // Source: JCGM 101:2008, propagation by simulation; every hazy answer is drawn, the survey judged, the loads spread.
        var ledger = new HazeLedger();
        Hazy Measured(string id, double value, double u) => ledger.Quantity(value, u, new HazeSource(id, id));
        VehicleSurvey With(Func<string, double, double, Hazy> measured) =>
            Sound with
            {
                Engine = Sound.Engine with { Aspiration = Aspiration.Boosted, BoostKpa = measured("boost", 80, 3), WantedPowerKw = measured("power", 160, 5) },
                FuelSystem = Sound.FuelSystem with { BasePressureKpa = measured("pressure", 300, 8), FollowsManifold = false },
                Pump = new FuelPump(1, null, [new(200, 220), new(300, 200), new(400, 160)]),
                Injectors = Sound.Injectors with { RatedFlowCcMin = measured("flow", 380, 9) },
                Goals = Sound.Goals with { HighestEthanolPct = measured("ethanol", 80, 4) },
            };
        var hazy = SurveyEvaluation.Of(With(Measured), ledger).Loads.ToDictionary(l => l.Component, l => l.UsePct);

        // Typical figures are the program's own and not drawn here: only what was measured is compared.
        double OfMeasured(Hazy load) => Math.Sqrt(load.Parts.Where(p => p.Source.Id is "boost" or "power" or "pressure" or "flow" or "ethanol").Sum(p => p.U * p.U));
        var random = new Random(17);
        var draws = Enumerable.Range(0, 6_000).Select(_ => Judge(With((_, value, u) => MathNet.Numerics.Distributions.Normal.Sample(random, value, u))).Loads).ToList();
        foreach (var component in new[] { FuelComponent.Injectors, FuelComponent.LowPressurePump })
        {
            var spread = new MathNet.Numerics.Statistics.RunningStatistics(draws.Select(loads => loads.Single(l => l.Component == component).UsePct.Value));
            spread.Mean.ShouldBe(hazy[component].Value, 0.01 * spread.Mean);
            OfMeasured(hazy[component])
                .ShouldBe(spread.StandardDeviation, component == FuelComponent.LowPressurePump ? 0.08 * spread.StandardDeviation : 0.03 * spread.StandardDeviation);
        }
    }

    [Fact]
    public void A_typical_figure_keeps_the_doubt_of_what_it_was_made_from_and_rules_nothing_out()
    {
        // Injectors fitted for the present power are reckoned with the demand's own consumption: for that power it cancels.
        var fitted = Sound with { Engine = Sound.Engine with { WantedPowerKw = 150 }, Injectors = Sound.Injectors with { RatedFlowCcMin = null } };
        var parts = Judge(fitted).Loads.Single(l => l.Component == FuelComponent.Injectors).UsePct.Parts.ToDictionary(p => p.Source.Id, p => Math.Abs(p.U));
        parts.GetValueOrDefault("bsfcGPerKwh").ShouldBeLessThan(1e-9);
        parts.MaxBy(p => p.Value).Key.ShouldBe("injectors.ratedFlowCcMin");

        // A power guessed from a displacement that is itself in doubt carries both.
        var ledger = new HazeLedger();
        var engine = new Engine(4, ledger.Quantity(2000, 100, new HazeSource("measured", "measured")), Aspiration.Natural);
        SurveyEvaluation.Of(Sound with { Engine = engine }, ledger).PowerKw!.Value.Parts.Select(p => p.Source.Id).ShouldBe(["measured", "engine.powerKw"], ignoreOrder: true);

        // The same boost over a base pressure nobody measured may leave the injectors nothing, but that is no verdict.
        var guessed = Sound with
        {
            Engine = Sound.Engine with { Aspiration = Aspiration.Boosted, BoostKpa = 290 },
            FuelSystem = Sound.FuelSystem with { BasePressureKpa = null, FollowsManifold = false },
        };
        var verdict = Judge(guessed);
        (verdict.Eligible, verdict.Findings.Single(f => f.Code == "noPressureDrop").Severity).ShouldBe((Eligibility.Yes, Severity.Caution));
    }

    [Fact]
    public void However_half_filled_a_survey_is_judged_and_knowing_more_never_adds_something_to_measure()
    {
        // Any answers left out, in any combination; then one more of them known.
        VehicleSurvey Partly(int known)
        {
            bool Has(int bit) => (known >> bit & 1) == 1;
            return new VehicleSurvey(
                new Engine(Has(0) ? 6 : null, Has(1) ? 3000 : null, Has(2) ? Aspiration.Natural : null, null, null, Has(3) ? 150 : null, Has(4) ? 160 : null, Has(5) ? 0.9 : null),
                new FuelSystemSurvey(Has(6) ? FuelLine.Return : null, Has(7) ? FuelSystemKind.Port : null, Has(8) ? 300 : null, null, Has(9) ? 60 : null),
                new FuelPump(null, Has(10) ? 200 : null),
                new PortInjectors(Has(11) ? 6 : null, Has(12) ? 380 : null),
                new DirectInjection(),
                new EngineControl(Has(13) ? SignalPath.Gateway : null, Has(14) ? true : null, Has(15) ? true : null, null, null, Has(16) ? 10 : null, Has(17) ? 10 : null),
                new Goals(Has(18) ? 85 : null, Has(19) ? 75 : null)
            );
        }

        CsCheck.Check.Sample(
            CsCheck.Gen.Select(CsCheck.Gen.Int[0, (1 << 20) - 1], CsCheck.Gen.Int[0, 19]),
            (known, more) =>
            {
                var (less, later) = (Judge(Partly(known & ~(1 << more))), Judge(Partly(known | (1 << more))));
                later.ToMeasure.Select(m => m.Field).Except(less.ToMeasure.Select(m => m.Field)).ShouldBeEmpty();
                (later.Eligible == Eligibility.Unknown && less.Eligible == Eligibility.Yes).ShouldBeFalse();
                less.Loads.ShouldAllBe(l => l.UsePct.Value > 0 && double.IsFinite(l.UsePct.StandardU));
                less.NextAction.Command.ShouldNotBeEmpty();

                // A survey is complete with nothing left to find out, and written down it is no proof.
                foreach (var judged in new[] { less, later })
                {
                    judged.State.ShouldNotBe(StationState.Proven);
                    (judged.State == StationState.Complete && judged.ToMeasure.Count > 0).ShouldBeFalse();
                }
            },
            iter: 2000
        );
    }

    [Fact]
    public void With_everything_there_nothing_is_left_and_with_nothing_there_all_of_it_is()
    {
        var sound = Judge(Sound);
        (sound.Eligible, sound.ToMeasure.Count).ShouldBe((Eligibility.Yes, 0));
        sound.State.ShouldBe(StationState.Complete);

        var empty = Judge(VehicleSurvey.Empty);
        (empty.Eligible, empty.Loads.Count, empty.PowerKw).ShouldBe((Eligibility.Unknown, 0, null));
        empty.ToMeasure.Select(m => m.Field).Take(3).ShouldBe(["fuelSystem.kind", "fuelSystem.materials.hoses", "fuelSystem.materials.seals"]);
        (empty.NextAction.Command, empty.NextAction.Why[..empty.ToMeasure[0].Text.Length]).ShouldBe(("Find out: kind of fuel system.", empty.ToMeasure[0].Text));
        empty.ToMeasure.ShouldAllBe(m => m.Text.EndsWith('.') && m.Effect.EndsWith('.'));
    }

    [Fact]
    public void The_first_thing_to_measure_is_the_one_that_narrows_the_load_most_and_its_effect_is_right()
    {
        var open = Judge(
            Sound with
            {
                Pump = new FuelPump(),
                Injectors = Sound.Injectors with { RatedFlowCcMin = null },
                FuelSystem = Sound.FuelSystem with { BasePressureKpa = null, TankLitres = null },
            }
        );
        open.Eligible.ShouldBe(Eligibility.Yes);
        open.ToMeasure.Select(m => m.Field)
            .ShouldBe(["injectors.ratedFlowCcMin", "fuelSystem.basePressureKpa", "pump.count", "pump.flowLph", "fuelSystem.tankLitres"], ignoreOrder: true);
        var now = open.Loads.ToDictionary(l => l.Component, l => Interval95.HalfWidth(l.UsePct));
        var pump = open.ToMeasure.Single(m => m.Field == "pump.flowLph");
        pump.UsedMeanwhile.ShouldBe(new Assumption(null, 105, Unit.Lph, 30));
        pump.Effect.ShouldContain($" ± {now[FuelComponent.LowPressurePump]:0} % of its flow, 10 % kept back");

        // Measuring the first takes more doubt off the load it helps than measuring the second would.
        double Doubt(VehicleSurvey s, FuelComponent c) => Interval95.HalfWidth(Judge(s).Loads.Single(l => l.Component == c).UsePct);
        double Narrowed(string field) =>
            field switch
            {
                "pump.flowLph" => Doubt(Sound with { Pump = new FuelPump() }, FuelComponent.LowPressurePump) - Doubt(Sound, FuelComponent.LowPressurePump),
                "injectors.ratedFlowCcMin" => Doubt(Sound with { Injectors = Sound.Injectors with { RatedFlowCcMin = null } }, FuelComponent.Injectors)
                    - Doubt(Sound, FuelComponent.Injectors),
                _ => Doubt(Sound with { FuelSystem = Sound.FuelSystem with { BasePressureKpa = null } }, FuelComponent.Injectors) - Doubt(Sound, FuelComponent.Injectors),
            };
        Narrowed(open.ToMeasure[0].Field).ShouldBeGreaterThan(Narrowed(open.ToMeasure[1].Field));
    }

    [Theory]
    [InlineData("revisionNotListed", Eligibility.No)]
    [InlineData("plugMissing", Eligibility.No)]
    [InlineData("noInput", Eligibility.No)]
    [InlineData("inputDisplaced", Eligibility.Yes)]
    [InlineData("extenderOnDirect", Eligibility.No)]
    [InlineData("liveZero", Eligibility.Yes)]
    [InlineData("displayOnly", Eligibility.Yes)]
    [InlineData("displayControlsNothing", Eligibility.No)]
    [InlineData("extenderOnBoth", Eligibility.No)]
    [InlineData("extenderWholePulses", Eligibility.Yes)]
    [InlineData("mapsOfTwoBlends", Eligibility.Yes)]
    [InlineData("notServed", Eligibility.No)]
    [InlineData("openingsAssumed", Eligibility.Yes)]
    [InlineData("notRatedHoses", Eligibility.AfterChanges)]
    [InlineData("notRatedSender", Eligibility.AfterChanges)]
    [InlineData("oldFuelParts", Eligibility.Yes)]
    [InlineData("coldStartNo", Eligibility.Yes)]
    [InlineData("lowImpedance", Eligibility.Yes)]
    [InlineData("inputLimit", Eligibility.Yes)]
    [InlineData("secondHalf", Eligibility.Yes)]
    [InlineData("auxiliaryInjection", Eligibility.Yes)]
    [InlineData("fuelMapOnEthanol", Eligibility.Yes)]
    [InlineData("sparkMapOnEthanol", Eligibility.Yes)]
    [InlineData("lowSideUnseen", Eligibility.Yes)]
    [InlineData("tooSmall", Eligibility.AfterChanges)]
    [InlineData("offTheCurve", Eligibility.Yes)]
    [InlineData("noPressureDrop", Eligibility.No)]
    [InlineData("localAboveHighest", Eligibility.Yes)]
    [InlineData("injectorCount", Eligibility.Yes)]
    [Trait("Category", "Outside")]
    public void What_rules_a_vehicle_out_or_needs_care_is_said(string code, Eligibility eligible)
    {
        // Trade facts on eligibility and on what goes wrong (common practice, no source).
        var c = Sound.Control;
        var survey = code switch
        {
            "revisionNotListed" => Sound with { Control = c with { RevisionListed = false } },
            "plugMissing" => Sound with { Control = c with { PlugPresent = false } },
            "noInput" => Sound with { Control = c with { FreeInput = false } },
            "inputDisplaced" => Sound with { Control = c with { FreeInput = false, Displaces = "spare pressure input" } },
            "extenderOnDirect" => Sound with
            {
                Control = c with { SignalPath = SignalPath.InjectorExtender },
                FuelSystem = Sound.FuelSystem with { Kind = FuelSystemKind.Direct },
                Injectors = new PortInjectors(),
            },
            "liveZero" => Sound with { Control = c with { SignalPath = SignalPath.AnalyserVoltage } },
            "displayOnly" => Sound with { Control = new EngineControl(SignalPath.DisplayOnly, RevisionListed: false, FuelMapEthanolPct: 82) },
            "displayControlsNothing" => Sound with { Control = new EngineControl(SignalPath.DisplayOnly, FuelMapEthanolPct: 10) },
            "extenderOnBoth" => Sound with { Control = c with { SignalPath = SignalPath.InjectorExtender }, FuelSystem = Sound.FuelSystem with { Kind = FuelSystemKind.Both } },
            "extenderWholePulses" => Sound with { Control = c with { SignalPath = SignalPath.InjectorExtender } },
            "mapsOfTwoBlends" => Sound with { Control = c with { SparkMapEthanolPct = 30 } },
            "notServed" => Sound with { FuelSystem = Sound.FuelSystem with { Kind = FuelSystemKind.Carburettor } },
            "openingsAssumed" => Sound with { FuelSystem = Sound.FuelSystem with { Kind = FuelSystemKind.SinglePoint } },
            "notRatedHoses" => Sound with { FuelSystem = Sound.FuelSystem with { Materials = AllRated with { Hoses = MaterialRating.NotRated } } },
            "notRatedSender" => Sound with { FuelSystem = Sound.FuelSystem with { Materials = AllRated with { Sender = MaterialRating.NotRated } } },
            "oldFuelParts" => Sound with
            {
                Vehicle = new VehicleFacts(1985),
                FuelSystem = Sound.FuelSystem with { Materials = AllRated with { Regulator = MaterialRating.Unknown } },
            },
            "coldStartNo" => Sound with { Goals = Sound.Goals with { ColdestStartC = -20 } },
            "inputLimit" => Sound with { Control = c with { InputLimitV = 5 } },
            "secondHalf" => Sound with { FuelSystem = Sound.FuelSystem with { SecondHalf = true } },
            "auxiliaryInjection" => Sound with { Engine = Sound.Engine with { AuxiliaryInjection = true } },
            "lowImpedance" => Sound with { Injectors = Sound.Injectors with { ImpedanceOhm = 2.5 } },
            "fuelMapOnEthanol" => Sound with { Control = c with { FuelMapEthanolPct = 85 } },
            "sparkMapOnEthanol" => Sound with { Control = c with { SparkMapEthanolPct = 85 } },
            "lowSideUnseen" => Sound with { FuelSystem = Sound.FuelSystem with { Kind = FuelSystemKind.Both } },
            "tooSmall" => Sound with { Pump = new FuelPump(1, 60) },
            "offTheCurve" => Sound with { Pump = new FuelPump(1, null, [new(100, 200), new(250, 150)]) },
            "noPressureDrop" => Sound with
            {
                Engine = Sound.Engine with { Aspiration = Aspiration.Boosted, BoostKpa = 290 },
                FuelSystem = Sound.FuelSystem with { FollowsManifold = false },
            },
            "localAboveHighest" => Sound with { Goals = new Goals(50, 75) },
            _ => Sound with { Injectors = Sound.Injectors with { Count = 7 } },
        };
        var verdict = Judge(survey);
        verdict.Findings.ShouldContain(f => f.Code == code);
        verdict.Eligible.ShouldBe(eligible);
        Judge(Sound).Findings.ShouldNotContain(f => f.Code == code);
        if (eligible == Eligibility.No || code == "notRatedHoses")
        {
            verdict.State.ShouldBe(StationState.Hold);
        }
    }

    [Fact]
    public void What_cannot_be_on_any_vehicle_is_refused_where_it_was_entered()
    {
        void Refused(VehicleSurvey survey, string field, string words) => Should.Throw<RefusedInputException>(() => Judge(survey)).Errors[field][0].ShouldContain(words);

        var returnless = Sound.FuelSystem with { Line = FuelLine.Returnless, Joints = [new Joint(LineName.Feed), new Joint(LineName.Return)] };
        Refused(Sound with { FuelSystem = returnless }, "fuelSystem.joints[1].line", "no return line");
        Refused(Sound with { Injectors = Sound.Injectors with { Count = 0 } }, "injectors.count", "between 1 and 32");
        Refused(Sound with { Pump = new FuelPump(1, null, [new(300, 200), new(200, 220)]) }, "pump.curve[1].pressureKpa", "must rise");
        Refused(Sound with { Pump = new FuelPump(1, null, [new(200, 200), new(300, 220)]) }, "pump.curve[1].flowLph", "delivers less");
        Refused(Sound with { Engine = Sound.Engine with { BoostKpa = 50 } }, "engine.boostKpa", "no boost");
        Refused(Sound with { DirectInjection = new DirectInjection(1.5) }, "directInjection", "no high-pressure side");
        Refused(Sound with { FuelSystem = Sound.FuelSystem with { Kind = FuelSystemKind.Direct } }, "injectors", "no injectors in the ports");
        Refused(Sound with { Injectors = Sound.Injectors with { DeadTimes = [new(14, 0.9), new(12, 1.2)] } }, "injectors.deadTimes[1].batteryV", "must rise");
    }

    [Fact]
    [Trait("Category", "Outside")]
    public void Whatever_carries_the_vehicle_today_is_never_told_that_it_cannot()
    {
        // A stock vehicle carries its own power on its own fuel (common practice, no source), whatever of it nobody measured.
        foreach (var kw in new[] { 20.0, 75, 76, 150, 400 })
        {
            foreach (var kind in new[] { FuelSystemKind.Port, FuelSystemKind.SinglePoint, FuelSystemKind.Direct, FuelSystemKind.Both })
            {
                var stock = new VehicleSurvey
                {
                    Engine = new Engine(4, Aspiration: Aspiration.Natural, PowerKw: kw),
                    FuelSystem = new FuelSystemSurvey(Kind: kind),
                    Goals = new Goals(0),
                };
                foreach (var load in Judge(stock).Loads)
                {
                    (load.UsePct.Value + Interval95.HalfWidth(load.UsePct)).ShouldBeLessThan(112, $"{kind} {kw} {load.Component}");
                    load.UsePct.Value.ShouldBeInRange(40, 95);
                }
            }
        }
    }
}
