using System.Collections.Concurrent;
using System.Globalization;
using System.Text;
using System.Text.Json.Nodes;

namespace HazyGauge.Web.Tests;

/// <summary>Killed in the middle of everything at once, the program loses nothing it said yes to.</summary>
public class KillTests
{
    private readonly ConcurrentBag<(string Job, int Revision, JsonNode Document)> _saves = [];
    private readonly ConcurrentBag<(string Job, int Number, string Text)> _entries = [];
    private readonly ConcurrentBag<(string Job, string Sha256, byte[] Content)> _files = [];
    private readonly ConcurrentBag<string> _imports = [];
    private readonly ConcurrentBag<string> _removed = [];

    // What the shop was last said to have, and what of it was acknowledged: one change follows the other.
    private string _shopAsked = string.Empty;
    private string _shopSaid = string.Empty;

    // HAZY_KILLS asks for more.
    private static readonly int Kills = int.Parse(Environment.GetEnvironmentVariable("HAZY_KILLS") ?? "2", CultureInfo.InvariantCulture);

    // Of what was acknowledged, this many of a kind are looked at again at each start; all of it at the last.
    private const int LookedAtAgain = 40;

    [Fact]
    public async Task All_kinds_of_work_and_a_backup_at_once_and_all_that_was_acknowledged_is_there()
    {
        var folder = Directory.CreateTempSubdirectory("hazy-gauge-kills-");
        var copies = Directory.CreateTempSubdirectory("hazy-gauge-copies-");
        for (var kill = 0; kill < Kills; kill++)
        {
            using var program = await RunningProgram.StartAsync(folder.FullName, demo: true);
            await AllThereAsync(program.Http, LookedAtAgain);
            var jobs = (await GetAsync(program.Http, "/api/bay"))["jobs"]!.AsArray().Select(j => (string)j!["id"]!).ToList();
            var export = await program.Http.GetByteArrayAsync($"/api/jobs/{jobs[0]}/export");
            var backup = RunningProgram.MaintainAsync(folder.FullName, "backup", Path.Combine(copies.FullName, $"{kill}.db"));
            var before = Done();
            var work = Task.WhenAll(
                ForeverAsync(() => SaveAsync(program.Http, jobs[0])),
                ForeverAsync(() => SaveAsync(program.Http, jobs[1])),
                ForeverAsync(() => WriteAsync(program.Http, jobs[0])),
                ForeverAsync(() => UploadAsync(program.Http, jobs[1])),
                ForeverAsync(() => ImportAsync(program.Http, export)),
                ForeverAsync(() => RemoveAsync(program.Http, export)),
                ForeverAsync(() => ChangeShopAsync(program.Http))
            );
            while (!work.IsCompleted && Done().Zip(before, (now, then) => now - then).Zip([8, 8, 2, 2, 1], (done, least) => done < least).Any(missing => missing))
            {
                await Task.Delay(5);
            }

            program.Kill();
            await work;

            // A backup is whole or not there; what it was writing when all else died is nobody's copy.
            var (code, _) = await backup;
            File.Exists(Path.Combine(copies.FullName, $"{kill}.db")).ShouldBe(code == 0);
        }

        using var last = await RunningProgram.StartAsync(folder.FullName, demo: true);
        await AllThereAsync(last.Http, int.MaxValue);
        copies.GetFiles().ShouldAllBe(f => f.Extension == ".db");
        var restored = Directory.CreateTempSubdirectory("hazy-gauge-restored-");
        foreach (var copy in copies.GetFiles())
        {
            (await RunningProgram.MaintainAsync(restored.FullName, "restore", copy.FullName, "--force")).ShouldBe((0, string.Empty));
        }

        last.Kill();
        foreach (var left in new[] { folder, copies, restored })
        {
            left.Delete(recursive: true);
        }
    }

    private int[] Done() => [_saves.Count, _entries.Count, _files.Count, _imports.Count, _removed.Count];

    private async Task AllThereAsync(HttpClient http, int atMost)
    {
        IEnumerable<T> Some<T>(IEnumerable<T> all) => all.OrderBy(_ => Random.Shared.Next()).Take(atMost);
        foreach (var (job, revision, document) in Some(_saves))
        {
            JsonNode.DeepEquals((await GetAsync(http, $"/api/jobs/{job}/record/{revision}"))["document"], document).ShouldBeTrue();
        }

        foreach (var (job, number, text) in Some(_entries))
        {
            ((string)(await GetAsync(http, $"/api/jobs/{job}/entries?after={number - 1}&limit=1"))["items"]![0]!["text"]!).ShouldBe(text);
        }

        foreach (var (job, sha256, content) in Some(_files))
        {
            (await http.GetByteArrayAsync($"/api/jobs/{job}/files/{sha256}")).SequenceEqual(content).ShouldBeTrue();
        }

        foreach (var job in Some(_imports))
        {
            (await GetAsync(http, $"/api/jobs/{job}"))["stations"]!.AsArray().ShouldContain(s => (string)s!["state"]! != "empty");
        }

        foreach (var job in Some(_removed))
        {
            ((string)(await Api.ReadAsync(await http.GetAsync($"/api/jobs/{job}"), 404))["detail"]!).ShouldContain("under Removed");
        }

        var instruments = string.Join(' ', (await GetAsync(http, "/api/shop"))["instruments"]?.AsArray().Select(i => (string)i!) ?? []);
        new[] { _shopSaid, _shopAsked }.ShouldContain(instruments);
        _shopSaid = _shopAsked = instruments;

        // Found by what was written last, and in no part left behind.
        foreach (var (job, _, text) in _entries.Take(3))
        {
            (await GetAsync(http, $"/api/search?q={text}"))["hits"]!.AsArray().ShouldContain(h => (string)h!["job"]!["id"]! == job);
        }
    }

    private static async Task ForeverAsync(Func<Task> act)
    {
        try
        {
            while (true)
            {
                await act();
            }
        }
        catch (Exception cut) when (cut is HttpRequestException or IOException or TaskCanceledException)
        {
            // Killed in the middle: this one was never acknowledged.
        }
    }

    private async Task SaveAsync(HttpClient http, string job)
    {
        var (saved, _) = await Api.SaveAsync(http, job, $$"""{ "meter": { "frequencyHz": {{60 + (_saves.Count % 90)}} } }""", "*");
        _saves.Add((job, (int)saved["revision"]!, saved["document"]!.DeepClone()));
    }

    private async Task WriteAsync(HttpClient http, string job)
    {
        var text = $"w{Guid.NewGuid():N}";
        using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/jobs/{job}/entries")
        {
            Content = new StringContent($$"""{ "kind": "note", "text": "{{text}}" }""", Encoding.UTF8, "application/json"),
        };
        request.Headers.Add("Idempotency-Key", text);
        request.Headers.Add("X-Author", "JM");
        var written = await Api.ReadAsync(await http.SendAsync(request), 201);
        _entries.Add((job, (int)written["number"]!, text));
    }

    private async Task UploadAsync(HttpClient http, string job)
    {
        var content = new byte[400_000];
        Random.Shared.NextBytes(content);
        var stored = await Api.UploadAsync(http, $"/api/jobs/{job}/files", content, "log.bin");
        _files.Add((job, (string)stored["sha256"]!, content));
    }

    private async Task ImportAsync(HttpClient http, byte[] export) => _imports.Add(await ImportedAsync(http, export));

    private static async Task<string> ImportedAsync(HttpClient http, byte[] export)
    {
        using var body = new ByteArrayContent(export);
        body.Headers.ContentType = new("application/json");
        return (string)(await Api.ReadAsync(await http.PostAsync("/api/jobs/import", body), 201))["id"]!;
    }

    private async Task RemoveAsync(HttpClient http, byte[] export)
    {
        var job = await ImportedAsync(http, export);
        await Api.ReadAsync(await http.DeleteAsync($"/api/jobs/{job}"), 200);
        _removed.Add(job);
    }

    // Each change has every job judged anew, beside all the rest.
    private async Task ChangeShopAsync(HttpClient http)
    {
        string[] all = ["scope", "wideband", "hydrometer"];
        string[] chosen = [.. all.Where(_ => Random.Shared.Next(2) == 0).DefaultIfEmpty(all[0])];
        _shopAsked = string.Join(' ', chosen);
        using var request = new HttpRequestMessage(HttpMethod.Put, "/api/shop")
        {
            Content = new StringContent(new JsonObject { ["instruments"] = new JsonArray([.. chosen.Select(c => (JsonNode)c)]) }.ToJsonString(), Encoding.UTF8, "application/json"),
        };
        request.Headers.Add("X-Author", "JM");
        await Api.ReadAsync(await http.SendAsync(request), 200);
        _shopSaid = _shopAsked;
    }

    private static async Task<JsonNode> GetAsync(HttpClient http, string path) => await Api.ReadAsync(await http.GetAsync(path), 200);
}
