using System.Text;
using System.Text.Json.Nodes;

namespace HazyGauge.Web.Tests;

/// <summary>From a meter reading to the numbers in the controller, and what holds them back.</summary>
public class CompensateTests(App app) : IClassFixture<App>
{
    private const string Spark = """ "spark": { "gasolineMapEthanolPct": 10, "ethanolMapEthanolPct": 85, "fullAdditionDeg": 6, "weighting": "mole" } """;

    private async Task<string> JobWithMeterAsync(string meter = """{ "frequencyHz": 123.4, "lowPulseMs": 2.718 }""")
    {
        var job = await app.NewJobAsync();
        await app.SaveAsync(job, $$"""{ "meter": {{meter}} }""", "\"0\"");
        return job;
    }

    private async Task<JsonNode> PreviewAsync(string job, string document, int status = 200) => await app.PreviewAsync(job, "compensate", document, status);

    [Fact]
    public async Task A_meter_reading_alone_leads_to_the_numbers_that_go_in()
    {
        var job = await JobWithMeterAsync();
        var signal = (await app.GetAsync($"/api/jobs/{job}/stations/signal"))["document"]!["results"]!;
        ((double)signal["reading"]!["ethanolPct"]!["value"]!).ShouldBe(73.4, 1e-9);
        ((double)signal["reading"]!["ethanolPct"]!["u"]!).ShouldBe(Math.Sqrt((25.0 / 3) + (0.25 * 0.25)), 1e-9);
        ((string)(await app.GetAsync($"/api/jobs/{job}"))["nextAction"]!["slug"]!).ShouldBe("compensate");

        var document = $$"""{ "baseEthanolPct": 10, "pulse": { "pulseMs": 2.8, "deadTimeMs": 0.9 }, {{Spark}} }""";
        var (saved, _) = await app.SaveAsync(job, document, "\"0\"", slug: "compensate");
        var results = saved["document"]!["results"]!;
        ((double)results["fuelFactor"]!["factor"]!["value"]!).ShouldBe(1.3225, 0.0005);
        results["row"]!["ethanolPcts"]!.AsArray().Count.ShouldBe(6);
        ((double)results["row"]!["worstErrorPct"]!).ShouldBeInRange(0.01, 0.4);
        ((double)results["pulse"]!["newPulseMs"]!["value"]!).ShouldBe(0.9 + (1.9 * (double)results["fuelFactor"]!["factor"]!["value"]!), 1e-9);
        ((string)saved["document"]!["results"]!["state"]!).ShouldBe("inWork");
        var shown = (JsonObject)(await PreviewAsync(job, document))["results"]!.DeepClone();
        shown["curve"]!.AsArray().Count.ShouldBe(51);
        shown["curve"] = null;
        shown.ToJsonString().ShouldBe(results.ToJsonString());

        // Another reading, and the saved numbers are not today's any more.
        await app.SaveAsync(job, """{ "meter": { "frequencyHz": 95, "lowPulseMs": 2.718 } }""", "\"1\"");
        var recheck = await app.GetAsync($"/api/jobs/{job}/stations/compensate/recheck");
        recheck["sinceSaved"]!.AsArray().Select(d => (string)d!["field"]!).ShouldBe(["ethanolPct", "factor"]);
        recheck["differences"]!.AsArray().ShouldBeEmpty();
        (await app.GetAsync("/api/jobs?limit=100"))["items"]!.AsArray().Single(j => (string)j!["id"]! == job)!["reading"]!["ethanolPct"]!.GetValue<double>().ShouldBe(45);
    }

    [Fact]
    public async Task Spark_is_held_whatever_is_claimed_of_the_fueling_but_what_comes_out_comes_out()
    {
        var job = await JobWithMeterAsync();
        var held = (await PreviewAsync(job, $$"""{ "baseEthanolPct": 10, {{Spark}} }"""))["results"]!;
        ((bool)held["spark"]!["isHeld"]!, (double)held["spark"]!["toSetDeg"]!["value"]!).ShouldBe((true, 0));
        var cautious = (double)held["spark"]!["addition"]!["cautiousAdditionDeg"]!["value"]!;
        cautious.ShouldBeGreaterThan(4);

        // Whatever is typed is a claim: it says how it stands, opens nothing, and of another map it says nothing.
        var log = (string)(await Api.UploadAsync(app.Http, $"/api/jobs/{job}/files", Encoding.UTF8.GetBytes("time,lambda\n0,0.99\n0.1,0.98\n0.2,0.99\n"), "log14.csv"))["sha256"]!;
        async Task<(bool IsHeld, string State, string Code)> With(string plan)
        {
            var results = (await PreviewAsync(job, $$"""{ "baseEthanolPct": 10, {{Spark}}, {{plan}} }"""))["results"]!;
            return ((bool)results["spark"]!["isHeld"]!, (string)results["fuelling"]!["state"]!, (string?)results["findings"]!.AsArray().FirstOrDefault()?["code"] ?? string.Empty);
        }

        async Task ClaimAsync(string more, int status = 201) =>
            await app.WriteAsync(job, $$"""{ "kind": "proof", "station": "compensate", "text": "log 14", "payload": { "claim": "fuelling"{{more}} } }""", status);
        (await With("\"mapRevision\": \"r3\"")).ShouldBe((true, "open", string.Empty));
        await ClaimAsync(string.Empty);
        (await With("\"mapRevision\": \"r3\"")).ShouldBe((true, "claimed", "proofClaimed"));
        await ClaimAsync($$""", "file": "{{log}}", "ethanolPcts": [10, 73], "worstErrorPct": 2, "mapRevision": "r3", "baseEthanolPct": 10, "metering": "orifice" """);
        (await With("\"mapRevision\": \"r3\"")).ShouldBe((true, "claimed", "proofClaimed"));
        (await With("\"mapRevision\": \"r4\"")).ShouldBe((true, "lapsed", "proofLapsed"));
        (await With("\"metering\": \"mass\", \"mapRevision\": \"r3\"")).ShouldBe((true, "lapsed", "proofLapsed"));
        (await PreviewAsync(job, """{ "baseEthanolPct": 20, "mapRevision": "r3" }"""))["results"]!["fuelling"]!["state"]!.GetValue<string>().ShouldBe("lapsed");
        await ClaimAsync(""", "worstErrorPct": 6 """);
        (await With("\"mapRevision\": \"r3\"")).ShouldBe((true, "lapsed", "proofTooFar"));
        await ClaimAsync($$""", "file": "{{new string('0', 64)}}" """, 422);
        await ClaimAsync(""", "ethanolPcts": [120] """, 422);
        (await app.WriteAsync(job, """{ "kind": "proof", "payload": {} }""", 422)).ShouldName("payload.claim");

        // It is seen with the log it names, by whom and when.
        var items = (await app.GetAsync($"/api/jobs/{job}/entries"))["items"]!.AsArray();
        items.Select(e => (int)e!["schema"]!).ShouldBe([1, 1, 1]);
        items[1]!["files"]!.AsArray().Select(f => (string)f!).ShouldBe([log]);

        var plain = await JobWithMeterAsync("""{ "frequencyHz": 52, "lowPulseMs": 2.5 }""");
        var spark = (await PreviewAsync(plain, $$"""{ "baseEthanolPct": 10, {{Spark}} }"""))["results"]!["spark"]!;
        ((bool)spark["isHeld"]!).ShouldBeFalse();
        ((double)spark["toSetDeg"]!["value"]!).ShouldBeLessThan(-0.5);
    }

    /// <summary>
    /// Source: common practice, no source: a 100 to 163 curve switched on over a base made on E85 gives lambda 0.64 at E75,
    /// 1 / (1.475 / 0.950).
    /// </summary>
    [Fact]
    [Trait("Category", "Outside")]
    public async Task A_gasoline_multiplier_found_over_an_e85_map_is_kept_and_holds_the_job_with_the_lambda_it_would_give()
    {
        var job = await JobWithMeterAsync("""{ "frequencyHz": 125, "lowPulseMs": 2.7 }""");
        const string Multiplier = """ "multiplier": { "at0Pct": 100, "at100Pct": 163.3 } """;
        var found = await PreviewAsync(job, $$"""{ "baseEthanolPct": 85, "metering": "mass", {{Multiplier}} }""");
        ((string)found["state"]!).ShouldBe("hold");
        ((string)found["findings"]![0]!["text"]!).ShouldContain("lambda 0.64 on E75");
        await app.SaveAsync(job, $$"""{ "baseEthanolPct": 85, "metering": "mass", {{Multiplier}} }""", "\"0\"", 200, slug: "compensate");

        var right = (await PreviewAsync(job, $$"""{ "baseEthanolPct": 0, "metering": "mass", {{Multiplier}} }"""))["results"]!;
        ((double)right["multiplier"]!["atBase"]!).ShouldBe(1);
        ((double)right["multiplier"]!["lambda"]!).ShouldBe(0.962, 0.005);
        var onE10 = (await PreviewAsync(job, $$"""{ "baseEthanolPct": 10, {{Multiplier}} }"""))["results"]!;
        onE10["findings"]!.AsArray().Select(f => (string)f!["code"]!).ShouldContain("multiplierOffAtBase");
        (await PreviewAsync(job, """{ "baseEthanolPct": 10, "multiplier": { "at0Pct": 100 } }""", 422)).ShouldName("compensate.multiplier");
        (await PreviewAsync(job, """{ "baseEthanolPct": 10, "multiplier": { "at0Pct": 1, "at100Pct": 1.63 } }""", 422)).ShouldName("compensate.multiplier");
    }

    [Fact]
    public async Task Capture_and_meter_on_one_wire_are_compared()
    {
        var job = await app.NewJobAsync();
        var file = await Api.UploadAsync(app.Http, $"/api/jobs/{job}/files", await app.SimulatedAsync("ethanolPct=62&fuelTempC=25&durationS=1"), "wave.vcd");
        async Task<JsonNode> ReadAsync(string meter) =>
            (await app.PreviewAsync(job, "signal", $$"""{ "capture": { "sha256": "{{file["sha256"]}}" }, "meter": {{meter}} }"""))["results"]!;

        var fits = await ReadAsync("""{ "frequencyHz": 112.6, "highV": 5, "averageV": 3.55 }""");
        fits["meter"]!.AsArray().Select(r => (string)r!["quantity"]!).ShouldBe(["frequencyHz", "lowPulseMs", "averageV"]);
        fits["meter"]!.AsArray().Select(r => (bool?)r!["agrees"]).ShouldBe([true, null, true]);
        ((string)fits["state"]!).ShouldBe("proven");
        var misses = await ReadAsync("""{ "frequencyHz": 118, "highV": 5, "averageV": 4.9 }""");
        misses["findings"]!.AsArray().Select(f => (string)f!["code"]!).Take(3).ShouldBe(["meterDisagreesFrequencyHz", "averageDisagrees", "shownDisagrees"], ignoreOrder: true);

        // On one wire they cannot both be right: who disagrees is said, and there is no reading.
        misses["dispute"]!["between"]!.AsArray().Select(b => (string)b!).ShouldBe(["the recording", "the meter"]);
        misses["reading"].ShouldBeNull();
        ((string)misses["state"]!).ShouldBe("inWork");
        (await app.PreviewAsync(job, "signal", """{ "meter": { "lowPulseMs": 2 } }""", 422)).ShouldName("signal.meter.frequencyHz");
    }

    [Fact]
    public async Task A_row_of_the_meter_and_its_finding_never_disagree()
    {
        var job = await app.NewJobAsync();
        var seen = new HashSet<bool>();
        foreach (var highV in new[] { "5", """{ "value": 5, "plusMinus": 0.2 }""" })
        {
            for (var averageV = 2.8; averageV <= 3.9; averageV += 0.02)
            {
                var meter = FormattableString.Invariant($$"""{ "meter": { "frequencyHz": 123.4, "lowPulseMs": 2.718, "highV": {{highV}}, "averageV": {{averageV:0.00}} } }""");
                var results = (await app.PreviewAsync(job, "signal", meter))["results"]!;
                var row = results["meter"]!.AsArray().Single(r => (string)r!["quantity"]! == "averageV")!;
                var finding = results["reading"]!["findings"]!.AsArray().Select(f => (string)f!["code"]!).Single(c => c.StartsWith("average", StringComparison.Ordinal));
                finding.ShouldBe((bool)row["agrees"]! ? "averageAgrees" : "averageDisagrees", meter);
                seen.Add((bool)row["agrees"]!);
            }
        }

        seen.Count.ShouldBe(2);
    }

    [Fact]
    public async Task Results_of_another_version_that_cannot_be_read_lose_nothing_of_the_inputs()
    {
        var job = await JobWithMeterAsync();
        await app.SaveAsync(job, $$"""{ "baseEthanolPct": 10, {{Spark}} }""", "\"0\"", slug: "compensate");
        var export = await app.GetAsync($"/api/jobs/{job}/export");
        foreach (var revision in export["revisions"]!.AsArray())
        {
            revision!["document"]!["coreVersion"] = "9.9.9";
            revision["document"]!["results"] = new JsonObject { ["shape"] = "of another day" };
        }

        var copy = (string)(await app.PostAsync("/api/jobs/import", export.ToJsonString(), 201))["id"]!;
        ((string)(await app.GetAsync($"/api/jobs/{copy}"))["nextAction"]!["slug"]!).ShouldBe("compensate");
        (await app.GetAsync($"/api/jobs/{copy}/record/compare?from=1&to=1"))["figuresTo"]!.AsArray().Count.ShouldBeGreaterThan(5);
        ((string)(await app.GetAsync($"/api/jobs/{copy}/record/1"))["document"]!["results"]!["shape"]!).ShouldBe("of another day");
        var preview = await PreviewAsync(copy, """{ "baseEthanolPct": 10 }""");
        ((double)preview["results"]!["ethanolPct"]!["value"]!).ShouldBe(73.4, 1e-9);
        await app.SaveAsync(copy, export["revisions"]![0]!["document"]!.ToJsonString(), "\"1\"");
        ((string)(await app.GetAsync($"/api/jobs/{copy}"))["stations"]![5]!["state"]!).ShouldBe("proven");
    }

    [Fact]
    public async Task Two_revisions_side_by_side_say_what_changed()
    {
        var job = await JobWithMeterAsync("""{ "frequencyHz": 112, "lowPulseMs": 2.5 }""");
        await app.SaveAsync(job, """{ "meter": { "frequencyHz": 123, "lowPulseMs": 2.5 } }""", "\"1\"");
        await app.SaveAsync(job, """{ "baseEthanolPct": 10 }""", "\"0\"", slug: "compensate");
        var compared = await app.GetAsync($"/api/jobs/{job}/record/compare?from=1&to=2");
        var change = compared["changes"]!.AsArray().Single()!;
        ((string)change["field"]!, (double)change["from"]!["number"]!["value"]!, (double)change["to"]!["number"]!["value"]!).ShouldBe(("ethanolPct", 62, 73));
        compared["figuresTo"]!.AsArray().Count.ShouldBeGreaterThan(5);
        (await app.GetAsync($"/api/jobs/{job}/record/compare?from=1&to=3", 422)).ShouldName("to");
        await app.GetAsync($"/api/jobs/{job}/record/compare?from=1&to=9", 404);
    }
}
