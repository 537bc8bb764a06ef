using System.Text.Json.Nodes;
using HazyGauge.Data;
using HazyGauge.Data.Jobs;
using Microsoft.AspNetCore.TestHost;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Time.Testing;

namespace HazyGauge.Web.Tests;

/// <summary>A removed job is gone for everybody, comes back whole for 30 days, and is deleted then.</summary>
public sealed class RemovalTests : IDisposable
{
    private readonly FakeTimeProvider _clock = new(new DateTimeOffset(2026, 3, 1, 8, 0, 0, TimeSpan.Zero));
    private readonly App _app = new();
    private readonly Microsoft.AspNetCore.Mvc.Testing.WebApplicationFactory<Program> _at;
    private readonly HttpClient _http;

    public RemovalTests()
    {
        _at = _app.WithWebHostBuilder(host => host.ConfigureTestServices(services => services.AddSingleton<TimeProvider>(_clock)));
        _http = _at.CreateClient();
    }

    public void Dispose()
    {
        _http.Dispose();
        _at.Dispose();
        _app.Dispose();
    }

    [Fact]
    public async Task A_removed_job_comes_back_whole_for_thirty_days_and_then_goes_with_the_files_nobody_else_has()
    {
        var (gone, kept) = (await NewAsync("Sold off"), await NewAsync("Stays"));
        await Api.SaveAsync(_http, gone, """{ "notes": "burgundy" }""", "\"0\"", slug: "survey");
        await Api.UploadAsync(_http, $"/api/jobs/{gone}/files", [1, 2, 3], "own.bin");
        foreach (var job in new[] { gone, kept })
        {
            await Api.UploadAsync(_http, $"/api/jobs/{job}/files", [7, 7], "shared.bin");
        }

        var before = await GetAsync($"/api/jobs/{gone}/export");
        var removed = await Api.ReadAsync(await _http.DeleteAsync($"/api/jobs/{gone}"), 200);
        ((DateTimeOffset)removed["keptUntil"]! - (DateTimeOffset)removed["removedAt"]!).ShouldBe(TimeSpan.FromDays(30));
        _clock.Advance(TimeSpan.FromHours(1));
        (await Api.ReadAsync(await _http.DeleteAsync($"/api/jobs/{gone}"), 200)).ToJsonString().ShouldBe(removed.ToJsonString());

        // Nobody finds it, and nothing is written on it.
        ((string)(await GetAsync($"/api/jobs/{gone}", 404))["detail"]!).ShouldContain("under Removed");
        await GetAsync($"/api/jobs/{gone}/record", 404);
        await GetAsync($"/api/jobs/{gone}/export", 404);
        await GetAsync($"/api/jobs/{gone}/files", 404);
        await Api.SaveAsync(_http, gone, "{}", "\"1\"", 404, slug: "survey");
        (await NamesAsync("/api/jobs", "items")).ShouldBe(["Stays"]);
        (await NamesAsync("/api/bay")).ShouldBe(["Stays"]);
        (await NamesAsync("/api/bay?filter=archived")).ShouldBeEmpty();
        (await NamesAsync("/api/bay?search=burgundy")).ShouldBeEmpty();
        (await GetAsync("/api/search?q=burgundy"))["hits"]!.AsArray().ShouldBeEmpty();
        (await NamesAsync("/api/bay?filter=removed")).ShouldBe(["Sold off"]);
        var counts = (await GetAsync("/api/bay"))["counts"]!;
        ((int)counts["all"]!, (int)counts["archived"]!, (int)counts["removed"]!).ShouldBe((1, 0, 1));

        // A job that is begun meanwhile is told apart from it.
        await NewAsync("Begun meanwhile");

        _clock.Advance(TimeSpan.FromDays(29));
        (await _at.Services.GetRequiredService<RemovedJobs>().DeleteExpiredAsync(TestContext.Current.CancellationToken)).ShouldBe(0);
        await Api.ReadAsync(await _http.PostAsync($"/api/jobs/{gone}/restore", null), 200);
        var after = await GetAsync($"/api/jobs/{gone}/export");
        after["exportedAt"] = before["exportedAt"]!.DeepClone();
        after.ToJsonString().ShouldBe(before.ToJsonString());
        (await NamesAsync("/api/bay?search=burgundy")).ShouldBe(["Sold off"]);

        await Api.ReadAsync(await _http.DeleteAsync($"/api/jobs/{gone}"), 200);
        await DaysAsync(30);
        ((string)(await GetAsync($"/api/jobs/{gone}", 404))["detail"]!).ShouldBe("There is no such job.");
        await Api.ReadAsync(await _http.DeleteAsync($"/api/jobs/{gone}"), 404);
        await using var db = await _at.Services.GetRequiredService<IDbContextFactory<HazyGaugeDb>>().CreateDbContextAsync(TestContext.Current.CancellationToken);
        (await db.FileContents.Select(c => c.Bytes).ToListAsync(TestContext.Current.CancellationToken)).ShouldBe([2]);
        (await db.Revisions.CountAsync(TestContext.Current.CancellationToken)).ShouldBe(0);
        (await NamesAsync("/api/bay")).ShouldBe(["Begun meanwhile", "Stays"], ignoreOrder: true);
    }

    // Days on which the program runs.
    private async Task DaysAsync(int days)
    {
        for (var day = 0; day < days; day++)
        {
            _clock.Advance(TimeSpan.FromDays(1));
            await _at.Services.GetRequiredService<RemovedJobs>().DeleteExpiredAsync(TestContext.Current.CancellationToken);
        }
    }

    [Theory]
    [InlineData(400, 28, true)] // the clock was 400 days behind and is set right: the days are still counted, the first of them that day
    [InlineData(400, 29, false)]
    [InlineData(0, 29, true)]
    [InlineData(0, 30, false)]
    public async Task A_clock_that_is_set_right_takes_no_time_away(int setBy, int days, bool isKept)
    {
        var gone = await NewAsync("Removed under a wrong clock");
        await Api.ReadAsync(await _http.DeleteAsync($"/api/jobs/{gone}"), 200);
        _clock.Advance(TimeSpan.FromDays(setBy));
        await _at.Services.GetRequiredService<RemovedJobs>().DeleteExpiredAsync(TestContext.Current.CancellationToken);
        await DaysAsync(days);
        (await NamesAsync("/api/bay?filter=removed")).Count.ShouldBe(isKept ? 1 : 0);
    }

    private async Task<string> NewAsync(string name) =>
        (string)
            (
                await Api.ReadAsync(
                    await _http.PostAsync("/api/jobs", new StringContent($$"""{ "name": "{{name}}" }""", new System.Net.Http.Headers.MediaTypeHeaderValue("application/json"))),
                    201
                )
            )["id"]!;

    private async Task<JsonNode> GetAsync(string path, int status = 200) => await Api.ReadAsync(await _http.GetAsync(path), status);

    private async Task<IReadOnlyList<string>> NamesAsync(string path, string list = "jobs") => [.. (await GetAsync(path))[list]!.AsArray().Select(j => (string)j!["name"]!)];
}
