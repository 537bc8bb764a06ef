using System.Text.Json.Nodes;
using HazyGauge.Web.Live;
using Microsoft.AspNetCore.SignalR;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.Extensions.Time.Testing;

namespace HazyGauge.Web.Tests;

/// <summary>The live hub, driven as a program would.</summary>
public class LiveTests(App app) : IClassFixture<App>
{
    private HubConnection Connect() =>
        new HubConnectionBuilder().WithUrl(new Uri(app.Server.BaseAddress, "/hubs/live"), o => o.HttpMessageHandlerFactory = _ => app.Server.CreateHandler()).Build();

    [Fact]
    public async Task A_stand_in_runs_changes_while_it_runs_and_stops()
    {
        await using var connection = Connect();
        await connection.StartAsync();
        using var stop = new CancellationTokenSource();
        var (frames, changed) = (0, false);
        var contaminated = false;
        await foreach (var frame in connection.StreamAsync<JsonObject>("StandIn", new { ethanolPct = 10 }, stop.Token))
        {
            frames++;
            var reading = frame["capture"]!["reading"]!;
            if (!changed && (double?)reading["ethanolPct"]?["value"] is > 9 and < 11)
            {
                await connection.InvokeAsync("Change", new { ethanolPct = 85, fault = "contaminated" });
                changed = true;
            }

            contaminated |= (string)reading["signalStatus"]! == "contaminated";
            if (contaminated || frames > 400)
            {
                break;
            }
        }

        await stop.CancelAsync();
        (changed, contaminated).ShouldBe((true, true));
    }

    [Fact]
    public async Task What_cannot_be_is_refused_in_words()
    {
        await using var connection = Connect();
        await connection.StartAsync();
        (await Should.ThrowAsync<HubException>(() => connection.InvokeAsync("Change", new { ethanolPct = 50 }))).Message.ShouldContain("Start one first");
        var stream = connection.StreamAsync<JsonObject>("StandIn", new { ethanolPct = 140 });
        (
            await Should.ThrowAsync<HubException>(async () =>
            {
                await foreach (var _ in stream)
                {
                    break;
                }
            })
        ).Message.ShouldContain("between 0 and 100 %");
    }

    [Fact]
    public async Task Two_stand_ins_of_one_connection_do_not_know_each_other_and_a_third_is_refused()
    {
        await using var connection = Connect();
        await connection.StartAsync();
        using var stop = new CancellationTokenSource();
        await using var first = connection
            .StreamAsync<JsonObject>("StandIn", new { ethanolPct = 10 }, TestContext.Current.CancellationToken)
            .GetAsyncEnumerator(TestContext.Current.CancellationToken);
        (await first.MoveNextAsync()).ShouldBeTrue();
        await using (var second = connection.StreamAsync<JsonObject>("StandIn", new { ethanolPct = 20 }, stop.Token).GetAsyncEnumerator(stop.Token))
        {
            (await second.MoveNextAsync()).ShouldBeTrue();
            await using var third = connection.StreamAsync<JsonObject>("StandIn", new { ethanolPct = 30 }, stop.Token).GetAsyncEnumerator(stop.Token);
            (await Should.ThrowAsync<HubException>(async () => await third.MoveNextAsync())).Message.ShouldContain("running already");
            await stop.CancelAsync();
            await Should.ThrowAsync<OperationCanceledException>(async () =>
            {
                while (await second.MoveNextAsync()) { }
            });
        }

        // The one that goes on can still be changed, whatever ended beside it.
        var isChanged = false;
        for (var frames = 0; !isChanged && frames < 400 && await first.MoveNextAsync(); frames++)
        {
            if (frames == 0)
            {
                await connection.InvokeAsync("Change", new { ethanolPct = 60 }, TestContext.Current.CancellationToken);
            }

            isChanged = (double)first.Current["settings"]!["ethanolPct"]! == 60;
        }

        isChanged.ShouldBeTrue();
        (await Should.ThrowAsync<HubException>(() => connection.InvokeAsync("Change", (object?)null))).Message.ShouldContain("Say what the simulator");
    }

    [Fact]
    public void Places_are_counted_by_connection_and_by_address_and_given_back()
    {
        var taken = Enumerable.Range(0, 16).Select(i => LivePlaces.Take($"c{i}", "10.0.0.1").ShouldNotBeNull()).ToList();
        LivePlaces.Take("c16", "10.0.0.1").ShouldBeNull();
        var other = LivePlaces.Take("d", "10.0.0.2").ShouldNotBeNull();
        taken[0].Dispose();
        var again = LivePlaces.Take("c16", "10.0.0.1").ShouldNotBeNull();
        foreach (var place in taken.Append(other).Append(again))
        {
            place.Dispose();
        }
    }

    [Fact]
    public void Whoever_does_not_take_what_is_sent_for_a_quarter_of_a_minute_is_let_go()
    {
        var clock = new FakeTimeProvider();
        var isOver = false;
        using var patience = new Patience(() => isOver = true, clock);
        for (var i = 0; i < 5; i++)
        {
            clock.Advance(TimeSpan.FromSeconds(14));
            patience.Renew();
        }

        isOver.ShouldBeFalse();
        clock.Advance(TimeSpan.FromSeconds(15));
        isOver.ShouldBeTrue();
    }

    [Fact]
    public async Task Another_page_may_not_listen()
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, "/hubs/live?id=x");
        request.Headers.Add("Origin", "http://elsewhere.example");
        using var response = await app.Http.SendAsync(request);
        ((int)response.StatusCode).ShouldBe(403);
    }
}
