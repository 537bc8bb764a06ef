using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Plumbing.Flow;
using HazyGauge.Core.Plumbing.Hoses;

namespace HazyGauge.Core.Tests;

/// <summary>Pressure lost and hose cut, worked out by hand or another way, and the haze of both against its definition.</summary>
public class FlowByHandTests
{
    private static FlowElement Hose(Hazy boreMm, Hazy lengthMm) => new(FlowElementKind.Hose) { InnerDiameterMm = boreMm, LengthMm = lengthMm };

    private static FlowElement Bend(Hazy boreMm, Hazy angleDeg, Hazy radiusMm) =>
        new(FlowElementKind.Bend)
        {
            InnerDiameterMm = boreMm,
            AngleDeg = angleDeg,
            RadiusMm = radiusMm,
        };

    private static FlowElement Step(Hazy fromMm, Hazy toMm) => new(FlowElementKind.Step) { UpstreamMm = fromMm, InnerDiameterMm = toMm };

    private static FlowElement Sensor(Hazy boreMm, Hazy lengthMm, Hazy upstreamMm) =>
        new(FlowElementKind.Sensor)
        {
            BoreMm = boreMm,
            LengthMm = lengthMm,
            UpstreamMm = upstreamMm,
        };

    private static FlowElement Parallel(params FlowElement[][] branches) => new(FlowElementKind.Parallel) { Branches = branches };

    private static PressureDropResult Drop(Hazy flowLph, params FlowElement[] line) => new PressureDropQuery(flowLph, 85, 25, line, 780, 0.9).Answer(new HazeLedger());

    [Theory]
    [InlineData(1999.9, FlowRegime.Laminar)]
    [InlineData(2000, FlowRegime.Laminar)]
    [InlineData(2000.1, FlowRegime.Transition)]
    [InlineData(4199.9, FlowRegime.Transition)]
    [InlineData(4200, FlowRegime.Turbulent)]
    public void Where_flow_turns_is_where_the_handbooks_put_it(double reynolds, FlowRegime regime) => PipeFlow.RegimeAt(reynolds).ShouldBe(regime);

    [Theory]
    [Trait("Category", "Outside")]
    [InlineData(4000, 0, 0.0399)]
    [InlineData(10_000, 0, 0.0309)]
    [InlineData(100_000, 0, 0.0180)]
    [InlineData(100_000, 0.01, 0.0385)]
    [InlineData(1_000_000, 0.001, 0.0199)]
    public void Friction_is_what_the_chart_of_pipes_shows(double reynolds, double roughness, double factor) =>
        // Moody (1944), Friction factors for pipe flow: values off the chart (from memory).
        PipeFlow.ColebrookWhite<Exact>(reynolds, roughness).Value.ShouldBe(factor, 0.01 * factor);

    [Fact]
    public void The_law_that_holds_in_the_middle_is_one_number_from_smooth_to_eddies()
    {
        // Reynolds 3000 in 8 mm: flow = 3000 x 0.9 / 780 / 8 x pi/4 x 64 x 3.6.
        var flow = 3000 * 0.9 / 780 / 8 * Math.PI / 4 * 64 * 3.6;
        double Kpa(double either) => PipeFlow.Through(new FlowingFuel<Exact>(780, 0.9, either), (Exact)flow, (Exact)8, (Exact)1000, (Exact)0.0015).DropKpa.Value;
        var v = 3000 * 0.9 / 780 / 8;
        Kpa(-1).ShouldBe(64 / 3000.0 * 125 * 780 * v * v / 2000, 1e-6);
        Kpa(1).ShouldBe(PipeFlow.ColebrookWhite<Exact>(3000, 0.0015 / 8).Value * 125 * 780 * v * v / 2000, 1e-6);
        Kpa(0).ShouldBe((Kpa(-1) + Kpa(1)) / 2, 1e-9);

        // With nothing but the doubt of the flow reaching into the middle, the best estimate stays what its own law says.
        Hazy Smooth(double u) =>
            PipeFlow
                .Through(new FlowingFuel<Hazy>(780, 0.9, 0), new HazeLedger().Quantity(flow * 0.6, u, new HazeSource("flow", "Flow")), (Hazy)8, (Hazy)1000, (Hazy)0.0015)
                .DropKpa;
        Smooth(flow * 0.2).Value.ShouldBe(Smooth(0).Value, 1e-9);
    }

    [Fact]
    public void Friction_is_felt_as_its_inputs_move_it()
    {
        var random = new Random(17);
        for (var i = 0; i < 40; i++)
        {
            var (re, rough) = (Math.Exp(Math.Log(4300) + (Math.Log(200) * random.NextDouble())), 0.05 * random.NextDouble());
            Slopes.ShouldBeFelt([re, rough], x => [PipeFlow.ColebrookWhite(x[0], x[1])]);
            Slopes.ShouldBeFelt([5 + (170 * random.NextDouble()), 1 + (4 * random.NextDouble())], x => [MinorLosses.Bend(x[0], x[1])]);
        }
    }

    [Theory]
    [InlineData(30, 4, 0.45)] // 0.9 sin 30
    [InlineData(70, 4, 0.84572)]
    [InlineData(80, 4, 0.92286)] // half way from 0.84572 at 70 to 1 at 90
    [InlineData(90, 4, 1)]
    [InlineData(95, 4, 1.04444)] // half way to 0.7 + 0.35 x 100 / 90 = 1.08889
    [InlineData(180, 4, 1.4)] // 0.7 + 0.35 x 2
    public void A_bend_of_any_angle_loses_what_the_diagram_says(double angleDeg, double radiusOverBore, double ofAngle)
    {
        // 0.21 / sqrt(4) of the dynamic pressure for a right angle, and below one bore of radius 0.21 (R/D)^-2.5.
        MinorLosses.Bend<Exact>(angleDeg, radiusOverBore).Value.ShouldBe(ofAngle * 0.105, 1e-5);
        MinorLosses.Bend<Exact>(angleDeg, 0.5).Value.ShouldBe(ofAngle * 0.21 * 5.656854, 1e-4);
    }

    [Fact]
    public void A_bend_loses_by_turning_and_along_its_arc()
    {
        // 200 L/h through 8 mm: 1.1052 m/s, 0.4764 kPa of dynamic pressure. A right angle of 32 mm radius: an arc of 50.265 mm.
        var arc = Drop(200, Hose(8, 50.26548)).TotalKpa.Value;
        Drop(200, Bend(8, 90, 32)).TotalKpa.Value.ShouldBe(arc + (0.105 * 0.47637), 1e-4);
        Drop(200, Bend(8, 0, 32)).TotalKpa.Value.ShouldBe(0);
    }

    [Theory]
    [InlineData(8, 4, 0.375)] // narrows to a quarter: 0.5 (1 - 1/4) of the velocity in 4 mm
    [InlineData(4, 8, 0.5625)] // widens from a quarter: (1 - 1/4) squared of the same
    [InlineData(6, 6, 0)]
    public void A_step_loses_of_the_velocity_in_its_narrower_bore_and_nothing_along_it(double fromMm, double toMm, double zeta)
    {
        var v = 100 / 3.6 / (Math.PI / 4 * 16);
        Drop(100, Step(fromMm, toMm)).TotalKpa.Value.ShouldBe(zeta * 780 * v * v / 2000, 1e-9);
    }

    [Fact]
    public void A_sensor_wider_than_its_line_loses_at_both_of_its_ends_as_well()
    {
        // By hand: 6 mm into 9 mm and back: (1 - 4/9)^2 + 0.5 (1 - 4/9), of the velocity in 6 mm.
        var v = 150 / 3.6 / (Math.PI / 4 * 36);
        Drop(150, Sensor(9, 0, 6)).TotalKpa.Value.ShouldBe((Math.Pow(5 / 9.0, 2) + (0.5 * 5 / 9)) * 780 * v * v / 2000, 1e-9);
    }

    [Fact]
    public void Flow_is_shared_as_every_size_of_every_branch_says()
    {
        Slopes.ShouldBeFelt([300, 6, 400, 8, 700, 30], x =>
        {
            var shared = Drop(x[0], Hose(9, 200), Parallel([Hose(x[1], x[2])], [Hose(x[3], x[4]), Bend(8, 60, x[5])]));
            return [shared.TotalKpa, shared.Elements[1].FlowSharePct!.Value, shared.Elements[2].FlowSharePct!.Value, shared.Elements[2].DropKpa];
        });

        // One branch is no branch, two alike take half each, and at rest nothing is lost.
        Drop(300, Parallel([Hose(8, 500)])).TotalKpa.Value.ShouldBe(Drop(300, Hose(8, 500)).TotalKpa.Value, 1e-9);
        Drop(300, Parallel([Hose(8, 500)], [Hose(8, 500)])).TotalKpa.Value.ShouldBe(Drop(150, Hose(8, 500)).TotalKpa.Value, 1e-6);
        Drop(0, Parallel([Hose(8, 500)], [Hose(8, 0)])).TotalKpa.Value.ShouldBe(0);
    }

    [Fact]
    public void Time_on_the_way_is_felt_as_volume_and_flow_move_it()
    {
        Slopes.ShouldBeFelt([250, 120, 12], x =>
        {
            var lag = new TransportLagQuery([new LagVolume("filter", x[0]), new LagVolume("rail", x[1]), new LagVolume("hose", 80, false)], [x[2]]).Answer().Flows[0];
            return [lag.PlugFlowS, lag.Within2PointsS];
        });

        // A step no larger than two points has arrived when the first of it has.
        new TransportLagQuery([new LagVolume("filter", 250), new LagVolume("hose", 100, false)], [36.0], 2).Answer().Flows[0].Within2PointsS.Value.ShouldBe(10, 1e-9);
    }

    [Theory]
    [InlineData("flowLph", 1_000_000)]
    [InlineData("elements[0].lengthMm", 1_000_000)]
    [InlineData("elements[0].innerDiameterMm", 500)]
    [InlineData("elements[1].radiusMm", 1_000_000)]
    [InlineData("elements[1].angleDeg", 720)]
    [InlineData("elements[0].roughnessMm", 5)]
    public void The_largest_that_is_taken_is_taken_and_no_more(string field, double most)
    {
        PressureDropResult With(double value) =>
            Drop(
                field == "flowLph" ? value : 10,
                Hose(field.EndsWith("innerDiameterMm", StringComparison.Ordinal) ? value : 60, field.EndsWith("lengthMm", StringComparison.Ordinal) ? value : 10) with
                {
                    RoughnessMm = field.EndsWith("roughnessMm", StringComparison.Ordinal) ? value : 0.01,
                },
                Bend(8, field.EndsWith("angleDeg", StringComparison.Ordinal) ? value : 90, field.EndsWith("radiusMm", StringComparison.Ordinal) ? value : 20)
            );
        With(most).TotalKpa.Value.ShouldBeGreaterThan(0);
        Should.Throw<RefusedInputException>(() => With(most * 1.001)).Errors.Keys.ShouldBe([field]);
    }

    [Fact]
    public void What_cannot_be_in_a_branch_is_refused_there()
    {
        string Refused(params FlowElement[] line) => Should.Throw<RefusedInputException>(() => Drop(100, line)).Errors.Keys.Single();
        Refused(Parallel([Hose(8, 100), Hose(8, -1)], [Hose(8, 100)])).ShouldBe("elements[0].branches[0][1].lengthMm");
        Refused(Parallel([Hose(8, 100)], [Hose(8, 100), Parallel([Hose(8, 100)])])).ShouldBe("elements[0].branches[1][1].branches");
        Refused(Parallel([.. Enumerable.Repeat(new[] { Hose(8, 100) }, 9)])).ShouldBe("elements[0].branches");
        Drop(100, Parallel([.. Enumerable.Repeat(new[] { Hose(8, 100) }, 8)])).Elements.Count.ShouldBe(8);
        Refused([.. Enumerable.Repeat(Hose(8, 100), 61)]).ShouldBe("elements");
        Drop(100, [.. Enumerable.Repeat(Hose(8, 100), 60)]).TotalKpa.Value.ShouldBe(60 * Drop(100, Hose(8, 100)).TotalKpa.Value, 1e-9);
        Refused(Hose(8, 100) with { RoughnessMm = 0.81 }).ShouldBe("elements[0].roughnessMm");
    }

    [Theory]
    [InlineData(400, 2, 60.0, false)] // (400 - 26 - 92) / 2 each
    [InlineData(157, 2, null, true)] // 39 mm free for two pieces of at least 20
    [InlineData(158, 2, null, false)]
    [InlineData(300, 1, 39.0, true)] // a room tighter than the hose takes
    public void Hose_for_a_gap_is_what_the_parts_leave(double gapMm, int pieces, double? roomMm, bool isLoop)
    {
        var answer = new HoseLengthQuery(gapMm, [13, 13], 40, roomMm, pieces == 2 ? 92 : null).Answer();
        var free = gapMm - 26 - (pieces == 2 ? 92 : 0);
        answer.LoopNeeded.ShouldBe(isLoop);
        answer.CutsMm.Count.ShouldBe(pieces);

        // A full turn at 40 mm is 251.3, on a tape 252; where the parts take the gap, it is less what they leave.
        var whole =
            !isLoop ? free
            : free < 20 * pieces ? 252 - free
            : free + 252;
        answer.CutsMm.Sum().ShouldBe(whole, 1e-9);
        answer.LoopMm.ShouldBe(isLoop ? 252 : 0);
    }

    [Fact]
    public void Pieces_are_cut_to_what_is_exactly_there()
    {
        // Sums of tenths are not exact in binary; a tape does not mind.
        var tenths = new HoseCutsQuery([30.3], [10.1, 10.1, 10.1]).Answer();
        (tenths.Feasible, tenths.WasteMm).ShouldBe((true, 0));
        new HoseCutsQuery([30.3], [10.1, 10.1, 10.2]).Answer().Feasible.ShouldBeFalse();
        new HoseCutsQuery([100], [100.1]).Answer().Feasible.ShouldBeFalse();

        // Two cuts take one kerf between them: the last may be what is left.
        new HoseCutsQuery([103], [50, 50], 3).Answer().Plan.Single().LeftMm.ShouldBe(0);
        new HoseCutsQuery([102], [50, 50], 3).Answer().Feasible.ShouldBeFalse();
        new HoseCutsQuery([150], [50, 50], 3).Answer().Plan.Single().LeftMm.ShouldBe(44);
        IReadOnlyCollection<string> Refused(HoseCutsQuery query) => [.. Should.Throw<RefusedInputException>(() => query.Answer()).Errors.Keys];
        Refused(new HoseCutsQuery([.. Enumerable.Repeat(500.0, 41)], [100])).ShouldBe(["stockMm"]);
        Refused(new HoseCutsQuery([500], [.. Enumerable.Repeat(10.0, 25)])).ShouldBe(["cutsMm"]);
        Refused(new HoseCutsQuery([100_001], [0.5], 51)).ShouldBe(["kerfMm", "stockMm[0]", "cutsMm[0]"]);
        new HoseCutsQuery([100_000], [1], 50).Answer().Plan.Single().LeftMm.ShouldBe(99_949);
    }
}
