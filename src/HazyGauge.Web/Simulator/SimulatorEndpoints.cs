using HazyGauge.Core.Findings;
using HazyGauge.Core.Simulation;
using HazyGauge.Formats.Csv;
using HazyGauge.Formats.Vcd;
using HazyGauge.Web.Queries;
using Microsoft.AspNetCore.Mvc;

namespace HazyGauge.Web.Simulator;

/// <summary>Recordings of a sensor that is not there, to try things with.</summary>
internal static class SimulatorEndpoints
{
    public static void MapSimulator(this IEndpointRouteBuilder api)
    {
        api.MapGet(
                "/stand-in/sensor.vcd",
                (
                    [FromQuery] string? ethanolPct,
                    [FromQuery] string? fuelTempC,
                    [FromQuery] string? durationS,
                    [FromQuery] string? seed,
                    [FromQuery] string? fault,
                    [FromQuery] string? noiseUs,
                    HttpRequest request,
                    CancellationToken cancellation
                ) =>
                {
                    QueryValue.OnlyKnown(request, Wave);
                    var sensor = new SimulatedSensor(Settings(ethanolPct, fuelTempC, fault, noiseUs), QueryValue.Number(durationS, "durationS") ?? UsualDurationS, Seed(seed));
                    return TypedResults.Stream(to => VcdWriter.WriteAsync(sensor, to, cancellation), "text/plain; charset=utf-8", "stand-in-sensor.vcd");
                }
            )
            .WithSummary("The square wave a sensor would send, sound or with a fault, as a VCD file.")
            .Produces(StatusCodes.Status200OK, contentType: "text/plain");
        api.MapGet(
                "/stand-in/sensor.csv",
                (
                    [FromQuery] string? ethanolPct,
                    [FromQuery] string? fuelTempC,
                    [FromQuery] string? durationS,
                    [FromQuery] string? seed,
                    [FromQuery] string? fault,
                    [FromQuery] string? noiseUs,
                    [FromQuery] string? stepUs,
                    [FromQuery] string? highV,
                    [FromQuery] string? noiseV,
                    HttpRequest request,
                    CancellationToken cancellation
                ) =>
                {
                    QueryValue.OnlyKnown(request, [.. Wave, "stepUs", "highV", "noiseV"]);
                    var usual = new CsvWaveWriter();
                    var sensor = new SimulatedSensor(Settings(ethanolPct, fuelTempC, fault, noiseUs), QueryValue.Number(durationS, "durationS") ?? UsualDurationS, Seed(seed));
                    var writer = new CsvWaveWriter(
                        QueryValue.Number(stepUs, "stepUs") ?? usual.StepUs,
                        QueryValue.Number(highV, "highV") ?? usual.HighV,
                        QueryValue.Number(noiseV, "noiseV") ?? usual.NoiseV
                    );
                    writer.Check(sensor.DurationS);
                    return TypedResults.Stream(to => writer.WriteAsync(sensor, Seed(seed), to, cancellation), "text/csv; charset=utf-8", "stand-in-sensor.csv");
                }
            )
            .WithSummary("The same as sampled volts, as a CSV file.")
            .Produces(StatusCodes.Status200OK, contentType: "text/csv");
    }

    private const double UsualDurationS = 2;

    private static readonly string[] Wave = ["ethanolPct", "fuelTempC", "durationS", "seed", "fault", "noiseUs"];

    private static SimulatorSettings Settings(string? ethanolPct, string? fuelTempC, string? fault, string? noiseUs) =>
        new(
            QueryValue.Number(ethanolPct, "ethanolPct") ?? throw new RefusedInputException("ethanolPct", "Ethanol is missing."),
            QueryValue.Number(fuelTempC, "fuelTempC") ?? 25,
            QueryValue.Word<SimulatorFault>(fault, "fault") ?? SimulatorFault.None,
            QueryValue.Number(noiseUs, "noiseUs") ?? 0
        );

    private static int Seed(string? seed) => QueryValue.Whole(seed, "seed") ?? 1;
}
