using System.Text;
using System.Text.Json.Nodes;

namespace HazyGauge.Web.Tests;

public class ProfileTests(App app) : IClassFixture<App>
{
    private const string Heading = "profile,field,value,plusMinus\n";

    private async Task<JsonNode> ImportAsync(string csv, int status = 200) =>
        await Api.ReadAsync(await app.Http.PostAsync("/api/profiles/import", new StringContent(csv, Encoding.UTF8, "text/csv")), status);

    private async Task<List<JsonNode>> ListAsync() => [.. (await app.GetAsync("/api/profiles"))["items"]!.AsArray().Select(p => p!)];

    [Fact]
    public async Task A_survey_can_begin_from_a_profile_and_the_shops_own_supersede_those_that_come_along()
    {
        var generic = (await ListAsync()).Single(p => (string)p["name"]! == "inline six, port, return");
        ((bool)generic["isOwn"]!, (int)generic["survey"]!["engine"]!["cylinders"]!).ShouldBe((false, 6));
        foreach (var profile in await ListAsync())
        {
            await app.PostAsync("/api/calc/survey-check", profile["survey"]!.ToJsonString());
        }

        // By file, as a browser sends it; then what goes out comes in again unchanged.
        var edited =
            Heading
            + "\"inline six, port, return\",engine.displacementCc,2980,10\r\nown pump,pump.curve,300:165 400:142,\r\nown pump,goals.roadUse,no,\r\nown "
            + "pump,fuelSystem.materials.pump,rated,\r\n";
        (await Api.UploadAsync(app.Http, "/api/profiles/import", Encoding.UTF8.GetBytes(edited), "own.csv"))["names"]!
            .AsArray()
            .Select(n => (string)n!)
            .ShouldBe(["inline six, port, return", "own pump"]);
        var own = (await ListAsync()).Single(p => (string)p["name"]! == "inline six, port, return");
        ((bool)own["isOwn"]!, own["survey"]!["engine"]!["cylinders"], (double)own["survey"]!["engine"]!["displacementCc"]!["plusMinus"]!).ShouldBe((true, null, 10));
        ((string)(await ListAsync()).Single(p => (string)p["name"]! == "own pump")["survey"]!["fuelSystem"]!["materials"]!["pump"]!).ShouldBe("rated");
        var before = (await ListAsync()).Select(p => p["survey"]!.ToJsonString()).ToList();
        await ImportAsync(await app.Http.GetStringAsync("/api/profiles.csv"));
        (await ListAsync()).Zip(before).ShouldAllBe(p => JsonNode.DeepEquals(p.First["survey"], JsonNode.Parse(p.Second)));
    }

    [Theory]
    [InlineData("a,engine.colour,red,", "Row 3, column field")]
    [InlineData("a,engine.cylinders,six,", "Row 3, column value: 'six'")]
    [InlineData("a,engine.cylinders,6,1", "Row 3, column plusMinus")]
    [InlineData("a,engine.displacementCc,\"2,5\",", "Row 3, column value: '2,5' is not a number")]
    [InlineData("a,pump.curve,300-165,", "Row 3, column value: '300-165'")]
    [InlineData("a,goals.roadUse,perhaps,", "Row 3, column value: 'perhaps'")]
    [InlineData(",engine.cylinders,6,", "Row 3, column profile")]
    [InlineData("a,engine.cylinders,6", "Row 3: 3 cells")]
    [InlineData("good,engine.cylinders,4,", "Row 3, column field: 'engine.cylinders' stands twice")]
    [InlineData("a,engine.aspiration,steam,", "Profile 'a', from row 3, column value, engine.aspiration")]
    [InlineData("a,injectors.count,0,", "Profile 'a', from row 3, column value, injectors.count")]
    [InlineData("a,fuelSystem.joints,x,", "Row 3, column field")]
    public async Task A_bad_row_is_named_and_nothing_is_half_imported(string row, string message)
    {
        var before = (await ListAsync()).Count;
        ((string)(await ImportAsync($"{Heading}good,engine.cylinders,6,\n{row}\n", 422))["errors"]!["file"]![0]!).ShouldStartWith(message);
        (await ListAsync()).Count.ShouldBe(before);
    }

    [Theory]
    [InlineData("", "empty")]
    [InlineData(Heading, "no row below")]
    [InlineData("name,field,value\na,b,c\n", "heading must name")]
    [InlineData("\"profile,field\n", "heading")]
    public async Task What_is_no_table_of_profiles_is_refused(string csv, string message) => ((string)(await ImportAsync(csv, 422))["errors"]!["file"]![0]!).ShouldContain(message);
}
