using HazyGauge.Core.Compensation;
using HazyGauge.Core.Entries;
using HazyGauge.Core.Entries.Kinds;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Jobs;
using HazyGauge.Core.People;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Stations;
using HazyGauge.Core.Stations.Capacity;
using HazyGauge.Core.Stations.Compensate;
using HazyGauge.Core.Stations.Harness;
using HazyGauge.Core.Stations.Route;
using HazyGauge.Core.Stations.Signal;
using HazyGauge.Core.Stations.Survey;

namespace HazyGauge.Core.Tests;

/// <summary>How far a job has come, and the one thing to do next.</summary>
public class ProgressTests
{
    private static SensorReading Read(double hz, double? lowMs) => SensorReading.From(hz, lowMs is { } low ? (Hazy)low : null, 5, new HazeLedger());

    private static readonly SurveyStation Survey = new();
    private static readonly CapacityStation Capacity = new();
    private static readonly SignalStation Signal = new();
    private static readonly CompensateStation Compensate = new();
    private static readonly JobLine Line = new([Compensate, Signal, Capacity, new RouteStation(), new HarnessStation(), Survey]);

    private static StationProgress SignalOf(double hz, double? lowMs, double tolerance = 5) =>
        Signal.Progress(
            Signal.Evaluate(
                new SignalPlan { Meter = new MeterValues(Exactly(hz), lowMs is { } low ? Exactly(low) : null), ToleranceEthanolPct = tolerance },
                new StationContext(Ledger)
            )
        );

    private static StationProgress CompensateOf(SensorReading? reading, CompensatePlan plan, params Proof[] claims) =>
        Compensate.Progress(
            Compensate.Evaluate(
                plan,
                new StationContext(
                    Ledger,
                    reading is null ? new Dictionary<string, object>() : new Dictionary<string, object> { ["signal"] = new SensorSays(reading, null) },
                    new Dictionary<NeededFile, StationFile>(),
                    [.. claims.Select((c, i) => new JobEntry(i + 1, ProofEntry.Key, "log 14", new Person("JM"), default) { Payload = c })]
                )
            )
        );

    private static readonly HazeLedger Ledger = new();

    // A hair of haze: a bare number would be taken for a usual meter's.
    private static Hazy Exactly(double value) => Ledger.Quantity(value, 1e-9, new HazeSource("meter", "Meter"));

    [Fact]
    public void The_line_has_ten_places_in_the_order_of_the_work_and_each_station_stands_behind_those_it_rests_on()
    {
        Line.Places.Select(s => s.Slug).ShouldBe(["survey", "capacity", "route", "harness", "fit", "signal", "blend", "compensate", "prove", "handover"]);
        Line.Places.Where(s => s.Built).Select(s => s.Slug).ShouldBe(["survey", "capacity", "route", "harness", "signal", "compensate"]);
        Line.Places.ShouldAllBe(p => p.Question.EndsWith('?'));
        Line.Find("Signal").ShouldBeNull();
        Line.With(["compensate"]).Select(s => s.Slug).ShouldBe(["survey", "signal", "compensate"]);
        Line.Dependents(["survey"]).Select(s => s.Slug).ShouldBe(["route", "signal", "capacity", "harness", "compensate"]);
        Line.Dependents(["capacity"]).ShouldBeEmpty();
        Should.Throw<InvalidOperationException>(() => new JobLine([Capacity])).Message.ShouldContain("not built");
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
        var progress = SignalOf(hz, lowMs);
        progress.State.ShouldBe(state);
        progress.NextAction.Command.ShouldEndWith(".");
        if (state == StationState.Hold)
        {
            progress.NextAction.Why.ShouldBe(Read(hz, lowMs).Findings.First(f => f.Severity == Severity.Stop).Text);
        }
    }

    [Fact]
    public void Next_comes_the_survey_then_the_fuel_system_then_the_route_then_the_harness_then_the_capture_then_the_base_blend_then_the_check_that_clears_most()
    {
        NextAction Next(
            StationProgress? survey = null,
            StationProgress? signal = null,
            StationProgress? compensate = null,
            StationProgress? capacity = null,
            StationProgress? route = null,
            StationProgress? harness = null
        ) =>
            JobProgress.Next(
                Line,
                slug =>
                    slug switch
                    {
                        "survey" => survey,
                        "capacity" => capacity,
                        "route" => route,
                        "harness" => harness,
                        "signal" => signal,
                        "compensate" => compensate,
                        _ => null,
                    },
                []
            );
        var (unread, read) = (Signal.NotStarted with { State = StationState.InWork }, SignalOf(100, 2.5));
        Next().Slug.ShouldBe("survey");
        var surveyed = Survey.NotStarted with { State = StationState.Proven };
        Next(surveyed).Slug.ShouldBe("capacity");
        var carried = Capacity.NotStarted with { State = StationState.Proven };
        Next(surveyed, capacity: carried).Slug.ShouldBe("route");
        var proved = Capacity.NotStarted with { State = StationState.Proven };
        Next(surveyed, capacity: carried, route: proved).Command.ShouldContain("supply and ground");
        Next(surveyed, capacity: carried, route: proved, harness: proved).Command.ShouldContain("Read the sensor");

        // A job that began further on is not sent back for the survey, but a vehicle that was ruled out holds up everything.
        Next(signal: unread).Command.ShouldContain("Read the sensor");
        Next(Survey.NotStarted with { State = StationState.Hold }, read).Slug.ShouldBe("survey");
        var ask = Next(signal: read);
        (ask.Command.Contains("base map"), ask.Slug).ShouldBe((true, "compensate"));
        var onBase = new CompensatePlan { BaseEthanolPct = 10 };
        Next(signal: read, compensate: CompensateOf(Read(100, 2.5), onBase)).Command.ShouldContain("log lambda");
        Next(signal: unread, compensate: CompensateOf(null, onBase)).Slug.ShouldBe("signal");

        // However well it is typed, a claim proves nothing; of another map it says nothing at all.
        var claim = new Proof(ProofClaim.Fuelling, [10, 60], "r3", 2, new string('a', 64), 10, Metering.Orifice);
        var claimed = CompensateOf(Read(100, 2.5), onBase with { MapRevision = "r3" }, claim);
        (claimed.State, claimed.NextAction.Code).ShouldBe((StationState.InWork, "readLog"));
        Next(signal: read, compensate: claimed).Why.ShouldContain("claim opens nothing");
        CompensateOf(Read(100, 2.5), onBase with { MapRevision = "r4" }, claim).NextAction.Code.ShouldBe("logLambda");
        var proven = Compensate.NotStarted with { State = StationState.Proven };
        var check = Next(signal: read, compensate: proven);
        check.Command.ShouldContain("water");
        check.Why.ShouldContain("from ±5 to ±3");
        SignalOf(100, 2.5, 0).NextAction.Code.ShouldBe("onRecord");
    }

    [Fact]
    public void What_is_waited_for_is_next_where_it_holds_up_the_next_station_and_what_presses_comes_first()
    {
        AwaitedThing[] awaited = [new("a hose", ["route"]), new("the plug", ["survey", "harness"])];
        JobProgress.Next(Line, _ => null, awaited).Command.ShouldBe("Waiting for the plug.");
        JobProgress.Next(Line, slug => slug == "survey" ? Survey.NotStarted with { State = StationState.Proven } : null, awaited).Slug.ShouldBe("capacity");

        // Of two holds the one further up the line is named.
        StationProgress Held(string why) => new(StationState.Hold, new NextAction("Stop.", why, string.Empty));
        JobProgress
            .Held(Line, slug => slug == "survey" ? Held("survey")
                : slug == "compensate" ? Held("compensate")
                : null)!
            .Why.ShouldBe("survey");
        JobProgress.Held(Line, _ => null).ShouldBeNull();

        // A stop is next whatever is waited for, and wherever it is waited for.
        foreach (var slug in Line.Places.Where(p => p.Built).Select(p => p.Slug))
        {
            AwaitedThing[] all = [new("a part", [.. Line.Places.Select(p => p.Slug)])];
            JobProgress.Next(Line, s => s == slug ? Held(slug) : null, all).Why.ShouldBe(slug);
        }

        // What can wait lets the job go on, what is planned is done after what is open, and both come before nothing is left.
        StationProgress In(StationState state, string what, bool? canWait = null) => new(state, new NextAction(what, what, what, CanWait: canWait));
        string Next(params (string Slug, StationProgress Progress)[] stations) => JobProgress.Next(Line, s => stations.FirstOrDefault(p => p.Slug == s).Progress, []).Command;
        var (sharpen, planned, open) = (In(StationState.InWork, "sharpen", true), In(StationState.Planned, "fit"), In(StationState.InWork, "open"));
        Next(("survey", sharpen)).ShouldBe(Line.Station("capacity")!.NotStarted.NextAction.Command);
        Next(("survey", sharpen), ("capacity", planned), ("compensate", open)).ShouldBe("open");
        var done = In(StationState.Proven, "done");
        (string, StationProgress)[] rest = [("route", done), ("harness", done), ("signal", done), ("compensate", done)];
        Next([("survey", sharpen), ("capacity", planned), .. rest]).ShouldBe("fit");
        Next([("survey", sharpen), ("capacity", done), .. rest]).ShouldBe("sharpen");
        ((bool, bool, bool)[] States, Pressing[] Order) pressing = (
            [(false, false, true), (false, false, false), (false, true, true), (true, false, false)],
            [Pressing.Due, Pressing.Held, Pressing.Open, Pressing.Waiting]
        );
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
        var refused = Should.Throw<RefusedInputException>(() =>
            new InputCheck()
                .Within(double.NaN, 0, 1, "a", "A", Unit.Metre)
                .Within(0.5, 0, 1, "b", "B", Unit.Metre)
                .Within(-1, 0, double.MaxValue, "c", "C", Unit.Seconds)
                .Within(null, 0, 1, "d", "D")
                .ThrowIfAny()
        );
        refused.Errors.Keys.ShouldBe(["a", "c"]);
        refused.Errors["a"][0].ShouldContain("between 0 and 1 m");
        refused.Errors["c"][0].ShouldContain("0 s or more");
    }
}
