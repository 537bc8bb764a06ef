using HazyGauge.Core.Findings;
using HazyGauge.Core.Stations;
using HazyGauge.Data;
using HazyGauge.Data.Files;
using HazyGauge.Data.Jobs;
using HazyGauge.Formats.Artifacts;
using HazyGauge.Formats.Photos;
using HazyGauge.Web.OpenApi;
using HazyGauge.Web.Problems;
using HazyGauge.Web.Queries;
using HazyGauge.Web.Uploads;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace HazyGauge.Web.Jobs;

/// <summary>A file that was taken in.</summary>
/// <param name="Sha256">SHA-256 of its content.</param>
/// <param name="Name">Its name.</param>
/// <param name="Bytes">Its length.</param>
/// <param name="Kind">What kind of file it is.</param>
public sealed record UploadedFile(string Sha256, string Name, long Bytes, ArtifactKind Kind);

/// <summary>A file on a job.</summary>
/// <param name="Sha256">SHA-256 of its content.</param>
/// <param name="Name">Its name.</param>
/// <param name="Bytes">Its length.</param>
/// <param name="AddedAt">When it was brought.</param>
/// <param name="HasContent">False where the job was imported without its files.</param>
/// <param name="Kind">What kind of file it is.</param>
public sealed record FileOnJob(string Sha256, string Name, long Bytes, DateTimeOffset AddedAt, bool HasContent, ArtifactKind Kind);

/// <summary>The files of a job.</summary>
public sealed record FilesAnswer(IReadOnlyList<FileOnJob> Items);

/// <summary>Files on a job: captures, logs, photos.</summary>
internal static class FileEndpoints
{
    public static void MapFiles(this IEndpointRouteBuilder api)
    {
        api.MapPost("/jobs/{id:guid}/files", AddAsync)
            .WithSummary(
                "Puts a file on the job. The same content again is the file that is already there. Photos (JPEG, PNG, WebP, at most 25 MB) are kept without place, time "
                    + "and maker; with kind=photo nothing else is taken. Its kind is told by content; kind says better: capture, log, frames, sound, photo, table or "
                    + "other."
            )
            .WithMetadata(new RequestSizeLimitAttribute(MultipartUpload.LargestRequest))
            .AcceptsFile();
        api.MapGet("/jobs/{id:guid}/files", ListAsync).WithSummary("The files of a job, in the order they were brought.");
        api.MapGet("/jobs/{id:guid}/files/{sha256}", ReadAsync).WithSummary("The content of a file.").Produces(StatusCodes.Status200OK, contentType: "application/octet-stream");
    }

    public static ProblemHttpResult NoSuchFile() => Problem("There is no such file on this job.");

    public static ProblemHttpResult NoContent(StoredFile file) =>
        Problem($"The job was imported without the content of {file.Name}. Import the export with files, or drop the file again.");

    private static async Task<Results<Ok<UploadedFile>, ProblemHttpResult>> AddAsync(
        Guid id,
        HttpRequest request,
        DataFolder folder,
        JobStore jobs,
        FileStore files,
        CancellationToken cancellation
    )
    {
        if (!await jobs.ExistsAsync(id, cancellation))
        {
            return JobEndpoints.NoSuchJob();
        }

        await using var upload = await MultipartUpload.ReadAsync(request, folder, ["kind"], cancellation);
        if (upload.Bytes == 0)
        {
            throw new RefusedInputException("file", $"'{upload.FileName}' is empty.");
        }

        var asked = QueryValue.Word<ArtifactKind>(upload.Fields.GetValueOrDefault("kind"), "kind");
        await using var content = await WithoutMetadataAsync(upload, asked == ArtifactKind.Photo, cancellation);
        var kind = asked ?? await KindOfAsync(upload.Open, cancellation);
        var file = await files.AddAsync(id, upload.FileName, Named(kind), asked is not null, content, cancellation);
        return TypedResults.Ok(new UploadedFile(file.Sha256, file.Name, file.Bytes, Kind(file.Kind!)));
    }

    private static async Task<Results<Ok<FilesAnswer>, ProblemHttpResult>> ListAsync(Guid id, JobStore jobs, FileStore files, CancellationToken cancellation)
    {
        if (!await jobs.ExistsAsync(id, cancellation))
        {
            return JobEndpoints.NoSuchJob();
        }

        var items = new List<FileOnJob>();
        foreach (var file in await files.ListAsync(id, cancellation))
        {
            items.Add(new FileOnJob(file.Sha256, file.Name, file.Bytes, file.AddedAt, file.HasContent, await ToldAsync(id, file, files, cancellation)));
        }

        return TypedResults.Ok(new FilesAnswer(items));
    }

    // A file from before kinds were told is looked at once.
    private static async Task<ArtifactKind> ToldAsync(Guid id, StoredFile file, FileStore files, CancellationToken cancellation)
    {
        if (file.Kind is { } kept)
        {
            return Kind(kept);
        }

        if (!file.HasContent)
        {
            return ArtifactKind.Other;
        }

        var kind = await KindOfAsync(() => files.OpenRead(file.Sha256), cancellation);
        await files.TellAsync(id, file.Sha256, Named(kind), cancellation);
        return kind;
    }

    /// <summary>The kind of a file by how its content begins.</summary>
    public static async Task<ArtifactKind> KindOfAsync(Func<Stream> open, CancellationToken cancellation)
    {
        await using var content = open();
        var head = new byte[FileSniffer.HeadBytes];
        return FileSniffer.KindOf(head.AsSpan(0, await content.ReadAtLeastAsync(head, head.Length, throwOnEndOfStream: false, cancellation)));
    }

    /// <summary>A kind by its word.</summary>
    public static ArtifactKind Kind(string word) => Enum.TryParse<ArtifactKind>(word, ignoreCase: true, out var kind) ? kind : ArtifactKind.Other;

    /// <summary>The word of a kind.</summary>
    public static string Named(ArtifactKind kind) => kind.ToString().ToLowerInvariant();

    private static async Task<IResult> ReadAsync(Guid id, string sha256, FileStore files, CancellationToken cancellation) =>
        await files.FindAsync(id, sha256, cancellation) switch
        {
            null => NoSuchFile(),
            { HasContent: false } missing => NoContent(missing),
            var file => TypedResults.Stream(
                async to =>
                {
                    await using var content = files.OpenRead(file.Sha256);
                    await content.CopyToAsync(to, cancellation);
                },
                await MediaTypeAsync(files, file, cancellation),
                file.Name
            ),
        };

    // Only what begins like a photo is called one; everything else is bytes, whatever its name says.
    private static async Task<string> MediaTypeAsync(FileStore files, StoredFile file, CancellationToken cancellation)
    {
        await using var content = files.OpenRead(file.Sha256);
        return await KindAsync(content, cancellation) is { } kind ? Photo.MediaType(kind) : "application/octet-stream";
    }

    private static async Task<PhotoKind?> KindAsync(Stream content, CancellationToken cancellation)
    {
        var head = new byte[Photo.HeadBytes];
        var read = await content.ReadAtLeastAsync(head, head.Length, throwOnEndOfStream: false, cancellation);
        return Photo.KindOf(head.AsSpan(0, read));
    }

    private static async Task<Stream> WithoutMetadataAsync(MultipartUpload upload, bool mustBePhoto, CancellationToken cancellation)
    {
        var content = upload.Open();
        await BarePhotos.RefuseUnstrippableAsync(content, upload.FileName, cancellation);
        content.Position = 0;
        if (await KindAsync(content, cancellation) is null)
        {
            if (mustBePhoto)
            {
                await content.DisposeAsync();
                throw new RefusedInputException("file", $"'{upload.FileName}' is no photo this can show. Choose a JPEG, PNG or WebP.");
            }

            content.Position = 0;
            return content;
        }

        await using (content)
        {
            content.Position = 0;
            return new MemoryStream(await BarePhotos.ReadAsync(content, upload.FileName, upload.Bytes, cancellation));
        }
    }

    private static ProblemHttpResult Problem(string detail) => TypedResults.Problem(ApiProblems.Problem(StatusCodes.Status404NotFound, "Not found.", detail, null));
}
