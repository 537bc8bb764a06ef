using HazyGauge.Core.Findings;
using HazyGauge.Core.Plumbing;
using HazyGauge.Core.Plumbing.Chains;
using HazyGauge.Core.Plumbing.Checks;
using HazyGauge.Core.Plumbing.Ports;

namespace HazyGauge.Core.Tests;

/// <summary>The best chain is the best: held against trying every order of every part.</summary>
public class FittingChainTests
{
    private const int MostTried = 5;

    private static readonly FittingPart Sensor = new("sensor", "Sensor", ["qc-3-8-m", "qc-3-8-m"], 7.9, 92, 120, true, MaxKpa: 500, MaxC: 125);

    private static readonly string[] Some = ["qc-3-8-m", "qc-3-8-f-tab", "flare-6-m", "flare-6-f", "barb-8", "hose-8"];

    [Fact]
    [Trait("Category", "Outside")]
    public void No_order_of_the_parts_is_better_than_the_chain_that_is_found()
    {
        // Common practice, no source: fewest joints first, then what it costs, of what the check has nothing to say of. Held against trying everything.
        var (found, none) = (0, 0);
        for (var seed = 0; seed < 400; seed++)
        {
            var random = new Random(seed);
            var catalogue = Catalogue(random);
            var query = Query(random, catalogue);
            var answer = query.Answer([Sensor]);
            var tried = Tried(query, catalogue).ToList();
            if (tried.Count == 0)
            {
                answer.Chains.ShouldAllBe(c => c.Parts.Count > MostTried);
                none += answer.Chains.Count == 0 ? 1 : 0;
                (answer.WhyNone is null).ShouldBe(answer.Chains.Count > 0);
                continue;
            }

            found++;
            var best = answer.Chains[0];
            best.Optimal.ShouldBeTrue();
            var cautions = Kinds(best);

            // Longer chains than are tried may do with fewer cautions; then none that is tried does with as few.
            if (best.Parts.Count > MostTried)
            {
                tried.ShouldAllBe(c => !c.Cautions.IsSubsetOf(cautions), $"seed {seed}");
                continue;
            }

            tried.ShouldAllBe(c => !c.Cautions.IsProperSubsetOf(cautions), $"seed {seed}");
            var all = tried.Where(c => c.Cautions.SetEquals(cautions)).OrderBy(c => c.Score).ToList();
            best.LeakPoints.ShouldBe(all[0].Codes.Count + 1, $"seed {seed}: {string.Join(' ', all[0].Codes)}");
            best.Cost.ShouldBe(all[0].Cost, 1e-9, $"seed {seed}");
            best.Restriction.ShouldBe(all[0].Restriction, 1e-3, $"seed {seed}");
            best.Cost.ShouldBe(CostOf(query, catalogue, [.. best.Parts.Select(p => p.Code)]), 1e-9);

            // Three of other parts, in order, and each of them as good as trying says; what is cautioned of more comes after.
            var other = all.DistinctBy(c => string.Join(' ', c.Codes.Order(StringComparer.Ordinal))).Take(3).ToList();
            answer
                .Chains.TakeWhile(c => Kinds(c).SetEquals(cautions))
                .Zip(other)
                .ShouldAllBe(pair => pair.First.LeakPoints == pair.Second.Codes.Count + 1 && Math.Abs(pair.First.Cost - pair.Second.Cost) < 1e-9);
            answer.Chains.Count.ShouldBeGreaterThanOrEqualTo(Math.Min(3, tried.DistinctBy(c => string.Join(' ', c.Codes.Order(StringComparer.Ordinal))).Count()));
            foreach (var chain in answer.Chains)
            {
                var check = Checked([.. chain.Parts.Select(p => p.Code)], query, catalogue);
                check.Ok.ShouldBeTrue($"seed {seed}");
                check.LeakPoints.ShouldBe(chain.LeakPoints);
                chain.Cautions.Select(f => (f.Joint, f.Text)).ShouldBe(check.Findings.Where(f => f.Severity > Severity.Info).Select(f => (f.Joint, f.Text)));
            }
        }

        found.ShouldBeGreaterThan(60);
        none.ShouldBeGreaterThan(30);
    }

    private static HashSet<string> Kinds(FittingChain chain) => [.. chain.Cautions.Select(c => c.Code)];

    private static ChainCheckResult Checked(IReadOnlyList<string> codes, FittingChainQuery query, IReadOnlyList<FittingPart> catalogue) =>
        new ChainCheckQuery(
            codes,
            query.From,
            query.To,
            [.. Enumerable.Repeat(new JointMade(Tube: query.Tube, Insert: query.Insert), codes.Count + 1)],
            query.PressureKpa,
            [.. catalogue, Sensor],
            query.HottestC
        ).Answer([]);

    [Fact]
    public void Weights_turn_the_order_round_as_trying_says()
    {
        var found = 0;
        for (var seed = 1000; seed < 1150; seed++)
        {
            var random = new Random(seed);
            var catalogue = Catalogue(random);
            var weights = new ChainWeights(random.Next(0, 4), random.Next(1, 4), random.Next(0, 3));
            var query = Query(random, catalogue) with { Weights = weights };
            double Sum(int leaks, double cost, double restriction) => (weights.LeakPoints * leaks) + (weights.Cost * cost) + (weights.Restriction * restriction);
            var all = Tried(query, catalogue).ToList();
            if (all.Count > 0)
            {
                found++;
                var best = query.Answer([Sensor]).Chains[0];
                var comparable = all.Where(c => c.Cautions.IsSubsetOf(Kinds(best))).Select(c => Sum(c.Codes.Count + 1, c.Cost, c.Restriction)).ToList();
                var least = Sum(best.LeakPoints, best.Cost, best.Restriction);
                comparable.ShouldAllBe(sum => sum >= least - 1e-3, $"seed {seed}");
            }
        }

        found.ShouldBeGreaterThan(30);
    }

    [Theory]
    [InlineData("noSuch", "qc-3-8-m", 100, false, "from")]
    [InlineData("qc-3-8-m", "", 100, false, "to")]
    [InlineData("qc-3-8-m", "qc-3-8-m", -1, false, "gapMm")]
    [InlineData("tube-3-8", "qc-3-8-m", 100, false, "cut")]
    public void What_cannot_be_is_refused_by_name(string from, string to, double gap, bool cut, string field) =>
        Should.Throw<RefusedInputException>(() => new FittingChainQuery(from, to, gap, cut, ChainVia.Sensor).Answer([Sensor])).Errors.ShouldContainKey(field);

    [Fact]
    public void Wishes_that_exclude_each_other_and_parts_nobody_knows_are_refused()
    {
        var query = new FittingChainQuery("qc-3-8-f-tab", "qc-3-8-m", 100, true, ChainVia.Sensor);
        Refused(query with { Reversible = true }).ShouldContainKey("reversible");
        Refused(query with { OnShelf = ["sensor", "nothing"] }).ShouldContainKey("onShelf");
        Refused(query with { HoseStock = [new("nothing", 300)] }).ShouldContainKey("hoseStock");
        Refused(query with { Weights = new(0, 0, 0) }).ShouldContainKey("weights");
        Refused(query with { AnglesDeg = [200] }).ShouldContainKey("anglesDeg");
        Refused(query with { Catalogue = [Sensor, Sensor] }).ShouldContainKey("catalogue");
        Refused(query with { Catalogue = [Sensor with { Ports = ["qc-9"] }] }).ShouldContainKey("catalogue[0].ports");
    }

    private static IReadOnlyDictionary<string, string[]> Refused(FittingChainQuery query) => Should.Throw<RefusedInputException>(() => query.Answer([Sensor])).Errors;

    private static List<FittingPart> Catalogue(Random random) =>
        [
            .. Enumerable
                .Range(0, 10)
                .Select(i =>
                {
                    string[] ports = random.Next(4) == 0 ? ["hose-8", "hose-8"] : [Some[random.Next(Some.Length)], Some[random.Next(Some.Length)]];
                    var hose = ports.All(p => p == "hose-8");
                    return new FittingPart(
                        $"p{i}",
                        $"Part {i}",
                        ports,
                        random.Next(4, 12),
                        hose ? random.Next(100, 900) : random.Next(10, 80),
                        random.Next(1, 30),
                        random.Next(12) != 0,
                        hose || random.Next(4) != 0 ? null
                            : random.Next(2) == 0 ? 45
                            : 90,
                        BendRadiusMm: hose ? random.Next(20, 90) : null,
                        MaxKpa: random.Next(6) switch
                        {
                            0 => null,
                            1 => 420,
                            _ => 690,
                        },
                        MaxC: random.Next(8) switch
                        {
                            0 => null,
                            1 => 85,
                            _ => 120,
                        }
                    );
                }),
        ];

    private static FittingChainQuery Query(Random random, IReadOnlyList<FittingPart> catalogue) =>
        new(
            Some[random.Next(Some.Length)],
            Some[random.Next(Some.Length)],
            random.Next(4) == 0 ? 0 : random.Next(40, 600),
            false,
            random.Next(2) == 0 ? ChainVia.Sensor : null,
            random.Next(4) switch
            {
                0 => [],
                1 => [90],
                _ => null,
            },
            catalogue,
            [.. catalogue.Where(_ => random.Next(4) == 0).Select(p => p.Code)],
            PressureKpa: random.Next(300, 480),
            HottestC: random.Next(3) == 0 ? null : random.Next(60, 130)
        );

    // Every order of up to so many parts, by the rules as they are written down.
    private static IEnumerable<Candidate> Tried(FittingChainQuery query, IReadOnlyList<FittingPart> catalogue)
    {
        var mates = PortCatalogue.Mates.SelectMany(m => new[] { (m[0], m[1]), (m[1], m[0]) }).ToHashSet();
        var parts = catalogue.Where(p => p.EthanolRated).Append(Sensor).Where(p => query.Via is not null || p.Code != "sensor").ToList();
        var chain = new List<FittingPart>();
        return Longer(query.From);

        IEnumerable<Candidate> Longer(string open)
        {
            if (mates.Contains((open, query.To)) && chain.Count(p => p.Code == "sensor") == (query.Via is null ? 0 : 1) && Turns() && Spans())
            {
                var check = Checked([.. chain.Select(p => p.Code)], query, catalogue);
                if (check.Ok)
                {
                    yield return new(
                        [.. chain.Select(p => p.Code)],
                        CostOf(query, catalogue, [.. chain.Select(p => p.Code)]),
                        chain.Sum(p => Math.Pow(10 / p.BoreMm, 4) * (1 + ((p.AngleDeg ?? 0) / 90))),
                        [.. check.Findings.Where(f => f.Severity > Severity.Info).Select(f => f.Code)]
                    );
                }
            }

            if (chain.Count == MostTried)
            {
                yield break;
            }

            foreach (var part in parts.Where(p => p.Code != "sensor" || chain.TrueForAll(c => c.Code != "sensor")))
            {
                foreach (var (into, onward) in new[] { (part.Ports[0], part.Ports[1]), (part.Ports[1], part.Ports[0]) }.Distinct().Where(w => mates.Contains((open, w.Item1))))
                {
                    chain.Add(part);
                    foreach (var found in Longer(onward))
                    {
                        yield return found;
                    }

                    chain.RemoveAt(chain.Count - 1);
                }
            }
        }

        bool Turns() => query.AnglesDeg is not { } needed || chain.Select(p => p.AngleDeg ?? 0).Where(a => a > 0).Order().SequenceEqual(needed.Where(a => a > 0).Order());

        bool Spans()
        {
            var hoses = chain.Where(p => p.Ports[0] == "hose-8" && p.Ports[1] == "hose-8").ToList();
            var free = query.GapMm - chain.Where(p => !hoses.Contains(p)).Sum(p => p.LengthMm);
            if (hoses.Count == 0)
            {
                return Math.Abs(free) <= 5;
            }

            var needed = free >= 20 * hoses.Count ? free : Math.Max(20 * hoses.Count, Math.Ceiling(2 * Math.PI * hoses.Max(h => h.BendRadiusMm!.Value)) - free);
            return free >= -600 && hoses.Sum(h => h.LengthMm) >= needed;
        }
    }

    // What lies on the shelf is free as often as it lies there.
    private static double CostOf(FittingChainQuery query, IReadOnlyList<FittingPart> catalogue, IReadOnlyList<string> codes) =>
        codes
            .GroupBy(c => c, StringComparer.Ordinal)
            .Sum(g => catalogue.Append(Sensor).First(p => p.Code == g.Key).Cost * Math.Max(0, g.Count() - query.OnShelf!.Count(c => c == g.Key)));

    private sealed record Candidate(IReadOnlyList<string> Codes, double Cost, double Restriction, HashSet<string> Cautions)
    {
        // Where a choke cannot be helped, how much it chokes comes before what it costs.
        public (int Joints, double Choke, double Cost, double Restriction) Score =>
            (Codes.Count, Cautions.Contains("narrow") ? Math.Round(Restriction, 6) : 0, Math.Round(Cost, 6), Math.Round(Restriction, 6));
    }
}
