using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Quantities;
using HazyGauge.Core.Stations;
using HazyGauge.Core.Stations.Capacity;
using HazyGauge.Core.Stations.Survey;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Tests;

/// <summary>From what a survey found to what the fuel system carries.</summary>
public class VehicleCapacityTests
{
    private static readonly VehicleSurvey Ports = new(
        new Engine(6, 3000, Aspiration.Natural, null, 6500, 150, 160, 0.9),
        new FuelSystemSurvey(FuelLine.Return, FuelSystemKind.Port, 300, null, 60),
        new FuelPump(1, 200),
        new PortInjectors(6, 450, 300, 684, [new(12, 1.2), new(14, 0.9)]),
        new DirectInjection(),
        new EngineControl(),
        new Goals(85, 75, true)
    );

    private static readonly VehicleSurvey Direct = Ports with
    {
        Engine = new Engine(4, 2000, Aspiration.Boosted, 80, 6500, 150, 150),
        FuelSystem = new FuelSystemSurvey(FuelLine.Returnless, FuelSystemKind.Direct, 500, false, 50),
        Injectors = new PortInjectors(),
    };

    // A cool drive, so that boiling does not stand in the way of what is looked at.
    private static readonly HotDrive Cool = new(AmbientC: 15, AltitudeM: 0, GasolineReidKpa: 47);

    private static CapacityResults Of(VehicleSurvey survey, FullLoad? load = null, CapacityChange? change = null, HotDrive? drive = null) =>
        (CapacityResults)
            ((IStation)new CapacityStation())
                .Evaluate(
                    new CapacityPlan
                    {
                        FullLoad = load,
                        Changes = change,
                        Drive = drive ?? Cool,
                    },
                    new StationContext(new HazeLedger(), new Dictionary<string, object> { ["survey"] = survey }, new Dictionary<NeededFile, StationFile>(), [])
                )
                .Results;

    [Fact]
    public void The_state_follows_the_verdict_and_the_sentence_says_how_far_it_reaches()
    {
        void State(CapacityResults result, CapacityVerdict verdict, StationState state, string command) =>
            result.ShouldSatisfyAllConditions(
                r => r.AtPoint!.Verdict.ShouldBe(verdict),
                r => r.State.ShouldBe(state),
                r => r.NextAction.Command.ShouldContain(command),
                r => r.NextAction.Slug.ShouldBe("capacity")
            );

        State(Of(Ports), CapacityVerdict.Carried, StationState.InWork, ".");
        Of(Ports).ShouldSatisfyAllConditions(r => r.NextAction.Code.ShouldBe("typical"), r => r.NextAction.CanWait.ShouldBe(true), r => r.Assumed.ShouldNotBeEmpty());
        State(Of(Ports, new FullLoad(PowerKw: 206)), CapacityVerdict.Doubtful, StationState.InWork, ".");
        var capped = Of(Ports, new FullLoad(PowerKw: 245));
        State(capped, CapacityVerdict.Capped, StationState.InWork, "Fit injectors of at least ");
        capped.NextAction.Why.ShouldStartWith("At 245 kW it supports up to E");
        capped.NextAction.Why.ShouldEndWith("The injectors are the limit.");
        // That not even E0 works is said for sure only where it is sure: a guess holds no job.
        var e0 = Of(Ports, new FullLoad(EthanolPct: 0)).AtPoint!.MaxPowerKw!.Value.Value;
        State(Of(Ports, new FullLoad(PowerKw: e0 + 1)), CapacityVerdict.Capped, StationState.InWork, ".");
        State(Of(Ports, new FullLoad(PowerKw: 400)), CapacityVerdict.TooSmall, StationState.Hold, "Lower the power");
        Of(Ports with { Engine = new Engine(6) }).ShouldSatisfyAllConditions(p => p.State.ShouldBe(StationState.InWork), p => p.NextAction.Command.ShouldContain("power"));

        // A night long without any loss heats the fuel beyond every law; it boils, and the failsafe still stands.
        var endless = Of(Direct with { FuelSystem = Direct.FuelSystem with { TankLossWPerK = 0 } }, drive: new HotDrive(FuelLitres: 5, Minutes: 600));
        endless.Findings.ShouldContain(f => f.Code == "boils" || f.Code == "probablyBoils");
        double.IsFinite(endless.Failsafe!.TripKpa.StandardU).ShouldBeTrue();

        // Fuel that surely boils holds the job, whatever the pump carries.
        var boils = Of(Ports, drive: new HotDrive(AmbientC: 45, StartC: 60, FuelLitres: 8, AltitudeM: 2500, GasolineReidKpa: 75));
        boils.Findings[0].Text.ShouldMatch("after \\d+ min of the hottest drive");
        boils.State.ShouldBe(StationState.Hold);
    }

    [Fact]
    public void A_cap_or_a_change_that_is_taken_settles_it()
    {
        foreach (var (survey, kw) in new[] { (Ports, 230.0), (Direct, 165) })
        {
            var asked = new FullLoad(PowerKw: kw);
            var remedies = Of(survey, asked)
                .AtPoint!.Remedies.Where(r => r.Code is "capBlend" or "lowerPower" or "largerInjectors" or "largerPump" or "largerDirectInjectors" or "largerHighPressurePump")
                .Where(r => r.Enough)
                .ToList();
            remedies.Count.ShouldBeGreaterThan(1);
            foreach (var remedy in remedies)
            {
                var taken = asked with { PowerKw = remedy.PowerKw ?? kw, EthanolPct = remedy.EthanolPct ?? 85 };
                Of(survey, taken, remedy.Change).AtPoint!.Verdict.ShouldBe(CapacityVerdict.Carried);
            }
        }
    }

    [Fact]
    public void Every_part_too_small_has_a_part_a_counter_would_sell()
    {
        // Litres an hour at a pressure and a voltage, a driver or relay for a driven pump, a regulator that can be set where it cannot be (common practice, no source).
        var small = Ports with { Pump = new FuelPump(1, 60, PumpV: 13.2), Engine = Ports.Engine with { WantedPowerKw = 200 } };
        CapacityRemedy Remedy(VehicleSurvey s, string code) => Of(s).AtPoint!.Remedies.Single(r => r.Code == code);
        Remedy(small, "largerPump").What.ShouldMatch(@"^Fit one pump of \d+ L/h at 300 kPa and 13\.2 V$");
        var driven = small with { FuelSystem = small.FuelSystem with { Line = FuelLine.ControlledReturnless } };
        Remedy(driven, "secondPump").What.ShouldContain("a relay and fuse of its own or a larger driver");
        Remedy(driven, "largerPump").What.ShouldContain("a driver that carries its current");
        Of(driven with { Pump = driven.Pump with { ElectricalW = 150, DriverLimitA = 15 } }, change: new CapacityChange(PumpCount: 2))
            .Findings.ShouldContain(f => f.Code == "driverTooSmall");
        var fixedInTank = Ports with
        {
            FuelSystem = Ports.FuelSystem with { Line = FuelLine.Returnless },
            Injectors = Ports.Injectors with { RatedFlowCcMin = 380 },
            Pump = new FuelPump(1, null, [new(200, 300), new(500, 220)]),
            Engine = Ports.Engine with { WantedPowerKw = 190 },
        };
        Remedy(fixedInTank, "raisePressure").What.ShouldStartWith("Fit a regulator that can be set and raise the base pressure by ");
        var high = Direct with { DirectInjection = new DirectInjection(0.6, 200, 9, 85), Pump = new FuelPump(1, 300) };
        var sold = Of(high).AtPoint!.Remedies.Select(r => r.Code).ToList();
        sold.ShouldContain("largerDirectInjectors");
        sold.ShouldContain("largerHighPressurePump");
        Of(high, change: new CapacityChange(DirectInjectorGPerS: 20, HighPressurePumpCcPerCamRev: 3)).Findings.ShouldContain(f => f.Code == "highSide");
    }

    [Fact]
    public void What_is_open_is_assumed_with_its_haze_and_what_is_known_is_not()
    {
        var direct = Of(Direct);
        direct.AtPoint!.Limits.Select(l => l.Component).Order().ShouldBe([FuelComponent.DirectInjection, FuelComponent.HighPressurePump, FuelComponent.LowPressurePump]);
        direct.Assumed.Select(a => a.Field).ShouldContain("directInjection.injectorStaticGPerS");
        direct.Failsafe!.RisesWithManifold.ShouldBeFalse();

        // What one set of injectors was fitted for is reckoned with the demand's own figures: only the fit itself is left in doubt.
        var window = direct.AtPoint!.Limits.Single(u => u.Component == FuelComponent.DirectInjection).UsePct;
        window.Parts.Where(p => Math.Abs(p.U) > 0.2).Select(p => p.Source.Id).ShouldBe(["directInjection.injectorStaticGPerS"]);

        // Parts do not grow with the wish: what is calculated for more power is the same system.
        var open = Ports with { Engine = new Engine(6, 3000, Aspiration.Natural), Injectors = new PortInjectors(), Pump = new FuelPump() };
        double Most(double kw) => Of(open, new FullLoad(PowerKw: kw)).AtPoint!.MaxPowerKw!.Value.Value;
        Most(300).ShouldBe(Most(60), 1e-9);
        Of(Ports with { Engine = new Engine(6), Injectors = new PortInjectors() }, new FullLoad(PowerKw: 100))
            .AtPoint!.Limits.Select(l => l.Component)
            .ShouldBe([FuelComponent.LowPressurePump]);

        var known = Of(
            Direct with
            {
                DirectInjection = new DirectInjection(InjectorStaticGPerS: 15, PumpEfficiencyPct: 85),
                Engine = Direct.Engine with { FullPowerRpm = 6000, BsfcGPerKwh = 340 },
            },
            new FullLoad(FuelTempC: 30)
        );
        known
            .Assumed.Select(a => a.Field)
            .Intersect(["directInjection.injectorStaticGPerS", "directInjection.pumpEfficiencyPct", "engine.fullPowerRpm", "engine.bsfcGPerKwh", "fullLoad.fuelTempC"])
            .ShouldBeEmpty();

        // As found is the survey's own first look: the same numbers with the same haze, whatever is planned here.
        var planned = Of(Ports with { Pump = new FuelPump() }, new FullLoad(PowerKw: 240, MarginPct: 0), new CapacityChange(RatedFlowCcMin: 700));
        var surveyed = SurveyEvaluation.Of(Ports with { Pump = new FuelPump() }, new HazeLedger());
        planned.AsFound.Select(l => (l.Component, l.UsePct.Value, l.UsePct.StandardU)).ShouldBe(surveyed.Loads.Select(l => (l.Component, l.UsePct.Value, l.UsePct.StandardU)));

        // The low side of direct injection follows no manifold: it is not asked for, and nothing rests on it.
        var unasked = Of(Direct with { FuelSystem = Direct.FuelSystem with { FollowsManifold = null } });
        unasked.Assumed.ShouldNotContain(a => a.Field == "fuelSystem.followsManifold");
        unasked.AtPoint!.Limits.Select(l => l.UsePct.StandardU).ShouldBe(direct.AtPoint.Limits.Select(l => l.UsePct.StandardU));
        VehicleFields.NotAsked(Direct).ShouldContain("fuelSystem.followsManifold");

        // Ports and cylinders share the fuel; the share is asked for, and the sum of both is what the engine takes.
        var both = Of(Direct with { FuelSystem = Direct.FuelSystem with { Kind = FuelSystemKind.Both }, Injectors = Ports.Injectors with { Count = 4 } });
        both.AtPoint!.Limits.Count.ShouldBe(4);
        both.Assumed.Single(a => a.Field == "fuelSystem.portSharePct").Used.PlusMinus.ShouldBe(20);
        both.AtPoint!.Findings.ShouldNotContain(f => f.Code == "shareNotKnown");

        // Dead time grows with pressure where the survey knows by how much: 0.1 ms for 100 kPa at 100 kPa over the rated pressure.
        double Dead(VehicleSurvey s) =>
            SurveyedFuelSystem.Of(s with { Engine = s.Engine with { SupplyV = 13 } }, FullLoad.AsSurveyed, new HazeLedger()).Delivery.Injectors!.DeadTimeMs.Value;
        var raised = Ports with { FuelSystem = Ports.FuelSystem with { BasePressureKpa = 400 } };
        Dead(raised).ShouldBe(1.05, 1e-9);
        Dead(raised with { Injectors = raised.Injectors with { DeadTimeMsPer100Kpa = 0.1 } }).ShouldBe(1.15, 1e-9);
    }

    [Fact]
    public void The_class_of_the_season_stands_in_for_a_pressure_nobody_measured_and_moving_air_cools()
    {
        var drive = new HotDrive(AmbientC: 35, AltitudeM: 0);
        HotDriveSummary With(VehicleSurvey survey, HotDrive? on = null) => Of(survey, drive: on ?? drive).Drive!;
        VehicleSurvey Summer(VolatilityClass of) => Ports with { Goals = Ports.Goals with { SummerClass = of } };
        foreach (var of in Enum.GetValues<VolatilityClass>())
        {
            // The finished fuel of that gasoline is in the middle of the class, and its haze reaches from end to end.
            var alone = With(Summer(of)).GasolineReidKpa!.Value;
            var blend = new Blend<Exact>(7.5, UsualFuels.Traditional<Exact>());
            double Finished(double gasolineKpa) => BlendVapourPressure.ReidOf(blend, new ReidPressure<Exact>(gasolineKpa)).Kpa.Value;
            var (least, most) = VolatilityClasses.FinishedKpa(of);
            Finished(alone.Value).ShouldBe((least + most) / 2, 1e-6);
            Finished(alone.Value + (1.96 * alone.StandardU)).ShouldBeGreaterThan(most);
            Finished(alone.Value - (1.96 * alone.StandardU)).ShouldBeLessThan(least);
        }

        // What is measured counts before the class; the class before what is usual.
        With(Summer(VolatilityClass.D4814E), drive with { GasolineReidKpa = 55 }).GasolineReidKpa!.Value.Value.ShouldBe(55);
        With(Summer(VolatilityClass.En228D)).AtInlet.MarginK.Value.ShouldBeLessThan(With(Summer(VolatilityClass.En228A)).AtInlet.MarginK.Value);

        VehicleSurvey In(TankAir air) => Ports with { FuelSystem = Ports.FuelSystem with { TankAir = air } };
        With(In(TankAir.Moving)).FinalC.Value.ShouldBeLessThan(With(In(TankAir.Still)).FinalC.Value - 1);
        With(In(TankAir.Still)).FinalC.Value.ShouldBe(With(Ports).FinalC.Value);
    }

    [Fact]
    public void What_is_planned_proves_nothing_and_once_fitted_it_is_the_vehicle()
    {
        var small = Ports with { Injectors = Ports.Injectors with { RatedFlowCcMin = 300 } };
        var load = new FullLoad(PowerKw: 160, EthanolPct: 85);
        var change = new CapacityChange(RatedFlowCcMin: 620, PumpFlowLph: 320);
        var found = Of(small, load);
        var planned = Of(small, load, change);
        found.State.ShouldNotBe(StationState.Proven);
        planned.State.ShouldBe(StationState.Planned);
        planned.AsItStandsMaxEthanolPct.ShouldNotBeNull().Value.ShouldBe(found.AtPoint!.MaxEthanolPct!.Value.Value, 1e-9);
        planned.Headline.Text.ShouldMatch(@"^As it stands: up to E\d+ ± \d+\. With injectors of 620 cm³/min and one pump of 320 L/h: E85 at 160 kW\.$");
        planned.NextAction.Command.ShouldBe("Fit injectors of 620 cm³/min and one pump of 320 L/h, and mark it as fitted.");

        // Half of it fitted: the other half is still planned, and what it comes to with both is the same.
        var half = new CapacityChange(RatedFlowCcMin: 620);
        CapacityResults After(CapacityChange fitted) =>
            CapacityEvaluation.Of(
                small.With(fitted),
                new CapacityPlan
                {
                    FullLoad = load,
                    Changes = change,
                    Drive = Cool,
                },
                new HazeLedger(),
                [fitted]
            );
        var halfway = After(half);
        halfway.State.ShouldBe(StationState.Planned);
        halfway.Planned.Select(p => p.Key).ShouldBe(["pumpFlowLph"]);
        halfway.AtPoint!.MaxEthanolPct.ShouldBe(planned.AtPoint!.MaxEthanolPct);

        var fitted = After(change);
        (fitted.State, fitted.NextAction.Code).ShouldBe((StationState.InWork, "typical"));
        fitted.Planned.ShouldBeEmpty();
        fitted.AsItStandsMaxEthanolPct.ShouldBeNull();
        fitted.Headline.Text.ShouldBe("At 160 kW this system supports E85.");
    }

    [Fact]
    public void Any_change_once_fitted_carries_what_it_was_planned_to_carry()
    {
        CsCheck.Check.Sample(
            CsCheck.Gen.Select(CsCheck.Gen.Double[100, 900], CsCheck.Gen.Int[1, 3], CsCheck.Gen.Double[80, 500], CsCheck.Gen.Double[10, 60], CsCheck.Gen.Int[0, 15]),
            (cc, pumps, lph, rise, which) =>
            {
                var change = new CapacityChange(
                    RatedFlowCcMin: (which & 1) != 0 ? cc : null,
                    PumpCount: (which & 2) != 0 ? pumps : null,
                    PumpFlowLph: (which & 4) != 0 ? lph : null,
                    BaseRiseKpa: (which & 12) == 12 ? rise : null
                );
                DeliverySystem<Hazy> System(VehicleSurvey survey) => SurveyedFuelSystem.Of(survey, FullLoad.AsSurveyed, new HazeLedger()).Delivery;
                var (planned, fitted) = (change.ApplyTo(System(Ports)), System(Ports.With(change)));
                CapacityResult At(DeliverySystem<Hazy> system) => CapacityAnalysis.Of(system, 160, 85);
                foreach (var (before, after) in At(planned).Limits.Zip(At(fitted).Limits))
                {
                    (after.Component, after.UsePct.Value).ShouldBe((before.Component, before.UsePct.Value));
                }
            },
            iter: 100
        );
    }

    [Fact]
    public void A_change_that_does_not_belong_to_the_vehicle_is_refused_where_it_stands()
    {
        void Refused(VehicleSurvey survey, CapacityChange change, string field) =>
            Should.Throw<RefusedInputException>(() => Of(survey, change: change)).Errors.Keys.ShouldBe([field]);
        Refused(Ports, new CapacityChange(AddedPorts: new AddedPorts(6, 300)), "changes.addedPorts");
        Refused(Direct, new CapacityChange(RatedFlowCcMin: 600), "changes.ratedFlowCcMin");
        Refused(Ports, new CapacityChange(PortSharePct: 40), "changes.portSharePct");
        Refused(Ports, new CapacityChange(PumpCount: 9), "changes.pumpCount");
        Refused(Ports with { Pump = new FuelPump(1, null, [new(200, 220), new(350, 180)]) }, new CapacityChange(BaseRiseKpa: 100), "changes.baseRiseKpa");
        Refused(Ports, new CapacityChange(BaseRiseKpa: 50), "changes.baseRiseKpa");
        Should.Throw<RefusedInputException>(() => Of(Ports, new FullLoad(DutyLimitPct: 120))).Errors.Keys.ShouldBe(["fullLoad.dutyLimitPct"]);
    }

    [Fact]
    public void Nothing_is_proven_on_a_guess_however_a_survey_is_half_filled()
    {
        CsCheck.Check.Sample(
            CsCheck.Gen.Select(CsCheck.Gen.Int[0, (1 << 12) - 1], CsCheck.Gen.Int[0, 3], CsCheck.Gen.Double[40, 200]),
            (known, kindNumber, kw) =>
            {
                bool Has(int bit) => (known >> bit & 1) == 1;
                var kind = (FuelSystemKind)kindNumber;
                var (ports, direct, boosted) = (kind is not FuelSystemKind.Direct, kind is FuelSystemKind.Direct or FuelSystemKind.Both, Has(0));
                var survey = new VehicleSurvey(
                    new Engine(4, 2000, boosted ? Aspiration.Boosted : Aspiration.Natural, boosted && Has(1) ? 50 : null, 6500, kw, Has(2) ? kw : null),
                    new FuelSystemSurvey(FuelLine.Return, Has(3) ? kind : null, 350, Has(4) ? true : null, 60),
                    new FuelPump(1, Has(5) ? 400 : null),
                    ports ? new PortInjectors(4, Has(6) ? 900 : null) : new PortInjectors(),
                    direct && Has(3) ? new DirectInjection(Has(7) ? 3 : null, Has(8) ? 220 : null, Has(9) ? 40 : null) : new DirectInjection(),
                    new EngineControl(),
                    new Goals(Has(10) ? 85 : 10)
                );
                var result = Of(survey);
                if (result.State == StationState.Proven)
                {
                    result.Assumed.ShouldBeEmpty();
                    Has(3).ShouldBeTrue("the kind of fuel system");
                    Has(5).ShouldBeTrue("the pump");
                    (!ports || Has(6)).ShouldBeTrue("the injectors in the ports");
                    (!direct || (Has(7) && Has(8) && Has(9))).ShouldBeTrue("the high-pressure side");
                    (!boosted || !ports || Has(4)).ShouldBeTrue("the boost reference, where there are injectors in the ports");
                }
                else if (result.NextAction.Code == "typical")
                {
                    result.Assumed.ShouldNotBeEmpty();
                }
                else if (result.AtPoint?.Verdict == CapacityVerdict.Carried && !result.Findings.Any(f => f.Severity == Severity.Stop || f.Code is "mayBoil" or "probablyBoils"))
                {
                    result.Headline.Text.ShouldContain("guessed");
                }

                // A pressure trip means something only where it is known whether it rises with boost.
                if (!direct && boosted && !Has(4))
                {
                    result.Failsafe.ShouldBeNull();
                    result.Findings.ShouldContain(f => f.Code == "failsafeNotKnown");
                }

                (result.Failsafe?.LambdaOverTarget ?? 1).ShouldBeLessThanOrEqualTo(1.1);
            },
            iter: 600
        );
    }

    [Fact]
    [Trait("Category", "Outside")]
    public void Dead_time_counts_for_every_opening_of_a_single_point_injector()
    {
        // Two injectors for eight cylinders open four times each in two turns (common practice, no source): at 5000 rpm 1 ms of dead time is 4 * 5000 / 1200 % of duty.
        var single = Ports with
        {
            Engine = new Engine(8, 5000, Aspiration.Natural, null, null, 120, 120, FullPowerRpm: 5000),
            FuelSystem = new FuelSystemSurvey(FuelLine.Return, FuelSystemKind.SinglePoint, 100),
            Injectors = new PortInjectors(2, 700, 100, DeadTimes: [new(6, 1), new(16, 1)]),
        };
        double Dead(VehicleSurvey s) => SurveyedFuelSystem.Of(s, FullLoad.AsSurveyed, new HazeLedger()).Delivery.Injectors!.DeadDutyPct(5000).Value;
        Dead(single).ShouldBe(4 * 5000 / 1200.0, 1e-9);
        Dead(single with { Injectors = single.Injectors with { OpeningsPerCycle = 2 } }).ShouldBe(2 * 5000 / 1200.0, 1e-9);
        Dead(single with { FuelSystem = single.FuelSystem with { Kind = FuelSystemKind.Port } }).ShouldBe(5000 / 1200.0, 1e-9);
    }
}
