using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Jobs;
using HazyGauge.Core.Plumbing;
using HazyGauge.Core.Plumbing.Chains;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Shop;
using HazyGauge.Core.Stations;
using HazyGauge.Core.Wiring.Signal;

namespace HazyGauge.Core.Tests;

/// <summary>At the edge of what a formula can be asked for, and beyond it.</summary>
public class EdgeOfRangeTests
{
    private static readonly Random Random = new(28);

    [Theory]
    [InlineData(3.0, 0.5, 27.0, 13.5)] // x^3 at 3 with u 0.5: slope 27 on both sides
    [InlineData(0.0, 0.5, 0.0, 0.0)] // at its lowest: slope 0 from above
    [InlineData(10.0, 0.5, 1000.0, 150.0)] // at its highest: slope 300 from below
    public void A_slope_is_taken_on_the_sides_that_can_be_asked_for(double x, double u, double value, double standardU)
    {
        var asked = new List<double>();
        var cube = HazyFunction.Of([new(new HazeLedger().Quantity(x, u, new HazeSource("x", "x")), 0, 10)], v =>
        {
            asked.Add(v[0]);
            return v[0] * v[0] * v[0];
        });
        cube.Value.ShouldBe(value, 1e-9);
        cube.StandardU.ShouldBe(standardU, 0.02);
        asked.ShouldAllBe(v => v >= 0 && v <= 10);
    }

    [Fact]
    public void Where_a_function_ends_the_slope_is_that_of_the_side_it_has()
    {
        var x = new HazeLedger().Quantity(4, 1, new HazeSource("x", "x"));
        HazyFunction.Of([new(x, 0, 100)], v => v[0] <= 4 ? 2 * v[0] : null).StandardU.ShouldBe(2, 1e-6);
        HazyFunction.Of([new(x, 0, 100)], v => v[0] >= 4 ? 3 * v[0] : null).StandardU.ShouldBe(3, 1e-6);
        Should.Throw<ArithmeticException>(() => HazyFunction.Of([new(x, 0, 100)], v => v[0] == 4 ? 1 : null));
        Should.Throw<ArithmeticException>(() => HazyFunction.Of([new(x, 0, 100)], _ => null));
    }

    // A log-uniform number with a doubt of any size beside it, zero among them.
    private static Hazy Any(HazeLedger ledger, string name, double min, double max)
    {
        var value = Random.Next(5) == 0 ? min : Math.Max(min, max * Math.Pow(10, -6 * Random.NextDouble()));
        return Random.Next(2) == 0 ? value : ledger.Quantity(value, (max - min) * Math.Pow(10, -4 * Random.NextDouble()), new HazeSource(name, name));
    }

    [Fact]
    public void Any_pull_up_within_its_ranges_is_answered_or_refused_in_words()
    {
        var answered = 0;
        for (var i = 0; i < 3000; i++)
        {
            var ledger = new HazeLedger();
            Hazy? Maybe(string name, double min, double max) => Random.Next(3) == 0 ? null : Any(ledger, name, min, max);
            var query = new PullUpQuery(
                Any(ledger, "low", 0, 60),
                Any(ledger, "high", 0, 60),
                Any(ledger, "sat", 0, 5),
                Any(ledger, "pulse", 0.01, 20),
                Any(ledger, "cable", 0, 10_000),
                Maybe("up", 1, 1e7),
                Maybe("upV", 0.1, 60),
                Maybe("in", 1, 1e7),
                Maybe("inV", 0.1, 60),
                Maybe("filter", 0, 1e7),
                Maybe("nf", 0, 10_000),
                Maybe("max", 0.1, 100)
            );
            try
            {
                FiniteNumbers.Check(query.Answer());
                answered++;
            }
            catch (RefusedInputException refused)
            {
                refused.ShouldNotBeOfType<CannotCalculateException>();
            }
        }

        answered.ShouldBeGreaterThan(300);
    }

    [Fact]
    public void A_capacitance_of_nothing_give_or_take_some_has_the_haze_of_a_small_one()
    {
        PullUpResult With(double nf) => new PullUpQuery(1.5, 3.5, 0.2, 2.5, new HazeLedger().Quantity(nf, 0.3, new HazeSource("c", "c")), PullUpOhm: 4700, PullUpV: 5.0).Answer();

        // By hand: without a filter the wire rises through 3.5 V after R C ln(4.8 / 1.5), so every nanofarad is 4.7 us x 1.163 = 5.467 us.
        var at = With(0).LowPulseErrorUs!.Value;
        at.Value.ShouldBe(0, 1e-9);
        at.StandardU.ShouldBe(0.3 * 4.7 * Math.Log(4.8 / 1.5), 1e-3);
        With(1e-3).LowPulseErrorUs!.Value.StandardU.ShouldBe(at.StandardU, 1e-3);
    }

    [Fact]
    public void A_doubt_larger_than_all_a_number_can_be_is_refused()
    {
        var check = new InputCheck().Within(new HazeLedger().Quantity(5, 11, new HazeSource("x", "x")), 0, 10, "x", "It", Unit.Volt);
        Should.Throw<RefusedInputException>(check.ThrowIfAny).Errors["x"].Single().ShouldContain("10 V");
        new InputCheck().Within(new HazeLedger().Quantity(5, 10, new HazeSource("x", "x")), 0, 10, "x", "It").IsClean.ShouldBeTrue();
    }

    private sealed record Deep(double? Here, IReadOnlyList<Hazy> There, IReadOnlyDictionary<string, double[]> Named, Sentence? Said = null);

    [Fact]
    public void A_number_that_is_none_is_seen_wherever_it_stands()
    {
        var sound = new Deep(1, [2.0], new Dictionary<string, double[]> { ["a"] = [3] }, Sentence.Of($"{Say.Given(4, Unit.Volt)}"));
        FiniteNumbers.Check((object?)null);
        FiniteNumbers.Check(new List<object> { "words", 1, true });
        double[] numbers = [double.NaN, double.PositiveInfinity, double.NegativeInfinity];
        foreach (var none in numbers)
        {
            // Records of Core are looked into; those of a test stand in a list of what they hold.
            IEnumerable<object> Parts(Deep of) => [of.Here!, of.There, of.Named, of.Said!];
            FiniteNumbers.Check(Parts(sound));
            Should.Throw<NotFiniteNumberException>(() => FiniteNumbers.Check(Parts(sound with { Here = none })));
            Should.Throw<NotFiniteNumberException>(() => FiniteNumbers.Check(Parts(sound with { There = [1.0, none] })));
            Should.Throw<NotFiniteNumberException>(() => FiniteNumbers.Check(Parts(sound with { Named = new Dictionary<string, double[]> { ["a"] = [1, none] } })));
            Should.Throw<NotFiniteNumberException>(() => FiniteNumbers.Check(Parts(sound with { Said = Sentence.Of($"{Say.Given(none, Unit.Volt)}") })));
            Should.Throw<NotFiniteNumberException>(() => FiniteNumbers.Check(new Finding("x", Severity.Info, Sentence.Of($"{Say.Given(none, Unit.Volt)}"))));
        }
    }

    private sealed class Odd(string slug, Func<double> comesTo, params string[] dependsOn) : Station<Odd.Plan, Odd.Result>
    {
        public sealed record Plan;

        public sealed record Result(double Number);

        public override string Slug => slug;

        public override string Name => slug;

        public override string Question => "?";

        public override IReadOnlyList<string> DependsOn => dependsOn;

        public override StationProgress NotStarted => new(StationState.Empty, NextAction.Of(slug, "begin", "Begin.", "It is empty."));

        public override Result Evaluate(Plan plan, StationContext context) => new(comesTo());

        public override StationProgress Progress(Result results) =>
            new(StationState.Proven, NextAction.Of(slug, "done", "Done.", Sentence.Of($"It comes to {Say.Given(results.Number, Unit.Volt)}.")));

        public override Sentence Summary(Plan plan, Result results) => Sentence.Of($"{Say.Given(results.Number, Unit.Volt)}");

        public override IReadOnlyList<Figure> Figures(Plan plan, Result? results) => [];
    }

    [Fact]
    public void A_station_that_fails_says_so_and_the_others_go_on()
    {
        Func<double>[] failing =
        [
            () => throw new InvalidOperationException(),
            () => throw new KeyNotFoundException(),
            () => throw new MathNet.Numerics.NonConvergenceException(),
            () => new List<double>()[1],
            () => double.NaN,
            () => double.PositiveInfinity,
        ];
        foreach (var fails in failing)
        {
            var line = new JobLine([new Odd("first", fails), new Odd("second", () => 2, "first"), new Odd("third", () => 3)]);
            var plans = line.InOrder.ToDictionary(s => s.Slug, s => new PlanToEvaluate(s.EmptyPlan, 1), StringComparer.Ordinal);
            var outcomes = JobPass.Over(line, plans.Keys, new PassInputs(plans, new ShopFacts()), new HazeLedger());
            var failed = outcomes.Single(o => o.Station.Slug == "first");
            failed.Refused.ShouldBeOfType<CannotCalculateException>().InnerException.ShouldNotBeNull();
            failed.Progress.State.ShouldBe(StationState.InWork);
            failed.Progress.NextAction.Why.ShouldStartWith("first cannot be calculated: ");
            outcomes.Where(o => o.Station.Slug != "first").ShouldAllBe(o => o.Progress.State == StationState.Proven);
        }

        var stopped = new JobLine([new Odd("first", () => throw new OperationCanceledException())]);
        Should.Throw<OperationCanceledException>(() =>
            JobPass.Over(stopped, ["first"], new PassInputs(new Dictionary<string, PlanToEvaluate> { ["first"] = new(new Odd.Plan(), 1) }, new ShopFacts()), new HazeLedger())
        );
    }

    // Many parts that all fit each other, each different for the search: on the shelf once, of another length, or hose of another bend.
    private static List<FittingPart> Alike(int count, Func<int, FittingPart> part) => [.. Enumerable.Range(0, count).Select(part)];

    public static TheoryData<string, IReadOnlyList<FittingPart>> Catalogues =>
        new()
        {
            { "on the shelf once", Alike(250, i => new($"p{i}", $"P {i}", ["flare-6-f", "flare-6-m"], 7, 30, 5, true, i % 2 == 0 ? 90 : null, OnShelf: 1)) },
            {
                "hose that differs in bend",
                [
                    .. Alike(200, i => new($"h{i}", $"H {i}", ["hose-8", "hose-8"], 8, 600, 5, true, BendRadiusMm: 20 + i, OnShelf: 1)),
                    .. Alike(20, i => new($"b{i}", $"B {i}", ["barb-8", "barb-8"], 7.5, 20 + i, 5, true, i % 2 == 0 ? 90 : null)),
                    new("x", "X", ["flare-6-f", "barb-8"], 7.5, 20, 5, true),
                    new("y", "Y", ["barb-8", "flare-6-m"], 7.5, 20, 5, true),
                ]
            },
        };

    [Theory]
    [MemberData(nameof(Catalogues))]
    public void A_catalog_made_to_be_endless_gives_the_best_found_and_claims_no_proof(string kind, IReadOnlyList<FittingPart> catalogue)
    {
        var found = new FittingChainQuery("flare-6-m", "flare-6-f", 300, true, AnglesDeg: [90, 90], Catalogue: catalogue).Answer(catalogue);
        found.Chains.ShouldAllBe(c => !c.Optimal, kind);
        (found.Chains.Count > 0 ? found.Proof! : found.WhyNone!).ShouldMatch("^(Best found, not proven|The search was given up)");
        foreach (var chain in found.Chains)
        {
            chain.Parts.Count(p => catalogue.Single(c => c.Code == p.Code).AngleDeg == 90).ShouldBe(2);
            chain.LeakPoints.ShouldBe(chain.Parts.Count + 1);
        }
    }

    [Fact]
    public void An_elbow_that_is_not_there_is_said_before_anything_is_weighed()
    {
        var catalogue = Alike(2000, i => new($"p{i}", $"P {i}", ["flare-6-f", "flare-6-m"], 7.5, 20 + (i % 50), 5, true));
        new FittingChainQuery("flare-6-m", "flare-6-f", 300, true, AnglesDeg: [90, 90], Catalogue: catalogue).Answer(catalogue).WhyNone!.ShouldContain("90°");
    }
}
