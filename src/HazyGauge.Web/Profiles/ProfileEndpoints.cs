using System.Text;
using System.Text.Json.Nodes;
using HazyGauge.Core.Findings;
using HazyGauge.Data;
using HazyGauge.Web.OpenApi;
using HazyGauge.Web.Stations;
using HazyGauge.Web.Uploads;
using Microsoft.AspNetCore.Http.HttpResults;

namespace HazyGauge.Web.Profiles;

/// <summary>What is typical of a kind of vehicle or part, to begin a survey from.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="IsOwn">True where the shop brought it; false for those that come with the program.</param>
/// <param name="Survey">The answers it brings.</param>
public sealed record ProfileAnswer(string Name, bool IsOwn, JsonObject Survey);

/// <summary>All profiles, by name.</summary>
public sealed record ProfilesAnswer(IReadOnlyList<ProfileAnswer> Items);

/// <summary>Profiles that were taken in.</summary>
/// <param name="Imported">How many.</param>
/// <param name="Names">Their names.</param>
public sealed record ImportedProfiles(int Imported, IReadOnlyList<string> Names);

/// <summary>Profiles: what a survey can begin from.</summary>
internal static class ProfileEndpoints
{
    private static readonly string GenericFile = Path.Combine(AppContext.BaseDirectory, "examples", "profiles.csv");

    public static void MapProfiles(this IEndpointRouteBuilder api)
    {
        api.MapGet("/profiles", async (NamedStore<ProfileRow> profiles, ProfileCsv csv, CancellationToken cancellation) =>
                new ProfilesAnswer(await AllAsync(profiles, csv, cancellation))
            )
            .WithSummary("What a survey can begin from: generic profiles and the shop's own.");
        api.MapGet("/profiles.csv", WriteAsync).WithSummary("The same as a table, to be edited and brought again.").Produces(StatusCodes.Status200OK, contentType: "text/csv");
        api.MapPost("/profiles/import", ImportAsync)
            .WithSummary(
                $"Takes profiles in from a CSV file with the columns {string.Join(", ", ProfileCsv.Columns)}, all of them or none. One of a name that is known supersedes it."
            )
            .AcceptsFile();
    }

    private static async Task<IReadOnlyList<ProfileAnswer>> AllAsync(NamedStore<ProfileRow> profiles, ProfileCsv csv, CancellationToken cancellation)
    {
        var own = (await profiles.ListAsync(cancellation)).Select(p => new ProfileAnswer(p.Name, true, Upgraded(p.Survey))).ToList();
        var generic = csv.Read(await File.ReadAllTextAsync(GenericFile, cancellation)).Select(p => new ProfileAnswer(p.Name, false, p.Survey));
        return [.. own.Concat(generic.Where(g => own.All(o => o.Name != g.Name))).OrderBy(p => p.Name, StringComparer.Ordinal)];
    }

    // What an older version kept holds nulls for what was left out.
    private static JsonObject Upgraded(string survey)
    {
        var document = StationDocuments.Inputs(JsonNode.Parse(survey));
        foreach (var (name, group) in document.ToList())
        {
            if (group is null)
            {
                document.Remove(name);
            }

            foreach (var (field, _) in (group as JsonObject)?.Where(f => f.Value is null).ToList() ?? [])
            {
                ((JsonObject)group!).Remove(field);
            }
        }

        return document;
    }

    private static async Task<FileContentHttpResult> WriteAsync(NamedStore<ProfileRow> profiles, ProfileCsv csv, CancellationToken cancellation) =>
        TypedResults.File(Encoding.UTF8.GetBytes(ProfileCsv.Write((await AllAsync(profiles, csv, cancellation)).Select(p => (p.Name, p.Survey)))), "text/csv", "profiles.csv");

    private static async Task<Ok<ImportedProfiles>> ImportAsync(
        HttpRequest request,
        DataFolder folder,
        NamedStore<ProfileRow> profiles,
        ProfileCsv csv,
        CancellationToken cancellation
    )
    {
        var read = csv.Read(await PlainText.ReadAsync(request, folder, cancellation));
        var names = (await profiles.ListAsync(cancellation)).Select(p => p.Name).Union(read.Select(p => p.Name), StringComparer.Ordinal).Count();
        if (names > ProfileCsv.MostProfiles)
        {
            throw new RefusedInputException("file", $"A shop has at most {ProfileCsv.MostProfiles} profiles; with these it would have {names}.");
        }

        await profiles.AddAsync(
            now =>
                read.Select(p => new ProfileRow
                {
                    Name = p.Name,
                    Survey = p.Survey.ToJsonString(),
                    AddedAt = now,
                }),
            cancellation
        );
        return TypedResults.Ok(new ImportedProfiles(read.Count, [.. read.Select(p => p.Name)]));
    }
}
