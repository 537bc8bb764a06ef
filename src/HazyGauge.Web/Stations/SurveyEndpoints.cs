using HazyGauge.Core.Fuels;
using HazyGauge.Core.Stations;
using HazyGauge.Core.Stations.Survey;
using HazyGauge.Core.Vehicles;
using HazyGauge.Web.Haze;
using HazyGauge.Web.OpenApi;

namespace HazyGauge.Web.Stations;

/// <summary>The calculation of the Survey station: can this vehicle be converted?</summary>
internal static class SurveyEndpoints
{
    public static void MapSurvey(this IEndpointRouteBuilder api)
    {
        api.MapPost("/calc/survey-check", (Asked<VehicleSurvey> asked, SurveyStation survey) =>
                TypedResults.Ok(survey.Evaluate(asked.Value with { Photos = null }, new StationContext(asked.Ledger)))
            )
            .WithSummary("What a survey opens and rules out, and what is worth measuring. Typical figures stand in for whatever is left out.")
            .WithExample(
                """
                { "engine": { "cylinders": 6, "displacementCc": 3000, "aspiration": "natural", "powerKw": 150, "wantedPowerKw": 160 },
                  "fuelSystem": { "line": "return", "kind": "port", "basePressureKpa": { "value": 300, "u": 10 }, "materials": { "hoses": "rated",
                  "seals": "rated", "sender": "notRated" } },
                  "vehicle": { "year": 2012 }, "control": { "signalPath": "directFrequency", "revisionListed": true, "plugPresent": true,
                  "freeInput": true, "fuelMapEthanolPct": 10 },
                  "goals": { "highestEthanolPct": 85 }, "unknowns": ["pump.flowLph", "injectors.ratedFlowCcMin"] }
                """
            );
        api.MapPost("/calc/cold-start", (Asked<ColdStartQuery> asked) => TypedResults.Ok(asked.Value.Answer(asked.Ledger)))
            .WithSummary("Whether a blend starts on the coldest morning, and the highest one that does.")
            .WithExample("""{ "ethanolPct": 85, "gasolineReidKpa": 80, "coldestC": -15 }""");
    }
}
