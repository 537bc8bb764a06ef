using HazyGauge.Data.Jobs;
using HazyGauge.Web.OpenApi;
using Microsoft.AspNetCore.Http.HttpResults;

namespace HazyGauge.Web.Stations.Survey;

/// <summary>The Survey station: what is on the vehicle, and can it be converted?</summary>
internal static class SurveyEndpoints
{
    public static void MapSurvey(this IEndpointRouteBuilder api)
    {
        api.MapPost("/calc/survey-check", (SurveyDocument document) => TypedResults.Ok(SurveyAnswer.From(SurveyReader.Judge(document))))
            .WithSummary("What a survey opens and rules out, and what is worth measuring. Whatever is left out is reckoned with typical figures.")
            .WithExample("""
                { "engine": { "cylinders": 6, "displacementCc": 3000, "aspiration": "natural", "powerKw": 150, "wantedPowerKw": 160 },
                  "fuelSystem": { "line": "return", "injection": "port", "basePressureKpa": { "value": 300, "u": 10 } },
                  "control": { "signalPath": "directFrequency", "revisionListed": true, "plugPresent": true, "freeInput": true, "fuelMapEthanolPct": 10 },
                  "goals": { "highestEthanolPct": 85 }, "unknowns": ["pump.flowLph", "injectors.ratedFlowCcMin"] }
                """);
        api.MapPost("/jobs/{id:guid}/stations/survey/preview", PreviewAsync).WithSummary("What a Survey document would come to; nothing is saved.");
    }

    private static async Task<Results<Ok<SurveyDocument>, ProblemHttpResult>> PreviewAsync(Guid id, SurveyDocument document, JobStore jobs, CancellationToken cancellation) =>
        await jobs.FindAsync(id, cancellation) is null
            ? Jobs.JobEndpoints.NoSuchJob()
            : TypedResults.Ok(SurveyStation.Evaluate(document));
}
