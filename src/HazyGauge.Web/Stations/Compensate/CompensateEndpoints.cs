using System.Text;
using HazyGauge.Core.Compensation;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Data.Jobs;
using HazyGauge.Formats.Tables;
using HazyGauge.Web.Haze;
using HazyGauge.Web.OpenApi;
using HazyGauge.Web.Queries;
using Microsoft.AspNetCore.Http.HttpResults;

namespace HazyGauge.Web.Stations.Compensate;

/// <summary>A Compensate document to try.</summary>
/// <param name="Document">The document.</param>
/// <param name="Reading">The reading to reckon for; left out, the one saved at the Signal station.</param>
public sealed record CompensatePreviewRequest(CompensateDocument? Document, ReadingForCompensation? Reading = null);

/// <summary>The Compensate station: which numbers go into the controller?</summary>
internal static class CompensateEndpoints
{
    private const int MostPoints = 1001;

    public static void MapCompensate(this IEndpointRouteBuilder api)
    {
        api.MapGet("/fuels", Fuels).WithSummary("The usual figures of the two fuels: what a fuel factor is reckoned with unless others are given.");
        api.MapPost("/calc/fuel-factor", Factor)
            .WithSummary("By how much the effective open time (pulse minus dead time) must grow on another blend than the base map's.")
            .WithExample("""{ "ethanolPct": { "value": 73.4, "u": 2.9 }, "baseEthanolPct": 10, "metering": "orifice" }""");
        api.MapPost("/calc/fuel-curve", Curve)
            .WithSummary("The fuel factor over several blends.")
            .WithExample("""{ "ethanolPcts": [0, 25, 50, 75, 100], "baseEthanolPct": 10, "metering": "orifice" }""");
        api.MapPost("/jobs/{id:guid}/stations/compensate/preview", PreviewAsync).WithSummary("What a Compensate document would come to; nothing is saved.");
        api.MapPost("/calc/pulse", (PulseRequest request) => TypedResults.Ok(PulseCalc.Compute(request, new HazeReader())))
            .WithSummary("One injector pulse lengthened by a fuel factor: the effective time multiplied, the dead time added back.")
            .WithExample("""{ "pulseMs": 2.0, "deadTimeMs": 0.9, "factor": 1.40 }""");
        api.MapPost("/calc/breakpoints", (BreakpointsRequest request) => TypedResults.Ok(BreakpointsAnswer.From(BreakpointsCalc.Compute(request, new HazeReader()))))
            .WithSummary("The row of factors to type into a controller, and how far straight lines between them stray from the curve.")
            .WithExample("""{ "baseEthanolPct": 10, "metering": "orifice", "ethanolPcts": [0, 10, 30, 50, 75, 100] }""");
        api.MapGet("/calc/breakpoints.csv", BreakpointsCsv)
            .WithSummary("The same row as a CSV file. Breakpoints are separated by blanks, commas or semicolons.")
            .Produces(StatusCodes.Status200OK, contentType: "text/csv");
        api.MapPost("/calc/spark-addition", (SparkAdditionRequest request) => TypedResults.Ok(SparkAdditionAnswer.From(SparkCalc.Compute(request, new HazeReader()))))
            .WithSummary("How much of the spark between a gasoline map and an ethanol map belongs to the blend in the line.")
            .WithExample("""{ "ethanolPct": { "value": 73.4, "u": 2.9 }, "gasolineMapEthanolPct": 10, "ethanolMapEthanolPct": 85, "fullAdditionDeg": 6, "weighting": "mole" }""");
    }

    private static Ok<FuelsAnswer> Fuels()
    {
        var (traditional, byComposition) = (UsualFuels.Traditional<Exact>(), UsualFuels.ByComposition<Exact>());
        return TypedResults.Ok(new FuelsAnswer(
            traditional.GasolineStoichAfr.Value,
            traditional.EthanolStoichAfr.Value,
            byComposition.GasolineStoichAfr.Value,
            byComposition.EthanolStoichAfr.Value,
            traditional.GasolineDensity15C.Value,
            traditional.EthanolDensity15C.Value));
    }

    private static async Task<Results<Ok<CompensateDocument>, ProblemHttpResult>> PreviewAsync(
        Guid id, CompensatePreviewRequest request, JobStore jobs, CompensateStation compensate, CancellationToken cancellation) =>
        await jobs.FindAsync(id, cancellation) is null
            ? Jobs.JobEndpoints.NoSuchJob()
            : TypedResults.Ok(CompensateStation.Evaluate(request.Document ?? new CompensateDocument(), request.Reading ?? await compensate.SavedReadingAsync(id, cancellation)));

    private static IResult BreakpointsCsv(string? baseEthanolPct, string? metering, string? ethanolPcts)
    {
        var chosen = (ethanolPcts ?? string.Empty).Split([' ', ',', ';'], StringSplitOptions.RemoveEmptyEntries).Select(e => QueryValue.Number(e, "ethanolPcts")!.Value).ToList();
        var row = BreakpointsCalc.Compute(
            new BreakpointsRequest(QueryValue.Number(baseEthanolPct, "baseEthanolPct") is { } pct ? new HazyInput(pct) : null, QueryValue.Word<Metering>(metering, "metering"), chosen),
            new HazeReader());
        var csv = CsvTable.Write(["ethanolPct", "factor"], row.EthanolPcts.Zip(row.Factors, (e, f) => new[] { e, f.Value }));
        return TypedResults.File(Encoding.UTF8.GetBytes(csv), "text/csv", "breakpoints.csv");
    }

    private static Ok<FuelFactorAnswer> Factor(FuelFactorRequest request)
    {
        var haze = new HazeReader();
        var ethanol = haze.Required(request.EthanolPct, "ethanolPct", "The ethanol content");
        return TypedResults.Ok(Compute(request, ethanol, haze));
    }

    private static Ok<FuelCurveAnswer> Curve(FuelCurveRequest request)
    {
        var haze = new HazeReader();
        if (request.EthanolPcts is not { Count: > 0 and <= MostPoints } ethanolPcts)
        {
            haze.Check.Refuse("ethanolPcts", $"Give between 1 and {MostPoints} blends.").ThrowIfAny();
            throw new InvalidOperationException();
        }

        return TypedResults.Ok(new FuelCurveAnswer([.. ethanolPcts.Select(e => Compute(request, haze.Required(e, "ethanolPct", "A blend"), haze))]));
    }

    /// <summary>Computes with the request's numbers and, where it leaves one out, the usual one.</summary>
    internal static FuelFactorAnswer Compute(IFuelFactorRequest request, Hazy ethanolPct, HazeReader haze)
    {
        var baseEthanolPct = haze.Required(request.BaseEthanolPct, "baseEthanolPct", "The blend the base map was made on");
        var input = new FuelFactorInput(
            ethanolPct,
            baseEthanolPct,
            request.Metering ?? Metering.Orifice,
            haze.Optional(request.FuelTempC, "fuelTempC"),
            haze.Optional(request.BaseFuelTempC, "baseFuelTempC") ?? FuelFactorInput.UsualBaseFuelTempC,
            haze.Fuels(request));
        haze.Check.ThrowIfAny();
        return FuelFactorAnswer.From(FuelFactor.Compute(input, haze.Ledger));
    }
}
