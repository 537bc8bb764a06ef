using System.Text.Json.Nodes;

namespace HazyGauge.Web.Tests;

public class CapacityTests(App app) : IClassFixture<App>
{
    // No numbers of the program's own: what is asked for by hand below.
    private const string Request = """
        { "powerKw": { "value": 210, "u": 4 }, "bsfcGPerKwh": { "value": 340, "u": 7 }, "lambdaBase": 0.85, "lambdaTarget": 0.82, "baseEthanolPct": 10, "ethanolPct": 85,
          "engineRpm": 6500, "fuelTempC": 15,
          "injectors": { "count": 4, "ratedFlowCcMin": { "value": 900, "u": 12 }, "ratedPressureKpa": 300, "deadTimeMs": 0.9, "dutyLimitPct": 85, "pressureDropKpa": 350 },
          "lowPressurePump": { "curve": [{ "pressureKpa": 300, "flowLph": 170 }, { "pressureKpa": 450, "flowLph": 140 }, { "pressureKpa": 600,
          "flowLph": 100 }], "count": 1, "gaugePressureKpa": 430, "marginPct": 10 } }
        """;

    private static double Value(JsonNode? number) => (double)number!["value"]!;

    [Fact]
    [Trait("Category", "Outside")]
    public async Task A_fuel_system_is_reckoned_as_by_hand()
    {
        // By hand, AFR 14.7 and 9.0, densities 745 and 793.5 at 15 C. E10: 0.1058 ethanol by mass, AFR 14.097; E85: 0.8579, AFR 9.810;
        // 786.2 kg/m3. 210 * 0.340 * 14.097 / 9.810 * 0.85 / 0.82 = 106.35 kg/h = 135.3 L/h. Static: 4 * 0.054 m3/h * sqrt(684 * 786.2)
        // * sqrt(350 / 300) = 171.1 kg/h, so 62.2 % and 0.9 ms * 6500 / 1200 = 4.9 % of dead time. Pump at 430 kPa: 144 L/h.
        var answer = await app.PostAsync("/api/calc/capacity", Request);
        Value(answer["fuelMassFlowKgH"]).ShouldBe(106.35, 0.1);
        Value(answer["fuelVolumeFlowLph"]).ShouldBe(135.3, 0.15);
        Value(answer["injectorDutyPct"]).ShouldBe(67.0, 0.1);
        Value(answer["pumpAvailableLph"]).ShouldBe(144, 1e-9);
        Value(answer["pumpUsePct"]).ShouldBe(93.9, 0.1);
        answer["limits"]!
            .AsArray()
            .Select(l => ((string)l!["component"]!, Math.Round(Value(l["usePct"])), (bool)l["ok"]!))
            .ShouldBe([("lowPressurePump", 104, false), ("injectors", 79, true)]);
        ((string)answer["binding"]!).ShouldBe("lowPressurePump");
        Value(answer["maxPowerKw"]).ShouldBe(210 / 1.0437, 0.2);
        (answer["windowUsePct"], answer["highPressurePumpUsePct"]).ShouldBe((null, null));

        // The direct side. 0.3 kg/h each... 60 kg/h on 4 injectors at 6000 rpm is 83.3 mg a shot; at 15 g/s that takes 5.56 ms of the
        // 6.11 ms that 220 degrees last. The pump: 1 cm3 * 3000 / min * 0.85 = 153 L/h for 60 kg/h of 745 kg/m3.
        var direct = await app.PostAsync(
            "/api/calc/capacity",
            """
            { "powerKw": 200, "bsfcGPerKwh": 300, "lambdaBase": 1, "lambdaTarget": 1, "baseEthanolPct": 0, "ethanolPct": 0, "engineRpm": 6000, "fuelTempC": 15,
              "directInjection": { "injectorStaticGPerS": 15, "count": 4, "windowDeg": 220, "pumpDisplacementCcPerCamRev": 1, "pumpEfficiencyPct": 85 } }
            """
        );
        Value(direct["windowUsePct"]).ShouldBe(100 * 5.556 / 6.111, 0.02);
        Value(direct["highPressurePumpUsePct"]).ShouldBe(100 * 60 / 0.745 / 153, 0.02);
        (direct["injectorDutyPct"], direct["pumpUsePct"]).ShouldBe((null, null));
    }

    [Fact]
    public async Task A_remedy_applied_to_the_request_gives_the_limits_it_promised()
    {
        var answer = await app.PostAsync("/api/calc/capacity", Request);
        var remedies = answer["remedies"]!.AsArray();
        remedies.Select(r => (string)r!["code"]!).ShouldBe(["capBlend", "lowerPower", "secondPump", "largerPump"], ignoreOrder: true);
        remedies.ShouldAllBe(r => (bool)r!["enough"]!);
        foreach (var remedy in remedies)
        {
            var after = await app.PostAsync("/api/calc/capacity", Merged(JsonNode.Parse(Request)!, remedy!["apply"]!).ToJsonString());
            Value(after["maxEthanolPct"]).ShouldBe(Value(remedy["newMaxEthanolPct"]), 1e-9);
            Value(after["maxPowerKw"]).ShouldBe(Value(remedy["newMaxPowerKw"]), 1e-9);
            ((string)after["verdict"]!).ShouldBe("carried");
            ((string)remedy["text"]!).ShouldContain("It then ");
        }

        // A rise of pressure keeps the haze the pressure had, and is passed on untouched.
        var tight = Merged(
            JsonNode.Parse(Request)!,
            JsonNode.Parse("""{ "injectors": { "ratedFlowCcMin": 690, "pressureDropKpa": { "value": 300, "u": 5 } }, "lowPressurePump": { "count": 2 } }""")!
        );
        var rise = (await app.PostAsync("/api/calc/capacity", tight.ToJsonString()))["remedies"]!.AsArray().Single(r => (string)r!["code"]! == "raisePressure")!;
        var raised = await app.PostAsync("/api/calc/capacity", Merged(tight, rise["apply"]!).ToJsonString());
        Value(raised["maxPowerKw"]).ShouldBe(Value(rise["newMaxPowerKw"]), 1e-9);
        ((double)raised["maxPowerKw"]!["u"]!).ShouldBe((double)rise["newMaxPowerKw"]!["u"]!, 1e-9);
        Value(raised["pumpAvailableLph"]).ShouldBeLessThan(2 * 144);
    }

    [Fact]
    public async Task The_envelope_holds_the_same_numbers_as_the_point()
    {
        var body = (JsonObject)JsonNode.Parse(Request)!;
        body["ethanolPcts"] = new JsonArray(0, 50, 85);
        body["powersKw"] = new JsonArray(100, 210, 400);
        var envelope = await app.PostAsync("/api/calc/capacity-envelope", body.ToJsonString());
        body.Remove("ethanolPcts");
        body.Remove("powersKw");
        body["powerKw"] = 210;
        var point = await app.PostAsync("/api/calc/capacity", body.ToJsonString());
        foreach (var use in envelope["uses"]!.AsArray())
        {
            var limit = point["limits"]!.AsArray().Single(l => (string)l!["component"]! == (string)use!["component"]!)!["usePct"]!;
            ((double)use!["usePct"]![2]![1]!).ShouldBe(Value(limit), 1e-4);
            ((double)use["u"]![2]![1]!).ShouldBe((double)limit["u"]!, 1e-4);
        }

        Value(envelope["maxPowerKw"]![2]).ShouldBe(Value(point["maxPowerKw"]), 1e-9);
        Value(envelope["maxEthanolPct"]![1]).ShouldBe(Value(point["maxEthanolPct"]), 1e-9);
        Value(envelope["maxEthanolPct"]![0]).ShouldBe(100, 1e-9);
        envelope["maxEthanolPct"]![2].ShouldBeNull();
        body["ethanolPcts"] = new JsonArray(0, 120);
        body["powersKw"] = new JsonArray(100);
        (await app.PostAsync("/api/calc/capacity-envelope", body.ToJsonString(), 422)).ShouldName("ethanolPcts[1]");
    }

    [Theory]
    [InlineData("""{ "injectors": { "dutyLimitPct": 120 } }""", "injectors.dutyLimitPct", "120")]
    [InlineData("""{ "injectors": { "ratedFlowCcMin": -5 } }""", "injectors.ratedFlowCcMin", "-5")]
    [InlineData(
        """{ "lowPressurePump": { "curve": [{ "pressureKpa": 450, "flowLph": 140 }, { "pressureKpa": 300, "flowLph": 170 }] } }""",
        "lowPressurePump.curve[1].pressureKpa",
        "must rise"
    )]
    [InlineData(
        """{ "lowPressurePump": { "curve": [{ "pressureKpa": 300, "flowLph": 140 }, { "pressureKpa": 450, "flowLph": -1 }] } }""",
        "lowPressurePump.curve[1].flowLph",
        "-1"
    )]
    [InlineData("""{ "lowPressurePump": { "curve": [{ "pressureKpa": 300, "flowLph": 140 }] } }""", "lowPressurePump.curve", "2 to 40 points")]
    [InlineData("""{ "lowPressurePump": { "gaugePressureKpa": 700 } }""", "lowPressurePump.gaugePressureKpa", "off it")]
    [InlineData("""{ "directInjection": { "injectorStaticGPerS": 15, "count": 4, "windowDeg": 0 } }""", "directInjection.windowDeg", "0")]
    [InlineData("""{ "directInjection": { "injectorStaticGPerS": 15, "count": 4 } }""", "directInjection.windowDeg", "missing")]
    [InlineData("""{ "portSharePct": 40 }""", "portSharePct", "ports and in the cylinders")]
    [InlineData("""{ "engineRpm": null }""", "engineRpm", "missing")]
    [InlineData("""{ "fuelTempC": { "value": 30, "u": 1e300 } }""", "fuelTempC", "nothing is known")]
    [InlineData("""{ "gasolineStoichAfr": 20 }""", "gasolineStoichAfr", "20")]
    public async Task What_no_fuel_system_can_be_is_refused_where_it_stands(string change, string field, string words)
    {
        var refused = await app.PostAsync("/api/calc/capacity", Merged(JsonNode.Parse(Request)!, JsonNode.Parse(change)!).ToJsonString(), 422);
        ((string)refused["errors"]![field]![0]!).ShouldContain(words);
    }

    [Fact]
    public async Task Heat_and_boiling_answer_with_their_haze_and_refuse_what_cannot_be()
    {
        var heated = await app.PostAsync(
            "/api/calc/fuel-heating",
            """
            { "fuelLitres": 20, "ethanolPct": 85, "ambientC": 30, "startC": 30, "pumpElectricalW": { "value": 200, "u": 10 }, "heatIntoFuelPct": 90,
            "lossWPerK": 5, "minutes": 2.5 }
            """
        );
        heated["timeline"]!.AsArray().Select(p => (double)p!["minute"]!).ShouldBe([0, 1, 2, 2.5]);
        Value(heated["steadyC"]).ShouldBe(66, 1e-9);
        ((double)heated["steadyC"]!["u"]!).ShouldBe(1.8, 1e-9);
        heated = await app.PostAsync(
            "/api/calc/fuel-heating",
            """{ "fuelLitres": 20, "ethanolPct": 85, "ambientC": 30, "startC": 30, "pumpElectricalW": 200, "heatIntoFuelPct": 90, "lossWPerK": 0, "minutes": 60 }"""
        );
        heated["steadyC"].ShouldBeNull();

        var margin = await app.PostAsync(
            "/api/calc/boiling-margin",
            """{ "ethanolPct": 100, "gasolineVapourPressureKpaAt37_8C": 60, "fuelTempC": { "value": 60, "u": 1.5 }, "absolutePressureKpa": 101.325 }"""
        );
        Value(margin["bubblePointC"]).ShouldBe(78.3, 0.15);
        ((double)margin["marginK"]!["parts"]!.AsArray().Single(p => (string)p!["source"]! == "fuelTempC")!["u"]!).ShouldBe(-1.5, 1e-9);
        ((string)margin["findings"]![0]!["code"]!).ShouldBe("farFromBoiling");
        (await app.PostAsync("/api/calc/boiling-margin", """{ "ethanolPct": 100, "fuelTempC": 60, "absolutePressureKpa": 0 }""", 422))["errors"]!
            .AsObject()
            .Select(e => e.Key)
            .ShouldBe(["gasolineReidKpa"]);

        // What the pump says of its E10 gives the gasoline in it, and from there the pressure of any blend; the worst of them is named.
        var known = await app.PostAsync("/api/calc/vapour-pressure", """{ "ethanolPct": 10, "finishedFuelReidKpa": { "value": 68, "u": 2 }, "tempsC": [0, 37.8, 60] }""");
        Value(known["gasolineReidKpa"]).ShouldBe(61, 1);
        Value(known["blendReidKpa"]).ShouldBe(68, 1e-6);
        known["points"]!.AsArray().Select(p => Value(p!["kpa"])).ShouldBeInOrder();
        var worst = await app.PostAsync("/api/calc/worst-boiling", """{ "highestEthanolPct": 85, "gasolineReidKpa": 60, "fuelTempC": 46, "absolutePressureKpa": 70 }""");
        ((double)worst["worstEthanolPct"]!).ShouldBeInRange(4, 20);
        Value(worst["marginK"]).ShouldBeLessThan(0);
        var onE85 = await app.PostAsync("/api/calc/boiling-margin", """{ "ethanolPct": 85, "gasolineReidKpa": 60, "fuelTempC": 46, "absolutePressureKpa": 70 }""");
        Value(onE85["marginK"]).ShouldBeGreaterThan(5);
        (
            await app.PostAsync(
                "/api/calc/fuel-heating",
                """{ "fuelLitres": 0, "ethanolPct": 85, "ambientC": 30, "startC": 30, "pumpElectricalW": 200, "heatIntoFuelPct": 190, "lossWPerK": -1, "minutes": 60 }""",
                422
            )
        )["errors"]!
            .AsObject()
            .Select(e => e.Key)
            .ShouldBe(["fuelLitres", "heatIntoFuelPct", "lossWPerK"]);
    }

    [Fact]
    public async Task A_plan_is_reckoned_for_the_survey_kept_and_looked_at_again_when_the_survey_changes()
    {
        const string Survey = """
            { "engine": { "cylinders": 4, "displacementCc": 2000, "aspiration": "natural", "redlineRpm": 7000, "powerKw": 110, "wantedPowerKw": 120, "bsfcGPerKwh": 290 },
              "fuelSystem": { "line": "return", "kind": "port", "basePressureKpa": 300, "tankLitres": 50, "materials": { "hoses": "rated",
              "seals": "rated" } }, "pump": { "count": 1, "flowLph": 70 },
              "injectors": { "count": 4, "ratedFlowCcMin": 560, "ratedPressureKpa": 300, "deadTimes": [{ "batteryV": 13, "deadTimeMs": 1 }] },
              "control": { "signalPath": "directFrequency", "revisionListed": true, "plugPresent": true, "freeInput": true }, "goals": { "highestEthanolPct": 85 } }
            """;
        var job = await app.NewJobAsync();
        await app.SaveAsync(job, Survey, "\"0\"", slug: "survey");
        var preview = await app.PreviewAsync(job, "capacity", "{}");
        var results = preview["results"]!;
        (results["drawing"]!["ethanolPcts"]!.AsArray().Count, results["drawing"]!["lines"]!.AsArray().Count, results["drawing"]!["asFound"]).ShouldBe((51, 2, null));
        ((string)results["atPoint"]!["ethanolBinding"]!).ShouldBe("lowPressurePump");
        ((string)preview["state"]!).ShouldBe("inWork");
        results["assumed"]!.AsArray().Select(a => (string)a!["field"]!).ShouldContain("fullLoad.fuelTempC");
        ((int)preview["basedOn"]!["survey"]!).ShouldBe(1);

        // With the second pump it promised it is carried; saved, it is what was shown, and the bay goes on.
        const string Plan = """{ "changes": { "pumpCount": 2 }, "drive": { "ambientC": 0, "gasolineReidKpa": 50 } }""";
        var (saved, _) = await app.SaveAsync(job, Plan, "\"0\"", slug: "capacity");
        ((string)saved["document"]!["results"]!["state"]!, (int)saved["basedOn"]!["survey"]!).ShouldBe(("planned", 1));
        saved["document"]!["results"]!["drawing"].ShouldBeNull();
        var shown = await app.GetAsync($"/api/jobs/{job}");
        ((string)shown["stations"]![1]!["state"]!, (string)shown["nextAction"]!["slug"]!).ShouldBe(("planned", "route"));
        (await app.GetAsync($"/api/jobs/{job}/stations/capacity/recheck"))["differences"]!.AsArray().ShouldBeEmpty();

        // Another survey makes other limits of the same plan; what changed since is told, and nothing is left to add.
        await app.SaveAsync(job, Survey.Replace("\"flowLph\": 70", "\"flowLph\": 50"), "\"1\"", slug: "survey");
        var recheck = await app.GetAsync($"/api/jobs/{job}/stations/capacity/recheck");
        recheck["differences"]!.AsArray().ShouldBeEmpty();
        recheck["sinceSaved"]!.AsArray().Select(d => (string)d!["field"]!).ShouldContain("maxPowerKw");
        (await app.PreviewAsync(job, "capacity", """{ "changes": { "addedPorts": { "count": 4, "ratedFlowCcMin": 200 } } }""", 422))["errors"]!
            ["capacity.changes.addedPorts"]
            .ShouldNotBeNull();

        // A job nobody surveyed asks for the power, and does not fall over.
        var empty = await app.PreviewAsync(await app.NewJobAsync(), "capacity", "{}");
        empty["results"]!["atPoint"].ShouldBeNull();
        ((string)empty["nextAction"]!["command"]!).ShouldContain("power");
    }

    /// <summary>A merge patch (RFC 7396) applied.</summary>
    private static JsonNode Merged(JsonNode target, JsonNode patch)
    {
        if (patch is not JsonObject changes)
        {
            return patch.DeepClone();
        }

        var merged = target is JsonObject before ? (JsonObject)before.DeepClone() : new JsonObject();
        foreach (var (name, value) in changes)
        {
            if (value is null)
            {
                merged.Remove(name);
            }
            else
            {
                merged[name] = Merged(merged[name] ?? new JsonObject(), value);
            }
        }

        return merged;
    }
}
