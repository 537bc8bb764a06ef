using System.Text;
using HazyGauge.Data;
using HazyGauge.Web.Jobs;
using HazyGauge.Web.OpenApi;
using HazyGauge.Web.Uploads;
using Microsoft.AspNetCore.Http.HttpResults;

namespace HazyGauge.Web.Shelf;

/// <summary>The shelf.</summary>
/// <param name="Items">Its sheets, by kind and name.</param>
public sealed record ShelfAnswer(IReadOnlyList<ShelfSheet> Items);

/// <summary>What was taken in.</summary>
/// <param name="Imported">How many sheets.</param>
/// <param name="Names">Their names.</param>
public sealed record ImportedSheets(int Imported, IReadOnlyList<string> Names);

/// <summary>Data sheets of pumps, injectors and kits.</summary>
internal static class ShelfEndpoints
{
    public static void MapShelf(this IEndpointRouteBuilder api)
    {
        api.MapGet("/shelf", async (ShelfSheets shelf, CancellationToken cancellation) => TypedResults.Ok(new ShelfAnswer(await shelf.AllAsync(cancellation))))
            .WithSummary("Data sheets of pumps, injectors and kits: generic ones and the shop's own.");
        api.MapGet("/shelf.csv", async (ShelfSheets shelf, CancellationToken cancellation) =>
                TypedResults.File(Encoding.UTF8.GetBytes(ShelfSheets.Write(await shelf.AllAsync(cancellation))), "text/csv", "shelf.csv")
            )
            .WithSummary("The same as a table, to be edited and brought again.")
            .Produces(StatusCodes.Status200OK, contentType: "text/csv");
        api.MapPost("/shelf", ImportAsync)
            .WithSummary(
                $"Takes sheets in from a CSV file with the columns {string.Join(", ", ShelfSheets.Columns)}, all of them or none; numbers may bring their unit. One of a "
                    + $"name that is known supersedes it."
            )
            .AcceptsFile();
        api.MapDelete("/shelf/{name}", async Task<Results<NoContent, ProblemHttpResult>> (string name, HttpRequest request, ShelfSheets shelf, CancellationToken cancellation) =>
                await shelf.RemoveAsync(name, Author.Named(request), cancellation) ? TypedResults.NoContent() : JobEndpoints.NotFound("There is no such sheet on the shelf.")
            )
            .WithSummary("Takes a sheet off the shelf; jobs that were given its figures keep them. Brought again, it is back.");
    }

    private static async Task<Ok<ImportedSheets>> ImportAsync(HttpRequest request, DataFolder folder, ShelfSheets shelf, CancellationToken cancellation)
    {
        var sheets = await shelf.AddAsync(await PlainText.ReadAsync(request, folder, cancellation), Author.Named(request), cancellation);
        return TypedResults.Ok(new ImportedSheets(sheets.Count, [.. sheets.Select(s => s.Name)]));
    }
}
