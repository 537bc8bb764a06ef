using System.Text.Json.Nodes;

namespace HazyGauge.Web.Tests;

public class SurveyTests(App app) : IClassFixture<App>
{
    private const string Half = """
        { "engine": { "cylinders": 6, "displacementCc": 3000, "aspiration": "natural", "powerKw": { "value": 150, "plusMinus": 6 } },
          "fuelSystem": { "line": "return", "kind": "port", "materials": { "hoses": "rated", "seals": "rated" },
          "joints": [ { "place": "at the frame", "line": "return", "size": "3/8 in", "gender": "female", "angleDeg": 90, "retainer": "tab" } ] },
          "control": { "signalPath": "directFrequency", "revisionListed": true, "plugPresent": true, "freeInput": true, "fuelMapEthanolPct": 85 },
          "unknowns": ["pump.flowLph", "injectors.ratedFlowCcMin"] }
        """;

    [Fact]
    public async Task A_half_filled_survey_is_judged_kept_and_seen_in_the_bay()
    {
        var verdict = await app.PostAsync("/api/calc/survey-check", Half);
        ((string)verdict["eligible"]!).ShouldBe("yes");
        verdict["findings"]!.AsArray().Select(f => (string)f!["code"]!).ShouldContain("fuelMapOnEthanol");
        var first = verdict["toMeasure"]![0]!;
        ((string)first["field"]!).ShouldBe("pump.flowLph");
        ((string)first["effect"]!).ShouldContain("Measured, it is ±");
        ((double)first["usedMeanwhile"]!["plusMinusPct"]!).ShouldBe(30);
        var load = verdict["loads"]![0]!;
        Math.Sqrt(load["usePct"]!["parts"]!.AsArray().Sum(p => Math.Pow((double)p!["u"]!, 2))).ShouldBe((double)load["usePct"]!["u"]!, 1e-9);

        var job = await app.NewJobAsync();
        ((string)(await app.GetAsync($"/api/jobs/{job}"))["nextAction"]!["slug"]!).ShouldBe("survey");
        var (saved, _) = await app.SaveAsync(job, Half, "\"0\"", slug: "survey");
        saved["document"]!["results"]!.ToJsonString().ShouldBe(verdict.ToJsonString());
        var preview = await app.PreviewAsync(job, "survey", Half);
        preview["results"]!.ToJsonString().ShouldBe(verdict.ToJsonString());
        var given = JsonNode.Parse(Half)!;
        given["fuelSystem"]!["joints"]![0]!["id"] = "joint1";
        JsonNode.DeepEquals(preview["document"], given).ShouldBeTrue();
        var shown = await app.GetAsync($"/api/jobs/{job}");
        ((string)shown["stations"]![0]!["state"]!, (string)shown["nextAction"]!["slug"]!).ShouldBe(("inWork", "capacity"));

        // A revision the other way round, in words.
        await app.SaveAsync(job, Half.Replace("\"plugPresent\": true", "\"plugPresent\": false"), "\"1\"", slug: "survey");
        var held = await app.GetAsync($"/api/jobs/{job}");
        ((string)held["held"]!).ShouldContain("plug");
        ((string)held["nextAction"]!["command"]!).ShouldContain("Do not buy");
        var changes = (await app.GetAsync($"/api/jobs/{job}/record/compare?from=1&to=2"))["changes"]!.AsArray();
        changes.Select(c => ((string)c!["field"]!, (string)c["from"]!["text"]!, (string)c["to"]!["text"]!)).ShouldBe([("eligible", "yes", "no")]);
    }

    [Theory]
    [InlineData("""{ "injectors": { "count": 0 } }""", "injectors.count")]
    [InlineData("""{ "fuelSystem": { "line": "returnless", "joints": [ { "line": "feed" }, { "line": "return" } ] } }""", "fuelSystem.joints[1].line")]
    [InlineData("""{ "pump": { "curve": [ { "pressureKpa": 300, "flowLph": 200 }, { "pressureKpa": 250, "flowLph": 210 } ] } }""", "pump.curve[1].pressureKpa")]
    [InlineData("""{ "pump": { "curve": [ { "pressureKpa": 300 } ] } }""", "pump.curve[0].flowLph")]
    [InlineData("""{ "pump": { "curve": [ null ] } }""", "pump.curve")]
    [InlineData("""{ "engine": { "powerKw": 100 }, "unknowns": ["engine.powerKw"] }""", "engine.powerKw")]
    [InlineData("""{ "unknowns": ["engine.colour"] }""", "unknowns")]
    [InlineData("""{ "fuelSystem": { "basePressureKpa": { "value": 300, "u": -1 } } }""", "fuelSystem.basePressureKpa")]
    [InlineData("""{ "photos": [ { "field": "pump.flowLph", "sha256": null } ] }""", "photos[0].sha256")]
    [InlineData("""{ "photos": [ { "field": "pump.flowLph", "sha256": "00" } ] }""", "photos")]
    public async Task What_cannot_be_is_refused_where_it_stands(string document, string field)
    {
        var job = await app.NewJobAsync();
        var (problem, _) = await app.SaveAsync(job, document, "\"0\"", 422, "survey");
        problem["errors"]!.AsObject().Select(e => e.Key).ShouldContain(field);
    }

    [Fact]
    public async Task A_duplicate_takes_the_plan_along_but_nothing_that_was_seen_or_proven_on_the_other_vehicle()
    {
        var job = await app.NewJobAsync("First of its kind");
        await app.SaveAsync(job, Half, "\"0\"", slug: "survey");
        await app.SaveAsync(job, """{ "meter": { "frequencyHz": 110 } }""", "\"0\"");
        await app.SaveAsync(
            job,
            """{ "baseEthanolPct": 85, "fuellingProof": { "evidence": "log 7", "baseEthanolPct": 85, "metering": "orifice" } }""",
            "\"0\"",
            slug: "compensate"
        );
        await app.SaveAsync(job, """{ "changes": { "ratedFlowCcMin": 700 } }""", "\"0\"", slug: "capacity");
        using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/jobs/{job}/duplicate");
        request.Headers.Add("X-Author", "RL");
        var copy = await Api.ReadAsync(await app.Http.SendAsync(request), 201);
        ((string)copy["name"]!).ShouldBe("First of its kind, copy");
        string State(string slug) => (string)copy["stations"]!.AsArray().Single(s => (string)s!["slug"]! == slug)!["state"]!;
        (State("survey"), State("signal"), State("compensate")).ShouldBe(("inWork", "empty", "inWork"));
        var survey = (await app.GetAsync($"/api/jobs/{copy["id"]}/stations/survey"))["document"]!;
        survey["control"]!["plugPresent"].ShouldBeNull();
        ((double)survey["control"]!["fuelMapEthanolPct"]!).ShouldBe(85);
        (await app.GetAsync($"/api/jobs/{job}/entries"))["items"]!.AsArray().ShouldHaveSingleItem()!["kind"]!.GetValue<string>().ShouldBe("proof");
        (await app.GetAsync($"/api/jobs/{copy["id"]}/entries"))["items"]!.AsArray().ShouldBeEmpty();

        // What is planned for the fuel system is reckoned with the survey that goes along, not with none.
        var capacity = (await app.GetAsync($"/api/jobs/{copy["id"]}/stations/capacity"))["document"]!;
        ((double)capacity["changes"]!["ratedFlowCcMin"]!, (double)capacity["results"]!["powerKw"]!["value"]!).ShouldBe((700, 150));
        (await app.GetAsync($"/api/jobs/{copy["id"]}/stations/capacity/recheck"))["differences"]!.AsArray().ShouldBeEmpty();
        ((string)(await app.GetAsync($"/api/jobs/{copy["id"]}/record"))["items"]![0]!["author"]!).ShouldBe("RL");
    }
}
