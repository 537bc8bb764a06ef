using System.Collections.Concurrent;
using System.Text.Json.Nodes;
using CsCheck;
using HazyGauge.Data;
using HazyGauge.Data.Files;
using HazyGauge.Data.Search;
using HazyGauge.Web.Search;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace HazyGauge.Web.Tests;

/// <summary>What the store promises those who write at the same time, and those who look for something.</summary>
public class StorageTests(App app) : IClassFixture<App>
{
    [Fact]
    public async Task Writers_take_turns_in_the_order_they_came_and_who_gives_up_holds_nobody()
    {
        using var gate = new WriteGate();
        var order = new ConcurrentQueue<int>();
        var first = await gate.EnterAsync(CancellationToken.None);
        using var impatient = new CancellationTokenSource();
        var givesUp = gate.EnterAsync(impatient.Token);
        var waiting = Enumerable
            .Range(0, 20)
            .Select(async i =>
            {
                using var turn = await gate.EnterAsync(CancellationToken.None);
                order.Enqueue(i);
                await Task.Yield();
            })
            .ToList();
        await impatient.CancelAsync();
        await Should.ThrowAsync<OperationCanceledException>(givesUp);
        order.ShouldBeEmpty();
        first.Dispose();
        await Task.WhenAll(waiting);
        order.ShouldBe(Enumerable.Range(0, 20));
    }

    [Fact]
    public async Task Many_who_save_and_look_before_each_save_overwrite_nobody_unseen()
    {
        var job = await app.NewJobAsync("Everybody's");
        var accepted = new ConcurrentBag<(int From, int To)>();
        var refused = 0;
        await Task.WhenAll(
            Enumerable
                .Range(0, 8)
                .Select(async who =>
                {
                    var random = new Random(who);
                    for (var i = 0; i < 12; i++)
                    {
                        using var read = await app.Http.GetAsync($"/api/jobs/{job}/stations/signal");
                        var etag = read.Headers.ETag!.Tag;
                        await Task.Delay(random.Next(4));
                        using var request = new HttpRequestMessage(HttpMethod.Put, $"/api/jobs/{job}/stations/signal")
                        {
                            Content = new StringContent($$"""{ "meter": { "frequencyHz": {{60 + who}}.{{i}} } }""", System.Text.Encoding.UTF8, "application/json"),
                        };
                        request.Headers.TryAddWithoutValidation("If-Match", etag);
                        request.Headers.Add("X-Author", $"W{who}");
                        using var answer = await app.Http.SendAsync(request);
                        ((int)answer.StatusCode).ShouldBeOneOf(200, 412);
                        if (answer.IsSuccessStatusCode)
                        {
                            accepted.Add(
                                (
                                    int.Parse(etag.Trim('"'), System.Globalization.CultureInfo.InvariantCulture),
                                    int.Parse(answer.Headers.ETag!.Tag.Trim('"'), System.Globalization.CultureInfo.InvariantCulture)
                                )
                            );
                        }
                        else
                        {
                            Interlocked.Increment(ref refused);
                            JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["detail"]!.ToString().ShouldContain("saved revision");
                        }
                    }
                })
        );

        // One chain: each accepted save was made from the one before it, and all are in the record.
        var chain = accepted.OrderBy(a => a.To).ToList();
        chain.Select(a => a.To).ShouldBe(Enumerable.Range(1, chain.Count));
        chain.ShouldAllBe(a => a.From == a.To - 1);
        (chain.Count + refused).ShouldBe(96);
        ((int)(await app.GetAsync($"/api/jobs/{job}/record"))["total"]!).ShouldBe(chain.Count);
    }

    [Fact]
    public async Task Content_that_was_staged_and_never_settled_is_taken_out_and_what_was_settled_never_is()
    {
        var files = app.Services.GetRequiredService<FileStore>();
        var contexts = app.Services.GetRequiredService<IDbContextFactory<HazyGaugeDb>>();
        async Task<int> CountAsync()
        {
            await using var db = await contexts.CreateDbContextAsync(TestContext.Current.CancellationToken);
            return await db.FileContents.CountAsync(TestContext.Current.CancellationToken) + await db.FileChunks.CountAsync(TestContext.Current.CancellationToken);
        }

        var before = await CountAsync();
        var content = new byte[2_000_000];
        new Random(5).NextBytes(content);
        using var spool = new MemoryStream(content);
        var sha256 = Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(content));
        await using (await files.StageAsync(spool, sha256, content.Length, TestContext.Current.CancellationToken))
        {
            (await CountAsync()).ShouldBeGreaterThan(before);
        }

        (await CountAsync()).ShouldBe(before);

        // The commit went through, though whoever asked for it never heard: disposing of it must not take out what a file rests on now.
        var job = await app.NewJobAsync();
        var stored = await Api.UploadAsync(app.Http, $"/api/jobs/{job}/files", content, "log.bin");
        await using (await files.StageAsync(spool, sha256, content.Length, TestContext.Current.CancellationToken)) { }

        (await app.Http.GetByteArrayAsync($"/api/jobs/{job}/files/{(string)stored["sha256"]!}")).SequenceEqual(content).ShouldBeTrue();
    }

    [Fact]
    public async Task What_the_index_finds_is_what_a_plain_search_by_its_rules_finds()
    {
        string[] alphabet = ["pump", "Pumpe", "3/8", "E85", "Brûlée", "brulee", "a", "ab", "regulator", "rail", "re-tap", "190", "L/h", "naïve", "ŽLAB", "zlab"];
        var words = Gen.Int[0, alphabet.Length - 1].Select(i => alphabet[i]);
        var texts = words.Array[1, 5].Select(w => string.Join(' ', w)).Array[1, 3];
        var jobs = new List<(string Id, string[] Texts)>();
        foreach (var (some, i) in texts.Array[25].Single().Select((t, i) => (t, i)))
        {
            var job = await app.NewJobAsync($"Found{i}");
            foreach (var text in some)
            {
                using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/jobs/{job}/entries")
                {
                    Content = new StringContent(new JsonObject { ["kind"] = "note", ["text"] = text }.ToJsonString(), System.Text.Encoding.UTF8, "application/json"),
                };
                request.Headers.Add("Idempotency-Key", Guid.NewGuid().ToString());
                request.Headers.Add("X-Author", "JM");
                await Api.ReadAsync(await app.Http.SendAsync(request), 201);
            }

            jobs.Add((job, [$"Found{i}", .. some]));
        }

        // By hand: letters and digits, small, without their accents; the last part of a word may go on.
        static List<string> Parts(string text) =>
            [
                .. string.Concat(
                        text.Select(c =>
                            c switch
                            {
                                'û' => 'u',
                                'é' => 'e',
                                'ï' => 'i',
                                'Ž' => 'z',
                                _ when char.IsLetterOrDigit(c) => char.ToLowerInvariant(c),
                                _ => ' ',
                            }
                        )
                    )
                    .Split(' ', StringSplitOptions.RemoveEmptyEntries),
            ];
        static bool StandsIn(string word, string text)
        {
            var (wanted, parts) = (Parts(word), Parts(text));
            return Enumerable
                .Range(0, Math.Max(0, parts.Count - wanted.Count + 1))
                .Any(i =>
                    wanted.Take(wanted.Count - 1).Select((w, k) => parts[i + k] == w).All(same => same)
                    && parts[i + wanted.Count - 1].StartsWith(wanted[^1], StringComparison.Ordinal)
                );
        }

        var store = app.Services.GetRequiredService<SearchStore>();
        foreach (var typed in alphabet.Concat(["pum", "reg rail", "BRULEE e8", "tap", "re", "19", "h", "found1 a", "zla"]))
        {
            var asked = SearchWords.Of(typed)!;
            var found = (await store.FindAsync(asked, 1000, TestContext.Current.CancellationToken)).Where(f => jobs.Exists(j => j.Id == f.Id.ToString())).ToList();
            found.Select(f => f.Id.ToString()).Order().ShouldBe(jobs.Where(j => asked.Words.All(w => j.Texts.Any(t => StandsIn(w, t)))).Select(j => j.Id).Order(), typed);

            // Every text that is named holds one of the words where it is said to stand, and none that holds one is left out.
            foreach (var job in found)
            {
                job.Texts.All(t => t.Spots.Any(s => asked.Words.Any(w => StandsIn(w, t.Text.Text[s.Start..s.End])))).ShouldBeTrue(typed);
                job.Texts.Select(t => t.Text.Text)
                    .Order()
                    .ShouldBe(jobs.Single(j => j.Id == job.Id.ToString()).Texts.Where(t => asked.Words.Any(w => StandsIn(w, t))).Order(), typed);
            }
        }
    }

    [Theory]
    [InlineData("The pump hums, the regulator whistles.", 19, 9, "The pump hums, the [regulator] whistles.")]
    [InlineData("pump", 0, 4, "[pump]")]
    [InlineData("nothing of it", 0, 0, "nothing of it")]
    public void The_words_around_are_the_text_itself_with_the_hits_marked(string text, int start, int length, string expected)
    {
        var pieces = WordsAround.Of(text, length == 0 ? [] : [new Spot(start, start + length)]);
        string.Concat(pieces.Select(p => p.Text)).ShouldBe(text);
        string.Concat(pieces.Select(p => p.IsHit ? $"[{p.Text}]" : p.Text)).ShouldBe(expected);
    }

    [Fact]
    public void Around_a_word_in_a_long_text_stand_whole_words_and_dots()
    {
        var text = string.Join(' ', Enumerable.Range(0, 200).Select(i => $"word{i}"));
        var pieces = WordsAround.Of(text, [new Spot(text.IndexOf("word100", StringComparison.Ordinal), text.IndexOf("word100", StringComparison.Ordinal) + 7)]);
        var shown = string.Concat(pieces.Select(p => p.Text));
        shown.ShouldStartWith("… word");
        shown.ShouldEndWith(" …");
        shown.Length.ShouldBeLessThan(160);
        pieces.Single(p => p.IsHit).Text.ShouldBe("word100");
        text.ShouldContain(shown.Trim('…', ' '));
    }
}
