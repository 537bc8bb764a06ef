using System.Text.Json.Nodes;
using HazyGauge.Core.Compensation;
using HazyGauge.Core.Fields;
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
        var factor = await app.PostAsync(
            "/api/calc/fuel-factor",
            $$"""
            { "ethanolPct": {{reading["ethanolPct"]!.ToJsonString()}}, "baseEthanolPct": { "value": 10, "u": 1.5 }, "metering": "volume", "fuelTempC": {{reading[
                "fuelTempC"
            ]!.ToJsonString()}} }
            """
        );

        var ledger = new HazeLedger();
        var whole = SensorReading.From(ledger.Quantity(123.4, 0.6, SourceCatalogue.Find("frequencyHz", 0.6)), 2.9, 4, ledger);
        var expected = new FuelFactorQuery(whole.EthanolPct!.Value, ledger.Quantity(10, 1.5, SourceCatalogue.Find("baseEthanolPct", 1.5)), Metering.Volume, whole.FuelTempC, 15.0)
            .Answer(ledger)
            .Factor;

        Value(factor["factor"]).ShouldBe(expected.Value, 1e-12);
        U(factor["factor"]).ShouldBe(expected.StandardU, 1e-12);
        var budget = HazeBudget.Of(expected);
        factor["budget"]!.AsArray().Select(l => (string)l!["source"]!).ShouldBe(budget.Select(l => l.Source));
        factor["budget"]!.AsArray().Select(l => (double)l!["sharePct"]!).ShouldBe(budget.Select(l => l.SharePct), 1e-9);
        ((double)factor["budget"]![0]!["check"]!["uAfter"]!).ShouldBe(budget[0].Check!.UAfter, 1e-12);
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
    [InlineData("sensor-reading", """{ "frequencyHz": NaN }""", 400, "body")]
    [InlineData("sensor-reading", """{ "frequencyHz": 12""", 400, "body")]
    [InlineData("sensor-reading", """[1]""", 400, "body")]
    [InlineData("sensor-reading", """{ "frequencyHz": 100, "lowPulsMs": 2 }""", 400, "lowPulsMs")]
    [InlineData("sensor-reading", """{ "frequencyHz": 100, "frequencyHz": 101 }""", 400, "body")]
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
    [InlineData(
        "fuel-factor",
        """{ "ethanolPct": { "value": 70, "u": 2, "parts": [{ "source": "a", "u": 1 }, { "source": "a", "u": 1.7 }] }, "baseEthanolPct": 10 }""",
        422,
        "ethanolPct"
    )]
    [InlineData("fuel-curve", """{ "ethanolPcts": [], "baseEthanolPct": 10 }""", 422, "ethanolPcts")]
    [InlineData("fuel-curve", """{ "ethanolPcts": [null], "baseEthanolPct": 10 }""", 422, "ethanolPcts")]
    [InlineData("sensor-reading", """{ "frequencyHz": 100, "lowPulseMs": 2, "averageV": 3 }""", 422, "highV")]
    [InlineData("sensor-reading", """{ "frequencyHz": 100, "lowPulseMs": 2, "averageV": 3, "highV": 5, "lowV": 6 }""", 422, "highV")]
    [InlineData(
        "spark-addition",
        """{ "ethanolPct": 50, "gasolineMapEthanolPct": 85, "ethanolMapEthanolPct": 85, "fullAdditionDeg": 4, "weighting": "linear" }""",
        422,
        "ethanolMapEthanolPct"
    )]
    [InlineData(
        "spark-addition",
        """{ "ethanolPct": 50, "gasolineMapEthanolPct": 65, "ethanolMapEthanolPct": 85, "fullAdditionDeg": 4, "weighting": "saturating" }""",
        422,
        "saturatesAtPct"
    )]
    [InlineData("spark-addition", """{ "ethanolPct": 50, "gasolineMapEthanolPct": 10, "ethanolMapEthanolPct": 85, "fullAdditionDeg": 4 }""", 422, "weighting")]
    [InlineData(
        "spark-addition",
        """{ "ethanolPct": 50, "gasolineMapEthanolPct": 10, "ethanolMapEthanolPct": 85, "fullAdditionDeg": 400, "weighting": "mole" }""",
        422,
        "fullAdditionDeg"
    )]
    [InlineData(
        "spark-addition",
        """{ "ethanolPct": 50, "gasolineMapEthanolPct": 10, "ethanolMapEthanolPct": 85, "fullAdditionDeg": 1e-308, "weighting": "mole" }""",
        422,
        "fullAdditionDeg"
    )]
    [InlineData("fuel-factor", """{ "ethanolPct": { "value": 70, "u": 1e-308 }, "baseEthanolPct": 10 }""", 422, "ethanolPct")]
    [InlineData("pulse", """{ "pulseMs": 0.8, "deadTimeMs": 0.9, "factor": 1.4 }""", 422, "pulseMs")]
    [InlineData("pulse", """{ "pulseMs": 2, "factor": 1.4 }""", 422, "deadTimeMs")]
    [InlineData("breakpoints", """{ "baseEthanolPct": 10 }""", 422, "ethanolPcts")]
    [InlineData("breakpoints", """{ "baseEthanolPct": 10, "ethanolPcts": [0, 100], "count": 4 }""", 422, "count")]
    [InlineData("breakpoints", """{ "baseEthanolPct": 10, "count": 65 }""", 422, "count")]
    [InlineData("breakpoints", """{ "baseEthanolPct": 10, "ethanolPcts": [0, 101] }""", 422, "ethanolPcts")]
    [InlineData("breakpoints", """{ "ethanolPcts": [0, 100] }""", 422, "baseEthanolPct")]
    public async Task Bad_input_is_refused_with_a_sentence_for_its_field(string calc, string json, int status, string field)
    {
        var problem = await app.PostAsync($"/api/calc/{calc}", json, status);
        ((string)problem["errors"]![field]![0]!).ShouldEndWith(".");
    }

    [Fact]
    public async Task A_capture_is_read_and_a_broken_one_is_refused()
    {
        var vcd = await app.SimulatedAsync("ethanolPct=61.7&fuelTempC=-12&durationS=1.5&seed=9");
        var capture = await Api.UploadAsync(app.Http, "/api/calc/capture", vcd, "wave.vcd");
        Value(capture["frequencyHz"]).ShouldBe(111.7, 0.001);
        Value(capture["reading"]!["fuelTempC"]).ShouldBe(-12, 0.01);
        ((string)capture["channel"]!).ShouldBe("standIn.sensor");
        capture["timeline"]![0]!["tS"].ShouldNotBeNull();
        ((int)capture["excerpt"]![1]!["level"]!).ShouldBeInRange(0, 1);

        (await app.SimulatedAsync("ethanolPct=61.7&fuelTempC=-12&durationS=1.5&seed=9")).ShouldBe(vcd);
        (await app.SimulatedAsync("ethanolPct=61.7&fuelTempC=-12&durationS=1.5&seed=10")).ShouldNotBe(vcd);

        (await Api.UploadAsync(app.Http, "/api/calc/capture", [], "wave.vcd", 422)).ShouldName("file");
        (await Api.UploadAsync(app.Http, "/api/calc/capture", vcd[..120], "wave.vcd", 422)).ShouldName("file");
        (await Api.UploadAsync(app.Http, "/api/calc/capture", vcd, "wave.png", 422)).ShouldName("file");
        var noChannel = await Api.UploadAsync(app.Http, "/api/calc/capture", vcd, "wave.vcd", 422, "D7");
        ((string)noChannel["errors"]!["channel"]![0]!).ShouldContain("standIn.sensor");
        using var notMultipart = await app.Http.PostAsync("/api/calc/capture", new ByteArrayContent(vcd));
        await Api.ReadAsync(notMultipart, 400);
    }

    [Fact]
    public async Task Volts_as_csv_are_read_where_they_are_switched()
    {
        var csv = await app.Http.GetByteArrayAsync("/api/stand-in/sensor.csv?ethanolPct=41.5&fuelTempC=18&durationS=1&seed=3&highV=12&noiseV=0.1&fault=missing-pulses");
        var capture = await Api.UploadAsync(app.Http, "/api/calc/capture", csv, "scope export.csv");
        ((string)capture["format"]!).ShouldBe("csv");
        Value(capture["frequencyHz"]).ShouldBe(91.5, 0.05);
        ((int)capture["missingPulses"]!).ShouldBeGreaterThan(0);
        ((double)capture["threshold"]!["thresholdV"]!).ShouldBe(6.06, 0.1);
        var broken = await Api.UploadAsync(app.Http, "/api/calc/capture", [.. csv[..5000], .. "x;y\n"u8], "scope.csv", 422);
        ((string)broken["errors"]!["file"]![0]!).ShouldStartWith("Line ");
    }

    [Fact]
    public async Task Spark_row_and_pulse_carry_their_haze_on()
    {
        const string Ethanol = """{ "value": 73.4, "u": 2.886, "parts": [{ "source": "sensorTolerance", "u": 2.886 }] }""";
        var spark = await app.PostAsync(
            "/api/calc/spark-addition",
            $$"""{ "ethanolPct": {{Ethanol}}, "gasolineMapEthanolPct": 10, "ethanolMapEthanolPct": 85, "fullAdditionDeg": 6, "weighting": "linear" }"""
        );
        Value(spark["weight"]).ShouldBe(63.4 / 75, 1e-9);
        Value(spark["cautiousAdditionDeg"]).ShouldBe(6 * (63.4 - (2 * 2.886)) / 75, 1e-9);
        ((string)spark["budget"]![0]!["source"]!).ShouldBe("sensorTolerance");

        var factor = await app.PostAsync("/api/calc/fuel-factor", $$"""{ "ethanolPct": {{Ethanol}}, "baseEthanolPct": 10 }""");
        var pulse = await app.PostAsync("/api/calc/pulse", $$"""{ "pulseMs": 2.8, "deadTimeMs": 0.9, "factor": {{factor["factor"]}} }""");
        ((string)pulse["newPulseMs"]!["parts"]![0]!["source"]!).ShouldBe("sensorTolerance");
        U(pulse["newPulseMs"]).ShouldBe(1.9 * U(factor["factor"]), 1e-9);

        var row = await app.PostAsync("/api/calc/breakpoints", """{ "baseEthanolPct": 10, "metering": "orifice", "count": 6, "wholePct": true }""");
        Value(row["factors"]!.AsArray()[^1]).ShouldBe(1.523, 0.0005);
        var csv = await app.Http.GetStringAsync($"/api/calc/breakpoints.csv?baseEthanolPct=10&metering=orifice&ethanolPcts={string.Join(' ', row["ethanolPcts"]!.AsArray())}");
        csv.Split("\r\n")[0].ShouldBe("ethanolPct,factor");
        csv.Split("\r\n")[^2].ShouldStartWith("100,1.522");
    }

    [Theory]
    [InlineData("")]
    [InlineData("ethanolPct=140")]
    [InlineData("ethanolPct=NaN")]
    [InlineData("ethanolPct=50&durationS=43201")]
    [InlineData("ethanolPct=50&seed=x")]
    [InlineData("ethanolPct=50&fault=rust")]
    [InlineData("ethanolPct=50&noiseUs=-1")]
    [InlineData("ethanolPct=50&fualt=dropouts")]
    public async Task A_stand_in_that_cannot_be_is_refused(string query) => await app.GetAsync($"/api/stand-in/sensor.vcd?{query}", 422);
}
