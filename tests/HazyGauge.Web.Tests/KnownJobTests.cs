using System.Text.Json.Nodes;

namespace HazyGauge.Web.Tests;

/// <summary>A file of a job that is here already: asked about, taken in beside, or added to what is here.</summary>
public sealed class KnownJobTests(App here) : IClassFixture<App>, IDisposable
{
    private const string Survey = """{ "engine": { "cylinders": CYL, "wantedPowerKw": 190 }, "fuelSystem": { "kind": "port" } }""";

    private readonly App _away = new();

    public void Dispose() => _away.Dispose();

    [Fact]
    public async Task What_was_done_elsewhere_comes_behind_what_is_here_and_each_thing_once()
    {
        var job = await here.NewJobAsync("Lent out");
        await here.SaveAsync(job, Survey.Replace("CYL", "6", StringComparison.Ordinal), "\"0\"", slug: "survey");
        await WriteAsync(here, job, """{ "kind": "waiting", "text": "hose, 8 mm", "blocks": ["route"] }""");
        await Api.UploadAsync(here.Http, $"/api/jobs/{job}/files", [1, 2, 3], "before.bin");
        var lent = await here.Http.GetByteArrayAsync($"/api/jobs/{job}/export?files=true");
        var copy = (string)(await ImportAsync(_away, lent, "ask", 201))["id"]!;

        // Both go on: Capacity and an answer to what was waited for there, a note here.
        await _away.SaveAsync(copy, """{ "drive": { "ambientC": 31 } }""", "\"0\"", slug: "capacity", author: "AW");
        await WriteAsync(_away, copy, """{ "kind": "closing", "text": "came", "answers": 1 }""");
        await Api.UploadAsync(_away.Http, $"/api/jobs/{copy}/files", [4, 5], "after.bin");
        await WriteAsync(here, job, """{ "kind": "note", "text": "owner called" }""");
        await here.SaveAsync(job, "{}", "\"0\"", slug: "blend");
        var back = await _away.Http.GetByteArrayAsync($"/api/jobs/{copy}/export?files=true");

        var asked = await ImportAsync(here, back, "ask", 409);
        ((string)asked["existing"]!["id"]!, (bool)asked["existing"]!["canMerge"]!).ShouldBe((job, true));
        asked["existing"]!["differs"]!
            .AsArray()
            .Select(d => (string)d!)
            .ShouldBe(["1 save in the file only: Capacity.", "1 save here only: Blend.", "1 entry in the file only.", "1 attached file in the file only."]);
        (await here.GetAsync($"/api/jobs/{job}"))["waiting"]!.AsArray().Count.ShouldBe(1);

        var merged = await ImportAsync(here, back, "merge", 200);
        ((string)merged["id"]!, merged["merged"]!.ToJsonString()).ShouldBe((job, """{"revisions":1,"entries":1,"files":1}"""));
        (await ImportAsync(here, back, "merge", 200))["merged"]!.ToJsonString().ShouldBe("""{"revisions":0,"entries":0,"files":0}""");
        var record = (await here.GetAsync($"/api/jobs/{job}/record"))["items"]!.AsArray();
        record.Select(r => ((int)r!["revision"]!, (string)r["slug"]!, (string)r["author"]!)).ShouldBe([(3, "capacity", "AW"), (2, "blend", "JM"), (1, "survey", "JM")]);
        (await here.GetAsync($"/api/jobs/{job}"))["waiting"]!.AsArray().ShouldBeEmpty();
        ((int)(await here.GetAsync($"/api/jobs/{job}/entries"))["items"]!.AsArray().Single(e => (string)e!["kind"]! == "closing")!["answers"]!).ShouldBe(1);
        (await here.GetAsync($"/api/bay?search=after.bin"))["jobs"]!.AsArray().Select(j => (string)j!["id"]!).ShouldBe([job]);
        var both = (await here.GetAsync($"/api/jobs/{job}/files"))["items"]!.AsArray();
        both.Count.ShouldBe(2);
        (await here.Http.GetByteArrayAsync($"/api/jobs/{job}/files/{both.Single(f => (string)f!["name"]! == "after.bin")!["sha256"]}")).ShouldBe([4, 5]);

        // Left out, the choice is beside, as it always was.
        ((string)(await ImportAsync(here, back, null, 201))["id"]!).ShouldNotBe(job);
        await ImportAsync(here, back, "over", 422);
    }

    [Fact]
    public async Task Stations_saved_in_both_places_are_never_settled_by_the_program_and_another_job_is_no_known_one()
    {
        var job = await here.NewJobAsync("Forked");
        await here.SaveAsync(job, Survey.Replace("CYL", "4", StringComparison.Ordinal), "\"0\"", slug: "survey");
        var lent = await here.Http.GetByteArrayAsync($"/api/jobs/{job}/export");
        var copy = (string)(await ImportAsync(_away, lent, "merge", 201))["id"]!;
        await here.SaveAsync(job, Survey.Replace("CYL", "5", StringComparison.Ordinal), "\"1\"", slug: "survey");
        await _away.SaveAsync(copy, Survey.Replace("CYL", "6", StringComparison.Ordinal), "\"1\"", slug: "survey");
        var back = await _away.Http.GetByteArrayAsync($"/api/jobs/{copy}/export");
        foreach (var choice in new[] { "ask", "merge" })
        {
            var refused = await ImportAsync(here, back, choice, 409);
            ((bool)refused["existing"]!["canMerge"]!).ShouldBeFalse();
            ((string)refused["detail"]!).ShouldContain("Survey: saved in both places since.");
        }

        ((int)(await here.GetAsync($"/api/jobs/{job}"))["lastRevision"]!).ShouldBe(2);
        var stranger = JsonNode.Parse(back)!;
        stranger["createdAt"] = "2026-02-03T04:05:06.789+00:00";
        await ImportAsync(here, System.Text.Encoding.UTF8.GetBytes(stranger.ToJsonString()), "ask", 201);
    }

    private static async Task<JsonNode> ImportAsync(App app, byte[] file, string? onExisting, int status)
    {
        using var response = await app.Http.PostAsync($"/api/jobs/import{(onExisting is null ? string.Empty : $"?onExisting={onExisting}")}", Api.File(file, "job.zip"));
        return await Api.ReadAsync(response, status);
    }

    private static async Task WriteAsync(App app, string job, string json)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/jobs/{job}/entries")
        {
            Content = new StringContent(json, new System.Net.Http.Headers.MediaTypeHeaderValue("application/json")),
        };
        request.Headers.Add("Idempotency-Key", Guid.NewGuid().ToString());
        request.Headers.Add("X-Author", "JM");
        using var response = await app.Http.SendAsync(request);
        await Api.ReadAsync(response, 201);
    }
}
