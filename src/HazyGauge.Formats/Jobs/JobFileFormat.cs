using System.IO.Compression;
using System.Text.Json;
using HazyGauge.Core.Findings;

namespace HazyGauge.Formats.Jobs;

/// <summary>Writes and reads job files: plain JSON, or a zip of <c>job.json</c> and <c>files/&lt;sha256&gt;</c>.</summary>
public static class JobFileFormat
{
    private const string JobEntry = "job.json";
    private const string FilesFolder = "files/";
    private const long LargestJob = 64L * 1024 * 1024;
    private const long SmallJob = 4L * 1024 * 1024;

    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        WriteIndented = true,
        NewLine = "\n",
        NumberHandling = System.Text.Json.Serialization.JsonNumberHandling.Strict,
        UnmappedMemberHandling = System.Text.Json.Serialization.JsonUnmappedMemberHandling.Disallow,
        AllowDuplicateProperties = false,
        RespectNullableAnnotations = true,
        RespectRequiredConstructorParameters = true,
        DefaultIgnoreCondition = System.Text.Json.Serialization.JsonIgnoreCondition.WhenWritingNull,
        Converters = { new System.Text.Json.Serialization.JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false) },
    };

    /// <summary>Writes the JSON.</summary>
    public static Task WriteAsync(JobFile job, Stream to, CancellationToken cancellation) => JsonSerializer.SerializeAsync(to, job, Options, cancellation);

    /// <summary>Writes a zip with the content of every file that has one.</summary>
    /// <param name="job">The job.</param>
    /// <param name="open">Opens the content of a file; null where it is missing.</param>
    /// <param name="to">Where to; need not be seekable.</param>
    /// <param name="cancellation">Gives up.</param>
    public static async Task WriteZipAsync(JobFile job, Func<JobFileEntry, Stream?> open, Stream to, CancellationToken cancellation)
    {
        await using var zip = await ZipArchive.CreateAsync(to, ZipArchiveMode.Create, leaveOpen: true, entryNameEncoding: null, cancellation);
        await using (var entry = await Entry(zip, JobEntry).OpenAsync(cancellation))
        {
            await WriteAsync(job, entry, cancellation);
        }

        foreach (var file in job.Files)
        {
            await using var content = open(file);
            if (content is not null)
            {
                await using var entry = await Entry(zip, FilesFolder + file.Sha256).OpenAsync(cancellation);
                await content.CopyToAsync(entry, cancellation);
            }
        }
    }

    /// <summary>Reads the JSON.</summary>
    /// <exception cref="RefusedInputException">It is no job file, or one of another version.</exception>
    public static async Task<JobFile> ReadAsync(Stream from, CancellationToken cancellation)
    {
        JsonDocument json;
        try
        {
            json = await JsonDocument.ParseAsync(from, new JsonDocumentOptions { AllowDuplicateProperties = false }, cancellation);
        }
        catch (JsonException broken) when (broken is { LineNumber: 0, BytePositionInLine: < 5 })
        {
            // Its very first word belongs to something else.
            throw new RefusedInputException("file", "This is no job file. Choose the JSON or zip that Export made.");
        }
        catch (JsonException broken)
        {
            throw new RefusedInputException("file", $"The job file breaks off or is malformed at line {(broken.LineNumber ?? 0) + 1}.");
        }
        catch (InvalidOperationException)
        {
            // Names are decoded while it is looked for those that stand twice; where this one stands is not told.
            throw new RefusedInputException("file", "The name of a field is cut in the middle of a character. Export the job again.");
        }

        using (json)
        {
            CheckVersion(json.RootElement);
            if (JsonPlaces.FirstUnreadable(json.RootElement) is { } place)
            {
                throw new RefusedInputException("file", $"The text at '{place}' is cut in the middle of a character. Export the job again.");
            }

            try
            {
                var job = json.Deserialize<JobFile>(Options)!;
                return JsonPlaces.FirstEmpty(job) is { } empty
                    ? throw new RefusedInputException("file", $"The job file holds nothing at '{empty}', where something belongs.")
                    : job with
                    {
                        Entries = job.Entries is { } entries ? [.. entries.Select(e => e.Upgraded())] : null,
                    };
            }
            catch (JsonException malformed)
            {
                throw new RefusedInputException("file", $"The job file does not fit its schema at '{(malformed.Path ?? "$").TrimStart('$', '.')}'.");
            }
        }
    }

    /// <summary>Opens a zip for reading.</summary>
    /// <exception cref="RefusedInputException">It is no zip, or one without a job file.</exception>
    public static async Task<(JobFile Job, ZipArchive Zip)> OpenZipAsync(Stream from, CancellationToken cancellation)
    {
        ZipArchive? zip = null;
        try
        {
            zip = await ZipArchive.CreateAsync(from, ZipArchiveMode.Read, leaveOpen: false, entryNameEncoding: null, cancellation);
            var entry = zip.GetEntry(JobEntry) ?? throw new RefusedInputException("file", $"This zip holds no {JobEntry}, so it is no exported job.");
            await using var stream = new BoundedStream(await entry.OpenAsync(cancellation), LargestIn(from));
            return (await ReadAsync(stream, cancellation), zip);
        }
        catch (Exception damaged) when (damaged is InvalidDataException or IOException)
        {
            zip?.Dispose();
            throw Damaged(damaged);
        }
        catch
        {
            zip?.Dispose();
            throw;
        }
    }

    // A record that repeats itself packs to a thirtieth; what unpacks to more was made to.
    private static long LargestIn(Stream zip) => Math.Min(LargestJob, Math.Max(SmallJob, 30 * zip.Length));

    /// <summary>Opens the content of a file in a zip, never longer than it claims to be; null where it is missing.</summary>
    public static Stream? OpenContent(ZipArchive zip, JobFileEntry file) =>
        zip.GetEntry(FilesFolder + file.Sha256) is { } entry ? new BoundedStream(entry.Open(), file.Bytes) : null;

    /// <summary>The refusal for content that could not be read out of a zip.</summary>
    public static RefusedInputException Damaged(Exception why) => new("file", why is BoundedStream.TooLongException ? why.Message : "The zip is damaged. Export or copy it again.");

    private static ZipArchiveEntry Entry(ZipArchive zip, string name) => zip.CreateEntry(name, CompressionLevel.Fastest);

    private static void CheckVersion(JsonElement root)
    {
        if (root.ValueKind != JsonValueKind.Object || !root.TryGetProperty("schemaVersion", out var version))
        {
            throw new RefusedInputException("file", "This is no job file: it does not say which version of the format it has.");
        }

        if (version.ValueKind != JsonValueKind.Number || !version.TryGetInt32(out var number) || number is < JobFile.OldestSchemaVersion or > JobFile.CurrentSchemaVersion)
        {
            throw new RefusedInputException(
                "schemaVersion",
                $"This job file has format version {version.GetRawText()}; this program reads versions {JobFile.OldestSchemaVersion} to {JobFile.CurrentSchemaVersion}."
            );
        }
    }
}
