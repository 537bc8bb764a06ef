using HazyGauge.Core.Plumbing.Chains;
using HazyGauge.Core.Plumbing.Checks;
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
        api.MapGet("/jobs/{id:guid}/route.csv", RouteSheet.ReadAsync).WithTags("Jobs")
            .WithSummary("Parts, tools and leak points of a job's route as a table.").Produces(StatusCodes.Status200OK, contentType: "text/csv");
        api.MapPost("/calc/fitting-chain", ChainsAsync)
            .WithSummary("The best three chains of parts from one end of the stock line to the other, through the sensor; where there is none, why. An end is the port that stays open on the stock line. A hose is bought as a piece and cut; the parts span the gap, or its hose makes a loop.")
            .WithExample("""{ "from": "qc-3-8-f-tab", "to": "qc-3-8-m", "via": "sensor", "gapMm": 300, "anglesDeg": [90], "cut": false, "onShelf": ["hose-8-long"] }""");
        api.MapPost("/calc/chain-check", async (Asked<ChainCheckQuery> asked, ShopCatalogue catalogue, CancellationToken cancellation) =>
                TypedResults.Ok(asked.Value.Answer(await catalogue.PartsAsync(cancellation))))
            .WithSummary("Whether parts go together in an order, joint by joint, and what would happen where they do not.")
            .WithExample("""{ "parts": ["spigot-3-8-barb-9-5", "hose-9-5-short", "qc-3-8-tab-barb-9-5", "sensor", "qc-3-8-tab-barb-9-5", "hose-9-5-short", "qc-3-8-tab-barb-9-5"], "from": "qc-3-8-f-tab", "to": "qc-3-8-m", "joints": [{}, { "clamp": "wormGear" }], "pressureKpa": 400 }""");
    }

    private static async Task<Ok<FittingChains>> ChainsAsync(Asked<FittingChainQuery> asked, ShopCatalogue catalogue, HttpResponse response, TimeProvider clock, CancellationToken cancellation)
    {
        var parts = await catalogue.PartsAsync(cancellation);
        var before = clock.GetTimestamp();
        var answer = asked.Value.Answer(parts, cancellation);
        response.Headers["Server-Timing"] = FormattableString.Invariant($"compute;dur={clock.GetElapsedTime(before).TotalMilliseconds:0.00}");
        return TypedResults.Ok(answer);
    }
}
