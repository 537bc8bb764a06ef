using HazyGauge.Data;
using HazyGauge.Data.Files;
using HazyGauge.Formats.Jobs;
using HazyGauge.Web.OpenApi;
using HazyGauge.Web.Uploads;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace HazyGauge.Web.Jobs;

/// <summary>A job that was taken in.</summary>
public sealed record ImportedJob(Guid Id);

/// <summary>Whole jobs out and in.</summary>
internal static class TransferEndpoints
{
    private const long LargestImport = 64L * 1024 * 1024;

    public static void MapTransfer(this IEndpointRouteBuilder api)
    {
        api.MapGet("/jobs/{id:guid}/export", ExportAsync)
            .WithSummary("The whole job as one JSON, or with files=true as a zip with its files.")
            .Produces<JobFile>();
        api.MapPost("/jobs/import", ImportAsync)
            .WithSummary("Imports an exported job, JSON or zip, always as a new job. The body is the file itself, or multipart with a part named file.")
            .WithMetadata(new RequestSizeLimitAttribute(LargestImport))
            .AcceptsFile();
    }

    private static async Task<IResult> ExportAsync(Guid id, DataFolder folder, JobTransfer transfer, FileStore files, CancellationToken cancellation, [FromQuery(Name = "files")] bool withFiles = false)
    {
        if (await transfer.ExportAsync(id, cancellation) is not { } job)
        {
            return JobEndpoints.NoSuchJob();
        }

        var name = FileName.Sanitise(job.Name);
        if (!withFiles)
        {
            return TypedResults.Stream(to => JobFileFormat.WriteAsync(job, to, cancellation), "application/json", $"{name}.json");
        }

        var stored = (await files.ListAsync(id, cancellation)).Where(f => f.HasContent).Select(f => f.Sha256).ToHashSet(StringComparer.Ordinal);
        // A zip that breaks off halfway looks like a damaged one to whoever gets it: make it whole, then send it.
        var zip = folder.CreateTemporary();
        try
        {
            await JobFileFormat.WriteZipAsync(job, file => stored.Contains(file.Sha256) ? files.OpenRead(file.Sha256) : null, zip, cancellation);
        }
        catch
        {
            await zip.DisposeAsync();
            throw;
        }

        zip.Position = 0;
        return TypedResults.Stream(zip, "application/zip", $"{name}.zip");
    }

    private static async Task<Created<ImportedJob>> ImportAsync(HttpRequest request, DataFolder folder, JobTransfer transfer, CancellationToken cancellation)
    {
        Guid id;
        if (request.HasFormContentType)
        {
            await using var upload = await MultipartUpload.ReadAsync(request, folder, [], cancellation);
            await using var content = upload.Open();
            id = await transfer.ImportAsync(content, cancellation);
        }
        else
        {
            await using var spool = folder.CreateTemporary();
            await request.Body.CopyToAsync(spool, cancellation);
            spool.Position = 0;
            id = await transfer.ImportAsync(spool, cancellation);
        }

        return TypedResults.Created($"/api/jobs/{id}", new ImportedJob(id));
    }
}
