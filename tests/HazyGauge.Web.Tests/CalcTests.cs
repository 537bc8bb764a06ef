using System.Text.Json.Nodes;
using HazyGauge.Core.Compensation;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;

namespace HazyGauge.Web.Tests;

public class CalcTests(App app) : IClassFixture<App>
{
    private static double Value(JsonNode? number) => (double)number!["value"]!;

    private static double U(JsonNode? number) => (double)number!["u"]!;

    [Fact]
    public async Task A_reading_passed_on_untouched_gives_the_budget_of_one_computation()
    {
        var reading = await app.PostAsync("/api/calc/sensor-reading", """{ "frequencyHz": { "value": 123.4, "u": 0.6 }, "lowPulseMs": 2.9, "toleranceEthanolPct": 4 }""");
        var factor = await app.PostAsync("/api/calc/fuel-factor", $$"""
            { "ethanolPct": {{reading["ethanolPct"]!.ToJsonString()}}, "baseEthanolPct": { "value": 10, "u": 1.5 }, "metering": "volume", "fuelTempC": {{reading["fuelTempC"]!.ToJsonString()}} }
            """);

        var ledger = new HazeLedger();
        var whole = SensorReading.From(ledger.Quantity(123.4, 0.6, SourceCatalogue.Find("frequencyHz", 0.6)), 2.9, 4, ledger);
        var expected = FuelFactor.Compute(
            new FuelFactorInput(
                whole.EthanolPct!.Value, ledger.Quantity(10, 1.5, SourceCatalogue.Find("baseEthanolPct", 1.5)), Metering.Volume, whole.FuelTempC, 15.0, UsualFuels.Traditional<Hazy>()),
            ledger).Factor;

        Value(factor["factor"]).ShouldBe(expected.Value, 1e-12);
        U(factor["factor"]).ShouldBe(expected.StandardU, 1e-12);
        var budget = HazeBudget.Of(expected);
        factor["budget"]!.AsArray().Select(l => (string)l!["source"]!).ShouldBe(budget.Select(l => l.Source.Id));
        factor["budget"]!.AsArray().Select(l => (double)l!["sharePct"]!).ShouldBe(budget.Select(l => l.SharePct), 1e-9);
        ((double)factor["budget"]![0]!["check"]!["uAfter"]!).ShouldBe(budget[0].UAfterCheck!.Value, 1e-12);
    }

    [Fact]
    public async Task The_same_source_in_two_quantities_is_the_same_doubt()
    {
        // Blend and base read with one sensor: what it is off by cancels almost wholly where both are the same.
        const string Read = """{ "value": 40, "u": 3, "parts": [{ "source": "sensorTolerance", "u": 3 }] }""";
        var factor = await app.PostAsync("/api/calc/fuel-factor", $$"""{ "ethanolPct": {{Read}}, "baseEthanolPct": {{Read}}, "metering": "mass" }""");
        Value(factor["factor"]).ShouldBe(1, 1e-12);
        U(factor["factor"]).ShouldBe(0, 1e-12);
    }

    [Fact]
    public async Task A_curve_is_the_factors_of_its_points()
    {
        var curve = await app.PostAsync("/api/calc/fuel-curve", """{ "ethanolPcts": [0, { "value": 85, "u": 2 }], "baseEthanolPct": 10, "metering": "mass" }""");
        var point = await app.PostAsync("/api/calc/fuel-factor", """{ "ethanolPct": { "value": 85, "u": 2 }, "baseEthanolPct": 10, "metering": "mass" }""");
        curve["points"]!.AsArray().Count.ShouldBe(2);
        curve["points"]![1]!.ToJsonString().ShouldBe(point.ToJsonString());
        Value(point["factor"]).ShouldBe(1.44, 0.005);
    }

    [Theory]
    [InlineData("sensor-reading", """{ "frequencyHz": "123" }""", 400, "frequencyHz")]
    [InlineData("sensor-reading", """{ "frequencyHz": 1e999 }""", 400, "frequencyHz")]
    [InlineData("sensor-reading", """{ "frequencyHz": NaN }""", 400, "frequencyHz")]
    [InlineData("sensor-reading", """{ "frequencyHz": 12""", 400, "frequencyHz")]
    [InlineData("sensor-reading", """[1]""", 400, "body")]
    [InlineData("sensor-reading", """{ "frequencyHz": 100, "lowPulsMs": 2 }""", 400, "lowPulsMs")]
    [InlineData("sensor-reading", """{ "frequencyHz": 100, "frequencyHz": 101 }""", 400, "frequencyHz")]
    [InlineData("sensor-reading", """{ "frequencyHz": 100, "toleranceEthanolPct": "five" }""", 400, "toleranceEthanolPct")]
    [InlineData("sensor-reading", "{}", 422, "frequencyHz")]
    [InlineData("sensor-reading", """{ "frequencyHz": -1, "lowPulseMs": -2 }""", 422, "lowPulseMs")]
    [InlineData("fuel-factor", """{ "ethanolPct": 140, "baseEthanolPct": 10 }""", 422, "ethanolPct")]
    [InlineData("fuel-factor", """{ "ethanolPct": 70, "baseEthanolPct": -5 }""", 422, "baseEthanolPct")]
    [InlineData("fuel-factor", """{ "ethanolPct": 70 }""", 422, "baseEthanolPct")]
    [InlineData("fuel-factor", """{ "ethanolPct": 70, "baseEthanolPct": 10, "metering": "orifce" }""", 400, "metering")]
    [InlineData("fuel-factor", """{ "ethanolPct": 70, "baseEthanolPct": 10, "metering": 1 }""", 400, "metering")]
    [InlineData("fuel-factor", """{ "ethanolPct": { "value": 70, "u": -1 }, "baseEthanolPct": 10 }""", 422, "ethanolPct")]
    [InlineData("fuel-factor", """{ "ethanolPct": { "u": 1 }, "baseEthanolPct": 10 }""", 400, "ethanolPct")]
    [InlineData("fuel-factor", """{ "ethanolPct": { "value": 70, "u": 3, "parts": [{ "source": "a", "u": 2 }] }, "baseEthanolPct": 10 }""", 422, "ethanolPct")]
    [InlineData("fuel-factor", """{ "ethanolPct": { "value": 70, "u": 2, "parts": [{ "source": "", "u": 2 }] }, "baseEthanolPct": 10 }""", 422, "ethanolPct")]
    [InlineData("fuel-factor", """{ "ethanolPct": { "value": 70, "u": 2, "parts": [null] }, "baseEthanolPct": 10 }""", 422, "ethanolPct")]
    [InlineData("fuel-factor", """{ "ethanolPct": { "value": 70, "u": 2, "parts": [{ "source": "a", "u": 1 }, { "source": "a", "u": 1.7 }] }, "baseEthanolPct": 10 }""", 422, "ethanolPct")]
    [InlineData("fuel-curve", """{ "ethanolPcts": [], "baseEthanolPct": 10 }""", 422, "ethanolPcts")]
    [InlineData("fuel-curve", """{ "ethanolPcts": [null], "baseEthanolPct": 10 }""", 422, "ethanolPct")]
    public async Task Bad_input_is_refused_with_a_sentence_for_its_field(string calc, string json, int status, string field)
    {
        var problem = await app.PostAsync($"/api/calc/{calc}", json, status);
        ((string)problem["errors"]![field]![0]!).ShouldEndWith(".");
    }

    [Fact]
    public async Task A_capture_is_read_and_a_broken_one_is_refused()
    {
        var vcd = await app.StandInAsync("ethanolPct=61.7&fuelTempC=-12&durationS=1.5&seed=9");
        var capture = await Api.UploadAsync(app.Http, "/api/calc/capture", vcd, "wave.vcd");
        Value(capture["frequencyHz"]).ShouldBe(111.7, 0.001);
        Value(capture["reading"]!["fuelTempC"]).ShouldBe(-12, 0.01);
        ((string)capture["channel"]!).ShouldBe("standIn.sensor");
        capture["timeline"]![0]!["tS"].ShouldNotBeNull();
        ((int)capture["excerpt"]![1]!["level"]!).ShouldBeInRange(0, 1);

        (await app.StandInAsync("ethanolPct=61.7&fuelTempC=-12&durationS=1.5&seed=9")).ShouldBe(vcd);
        (await app.StandInAsync("ethanolPct=61.7&fuelTempC=-12&durationS=1.5&seed=10")).ShouldNotBe(vcd);

        await Api.UploadAsync(app.Http, "/api/calc/capture", [], "wave.vcd", 422);
        await Api.UploadAsync(app.Http, "/api/calc/capture", vcd[..120], "wave.vcd", 422);
        await Api.UploadAsync(app.Http, "/api/calc/capture", vcd, "wave.png", 422);
        var noChannel = await Api.UploadAsync(app.Http, "/api/calc/capture", vcd, "wave.vcd", 422, "D7");
        ((string)noChannel["errors"]!["channel"]![0]!).ShouldContain("standIn.sensor");
        using var notMultipart = await app.Http.PostAsync("/api/calc/capture", new ByteArrayContent(vcd));
        await Api.ReadAsync(notMultipart, 400);
    }

    [Theory]
    [InlineData("")]
    [InlineData("ethanolPct=140")]
    [InlineData("ethanolPct=NaN")]
    [InlineData("ethanolPct=50&durationS=43201")]
    [InlineData("ethanolPct=50&seed=x")]
    public async Task A_stand_in_that_cannot_be_is_refused(string query) => await app.GetAsync($"/api/stand-in/sensor.vcd?{query}", 422);
}
