using HazyGauge.Core.Sensing;
using HazyGauge.Data;
using HazyGauge.Data.Files;
using HazyGauge.Web.Haze;
using HazyGauge.Web.OpenApi;
using HazyGauge.Web.Queries;
using HazyGauge.Web.Uploads;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace HazyGauge.Web.Stations.Signal;

/// <summary>What a meter shows of the sensor.</summary>
/// <param name="FrequencyHz">Frequency, Hz; 0 where there are no pulses.</param>
/// <param name="LowPulseMs">Width of the low pulse, ms.</param>
/// <param name="ToleranceEthanolPct">Half-width of the sensor's tolerance, ethanol points; rectangular. Default 5.</param>
/// <param name="AverageV">What the meter shows on DC volts; with a low pulse a cross-check, without one it gives the low pulse.</param>
/// <param name="HighV">Volts while released: with the sensor unplugged and the key on.</param>
/// <param name="LowV">Volts while pulled low. Default 0.</param>
public sealed record SensorReadingRequest(
    HazyInput? FrequencyHz,
    HazyInput? LowPulseMs = null,
    double? ToleranceEthanolPct = null,
    HazyInput? AverageV = null,
    HazyInput? HighV = null,
    HazyInput? LowV = null);

/// <summary>The Signal station: is the sensor's output real, what does it say, how sure?</summary>
internal static class SignalEndpoints
{
    public static void MapSignal(this IEndpointRouteBuilder api)
    {
        api.MapPost("/calc/sensor-reading", SensorReading)
            .WithSummary("A sensor's frequency and low pulse as ethanol content and fuel temperature, with their haze.")
            .WithExample("""{ "frequencyHz": 123.4, "lowPulseMs": 2.718 }""");
        api.MapPost("/calc/capture", CaptureAsync)
            .WithSummary("A recorded square wave (VCD, or CSV of time and level or volts) as a reading with its haze.")
            .WithMetadata(new RequestSizeLimitAttribute(MultipartUpload.LargestRequest))
            .AcceptsFile("channel", "toleranceEthanolPct", "thresholdV");
        api.MapGet("/jobs/{id:guid}/files/{sha256}/capture", StoredCaptureAsync)
            .WithSummary("A capture that is on the job, as a reading with its haze.");
    }

    private static Ok<ReadingAnswer> SensorReading(SensorReadingRequest request)
    {
        var haze = new HazeReader();
        var meter = MeterReader.Read(request, haze);
        var (reading, volts) = meter.Read(request.ToleranceEthanolPct ?? SensorLaw.UsualToleranceEthanolPct, haze.Ledger);
        return TypedResults.Ok(ReadingAnswer.From(reading, volts));
    }

    private static async Task<Ok<CaptureAnswer>> CaptureAsync(HttpRequest request, DataFolder folder, CaptureReader captures, TimeProvider clock, CancellationToken cancellation)
    {
        await using var upload = await MultipartUpload.ReadAsync(request, folder, ["channel", "toleranceEthanolPct", "thresholdV"], cancellation);
        var how = How(upload.Fields.GetValueOrDefault("channel"), upload.Fields.GetValueOrDefault("toleranceEthanolPct"), upload.Fields.GetValueOrDefault("thresholdV"));
        var before = clock.GetTimestamp();
        var read = await captures.ReadAsync(upload.FileName, upload.Open, how, cancellation);
        var took = clock.GetElapsedTime(before).TotalMilliseconds;
        request.HttpContext.Response.Headers["Server-Timing"] = FormattableString.Invariant($"read;dur={took:0.0}");
        return TypedResults.Ok(CaptureAnswer.From(read));
    }

    private static async Task<Results<Ok<CaptureAnswer>, ProblemHttpResult>> StoredCaptureAsync(
        Guid id, string sha256, string? channel, string? toleranceEthanolPct, string? thresholdV, FileStore files, CaptureReader captures, CancellationToken cancellation)
    {
        if (await files.FindAsync(id, sha256, cancellation) is not { } file)
        {
            return Jobs.FileEndpoints.NoSuchFile();
        }

        if (!file.HasContent)
        {
            return Jobs.FileEndpoints.NoContent(file);
        }

        var read = await captures.ReadAsync(file.Name, () => files.OpenRead(sha256), How(channel, toleranceEthanolPct, thresholdV), cancellation);
        return TypedResults.Ok(CaptureAnswer.From(read));
    }

    private static HowToRead How(string? channel, string? toleranceEthanolPct, string? thresholdV) => new(
        string.IsNullOrEmpty(channel) ? null : channel,
        QueryValue.Number(toleranceEthanolPct, "toleranceEthanolPct") ?? SensorLaw.UsualToleranceEthanolPct,
        QueryValue.Number(thresholdV, "thresholdV"));
}
