using System.Text.Json.Nodes;

namespace HazyGauge.Web.Tests;

/// <summary>Whatever is saved and written in whatever order, the bay shows what the whole job comes to now.</summary>
public class StaleBayTests(App app) : IClassFixture<App>
{
    private static readonly (string Slug, string[] Documents)[] Plans =
    [
        (
            "survey",
            [
                "{}",
                """
                { "fuelSystem": { "line": "return", "kind": "port", "basePressureKpa": 300, "tankLitres": 60 }, "engine": { "powerKw": 150,
                "cylinders": 6 }, "goals": { "highestEthanolPct": 85 } }
                """,
                """
                { "fuelSystem": { "line": "return", "kind": "port", "basePressureKpa": 400 }, "engine": { "powerKw": 300 },
                "pump": { "flowLph": 120 }, "injectors": { "count": 4, "ratedFlowCcMin": 240 }, "control": { "fuelMapEthanolPct": 10 } }
                """,
            ]
        ),
        ("capacity", ["{}", """{ "changes": {} }"""]),
        (
            "signal",
            [
                "{}",
                """{ "meter": { "frequencyHz": 0 } }""",
                """{ "meter": { "frequencyHz": 123.4, "lowPulseMs": 2.5 } }""",
                """{ "meter": { "frequencyHz": 95 }, "toleranceEthanolPct": 2 }""",
            ]
        ),
        ("compensate", ["{}", """{ "baseEthanolPct": 10, "metering": "mass" }""", """{ "baseEthanolPct": 85 }"""]),
    ];

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public async Task After_any_history_every_station_stands_as_a_fresh_evaluation_says(int seed)
    {
        var random = new Random(seed);
        var job = await app.NewJobAsync($"Any history {seed}");
        var entries = 0;
        for (var step = 0; step < 30; step++)
        {
            if (random.Next(4) == 0)
            {
                entries += await WriteAsync(job, random, entries) ? 1 : 0;
            }
            else
            {
                var (slug, documents) = Plans[random.Next(Plans.Length)];
                await app.SaveAsync(job, documents[random.Next(documents.Length)], "*", slug: slug, author: $"A{seed}");
            }

            await AsEvaluatedAsync(job);
        }

        // And the same once more for a copy that came over the fence, whose standings were told by the import.
        var export = await app.GetAsync($"/api/jobs/{job}/export");
        var copy = (string)(await app.PostAsync("/api/jobs/import", export.ToJsonString(), 201))["id"]!;
        await AsEvaluatedAsync(copy);
        var (mine, theirs) = (await app.GetAsync($"/api/jobs/{job}"), await app.GetAsync($"/api/jobs/{copy}"));
        foreach (var part in new[] { "nextAction", "held", "reading", "waiting", "due" })
        {
            JsonNode.DeepEquals(mine[part], theirs[part]).ShouldBeTrue(part);
        }
    }

    private async Task AsEvaluatedAsync(string job)
    {
        var shown = await app.GetAsync($"/api/jobs/{job}");
        var evaluated = (await app.PostAsync($"/api/jobs/{job}/preview", """{ "drafts": {} }"""))["stations"]!.AsObject();
        foreach (var station in shown["stations"]!.AsArray())
        {
            var slug = (string)station!["slug"]!;
            if (evaluated[slug] is { } now && (int)now["revision"]! > 0 && station["summary"] is { } summary)
            {
                ((string)station["state"]!, (string)summary["text"]!).ShouldBe(((string)now["state"]!, (string)now["summary"]!["text"]!), slug);
            }
            else
            {
                (evaluated[slug] is null || (string)station["state"]! == "empty").ShouldBeTrue(slug);
            }
        }

        var isHeld = shown["stations"]!.AsArray().Any(s => (string)s!["state"]! == "hold");
        (shown["held"] is not null).ShouldBe(isHeld);
        var name = Uri.EscapeDataString((string)shown["name"]!);
        foreach (var (filter, belongs) in new[] { ("held", isHeld), ("waiting", shown["waiting"]!.AsArray().Count > 0), ("due", shown["due"]!.AsArray().Count > 0) })
        {
            (await app.GetAsync($"/api/bay?filter={filter}&search={name}&limit=100"))["jobs"]!.AsArray().Any(j => (string)j!["id"]! == job).ShouldBe(belongs, filter);
        }
    }

    // Waits, dates in the past and the future, closings and take-backs of anything that is there.
    private async Task<bool> WriteAsync(string job, Random random, int there)
    {
        var entry = random.Next(5) switch
        {
            0 => """{ "kind": "waiting", "text": "adapter", "blocks": ["capacity"] }""",
            1 => """{ "kind": "recheck", "text": "hot soak", "due": "2020-01-01" }""",
            2 => """{ "kind": "waiting", "text": "pump", "due": "2099-01-01" }""",
            3 => $$"""{ "kind": "closing", "text": "done", "answers": {{random.Next(there + 2)}} }""",
            _ => $$"""{ "kind": "note", "text": "wrong", "takesBack": {{random.Next(there + 2)}} }""",
        };
        using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/jobs/{job}/entries")
        {
            Content = new StringContent(entry, System.Text.Encoding.UTF8, "application/json"),
        };
        request.Headers.Add("Idempotency-Key", Guid.NewGuid().ToString());
        request.Headers.Add("X-Author", "JM");
        using var response = await app.Http.SendAsync(request);
        ((int)response.StatusCode).ShouldBeOneOf(201, 409, 422);
        return response.IsSuccessStatusCode;
    }
}
