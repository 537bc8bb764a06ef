using HazyGauge.Core.Findings;
using HazyGauge.Core.Plumbing.Chains;
using HazyGauge.Core.Plumbing.Checks;
using HazyGauge.Core.Plumbing.Flow;
using HazyGauge.Core.Plumbing.Hoses;
using HazyGauge.Core.Plumbing.Placement;
using HazyGauge.Core.Stations;
using HazyGauge.Core.Stations.Survey;
using HazyGauge.Core.Vehicles;
using HazyGauge.Web.Catalogue;
using HazyGauge.Web.Haze;
using HazyGauge.Web.OpenApi;
using Microsoft.AspNetCore.Http.HttpResults;

namespace HazyGauge.Web.Stations;

/// <summary>The calculations of the route: which parts join the sensor to the line, and do they go together?</summary>
internal static class RouteEndpoints
{
    public static void MapRoute(this IEndpointRouteBuilder api)
    {
        api.MapGet("/jobs/{id:guid}/route.csv", RouteSheet.Sheet.ReadAsync)
            .WithTags("Jobs")
            .WithSummary("Parts, hoses to cut, tools and leak points of a job's route as a table.")
            .Produces(StatusCodes.Status200OK, contentType: "text/csv");
        api.MapPost("/calc/fitting-chain", ChainsAsync)
            .WithSummary(
                "The best three chains of parts from one end of the stock line to the other, through the sensor; where there is none, why. An end is the port that stays "
                    + "open on the stock line. A hose is bought as a piece and cut; the parts span the gap, or its hose makes a loop."
            )
            .WithExample("""{ "from": "qc-3-8-f-tab", "to": "qc-3-8-m", "via": "sensor", "gapMm": 300, "anglesDeg": [90], "cut": false, "onShelf": ["hose-8-long"] }""");
        api.MapPost("/calc/chain-check", async (Asked<ChainCheckQuery> asked, ShopCatalogue catalogue, CancellationToken cancellation) =>
                TypedResults.Ok(asked.Value.Answer(await catalogue.PartsAsync(cancellation)))
            )
            .WithSummary("Whether parts go together in an order, joint by joint, and what would happen where they do not.")
            .WithExample(
                """
                { "parts": ["spigot-3-8-barb-9-5", "hose-9-5-short", "qc-3-8-tab-barb-9-5", "sensor", "qc-3-8-tab-barb-9-5", "hose-9-5-short",
                "qc-3-8-tab-barb-9-5"], "from": "qc-3-8-f-tab", "to": "qc-3-8-m", "joints": [{}, { "clamp": "wormGear" }], "pressureKpa": 400 }
                """
            );
        api.MapPost("/calc/pressure-drop", (Asked<PressureDropQuery> asked) => TypedResults.Ok(asked.Value.Answer(asked.Ledger)))
            .WithSummary(
                "Pressure lost along a line: friction by Darcy and Weisbach (laminar to Re 2000, Colebrook and White from 4200, between them the middle of both with a "
                    + "haze that reaches to both), bends, a sensor's bore, branches side by side. The elements of branches stand in the list with their share of the "
                    + "flow; bends are given by the radius to their middle."
            )
            .WithExample(
                """
                { "flowLph": 200, "ethanolPct": 85, "fuelTempC": 30, "elements": [{ "kind": "hose", "innerDiameterMm": 7.9, "lengthMm": 600 },
                { "kind": "bend", "innerDiameterMm": 7.9, "angleDeg": 90, "radiusMm": 50 }, { "kind": "sensor", "boreMm": 6.5, "lengthMm": 90,
                "upstreamMm": 7.9 }, { "kind": "parallel", "branches": [[{ "kind": "hose", "innerDiameterMm": 7.9, "lengthMm": 300 }],
                [{ "kind": "hose", "innerDiameterMm": 9.5, "lengthMm": 300 }]] }] }
                """
            );
        MapHoses(api);
    }

    private static void MapHoses(IEndpointRouteBuilder api)
    {
        api.MapPost("/calc/transport-lag", (Asked<TransportLagQuery> asked) => TypedResults.Ok(asked.Value.Answer()))
            .WithSummary(
                "How late a change of the fuel arrives behind volumes: as a plug, and until no more than two points of the change (75, unless stepPct says otherwise) "
                    + "are missing where it mixes. Every volume mixes unless mixes is false."
            )
            .WithExample(
                """{ "volumesMl": [{ "name": "feed line", "ml": 120, "mixes": false }, { "name": "filter", "ml": 250 }], "flowsLph": [1.2, 9, { "value": 90, "u": 5 }] }"""
            );
        api.MapPost("/calc/hose-cuts", (Asked<HoseCutsQuery> asked, CancellationToken cancellation) => TypedResults.Ok(asked.Value.Answer(cancellation)))
            .WithSummary("How to cut lengths from the pieces at hand with the least waste. Every piece is there once; what is left of a piece nobody cuts is no waste.")
            .WithExample("""{ "stockMm": [736, 1000], "cutsMm": [406, 330, 250], "kerfMm": 0 }""");
        api.MapPost("/calc/hose-length", (Asked<HoseLengthQuery> asked) => TypedResults.Ok(asked.Value.Answer()))
            .WithSummary(
                "How long to cut hose for a gap: the gap, less what the fitting at each end takes of it up to where the hose comes to rest, less a sensor in the middle; "
                    + "with a loop where the hose does not bend as tight as the room asks for, or the parts alone take the gap."
            )
            .WithExample("""{ "gapMm": 420, "endInsertionMm": [13, 13], "sensorLengthMm": 118, "bendRadiusMm": 80, "minBendRadiusMm": 47 }""");
        api.MapPost("/calc/placement", PlacementAsync)
            .WithSummary(
                "Where a sensor can go on a vehicle: return, feed, bypass and a loop at a stock joint compared, with what each costs in pressure and time, and which is "
                    + "recommended. capacity is a plan of Capacity, chain a list of part codes of the catalog; without them the survey and usual parts stand in."
            )
            .WithExample(
                """
                { "survey": { "engine": { "cylinders": 6, "displacementCc": 3000, "aspiration": "natural", "powerKw": 150,
                "wantedPowerKw": 160 }, "fuelSystem": { "line": "return", "kind": "port", "basePressureKpa": { "value": 300, "u": 10 } },
                "pump": { "count": 1, "flowLph": { "value": 180, "u": 8 } } }, "capacity": { "fullLoad": { "ethanolPct": 85 } },
                "chain": ["qc-3-8-tab-barb-9-5", "hose-9-5-short", "qc-3-8-tab-barb-9-5", "sensor"] }
                """
            );
    }

    // The survey keeps its own rules before anything is calculated with it.
    private static async Task<Ok<PlacementResult>> PlacementAsync(Asked<PlacementQuery> asked, SurveyStation survey, ShopCatalogue catalogue, CancellationToken cancellation)
    {
        var found = asked.Value.Survey with { Photos = null };
        var vehicle = RefusedInputException.Under("survey", () => (VehicleSurvey)survey.Publish(found, survey.Evaluate(found, new StationContext(asked.Ledger))));
        return TypedResults.Ok(asked.Value.Answer(vehicle, await catalogue.PartsAsync(cancellation), asked.Ledger));
    }

    private static async Task<Ok<FittingChains>> ChainsAsync(
        Asked<FittingChainQuery> asked,
        ShopCatalogue catalogue,
        HttpResponse response,
        TimeProvider clock,
        CancellationToken cancellation
    )
    {
        var parts = await catalogue.PartsAsync(cancellation);
        var before = clock.GetTimestamp();
        var answer = asked.Value.Answer(parts, cancellation);
        response.Headers["Server-Timing"] = FormattableString.Invariant($"compute;dur={clock.GetElapsedTime(before).TotalMilliseconds:0.00}");
        return TypedResults.Ok(answer);
    }
}
