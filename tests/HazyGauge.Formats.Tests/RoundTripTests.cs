using System.IO.Compression;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using CsCheck;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Simulation;
using HazyGauge.Formats.Jobs;
using HazyGauge.Formats.Vcd;

namespace HazyGauge.Formats.Tests;

/// <summary>What goes out comes in again, and what is damaged on the way is refused, never a crash.</summary>
public class RoundTripTests
{
    private static readonly JobFile Job = new(
        JobFile.CurrentSchemaVersion,
        Guid.Parse("01a2106a-0919-7015-a0b2-d19d31bbb098"),
        new DateTimeOffset(2026, 11, 24, 15, 30, 0, TimeSpan.Zero),
        "Tarnock 30",
        "4x4 \"with quotes\" ± ž",
        new DateTimeOffset(2026, 11, 23, 8, 5, 0, TimeSpan.Zero),
        [
            new JobFileRevision(
                1,
                "signal",
                "JM",
                new DateTimeOffset(2026, 11, 24, 15, 12, 0, TimeSpan.Zero),
                "E62 ± 5",
                JsonSerializer.Deserialize<JsonElement>("""{ "a": [1.25, null, "x"] }""")
            ),
        ],
        [new JobFileEntry(new string('a', 64), "wave.vcd", 5, new DateTimeOffset(2026, 11, 24, 15, 10, 0, TimeSpan.Zero))]
    );

    private static async Task<byte[]> VcdAsync(double ethanol, double temp, double seconds, int seed)
    {
        using var to = new MemoryStream();
        await VcdWriter.WriteAsync(new SimulatedSensor(ethanol, temp, seconds, seed), to, CancellationToken.None);
        return to.ToArray();
    }

    private static CaptureResult Read(byte[] vcd, string? channel = null) =>
        CaptureAnalysis.Analyse(VcdCapture.Read(() => new MemoryStream(vcd), channel, CancellationToken.None).Train, 5, new HazeLedger());

    [Fact]
    public async Task A_stand_in_written_is_the_stand_in_read()
    {
        await Gen.Select(Gen.Double[0, 100], Gen.Double[-40, 125], Gen.Int[-1000, 1000])
            .SampleAsync(
                async (ethanol, temp, seed) =>
                {
                    var result = Read(await VcdAsync(ethanol, temp, 0.8, seed));
                    result.Reading.EthanolPct!.Value.Value.ShouldBe(ethanol, 0.01);
                    result.Reading.FuelTempC!.Value.Value.ShouldBe(temp, 0.02);
                    result.DurationS.ShouldBe(0.8, 1e-9);
                },
                iter: 40
            );
    }

    [Fact]
    public async Task A_damaged_capture_is_read_or_refused_but_never_a_crash()
    {
        var sound = await VcdAsync(40, 20, 0.2, 1);
        Gen.Select(Gen.Int[0, sound.Length - 1], Gen.Byte, Gen.Int[0, 3], Gen.Int[1, 40])
            .Sample(
                (at, value, kind, length) =>
                {
                    var damaged = kind switch
                    {
                        0 => sound[..at],
                        1 => [.. sound[..at], value, .. sound[(at + 1)..]],
                        2 => [.. sound[..at], .. sound[Math.Min(sound.Length, at + length)..]],
                        _ => [.. sound[..at], .. sound[Math.Max(0, at - length)..]],
                    };
                    try
                    {
                        Read(damaged).DurationS.ShouldBeGreaterThanOrEqualTo(0);
                    }
                    catch (RefusedInputException refused)
                    {
                        refused.Message[^1].ShouldBeOneOf(['.', '?']);
                    }
                },
                iter: 3000
            );
    }

    [Fact]
    public async Task A_job_goes_out_and_in_as_json_and_as_zip()
    {
        using var json = new MemoryStream();
        await JobFileFormat.WriteAsync(Job, json, CancellationToken.None);
        json.Position = 0;
        var read = await JobFileFormat.ReadAsync(json, CancellationToken.None);
        JsonNode.DeepEquals(JsonSerializer.SerializeToNode(read), JsonSerializer.SerializeToNode(Job)).ShouldBeTrue();

        using var zip = new MemoryStream();
        await JobFileFormat.WriteZipAsync(Job, _ => new MemoryStream("hello"u8.ToArray()), zip, CancellationToken.None);
        zip.Position = 0;
        var (zipped, archive) = await JobFileFormat.OpenZipAsync(zip, CancellationToken.None);
        JsonNode.DeepEquals(JsonSerializer.SerializeToNode(zipped), JsonSerializer.SerializeToNode(Job)).ShouldBeTrue();
        await using var content = JobFileFormat.OpenContent(archive, zipped.Files[0])!;
        (await new StreamReader(content).ReadToEndAsync()).ShouldBe("hello");
        JobFileFormat.OpenContent(archive, zipped.Files[0] with { Sha256 = new string('b', 64) }).ShouldBeNull();
    }

    [Fact]
    public async Task A_zip_that_unpacks_to_more_than_it_says_is_stopped()
    {
        using var zip = new MemoryStream();
        await JobFileFormat.WriteZipAsync(Job, _ => new MemoryStream(new byte[10_000_000]), zip, CancellationToken.None);
        zip.Position = 0;
        var (job, archive) = await JobFileFormat.OpenZipAsync(zip, CancellationToken.None);
        await using var content = JobFileFormat.OpenContent(archive, job.Files[0])!;
        var tooLong = await Should.ThrowAsync<IOException>(() => content.CopyToAsync(Stream.Null));
        JobFileFormat.Damaged(tooLong).Message.ShouldContain("longer than it claims");
    }

    [Theory]
    [InlineData("", "no job file")]
    [InlineData("fueling log of Tuesday", "no job file")]
    [InlineData("{ \"schemaVersion\": ", "breaks off")]
    [InlineData("[]", "no job file")]
    [InlineData("{}", "no job file")]
    [InlineData("""{ "schemaVersion": "1" }""", "format version \"1\"")]
    [InlineData("""{ "schemaVersion": 1 }""", "schema")]
    [InlineData("""{ "schemaVersion": 1, "schemaVersion": 1 }""", "breaks off or is malformed")]
    public async Task What_is_no_job_file_is_refused_with_the_reason(string text, string reason)
    {
        using var content = new MemoryStream(Encoding.UTF8.GetBytes(text));
        (await Should.ThrowAsync<RefusedInputException>(() => JobFileFormat.ReadAsync(content, CancellationToken.None))).Message.ShouldContain(reason);
    }

    [Fact]
    public async Task A_damaged_zip_is_read_or_refused_but_never_a_crash()
    {
        using var zip = new MemoryStream();
        await JobFileFormat.WriteZipAsync(Job, _ => new MemoryStream("hello"u8.ToArray()), zip, CancellationToken.None);
        var sound = zip.ToArray();
        await Gen.Select(Gen.Int[0, sound.Length - 1], Gen.Byte, Gen.Bool)
            .SampleAsync(
                async (at, value, cut) =>
                {
                    byte[] damaged = cut ? sound[..at] : [.. sound[..at], value, .. sound[(at + 1)..]];
                    try
                    {
                        var (_, archive) = await JobFileFormat.OpenZipAsync(new MemoryStream(damaged), CancellationToken.None);
                        archive.Dispose();
                    }
                    catch (RefusedInputException refused)
                    {
                        refused.Message.ShouldEndWith(".");
                    }
                },
                iter: 1000
            );

        using var empty = new MemoryStream();
        using (new ZipArchive(empty, ZipArchiveMode.Create, leaveOpen: true)) { }

        empty.Position = 0;
        (await Should.ThrowAsync<RefusedInputException>(() => JobFileFormat.OpenZipAsync(empty, CancellationToken.None))).Message.ShouldContain("no job.json");
    }

    [Fact]
    public async Task A_job_file_of_version_1_is_read_as_what_it_is_today()
    {
        const string Older = """
            {
              "schemaVersion": 1, "id": "01a2106a-0919-7015-a0b2-d19d31bbb098", "exportedAt": "2026-01-01T00:00:00+00:00", "name": "Older",
              "vehicle": "", "createdAt": "2026-01-01T00:00:00+00:00",
              "revisions": [], "files": [],
              "entries": [
                { "number": 1, "kind": "waiting", "text": "pump", "blocks": ["fit"], "author": "JM", "at": "2026-01-01T00:00:00+00:00", "due": "2026-02-01" },
                { "number": 2, "kind": "closing", "text": "came", "blocks": [], "author": "JM", "at": "2026-01-02T00:00:00+00:00", "closes": 1 }
              ]
            }
            """;
        using var content = new MemoryStream(Encoding.UTF8.GetBytes(Older));
        var read = await JobFileFormat.ReadAsync(content, CancellationToken.None);
        read.Entries!.Select(e => (e.Kind, e.Answers, e.Closes, e.Due?.Day)).ShouldBe([("waiting", null, null, 1), ("closing", 1, null, null)]);

        // Written again it is of today's version, with what an entry can carry now.
        var more = read with
        {
            SchemaVersion = JobFile.CurrentSchemaVersion,
            Entries =
            [
                .. read.Entries!,
                new JobFileEvent(3, "fill", string.Empty, [], "JM", read.CreatedAt)
                {
                    Step = "tank",
                    Files = [new string('a', 64)],
                    TakesBack = 2,
                    Payload = JsonSerializer.Deserialize<JsonElement>("""{ "litresL": 38.50 }"""),
                },
            ],
        };
        using var again = new MemoryStream();
        await JobFileFormat.WriteAsync(more, again, CancellationToken.None);
        var text = Encoding.UTF8.GetString(again.ToArray());
        text.ShouldContain("\"schemaVersion\": 4");
        text.ShouldNotContain("\"closes\"");
        text.ShouldContain("38.50");
        again.Position = 0;
        JsonNode.DeepEquals(JsonSerializer.SerializeToNode(await JobFileFormat.ReadAsync(again, CancellationToken.None)), JsonSerializer.SerializeToNode(more)).ShouldBeTrue();
    }
}
