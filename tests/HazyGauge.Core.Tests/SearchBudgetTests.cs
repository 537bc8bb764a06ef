using HazyGauge.Core.Plumbing;
using HazyGauge.Core.Plumbing.Chains;

namespace HazyGauge.Core.Tests;

/// <summary>However many parts fit each other, a search for a chain takes no more than its share, and says what it did not prove.</summary>
public class SearchBudgetTests
{
    private const int MostMegabytes = 1500;

    private static readonly FittingPart Sensor = new("sensor", "Sensor", ["flare-6-m", "flare-6-f"], FittingPart.SensorBoreMm, FittingPart.SensorLengthMm, 120, true);

    private static FittingPart Adapter(int i, double lengthMm) => new($"a{i}", $"Adapter {i}", ["flare-6-f", "flare-6-m"], 6, lengthMm, 5 + (i % 7), true);

    private static FittingPart Elbow(int i) => new($"e{i}", $"Elbow {i}", ["flare-6-f", "flare-6-m"], 6, 20 + (i % 9), 6, true, AngleDeg: i % 2 == 0 ? 90 : 45);

    private static FittingPart Hose(int i) => new($"h{i}", $"Hose {i}", ["flare-6-f", "flare-6-m"], 6, 150 + (i % 11), 9, true, BendRadiusMm: 20 + (i % 40));

    // What lies in a catalog, how many of it, over what gap, round which elbows or straight, and whether that is too much to look through.
    [Theory]
    [InlineData("lengths", 2000, 10_000, false, false)]
    [InlineData("elbows", 1000, 700, true, false)]
    [InlineData("hoses", 1000, 400, false, false)]
    [InlineData("mixed", 300, 300, true, false)]
    [InlineData("mixed", 3000, 555.5, true, true)]
    [InlineData("mixed", 9000, 9999, true, false)]
    public void However_many_parts_fit_each_other_the_search_ends_within_its_share(string kind, int count, double gapMm, bool isTurned, bool isTooMuch)
    {
        var random = new Random(count);
        FittingPart Part(int i) =>
            kind switch
            {
                "lengths" => Adapter(i, 10 + random.Next(60) + random.NextDouble()),
                "elbows" => Elbow(i),
                "hoses" => Hose(i),
                _ => (i % 3) switch
                {
                    0 => Adapter(i, 10 + random.Next(60)),
                    1 => Elbow(i),
                    _ => Hose(i),
                },
            };
        var query = new FittingChainQuery("flare-6-m", "flare-6-f", gapMm, true, ChainVia.Sensor, isTurned ? [90, 90] : [], [.. Enumerable.Range(0, count).Select(Part)]);
        var before = GC.GetAllocatedBytesForCurrentThread();
        var answer = query.Answer([Sensor], TestContext.Current.CancellationToken);
        ((GC.GetAllocatedBytesForCurrentThread() - before) / 1e6).ShouldBeLessThan(MostMegabytes);

        // A chain, or the reason why there is none; and no chain is called the best where not all of them were weighed.
        (answer.Chains.Count > 0 || answer.WhyNone is { Length: > 20 }).ShouldBeTrue();
        var isUnproven = answer.Proof?.StartsWith("Best found, not proven", StringComparison.Ordinal);
        answer.Chains.Any(c => c.Optimal).ShouldBe(isUnproven == false);
        (isUnproven == true || answer.WhyNone?.StartsWith("The search was given up", StringComparison.Ordinal) == true).ShouldBe(isTooMuch);
    }
}
