using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;

namespace HazyGauge.Web.Tests;

/// <summary>What a job needs, what became of it, and the next vehicle of the same kind: buying list, shelf, templates.</summary>
public class PartsTests(App app) : IClassFixture<App>
{
    private const string Survey = """
        { "vehicle": { "year": 2015 }, "engine": { "cylinders": 4, "powerKw": 110, "displacementCc": 1990, "bsfcGPerKwh": { "value": 300, "plusMinus": 8 } },
          "fuelSystem": { "kind": "port", "line": "return", "basePressureKpa": { "value": 300, "plusMinus": 6 }, "materials": { "hoses": "notRated", "seals": "rated" } },
          "pump": { "count": 1, "flowLph": 190 }, "arrival": { "faultCodesBefore": "P0171", "missing": "one clip at the filter" }, "sensor": { "partNumber": "FC 7" },
          "users": [{ "kind": "gauge", "name": "Dash", "pairing": "A7" }, { "kind": "controller", "controller": "Main" }],
          "controllers": [{ "name": "Main", "role": "engine", "revision": "C", "setsNumbers": "calibratorsFile", "access": "licence card" }],
          "settings": [{ "kind": "fullScale", "asFound": 0 }], "instruments": ["voltsAndContinuity"], "work": { "hoursPlanned": 6, "hoursTaken": 8.5, "stayedOn": "the intake" },
          "control": { "fuelMapEthanolPct": 10, "revisionListed": true }, "goals": { "highestEthanolPct": 85 }, "notes": "belongs to RL" }
        """;

    private async Task<string> JobAsync()
    {
        var job = await app.NewJobAsync();
        await app.SaveAsync(job, Survey, "\"0\"", slug: "survey");
        await app.SaveAsync(job, """{ "shown": [{ "by": "Dash", "ethanolPct": 36, "leftWhenUnplugged": true }] }""", "\"0\"", slug: "signal");
        await app.SaveAsync(job, """{ "changes": { "pumpFlowLph": 255 } }""", "\"0\"", slug: "capacity");
        return job;
    }

    private async Task<JsonNode> NoteAsync(string job, string item, string body, int status = 200)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/jobs/{job}/buying-list/{item}") { Content = new StringContent(body, Encoding.UTF8, "application/json") };
        request.Headers.Add("X-Author", "JM");
        return await Api.ReadAsync(await app.Http.SendAsync(request), status);
    }

    private async Task<JsonNode> ListAsync(string job) => await app.GetAsync($"/api/jobs/{job}/buying-list");

    private static JsonNode Line(JsonNode list, string item) => list["items"]!.AsArray().Single(i => (string)i!["item"]! == item)!;

    [Fact]
    public async Task Every_station_adds_what_it_needs_and_what_becomes_of_it_is_an_entry_and_holds_up_until_it_is_there()
    {
        var job = await JobAsync();
        var list = await ListAsync(job);
        list["items"]!
            .AsArray()
            .Select(i => (string)i!["item"]!)
            .ShouldBe(
                ["sensor", "hoses-rated", "fuel-pump", "user-dash", "missing-on-arrival", "sensor-plug", "fuse-holder", "access-main", "borrow-hydrometer", "borrow-wideband"],
                ignoreOrder: true
            );
        Line(list, "hoses-rated")["holdsUp"]!.AsArray().Select(h => (string)h!).ShouldBe(["fit"]);
        list["total"].ShouldBeNull();

        (await NoteAsync(job, "fuel-pump", """{ "status": "ordered", "price": 140, "source": "by mail" }"""))["author"]!.GetValue<string>().ShouldBe("JM");
        await NoteAsync(job, "fuel-pump", """{ "status": "arrived" }""");
        await NoteAsync(job, "rags", """{ "name": "Rags", "quantity": 10, "price": 0.5 }""");
        list = await ListAsync(job);
        var pump = Line(list, "fuel-pump");
        ((string)pump["status"]!, (double)pump["price"]!, (string)pump["source"]!, pump["holdsUp"]!.AsArray().Count).ShouldBe(("arrived", 140, "by mail", 0));
        ((double)list["total"]!, (int)list["open"]!).ShouldBe((145, 10));
        (await app.GetAsync($"/api/jobs/{job}/entries"))["items"]!.AsArray().Count(e => (string)e!["kind"]! == "part").ShouldBe(3);

        var csv = await app.Http.GetStringAsync($"/api/jobs/{job}/buying-list.csv");
        csv.ShouldContain("rags,Rags,10,part,,,needed,0.5,");
        await NoteAsync(job, "nothing-of-the-kind", """{ "status": "ordered" }""", 404);
        await NoteAsync(job, "rags", "{}", 422);
        await NoteAsync(job, "rags", """{ "price": -1 }""", 422);
        await NoteAsync(job, "rags", """{ "status": "eaten" }""", 400);
        await NoteAsync(job, "No_Item", """{ "name": "x" }""", 422);
    }

    [Fact]
    public async Task The_second_car_of_a_kind_begins_with_what_was_planned_and_bought_and_is_asked_again_what_belongs_to_one_car()
    {
        var job = await JobAsync();
        await NoteAsync(job, "sensor", """{ "status": "arrived", "price": 95, "source": "parts counter" }""");
        await NoteAsync(job, "rags", """{ "name": "Rags", "price": 0.5 }""");
        var template = await app.PostAsync("/api/templates", $$"""{ "jobId": "{{job}}", "name": "Two-litre van" }""", 201);
        var file = await app.GetAsync($"/api/templates/{template["id"]}");
        var survey = file["stations"]!["survey"]!;
        survey.ToJsonString().ShouldNotContain("P0171");
        foreach (var gone in new[] { "arrival", "sensor", "settings", "notes" })
        {
            survey[gone].ShouldBeNull(gone);
        }

        (
            survey["vehicle"]?["year"],
            survey["engine"]!["bsfcGPerKwh"],
            survey["fuelSystem"]!["basePressureKpa"],
            survey["control"]?["fuelMapEthanolPct"],
            survey["users"]![0]!["pairing"],
            survey["controllers"]![0]!["revision"]
        ).ShouldBe((null, null, null, null, null, null));
        ((int)survey["engine"]!["cylinders"]!, (double)survey["work"]!["hoursPlanned"]!, (string)survey["work"]!["stayedOn"]!).ShouldBe((4, 8.5, "the intake"));
        file["stations"]!["signal"].ShouldBeNull();

        // Out as a file, in again, and a job of it.
        var again = await app.PostAsync("/api/templates/import", file.ToJsonString(), 201);
        var made = await app.PostAsync("/api/jobs", $$"""{ "name": "Van 2", "templateId": "{{again["id"]}}" }""", 201);
        var second = (string)made["id"]!;
        var list = await ListAsync(second);
        ((double)Line(list, "sensor")["price"]!, (string)Line(list, "sensor")["status"]!, (string)Line(list, "rags")["name"]!["text"]!).ShouldBe((95, "needed", "Rags"));
        (await app.GetAsync($"/api/jobs/{second}/stations/capacity"))["document"]!["changes"]!["pumpFlowLph"]!.GetValue<double>().ShouldBe(255);
        var asked = (await app.PostAsync($"/api/jobs/{second}/preview", """{ "want": ["survey"] }"""))["stations"]!["survey"]!["results"]!["toMeasure"]!
            .AsArray()
            .Select(m => (string)m!["field"]!)
            .ToList();
        asked.ShouldContain("vehicle.year");
        asked.ShouldContain("fuelSystem.basePressureKpa");

        (await app.GetAsync("/api/templates"))["items"]!.AsArray().Count.ShouldBeGreaterThanOrEqualTo(2);
        var before = (await app.GetAsync("/api/templates"))["items"]!.AsArray().Count;
        foreach (
            var (bad, field) in new[]
            {
                ("""{ "schemaVersion": 7, "name": "x", "stations": {} }""", "schemaVersion"),
                ("""{ "name": "x" }""", "file"),
                ("[]", "file"),
                ("""{ "schemaVersion": 1, "name": "x", "stations": { "moon": {} } }""", "stations"),
                ("""{ "schemaVersion": 1, "name": "x", "stations": { "survey": { "engine": { "cylinders": 99 } } } }""", "stations.survey.engine.cylinders"),
                ("""{ "schemaVersion": 1, "name": "", "stations": {} }""", "name"),
            }
        )
        {
            (await app.PostAsync("/api/templates/import", bad, 422))["errors"]!.AsObject().Select(e => e.Key).ShouldContain(field);
        }

        (await app.GetAsync("/api/templates"))["items"]!.AsArray().Count.ShouldBe(before);
        (await app.PostAsync("/api/jobs", """{ "name": "x", "templateId": "01a21e2e-07f8-7e4b-b256-1cba4de58d99" }""", 422)).ShouldName("templateId");
        // One that is not wanted goes, and comes back from its file.
        using (var gone = await app.Http.DeleteAsync($"/api/templates/{again["id"]}"))
        {
            gone.StatusCode.ShouldBe(System.Net.HttpStatusCode.NoContent);
        }

        using (var twice = await app.Http.DeleteAsync($"/api/templates/{again["id"]}"))
        {
            twice.StatusCode.ShouldBe(System.Net.HttpStatusCode.NotFound);
        }

        (await app.GetAsync("/api/templates"))["items"]!.AsArray().Count.ShouldBe(before - 1);
        await app.PostAsync("/api/templates", """{ "jobId": "01a21e2e-07f8-7e4b-b256-1cba4de58d99" }""", 404);
        (await app.PostAsync("/api/templates", $$"""{ "jobId": "{{await app.NewJobAsync()}}" }""", 422)).ShouldName("jobId");
    }

    private async Task<JsonNode> ShelfAsync(string csv, int status = 200)
    {
        using var content = new StringContent(csv, Encoding.UTF8, MediaTypeHeaderValue.Parse("text/csv"));
        return await Api.ReadAsync(await app.Http.PostAsync("/api/shelf", content), status);
    }

    [Fact]
    public async Task Data_sheets_come_and_go_as_a_table_with_units_and_kits_are_compared_by_what_they_cover()
    {
        (await app.GetAsync("/api/shelf"))["items"]!.AsArray().Select(s => (string)s!["kind"]!).Distinct().ShouldBe(["pump", "injector", "kit"]);
        await ShelfAsync(
            "kind,name,ratedFlow,ratedPressure,flow,covers,price\ninjector,Own 33,33 lb/h,43.5 psi,,,\npump,Own pump,,,50 gph,,\nkit,Big kit,,,,sensor sensor-plug "
                + "fuse-holder fuel-pump towbar,250\n"
        );
        var items = (await app.GetAsync("/api/shelf"))["items"]!.AsArray();
        var own = items.Single(s => (string)s!["name"]! == "Own 33")!["survey"]!["injectors"]!;

        // 33 lb/h of the usual test fluid; 43.5 psi are 299.9 kPa (NIST SP 811).
        ((double)own["ratedFlowCcMin"]!).ShouldBe(33 * 10.5, 3);
        ((double)own["ratedPressureKpa"]!).ShouldBe(299.9, 0.1);
        ((double)items.Single(s => (string)s!["name"]! == "Own pump")!["survey"]!["pump"]!["flowLph"]!).ShouldBe(189.27, 0.01);

        // What goes out comes in again unchanged.
        await ShelfAsync(await app.Http.GetStringAsync("/api/shelf.csv"));
        (await app.GetAsync("/api/shelf"))["items"]!.AsArray().Select(s => s!["survey"]!.ToJsonString()).ShouldBe(items.Select(s => s!["survey"]!.ToJsonString()));

        var kits = (await ListAsync(await JobAsync()))["kits"]!.AsArray();
        ((string)kits[0]!["name"]!, kits[0]!["covers"]!.AsArray().Count, (string)kits[0]!["beyond"]![0]!).ShouldBe(("Big kit", 4, "towbar"));
        kits[0]!["missing"]!.AsArray().Select(m => (string)m!).ShouldContain("hoses-rated");
    }

    [Theory]
    [InlineData("pump,A,190 kPa", "Row 2, column flow: \u201c190 kPa\u201d is a pressure")]
    [InlineData("spaceship,A,1", "Row 2, column kind")]
    [InlineData("injector,A,190", "Row 2, column flow: this belongs to a pump")]
    [InlineData("pump,A,", "Row 2, column name: this sheet says nothing")]
    [InlineData("pump,,190", "Row 2, column name")]
    [InlineData("pump,A,190\npump,A,200", "Row 3, column name: 'A' stands twice")]
    [InlineData("pump,A,190\npump,B,99999", "Row 3, column flow")]
    public async Task A_wrong_row_of_the_shelf_is_named_and_nothing_is_half_kept(string rows, string message)
    {
        var before = (await app.GetAsync("/api/shelf")).ToJsonString();
        ((string)(await ShelfAsync($"kind,name,flow\n{rows}\n", 422))["errors"]!["file"]![0]!).ShouldStartWith(message);
        (await app.GetAsync("/api/shelf")).ToJsonString().ShouldBe(before);
    }
}
