namespace HazyGauge.Web.Tests;

/// <summary>A harness through the program: from who uses the sensor to wires, buying list, table and template.</summary>
public class HarnessTests(App app) : IClassFixture<App>
{
    private const string Survey = """
        { "users": [{ "kind": "analyser", "name": "Converter", "controller": "ECU" }, { "kind": "gauge", "name": "Gauge" }], "controllers": [{ "name": "ECU", "role": "engine" }],
          "control": { "converterAt0V": 0.5, "converterAt100V": 4.5 }, "instruments": ["voltsAndContinuity"] }
        """;

    private const string Plan = """
        { "supply": "switchedFuse", "feedAt": "F17", "ground": "controllerGround", "groundOffsetMv": { "value": 80, "plusMinus": 10 },
        "inputs": [{ "name": "Converter", "pullUpOhm": 2200, "maxV": 16 }],
          "ethanolPct": 60, "fuelTempC": 20, "wires": [{ "wire": "voltage-converter", "lengthM": 1.5, "connector": "Main", "pin": 40,
          "colour": "violet", "clicked": true, "locked": true, "tugged": true }],
          "connectors": [{ "name": "Main", "printedView": "wire", "rows": [{ "first": 1, "last": 32 }, { "first": 33, "last": 53 }] }],
          "spares": [{ "name": "brown", "treatment": "tapedAndTied" }], "readings": [{ "check": "converterVolts", "read": 2.9 }, { "check": "supply", "read": 4 }] }
        """;

    [Fact]
    public async Task A_converter_into_a_spare_input_is_wired_read_bought_and_handed_to_the_next_job()
    {
        var job = await app.NewJobAsync();
        await app.SaveAsync(job, Survey, "\"0\"", slug: "survey");
        var (saved, etag) = await app.SaveAsync(job, Plan, "\"0\"", slug: "harness");
        var results = saved["document"]!["results"]!;
        ((string)results["state"]!, (string)results["nextAction"]!["code"]!).ShouldBe(("inWork", "meter"));
        results["wires"]!["list"]!
            .AsArray()
            .Select(w => (string)w!["wire"]!["id"]!)
            .ShouldBe([
                "supply-sensor",
                "ground-sensor",
                "signal-converter",
                "supply-converter",
                "ground-converter",
                "voltage-converter",
                "reference-converter",
                "signal-gauge",
                "supply-gauge",
                "ground-gauge",
            ]);

        // Constant to type in, what a broken wire reads, what 80 mV of ground do to it.
        var converter = results["signal"]!["converter"]!;
        ((double)converter["at0VPct"]!["value"]!, (double)converter["at5VPct"]!["value"]!, (bool)converter["brokenIsSeen"]!).ShouldBe((-12.5, 112.5, true));
        ((double)results["ground"]!["offset"]!["ethanolErrorPct"]!["value"]!).ShouldBe(2, 1e-9);

        // Only what the meter at hand can do: 60 % is 2.9 V, and 4 V are no supply.
        var lines = results["meter"]!["lines"]!.AsArray();
        lines.Select(l => (string)l!["mode"]!).ShouldNotContain("frequency");
        ((bool)lines.Single(l => (string)l!["id"]! == "converterVolts")!["agrees"]!).ShouldBeTrue();
        ((bool)lines.Single(l => (string)l!["id"]! == "supply")!["agrees"]!).ShouldBeFalse();

        // The eighth from 33: 33 to 53, pin 40; the record leaves the drawing out, a preview has it.
        var drawn = (await app.PreviewAsync(job, "harness", Plan))["results"]!["pins"]!["connectors"]![0]!;
        ((string)drawn["pins"]![0]!["words"]!["text"]!).ShouldStartWith("Pin 40 is number 8 counted from 33");
        results["pins"]!["connectors"]!.AsArray().ShouldBeEmpty();

        var table = (await app.Http.GetStringAsync($"/api/jobs/{job}/harness.csv")).Split("\r\n");
        table.ShouldContain(l =>
            l.StartsWith("wires,6,\"Converter, output\",\"ECU, analog input\",voltage,1.65,0.5,violet", StringComparison.Ordinal)
            && l.Contains(",Main,40,yes,", StringComparison.Ordinal)
        );
        table.Count(l => l.StartsWith("meter,", StringComparison.Ordinal)).ShouldBe(lines.Count);
        (await app.GetAsync($"/api/jobs/{job}/buying-list"))["items"]!.AsArray().Select(i => (string)i!["item"]!).ShouldContain("fuse-holder");

        // Slots, pins and colors go into the template; readings and what was seated do not.
        var template = await app.PostAsync("/api/templates", $$"""{ "jobId": "{{job}}", "name": "Converter kit" }""", 201);
        var next = (string)(await app.PostAsync("/api/jobs", $$"""{ "name": "Next", "templateId": "{{template["id"]}}" }""", 201))["id"]!;
        var taken = (await app.GetAsync($"/api/jobs/{next}/stations/harness"))["document"]!;
        ((string)taken["feedAt"]!, (int)taken["wires"]![0]!["pin"]!, (string)taken["wires"]![0]!["colour"]!).ShouldBe(("F17", 40, "violet"));
        (taken["readings"], taken["groundOffsetMv"], taken["wires"]![0]!["clicked"]).ShouldBe((null, null, null));

        // Refused where it was typed, and nothing saved.
        var (refused, _) = await app.SaveAsync(job, Plan.Replace("\"pin\": 40", "\"pin\": 54", StringComparison.Ordinal), etag!, 422, slug: "harness");
        ((string)refused["errors"]!["wires[0].pin"]![0]!).ShouldContain("no pin 54");
        foreach (var (pin, field) in new[] { ("\"pin\": 40", "wires[0].pin"), ("\"first\": 33", "connectors[0].rows[1].first") })
        {
            var (half, _) = await app.SaveAsync(job, Plan.Replace(pin, $"{pin}.5", StringComparison.Ordinal), etag!, 422, slug: "harness");
            ((string)half["errors"]![field]![0]!).ShouldBe("This must be a whole number, like 4.");
        }

        (await app.SaveAsync(job, Plan.Replace("\"first\": 33", "\"first\": 30", StringComparison.Ordinal), etag!, 422, slug: "harness")).Body["errors"]!
            .AsObject()
            .Select(e => e.Key)
            .ShouldBe(["connectors[0].rows[1]"]);
    }
}
