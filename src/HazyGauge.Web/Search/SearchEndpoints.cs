using System.Globalization;
using HazyGauge.Core.Findings;
using HazyGauge.Data;
using HazyGauge.Data.Search;
using HazyGauge.Web.Queries;
using Microsoft.AspNetCore.Http.HttpResults;

namespace HazyGauge.Web.Search;

/// <summary>Finds jobs by the words that stand in them.</summary>
internal static class SearchEndpoints
{
    private const int HitsOfOneJob = 3;

    public static void MapSearch(this IEndpointRouteBuilder api) =>
        api.MapGet("/search", FindAsync)
            .WithSummary(
                "Jobs in which every word of q stands, archived ones too, with the places: name, vehicle, notes, joints, files, entries. A word may be the beginning of "
                    + "a longer one."
            );

    private static async Task<Ok<SearchAnswer>> FindAsync(SearchStore search, CancellationToken cancellation, string? q = null, int limit = PageSize.Usual)
    {
        PageSize.Check(limit);
        if (SearchWords.Of(q) is not { } words)
        {
            throw new RefusedInputException("q", "Say what to look for: at least one letter or digit.");
        }

        var found = await search.FindAsync(words, limit, cancellation);
        return TypedResults.Ok(new SearchAnswer([.. found.SelectMany(job => Hits(job))]));
    }

    private static IEnumerable<SearchHit> Hits(FoundJob job)
    {
        var inJob = new JobOfHit(job.Id, job.Name, job.Vehicle, job.ArchivedAt is not null);
        return job
            .Texts.OrderByDescending(t => t.Words)
            .ThenBy(t => Rank(t.Text.Place))
            .ThenBy(t => t.Text.Place, StringComparer.Ordinal)
            .Take(HitsOfOneJob)
            .Select(t => Hit(inJob, t.Text, t.Spots));
    }

    // Name and vehicle say which job it is; what stands in it comes behind.
    private static int Rank(string place) =>
        place switch
        {
            "name" => 0,
            "vehicle" => 1,
            "plate" => 2,
            "reference" => 3,
            _ => 4,
        };

    private static SearchHit Hit(JobOfHit job, SearchTextRow text, IReadOnlyList<Spot> spots)
    {
        var (where, at) = text.Place.Split(':', 2) is [var first, var second] ? (first, second) : (text.Place, null);
        return new SearchHit(
            job,
            where,
            text.Label,
            where == "entry" ? int.Parse(at!, CultureInfo.InvariantCulture) : null,
            where is "entry" or "file" ? null : at,
            WordsAround.Of(text.Text, spots)
        );
    }
}
