using CsCheck;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Tests;

public class HazeTests
{
    private static readonly HazeSource A = new("a", "A");
    private static readonly HazeSource B = new("b", "B");

    [Fact]
    public void A_number_minus_itself_is_zero_without_haze()
    {
        var ledger = new HazeLedger();
        var x = ledger.Quantity(7, 0.4, A);
        var y = ledger.Quantity(3, 0.2, B);

        (x - x).StandardU.ShouldBe(0);
        (x / x).StandardU.ShouldBe(0, 1e-15);
        ((x * y) - (y * x)).StandardU.ShouldBe(0);
        (x + y).StandardU.ShouldBe(Math.Sqrt(0.16 + 0.04), 1e-12);
    }

    [Fact]
    public void Every_operation_carries_the_slope_that_a_difference_quotient_finds()
    {
        // One formula that uses all of them, so that none can carry a wrong slope unseen.
        static T Formula<T>(T x, T y)
            where T : struct, IRealNumber<T> =>
            (RealNumber.Sqrt(x * y) + RealNumber.Exp(-x / 10) - RealNumber.Log(x + (2 * y))) * RealNumber.Pow(y, 1.7) / RealNumber.Pow(x, y / 5);

        Gen.Select(Gen.Double[0.5, 5], Gen.Double[0.5, 5])
            .Sample(
                (x, y) =>
                {
                    var ledger = new HazeLedger();
                    var hazy = Formula(ledger.Quantity(x, 0.01, A), ledger.Quantity(y, 0.02, B));
                    const double Step = 1e-5;
                    var slopeX = (Formula<Exact>(x + Step, y).Value - Formula<Exact>(x - Step, y).Value) / (2 * Step);
                    var slopeY = (Formula<Exact>(x, y + Step).Value - Formula<Exact>(x, y - Step).Value) / (2 * Step);

                    hazy.Value.ShouldBe(Formula<Exact>(x, y).Value, 1e-12);
                    var parts = hazy.Parts.ToDictionary(p => p.Source.Id, p => p.U);
                    parts.GetValueOrDefault("a").ShouldBe(0.01 * slopeX, 1e-6);
                    parts.GetValueOrDefault("b").ShouldBe(0.02 * slopeY, 1e-6);
                }
            );
    }

    /// <summary>
    /// Source: JCGM 100:2008 (GUM), annex H.2, simultaneous resistance and reactance measurement, table H.2 to H.4: five correlated
    /// readings of V, I and phi give R = 127.732 (u 0.071), X = 219.847 (u 0.295), Z = 254.260 (u 0.236) ohm (values from memory).
    /// </summary>
    [Fact]
    [Trait("Category", "Outside")]
    public void Gum_example_H2_with_its_correlations()
    {
        var ledger = new HazeLedger();

        // Table H.2: means, standard uncertainties of the means and correlation coefficients, brought onto independent sources
        // by a Cholesky factor of the correlation matrix.
        const double UV = 0.0032,
            UI = 0.0095e-3,
            UPhi = 0.00075;
        const double RVI = -0.355,
            RVPhi = 0.858,
            RIPhi = -0.645;
        var l22 = Math.Sqrt(1 - (RVI * RVI));
        var l32 = (RIPhi - (RVI * RVPhi)) / l22;
        var l33 = Math.Sqrt(1 - (RVPhi * RVPhi) - (l32 * l32));
        var c = new HazeSource("c", "C");
        var v = ledger.Quantity(4.9990, UV, A);
        var i = ledger.Quantity(19.6610e-3, [(A, UI * RVI), (B, UI * l22)]);
        var phi = ledger.Quantity(1.04446, [(A, UPhi * RVPhi), (B, UPhi * l32), (c, UPhi * l33)]);

        static Hazy Cos(Hazy x) => x.Through(Math.Cos(x.Value), -Math.Sin(x.Value));
        static Hazy Sin(Hazy x) => x.Through(Math.Sin(x.Value), Math.Cos(x.Value));
        var (r, x, z) = (v / i * Cos(phi), v / i * Sin(phi), v / i);

        r.Value.ShouldBe(127.732, 0.001);
        x.Value.ShouldBe(219.847, 0.001);
        z.Value.ShouldBe(254.260, 0.001);
        r.StandardU.ShouldBe(0.071, 0.001);
        x.StandardU.ShouldBe(0.295, 0.002);
        z.StandardU.ShouldBe(0.236, 0.002);
    }

    /// <summary>Source: JCGM 100:2008, 4.3.7 and 4.3.9 (rectangle a/sqrt(3), triangle a/sqrt(6)); EA-4/02 M:2022, S9: a dominant rectangle has k = 1.65.</summary>
    [Fact]
    [Trait("Category", "Outside")]
    public void Shapes_have_the_published_spread_and_a_tolerance_never_shows_as_more_than_itself()
    {
        HazeSource.RectangularU(5).ShouldBe(5 / Math.Sqrt(3), 1e-12);
        HazeSource.TriangularU(5).ShouldBe(5 / Math.Sqrt(6), 1e-12);

        var ledger = new HazeLedger();
        var rectangle = new HazeSource("r", "R", HazeShape.Rectangular);
        var alone = ledger.Quantity(70, rectangle.StandardU(5), rectangle);
        Interval95.HalfWidth(alone).ShouldBe(4.75, 1e-9);
        (Interval95.HalfWidth(alone) / alone.StandardU).ShouldBe(1.65, 0.01);

        Interval95.HalfWidth(ledger.Quantity(70, 2, A)).ShouldBe(4);
    }

    [Fact]
    public void Interval_of_a_blurred_rectangle_holds_95_of_100_cases()
    {
        // By simulation: rectangle of half-width 5 with normal blur of 1.5.
        var random = new Random(5);
        var ledger = new HazeLedger();
        var rectangle = new HazeSource("r", "R", HazeShape.Rectangular);
        var half = Interval95.HalfWidth(ledger.Quantity(0, rectangle.StandardU(5), rectangle) + ledger.Quantity(0, 1.5, A));
        const int Cases = 200_000;
        var inside = 0;
        for (var n = 0; n < Cases; n++)
        {
            var normal = Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
            inside += Math.Abs((10 * random.NextDouble()) - 5 + (1.5 * normal)) <= half ? 1 : 0;
        }

        ((double)inside / Cases).ShouldBe(0.95, 0.002);
    }

    [Fact]
    public void Budget_names_the_largest_first_and_says_what_its_check_leaves()
    {
        var ledger = new HazeLedger();
        var water = new HazeSource("a", "A", Check: HazeCheck.SecondMeasurement("Do it.", 3, 4));
        var budget = HazeBudget.Of((2 * ledger.Quantity(1, 3, water)) + ledger.Quantity(1, 2, B));

        budget.Select(l => l.Source).ShouldBe(["a", "b"]);
        budget[0].SharePct.ShouldBe(90, 1e-9);

        // Two independent measurements of 3 and 4 leave 1/sqrt(1/9 + 1/16) = 2.4; doubled and with the other source 2: sqrt(4.8^2 + 2^2).
        budget[0].Check!.UAfter.ShouldBe(5.2, 1e-9);
        budget[1].Check.ShouldBeNull();
        HazeBudget.NextBestCheck(budget, InstrumentsAtHand.NotSaid)!.Source.ShouldBe("a");
    }

    [Fact]
    public void Table_follows_its_points_carries_haze_and_is_not_extrapolated()
    {
        var table = new MonotoneTable([0, 10, 20, 40], [1, 1.2, 1.3, 2]);
        var ledger = new HazeLedger();

        table.At<Exact>(20).Value.ShouldBe(1.3, 1e-12);
        Gen.Double[0, 39.9].Sample(x => table.At<Exact>(x + 0.1).Value.ShouldBeGreaterThanOrEqualTo(table.At<Exact>(x).Value - 1e-12));
        var slope = (table.At<Exact>(15.0001).Value - table.At<Exact>(14.9999).Value) / 0.0002;
        table.At(ledger.Quantity(15, 0.5, A)).StandardU.ShouldBe(0.5 * slope, 1e-6);
        Should.Throw<ArgumentOutOfRangeException>(() => table.At<Exact>(40.1));
        Should.Throw<ArgumentException>(() => new MonotoneTable([0, 1, 2], [0, 1, 0]));
        Should.Throw<ArgumentException>(() => new MonotoneTable([0, 2, 1], [0, 1, 2]));
    }

    [Fact]
    public void Numbers_of_different_computations_do_not_mix_and_a_clamp_keeps_the_haze()
    {
        var x = new HazeLedger().Quantity(1, 0.1, A);
        Should.Throw<InvalidOperationException>(() => x + new HazeLedger().Quantity(1, 0.1, A));

        var clamped = RealNumber.Clamp(x, 2, 3);
        (clamped.Value, clamped.StandardU).ShouldBe((2, 0.1));
    }
}
