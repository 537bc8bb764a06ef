using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Stations;
using HazyGauge.Core.Stations.Signal;
using HazyGauge.Data;
using HazyGauge.Data.Files;
using HazyGauge.Web.Artifacts;
using HazyGauge.Web.Haze;
using HazyGauge.Web.OpenApi;
using HazyGauge.Web.Queries;
using HazyGauge.Web.Uploads;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace HazyGauge.Web.Stations;

/// <summary>The calculations of the Signal station: is the sensor's output real, what does it say, how sure?</summary>
internal static class SignalEndpoints
{
    public static void MapSignal(this IEndpointRouteBuilder api)
    {
        api.MapPost("/calc/sensor-reading", (Asked<SensorReadingQuery> asked) => TypedResults.Ok(asked.Value.Answer(asked.Ledger)))
            .WithSummary("A sensor's frequency and low pulse as ethanol content and fuel temperature, with their haze.")
            .WithExample("""{ "frequencyHz": 123.4, "lowPulseMs": 2.718 }""");
        api.MapPost("/calc/capture", CaptureAsync)
            .WithSummary("A recorded square wave (VCD, or CSV of time and level or volts) as a reading with its haze.")
            .WithMetadata(new RequestSizeLimitAttribute(MultipartUpload.LargestRequest))
            .AcceptsFile("channel", "toleranceEthanolPct", "thresholdV");
        api.MapGet("/jobs/{id:guid}/files/{sha256}/capture", StoredCaptureAsync).WithSummary("A recording that is on the job, as a reading with its haze.");
    }

    private static async Task<Ok<CaptureResult>> CaptureAsync(HttpRequest request, DataFolder folder, CaptureReader captures, TimeProvider clock, CancellationToken cancellation)
    {
        await using var upload = await MultipartUpload.ReadAsync(request, folder, ["channel", "toleranceEthanolPct", "thresholdV"], cancellation);
        var (how, tolerance) = How(
            upload.Fields.GetValueOrDefault("channel"),
            upload.Fields.GetValueOrDefault("toleranceEthanolPct"),
            upload.Fields.GetValueOrDefault("thresholdV")
        );
        var before = clock.GetTimestamp();
        var recording = await captures.RecordingAsync(upload.FileName, upload.Open, how, cancellation);
        var result = await Task.Run(() => SignalEvaluation.Analysed(recording, tolerance, new HazeLedger()), cancellation);
        var took = clock.GetElapsedTime(before).TotalMilliseconds;
        request.HttpContext.Response.Headers["Server-Timing"] = FormattableString.Invariant($"read;dur={took:0.0}");
        return TypedResults.Ok(result);
    }

    private static async Task<Results<Ok<CaptureResult>, ProblemHttpResult>> StoredCaptureAsync(
        Guid id,
        string sha256,
        string? channel,
        string? toleranceEthanolPct,
        string? thresholdV,
        FileStore files,
        ArtifactReaders readers,
        CancellationToken cancellation
    )
    {
        if (await files.FindAsync(id, sha256, cancellation) is not { } file)
        {
            return Jobs.FileEndpoints.NoSuchFile();
        }

        if (!file.HasContent)
        {
            return Jobs.FileEndpoints.NoContent(file);
        }

        var (how, tolerance) = How(channel, toleranceEthanolPct, thresholdV);
        var recording = (Recording)await readers.ReadAsync(file, how, cancellation);
        return TypedResults.Ok(await Task.Run(() => SignalEvaluation.Analysed(recording, tolerance, new HazeLedger()), cancellation));
    }

    private static (HowToRead How, double Tolerance) How(string? channel, string? toleranceEthanolPct, string? thresholdV) =>
        (
            new HowToRead(string.IsNullOrEmpty(channel) ? null : channel, QueryValue.Number(thresholdV, "thresholdV")),
            QueryValue.Number(toleranceEthanolPct, "toleranceEthanolPct") ?? SensorLaw.UsualToleranceEthanolPct
        );
}
