using System.Globalization;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Simulation;
using HazyGauge.Data;
using HazyGauge.Data.Files;
using HazyGauge.Formats.Vcd;
using HazyGauge.Web.Haze;
using HazyGauge.Web.OpenApi;
using HazyGauge.Web.Uploads;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace HazyGauge.Web.Stations.Signal;

/// <summary>What a meter or a capture shows of the sensor.</summary>
/// <param name="FrequencyHz">Frequency, Hz; 0 where there are no pulses.</param>
/// <param name="LowPulseMs">Width of the low pulse, ms.</param>
/// <param name="ToleranceEthanolPct">Half-width of the sensor's tolerance, ethanol points; rectangular. Default 5.</param>
public sealed record SensorReadingRequest(HazyInput? FrequencyHz, HazyInput? LowPulseMs = null, double? ToleranceEthanolPct = null);

/// <summary>The Signal station: is the sensor's output real, what does it say, how sure?</summary>
internal static class SignalEndpoints
{
    public static void MapSignal(this IEndpointRouteBuilder api)
    {
        api.MapPost("/calc/sensor-reading", SensorReading)
            .WithSummary("A sensor's frequency and low pulse as ethanol content and fuel temperature, with their haze.")
            .WithExample("""{ "frequencyHz": 123.4, "lowPulseMs": 2.718 }""");
        api.MapPost("/calc/capture", CaptureAsync)
            .WithSummary("A recorded square wave (VCD) as a reading with its haze.")
            .WithMetadata(new RequestSizeLimitAttribute(MultipartUpload.LargestRequest))
            .AcceptsFile("channel", "toleranceEthanolPct");
        api.MapGet("/jobs/{id:guid}/files/{sha256}/capture", StoredCaptureAsync)
            .WithSummary("A capture that is on the job, as a reading with its haze.");
        api.MapGet("/stand-in/sensor.vcd", StandIn)
            .WithSummary("The square wave a sound sensor would send, as a VCD file.")
            .Produces(StatusCodes.Status200OK, contentType: "text/plain");
    }

    private static Ok<ReadingAnswer> SensorReading(SensorReadingRequest request)
    {
        var haze = new HazeReader();
        var frequency = haze.Required(request.FrequencyHz, "frequencyHz", "The frequency");
        var low = haze.Optional(request.LowPulseMs, "lowPulseMs");
        haze.Check.ThrowIfAny();
        return TypedResults.Ok(ReadingAnswer.From(Core.Sensing.SensorReading.From(
            frequency, low, request.ToleranceEthanolPct ?? SensorLaw.UsualToleranceEthanolPct, haze.Ledger)));
    }

    private static async Task<Ok<CaptureAnswer>> CaptureAsync(HttpRequest request, DataFolder folder, CaptureReader captures, CancellationToken cancellation)
    {
        await using var upload = await MultipartUpload.ReadAsync(request, folder, ["channel", "toleranceEthanolPct"], cancellation);
        var channel = upload.Fields.GetValueOrDefault("channel");
        var tolerance = Tolerance(upload.Fields.GetValueOrDefault("toleranceEthanolPct"));
        var read = await captures.ReadAsync(upload.FileName, upload.Open, string.IsNullOrEmpty(channel) ? null : channel, tolerance, cancellation);
        return TypedResults.Ok(CaptureAnswer.From(read.Channel, read.Result));
    }

    private static async Task<Results<Ok<CaptureAnswer>, ProblemHttpResult>> StoredCaptureAsync(
        Guid id, string sha256, string? channel, [FromQuery(Name = "toleranceEthanolPct")] string? toleranceText, FileStore files, CaptureReader captures, CancellationToken cancellation)
    {
        if (await files.FindAsync(id, sha256, cancellation) is not { } file)
        {
            return Jobs.FileEndpoints.NoSuchFile();
        }

        if (!file.HasContent)
        {
            return Jobs.FileEndpoints.NoContent(file);
        }

        var read = await captures.ReadAsync(file.Name, () => files.OpenRead(sha256), channel, Tolerance(toleranceText), cancellation);
        return TypedResults.Ok(CaptureAnswer.From(read.Channel, read.Result));
    }

    private static IResult StandIn(
        [FromQuery] string? ethanolPct, [FromQuery] string? fuelTempC, [FromQuery] string? durationS, [FromQuery] string? seed, CancellationToken cancellation)
    {
        var sensor = new StandInSensor(
            Number(ethanolPct, "ethanolPct") ?? throw new RefusedInputException("ethanolPct", "Ethanol is missing."),
            Number(fuelTempC, "fuelTempC") ?? 25,
            Number(durationS, "durationS") ?? 2,
            seed is null ? 1 : int.TryParse(seed, NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var number)
                ? number
                : throw new RefusedInputException("seed", "The seed must be a whole number."));
        return TypedResults.Stream(to => VcdWriter.WriteAsync(sensor, to, cancellation), "text/plain; charset=utf-8", "stand-in-sensor.vcd");
    }

    private static double Tolerance(string? text) => Number(text, "toleranceEthanolPct") ?? SensorLaw.UsualToleranceEthanolPct;

    private static double? Number(string? text, string field) => text switch
    {
        null => null,
        _ when double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var number) && double.IsFinite(number) => number,
        _ => throw new RefusedInputException(field, "This must be a number, like 73.5."),
    };
}
