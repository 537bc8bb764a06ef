using CsCheck;
using HazyGauge.Core.Compensation;
using HazyGauge.Core.Fields;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;

namespace HazyGauge.Core.Tests;

/// <summary>The whole chain, signal to fuel factor, against simulation and against what must always hold.</summary>
public class PropagationTests
{
    private static FuelFactorResult FactorOf(double hz, double baseUncertainty, double fuelTempU, Metering metering, out SensorReading reading)
    {
        var ledger = new HazeLedger();
        reading = SensorReading.From(ledger.Quantity(hz, 0.4, SourceCatalogue.Find("frequencyHz", 0.4)), null, 5, ledger);
        return new FuelFactorQuery(
            reading.EthanolPct!.Value,
            ledger.Quantity(10, baseUncertainty, SourceCatalogue.Find("baseEthanolPct", baseUncertainty)),
            metering,
            ledger.Quantity(30, fuelTempU, SourceCatalogue.Find("fuelTempC", fuelTempU)),
            15.0
        ).Answer(ledger);
    }

    /// <summary>Supplement 1 to the GUM (JCGM 101:2008) in small: the same chain with drawn values instead of slopes.</summary>
    [Theory]
    [Trait("Category", "Outside")]
    [InlineData(Metering.Mass)]
    [InlineData(Metering.Orifice)]
    [InlineData(Metering.Volume)]
    public void Uncertainty_of_the_chain_agrees_with_a_simulation(Metering metering)
    {
        var expected = FactorOf(115, 2, 6, metering, out _).Factor;

        var random = new Random(11);
        double Normal() => Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
        var fuels = UsualFuels.Traditional<Exact>();
        const int Draws = 60_000;
        double sum = 0,
            squares = 0;
        for (var n = 0; n < Draws; n++)
        {
            var blend = new Blend<Exact>(65 + (0.4 * Normal()) + (10 * random.NextDouble()) - 5, fuels);
            var baseBlend = new Blend<Exact>(10 + (2 * Normal()), fuels);
            var temperature = 30 + (6 * Normal());
            var factor =
                FuelFactor.CompositionFactor(metering, blend, new MapBlend<Exact>(baseBlend)).Value
                * metering.DensityShare<Exact>(blend.DensityAt(15, 0) / blend.DensityAt(temperature, 0)).Value;
            sum += factor;
            squares += factor * factor;
        }

        var mean = sum / Draws;
        mean.ShouldBe(expected.Value, 0.001);
        Math.Sqrt((squares / Draws) - (mean * mean)).ShouldBe(expected.StandardU, 0.02 * expected.StandardU);
    }

    [Fact]
    public void Parts_are_the_root_sum_of_squares_and_shares_make_a_hundred()
    {
        Gen.Select(Gen.Double[50, 150], Gen.Double[0, 4], Gen.Double[0, 9], Gen.Enum<Metering>())
            .Sample(
                (hz, baseU, tempU, metering) =>
                {
                    var factor = FactorOf(hz, baseU, tempU, metering, out var reading).Factor;
                    Math.Sqrt(factor.Parts.Sum(p => p.U * p.U)).ShouldBe(factor.StandardU, 1e-12);
                    var budget = HazeBudget.Of(factor);
                    budget.Sum(l => l.SharePct).ShouldBe(100, 1e-6);
                    budget.Select(l => l.SharePct).ShouldBeInOrder(SortDirection.Descending);
                    budget.ShouldAllBe(l => l.Check == null || l.Check.UAfter < factor.StandardU);
                    reading.EthanolPct!.Value.Value.ShouldBeInRange(0, 100);
                }
            );
    }

    [Fact]
    public void The_cautious_factor_is_never_leaner_than_the_plain_one()
    {
        Gen.Select(Gen.Double[50, 150], Gen.Enum<Metering>())
            .Sample(
                (hz, metering) =>
                {
                    var result = FactorOf(hz, 1, 2, metering, out _);
                    result.CautiousFactor.Value.ShouldBeGreaterThanOrEqualTo(result.Factor.Value);
                    result.LeanRatio.Value.ShouldBeGreaterThanOrEqualTo(1);
                }
            );
    }

    [Fact]
    public void The_interval_grows_with_the_blur_and_stays_between_its_two_rules()
    {
        var rectangle = new HazeSource("r", "R", HazeShape.Rectangular);
        var normal = new HazeSource("n", "N");
        Gen.Select(Gen.Double[0.1, 20], Gen.Double[0, 0.95])
            .Sample(
                (halfWidth, blur) =>
                {
                    double Half(double sigma)
                    {
                        var ledger = new HazeLedger();
                        return Interval95.HalfWidth(ledger.Quantity(0, rectangle.StandardU(halfWidth), rectangle) + ledger.Quantity(0, sigma, normal));
                    }

                    var sigma = blur * rectangle.StandardU(halfWidth);
                    var u = Math.Sqrt(Math.Pow(rectangle.StandardU(halfWidth), 2) + (sigma * sigma));
                    Half(sigma).ShouldBeInRange(0.949 * halfWidth, 2.001 * u);
                    Half(sigma * 1.01).ShouldBeGreaterThanOrEqualTo(Half(sigma) - (2e-3 * halfWidth));
                }
            );
    }

    [Fact]
    public void A_source_the_trade_does_not_know_keeps_its_own_name()
    {
        var source = SourceCatalogue.Find("neighboursGauge", 2, "ethanolPct");
        (source.Label, source.Shape, source.Check).ShouldBe(("neighboursGauge", HazeShape.Normal, null));

        // The tolerance's check depends on how large the tolerance is: a sensor good to half a point has nothing to gain from water.
        HazeBudget.Of(SensorReading.From(100.0, null, 0.5, new HazeLedger()).EthanolPct!.Value)[0].Check.ShouldBeNull();
        HazeBudget.Of(SensorReading.From(100.0, null, 5, new HazeLedger()).EthanolPct!.Value)[0].Check!.PlusMinusAfter.ShouldBe(2.66, 0.01);

        // Taking away what a meter adds to a tolerance leaves the tolerance, never more than there was.
        var ledger = new HazeLedger();
        var metered = SensorReading
            .From(ledger.Quantity(118, 0.3, new HazeSource("meter", "Meter", HazeShape.Normal, new HazeCheck("Use a capture.", 0))), null, 5, ledger)
            .EthanolPct!.Value;
        HazeBudget.Of(metered).Where(l => l.Check is not null).ShouldAllBe(l => l.Check!.PlusMinusAfter <= Interval95.HalfWidth(metered));
    }
}
