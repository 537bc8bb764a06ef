using HazyGauge.Core.Wiring.Connectors;
using HazyGauge.Core.Wiring.Meters;
using HazyGauge.Core.Wiring.Signal;
using HazyGauge.Core.Wiring.Supplies;
using HazyGauge.Web.Haze;
using HazyGauge.Web.OpenApi;

namespace HazyGauge.Web.Stations;

/// <summary>The calculations of the harness: supply, ground, pull-up, pins, and what should the meter read?</summary>
internal static class HarnessEndpoints
{
    public static void MapHarness(this IEndpointRouteBuilder api)
    {
        api.MapGet("/jobs/{id:guid}/harness.csv", HarnessSheet.Sheet.ReadAsync)
            .WithTags("Jobs")
            .WithSummary("Wires and meter sheet of a job's harness as a table.")
            .Produces(StatusCodes.Status200OK, contentType: "text/csv");
        api.MapPost("/calc/pull-up", (Asked<PullUpQuery> asked) => TypedResults.Ok(asked.Value.Answer()))
            .WithSummary(
                "What an input sees of the signal behind a pull-up, a cable and a filter: levels, current, edges, and what they make of the fuel temperature. The wire "
                    + "stands at its high level before the pulse. Rise time: from the release to 70 % of the released level at the input."
            )
            .WithExample(
                """
                { "pullUpOhm": 4700, "pullUpV": 5, "cableNf": { "value": 1, "u": 0.3 }, "filterOhm": 10000, "filterNf": 10, "thresholdLowV": 1.5,
                "thresholdHighV": 3.5, "sinkSaturationV": 0.2, "lowPulseMs": 2.5, "inputMaxV": 5.5 }
                """
            );
        api.MapPost("/calc/supply-drop", (Asked<SupplyDropQuery> asked) => TypedResults.Ok(asked.Value.Answer()))
            .WithSummary("What a copper wire loses, hot; with returnIncluded a wire as long leads back and counts too.")
            .WithExample("""{ "currentMa": 500, "lengthM": 4, "areaMm2": 0.5, "conductorTempC": 80, "returnIncluded": true }""");
        api.MapPost("/calc/standby-drain", (Asked<StandbyDrainQuery> asked) => TypedResults.Ok(asked.Value.Answer()))
            .WithSummary("Days until a battery does not crank the engine any more. A month has 30 days; what the battery loses by itself goes with its rated capacity.")
            .WithExample("""{ "drainMa": { "value": 35, "u": 3 }, "batteryAh": 60, "usableFractionPct": { "value": 50, "u": 8 }, "selfDischargePctPerMonth": 3 }""");
        api.MapPost("/calc/probed-feed", (Asked<ProbedFeedQuery> asked) => TypedResults.Ok(asked.Value.Answer()))
            .WithSummary("What a feed is, by its volts with the key off, on and while cranking.")
            .WithExample("""{ "keyOffV": 0.1, "keyOnV": 12.3, "crankingV": 9.9, "batteryV": 12.6 }""");
        api.MapPost("/calc/two-point-scaling", (Asked<TwoPointScalingQuery> asked) => TypedResults.Ok(asked.Value.Answer()))
            .WithSummary(
                "A scaling through two points, a voltage read with it, and how another scaling that was set differs: offsetV is how far the right zero lies above the "
                    + "one set, gainErrorPct by how much the one set rises too steeply."
            )
            .WithExample(
                """
                { "points": [{ "volts": 0.5, "value": 0 }, { "volts": 4.5, "value": 100 }], "volts": { "value": 2.3, "u": 0.02 },
                "assumed": [{ "volts": 0, "value": 0 }, { "volts": 5, "value": 135 }] }
                """
            );
        MapMeasuring(api);
    }

    private static void MapMeasuring(IEndpointRouteBuilder api)
    {
        api.MapPost("/calc/connector-pin", (Asked<ConnectorPinQuery> asked) => TypedResults.Ok(asked.Value.Answer()))
            .WithSummary(
                "Where a pin is, counted from the numbers molded at the corners: from the first and the last of its row, and from the left as one looks at it. The other "
                    + "side is mirrored."
            )
            .WithExample(
                """{ "rows": [{ "first": 1, "last": 18 }, { "first": 19, "last": 36 }, { "first": 37, "last": 54 }], "printedView": "wire", "view": "mating", "pin": 47 }"""
            );
        api.MapPost("/calc/meter-expectations", (Asked<MeterExpectationsQuery> asked) => TypedResults.Ok(asked.Value.Answer()))
            .WithSummary("What a meter should show along a signal path, check by check, and what a miss most likely means; only what can be measured with the instruments named.")
            .WithExample(
                """
                { "path": "analyserVoltage", "ethanolPct": { "value": 74, "u": 2 }, "fuelTempC": 25, "supplyV": 12.6, "pullUpV": 5,
                "lowLevelV": 0.2, "analyser": { "points": [{ "volts": 0.5, "value": 0 }, { "volts": 4.5, "value": 100 }] },
                "instruments": ["voltsAndContinuity"] }
                """
            );
        api.MapPost("/calc/common-side", (Asked<CommonSideQuery> asked) => TypedResults.Ok(asked.Value.Answer()))
            .WithSummary(
                "Which side of the injectors' plugs is their common supply, by continuity between the same side of two plugs; what contradicts it, and which are still "
                    + "to be tested."
            )
            .WithExample(
                """
                { "injectors": 4, "beeps": [{ "a": 1, "b": 2, "side": "left", "beep": true }, { "a": 2, "b": 3, "side": "left", "beep": true },
                { "a": 3, "b": 4, "side": "left", "beep": true }, { "a": 1, "b": 2, "side": "right", "beep": false }] }
                """
            );
    }
}
