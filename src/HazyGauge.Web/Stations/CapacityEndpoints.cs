using HazyGauge.Core.FuelSystem;
using HazyGauge.Web.Haze;
using HazyGauge.Web.OpenApi;
using Microsoft.AspNetCore.Http.HttpResults;

namespace HazyGauge.Web.Stations;

/// <summary>The calculations of the fuel system: can pump, lines and injectors carry it, and does the fuel boil?</summary>
internal static class CapacityEndpoints
{
    private const string Example = """
        "powerKw": { "value": 210, "u": 5 }, "bsfcGPerKwh": { "value": 340, "u": 10 }, "lambdaBase": 0.82, "lambdaTarget": 0.82,
          "baseEthanolPct": 10, "ethanolPct": 85, "engineRpm": 6500, "fuelTempC": 30,
          "injectors": { "count": 4, "ratedFlowCcMin": { "value": 1000, "u": 15 }, "ratedPressureKpa": 300, "deadTimeMs": 0.9, "pressureDropKpa": 300 },
          "lowPressurePump": { "curve": [{ "pressureKpa": 300, "flowLph": 200 }, { "pressureKpa": 500, "flowLph": 140 }], "count": 1, "gaugePressureKpa": 400, "marginPct": 10 }
        """;

    public static void MapCapacity(this IEndpointRouteBuilder api)
    {
        api.MapPost("/calc/capacity", (Asked<CapacityQuery> asked) => TypedResults.Ok(asked.Value.Answer(asked.Ledger)))
            .WithSummary("What a fuel system carries: most ethanol at a power, most power on a blend, what limits it, and what would help.")
            .WithExample($"{{ {Example} }}");
        api.MapPost("/calc/capacity-envelope", Envelope)
            .WithSummary("The same over a grid of blends and powers: the use of every component, and the limiting lines.")
            .WithExample($"{{ {Example}, \"ethanolPcts\": [0, 25, 50, 75, 100], \"powersKw\": [100, 150, 200] }}");
        api.MapPost("/calc/fuel-heating", (Asked<FuelHeatingInput> asked) => TypedResults.Ok(FuelHeating.Over(asked.Value, asked.Ledger)))
            .WithSummary("What the pumps' heat makes of the fuel's temperature over a drive.")
            .WithExample(
                """
                { "fuelLitres": 15, "ethanolPct": 85, "ambientC": 36, "startC": 36, "pumpElectricalW": 240, "heatIntoFuelPct": 95,
                "lossWPerK": 5, "minutes": 90, "bayHeatW": 100 }
                """
            );
        api.MapPost("/calc/fuel-heating-fit", (Asked<FuelHeatingLog> asked) => TypedResults.Ok(asked.Value.Fit(asked.Ledger)))
            .WithSummary("Heat into the tank and heat it loses, from a log of the fuel's temperature.")
            .WithExample(
                """
                { "fuelLitres": 20, "ethanolPct": 85, "ambientC": 30, "pumpElectricalW": 240, "readings": [{ "minute": 0, "tempC": 30 },
                { "minute": 12, "tempC": 33.9 }, { "minute": 24, "tempC": 37.3 }, { "minute": 36, "tempC": 40.4 }, { "minute": 48,
                "tempC": 43.1 }, { "minute": 60, "tempC": 45.5 }] }
                """
            );
        api.MapPost("/calc/vapour-pressure", (Asked<VapourPressureQuery> asked) => TypedResults.Ok(asked.Value.Answer(asked.Ledger)))
            .WithSummary("True vapor pressure of a blend over temperature, from the Reid pressure of its gasoline or of the finished fuel.")
            .WithExample("""{ "ethanolPct": 10, "finishedFuelReidKpa": 68, "tempsC": [0, 20, 37.8, 60] }""");
        api.MapPost("/calc/boiling-margin", (Asked<BoilingMarginQuery> asked) => TypedResults.Ok(asked.Value.Answer(asked.Ledger)))
            .WithSummary("How far a fuel is from boiling at one place, by its true vapor pressure.")
            .WithExample("""{ "ethanolPct": 75, "finishedFuelReidKpa": 65, "finishedFuelEthanolPct": 10, "fuelTempC": { "value": 48, "u": 2 }, "absolutePressureKpa": 84 }""");
        api.MapPost("/calc/worst-boiling", (Asked<WorstBoilingQuery> asked) => TypedResults.Ok(asked.Value.Answer(asked.Ledger)))
            .WithSummary("Which blend boils first of those that may be in the tank, and how far it is from it.")
            .WithExample("""{ "highestEthanolPct": 85, "gasolineReidKpa": 60, "fuelTempC": { "value": 48, "u": 2 }, "absolutePressureKpa": 84 }""");
    }

    private static Ok<CapacityEnvelope> Envelope(Asked<CapacityEnvelopeQuery> asked, HttpResponse response, TimeProvider clock)
    {
        var before = clock.GetTimestamp();
        var answer = asked.Value.Answer(asked.Ledger);
        response.Headers["Server-Timing"] = FormattableString.Invariant($"compute;dur={clock.GetElapsedTime(before).TotalMilliseconds:0.00}");
        return TypedResults.Ok(answer);
    }
}
