using System.Text.Json.Nodes;
using HazyGauge.Data;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace HazyGauge.Web.Tests;

/// <summary>What is asked once per shop and holds for every job, over the API.</summary>
public class ShopTests(App app) : IClassFixture<App>
{
    private async Task<JsonNode> SignalAsync(string job) =>
        (
            await app.PostAsync(
                $"/api/jobs/{job}/preview",
                """{ "want": ["signal"], "drafts": { "signal": { "shown": [{ "by": "gauge", "ethanolPct": 36, "stepPct": 1, "fedBy": "sensor", "leftWhenUnplugged": true }] } } }"""
            )
        )["stations"]!["signal"]!;

    private async Task<JsonNode> PutAsync(string body, int status = 200)
    {
        using var request = new HttpRequestMessage(HttpMethod.Put, "/api/shop") { Content = new StringContent(body, System.Text.Encoding.UTF8, "application/json") };
        request.Headers.Add("X-Author", "JM");
        return await Api.ReadAsync(await app.Http.SendAsync(request), status);
    }

    [Fact]
    public async Task Instruments_of_the_shop_hold_for_every_job_that_says_nothing_and_the_bay_is_told()
    {
        var (job, own) = (await app.NewJobAsync(), await app.NewJobAsync());
        await app.SaveAsync(job, """{ "shown": [{ "by": "gauge", "ethanolPct": 36, "leftWhenUnplugged": true }] }""", "\"0\"", slug: "signal");
        await app.SaveAsync(own, """{ "instruments": ["hydrometer"] }""", "\"0\"", slug: "survey");
        (await app.GetAsync("/api/shop"))["instruments"].ShouldBeNull();
        ((string)(await SignalAsync(job))["nextAction"]!["command"]!).ShouldStartWith("Draw a fuel sample");

        var said = await PutAsync("""{ "instruments": ["voltsAndContinuity", "voltsAndContinuity"] }""");
        said["instruments"]!.AsArray().Select(i => (string)i!).ShouldBe(["voltsAndContinuity"]);
        var signal = await SignalAsync(job);
        ((string)signal["nextAction"]!["command"]!).ShouldBe("Borrow a hydrometer or graduated cylinder.");
        signal["results"]!["notAsked"]!.AsArray().Select(n => (string)n!).ShouldBe(["capture", "meter", "converterV"]);
        ((string)(await SignalAsync(own))["nextAction"]!["command"]!).ShouldStartWith("Draw a fuel sample");

        // Beside the running work every station of every job is told anew how it stands.
        await using var db = await app.Services.GetRequiredService<IDbContextFactory<HazyGaugeDb>>().CreateDbContextAsync(TestContext.Current.CancellationToken);
        var number = await db.Shop.MaxAsync(s => s.Id, TestContext.Current.CancellationToken);
        for (var i = 0; i < 100 && await db.Standings.AnyAsync(s => s.Standing.Shop != number, TestContext.Current.CancellationToken); i++)
        {
            await Task.Delay(50, TestContext.Current.CancellationToken);
        }

        (await db.Standings.AnyAsync(s => s.Standing.Shop != number, TestContext.Current.CancellationToken)).ShouldBeFalse();
        await PutAsync("""{ "instruments": ["crystalBall"] }""", 400);
        (await app.GetAsync("/api/shop"))["instruments"]!.AsArray().Count.ShouldBe(1);
        await PutAsync("{}");
        (await app.GetAsync("/api/shop"))["instruments"].ShouldBeNull();
    }

    [Fact]
    public async Task A_sensor_that_is_worse_than_thought_is_felt_at_once_in_signal_and_bay()
    {
        var job = await app.NewJobAsync();
        await app.SaveAsync(job, """{ "meter": { "frequencyHz": 100 } }""", "\"0\"", slug: "signal");
        await app.SaveAsync(job, """{ "sensor": { "condition": "used", "origin": "unknown" } }""", "\"0\"", slug: "survey");
        var reading = (await app.GetAsync($"/api/jobs/{job}"))["reading"]!;
        ((double)reading["plusMinus"]!).ShouldBe(9.5, 0.5);
        (await app.GetAsync($"/api/jobs/{job}/stations/signal"))["revision"]!.GetValue<int>().ShouldBe(1);
    }

    [Fact]
    public async Task Lists_are_asked_with_their_paths_and_what_is_wrong_in_one_is_named()
    {
        var users = (await app.GetAsync("/api/fields/survey")).AsArray().Single(f => (string)f!["path"]! == "users")!;
        ((string)users["answer"]!, users["items"]!.AsArray().Any(i => (string)i!["path"]! == "kind" && (bool)i["required"]!)).ShouldBe(("list", true));
        var job = await app.NewJobAsync();
        foreach (
            var (survey, field) in new[]
            {
                ("""{ "users": [{ "role": "display" }] }""", "users[0].kind"),
                ("""{ "controllers": [{ "name": "A" }, { "name": "a" }] }""", "controllers[1].name"),
                ("""{ "users": [null] }""", "users"),
            }
        )
        {
            var (refused, _) = await app.SaveAsync(job, survey, "\"0\"", 422, slug: "survey");
            refused["errors"]!.AsObject().Select(e => e.Key).ShouldBe([field]);
        }

        ((double)(await app.PostAsync("/api/parse", """{ "field": "shown.ethanolPct", "text": "E36" }"""))["value"]!).ShouldBe(36);

        // What is listed is found by its words.
        await app.SaveAsync(job, """{ "users": [{ "kind": "reader", "name": "Phone", "pairing": "quaggle 7" }] }""", "\"0\"", slug: "survey");
        var hit = (await app.GetAsync("/api/search?q=quaggle"))["hits"]!.AsArray().ShouldHaveSingleItem();
        ((string)hit!["label"]!).ShouldBe("User 1, paired as");
    }
}
