using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Plumbing.Flow;
using HazyGauge.Core.Plumbing.Hoses;

namespace HazyGauge.Core.Tests;

/// <summary>What a line costs in pressure and time, and how its hose is cut.</summary>
public class HydraulicsTests
{
    private static FlowElement Hose(double boreMm, double lengthMm, double roughnessMm = FlowElement.SmoothMm) =>
        new(FlowElementKind.Hose)
        {
            InnerDiameterMm = boreMm,
            LengthMm = lengthMm,
            RoughnessMm = roughnessMm,
        };

    private static FlowElement Bend(double boreMm, double angleDeg, double radiusMm) =>
        new(FlowElementKind.Bend)
        {
            InnerDiameterMm = boreMm,
            AngleDeg = angleDeg,
            RadiusMm = radiusMm,
        };

    private static FlowElement Sensor(double boreMm, double lengthMm, double upstreamMm) =>
        new(FlowElementKind.Sensor)
        {
            BoreMm = boreMm,
            LengthMm = lengthMm,
            UpstreamMm = upstreamMm,
        };

    private static PressureDropResult Drop(Hazy flowLph, IReadOnlyList<FlowElement> elements, double density = 780, double viscosity = 0.9, HazeLedger? ledger = null) =>
        new PressureDropQuery(flowLph, 85, 25, elements, density, viscosity).Answer(ledger ?? new HazeLedger());

    [Fact]
    [Trait("Category", "Outside")]
    public void Friction_follows_the_published_laws_and_between_them_reaches_to_both()
    {
        var random = new Random(3);
        for (var i = 0; i < 500; i++)
        {
            var (bore, length, rough) = (4 + (12 * random.NextDouble()), 100 + (2000 * random.NextDouble()), 0.05 * random.NextDouble());
            var flow = Math.Exp(Math.Log(2) + (Math.Log(400) * random.NextDouble()));
            var drop = Drop(flow, [Hose(bore, length, rough)]).Elements[0];
            var v = flow / 3.6e6 / (Math.PI / 4 * bore * bore * 1e-6);
            var re = 780 * v * bore / 0.9;
            drop.VelocityMS.Value.ShouldBe(v, 1e-9 * v);
            drop.Reynolds.Value.ShouldBe(re, 1e-9 * re);
            double Kpa(double f) => f * length / bore * 780 * v * v / 2000;

            // Hagen and Poiseuille; Swamee and Jain (1976), an explicit formula within a few percent of Colebrook and White from Re 5000.
            var (laminar, turbulent) = (Kpa(64 / re), Kpa(0.25 / Math.Pow(Math.Log10((rough / 3.7 / bore) + (5.74 / Math.Pow(re, 0.9))), 2)));
            switch (drop.Regime)
            {
                case FlowRegime.Laminar:
                    drop.DropKpa.Value.ShouldBe(laminar, 1e-9 * laminar);
                    break;
                case FlowRegime.Turbulent:
                    drop.DropKpa.Value.ShouldBe(turbulent, 0.035 * turbulent);
                    break;
                default:
                    var half = drop.DropKpa.StandardU * Math.Sqrt(3);
                    (drop.DropKpa.Value - half).ShouldBe(laminar, 0.02 * laminar);
                    (drop.DropKpa.Value + half).ShouldBe(turbulent, 0.05 * turbulent);
                    break;
            }
        }
    }

    [Theory]
    [Trait("Category", "Outside")]
    [InlineData(1, 0.21)]
    [InlineData(2, 0.14)]
    [InlineData(4, 0.11)]
    [InlineData(6, 0.09)]
    public void A_smooth_bend_loses_what_the_handbook_says(double radiusOverBore, double zeta) =>
        // Dubbel, Taschenbuch fuer den Maschinenbau: smooth 90 degree bends (from memory).
        MinorLosses.Bend<Exact>(90, radiusOverBore).Value.ShouldBe(zeta, 0.011);

    [Theory]
    [Trait("Category", "Outside")]
    [InlineData(0.25, 0.375, 0.5625)]
    [InlineData(0.5, 0.25, 0.25)]
    [InlineData(1, 0, 0)]
    public void A_bore_that_narrows_and_widens_loses_what_the_handbook_says(double areas, double narrowing, double widening)
    {
        // White, Fluid Mechanics, section 6.9: sudden contraction (by its rounded 0.5 (1 - a)) and sudden expansion (from memory).
        MinorLosses.Narrowing<Exact>(areas).Value.ShouldBe(narrowing, 1e-12);
        MinorLosses.Widening<Exact>(areas).Value.ShouldBe(widening, 1e-12);
        var v = 200 / 3.6e6 / (Math.PI / 4 * 25e-6);
        var drop = Drop(200, [Sensor(5, 0, 5 / Math.Sqrt(areas))]).TotalKpa.Value;
        drop.ShouldBe((narrowing + widening) * 780 * v * v / 2000, 1e-9);
    }

    [Fact]
    [Trait("Category", "Outside")]
    public void Three_pipes_side_by_side_share_the_flow_as_in_the_textbook()
    {
        // White, Fluid Mechanics, example 6.18: 62.5, 25.9 and 11.4 m3/h of water lose 20.3 m together (from memory).
        var pipes = new FlowElement(FlowElementKind.Parallel)
        {
            Branches =
            [
                [Hose(80, 100_000, 0.24)],
                [Hose(60, 150_000, 0.12)],
                [Hose(40, 80_000, 0.20)],
            ],
        };
        var answer = Drop(99_800, [pipes], 1000, 1.02);
        answer.TotalKpa.Value.ShouldBe(20.3 * 9.81, 2);
        answer.Elements.Select(e => e.FlowSharePct!.Value.Value * 998).ShouldBe([62_500, 25_900, 11_400], 250);
        answer.Elements.ShouldAllBe(e => Math.Abs(e.DropKpa.Value - answer.TotalKpa.Value) < 1e-6);
    }

    [Fact]
    public void Branches_balance_at_every_flow_and_their_haze_is_the_slope_of_the_balance()
    {
        var random = new Random(11);
        var held = 0;
        for (var i = 0; i < 60; i++)
        {
            FlowElement Some() =>
                random.Next(3) switch
                {
                    0 => Hose(4 + (8 * random.NextDouble()), 50 + (800 * random.NextDouble())),
                    1 => Bend(8, 180 * random.NextDouble(), 8 + (60 * random.NextDouble())),
                    _ => Sensor(4 + (3 * random.NextDouble()), 90, 8),
                };
            var branches = Enumerable
                .Range(0, 1 + random.Next(3))
                .Select(_ => (IReadOnlyList<FlowElement>)[Hose(6, 100), .. Enumerable.Range(0, random.Next(3)).Select(_ => Some())])
                .ToList();
            FlowElement[] line = [Some(), new(FlowElementKind.Parallel) { Branches = branches }, Some()];
            var flow = 5 + (500 * random.NextDouble());
            var ledger = new HazeLedger();
            var answer = Drop(ledger.Quantity(flow, 0.01 * flow, new HazeSource("flow", "flow")), line, ledger: ledger);

            branches
                .Select((_, b) => answer.Elements.Where(e => e.Element.StartsWith($"elements[1].branches[{b}]", StringComparison.Ordinal)))
                .Sum(e => e.First().FlowSharePct!.Value.Value)
                .ShouldBe(100, 1e-6);
            if (answer.Elements.Any(e => e.Regime == FlowRegime.Transition || Math.Abs(e.Reynolds.Value / 2000 - 1) < 0.05 || Math.Abs(e.Reynolds.Value / 4200 - 1) < 0.05))
            {
                continue;
            }

            held++;

            // By each branch the same loss, and more flow moves the loss as the haze says.
            foreach (var b in Enumerable.Range(0, branches.Count))
            {
                var lost = answer.Elements.Where(e => e.Element.StartsWith($"elements[1].branches[{b}]", StringComparison.Ordinal)).Sum(e => e.DropKpa.Value);
                lost.ShouldBe(answer.TotalKpa.Value - answer.Elements[0].DropKpa.Value - answer.Elements[^1].DropKpa.Value, 1e-6 * answer.TotalKpa.Value);
            }

            var (more, less) = (Drop(flow * 1.0005, line).TotalKpa.Value, Drop(flow * 0.9995, line).TotalKpa.Value);
            answer.TotalKpa.Parts.Where(p => p.Source.Id == "flow").Sum(p => p.U).ShouldBe((more - less) * 10, 0.02 * answer.TotalKpa.Value * 0.02);
        }

        held.ShouldBeGreaterThan(15);
    }

    [Theory]
    [Trait("Category", "Outside")]
    [InlineData(100, 25, 1.074)]
    [InlineData(100, 50, 0.694)]
    [InlineData(0, 20, 0.48)]
    public void Ethanol_is_as_thick_as_the_handbook_says(double ethanolPct, double tempC, double mPaS) =>
        // Handbook of Chemistry and Physics, viscosity of liquids (from memory); gasoline 0.4 to 0.6 mPa s at room temperature.
        BlendViscosity.MPaS<Exact>(ethanolPct, tempC).Value.ShouldBe(mPaS, 0.03 * mPaS);

    [Fact]
    [Trait("Category", "Outside")]
    public void A_sensor_bore_costs_a_few_kpa_at_400_litres_an_hour() =>
        // Common practice, no source: the sensor hardly restricts.
        new PressureDropQuery(400, 85, 30, [Sensor(7.5, 92, 9.5)])
            .Answer(new HazeLedger())
            .TotalKpa.Value.ShouldBeInRange(1, 6);

    [Fact]
    [Trait("Category", "Outside")]
    public void A_change_arrives_as_stirred_vessels_in_a_row_say()
    {
        // Levenspiel, Chemical Reaction Engineering, tanks in series: exp(-t), and (1 + t) exp(-t).
        FlowLag Lag(params LagVolume[] volumes) => new TransportLagQuery(volumes, [10.0]).Answer().Flows[0];
        var one = Lag(new LagVolume("filter", 250));
        one.PlugFlowS.Value.ShouldBe(90, 1e-9);
        one.Within2PointsS.Value.ShouldBe(90 * Math.Log(75 / 2.0), 1e-5);
        var two = Lag(new LagVolume("filter", 250), new LagVolume("another", 250)).Within2PointsS.Value / 90;
        ((1 + two) * Math.Exp(-two)).ShouldBe(2 / 75.0, 1e-6);

        // A hose only shifts it, and volumes of very different sizes come to the large one alone.
        Lag(new LagVolume("filter", 250), new LagVolume("hose", 100, false)).Within2PointsS.Value.ShouldBe(one.Within2PointsS.Value + 36, 1e-5);
        Lag(new LagVolume("filter", 250), new LagVolume("drop", 0.001), new LagVolume("none", 0)).Within2PointsS.Value.ShouldBe(one.Within2PointsS.Value, 0.01);
    }

    [Fact]
    [Trait("Category", "Outside")]
    public void No_way_of_cutting_wastes_less_than_the_plan()
    {
        // Trying every piece for every length.
        var random = new Random(5);
        var (works, fails) = (0, 0);
        for (var i = 0; i < 400; i++)
        {
            var stock = Enumerable.Range(0, 1 + random.Next(4)).Select(_ => (double)random.Next(100, 1000)).ToArray();
            var cuts = Enumerable.Range(0, 1 + random.Next(5)).Select(_ => (double)random.Next(50, 500)).ToArray();
            double kerf = random.Next(3);
            var best = double.PositiveInfinity;
            for (var way = 0; way < Math.Pow(stock.Length, cuts.Length); way++)
            {
                var on = cuts.Select((_, c) => way / (int)Math.Pow(stock.Length, c) % stock.Length).ToArray();
                bool Fits(int piece) => Enumerable.Range(0, cuts.Length).Where(c => on[c] == piece).Sum(c => cuts[c] + kerf) - kerf <= stock[piece];
                if (on.Distinct().All(Fits))
                {
                    best = Math.Min(best, on.Distinct().Sum(p => stock[p]) - cuts.Sum());
                }
            }

            var answer = new HoseCutsQuery(stock, cuts, kerf).Answer();
            answer.Feasible.ShouldBe(double.IsFinite(best));
            answer.Optimal.ShouldBeTrue();
            (answer.WasteMm is { } waste ? Math.Abs(waste - best) : 0).ShouldBeLessThan(1e-9);
            answer.Plan.SelectMany(p => p.CutsMm).Order().ShouldBe(answer.Feasible ? cuts.Order() : []);
            (answer.Reason is null).ShouldBe(answer.Feasible);
            _ = answer.Feasible ? works++ : fails++;
        }

        works.ShouldBeGreaterThan(100);
        fails.ShouldBeGreaterThan(50);
    }

    [Fact]
    [Trait("Category", "Outside")]
    public void Twenty_nine_inches_of_hose_give_sixteen_and_thirteen()
    {
        // Common practice, no source.
        var answer = new HoseCutsQuery([29 * 25.4], [13 * 25.4, 16 * 25.4]).Answer();
        answer.Plan.ShouldHaveSingleItem().CutsMm.ShouldBe([16 * 25.4, 13 * 25.4]);
        answer.WasteMm!.Value.ShouldBe(0, 1e-9);
    }

    [Fact]
    public void Hose_is_as_long_as_the_gap_less_what_stands_in_it_and_makes_a_loop_where_it_will_not_bend()
    {
        var straight = new HoseLengthQuery(420, [13, 13], 47, 80, 118).Answer();
        straight.ShouldSatisfyAllConditions(h => h.LoopNeeded.ShouldBeFalse(), h => h.LoopMm.ShouldBe(0), h => h.CutsMm.ShouldBe([138, 138]));
        var tight = new HoseLengthQuery(420, [13, 13], 47, 40).Answer();
        tight.LoopNeeded.ShouldBeTrue();
        tight.LoopMm.ShouldBe(Math.Ceiling(2 * Math.PI * 47));
        tight.CutsMm.ShouldBe([394 + tight.LoopMm]);

        // A joint that is pulled apart: the loop comes back to where it began.
        var joint = new HoseLengthQuery(0, [13, 13], 47, null, 118).Answer();
        joint.LoopNeeded.ShouldBeTrue();
        joint.CutsMm.Count.ShouldBe(2);
        joint.CutsMm.Sum().ShouldBe(144 + joint.LoopMm);
    }

    [Theory]
    [InlineData(1e-9)]
    [InlineData(1.0)]
    [InlineData(40.0)]
    [InlineData(1e5)]
    public void A_flow_nobody_knows_better_than_its_range_still_has_a_loss_and_all_of_its_doubt(double flowLph)
    {
        var ledger = new HazeLedger();
        FlowElement[] line =
        [
            Hose(8, 500),
            Bend(8, 90, 20),
            new(FlowElementKind.Parallel)
            {
                Branches =
                [
                    [Sensor(6, 90, 8)],
                    [Hose(14, 300)],
                ],
            },
        ];
        var lost = Drop(ledger.Quantity(flowLph, 1e5, new HazeSource("flow", "flow")), line, ledger: ledger).TotalKpa;
        (double.IsFinite(lost.Value) && lost.Value > 0 && lost.StandardU > lost.Value).ShouldBeTrue();
    }

    [Fact]
    public void What_cannot_be_is_refused_where_it_stands()
    {
        IReadOnlyCollection<string> Refused(FlowElement element) => [.. Should.Throw<RefusedInputException>(() => Drop(100, [element])).Errors.Keys];
        Refused(Hose(0, 100)).ShouldBe(["elements[0].innerDiameterMm"]);
        Refused(Bend(8, 90, 5)).ShouldBe(["elements[0].radiusMm"]);
        Refused(new(FlowElementKind.Sensor) { BoreMm = 6 }).ShouldBe(["elements[0].upstreamMm", "elements[0].lengthMm"], ignoreOrder: true);
        Refused(
                new(FlowElementKind.Parallel)
                {
                    Branches =
                    [
                        [Hose(8, 100)],
                        [],
                    ],
                }
            )
            .ShouldBe(["elements[0].branches[1]"]);
        Refused(
                new(FlowElementKind.Parallel)
                {
                    Branches =
                    [
                        [Hose(8, 100)],
                        [Hose(8, 0)],
                    ],
                }
            )
            .ShouldBe(["elements[0].branches[1]"]);
        IReadOnlyCollection<string> RefusedOf(Action ask) => [.. Should.Throw<RefusedInputException>(ask).Errors.Keys];
        RefusedOf(() => new TransportLagQuery([], [1.0]).Answer()).ShouldBe(["volumesMl"]);
        RefusedOf(() => new TransportLagQuery([new LagVolume("line", -1)], [0.0], 1).Answer()).ShouldBe(["stepPct"]);
        RefusedOf(() => new TransportLagQuery([new LagVolume("line", -1)], [0.0]).Answer()).ShouldBe(["volumesMl[0].ml", "flowsLph[0]"]);
        RefusedOf(() => new HoseLengthQuery(-1, [1], 0).Answer()).ShouldBe(["gapMm", "minBendRadiusMm", "endInsertionMm"], ignoreOrder: true);
        RefusedOf(() => new HoseCutsQuery([], [0], 60).Answer()).ShouldBe(["kerfMm", "stockMm", "cutsMm[0]"]);
        new HoseCutsQuery([300, 400], [500]).Answer().ShouldSatisfyAllConditions(a => a.Feasible.ShouldBeFalse(), a => a.Reason!.ToString().ShouldContain("500"));
    }
}
