using System.Net;
using System.Text;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Stations;
using HazyGauge.Data;
using HazyGauge.Formats.Vcd;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using NetArchTest.Rules;

namespace HazyGauge.Web.Tests;

/// <summary>The house itself: who may depend on whom, what gets in from outside, what outlives a kill.</summary>
public class HouseTests(App app) : IClassFixture<App>
{
    [Fact]
    public void Dependencies_point_inward_and_stations_stay_apart()
    {
        var core = typeof(Hazy).Assembly;
        core.GetReferencedAssemblies().Select(a => a.Name!).Where(n => !n.StartsWith("System", StringComparison.Ordinal)).ShouldBeSubsetOf(["MathNet.Numerics", "UnitsNet"]);
        Types.InAssembly(core).ShouldNot().HaveDependencyOnAny("System.IO", "System.Net", "System.Diagnostics.Process").GetResult().IsSuccessful.ShouldBeTrue();
        Types
            .InAssembly(typeof(VcdCapture).Assembly)
            .ShouldNot()
            .HaveDependencyOnAny("HazyGauge.Data", "HazyGauge.Web", "Microsoft.EntityFrameworkCore")
            .GetResult()
            .IsSuccessful.ShouldBeTrue();
        Types
            .InAssembly(typeof(HazyGaugeDb).Assembly)
            .ShouldNot()
            .HaveDependencyOnAny("HazyGauge.Web", "HazyGauge.Formats", "Microsoft.AspNetCore")
            .GetResult()
            .IsSuccessful.ShouldBeTrue();

        // Every station's room in Core, found by its folder: none knows another, and the rooms of physics know none of them.
        var stations = core.GetTypes().Where(t => !t.IsAbstract && typeof(IStation).IsAssignableFrom(t)).Select(t => t.Namespace!).ToList();
        stations.Count.ShouldBe(6);
        foreach (var station in stations)
        {
            Types
                .InAssembly(core)
                .That()
                .ResideInNamespace(station)
                .ShouldNot()
                .HaveDependencyOnAny([.. stations.Where(s => s != station), "HazyGauge.Core.Jobs"])
                .GetResult()
                .FailingTypeNames.ShouldBeNull(station);
        }

        string[] physics =
        [
            "Compensation",
            "Fields",
            "Findings",
            "Fuels",
            "FuelSystem",
            "Haze",
            "Identity",
            "Parts",
            "People",
            "Plumbing",
            "Quantities",
            "Sensing",
            "Sentences",
            "Shop",
            "Simulation",
            "Vehicles",
            "Wiring",
        ];
        foreach (var room in physics)
        {
            Types
                .InAssembly(core)
                .That()
                .ResideInNamespace($"HazyGauge.Core.{room}")
                .ShouldNot()
                .HaveDependencyOnAny("HazyGauge.Core.Stations", "HazyGauge.Core.Jobs", "HazyGauge.Core.Entries")
                .GetResult()
                .FailingTypeNames.ShouldBeNull(room);
        }

        core.GetTypes()
            .Where(t => t.Namespace?.StartsWith("HazyGauge.Core.", StringComparison.Ordinal) == true)
            .Select(t => t.Namespace!.Split('.')[2])
            .Distinct()
            .ShouldBe([.. physics, "Entries", "Jobs", "Stations"], ignoreOrder: true);
        Types
            .InAssembly(core)
            .That()
            .ResideInNamespace("HazyGauge.Core.Haze")
            .ShouldNot()
            .HaveDependencyOnAny([.. physics.Where(p => p != "Haze").Select(p => $"HazyGauge.Core.{p}")])
            .GetResult()
            .FailingTypeNames.ShouldBeNull();

        // In Web no code is written for one station but its calculations, and the page's stations do not import each other.
        var root = Path.GetFullPath(Path.Combine(Path.GetDirectoryName(Here())!, "../.."));
        foreach (var folder in Directory.GetDirectories(Path.Combine(root, "web/src/stations")))
        {
            var others = Directory.GetDirectories(Path.Combine(root, "web/src/stations")).Where(o => o != folder).Select(o => $"/{Path.GetFileName(o)}/").ToList();
            foreach (var file in Directory.GetFiles(folder, "*.ts*"))
            {
                File.ReadLines(file)
                    .Where(l => l.Contains("from \"../", StringComparison.Ordinal))
                    .ShouldNotContain(l => others.Any(o => l.Contains(".." + o, StringComparison.Ordinal)), file);
            }
        }
    }

    private static string Here([System.Runtime.CompilerServices.CallerFilePath] string path = "") => path;

    [Fact]
    public async Task Other_pages_and_other_hosts_are_kept_out_and_unknown_addresses_are_problems()
    {
        async Task<HttpStatusCode> PostAsync(string header, string value)
        {
            using var request = new HttpRequestMessage(HttpMethod.Post, "/api/jobs") { Content = new StringContent("""{ "name": "x" }""", Encoding.UTF8, "application/json") };
            request.Headers.TryAddWithoutValidation(header, value);
            using var response = await app.Http.SendAsync(request);
            return response.StatusCode;
        }

        (await PostAsync("Origin", "http://elsewhere.example")).ShouldBe(HttpStatusCode.Forbidden);
        (await PostAsync("Origin", "null")).ShouldBe(HttpStatusCode.Forbidden);
        (await PostAsync("Sec-Fetch-Site", "cross-site")).ShouldBe(HttpStatusCode.Forbidden);
        (await PostAsync("Sec-Fetch-Site", "same-site")).ShouldBe(HttpStatusCode.Forbidden);
        (await PostAsync("Host", "elsewhere.example")).ShouldBe(HttpStatusCode.BadRequest);
        (await PostAsync("Origin", "http://localhost")).ShouldBe(HttpStatusCode.Created);

        await app.GetAsync("/api/nowhere", 404);
        using var wrongType = await app.Http.PostAsync("/api/calc/sensor-reading", new StringContent("x", Encoding.UTF8, "text/plain"));
        await Api.ReadAsync(wrongType, 415);
        using var health = await app.Http.GetAsync("/health");
        health.Headers.GetValues("Content-Security-Policy").Single().ShouldContain("script-src 'self'");
    }

    [Fact]
    public async Task A_job_from_before_the_second_station_comes_up_with_it_open()
    {
        var folder = Directory.CreateTempSubdirectory("hazy-gauge-older-");
        var options = new DbContextOptionsBuilder<HazyGaugeDb>().UseSqlite($"Data Source={Path.Combine(folder.FullName, "hazy-gauge.db")}").Options;
        await using (var db = new HazyGaugeDb(options))
        {
            await db.GetService<Microsoft.EntityFrameworkCore.Migrations.IMigrator>().MigrateAsync("20261125004244_Initial");
            await db.Database.ExecuteSqlRawAsync(
                "INSERT INTO Jobs (Id, Name, Vehicle, CreatedAt, LastRevision, Bay_SignalState, Bay_NextCommand, Bay_NextWhy) VALUES "
                    + "('01A2106A-0919-7015-A0B2-D19D31BBB098', 'Old', '', '2026-11-23T08:05:00.000Z', 0, 'Proven', 'a', 'b')"
            );
        }

        SqliteConnection.ClearAllPools();
        using var program = await RunningProgram.StartAsync(folder.FullName, demo: false);
        var job = (await Api.ReadAsync(await program.Http.GetAsync("/api/jobs"), 200))["items"]![0]!;
        string State(string slug) => (string)job["stations"]!.AsArray().Single(s => (string)s!["slug"]! == slug)!["state"]!;
        (State("signal"), State("compensate"), (string)job["nextAction"]!["slug"]!).ShouldBe(("proven", "empty", "compensate"));
        program.Kill();
        folder.Delete(recursive: true);
    }

    [Fact]
    public async Task Every_acknowledged_save_is_there_after_a_kill_and_the_demo_is_loaded_once()
    {
        var folder = Directory.CreateTempSubdirectory("hazy-gauge-kill-");
        using var first = await RunningProgram.StartAsync(folder.FullName, demo: true);
        var jobs = (await Api.ReadAsync(await first.Http.GetAsync("/api/jobs"), 200))["items"]!.AsArray();
        jobs.Count.ShouldBe(3);
        var job = (string)jobs[0]!["id"]!;

        // Four mechanics save at once, each with the revision it last saw; whoever is told "stale" reads again.
        var acknowledged = new System.Collections.Concurrent.ConcurrentBag<int>();
        string[] slugs = ["prove", "handover", "fit", "blend"];
        var saving = Task.WhenAll(
            slugs.Select(async slug =>
            {
                var etag = "\"0\"";
                try
                {
                    while (true)
                    {
                        var (body, next) = await Api.SaveAsync(first.Http, job, "{}", etag, 200, slug);
                        acknowledged.Add((int)body["revision"]!);
                        etag = next!;
                    }
                }
                catch (HttpRequestException)
                {
                    // Killed in the middle: this save was never acknowledged.
                }
            })
        );
        while (acknowledged.Count < 80)
        {
            await Task.Delay(10);
        }

        first.Kill();
        await saving;

        using var second = await RunningProgram.StartAsync(folder.FullName, demo: true);
        (await Api.ReadAsync(await second.Http.GetAsync("/api/jobs"), 200))["items"]!.AsArray().Count.ShouldBe(3);
        foreach (var revision in acknowledged)
        {
            await Api.ReadAsync(await second.Http.GetAsync($"/api/jobs/{job}/record/{revision}"), 200);
        }

        // Limits that only the real server keeps, and a clean end on SIGTERM.
        using var large = await second.Http.PostAsync("/api/jobs", new StringContent($$"""{ "name": "{{new string('x', 3_000_000)}}" }""", Encoding.UTF8, "application/json"));
        await Api.ReadAsync(large, 413);
        (await second.TerminateAsync()).ShouldBe(0);
        folder.Delete(recursive: true);
    }

    [Fact]
    public async Task A_backup_of_a_running_program_comes_back_whole_and_overwrites_nothing_unasked()
    {
        var (shop, other) = (Directory.CreateTempSubdirectory("hazy-gauge-backup-"), Directory.CreateTempSubdirectory("hazy-gauge-restore-"));
        using var running = await RunningProgram.StartAsync(shop.FullName, demo: true);
        var copy = Path.Combine(shop.FullName, "copies", "monday.db");
        (await RunningProgram.MaintainAsync(shop.FullName, "backup", copy)).Code.ShouldBe(0);
        (await RunningProgram.MaintainAsync(shop.FullName, "backup", copy)).Errors.ShouldContain("never overwrites");

        // Into an empty folder; then over a database that is there, only when forced, and what was there is kept.
        (await RunningProgram.MaintainAsync(other.FullName, "restore", copy)).Code.ShouldBe(0);
        (await RunningProgram.MaintainAsync(other.FullName, "restore", copy)).Errors.ShouldContain("--force");
        using (var restored = await RunningProgram.StartAsync(other.FullName, demo: false))
        {
            var job = (await Api.ReadAsync(await restored.Http.GetAsync("/api/jobs"), 200))["items"]!.AsArray().Single(j => (string)j!["name"]! == "Vantle T20")!;
            var files = (await Api.ReadAsync(await restored.Http.GetAsync($"/api/jobs/{job["id"]}/files"), 200))["items"]!;
            (await restored.Http.GetByteArrayAsync($"/api/jobs/{job["id"]}/files/{files[0]!["sha256"]}")).Length.ShouldBe((int)files[0]!["bytes"]!);
            await Api.ReadAsync(await restored.Http.PostAsync("/api/jobs", new StringContent("""{ "name": "Later" }""", Encoding.UTF8, "application/json")), 201);

            // Even under a running program.
            var forced = await RunningProgram.MaintainAsync(other.FullName, "restore", copy, "--force");
            forced.Code.ShouldBe(0, forced.Errors);
            (await Api.ReadAsync(await restored.Http.GetAsync("/api/jobs"), 200))["items"]!.AsArray().Count.ShouldBe(3);
        }

        // A backup is one file, to be carried off as it is.
        Directory.GetFiles(Path.GetDirectoryName(copy)!).ShouldBe([copy]);
        Directory.GetFiles(other.FullName, "before-restore-*").Length.ShouldBe(1);
        var noBackup = Path.Combine(shop.FullName, "letter.db");
        await File.WriteAllTextAsync(noBackup, new string('x', 5000));
        (await RunningProgram.MaintainAsync(other.FullName, "restore", noBackup, "--force")).Errors.ShouldContain("is not a database");
        (await RunningProgram.MaintainAsync(other.FullName, "restore")).Code.ShouldBe(2);
        (await RunningProgram.MaintainAsync(Path.Combine(other.FullName, "nothing"), "backup", copy + "2")).Errors.ShouldContain("There is no database");
        running.Kill();
        shop.Delete(recursive: true);
        other.Delete(recursive: true);
    }

    [Fact]
    public async Task Nothing_in_the_surroundings_opens_another_address()
    {
        static int Free()
        {
            using var probe = new System.Net.Sockets.TcpListener(System.Net.IPAddress.Loopback, 0);
            probe.Start();
            return ((System.Net.IPEndPoint)probe.LocalEndpoint).Port;
        }

        var folder = Directory.CreateTempSubdirectory("hazy-gauge-doors-");
        int[] ports = [Free(), Free(), Free(), Free()];
        var surroundings = new Dictionary<string, string>
        {
            ["Kestrel__Endpoints__Open__Url"] = $"http://0.0.0.0:{ports[0]}",
            ["ASPNETCORE_URLS"] = $"http://*:{ports[1]}",
            ["HTTP_PORTS"] = $"{ports[2]}",
        };
        using (var running = await RunningProgram.StartAsync(folder.FullName, demo: false, surroundings: surroundings, args: ["--urls", $"http://+:{ports[3]}"]))
        {
            running.Http.BaseAddress!.Host.ShouldBe("127.0.0.1");
            (await running.Http.GetAsync("/health")).EnsureSuccessStatusCode();
            foreach (var port in ports)
            {
                using var door = new System.Net.Sockets.TcpClient();
                Should.Throw<System.Net.Sockets.SocketException>(() => door.Connect(System.Net.IPAddress.Loopback, port));
            }

            running.Kill();
        }

        folder.Delete(recursive: true);
    }

    [Theory]
    [InlineData("POST", "/api/calc/pull-up", "{", 400)]
    [InlineData("POST", "/api/calc/pull-up", "{}", 422)]
    [InlineData("GET", "/api/jobs/01a21e2e-07f8-7e4b-b256-1cba4de58d99", null, 404)]
    [InlineData("POST", "/api/calc/no-such", "{}", 404)]
    [InlineData("PUT", "/api/calc/pull-up", "{}", 405)]
    [InlineData("GET", "/no/such/page.txt", null, 404)]
    public async Task Whatever_the_answer_it_carries_the_headers_that_keep_the_page_to_itself(string method, string path, string? body, int status)
    {
        using var request = new HttpRequestMessage(new HttpMethod(method), path) { Content = body is null ? null : new StringContent(body, Encoding.UTF8, "application/json") };
        using var answer = await app.Http.SendAsync(request);
        ((int)answer.StatusCode).ShouldBe(status);
        answer.Headers.GetValues("Content-Security-Policy").Single().ShouldContain("frame-ancestors 'none'");
        answer.Headers.GetValues("X-Content-Type-Options").ShouldBe(["nosniff"]);
    }

    [Fact]
    public async Task Another_address_than_this_machine_is_refused_at_the_start()
    {
        var folder = Directory.CreateTempSubdirectory("hazy-gauge-bind-");
        await Should.ThrowAsync<InvalidOperationException>(() => RunningProgram.StartAsync(folder.FullName, demo: false, bind: "0.0.0.0"));
        folder.Delete(recursive: true);
    }
}
