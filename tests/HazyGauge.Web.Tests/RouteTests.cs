using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;

namespace HazyGauge.Web.Tests;

/// <summary>The way through the catalog: two ends named, a chain chosen, its parts on the buying list, its joints on the leak list.</summary>
public class RouteTests(App app) : IClassFixture<App>
{
    private const string Header = "code,name,ports,boreMm,lengthMm,cost,ethanolRated,maxKpa,maxC,onShelf";

    private async Task<JsonNode> CalcAsync(string what, string body, int status = 200)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/calc/{what}") { Content = new StringContent(body, Encoding.UTF8, "application/json") };
        return await Api.ReadAsync(await app.Http.SendAsync(request), status);
    }

    private async Task<JsonNode> ImportAsync(string table, int status = 200)
    {
        using var form = new MultipartFormDataContent
        {
            {
                new ByteArrayContent(Encoding.UTF8.GetBytes(table)) { Headers = { ContentType = new MediaTypeHeaderValue("text/csv") } },
                "file",
                "parts.csv"
            },
        };
        return await Api.ReadAsync(await app.Http.PostAsync("/api/catalogue/import", form), status);
    }

    private async Task<JsonNode?> PartAsync(string code) => (await app.GetAsync("/api/catalogue"))["parts"]!.AsArray().FirstOrDefault(p => (string)p!["code"]! == code);

    [Fact]
    public async Task The_catalog_has_ends_in_the_words_of_the_field_and_mates_of_known_ends()
    {
        var catalogue = await app.GetAsync("/api/catalogue");
        var ports = catalogue["ports"]!.AsArray();
        ports.Count.ShouldBeGreaterThanOrEqualTo(20);
        ports.Select(p => (string)p!["name"]!).ShouldContain("quick connect 3/8 in, male");
        catalogue["parts"]!.AsArray().Count.ShouldBeGreaterThanOrEqualTo(60);
        var codes = ports.Select(p => (string)p!["code"]!).ToHashSet(StringComparer.Ordinal);
        catalogue["mates"]!.AsArray().SelectMany(m => m!.AsArray()).ShouldAllBe(code => codes.Contains((string)code!));
        catalogue["parts"]!.AsArray().SelectMany(p => p!["ports"]!.AsArray()).ShouldAllBe(code => codes.Contains((string)code!));
    }

    [Fact]
    public async Task A_shop_brings_its_own_parts_and_a_bad_row_brings_none()
    {
        var bad = await ImportAsync($"{Header}\nown-1,Own adapter,qc-3-8-f-tab barb-9-5,7.5,40,5,yes,500,120,2\nown-2,Other,qc-3-8-f-tab barb-9,6,40,5,yes,,,\n", 422);
        ((string)bad["errors"]!["file"]![0]!).ShouldBe("Row 3, column ports: There is no end called 'barb-9'. The catalog lists them.");
        (await PartAsync("own-1")).ShouldBeNull();

        ((int)(await ImportAsync($"{Header}\nown-1,Own adapter,qc-3-8-f-tab barb-9-5,7.5,40,5,yes,500,120,2\n"))["imported"]!).ShouldBe(1);
        ((double)(await PartAsync("own-1"))!["onShelf"]!).ShouldBe(2);
        await ImportAsync($"{Header}\nOWN-1,Own adapter,qc-3-8-f-tab barb-9-5,7.5,40,4,yes,500,120,1\n");
        (await app.GetAsync("/api/catalogue"))["parts"]!.AsArray().Count(p => ((string)p!["code"]!).Equals("own-1", StringComparison.OrdinalIgnoreCase)).ShouldBe(1);

        // What lies on the shelf costs nothing.
        var chains = (await CalcAsync("fitting-chain", """{ "from": "qc-3-8-f-tab", "to": "qc-3-8-m", "via": "sensor", "gapMm": 300, "cut": false }"""))["chains"]!.AsArray();
        chains[0]!["parts"]!.AsArray().Select(p => (string)p!["code"]!).ShouldContain("OWN-1");
        ((double)chains[0]!["cost"]!).ShouldBeLessThan(
            (double)
                (await CalcAsync("fitting-chain", """{ "from": "qc-3-8-f-tab", "to": "qc-3-8-m", "via": "sensor", "gapMm": 300, "cut": false, "onShelf": [] }"""))["chains"]![0]![
                    "cost"
                ]!
        );

        using var put = new HttpRequestMessage(HttpMethod.Put, "/api/catalogue/parts")
        {
            Content = new StringContent(
                """{ "code": "own-1", "name": "Own", "ports": ["nowhere"], "boreMm": 6, "lengthMm": 40, "cost": 4, "ethanolRated": true }""",
                Encoding.UTF8,
                "application/json"
            ),
        };
        ((string)(await Api.ReadAsync(await app.Http.SendAsync(put), 422))["errors"]!["ports"]![0]!).ShouldContain("nowhere");
        (await app.Http.DeleteAsync("/api/catalogue/parts/own-1")).StatusCode.ShouldBe(System.Net.HttpStatusCode.NoContent);
        (await app.Http.DeleteAsync("/api/catalogue/parts/own-1")).StatusCode.ShouldBe(System.Net.HttpStatusCode.NotFound);
        (await app.Http.GetStringAsync("/api/catalogue.csv")).ShouldStartWith("code,name,ports,");
    }

    [Fact]
    public async Task Where_no_chain_exists_the_reason_says_which_part_would_make_one()
    {
        const string Two = """
            "catalogue": [
              { "code": "a", "name": "A", "ports": ["qc-3-8-f-tab", "barb-8"], "boreMm": 6, "lengthMm": 40, "cost": 5, "ethanolRated": true },
              { "code": "h", "name": "H", "ports": ["hose-8", "hose-8"], "boreMm": 8, "lengthMm": 150, "cost": 5, "ethanolRated": RATED, "bendRadiusMm": 40 }]
            """;
        async Task<string> WhyAsync(string rest, string rated = "true")
        {
            var answer = await CalcAsync(
                "fitting-chain",
                $$"""{ "from": "qc-3-8-f-tab", "to": "qc-3-8-m", "via": "sensor", {{rest}}, {{Two.Replace("RATED", rated, StringComparison.Ordinal)}} }"""
            );
            answer["chains"]!.AsArray().ShouldBeEmpty();
            return (string)answer["whyNone"]!;
        }

        (await WhyAsync("""  "gapMm": 900, "cut": false """)).ShouldContain("A hose with a run of 728 mm would make it possible.");
        (await WhyAsync("""  "gapMm": 0, "cut": false """)).ShouldContain("the hose has to make a loop");
        (await WhyAsync("""  "gapMm": 260, "cut": false, "anglesDeg": [90] """)).ShouldContain("One such elbow would make it possible.");
        (await WhyAsync("""  "gapMm": 260, "cut": false """, "false")).ShouldContain("not rated for ethanol");
        var missing = await CalcAsync(
            "fitting-chain",
            $$"""{ "from": "qc-3-8-f-tab", "to": "flare-6-m", "via": "sensor", "gapMm": 260, "cut": false, {{Two.Replace("RATED", "true", StringComparison.Ordinal)}} }"""
        );
        ((string)missing["whyNone"]!).ShouldContain(
            "An adapter with quick connect 3/8 in, female, tab retainer at one end and 37-degree flare #6, female at the other would make it possible."
        );
        (await CalcAsync("fitting-chain", """{ "from": "qc-3-8-f-tab", "to": "qc-3-8-m", "gapMm": -4, "cut": false }""", 422))["errors"]!["gapMm"].ShouldNotBeNull();
        (await CalcAsync("chain-check", """{ "parts": ["sensor", "no-such"], "from": "qc-3-8-f-tab", "to": "qc-3-8-m" }""", 422))["errors"]!["parts"]![0]!
            .GetValue<string>()
            .ShouldContain("no-such");
    }

    [Fact]
    public async Task A_chosen_chain_fills_the_buying_list_and_the_leak_list()
    {
        var job = await app.NewJobAsync();
        var chain = (await CalcAsync("fitting-chain", """{ "from": "qc-5-16-f-ring", "to": "qc-5-16-m", "via": "sensor", "gapMm": 300, "cut": false, "onShelf": [] }"""))[
            "chains"
        ]![0]!;
        var parts = (await app.GetAsync("/api/catalogue"))["parts"]!.AsArray();
        var plan = new JsonObject
        {
            ["place"] = "feed",
            ["from"] = "qc-5-16-f-ring",
            ["to"] = "qc-5-16-m",
            ["gapMm"] = 300,
            ["chain"] = new JsonArray([.. chain["parts"]!.AsArray().Select(p => parts.First(q => (string)q!["code"]! == (string)p!["code"]!)!.DeepClone())]),
            ["opened"] = new JsonArray("Union at the filter"),
        };
        var (saved, etag) = await app.SaveAsync(job, plan.ToJsonString(), "\"0\"", slug: "route");
        var results = saved["document"]!["results"]!;
        ((bool)results["check"]!["ok"]!).ShouldBeTrue();
        results["leaks"]!.AsArray().Count.ShouldBe((int)chain["leakPoints"]! + 1);
        ((double)results["hoseMm"]!).ShouldBe((double)chain["hoseMm"]!);
        ((string)results["state"]!).ShouldBe("planned");

        var list = await app.GetAsync($"/api/jobs/{job}/buying-list");
        var bought = list["items"]!.AsArray().Where(i => ((string)i!["item"]!) is "sensor" || ((string)i["item"]!).StartsWith("fitting-", StringComparison.Ordinal)).ToList();
        bought.Sum(i => (double)i!["quantity"]!).ShouldBe(chain["parts"]!.AsArray().Count);
        bought.Sum(i => (double)i!["quantity"]! * (double)i["price"]!).ShouldBe((double)chain["cost"]!, 1e-9);
        list["items"]!.AsArray().Select(i => (string)i!["item"]!).ShouldContain("disconnect-tool-5-16-in");
        list["items"]!.AsArray().Select(i => (string)i!["item"]!).ShouldContain("clamp-full-circle-hose-8");

        var table = (await app.Http.GetStringAsync($"/api/jobs/{job}/route.csv")).Split("\r\n");
        table.Count(l => l.StartsWith("leak points,", StringComparison.Ordinal)).ShouldBe((int)chain["leakPoints"]! + 1);
        table.ShouldContain(l => l.StartsWith("hoses,", StringComparison.Ordinal) && l.Contains("cut to ", StringComparison.Ordinal));
        table.ShouldContain(l => l.StartsWith("tools,1,Disconnect tool 5/16 in", StringComparison.Ordinal));

        plan["chain"]!.AsArray().RemoveAt(1);
        var (held, again) = await app.SaveAsync(job, plan.ToJsonString(), etag!, slug: "route");
        ((string)held["document"]!["results"]!["state"]!).ShouldBe("hold");
        (await app.GetAsync($"/api/jobs/{job}/buying-list"))["items"]!.AsArray().ShouldNotContain(i => ((string)i!["item"]!).StartsWith("fitting-", StringComparison.Ordinal));
        plan["chain"]![0]!["ports"] = new JsonArray("qc-9");
        await app.SaveAsync(job, plan.ToJsonString(), again!, 422, slug: "route");
    }

    [Fact]
    public async Task A_place_is_compared_by_the_rules_of_the_survey_and_what_cannot_be_is_named_where_it_stands()
    {
        const string Survey = """{ "engine": { "powerKw": 150 }, "fuelSystem": { "line": "return", "kind": "port" }, "pump": { "flowLph": { "value": 200, "u": 5 } } }""";
        var plain = await CalcAsync("placement", $$"""{ "survey": {{Survey}} }""");
        ((string)plain["recommended"]!, plain["options"]!.AsArray().Count, ((string)plain["because"]!).Length > 40).ShouldBe(("return", 4, true));
        var less = await CalcAsync(
            "placement",
            $$"""
            { "survey": {{Survey}}, "capacity": { "fullLoad": { "powerKw": 300 }, "changes": { "baseRiseKpa": 20 } },
            "chain": ["qc-3-8-tab-barb-9-5", "sensor"], "cut": true }
            """
        );
        ((string)less["recommended"]!, (int)less["options"]![1]!["leakPoints"]!, (bool)less["options"]![1]!["reversible"]!).ShouldBe(("feed", 3, false));
        foreach (
            var (body, field) in new[]
            {
                ("""{ "survey": { "fuelSystem": { "feedBoreMm": 0 } } }""", "survey.fuelSystem.feedBoreMm"),
                ("""{ "survey": { "pump": { "curve": [{ "pressureKpa": 1, "flowLph": 1 }] } } }""", "survey.pump.curve"),
                ("""{ "survey": {}, "chain": ["nothing"] }""", "chain[0]"),
                ("""{ "survey": {}, "capacity": { "fullLoad": { "fuelTempC": 300 } } }""", "capacity.fullLoad.fuelTempC"),
                ("""{ "survey": {}, "alongMm": -1 }""", "alongMm"),
            }
        )
        {
            (await app.PostAsync("/api/calc/placement", body, 422))["errors"]!.AsObject().Select(e => e.Key).ShouldBe([field]);
        }
    }
}
