using HazyGauge.Core.Capacity;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Data.Jobs;
using HazyGauge.Web.OpenApi;
using HazyGauge.Web.Stations.Survey;
using Microsoft.AspNetCore.Http.HttpResults;

namespace HazyGauge.Web.Stations.Capacity;

/// <summary>A Capacity document to try.</summary>
/// <param name="Document">The document.</param>
/// <param name="Survey">The survey to reckon with; left out, the one that is saved.</param>
public sealed record CapacityPreviewRequest(CapacityDocument? Document, SurveyDocument? Survey = null);

/// <summary>A place on a limiting line.</summary>
/// <param name="Value">Most power, kW.</param>
/// <param name="PlusMinus">Half-width of its 95 % interval.</param>
public sealed record LinePoint(double Value, double PlusMinus);

/// <summary>A limiting line to draw.</summary>
/// <param name="Component">The component; null for all of them together.</param>
/// <param name="MaxPowerKw">Most power at each blend.</param>
public sealed record DrawnLine(FuelComponent? Component, IReadOnlyList<LinePoint> MaxPowerKw)
{
    /// <summary>The line of Core with the interval it is drawn with.</summary>
    internal static DrawnLine From(LimitLine line) => new(line.Component, [.. line.MaxPowerKw.Select(p => new LinePoint(p.Value, Interval95.HalfWidth(p)))]);
}

/// <summary>What a Capacity document comes to, and the envelope to draw.</summary>
/// <param name="Document">The document with its results.</param>
/// <param name="EthanolPcts">The blends of the lines.</param>
/// <param name="Lines">The line of every component as planned.</param>
/// <param name="Together">The lowest of them; null where no component is known.</param>
/// <param name="AsFound">The same before what is planned; null where nothing is.</param>
public sealed record CapacityPreview(CapacityDocument Document, IReadOnlyList<double> EthanolPcts, IReadOnlyList<DrawnLine> Lines, DrawnLine? Together, DrawnLine? AsFound);

/// <summary>The Capacity station: can pump, lines and injectors carry it, and does the fuel boil?</summary>
internal static class CapacityEndpoints
{
    private const int MostAcross = 501;

    // Drawn every so many percent of ethanol; between them the lines are as good as straight.
    private const int DrawnStepPct = 2;

    private const string Example = """
        "powerKw": { "value": 210, "u": 5 }, "bsfcGPerKwh": { "value": 340, "u": 10 }, "lambdaBase": 0.82, "lambdaTarget": 0.82,
          "baseEthanolPct": 10, "ethanolPct": 85, "engineRpm": 6500, "fuelTempC": 30,
          "injectors": { "count": 4, "ratedFlowCcMin": { "value": 1000, "u": 15 }, "ratedPressureKpa": 300, "deadTimeMs": 0.9, "pressureDropKpa": 300 },
          "lowPressurePump": { "curve": [{ "pressureKpa": 300, "flowLph": 200 }, { "pressureKpa": 500, "flowLph": 140 }], "count": 1, "gaugePressureKpa": 400, "marginPct": 10 }
        """;

    public static void MapCapacity(this IEndpointRouteBuilder api)
    {
        api.MapPost("/calc/capacity", (CapacityRequest request) => TypedResults.Ok(Capacity(request)))
            .WithSummary("What a fuel system carries: most ethanol at a power, most power on a blend, what limits it, and what would help.")
            .WithExample($"{{ {Example} }}");
        api.MapPost("/calc/capacity-envelope", Envelope)
            .WithSummary("The same over a grid of blends and powers: the use of every component, and the limiting lines.")
            .WithExample($"{{ {Example}, \"ethanolPcts\": [0, 25, 50, 75, 100], \"powersKw\": [100, 150, 200] }}");
        api.MapPost("/jobs/{id:guid}/stations/capacity/preview", PreviewAsync).WithSummary("What a Capacity document would come to, and the envelope to draw; nothing is saved.");
        api.MapPost("/calc/fuel-heating", (FuelHeatingRequest request) => TypedResults.Ok(request.Answer()))
            .WithSummary("What the pumps' heat makes of the fuel's temperature over a drive.")
            .WithExample("""{ "fuelLitres": 15, "ethanolPct": 85, "ambientC": 36, "startC": 36, "pumpElectricalW": 240, "heatIntoFuelPct": 95, "lossWPerK": 5, "minutes": 90 }""");
        api.MapPost("/calc/boiling-margin", (BoilingMarginRequest request) => TypedResults.Ok(request.Answer()))
            .WithSummary("How far a fuel is from boiling at one place, by its true vapour pressure.")
            .WithExample("""{ "ethanolPct": 75, "gasolineVapourPressureKpaAt37_8C": 60, "fuelTempC": { "value": 48, "u": 2 }, "absolutePressureKpa": 84 }""");
    }

    private static async Task<Results<Ok<CapacityPreview>, ProblemHttpResult>> PreviewAsync(
        Guid id, CapacityPreviewRequest request, JobStore jobs, CapacityStation capacity, CancellationToken cancellation)
    {
        if (await jobs.FindAsync(id, cancellation) is null)
        {
            return Jobs.JobEndpoints.NoSuchJob();
        }

        var document = request.Document ?? new CapacityDocument();
        var result = CapacityStation.Reckon(document, request.Survey ?? await capacity.SavedSurveyAsync(id, cancellation));
        var blends = Enumerable.Range(0, (100 / DrawnStepPct) + 1).Select(i => (double)i * DrawnStepPct).ToList();
        var planned = CapacityEnvelope.Of(result.Planned, blends, []);
        var asFound = document.Changes?.IsNothing() ?? true ? null : CapacityEnvelope.Of(result.AsFound, blends, []).Together;
        return TypedResults.Ok(new CapacityPreview(
            CapacityStation.Evaluated(document, result),
            blends,
            [.. planned.Lines.Select(DrawnLine.From)],
            planned.Together is { } together ? DrawnLine.From(together) : null,
            asFound is { } before ? DrawnLine.From(before) : null));
    }

    private static CapacityAnswer Capacity(CapacityRequest request)
    {
        var (system, power, ethanol) = CapacityReader.Point(request);
        return CapacityAnswer.From(CapacityAnalysis.Of(system, power, ethanol), system, withPatches: true);
    }

    private static Ok<CapacityEnvelopeAnswer> Envelope(CapacityEnvelopeRequest request, HttpResponse response, TimeProvider clock)
    {
        var before = clock.GetTimestamp();
        var check = new InputCheck();
        CheckAxis(check, request.EthanolPcts, "ethanolPcts", "A blend", 1, 0, 100, " %");
        CheckAxis(check, request.PowersKw, "powersKw", "A power", 0, 0, 5000, " kW");
        check.ThrowIfAny();
        var answer = CapacityEnvelopeAnswer.From(CapacityEnvelope.Of(CapacityReader.System(request), request.EthanolPcts!, request.PowersKw!));
        response.Headers["Server-Timing"] = FormattableString.Invariant($"reckon;dur={clock.GetElapsedTime(before).TotalMilliseconds:0.00}");
        return TypedResults.Ok(answer);
    }

    private static void CheckAxis(InputCheck check, IReadOnlyList<double>? axis, string field, string what, int least, double min, double max, string unit)
    {
        if (axis is null || axis.Count < least || axis.Count > MostAcross)
        {
            check.Refuse(field, $"Give between {least} and {MostAcross} of them.");
            return;
        }

        for (var i = 0; i < axis.Count; i++)
        {
            check.Within(axis[i], min, max, $"{field}[{i}]", what, unit);
        }
    }
}
