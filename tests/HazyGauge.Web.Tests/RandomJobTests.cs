using System.Globalization;
using System.IO.Compression;
using System.Net;
using System.Runtime.CompilerServices;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;

namespace HazyGauge.Web.Tests;

/// <summary>
/// Jobs with gaps, other numbers and lists in another order: nothing is proven or complete that rests on a typical figure, a plan, a claim or a dispute, and no
/// two sentences of one job say different numbers of the same thing.
/// </summary>
public partial class RandomJobTests(App app) : IClassFixture<App>
{
    private const int JobsARound = 24;

    private static readonly string[] Stations = ["survey", "route", "capacity", "harness", "signal", "compensate"];

    // What a thing is known by stays, so that it is still a thing; everything else may be missing.
    private static readonly HashSet<string> Stays = new(StringComparer.Ordinal)
    {
        "id",
        "kind",
        "sha256",
        "name",
        "port",
        "code",
        "ports",
        "boreMm",
        "lengthMm",
        "cost",
        "ethanolRated",
    };

    [Fact]
    public async Task Nothing_proven_rests_on_a_guess_and_no_two_sentences_say_different_numbers_of_one_thing()
    {
        var rounds = int.Parse(Environment.GetEnvironmentVariable("HAZY_FUZZ_ROUNDS") ?? "1", CultureInfo.InvariantCulture);
        var jobs = await DemoAsync();
        var (states, seed) = (new HashSet<string>(StringComparer.Ordinal), 0);
        for (; seed < JobsARound * rounds; seed++)
        {
            var random = new Random(seed);
            var (id, documents) = jobs[random.Next(jobs.Count)];
            var missing = new[] { 0, 0.05, 0.15, 0.3, 0.5 }[random.Next(5)];
            var drafts = new JsonObject(documents.Where(_ => random.NextDouble() < 0.92).Select(d => KeyValuePair.Create(d.Key, Other(d.Value, random, missing))));
            var asked = new JsonObject { ["drafts"] = drafts, ["want"] = new JsonArray([.. Stations.Select(s => (JsonNode)s)]) };
            using var response = await app.Http.PostAsync($"/api/jobs/{id}/preview", new StringContent(asked.ToJsonString(), System.Text.Encoding.UTF8, "application/json"));
            response.StatusCode.ShouldBeOneOf(HttpStatusCode.OK, HttpStatusCode.UnprocessableEntity);
            var answer = JsonNode.Parse(await response.Content.ReadAsStringAsync())!;
            var said = new List<(string Thing, double Number, string Where)>();
            foreach (var (slug, station) in answer["stations"]?.AsObject().ToList() ?? [])
            {
                if (station?["results"] is JsonObject results)
                {
                    states.Add($"{slug} {(string?)results["state"]}");
                    RestsOnWhatWasSeen(slug, results, station["findings"] as JsonArray ?? [], $"seed {seed}");
                    said.AddRange(Said(slug, results));
                }
            }

            var contradictions = said.GroupBy(s => s.Thing).Where(g => g.Select(s => s.Number).Distinct().Count() > 1 && g.Select(s => s.Where).Distinct().Count() > 1);
            contradictions.Select(g => $"{g.Key}: {string.Join(", ", g.Select(s => $"{s.Number} at {s.Where}"))}").ShouldBeEmpty($"seed {seed}");
        }

        // The jobs were of all kinds, proven ones among them.
        states.ShouldContain("signal proven");
        states.Count.ShouldBeGreaterThan(8);
    }

    // The jobs of the demo, each with its documents as they are typed.
    private async Task<IReadOnlyList<(string Id, IReadOnlyDictionary<string, JsonNode> Documents)>> DemoAsync()
    {
        var jobs = new List<(string, IReadOnlyDictionary<string, JsonNode>)>();
        foreach (var folder in Directory.EnumerateDirectories(Path.Combine(Root(), "demo/jobs")).Order(StringComparer.Ordinal))
        {
            using var zip = new MemoryStream();
            await ZipFile.CreateFromDirectoryAsync(folder, zip);
            var id = (string)(await Api.UploadAsync(app.Http, "/api/jobs/import", zip.ToArray(), "job.zip", 201))["id"]!;
            var documents = new Dictionary<string, JsonNode>(StringComparer.Ordinal);
            foreach (var slug in Stations)
            {
                if ((await app.GetAsync($"/api/jobs/{id}/stations/{slug}"))["document"] is JsonObject document)
                {
                    foreach (var written in new[] { "results", "summary", "coreVersion", "schema" })
                    {
                        document.Remove(written);
                    }

                    documents[slug] = document.DeepClone();
                }
            }

            jobs.Add((id, documents));
        }

        return jobs;
    }

    private static string Root([CallerFilePath] string path = "") => Path.GetFullPath(Path.Combine(Path.GetDirectoryName(path)!, "../.."));

    private static void RestsOnWhatWasSeen(string slug, JsonObject results, JsonArray findings, string because)
    {
        if ((string?)results["state"] is not ("proven" or "complete"))
        {
            return;
        }

        (slug is "route").ShouldBeFalse(because);
        (results["assumed"] as JsonArray ?? []).Select(a => (string?)a!["field"]).ShouldBeEmpty($"{because}, {slug}");
        (results["planned"] as JsonArray ?? []).ShouldBeEmpty($"{because}, {slug}");
        results["dispute"].ShouldBeNull(because);
        ((string?)results["fuelling"]?["state"]).ShouldNotBe("claimed", because);
        findings.ShouldAllBe(f => (string?)f!["severity"] != "stop", $"{because}, {slug}");
    }

    // A number of a sentence is known by what the sentence says up to it, what the two words behind it are, and its unit.
    private static IEnumerable<(string Thing, double Number, string Where)> Said(string where, JsonNode? node)
    {
        if (node is JsonArray list)
        {
            return list.SelectMany(inner => Said($"{where}[]", inner));
        }

        if (node is not JsonObject fields)
        {
            return [];
        }

        var inside = fields.SelectMany(f => Said($"{where}/{f.Key}", f.Value));
        return fields["template"] is JsonValue template && fields["values"] is JsonObject values ? inside.Concat(Numbers((string)template!, values, where)) : inside;
    }

    private static IEnumerable<(string Thing, double Number, string Where)> Numbers(string template, JsonObject values, string where) =>
        Placeholder()
            .Matches(template)
            .Where(m => values[m.Groups["name"].Value] is JsonObject)
            .Select(m =>
            {
                var value = values[m.Groups["name"].Value]!;
                var clause = template[..m.Index].Split(". ")[^1];
                var before = Placeholder().Replace(clause, other => values[other.Groups["name"].Value]?["value"]?.ToString() ?? "#");
                var after = string.Join(' ', template[(m.Index + m.Length)..].Split(' ', StringSplitOptions.RemoveEmptyEntries).Take(2));
                return ($"{before}_ {after} ({(string?)value["unit"]})", Math.Round((double)value["value"]!, 4), where);
            });

    private static JsonNode? Other(JsonNode? node, Random random, double missing)
    {
        double Changed(double number) => random.NextDouble() < 0.15 ? Math.Round(number * (0.7 + (0.6 * random.NextDouble())), 3) : number;
        switch (node)
        {
            case JsonObject { Count: > 0 } hazy when hazy["value"] is JsonValue value && value.TryGetValue<double>(out var number):
                var other = (JsonObject)hazy.DeepClone();
                other["value"] = Changed(number);
                return other;
            case JsonObject fields:
                return new JsonObject(
                    fields
                        .Where(f => Stays.Contains(f.Key) || random.NextDouble() >= missing)
                        .Select(f => KeyValuePair.Create(f.Key, Stays.Contains(f.Key) ? f.Value?.DeepClone() : Other(f.Value, random, missing)))
                );
            case JsonArray list:
                var items = list.Where(_ => random.NextDouble() >= missing / 2).Select(i => Other(i, random, missing)).ToArray();
                if (list.FirstOrDefault() is JsonObject && random.NextDouble() < 0.3)
                {
                    random.Shuffle(items);
                }

                return new JsonArray(items);
            case JsonValue number when number.TryGetValue<double>(out var plain) && plain % 1 != 0:
                return Changed(plain);
            default:
                return node?.DeepClone();
        }
    }

    [GeneratedRegex(@"\{(?<name>\w+)\}", RegexOptions.ExplicitCapture, 2000)]
    private static partial Regex Placeholder();
}
