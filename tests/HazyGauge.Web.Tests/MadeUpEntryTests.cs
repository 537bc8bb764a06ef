using System.Text;
using System.Text.Json.Nodes;
using HazyGauge.Web.Entries;
using HazyGauge.Web.Stations;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.AspNetCore.TestHost;

namespace HazyGauge.Web.Tests;

/// <summary>
/// A kind of entry is one class and one registration. Kinds that exist in these tests only carry sign-offs, readings, fills, leak checks and
/// overrides over HTTP, and a station lives by them.
/// </summary>
public sealed class MadeUpEntryTests(App app) : IClassFixture<App>, IDisposable
{
    private readonly WebApplicationFactory<Program> _with = app.WithWebHostBuilder(host =>
        host.ConfigureTestServices(services =>
            services
                .AddStation<TankStation>()
                .AddEntryKind<SignOffKind>()
                .AddEntryKind<MeterReadingKind>()
                .AddEntryKind<RefuelledKind>()
                .AddEntryKind<LeakCheckKind>()
                .AddEntryKind<OverrideKind>()
        )
    );

    private HttpClient Http => field ??= _with.CreateClient();

    [Theory]
    [InlineData("""{ "kind": "signOff", "text": "seen", "station": "fit", "step": "battery-off" }""", null)]
    [InlineData("""{ "kind": "meterReading", "step": "ground", "payload": { "voltageV": { "value": 4.98, "plusMinus": 0.02 } } }""", "4.98 ± 0.02 V on the meter.")]
    [InlineData("""{ "kind": "refuelled", "payload": { "litresL": 38, "ethanolPct": { "value": 83, "plusMinus": 3 } } }""", "Filled 38 L of E83 ± 3.")]
    [InlineData("""{ "kind": "leakCheck", "step": "feed at the rail", "payload": { "isDry": true, "pressureKpa": 400 } }""", "Dry.")]
    [InlineData("""{ "kind": "override", "text": "race day, owner told", "payload": { "code": "noFailsafe" } }""", "Overrides noFailsafe.")]
    public async Task It_is_written_said_listed_searched_and_carried_to_another_shop(string json, string? said)
    {
        var job = await NewJobAsync();
        var written = await WriteAsync(job, json);
        ((string?)written["said"]?["text"]).ShouldBe(said);
        var listed = (await GetAsync($"/api/jobs/{job}/entries"))["items"]!.AsArray().ShouldHaveSingleItem()!;
        JsonNode.DeepEquals(listed, written).ShouldBeTrue();
        JsonNode.DeepEquals(listed["payload"], JsonNode.Parse(json)!["payload"]).ShouldBeTrue();

        var hits = (await GetAsync($"/api/search?limit=100&q={Uri.EscapeDataString(said ?? (string)written["text"]!)}"))["hits"]!.AsArray();
        hits.ShouldContain(h => (string)h!["job"]!["id"]! == job && (int?)h["entry"] == 1);

        var export = await GetAsync($"/api/jobs/{job}/export");
        var copy = (string)(await PostAsync("/api/jobs/import", export.ToJsonString(), 201))["id"]!;
        JsonNode.DeepEquals((await GetAsync($"/api/jobs/{copy}/entries"))["items"], (await GetAsync($"/api/jobs/{job}/entries"))["items"]).ShouldBeTrue();

        // A program that does not know a kind says so and takes in nothing.
        export["entries"]![0]!["kind"] = "paint";
        ((string)(await PostAsync("/api/jobs/import", export.ToJsonString(), 422))["errors"]!["entries[0].kind"]![0]!).ShouldContain("newer version");
    }

    [Theory]
    [InlineData("""{ "kind": "refuelled", "payload": { "litresL": 3800, "ethanolPct": 83 } }""", "payload.litresL")]
    [InlineData("""{ "kind": "refuelled", "payload": { "litresL": 38 } }""", "payload.ethanolPct")]
    [InlineData("""{ "kind": "refuelled", "payload": { "litresL": 38, "ethanolPct": 83, "colour": 1 } }""", "payload.colour")]
    [InlineData("""{ "kind": "refuelled", "payload": { "litresL": "much", "ethanolPct": 83 } }""", "payload.litresL")]
    [InlineData("""{ "kind": "refuelled", "payload": [] }""", "payload")]
    [InlineData("""{ "kind": "refuelled" }""", "payload")]
    [InlineData("""{ "kind": "leakCheck", "step": "rail", "payload": { "isDry": false } }""", "text")]
    [InlineData("""{ "kind": "leakCheck", "payload": { "isDry": true } }""", "step")]
    [InlineData("""{ "kind": "override", "payload": { "code": "x" } }""", "text")]
    [InlineData("""{ "kind": "note", "text": "x", "payload": {} }""", "payload")]
    [InlineData("""{ "kind": "note", "text": "x", "files": ["0000000000000000000000000000000000000000000000000000000000000000"] }""", "files")]
    [InlineData("""{ "kind": "meterReading", "step": "a", "payload": { "voltageV": 5 }, "answers": 7 }""", "answers")]
    [InlineData("""{ "kind": "note", "text": "x", "takesBack": 7 }""", "takesBack")]
    [InlineData("""{ "kind": "paint", "text": "x" }""", "kind")]
    public async Task What_is_not_of_its_shape_is_refused_by_field_and_nothing_is_written(string json, string field)
    {
        var job = await NewJobAsync();
        (await WriteAsync(job, json, 422))["errors"]!.AsObject().Select(e => e.Key).ShouldContain(field);
        (await GetAsync($"/api/jobs/{job}/entries"))["items"]!.AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task A_station_that_reads_entries_stands_by_them_at_once_held_signed_off_and_taken_back()
    {
        var job = await NewJobAsync("Bowser");
        await SaveAsync(job, """{ "capacityL": 60 }""");
        await WriteAsync(job, """{ "kind": "refuelled", "payload": { "litresL": { "value": 40, "plusMinus": 2 }, "ethanolPct": 85 } }""");
        (await StandingAsync(job)).ShouldBe(("proven", "40 ± 2 L filled"));

        // Two fills are two doubts, though their fields have one name.
        await WriteAsync(job, """{ "kind": "refuelled", "payload": { "litresL": { "value": 30, "plusMinus": 2 }, "ethanolPct": 85 } }""");
        (await StandingAsync(job)).ShouldBe(("hold", "70 ± 3 L filled"));
        ((int)(await GetAsync("/api/bay?filter=held&search=bowser"))["counts"]!["held"]!).ShouldBe(1);

        await WriteAsync(job, """{ "kind": "signOff", "text": "a second tank", "step": "overfilled" }""");
        (await StandingAsync(job)).State.ShouldBe("proven");
        await WriteAsync(job, """{ "kind": "note", "text": "there is none", "takesBack": 3 }""");
        (await StandingAsync(job)).State.ShouldBe("hold");

        // A wrong figure: the right one stands in its place, and the record keeps both.
        await WriteAsync(job, """{ "kind": "refuelled", "takesBack": 2, "payload": { "litresL": { "value": 13, "plusMinus": 1 }, "ethanolPct": 85 } }""");
        (await StandingAsync(job)).ShouldBe(("proven", "53 ± 2 L filled"));
        var items = (await GetAsync($"/api/jobs/{job}/entries"))["items"]!.AsArray();
        items.Select(i => ((int)i!["number"]!, (int?)i["takenBackBy"])).ShouldBe([(1, null), (2, 5), (3, 4), (4, null), (5, null)]);
        ((int)(await GetAsync("/api/bay?filter=held&search=bowser"))["counts"]!["held"]!).ShouldBe(0);

        // The document that was saved before says what it says; what it comes to now counts the fills.
        var preview = (await PostAsync($"/api/jobs/{job}/preview", """{ "want": ["blend"] }"""))["stations"]!["blend"]!;
        Math.Round((double)preview["results"]!["filledL"]!["value"]!, 9).ShouldBe(53);
        (
            await Task.WhenAll(Enumerable.Range(0, 6).Select(i => WriteAsync(job, $$"""{ "kind": "refuelled", "payload": { "litresL": 1, "ethanolPct": {{i}} } }""")))
        ).Length.ShouldBe(6);
        (await StandingAsync(job)).Summary.ShouldBe("59 ± 2 L filled");
    }

    [Fact]
    public async Task A_reading_closes_what_was_to_be_checked_and_a_key_is_good_for_one_entry()
    {
        var job = await NewJobAsync();
        await WriteAsync(job, """{ "kind": "recheck", "text": "ground under load", "due": "2020-01-01" }""");
        const string Reading = """{ "kind": "meterReading", "step": "ground", "answers": 1, "payload": { "voltageV": 0.02 } }""";
        var sent = await Task.WhenAll(Enumerable.Range(0, 5).Select(_ => StatusAsync(job, Reading, "one")));
        sent.Order().ShouldBe([200, 200, 200, 200, 201]);
        await WriteAsync(job, Reading.Replace("0.02", "0.03", StringComparison.Ordinal), 422, "one");
        await WriteAsync(job, Reading, 409);
        var items = (await GetAsync($"/api/jobs/{job}/entries"))["items"]!.AsArray();
        items.Select(i => (int?)i!["closedBy"]).ShouldBe([2, null]);
        await WriteAsync(job, """{ "kind": "meterReading", "step": "ground", "answers": 1, "takesBack": 2, "payload": { "voltageV": 0.2 } }""");
        (await GetAsync($"/api/jobs/{job}/entries"))["items"]!.AsArray().Select(i => (int?)i!["closedBy"]).ShouldBe([3, null, null]);
        (await GetAsync($"/api/jobs/{job}"))["due"]!.AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task Entries_are_a_feed_and_open_pages_hear_of_them_and_of_who_saved_what()
    {
        var job = await NewJobAsync();
        await using var hub = new HubConnectionBuilder()
            .WithUrl(new Uri(_with.Server.BaseAddress, "/hubs/live"), o => o.HttpMessageHandlerFactory = _ => _with.Server.CreateHandler())
            .Build();
        var heard = new System.Collections.Concurrent.ConcurrentQueue<JsonObject>();
        hub.On<JsonObject>("JobNews", heard.Enqueue);
        await hub.StartAsync();
        await hub.InvokeAsync("Follow", job);

        await WriteAsync(await NewJobAsync(), """{ "kind": "note", "text": "elsewhere" }""");
        for (var i = 1; i <= 7; i++)
        {
            await WriteAsync(job, $$"""{ "kind": "note", "text": "note {{i}}" }""");
        }

        await SaveAsync(job, """{ "capacityL": 60 }""", "RL");
        for (var i = 0; i < 200 && heard.Count < 8; i++)
        {
            await Task.Delay(25);
        }

        heard.Select(h => (string)h["job"]!).Distinct().ShouldBe([job]);
        heard.Select(h => (int?)h["lastEntry"]).ShouldBe([1, 2, 3, 4, 5, 6, 7, null]);
        var saved = heard.Last()["saved"]!.AsArray().ShouldHaveSingleItem()!;
        ((string)saved["slug"]!, (int)saved["revision"]!, (string)saved["author"]!).ShouldBe(("blend", 1, "RL"));

        var seen = new List<int>();
        for (int? after = 2; after is not null; )
        {
            var page = await GetAsync($"/api/jobs/{job}/entries?after={after}&limit=2");
            seen.AddRange(page["items"]!.AsArray().Select(i => (int)i!["number"]!));
            after = (int?)page["next"];
        }

        seen.ShouldBe([3, 4, 5, 6, 7]);
        var back = await GetAsync($"/api/jobs/{job}/entries?before=5&limit=3");
        (string.Join(' ', back["items"]!.AsArray().Select(i => (int)i!["number"]!)), (int?)back["next"]).ShouldBe(("4 3 2", 2));
    }

    public void Dispose() => _with.Dispose();

    private async Task<(string State, string Summary)> StandingAsync(string job)
    {
        var station = (await GetAsync($"/api/jobs/{job}"))["stations"]!.AsArray().Single(s => (string)s!["slug"]! == "blend")!;
        return ((string)station["state"]!, (string)station["summary"]!["text"]!);
    }

    private async Task<string> NewJobAsync(string name = "Entries") => (string)(await PostAsync("/api/jobs", $$"""{ "name": "{{name}}" }""", 201))["id"]!;

    private async Task<JsonNode> GetAsync(string path) => await Api.ReadAsync(await Http.GetAsync(path), 200);

    private async Task<JsonNode> PostAsync(string path, string json, int status = 200) => await Api.ReadAsync(await Http.PostAsync(path, Json(json)), status);

    private async Task SaveAsync(string job, string document, string author = "JM") => await Api.SaveAsync(Http, job, document, "*", slug: "blend", author: author);

    private async Task<JsonNode> WriteAsync(string job, string json, int status = 201, string? key = null) =>
        await Api.ReadAsync(await SendAsync(job, json, key ?? Guid.NewGuid().ToString()), status);

    private async Task<int> StatusAsync(string job, string json, string key)
    {
        using var response = await SendAsync(job, json, key);
        return (int)response.StatusCode;
    }

    private async Task<HttpResponseMessage> SendAsync(string job, string json, string key)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/jobs/{job}/entries") { Content = Json(json) };
        request.Headers.Add("Idempotency-Key", key);
        request.Headers.Add("X-Author", "JM");
        return await Http.SendAsync(request);
    }

    private static StringContent Json(string json) => new(json, Encoding.UTF8, "application/json");
}
