using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Line;
using HazyGauge.Core.Sensing;

namespace HazyGauge.Core.Tests;

/// <summary>How far a job has come, and the one thing to do next.</summary>
public class ProgressTests
{
    private static SensorReading Read(double hz, double? lowMs) => SensorReading.From(hz, lowMs is { } low ? (Hazy)low : null, 5, new HazeLedger());

    [Fact]
    public void The_line_has_ten_stations_in_the_order_of_the_work()
    {
        Station.All.Select(s => s.Slug).ShouldBe(["survey", "capacity", "route", "harness", "fit", "signal", "blend", "compensate", "prove", "handover"]);
        Station.All.Where(s => s.Built).Select(s => s.Slug).ShouldBe([Station.SurveySlug, Station.CapacitySlug, Station.SignalSlug, Station.CompensateSlug]);
        Station.Find("signal")!.Question.ShouldEndWith("?");
        Station.Find("Signal").ShouldBeNull();
    }

    [Theory]
    [InlineData(0, null, StationState.Hold)]
    [InlineData(185, 2.5, StationState.Hold)]
    [InlineData(30, 2.5, StationState.Hold)]
    [InlineData(48, 2.5, StationState.InWork)]
    [InlineData(100, null, StationState.Proven)]
    [InlineData(100, 9.0, StationState.InWork)]
    [InlineData(100, 2.5, StationState.Proven)]
    public void A_signal_is_proven_with_a_reading_and_no_temperature_that_is_none_and_holds_where_it_must(double hz, double? lowMs, StationState state)
    {
        var progress = SignalProgress.Of(Read(hz, lowMs));
        progress.State.ShouldBe(state);
        progress.NextAction.Command.ShouldEndWith(".");
        if (state == StationState.Hold)
        {
            progress.NextAction.Why.ShouldBe(Read(hz, lowMs).Findings.First(f => f.Severity == Severity.Stop).Text);
        }
    }

    [Fact]
    public void Next_comes_the_survey_then_the_fuel_system_then_the_capture_then_the_base_blend_then_the_check_that_clears_most()
    {
        NextAction Next(StationProgress? survey = null, StationProgress? signal = null, StationProgress? compensate = null, StationProgress? capacity = null) => JobProgress.Next(slug => slug switch
        {
            Station.SurveySlug => survey,
            Station.CapacitySlug => capacity,
            Station.SignalSlug => signal,
            Station.CompensateSlug => compensate,
            _ => null,
        }, []);
        var (unread, read) = (SignalProgress.Of(null), SignalProgress.Of(Read(100, 2.5)));
        Next().Slug.ShouldBe(Station.SurveySlug);
        var surveyed = new StationProgress(StationState.Proven, SurveyProgress.NotStarted.NextAction);
        Next(surveyed).Slug.ShouldBe(Station.CapacitySlug);
        Next(surveyed, capacity: new StationProgress(StationState.Proven, CapacityProgress.NotStarted.NextAction)).Command.ShouldContain("Record the sensor's signal");

        // A job that began further on is not sent back for the survey, but a vehicle that was ruled out holds up everything.
        Next(signal: unread).Command.ShouldContain("Record the sensor's signal");
        Next(new StationProgress(StationState.Hold, SurveyProgress.NotStarted.NextAction), read).Slug.ShouldBe(Station.SurveySlug);
        var ask = Next(signal: read);
        (ask.Command.Contains("base map"), ask.Slug).ShouldBe((true, Station.CompensateSlug));
        Next(signal: read, compensate: CompensateProgress.Of(true, true, false)).Command.ShouldContain("log lambda");
        Next(signal: unread, compensate: CompensateProgress.Of(false, true, false)).Slug.ShouldBe(Station.SignalSlug);
        var check = Next(signal: read, compensate: CompensateProgress.Of(true, true, true));
        check.Command.ShouldContain("water");
        check.Why.ShouldContain("from ±5 to ±3");
        SignalProgress.Of(SensorReading.From(100.0, 2.5, 0, new HazeLedger())).NextAction.Command.ShouldContain("on record");
    }

    [Fact]
    public void What_is_waited_for_is_next_where_it_holds_up_the_next_station_and_what_presses_comes_first()
    {
        AwaitedThing[] awaited = [new("a hose", ["route"]), new("the plug", ["survey", "harness"])];
        JobProgress.Next(_ => null, awaited).Command.ShouldBe("Waiting for the plug.");
        JobProgress.Next(slug => slug == Station.SurveySlug ? new StationProgress(StationState.Proven, SurveyProgress.NotStarted.NextAction) : null, awaited).Slug.ShouldBe(Station.CapacitySlug);

        // Of two holds the one further up the line is named.
        StationProgress Held(string why) => new(StationState.Hold, new NextAction("Stop.", why, string.Empty));
        JobProgress.Held(slug => slug == Station.SurveySlug ? Held("survey") : slug == Station.CompensateSlug ? Held("compensate") : null)!.Why.ShouldBe("survey");
        JobProgress.Held(_ => null).ShouldBeNull();
        ((bool, bool, bool)[] States, Pressing[] Order) pressing = (
            [(false, false, true), (false, false, false), (false, true, true), (true, false, false)], [Pressing.Due, Pressing.Held, Pressing.Open, Pressing.Waiting]);
        pressing.States.Select(s => JobProgress.PressingOf(s.Item1, s.Item2, s.Item3)).Order().ShouldBe(pressing.Order);
    }

    [Fact]
    public void Hazy_numbers_in_words_have_the_digits_they_deserve()
    {
        HazyText.Ethanol(73.4, 4.75).ShouldBe("E73 ± 5");
        HazyText.Ethanol(73.4, 0.6).ShouldBe("E73.4 ± 0.6");
        HazyText.Number(1.32251, 0.0382, 3).ShouldBe("1.32 ± 0.04");
        HazyText.Number(31.04, 0.003, 1).ShouldBe("31.0");
        HazyText.Number(123.4, 0, 3).ShouldBe("123.400");
    }

    [Fact]
    public void A_refusal_names_every_field_and_its_range()
    {
        var refused = Should.Throw<RefusedInputException>(() => new InputCheck()
            .Within(double.NaN, 0, 1, "a", "A", " m").Within(0.5, 0, 1, "b", "B", " m").Within(-1, 0, double.MaxValue, "c", "C", " s").Within(null, 0, 1, "d", "D", string.Empty).ThrowIfAny());
        refused.Errors.Keys.ShouldBe(["a", "c"]);
        refused.Errors["a"][0].ShouldContain("between 0 and 1 m");
        refused.Errors["c"][0].ShouldContain("0 s or more");
    }
}
