using HazyGauge.Core.Stations;
using HazyGauge.Core.Stations.Survey;
using HazyGauge.Core.Vehicles;
using HazyGauge.Web.Haze;
using HazyGauge.Web.OpenApi;

namespace HazyGauge.Web.Stations;

/// <summary>The calculation of the Survey station: can this vehicle be converted?</summary>
internal static class SurveyEndpoints
{
    public static void MapSurvey(this IEndpointRouteBuilder api) => api
        .MapPost("/calc/survey-check", (Asked<VehicleSurvey> asked, SurveyStation survey) => TypedResults.Ok(survey.Evaluate(asked.Value with { Photos = null }, new StationContext(asked.Ledger))))
        .WithSummary("What a survey opens and rules out, and what is worth measuring. Typical figures stand in for whatever is left out.")
        .WithExample("""
            { "engine": { "cylinders": 6, "displacementCc": 3000, "aspiration": "natural", "powerKw": 150, "wantedPowerKw": 160 },
              "fuelSystem": { "line": "return", "injection": "port", "basePressureKpa": { "value": 300, "u": 10 } },
              "control": { "signalPath": "directFrequency", "revisionListed": true, "plugPresent": true, "freeInput": true, "fuelMapEthanolPct": 10 },
              "goals": { "highestEthanolPct": 85 }, "unknowns": ["pump.flowLph", "injectors.ratedFlowCcMin"] }
            """);
}
