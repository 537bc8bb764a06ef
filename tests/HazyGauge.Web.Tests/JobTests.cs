using System.IO.Compression;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json.Nodes;

namespace HazyGauge.Web.Tests;

public class JobTests(App app) : IClassFixture<App>
{
    private async Task<(string Job, string Document)> JobWithCaptureAsync(string query = "ethanolPct=73.4&fuelTempC=31&durationS=1")
    {
        var job = await app.NewJobAsync();
        var file = await Api.UploadAsync(app.Http, $"/api/jobs/{job}/files", await app.SimulatedAsync(query), "wave.vcd");
        return (job, $$"""{ "capture": { "sha256": "{{file["sha256"]}}", "name": "wave.vcd" }, "fuel": { "baseEthanolPct": { "value": 10, "plusMinus": 2 } } }""");
    }

    [Fact]
    public async Task A_renamed_job_is_found_by_its_new_name_and_no_longer_by_the_old_one()
    {
        var job = await app.NewJobAsync("Oldcastle hauler");
        async Task<string?> FoundAsync(string words) => (string?)(await app.GetAsync($"/api/bay?search={words}"))["jobs"]!.AsArray().SingleOrDefault()?["id"];
        async Task<JsonNode> RenameAsync(string json, int status = 200)
        {
            using var body = new StringContent(json, System.Net.Http.Headers.MediaTypeHeaderValue.Parse("application/json"));
            using var response = await app.Http.PatchAsync($"/api/jobs/{job}", body, TestContext.Current.CancellationToken);
            return await Api.ReadAsync(response, status);
        }

        ((string)(await RenameAsync("""{ "name": " Newbridge hauler ", "vehicle": "six-wheel" }"""))["name"]!).ShouldBe("Newbridge hauler");
        ((string)(await RenameAsync("""{ "vehicle": "eight-wheel" }"""))["name"]!).ShouldBe("Newbridge hauler");
        (await FoundAsync("newbridge eight")).ShouldBe(job);
        (await FoundAsync("oldcastle")).ShouldBeNull();
        (await FoundAsync("six-wheel")).ShouldBeNull();
        (await RenameAsync("""{ "name": "  " }""", 422))["errors"]!.AsObject().Select(e => e.Key).ShouldBe(["name"]);
        (await RenameAsync($$"""{ "vehicle": "{{new string('x', 300)}}" }""", 422))["errors"]!.AsObject().Select(e => e.Key).ShouldBe(["vehicle"]);
        (await FoundAsync("newbridge")).ShouldBe(job);

        // Plate and order number are what a customer on the telephone knows.
        var labelled = await RenameAsync("""{ "plate": "QX 4471", "reference": "Order 88-3" }""");
        ((string)labelled["plate"]!, (string)labelled["reference"]!, (string)labelled["vehicle"]!).ShouldBe(("QX 4471", "Order 88-3", "eight-wheel"));
        (await FoundAsync("4471 newbridge")).ShouldBe(job);
        (await RenameAsync("""{ "plate": "" }"""))["plate"]!.ToString().ShouldBeEmpty();
        (await FoundAsync("4471")).ShouldBeNull();
        (await RenameAsync($$"""{ "reference": "{{new string('9', 61)}}" }""", 422))["errors"]!.AsObject().Select(e => e.Key).ShouldBe(["reference"]);
    }

    [Fact]
    public async Task A_save_keeps_inputs_results_and_version_and_the_bay_shows_it()
    {
        var (job, document) = await JobWithCaptureAsync();
        var (saved, etag) = await app.SaveAsync(job, document, "\"0\"");

        etag.ShouldBe("\"1\"");
        var kept = saved["document"]!;
        ((double)kept["results"]!["capture"]!["reading"]!["ethanolPct"]!["value"]!).ShouldBe(73.4, 0.001);
        ((string)kept["coreVersion"]!).ShouldBe(Core.CoreVersion.Current);

        // What Signal once asked for of the fuel has its home at Compensate, and is saved there along.
        kept["fuel"].ShouldBeNull();
        var compensate = (await app.GetAsync($"/api/jobs/{job}/stations/compensate"))["document"]!;
        ((double)compensate["baseEthanolPct"]!["plusMinus"]!).ShouldBe(2);
        ((double)compensate["results"]!["fuelFactor"]!["factor"]!["value"]!).ShouldBe(1.3225, 0.0005);

        var item = (await app.GetAsync("/api/jobs?limit=100"))["items"]!.AsArray().Single(j => (string)j!["id"]! == job)!;
        ((double)item["reading"]!["ethanolPct"]!).ShouldBe(73.4, 0.001);
        ((string)item["stations"]!.AsArray().Single(s => (string)s!["slug"]! == "signal")!["state"]!).ShouldBe("proven");
        ((string)item["nextAction"]!["slug"]!).ShouldBe("compensate");

        var again = await app.GetAsync($"/api/jobs/{job}/stations/signal");
        again.ToJsonString().ShouldBe(saved.ToJsonString());
        var preview = (await app.PreviewAsync(job, "signal", document))["results"]!;
        preview["capture"]!["excerpt"]!.AsArray().ShouldNotBeEmpty();
        preview["reading"]!.ToJsonString().ShouldBe(kept["results"]!["reading"]!.ToJsonString());
    }

    [Fact]
    public async Task Nobody_overwrites_anybody()
    {
        var job = await app.NewJobAsync();
        (await app.GetAsync($"/api/jobs/{job}/stations/signal")).ToJsonString().ShouldBe("{}");
        await app.SaveAsync(job, "{}", null!, 428);
        await app.SaveAsync(job, "{}", "\"7\"", 412);
        await app.SaveAsync(job, "{}", "\"0\"", 422, author: null);
        await app.SaveAsync(job, "{}", "\"0\"", 422, author: new string('a', 21));
        (await app.SaveAsync(job, "{}", "\"0\"", author: "JM")).ETag.ShouldBe("\"1\"");
        (await app.SaveAsync(job, "{}", "\"0\"", slug: "survey", author: "Žiga Ö")).Body["author"]!.ToString().ShouldBe("Žiga Ö");
        await app.SaveAsync(job, "{}", "\"0\"", 412);

        // An unchanged save is a revision too; they count per job.
        (await app.SaveAsync(job, "{}", "\"1\"")).ETag.ShouldBe("\"3\"");
        var record = await app.GetAsync($"/api/jobs/{job}/record?skip=1&take=1");
        ((int)record["total"]!, record["items"]!.AsArray().Count, (int)record["items"]![0]!["revision"]!).ShouldBe((3, 1, 2));
        ((string)(await app.GetAsync($"/api/jobs/{job}/record/2"))["slug"]!).ShouldBe("survey");
    }

    [Fact]
    public async Task What_does_not_belong_is_refused_and_nothing_changes()
    {
        var (job, document) = await JobWithCaptureAsync();
        await app.SaveAsync(job, document, "\"0\"", 404, slug: "nowhere");
        await app.SaveAsync(job, """{ "a": 1 }""", "\"0\"", 422, slug: "survey");
        (await app.SaveAsync(job, """{ "a": 1 }""", "\"0\"", 422)).Body.ShouldName("a");
        (await app.SaveAsync(job, "[]", "\"0\"", 422)).Body.ShouldName("document");
        await app.SaveAsync(job, "{", "\"0\"", 400);
        (await app.SaveAsync(job, document.Replace("\"value\": 10", "\"value\": 140", StringComparison.Ordinal), "\"0\"", 422)).Body.ShouldName("baseEthanolPct");
        (await app.SaveAsync(job, $$"""{ "capture": { "sha256": "{{new string('0', 64)}}", "name": "x" } }""", "\"0\"", 422)).Body.ShouldName("capture");
        (await app.GetAsync($"/api/jobs/{job}/record?take=501", 422)).ShouldName("take");
        (await app.GetAsync($"/api/jobs/{job}/record?take=many", 400))["errors"]!["take"].ShouldNotBeNull();
        await app.GetAsync($"/api/jobs/{Guid.NewGuid()}", 404);
        await app.GetAsync($"/api/jobs/{job}/record/9", 404);
        await app.GetAsync($"/api/jobs/{job}/files/{new string('0', 64)}", 404);
        (await app.PostAsync("/api/jobs", """{ "name": " " }""", 422)).ShouldName("name");
        (await app.PostAsync("/api/jobs", $$"""{ "name": "{{new string('n', 81)}}" }""", 422)).ShouldName("name");
        (await Api.UploadAsync(app.Http, $"/api/jobs/{job}/files", [], "empty.vcd", 422)).ShouldName("file");
        ((int)(await app.GetAsync($"/api/jobs/{job}/record"))["total"]!).ShouldBe(0);
    }

    [Fact]
    public async Task A_held_signal_holds_the_job()
    {
        var job = await app.NewJobAsync();
        var silent = Encoding.ASCII.GetBytes("$timescale 1 us $end $var wire 1 ! s $end $enddefinitions $end #0 1! #900000\n");
        var file = await Api.UploadAsync(app.Http, $"/api/jobs/{job}/files", silent, "../../etc/silent\u0001.vcd");
        ((string)file["name"]!).ShouldBe("silent.vcd");
        await app.SaveAsync(job, $$"""{ "capture": { "sha256": "{{file["sha256"]}}", "name": "silent.vcd" } }""", "\"0\"");

        var item = await app.GetAsync($"/api/jobs/{job}");
        ((string)item["stations"]!.AsArray().Single(s => (string)s!["slug"]! == "signal")!["state"]!).ShouldBe("hold");
        item["reading"].ShouldBeNull();
    }

    [Fact]
    public async Task A_file_comes_back_byte_by_byte_and_the_same_content_is_one_file()
    {
        var job = await app.NewJobAsync();
        var content = RandomNumberGenerator.GetBytes(700_000);
        var first = await Api.UploadAsync(app.Http, $"/api/jobs/{job}/files", content, "first.bin");
        ((string)first["sha256"]!).ShouldBe(Convert.ToHexStringLower(SHA256.HashData(content)));
        (await app.Http.GetByteArrayAsync($"/api/jobs/{job}/files/{first["sha256"]}")).ShouldBe(content);

        var second = await Api.UploadAsync(app.Http, $"/api/jobs/{job}/files", content, "second.bin");
        ((string)second["name"]!).ShouldBe("first.bin");
        (await app.GetAsync($"/api/jobs/{job}/files"))["items"]!.AsArray().Count.ShouldBe(1);
        Directory.GetFiles(Path.Combine(app.Folder, "incoming")).ShouldBeEmpty();
    }

    [Fact]
    public async Task An_export_imported_and_exported_again_is_the_same_but_for_identity_and_time()
    {
        var (job, document) = await JobWithCaptureAsync();
        await app.SaveAsync(job, document, "\"0\"");
        await app.SaveAsync(job, "{}", "\"0\"", slug: "blend", author: "Kö");
        var export = await app.GetAsync($"/api/jobs/{job}/export");
        var zip = await app.Http.GetByteArrayAsync($"/api/jobs/{job}/export?files=true");

        foreach (
            var content in new HttpContent[] { new ByteArrayContent(zip), Api.File(zip, "job.zip"), new StringContent(export.ToJsonString(), Encoding.UTF8, "application/json") }
        )
        {
            using var response = await app.Http.PostAsync("/api/jobs/import", content);
            var copy = (string)(await Api.ReadAsync(response, 201))["id"]!;
            copy.ShouldNotBe(job);
            var again = await app.GetAsync($"/api/jobs/{copy}/export");
            ((string)again["id"]!).ShouldBe(copy);
            foreach (var name in new[] { "id", "exportedAt" })
            {
                again[name] = export[name]!.DeepClone();
            }

            JsonNode.DeepEquals(again, export).ShouldBeTrue();
            var (original, imported) = (await app.GetAsync($"/api/jobs/{job}"), await app.GetAsync($"/api/jobs/{copy}"));
            imported["reading"]!.ToJsonString().ShouldBe(original["reading"]!.ToJsonString());
            imported["stations"]!.ToJsonString().ShouldBe(original["stations"]!.ToJsonString());
            (await app.GetAsync($"/api/jobs/{copy}/stations/signal/recheck"))["differences"]!.AsArray().ShouldBeEmpty();
        }
    }

    [Fact]
    public async Task A_job_saved_by_other_rules_says_where_today_would_differ()
    {
        var (job, document) = await JobWithCaptureAsync();
        await app.SaveAsync(job, document, "\"0\"");
        var export = await app.GetAsync($"/api/jobs/{job}/export");
        var saved = export["revisions"]![0]!["document"]!;
        saved["coreVersion"] = "0.0.1";
        saved["results"]!["reading"]!["ethanolPct"]!["value"] = 60;

        var copy = (string)(await app.PostAsync("/api/jobs/import", export.ToJsonString(), 201))["id"]!;
        var recheck = await app.GetAsync($"/api/jobs/{copy}/stations/signal/recheck");
        ((string)recheck["savedWith"]!).ShouldBe("0.0.1");
        var difference = recheck["differences"]!.AsArray().Single()!;
        ((string)difference["field"]!, (string)difference["label"]!).ShouldBe(("ethanolPct", "Ethanol"));
        ((double)difference["from"]!["number"]!["value"]!).ShouldBe(60);
        ((double)difference["to"]!["number"]!["value"]!).ShouldBe(73.4, 0.001);
    }

    [Fact]
    public async Task An_import_whose_text_is_none_is_refused_with_its_place()
    {
        var (job, document) = await JobWithCaptureAsync();
        await app.SaveAsync(job, document, "\"0\"");

        // Text that is none: half of a character, and bytes that are no UTF-8. Each is found where it stands, whatever a later reader would look at.
        var whole = (await app.GetAsync($"/api/jobs/{job}/export")).ToJsonString();
        foreach (
            var (find, spoilt, place) in new[]
            {
                ("\"coreVersion\":\"", "\"coreVersion\":\"\\ud800", "revisions[0].document.coreVersion"),
                ("\"capture\":{", "\"capture\":{\"\\udc00\":1,", "name of a field"),
                ("\"schemaVersion\":4", "\"schemaVersion\":\"\\ud800\"", "format version"),
            }
        )
        {
            whole.ShouldContain(find);
            ((string)(await app.PostAsync("/api/jobs/import", whole.Replace(find, spoilt, StringComparison.Ordinal), 422))["detail"]!).ShouldContain(place);
        }

        using var bytes = new ByteArrayContent([.. "{ \"schemaVersion\": 1, \"name\": \""u8, 0xFF, 0xFE, .. "\" }"u8]);
        bytes.Headers.ContentType = new("application/json");
        (await Api.ReadAsync(await app.Http.PostAsync("/api/jobs/import", bytes), 422)).ShouldName("file");
    }

    [Fact]
    public async Task An_import_that_cannot_be_is_refused_whole()
    {
        var (job, document) = await JobWithCaptureAsync();
        await app.SaveAsync(job, document, "\"0\"");
        var export = await app.GetAsync($"/api/jobs/{job}/export");
        var before = (await app.GetAsync("/api/jobs?limit=100"))["items"]!.AsArray().Count;

        async Task RefusedAsync(Action<JsonNode> spoil, string sentence)
        {
            var spoilt = export.DeepClone();
            spoil(spoilt);
            ((string)(await app.PostAsync("/api/jobs/import", spoilt.ToJsonString(), 422))["detail"]!).ShouldContain(sentence);
        }

        await RefusedAsync(j => j["schemaVersion"] = 5, "format version 5");
        await RefusedAsync(j => j.AsObject().Remove("schemaVersion"), "no job file");
        await RefusedAsync(j => j["name"] = string.Empty, "needs a name");
        await RefusedAsync(j => j["revisions"]![0]!["revision"] = 4, "no gaps");
        await RefusedAsync(j => j["revisions"]![0]!["slug"] = "nowhere", "nowhere");
        await RefusedAsync(j => j["revisions"]![0]!["author"] = "", "author");
        await RefusedAsync(j => j["revisions"]![0]!["document"] = new JsonObject { ["x"] = 1 }, "does not belong");
        await RefusedAsync(j => j["revisions"]![0]!["document"]!["results"]!["capture"] = new JsonObject(), "does not belong");
        await RefusedAsync(j => j["revisions"]![0]!["document"]!["results"]!["capture"]!["reading"] = null, "does not belong");
        await RefusedAsync(j => j["revisions"]![0]!["document"]!["results"]!["nextAction"]!["command"] = null, "does not belong");
        await RefusedAsync(j => j["revisions"]![0]!["document"]!["schema"] = 99, "newer version");
        await RefusedAsync(j => j["revisions"]![0]!["document"]!["schema"] = "two", "whole number");
        await RefusedAsync(j => j["files"]![0]!["sha256"] = "abc", "SHA-256");
        await RefusedAsync(j => j["files"]![0]!["name"] = "../x", "plain name");
        await RefusedAsync(j => j["unknown"] = 1, "schema");
        foreach (var list in new[] { "revisions", "files", "entries" })
        {
            await RefusedAsync(j => j[list] = new JsonArray((JsonNode?)null), $"holds nothing at '{list}[0]'");
        }

        (await app.PostAsync("/api/jobs/import", "{ \"schemaVersion\": 1,", 422)).ShouldName("file");
        (await app.PostAsync("/api/jobs/import", string.Empty, 422)).ShouldName("file");

        // A zip whose file is not what it claims to be, and one that is cut.
        var zip = new MemoryStream();
        zip.Write(await app.Http.GetByteArrayAsync($"/api/jobs/{job}/export?files=true"));
        (await Api.UploadAsync(app.Http, "/api/jobs/import", zip.ToArray()[..^200], "cut.zip", 422)).ShouldName("file");
        using (var archive = new ZipArchive(zip, ZipArchiveMode.Update, leaveOpen: true))
        {
            await using var entry = archive.Entries.Single(e => e.FullName.StartsWith("files/", StringComparison.Ordinal)).Open();
            entry.Write("oops"u8);
        }

        (await Api.UploadAsync(app.Http, "/api/jobs/import", zip.ToArray(), "spoilt.zip", 422)).ShouldName("files");
        (await app.GetAsync("/api/jobs?limit=100"))["items"]!.AsArray().Count.ShouldBe(before);
    }
}
