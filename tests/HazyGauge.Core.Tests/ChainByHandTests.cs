using HazyGauge.Core.Findings;
using HazyGauge.Core.Plumbing;
using HazyGauge.Core.Plumbing.Chains;
using HazyGauge.Core.Plumbing.Checks;
using HazyGauge.Core.Plumbing.Hoses;
using HazyGauge.Core.Plumbing.Kit;
using HazyGauge.Core.Plumbing.Ports;

namespace HazyGauge.Core.Tests;

/// <summary>What is said of a chain and of why there is none, and what it takes to make it up: over small catalogs whose answer is plain.</summary>
public class ChainByHandTests
{
    private static readonly FittingPart Sensor = new("sensor", "Sensor", ["qc-3-8-m", "qc-3-8-m"], 7.9, 92, 120, true);
    private static readonly FittingPart Barb = new("barb", "Quick connect to barb", ["qc-3-8-f-tab", "barb-9-5"], 7.5, 38, 7, true, Clip: true);
    private static readonly FittingPart Spigot = new("spigot", "Spigot to barb", ["qc-3-8-m", "barb-9-5"], 7.5, 38, 7, true);
    private static readonly FittingPart Hose = new("hose", "Hose", ["hose-9-5", "hose-9-5"], 9.5, 250, 8, true, BendRadiusMm: 57);

    private static FittingChains Asked(double gapMm, FittingPart[] catalogue, double[]? angles = null, string to = "qc-3-8-m", ChainVia? via = ChainVia.Sensor) =>
        new FittingChainQuery("qc-3-8-f-tab", to, gapMm, false, via, angles, catalogue, []).Answer([Sensor]);

    // Sensor, barb, hose, barb: 92 + 38 + 38 = 168 mm without the hose.
    private static readonly FittingPart[] Enough = [Spigot, Hose, Barb, Sensor];

    [Theory]
    [InlineData(168 + 20, 20.0, false)] // the shortest run
    [InlineData(168 + 250, 250.0, false)] // all of the piece
    [InlineData(168 + 100, 100.0, false)]
    public void Hose_makes_up_what_the_parts_leave_of_the_gap(double gapMm, double hoseMm, bool isLoop)
    {
        var chain = Asked(gapMm, Enough).Chains[0];
        (chain.LeakPoints, chain.HoseMm, chain.Loop).ShouldBe((5, hoseMm, isLoop));
        (chain.RigidMm, chain.MinBoreMm).ShouldBe((168, 7.5));
    }

    [Fact]
    public void A_gap_no_piece_reaches_over_and_one_without_room_are_told_apart_with_what_is_missing()
    {
        var tooFar = Asked(3000, Enough);
        tooFar.Chains.ShouldBeEmpty();
        tooFar.Why!.Values.Values.Select(v => v.Value).ShouldBe([3000, 3000 - 168, 3000 - 168], ignoreOrder: true);
        tooFar.WhyNone!.ShouldContain("no piece reaches that far");

        // A loop at 57 mm takes 359 mm and what the parts are too long: more than four pieces, and more do not go into ten parts.
        var tooNear = Asked(0, [Spigot, Hose with { LengthMm = 60 }, Barb, Sensor]);
        tooNear.WhyNone!.ShouldContain("has to make a loop");
        tooNear.Why!.Values.Values.Select(v => v.Value).ShouldBe([168, 0], ignoreOrder: true);

        // Exactly as much hose as the loop and the excess take, and a millimeter less.
        FittingPart Piece(double mm) => Hose with { LengthMm = mm, BendRadiusMm = 30 };
        var turn = Math.Ceiling(2 * Math.PI * 30);
        foreach (var gap in new[] { 0.0, 100, 180 })
        {
            Asked(gap, [Spigot, Piece(turn + 168 - gap), Barb, Sensor]).Chains[0].ShouldSatisfyAllConditions(c => c.Loop.ShouldBeTrue(), c => c.HoseMm.ShouldBe(turn + 168 - gap));
            Asked(gap, [Spigot, Piece(turn + 167 - gap), Barb, Sensor]).Chains.ShouldNotContain(c => c.LeakPoints == 5);
        }

        // Without any hose there is nothing that makes up the difference; give or take five millimeters the ends give way.
        FittingPart pipe = new("pipe", "Pipe", ["qc-3-8-m", "qc-3-8-f-tab"], 8, 100, 5, true);
        var rigid = Asked(400, [pipe, Sensor with { Ports = ["qc-3-8-m", "qc-3-8-f-tab"] }]);
        rigid.WhyNone!.ShouldContain("no hose of the catalog");
        foreach (var (gap, fits) in new[] { (287.0, true), (286, false), (297, true), (298, false) })
        {
            (Asked(gap, [pipe, Sensor with { Ports = ["qc-3-8-m", "qc-3-8-f-tab"] }]).Chains.Any(c => c.LeakPoints == 4)).ShouldBe(fits, $"{gap} mm");
        }
    }

    [Fact]
    public void Elbows_that_are_missing_that_do_not_fit_and_that_nobody_wants_are_told_apart()
    {
        var elbow = Barb with { Code = "elbow", AngleDeg = 90 };
        Asked(306, [.. Enough, elbow], [90]).Chains[0].Parts.ShouldContain(p => p.Code == "elbow");
        Asked(306, [.. Enough, elbow], [45]).WhyNone!.ShouldStartWith("No part of the catalog turns the line by 45\u00b0. One such elbow would make it possible.");
        Asked(3000, [.. Enough, elbow], [45, 30]).WhyNone!.ShouldContain("45\u00b0 and 30\u00b0. One such elbow would make it possible, if the rest fitted.");
        Asked(306, [.. Enough, elbow with { AngleDeg = 45.4 }], [45]).Chains.ShouldNotBeEmpty();
        Asked(306, [.. Enough, elbow with { AngleDeg = 45.6 }], [45]).WhyNone!.ShouldStartWith("No part of the catalog turns");

        // There, but with other ends; and a line that may not turn where only elbows join it.
        var odd = new FittingPart("odd", "Elbow of another line", ["flare-6-m", "flare-6-f"], 8, 30, 5, true, AngleDeg: 90);
        Asked(306, [.. Enough, odd], [90]).WhyNone!.ShouldContain("those there are have other ends");
        Asked(306, [Spigot, Hose, elbow, Sensor], []).WhyNone!.ShouldContain("not without an elbow");
    }

    [Fact]
    public void Parts_that_may_not_be_used_and_ends_nothing_leads_to_are_named()
    {
        Asked(306, [Spigot, Hose, Barb with { EthanolRated = false }, Sensor]).WhyNone!.ShouldContain("not rated for ethanol, the pressure or the heat");
        Asked(306, [Spigot, Hose, Barb with { MaxKpa = 399 }, Sensor]).WhyNone!.ShouldContain(Barb.Name);
        Asked(306, [Spigot, Hose, Barb with { MaxKpa = 400 }, Sensor]).Chains.ShouldNotBeEmpty();
        Asked(306, [Spigot, Hose, Barb, Sensor with { EthanolRated = false }]).WhyNone!.ShouldContain("no sensor");

        // What it gets as it was measured, and what the class of the part is.
        FittingChains Hot(double hottestC, double partC)
        {
            FittingPart[] parts = [.. new[] { Spigot, Hose, Sensor }.Select(p => p with { MaxC = 130 }), Barb with { MaxC = partC }];
            return new FittingChainQuery("qc-3-8-f-tab", "qc-3-8-m", 306, false, ChainVia.Sensor, null, parts, [], HottestC: hottestC).Answer([]);
        }

        Hot(120, 119).WhyNone!.ShouldContain("not made for 120 °C");
        Hot(131, 140).WhyNone!.ShouldContain("no sensor");
        Hot(120, 120).Chains.ShouldNotBeEmpty();

        // From a male quick connect nothing here goes on to a flare: one adapter would.
        var none = Asked(306, Enough, to: "flare-6-m");
        none.Chains.ShouldBeEmpty();
        none.WhyNone!.ShouldContain("An adapter with");
        none.WhyNone!.ShouldContain(PortCatalogue.Find("flare-6-f")!.Name);
        Asked(306, [Spigot, Hose, Barb], via: null, to: "flare-6-m").WhyNone!.ShouldNotContain("through the sensor");
        Asked(306, [new FittingPart("odd", "Far off", ["flare-6-m", "flare-6-f"], 8, 30, 5, true)], to: "orb-8-f").WhyNone!.ShouldContain("sensor");
    }

    [Fact]
    public void The_largest_gap_and_weights_that_are_asked_for_are_taken_and_no_larger()
    {
        FittingChainQuery query = new("qc-3-8-f-tab", "qc-3-8-m", 306, false, ChainVia.Sensor, null, Enough, []);
        IReadOnlyCollection<string> Refused(FittingChainQuery asked) => [.. Should.Throw<RefusedInputException>(() => asked.Answer([Sensor])).Errors.Keys];
        Refused(query with { GapMm = 10_001 }).ShouldBe(["gapMm"]);
        (query with { GapMm = 10_000 }).Answer([Sensor]).Chains.ShouldBeEmpty();
        foreach (
            var (weights, field) in new (ChainWeights, string)[] { (new(1_000_001, 0, 0), "leakPoints"), (new(0, 1_000_001, 0), "cost"), (new(0, 0, 1_000_001), "restriction") }
        )
        {
            Refused(query with { Weights = weights }).ShouldBe([$"weights.{field}"]);
        }

        (query with { Weights = new(1e6, 1e6, 1e6) }).Answer([Sensor]).Chains.ShouldNotBeEmpty();
        Refused(query with { AnglesDeg = [.. Enumerable.Repeat(90.0, 7)] }).ShouldBe(["anglesDeg"]);
        Refused(query with { HoseStock = [new("hose", 100_001)] }).ShouldBe(["hoseStock"]);
        Refused(query with { HottestC = -41 }).ShouldBe(["hottestC"]);
        Refused(query with { HottestC = 301 }).ShouldBe(["hottestC"]);
        Should.Throw<RefusedInputException>(() => new ChainCheckQuery(["hose"], "barb-9-5", "barb-9-5", HottestC: 301).Answer([Hose])).Errors.Keys.ShouldBe(["hottestC"]);
        (query with { GapMm = 2168, HoseStock = [new("hose", 2000)] }).Answer([Sensor]).Chains[0].HoseMm.ShouldBe(2000);
        foreach (
            var (wrong, field) in new[]
            {
                (Barb with { BoreMm = 0.4 }, "boreMm"),
                (Barb with { BoreMm = 101 }, "boreMm"),
                (Barb with { LengthMm = 10_001 }, "lengthMm"),
                (Barb with { Cost = 1_000_001 }, "cost"),
                (Barb with { AngleDeg = 181 }, "angleDeg"),
                (Hose with { BendRadiusMm = 4.7 }, "bendRadiusMm"),
                (Hose with { BendRadiusMm = 5001 }, "bendRadiusMm"),
                (Barb with { MaxKpa = 0.5 }, "maxKpa"),
                (Barb with { MaxKpa = 100_001 }, "maxKpa"),
                (Barb with { MaxC = 19 }, "maxC"),
                (Barb with { MaxC = 1001 }, "maxC"),
                (Barb with { ClassSource = new string('a', 81) }, "classSource"),
                (Barb with { ClassSource = "its\u202eprint" }, "classSource"),
                (Barb with { WrenchesMm = [2.9] }, "wrenchesMm"),
                (Barb with { WrenchesMm = [101] }, "wrenchesMm"),
                (Barb with { OnShelf = 10_001 }, "onShelf"),
                (Barb with { Ports = ["barb-8", "barb-8", "barb-8", "barb-8", "barb-8"] }, "ports"),
                (Barb with { Code = new string('a', 41) }, "code"),
                (Barb with { Name = new string('a', 81) }, "name"),
            }
        )
        {
            Refused(query with { Catalogue = [wrong] }).ShouldContain($"catalogue[0].{field}");
        }
    }

    private static ChainCheckResult Checked(FittingPart[] parts, JointMade[]? joints = null, double? kpa = null) =>
        new ChainCheckQuery([.. parts.Select(p => p.Code)], "qc-3-8-f-tab", "qc-3-8-m", joints, kpa, [.. parts.DistinctBy(p => p.Code)]).Answer([]);

    [Fact]
    public void Joints_are_numbered_from_the_tank_and_ends_beside_the_line_after_them()
    {
        var tee = new FittingPart("tee", "Tee", ["barb-9-5", "barb-9-5", "flare-4-m"], 7.5, 40, 12, true);
        var check = Checked([Spigot, Hose, tee, Hose, tee, Hose, Barb, Sensor, Barb, Hose, Barb]);
        check.Joints.Select(j => j.Number).ShouldBe(Enumerable.Range(1, 14));
        check.LeakPoints.ShouldBe(14);
        check.Joints.Skip(12).ShouldAllBe(j => j.Name == "Tee, end beside the line");
        check.Joints[0].Name.ShouldBe("Stock line, tank side to spigot to barb");
        check.Joints[11].Name.ShouldEndWith("to stock line, engine side");
        check.Findings.Where(f => f.Code == "sidePort").Select(f => f.Joint).ShouldBe([3, 5]);
        Should.Throw<RefusedInputException>(() => Checked([Spigot, Hose], [new(), new(), new(), new()])).Errors.Keys.ShouldBe(["joints"]);
        Checked([Spigot, Hose], [new(), new(), new()]).Joints.Count.ShouldBe(3);
    }

    // A line of 3/8 in is 7.5 mm wide, one of 5/16 in 6 mm: between the two the narrower counts, and a sensor where it is narrower still.
    [Theory]
    [InlineData("qc-3-8-m", null, 6.3, false, 7.5)] // 6.3^2 / 7.5^2 = 0.7056
    [InlineData("qc-3-8-m", null, 6.2, true, 7.5)] // 0.683
    [InlineData("qc-5-16-m", null, 5.1, false, 6.0)] // 0.7225
    [InlineData("qc-5-16-m", null, 5.0, true, 6.0)] // 0.694
    [InlineData("qc-3-8-m", 7.9, 6.2, true, 7.5)]
    [InlineData("qc-3-8-m", 6.0, 5.1, false, 6.0)]
    [InlineData("qc-3-8-m", 6.0, 5.0, true, 6.0)]
    [InlineData("qc-3-8-m", 7.9, 14.0, false, 7.5)]
    public void A_choke_is_a_part_with_less_than_seven_tenths_of_what_fuel_comes_through_anyway(string to, double? sensorMm, double boreMm, bool isChoke, double amongMm)
    {
        FittingPart Bored(string code, double bore, bool isSensor = false) => new(code, code, ["flare-6-m", "flare-6-f"], bore, 30, 1, true, Sensor: isSensor);
        FittingPart[] wide = [Bored("a", 12), Bored("c", 12.5)];
        foreach (var place in Enumerable.Range(0, 3))
        {
            var parts = wide.ToList();
            parts.Insert(place, Bored("b", boreMm));
            if (sensorMm is { } bore)
            {
                parts.Add(Bored("s", bore, true));
            }

            var check = new ChainCheckQuery([.. parts.Select(p => p.Code)], "qc-3-8-f-tab", to, Catalogue: parts).Answer([]);
            var narrow = check.Findings.Where(f => f is { Code: "narrow", Severity: Severity.Caution }).ToList();
            (narrow.Count == 1).ShouldBe(isChoke);
            if (isChoke)
            {
                narrow[0].Values.Values.Select(v => v.Value).ShouldBe([boreMm, amongMm, 100 * boreMm * boreMm / amongMm / amongMm], 1e-9);
            }

            // The sensor is as wide as it is: that is said, and cautioned of nobody.
            check.Findings.Count(f => f is { Code: "narrow", Severity: Severity.Info }).ShouldBe(sensorMm < 6.2 ? 1 : 0);
        }
    }

    [Fact]
    public void Clamps_and_pressures_are_judged_at_their_limits_and_said_with_them()
    {
        FindingOf worm = kpa => Checked([Spigot, Hose, Barb], [new(), new(ClampKind.WormGear)], kpa).Findings.Single(f => f.Code == "wormGear");
        (worm(50).Severity, worm(51).Severity, worm(null).Severity).ShouldBe((Severity.Info, Severity.Stop, Severity.Stop));
        worm(null).Values.Values.Single().Value.ShouldBe(400);
        Checked([Spigot, Hose, Barb], [new(), new(ClampKind.Ear)])
            .Findings.Single(f => f.Code == "earPlace")
            .Values.Values.Select(v => v.Value)
            .ShouldBe([3, 6], ignoreOrder: true);
        Checked([Spigot, Hose with { MaxKpa = 600 }, Barb], kpa: 600).Ok.ShouldBeTrue();
        var burst = Checked([Spigot, Hose with { MaxKpa = 600 }, Barb], kpa: 601).Findings.Single(f => f.Code == "tooMuchPressure");
        (burst.Joint, burst.Severity).ShouldBe((2, Severity.Stop));
        burst.Values.Values.Select(v => v.Value).ShouldBe([600, 601], ignoreOrder: true);
    }

    private delegate ChainFinding FindingOf(double? kpa);

    [Theory]
    [InlineData(16, "Wrench 16 mm (5/8 in)")] // 15.875 mm
    [InlineData(19, "Wrench 19 mm (3/4 in)")] // 19.05
    [InlineData(25.4, "Wrench 25.4 mm (1 in)")]
    [InlineData(28.6, "Wrench 28.6 mm (1 1/8 in)")] // 28.575
    [InlineData(15, "Wrench 15 mm")] // 9/16 in are 14.29
    [InlineData(22, "Wrench 22 mm (7/8 in)")] // 22.225
    [InlineData(24, "Wrench 24 mm (15/16 in)")] // 23.81
    public void Wrenches_are_named_in_inches_where_those_are_as_good(double mm, string name)
    {
        var flare = new FittingPart("flare", "Flare", ["flare-6-f", "flare-6-m"], 8, 30, 5, true, WrenchesMm: [mm]);
        var chain = MadeChain.Of([flare, flare], PortCatalogue.Find("flare-6-m")!, PortCatalogue.Find("flare-6-f")!);
        ChainKit.Of(chain, []).Tools.Single(t => t.Item.StartsWith("wrench", StringComparison.Ordinal)).Name.Text.ShouldBe(name);
    }

    [Fact]
    public void A_kit_counts_what_the_shelf_leaves_to_buy()
    {
        FittingPart[] parts =
        [
            Spigot,
            Hose with
            {
                OnShelf = 1,
            },
            Barb with
            {
                OnShelf = 5,
            },
            Sensor,
            Barb with
            {
                OnShelf = 5,
            },
            Hose with
            {
                OnShelf = 1,
            },
            Barb with
            {
                OnShelf = 5,
            },
        ];
        var chain = MadeChain.Of(parts, PortCatalogue.Find("qc-3-8-f-tab")!, PortCatalogue.Find("qc-3-8-m")!);
        var kit = ChainKit.Of(chain, [new(), new(ClampKind.Ear)]);
        kit.Parts.Where(p => p.Cost is not null)
            .Select(p => (p.Code, p.Quantity, p.OnShelf, p.ToBuy))
            .ShouldBe([("spigot", 1, 0, 1), ("hose", 2, 1, 1), ("barb", 3, 3, 0), ("sensor", 1, 0, 1)]);
        kit.CostToBuy.ShouldBe(7 + 8 + 120);
        kit.Parts.Where(p => p.Cost is null).Sum(p => p.Quantity).ShouldBe(4);
        kit.Tools.Select(t => t.Item).ShouldBeUnique();

        // A class is said as far as it is known, and read off what comes: as much as the line takes.
        (double? Kpa, double? C, double[] Said)[] classes = [(690, 135, [690, 135]), (690, null, [690]), (null, 135, [135]), (null, null, [])];
        foreach (var (kpa, hottest, said) in classes)
        {
            var one = ChainKit.Of(MadeChain.Of([Hose with { MaxKpa = kpa, MaxC = hottest, ClassSource = "its print" }], chain.From, chain.To), []);
            one.Parts[0].Class!.Values.Values.Select(v => v.Value).ShouldBe(said, ignoreOrder: true);
            one.Parts[0].Class!.Text.Contains("(its print)", StringComparison.Ordinal).ShouldBe(said.Length > 0);
            one.ToBuy(430, 105).First(p => p.Name.Text == Hose.Name).Why.Values.Values.Select(v => v.Value).ShouldBe([430, 105], ignoreOrder: true);
        }

        new[] { "ear-pliers", "driver-7-mm", "hose-cutter", "disconnect-tool-3-8-in" }.ShouldBeSubsetOf(kit.Tools.Select(t => t.Item));
    }

    [Fact]
    public void Measured_sides_give_each_hose_its_length_and_pieces_that_are_not_needed_are_said()
    {
        FittingPart[] parts = [Spigot, Hose, Barb, Sensor, Barb, Hose, Barb];
        HosePlan Cut(double pushedOver, double[]? stock, double tank, double engine) => new HosePlanner(parts, pushedOver, stock).Of(new(tank), new(engine), null, false)!;
        var both = Cut(25, null, 176, 176);
        both.Hoses.Select(h => (h.Part, h.FreeMm, h.CutMm, h.IsMeasured)).ShouldBe([(2, 100, 150, true), (6, 100, 150, true)]);
        both.Cutting.Single().ShouldSatisfyAllConditions(c => c.Cuts.Plan.Count.ShouldBe(1), c => c.Spare!.Text.ShouldBe("One piece is enough; the parts list counts 2."));
        Cut(25, null, 176, 276).Cutting.Single().Spare.ShouldBeNull();
        Cut(25, [170, 170, 900], 176, 176).Cutting.Single().Cuts.Plan.Select(p => p.StockMm).ShouldBe([170, 170]);

        // A piece gives what it gives, and half a millimeter is what a tape reads.
        Cut(25, null, 76 + 250.5, 176).Findings.ShouldBeEmpty();
        Cut(25, null, 76 + 250.6, 176).Findings.Single().Code.ShouldBe("tooShort");
        Cut(25, null, 76 + 250.6, 176).Findings.Single().Sentence.Values.Values.Select(v => v.Value).ShouldContain(250);

        // Of the gap as a whole each piece takes its share.
        var shares = new HosePlanner([Hose, Sensor, Hose with { LengthMm = 500 }], 20, null).Of(null, null, 300, false)!;
        shares.Hoses.Select(h => (h.FreeMm, h.CutMm, h.IsMeasured)).ShouldBe([(100, 140, false), (200, 240, false)]);

        // A side without hose has to be as long as its parts, give or take what the ends give way.
        HosePlan? Rigid(double gap) => new HosePlanner([Barb, Sensor, Barb, Hose], 25, null).Of(new(gap), null, null, false);
        (Rigid(43), Rigid(33)).ShouldBe((null, null));
        Rigid(44)!.Findings.Single().Code.ShouldBe("tankSide");
        Rigid(32)!.Findings.Single().Sentence.Values.Values.Select(v => v.Value).ShouldBe([32, 38], ignoreOrder: true);
    }
}
