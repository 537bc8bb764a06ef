using System.Runtime.CompilerServices;
using System.Text.Json.Nodes;
using HazyGauge.Data;
using HazyGauge.Data.Jobs;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;

namespace HazyGauge.Web.Tests;

/// <summary>A database of an older program, with work in it, comes up in this one with all of it.</summary>
public class MigrationTests
{
    private const string Job = "01A2106A-0919-7015-A0B2-D19D31BBB098";
    private const string Aside = "01A2106A-0919-7015-A0B2-D19D31BBB099";

    [Fact]
    public async Task Documents_are_taken_apart_and_put_together_again_entries_stay_and_the_bay_and_the_search_know_all()
    {
        var older = JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(Path.GetDirectoryName(Here())!, "Older/job-0.4.0.json")))!;
        older["revisions"]![0]!["document"]!["notes"] = "quokka under the seat";
        var revisions = older["revisions"]!.AsArray();
        foreach (
            var (slug, document) in new[]
            {
                ("compensate", """{ "baseEthanolPct": 10, "fuellingProof": { "evidence": "log 2", "fromEthanolPct": 10, "toEthanolPct": 73 } }"""),
                ("signal", """{ "meter": { "frequencyHz": 85 }, "mixedEthanolPct": 34 }"""),
            }
        )
        {
            revisions.Add(
                new JsonObject
                {
                    ["revision"] = revisions.Count + 1,
                    ["slug"] = slug,
                    ["summary"] = slug,
                    ["document"] = JsonNode.Parse(document),
                }
            );
        }

        var folder = Directory.CreateTempSubdirectory("hazy-gauge-migration-");
        await FillAsync(folder, older);
        using var program = await RunningProgram.StartAsync(folder.FullName, demo: false);
        async Task<JsonNode> GetAsync(string path) => await Api.ReadAsync(await program.Http.GetAsync(path), 200);

        // Every revision says what it said, number for number.
        foreach (var revision in revisions)
        {
            var kept = await GetAsync($"/api/jobs/{Job}/record/{revision!["revision"]}");
            JsonNode.DeepEquals(kept["document"], revision["document"]).ShouldBeTrue($"{revision["slug"]}");
        }

        ((string)(await GetAsync($"/api/jobs/{Job}/record"))["items"]!.AsArray()[^1]!["summary"]!).ShouldBe((string)revisions[0]!["summary"]!);
        var entries = (await GetAsync($"/api/jobs/{Job}/entries"))["items"]!.AsArray();
        entries
            .Select(e => ((string)e!["kind"]!, (int?)e["answers"], (int?)e["closedBy"]))
            .ShouldBe([("waiting", null, null), ("note", null, null), ("recheck", null, 4), ("closing", 3, null), ("proof", null, null), ("fill", null, null)]);

        // What was done and stood in a document stands in an entry, by who saved that and when.
        entries
            .TakeLast(2)
            .Select(e => ((string)e!["author"]!, (DateTimeOffset)e["at"]!))
            .Distinct()
            .ShouldHaveSingleItem()
            .ShouldBe(("JM", new DateTimeOffset(2026, 11, 20, 8, 5, 0, TimeSpan.Zero)));
        ((string)entries[^2]!["text"]!, (double)entries[^1]!["payload"]!["mixedEthanolPct"]!).ShouldBe(("log 2", 34));

        // Found in the bay by what it waits for, and by words of the survey once that was evaluated anew.
        var bay = await GetAsync("/api/bay?filter=waiting");
        ((int)bay["counts"]!["all"]!, (int)bay["counts"]!["archived"]!, (string)bay["jobs"]![0]!["upcoming"]![0]!["text"]!).ShouldBe(
            (1, 1, "pressure sensor and tee for the low side")
        );
        ((string)(await GetAsync("/api/search?q=letter"))["hits"]![0]!["where"]!).ShouldBe("entry");
        ((bool)(await GetAsync("/api/search?q=put%20aside"))["hits"]![0]!["job"]!["isArchived"]!).ShouldBeTrue();
        JsonArray found;
        var tries = 0;
        do
        {
            await Task.Delay(100);
            found = (await GetAsync("/api/search?q=quokka"))["hits"]!.AsArray();
        } while (found.Count == 0 && ++tries < 100);
        ((string)found[0]!["where"]!).ShouldBe("survey");
        ((string)(await GetAsync($"/api/jobs/{Job}"))["stations"]!.AsArray().Single(s => (string)s!["slug"]! == "survey")!["state"]!).ShouldNotBe("empty");

        // The copy from before lies beside it.
        Directory.GetFiles(folder.FullName, "before-*_KeptAndFound-*.db").ShouldHaveSingleItem();
        program.Kill();
        folder.Delete(recursive: true);
    }

    [Fact]
    public async Task A_migration_that_is_killed_again_and_again_leaves_the_one_copy_from_before()
    {
        var older = JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(Path.GetDirectoryName(Here())!, "Older/job-0.4.0.json")))!;
        var folder = Directory.CreateTempSubdirectory("hazy-gauge-killed-migration-");
        await FillAsync(folder, older);
        var options = new DbContextOptionsBuilder<HazyGaugeDb>().UseSqlite($"Data Source={Path.Combine(folder.FullName, "hazy-gauge.db")}").Options;
        for (var i = 0; i < 3; i++)
        {
            // Behind the copy and before the first step, which is where a kill leaves most.
            await Should.ThrowAsync<NotSupportedException>(() =>
                Database.PrepareAsync(() => throw new NotSupportedException(), folder.FullName, new Version(0, 10, 0), TimeProvider.System)
            );
            Directory.GetFiles(folder.FullName, "before-*.db").ShouldHaveSingleItem();
        }

        await Database.PrepareAsync(() => new HazyGaugeDb(options), folder.FullName, new Version(0, 10, 0), TimeProvider.System);
        var copy = Directory.GetFiles(folder.FullName, "before-*.db").ShouldHaveSingleItem();
        await using (var read = new SqliteConnection($"Data Source={copy};Pooling=False"))
        {
            await read.OpenAsync(TestContext.Current.CancellationToken);
            await using var command = read.CreateCommand();
            command.CommandText = "SELECT count(*) FROM Jobs";
            ((long)(await command.ExecuteScalarAsync(TestContext.Current.CancellationToken))!).ShouldBePositive();
        }

        // Nothing of it is left to mislead the next one.
        File.Exists(Path.Combine(folder.FullName, "begun")).ShouldBeFalse();
        SqliteConnection.ClearAllPools();
        folder.Delete(recursive: true);
    }

    [Theory]
    [InlineData("""{"a":1.50,"results":{"b":[1e-7,null]},"summary":{"template":"x","values":{}},"coreVersion":"0.1.0","schema":2}""")]
    [InlineData("""{"a":"ž ± 中文 \u0022","results":{"b":"<>&"}}""")]
    [InlineData("{}")]
    [InlineData("[1]")]
    [InlineData("null")]
    public void A_document_in_parts_is_the_same_document_whole(string document)
    {
        var parts = KeptDocument.Of(document);
        JsonNode.DeepEquals(parts.Whole(), JsonNode.Parse(document)).ShouldBeTrue();
        var row = new RevisionRow
        {
            JobId = default,
            Number = 1,
            Slug = "x",
            Author = "x",
            SavedAt = default,
            Summary = "x",
            Inputs = parts.Inputs,
            Results = parts.Packed(),
            Said = parts.Said,
            CoreVersion = parts.CoreVersion,
            Schema = parts.Schema,
        };
        KeptDocument.Of(row).ShouldBe(parts);
        KeptDocument.OwnNames.ShouldAllBe(name => !parts.Inputs.Contains($"\"{name}\":", StringComparison.Ordinal));
    }

    private static async Task FillAsync(DirectoryInfo folder, JsonNode older)
    {
        var file = Path.Combine(folder.FullName, "hazy-gauge.db");
        await using (var db = new HazyGaugeDb(new DbContextOptionsBuilder<HazyGaugeDb>().UseSqlite($"Data Source={file}").Options))
        {
            await db.GetService<IMigrator>().MigrateAsync("20261127001915_WholeJobs");
        }

        SqliteConnection.ClearAllPools();
        await using var connection = new SqliteConnection($"Data Source={file};Pooling=False");
        await connection.OpenAsync();
        async Task RunAsync(string sql, params object?[] values)
        {
            await using var command = connection.CreateCommand();
            command.CommandText = sql;
            for (var i = 0; i < values.Length; i++)
            {
                command.Parameters.AddWithValue($"@{i}", values[i] ?? DBNull.Value);
            }

            await command.ExecuteNonQueryAsync();
        }

        const string Standings = """{"survey":{"state":"InWork","nextAction":{"command":"a","why":"b","slug":"survey"}},"signal":{}}""";
        var later = DateTime.Now.AddDays(9).ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture);
        await RunAsync(
            "INSERT INTO Jobs (Id, Name, Vehicle, CreatedAt, LastRevision, LastEntry, Bay_Stations) VALUES (@0, 'Vantle', 'van', '2026-11-20T08:05:00.000Z', @2, 4, @1)",
            Job,
            Standings,
            older["revisions"]!.AsArray().Count
        );
        await RunAsync(
            "INSERT INTO Jobs (Id, Name, Vehicle, CreatedAt, LastRevision, LastEntry, ArchivedAt) VALUES (@0, 'Put aside', '', '2026-11-20T08:05:00.000Z', 0, 0, "
                + "'2026-11-21T08:05:00.000Z')",
            Aside
        );
        foreach (var r in older["revisions"]!.AsArray())
        {
            await RunAsync(
                "INSERT INTO Revisions (JobId, Number, Slug, Author, SavedAt, Summary, Document) VALUES (@0, @1, @2, 'JM', '2026-11-20T08:05:00.000Z', @3, @4)",
                Job,
                (int)r!["revision"]!,
                (string)r["slug"]!,
                (string)r["summary"]!,
                r["document"]!.ToJsonString()
            );
        }

        foreach (
            var (number, kind, text, due, closes) in new (int, string, string, string?, int?)[]
            {
                (1, "Waiting", "pressure sensor and tee for the low side", later, null),
                (2, "Note", "Data sheet asked for by letter.", null, null),
                (3, "Recheck", "hot soak", "2026-11-21", null),
                (4, "Closing", "dry", null, 3),
            }
        )
        {
            await RunAsync(
                "INSERT INTO Entries (JobId, Number, Kind, Text, Due, Blocks, Closes, Author, At, IdempotencyKey) VALUES (@0, @1, @2, @3, @4, '', @5, 'JM', "
                    + "'2026-11-20T08:05:00.000Z', @1)",
                Job,
                number,
                kind,
                text,
                due,
                closes
            );
        }
    }

    private static string Here([CallerFilePath] string path = "") => path;
}
