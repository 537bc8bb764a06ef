using CsCheck;
using HazyGauge.Core.Entries;
using HazyGauge.Core.Entries.Kinds;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.People;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Stations;
using HazyGauge.Core.Stations.Compensate;
using HazyGauge.Core.Stations.Signal;
using HazyGauge.Core.Stations.Survey;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Tests;

/// <summary>Jobs as they come in: numbers read off displays, several users and controllers, somebody else's file, what was found wrong.</summary>
public class JobAsItComesInTests
{
    private static readonly VehicleSurvey Bare = new()
    {
        Engine = new Engine(Cylinders: 4, PowerKw: 150),
        Control = new EngineControl(FuelMapEthanolPct: 10),
        Goals = new Goals(HighestEthanolPct: 85),
    };

    private static ShownValue Shown(string by, double pct, double? step = null, FedBy? fed = FedBy.Sensor) => new(by, pct, StepPct: step, FedBy: fed, LeftWhenUnplugged: true);

    private static (SurveyResults Survey, SignalResults Signal, CompensateResults Compensate) Job(
        VehicleSurvey survey,
        SignalPlan? signal = null,
        CompensatePlan? compensate = null,
        HazeLedger? on = null,
        params JobEntry[] entries
    )
    {
        var ledger = on ?? new HazeLedger();
        IStation Station<T>()
            where T : IStation, new() => new T();
        var upstream = new Dictionary<string, object>();
        Evaluated Evaluate(IStation station, object plan)
        {
            var evaluated = station.Evaluate(
                plan,
                new StationContext(ledger, upstream, new Dictionary<NeededFile, StationFile>(), [.. entries.Where(e => station.ReadsEntries.Contains(e.Kind))])
            );
            if (evaluated.Published is { } published)
            {
                upstream[station.Slug] = published;
            }

            return evaluated;
        }

        return (
            (SurveyResults)Evaluate(Station<SurveyStation>(), survey).Results,
            (SignalResults)Evaluate(Station<SignalStation>(), signal ?? new SignalPlan()).Results,
            (CompensateResults)Evaluate(Station<CompensateStation>(), compensate ?? new CompensatePlan()).Results
        );
    }

    private static string[] Codes(IEnumerable<Finding> findings) => [.. findings.Select(f => f.Code)];

    private static string[] Codes(IEnumerable<SurveyFinding> findings) => [.. findings.Select(f => f.Code)];

    /// <summary>
    /// Source: common practice, no source: 36 and 37 from one sensor agree; 28.9 shown on a mixed E30 agrees; a phone app and a controller one
    /// point apart share the sensor.
    /// </summary>
    [Theory]
    [Trait("Category", "Outside")]
    [InlineData(36, 37, 1, true)]
    [InlineData(36, 39, 1, false)]
    [InlineData(36, 42, 10, true)]
    public void Displays_on_one_sensor_agree_within_their_steps_and_count_its_tolerance_once(double one, double other, double step, bool agree)
    {
        var signal = Job(Bare, new SignalPlan { Shown = [Shown("phone app", one), Shown("controller", other, step, FedBy.Controller)] }).Signal;
        Codes(signal.Findings!).ShouldContain(agree ? "shownAgree" : "shownDisagree");
        (signal.Reading is null).ShouldBe(!agree);
        if (!agree)
        {
            signal.Dispute!.Between.ShouldBe(["phone app", "controller"]);
            return;
        }

        var ethanol = signal.Reading!.EthanolPct!.Value;
        ethanol.Value.ShouldBeInRange(one, other);

        // One rectangle of 5 points, and next to nothing of the steps: two sensors would leave less.
        Interval95.HalfWidth(ethanol).ShouldBe(4.8, 0.2);
        ethanol.Parts.Count(p => p.Source.Id == "sensorTolerance").ShouldBe(1);
        signal.RestsOn.ShouldBe(SignalEvidence.Shown);
        signal.Lead.Text.ShouldContain("proves nothing about");
    }

    /// <inheritdoc cref="Displays_on_one_sensor_agree_within_their_steps_and_count_its_tolerance_once"/>
    [Fact]
    [Trait("Category", "Outside")]
    public void A_shown_28_9_agrees_with_a_mixed_E30_and_E42_does_not()
    {
        SignalPlan Showing(double pct, double? step = null) => new() { Shown = [Shown("gauge", pct, step)] };
        string[] After(SignalPlan plan, params Fill[] fills) =>
            Codes(
                Job(Bare, plan, entries: [.. fills.Select((f, i) => new JobEntry(i + 1, FillEntry.Key, string.Empty, new Person("JM"), default) { Payload = f })]).Signal.Findings!
            );
        After(Showing(28.9, 0.1), new Fill(MixedEthanolPct: 30)).ShouldContain("mixedAgrees");
        After(Showing(42), new Fill(MixedEthanolPct: 30)).ShouldContain("mixedDisagrees");

        // However sharp the reading, a mix is known to a point at best, and to no more than that.
        foreach (var (shown, agrees) in new[] { (30.9, true), (29.1, true), (31.4, false), (28.6, false), (33.0, false), (37.0, false) })
        {
            After(Showing(shown, 0.1) with { ToleranceEthanolPct = 0.2 }, new Fill(MixedEthanolPct: 30)).ShouldContain(agrees ? "mixedAgrees" : "mixedDisagrees", $"E{shown}");
        }

        // The last fill counts: after one of which nobody said what it came to, nothing is known of the blend.
        After(Showing(42), new Fill(MixedEthanolPct: 30), new Fill(MixedEthanolPct: 42)).ShouldContain("mixedAgrees");
        After(Showing(42), new Fill(MixedEthanolPct: 42), new Fill(Litres: 20)).ShouldNotContain(c => c.StartsWith("mixed"));
    }

    [Fact]
    public void A_display_proves_less_than_a_wire_and_until_the_sensor_was_unplugged_nothing()
    {
        var frozen = Job(Bare, new SignalPlan { Shown = [Shown("gauge", 30) with { LeftWhenUnplugged = null }] }).Signal;
        (frozen.State, frozen.NextAction.Command).ShouldBe((StationState.InWork, "Unplug the sensor once."));
        Job(Bare, new SignalPlan { Shown = [Shown("gauge", 30)] }).Signal.State.ShouldBe(StationState.Proven);

        // Zero is E0 or no signal, until the sensor was unplugged.
        var end = Job(Bare, new SignalPlan { Shown = [Shown("gauge", 0) with { LeftWhenUnplugged = null }] }).Signal;
        (end.Reading, Codes(end.Findings!)).ShouldSatisfyAllConditions(e => e.Item1.ShouldBeNull(), e => e.Item2.ShouldContain("shownAtTheEnd"));
        Job(Bare, new SignalPlan { Shown = [Shown("gauge", 0)] }).Signal.State.ShouldBe(StationState.Proven);

        // Beside a meter on the wire the display is a cross-check, and the sensor they share cancels.
        SignalPlan Metered(double shown) => new() { Meter = new MeterValues(86), Shown = [Shown("gauge", shown)] };
        Codes(Job(Bare, Metered(37)).Signal.Reading!.Findings).ShouldContain("shownAgrees");
        Codes(Job(Bare, Metered(40)).Signal.Findings!).ShouldContain("shownDisagrees");
        var dry = Job(Bare, new SignalPlan { Shown = [Shown("phone", 30) with { FuelTempC = 330 }] }).Signal.Reading!;
        dry.TemperatureStatus.ShouldBe(TemperatureStatus.Invalid);
    }

    /// <summary>Source: common practice, no source: 0.5 to 4.5 V is E0 to E100; with 0 to 5 V a broken wire reads E0.</summary>
    [Theory]
    [Trait("Category", "Outside")]
    [InlineData(0.5, 4.5, 1.9, 35.0)]
    [InlineData(0.0, 5.0, 1.75, 35.0)]
    [InlineData(5.0, 0.0, 3.25, 35.0)]
    public void Volts_behind_a_converter_are_read_between_its_two_points_and_said_for_a_meter(double at0, double at100, double volts, double pct)
    {
        var survey = Bare with { Users = [new SensorUser(SensorUserKind.Analyser)], Control = Bare.Control with { ConverterAt0V = at0, ConverterAt100V = at100 } };
        Job(survey, new SignalPlan { ConverterV = volts }).Signal.Reading!.EthanolPct!.Value.Value.ShouldBe(pct, 1e-9);
        var row = Job(survey, new SignalPlan { Meter = new MeterValues(50 + pct) }).Signal.Meter!.Single(r => r.Quantity == MeterQuantity.ConverterV);
        row.Expected.Value.ShouldBe(volts, 1e-9);

        // Not a point more than 2 of the converter and the meter's own: the sensor is in both.
        row.Within.ShouldBeLessThan(0.2);
        Codes(Job(survey, new SignalPlan { ConverterV = 5.6 }).Signal.Reading!.Findings).ShouldContain("converterOutside");
    }

    [Fact]
    public void Converter_points_nobody_read_prove_nothing()
    {
        var survey = Bare with { Users = [new SensorUser(SensorUserKind.Analyser)] };
        var signal = Job(survey, new SignalPlan { ConverterV = 1.9 }).Signal;
        signal.State.ShouldBe(StationState.InWork);
        signal.Reading!.Findings[0].Text.ShouldContain("E35");
    }

    // What an expert says of four jobs as they come in.
    [Fact]
    public void A_display_only_car_is_held_at_its_map_and_nobody_is_told_to_type()
    {
        var survey = Bare with
        {
            Users = [new SensorUser(SensorUserKind.Gauge)],
            Control = new EngineControl(FuelMapEthanolPct: 30),
            Goals = new Goals(),
            FuelSystem = new FuelSystemSurvey(Kind: FuelSystemKind.Port, Materials: new(MaterialRating.Rated, Seals: MaterialRating.Rated)),
        };
        var job = Job(survey, new SignalPlan { Shown = [Shown("gauge", 29)] });
        job.Survey.Headline.Text.ShouldStartWith("A display is enough, as long as the tank stays between E25 and E35.");
        job.Survey.EthanolPct.Value.ShouldBe(35);
        job.Compensate.Headline.Text.ShouldBe("Type in nothing: nothing counts the ethanol. Hold the blend between E25 and E35.");
        job.Compensate.Outside!.Where(o => o.IsHeld).ShouldHaveSingleItem().EthanolPct.ShouldBe(30);

        // A label is no blend to hold a tank at: that stays open.
        var labelled = Job(survey with { Control = new EngineControl(FuelMapEthanolPct: 85, FuelMapKnown: MapFuelKnown.Label) });
        (labelled.Survey.Eligible, labelled.Compensate.State).ShouldBe((Eligibility.Unknown, StationState.InWork));
        labelled.Survey.ToMeasure[0].Field.ShouldBe("control.fuelMapEthanolPct");

        // Source: common practice, no source: correction off at E75 on a base of E10 is lambda 1.31 to 1.36.
        Job(survey with { Control = new EngineControl(FuelMapEthanolPct: 10) }).Compensate.Outside!.Single(o => o.EthanolPct == 75).Lambda.ShouldBeInRange(1.31, 1.36);
    }

    [Fact]
    public void An_extender_with_a_reader_is_told_what_it_does_to_short_pulses()
    {
        var survey = Bare with { Users = [new SensorUser(SensorUserKind.Extender), new SensorUser(SensorUserKind.Reader)] };
        var job = Job(survey, new SignalPlan { Shown = [Shown("phone", 40)] }, new CompensatePlan { Pulse = new PulseChoice(DeadTimeMs: 0.9) });
        Codes(job.Survey.Findings).ShouldContain("sharedSignal");
        job.Compensate.Row.ShouldBeNull();

        // By hand: at 2.0 ms with 0.9 ms of dead time a factor f leaves (2 f - 0.9) / (1.1 f) - 1.
        var factor = Compensation.Uncorrected.LambdaRatio(85, new(10));
        job.Compensate.Stretched!.Single(s => s.PulseMs == 2).ErrorPct.Value.ShouldBe(100 * ((((2 * factor) - 0.9) / (1.1 * factor)) - 1), 0.01);
        job.Compensate.Stretched!.Zip(job.Compensate.Stretched!.Skip(1)).ShouldAllBe(p => p.First.ErrorPct.Value > p.Second.ErrorPct.Value);
    }

    [Fact]
    public void Where_a_calibrator_sends_the_file_it_is_said_what_to_send_ask_enable_and_verify_and_what_is_known_is_not_asked()
    {
        var survey = Bare with
        {
            Users = [new SensorUser(SensorUserKind.Controller, Controller: "Main")],
            Controllers =
            [
                new ControllerOnBoard("Main", ControllerRole.Engine, SetsNumbers: NumbersBy.CalibratorsFile, Cable: "data cable"),
                new ControllerOnBoard("Aux", ControllerRole.AuxiliaryInjection),
            ],
            Instruments = [Instrument.VoltsAndContinuity, Instrument.DiagnosticReader],
        };
        var compensate = Job(survey, new SignalPlan { Shown = [Shown("phone", 36)] }).Compensate;
        compensate.Row.ShouldBeNull();
        compensate.Controllers!.Select(c => c.Name).ShouldBe(["Main", "Aux"]);
        var steps = compensate.Controllers![0].Steps;
        steps.Select(s => s.Kind).Distinct().ShouldBe([StepKind.Send, StepKind.AskFor, StepKind.Enable, StepKind.Verify]);
        steps.ShouldContain(s => s.Kind == StepKind.Enable && s.Text.Text.Contains("data cable"));
        steps.ShouldNotContain(s => s.Kind == StepKind.AskFor && s.Text.Text.Contains("cable"));
        steps.ShouldContain(s => s.Text.Text.Contains("fuel trims with the diagnostic reader"));
        steps.ShouldNotContain(s => s.Kind == StepKind.TypeIn);
    }

    // Whoever sets the numbers, and read or not: what may be filled keeps clear of both ends by their haze, and what cannot be is refused by its field.
    [Fact]
    public void Until_the_file_is_in_the_page_says_which_fuel_may_be_driven()
    {
        foreach (var map in new[] { 0.0, 10, 30, 85 })
        {
            foreach (var (limit, learned) in new[] { (20.0, 0.0), (25, 8), (12, -5), (3, 3) })
            {
                var ledger = new HazeLedger();
                var plan = new CompensatePlan { BaseEthanolPct = ledger.Quantity(map, 1, new HazeSource("base", "base")), Trims = new TrimChoice(limit, learned) };
                var band = Job(Bare, compensate: plan, on: ledger).Compensate.Meanwhile!;
                var said = band.Fill.Values.Values.Select(v => v.Value).ToList();
                if (said.Count == 2)
                {
                    said[0].ShouldBeGreaterThanOrEqualTo(band.LowestPct.Value <= 0 ? 0 : band.LowestPct.Value + Interval95.HalfWidth(band.LowestPct));
                    said[1].ShouldBeLessThanOrEqualTo(band.HighestPct.Value >= 100 ? 100 : band.HighestPct.Value - Interval95.HalfWidth(band.HighestPct));
                }
                else
                {
                    (band.HighestPct.Value - band.LowestPct.Value).ShouldBeLessThan(2 + Interval95.HalfWidth(band.HighestPct) + Interval95.HalfWidth(band.LowestPct));
                }
            }
        }

        Job(Bare, compensate: new CompensatePlan { BaseEthanolPct = 10 }).Compensate.Meanwhile.ShouldBeNull();
        Should
            .Throw<RefusedInputException>(() => Job(Bare, compensate: new CompensatePlan { BaseEthanolPct = 10, Trims = new TrimChoice(10, 20) }))
            .Errors.Keys.ShouldContain("trims.learnedTrimPct");
    }

    [Theory]
    [InlineData(SettingKind.FullScale, 0.0, true, "the controller reads E0")]
    [InlineData(SettingKind.FullScale, 135.0, true, "must stand at 100")]
    [InlineData(SettingKind.FullScale, 100.0, false, "E0 is read as E10 and E100 as E90")]
    [InlineData(SettingKind.VoltsAt0, 0.1, true, "9 points too high")]
    [InlineData(SettingKind.MultiplierAt100, 163.0, true, "second time")]
    public void What_was_found_is_kept_with_its_verdict_until_something_else_is_read_back(SettingKind kind, double found, bool isWrong, string says)
    {
        var survey = Bare with
        {
            Control = new EngineControl(SignalPath.AnalyserVoltage, FuelMapEthanolPct: 85, ConverterAt0V: 0.5, ConverterAt100V: 4.5),
            Settings = [new ControllerSetting(Kind: kind, AsFound: found)],
        };
        var verdict = Compensation.SettingVerdicts.Of(survey).ShouldHaveSingleItem();
        (verdict.IsWrong, verdict.AsFound!.Text).ShouldSatisfyAllConditions(v => v.IsWrong.ShouldBe(isWrong), v => v.Item2.ShouldContain(says));
        Codes(Job(survey).Survey.Findings).Contains("settingWrong").ShouldBe(isWrong);

        var mended = survey with { Settings = [survey.Settings![0] with { AsSet = verdict.ShouldBe, ReadBack = verdict.ShouldBe }] };
        Codes(Job(mended).Survey.Findings).ShouldNotContain("settingWrong");
        Compensation.SettingVerdicts.Of(mended)[0].AsFound!.Text.ShouldContain(says);
    }

    [Fact]
    public void The_two_ends_of_an_input_are_read_the_same_in_any_order_and_two_equal_ends_tell_no_blend() =>
        Gen.Select(Gen.Int[0, 50], Gen.Int[0, 50], Gen.Int[0, 50], Gen.Shuffle(new[] { 0, 1, 2, 3 }))
            .Sample(
                (low, otherLow, high, order) =>
                {
                    ControllerSetting[] set =
                    [
                        new("Main", SettingKind.FullScale, AsFound: 100),
                        new("Main", SettingKind.VoltsAt0, AsFound: low / 10.0),
                        new("main ", SettingKind.VoltsAt0, AsFound: otherLow / 10.0),
                        new("Main", SettingKind.VoltsAt100, AsFound: high / 10.0),
                    ];
                    var survey = Bare with
                    {
                        Control = new EngineControl(SignalPath.AnalyserVoltage, FuelMapEthanolPct: 10, ConverterAt0V: 0.5, ConverterAt100V: 4.5),
                        Settings = [.. order.Select(i => set[i])],
                    };

                    // Counted in tenths of a volt, with the converter's 5 for E0: the end furthest off counts, the lower where both are as far.
                    var counts =
                        Math.Abs(low - 5) == Math.Abs(otherLow - 5) ? Math.Min(low, otherLow)
                        : Math.Abs(low - 5) > Math.Abs(otherLow - 5) ? low
                        : otherLow;
                    var says = Compensation.SettingVerdicts.Of(survey).Single(v => v.Kind == SettingKind.FullScale).AsFound!.Text;
                    var scaling = Compensation.InputScaling.Of(survey, "Main", FedBy.Controller)!;
                    says.ShouldNotContain("NaN");
                    says.Contains("no blend can be told from another", StringComparison.Ordinal).ShouldBe(counts == high);
                    says.Contains("reads what the sensor says", StringComparison.Ordinal).ShouldBe((counts, high) == (5, 45));
                    scaling.At0V.ShouldBe(counts / 10.0);
                    (scaling.MeansPct(50) is null).ShouldBe(counts == high);
                }
            );

    /// <summary>Source: common practice, no source: the trade's "100 to 163" over gasoline is the mass school's, and no fault.</summary>
    [Fact]
    [Trait("Category", "Outside")]
    public void A_multiplier_that_is_right_by_one_school_is_no_fault_and_none_is_judged_on_a_label()
    {
        bool IsWrong(EngineControl control, double at100) =>
            Codes(Job(Bare with { Control = control, Settings = [new ControllerSetting(Kind: SettingKind.MultiplierAt100, AsFound: at100)] }).Survey.Findings)
                .Contains("settingWrong");
        IsWrong(new EngineControl(SignalPath.DirectFrequency, FuelMapEthanolPct: 0), 163).ShouldBeFalse();
        IsWrong(new EngineControl(SignalPath.DirectFrequency, FuelMapEthanolPct: 85), 163).ShouldBeTrue();
        IsWrong(new EngineControl(SignalPath.DirectFrequency, FuelMapEthanolPct: 85, FuelMapKnown: MapFuelKnown.Label), 163).ShouldBeFalse();
    }

    /// <summary>Source: common practice, no source: pump "E85" is anything from E60 to E92; names like 91 or 93 are octane.</summary>
    [Fact]
    [Trait("Category", "Outside")]
    public void A_label_or_an_octane_name_is_a_typical_figure_that_proves_nothing_and_a_reading_on_that_fuel_takes_its_place()
    {
        var labelled = Bare with { Control = new EngineControl(SignalPath.DirectFrequency, FuelMapEthanolPct: 85, FuelMapKnown: MapFuelKnown.Label) };
        var asLabelled = Job(labelled, new SignalPlan { Meter = new MeterValues(121) }).Compensate;
        (asLabelled.BaseFrom, asLabelled.BaseEthanolPct!.Value.Value).ShouldBe((BaseFrom.Typical, 76));
        Interval95.HalfWidth(asLabelled.BaseEthanolPct!.Value).ShouldBe(15.2, 0.1);
        Codes(asLabelled.Findings).ShouldContain("baseTypical");

        var octane = Bare with
        {
            Control = new EngineControl(SignalPath.DirectFrequency, FuelMapKnown: MapFuelKnown.OctaneName),
            Goals = Bare.Goals with { PlainGasoline = PlainGasoline.UpToE10 },
        };
        Job(octane).Compensate.BaseEthanolPct!.Value.Value.ShouldBe(9);
        var read = Job(octane, new SignalPlan { Meter = new MeterValues(61), OnMapFuel = true });
        (read.Compensate.BaseFrom, read.Compensate.BaseEthanolPct!.Value.Value).ShouldBe((BaseFrom.Reading, 11));

        // The same reading on both sides: whatever the sensor is off, the map is right for this fuel.
        var factor = read.Compensate.FuelFactor!;
        (factor.Factor.Value, Interval95.HalfWidth(factor.Factor), factor.LeanRatio.Value).ShouldBe((1, 0, 1));
    }

    [Fact]
    public void A_kept_first_reading_shares_the_sensor_with_every_later_one()
    {
        var ledger = new HazeLedger();
        var kept = Job(
            Bare with
            {
                Control = new EngineControl(SignalPath.DirectFrequency),
            },
            new SignalPlan { Meter = new MeterValues(61), OnMapFuel = true },
            on: ledger
        ).Signal.MapBlend!.Value;
        var later = Job(
            Bare with
            {
                Control = new EngineControl(SignalPath.DirectFrequency, FuelMapEthanolPct: kept, FuelMapKnown: MapFuelKnown.Read),
            },
            new SignalPlan { Meter = new MeterValues(125) },
            on: ledger
        ).Compensate.FuelFactor!;
        var apart = Job(
            Bare with
            {
                Control = new EngineControl(SignalPath.DirectFrequency, FuelMapEthanolPct: 11),
            },
            new SignalPlan { Meter = new MeterValues(125) }
        ).Compensate.FuelFactor!;
        later.Factor.Value.ShouldBe(apart.Factor.Value, 1e-9);
        later.Factor.StandardU.ShouldBeLessThan(0.5 * apart.Factor.StandardU);
        later.LeanRatio.Value.ShouldBeLessThan(apart.LeanRatio.Value);
    }

    [Fact]
    public void A_sensor_nobody_knows_counts_as_twice_as_far_off_until_it_read_a_known_fuel()
    {
        double Half(SensorPart sensor) =>
            Interval95.HalfWidth(Job(Bare with { Sensor = sensor }, new SignalPlan { Meter = new MeterValues(100) }).Signal.Reading!.EthanolPct!.Value);
        Half(new SensorPart(Condition: PartCondition.Used)).ShouldBe(2 * Half(new SensorPart()), 0.1);
        Half(new SensorPart(Condition: PartCondition.Used, Origin: PartOrigin.Genuine)).ShouldBe(Half(new SensorPart()));
        Half(new SensorPart(Condition: PartCondition.Used, IsChecked: true)).ShouldBe(Half(new SensorPart()));
    }

    /// <summary>Source: SAE J2012 (from memory): P0176 to P0179 are codes of the fuel composition sensor's circuit.</summary>
    [Fact]
    [Trait("Category", "Outside")]
    public void Fault_codes_of_before_are_not_blamed_on_the_job()
    {
        var findings = Job(Bare with { Arrival = new Arrival(FaultCodesBefore: "P0171, p0420", FaultCodesAfter: "P0171 P0178") }).Survey.Findings;
        findings.Single(f => f.Code == "oldFaultCodes").Text.ShouldStartWith("P0171 was there before");
        findings
            .Single(f => f.Code == "newFaultCodes")
            .Text.ShouldSatisfyAllConditions(t => t.ShouldStartWith("New since the work: P0178."), t => t.ShouldContain("ethanol sensor"));
    }

    [Fact]
    public void Whoever_uses_the_reading_and_whoever_sets_the_numbers_only_an_open_table_gets_a_row_and_no_check_needs_what_is_not_there()
    {
        var users = Gen.Enum<SensorUserKind>().Array[0, 3];
        Gen.Select(users, Gen.Enum<NumbersBy>().Nullable(), Gen.Enum<Instrument>().Array[0, 4])
            .Sample(
                (kinds, by, instruments) =>
                {
                    var survey = Bare with
                    {
                        Users = [.. kinds.Select(k => new SensorUser(k))],
                        Controllers = by is null ? null : [new ControllerOnBoard("Main", ControllerRole.Engine, SetsNumbers: by)],
                        Instruments = [.. instruments.Distinct()],
                    };
                    var job = Job(survey, new SignalPlan { Shown = [Shown("gauge", 36)] });
                    (job.Compensate.Row is not null).ShouldBe(job.Compensate.SetBy == NumbersBy.OwnTable);
                    (job.Compensate.Outside is not null).ShouldBe(job.Compensate.SetBy == NumbersBy.Nobody);
                    var atHand = new InstrumentsAtHand(survey.Instruments);
                    var possible = job.Survey.ToMeasure.TakeWhile(m => !m.Text.StartsWith("Borrow", StringComparison.Ordinal));
                    possible.ShouldAllBe(m => atHand.Allow(m.Needs));
                    job.Survey.ToMeasure.Where(m => !atHand.Allow(m.Needs)).ShouldAllBe(m => m.Text.StartsWith("Borrow", StringComparison.Ordinal));
                    job.Signal.Reading!.Budget.Where(l => l.Check is { } check && !atHand.Allow(check.Needs))
                        .ShouldAllBe(l => l.Check!.Text.StartsWith("Borrow", StringComparison.Ordinal));
                    if (!atHand.Allow(Instrument.Wideband))
                    {
                        job.Compensate.NextAction.Command.ShouldNotContain("and log lambda");
                    }
                }
            );
    }

    [Fact]
    public void Wishes_weigh_as_people_say_them_until_somebody_says_a_number()
    {
        var wished = Bare with
        {
            Goals = new Goals(Wishes: [new Wish(WishKind.MorePower, "+60 hp", 44.7), new Wish(WishKind.HighBlendInSummer), new Wish(WishKind.PortInjectionLater)]),
        };
        var survey = Job(wished).Survey;
        (survey.PowerKw!.Value.Value, survey.EthanolPct.Value).ShouldBe((194.7, 85));
        survey.ToMeasure.ShouldNotContain(m => m.Field == "engine.wantedPowerKw");
        Codes(survey.Findings).ShouldContain("wishedPorts");
        Job(wished with { Engine = wished.Engine with { WantedPowerKw = 160 } }).Survey.PowerKw!.Value.Value.ShouldBe(160);
    }

    [Fact]
    public void What_cannot_be_is_named_where_it_stands()
    {
        string[] Refused(VehicleSurvey survey, SignalPlan? signal = null) => [.. Should.Throw<RefusedInputException>(() => Job(survey, signal)).Errors.Keys];
        Refused(Bare with { Users = [new SensorUser()] }).ShouldBe(["users[0].kind"]);
        Refused(Bare with { Controllers = [new ControllerOnBoard("Main"), new ControllerOnBoard(" main ")] }).ShouldBe(["controllers[1].name"]);
        Refused(Bare with { Controllers = [new ControllerOnBoard("Main")], Settings = [new ControllerSetting("Other", SettingKind.FullScale)] })
            .ShouldBe(["settings[0].controller"]);
        Refused(Bare, new SignalPlan { Shown = [new ShownValue(EthanolPct: 101)] }).ShouldBe(["shown[0].by", "shown[0].ethanolPct"], ignoreOrder: true);
        Refused(Bare, new SignalPlan { Shown = [new ShownValue("gauge")] }).ShouldBe(["shown[0].ethanolPct"]);
    }
}
