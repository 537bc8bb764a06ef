using HazyGauge.Core.Capacity;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Line;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Tests;

/// <summary>From what a survey found to what the fuel system carries.</summary>
public class VehicleCapacityTests
{
    private static readonly VehicleSurvey Ports = new(
        new Engine(6, 3000, Aspiration.Natural, null, 6500, 150, 160, 0.9),
        new FuelSystem(FuelLine.Return, InjectionKind.Port, 300, null, 60),
        new FuelPump(1, 200),
        new PortInjectors(6, 450, 300, 684, [new(12, 1.2), new(14, 0.9)]),
        new DirectInjection(),
        new EngineControl(),
        new Goals(85, 75, true));

    private static readonly VehicleSurvey Direct = Ports with
    {
        Engine = new Engine(4, 2000, Aspiration.Boosted, 80, 6500, 150, 150),
        FuelSystem = new FuelSystem(FuelLine.Returnless, InjectionKind.Direct, 500, false, 50),
        Injectors = new PortInjectors(),
    };

    // A cool drive, so that boiling does not stand in the way of what is looked at.
    private static readonly HotDrive Cool = new(AmbientC: 15, AltitudeM: 0, GasolineVapourPressureKpa: 50);

    private static VehicleCapacityResult Of(VehicleSurvey survey, FullLoad? load = null, CapacityChange? change = null, HotDrive? drive = null) =>
        VehicleCapacity.Of(survey, new CapacityPlan(load ?? FullLoad.AsSurveyed, change ?? new CapacityChange(), drive ?? Cool), new HazeLedger());

    [Fact]
    public void The_state_follows_the_verdict_and_the_sentence_says_how_far_it_reaches()
    {
        void State(VehicleCapacityResult result, CapacityVerdict verdict, StationState state, string command) =>
            (result.AtPoint!.Verdict, CapacityProgress.Of(result)).ShouldSatisfyAllConditions(
                x => x.Verdict.ShouldBe(verdict), x => x.Item2.State.ShouldBe(state), x => x.Item2.NextAction.Command.ShouldContain(command), x => x.Item2.NextAction.Slug.ShouldBe(Station.CapacitySlug));

        State(Of(Ports), CapacityVerdict.Carried, StationState.Proven, "carries what is wanted");
        State(Of(Ports, new FullLoad(PowerKw: 206)), CapacityVerdict.Doubtful, StationState.InWork, ".");
        var capped = Of(Ports, new FullLoad(PowerKw: 245));
        State(capped, CapacityVerdict.Capped, StationState.InWork, "Cap the blend at E");
        CapacityProgress.Reach(capped.AtPoint!).ShouldStartWith("At 245 kW it carries up to E");
        CapacityProgress.Reach(capped.AtPoint!).ShouldEndWith("The injectors are the limit.");
        // That not even E0 works is said for sure only where it is sure: a guess holds no job.
        var e0 = Of(Ports, new FullLoad(EthanolPct: 0)).AtPoint!.MaxPowerKw!.Value.Value;
        State(Of(Ports, new FullLoad(PowerKw: e0 + 1)), CapacityVerdict.Capped, StationState.InWork, ".");
        State(Of(Ports, new FullLoad(PowerKw: 400)), CapacityVerdict.TooSmall, StationState.Hold, "Lower the power");
        CapacityProgress.Of(Of(Ports with { Engine = new Engine(6) })).ShouldSatisfyAllConditions(p => p.State.ShouldBe(StationState.InWork), p => p.NextAction.Command.ShouldContain("power"));

        // A night long without any loss heats the fuel beyond every law; it boils, and the failsafe still stands.
        var endless = Of(Direct, drive: new HotDrive(FuelLitres: 5, LossWPerK: 0, Minutes: 600));
        endless.Findings.ShouldContain(f => f.Code == "boils" || f.Code == "mayBoil");
        double.IsFinite(endless.Failsafe!.TripKpa.StandardU).ShouldBeTrue();

        // Fuel that surely boils holds the job, whatever the pump carries.
        var boils = Of(Ports, drive: new HotDrive(AmbientC: 45, StartC: 60, FuelLitres: 8, AltitudeM: 2500, GasolineVapourPressureKpa: 80));
        boils.Findings[0].Text.ShouldContain("at the end of the hottest drive");
        CapacityProgress.Of(boils).State.ShouldBe(StationState.Hold);
    }

    [Fact]
    public void A_cap_or_a_change_that_is_taken_settles_it()
    {
        foreach (var (survey, kw) in new[] { (Ports, 230.0), (Direct, 165) })
        {
            var asked = new FullLoad(PowerKw: kw);
            var remedies = Of(survey, asked).AtPoint!.Remedies.Where(r => r.Code is "capBlend" or "lowerPower" or "largerInjectors").ToList();
            remedies.Count.ShouldBeGreaterThan(1);
            foreach (var remedy in remedies)
            {
                var taken = asked with { PowerKw = remedy.PowerKw ?? kw, EthanolPct = remedy.EthanolPct ?? 85 };
                Of(survey, taken, remedy.Change).AtPoint!.Verdict.ShouldBe(CapacityVerdict.Carried);
            }
        }
    }

    [Fact]
    public void What_is_open_is_assumed_with_its_haze_and_what_is_known_is_not()
    {
        var direct = Of(Direct);
        direct.Planned.Components.ShouldBe([FuelComponent.DirectInjection, FuelComponent.HighPressurePump, FuelComponent.LowPressurePump]);
        direct.Assumed.Keys.ShouldContain("directInjectorGPerS");
        direct.Failsafe!.RisesWithManifold.ShouldBeFalse();

        // What one set of injectors was fitted for is reckoned with the demand's own figures: only the fit itself is left in doubt.
        var window = direct.AtPoint!.Uses.Single(u => u.Component == FuelComponent.DirectInjection).UsePct;
        window.Parts.Where(p => Math.Abs(p.U) > 0.2).Select(p => p.Source.Id).ShouldBe(["directInjectorGPerS"]);

        // Parts do not grow with the wish: what is reckoned for more power is the same system.
        var open = Ports with { Engine = new Engine(6, 3000, Aspiration.Natural), Injectors = new PortInjectors(), Pump = new FuelPump() };
        double Most(double kw) => Of(open, new FullLoad(PowerKw: kw)).AtPoint!.MaxPowerKw!.Value.Value;
        Most(300).ShouldBe(Most(60), 1e-9);
        Of(Ports with { Engine = new Engine(6), Injectors = new PortInjectors() }, new FullLoad(PowerKw: 100)).Planned.Components.ShouldBe([FuelComponent.LowPressurePump]);

        var known = Of(Direct, new FullLoad(DirectInjectorGPerS: 15, PumpEfficiencyPct: 85, EngineRpm: 6000, BsfcGPerKwh: 340, FuelTempC: 30));
        known.Assumed.Keys.Intersect(["directInjectorGPerS", "pumpEfficiencyPct", "engineRpm", "bsfcGPerKwh", "fuelTempC"]).ShouldBeEmpty();

        // Ports and cylinders share the fuel; the share is asked for, and the sum of both is what the engine takes.
        var both = Of(Direct with { FuelSystem = Direct.FuelSystem with { Injection = InjectionKind.Both }, Injectors = Ports.Injectors with { Count = 4 } });
        both.Planned.HasBothSets.ShouldBeTrue();
        both.Assumed["portSharePct"].PlusMinus.ShouldBe(20);
        both.AtPoint!.Findings.ShouldNotContain(f => f.Code == "shareNotKnown");

        // Dead time grows with pressure where the survey knows by how much: 0.1 ms for 100 kPa at 100 kPa over the rated pressure.
        double Dead(VehicleSurvey s) => Of(s, new FullLoad(SupplyV: 13)).Planned.Injectors!.DeadTimeMs.Value;
        var raised = Ports with { FuelSystem = Ports.FuelSystem with { BasePressureKpa = 400 } };
        Dead(raised).ShouldBe(1.05, 1e-9);
        Dead(raised with { Injectors = raised.Injectors with { DeadTimeMsPer100Kpa = 0.1 } }).ShouldBe(1.15, 1e-9);
    }

    [Fact]
    public void A_change_that_does_not_belong_to_the_vehicle_is_refused_where_it_stands()
    {
        void Refused(VehicleSurvey survey, CapacityChange change, string field) => Should.Throw<RefusedInputException>(() => Of(survey, change: change)).Errors.Keys.ShouldBe([field]);
        Refused(Ports, new CapacityChange(AddedPorts: new AddedPorts(6, 300)), "changes.addedPorts");
        Refused(Direct, new CapacityChange(RatedFlowCcMin: 600), "changes.ratedFlowCcMin");
        Refused(Ports, new CapacityChange(PortSharePct: 40), "changes.portSharePct");
        Refused(Ports, new CapacityChange(PumpCount: 9), "changes.pumpCount");
        Refused(Ports with { Pump = new FuelPump(1, null, [new(200, 220), new(350, 180)]) }, new CapacityChange(BaseRiseKpa: 100), "changes.baseRiseKpa");
        Refused(Ports, new CapacityChange(BaseRiseKpa: 50), "changes.baseRiseKpa");
        Should.Throw<RefusedInputException>(() => Of(Ports, new FullLoad(DutyLimitPct: 120))).Errors.Keys.ShouldBe(["dutyLimitPct"]);
    }
}
