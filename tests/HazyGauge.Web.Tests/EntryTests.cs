using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;
using Ical.Net;

namespace HazyGauge.Web.Tests;

/// <summary>Waiting, notes and days to look again: written once, closed by another entry, seen in the bay and in a calendar.</summary>
public class EntryTests(App app) : IClassFixture<App>
{
    private static string Day(int fromToday) => DateTime.Now.AddDays(fromToday).ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture);

    private async Task<JsonNode> WriteAsync(string job, string json, int status = 201, string? key = null, string? author = "JM")
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/jobs/{job}/entries")
        {
            Content = new StringContent(json, MediaTypeHeaderValue.Parse("application/json")),
        };
        request.Headers.TryAddWithoutValidation("Idempotency-Key", key ?? Guid.NewGuid().ToString());
        request.Headers.TryAddWithoutValidation("X-Author", author);
        using var response = await app.Http.SendAsync(request);
        return await Api.ReadAsync(response, status);
    }

    private async Task<JsonNode> InBayAsync(string job) => (await app.GetAsync("/api/bay?limit=100"))["jobs"]!.AsArray().Single(j => (string)j!["id"]! == job)!;

    [Fact]
    public async Task Parts_that_are_planned_are_on_the_vehicle_when_somebody_fitted_them_and_no_longer_when_that_was_wrong()
    {
        var job = await app.NewJobAsync("Planned parts");
        await app.SaveAsync(
            job,
            """
            { "engine": { "cylinders": 6, "aspiration": "natural", "wantedPowerKw": 170 }, "fuelSystem": { "kind": "port", "line": "return", "basePressureKpa": 300 },
              "injectors": { "count": 6, "ratedFlowCcMin": 310, "ratedPressureKpa": 300 }, "pump": { "count": 1, "flowLph": 280 }, "goals": { "highestEthanolPct": 80 } }
            """,
            "\"0\"",
            slug: "survey"
        );
        await app.SaveAsync(job, """{ "changes": { "ratedFlowCcMin": 700 }, "drive": { "ambientC": 0 } }""", "\"0\"", slug: "capacity");
        async Task<string> StandsAsync() => (string)(await InBayAsync(job))["stations"]!.AsArray().Single(s => (string)s!["slug"]! == "capacity")!["state"]!;
        async Task<JsonNode> SurveyAsync() =>
            (await app.PreviewAsync(job, "survey", (await app.GetAsync($"/api/jobs/{job}/stations/survey"))["document"]!.ToJsonString()))["results"]!;
        (await StandsAsync()).ShouldBe("planned");
        (await SurveyAsync())["fitted"]!.AsArray().ShouldBeEmpty();

        (await WriteAsync(job, """{ "kind": "fitted", "payload": { "change": { "ratedFlowCcMin": 5 } } }""", 422))["errors"]!
            .AsObject()
            .Select(e => e.Key)
            .ShouldBe(["payload.change.ratedFlowCcMin"]);
        (await WriteAsync(job, """{ "kind": "fitted", "payload": { "change": { } } }""", 422))["errors"]!.AsObject().Select(e => e.Key).ShouldBe(["payload.change"]);
        (await StandsAsync()).ShouldBe("planned");

        var entry = await WriteAsync(job, """{ "kind": "fitted", "payload": { "change": { "ratedFlowCcMin": 700 } } }""", author: "RL");
        (await StandsAsync()).ShouldBe("inWork");
        var now = await SurveyAsync();
        (now["fitted"]![0]!["author"], now["fitted"]![0]!["what"]!["text"]).ShouldSatisfyAllConditions(
            f => ((string)f.Item1!).ShouldBe("RL"),
            f => ((string)f.Item2!).ShouldBe("injectors of 700 cm³/min")
        );

        // What was found stays on record; the vehicle is calculated with what is on it.
        ((double)(await app.GetAsync($"/api/jobs/{job}/stations/survey"))["document"]!["injectors"]!["ratedFlowCcMin"]!).ShouldBe(310);
        await WriteAsync(job, $$"""{ "kind": "note", "text": "wrong van", "takesBack": {{(int)entry["number"]!}} }""");
        (await StandsAsync()).ShouldBe("planned");
        (await SurveyAsync())["fitted"]!.AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task An_entry_is_written_once_however_often_it_is_sent_and_closed_once()
    {
        var job = await app.NewJobAsync();
        const string Waiting = """{ "kind": "waiting", "text": "adapter, 3/8 in", "blocks": ["survey", "fit"] }""";
        var sent = await Task.WhenAll(
            Enumerable
                .Range(0, 6)
                .Select(async _ =>
                {
                    using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/jobs/{job}/entries")
                    {
                        Content = new StringContent(Waiting, MediaTypeHeaderValue.Parse("application/json")),
                    };
                    request.Headers.Add("Idempotency-Key", "same");
                    request.Headers.Add("X-Author", "JM");
                    using var response = await app.Http.SendAsync(request);
                    return (int)response.StatusCode;
                })
        );
        sent.Order().ShouldBe([200, 200, 200, 200, 200, 201]);
        await WriteAsync(job, """{ "kind": "note", "text": "something else" }""", 422, "same");

        var bay = await InBayAsync(job);
        ((string)bay["waiting"]![0]!["text"]!, (string)bay["nextAction"]!["command"]!).ShouldBe(("adapter, 3/8 in", "Waiting for adapter, 3/8 in."));
        bay["stations"]!.AsArray().Where(s => (bool)s!["isWaiting"]!).Select(s => (string)s!["slug"]!).ShouldBe(["survey", "fit"]);

        await WriteAsync(job, """{ "kind": "closing", "text": "arrived", "answers": 1 }""");
        await WriteAsync(job, """{ "kind": "closing", "text": "arrived again", "answers": 1 }""", 409);
        (await WriteAsync(job, """{ "kind": "closing", "text": "what", "answers": 9 }""", 422)).ShouldName("answers");
        var items = (await app.GetAsync($"/api/jobs/{job}/entries"))["items"]!.AsArray();
        ((int)(await WriteAsync(job, Waiting, 200, "same"))["closedBy"]!).ShouldBe(2);
        items.Select(i => ((int)i!["number"]!, (string)i["kind"]!, (int?)i["closedBy"])).ShouldBe([(1, "waiting", 2), (2, "closing", null)]);
        (await InBayAsync(job))["waiting"]!.AsArray().ShouldBeEmpty();
    }

    [Theory]
    [InlineData("""{ "kind": "waiting", "text": " " }""", "text")]
    [InlineData("""{ "text": "x" }""", "kind")]
    [InlineData("""{ "kind": "recheck", "text": "hot soak" }""", "due")]
    [InlineData("""{ "kind": "note", "text": "x", "due": "2026-12-01" }""", "due")]
    [InlineData("""{ "kind": "note", "text": "x", "blocks": ["fit"] }""", "blocks")]
    [InlineData("""{ "kind": "waiting", "text": "x", "blocks": ["paint"] }""", "blocks")]
    [InlineData("""{ "kind": "waiting", "text": "x", "blocks": [null] }""", "blocks")]
    [InlineData("""{ "kind": "closing", "text": "x" }""", "answers")]
    [InlineData("""{ "kind": "recheck", "text": "x", "due": "2026-12-01", "answers": 1 }""", "answers")]
    [InlineData("""{ "kind": "note", "text": "x", "station": "paint" }""", "station")]
    public async Task An_entry_that_says_too_little_is_refused(string json, string field)
    {
        var job = await app.NewJobAsync();
        (await WriteAsync(job, json, 422))["errors"]!.AsObject().Select(e => e.Key).ShouldContain(field);
        (await app.GetAsync($"/api/jobs/{job}/entries"))["items"]!.AsArray().ShouldBeEmpty();
    }

    [Fact]
    [Trait("Category", "Outside")]
    public async Task What_falls_due_is_seen_in_the_bay_and_read_by_an_independent_calendar()
    {
        var job = await app.NewJobAsync("Skirr; the second, long enough to be folded: ž ± 中文中文中文中文");
        await WriteAsync(job, $$"""{ "kind": "recheck", "text": "leak check, hot\nand a smell; look \\ behind", "due": "{{Day(-1)}}" }""");
        await WriteAsync(job, $$"""{ "kind": "waiting", "text": "file", "due": "{{Day(5)}}", "blocks": ["compensate"] }""");
        await WriteAsync(job, """{ "kind": "note", "text": "not a date" }""");
        var bay = await InBayAsync(job);
        (bay["due"]!.AsArray().Count, bay["upcoming"]!.AsArray().Count).ShouldBe((1, 1));
        (await app.GetAsync("/api/bay?limit=100"))["jobs"]![0]!["due"]!.AsArray().ShouldNotBeEmpty();

        // Source: RFC 5545, read by Ical.Net.
        foreach (var path in new[] { $"/api/jobs/{job}/due.ics", "/api/bay/due.ics" })
        {
            var text = await app.Http.GetStringAsync(path);
            text.Split("\r\n").ShouldAllBe(line => Encoding.UTF8.GetByteCount(line) <= 75);
            var mine = Calendar.Load(text)!.Events.Where(e => e.Summary!.StartsWith("Skirr; the second", StringComparison.Ordinal)).OrderBy(e => e.DtStart!.Value).ToList();
            mine.Count.ShouldBe(2);
            mine[0].Summary.ShouldBe("Skirr; the second, long enough to be folded: ž ± 中文中文中文中文: leak check, hot\nand a smell; look \\ behind");
            (mine[0].DtStart!.HasTime, mine[0].DtStart!.Value.ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture)).ShouldBe((false, Day(-1)));
            mine[1].Description!.ShouldContain("Holds up Compensate");
        }

        // Of all jobs, from one day to another.
        async Task<int> BetweenAsync(int from, int to) =>
            Calendar
                .Load(await app.Http.GetStringAsync($"/api/bay/due.ics?from={Day(from)}&to={Day(to)}"))!
                .Events.Count(e => e.Summary!.StartsWith("Skirr; the second", StringComparison.Ordinal));
        (await BetweenAsync(-1, 5), await BetweenAsync(0, 5), await BetweenAsync(-1, 4), await BetweenAsync(6, 300)).ShouldBe((2, 1, 1, 0));
        (await app.GetAsync($"/api/bay/due.ics?from={Day(5)}&to={Day(4)}", 422)).ShouldName("to");
    }

    [Fact]
    public async Task A_job_put_aside_and_a_job_that_travels_keep_everything_that_happened()
    {
        var job = await app.NewJobAsync("Wanderer");
        await WriteAsync(job, $$"""{ "kind": "waiting", "text": "pump", "due": "{{Day(3)}}", "blocks": ["capacity"], "station": "survey" }""");
        await WriteAsync(job, """{ "kind": "closing", "text": "came", "answers": 1 }""", author: "RL");
        await app.PostAsync($"/api/jobs/{job}/archive", "{}");
        (await app.GetAsync("/api/bay?limit=100"))["jobs"]!.AsArray().ShouldNotContain(j => (string)j!["id"]! == job);
        (await app.GetAsync("/api/bay?filter=archived"))["jobs"]!.AsArray().ShouldContain(j => (string)j!["id"]! == job);
        (await app.PostAsync($"/api/jobs/{job}/restore", "{}"))["archivedAt"].ShouldBeNull();
        await app.PostAsync($"/api/jobs/{Guid.NewGuid()}/archive", "{}", 404);

        var export = await app.GetAsync($"/api/jobs/{job}/export");
        var copy = (string)(await app.PostAsync("/api/jobs/import", export.ToJsonString(), 201))["id"]!;
        (await app.GetAsync($"/api/jobs/{copy}/entries")).ToJsonString().ShouldBe((await app.GetAsync($"/api/jobs/{job}/entries")).ToJsonString());
        await WriteAsync(copy, """{ "kind": "note", "text": "goes on" }""");

        export["entries"]![1]!["answers"] = 2;
        (await app.PostAsync("/api/jobs/import", export.ToJsonString(), 422))["errors"]!.AsObject().Select(e => e.Key).ShouldBe(["entries[1].answers"]);
    }

    [Theory]
    [InlineData("""{ "number": 2, "kind": "note", "text": "x" }""", "entries[0].number")]
    [InlineData("""{ "number": 1, "kind": "note", "text": "" }""", "entries[0].text")]
    [InlineData("""{ "number": 1, "kind": "note", "text": "x", "author": "" }""", "entries[0].author")]
    [InlineData("""{ "number": 1, "kind": "paint", "text": "x" }""", "entries[0].kind")]
    [InlineData("""{ "number": 1, "kind": "closing", "text": "x", "answers": 1 }""", "entries[0].answers")]
    [InlineData("""{ "number": 1, "kind": "closing", "text": "x", "closes": 4 }""", "entries[0].answers")]
    [InlineData("""{ "number": 1, "kind": "note", "text": "x", "takesBack": 1 }""", "entries[0].takesBack")]
    [InlineData("""{ "number": 1, "kind": "note", "text": "x", "files": ["0000000000000000000000000000000000000000000000000000000000000000"] }""", "entries[0].files")]
    [InlineData("""{ "number": 1, "kind": "note", "text": "x", "payload": { "a": 1 } }""", "entries[0].payload")]
    [InlineData("""{ "number": 1, "kind": "waiting", "text": "x", "blocks": ["paint"] }""", "entries[0].blocks")]
    [InlineData("""{ "number": 1, "kind": "note", "text": "x", "files": [null] }""", "file")]
    [InlineData("""{ "number": 1, "kind": "note", "text": "x", "colour": 1 }""", "file")]
    public async Task An_entry_that_could_not_have_been_written_is_not_taken_in_either_and_its_place_is_named(string entry, string field)
    {
        var whole = JsonNode.Parse(
            """
            { "schemaVersion": 2, "id": "01a2106a-0919-7015-a0b2-d19d31bbb098", "exportedAt": "2026-01-01T00:00:00Z", "name": "Spoilt",
            "vehicle": "", "createdAt": "2026-01-01T00:00:00Z", "revisions": [], "files": [] }
            """
        )!;
        var one = JsonNode.Parse(entry)!.AsObject();
        foreach (var (name, usual) in new (string, JsonNode)[] { ("blocks", new JsonArray()), ("author", "JM"), ("at", "2026-01-01T00:00:00Z") })
        {
            if (!one.ContainsKey(name))
            {
                one[name] = usual;
            }
        }

        whole["entries"] = new JsonArray(one);
        (await app.PostAsync("/api/jobs/import", whole.ToJsonString(), 422))["errors"]!.AsObject().Select(e => e.Key).ShouldContain(field);
        (await app.GetAsync("/api/bay?search=spoilt"))["jobs"]!.AsArray().ShouldBeEmpty();
    }
}
