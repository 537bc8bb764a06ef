using System.Net.Http.Headers;
using System.Text.Json.Nodes;

namespace HazyGauge.Web.Tests;

/// <summary>Whatever is sent, the program answers in words and goes on.</summary>
public class HostileRequestTests(App app) : IClassFixture<App>
{
    // ./hazy fuzz asks for more.
    private static readonly int Rounds = int.Parse(Environment.GetEnvironmentVariable("HAZY_FUZZ_ROUNDS") ?? "1", System.Globalization.CultureInfo.InvariantCulture);

    private async Task<(int Status, string Body)> SendAsync(string method, string path, string body)
    {
        using var request = new HttpRequestMessage(new HttpMethod(method), path) { Content = new StringContent(body, MediaTypeHeaderValue.Parse("application/json")) };
        request.Headers.Add("X-Author", "FZ");
        request.Headers.TryAddWithoutValidation("If-Match", "*");
        request.Headers.Add("Idempotency-Key", Guid.NewGuid().ToString());
        using var answer = await app.Http.SendAsync(request);
        return ((int)answer.StatusCode, await answer.Content.ReadAsStringAsync());
    }

    [Fact]
    public async Task No_request_made_from_the_description_of_the_API_is_a_failure_of_the_program()
    {
        var job = await app.NewJobAsync();
        var seed = Random.Shared.Next();
        var requests = new MadeUpRequests(await app.GetAsync("/openapi/v1.json"), seed);
        var seen = new HashSet<int>();
        for (var i = 0; i < 500 * Rounds; i++)
        {
            var (method, path, body) = requests.Next(job);
            var (status, answer) = await SendAsync(method, path, body);
            seen.Add(status);
            (status < 500).ShouldBeTrue($"seed {seed}, request {i}: {method} {path} {body[..Math.Min(body.Length, 2000)]}\n{answer}");
            if (status is 400 or 422)
            {
                answer.Length.ShouldBeLessThan(100_000);
            }
        }

        // Some of them have to get through, or nothing behind the first check was tried.
        seen.ShouldContain(200);
        seen.ShouldContain(422);
        await app.GetAsync($"/api/jobs/{job}/so-far");
        await app.GetAsync($"/api/jobs/{job}/buying-list");
    }

    [Theory]
    [InlineData("harness", """{ "saturationV": { "value": 0, "u": 1e6 } }""")]
    [InlineData("harness", """{ "inputs": [{ "name": "in", "filterNf": { "value": 1, "u": 1e6 } }] }""")]
    [InlineData("route", """{ "alongMm": { "value": 1, "u": 1e8 } }""")]
    [InlineData("survey", """{ "fuelSystem": { "tankLitres": { "value": 60, "u": 1e8 } } }""")]
    public async Task A_document_that_cannot_be_calculated_comes_in_as_it_is_says_so_and_holds_up_nothing_else(string slug, string document)
    {
        await app.PreviewAsync(await app.NewJobAsync(), slug, document, 422);
        var exported = await ExportedAsync();
        exported["revisions"]!
            .AsArray()
            .Add(
                JsonNode.Parse(
                    $$"""{ "revision": 3, "slug": "{{slug}}", "author": "JM", "savedAt": "2026-11-01T08:00:00Z", "summary": "from elsewhere", "document": {{document}} }"""
                )
            );
        var job = (string)(await app.PostAsync("/api/jobs/import", exported.ToJsonString(), 201))["id"]!;

        var state = (await app.GetAsync($"/api/jobs/{job}/so-far"))["stations"]!;
        ((string)state[slug]!["nextAction"]!["code"]!).ShouldBe("doesNotFit");
        ((string)state[slug]!["nextAction"]!["why"]!).Length.ShouldBeGreaterThan(20);
        ((string)state["signal"]!["summary"]!["text"]!).ShouldContain("E62");
        await app.GetAsync($"/api/jobs/{job}/buying-list");
        await app.GetAsync($"/api/jobs/{job}/record");
        await (slug == "survey" ? app.SaveAsync(job, """{ "toleranceEthanolPct": 4 }""", "*") : app.SaveAsync(job, """{ "notes": "goes on" }""", "*", slug: "survey"));
        (await app.GetAsync($"/api/jobs/{job}/export"))["revisions"]!.AsArray().Count.ShouldBe(4);
    }

    [Fact]
    public async Task A_number_whose_haze_reaches_beyond_its_range_is_calculated_within_it()
    {
        const string Plan = """
            { "pullUpOhm": 4700, "pullUpTo": "fiveVolt", "cableNf": { "value": 0, "u": 0.3 }, "saturationV": { "value": 0, "u": 0.4 },
            "inputs": [{ "name": "in", "filterOhm": { "value": 0, "u": 50 }, "filterNf": { "value": 0, "u": 5 } }] }
            """;
        var job = await app.NewJobAsync();
        var seen = (await app.PreviewAsync(job, "harness", Plan))["results"]!["signal"]!["inputs"]![0]!["sees"]!;
        ((double)seen["lowPulseErrorUs"]!["u"]!).ShouldBePositive();
        await app.SaveAsync(job, Plan, "\"0\"", slug: "harness");
        await app.Http.GetStringAsync($"/api/jobs/{job}/harness.csv");
        var copy = (string)(await app.PostAsync("/api/jobs/import", (await app.GetAsync($"/api/jobs/{job}/export")).ToJsonString(), 201))["id"]!;
        ((string)(await app.GetAsync($"/api/jobs/{copy}/so-far"))["stations"]!["harness"]!["nextAction"]!["code"]!).ShouldNotBe("doesNotFit");
    }

    private async Task<JsonNode> ExportedAsync()
    {
        var job = await app.NewJobAsync();
        await app.SaveAsync(job, """{ "notes": "a note" }""", "\"0\"", slug: "survey");
        await app.SaveAsync(job, """{ "shown": [{ "by": "display", "ethanolPct": 62 }] }""", "\"0\"");
        var exported = await app.GetAsync($"/api/jobs/{job}/export");
        exported["id"] = Guid.NewGuid().ToString();
        return exported;
    }

    [Theory]
    [InlineData("/api/jobs/{id}/preview", """{ "drafts": { "survey": { "engine": { "x": 1, "x": 1 } } } }""")]
    [InlineData("/api/jobs/{id}/save", """{ "documents": [{ "slug": "survey", "etag": "*", "document": { "engine": { "x": 1, "x": 1 } } }] }""")]
    [InlineData("/api/jobs/{id}/entries", """{ "kind": "fill", "payload": { "litres": 1, "litres": 2 } }""")]
    [InlineData("/api/templates/import", """{ "schemaVersion": 1, "name": "a", "stations": { "survey": { "notes": "a", "notes": "b" } } }""")]
    [InlineData("/api/jobs/{id}/preview", """{ "drafts": { "survey": { "notes": "\ud800" } } }""")]
    [InlineData("/api/jobs/{id}/preview", """{ "drafts": { "survey": { "\udc00": 1 } } }""")]
    public async Task A_field_that_stands_twice_or_a_text_cut_in_half_is_refused_however_deep(string path, string body)
    {
        var job = await app.NewJobAsync();
        var (status, answer) = await SendAsync("POST", path.Replace("{id}", job, StringComparison.Ordinal), body);
        status.ShouldBeOneOf(400, 422);
        ((string)JsonNode.Parse(answer)!["detail"]!).ShouldEndWith(".");
    }

    [Fact]
    public async Task A_refusal_names_ten_and_the_number_and_repeats_no_long_text()
    {
        var codes = string.Join(',', Enumerable.Range(0, 3000).Select(i => $"\"no-such-{i}\""));
        var ports = """ "from": "flare-6-m", "to": "flare-6-f", "gapMm": 300, "cut": false """;
        var answers = new[]
        {
            await SendAsync("POST", "/api/calc/fitting-chain", $$"""{ {{ports}}, "onShelf": [{{codes}}] }"""),
            await SendAsync("POST", "/api/parse", $$"""{ "text": "1", "field": "{{new string('x', 1_000_000)}}" }"""),
            await SendAsync("POST", "/api/calc/pull-up", $$"""{ "{{new string('y', 1_000_000)}}": 1 }"""),
            await SendAsync(
                "PUT",
                "/api/catalogue/parts",
                $$"""
                { "code": "a", "name": "A", "ports": ["flare-6-m", "flare-6-f"], "boreMm": 5, "lengthMm": 5, "cost": 1, "ethanolRated": true,
                "wrenchesMm": [{{string.Join(',', Enumerable.Repeat("-1", 300_000))}}] }
                """
            ),
            await SendAsync(
                "POST",
                "/api/calc/transport-lag",
                $$"""{ "volumesMl": [{{string.Join(',', Enumerable.Repeat("""{ "name": "a", "ml": -1 }""", 20))}}], "flowsLph": [1] }"""
            ),
        };
        answers.ShouldAllBe(a => (a.Status == 422 || a.Status == 400) && a.Body.Length < 20_000);
        answers[0].Body.ShouldContain("more are not in the catalog");
        answers[3].Body.ShouldContain("At most 20");
        var lag = JsonNode.Parse(answers[4].Body)!;
        lag["errors"]!.AsObject().Count.ShouldBe(10);
        ((int)lag["errorCount"]!).ShouldBe(20);
    }

    [Fact]
    public async Task Every_list_that_is_sent_has_its_limit_in_the_description_and_is_stopped_there()
    {
        var schemas = (await app.GetAsync("/openapi/v1.json"))["components"]!["schemas"]!.AsObject();
        var unlimited =
            from schema in schemas.Where(s =>
                s.Key.EndsWith("Query", StringComparison.Ordinal)
                || s.Key.EndsWith("Plan", StringComparison.Ordinal)
                || s.Key.EndsWith("Request", StringComparison.Ordinal)
                || s.Key == "VehicleSurvey"
            )
            from property in schema.Value!["properties"] as JsonObject ?? []
            where (property.Value!["type"]?.ToJsonString() ?? string.Empty).Contains("array", StringComparison.Ordinal) && property.Value["maxItems"] is null
            select $"{schema.Key}.{property.Key}";
        unlimited.ShouldBeEmpty();
        var (status, answer) = await SendAsync(
            "POST",
            "/api/calc/fuel-curve",
            $$"""{ "baseEthanolPct": 10, "ethanolPcts": [{{string.Join(',', Enumerable.Repeat("5", 1002))}}] }"""
        );
        status.ShouldBe(422);
        answer.ShouldContain("At most 1001 can be listed here; these are 1002.");
        var (many, _) = await SendAsync(
            "POST",
            "/api/calc/fuel-heating",
            $$"""{ "fuelLitres": { "value": 1, "parts": [{{string.Join(',', Enumerable.Range(0, 1500).Select(i => $$"""{ "source": "s{{i}}", "u": 0.001 }"""))}}] } }"""
        );
        many.ShouldBe(422);
        var (deep, said) = await SendAsync(
            "POST",
            $"/api/jobs/{await app.NewJobAsync()}/preview",
            $$"""{ "drafts": { "survey": { "x": [{{string.Join(',', Enumerable.Repeat("[1]", 60_000))}}] } } }"""
        );
        deep.ShouldBe(422);
        said.ShouldContain("at most 50000 values");
    }
}
