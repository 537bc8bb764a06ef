using System.Runtime.CompilerServices;
using System.Text.Json;
using System.Text.Json.Nodes;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Web.Tests;

/// <summary>The page says what Core says: both write sentences as one table has them, and the page has its units from Core.</summary>
public class SentencesTests
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        Converters = { new System.Text.Json.Serialization.JsonStringEnumConverter(JsonNamingPolicy.CamelCase) },
    };

    [Fact]
    public void Core_writes_every_sentence_of_the_table_in_both_systems()
    {
        var rows = JsonNode.Parse(File.ReadAllText(Path.Combine(Root(), "web/src/words/sentences.table.json")))!.AsArray();
        rows.Count.ShouldBeGreaterThan(5);
        foreach (var row in rows)
        {
            var sentence = new Sentence((string)row!["template"]!, row["values"].Deserialize<Dictionary<string, SentenceValue>>(Json)!);
            SentenceText.Render(sentence, UnitSystem.Metric).ShouldBe((string)row["metric"]!);
            SentenceText.Render(sentence, UnitSystem.Us).ShouldBe((string)row["us"]!);
        }
    }

    /// <summary>HAZY_GOLDENS=write writes the file anew.</summary>
    [Fact]
    public void The_page_has_the_units_of_Core()
    {
        var path = Path.Combine(Root(), "web/src/words/units.json");
        var units = new JsonObject(
            Enum.GetValues<Unit>().Select(u => KeyValuePair.Create(JsonNamingPolicy.CamelCase.ConvertName(u.ToString()), JsonSerializer.SerializeToNode(UnitStyle.Of(u), Json)))
        );
        if (Environment.GetEnvironmentVariable("HAZY_GOLDENS") == "write")
        {
            File.WriteAllText(
                path,
                units.ToJsonString(new JsonSerializerOptions { WriteIndented = true, Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping }) + "\n"
            );
        }

        JsonNode.DeepEquals(JsonNode.Parse(File.ReadAllText(path)), units).ShouldBeTrue();
    }

    private static string Root([CallerFilePath] string path = "") => Path.GetFullPath(Path.Combine(Path.GetDirectoryName(path)!, "../.."));
}
