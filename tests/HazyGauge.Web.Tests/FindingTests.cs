using System.Text.Json.Nodes;
using HazyGauge.Bench;
using HazyGauge.Data;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace HazyGauge.Web.Tests;

/// <summary>A shop with a few thousand jobs.</summary>
public sealed class BusyShop : IAsyncLifetime
{
    public const int Copies = 3000;

    public App App { get; } = new();

    public IReadOnlyList<JobRow> All { get; private set; } = [];

    public DateOnly Today { get; private set; }

    public async ValueTask InitializeAsync()
    {
        // A job that is held, one with a survey's words and a file; and thousands like them.
        var held = await App.NewJobAsync("Gantry");
        await App.SaveAsync(held, """{ "meter": { "frequencyHz": 0 } }""", "\"0\"");
        var surveyed = await App.NewJobAsync("Crème Brûlée");
        await App.SaveAsync(
            surveyed,
            """{ "notes": "banjo bolt behind the 3/8 in fitting", "fuelSystem": { "joints": [ { "line": "feed", "place": "firewall", "retainer": "green clip" } ] } }""",
            "\"0\"",
            slug: "survey"
        );
        await Api.UploadAsync(App.Http, $"/api/jobs/{surveyed}/files", "log"u8.ToArray(), "dyno-run-7.csv");
        Today = DateOnly.FromDateTime(DateTime.Now);
        ManyJobs.Add(Path.Combine(App.Folder, "hazy-gauge.db"), Copies, notes: 2, Today);
        await using var db = await App.Services.GetRequiredService<IDbContextFactory<HazyGaugeDb>>().CreateDbContextAsync();
        All = await db.Jobs.AsNoTracking().ToListAsync();
    }

    public async ValueTask DisposeAsync() => await App.DisposeAsync();
}

/// <summary>A bay of thousands: page by page, filtered, searched, and the same as a plain reading of all of it.</summary>
public sealed class FindingTests(BusyShop shop) : IClassFixture<BusyShop>
{
    private readonly App _app = shop.App;

    [Theory]
    [InlineData("all")]
    [InlineData("due")]
    [InlineData("held")]
    [InlineData("waiting")]
    [InlineData("archived")]
    public async Task Every_page_of_every_filter_together_is_what_a_plain_reading_lists_in_that_order(string filter)
    {
        bool Due(JobRow j) => j.Bay.FirstDue <= shop.Today;
        var standing = shop.All.Where(j => j.ArchivedAt is null).ToList();
        var wanted = filter switch
        {
            "due" => standing.Where(Due),
            "held" => standing.Where(j => j.Bay.IsHeld),
            "waiting" => standing.Where(j => j.Bay.IsWaiting),
            "archived" => shop.All.Where(j => j.ArchivedAt is not null),
            _ => standing,
        };
        var expected = (
            filter == "archived"
                ? wanted.OrderByDescending(j => j.ArchivedAt).ThenByDescending(j => j.Id.ToString(), StringComparer.Ordinal)
                : wanted
                    .OrderBy(j => Due(j) ? 0 : (int)j.Bay.Pressing)
                    .ThenBy(j => j.Bay.FirstDue)
                    .ThenByDescending(j => j.CreatedAt)
                    .ThenByDescending(j => j.Id.ToString(), StringComparer.Ordinal)
        )
            .Select(j => j.Id.ToString())
            .ToList();

        var listed = new List<string>();
        JsonNode page;
        string? after = null;
        do
        {
            page = await _app.GetAsync($"/api/bay?filter={filter}&limit=97{(after is null ? string.Empty : $"&after={after}")}");
            listed.AddRange(page["jobs"]!.AsArray().Select(j => (string)j!["id"]!));
            after = (string?)page["next"];
        } while (after is not null);

        listed.ShouldBe(expected);
        expected.Count.ShouldBeGreaterThan(90);
        ((int)page["counts"]![filter]!).ShouldBe(expected.Count);
    }

    [Theory]
    [InlineData("creme brulee no. 77", "name", "Crème Brûlée no. 77")]
    [InlineData("BANJO bolt", "survey", "banjo bolt behind the 3/8 in fitting")]
    [InlineData("3/8", "survey", "banjo bolt behind the 3/8 in fitting")]
    [InlineData("firewall gre", "survey", "feed line, firewall, green clip")]
    [InlineData("dyno-run", "file", "dyno-run-7.csv")]
    [InlineData("adapter 1234", "entry", "adapter 1234")]
    public async Task Words_are_found_wherever_they_stand_with_the_words_around_them(string typed, string where, string words)
    {
        var hits = (await _app.GetAsync($"/api/search?q={Uri.EscapeDataString(typed)}"))["hits"]!.AsArray();
        var hit = hits.First(h => string.Concat(h!["words"]!.AsArray().Select(w => (string)w!["text"]!)) == words)!;
        ((string)hit["where"]!).ShouldBe(where);
        hit["words"]!.AsArray().ShouldContain(w => (bool)w!["isHit"]!);

        // The bay finds the same jobs by the same words, and counts them.
        var bay = await _app.GetAsync($"/api/bay?limit=100&search={Uri.EscapeDataString(typed)}");
        var counts = bay["counts"]!;
        ((int)counts["all"]! + (int)counts["archived"]!).ShouldBeInRange(1, BusyShop.Copies);
        bay["jobs"]!.AsArray().Select(j => (string)j!["id"]!).ShouldAllBe(id => shop.All.Any(j => j.Id.ToString() == id));
        if ((int)counts["all"]! + (int)counts["archived"]! < 20)
        {
            hits.Select(h => (string)h!["job"]!["id"]!).Distinct().Count().ShouldBe((int)counts["all"]! + (int)counts["archived"]!);
        }
    }

    [Fact]
    public async Task What_is_typed_is_never_taken_for_more_than_words()
    {
        foreach (var typed in new[] { "\"", "a\" OR \"b", "NEAR(a b)", "name:x", "*", "-", "a*b", "'; DROP TABLE Jobs; --", "^gantry", "(", "中文", "%" })
        {
            var q = Uri.EscapeDataString(typed);
            var status = typed.Any(char.IsLetterOrDigit) ? 200 : 422;
            await _app.GetAsync($"/api/search?q={q}", status);
            await _app.GetAsync($"/api/bay?search={q}", status);
        }

        // No word is passed over, however many there are.
        (await _app.GetAsync("/api/search?q=banjo%20bolt%20behind%20the%203/8%20in%20fitting%20firewall%20green%20clip%20nowhere"))["hits"]!.AsArray().ShouldBeEmpty();
        (await _app.GetAsync("/api/search", 422)).ShouldName("q");
        (await _app.GetAsync("/api/bay?filter=mine", 422)).ShouldName("filter");
        (await _app.GetAsync("/api/bay?after=behind", 422)).ShouldName("after");
        (await _app.GetAsync("/api/bay?after=e30", 422)).ShouldName("after");
        (await _app.GetAsync($"/api/jobs?after={Guid.NewGuid()}", 422)).ShouldName("after");
        (await _app.GetAsync("/api/bay?limit=0", 422)).ShouldName("limit");
        (await _app.GetAsync("/api/bay?archived=true", 422)).ShouldName("archived");
        (await _app.GetAsync("/api/bay?search="))["jobs"]!.AsArray().Count.ShouldBe(Queries.PageSize.Usual);
    }

    [Fact]
    public async Task A_page_of_many_stays_small_and_the_list_of_all_jobs_goes_on_where_it_ended()
    {
        (await _app.Http.GetStringAsync("/api/bay")).Length.ShouldBeLessThan(60_000);
        var first = await _app.GetAsync("/api/jobs?limit=30");
        var second = await _app.GetAsync($"/api/jobs?limit=30&after={(string)first["next"]!}");
        var newest = shop.All.Where(j => j.ArchivedAt is null).OrderByDescending(j => j.CreatedAt).Select(j => j.Id.ToString()).ToList();
        first["items"]!.AsArray().Concat(second["items"]!.AsArray()).Select(j => (string)j!["id"]!).ShouldBe(newest.Take(60));
    }
}

/// <summary>Words of what is written now, and of nothing that was written before.</summary>
public sealed class ChangingWordsTests(App app) : IClassFixture<App>
{
    [Fact]
    public async Task What_changes_is_found_by_what_it_says_now()
    {
        async Task<int> FoundAsync(string q) => (await app.GetAsync($"/api/search?q={q}"))["hits"]!.AsArray().Count;
        var job = await app.NewJobAsync("Zephyrine");
        (await FoundAsync("zephyrine")).ShouldBe(1);
        await app.SaveAsync(job, """{ "notes": "quokka" }""", "\"0\"", slug: "survey");
        (await FoundAsync("zephyrine quokka")).ShouldBe(2);
        await app.SaveAsync(job, """{ "notes": "wombat" }""", "\"1\"", slug: "survey");
        (await FoundAsync("quokka"), await FoundAsync("wombat")).ShouldBe((0, 1));
        await app.SaveAsync(job, "{}", "\"2\"", slug: "survey");
        (await FoundAsync("wombat"), await FoundAsync("zephyrine")).ShouldBe((0, 1));
    }
}
