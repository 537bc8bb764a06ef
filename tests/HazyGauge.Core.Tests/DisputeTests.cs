using CsCheck;
using HazyGauge.Core.Entries;
using HazyGauge.Core.Entries.Kinds;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Identity;
using HazyGauge.Core.People;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Stations;
using HazyGauge.Core.Stations.Compensate;
using HazyGauge.Core.Stations.Signal;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Tests;

/// <summary>Readings that contradict each other, that come from nowhere, or that may be of another fuel: none of them is a value, in whatever order they stand.</summary>
public class DisputeTests
{
    private static readonly DateTimeOffset Morning = new(2026, 3, 2, 8, 0, 0, TimeSpan.Zero);
    private static readonly VehicleSurvey Bare = new() { Engine = new Engine(Cylinders: 4, PowerKw: 150), Control = new EngineControl(FuelMapEthanolPct: 10) };

    private static ShownValue Shown(string by, double pct, bool? left = true, double? step = null, int? minute = null) =>
        new(by, pct, StepPct: step, LeftWhenUnplugged: left, Given: minute is { } m ? new Given(Morning.AddMinutes(m)) : null);

    private static (SignalResults Signal, CompensateResults Compensate) Job(SignalPlan plan, VehicleSurvey? survey = null, params JobEntry[] entries)
    {
        var (ledger, station) = (new HazeLedger(), (IStation)new SignalStation());
        var upstream = new Dictionary<string, object>(StringComparer.Ordinal) { ["survey"] = survey ?? Bare };
        var signal = station.Evaluate(plan, new StationContext(ledger, upstream, new Dictionary<NeededFile, StationFile>(), entries));
        if (signal.Published is { } published)
        {
            upstream["signal"] = published;
        }

        var compensate = new CompensateStation().Evaluate(new CompensatePlan(), new StationContext(ledger, upstream, new Dictionary<NeededFile, StationFile>(), []));
        return ((SignalResults)signal.Results, compensate);
    }

    private static (SignalResults Signal, CompensateResults Compensate) Seen(params ShownValue[] shown) => Job(new SignalPlan { Shown = shown });

    private static void HasNoValue((SignalResults Signal, CompensateResults Compensate) job, string code)
    {
        job.Signal.Dispute.ShouldNotBeNull();
        (job.Signal.Reading, job.Signal.MapBlend, job.Signal.State).ShouldBe((null, null, StationState.InWork));
        job.Signal.Findings!.Select(f => f.Code).ShouldContain(code);
        (job.Compensate.EthanolPct, job.Compensate.FuelFactor, job.Compensate.Pulse).ShouldBe((null, null, null));
        (job.Compensate.NextAction.Slug, job.Compensate.NextAction.Code).ShouldBe(("signal", "dispute"));
    }

    [Fact]
    public void Displays_of_one_sensor_dispute_exactly_where_they_are_more_than_a_point_and_a_half_and_half_of_each_step_apart_in_any_order()
    {
        var reading = Gen.Select(Gen.Double[1, 99], Gen.Int[0, 3].Select(i => new[] { 0.1, 1, 2, 10 }[i]));
        Gen.Select(reading.Array[2, 4], Gen.Int[0, 1000])
            .Sample(
                (readings, seed) =>
                {
                    var shown = readings.Select((r, i) => Shown($"display {i}", r.Item1, step: r.Item2)).ToArray();
                    var apart = from one in readings from other in readings select Math.Abs(one.Item1 - other.Item1) - (1.5 + (one.Item2 / 2) + (other.Item2 / 2));
                    var disputes = apart.Max() > 0;
                    var (first, second) = (Seen(shown), Seen(Shuffled(shown, seed)));
                    (first.Signal.Dispute is not null, first.Signal.Reading is null).ShouldBe((disputes, disputes));
                    (first.Compensate.FuelFactor is null).ShouldBe(disputes);
                    Same(first, second);
                }
            );
    }

    [Theory]
    [InlineData(37, true, 0, false, "shownDead")]
    [InlineData(37, true, 0, null, "shownDisagree")]
    [InlineData(62, true, 74, true, "shownDisagree")]
    [InlineData(41, true, 41, false, "shownDead")]
    public void Two_displays_of_which_one_is_wrong_give_no_value(double one, bool? oneLeft, double other, bool? otherLeft, string code)
    {
        HasNoValue(Seen(Shown("reader", one, oneLeft), Shown("controller", other, otherLeft)), code);
        HasNoValue(Seen(Shown("controller", other, otherLeft), Shown("reader", one, oneLeft)), code);
    }

    [Theory]
    [InlineData(0)]
    [InlineData(100)]
    [InlineData(37)]
    public void A_display_that_keeps_its_number_without_the_sensor_says_nothing_of_it(double pct) => HasNoValue(Seen(Shown("controller", pct, left: false)), "shownDead");

    [Theory]
    [InlineData(0)]
    [InlineData(100)]
    public void An_end_of_the_range_is_no_reading_until_the_sensor_was_unplugged(double pct)
    {
        HasNoValue(Seen(Shown("controller", pct, left: null)), "shownAtTheEnd");
        HasNoValue(Seen(Shown("controller", pct, left: null), Shown("gauge", pct, left: null)), "shownAtTheEnd");
        Seen(Shown("controller", pct, left: null), Shown("gauge", pct)).Signal.Reading!.EthanolPct!.Value.Value.ShouldBe(pct, 1e-9);
        Job(new SignalPlan { Meter = new MeterValues(50 + pct), Shown = [Shown("controller", pct, left: null)] }).Signal.Reading.ShouldNotBeNull();
    }

    [Fact]
    public void A_better_instrument_does_not_win_over_a_display_that_shows_something_else()
    {
        HasNoValue(Job(new SignalPlan { Meter = new MeterValues(112), Shown = [Shown("controller", 0)] }), "shownDisagrees");
        Job(new SignalPlan { Meter = new MeterValues(112), Shown = [Shown("controller", 63)] }).Signal.Reading!.EthanolPct!.Value.Value.ShouldBe(62, 1e-9);
        var converted = Bare with { Control = Bare.Control with { SignalPath = SignalPath.AnalyserVoltage, ConverterAt0V = 0, ConverterAt100V = 5 } };
        HasNoValue(Job(new SignalPlan { Meter = new MeterValues(112), ConverterV = 2.2 }, converted), "shownDisagrees");
        Job(new SignalPlan { Meter = new MeterValues(112), ConverterV = 3.1 }, converted).Signal.Reading.ShouldNotBeNull();

        // No volts behind a converter are E0 or a broken wire.
        HasNoValue(Job(new SignalPlan { ConverterV = 0.03 }, converted), "converterNothing");
        Job(new SignalPlan { ConverterV = 0.03, Shown = [Shown("gauge", 1)] }, converted).Signal.Reading.ShouldNotBeNull();
    }

    [Fact]
    public void Points_of_a_converter_that_nobody_read_widen_the_haze_to_the_points_that_occur_as_well()
    {
        Hazy Read(double volts, Hazy? at0, Hazy? at100) =>
            Job(
                new SignalPlan { ConverterV = volts },
                Bare with
                {
                    Control = Bare.Control with { SignalPath = SignalPath.AnalyserVoltage, ConverterAt0V = at0, ConverterAt100V = at100 },
                }
            ).Signal.Reading!.EthanolPct!.Value;

        // 1 V is E20 over 0 to 5 V and E12.5 over 0.5 to 4.5 V: a rectangle of 7.5 points beside the sensor's 5 and the meter's own.
        var (known, assumed) = (Read(1, 0, 5), Read(1, null, null));
        (known.Value, assumed.Value).ShouldBe((20, 20));
        Math.Sqrt((assumed.StandardU * assumed.StandardU) - (known.StandardU * known.StandardU)).ShouldBe(7.5 / Math.Sqrt(3), 1e-6);

        // Both say the same in the middle.
        Read(2.5, null, null).StandardU.ShouldBe(Read(2.5, 0, 5).StandardU, 1e-9);
    }

    [Fact]
    public void One_display_read_several_times_counts_once_it_has_stopped_changing_and_nothing_else_tells_which_of_its_numbers_is_now()
    {
        HasNoValue(Seen(Shown("reader", 60), Shown("Reader", 69), Shown("reader ", 79)), "shownWithoutOrder");
        HasNoValue(Seen(Shown("reader", 60, minute: 0), Shown("reader", 69, minute: 10), Shown("reader", 79, minute: 20)), "shownPurging");
        HasNoValue(Seen(Shown("reader", 79, minute: 0), Shown("reader", 69, minute: 10), Shown("reader", 60, minute: 20)), "shownPurging");
        HasNoValue(Seen(Shown("reader", 60, minute: 0), Shown("reader", 69, minute: 10), Shown("reader", 60, minute: 20)), "shownWanders");

        // Two in a row agree: the last counts, whatever was shown before, and what is not saved yet is the last.
        var settled = Seen(Shown("reader", 60, minute: 0), Shown("reader", 78, minute: 10), Shown("reader", 79, minute: 20));
        settled.Signal.Reading!.EthanolPct!.Value.Value.ShouldBe(79);
        Seen(Shown("reader", 80), Shown("reader", 60, minute: 0), Shown("reader", 79, minute: 20)).Signal.Reading!.EthanolPct!.Value.Value.ShouldBe(80);

        // A pull-up or a ground is not what makes a reading climb.
        string.Concat(Seen(Shown("reader", 60, minute: 0), Shown("reader", 69, minute: 10)).Signal.Findings!.Select(f => f.Text)).ShouldNotContain("ground");
    }

    [Fact]
    public void The_order_of_a_series_says_nothing_either()
    {
        Gen.Select(Gen.Int[10, 90].Array[2, 5], Gen.Int[0, 1000])
            .Sample(
                (values, seed) =>
                {
                    var shown = values.Select((v, i) => Shown("reader", v, minute: i)).ToArray();
                    Same(Seen(shown), Seen(Shuffled(shown, seed)));
                    var settled = Math.Abs(values[^1] - values[^2]) <= 2.5;
                    Math.Round(Seen(shown).Signal.Reading?.EthanolPct?.Value ?? -1, 6).ShouldBe(settled ? values[^1] : -1);
                }
            );
    }

    [Theory]
    [InlineData(130, 65, 50.0)]
    [InlineData(80, 40, 50.0)]
    [InlineData(0, 10, null)]
    public void A_controller_that_scales_its_input_wrongly_shows_another_blend_than_the_sensor_says(double fullScale, double shows, double? means)
    {
        var survey = Bare with
        {
            Controllers = [new("Other", ControllerRole.Boost), new("Main", ControllerRole.Engine)],
            Settings = [new("main", SettingKind.FullScale, AsFound: fullScale)],
        };
        var shown = new ShownValue("Main", shows, FedBy: FedBy.Controller, LeftWhenUnplugged: true);
        HasNoValue(Job(new SignalPlan { Shown = [shown] }, survey), "shownMisread");
        Core.Compensation.InputScaling.Of(survey, "Main", FedBy.Controller)!.MeansPct(shows).ShouldBe(means);

        // Set right and read back, or a setting of another controller, it shows what the sensor says.
        Job(new SignalPlan { Shown = [shown] }, survey with { Settings = [survey.Settings[0] with { AsSet = 100, ReadBack = 100 }] }).Signal.Reading.ShouldNotBeNull();
        Job(new SignalPlan { Shown = [shown] }, survey with { Settings = [survey.Settings[0] with { Controller = "Other" }] }).Signal.Reading.ShouldNotBeNull();
    }

    [Fact]
    public void Volts_that_are_taken_for_other_blends_than_the_converter_gives_them_for_are_misread_by_the_difference()
    {
        // The controller takes 0 to 5 V, the converter gives 0.5 to 4.5 V: E50 is right, E0 shows as E10 and E100 as E90.
        var scaling = new Core.Compensation.InputScaling(100, 0, 5, 0.5, 4.5);
        scaling.MeansPct(10)!.Value.ShouldBe(0, 1e-9);
        scaling.MeansPct(50)!.Value.ShouldBe(50, 1e-9);
        scaling.MeansPct(90)!.Value.ShouldBe(100, 1e-9);
    }

    [Fact]
    public void What_was_mixed_is_evidence_of_its_own_and_a_reading_from_before_the_fill_is_of_another_fuel()
    {
        JobEntry Filled(int minute, Fill fill) => new(1, FillEntry.Key, string.Empty, new Person("JM"), Morning.AddMinutes(minute)) { Payload = fill };
        SignalPlan Read(double pct) => new() { Shown = [Shown("gauge", pct, minute: 30)] };
        HasNoValue(Job(Read(60), null, Filled(10, new Fill(MixedEthanolPct: 30))), "mixedDisagrees");
        Job(Read(31), null, Filled(10, new Fill(MixedEthanolPct: 30))).Signal.State.ShouldBe(StationState.Proven);

        // Filled later: what was read then says nothing of now, and contradicts nothing.
        foreach (var fill in new[] { new Fill(MixedEthanolPct: 30), new Fill(Litres: 20), new Fill() })
        {
            var later = Job(Read(60), null, Filled(50, fill)).Signal;
            (later.State, later.Dispute, later.NextAction.Command).ShouldBe((StationState.InWork, null, "Read the sensor again."));
        }

        // A reading that fits what was mixed is no older fuel.
        Job(Read(31), null, Filled(50, new Fill(MixedEthanolPct: 30))).Signal.State.ShouldBe(StationState.Proven);
    }

    [Fact]
    public void Two_temperatures_that_differ_are_none_and_which_display_comes_first_says_nothing()
    {
        ShownValue With(string by, double temperature) => Shown(by, 40) with { FuelTempC = temperature };
        Seen(With("a", 30), With("b", 38)).Signal.Reading!.FuelTempC.ShouldBeNull();
        Seen(With("a", 30), With("b", 31)).Signal.Reading!.FuelTempC!.Value.Value.ShouldBe(30.5);
        Seen(With("a", 330), With("b", 31)).Signal.Reading!.TemperatureStatus.ShouldBe(TemperatureStatus.Invalid);
        Same(Seen(With("a", 30), With("b", 31)), Seen(With("b", 31), With("a", 30)));
        Same(Seen(With("a", 330), With("b", 31)), Seen(With("b", 31), With("a", 330)));
    }

    [Fact]
    public void Where_nothing_corrects_the_blend_a_reading_that_is_not_proven_proves_no_blend_either()
    {
        var held = Bare with { Control = Bare.Control with { SignalPath = SignalPath.DisplayOnly } };
        Job(new SignalPlan { Shown = [Shown("gauge", 10)] }, held).Compensate.State.ShouldBe(StationState.Proven);
        Job(new SignalPlan { Shown = [Shown("gauge", 10, left: null)] }, held).Compensate.State.ShouldBe(StationState.InWork);
    }

    [Fact]
    public void Who_sets_the_numbers_and_what_the_map_was_made_on_do_not_depend_on_which_controller_is_written_down_first()
    {
        var one = Gen.Select(Gen.Enum<ControllerRole>().Nullable(), Gen.Enum<NumbersBy>().Nullable(), Gen.Int[0, 3].Select(i => new double?[] { null, 10, 10.2, 30 }[i]));
        Gen.Select(one.Array[0, 4], Gen.Enum<SignalPath>().Nullable(), Gen.Int[0, 2].Select(i => new double?[] { null, 10, 30 }[i]), Gen.Int[0, 1000])
            .Sample(
                (controllers, path, map, seed) =>
                {
                    VehicleSurvey With(IReadOnlyList<ControllerOnBoard> list) =>
                        Bare with
                        {
                            Control = new EngineControl(SignalPath: path, FuelMapEthanolPct: map),
                            Controllers = list,
                        };
                    var listed = controllers.Select((c, i) => new ControllerOnBoard($"C{i}", c.Item1, SetsNumbers: c.Item2, BaseEthanolPct: c.Item3)).ToArray();
                    (NumbersBy, double?) Of(VehicleSurvey survey)
                    {
                        var inUse = survey.InUse(null, new HazeLedger());
                        return (inUse.NumbersSetBy(), inUse.Control.FuelMapEthanolPct?.Value);
                    }

                    var (by, basePct) = Of(With(listed));
                    Of(With(Shuffled(listed, seed))).ShouldBe((by, basePct));

                    // Two answers to what the map was made on that are 20 points apart leave none.
                    var said = listed.Where(c => c.Role == ControllerRole.Engine).Select(c => c.BaseEthanolPct?.Value).Append(map).OfType<double>().ToList();
                    (basePct is null).ShouldBe(said.Count == 0 || said.Max() - said.Min() > 1);

                    // Only where all that corrects is an open table is a row typed in.
                    var setters = listed.Where(c => c.Role == ControllerRole.Engine).Select(c => c.SetsNumbers).OfType<NumbersBy>().ToHashSet();
                    (by == NumbersBy.OwnTable).ShouldBe(
                        path is not (SignalPath.DisplayOnly or SignalPath.InjectorExtender)
                            && !setters.Contains(NumbersBy.CalibratorsFile)
                            && !setters.Contains(NumbersBy.FixedBox)
                            && (setters.Count == 0 || setters.Contains(NumbersBy.OwnTable))
                    );
                }
            );
    }

    [Fact]
    public void A_box_in_the_path_corrects_whatever_is_said_of_the_engines_controller()
    {
        ControllerOnBoard engine = new("Engine", ControllerRole.Engine, SetsNumbers: NumbersBy.Nobody);
        ControllerOnBoard box = new("Extender", ControllerRole.Engine, SetsNumbers: NumbersBy.FixedBox);
        foreach (var list in new ControllerOnBoard[][] { [engine, box], [box, engine], [engine] })
        {
            var survey = Bare with { Control = Bare.Control with { SignalPath = SignalPath.InjectorExtender }, Controllers = list };
            Job(new SignalPlan { Shown = [Shown("gauge", 10)] }, survey).Compensate.SetBy.ShouldBe(NumbersBy.FixedBox);
        }
    }

    private static void Same((SignalResults Signal, CompensateResults Compensate) one, (SignalResults Signal, CompensateResults Compensate) other)
    {
        string Of((SignalResults Signal, CompensateResults Compensate) job) =>
            System.Text.Json.JsonSerializer.Serialize(
                new
                {
                    job.Signal.Headline.Text,
                    Lead = job.Signal.Lead.Text,
                    job.Signal.State,
                    job.Signal.Dispute,
                    Findings = job.Signal.Findings?.Select(f => f.Text),
                    job.Signal.Reading?.EthanolPct?.Value,
                    Temperature = job.Signal.Reading?.FuelTempC?.Value,
                    Factor = job.Compensate.FuelFactor?.Factor.Value,
                    job.Compensate.NextAction,
                }
            );
        Of(other).ShouldBe(Of(one));
    }

    private static T[] Shuffled<T>(IReadOnlyList<T> list, int seed)
    {
        var random = new Random(seed);
        return [.. list.OrderBy(_ => random.Next())];
    }
}
