using HazyGauge.Core.Findings;
using HazyGauge.Core.Plumbing;
using HazyGauge.Core.Plumbing.Chains;
using HazyGauge.Core.Plumbing.Checks;
using HazyGauge.Core.Plumbing.Kit;
using HazyGauge.Core.Plumbing.Ports;
using HazyGauge.Formats.Fittings;

namespace HazyGauge.Formats.Tests;

/// <summary>The catalog that ships, as its file, and what is built from it.</summary>
public class FittingTableTests
{
    private static readonly IReadOnlyList<FittingPart> Shipped = FittingTable.Read(File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "examples", "fittings.csv")));

    private static FittingPart Part(string code) => Shipped.First(p => p.Code == code);

    [Fact]
    public void The_catalog_reads_back_as_it_is_written()
    {
        Shipped.Count.ShouldBeGreaterThanOrEqualTo(60);
        PortCatalogue.All.Count.ShouldBeGreaterThanOrEqualTo(20);
        FittingTable.Write(FittingTable.Read(FittingTable.Write(Shipped))).ShouldBe(FittingTable.Write(Shipped));
        PortCatalogue.All.Select(p => p.Code).ShouldBeUnique();
        PortCatalogue.All.Select(p => p.Name).ShouldBeUnique();
    }

    [Fact]
    public void The_sensor_that_is_computed_with_where_none_is_chosen_is_the_one_that_ships() =>
        (Part(FittingPart.SensorCode).BoreMm, Part(FittingPart.SensorCode).LengthMm).ShouldBe((FittingPart.SensorBoreMm, FittingPart.SensorLengthMm));

    // SAE J514 and J1926-1 (threads by dash size), SAE J2044 (tube sizes): from memory. What the same thread does not mean: common practice, no source.
    [Theory]
    [Trait("Category", "Outside")]
    [InlineData(4, "7/16-20")]
    [InlineData(6, "9/16-18")]
    [InlineData(8, "3/4-16")]
    [InlineData(10, "7/8-14")]
    [InlineData(12, "1 1/16-12")]
    public void A_flare_and_a_boss_of_a_size_share_their_thread_and_not_their_seal(int dash, string thread)
    {
        foreach (var code in new[] { $"flare-{dash}-m", $"flare-{dash}-f", $"orb-{dash}-m", $"orb-{dash}-f" })
        {
            PortCatalogue.Find(code)!.Thread.ShouldBe(thread);
        }

        JointRules.Fault(PortCatalogue.Find($"flare-{dash}-m")!, PortCatalogue.Find($"orb-{dash}-f")!)!.Code.ShouldBe("sameThreadOtherSeal");
        JointRules.Mate(PortCatalogue.Find($"flare-{dash}-m")!, PortCatalogue.Find($"flare-{dash}-f")!).ShouldBeTrue();
        JointRules.Mate(PortCatalogue.Find($"orb-{dash}-f")!, PortCatalogue.Find($"orb-{dash}-m")!).ShouldBeTrue();
    }

    [Fact]
    public void From_end_to_end_the_chain_passes_the_check_or_the_reason_is_given()
    {
        var (found, none) = (0, 0);
        foreach (var (nth, from) in PortCatalogue.All.Index())
        {
            // Every end to every ninth, and each time to others.
            foreach (var to in PortCatalogue.All.Where((_, i) => (i + nth) % 9 == 0))
            {
                var answer = new FittingChainQuery(from.Code, to.Code, 260, true, ChainVia.Sensor).Answer(Shipped);
                if (answer.Chains.Count == 0)
                {
                    none++;
                    answer.WhyNone.ShouldNotBeNullOrWhiteSpace();
                    continue;
                }

                found++;
                foreach (var chain in answer.Chains)
                {
                    var check = new ChainCheckQuery([.. chain.Parts.Select(p => p.Code)], from.Code, to.Code).Answer(Shipped);
                    check.Ok.ShouldBeTrue($"{from.Code} to {to.Code}: {string.Join(", ", check.Findings.Select(f => f.Text))}");
                    check.LeakPoints.ShouldBe(chain.LeakPoints);
                    chain.Parts.Count(p => p.Code == "sensor").ShouldBe(1);
                }
            }
        }

        found.ShouldBeGreaterThan(100);
        none.ShouldBeGreaterThan(10);
    }

    // Common practice, no source: each of these is a mistake mechanics make, and what it comes to.
    [Theory]
    [Trait("Category", "Outside")]
    [InlineData("wormGear", "spigot-3-8-barb-9-5 hose-9-5-short qc-3-8-tab-barb-9-5 sensor qc-3-8-tab-barb-9-5 hose-9-5-short spigot-3-8-barb-9-5", 2)]
    [InlineData("missingClamp", "spigot-3-8-barb-9-5 hose-9-5-short qc-3-8-tab-barb-9-5 sensor qc-3-8-tab-barb-9-5 hose-9-5-short spigot-3-8-barb-9-5", 3)]
    [InlineData("wrongSize", "spigot-3-8-barb-8 hose-9-5-short qc-3-8-tab-barb-9-5 sensor qc-3-8-tab-barb-9-5 hose-9-5-short spigot-3-8-barb-9-5", 2)]
    [InlineData("notRated", "spigot-3-8-barb-8 hose-8-plain qc-3-8-tab-barb-8 sensor qc-3-8-tab-barb-9-5 hose-9-5-short spigot-3-8-barb-9-5", 2)]
    [InlineData("sameGender", "sensor sensor qc-3-8-tab-barb-9-5 hose-9-5-short spigot-3-8-barb-9-5", 2)]
    [InlineData("sealantOnStraight", "spigot-3-8-flare-6 hose-end-6 dash-hose-6-long hose-end-6 qc-3-8-tab-flare-6 sensor", 2)]
    [InlineData("missingClip", "spigot-3-8-barb-9-5 hose-9-5-short qc-3-8-tab-barb-9-5 sensor qc-3-8-tab-barb-9-5 hose-9-5-short spigot-3-8-barb-9-5", 4)]
    [InlineData("closed", "plug-pipe-1-8 sensor", 2)]
    public void A_mistake_is_found_at_its_joint(string code, string parts, int joint)
    {
        JointMade?[] made =
        [
            .. Enumerable.Repeat((JointMade?)null, joint - 1),
            code switch
            {
                "wormGear" => new JointMade(ClampKind.WormGear),
                "missingClamp" => new JointMade(ClampKind.None),
                "sealantOnStraight" => new JointMade(Sealant: true),
                "missingClip" => new JointMade(Clip: false),
                _ => null,
            },
        ];
        var check = ChainCheck.Of(
            MadeChain.Of([.. parts.Split(' ').Select(Part)], PortCatalogue.Find("qc-3-8-f-tab")!, PortCatalogue.Find("qc-3-8-f-tab")!),
            [.. made.Select(m => m ?? new JointMade())],
            400,
            null
        );
        check.Ok.ShouldBeFalse();
        check
            .Findings.Where(f => f.Severity == Severity.Stop)
            .ShouldContain(f => f.Code == code && (f.Joint == joint || code == "closed"), string.Join(", ", check.Findings.Select(f => $"{f.Joint} {f.Code}")));
    }

    [Fact]
    public void A_worm_gear_clamp_will_do_where_there_is_no_pressure()
    {
        string[] parts = ["spigot-3-8-barb-9-5", "hose-9-5-short", "qc-3-8-tab-barb-9-5", "sensor", "qc-3-8-tab-barb-9-5", "hose-9-5-short", "spigot-3-8-barb-9-5"];
        JointMade[] made = [new(), new(ClampKind.WormGear), new(ClampKind.WormGear), new(), new(), new(ClampKind.WormGear), new(ClampKind.WormGear)];
        ChainCheckResult At(double kpa) => new ChainCheckQuery(parts, "qc-3-8-f-tab", "qc-3-8-f-tab", made, kpa).Answer(Shipped);
        At(20).Ok.ShouldBeTrue();
        At(400).Findings.Count(f => f.Code == "wormGear" && f.Severity == Severity.Stop).ShouldBe(4);
        At(20).LeakPoints.ShouldBe(8);
    }

    // Common practice, no source: sealant belongs on tapered threads alone.
    [Fact]
    [Trait("Category", "Outside")]
    public void Sealant_belongs_on_tapered_threads_alone()
    {
        var chain = MadeChain.Of(
            [Part("pipe-1-4-flare-6"), Part("hose-end-6"), Part("dash-hose-6-long"), Part("hose-end-6"), Part("qc-3-8-tab-flare-6"), Part("sensor")],
            PortCatalogue.Find("pipe-1-4-f")!,
            PortCatalogue.Find("qc-3-8-f-ring")!
        );
        ChainCheck.Of(chain, [new(Sealant: false)], null, null).Findings.ShouldContain(f => f.Joint == 1 && f.Code == "noSealant");
        ChainCheck.Of(chain, [new(Sealant: true), new(Sealant: true)], null, null).Findings.Where(f => f.Severity == Severity.Stop).ShouldHaveSingleItem().Joint.ShouldBe(2);
        var kit = ChainKit.Of(chain, []);
        kit.Tools.Select(t => t.Item)
            .ShouldBe(["disconnect-tool-3-8-in", "thread-sealant", "aluminum-wrenches", "hose-cutter", "light-oil", "caps", "rags", "wrench-18-mm"], ignoreOrder: true);
        kit.Tools.First(t => t.Item == "wrench-18-mm").Name.Text.ShouldBe("Wrench 17.5 mm (11/16 in)");
        kit.Parts.First(p => p.Code == "hose-end-6").Quantity.ShouldBe(2);
        kit.CostToBuy.ShouldBe(chain.Parts.Sum(p => p.Part.Cost), 1e-9);
    }

    [Theory]
    [InlineData("boreMm", "wide", "is not a number")]
    [InlineData("ports", "qc-9-m barb-8", "There is no end called 'qc-9-m'")]
    [InlineData("clamp", "string", "is none of")]
    [InlineData("ethanolRated", "", "say yes or no")]
    [InlineData("cost", "-3", "must be between")]
    [InlineData("onShelf", "1.5", "a whole number")]
    [InlineData("code", "qc-3-8-tab-barb-8", "stands twice")]
    public void A_bad_row_is_named_with_its_column(string column, string cell, string why)
    {
        var lines = FittingTable.Write([Part("qc-3-8-tab-barb-8") with { Name = "Fitting" }, Part("hose-8-short") with { Name = "Hose", ClassSource = "Its print" }]).Split("\r\n");
        var cells = lines[2].Split(',');
        cells[FittingTable.Columns.ToList().IndexOf(column)] = cell;
        var refused = Should.Throw<RefusedInputException>(() => FittingTable.Read(string.Join("\r\n", lines[0], lines[1], string.Join(',', cells))));
        refused.Errors["file"][0].ShouldStartWith($"Row 3, column {column}: ");
        refused.Errors["file"][0].ShouldContain(why);
    }
}
