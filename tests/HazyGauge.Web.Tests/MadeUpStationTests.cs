using System.Text.Json.Nodes;
using HazyGauge.Web.Stations;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.TestHost;

namespace HazyGauge.Web.Tests;

/// <summary>A station is one class and one registration: everything a station does over HTTP, done with one that exists in these tests only.</summary>
public sealed class MadeUpStationTests(App app) : IClassFixture<App>, IDisposable
{
    private readonly WebApplicationFactory<Program> _with = app.WithWebHostBuilder(host => host.ConfigureTestServices(services => services.AddStation<MadeUpStation>()));

    private HttpClient Http => field ??= _with.CreateClient();

    [Fact]
    public async Task It_is_read_tried_out_saved_refused_stopped_carried_rechecked_compared_duplicated_and_in_the_bay()
    {
        var job = (string)(await PostAsync("/api/jobs", """{ "name": "Purged" }""", 201))["id"]!;
        (await GetAsync("/api/stations")).AsArray().ShouldContain(s => (string)s!["slug"]! == "purge" && (bool)s["built"]!);
        var field = (await GetAsync("/api/fields/purge"))[0]!;
        ((string)field["path"]!, (string)field["quantity"]!, (string)field["unit"]!, (double)field["max"]!).ShouldBe(("pressureKpa", "kpa", "kPa", 900));

        // Tried out: a bare ± is a doubt of its own, and the survey is read.
        var tried = await PostAsync($"/api/jobs/{job}/preview", """{ "drafts": { "purge": { "pressureKpa": { "value": 150, "plusMinus": 6 } } }, "want": ["purge"] }""");
        var preview = tried["stations"]!["purge"]!;
        ((double)preview["results"]!["timesBase"]!["value"]!).ShouldBe(0.5, 1e-12);
        ((double)preview["results"]!["timesBase"]!["plusMinus"]!).ShouldBe(0.02, 1e-9);
        ((string)preview["results"]!["timesBase"]!["parts"]![0]!["source"]!).ShouldBe("pressureKpa");
        ((string)preview["results"]!["headline"]!["text"]!).ShouldBe("Purged at 150 ± 6 kPa, 0.50 ± 0.02 times the base pressure.");
        ((string)preview["state"]!, (string)preview["etag"]!, preview["basedOn"]!.AsObject().ContainsKey("survey")).ShouldBe(("proven", "\"0\"", true));

        // Refused: in words, by field, and nothing is saved.
        var refused = await PostAsync($"/api/jobs/{job}/preview", """{ "drafts": { "purge": { "pressureKpa": 2000 } }, "want": ["purge"] }""", 422);
        ((string)refused["errors"]!["purge.pressureKpa"]![0]!).ShouldContain("between 10 and 900 kPa");
        refused["sentences"]!["purge.pressureKpa"]![0]!["template"]!.ToString().ShouldNotContain("900");
        (await SaveAsync(job, "purge", "0", """{ "pressureKpa": 2000 }""", 422)).ShouldName("pressureKpa");
        (await SaveAsync(job, "purge", "0", """{ "pressure": 150 }""", 422)).ShouldName("pressure");

        // Saved, and stopped by a stale tag.
        var saved = await SaveAsync(job, "purge", "0", """{ "pressureKpa": { "value": 150, "plusMinus": 6 }, "note": "twice" }""");
        ((string)saved["etags"]!["purge"]!).ShouldBe("\"1\"");
        var stale = await SaveAsync(job, "purge", "0", """{ "pressureKpa": 160 }""", 412);
        ((string)stale["slug"]!, (string)stale["detail"]!).ShouldBe(("purge", "Purge: JM saved revision 1. Read it before saving yours. Nothing was saved."));
        var kept = (await GetAsync($"/api/jobs/{job}/stations/purge"))["document"]!;
        ((string)kept["note"]!, (double)kept["results"]!["timesBase"]!["value"]!).ShouldBe(("twice", 0.5));

        await CarriedOnAsync(job);
    }

    private async Task CarriedOnAsync(string job)
    {
        // Another station changes how it stands, and the bay says which.
        await SaveAsync(job, "survey", "0", """{ "fuelSystem": { "basePressureKpa": 100 } }""");
        var inBay = (await GetAsync("/api/bay?limit=100"))["jobs"]!.AsArray().Single(j => (string)j!["id"]! == job)!;
        var standing = inBay["stations"]!.AsArray().Single(s => (string)s!["slug"]! == "purge")!;
        ((string)standing["state"]!, (string)standing["changedBy"]!, (string)standing["summary"]!["text"]!).ShouldBe(
            ("hold", "survey", "Purged at 150 ± 6 kPa, 1.50 ± 0.06 times the base pressure.")
        );
        ((string)inBay["held"]!, (string)inBay["nextAction"]!["command"]!).ShouldBe(("It must not exceed the base pressure.", "Lower the pressure."));
        var recheck = await GetAsync($"/api/jobs/{job}/stations/purge/recheck");
        (recheck["differences"]!.AsArray().Count, (double)recheck["sinceSaved"]![0]!["to"]!["number"]!["value"]!).ShouldBe((0, 1.5));

        // Set side by side, carried to another shop, and begun again on the next vehicle.
        await SaveAsync(job, "purge", "1", """{ "pressureKpa": 90 }""");
        var compared = await GetAsync($"/api/jobs/{job}/record/compare?from=1&to=3");
        compared["changes"]!.AsArray().Select(c => (string)c!["label"]!).ShouldBe(["Purge pressure", "Of the base pressure"]);
        var export = await GetAsync($"/api/jobs/{job}/export");
        ((int)export["revisions"]![2]!["basedOn"]!["survey"]!).ShouldBe(2);
        var copy = (string)(await PostAsync("/api/jobs/import", export.ToJsonString(), 201))["id"]!;
        JsonNode.DeepEquals((await GetAsync($"/api/jobs/{copy}/stations/purge"))["document"], export["revisions"]![2]!["document"]).ShouldBeTrue();
        export["revisions"]![2]!["document"]!["results"]!["nextAction"] = null;
        ((string)(await PostAsync("/api/jobs/import", export.ToJsonString(), 422))["detail"]!).ShouldContain("does not belong");
        using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/jobs/{job}/duplicate") { Content = Json("{}") };
        request.Headers.Add("X-Author", "JM");
        var twin = (string)(await Api.ReadAsync(await Http.SendAsync(request), 201))["id"]!;
        ((double)(await GetAsync($"/api/jobs/{twin}/stations/purge"))["document"]!["pressureKpa"]!).ShouldBe(90);
    }

    public void Dispose() => _with.Dispose();

    private static StringContent Json(string json) => new(json, System.Text.Encoding.UTF8, "application/json");

    private async Task<JsonNode> GetAsync(string path) => await Api.ReadAsync(await Http.GetAsync(path), 200);

    private async Task<JsonNode> PostAsync(string path, string json, int status = 200) => await Api.ReadAsync(await Http.PostAsync(path, Json(json)), status);

    private async Task<JsonNode> SaveAsync(string job, string slug, string revision, string document, int status = 200)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/jobs/{job}/save")
        {
            Content = Json($$"""{ "documents": [{ "slug": "{{slug}}", "etag": "\"{{revision}}\"", "document": {{document}} }] }"""),
        };
        request.Headers.Add("X-Author", "JM");
        return await Api.ReadAsync(await Http.SendAsync(request), status);
    }
}
