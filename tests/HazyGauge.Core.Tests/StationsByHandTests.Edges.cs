using HazyGauge.Core.Fields;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Stations.Capacity;
using HazyGauge.Core.Stations.Compensate;
using HazyGauge.Core.Stations.Harness;
using HazyGauge.Core.Stations.Route;
using HazyGauge.Core.Stations.Signal;
using HazyGauge.Core.Vehicles;
using HazyGauge.Core.Wiring.Signal;
using HazyGauge.Core.Wiring.Supplies;

namespace HazyGauge.Core.Tests;

/// <summary>From where on a station says something, just before and just behind it.</summary>
public partial class StationsByHandTests
{
    [Theory]
    [InlineData(132, 12, 2, 21.9, true)]
    [InlineData(132, 12, 2, 22.1, false)]
    [InlineData(100, 13.5, 3, 22.1, true)]
    [InlineData(100, 13.5, 3, 22.3, false)]
    public void A_pumps_driver_carries_what_the_pumps_that_are_planned_draw(double watts, double volts, int pumps, double carries, bool isTooSmall)
    {
        var survey = Sound with { Engine = Sound.Engine with { SupplyV = volts }, Pump = Sound.Pump with { ElectricalW = watts, DriverLimitA = carries } };
        var plan = new CapacityPlan { Changes = new CapacityChange(PumpCount: pumps), Drive = new HotDrive(AmbientC: 35) };
        Capacity(plan, survey).Findings.Any(f => f.Code == "driverTooSmall").ShouldBe(isTooSmall);
    }

    [Fact]
    public void A_converter_nobody_read_is_taken_from_nothing_to_five_volts_in_the_harness_as_well()
    {
        HarnessResults Behind(double? at0, double? at100) =>
            Harness(
                new HarnessPlan(),
                Wired with
                {
                    Control = new()
                    {
                        SignalPath = SignalPath.AnalyserVoltage,
                        ConverterAt0V = at0,
                        ConverterAt100V = at100,
                    },
                }
            );
        var (usual, said, other) = (Behind(null, null).Signal.Converter!, Behind(0, 5).Signal.Converter!, Behind(0.5, 4.5).Signal.Converter!);
        string Points(ConverterPath path) => System.Text.Json.JsonSerializer.Serialize(path with { Findings = [] });
        Points(usual).ShouldBe(Points(said));
        Points(usual).ShouldNotBe(Points(other));
    }

    [Theory]
    [InlineData(60.4, false)]
    [InlineData(60.6, true)]
    [InlineData(59.4, true)]
    public void A_sharp_sensor_on_the_maps_own_fuel_speaks_from_half_a_point_on(double hz, bool says)
    {
        var results = Compensated(new CompensatePlan { BaseEthanolPct = 10 }, Sound, l => SensorReading.From(hz, 2.5, 0.1, l) with { IsOfMapFuel = true });
        results.Findings.Any(f => f.Code == "mapFuelReadsOther").ShouldBe(says);
    }

    [Theory]
    [InlineData(77.9, false)]
    [InlineData(79, true)]
    public void How_well_the_label_is_known_counts_before_it_is_doubted(double read, bool says)
    {
        var ledger = new HazeLedger();
        var label = ledger.Quantity(75, 1.5, SourceCatalogue.Find("baseEthanolPct", 1.5));
        var reading = SensorReading.From(50 + read, 2.5, 5, ledger);
        var results = new CompensateStation().Evaluate(new CompensatePlan { BaseEthanolPct = label }, Context(ledger, Sound, reading));

        // Half a point beside two standard deviations of the label.
        says.ShouldBe(read - 75 > 0.5 + (1.96 * 1.5));
        results.Findings.Any(f => f.Code == "baseAsLabelled").ShouldBe(says);
    }

    [Fact]
    public void Without_a_gap_each_hose_is_drawn_as_long_as_it_is_sold()
    {
        var route = new RouteStation().Evaluate(
            new RoutePlan
            {
                From = "qc-3-8-f-tab",
                To = "qc-3-8-m",
                Chain = Chain,
            },
            Context(new HazeLedger(), Sound)
        );
        route.Strip.Where(s => s.Kind == StripKind.Hose).Select(s => s.LengthMm).ShouldBe([250, 500]);
    }

    [Fact]
    public void Kept_as_the_blend_of_the_map_a_reading_keeps_its_haze_and_parts_that_of_the_sensor_from_its_own()
    {
        var ledger = new HazeLedger();
        var meter = new MeterValues(ledger.Quantity(80, 0.7, SourceCatalogue.Find("frequencyHz", 0.7)), 2.5);
        var results = new SignalStation().Evaluate(
            new SignalPlan
            {
                Meter = meter,
                OnMapFuel = true,
                ToleranceEthanolPct = 3,
            },
            Context(ledger)
        );
        var (read, kept) = (results.Reading!.EthanolPct!.Value, results.MapBlend!.Value);
        (kept.Value, kept.StandardU).ShouldBe((read.Value, read.StandardU), new Close());
        Of(kept, SourceCatalogue.SensorTolerance).ShouldBe(3 / Sqrt3, 1e-6);
        kept.Parts.Where(p => p.Source.Id != SourceCatalogue.SensorTolerance).Single().U.ShouldBe(0.7, 1e-9);
    }

    private sealed class Close : IEqualityComparer<(double, double)>
    {
        public bool Equals((double, double) a, (double, double) b) => Math.Abs(a.Item1 - b.Item1) < 1e-9 && Math.Abs(a.Item2 - b.Item2) < 1e-9;

        public int GetHashCode((double, double) pair) => 0;
    }

    [Fact]
    public void Another_look_at_a_bare_reading_leaves_what_looking_at_as_much_haze_leaves()
    {
        var reading = Signal(new SignalPlan { Meter = new(110, 2.5) }).Reading!;
        var check = reading.EthanolPct!.Value.Parts.Single(p => p.Source.Id == "frequencyHz").Source.Check;

        // Known to half a hertz, two standard deviations: twice as much haze would gain more by the same look.
        check.ShouldNotBeNull().RemainingFraction.ShouldBe(SourceCatalogue.Find("frequencyHz", 0.25).Check!.RemainingFraction, 1e-12);
        SourceCatalogue.Find("frequencyHz", 1).Check!.RemainingFraction.ShouldBeLessThan(check.RemainingFraction - 0.01);
    }

    [Theory]
    [InlineData(1, ": no spikes, nothing missing.")]
    [InlineData(2, ": 1 missing pulse.")]
    [InlineData(4, ": 1 gap.")]
    public void What_a_recording_went_through_is_counted_where_it_went_through_something(int periods, string says)
    {
        var train = SensingTests.WithOneOf(periods);
        var lead = SignalWords.Lead(train.Reading, train, SignalEvidence.Recording, VehicleSurvey.Empty.AtHand());
        lead.Text.ShouldContain(says);
    }

    [Fact]
    public void An_instrument_is_worth_borrowing_where_it_takes_half_a_point_off()
    {
        var atHand = (VehicleSurvey.Empty with { Instruments = [] }).AtHand();
        var seen = new HashSet<bool>();
        foreach (var tolerance in new[] { 0.1, 0.2, 0.3, 0.5, 1, 2, 5 })
        {
            foreach (var u in new[] { 0.1, 0.25, 0.4, 0.5, 0.7, 1 })
            {
                var ledger = new HazeLedger();
                var plan = new SignalPlan { ToleranceEthanolPct = tolerance, Meter = new(ledger.Quantity(110, u, SourceCatalogue.Find("frequencyHz", u)), 2.5) };
                var results = new SignalStation().Evaluate(plan, Context(ledger));
                var reading = results.Reading!;
                var says = SignalWords.Lead(reading, null, SignalEvidence.Meter, atHand).Text.Contains("borrowed or bought", StringComparison.Ordinal);
                var best = HazeBudget.WorthBorrowing([.. reading.Budget], atHand)?.Check;
                says.ShouldBe(best is not null && Interval95.HalfWidth(reading.EthanolPct!.Value) - best.PlusMinusAfter > 0.5, $"{tolerance} {u}");
                if (best is not null)
                {
                    seen.Add(says);
                }
            }
        }

        seen.Count.ShouldBe(2);
    }

    [Fact]
    public void What_is_known_to_a_twentieth_of_a_percent_is_not_in_doubt_and_a_tank_that_is_held_is_held_within_five_points()
    {
        var fuels = new[] { 0.01, 0.05, 0.08, 0.11, 0.14, 0.17, 0.2, 0.5 }.Select(tolerance =>
            Compensated(new CompensatePlan(), Sound, l => SensorReading.From(60, 2.5, tolerance, l)).FuelFactor!
        );
        var doubts = new HashSet<bool>();
        foreach (var fuel in fuels)
        {
            var isSure = CompensateWords.Lead(fuel, null).Text.StartsWith("Every number is taken as exact.", StringComparison.Ordinal);
            isSure.ShouldBe(100 * Interval95.HalfWidth(fuel.Factor) / fuel.Factor.Value < 0.05);
            doubts.Add(isSure);
        }

        doubts.Count.ShouldBe(2);
        var display = Sound with { Control = new(SignalPath.DisplayOnly, FuelMapEthanolPct: 10) };
        CompensateWords.Summary(Compensated(new CompensatePlan(), display)).Text.ShouldContain("E10 within 5 points");
    }

    [Fact]
    public void An_offset_of_ground_counts_as_points_behind_a_converter_and_as_nothing_on_a_frequency()
    {
        Findings.Finding Offset(double mv, SignalPath path) =>
            Harness(
                new HarnessPlan { Ground = GroundChoice.ControllerGround, GroundOffsetMv = mv },
                Wired with
                {
                    Control = new()
                    {
                        SignalPath = path,
                        ConverterAt0V = 0,
                        ConverterAt100V = 5,
                    },
                }
            )
                .Ground.Findings.Single(f => f.Code == "offset");

        // 50 mV a point: a caution from what the conversion itself may be off.
        Numbers(Offset(80, SignalPath.AnalyserVoltage).Text).ShouldBe([80, 1.6]);
        var from = 50 * ConverterVolts.ConversionPct;
        Offset(from - 1, SignalPath.AnalyserVoltage).Severity.ShouldBe(Findings.Severity.Info);
        Offset(from + 1, SignalPath.AnalyserVoltage).Severity.ShouldBe(Findings.Severity.Caution);
        Offset(from + 1, SignalPath.DirectFrequency).Severity.ShouldBe(Findings.Severity.Info);
    }

    [Fact]
    public void A_thin_supply_wire_is_told_what_it_loses()
    {
        var plan = new HarnessPlan
        {
            Supply = SupplyChoice.SwitchedFuse,
            Ground = GroundChoice.Chassis,
            CurrentMa = 3000,
        };
        var feed = Harness(plan).Wires.List.First(w => w.Wire.Role == Wiring.Wires.WireRole.Supply).Wire.Id;
        var supply = Harness(plan with { Wires = [new(feed, LengthM: 6, SlackMm: 0, AreaMm2: 0.35)] }).Supply;
        Numbers(supply.Findings.Single(f => f.Code == "thinWire").Text)[0].ShouldBe(Math.Round(supply.Drop!.DropMv.Value / 1000, 2), 1e-9);
    }

    [Theory]
    [InlineData(2.9, false)]
    [InlineData(3.1, true)]
    public void A_log_that_was_further_off_than_three_percent_is_no_proof(double worst, bool isTooFar)
    {
        var claim = new FuellingClaim(new(Entries.Kinds.ProofClaim.Fuelling, [10, 60], WorstErrorPct: worst), new(1, "proof", "", new("JM"), default));
        var why = claim.StandsFor(10, Compensation.Metering.Mass, null).Why;
        (why?.Code == "proofTooFar").ShouldBe(isTooFar);
        if (isTooFar)
        {
            Numbers(why!.Text)[..2].ShouldBe([worst, 3]);
        }
    }

    [Theory]
    [InlineData(14.9, true)]
    [InlineData(15.1, false)]
    public void An_input_that_bears_less_than_the_battery_may_reach_is_told_of(double bears, bool says)
    {
        var survey = Sound with { Control = Sound.Control with { InputLimitV = bears } };
        new Stations.Survey.SurveyStation().Evaluate(survey, Context(new HazeLedger())).Findings.Any(f => f.Code == "inputLimit").ShouldBe(says);
    }

    [Fact]
    public void Only_what_was_calculated_rests_on_typical_figures()
    {
        string Lead(VehicleSurvey survey) => new Stations.Survey.SurveyStation().Evaluate(survey, Context(new HazeLedger())).Lead.Text;
        Lead(VehicleSurvey.Empty).ShouldNotContain("typical figures");
        Lead(Sound).ShouldStartWith("Partly on typical figures.");
    }
}
