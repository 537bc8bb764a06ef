using System.Text.Json.Nodes;
using HazyGauge.Web.Entries;
using HazyGauge.Web.Stations;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.TestHost;

namespace HazyGauge.Web.Tests;

/// <summary>A station may have steps and holds, an entry of its own, and read the whole job: all of it is seen wherever the job is, without a change outside its folder.</summary>
public sealed class SteppedStationTests(App app) : IClassFixture<App>, IDisposable
{
    private readonly WebApplicationFactory<Program> _with = app.WithWebHostBuilder(host =>
        host.ConfigureTestServices(services => services.AddStation<SteppedStation>().AddEntryKind<RinsedKind>())
    );

    private HttpClient Http => field ??= _with.CreateClient();

    [Fact]
    public async Task Steps_and_holds_are_seen_in_bay_line_frame_and_so_far_and_what_was_done_stays_done()
    {
        var job = (string)(await PostAsync("/api/jobs", """{ "name": "Rinsed" }""", 201))["id"]!;
        await SaveAsync(job, """{ "hoses": ["feed", "return", "vent"] }""");
        (await CountsAsync(job)).ShouldBe((0, 3, "inWork"));
        (await StepsAsync(job)).ShouldBe(["feed open", "return waiting", "vent waiting"]);

        await RinseAsync(job, "feed", true);
        await RinseAsync(job, "return", false);
        (await CountsAsync(job)).ShouldBe((1, 3, "hold"));
        var held = (await GetAsync("/api/bay?filter=held&search=rinsed"))["jobs"]!.AsArray().ShouldHaveSingleItem()!;
        ((string)held["held"]!).ShouldContain("return is not clean");
        var hold = (await GetAsync($"/api/jobs/{job}"))["stations"]!.AsArray().Single(s => (string)s!["slug"]! == "rinse")!["holds"]!.AsArray().ShouldHaveSingleItem()!;
        ((string)hold["about"]!, (string)hold["endsWhen"]!["text"]!).ShouldBe(("return", "Rinse it again."));

        await RinseAsync(job, "return", true);
        (await StepsAsync(job)).ShouldBe(["feed done", "return done", "vent open"]);

        // Another plan: what was done stays done, what is new is open, what is gone is shown as gone, and the entry keeps the name it was signed under.
        await SaveAsync(job, """{ "hoses": ["filter", "feed"] }""");
        (await StepsAsync(job)).ShouldBe(["filter open", "feed done", "return gone"]);
        (await CountsAsync(job)).ShouldBe((1, 2, "inWork"));
        var entries = (await GetAsync($"/api/jobs/{job}/entries"))["items"]!.AsArray();
        entries
            .Select(e => ((string)e!["stepName"]!, (bool?)e["stepGone"], (int)e["schema"]!))
            .ShouldBe([("Hose feed", null, 2), ("Hose return", true, 2), ("Hose return", true, 2)]);

        // It reads the whole job: another station's save has it evaluated anew, and says so.
        var preview = (await PostAsync($"/api/jobs/{job}/preview", """{ "drafts": { "survey": { "notes": "x" } }, "want": ["rinse"] }"""))["stations"]!["rinse"]!;
        ((int)preview["results"]!["stationsSeen"]!, preview["basedOn"]!.AsObject().ContainsKey("survey")).ShouldBe((1, true));
    }

    [Fact]
    public async Task What_an_entry_of_an_older_shape_carries_is_brought_up_to_date_and_a_newer_one_is_set_aside()
    {
        var job = (string)(await PostAsync("/api/jobs", """{ "name": "Older shape" }""", 201))["id"]!;
        await SaveAsync(job, """{ "hoses": ["feed", "return"] }""");
        await RinseAsync(job, "feed", true);
        await RinseAsync(job, "return", true);
        await app.SqlAsync(
            "UPDATE Entries SET Schema = 1, Payload = '{\"isDirty\":false}' WHERE JobId = @0 AND Number = 1; UPDATE Entries SET Schema = 3 WHERE JobId = @0 AND Number = 2",
            job
        );
        (await StepsAsync(job)).ShouldBe(["feed done", "return open"]);
        var items = (await GetAsync($"/api/jobs/{job}/entries"))["items"]!.AsArray();
        ((int)items[0]!["schema"]!, (bool)items[1]!["unreadable"]!).ShouldBe((1, true));
        ((string)items[1]!["why"]!).ShouldContain("newer version");

        // One that is not even of the shape it says is damaged, and is taken along as such.
        await app.SqlAsync("UPDATE Entries SET Schema = 1, Payload = '{\"isClean\":true}' WHERE JobId = @0 AND Number = 2", job);
        (await StepsAsync(job)).ShouldBe(["feed done", "return open"]);

        // A job file carries both as they are.
        var export = await GetAsync($"/api/jobs/{job}/export");
        var copy = (string)(await PostAsync("/api/jobs/import", export.ToJsonString(), 201))["id"]!;
        (await StepsAsync(copy)).ShouldBe(["feed done", "return open"]);
        JsonNode.DeepEquals((await GetAsync($"/api/jobs/{copy}/entries"))["items"], (await GetAsync($"/api/jobs/{job}/entries"))["items"]).ShouldBeTrue();
    }

    public void Dispose() => _with.Dispose();

    private async Task<(int, int, string)> CountsAsync(string job)
    {
        var line = (await GetAsync($"/api/jobs/{job}"))["stations"]!.AsArray().Single(s => (string)s!["slug"]! == "rinse")!;
        var bay = (await GetAsync("/api/bay?limit=100"))["jobs"]!.AsArray().Single(j => (string)j!["id"]! == job)!["stations"]!
            .AsArray()
            .Single(s => (string)s!["slug"]! == "rinse")!;
        JsonNode.DeepEquals(line["steps"], bay["steps"]).ShouldBeTrue();
        var soFar = (await GetAsync($"/api/jobs/{job}/so-far"))["stations"]!["rinse"]!;
        ((string)soFar["state"]!).ShouldBe((string)line["state"]!);
        return ((int)line["steps"]!["done"]!, (int)line["steps"]!["of"]!, (string)line["state"]!);
    }

    private async Task<IEnumerable<string>> StepsAsync(string job)
    {
        var preview = (await PostAsync($"/api/jobs/{job}/preview", """{ "want": ["rinse"] }"""))["stations"]!["rinse"]!["steps"]!.AsArray();
        JsonNode.DeepEquals(preview, (await GetAsync($"/api/jobs/{job}/so-far"))["stations"]!["rinse"]!["steps"]).ShouldBeTrue();
        return preview.Select(s => $"{s!["id"]} {s["state"]}");
    }

    private async Task RinseAsync(string job, string hose, bool isClean)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/jobs/{job}/entries")
        {
            Content = Json($$"""{ "kind": "rinsed", "station": "rinse", "step": "{{hose}}", "payload": { "isClean": {{(isClean ? "true" : "false")}} } }"""),
        };
        request.Headers.Add("X-Author", "JM");
        request.Headers.Add("Idempotency-Key", Guid.NewGuid().ToString());
        await Api.ReadAsync(await Http.SendAsync(request), 201);
    }

    private static StringContent Json(string json) => new(json, System.Text.Encoding.UTF8, "application/json");

    private async Task<JsonNode> GetAsync(string path) => await Api.ReadAsync(await Http.GetAsync(path), 200);

    private async Task<JsonNode> PostAsync(string path, string json, int status = 200) => await Api.ReadAsync(await Http.PostAsync(path, Json(json)), status);

    private async Task SaveAsync(string job, string document) => await Api.SaveAsync(Http, job, document, "*", slug: "rinse");
}
