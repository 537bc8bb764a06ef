using System.IO.Compression;
using System.Runtime.CompilerServices;
using System.Text.Json.Nodes;
using HazyGauge.Data;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace HazyGauge.Web.Tests;

/// <summary>A job is one: saved together or not at all, the same number wherever it stands, and the bay as true as a fresh preview.</summary>
public class WholeJobTests(App app) : IClassFixture<App>
{
    [Fact]
    public async Task An_empty_job_claims_nothing()
    {
        var job = await app.NewJobAsync();
        var stations = (await app.PostAsync($"/api/jobs/{job}/preview", """{ "drafts": {}, "want": ["survey", "capacity", "route", "harness", "signal", "compensate"] }"""))[
            "stations"
        ]!.AsObject();
        stations.Count.ShouldBe(6);
        foreach (var (slug, station) in stations)
        {
            ((string)station!["state"]!, station["findings"]!.AsArray().Count).ShouldBe(("empty", 0), slug);
            ((string)station["results"]!["headline"]!["text"]!).ShouldMatch("^(Not decided yet\\.|No signal on this job yet\\.|[^.]*\\?)$", slug);
        }

        stations["capacity"]!["results"]!["drive"].ShouldBeNull();
    }

    [Fact]
    public async Task Smaller_injectors_saved_at_the_survey_hold_capacity_in_the_same_answer_and_in_the_bay()
    {
        var job = await DemoAsync("tarnock-30");
        var survey = Inputs((await app.GetAsync($"/api/jobs/{job}/stations/survey"))["document"]!);
        survey["injectors"]!["ratedFlowCcMin"] = 90;
        var saved = await SaveAsync(job, ("survey", 1, survey));
        var fresh = (await app.PostAsync($"/api/jobs/{job}/preview", """{ "want": ["capacity"] }"""))["stations"]!["capacity"]!;
        ((string)fresh["results"]!["headline"]!["text"]!).ShouldStartWith("At 155 kW this system cannot support E0.");

        JsonNode.DeepEquals(saved["stations"]!["capacity"]!["results"], fresh["results"]).ShouldBeTrue();
        var bay = (await app.GetAsync("/api/bay?limit=100"))["jobs"]!.AsArray().Single(j => (string)j!["id"]! == job)!;
        var standing = bay["stations"]!.AsArray().Single(s => (string)s!["slug"]! == "capacity")!;
        ((string)standing["state"]!, (string)standing["changedBy"]!, (string)standing["summary"]!["text"]!).ShouldBe(
            ((string)fresh["state"]!, "survey", (string)fresh["summary"]!["text"]!)
        );
        var recheck = await app.GetAsync($"/api/jobs/{job}/stations/capacity/recheck");
        recheck["differences"]!.AsArray().ShouldBeEmpty();
        recheck["sinceSaved"]!.AsArray().ShouldNotBeEmpty();
    }

    [Fact]
    public async Task Every_load_is_one_number_at_the_survey_and_at_capacity()
    {
        foreach (var demo in new[] { "vantle-t20", "tarnock-30", "skirr" })
        {
            var job = await DemoAsync(demo);
            var stations = (await app.PostAsync($"/api/jobs/{job}/preview", """{ "want": ["survey", "capacity"] }"""))["stations"]!;
            var loads = stations["survey"]!["results"]!["loads"]!.AsArray();
            var asFound = stations["capacity"]!["results"]!["asFound"]!.AsArray();
            loads.Count.ShouldBeGreaterThan(1);
            foreach (var (load, found) in loads.Zip(asFound))
            {
                ((string)load!["component"]!, load["usePct"]!.ToJsonString()).ShouldBe(((string)found!["component"]!, found["usePct"]!.ToJsonString()));
            }
        }
    }

    [Fact]
    public async Task A_fact_learnt_at_capacity_replaces_the_typical_figure_at_the_survey_at_once()
    {
        var job = await app.NewJobAsync();
        const string Survey = """
            { "engine": { "powerKw": 100, "aspiration": "natural" }, "pump": { "flowLph": 300 }, "fuelSystem": { "kind": "port" },
            "injectors": { "count": 4, "ratedFlowCcMin": 400 } }
            """;
        var before = (await app.PreviewAsync(job, "survey", Survey))["results"]!["loads"]![0]!;
        before["budget"]!.AsArray().ShouldContain(l => (string)l!["source"]! == "engine.bsfcGPerKwh" && (double)l["sharePct"]! > 10);
        var after = (
            await app.PreviewAsync(
                job,
                "survey",
                Survey.Replace("\"powerKw\": 100", "\"powerKw\": 100, \"bsfcGPerKwh\": { \"value\": 300, \"plusMinus\": 3 }", StringComparison.Ordinal)
            )
        )["results"]!["loads"]![0]!;
        after["budget"]!.AsArray().ShouldAllBe(l => (string)l!["source"]! != "engine.bsfcGPerKwh" || (double)l["sharePct"]! < 5);
        ((double)after["usePct"]!["plusMinus"]!).ShouldBeLessThan(0.95 * (double)before["usePct"]!["plusMinus"]!);
    }

    [Fact]
    public async Task Documents_are_saved_all_or_none_and_name_what_they_rest_on()
    {
        var job = await app.NewJobAsync();
        var signal = JsonNode.Parse("""{ "meter": { "frequencyHz": 123.4 } }""")!;
        var compensate = JsonNode.Parse("""{ "baseEthanolPct": 10 }""")!;
        var stale = await SaveAsync(job, 412, ("signal", 0, signal), ("compensate", 7, compensate));
        ((string)stale["slug"]!).ShouldBe("compensate");
        ((int)(await app.GetAsync($"/api/jobs/{job}"))["lastRevision"]!).ShouldBe(0);
        await SaveAsync(job, 422, ("signal", 0, signal), ("compensate", 0, JsonNode.Parse("""{ "baseEthanolPct": 140 }""")!));
        ((int)(await app.GetAsync($"/api/jobs/{job}"))["lastRevision"]!).ShouldBe(0);

        var saved = await SaveAsync(job, ("compensate", 0, compensate), ("signal", 0, signal));
        ((int)saved["revision"]!, (string)saved["etags"]!["signal"]!, (string)saved["etags"]!["compensate"]!).ShouldBe((2, "\"1\"", "\"2\""));
        ((double)saved["stations"]!["compensate"]!["results"]!["fuelFactor"]!["factor"]!["value"]!).ShouldBe(1.32, 0.01);
        var kept = await app.GetAsync($"/api/jobs/{job}/stations/compensate");
        ((int)kept["basedOn"]!["signal"]!).ShouldBe(1);
    }

    [Fact]
    public async Task A_refused_draft_answers_by_slug_and_path_and_the_other_stations_stand_all_the_same()
    {
        var job = await DemoAsync("tarnock-30");
        foreach (var nowhere in new[] { "null", "\"paint\"" })
        {
            (await app.PostAsync($"/api/jobs/{job}/preview", $$"""{ "want": ["signal", {{nowhere}}] }""", 422))["errors"]!.AsObject().Select(e => e.Key).ShouldBe(["want"]);
        }

        var refused = await app.PostAsync(
            $"/api/jobs/{job}/preview",
            """{ "drafts": { "signal": { "toleranceEthanolPct": 70 }, "capacity": { "fullLoad": { "fuelTempC": 300 } } }, "want": ["capacity", "compensate"] }""",
            422
        );
        refused["errors"]!.AsObject().Select(e => e.Key).ShouldBe(["capacity.fullLoad.fuelTempC", "signal.toleranceEthanolPct"], ignoreOrder: true);
        refused["stations"]!.AsObject().Select(s => s.Key).ShouldBe(["survey", "route", "compensate"], ignoreOrder: true);

        // Compensate goes on with the reading that was saved; and a refusal can be said in any units.
        ((double)refused["stations"]!["compensate"]!["results"]!["ethanolPct"]!["value"]!).ShouldBe(62, 1);
        var sentence = refused["sentences"]!["capacity.fullLoad.fuelTempC"]![0]!;
        Core.Sentences.SentenceText.Render(
                new(
                    (string)sentence["template"]!,
                    sentence["values"]!
                        .AsObject()
                        .ToDictionary(
                            v => v.Key,
                            v => new Core.Sentences.SentenceValue((double)v.Value!["value"]!, null, Core.Sentences.Unit.Celsius, null, (bool?)v.Value["bare"] ?? false)
                        )
                ),
                Core.Sentences.UnitSystem.Us
            )
            .ShouldContain("between -40 and 257 °F");
    }

    [Fact]
    public async Task A_job_of_an_older_version_opens_its_facts_go_to_the_survey_and_nothing_is_lost_when_it_is_saved()
    {
        var older = (await File.ReadAllTextAsync(Path.Combine(Folder(), "Older/job-0.4.0.json"), TestContext.Current.CancellationToken)).Replace(
            "\"gasolineVapourPressureKpa\":null",
            "\"gasolineVapourPressureKpa\":{\"value\":63.6,\"u\":5}",
            StringComparison.Ordinal
        );
        var job = (string)(await app.PostAsync("/api/jobs/import", older, 201))["id"]!;
        var stations = (await app.PostAsync($"/api/jobs/{job}/preview", """{ "want": ["capacity"] }"""))["stations"]!;
        ((double)stations["survey"]!["document"]!["engine"]!["bsfcGPerKwh"]!["value"]!, (double)stations["survey"]!["document"]!["pump"]!["pumpV"]!["value"]!).ShouldBe(
            (350, 13.5)
        );
        stations["capacity"]!["document"]!["fullLoad"]!.AsObject().ShouldNotContain(f => f.Key == "bsfcGPerKwh");

        // The true vapour pressure of the gasoline that was asked for is a Reid pressure now, about 6 % lower (EPA AP-42, section 7.1), and so is its haze.
        var reid = stations["capacity"]!["document"]!["drive"]!["gasolineReidKpa"]!;
        ((double)reid["value"]!).ShouldBe(63.6 / 1.06, 0.4);
        ((double)reid["u"]!).ShouldBe(5 / 1.06, 0.1);
        var headline = (string)stations["capacity"]!["results"]!["headline"]!["text"]!;
        headline.ShouldBe("At 165 kW this system supports up to E56 ± 9. The fuel pump is the limit.");

        // The record stays as it was until it is saved; then the facts stand where they belong.
        (await app.GetAsync($"/api/jobs/{job}/stations/capacity"))["document"]!["fullLoad"]!["bsfcGPerKwh"].ShouldNotBeNull();
        await SaveAsync(job, ("capacity", 2, stations["capacity"]!["document"]!));
        var after = (await app.PostAsync($"/api/jobs/{job}/preview", """{ "want": ["capacity"] }"""))["stations"]!;
        ((string)after["capacity"]!["results"]!["headline"]!["text"]!).ShouldBe(headline);
        ((double)(await app.GetAsync($"/api/jobs/{job}/stations/survey"))["document"]!["engine"]!["bsfcGPerKwh"]!["value"]!).ShouldBe(350);
    }

    [Fact]
    public async Task A_fuel_factor_that_an_older_signal_asked_for_is_found_at_compensate()
    {
        var job = await ImportAsync("""{ "meter": { "frequencyHz": 123.4 }, "fuel": { "baseEthanolPct": 12, "metering": "mass" } }""");
        var stations = (await app.PostAsync($"/api/jobs/{job}/preview", "{}"))["stations"]!;
        stations["signal"]!["document"]!.AsObject().ShouldNotContain(f => f.Key == "fuel");
        ((int)stations["compensate"]!["document"]!["baseEthanolPct"]!, (string)stations["compensate"]!["document"]!["metering"]!).ShouldBe((12, "mass"));
        ((double)stations["compensate"]!["results"]!["fuelFactor"]!["factor"]!["value"]!).ShouldBe(1.3, 0.05);
    }

    [Fact]
    public async Task What_older_rules_said_is_said_anew_at_the_next_start_and_a_recheck_says_what_it_cannot_compare()
    {
        var job = await ImportAsync("""{ "meter": { "frequencyHz": 123.4 }, "results": { "of": "older rules" }, "coreVersion": "0.1.0" }""");
        var recheck = await app.GetAsync($"/api/jobs/{job}/stations/signal/recheck");
        ((string)recheck["savedWith"]!, (bool)recheck["canCompare"]!).ShouldBe(("0.1.0", false));
        var summedUp = recheck["differences"]!.AsArray().ShouldHaveSingleItem()!;
        ((string)summedUp["from"]!["text"]!, (string)summedUp["to"]!["text"]!).ShouldBe(("as older rules said", "E73 ± 5 from a meter"));

        var renewal = app.Services.GetRequiredService<Web.Stations.StandingsRenewal>();
        (await renewal.RenewAsync(TestContext.Current.CancellationToken)).ShouldBe(0);
        var contexts = app.Services.GetRequiredService<IDbContextFactory<HazyGaugeDb>>();
        await using (var db = await contexts.CreateDbContextAsync(TestContext.Current.CancellationToken))
        {
            var row = await db.Jobs.Include(j => j.Standings).SingleAsync(j => j.Id == Guid.Parse(job), TestContext.Current.CancellationToken);
            var signal = row.Standings.Single(s => s.Slug == "signal");
            signal.Standing = signal.Standing with { CoreVersion = "0.1.0", State = Core.Stations.StationState.Hold };
            row.Bay = row.Bay with { EthanolPct = null };
            await db.SaveChangesAsync(TestContext.Current.CancellationToken);
        }

        (await renewal.RenewAsync(TestContext.Current.CancellationToken)).ShouldBe(1);
        var shown = (await app.GetAsync("/api/bay?limit=100"))["jobs"]!.AsArray().Single(j => (string)j!["id"]! == job)!;
        ((string)shown["stations"]!.AsArray().Single(s => (string)s!["slug"]! == "signal")!["state"]!, Math.Round((double)shown["reading"]!["ethanolPct"]!)).ShouldBe(
            ("proven", 73)
        );
    }

    private async Task<string> ImportAsync(string signal) =>
        (string)
            (
                await app.PostAsync(
                    "/api/jobs/import",
                    $$"""
                    {
                      "schemaVersion": 1, "id": "01a21115-d6f4-70a4-b970-339b2963ec4b", "exportedAt": "2026-01-01T00:00:00+00:00", "name": "Older",
                      "vehicle": "", "createdAt": "2026-01-01T00:00:00+00:00", "files": [],
                      "revisions": [ { "revision": 1, "slug": "signal", "author": "JM", "savedAt": "2026-01-01T00:00:00+00:00",
                      "summary": "as older rules said", "document": {{signal}} } ]
                    }
                    """,
                    201
                )
            )["id"]!;

    private static JsonNode Inputs(JsonNode document)
    {
        var inputs = document.DeepClone().AsObject();
        foreach (var ours in new[] { "results", "summary", "coreVersion", "schema" })
        {
            inputs.Remove(ours);
        }

        return inputs;
    }

    private Task<JsonNode> SaveAsync(string job, params (string Slug, int Revision, JsonNode Document)[] documents) => SaveAsync(job, 200, documents);

    private async Task<JsonNode> SaveAsync(string job, int status, params (string Slug, int Revision, JsonNode Document)[] documents)
    {
        var body = new JsonObject
        {
            ["documents"] = new JsonArray([
                .. documents.Select(d => new JsonObject
                {
                    ["slug"] = d.Slug,
                    ["etag"] = $"\"{d.Revision}\"",
                    ["document"] = d.Document.DeepClone(),
                }),
            ]),
        };
        using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/jobs/{job}/save")
        {
            Content = new StringContent(body.ToJsonString(), System.Text.Encoding.UTF8, "application/json"),
        };
        request.Headers.Add("X-Author", "JM");
        return await Api.ReadAsync(await app.Http.SendAsync(request), status);
    }

    private async Task<string> DemoAsync(string name)
    {
        using var zip = new MemoryStream();
        await ZipFile.CreateFromDirectoryAsync(Path.Combine(Folder(), "../../demo/jobs", name), zip);
        return (string)(await Api.UploadAsync(app.Http, "/api/jobs/import", zip.ToArray(), "job.zip", 201))["id"]!;
    }

    private static string Folder([CallerFilePath] string path = "") => Path.GetDirectoryName(path)!;
}
