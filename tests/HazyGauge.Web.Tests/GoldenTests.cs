using System.IO.Compression;
using System.Runtime.CompilerServices;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace HazyGauge.Web.Tests;

/// <summary>
/// What must stay as it was while the house is rebuilt: numbers, codes and states of every calculation's example and of the demo jobs. Sentences
/// may be put better; what is new beside the old is no difference. Deliberate changes stand in docs/decisions/023. HAZY_GOLDENS=write freezes anew.
/// </summary>
public class GoldenTests(App app) : IClassFixture<App>
{
    private static readonly HashSet<string> Prose = new(StringComparer.Ordinal)
    {
        "text",
        "what",
        "effect",
        "command",
        "why",
        "label",
        "howTo",
        "words",
        "summary",
        "template",
        "effectTemplate",
        "whyTemplate",
        "whatTemplate",
        "reachTemplate",
        "values",
        "reasons",
        "coreVersion",
        "schema",
    };

    private static readonly string[] Stations = ["survey", "capacity", "route", "harness", "signal", "compensate"];

    [Fact]
    public async Task Every_example_is_answered_as_it_was()
    {
        var paths = (await app.GetAsync("/openapi/v1.json"))["paths"]!.AsObject();
        var answers = new JsonObject();
        foreach (var (path, item) in paths.Where(p => p.Key.StartsWith("/api/calc/", StringComparison.Ordinal)))
        {
            if (item!["post"]?["requestBody"]!["content"]!["application/json"]?["example"] is { } example)
            {
                answers[path] = await app.PostAsync(path, example.ToJsonString());
            }
        }

        Compare("examples.json", answers);
    }

    [Fact]
    public async Task What_the_calculations_take_and_give_is_called_as_it_was()
    {
        var document = await app.GetAsync("/openapi/v1.json");
        var names = new JsonObject();
        foreach (var (path, item) in document["paths"]!.AsObject().Where(p => p.Key.StartsWith("/api/calc/", StringComparison.Ordinal)))
        {
            var operation = item!["post"] ?? item["get"]!;
            var fields = new SortedSet<string>(StringComparer.Ordinal);
            Fields(document, operation["requestBody"]?["content"]?["application/json"]?["schema"], "in", fields, 0);
            Fields(document, operation["responses"]?["200"]?["content"]?["application/json"]?["schema"], "out", fields, 0);
            names[path] = new JsonArray([.. fields.Select(f => (JsonNode)f)]);
        }

        if (IsWriting)
        {
            Write("fields.json", names);
        }

        foreach (var (path, fields) in Read("fields.json").AsObject())
        {
            fields!.AsArray().Select(f => (string)f!).ShouldBeSubsetOf(names[path]!.AsArray().Select(f => (string)f!), path);
        }
    }

    [Fact]
    public async Task What_a_field_takes_and_what_is_usual_stays_as_whoever_imports_and_sends_knows_it()
    {
        var asked = new JsonObject();
        foreach (var slug in Stations)
        {
            var fields = await app.GetAsync($"/api/fields/{slug}");
            asked[slug] = new JsonArray([.. fields.AsArray().Select(Numbers)]);
        }

        Compare("asked.json", asked);

        static JsonNode Numbers(JsonNode? field)
        {
            var numbers = new JsonObject();
            foreach (var name in new[] { "path", "unit", "min", "max", "usual" })
            {
                numbers[name] = field![name]?.DeepClone();
            }

            numbers["items"] = field!["items"] is JsonArray items ? new JsonArray([.. items.Select(Numbers)]) : null;
            return numbers;
        }
    }

    [Fact]
    public async Task The_demo_jobs_come_to_what_they_came_to()
    {
        var results = new JsonObject();
        foreach (var folder in Directory.EnumerateDirectories(Path.Combine(Root(), "demo/jobs")).Order(StringComparer.Ordinal))
        {
            using var zip = new MemoryStream();
            await ZipFile.CreateFromDirectoryAsync(folder, zip);
            var job = (string)(await Api.UploadAsync(app.Http, "/api/jobs/import", zip.ToArray(), "job.zip", 201))["id"]!;
            var stations = new JsonObject();
            foreach (var slug in Stations)
            {
                if (await SavedAsync(job, slug) is { } document)
                {
                    stations[slug] = await ResultsAsync(job, slug, document);
                    stations[slug + " recheck"] = (await app.GetAsync($"/api/jobs/{job}/stations/{slug}/recheck"))["differences"]!.DeepClone();
                }
            }

            results[Path.GetFileName(folder)] = stations;
        }

        Compare("demo.json", results);
    }

    private async Task<JsonNode?> SavedAsync(string job, string slug) => (await app.GetAsync($"/api/jobs/{job}/stations/{slug}"))["document"];

    private async Task<JsonNode> ResultsAsync(string job, string slug, JsonNode document) => (await app.PreviewAsync(job, slug, document.ToJsonString()))["results"]!.DeepClone();

    private static void Fields(JsonNode document, JsonNode? schema, string at, SortedSet<string> fields, int depth)
    {
        if (schema is null || depth > 12)
        {
            return;
        }

        if ((string?)schema["$ref"] is { } reference)
        {
            schema = document["components"]!["schemas"]![reference.Split('/')[^1]]!;
        }

        foreach (var (name, inner) in schema["properties"]?.AsObject() ?? [])
        {
            // A number with its haze is one field, however it is written down.
            if (name is "parts" or "u" or "plusMinus" or "value")
            {
                continue;
            }

            fields.Add($"{at}.{name}");
            Fields(document, inner, $"{at}.{name}", fields, depth + 1);
        }

        Fields(document, schema["items"], at, fields, depth + 1);
        foreach (var alternative in (schema["oneOf"] ?? schema["anyOf"] ?? schema["allOf"])?.AsArray() ?? [])
        {
            Fields(document, alternative, at, fields, depth + 1);
        }
    }

    private static void Compare(string name, JsonNode now)
    {
        if (IsWriting)
        {
            Write(name, now);
        }

        var off = new List<string>();
        Differences(Read(name), now, string.Empty, off);
        off.ShouldBeEmpty();
    }

    private static void Differences(JsonNode? was, JsonNode? now, string at, List<string> off)
    {
        switch (was)
        {
            case JsonObject before:
                foreach (var (name, value) in before.Where(p => !Prose.Contains(p.Key)))
                {
                    Differences(value, (now as JsonObject)?[name], $"{at}/{name}", off);
                }

                break;
            case JsonArray before when now is JsonArray after && before.Count == after.Count:
                for (var i = 0; i < before.Count; i++)
                {
                    Differences(before[i], after[i], $"{at}[{i}]", off);
                }

                break;
            default:
                if (!Same(was, now))
                {
                    off.Add($"{at}: {was?.ToJsonString() ?? "null"} -> {now?.ToJsonString() ?? "null"}");
                }

                break;
        }
    }

    private static bool Same(JsonNode? was, JsonNode? now) =>
        was?.GetValueKind() == JsonValueKind.Number && now?.GetValueKind() == JsonValueKind.Number
            ? Math.Abs((double)was - (double)now) <= 1e-9 * Math.Max(1, Math.Abs((double)was))
            : was?.ToJsonString() == now?.ToJsonString();

    private static bool IsWriting => Environment.GetEnvironmentVariable("HAZY_GOLDENS") == "write";

    private static JsonNode Read(string name) => JsonNode.Parse(File.ReadAllText(Path.Combine(Root(), "tests/HazyGauge.Web.Tests/Goldens", name)))!;

    private static void Write(string name, JsonNode node) => File.WriteAllText(Path.Combine(Root(), "tests/HazyGauge.Web.Tests/Goldens", name), node.ToJsonString() + "\n");

    private static string Root([CallerFilePath] string path = "") => Path.GetFullPath(Path.Combine(Path.GetDirectoryName(path)!, "../.."));
}
