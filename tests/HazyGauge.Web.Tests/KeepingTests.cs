using System.Data.Common;
using System.Net;
using System.Text;
using HazyGauge.Data;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.Extensions.DependencyInjection;

namespace HazyGauge.Web.Tests;

/// <summary>Whatever state folder and disk are in, a start and a save either work or say in one sentence what to do.</summary>
public class KeepingTests
{
    [Fact]
    public async Task A_start_that_was_killed_while_migrating_bricks_no_later_one_and_two_never_share_a_folder()
    {
        var folder = Directory.CreateTempSubdirectory("hazy-gauge-killed-");
        await RunAsync(
            folder,
            "CREATE TABLE \"__EFMigrationsLock\" (\"Id\" INTEGER NOT NULL PRIMARY KEY, \"Timestamp\" TEXT NOT NULL); INSERT INTO \"__EFMigrationsLock\" VALUES (1, 'killed')"
        );
        await File.WriteAllTextAsync(Path.Combine(folder.FullName, "begun"), "making");
        Directory.CreateDirectory(Path.Combine(folder.FullName, "incoming"));
        await File.WriteAllTextAsync(Path.Combine(folder.FullName, "incoming", "half"), "sent");
        await File.WriteAllTextAsync(Path.Combine(folder.FullName, "hazy-gauge.db.hazy-gauge-unfinished"), "half a restore");
        using (var first = await RunningProgram.StartAsync(folder.FullName, demo: false))
        {
            Directory
                .GetFiles(folder.FullName, "*", SearchOption.AllDirectories)
                .ShouldNotContain(f => f.EndsWith("half", StringComparison.Ordinal) || f.EndsWith("unfinished", StringComparison.Ordinal));
            Directory.CreateDirectory(Path.Combine(folder.FullName, "incoming"));
            await File.WriteAllTextAsync(Path.Combine(folder.FullName, "incoming", "of the first"), "being sent");
            (await RunningProgram.RefusedAsync(folder.FullName)).ShouldBe(
                $"Hazy Gauge cannot start: Another Hazy Gauge works in {folder.FullName}. Stop it first, or set HAZY_DATA to another folder."
            );
            File.Exists(Path.Combine(folder.FullName, "incoming", "of the first")).ShouldBeTrue();

            // Nor where somebody takes the lock away by hand.
            File.Delete(Path.Combine(folder.FullName, "in-use.lock"));
            (await RunningProgram.RefusedAsync(folder.FullName)).ShouldContain("Another Hazy Gauge works in");
            if (!OperatingSystem.IsWindows())
            {
                File.GetUnixFileMode(folder.FullName).ShouldBe(UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute);
            }

            // Killed, it lets go of the folder.
            first.Kill();
        }

        await RunAsync(folder, "PRAGMA user_version = 900002");
        (await RunningProgram.RefusedAsync(folder.FullName)).ShouldContain("needs version 0.900.2 of Hazy Gauge or later");
        await RunAsync(folder, "PRAGMA user_version = 5000; INSERT INTO __EFMigrationsHistory VALUES ('29990101000000_Later', '99')");
        (await RunningProgram.RefusedAsync(folder.FullName)).ShouldContain("needs a newer version");
        folder.Delete(recursive: true);
    }

    [Theory]
    [InlineData("", "is empty")]
    [InlineData("CREATE TABLE Songs (Name TEXT)", "is a database of another program")]
    public async Task A_file_that_is_no_workshop_is_not_made_one(string sql, string said)
    {
        var folder = Directory.CreateTempSubdirectory("hazy-gauge-foreign-");
        var database = Path.Combine(folder.FullName, "hazy-gauge.db");
        if (sql.Length > 0)
        {
            await RunAsync(folder, sql);
        }
        else
        {
            await File.WriteAllTextAsync(database, string.Empty);
        }

        var before = await File.ReadAllBytesAsync(database);
        (await RunningProgram.RefusedAsync(folder.FullName)).ShouldContain(said);
        (await File.ReadAllBytesAsync(database)).ShouldBe(before);
        File.Delete(database);
        using (var running = await RunningProgram.StartAsync(folder.FullName, demo: false))
        {
            running.Kill();
        }

        folder.Delete(recursive: true);
    }

    [Fact]
    public async Task Pages_that_are_not_what_they_were_are_told_by_the_program_itself()
    {
        var folder = Directory.CreateTempSubdirectory("hazy-gauge-pages-");
        using (var running = await RunningProgram.StartAsync(folder.FullName, demo: true))
        {
            await HealthAsync(running, "ok");
            await running.TerminateAsync();
        }

        var database = Path.Combine(folder.FullName, "hazy-gauge.db");
        using (var pages = new FileStream(database, FileMode.Open))
        {
            // The head, by which it is known, stays.
            var random = new Random(5);
            for (var i = 0; i < 20; i++)
            {
                var dirt = new byte[600];
                random.NextBytes(dirt);
                pages.Position = 4096 * random.NextInt64(20, pages.Length / 4096);
                await pages.WriteAsync(dirt, TestContext.Current.CancellationToken);
            }
        }

        using (var running = await RunningProgram.StartAsync(folder.FullName, demo: false))
        {
            await HealthAsync(running, "damaged");
            running.Kill();
        }

        folder.Delete(recursive: true);
    }

    // The look at the pages goes on beside the running work.
    private static async Task HealthAsync(RunningProgram running, string status)
    {
        var said = string.Empty;
        for (var i = 0; i < 200 && said != status; i++)
        {
            await Task.Delay(50);
            said = (string)System.Text.Json.Nodes.JsonNode.Parse(await (await running.Http.GetAsync("/health")).Content.ReadAsStringAsync())!["status"]!;
        }

        said.ShouldBe(status);
    }

    [Fact]
    public async Task While_another_program_holds_the_database_a_save_says_so_and_what_was_sent_is_saved_when_it_lets_go()
    {
        using var app = new App();
        var job = await app.NewJobAsync();
        await using (var other = new SqliteConnection($"Data Source={Path.Combine(app.Folder, "hazy-gauge.db")};Pooling=False"))
        {
            await other.OpenAsync(TestContext.Current.CancellationToken);
            await using var hold = other.CreateCommand();
            hold.CommandText = "BEGIN IMMEDIATE";
            await hold.ExecuteNonQueryAsync(TestContext.Current.CancellationToken);
            var (refused, _) = await app.SaveAsync(job, """{ "notes": "kept" }""", "\"0\"", 503, slug: "survey");
            ((string)refused["detail"]!).ShouldContain("Another program holds the database");
        }

        await app.SaveAsync(job, """{ "notes": "kept" }""", "\"0\"", slug: "survey");
    }

    [Fact]
    public async Task Garbage_for_a_database_is_said_in_a_sentence_and_a_restore_over_it_brings_the_shop_back()
    {
        var (shop, broken) = (Directory.CreateTempSubdirectory("hazy-gauge-shop-"), Directory.CreateTempSubdirectory("hazy-gauge-broken-"));
        using (var running = await RunningProgram.StartAsync(shop.FullName, demo: true))
        {
            running.Kill();
        }

        // What an earlier backup left behind goes; a half-fetched file of somebody else's stays.
        var copy = Path.Combine(shop.FullName, "copy.db");
        var (ours, theirs) = (Path.Combine(shop.FullName, "monday.db.hazy-gauge-unfinished"), Path.Combine(shop.FullName, "manual.pdf.partial"));
        foreach (var left in new[] { ours, theirs })
        {
            await File.WriteAllTextAsync(left, "half");
            File.SetLastWriteTimeUtc(left, DateTime.UnixEpoch);
        }

        (await RunningProgram.MaintainAsync(shop.FullName, "backup", copy)).Code.ShouldBe(0);
        (File.Exists(ours), File.Exists(theirs)).ShouldBe((false, true));
        var database = Path.Combine(broken.FullName, "hazy-gauge.db");
        await File.WriteAllTextAsync(database, new string('x', 9000));
        (await RunningProgram.RefusedAsync(broken.FullName)).ShouldContain("Move it away, or restore a backup");
        (await RunningProgram.MaintainAsync(broken.FullName, "backup", copy + "2")).Errors.ShouldStartWith("hazy backup: What stands in ");
        (await RunningProgram.MaintainAsync(broken.FullName, "restore", copy, "--force")).ShouldBe((0, string.Empty));
        (await File.ReadAllTextAsync(Directory.GetFiles(broken.FullName, "before-restore-*").Single())).ShouldStartWith("xxx");
        using (var restored = await RunningProgram.StartAsync(broken.FullName, demo: false))
        {
            (await Api.ReadAsync(await restored.Http.GetAsync("/api/jobs"), 200))["items"]!.AsArray().Count.ShouldBe(3);
        }

        (await RunningProgram.RefusedAsync(Path.Combine(copy, "inside a file"))).ShouldContain("cannot be made, opened or read");
        shop.Delete(recursive: true);
        broken.Delete(recursive: true);
    }

    [Fact]
    public async Task A_full_disk_is_said_in_words_health_tells_it_and_work_goes_on_when_there_is_room_again()
    {
        var disk = new SmallDisk();
        await using var program = new App();
        await using var app = program.WithWebHostBuilder(web => web.ConfigureTestServices(services => services.ConfigureDbContext<HazyGaugeDb>(o => o.AddInterceptors(disk))));
        using var http = app.CreateClient();
        var job = (string)(await Api.ReadAsync(await http.PostAsync("/api/jobs", Json("""{ "name": "Full" }""")), 201))["id"]!;
        disk.IsFull = true;
        var saved = 0;
        HttpResponseMessage answer;
        do
        {
            // What is left of the last pages still takes a few.
            answer = await SaveAsync(http, job);
            saved += answer.IsSuccessStatusCode ? 1 : 0;
        } while (answer.IsSuccessStatusCode && saved < 200);
        ((string)(await Api.ReadAsync(answer, 507))["detail"]!).ShouldStartWith("The disk is full");

        disk.IsFull = false;
        ((int)(await Api.ReadAsync(await SaveAsync(http, job), 200))["revision"]!).ShouldBe(saved + 1);
        using var health = await http.GetAsync("/health");
        (health.StatusCode, await health.Content.ReadAsStringAsync()).ShouldBe((HttpStatusCode.OK, """{"status":"ok","detail":null}"""));

        // A database somebody else holds is told by health too.
        await using var other = new SqliteConnection($"Data Source={Path.Combine(program.Folder, "hazy-gauge.db")};Pooling=False");
        await other.OpenAsync(TestContext.Current.CancellationToken);
        await using var holds = await other.BeginTransactionAsync(TestContext.Current.CancellationToken);
        using var held = await http.GetAsync("/health");
        (held.StatusCode, (await held.Content.ReadAsStringAsync()).Contains("\"busy\"", StringComparison.Ordinal)).ShouldBe((HttpStatusCode.ServiceUnavailable, true));
    }

    [Fact]
    public async Task The_same_file_brought_by_several_at_once_is_kept_once_and_what_was_begun_is_taken_out()
    {
        await using var app = new App();
        var content = new byte[3_000_000];
        new Random(3).NextBytes(content);
        var jobs = await Task.WhenAll(Enumerable.Range(0, 4).Select(_ => app.NewJobAsync()));
        var hashes = await Task.WhenAll(jobs.Select(async job => (string)(await Api.UploadAsync(app.Http, $"/api/jobs/{job}/files", content, "log.bin"))["sha256"]!));
        hashes.Distinct().Count().ShouldBe(1);
        foreach (var job in jobs)
        {
            (await app.Http.GetByteArrayAsync($"/api/jobs/{job}/files/{hashes[0]}")).SequenceEqual(content).ShouldBeTrue();
        }

        // As a program leaves it that is killed in the middle of an upload.
        var contexts = app.Services.GetRequiredService<IDbContextFactory<HazyGaugeDb>>();
        await using var db = await contexts.CreateDbContextAsync(TestContext.Current.CancellationToken);
        var half = new FileContentRow { Sha256 = "staged-half", Bytes = 9 };
        db.Add(half);
        await db.SaveChangesAsync(TestContext.Current.CancellationToken);
        db.Add(
            new FileChunkRow
            {
                ContentId = half.Id,
                Number = 0,
                Data = [1],
            }
        );
        await db.SaveChangesAsync(TestContext.Current.CancellationToken);
        await app.Services.GetRequiredService<Data.Files.FileStore>().ClearStagedAsync(TestContext.Current.CancellationToken);
        (await db.FileContents.Select(c => c.Sha256).ToListAsync(TestContext.Current.CancellationToken)).ShouldBe([hashes[0]]);
        (await db.FileChunks.CountAsync(TestContext.Current.CancellationToken)).ShouldBe(12);
    }

    [Fact]
    public async Task A_stored_document_that_cannot_be_read_is_named_and_never_laid_at_the_door_of_who_asks()
    {
        await using var app = new App();
        var job = await app.NewJobAsync();
        await app.SaveAsync(job, """{ "meter": { "frequencyHz": 123.4 } }""", "\"0\"");
        var contexts = app.Services.GetRequiredService<IDbContextFactory<HazyGaugeDb>>();
        await using (var db = await contexts.CreateDbContextAsync(TestContext.Current.CancellationToken))
        {
            await db.Revisions.ExecuteUpdateAsync(r => r.SetProperty(row => row.Inputs, "{ \"meter\": "), TestContext.Current.CancellationToken);
        }

        foreach (var path in new[] { $"/api/jobs/{job}/stations/signal", $"/api/jobs/{job}/record/1", $"/api/jobs/{job}/stations/signal/recheck", $"/api/jobs/{job}/export" })
        {
            ((string)(await app.GetAsync(path, 500))["detail"]!).ShouldContain($"Revision 1 of the signal station on job {job}", customMessage: path);
        }

        // The bay and the record's list do not open it.
        await app.GetAsync("/api/bay?limit=100");
        ((int)(await app.GetAsync($"/api/jobs/{job}/record"))["total"]!).ShouldBe(1);
    }

    private static async Task<HttpResponseMessage> SaveAsync(HttpClient http, string job)
    {
        using var request = new HttpRequestMessage(HttpMethod.Put, $"/api/jobs/{job}/stations/signal") { Content = Json("""{ "meter": { "frequencyHz": 123.4 } }""") };
        request.Headers.TryAddWithoutValidation("If-Match", "*");
        request.Headers.Add("X-Author", "JM");
        return await http.SendAsync(request);
    }

    private static StringContent Json(string json) => new(json, Encoding.UTF8, "application/json");

    private static async Task RunAsync(DirectoryInfo folder, string sql)
    {
        await using var connection = new SqliteConnection($"Data Source={Path.Combine(folder.FullName, "hazy-gauge.db")};Pooling=False");
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
        command.CommandText = sql;
        await command.ExecuteNonQueryAsync();
    }

    // SQLite itself refuses to grow a database beyond a number of pages as it does on a full disk.
    private sealed class SmallDisk : DbConnectionInterceptor
    {
        public bool IsFull { get; set; }

        public override async Task ConnectionOpenedAsync(DbConnection connection, ConnectionEndEventData eventData, CancellationToken cancellationToken = default)
        {
            await using var command = connection.CreateCommand();
            command.CommandText = $"PRAGMA max_page_count = {(IsFull ? 1 : 1_000_000)}";
            await command.ExecuteNonQueryAsync(cancellationToken);
        }
    }
}
