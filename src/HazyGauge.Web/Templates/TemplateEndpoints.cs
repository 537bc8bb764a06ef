using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Jobs;
using HazyGauge.Core.People;
using HazyGauge.Data;
using HazyGauge.Data.Jobs;
using HazyGauge.Data.Templates;
using HazyGauge.Web.Haze;
using HazyGauge.Web.Jobs;
using HazyGauge.Web.OpenApi;
using HazyGauge.Web.Parts;
using HazyGauge.Web.Stations;
using HazyGauge.Web.Uploads;
using Microsoft.AspNetCore.Http.HttpResults;

namespace HazyGauge.Web.Templates;

/// <summary>A template.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Vehicle">The vehicle in a few words.</param>
/// <param name="Author">Who made it.</param>
/// <param name="CreatedAt">When it was made or taken in.</param>
/// <param name="AuthorId">The person's id; left out where people are known by initials alone.</param>
public sealed record TemplateAnswer(
    Guid Id,
    string Name,
    string Vehicle,
    string Author,
    DateTimeOffset CreatedAt,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? AuthorId = null
);

/// <summary>Templates.</summary>
/// <param name="Items">By name.</param>
public sealed record TemplatesAnswer(IReadOnlyList<TemplateAnswer> Items);

/// <summary>A template to make of a job.</summary>
/// <param name="JobId">The job.</param>
/// <param name="Name">What it is called; left out, as the job.</param>
public sealed record TemplateRequest(Guid? JobId, string? Name = null);

/// <summary>Finished jobs as templates for the next vehicle of the same kind.</summary>
internal static class TemplateEndpoints
{
    private const string UsualAuthor = "template";

    public static void MapTemplates(this IEndpointRouteBuilder api)
    {
        api.MapGet("/templates", async (TemplateStore templates, CancellationToken cancellation) =>
                TypedResults.Ok(new TemplatesAnswer([.. (await templates.ListAsync(cancellation)).Select(Answer)]))
            )
            .WithSummary("Templates a job can begin from.");
        api.MapPost("/templates", MakeAsync)
            .WithSummary("Makes a template of a job: what was planned at every station and what was bought; nothing that was found, read or measured on that vehicle.")
            .WithExample("""{ "jobId": "01a21e2e-07f8-7e4b-b256-1cba4de58d99" }""");
        api.MapGet("/templates/{id:guid}", FileAsync).WithSummary("A template as an open file.").Produces<TemplateFile>();
        api.MapDelete("/templates/{id:guid}", RemoveAsync).WithSummary("Removes a template. Jobs that began from it stay as they are; its file, taken before, brings it back.");
        api.MapPost("/templates/import", ImportAsync).WithSummary("Takes a template in from its file.").AcceptsFile();
    }

    /// <summary>Who makes a template or a job of one, where that was said.</summary>
    public static Person AuthorOr(HttpRequest request, string otherwise = UsualAuthor) => Author.Named(request) ?? new Person(otherwise);

    private static async Task<Results<Created<TemplateAnswer>, ProblemHttpResult>> MakeAsync(
        TemplateRequest asked,
        HttpRequest request,
        JobStore jobs,
        TemplateStore templates,
        TemplateFiles files,
        BuyingListReader parts,
        JobLine line,
        JsonSerializerOptions json,
        CancellationToken cancellation
    )
    {
        if (asked.JobId is not { } jobId)
        {
            throw new RefusedInputException("jobId", "Say of which job.");
        }

        if (await jobs.FindAsync(jobId, cancellation) is not { } job)
        {
            return JobEndpoints.NoSuchJob();
        }

        var saved = (await jobs.LatestOfAllAsync(jobId, cancellation)).ToDictionary(l => l.Key, l => StationDocuments.Inputs(StoredJson.Inputs(l.Value)), StringComparer.Ordinal);
        DocumentUpgrade.Apply(saved);
        DocumentIds.Give(line, saved);
        var label = JobLabels.Check(new JobLabelRequest(asked.Name ?? job.Name, job.Vehicle));
        var file = files.Of(label.Name, label.Vehicle, saved.Where(s => s.Value.Count > 0).ToDictionary(StringComparer.Ordinal), await parts.ReadAsync(jobId, cancellation));
        if (file.Stations.Count == 0)
        {
            throw new RefusedInputException("jobId", "Nothing is planned on this job that another vehicle could begin from.");
        }

        var row = await templates.AddAsync(file.Name, file.Vehicle ?? string.Empty, JsonSerializer.Serialize(file, json), AuthorOr(request), cancellation);
        return TypedResults.Created($"/api/templates/{row.Id}", Answer(row));
    }

    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> FileAsync(Guid id, TemplateStore templates, CancellationToken cancellation) =>
        await templates.FindAsync(id, cancellation) is { } row
            ? TypedResults.File(Encoding.UTF8.GetBytes(row.Document), "application/json", $"{FileName.Sanitise(row.Name)}-template.json")
            : JobEndpoints.NotFound("There is no such template.");

    private static async Task<Results<NoContent, ProblemHttpResult>> RemoveAsync(Guid id, TemplateStore templates, CancellationToken cancellation) =>
        await templates.RemoveAsync(id, cancellation) ? TypedResults.NoContent() : JobEndpoints.NotFound("There is no such template.");

    private static async Task<Created<TemplateAnswer>> ImportAsync(
        HttpRequest request,
        DataFolder folder,
        TemplateStore templates,
        TemplateFiles files,
        JsonSerializerOptions json,
        CancellationToken cancellation
    )
    {
        var file = files.Read(await JsonAsync(request, folder, cancellation));
        var row = await templates.AddAsync(file.Name, file.Vehicle ?? string.Empty, JsonSerializer.Serialize(file, json), AuthorOr(request), cancellation);
        return TypedResults.Created($"/api/templates/{row.Id}", Answer(row));
    }

    private static async Task<JsonNode?> JsonAsync(HttpRequest request, DataFolder folder, CancellationToken cancellation)
    {
        try
        {
            if (!request.HasFormContentType)
            {
                return JsonObject.Create(await SentJson.ObjectAsync(request));
            }

            await using var upload = await MultipartUpload.ReadAsync(request, folder, [], cancellation);
            await using var content = upload.Open();
            return JsonObject.Create(await SentJson.ObjectAsync(content, cancellation));
        }
        catch (JsonException)
        {
            throw new RefusedInputException("file", "This is no template: it is not JSON, or a field stands twice.");
        }
    }

    private static TemplateAnswer Answer(TemplateRow row) => new(row.Id, row.Name, row.Vehicle, row.Author, row.CreatedAt, row.AuthorId);
}
