using System.IO.Compression;
using System.Net.Http.Headers;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json.Nodes;
using SkiaSharp;

namespace HazyGauge.Web.Tests;

/// <summary>Files made to get something past the program, or to have it choke: refused by name, or taken without what was hidden in them.</summary>
public class HostileFileTests(App app) : IClassFixture<App>
{
    private static byte[] Photo()
    {
        using var bitmap = new SKBitmap(40, 30);
        bitmap.Erase(SKColors.Teal);
        var jpeg = bitmap.Encode(SKEncodedImageFormat.Jpeg, 90).ToArray();
        byte[] place = [.. "Exif\0\0II*\0GPS 46.05 N 14.51 E"u8];
        return [.. jpeg[..2], 0xFF, 0xE1, 0, (byte)(place.Length + 2), .. place, .. jpeg[2..]];
    }

    private static string Hash(byte[] content) => Convert.ToHexStringLower(SHA256.HashData(content));

    // A job that shows a file on a survey's photo, an entry and its list, in an archive with that content.
    private static byte[] Archive(byte[] content, string name, string? sha256 = null, byte[]? job = null)
    {
        var hash = sha256 ?? Hash(content);
        using var zip = new MemoryStream();
        using (var archive = new ZipArchive(zip, ZipArchiveMode.Create, leaveOpen: true))
        {
            void Put(string entry, byte[] bytes)
            {
                using var to = archive.CreateEntry(entry).Open();
                to.Write(bytes);
            }

            Put(
                "job.json",
                job
                    ?? Encoding.UTF8.GetBytes(
                        $$"""
                        {
                          "schemaVersion": 4, "id": "{{Guid.NewGuid()}}", "exportedAt": "2026-11-01T08:00:00Z", "name": "From elsewhere",
                          "vehicle": "", "createdAt": "2026-11-01T08:00:00Z",
                          "revisions": [{ "revision": 1, "slug": "survey", "author": "JM", "savedAt": "2026-11-01T08:00:00Z", "summary": "x",
                          "document": { "photos": [{ "field": "pump.flowLph", "sha256": "{{hash}}" }] } }],
                          "files": [{ "sha256": "{{hash}}", "name": "{{name}}", "bytes": {{content.Length}}, "addedAt": "2026-11-01T08:00:00Z", "kind": "photo" }],
                          "entries": [{ "number": 1, "kind": "note", "text": "seen", "blocks": [], "author": "JM", "at": "2026-11-01T08:00:00Z", "files": ["{{hash}}"] }]
                        }
                        """
                    )
            );
            Put($"files/{hash}", content);
        }

        return zip.ToArray();
    }

    private async Task<JsonNode> ImportAsync(byte[] file, int status)
    {
        using var content = new ByteArrayContent(file);
        return await Api.ReadAsync(await app.Http.PostAsync("/api/jobs/import", content), status);
    }

    [Fact]
    public async Task A_photo_in_an_archive_comes_in_without_its_place_and_is_found_wherever_the_job_shows_it()
    {
        var photo = Photo();
        var job = (string)(await ImportAsync(Archive(photo, "plate.jpg"), 201))["id"]!;
        var sha256 = (string)(await app.GetAsync($"/api/jobs/{job}/files"))["items"]!.AsArray().ShouldHaveSingleItem()!["sha256"]!;
        sha256.ShouldNotBe(Hash(photo));
        var kept = await app.Http.GetByteArrayAsync($"/api/jobs/{job}/files/{sha256}");
        Encoding.Latin1.GetString(kept).ShouldNotContain("GPS");
        using var seen = SKBitmap.Decode(kept);
        seen.Width.ShouldBe(40);
        ((string)(await app.GetAsync($"/api/jobs/{job}/stations/survey"))["document"]!["photos"]![0]!["sha256"]!).ShouldBe(sha256);
        ((string)(await app.GetAsync($"/api/jobs/{job}/entries"))["items"]![0]!["files"]![0]!).ShouldBe(sha256);

        // Sent by itself it comes to the same, and what goes out and comes back is the same again.
        ((string)(await Api.UploadAsync(app.Http, $"/api/jobs/{job}/files", photo, "again.jpg"))["sha256"]!).ShouldBe(sha256);
        var again = (string)(await ImportAsync(await app.Http.GetByteArrayAsync($"/api/jobs/{job}/export?files=true"), 201))["id"]!;
        ((string)(await app.GetAsync($"/api/jobs/{again}/files"))["items"]![0]!["sha256"]!).ShouldBe(sha256);
    }

    [Theory]
    [InlineData("GIF89a..................", "plate.gif")]
    [InlineData("II*\0......................", "plate.tif")]
    [InlineData("\0\0\0\u0018ftypheic............", "plate.heic")]
    [InlineData("a letter before Exif\0\0II*\0GPS", "plate.bin")]
    public async Task A_picture_nobody_can_make_bare_is_refused_by_name_alone_and_in_an_archive(string content, string name)
    {
        var bytes = Encoding.Latin1.GetBytes(content);
        var job = await app.NewJobAsync();
        ((string)(await Api.UploadAsync(app.Http, $"/api/jobs/{job}/files", bytes, name, 422))["detail"]!).ShouldContain(name);
        ((string)(await ImportAsync(Archive(bytes, name), 422))["detail"]!).ShouldContain(name);
    }

    [Fact]
    public async Task An_archive_whose_content_is_another_or_that_unpacks_to_a_mountain_is_refused()
    {
        ((string)(await ImportAsync(Archive(Photo(), "plate.jpg", sha256: new string('a', 64)), 422))["detail"]!).ShouldContain("its hash differs");
        var mountain = Encoding.UTF8.GetBytes($$"""{ "schemaVersion": 4, "x": [{{string.Join(',', Enumerable.Repeat("1", 30_000_000))}}] }""");
        var packed = Archive([1], "a.bin", job: mountain);
        packed.Length.ShouldBeLessThan(300_000);
        ((string)(await ImportAsync(packed, 422))["detail"]!).ShouldContain("longer than it claims");
    }

    [Theory]
    [InlineData("\u202Egnp.exe")]
    [InlineData("\u2066name")]
    [InlineData("two\u2028lines")]
    [InlineData("mark\u200F")]
    public async Task A_letter_that_turns_the_writing_is_refused_in_every_name(string name)
    {
        async Task Refused(Func<StringContent> content, string path, HttpMethod? method = null)
        {
            using var request = new HttpRequestMessage(method ?? HttpMethod.Post, path) { Content = content() };
            request.Headers.Add("X-Author", "JM");
            request.Headers.Add("Idempotency-Key", Guid.NewGuid().ToString());
            await Api.ReadAsync(await app.Http.SendAsync(request), 422);
        }

        StringContent Json(string json) => new(json, Encoding.UTF8, "application/json");
        StringContent Csv(string csv) => new(csv, Encoding.UTF8, "text/csv");
        await Refused(() => Json($$"""{ "name": "{{name}}" }"""), "/api/jobs");
        await Refused(() => Csv($"kind,name,flow\npump,{name},200\n"), "/api/shelf");
        await Refused(() => Csv($"profile,field,value\n{name},engine.cylinders,4\n"), "/api/profiles/import");
        await Refused(
            () => Json($$"""{ "code": "a", "name": "{{name}}", "ports": ["flare-6-m", "flare-6-f"], "boreMm": 5, "lengthMm": 5, "cost": 1, "ethanolRated": true }"""),
            "/api/catalogue/parts",
            HttpMethod.Put
        );
        await Refused(() => Json($$"""{ "schemaVersion": 1, "name": "{{name}}", "stations": { "survey": { "engine": { "cylinders": 4 } } } }"""), "/api/templates/import");
        await Refused(() => Json($$"""{ "kind": "note", "text": "{{name}}" }"""), $"/api/jobs/{await app.NewJobAsync()}/entries");
    }

    [Fact]
    public async Task Words_a_spreadsheet_would_run_go_out_as_words_and_come_back_as_they_were()
    {
        string[] names = ["=HYPERLINK(\"x\")", "+1+2", "@sum", "-cmd", "'=quoted already", "'plain", "-5", "plain, with comma"];
        using var csv = new StringContent(
            $"kind,name,flow\n{string.Concat(names.Select((n, i) => $"pump,\"{(n[0] == '\'' ? "'" + n : n).Replace("\"", "\"\"", StringComparison.Ordinal)}\",{200 + i}\n"))}",
            Encoding.UTF8,
            "text/csv"
        );
        await Api.ReadAsync(await app.Http.PostAsync("/api/shelf", csv), 200);
        async Task<IReadOnlyList<string>> OwnAsync() => [.. (await app.GetAsync("/api/shelf"))["items"]!.AsArray().Where(i => (bool)i!["isOwn"]!).Select(i => (string)i!["name"]!)];
        var generic = (await app.GetAsync("/api/shelf"))["items"]!.AsArray().Where(i => !(bool)i!["isOwn"]!).Select(i => (string)i!["name"]!).ToList();
        var there = await OwnAsync();
        there.Count.ShouldBe(names.Length);
        var written = await app.Http.GetStringAsync("/api/shelf.csv");
        foreach (var line in written.Split('\n').Where(l => l.StartsWith("pump,", StringComparison.Ordinal)))
        {
            var cell = line["pump,".Length..].TrimStart('"');
            ("=+@".Contains(cell[0], StringComparison.Ordinal) || cell.StartsWith("-c", StringComparison.Ordinal)).ShouldBeFalse(line);
        }

        await Api.ReadAsync(await app.Http.PostAsync("/api/shelf", new StringContent(written, Encoding.UTF8, "text/csv")), 200);
        (await OwnAsync()).ShouldBe(there.Concat(generic), ignoreOrder: true);

        // And off the shelf again, by whatever name.
        foreach (var name in there)
        {
            (await app.Http.DeleteAsync($"/api/shelf/{Uri.EscapeDataString(name)}")).StatusCode.ShouldBe(System.Net.HttpStatusCode.NoContent);
        }

        (await app.Http.DeleteAsync("/api/shelf/nothing-there")).StatusCode.ShouldBe(System.Net.HttpStatusCode.NotFound);
        (await OwnAsync()).ShouldNotContain(n => there.Contains(n));
    }

    [Fact]
    public async Task Tables_and_captures_made_to_be_endless_are_refused_by_what_is_wrong_with_them()
    {
        async Task<string> RefusedAsync(string path, string text)
        {
            using var content = new StringContent(text, Encoding.UTF8, "text/csv");
            return (string)(await Api.ReadAsync(await app.Http.PostAsync(path, content), 422))["detail"]!;
        }

        (await RefusedAsync("/api/profiles/import", "profile,field,value\n" + string.Concat(Enumerable.Range(0, 15_000).Select(i => $"p{i},engine.cylinders,4\n")))).ShouldContain(
            "at most 500 profiles"
        );
        (await RefusedAsync("/api/shelf", "kind,name,covers\n" + string.Concat(Enumerable.Range(0, 2_000).Select(i => $"kit,k{i},clamp\n")))).ShouldContain("at most 500 sheets");
        (await RefusedAsync("/api/shelf", "kind,name,covers\n" + string.Concat(Enumerable.Range(0, 60_000).Select(i => $"kit,k{i},a\n")))).ShouldContain("20000 rows");
        var scopes = string.Concat(Enumerable.Range(0, 10).Select(i => $"$scope module {new string('s', 50_000)} $end\n"));
        var variables = string.Concat(Enumerable.Range(0, 1_500).Select(i => $"$var wire 1 v{i} n{i} $end\n"));
        var capture = Encoding.UTF8.GetBytes($"$timescale 1 us $end\n{scopes}{variables}$enddefinitions $end\n#0\n");
        ((string)(await Api.UploadAsync(app.Http, "/api/calc/capture", capture, "a.vcd", 422))["detail"]!).ShouldContain("longer than 1000 characters");
    }

    [Theory]
    [InlineData(""" "parts": [{ "item": "clamp", "name": "Clamp", "quantity": 1e308 }] """)]
    [InlineData(""" "parts": [{ "item": "clamp", "name": "Clamp", "quantity": -5 }] """)]
    [InlineData(""" "parts": [{ "item": "clamp", "name": "Clamp", "price": -1 }] """)]
    [InlineData(""" "parts": [{ "item": "Not An Item" }] """)]
    [InlineData(""" "parts": [null] """)]
    public async Task A_template_that_no_job_could_use_is_refused(string parts)
    {
        using var content = new StringContent(
            $$"""{ "schemaVersion": 1, "name": "T", "stations": { "survey": { "engine": { "cylinders": 4 } } }, {{parts}} }""",
            Encoding.UTF8,
            "application/json"
        );
        await Api.ReadAsync(await app.Http.PostAsync("/api/templates/import", content), 422);
        using var empty = new StringContent("""{ "schemaVersion": 1, "name": "T", "stations": {} }""", Encoding.UTF8, "application/json");
        (await Api.ReadAsync(await app.Http.PostAsync("/api/templates/import", empty), 422)).ShouldName("stations");
        using var cut = new ByteArrayContent([.. "{ \"schemaVersion\": 1, \"name\": \"T"u8, 0xC3, .. "\", \"stations\": { \"survey\": { \"engine\": { \"cylinders\": 4 } } } }"u8])
        {
            Headers = { ContentType = new MediaTypeHeaderValue("application/json") },
        };
        ((int)(await app.Http.PostAsync("/api/templates/import", cut)).StatusCode).ShouldBeOneOf(400, 422);
    }
}
