using System.IO.Pipelines;
using HazyGauge.Data;
using HazyGauge.Data.Files;
using HazyGauge.Formats.Jobs;
using HazyGauge.Web.OpenApi;
using HazyGauge.Web.Problems;
using HazyGauge.Web.Queries;
using HazyGauge.Web.Uploads;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace HazyGauge.Web.Jobs;

/// <summary>Whole jobs out and in.</summary>
internal static class TransferEndpoints
{
    private const long LargestImport = 64L * 1024 * 1024;

    public static void MapTransfer(this IEndpointRouteBuilder api)
    {
        api.MapGet("/jobs/{id:guid}/export", ExportAsync).WithSummary("The whole job as one JSON, or with files=true as a zip with its files.").Produces<JobFile>();
        api.MapPost("/jobs/import", ImportAsync)
            .WithSummary(
                "Imports an exported job, JSON or zip. The body is the file itself, or multipart with a part named file. Where the job is here already, onExisting says "
                    + "what to do: "
                    + "ask answers 409 with what differs, beside makes one more job (usual), merge adds what the file has more."
            )
            .WithMetadata(new RequestSizeLimitAttribute(LargestImport))
            .AcceptsFile();
    }

    private static async Task<IResult> ExportAsync(
        Guid id,
        JobTransfer transfer,
        FileStore files,
        CancellationToken cancellation,
        [FromQuery(Name = "files")] bool withFiles = false
    )
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

        // Sent as it is made: a disk that is full is one more reason to take a job out. Should it break off, the connection does, and nobody takes it for whole.
        return TypedResults.Stream(
            to =>
                SendZipAsync(
                    zip => JobFileFormat.WriteZipAsync(job, file => stored.Contains(file.Sha256) ? files.OpenRead(file.Sha256) : null, zip, cancellation),
                    to,
                    cancellation
                ),
            "application/zip",
            $"{name}.zip"
        );
    }

    // Who makes zips writes some of it without waiting, which no answer to a request may be written like: a pipe stands in between.
    private static async Task SendZipAsync(Func<Stream, Task> write, Stream to, CancellationToken cancellation)
    {
        var pipe = new Pipe();
        var writing = Task.Run(
            async () =>
            {
                try
                {
                    await write(pipe.Writer.AsStream());
                    await pipe.Writer.CompleteAsync();
                }
                catch (Exception broken)
                {
                    // Whoever reads is told.
                    await pipe.Writer.CompleteAsync(broken);
                }
            },
            CancellationToken.None
        );
        try
        {
            await pipe.Reader.CopyToAsync(to, cancellation);
        }
        finally
        {
            await pipe.Reader.CompleteAsync();
            await writing;
        }
    }

    private static async Task<Results<Created<ImportedJob>, Ok<ImportedJob>, ProblemHttpResult>> ImportAsync(
        HttpRequest request,
        DataFolder folder,
        JobTransfer transfer,
        CancellationToken cancellation,
        string? onExisting = null
    )
    {
        var existing = QueryValue.Word<OnExisting>(onExisting, "onExisting") ?? OnExisting.Beside;
        if (request.HasFormContentType)
        {
            await using var upload = await MultipartUpload.ReadAsync(request, folder, [], cancellation);
            await using var content = upload.Open();
            return Answer(await transfer.ImportAsync(content, existing, cancellation));
        }

        await using var spool = folder.CreateTemporary();
        await request.Body.CopyToAsync(spool, cancellation);
        spool.Position = 0;
        return Answer(await transfer.ImportAsync(spool, existing, cancellation));
    }

    private static Results<Created<ImportedJob>, Ok<ImportedJob>, ProblemHttpResult> Answer(ImportResult result)
    {
        switch (result)
        {
            case { Merged: { } merged }:
                return TypedResults.Ok(new ImportedJob(result.Id, merged));
            case { Existing: { } existing }:
                var problem = ApiProblems.Problem(
                    StatusCodes.Status409Conflict,
                    "This job is here already.",
                    existing.Differs.Count == 0
                        ? $"{existing.Name} is here already, and nothing differs."
                        : $"{existing.Name} is here already. {string.Join(' ', existing.Differs)}",
                    null
                );
                problem.Extensions["existing"] = existing;
                return TypedResults.Problem(problem);
            default:
                return TypedResults.Created($"/api/jobs/{result.Id}", new ImportedJob(result.Id));
        }
    }
}
