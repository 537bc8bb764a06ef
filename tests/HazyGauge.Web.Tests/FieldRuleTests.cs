using System.Text.Json.Nodes;

namespace HazyGauge.Web.Tests;

/// <summary>Nothing is asked that decides nothing: every number, choice and yes or no of a survey changes what some vehicle comes to.</summary>
public class FieldRuleTests(App app) : IClassFixture<App>
{
    private const string Ports = """
        { "vehicle": { "year": 2010 }, "engine": { "cylinders": 8, "displacementCc": 3000, "aspiration": "boosted", "boostKpa": 60, "powerKw": 200,
        "wantedPowerKw": 240, "fullLoadLambda": 0.85, "bsfcGPerKwh": 340, "bsfcEthanolPct": 5, "redlineRpm": 6000 },
          "fuelSystem": { "line": "return", "kind": "singlePoint", "basePressureKpa": 300, "followsManifold": true, "tankLitres": 60,
          "bayHeatW": 120, "materials": { "hoses": "rated", "seals": "rated" } },
          "pump": { "count": 1, "curve": [ { "pressureKpa": 200, "flowLph": 220 }, { "pressureKpa": 500, "flowLph": 150 } ], "curveV": 13, "pumpV": 12.8 },
          "injectors": { "count": 8, "ratedFlowCcMin": 600, "deadTimes": [ { "batteryV": 11, "deadTimeMs": 1.2 }, { "batteryV": 15, "deadTimeMs": 0.8 } ] },
          "control": { "signalPath": "directFrequency", "revisionListed": true, "plugPresent": true, "freeInput": true, "fuelMapEthanolPct": 5,
          "sparkMapEthanolPct": 5, "hasFailsafe": true },
          "goals": { "highestEthanolPct": 85, "localEthanolPct": 75, "coldestStartC": -5 } }
        """;

    private const string Direct = """
        { "engine": { "cylinders": 4, "powerKw": 150, "aspiration": "natural", "displacementCc": 2000 }, "fuelSystem": { "line": "returnless",
        "kind": "both", "basePressureKpa": 500, "portSharePct": 30 }, "injectors": { "count": 4, "ratedFlowCcMin": 300 },
          "pump": { "count": 1, "flowLph": 150 }, "directInjection": { "windowDeg": 200, "injectorStaticGPerS": 14, "pumpDisplacementCcPerCamRev": 3,
          "pumpEfficiencyPct": 85 }, "goals": { "highestEthanolPct": 85 } }
        """;

    private const string Bare = """
        { "engine": { "displacementCc": 1800, "cylinders": 4 }, "fuelSystem": { "kind": "port", "line": "return", "returnRiseK": 4 },
        "pump": { "flowLph": 100 }, "control": { "signalPath": "gateway", "revisionListed": false } }
        """;

    private const string Converted = """
        { "engine": { "powerKw": 100 }, "work": { "hoursPlanned": 5, "hoursTaken": 6, "powerAfterKw": 120 },
        "sensor": { "condition": "used", "origin": "unknown" }, "control": { "signalPath": "analyserVoltage",
        "fuelMapKnown": "octaneName", "correctionAbove": { "kind": "off" } } }
        """;

    [Fact]
    public async Task Every_answer_decides_something()
    {
        var job = await app.NewJobAsync();
        const string Plan = """{ "fullLoad": { "lambdaTarget": 0.8 } }""";
        async Task<string?> ComesTo(JsonNode survey)
        {
            var request = new JsonObject
            {
                ["drafts"] = new JsonObject
                {
                    ["survey"] = survey.DeepClone(),
                    ["capacity"] = JsonNode.Parse(Plan),
                    ["signal"] = JsonNode.Parse("""{ "converterV": 2.5 }"""),
                },
                ["want"] = new JsonArray("survey", "capacity", "route", "signal"),
            };
            using var body = new StringContent(request.ToJsonString(), System.Net.Http.Headers.MediaTypeHeaderValue.Parse("application/json"));
            using var answer = await app.Http.PostAsync($"/api/jobs/{job}/preview", body);
            if (!answer.IsSuccessStatusCode)
            {
                return null;
            }

            var stations = JsonNode.Parse(await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))!["stations"]!;
            return string.Concat(stations.AsObject().Select(s => s.Value!["results"]!.ToJsonString()));
        }

        var vehicles = new[] { Ports, Direct, Bare, Converted };
        var idle = new List<string>();
        foreach (var field in (await app.GetAsync("/api/fields/survey")).AsArray())
        {
            // That it is answered at all changes what is left to measure: only different answers that come to different things count.
            var (path, values, decides) = ((string)field!["path"]!, Values(field).ToList(), false);
            foreach (var vehicle in vehicles.TakeWhile(_ => !decides))
            {
                string? before = null;
                foreach (var value in values.TakeWhile(_ => !decides))
                {
                    var outcome = await ComesTo(With(vehicle, path, value));
                    decides = before is not null && outcome is not null && outcome != before;
                    before ??= outcome;
                }
            }

            if (values.Count > 0 && !decides)
            {
                idle.Add(path);
            }
        }

        idle.ShouldBeEmpty();
    }

    // What may be answered: both, every choice, or three numbers of the range.
    private static IEnumerable<JsonNode> Values(JsonNode field) =>
        (string?)field["answer"] switch
        {
            "yesNo" => [JsonValue.Create(true), JsonValue.Create(false)],
            "choice" => field["choices"]!.AsArray().Select(c => c!["name"]!.DeepClone()),
            "number" or "hazy" or "count" => new[] { 0.1, 0.4, 0.9 }.Select(share =>
                (JsonNode)
                    JsonValue.Create(Math.Round((double)field["min"]! + (share * ((double)field["max"]! - (double)field["min"]!)), (string?)field["answer"] == "count" ? 0 : 2))
            ),
            _ => [],
        };

    private static JsonNode With(string survey, string path, JsonNode value)
    {
        var whole = JsonNode.Parse(survey)!;
        var at = whole;
        var names = path.Split('.');
        foreach (var name in names[..^1])
        {
            at = at[name] ??= new JsonObject();
        }

        at[names[^1]] = value.DeepClone();
        return whole;
    }
}
