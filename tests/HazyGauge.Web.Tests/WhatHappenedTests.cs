using System.Text;
using System.Text.Json.Nodes;
using HazyGauge.Core.Stations;
using Microsoft.Extensions.DependencyInjection;

namespace HazyGauge.Web.Tests;

/// <summary>What happened on a job stands in entries that hold whatever is edited, whatever is broken, and whatever an older program wrote.</summary>
public sealed class WhatHappenedTests(App app) : IClassFixture<App>
{
    private static readonly string Older = Path.Combine(Path.GetDirectoryName(Here())!, "Older");

    [Theory]
    [InlineData("skirr-0.9.0.json")]
    [InlineData("tarnock-30-0.9.0.json")]
    [InlineData("vantle-t20-0.9.0.json")]
    [InlineData("job-0.4.0.json")]
    public async Task A_job_exported_by_an_earlier_version_opens_with_all_it_had_and_proofs_become_entries(string file)
    {
        var older = JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(Older, file), TestContext.Current.CancellationToken))!;
        older["files"] = new JsonArray();
        var before = older["entries"]?.AsArray().Count ?? 0;
        var revisions = older["revisions"]!.AsArray();
        foreach (var photo in revisions.Select(r => r!["document"]!.AsObject()))
        {
            // Its files stay out of this test.
            photo.Remove("capture");
            photo.Remove("photos");
        }

        // The proof stands since the first of the last two saves; one before said something else.
        JsonNode Revision(string slug, string at, JsonNode document) =>
            new JsonObject
            {
                ["revision"] = revisions.Count + 1,
                ["slug"] = slug,
                ["author"] = "RL",
                ["savedAt"] = at,
                ["summary"] = slug,
                ["document"] = document,
            };
        JsonObject Proven(string evidence, string more = "") =>
            JsonNode
                .Parse(
                    $$"""
                    { "baseEthanolPct": 10, "mapRevision": "r3"{{more}},
                      "fuellingProof": { "evidence": "{{evidence}}", "fromEthanolPct": 10, "toEthanolPct": 73, "worstLambdaErrorPct": 2,
                      "mapRevision": "r3", "baseEthanolPct": 10, "metering": "orifice" } }
                    """
                )!
                .AsObject();
        revisions.Add(Revision("compensate", "2026-11-26T10:00:00+00:00", Proven("log 1")));
        revisions.Add(Revision("compensate", "2026-11-26T11:00:00+00:00", Proven("log 2")));
        revisions.Add(Revision("compensate", "2026-11-26T12:00:00+00:00", Proven("log 2", ", \"metering\": \"orifice\"")));
        revisions.Add(
            Revision("signal", "2026-11-26T13:00:00+00:00", JsonNode.Parse("""{ "meter": { "frequencyHz": 85 }, "mixedEthanolPct": { "value": 34, "plusMinus": 3 } }""")!)
        );
        var job = (string)(await app.PostAsync("/api/jobs/import", older.ToJsonString(), 201))["id"]!;

        var entries = (await app.GetAsync($"/api/jobs/{job}/entries"))["items"]!.AsArray();
        entries.Count.ShouldBe(before + 2);
        var (proof, fill) = (entries[^2]!, entries[^1]!);
        ((string)proof["kind"]!, (string)proof["text"]!, (string)proof["author"]!, (DateTimeOffset)proof["at"]!).ShouldBe(
            ("proof", "log 2", "RL", DateTimeOffset.Parse("2026-11-26T11:00:00Z", System.Globalization.CultureInfo.InvariantCulture))
        );
        JsonNode
            .DeepEquals(
                proof["payload"],
                JsonNode.Parse("""{ "claim": "fuelling", "ethanolPcts": [10, 73], "mapRevision": "r3", "worstErrorPct": 2, "baseEthanolPct": 10, "metering": "orifice" }""")
            )
            .ShouldBeTrue();
        ((string)fill["kind"]!, (double)fill["payload"]!["mixedEthanolPct"]!["value"]!, (string)fill["author"]!).ShouldBe(("fill", 34, "RL"));

        // Every revision says what it said, and what the stations come to counts the entries.
        foreach (var revision in revisions)
        {
            JsonNode.DeepEquals((await app.GetAsync($"/api/jobs/{job}/record/{revision!["revision"]}"))["document"], revision["document"]).ShouldBeTrue();
        }

        var preview = (await app.PostAsync($"/api/jobs/{job}/preview", """{ "want": ["signal", "compensate"] }"""))["stations"]!;
        preview["signal"]!["findings"]!.AsArray().Select(f => (string)f!["code"]!).ShouldContain("mixedAgrees");
        ((string)preview["compensate"]!["results"]!["fuelling"]!["state"]!).ShouldBe("claimed");
        preview["signal"]!["document"]!.AsObject().ContainsKey("mixedEthanolPct").ShouldBeFalse();

        // A draft from before that still carries what was moved says nothing new; one that carries something else does.
        var etag = $"\"{revisions.Count}\"";
        await app.SaveAsync(job, """{ "meter": { "frequencyHz": 86 }, "mixedEthanolPct": { "value": 34, "plusMinus": 3 } }""", etag);
        (await app.GetAsync($"/api/jobs/{job}/entries"))["items"]!.AsArray().Count.ShouldBe(before + 2);
        await app.SaveAsync(job, """{ "meter": { "frequencyHz": 86 }, "mixedEthanolPct": { "value": 36, "plusMinus": 3 } }""", "*");
        (await app.GetAsync($"/api/jobs/{job}/entries"))["items"]!.AsArray().Count.ShouldBe(before + 3);

        // Taken in again it is the same job, and exported it is of today's shape.
        ((int)(await app.GetAsync($"/api/jobs/{job}/export"))["schemaVersion"]!).ShouldBe(4);
        using var again = await app.Http.PostAsync(
            "/api/jobs/import?onExisting=merge",
            new StringContent(older.ToJsonString(), Encoding.UTF8, "application/json"),
            TestContext.Current.CancellationToken
        );
        var merged = (await Api.ReadAsync(again, 200))["merged"]!;
        ((int)merged["revisions"]!, (int)merged["entries"]!).ShouldBe((0, 0));
    }

    [Theory]
    [InlineData(
        "compensate",
        """{ "fuellingProof": { "evidence": "log 2", "mapRevision": "0123456789012345678901234567890123456789012345678901234567890123456789" } }""",
        "note",
        "log 2"
    )]
    [InlineData("compensate", """{ "fuellingProof": { "fromEthanolPct": 400 } }""", "note", "400")]
    [InlineData("signal", """{ "mixedEthanolPct": 400 }""", "note", "400")]
    [InlineData("compensate", """{ "fuellingProof": {} }""", null, null)]
    public async Task What_older_rules_let_into_a_job_file_opens_as_well_and_stands_as_a_note(string slug, string document, string? kind, string? says)
    {
        var older = JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(Older, "job-0.4.0.json"), TestContext.Current.CancellationToken))!;
        older["files"] = new JsonArray();
        older["entries"] = new JsonArray();
        older["revisions"] = new JsonArray(
            new JsonObject
            {
                ["revision"] = 1,
                ["slug"] = slug,
                ["author"] = "RL",
                ["savedAt"] = "2026-11-26T10:00:00+00:00",
                ["summary"] = slug,
                ["document"] = JsonNode.Parse(document),
            }
        );
        var job = (string)(await app.PostAsync("/api/jobs/import", older.ToJsonString(), 201))["id"]!;
        var entries = (await app.GetAsync($"/api/jobs/{job}/entries"))["items"]!.AsArray();
        entries.Select(e => (string?)e!["kind"]).ShouldBe(kind is null ? [] : [kind]);
        entries.ShouldAllBe(e => ((string)e!["text"]!).Contains(says!));
    }

    [Fact]
    public async Task A_document_in_which_an_older_page_still_keeps_a_proof_is_saved_and_the_proof_is_an_entry_once()
    {
        var job = await app.NewJobAsync();
        const string Document = """{ "baseEthanolPct": 10, "fuellingProof": { "evidence": "log 7", "fromEthanolPct": 10, "toEthanolPct": 60 } }""";
        await app.SaveAsync(job, Document, "\"0\"", slug: "compensate", author: "RL");
        await app.SaveAsync(job, Document, "\"1\"", slug: "compensate", author: "RL");
        var entry = (await app.GetAsync($"/api/jobs/{job}/entries"))["items"]!.AsArray().ShouldHaveSingleItem()!;
        ((string)entry["text"]!, (string)entry["author"]!).ShouldBe(("log 7", "RL"));
        ((string)(await app.PreviewAsync(job, "compensate", """{ "baseEthanolPct": 10 }"""))["results"]!["fuelling"]!["state"]!).ShouldBe("claimed");

        // What cannot be saved writes nothing.
        (await app.SaveAsync(job, """{ "baseEthanolPct": 900, "fuellingProof": { "evidence": "log 8" } }""", "\"2\"", 422, "compensate")).Body.ShouldName("baseEthanolPct");
        (await app.GetAsync($"/api/jobs/{job}/entries"))["items"]!.AsArray().Count.ShouldBe(1);
    }

    [Theory]
    [InlineData("Payload", "{ half")]
    [InlineData("Payload", "[1,2]")]
    [InlineData("Payload", """{"unheardOf":1}""")]
    [InlineData("Kind", "paint")]
    [InlineData("At", "yesterday")]
    [InlineData("Due", "soon")]
    [InlineData("Schema", "99")]
    public async Task An_entry_broken_by_hand_is_named_and_takes_nothing_else_down(string column, string value)
    {
        var job = await app.NewJobAsync("Broken");
        await app.SaveAsync(job, """{ "meter": { "frequencyHz": 110 } }""", "\"0\"");
        await app.SaveAsync(job, """{ "baseEthanolPct": 10 }""", "\"0\"", slug: "compensate");
        var kinds = (await app.GetAsync("/api/entry-kinds")).AsArray().Select(k => (string)k!["slug"]!).ToList();
        foreach (
            var entry in new[]
            {
                """{ "kind": "waiting", "text": "a hose", "blocks": ["route"] }""",
                """{ "kind": "recheck", "text": "joints", "due": "2026-12-24" }""",
                """{ "kind": "note", "text": "seen" }""",
                """{ "kind": "closing", "answers": 1, "text": "came" }""",
                """{ "kind": "fitted", "payload": { "change": { "ratedFlowCcMin": 700 } } }""",
                """{ "kind": "part", "payload": { "item": "caps", "status": "ordered" } }""",
                """{ "kind": "proof", "station": "compensate", "payload": { "claim": "fuelling" } }""",
                """{ "kind": "fill", "station": "signal", "payload": { "mixedEthanolPct": 60 } }""",
            }
        )
        {
            await app.WriteAsync(job, entry);
        }

        (await app.GetAsync($"/api/jobs/{job}/entries"))["items"]!.AsArray().Select(e => (string)e!["kind"]!).ShouldBe(kinds, ignoreOrder: true);
        await BreakAsync(job, column, value);

        // Each is named, by its number and why; every page and every station goes on.
        var items = (await app.GetAsync($"/api/jobs/{job}/entries"))["items"]!.AsArray();
        items.Count.ShouldBe(8);
        items.ShouldAllBe(e => (bool)e!["unreadable"]! && ((string)e["why"]!).Length > 10);
        items.ShouldAllBe(e => e!.AsObject().Count == 4);
        await app.GetAsync($"/api/jobs/{job}");
        (await app.GetAsync("/api/bay?limit=100"))["jobs"]!.AsArray().ShouldContain(j => (string)j!["id"]! == job);
        (await app.Http.GetAsync("/api/bay/due.ics", TestContext.Current.CancellationToken)).StatusCode.ShouldBe(System.Net.HttpStatusCode.OK);
        var soFar = await app.GetAsync($"/api/jobs/{job}/so-far");
        soFar["entries"]!["unreadable"]!.AsArray().Select(u => (int)u!["number"]!).ShouldBe(Enumerable.Range(1, 8));
        foreach (var slug in new[] { "survey", "capacity", "route", "harness", "signal", "compensate" })
        {
            var preview = await app.PreviewAsync(job, slug, "{}");
            if (column != "Kind" && slug is "compensate" or "signal")
            {
                var about = slug == "signal" ? "entry-8" : "entry-7";
                preview["findings"]!.AsArray().ShouldContain(f => (string)f!["code"]! == "entryUnreadable" && (string?)f["about"] == about);
            }
        }

        // It counts for nothing, goes along with the job, and may be taken back and written again.
        var export = await app.GetAsync($"/api/jobs/{job}/export");
        var copy = (string)(await app.PostAsync("/api/jobs/import", export.ToJsonString(), 201))["id"]!;
        (await app.GetAsync($"/api/jobs/{copy}/entries"))["items"]!.AsArray().Count.ShouldBe(8);
        await app.WriteAsync(job, """{ "kind": "note", "text": "broken", "takesBack": 7 }""");
        await app.WriteAsync(job, """{ "kind": "proof", "station": "compensate", "payload": { "claim": "fuelling" } }""");
        var again = await app.PreviewAsync(job, "compensate", """{ "baseEthanolPct": 10 }""");
        ((string)again["results"]!["fuelling"]!["state"]!).ShouldBe("claimed");
        again["findings"]!.AsArray().ShouldNotContain(f => (string?)f!["about"] == "entry-7");
    }

    [Fact]
    public async Task What_is_sent_again_after_its_entry_broke_is_told_so_and_a_day_before_any_engine_is_refused()
    {
        var job = await app.NewJobAsync();
        async Task<JsonNode> SendAsync(string entry, int status)
        {
            using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/jobs/{job}/entries") { Content = new StringContent(entry, Encoding.UTF8, "application/json") };
            request.Headers.Add("X-Author", "JM");
            request.Headers.Add("Idempotency-Key", "once");
            return await Api.ReadAsync(await app.Http.SendAsync(request, TestContext.Current.CancellationToken), status);
        }

        const string Fill = """{ "kind": "fill", "payload": { "mixedEthanolPct": 60 } }""";
        await SendAsync(Fill, 201);
        await SendAsync(Fill, 200);
        await BreakAsync(job, "Schema", "99");
        ((string)(await SendAsync(Fill, 409))["detail"]!).ShouldStartWith("Entry 1 ");
        foreach (var day in new[] { "0001-01-01", "1899-12-31" })
        {
            (await app.WriteAsync(job, $$"""{ "kind": "waiting", "text": "a hose", "due": "{{day}}" }""", 422))["errors"]!["due"].ShouldNotBeNull();
        }

        await app.WriteAsync(job, """{ "kind": "waiting", "text": "a hose", "due": "9999-12-31" }""");
    }

    [Fact]
    public async Task What_is_done_for_practice_stands_in_the_record_and_counts_for_nothing()
    {
        var job = await app.NewJobAsync("Trainee");
        await app.SaveAsync(job, """{ "meter": { "frequencyHz": 110 } }""", "\"0\"");
        var fill = await app.WriteAsync(job, """{ "kind": "fill", "text": "okapi", "payload": { "mixedEthanolPct": 5 } }""", practice: "true");
        ((bool)fill["practice"]!).ShouldBeTrue();
        await app.WriteAsync(job, """{ "kind": "waiting", "text": "an okapi", "due": "2020-01-01", "blocks": ["signal"] }""", practice: "true");
        await app.WriteAsync(job, """{ "kind": "note", "text": "x" }""", 422, practice: "maybe");
        using var request = new HttpRequestMessage(HttpMethod.Put, $"/api/jobs/{job}/stations/signal")
        {
            Content = new StringContent("""{ "meter": { "frequencyHz": 60 } }""", Encoding.UTF8, "application/json"),
        };
        request.Headers.Add("X-Author", "TR");
        request.Headers.Add("X-Practice", "true");
        request.Headers.TryAddWithoutValidation("If-Match", "\"1\"");
        await Api.ReadAsync(await app.Http.SendAsync(request, TestContext.Current.CancellationToken), 200);

        var items = (await app.GetAsync($"/api/jobs/{job}/entries"))["items"]!.AsArray();
        items.ShouldAllBe(e => (bool)e!["practice"]!);
        var record = (await app.GetAsync($"/api/jobs/{job}/record"))["items"]!.AsArray();
        record.Select(r => ((string)r!["author"]!, (bool?)r["practice"])).ShouldBe([("TR", true), ("JM", null)]);

        // Not in what the job comes to, not in the bay, not found, not on paper.
        var shown = await app.GetAsync($"/api/jobs/{job}");
        ((double)shown["reading"]!["ethanolPct"]!, shown["due"]!.AsArray().Count, shown["waiting"]!.AsArray().Count).ShouldBe((60, 0, 0));
        (await app.GetAsync($"/api/jobs/{job}/stations/signal"))["document"]!["meter"]!["frequencyHz"]!.GetValue<double>().ShouldBe(110);
        (await app.GetAsync("/api/search?q=okapi"))["hits"]!.AsArray().ShouldBeEmpty();
        (await app.GetAsync($"/api/jobs/{job}/so-far"))["stations"]!["signal"]!["findings"]!.AsArray().ShouldNotContain(f => ((string)f!["code"]!).StartsWith("mixed"));

        // What is real is neither closed nor taken back by practice; the marks go along with the job.
        await app.WriteAsync(job, """{ "kind": "note", "text": "real" }""");
        await app.WriteAsync(job, """{ "kind": "note", "text": "undone", "takesBack": 3 }""", 422, practice: "true");
        var copy = (string)(await app.PostAsync("/api/jobs/import", (await app.GetAsync($"/api/jobs/{job}/export")).ToJsonString(), 201))["id"]!;
        ((double)(await app.GetAsync($"/api/jobs/{copy}"))["reading"]!["ethanolPct"]!).ShouldBe(60);
        (await app.GetAsync($"/api/jobs/{copy}/entries"))["items"]!.AsArray().Count(e => (bool?)e!["practice"] == true).ShouldBe(2);
    }

    [Fact]
    public async Task A_reading_says_who_gave_it_and_when_as_long_as_it_says_the_same()
    {
        var job = await app.NewJobAsync();
        async Task<JsonNode> SaveAsync(string document, string author, string slug = "signal")
        {
            await app.SaveAsync(job, document, "*", slug: slug, author: author);
            return (await app.GetAsync($"/api/jobs/{job}/stations/{slug}"))["document"]!;
        }

        var first = await SaveAsync(
            """{ "meter": { "frequencyHz": 110 }, "converterV": 3, "shown": [{ "by": "gauge", "ethanolPct": 59 }, { "by": "phone", "ethanolPct": 60 }] }""",
            "JM"
        );
        (
            (string)first["meter"]!["given"]!["by"]!,
            (string)first["shown"]![1]!["id"]!,
            (string)first["shown"]![1]!["given"]!["by"]!,
            (string)first["converterGiven"]!["by"]!
        ).ShouldBe(("JM", "phone", "JM", "JM"));
        var at = (DateTimeOffset)first["meter"]!["given"]!["at"]!;
        at.ShouldBe(DateTimeOffset.UtcNow, TimeSpan.FromMinutes(5));

        // Somebody else saves: what says the same is still his who gave it; what a client claims of it counts for nothing.
        var second = await SaveAsync(
            """
            { "meter": { "frequencyHz": 110, "given": { "by": "XX" } }, "converterV": 3.1, "shown": [{ "by": "phone", "ethanolPct": 60 },
            { "by": "gauge", "ethanolPct": 61 }] }
            """,
            "RL"
        );
        ((string)second["meter"]!["given"]!["by"]!, (DateTimeOffset)second["meter"]!["given"]!["at"]!).ShouldBe(("JM", at));
        second["shown"]!.AsArray().Select(s => ((string)s!["id"]!, (string)s["given"]!["by"]!)).ShouldBe([("phone", "JM"), ("gauge", "RL")]);
        ((string)second["converterGiven"]!["by"]!, (string)second["converterGiven"]!["id"]!).ShouldBe(("RL", "converterV"));

        var harness = await SaveAsync("""{ "readings": [{ "check": "supply", "read": 12.4 }] }""", "MK", "harness");
        ((string)harness["readings"]![0]!["id"]!, (string)harness["readings"]![0]!["given"]!["by"]!).ShouldBe(("reading1", "MK"));
    }

    [Fact]
    public async Task Signatures_stand_on_the_joints_and_wires_they_were_given_on_whatever_is_edited_over_the_API()
    {
        var job = await app.NewJobAsync();
        await app.SaveAsync(job, """{ "users": [{ "kind": "controller", "name": "Main" }, { "kind": "gauge", "name": "Dash" }] }""", "*", slug: "survey");
        var parts = (await app.GetAsync("/api/catalogue"))["parts"]!.AsArray().Where(p => p!["ports"]!.AsArray().Count == 2).Take(6).ToList();
        var random = new Random(27);
        var chain = new List<JsonNode>();
        var signed = new Dictionary<int, (string Joint, string Name)>();
        for (var edit = 0; edit < 60; edit++)
        {
            // A client that knows no ids now and then, and one that keeps them.
            if (chain.Count < 6 && random.Next(2) == 0)
            {
                chain.Insert(random.Next(chain.Count + 1), parts[random.Next(parts.Count)]!.DeepClone());
            }
            else if (chain.Count > 0)
            {
                var moved = chain[random.Next(chain.Count)];
                chain.Remove(moved);
                if (random.Next(2) == 0)
                {
                    chain.Insert(random.Next(chain.Count + 1), moved);
                }
            }

            await app.SaveAsync(
                job,
                new JsonObject
                {
                    ["from"] = "qc-3-8-f-ring",
                    ["to"] = "qc-3-8-m",
                    ["chain"] = new JsonArray([.. chain.Select(c => c.DeepClone())]),
                }.ToJsonString(),
                "*",
                slug: "route"
            );
            var saved = (await app.GetAsync($"/api/jobs/{job}/stations/route"))["document"]!;
            chain = [.. saved["chain"]?.AsArray().Select(c => c!.DeepClone()) ?? []];
            if (saved["results"]!["leaks"]!.AsArray() is { Count: > 0 } leaks)
            {
                var leak = leaks[random.Next(leaks.Count)]!;
                var entry = await app.WriteAsync(
                    job,
                    new JsonObject
                    {
                        ["kind"] = "note",
                        ["text"] = "dry",
                        ["station"] = "route",
                        ["step"] = (string)leak["id"]!,
                    }.ToJsonString()
                );
                signed[(int)entry["number"]!] = ((string)leak["id"]!, (string)leak["name"]!);
            }
        }

        var now = (await app.GetAsync($"/api/jobs/{job}/stations/route"))["document"]!["results"]!["leaks"]!
            .AsArray()
            .ToDictionary(l => (string)l!["id"]!, l => (string)l!["name"]!);
        var items = (await app.GetAsync($"/api/jobs/{job}/entries?limit=100"))["items"]!.AsArray();
        items.Count.ShouldBe(signed.Count);
        foreach (var item in items)
        {
            var (joint, name) = signed[(int)item!["number"]!];
            ((string)item["step"]!, (string)item["stepName"]!).ShouldBe((joint, name));
            ((bool?)item["stepGone"] ?? false).ShouldBe(!now.ContainsKey(joint));
            now.GetValueOrDefault(joint, name).ShouldBe(name);
        }

        // A wire seated for a user is that user's wire, renamed or moved in the list; another kind of user has wires of its own.
        await app.SaveAsync(job, """{ "wires": [{ "wire": "signal-dash", "pin": 4, "clicked": true, "locked": true, "tugged": true }] }""", "*", slug: "harness");
        async Task<JsonArray> SeatsAsync(string survey)
        {
            await app.SaveAsync(job, survey, "*", slug: "survey");
            return (await app.PostAsync($"/api/jobs/{job}/preview", """{ "want": ["harness"] }"""))["stations"]!["harness"]!["results"]!["pins"]!["seats"]!.AsArray();
        }

        (
            await SeatsAsync("""{ "users": [{ "kind": "gauge", "name": "Cluster", "id": "dash" }, { "kind": "controller", "name": "Main" , "id": "main" }] }""")
        ).ShouldHaveSingleItem()!["wire"]!
            .GetValue<string>()
            .ShouldBe("signal-dash");
        (await SeatsAsync("""{ "users": [{ "kind": "gateway", "name": "Dash", "id": "dash" }, { "kind": "controller", "name": "Main", "id": "main" }] }""")).ShouldBeEmpty();
        (await SeatsAsync("""{ "users": [{ "kind": "gauge", "name": "Dash" }, { "kind": "controller", "name": "Main" }] }""")).ShouldBeEmpty();
    }

    [Theory]
    [InlineData("wave.vcd", "$timescale 1us $end\n$var wire 1 ! s $end\n$enddefinitions $end\n#0\n1!\n#10\n0!\n", "capture")]
    [InlineData("any.bin", "time (ms),level\n0,1\n3.2,0\n5.9,1\n13.1,0\n15.9,1\n", "capture")]
    [InlineData("wave.csv", "t;V\n0,0000;4,9\n0,0002;4,9\n0,0004;0,2\n0,0006;0,2\n", "capture")]
    [InlineData("drive.csv", "time,rpm,lambda\n0,900,1.01\n0.05,950,0.99\n0.1,990,0.98\n0.15,1100,0.97\n", "log")]
    [InlineData("bus.txt", "(1700000000.000100) can0 123#1122334455667788\n(1700000000.010100) can0 124#11\n(1700000000.020100) can0 1ABCDEF0#\n", "frames")]
    [InlineData("prices.csv", "part,price\nhose,12\nbarb,3\nclamp,1\n", "table")]
    [InlineData("sound", "RIFF\0\0\0\0WAVEfmt ", "sound")]
    [InlineData("letter.txt", "Dear workshop\nplease send the file\n", "other")]
    public async Task A_file_is_of_the_kind_its_content_tells_unless_somebody_knows_better(string name, string content, string kind)
    {
        var job = await app.NewJobAsync();
        var file = await Api.UploadAsync(app.Http, $"/api/jobs/{job}/files", Encoding.UTF8.GetBytes(content), name);
        ((string)file["kind"]!).ShouldBe(kind);
        async Task<string> ListedAsync() => (string)(await app.GetAsync($"/api/jobs/{job}/files"))["items"]![0]!["kind"]!;
        (await ListedAsync()).ShouldBe(kind);

        // One from before kinds were told is looked at once; what somebody says stays, also when the same content comes again.
        await app.SqlAsync("UPDATE JobFiles SET Kind = NULL WHERE JobId = @0", job);
        (await ListedAsync()).ShouldBe(kind);
        using var form = new MultipartFormDataContent { { new StringContent("table"), "kind" }, { new ByteArrayContent(Encoding.UTF8.GetBytes(content)), "file", name } };
        await Api.ReadAsync(await app.Http.PostAsync($"/api/jobs/{job}/files", form, TestContext.Current.CancellationToken), 200);
        await Api.UploadAsync(app.Http, $"/api/jobs/{job}/files", Encoding.UTF8.GetBytes(content), name);
        (await ListedAsync()).ShouldBe("table");
    }

    [Fact]
    public async Task What_a_recording_holds_is_kept_and_the_same_number_for_number_when_it_is_read_again()
    {
        var job = await app.NewJobAsync();
        foreach (
            var (name, content) in new[]
            {
                ("a.vcd", await app.SimulatedAsync("ethanolPct=62&fuelTempC=25&durationS=3&noiseUs=20&fault=dropouts")),
                ("b.csv", await app.Http.GetByteArrayAsync("/api/stand-in/sensor.csv?ethanolPct=40&fuelTempC=25&durationS=2")),
            }
        )
        {
            var sha = (string)(await Api.UploadAsync(app.Http, $"/api/jobs/{job}/files", content, name))["sha256"]!;
            async Task<string> ReadAsync() => (await app.GetAsync($"/api/jobs/{job}/files/{sha}/capture")).ToJsonString();
            var fresh = await ReadAsync();

            // Another program on the same data knows it from before: the content itself is not needed any more.
            await app.SqlAsync("UPDATE FileChunks SET Data = x'00' WHERE ContentId IN (SELECT ContentId FROM JobFiles WHERE JobId = @0)", job);
            await using var scope = app.Services.CreateAsyncScope();
            var readers = ActivatorUtilities.CreateInstance<HazyGauge.Web.Artifacts.ArtifactReaders>(scope.ServiceProvider);
            var files = scope.ServiceProvider.GetRequiredService<HazyGauge.Data.Files.FileStore>();
            var again = (Recording)await readers.ReadAsync((await files.FindAsync(Guid.Parse(job), sha, default))!, new HowToRead(), default);
            var read = Core.Stations.Signal.SignalEvaluation.Analysed(again, Core.Sensing.SensorLaw.UsualToleranceEthanolPct, new Core.Haze.HazeLedger());
            System.Text.Json.JsonSerializer.Serialize(read, scope.ServiceProvider.GetRequiredService<System.Text.Json.JsonSerializerOptions>()).ShouldBe(fresh);
        }
    }

    [Fact]
    public void What_pages_say_is_what_Core_says()
    {
        var file = Path.Combine(Path.GetDirectoryName(Here())!, "../../web/src/words/pageWords.json");
        var words = new JsonObject();
        foreach (var station in app.Services.GetServices<IStation>().OrderBy(s => s.Slug, StringComparer.Ordinal))
        {
            words[station.Slug] = new JsonObject(station.PageWords.Select(w => KeyValuePair.Create(w.Key, (JsonNode?)w.Value)));
        }

        if (Environment.GetEnvironmentVariable("HAZY_GOLDENS") == "write")
        {
            File.WriteAllText(
                file,
                words.ToJsonString(
                    new System.Text.Json.JsonSerializerOptions
                    {
                        WriteIndented = true,
                        NewLine = "\n",
                        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
                    }
                ) + "\n"
            );
        }

        JsonNode.DeepEquals(words, JsonNode.Parse(File.ReadAllText(file))).ShouldBeTrue();
    }

    private static string Here([System.Runtime.CompilerServices.CallerFilePath] string path = "") => path;

    // Every entry of a job, in one column.
    private Task BreakAsync(string job, string column, string value) => app.SqlAsync($"UPDATE Entries SET {column} = '{value}' WHERE JobId = @0", job);
}
