using System.IO.Compression;
using System.Text;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Simulation;
using HazyGauge.Formats.Artifacts;
using HazyGauge.Formats.Csv;
using HazyGauge.Formats.Fittings;
using HazyGauge.Formats.Jobs;
using HazyGauge.Formats.Vcd;

namespace HazyGauge.Formats.Tests;

/// <summary>Sound files with a few bytes turned, cut, doubled or moved: read, or refused in words.</summary>
public class MutatedFileTests
{
    // ./hazy fuzz asks for more.
    private static readonly int Rounds = int.Parse(Environment.GetEnvironmentVariable("HAZY_FUZZ_ROUNDS") ?? "1", System.Globalization.CultureInfo.InvariantCulture);
    private const int Each = 150;

    private static readonly byte[][] Pieces =
    [
        .. new[] { "$end", "$var wire 1 ! x $end\n", "#18446744073709551615\n", "1e308", "-1", "NaN", ",,,,", "\"", "\n", "\0", "\u202E", "[", "{\"", "null", "=1+1" }.Select(
            Encoding.UTF8.GetBytes
        ),
    ];

    private static byte[] Mutated(byte[] sound, Random random)
    {
        var bytes = sound.ToList();
        for (var i = random.Next(1, 5); i > 0; i--)
        {
            var at = random.Next(bytes.Count);
            var length = Math.Min(random.Next(1, 40), bytes.Count - at);
            switch (random.Next(5))
            {
                case 0:
                    bytes[at] = (byte)random.Next(256);
                    break;
                case 1:
                    bytes.RemoveRange(at, length);
                    break;
                case 2:
                    bytes.InsertRange(at, bytes.GetRange(at, length));
                    break;
                case 3:
                    bytes.InsertRange(at, Pieces[random.Next(Pieces.Length)]);
                    break;
                default:
                    bytes.RemoveRange(at, bytes.Count - at);
                    break;
            }

            if (bytes.Count == 0)
            {
                bytes.Add(0);
            }
        }

        return [.. bytes];
    }

    private static async Task EachAsync(byte[] sound, Func<byte[], Task> read)
    {
        var seed = Random.Shared.Next();
        var random = new Random(seed);
        var refused = 0;
        for (var i = 0; i < Each * Rounds; i++)
        {
            try
            {
                await read(Mutated(sound, random));
            }
            catch (RefusedInputException why)
            {
                why.Message.Length.ShouldBeInRange(10, 2000);
                refused++;
            }
            catch (Exception broken)
            {
                throw new InvalidOperationException($"seed {seed}, file {i}", broken);
            }
        }

        refused.ShouldBePositive();
    }

    private static async Task<byte[]> WaveAsync(Func<SimulatedSensor, Stream, Task> write)
    {
        using var wave = new MemoryStream();
        await write(new SimulatedSensor(new SimulatorSettings(62, 25, SimulatorFault.None, 1), 0.3, 1), wave);
        return wave.ToArray();
    }

    [Fact]
    public async Task Vcd() =>
        await EachAsync(await WaveAsync((sensor, to) => VcdWriter.WriteAsync(sensor, to, TestContext.Current.CancellationToken)), file =>
            Task.FromResult(VcdCapture.Read(() => new MemoryStream(file), null, TestContext.Current.CancellationToken))
        );

    [Fact]
    public async Task Csv() =>
        await EachAsync(await WaveAsync((sensor, to) => new CsvWaveWriter(200).WriteAsync(sensor, 1, to, TestContext.Current.CancellationToken)), file =>
            Task.FromResult(CsvCapture.Read(() => new MemoryStream(file), null, null, TestContext.Current.CancellationToken))
        );

    [Fact]
    public async Task Table() =>
        await EachAsync(await File.ReadAllBytesAsync(Path.Combine(AppContext.BaseDirectory, "examples", "fittings.csv"), TestContext.Current.CancellationToken), file =>
            Task.FromResult(FittingTable.Read(Encoding.UTF8.GetString(file)))
        );

    private const string Job = """
        {
          "schemaVersion": 4, "id": "01a21e2e-07f8-7e4b-b256-1cba4de58d99", "exportedAt": "2026-11-01T08:00:00Z", "name": "From elsewhere",
          "vehicle": "", "createdAt": "2026-11-01T08:00:00Z",
          "revisions": [{ "revision": 1, "slug": "survey", "author": "JM", "savedAt": "2026-11-01T08:00:00Z", "summary": "x",
          "document": { "notes": "ž ± 中", "engine": { "cylinders": 4 } } }],
          "files": [{ "sha256": "aaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaa", "name": "a.bin", "bytes": 3,
          "addedAt": "2026-11-01T08:00:00Z", "kind": "other" }],
          "entries": [{ "number": 1, "kind": "note", "text": "seen", "blocks": [], "author": "JM", "at": "2026-11-01T08:00:00Z" }]
        }
        """;

    [Fact]
    public async Task Jobs() => await EachAsync(Encoding.UTF8.GetBytes(Job), file => JobFileFormat.ReadAsync(new MemoryStream(file), TestContext.Current.CancellationToken));

    [Fact]
    public async Task Archives()
    {
        using var zip = new MemoryStream();
        using (var archive = new ZipArchive(zip, ZipArchiveMode.Create, leaveOpen: true))
        {
            foreach (var (name, content) in new[] { ("job.json", Encoding.UTF8.GetBytes(Job)), ("files/" + new string('a', 64), [1, 2, 3]) })
            {
                await using var entry = archive.CreateEntry(name).Open();
                await entry.WriteAsync(content, TestContext.Current.CancellationToken);
            }
        }

        await EachAsync(zip.ToArray(), async file =>
        {
            var (job, archive) = await JobFileFormat.OpenZipAsync(new MemoryStream(file), TestContext.Current.CancellationToken);
            using (archive)
            {
                foreach (var brought in job.Files)
                {
                    try
                    {
                        using var content = JobFileFormat.OpenContent(archive, brought);
                        content?.CopyTo(Stream.Null);
                    }
                    catch (Exception damaged) when (damaged is InvalidDataException or IOException)
                    {
                        throw JobFileFormat.Damaged(damaged);
                    }
                }
            }
        });
    }

    [Fact]
    public void Whatever_a_file_is_it_is_told_by_how_it_begins()
    {
        var random = new Random(28);
        for (var i = 0; i < 2000; i++)
        {
            var head = new byte[random.Next(0, FileSniffer.HeadBytes)];
            random.NextBytes(head);
            Enum.IsDefined(FileSniffer.KindOf(head)).ShouldBeTrue();
        }
    }
}
