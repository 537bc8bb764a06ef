using HazyGauge.Core.Findings;
using HazyGauge.Data;
using Microsoft.AspNetCore.WebUtilities;
using Microsoft.Net.Http.Headers;

namespace HazyGauge.Web.Uploads;

/// <summary>One file with its fields, taken from a multipart request straight to a temporary file.</summary>
internal sealed class MultipartUpload : IAsyncDisposable
{
    /// <summary>Largest file, bytes.</summary>
    public const long LargestFile = 512L * 1024 * 1024;

    /// <summary>Largest request: the largest file and what multipart adds to it, bytes.</summary>
    public const long LargestRequest = LargestFile + (64 * 1024);

    private const int LongestField = 4096;
    private readonly FileStream _spool;

    private MultipartUpload(FileStream spool) => _spool = spool;

    public string FileName { get; private set; } = string.Empty;

    public Dictionary<string, string> Fields { get; } = new(StringComparer.Ordinal);

    public long Bytes => _spool.Length;

    /// <summary>Opens the content anew, from its start.</summary>
    public Stream Open() => new FileStream(_spool.Name, FileMode.Open, FileAccess.Read, FileShare.ReadWrite | FileShare.Delete);

    /// <summary>Reads the request to its end.</summary>
    /// <param name="request">A multipart request with a part named <c>file</c>.</param>
    /// <param name="folder">Where the content waits.</param>
    /// <param name="fields">Names of the fields that may come with it.</param>
    /// <param name="cancellation">Gives up; nothing is left.</param>
    /// <exception cref="RefusedInputException">There is no file, or a field nobody asked for.</exception>
    public static async Task<MultipartUpload> ReadAsync(HttpRequest request, DataFolder folder, IReadOnlyCollection<string> fields, CancellationToken cancellation)
    {
        if (
            !MediaTypeHeaderValue.TryParse(request.ContentType, out var type)
            || !type.MediaType.Equals("multipart/form-data", StringComparison.OrdinalIgnoreCase)
            || HeaderUtilities.RemoveQuotes(type.Boundary) is not { Length: > 0 } boundary
        )
        {
            throw new BadHttpRequestException("Send the file as multipart/form-data, in a part named file.", StatusCodes.Status400BadRequest);
        }

        var upload = new MultipartUpload(folder.CreateTemporary());
        try
        {
            await upload.ReadSectionsAsync(new MultipartReader(boundary.ToString(), request.Body) { BodyLengthLimit = LargestFile }, fields, cancellation);
            return upload;
        }
        catch (IOException damaged) when (damaged is not BadHttpRequestException)
        {
            await upload.DisposeAsync();
            throw new InvalidDataException("The upload broke off or is larger than 512 MB. Send it again.", damaged);
        }
        catch
        {
            await upload.DisposeAsync();
            throw;
        }
    }

    public ValueTask DisposeAsync() => _spool.DisposeAsync();

    private async Task ReadSectionsAsync(MultipartReader reader, IReadOnlyCollection<string> fields, CancellationToken cancellation)
    {
        var hasFile = false;
        while (await reader.ReadNextSectionAsync(cancellation) is { } section)
        {
            if (!ContentDispositionHeaderValue.TryParse(section.ContentDisposition, out var disposition))
            {
                continue;
            }

            var name = HeaderUtilities.RemoveQuotes(disposition.Name).ToString();
            if (string.Equals(name, "file", StringComparison.Ordinal))
            {
                if (hasFile)
                {
                    throw new RefusedInputException("file", "One file at a time.");
                }

                hasFile = true;
                var sentAs = disposition.FileNameStar.HasValue ? disposition.FileNameStar : HeaderUtilities.RemoveQuotes(disposition.FileName);
                FileName = Uploads.FileName.Sanitise(sentAs.ToString());
                await section.Body.CopyToAsync(_spool, cancellation);
                await _spool.FlushAsync(cancellation);
                continue;
            }

            if (!fields.Contains(name))
            {
                throw new RefusedInputException(
                    name.Length == 0 ? "body" : name,
                    $"There is no such field. Allowed beside file: {(fields.Count == 0 ? "none" : string.Join(", ", fields))}."
                );
            }

            Fields[name] = await ReadFieldAsync(section.Body, name, cancellation);
        }

        if (!hasFile)
        {
            throw new RefusedInputException("file", "No file was sent.");
        }
    }

    private static async Task<string> ReadFieldAsync(Stream body, string name, CancellationToken cancellation)
    {
        var buffer = new byte[LongestField + 1];
        var read = await body.ReadAtLeastAsync(buffer, buffer.Length, throwOnEndOfStream: false, cancellation);
        return read <= LongestField ? System.Text.Encoding.UTF8.GetString(buffer, 0, read) : throw new RefusedInputException(name, "This is far too long.");
    }
}
