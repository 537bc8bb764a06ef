using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Plumbing;
using HazyGauge.Core.Plumbing.Chains;
using HazyGauge.Core.Plumbing.Checks;
using HazyGauge.Core.Plumbing.Hoses;
using HazyGauge.Core.Plumbing.Placement;
using HazyGauge.Core.Stations;
using HazyGauge.Core.Stations.Route;
using HazyGauge.Core.Vehicles;
using HazyGauge.Formats.Fittings;

namespace HazyGauge.Formats.Tests;

/// <summary>What the search recommends out of the catalog that ships is what Route lets stand: no rule is known to the one and not to the other.</summary>
public class RecommendedChainTests
{
    private static readonly IReadOnlyList<FittingPart> Shipped = FittingTable.Read(File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "examples", "fittings.csv")));

    private static readonly RouteStation Route = new();

    private static readonly string[] Ends =
    [
        "qc-5-16-m",
        "qc-3-8-m",
        "qc-1-2-m",
        "qc-5-16-f-tab",
        "qc-3-8-f-slide",
        "qc-1-2-f-ring",
        "tube-5-16",
        "tube-3-8",
        "tube-1-2",
        "bead-3-8",
        "flare-6-m",
        "orb-8-f",
        "barb-9-5",
    ];

    // What the check cautions of a chain, or the station of the way it goes in.
    private static readonly string[] Kinds = ["narrow", "pressureUnknown", "temperatureUnknown", "tubeMaterial", "hoseOnOneSide"];

    private static T Any<T>(Random random, params T[] of) => of[random.Next(of.Length)];

    private static RoutePlan Plan(Random random)
    {
        var isMeasured = random.Next(2) == 0;
        var (from, to) = (Any(random, Ends), Any(random, Ends));
        HoseSide Side() => new(random.Next(30, 700), random.Next(3) == 0 ? random.Next(25, 120) : null);
        return new()
        {
            From = from,
            To = to,
            Place = SensorPlace.Feed,
            GapMm = random.Next(4) == 0 ? 0 : random.Next(60, 1200),
            Cut = from.StartsWith("tube", StringComparison.Ordinal) || to.StartsWith("tube", StringComparison.Ordinal) || random.Next(3) == 0,
            TankSide = isMeasured ? Side() : null,
            EngineSide = isMeasured ? Side() : null,
        };
    }

    // Whatever the line holds, some classes are not read off the parts, and the tube is of something or other.
    [Fact]
    public void What_is_recommended_stands_at_the_station_and_has_no_caution_that_another_does_without()
    {
        var (stood, none) = (0, 0);
        for (var seed = 0; seed < 200; seed++)
        {
            var random = new Random(seed);
            var plan = Plan(random);
            var made = new JointMade(Tube: Any<TubeMaterial?>(random, null, TubeMaterial.Steel, TubeMaterial.Nylon), Insert: Any<bool?>(random, null, false, true));
            var kpa = Any(random, 60, 300, 430, 580, 650, 900);
            plan = plan with { HottestC = Any<Hazy?>(random, null, null, 70, 102, 118, 128) };
            IReadOnlyList<FittingPart> catalogue =
            [
                .. Shipped
                    .Where(p => p.IsSensor || random.Next(5) > 0)
                    .Select(p => random.Next(8) == 0 ? p with { MaxKpa = null } : p)
                    .Select(p => random.Next(10) is var r && r < 2 ? p with { MaxC = r == 0 ? null : 90 } : p),
            ];
            var ask = Of(plan with { Joints = [made] }, kpa).Ask!;
            var answer = (ask with { Catalogue = catalogue }).Answer([]);
            if (answer.Chains.Count == 0)
            {
                answer.WhyNone.ShouldNotBeNullOrWhiteSpace();
                none++;
                continue;
            }

            stood++;
            var said = answer
                .Chains.Select(chain =>
                {
                    IReadOnlyList<FittingPart> parts = [.. chain.Parts.Select(p => catalogue.First(c => c.Code == p.Code))];
                    var results = Of(plan with { Chain = parts, Joints = [.. Enumerable.Repeat(made, parts.Count + 1)] }, kpa);
                    results.Findings.Where(f => f.Severity == Severity.Stop).ShouldBeEmpty($"seed {seed}: {string.Join(' ', chain.Parts.Select(p => p.Code))}");
                    results.Leaks.Count.ShouldBe(chain.LeakPoints);
                    return results.Findings.Where(f => f.Severity > Severity.Info && Kinds.Contains(f.Code)).Select(f => f.Code).ToHashSet(StringComparer.Ordinal);
                })
                .ToList();
            said.ShouldAllBe(s => !s.Contains("hoseOnOneSide"));
            said.Skip(1).ShouldAllBe(s => !s.IsProperSubsetOf(said[0]), $"seed {seed}");
        }

        stood.ShouldBeGreaterThan(40);
        none.ShouldBeGreaterThan(20);
    }

    // A line of 3/8 in is not choked for 70 cents, one of 1/2 in no narrower than its sensor, and each side of a cut has its hose, with other ends and gaps too.
    [Theory]
    [InlineData("qc-3-8-f-tab", "qc-3-8-m", 7)]
    [InlineData("qc-3-8-m", "qc-3-8-f-tab", 7)]
    [InlineData("qc-1-2-f-tab", "qc-1-2-m", 7)]
    [InlineData("tube-3-8", "tube-3-8", 7)]
    [InlineData("qc-5-16-f-tab", "qc-5-16-m", 5.5)]
    public void The_bore_of_the_line_comes_before_the_price(string from, string to, double leastMm)
    {
        for (var gap = 150; gap < 800; gap += 73)
        {
            var isCut = from.StartsWith("tube", StringComparison.Ordinal);
            var answer = new FittingChainQuery(from, to, gap, isCut, ChainVia.Sensor, Tube: TubeMaterial.Steel).Answer(Shipped);
            var best = answer.Chains[0];
            best.MinBoreMm!.Value.ShouldBeGreaterThanOrEqualTo(leastMm);
            best.Cautions.ShouldBeEmpty();
            if (isCut)
            {
                var sensor = best.Parts.TakeWhile(p => p.Code != "sensor").Count();
                best.Parts.Take(sensor).Any(IsHose).ShouldBe(best.HoseMm > 0);
                best.Parts.Skip(sensor).Any(IsHose).ShouldBe(best.HoseMm > 0);
            }
        }
    }

    // A sensor whose ends lead nowhere is no reason to say that chains of any length were weighed.
    [Fact]
    public void A_second_sensor_that_fits_nothing_changes_neither_the_chain_nor_its_proof()
    {
        FittingPart stray = new("stray", "Sensor with ends nobody has", ["pipe-3-8-f", "pipe-3-8-f"], 5, 90, 60, true, MaxKpa: 500, Sensor: true);
        FittingPart[] narrow = [.. Shipped.Where(p => !p.Code.StartsWith("pipe-3-8", StringComparison.Ordinal))];
        var ask = new FittingChainQuery("qc-3-8-f-tab", "qc-3-8-m", 300, false, ChainVia.Sensor);
        var alone = (ask with { Catalogue = narrow }).Answer([]);
        var beside = (ask with { Catalogue = [.. narrow, stray] }).Answer([]);
        beside.Chains[0].Parts.ShouldBe(alone.Chains[0].Parts);
        string Longest(FittingChains answer) => answer.Proof!.Split("up to ")[1].Split(' ')[0];
        Longest(beside).ShouldBe(Longest(alone));
    }

    private static bool IsHose(ChainPart part) => Shipped.First(p => p.Code == part.Code).IsHose;

    private static RouteResults Of(RoutePlan plan, double kpa) =>
        Route.Evaluate(
            plan,
            new StationContext(
                new HazeLedger(),
                new Dictionary<string, object> { ["survey"] = VehicleSurvey.Empty with { FuelSystem = VehicleSurvey.Empty.FuelSystem with { BasePressureKpa = (Hazy)kpa } } },
                new Dictionary<NeededFile, StationFile>(),
                []
            )
        );
}
