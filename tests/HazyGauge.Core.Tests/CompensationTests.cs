using CsCheck;
using HazyGauge.Core.Compensation;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Tests;

/// <summary>The numbers that go into the controller beside the fuel factor: spark, one pulse, the row of breakpoints.</summary>
public class CompensationTests
{
    private static SparkAdditionInput Spark(
        Hazy ethanolPct,
        SparkWeighting weighting,
        double gasolineMap = 10,
        double ethanolMap = 85,
        double full = 6,
        double? saturates = null
    ) => new(ethanolPct, gasolineMap, ethanolMap, full, weighting, saturates is { } s ? s : (Hazy?)null);

    private static double Weight(double ethanolPct, SparkWeighting weighting, double gasolineMap = 10, double ethanolMap = 85, double? saturates = null) =>
        SparkAddition.Compute(Spark(ethanolPct, weighting, gasolineMap, ethanolMap, saturates: saturates)).Weight.Value;

    private static Blend<Hazy> Base(double pct) => new(pct, UsualFuels.Traditional<Hazy>());

    private static double Factor(Metering metering, double pct, double basePct) => FuelFactor.CompositionFactor(metering, Base(pct), new MapBlend<Hazy>(Base(basePct))).Value;

    /// <summary>
    /// Source: J. E. Anderson et al., SAE 2012-01-1274 (from memory): mole fraction of ethanol from its volume fraction, densities and
    /// molar masses; E10 is about 21 % by mole, E50 about 70 %, E85 about 93 %.
    /// </summary>
    [Theory]
    [Trait("Category", "Outside")]
    [InlineData(10, 0.21)]
    [InlineData(50, 0.70)]
    [InlineData(85, 0.93)]
    public void Weight_by_mole_between_plain_gasoline_and_plain_ethanol_is_the_mole_fraction(double ethanolPct, double moleFraction)
    {
        var weight = Weight(ethanolPct, SparkWeighting.Mole, 0, 100);
        weight.ShouldBe(moleFraction, 0.012);

        var (ethanol, gasoline) = (ethanolPct * 793.5 / 46.069, (100 - ethanolPct) * 745 / 105);
        weight.ShouldBe(ethanol / (ethanol + gasoline), 1e-9);
    }

    [Fact]
    public void Every_weighting_is_0_at_the_first_map_1_at_the_second_rises_between_goes_on_below_and_stays_above()
    {
        var weightings = Enum.GetValues<SparkWeighting>();
        Gen.Select(Gen.Double[0, 60], Gen.Double[1, 40], Gen.Double[0, 100], Gen.Double[0.5, 10], Gen.Int[0, 2])
            .Sample(
                (first, apart, at, step, w) =>
                {
                    var (second, weighting) = (first + apart, weightings[w]);
                    double At(double pct) => Weight(Math.Clamp(pct, 0, 100), weighting, first, second, first + (0.6 * apart));
                    At(first).ShouldBe(0, 1e-9);
                    At(second).ShouldBe(1, 1e-9);
                    At(at + step).ShouldBeGreaterThanOrEqualTo(At(at) - 1e-12);
                    At(Math.Max(second, at)).ShouldBe(1, 1e-9);
                    if (first > 0.5)
                    {
                        At(0).ShouldBeLessThan(0);
                    }
                }
            );
        Weight(47.5, SparkWeighting.Linear).ShouldBe(0.5, 1e-12);
        Weight(35, SparkWeighting.Saturating).ShouldBe(0.5, 1e-12);
        Weight(60, SparkWeighting.Saturating).ShouldBe(1, 1e-12);

        // The ethanol map's own blend has all its spark, wherever it is said to saturate.
        Weight(50, SparkWeighting.Saturating, 10, 50).ShouldBe(1, 1e-12);
    }

    [Fact]
    public void The_cautious_spark_is_that_of_two_u_less_ethanol_and_less_than_none_is_none()
    {
        Gen.Select(Gen.Double[0, 100], Gen.Double[0, 10])
            .Sample(
                (pct, u) =>
                {
                    var ethanol = new HazeLedger().Quantity(pct, u, new HazeSource("e", "E"));
                    var result = SparkAddition.Compute(Spark(ethanol, SparkWeighting.Mole));
                    result.CautiousAdditionDeg.Value.ShouldBe(6 * Weight(Math.Max(0, pct - (2 * u)), SparkWeighting.Mole), 1e-9);
                    SparkAddition.HeldUntilProven(result.AdditionDeg).Value.ShouldBe(Math.Min(0, result.AdditionDeg.Value), 1e-12);
                }
            );
        var low = SparkAddition.Compute(Spark(4, SparkWeighting.Linear));
        low.AdditionDeg.Value.ShouldBe(-0.48, 1e-12);
        low.Findings[0].Code.ShouldBe("sparkComesOut");
    }

    [Theory]
    [InlineData(85, 85, null, SparkWeighting.Linear, "ethanolMapEthanolPct")]
    [InlineData(85, 10, null, SparkWeighting.Mole, "ethanolMapEthanolPct")]
    [InlineData(60, 85, null, SparkWeighting.Saturating, "saturatesAtPct")]
    [InlineData(30, 85, 30.0, SparkWeighting.Saturating, "saturatesAtPct")]
    [InlineData(30, 85, 20.0, SparkWeighting.Linear, "saturatesAtPct")]
    [InlineData(-1, 85, null, SparkWeighting.Linear, "gasolineMapEthanolPct")]
    public void Maps_that_cannot_be_are_refused(double gasolineMap, double ethanolMap, double? saturates, SparkWeighting weighting, string field) =>
        Should.Throw<RefusedInputException>(() => SparkAddition.Compute(Spark(50, weighting, gasolineMap, ethanolMap, 6, saturates))).Errors.ShouldContainKey(field);

    /// <summary>Source: by hand; 2.0 ms with 0.9 ms dead time times 1.40 as a whole is 23 % too rich (common practice, no source).</summary>
    [Fact]
    [Trait("Category", "Outside")]
    public void The_whole_pulse_multiplied_is_rich_by_the_dead_time()
    {
        var pulse = InjectorPulse.Lengthen(2.0, 0.9, 1.40);
        pulse.NewPulseMs.Value.ShouldBe(2.44, 1e-12);
        pulse.WholePulseErrorPct.Value.ShouldBe(23.4, 0.05);
        Gen.Select(Gen.Double[0, 5], Gen.Double[0.01, 20], Gen.Double[0.5, 2])
            .Sample(
                (dead, effective, factor) =>
                {
                    // Fuel follows the effective time alone: whichever way it is put, that is what the factor must multiply.
                    var p = InjectorPulse.Lengthen(dead + effective, dead, factor);
                    ((p.NewPulseMs.Value - dead) / effective).ShouldBe(factor, 1e-9);
                    ((p.WholePulseMs.Value - dead) / (effective * factor)).ShouldBe(1 + (p.WholePulseErrorPct.Value / 100), 1e-9);
                }
            );
        Should.Throw<RefusedInputException>(() => InjectorPulse.Lengthen(0.9, 0.9, 1.4)).Errors.ShouldContainKey("pulseMs");
    }

    /// <summary>Source: common practice, no source: the "100 to 163" setting as a straight line is rich by this much at E50.</summary>
    [Theory]
    [Trait("Category", "Outside")]
    [InlineData(Metering.Mass, 5.3)]
    [InlineData(Metering.Orifice, 7.0)]
    [InlineData(Metering.Volume, 8.8)]
    public void The_straight_line_from_100_to_163_is_rich_in_the_middle(Metering metering, double richPct)
    {
        const double End = 14.7 / 9;
        (100 * (((1 + End) / 2 / Factor(metering, 50, 0)) - 1)).ShouldBe(richPct, 0.06);
        if (metering == Metering.Mass)
        {
            var row = BreakpointRow.At([0, 100], metering, Base(0));
            row.WorstErrorPct.ShouldBe(richPct, 0.05);
            row.AtEthanolPct.ShouldBe(50, 8);
        }
    }

    [Fact]
    public void No_point_between_breakpoints_strays_further_than_the_worst_that_is_named()
    {
        Gen.Select(Gen.Double[0, 100].Array[2, 9], Gen.Int[0, 2], Gen.Double[0, 100], Gen.Double[0, 1])
            .Sample(
                (pcts, m, basePct, along) =>
                {
                    double[] row = [.. pcts.Select(p => Math.Round(p, 1)).Distinct().Order()];
                    if (row.Length < 2)
                    {
                        return;
                    }

                    var metering = MeteringSchools.All[m];
                    var answer = BreakpointRow.At(row, metering, Base(basePct));

                    // The base blend is in it, and the factor is 1 there.
                    answer.EthanolPcts.ShouldBe(row.Append(basePct).Distinct().Order());
                    answer.Factors[answer.EthanolPcts.ToList().IndexOf(basePct)].Value.ShouldBe(1, 1e-12);
                    row = [.. answer.EthanolPcts];
                    var at = Math.Min(row[^1], row[0] + (along * (row[^1] - row[0])));
                    var i = Math.Clamp(Array.FindIndex(row, p => p >= at), 1, row.Length - 1);
                    var share = (at - row[i - 1]) / (row[i] - row[i - 1]);
                    var line = answer.Factors[i - 1].Value + (share * (answer.Factors[i].Value - answer.Factors[i - 1].Value));
                    Math.Abs(100 * ((line / Factor(metering, at, basePct)) - 1)).ShouldBeLessThanOrEqualTo(Math.Abs(answer.WorstErrorPct) + 1e-6);
                    answer
                        .Findings.Count(f => f.Code != "baseAdded")
                        .ShouldBeInRange((row[0] > 1 ? 1 : 0) + (row[^1] < 99 ? 1 : 0), (row[0] > 0 ? 1 : 0) + (row[^1] < 100 ? 1 : 0));
                }
            );
    }

    [Fact]
    public void Placed_breakpoints_beat_any_others_of_their_number()
    {
        foreach (var metering in MeteringSchools.All)
        {
            foreach (var (count, basePct) in new[] { (3, 10.0), (4, 0), (5, 10), (5, 85), (8, 9.5), (8, 100), (16, 10) })
            {
                var placed = BreakpointRow.Placed(count, wholePct: false, metering, Base(basePct));
                placed.EthanolPcts.Count.ShouldBe(count);
                placed.EthanolPcts.ShouldContain(basePct);
                (placed.EthanolPcts[0], placed.EthanolPcts[^1]).ShouldBe((0, 100));
                var whole = BreakpointRow.Placed(count, wholePct: true, metering, Base(basePct));
                whole.EthanolPcts.ShouldAllBe(p => p == Math.Round(p) || p == basePct);
                Math.Abs(whole.WorstErrorPct).ShouldBeGreaterThanOrEqualTo(Math.Abs(placed.WorstErrorPct) - 1e-6);

                // No others of as many do better, the base blend among them: it is added to those drawn.
                Gen.Double[0.01, 99.99]
                    .Array[count - (basePct is 0 or 100 ? 2 : 3)]
                    .Where(a => a.Distinct().Count() == a.Length && !a.Contains(basePct))
                    .Sample(
                        inner =>
                            Math.Abs(BreakpointRow.At([0, .. inner.Order(), 100], metering, Base(basePct)).WorstErrorPct)
                                .ShouldBeGreaterThanOrEqualTo(Math.Abs(placed.WorstErrorPct) - 1e-6),
                        iter: 20
                    );
            }

            BreakpointRow.Placed(2, true, metering, Base(10)).EthanolPcts.ShouldBe([10, 100]);
            BreakpointRow.Placed(2, true, metering, Base(100)).EthanolPcts.ShouldBe([0, 100]);
        }

        foreach (var basePct in new[] { 0.0, 9.5, 50, 97, 100 })
        {
            var many = BreakpointRow.Placed(64, wholePct: true, Metering.Orifice, Base(basePct)).EthanolPcts;
            many.Count.ShouldBe(64);
            many.ShouldBe(many.Distinct().Order());
        }

        BreakpointRow.Placed(64, wholePct: true, Metering.Orifice, Base(10)).EthanolPcts.Count.ShouldBe(64);
        Should.Throw<RefusedInputException>(() => BreakpointRow.Placed(1, true, Metering.Mass, Base(0))).Errors.ShouldContainKey("count");
        Should.Throw<RefusedInputException>(() => BreakpointRow.At([0, 50, 50], Metering.Mass, Base(0))).Errors.ShouldContainKey("ethanolPcts");
    }
}
