using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Plumbing;
using HazyGauge.Core.Plumbing.Checks;
using HazyGauge.Core.Plumbing.Placement;
using HazyGauge.Core.Plumbing.Ports;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Stations;
using HazyGauge.Core.Stations.Route;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Tests;

/// <summary>Route: what it says at each step, what goes onto the lists, and that a chain is turned the right way round whatever it is made of.</summary>
public class RouteStationTests
{
    private static readonly RouteStation Route = new();

    private static readonly FittingPart Sensor = new("sensor", "Sensor", ["qc-3-8-m", "qc-3-8-m"], 7.9, 92, 120, true, MaxKpa: 690, MaxC: 120);
    private static readonly FittingPart Barb = new(
        "barb",
        "Quick connect to barb",
        ["qc-3-8-f-tab", "barb-9-5"],
        7.5,
        38,
        7,
        true,
        Clamp: ClampKind.ConstantTension,
        MaxKpa: 690,
        MaxC: 120
    );
    private static readonly FittingPart Hose = new("hose", "Hose", ["hose-9-5", "hose-9-5"], 9.5, 250, 8, true, BendRadiusMm: 57, MaxKpa: 690, MaxC: 120);
    private static readonly FittingPart Long = Hose with { Code = "long", LengthMm = 950 };
    private static readonly FittingPart Tee = new("tee", "Tee", ["barb-9-5", "barb-9-5", "pipe-1-8-f"], 7.5, 60, 14, true, MaxKpa: 690, MaxC: 120);

    private static readonly RoutePlan Whole = new()
    {
        Place = SensorPlace.Feed,
        From = "qc-3-8-f-ring",
        To = "qc-3-8-m",
        GapMm = 300,
        Chain = [Sensor, Barb, Hose, Barb],
    };

    private static RouteResults Of(RoutePlan plan, double? kpa = null) =>
        Route.Evaluate(
            plan,
            new StationContext(
                new HazeLedger(),
                new Dictionary<string, object>
                {
                    ["survey"] = VehicleSurvey.Empty with { FuelSystem = VehicleSurvey.Empty.FuelSystem with { BasePressureKpa = kpa is { } known ? (Hazy)known : null } },
                },
                new Dictionary<NeededFile, StationFile>(),
                []
            )
        );

    public static TheoryData<string, RoutePlan, StationState, string, string> Steps =>
        new()
        {
            { "nothing", new(), StationState.Empty, "Where does the sensor go?", "route" },
            { "no place", Whole with { Place = null }, StationState.InWork, "4 parts go between the two ends, with 5 leak points.", "place" },
            { "no return", Whole with { Place = SensorPlace.Return }, StationState.Hold, "The sensor cannot go there.", "place" },
            {
                "no joint",
                new() { Place = SensorPlace.Loop },
                StationState.Hold,
                "Put the sensor in the feed.",
                "place"
            },
            {
                "one end",
                new() { Place = SensorPlace.Feed, From = "qc-3-8-m" },
                StationState.InWork,
                "Which two ends does the sensor go between?",
                "ends"
            },
            { "both ends", Whole with { Chain = null }, StationState.InWork, "Choose the parts between the two ends.", "chain" },
            {
                "no sensor",
                Whole with
                {
                    Chain = [Barb, Hose, Barb],
                    From = "qc-3-8-m",
                },
                StationState.InWork,
                "3 parts go between the two ends in the feed, with 4 leak points.",
                "noSensor"
            },
            { "no gap", Whole with { GapMm = null }, StationState.InWork, "4 parts go between the two ends in the feed, with 5 leak points.", "gapMm" },
            { "turned round", Whole with { Chain = [Barb, Sensor, Hose, Barb] }, StationState.Hold, "These parts do not go together.", "wrongType" },
            { "too far", Whole with { GapMm = 900 }, StationState.Hold, "These parts do not span the gap.", "gap" },
            { "no bend", Whole with { GapMm = 0 }, StationState.Hold, "These parts do not span the gap.", "gap" },
            {
                "a loop",
                Whole with
                {
                    GapMm = 0,
                    Chain = [Sensor, Barb, Long, Barb],
                },
                StationState.Planned,
                "4 parts go between the two ends in the feed, with 5 leak points.",
                "found"
            },
            { "whole", Whole with { Opened = ["Union"] }, StationState.Planned, "4 parts go between the two ends in the feed, with 6 leak points.", "found" },
            { "hand tight", Whole with { Joints = [new(), new(HandTight: true)] }, StationState.Hold, "Not to be primed yet.", "handTight" },
            { "a worm gear", Whole with { Joints = [new(), new(), new(ClampKind.WormGear)] }, StationState.Hold, "These parts do not go together.", "wormGear" },
        };

    [Theory]
    [MemberData(nameof(Steps), DisableDiscoveryEnumeration = true)]
    public void Each_step_says_where_the_work_stands_and_what_is_next(string what, RoutePlan plan, StationState state, string headline, string code)
    {
        var results = Of(plan);
        (results.Headline.Text, results.State, results.NextAction.Code).ShouldBe((headline, state, code), what);
        Route.Progress(results).State.ShouldBe(state);
        foreach (var text in new[] { results.Headline, results.Lead }.Concat(results.Findings.Select(f => f.Sentence)).Select(s => s.Text).Append(results.NextAction.Why))
        {
            text.ShouldMatch(@"^[A-Z0-9].*[.?]$");
            text.ShouldNotContain("  ");
        }
    }

    [Fact]
    public void The_hose_is_what_the_gap_leaves_and_a_loop_is_a_full_turn_and_what_the_parts_are_too_long()
    {
        Of(Whole).HoseMm!.Value.ShouldBe(300 - 92 - 38 - 38);
        var loop = Of(Whole with { GapMm = 0, Chain = [Sensor, Barb, Long, Barb] });
        (loop.Loop, loop.HoseMm!.Value).ShouldBe((true, Math.Ceiling(2 * Math.PI * 57) + 168));
        loop.Lead.Text.ShouldStartWith("Cut hose to 577 mm in a loop.");
        SentenceText.Render(loop.Lead, UnitSystem.Us).ShouldStartWith("Cut hose to 22.72 in in a loop.");
        Of(Whole).Strip.Single(p => p.Kind == StripKind.Hose).LengthMm.ShouldBe(132);
        Of(Whole with { Chain = [Sensor, Barb, Hose with { LengthMm = 0 }, Barb] }).Strip.Single(p => p.Kind == StripKind.Hose).LengthMm.ShouldBe(0);
    }

    // Whichever part it is and wherever it stands: what nobody knows is asked first, and what does not bear the line is no question.
    [Fact]
    public void What_nobody_knows_of_a_part_is_the_verdict_until_somebody_does()
    {
        (Func<FittingPart, FittingPart> Change, Hazy? HottestC, string? Code, StationState State)[] cases =
        [
            (p => p with { MaxKpa = null }, null, "pressureUnknown", StationState.InWork),
            (p => p with { MaxC = null }, null, "temperatureUnknown", StationState.InWork),
            (p => p with { MaxC = 90 }, null, "temperatureUnknown", StationState.InWork),
            (p => p with { MaxC = 90 }, 85, null, StationState.Planned),
            (p => p with { MaxKpa = null, MaxC = null }, 85, "pressureUnknown", StationState.InWork),
            (p => p with { MaxC = 90 }, 95, "tooHot", StationState.Hold),
            (p => p with { MaxC = 90 }, new HazeLedger().Quantity(85, 4, new HazeSource("probe", "Probe")), "tooHot", StationState.Hold), // the high end of what was measured
            (p => p with { MaxC = null }, 118, "temperatureUnknown", StationState.Hold),
            (p => p with { MaxKpa = 200 }, null, "tooMuchPressure", StationState.Hold),
            (p => p with { EthanolRated = false }, null, "notRated", StationState.Hold),
        ];
        foreach (var (change, hottest, code, state) in cases)
        {
            for (var at = 0; at < 4; at++)
            {
                var route = Of(Whole with { HottestC = hottest, Chain = [.. Whole.Chain!.Select((p, i) => i == at ? change(p) : p)] }, 300);
                route.State.ShouldBe(state, $"{code} at {at}");
                if (code is null)
                {
                    continue;
                }

                route.NextAction.Code.ShouldBe(code);
                route.Lead.Text.ShouldStartWith(route.Findings.First(f => f.Code == code).Text);
                (route.Headline.Text == route.NextAction.Command).ShouldBe(state == StationState.InWork);
                route.Headline.Text.ShouldNotContain("leak points");
            }
        }
    }

    [Fact]
    public void Joints_are_judged_at_the_pressure_of_this_vehicle()
    {
        var plan = Whole with { Joints = [new(), new(), new(ClampKind.WormGear)] };
        Of(plan, 30).State.ShouldBe(StationState.Planned);
        Of(plan, 300).Findings[0].Text.ShouldContain("300 kPa");
        (Of(plan, 30).PressureKpa, Of(plan).PressureKpa).ShouldBe((30, 400));
        Of(Whole with { Chain = [Sensor, Barb, Hose with { MaxKpa = 350 }, Barb] }, 300).State.ShouldBe(StationState.Planned);
        Of(Whole with { Chain = [Sensor, Barb, Hose with { MaxKpa = 350 }, Barb] }, 400).Findings[0].Code.ShouldBe("tooMuchPressure");
    }

    [Fact]
    public void What_a_chain_takes_goes_onto_the_buying_list_as_far_as_it_does_not_lie_on_the_shelf()
    {
        var plan = Whole with { Chain = [Sensor with { OnShelf = 1 }, Barb with { OnShelf = 1 }, Hose, Barb with { OnShelf = 1 }] };
        var results = Of(plan);
        results.Kit!.CostToBuy.ShouldBe(15);
        results.Kit.Parts.Select(p => (p.Code, p.Quantity, p.ToBuy)).ShouldBe([("sensor", 1, 0), ("barb", 2, 1), ("hose", 1, 1), ("clamp-constant-tension-hose-9-5", 2, 2)]);
        Route
            .Needs(plan, results)
            .Select(n => n.Item)
            .ShouldBe(
                ["fitting-barb", "fitting-hose", "clamp-constant-tension-hose-9-5", "disconnect-tool-3-8-in", "clamp-pliers", "hose-cutter", "light-oil", "caps", "rags"],
                ignoreOrder: true
            );
        var wrong = plan with { Chain = [Barb, Barb] };
        Route.Needs(wrong, Of(wrong)).ShouldBeEmpty();
        results.Lead.Text.ShouldContain("To buy: 2 parts, together 15.00, clamps not counted.");
    }

    [Fact]
    public void A_tee_has_a_leak_point_beside_the_line_and_a_plug_closes_it()
    {
        var check = Of(Whole with { Chain = [Sensor, Barb, Hose, Tee, Hose, Barb], GapMm = 460 }).Check!;
        (check.Ok, check.LeakPoints).ShouldBe((true, 8));
        check.Joints[^1].Name.ShouldBe("Tee, end beside the line");
        check.Findings.ShouldContain(f => f.Code == "sidePort" && f.Severity == Severity.Caution && f.Joint == 4);
    }

    [Fact]
    public void Parts_are_turned_the_way_round_that_makes_the_joints_right_whatever_end_is_named_first()
    {
        var random = new Random(3);
        FittingPart Turned(FittingPart part) => random.Next(2) == 0 ? part : part with { Ports = [.. part.Ports.Reverse()] };
        for (var i = 0; i < 50; i++)
        {
            var chain = MadeChain.Of(
                [Turned(Sensor), Turned(Barb), Turned(Hose), Turned(Tee), Turned(Hose), Turned(Barb)],
                PortCatalogue.Find("qc-3-8-f-ring")!,
                PortCatalogue.Find("qc-3-8-m")!
            );
            chain.Joints.ShouldAllBe(j => JointRules.Mate(j.Before, j.After));
        }
    }

    [Fact]
    public void Two_ends_join_alike_from_either_side_and_every_fault_is_said()
    {
        foreach (var (a, b) in PortCatalogue.All.SelectMany(a => PortCatalogue.All.Select(b => (a, b))))
        {
            JointRules.Mate(a, b).ShouldBe(JointRules.Mate(b, a));
            (JointRules.Fault(a, b) is null).ShouldBe(JointRules.Mate(a, b));
            (JointRules.Fault(a, b)?.Code).ShouldBe(JointRules.Fault(b, a)?.Code);
            if (JointRules.Mate(a, b))
            {
                a.Gender.ShouldNotBe(b.Gender);
            }
        }
    }

    [Theory]
    [InlineData("from")]
    [InlineData("chain")]
    [InlineData("joints")]
    [InlineData("opened")]
    [InlineData("anglesDeg")]
    public void What_cannot_be_planned_is_refused_by_name(string field) =>
        Should
            .Throw<RefusedInputException>(() =>
                Of(
                    field switch
                    {
                        "from" => Whole with { From = "qc-9" },
                        "chain" => Whole with { Chain = [.. Enumerable.Repeat(Hose, 41)] },
                        "joints" => Whole with { Joints = [.. Enumerable.Repeat(new JointMade(), 6)] },
                        "opened" => Whole with { Opened = [" "] },
                        _ => Whole with { AnglesDeg = [181] },
                    }
                )
            )
            .Errors.ShouldContainKey(field);
}
