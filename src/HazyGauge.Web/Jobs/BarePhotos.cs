using System.IO.Compression;
using System.Security.Cryptography;
using System.Text.Json;
using HazyGauge.Core.Findings;
using HazyGauge.Data.Files;
using HazyGauge.Formats.Jobs;
using HazyGauge.Formats.Photos;

namespace HazyGauge.Web.Jobs;

/// <summary>Has no photo come in with the place it was taken at: neither sent by itself nor in the archive of a job.</summary>
internal sealed class BarePhotos(FileStore files)
{
    /// <summary>A photo without anything but the picture.</summary>
    /// <param name="content">Its content, from the start.</param>
    /// <param name="name">What it is called.</param>
    /// <param name="bytes">How long it is.</param>
    /// <param name="cancellation">Gives up.</param>
    /// <param name="sha256">What its hash has to be; left out, that is not known.</param>
    /// <exception cref="RefusedInputException">It is too large, damaged or another.</exception>
    public static async Task<byte[]> ReadAsync(Stream content, string name, long bytes, CancellationToken cancellation, string? sha256 = null)
    {
        if (bytes > Photo.LargestBytes)
        {
            throw new RefusedInputException("file", $"'{name}' is larger than 25 MB. Take the photo smaller.");
        }

        var photo = new byte[bytes];
        await content.ReadExactlyAsync(photo, cancellation);
        return sha256 is null || Convert.ToHexStringLower(SHA256.HashData(photo)) == sha256 ? Photo.Bare(photo) : throw JobTransfer.NotAsExported(name);
    }

    /// <summary>Refuses a file that holds or hides a picture whose place and time nobody can take out for certain.</summary>
    /// <param name="content">Its content, from the start.</param>
    /// <param name="name">What it is called.</param>
    /// <param name="cancellation">Gives up.</param>
    /// <exception cref="RefusedInputException">It does.</exception>
    public static async Task RefuseUnstrippableAsync(Stream content, string name, CancellationToken cancellation)
    {
        var head = new byte[Photo.LongestHead];
        var read = await content.ReadAtLeastAsync(head, head.Length, throwOnEndOfStream: false, cancellation);
        if (Photo.Unstrippable(head.AsSpan(0, read)) is { } kind)
        {
            throw new RefusedInputException("file", $"'{name}' is a {kind}: the place and time it was taken at cannot be taken out of it for certain. Save it as JPEG or PNG.");
        }
    }

    /// <summary>The job of an archive with its photos bare, and the content of those that were not; what is here already stays what it is.</summary>
    /// <param name="job">The job of the archive.</param>
    /// <param name="zip">The archive.</param>
    /// <param name="cancellation">Gives up.</param>
    /// <exception cref="RefusedInputException">A photo is damaged, too large, or of a kind that cannot be made bare.</exception>
    public async Task<(JobFile Job, IReadOnlyDictionary<string, byte[]> Redrawn)> InAsync(JobFile job, ZipArchive zip, CancellationToken cancellation)
    {
        var names = new Dictionary<string, string>(StringComparer.Ordinal);
        var redrawn = new Dictionary<string, byte[]>(StringComparer.Ordinal);
        foreach (var file in job.Files)
        {
            if (await files.HasContentAsync(file.Sha256, cancellation) || await OneAsync(file, zip, cancellation) is not { } bare)
            {
                continue;
            }

            var sha256 = Convert.ToHexStringLower(SHA256.HashData(bare));
            if (sha256 != file.Sha256)
            {
                (names[file.Sha256], redrawn[sha256]) = (sha256, bare);
            }
        }

        return (names.Count == 0 ? job : Renamed(job, names, redrawn), redrawn);
    }

    private static async Task<byte[]?> OneAsync(JobFileEntry file, ZipArchive zip, CancellationToken cancellation)
    {
        var head = new byte[Photo.LongestHead];
        int read;
        await using (var begin = JobFileFormat.OpenContent(zip, file))
        {
            read = begin is null ? 0 : await begin.ReadAtLeastAsync(head, head.Length, throwOnEndOfStream: false, cancellation);
            await RefuseUnstrippableAsync(new MemoryStream(head, 0, read), file.Name, cancellation);
        }

        if (read == 0 || Photo.KindOf(head.AsSpan(0, read)) is null)
        {
            return null;
        }

        await using var content = JobFileFormat.OpenContent(zip, file)!;
        try
        {
            return await ReadAsync(content, file.Name, file.Bytes, cancellation, file.Sha256);
        }
        catch (EndOfStreamException)
        {
            throw new RefusedInputException("files", $"The content of {file.Name} is not what was exported: it breaks off.");
        }
    }

    // A photo is named by the hash of its content wherever it is shown: in documents, in entries and in the list of files.
    private static JobFile Renamed(JobFile job, Dictionary<string, string> names, Dictionary<string, byte[]> redrawn)
    {
        string Text(string text) => names.Aggregate(text, (at, name) => at.Replace(name.Key, name.Value, StringComparison.Ordinal));
        JsonElement Json(JsonElement json) => JsonElement.Parse(Text(json.GetRawText()));
        return job with
        {
            Files = [.. job.Files.Select(f => names.TryGetValue(f.Sha256, out var now) ? f with { Sha256 = now, Bytes = redrawn[now].Length } : f).DistinctBy(f => f.Sha256)],
            Revisions = [.. job.Revisions.Select(r => r with { Document = Json(r.Document) })],
            Entries = job.Entries is not { } entries
                ? null
                : [.. entries.Select(e => e with { Files = e.Files is { } shown ? [.. shown.Select(Text)] : null, Payload = e.Payload is { } payload ? Json(payload) : null })],
        };
    }
}
