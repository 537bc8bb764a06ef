using System.IO.Compression;
using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace HazyGauge.Data.Jobs;

/// <summary>
/// A document in the parts it is kept in: what a mechanic gave apart from what the program put beside it. Documents travel whole, with all of
/// it in one JSON object.
/// </summary>
/// <param name="Inputs">What a mechanic gave, JSON.</param>
/// <param name="Results">What came of it, JSON; null where there is nothing.</param>
/// <param name="Said">The summary with its numbers, JSON.</param>
/// <param name="CoreVersion">Version of the rules.</param>
/// <param name="Schema">Number of the shape of the document.</param>
public sealed record KeptDocument(string Inputs, string? Results = null, string? Said = null, string? CoreVersion = null, int? Schema = null)
{
    private const string ResultsName = "results";
    private const string SaidName = "summary";
    private const string VersionName = "coreVersion";
    private const string SchemaName = "schema";

    // Words stand in the database as they are read, whatever their alphabet.
    private static readonly JsonSerializerOptions Plain = new() { Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    /// <summary>Names of what the program itself puts into a document.</summary>
    public static IReadOnlyList<string> OwnNames { get; } = [ResultsName, SaidName, VersionName, SchemaName];

    /// <summary>The parts of a whole document. What is no JSON object is kept as it is: whoever reads it says what is wrong with it.</summary>
    public static KeptDocument Of(string document)
    {
        JsonObject? whole;
        try
        {
            whole = JsonNode.Parse(document) as JsonObject;
        }
        catch (JsonException)
        {
            whole = null;
        }

        if (whole is null)
        {
            return new KeptDocument(document);
        }

        var (results, said) = (whole[ResultsName], whole[SaidName]);
        var version = whole[VersionName] is JsonValue text && text.TryGetValue<string>(out var named) ? named : null;
        var schema = whole[SchemaName] is JsonValue number && number.TryGetValue<int>(out var counted) ? counted : (int?)null;
        foreach (var name in OwnNames)
        {
            whole.Remove(name);
        }

        return new KeptDocument(whole.ToJsonString(Plain), results?.ToJsonString(Plain), said?.ToJsonString(Plain), version, schema);
    }

    /// <summary>The parts of a revision.</summary>
    /// <exception cref="InvalidDataException">What is stored as results is damaged.</exception>
    public static KeptDocument Of(RevisionRow row) => new(row.Inputs, row.Results is { } packed ? Unpacked(packed) : null, row.Said, row.CoreVersion, row.Schema);

    /// <summary>The whole document.</summary>
    /// <exception cref="JsonException">What is stored is no JSON.</exception>
    public JsonNode? Whole()
    {
        var whole = JsonNode.Parse(Inputs);
        if (whole is JsonObject document)
        {
            Put(document, ResultsName, Results is null ? null : JsonNode.Parse(Results));
            Put(document, SaidName, Said is null ? null : JsonNode.Parse(Said));
            Put(document, VersionName, CoreVersion);
            Put(document, SchemaName, Schema);
        }

        return whole;
    }

    /// <summary>The results as they are kept.</summary>
    public byte[]? Packed()
    {
        if (Results is null)
        {
            return null;
        }

        using var packed = new MemoryStream();
        using (var brotli = new BrotliStream(packed, CompressionLevel.Fastest, leaveOpen: true))
        {
            brotli.Write(Encoding.UTF8.GetBytes(Results));
        }

        return packed.ToArray();
    }

    private static string Unpacked(byte[] packed)
    {
        using var brotli = new BrotliStream(new MemoryStream(packed), CompressionMode.Decompress);
        using var text = new StreamReader(brotli, Encoding.UTF8);
        return text.ReadToEnd();
    }

    private static void Put(JsonObject document, string name, JsonNode? part)
    {
        if (part is not null)
        {
            document[name] = part;
        }
    }
}
