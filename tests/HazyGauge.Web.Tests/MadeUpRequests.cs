using System.Text.Json.Nodes;

namespace HazyGauge.Web.Tests;

/// <summary>Requests nobody sane would send, made from what the API says of itself: mostly of the right shape, with a few parts that are not.</summary>
internal sealed class MadeUpRequests(JsonNode api, int seed)
{
    private static readonly string[] Strange =
    [
        "null",
        "true",
        "0",
        "-1",
        "1e308",
        "-1e308",
        "1e-320",
        "1e15",
        "2147483648",
        "-0",
        "\"\"",
        "\"x\"",
        "\"\\u0000\"",
        "\"\\ud800\"",
        "\"NaN\"",
        "\"\\u202eabc\"",
        "[]",
        "{}",
        "[null]",
        "[[]]",
        "[{}]",
        """{ "value": null }""",
        """{ "value": 0, "u": 0.3 }""",
        """{ "value": 1, "u": 1e8 }""",
        """{ "value": 1, "u": -1 }""",
        """{ "value": 1e308, "u": 1 }""",
        """{ "value": 1, "x": 1, "x": 2 }""",
        """{ "value": 1, "u": 1, "parts": [null] }""",
        "\"2026-02-30\"",
        "\"'; --\"",
        "\"../../x\"",
    ];

    private readonly Random _random = new(seed);
    private readonly List<(string Method, string Path, JsonNode Schema, JsonNode? Example)> _operations =
    [
        .. from path in api["paths"]!.AsObject()
        from method in path.Value!.AsObject()
        let content = method.Value?["requestBody"]?["content"]?["application/json"]
        where content is not null
        select (method.Key.ToUpperInvariant(), path.Key, content["schema"]!, content["example"]),
    ];

    /// <summary>One of them.</summary>
    /// <param name="job">The job it is for, where it is for one.</param>
    public (string Method, string Path, string Body) Next(string job)
    {
        var (method, path, schema, example) = _operations[_random.Next(_operations.Count)];
        var slugs = new[] { "survey", "capacity", "route", "harness", "signal", "compensate" };
        var slug = slugs[_random.Next(slugs.Length)];
        var at = path.Replace("{id}", job, StringComparison.Ordinal).Replace("{slug}", slug, StringComparison.Ordinal).Replace("{item}", "clamp", StringComparison.Ordinal);
        var body =
            path.EndsWith("/stations/{slug}", StringComparison.Ordinal) ? Made(PlanOf(slug), 0)
            : path.EndsWith("/preview", StringComparison.Ordinal) ? $$"""{ "drafts": { "{{slug}}": {{Made(PlanOf(slug), 0)}} } }"""
            : example is not null && _random.Next(3) == 0 ? Bent(example)
            : Made(schema, 0);
        return (method, at, body);
    }

    private JsonNode PlanOf(string slug) =>
        api["components"]!["schemas"]![
            slug switch
            {
                "survey" => "VehicleSurvey",
                "capacity" => "CapacityPlan",
                "route" => "RoutePlan",
                "harness" => "HarnessPlan",
                "signal" => "SignalPlan",
                _ => "CompensatePlan",
            }
        ]!;

    // An example with one of its parts bent.
    private string Bent(JsonNode example)
    {
        var copy = example.DeepClone();
        var at = copy;
        while (at is JsonObject { Count: > 0 } fields)
        {
            var name = fields.ElementAt(_random.Next(fields.Count)).Key;
            if (fields[name] is JsonObject { Count: > 0 } inner && _random.Next(2) == 0)
            {
                at = inner;
                continue;
            }

            fields[name] = "\u0001";
            return copy.ToJsonString().Replace("\"\\u0001\"", Strange[_random.Next(Strange.Length)], StringComparison.Ordinal);
        }

        return copy.ToJsonString();
    }

    private string Made(JsonNode schema, int depth)
    {
        if (_random.Next(25) == 0 || depth > 8)
        {
            return Strange[_random.Next(Strange.Length)];
        }

        if (schema["$ref"] is { } reference)
        {
            return Made(api["components"]!["schemas"]![((string)reference!).Split('/')[^1]]!, depth + 1);
        }

        if (schema["oneOf"] is JsonArray { Count: > 0 } choices)
        {
            return Made(choices[_random.Next(choices.Count)]!, depth + 1);
        }

        if (schema["enum"] is JsonArray { Count: > 0 } words)
        {
            return words[_random.Next(words.Count)]!.ToJsonString();
        }

        var types = (schema["type"] is JsonArray several ? several.Select(t => (string)t!) : [(string?)schema["type"] ?? "object"]).ToList();
        return types[_random.Next(types.Count)] switch
        {
            "null" => "null",
            "boolean" => _random.Next(2) == 0 ? "true" : "false",
            "integer" => _random.Next(-2, 60).ToString(System.Globalization.CultureInfo.InvariantCulture),
            "number" => Number(),
            "string" => $"\"{(_random.Next(2) == 0 ? "two words" : Guid.NewGuid().ToString())}\"",
            "array" => $"[{string.Join(',', Enumerable.Range(0, _random.Next(_random.Next(10) == 0 ? 40 : 4)).Select(_ => Made(schema["items"] ?? new JsonObject(), depth + 1)))}]",
            _ => $"{{{string.Join(',', (schema["properties"] as JsonObject ?? []).Where(p => _random.Next(4) > 0).Select(p => $"\"{p.Key}\":{Made(p.Value!, depth + 1)}"))}}}",
        };
    }

    // From the very small to the very large, zero and whole numbers among them.
    private string Number() =>
        (
            _random.Next(6) switch
            {
                0 => 0,
                1 => _random.Next(1, 200),
                _ => Math.Pow(10, (_random.NextDouble() * 8) - 3),
            }
        ).ToString("R", System.Globalization.CultureInfo.InvariantCulture);
}
