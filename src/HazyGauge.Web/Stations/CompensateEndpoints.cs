using System.Text;
using HazyGauge.Core.Compensation;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Formats.Tables;
using HazyGauge.Web.Haze;
using HazyGauge.Web.OpenApi;
using HazyGauge.Web.Queries;

namespace HazyGauge.Web.Stations;

/// <summary>The usual figures of the two fuels.</summary>
/// <param name="GasolineStoichAfr">Traditional stoichiometric air-fuel ratio of gasoline: the default.</param>
/// <param name="EthanolStoichAfr">Traditional stoichiometric air-fuel ratio of ethanol: the default.</param>
/// <param name="GasolineStoichAfrByComposition">The ratio that follows from gasoline's elements.</param>
/// <param name="EthanolStoichAfrByComposition">The ratio that follows from ethanol's elements.</param>
/// <param name="GasolineDensityKgM3At15C">Density of gasoline: the default.</param>
/// <param name="EthanolDensityKgM3At15C">Density of ethanol: the default.</param>
public sealed record FuelsAnswer(
    double GasolineStoichAfr,
    double EthanolStoichAfr,
    double GasolineStoichAfrByComposition,
    double EthanolStoichAfrByComposition,
    double GasolineDensityKgM3At15C,
    double EthanolDensityKgM3At15C
);

/// <summary>The calculations of the Compensate station: which numbers go into the controller?</summary>
internal static class CompensateEndpoints
{
    public static void MapCompensate(this IEndpointRouteBuilder api)
    {
        api.MapGet("/fuels", Fuels).WithSummary("The usual figures of the two fuels: what a fuel factor is computed with unless others are given.");
        api.MapPost("/calc/fuel-factor", (Asked<FuelFactorQuery> asked) => TypedResults.Ok(asked.Value.Answer(asked.Ledger)))
            .WithSummary("By how much the effective open time (pulse minus dead time) must grow on another blend than the base map's.")
            .WithExample("""{ "ethanolPct": { "value": 73.4, "u": 2.9 }, "baseEthanolPct": 10, "metering": "orifice" }""");
        api.MapPost("/calc/closed-loop-band", (Asked<ClosedLoopBandQuery> asked) => TypedResults.Ok(asked.Value.Answer()))
            .WithSummary("The blends that trims cover in closed loop while nothing counts ethanol.")
            .WithExample("""{ "baseEthanolPct": 10, "trimLimitPct": 15 }""");
        api.MapPost("/calc/fuel-curve", (Asked<FuelCurveQuery> asked) => TypedResults.Ok(asked.Value.Answer(asked.Ledger)))
            .WithSummary("The fuel factor over several blends.")
            .WithExample("""{ "ethanolPcts": [0, 25, 50, 75, 100], "baseEthanolPct": 10, "metering": "orifice" }""");
        api.MapPost("/calc/pulse", (Asked<InjectorPulseQuery> asked) => TypedResults.Ok(asked.Value.Answer()))
            .WithSummary("One injector pulse lengthened by a fuel factor: the effective time multiplied, the dead time added back.")
            .WithExample("""{ "pulseMs": 2.0, "deadTimeMs": 0.9, "factor": 1.40 }""");
        api.MapPost("/calc/breakpoints", (Asked<BreakpointsQuery> asked) => TypedResults.Ok(asked.Value.Answer()))
            .WithSummary("The row of factors to type into a controller, and how far straight lines between them stray from the curve.")
            .WithExample("""{ "baseEthanolPct": 10, "metering": "orifice", "ethanolPcts": [0, 10, 30, 50, 75, 100] }""");
        api.MapGet("/calc/breakpoints.csv", BreakpointsCsv)
            .WithSummary("The same row as a CSV file. Breakpoints are separated by spaces, commas or semicolons.")
            .Produces(StatusCodes.Status200OK, contentType: "text/csv");
        api.MapPost("/calc/spark-addition", (Asked<SparkAdditionInput> asked) => TypedResults.Ok(SparkAddition.Compute(asked.Value)))
            .WithSummary("How much of the spark between a gasoline map and an ethanol map belongs to the blend in the line.")
            .WithExample("""{ "ethanolPct": { "value": 73.4, "u": 2.9 }, "gasolineMapEthanolPct": 10, "ethanolMapEthanolPct": 85, "fullAdditionDeg": 6, "weighting": "mole" }""");
    }

    private static FuelsAnswer Fuels()
    {
        var (traditional, byComposition) = (UsualFuels.Traditional<Exact>(), UsualFuels.ByComposition<Exact>());
        return new FuelsAnswer(
            traditional.GasolineStoichAfr.Value,
            traditional.EthanolStoichAfr.Value,
            byComposition.GasolineStoichAfr.Value,
            byComposition.EthanolStoichAfr.Value,
            traditional.GasolineDensity15C.Value,
            traditional.EthanolDensity15C.Value
        );
    }

    private static IResult BreakpointsCsv(string? baseEthanolPct, string? metering, string? ethanolPcts)
    {
        var chosen = (ethanolPcts ?? string.Empty).Split([' ', ',', ';'], StringSplitOptions.RemoveEmptyEntries).Select(e => QueryValue.Number(e, "ethanolPcts")!.Value).ToList();
        var basePct = QueryValue.Number(baseEthanolPct, "baseEthanolPct")
            ?? throw new Core.Findings.RefusedInputException("baseEthanolPct", "The blend the base map was made on is missing.");
        var row = new BreakpointsQuery(basePct, QueryValue.Word<Metering>(metering, "metering"), chosen).Answer();
        var csv = CsvTable.Write(["ethanolPct", "factor"], row.EthanolPcts.Zip(row.Factors, (e, f) => new[] { e, f.Value }));
        return TypedResults.File(Encoding.UTF8.GetBytes(csv), "text/csv", "breakpoints.csv");
    }
}
