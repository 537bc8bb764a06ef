using System.Net;
using System.Text;
using System.Text.Json.Nodes;

namespace HazyGauge.Web.Tests;

/// <summary>What the API promises to programs: its own examples work, nothing thrown at it brings it down, nobody's work is lost in a crowd.</summary>
public class ContractTests(App app) : IClassFixture<App>
{
    [Theory]
    [InlineData("""{ "pulseMs": "\ud800", "deadTimeMs": 0.9, "factor": 1.4 }""")]
    [InlineData("""{ "\ud800": 1 }""")]
    public async Task Half_a_character_is_refused_as_what_it_is(string body) =>
        ((string)(await app.PostAsync("/api/calc/pulse", body, 400))["detail"]!).ShouldContain("cut in half");

    [Fact]
    public async Task Every_calculation_has_an_example_and_every_example_works()
    {
        var paths = (await app.GetAsync("/openapi/v1.json"))["paths"]!.AsObject();
        var calculations = paths.Where(p => p.Key.StartsWith("/api/calc/", StringComparison.Ordinal) && p.Value!["post"] is not null).ToList();
        calculations
            .Select(p => p.Key["/api/calc/".Length..])
            .ShouldBe(
                [
                    "survey-check",
                    "cold-start",
                    "capacity",
                    "capacity-envelope",
                    "fuel-heating",
                    "fuel-heating-fit",
                    "vapour-pressure",
                    "boiling-margin",
                    "worst-boiling",
                    "fitting-chain",
                    "chain-check",
                    "placement",
                    "pressure-drop",
                    "transport-lag",
                    "hose-cuts",
                    "hose-length",
                    "pull-up",
                    "supply-drop",
                    "standby-drain",
                    "probed-feed",
                    "two-point-scaling",
                    "connector-pin",
                    "meter-expectations",
                    "common-side",
                    "sensor-reading",
                    "capture",
                    "fuel-factor",
                    "closed-loop-band",
                    "fuel-curve",
                    "pulse",
                    "breakpoints",
                    "spark-addition",
                ],
                ignoreOrder: true
            );
        foreach (var (path, item) in calculations)
        {
            var operation = item!["post"]!;
            ((string)operation["summary"]!).ShouldEndWith(".");
            if (operation["requestBody"]!["content"]!["application/json"]?["example"] is { } example)
            {
                await app.PostAsync(path, example.ToJsonString());
            }
            else
            {
                path.ShouldBe("/api/calc/capture");
            }
        }
    }

    [Theory]
    [InlineData("sensor-reading", """{ "frequencyHz": { "value": 100, "u": 1, "parts": [{ "source": "a", "u": 1 }] }, "lowPulseMs": 2, "toleranceEthanolPct": 5 }""")]
    [InlineData(
        "fuel-factor",
        """{ "ethanolPct": { "value": 70, "u": 2 }, "baseEthanolPct": 10, "metering": "mass", "fuelTempC": 30, "baseFuelTempC": 10, "gasolineStoichAfr": 14.6 }"""
    )]
    [InlineData(
        "spark-addition",
        """
            { "ethanolPct": { "value": 70, "u": 2 }, "gasolineMapEthanolPct": 10, "ethanolMapEthanolPct": 85, "fullAdditionDeg": 6,
            "weighting": "saturating", "saturatesAtPct": 55 }
            """
    )]
    [InlineData("breakpoints", """{ "baseEthanolPct": 10, "metering": "mass", "ethanolPcts": [0, 30, 60, 100], "gasolineStoichAfr": 14.6, "wholePct": true }""")]
    [InlineData("pulse", """{ "pulseMs": 2.0, "deadTimeMs": { "value": 0.9, "u": 0.05 }, "factor": 1.4 }""")]
    public async Task Nothing_thrown_at_a_calculation_brings_it_down(string calc, string sound)
    {
        // Every position of a sound request, replaced by what does not belong there.
        string[] nonsense = ["", "null", "true", "-1e308", "1e309", "\"x\"", "[]", "{}", "}", "\\u0000", "9".PadRight(400, '9')];
        var random = new Random(7);
        for (var n = 0; n < 400; n++)
        {
            var at = random.Next(sound.Length);
            var broken = sound[..at] + nonsense[random.Next(nonsense.Length)] + sound[Math.Min(sound.Length, at + random.Next(6))..];
            using var response = await app.Http.PostAsync($"/api/calc/{calc}", new StringContent(broken, Encoding.UTF8, "application/json"));
            ((int)response.StatusCode).ShouldBeOneOf([200, 400, 422], broken);
            if (!response.IsSuccessStatusCode)
            {
                JsonNode.Parse(await response.Content.ReadAsStringAsync())!["errors"]!.AsObject().Count.ShouldBeGreaterThan(0);
            }
        }
    }

    [Fact]
    public async Task Of_many_who_save_at_once_exactly_one_wins_and_the_others_are_told()
    {
        var job = await app.NewJobAsync();
        for (var round = 0; round < 5; round++)
        {
            var etag = $"\"{round}\"";
            var attempts = await Task.WhenAll(
                Enumerable
                    .Range(0, 8)
                    .Select(async n =>
                    {
                        using var request = new HttpRequestMessage(HttpMethod.Put, $"/api/jobs/{job}/stations/signal")
                        {
                            Content = new StringContent("{}", Encoding.UTF8, "application/json"),
                        };
                        request.Headers.TryAddWithoutValidation("If-Match", etag);
                        request.Headers.TryAddWithoutValidation("X-Author", $"M{n}");
                        using var response = await app.Http.SendAsync(request);
                        return response.StatusCode;
                    })
            );
            attempts.Count(s => s == HttpStatusCode.OK).ShouldBe(1);
            attempts.Count(s => s == HttpStatusCode.PreconditionFailed).ShouldBe(7);
        }

        ((int)(await app.GetAsync($"/api/jobs/{job}/record"))["total"]!).ShouldBe(5);
    }

    [Fact]
    public async Task A_job_imported_without_its_files_says_so_where_they_are_needed()
    {
        var job = await app.NewJobAsync();
        var vcd = await app.SimulatedAsync("ethanolPct=33.3&durationS=0.7&seed=77");
        var file = await Api.UploadAsync(app.Http, $"/api/jobs/{job}/files", vcd, "wave.vcd");
        await app.SaveAsync(job, $$"""{ "capture": { "sha256": "{{file["sha256"]}}", "name": "wave.vcd" } }""", "\"0\"");
        var export = (await app.GetAsync($"/api/jobs/{job}/export")).ToJsonString();

        await using var elsewhere = new App();
        var copy = (string)(await elsewhere.PostAsync("/api/jobs/import", export, 201))["id"]!;
        ((bool)(await elsewhere.GetAsync($"/api/jobs/{copy}/files"))["items"]![0]!["hasContent"]!).ShouldBeFalse();
        ((string)(await elsewhere.GetAsync($"/api/jobs/{copy}/files/{file["sha256"]}", 404))["detail"]!).ShouldContain("without the content of wave.vcd");
        await elsewhere.GetAsync($"/api/jobs/{copy}/files/{file["sha256"]}/capture", 404);
        (await elsewhere.GetAsync($"/api/jobs/{copy}/stations/signal/recheck", 422)).ShouldName("capture");

        // The reading is on record all the same, and dropping the file again heals it.
        ((double)(await elsewhere.GetAsync($"/api/jobs/{copy}"))["reading"]!["ethanolPct"]!).ShouldBe(33.3, 0.01);
        await Api.UploadAsync(elsewhere.Http, $"/api/jobs/{copy}/files", vcd, "wave.vcd");
        ((double)(await elsewhere.GetAsync($"/api/jobs/{copy}/files/{file["sha256"]}/capture"))["frequencyHz"]!["value"]!).ShouldBe(83.3, 0.01);
        (await elsewhere.GetAsync($"/api/jobs/{copy}/stations/signal/recheck"))["differences"]!.AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task A_multipart_request_may_hold_one_file_and_known_fields_only()
    {
        var vcd = await app.SimulatedAsync("ethanolPct=50&durationS=0.5");
        async Task RefusedAsync(Action<MultipartFormDataContent> fill, string field)
        {
            using var form = new MultipartFormDataContent();
            fill(form);
            using var response = await app.Http.PostAsync("/api/calc/capture", form);
            (await Api.ReadAsync(response, 422))["errors"]![field].ShouldNotBeNull();
        }

        await RefusedAsync(f => f.Add(new StringContent("sensor"), "channel"), "file");
        await RefusedAsync(f => f.Add(new StringContent("sensor"), "chanel"), "chanel");
        await RefusedAsync(f => f.Add(new StringContent(new string('c', 5000)), "channel"), "channel");
        await RefusedAsync(
            f =>
            {
                f.Add(new StringContent("abc"), "toleranceEthanolPct");
                f.Add(new ByteArrayContent(vcd), "file", "a.vcd");
            },
            "toleranceEthanolPct"
        );
        await RefusedAsync(
            f =>
            {
                f.Add(new ByteArrayContent(vcd), "file", "a.vcd");
                f.Add(new ByteArrayContent(vcd), "file", "b.vcd");
            },
            "file"
        );
        Directory.GetFiles(Path.Combine(app.Folder, "incoming")).ShouldBeEmpty();
    }
}
