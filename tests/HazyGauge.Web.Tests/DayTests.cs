using System.Text.Json.Nodes;
using HazyGauge.Data;
using HazyGauge.Data.Jobs;
using HazyGauge.Web.Stations;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.TestHost;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Time.Testing;

namespace HazyGauge.Web.Tests;

/// <summary>What a new day changes, with a clock that turns when it is told to: no test of these hangs on the hour it is run at.</summary>
public sealed class DayTests : IDisposable
{
    private readonly App _app = new();
    private readonly FakeTimeProvider _clock = new(new DateTimeOffset(2026, 11, 27, 23, 50, 0, TimeSpan.Zero));
    private readonly WebApplicationFactory<Program> _at;

    public DayTests()
    {
        _clock.SetLocalTimeZone(TimeZoneInfo.Utc);
        _at = _app.WithWebHostBuilder(host => host.ConfigureTestServices(services => services.AddSingleton<TimeProvider>(_clock)));
    }

    private HttpClient Http => field ??= _at.CreateClient();

    [Fact]
    public async Task What_falls_due_tomorrow_is_due_when_tomorrow_is_there()
    {
        var job = await NewJobAsync("Dusk");
        await WriteAsync(job, """{ "kind": "recheck", "text": "hot soak", "due": "2026-11-28" }""");
        (await DueAsync()).ShouldBe((0, 0, 1));
        _clock.Advance(TimeSpan.FromMinutes(11));
        (await DueAsync()).ShouldBe((1, 1, 0));
        ((string)(await GetAsync("/api/bay"))["today"]!).ShouldBe("2026-11-28");
        ((string)(await GetAsync($"/api/jobs/{job}/entries"))["items"]![0]!["at"]!).ShouldStartWith("2026-11-27T23:50");
    }

    [Fact]
    public async Task A_list_that_was_begun_before_midnight_is_read_to_its_end_as_it_began()
    {
        var jobs = new List<string>();
        for (var i = 0; i < 9; i++)
        {
            var job = await NewJobAsync($"Night {i}");
            jobs.Add(job);
            if (i % 3 < 2)
            {
                await WriteAsync(job, $$"""{ "kind": "waiting", "text": "part {{i}}", "due": "2026-11-{{26 + (i % 3 * 2)}}" }""");
            }

            _clock.Advance(TimeSpan.FromSeconds(1));
        }

        var first = await GetAsync("/api/bay?limit=4");
        _clock.Advance(TimeSpan.FromMinutes(30));
        var listed = first["jobs"]!.AsArray().Select(j => (string)j!["id"]!).ToList();
        var next = (string?)first["next"];
        while (next is not null)
        {
            var page = await GetAsync($"/api/bay?limit=4&after={next}");
            listed.AddRange(page["jobs"]!.AsArray().Select(j => (string)j!["id"]!));
            next = (string?)page["next"];
        }

        // What became due meanwhile neither turns up twice nor is left out; a list begun now has it at the top.
        listed.Order().ShouldBe(jobs.Order());
        ((int)(await GetAsync("/api/bay?filter=due"))["counts"]!["due"]!).ShouldBe(6);
    }

    [Fact]
    public async Task An_import_that_broke_off_before_it_was_evaluated_is_evaluated_at_the_next_start()
    {
        var job = await NewJobAsync("Broken off");
        await Api.SaveAsync(Http, job, """{ "meter": { "frequencyHz": 0 } }""", "\"0\"");
        await using (var db = await _at.Services.GetRequiredService<IDbContextFactory<HazyGaugeDb>>().CreateDbContextAsync(TestContext.Current.CancellationToken))
        {
            // As a kill between taking it in and saying how it stands leaves it.
            await db.Standings.ExecuteDeleteAsync(TestContext.Current.CancellationToken);
            await db.Jobs.ExecuteUpdateAsync(j => j.SetProperty(r => r.IsUnevaluated, true), TestContext.Current.CancellationToken);
        }

        var renewal = _at.Services.GetRequiredService<StandingsRenewal>();
        (await renewal.RenewAsync(TestContext.Current.CancellationToken), await renewal.RenewAsync(TestContext.Current.CancellationToken)).ShouldBe((1, 0));
        (await GetAsync($"/api/jobs/{job}"))["held"].ShouldNotBeNull();
        ((int)(await GetAsync("/api/bay"))["counts"]!["held"]!).ShouldBe(1);
        (await _at.Services.GetRequiredService<JobStore>().StandingOtherwiseAsync("9.9.9", 0, TestContext.Current.CancellationToken)).Count.ShouldBe(1);
    }

    public void Dispose()
    {
        _at.Dispose();
        _app.Dispose();
    }

    private async Task<(int Counted, int Due, int Upcoming)> DueAsync()
    {
        var bay = await GetAsync("/api/bay");
        var job = bay["jobs"]![0]!;
        return ((int)bay["counts"]!["due"]!, job["due"]!.AsArray().Count, job["upcoming"]!.AsArray().Count);
    }

    private async Task<string> NewJobAsync(string name) => (string)(await Api.ReadAsync(await Http.PostAsync("/api/jobs", Json($$"""{ "name": "{{name}}" }""")), 201))["id"]!;

    private async Task<JsonNode> GetAsync(string path) => await Api.ReadAsync(await Http.GetAsync(path), 200);

    private async Task WriteAsync(string job, string json)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/jobs/{job}/entries") { Content = Json(json) };
        request.Headers.Add("Idempotency-Key", Guid.NewGuid().ToString());
        request.Headers.Add("X-Author", "JM");
        await Api.ReadAsync(await Http.SendAsync(request), 201);
    }

    private static StringContent Json(string json) => new(json, System.Text.Encoding.UTF8, "application/json");
}
