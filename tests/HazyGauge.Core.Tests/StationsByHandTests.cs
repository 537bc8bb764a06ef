using System.Globalization;
using System.Text.RegularExpressions;
using HazyGauge.Core.Compensation;
using HazyGauge.Core.Findings;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Plumbing;
using HazyGauge.Core.Plumbing.Checks;
using HazyGauge.Core.Plumbing.Placement;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Stations;
using HazyGauge.Core.Stations.Capacity;
using HazyGauge.Core.Stations.Compensate;
using HazyGauge.Core.Stations.Harness;
using HazyGauge.Core.Stations.Route;
using HazyGauge.Core.Stations.Signal;
using HazyGauge.Core.Stations.Survey;
using HazyGauge.Core.Vehicles;
using HazyGauge.Core.Wiring.Meters;
using HazyGauge.Core.Wiring.Supplies;
using HazyGauge.Core.Wiring.Wires;

namespace HazyGauge.Core.Tests;

/// <summary>What the stations hand to the formulas, what they take where nothing was said, and the numbers in what they say: by hand or another way.</summary>
public partial class StationsByHandTests
{
    private const double Sqrt3 = 1.7320508;

    private static StationContext Context(HazeLedger ledger, VehicleSurvey? survey = null, SensorReading? reading = null)
    {
        var upstream = new Dictionary<string, object>(StringComparer.Ordinal);
        if (survey is not null)
        {
            upstream["survey"] = survey;
        }

        if (reading is not null)
        {
            upstream["signal"] = new SensorSays(reading, null);
        }

        return new StationContext(ledger, upstream, new Dictionary<NeededFile, StationFile>(), []);
    }

    private static SignalResults Signal(SignalPlan plan, VehicleSurvey? survey = null) => new SignalStation().Evaluate(plan, Context(new HazeLedger(), survey));

    private static HarnessResults Harness(HarnessPlan plan, VehicleSurvey? survey = null) => new HarnessStation().Evaluate(plan, Context(new HazeLedger(), survey ?? Wired));

    private static CompensateResults Compensated(CompensatePlan plan, VehicleSurvey survey, Func<HazeLedger, SensorReading>? read = null)
    {
        var ledger = new HazeLedger();
        return new CompensateStation().Evaluate(plan, Context(ledger, survey, read?.Invoke(ledger)));
    }

    private static CapacityResults Capacity(CapacityPlan plan, VehicleSurvey survey) => new CapacityStation().Evaluate(plan, Context(new HazeLedger(), survey));

    private static readonly VehicleSurvey Wired = VehicleSurvey.Empty with
    {
        Users = [new(SensorUserKind.Controller, Name: "Engine controller")],
        Control = new() { SignalPath = SignalPath.DirectFrequency },
    };

    private static readonly VehicleSurvey Sound = new(
        new Engine(6, 3000, Aspiration.Natural, null, 6500, 150, 160, 0.9),
        new FuelSystemSurvey(FuelLine.Return, FuelSystemKind.Port, 300, false, 60),
        new FuelPump(1, 200),
        new PortInjectors(6, 450, 300, 684, [new(12, 1.2), new(14, 0.9)]),
        new DirectInjection(),
        new EngineControl(SignalPath.DirectFrequency, true, true, true, null, 10, 10, true, CorrectionAbove: new(CorrectionAboveKind.None)),
        new Goals(85, 75, true)
    );

    private static double Of(Hazy number, string source) => number.Parts.Where(p => p.Source.Id == source).Sum(p => p.U);

    // The numbers of a sentence as somebody reads them.
    private static double[] Numbers(string text) => [.. Number().Matches(text).Select(m => double.Parse(m.Value, CultureInfo.InvariantCulture))];

    [GeneratedRegex(@"(?<![\w.])\d+(?:\.\d+)?", RegexOptions.None, 1000)]
    private static partial Regex Number();

    [Fact]
    public void Volts_behind_a_converter_count_from_nothing_to_five_where_nobody_read_its_points()
    {
        var usual = Signal(new SignalPlan { ConverterV = 2.3 });
        usual.Reading!.EthanolPct!.Value.Value.ShouldBe(46, 1e-9);
        var said = Signal(
            new SignalPlan { ConverterV = 2.3 },
            VehicleSurvey.Empty with
            {
                Control = new() { ConverterAt0V = 0, ConverterAt100V = 5 },
            }
        );
        said.Reading!.EthanolPct!.Value.Value.ShouldBe(46, 1e-9);

        // A bare voltage is known to 0.02 V, two standard deviations: 0.2 points of five volts.
        Of(said.Reading.EthanolPct.Value, "converterV").ShouldBe(0.2, 1e-9);
        var live = Signal(
            new SignalPlan { ConverterV = 2.3 },
            VehicleSurvey.Empty with
            {
                Control = new() { ConverterAt0V = 0.5, ConverterAt100V = 4.5 },
            }
        );
        live.Reading!.EthanolPct!.Value.Value.ShouldBe(45, 1e-9);
        Of(live.Reading.EthanolPct.Value, "converterV").ShouldBe(0.25, 1e-9);
    }

    [Theory]
    [InlineData(null, null, 5)]
    [InlineData(null, PartOrigin.Genuine, 5)]
    [InlineData(null, PartOrigin.Unknown, 10)]
    [InlineData(2.0, PartOrigin.Unknown, 2)]
    public void The_tolerance_that_counts_is_that_given_here_else_that_of_a_sensor_of_its_origin(double? here, PartOrigin? origin, double counts)
    {
        var survey = origin is null ? null : VehicleSurvey.Empty with { Sensor = new(Origin: origin) };
        var reading = Signal(new SignalPlan { ToleranceEthanolPct = here, Meter = new(120, 2.5) }, survey).Reading!;
        reading.EthanolPct!.Value.Value.ShouldBe(70, 1e-9);
        Of(reading.EthanolPct.Value, Fields.SourceCatalogue.SensorTolerance).ShouldBe(counts / Sqrt3, 1e-6);

        // A bare frequency is known to half a hertz and a bare width to 0.05 ms: a quarter of a point and, at 41.25 K/ms, about a kelvin.
        Of(reading.EthanolPct.Value, "frequencyHz").ShouldBe(0.25, 1e-9);
        Of(reading.FuelTempC!.Value, "lowPulseMs").ShouldBe(0.025 * 41.25, 1e-6);
        reading.FuelTempC.Value.Value.ShouldBe((2.5 * 41.25) - 81.25, 1e-6);
        new SignalStation().Fields.Single(f => f.Path == "toleranceEthanolPct").Usual!.Value.ShouldBe(5);
    }

    [Fact]
    public void How_much_of_a_haze_one_source_is_goes_by_its_share_and_so_do_the_digits_of_what_is_left()
    {
        var words = new HashSet<string>();
        foreach (var tolerance in new[] { 0.3, 0.6, 1, 1.5, 2, 3, 5, 8 })
        {
            foreach (var u in new[] { 0.1, 0.3, 0.6, 1.0, 1.5, 2, 3 })
            {
                var ledger = new HazeLedger();
                var plan = new SignalPlan { ToleranceEthanolPct = tolerance, Meter = new(ledger.Quantity(110, u, Fields.SourceCatalogue.Find("frequencyHz", u)), 2.5) };
                var results = new SignalStation().Evaluate(plan, Context(ledger));
                if (HazeBudget.NextBestCheck(results.Reading!.Budget, VehicleSurvey.Empty.AtHand()) is not { Check: { } check } line)
                {
                    continue;
                }

                var word =
                    line.SharePct > 90 ? "Nearly all"
                    : line.SharePct > 50 ? "Most"
                    : "Much";
                words.Add(word);
                results.Lead.Text.ShouldContain($"{word} of this haze");
                results.Lead.Text.ShouldContain($"down to ± {check.PlusMinusAfter.ToString(check.PlusMinusAfter < 0.95 ? "0.0" : "0", CultureInfo.InvariantCulture)}.");
            }
        }

        words.Count.ShouldBeGreaterThan(1);
    }

    [Fact]
    public void One_display_shows_and_several_show()
    {
        Signal(new SignalPlan { Shown = [new("gauge", 40)] }).Headline.Text.ShouldStartWith("Gauge shows ");
        Signal(new SignalPlan { Shown = [new("gauge", 40), new("phone", 41)] }).Headline.Text.ShouldStartWith("Gauge and phone show ");
    }

    [Theory]
    [InlineData(1.5)]
    [InlineData(2.9)]
    [InlineData(0.3)]
    public void A_box_that_stretches_whole_pulses_is_shown_on_the_pulses_that_open_at_all(double deadMs)
    {
        var extended = Sound with
        {
            Control = new() { SignalPath = SignalPath.InjectorExtender, FuelMapEthanolPct = 10 },
        };
        var results = Compensated(new CompensatePlan { Pulse = new(10.0, deadMs) }, extended, l => SensorReading.From(100, 2.5, 5, l));
        results.SetBy.ShouldBe(NumbersBy.FixedBox);
        var open = new[] { 1.5, 2, 3, 5, 10, 15 }.Where(ms => ms > 1.1 * deadMs).ToArray();
        results.Stretched!.Select(s => s.PulseMs).ShouldBe(open);

        // By hand, on the highest blend: (pulse x factor - dead) over (pulse - dead) x factor.
        var factor = Uncorrected.LambdaRatio(85, new(10));
        foreach (var pulse in results.Stretched!)
        {
            pulse.ErrorPct.Value.ShouldBe(100 * ((((pulse.PulseMs * factor) - deadMs) / ((pulse.PulseMs - deadMs) * factor)) - 1), 1e-6);
        }
    }

    [Fact]
    public void What_the_sensor_reads_on_the_maps_own_fuel_is_held_against_what_was_said_of_it()
    {
        var fired = new HashSet<bool>();
        for (var hz = 55.0; hz <= 75; hz += 0.5)
        {
            var results = Compensated(new CompensatePlan { BaseEthanolPct = 10 }, Sound, l => SensorReading.From(hz, 2.5, 5, l) with { IsOfMapFuel = true });
            var (read, off) = (SensorReading.From(hz, 2.5, 5, new HazeLedger()).EthanolPct!.Value, hz - 50 - 10);
            var says = results.Findings.Any(f => f.Code == "mapFuelReadsOther");
            says.ShouldBe(Math.Abs(off) > Math.Max(0.5, Interval95.HalfWidth(read)), $"{hz} Hz");

            // Neither counts while they contradict each other.
            (results.BaseEthanolPct is null, results.FuelFactor is null).ShouldBe((says, says));
            fired.Add(says);
        }

        fired.Count.ShouldBe(2);

        // A label of E85 on what reads otherwise is said from half a point beside its own haze on; below E60 nothing is labelled so.
        bool Labelled(double basePct, double hz) =>
            Compensated(new CompensatePlan { BaseEthanolPct = basePct }, Sound, l => SensorReading.From(hz, 2.5, 5, l)).Findings.Any(f => f.Code == "baseAsLabelled");
        (Labelled(85, 125), Labelled(75, 125.4), Labelled(75, 125.6), Labelled(60, 111), Labelled(59.9, 111), Labelled(61, 109)).ShouldBe((true, false, true, true, false, false));

        // Half a point is how far a survey may be off before it speaks of another map.
        bool Another(double here) => Compensated(new CompensatePlan { BaseEthanolPct = here }, Sound).Findings.Any(f => f.Code == "anotherBase");
        (Another(10.5), Another(10.6), Another(9.4)).ShouldBe((false, true, true));
    }

    [Fact]
    public void The_curve_is_as_well_known_at_every_blend_as_the_reading_is_and_what_base_and_reading_share_cancels()
    {
        var ledger = new HazeLedger();
        var reading = SensorReading.From(60, 2.5, 5, ledger) with { IsOfMapFuel = true };
        var unknown = Sound with { Control = Sound.Control with { FuelMapEthanolPct = null } };
        var results = new CompensateStation().Evaluate(new CompensatePlan(), Context(ledger, unknown, reading));
        results.BaseFrom.ShouldBe(BaseFrom.Reading);

        // On the very blend the map was made on, the same sensor says both: nothing of the factor is in doubt; far from it, little.
        var curve = results.Curve!.ToDictionary(p => p.EthanolPct);
        curve[10].PlusMinus.ShouldBe(0, 1e-9);
        curve[84].Factor.ShouldBe(Uncorrected.LambdaRatio(84, new(10)), 1e-9);
        curve.Keys.Order().ShouldBe(Enumerable.Range(0, 51).Select(i => 2.0 * i));

        // Another way: the factor at both ends of what the sensor may be off.
        double At(double off) => Uncorrected.LambdaRatio(84 + off, new(10 + off));
        curve[84].PlusMinus.ShouldBe(0.95 * Math.Abs(At(5) - At(-5)) / 2, 0.1 * curve[84].PlusMinus);
    }

    [Fact]
    public void What_is_said_of_the_fuel_carries_the_numbers_it_comes_to()
    {
        foreach (var hz in new[] { 70.0, 100, 135 })
        {
            var results = Compensated(new CompensatePlan(), Sound, l => SensorReading.From(hz, 2.5, 5, l));
            var fuel = results.FuelFactor!;
            var half = Math.Round(100 * Interval95.HalfWidth(fuel.Factor) / fuel.Factor.Value, 1);
            var lean = Math.Round(100 * (fuel.LeanRatio.Value - 1), 1);
            var said = Numbers(results.Lead.Text);
            new[] { half, lean, Math.Round(fuel.CautiousFactor.Value, 3) }.ShouldAllBe(n => said.Contains(n), results.Lead.Text);
        }

        // A blend known to less than a point is said with a tenth.
        string Headline(double tolerance) => Compensated(new CompensatePlan(), Sound, l => SensorReading.From(100.4, 2.5, tolerance, l)).Headline.Text;
        Headline(0.5).ShouldStartWith("At E50.4,");
        Headline(0.98).ShouldStartWith("At E50.4,");
        Headline(1.1).ShouldStartWith("At E50,");

        var held = Compensated(new CompensatePlan(), Sound with { Control = new(SignalPath.DisplayOnly, FuelMapEthanolPct: 10) }, l => SensorReading.From(60, 2.5, 5, l));
        Numbers(new CompensateStation().Summary(new CompensatePlan(), held).Text).ShouldContain(5);
        held.Outside!.Where(o => o.IsHeld).Select(o => o.EthanolPct).ShouldBe([10]);
    }

    [Theory]
    [InlineData(SignalPath.DirectFrequency, null, null, new double[] { 50, 0, 150, 100 })]
    [InlineData(SignalPath.AnalyserVoltage, null, null, new double[] { 0, 0, 5, 100 })]
    [InlineData(SignalPath.AnalyserVoltage, 0.5, 4.5, new double[] { 0.5, 0, 4.5, 100 })]
    public void Whoever_writes_the_file_is_told_how_the_reading_reaches_it(SignalPath path, double? at0, double? at100, double[] numbers)
    {
        var survey = Sound with
        {
            Control = Sound.Control with { SignalPath = path, ConverterAt0V = at0, ConverterAt100V = at100 },
            Controllers = [new("Engine", ControllerRole.Engine, SetsNumbers: NumbersBy.CalibratorsFile)],
        };
        var steps = Compensated(new CompensatePlan(), survey, l => SensorReading.From(110, 2.5, 5, l)).Controllers!.SelectMany(c => c.Steps).ToList();
        Numbers(steps.Single(s => s.Text.Text.StartsWith("Ethanol input", StringComparison.Ordinal)).Text.Text.Replace("E", " ", StringComparison.Ordinal))
            .ShouldBe(numbers, ignoreOrder: true);

        // What it shows has to be what the sensor reads, within two points.
        steps.Single(s => s.Text.Text.StartsWith("Key on", StringComparison.Ordinal)).Text.Text.ShouldContain("E60 within 2 points");
    }

    [Theory]
    [InlineData(Instrument.DiagnosticReader)]
    public void Trims_may_move_by_five_points(Instrument reader)
    {
        var survey = Sound with { Instruments = [reader] };
        var results = Compensated(new CompensatePlan(), survey with { Control = Sound.Control with { StandAlone = true } }, l => SensorReading.From(110, 2.5, 5, l));
        (
            results.NextAction.Why.ToString() + results.Fuelling.WhatProvesIt.Text + string.Concat(results.Controllers!.SelectMany(c => c.Steps).Select(s => s.Text.Text))
        ).ShouldContain("within 5 points");
    }

    [Fact]
    public void A_harness_is_measured_against_the_feed_less_what_the_wire_eats()
    {
        var plan = new HarnessPlan
        {
            Supply = SupplyChoice.SwitchedFuse,
            Ground = GroundChoice.ControllerGround,
            PullUpOhm = 4700,
            PullUpTo = PullUpTo.FiveVolt,
            CurrentMa = 800,
            Probed = new(0, 12.4, 10, 12.6),
        };
        var feed = Harness(plan).Wires.List.First(w => w.Wire.Role == WireRole.Supply).Wire;
        var results = Harness(plan with { Wires = [new WireNote(feed.Id, LengthM: 5, SlackMm: 0, AreaMm2: 0.35)] });
        var lost = results.Supply.Drop!.DropMv.Value / 1000;
        lost.ShouldBeGreaterThan(0.3);
        static bool Is(MeterLine line, HarnessCheck check) => line.Id.StartsWith(check.ToString(), StringComparison.OrdinalIgnoreCase);
        MeterLine Line(HarnessResults of, HarnessCheck check) => of.Meter.Lines.First(l => Is(l, check));
        Line(results, HarnessCheck.Supply).Expected.Value.ShouldBe(12.4 - lost, 1e-9);

        // A feed below what feeds anything is said elsewhere: the sheet goes by the battery.
        Line(Harness(plan with { Probed = new(0, 4.4, 4, 12.6) }), HarnessCheck.Supply)
            .Expected.Value.ShouldBe(12.6 - (Harness(plan).Supply.Drop?.DropMv.Value / 1000 ?? 0), 0.05);

        // Lifted to the controller's five volts it rests there, and without any pull-up nothing is said of it.
        Line(results, HarnessCheck.PullUp).Expected.Value.ShouldBe(5, 0.05);
        Harness(plan with { PullUpOhm = null, PullUpTo = null }).Meter.Lines.Any(l => Is(l, HarnessCheck.PullUp) || Is(l, HarnessCheck.AverageVolts)).ShouldBeFalse();
    }

    [Fact]
    public void Every_check_that_is_still_open_is_counted()
    {
        var survey = Wired with { Control = Wired.Control with { InputLimitV = 16 } };
        var plan = new HarnessPlan
        {
            Supply = SupplyChoice.SwitchedFuse,
            Ground = GroundChoice.ControllerGround,
            PullUpOhm = 4700,
            PullUpTo = PullUpTo.FiveVolt,
            EthanolPct = 74,
            FuelTempC = 25,
            Wires =
            [
                new("signal-engine-controller", 2, Pin: 47, Clicked: true, Locked: true, Tugged: true),
                new("supply-sensor", Joint: WireJoint.Crimped),
                new("ground-sensor", Joint: WireJoint.Crimped),
            ],
            Connectors = [new("Main", Wiring.Connectors.ConnectorView.Wire, Wiring.Connectors.ConnectorView.Mating, [new(1, 18), new(19, 36), new(37, 54)])],
        };
        var lines = Harness(plan, survey).Meter.Lines;
        for (var read = 0; read <= lines.Count; read++)
        {
            var results = Harness(plan with { Readings = [.. lines.Take(read).Select(l => new MeterEntry(l.Id, l.Expected.Value))] }, survey);
            results.Meter.Read.ShouldBe(read);
            Numbers(results.NextAction.Why.ToString()).ShouldBe(read == lines.Count ? [read] : [lines.Count - read, lines.Count]);
            (results.State == StationState.Proven).ShouldBe(read == lines.Count);
        }
    }

    [Fact]
    public void The_wire_hangs_on_its_own_length_and_the_pull_up_it_is_advised_goes_to_what_the_inputs_bear()
    {
        SignalPart Of(HarnessPlan plan, double? bears) => Harness(plan, Wired with { Control = Wired.Control with { InputLimitV = bears } }).Signal;
        var plan = new HarnessPlan
        {
            PullUpOhm = 4700,
            PullUpTo = PullUpTo.FiveVolt,
            Supply = SupplyChoice.SwitchedFuse,
            Ground = GroundChoice.ControllerGround,
        };
        var signal = Harness(plan).Wires.List.First(w => w.Wire.Role == WireRole.Signal).Wire.Id;
        var longer = plan with { Wires = [new WireNote(signal, LengthM: 6, SlackMm: 0)] };
        var cut = Harness(longer).Wires.List.First(w => w.Wire.Id == signal).CutM!.Value.Value;

        // A tenth of a nanofarad a meter: what is worked out for the wire is what that capacitance comes to by itself.
        var (byLength, byHand) = (Harness(longer).Signal, Harness(longer with { CableNf = 0.1 * cut }).Signal);
        byLength.Inputs[0].Sees.RiseTimeUs!.Value.Value.ShouldBe(byHand.Inputs[0].Sees.RiseTimeUs!.Value.Value, 1e-6);

        // Advised is what keeps the sensor at the same current: to five volts less than to the battery.
        var (five, supply) = (Of(plan, 5.5), Of(plan, 32));
        (five.RecommendedTo, supply.RecommendedTo).ShouldBe((PullUpTo.FiveVolt, PullUpTo.Supply));
        five.ReleasedV!.Value.Value.ShouldBe(5, 1e-9);
        five.RecommendedOhm!.Value.ShouldBeLessThanOrEqualTo(supply.RecommendedOhm!.Value);

        // An input whose pull-up nobody measured goes to five volts.
        var inside = Harness(new HarnessPlan { Inputs = [new("Engine controller", PullUpOhm: 2000)] }).Signal;
        inside.ReleasedV!.Value.Value.ShouldBe(5, 1e-9);
        inside.SinkMa!.Value.Value.ShouldBe((5 - 0.2) / 2, 1e-9);
    }

    private static readonly VehicleSurvey OnACurve = Sound with
    {
        Pump = new FuelPump(1, Curve: [new(200, 230), new(450, 150)], CurveV: 13.5, PumpV: 13.5),
        FuelSystem = Sound.FuelSystem with { BasePressureKpa = 300 },
    };

    [Fact]
    public void Pressure_is_raised_as_far_as_the_pumps_curve_reaches_and_the_trip_goes_with_it()
    {
        CapacityPlan Raised(double kpa) => new() { Changes = new CapacityChange(BaseRiseKpa: kpa) };
        Should.NotThrow(() => Capacity(Raised(150), OnACurve));
        var refused = Should.Throw<RefusedInputException>(() => Capacity(Raised(151), OnACurve));
        Numbers(refused.Errors["changes.baseRiseKpa"][0]).ShouldBe([450, 451]);
        Should.Throw<RefusedInputException>(() => Capacity(Raised(10), Sound)).Errors.Keys.ShouldBe(["changes.baseRiseKpa"]);
        var known = OnACurve with { FuelSystem = OnACurve.FuelSystem with { FollowsManifold = false } };
        var (before, after) = (Capacity(new(), known).Failsafe!, Capacity(Raised(50), known).Failsafe!);
        after.TripKpa.Value.ShouldBe(before.TripKpa.Value + 50, 6);

        // A second pump heats the fuel too, and one in place of one does not.
        bool Heats(CapacityChange change, VehicleSurvey survey) => Capacity(new() { Changes = change }, survey).Findings.Any(f => f.Code == "moreHeat");
        (Heats(new(PumpCount: 2), OnACurve), Heats(new(PumpCount: 1), OnACurve)).ShouldBe((true, false));
        (
            Heats(new(PumpCount: 2), OnACurve with { Pump = OnACurve.Pump with { Count = null } }),
            Heats(new(PumpCount: 2), OnACurve with { Pump = OnACurve.Pump with { Count = 2 } })
        ).ShouldBe((true, false));
    }

    [Fact]
    public void As_many_ways_out_are_offered_as_there_are()
    {
        var counts = new HashSet<int>();
        foreach (var kw in Enumerable.Range(0, 16).Select(i => 100 + (20.0 * i)))
        {
            foreach (var survey in new[] { OnACurve, Sound, Sound with { Injectors = new PortInjectors() } })
            {
                var asked = survey with { Engine = survey.Engine with { WantedPowerKw = kw } };
                var results = Capacity(new(), asked);
                if (results.AtPoint is not { Verdict: CapacityVerdict.Capped or CapacityVerdict.TooSmall } point)
                {
                    continue;
                }

                counts.Add(point.Remedies.Count);
                var lead = results.Lead.Text;
                (lead.Contains("or use the other way", StringComparison.Ordinal), lead.Contains("other ways below", StringComparison.Ordinal)).ShouldBe(
                    (point.Remedies.Count == 2, point.Remedies.Count > 2)
                );
                if (point.Remedies.Count > 2)
                {
                    lead.ShouldContain($"one of {point.Remedies.Count - 1} other ways");
                }

                if (point.Verdict == CapacityVerdict.Capped)
                {
                    results.NextAction.Command.ToString().Contains("or choose another way", StringComparison.Ordinal).ShouldBe(point.Remedies.Count > 1);
                }
            }
        }

        counts.Count.ShouldBeGreaterThan(1);
    }

    [Fact]
    public void The_hottest_drive_is_drawn_from_its_beginning_to_its_end_and_judged_on_what_boils_first()
    {
        foreach (var minutes in new[] { 5.0, 30, 61, 100 })
        {
            var drive = Capacity(new() { Drive = new HotDrive(AmbientC: 10, Minutes: minutes) }, Sound).Drive!;
            (drive.Timeline[0].Minute, drive.Timeline[^1].Minute).ShouldBe((0, minutes));
            drive.Timeline.Select(p => p.Minute).ShouldBeUnique();
            drive.Timeline.Count.ShouldBeInRange(5, 26);
            drive.Timeline[^1].FuelTempC.Value.ShouldBe(drive.FinalC.Value);
        }

        // Fuel that boils gets no hotter: the course ends where it begins to, and says after how long.
        var hot = Capacity(new() { Drive = new HotDrive(AmbientC: 35, Minutes: 100, FuelLitres: 14, GasolineReidKpa: 75) }, Sound).Drive!;
        hot.FinalC.Value.ShouldBe(hot.AtInlet.BubblePointC.Value);
        hot.BoilsAfterMin!.Value.ShouldBeInRange(0, 100);
        hot.Timeline[^1].Minute.ShouldBe(hot.BoilsAfterMin.Value);
        hot.Timeline.ShouldAllBe(p => p.FuelTempC.Value <= hot.AtInlet.BubblePointC.Value);

        // Below E10 or so the highest blend boils first; above it a blend in between does.
        string Judged(double highest) => Capacity(new() { Drive = new HotDrive(AmbientC: 35) }, Sound with { Goals = new Goals(highest) }).Drive!.JudgedOn!.Text;
        Judged(5).ShouldContain("the highest boils first");
        Judged(85).ShouldContain("has ");
        Numbers(Judged(85).Replace("E", " ", StringComparison.Ordinal)).ShouldContain(85);
    }

    private static readonly FittingPart[] Chain =
    [
        new("barb", "Barb", ["qc-3-8-m", "barb-9-5"], 7.5, 38, 7, true),
        new("hose", "Hose", ["hose-9-5", "hose-9-5"], 9.5, 250, 8, true, BendRadiusMm: 57),
        new("barb", "Barb", ["qc-3-8-f-tab", "barb-9-5"], 7.5, 38, 7, true),
        new("sensor", "Sensor", ["qc-3-8-m", "qc-3-8-m"], 7.9, 92, 120, true),
        new("barb", "Barb", ["qc-3-8-f-tab", "barb-9-5"], 7.5, 38, 7, true),
        new("hose", "Hose", ["hose-9-5", "hose-9-5"], 9.5, 500, 8, true, BendRadiusMm: 57),
        new("barb", "Barb", ["qc-3-8-f-tab", "barb-9-5"], 7.5, 38, 7, true),
    ];

    [Fact]
    public void Leak_points_of_a_route_are_those_of_the_chain_then_what_was_opened_beside_it()
    {
        RouteResults Route(RoutePlan plan) => new RouteStation().Evaluate(plan, Context(new HazeLedger(), Sound));
        var plan = new RoutePlan
        {
            Place = SensorPlace.Feed,
            From = "qc-3-8-f-tab",
            To = "qc-3-8-m",
            GapMm = 500,
            Chain = Chain,
        };
        Route(plan).Leaks.Count.ShouldBe(8);
        var opened = Route(plan with { Opened = ["filter, tank side", "filter, engine side", "rail"] });
        opened.Leaks.Select(l => l.Number).ShouldBe(Enumerable.Range(1, 11));
        opened.Leaks.Skip(8).Select(l => l.Name).ShouldBe(["filter, tank side", "filter, engine side", "rail"]);
        opened.Placement!.Options.Single(o => o.School == SensorPlace.Feed).LeakPoints.ShouldBe(11);
        Route(new RoutePlan { Opened = ["rail"] }).Leaks.Single().Number.ShouldBe(1);

        // Eight joints have seven parts; a ninth is none of theirs.
        Should.NotThrow(() => Route(plan with { Joints = [.. Enumerable.Repeat(new JointMade(), 8)] }));
        Numbers(Should.Throw<RefusedInputException>(() => Route(plan with { Joints = [.. Enumerable.Repeat(new JointMade(), 9)] })).Errors["joints"][0]).ShouldBe([7, 8, 9]);

        // Each hose is drawn as long as its own side was measured; with the gap as a whole, by its share: 500 less five fittings of 38 and 92 leave 218.
        Route(plan with { GapMm = null, TankSide = new(176), EngineSide = new(276) }).Strip.Where(s => s.Kind == StripKind.Hose).Select(s => s.LengthMm).ShouldBe([100, 200]);
        Route(plan).Strip.Where(s => s.Kind == StripKind.Hose).Select(s => s.LengthMm).ShouldBe([Math.Round(256 / 3.0), Math.Round(256 * 2 / 3.0)]);
        new RouteStation().Fields.Single(f => f.Path == "pushedOverMm").Usual!.Value.ShouldBe(25);
        Route(plan with { GapMm = null, TankSide = new(176) }).Hoses!.Hoses[0].CutMm.ShouldBe(150);
    }

    [Fact]
    public void A_harness_nobody_knows_anything_of_comes_to_what_usual_figures_give_by_hand()
    {
        var results = Harness(
            new HarnessPlan
            {
                Supply = SupplyChoice.Constant,
                Ground = GroundChoice.ControllerGround,
                PullUpOhm = 2400,
                PullUpTo = PullUpTo.Supply,
            }
        );

        // Half of 60 Ah, 25 mA drawn and 4 % of 60 Ah lost in a month of thirty days: 30 Ah over 0.025 x 24 + 2.4 / 30 Ah a day.
        var days = results.Supply.Days!.Value;
        days.Value.ShouldBe(30 / 0.68, 1e-6);
        var slopes = new (string Source, double Part)[]
        {
            ("harness.drainMa", -0.6 / 0.68 * 20 / 25),
            ("harness.batteryAh", 0.6 / 0.68 * 20 / 60),
            ("harness.usablePct", 15.0 / 50),
            ("harness.selfDischargePct", -0.08 / 0.68 * 3 / 4),
        };

        // A drain of 25 +- 20 mA is drawn; every doubt keeps its share of what that comes to.
        results.Supply.DaysDrawn.ShouldNotBeNull();
        var whole = Math.Sqrt(slopes.Sum(s => s.Part * s.Part));
        slopes.ShouldAllBe(s => Math.Abs((Of(days, s.Source) / days.StandardU) - (s.Part / whole)) < 1e-3);
        days.StandardU.ShouldBeGreaterThan(days.Value * whole / Sqrt3);

        // 12.6 V through 2.4 k onto 0.2 V are 5.17 mA; the wire rests at the battery, known to 0.4 V.
        results.Signal.SinkMa!.Value.Value.ShouldBe(12.4 / 2.4, 1e-6);
        results.Signal.ReleasedV!.Value.Value.ShouldBe(12.6, 1e-6);
        results.Signal.ReleasedV.Value.StandardU.ShouldBe(0.4 / Sqrt3, 1e-6);
        results.Assumed.Select(a => a.Field).ShouldBeUnique();
    }

    [Fact]
    public void Five_points_are_what_a_map_and_a_display_may_be_apart()
    {
        string[] Codes(VehicleSurvey survey) => [.. SurveyEvaluation.Of(survey, new HazeLedger()).Findings.Select(f => f.Code)];
        EngineControl Maps(double fuel, double spark) => Sound.Control with { FuelMapEthanolPct = fuel, SparkMapEthanolPct = spark };
        Codes(Sound with { Control = Maps(10, 15) }).ShouldNotContain("mapsOfTwoBlends");
        Codes(Sound with { Control = Maps(10, 15.1) }).ShouldContain("mapsOfTwoBlends");
        Codes(Sound with { Control = Maps(15.1, 10) }).ShouldContain("mapsOfTwoBlends");
        VehicleSurvey Display(double map, double highest) => Sound with { Control = new(SignalPath.DisplayOnly, FuelMapEthanolPct: map), Goals = new Goals(highest) };
        foreach (var (map, highest, stops) in new[] { (10.0, 15.0, false), (10, 15.1, true), (85, 80, false), (85, 79.9, true) })
        {
            var finding = SurveyEvaluation.Of(Display(map, highest), new HazeLedger()).Findings.SingleOrDefault(f => f.Code == "displayControlsNothing");
            (finding is not null).ShouldBe(stops);
            if (finding is not null)
            {
                finding.Text.ShouldContain("within 5 points");
                finding.Text.ShouldContain(Uncorrected.LambdaRatio(highest, new(map)).ToString("lambda 0.00", CultureInfo.InvariantCulture));
            }
        }

        Uncorrected.HeldBetween(2).Text.ShouldBe("E0 and E7");
        Uncorrected.HeldBetween(98).Text.ShouldBe("E93 and E100");
    }
}
