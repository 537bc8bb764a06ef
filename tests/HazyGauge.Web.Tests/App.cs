using System.Net.Http.Headers;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Data.Sqlite;

namespace HazyGauge.Web.Tests;

/// <summary>The program in this process, on an empty folder of its own.</summary>
public sealed class App : WebApplicationFactory<Program>
{
    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("hazy-gauge-web-");

    public HttpClient Http => field ??= CreateClient();

    public string Folder => _folder.FullName;

    public async Task<JsonNode> PostAsync(string path, string json, int status = 200)
    {
        using var response = await Http.PostAsync(path, new StringContent(json, MediaTypeHeaderValue.Parse("application/json")));
        return await Api.ReadAsync(response, status);
    }

    public async Task<JsonNode> GetAsync(string path, int status = 200)
    {
        using var response = await Http.GetAsync(path);
        return await Api.ReadAsync(response, status);
    }

    /// <summary>What a draft of one station comes to; with another status than 200 the problem.</summary>
    public async Task<JsonNode> PreviewAsync(string job, string slug, string document, int status = 200)
    {
        var answer = await PostAsync($"/api/jobs/{job}/preview", $$"""{ "drafts": { "{{slug}}": {{document}} }, "want": ["{{slug}}"] }""", status);
        return status == 200 ? answer["stations"]![slug]! : answer;
    }

    /// <summary>Changes the database of the program behind its back.</summary>
    public async Task SqlAsync(string sql, string job)
    {
        await using var connection = new SqliteConnection($"Data Source={Path.Combine(Folder, "hazy-gauge.db")}");
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
        command.CommandText = sql;
        command.Parameters.AddWithValue("@0", job.ToUpperInvariant());
        (await command.ExecuteNonQueryAsync()).ShouldBePositive();
    }

    public async Task<string> NewJobAsync(string name = "Test job") => (string)(await PostAsync("/api/jobs", $$"""{ "name": "{{name}}" }""", 201))["id"]!;

    public async Task<byte[]> SimulatedAsync(string query) => await Http.GetByteArrayAsync($"/api/stand-in/sensor.vcd?{query}");

    public Task<(JsonNode Body, string? ETag)> SaveAsync(string job, string document, string ifMatch, int status = 200, string slug = "signal", string? author = "JM") =>
        Api.SaveAsync(Http, job, document, ifMatch, status, slug, author);

    /// <summary>Writes an entry under a key of its own.</summary>
    public async Task<JsonNode> WriteAsync(string job, string entry, int status = 201, string? practice = null)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/jobs/{job}/entries")
        {
            Content = new StringContent(entry, MediaTypeHeaderValue.Parse("application/json")),
        };
        request.Headers.Add("X-Author", "JM");
        request.Headers.Add("Idempotency-Key", Guid.NewGuid().ToString());
        if (practice is not null)
        {
            request.Headers.Add("X-Practice", practice);
        }

        return await Api.ReadAsync(await Http.SendAsync(request), status);
    }

    protected override void ConfigureWebHost(IWebHostBuilder builder) =>
        builder
            .UseSetting("HAZY_DATA", Folder)
            .UseSetting("HAZY_DEMO", "0")
            .UseSetting("Logging:LogLevel:Default", "Critical")
            .UseSetting("Logging:LogLevel:Microsoft", "Critical");

    protected override void Dispose(bool disposing)
    {
        base.Dispose(disposing);
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        // It is disposed of more than once.
        if (Directory.Exists(Folder))
        {
            _folder.Delete(recursive: true);
        }
    }
}

/// <summary>What both the program in this process and a real one are asked.</summary>
internal static class Api
{
    public static async Task<JsonNode> ReadAsync(HttpResponseMessage response, int status)
    {
        var body = await response.Content.ReadAsStringAsync();
        ((int)response.StatusCode).ShouldBe(status, body);
        if (status >= 400)
        {
            response.Content.Headers.ContentType!.MediaType.ShouldBe("application/problem+json");
            ((string)JsonNode.Parse(body)!["detail"]!).Length.ShouldBeGreaterThan(10);
        }

        return JsonNode.Parse(body)!;
    }

    /// <summary>The refusal names this, and nothing else: a status alone may have any reason.</summary>
    public static void ShouldName(this JsonNode refused, string field) => refused["errors"]!.AsObject().Select(e => e.Key).ShouldBe([field]);

    public static MultipartFormDataContent File(byte[] content, string name, string? channel = null)
    {
        var form = new MultipartFormDataContent();
        if (channel is not null)
        {
            form.Add(new StringContent(channel), "channel");
        }

        form.Add(new ByteArrayContent(content), "file", name);
        return form;
    }

    public static async Task<JsonNode> UploadAsync(HttpClient http, string path, byte[] content, string name, int status = 200, string? channel = null)
    {
        using var response = await http.PostAsync(path, File(content, name, channel));
        return await ReadAsync(response, status);
    }

    public static async Task<(JsonNode Body, string? ETag)> SaveAsync(
        HttpClient http,
        string job,
        string document,
        string? ifMatch,
        int status = 200,
        string slug = "signal",
        string? author = "JM"
    )
    {
        using var request = new HttpRequestMessage(HttpMethod.Put, $"/api/jobs/{job}/stations/{slug}")
        {
            Content = new StringContent(document, MediaTypeHeaderValue.Parse("application/json")),
        };
        if (ifMatch is not null)
        {
            request.Headers.TryAddWithoutValidation("If-Match", ifMatch);
        }

        if (author is not null)
        {
            request.Headers.TryAddWithoutValidation("X-Author", author);
        }

        using var response = await http.SendAsync(request);
        return (await ReadAsync(response, status), response.Headers.ETag?.Tag);
    }
}
