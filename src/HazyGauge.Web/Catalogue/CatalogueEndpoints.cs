using System.Text;
using HazyGauge.Core.Plumbing;
using HazyGauge.Core.Plumbing.Ports;
using HazyGauge.Data;
using HazyGauge.Formats.Fittings;
using HazyGauge.Web.Haze;
using HazyGauge.Web.Jobs;
using HazyGauge.Web.OpenApi;
using HazyGauge.Web.Uploads;
using Microsoft.AspNetCore.Http.HttpResults;

namespace HazyGauge.Web.Catalogue;

/// <summary>The catalog.</summary>
/// <param name="Ports">The ends there are.</param>
/// <param name="Parts">The parts, those that ship and the shop's own.</param>
/// <param name="Mates">Ends that go together, in pairs of codes.</param>
public sealed record CatalogueAnswer(IReadOnlyList<Port> Ports, IReadOnlyList<FittingPart> Parts, IReadOnlyList<IReadOnlyList<string>> Mates);

/// <summary>Parts that were taken in.</summary>
/// <param name="Imported">How many.</param>
/// <param name="Codes">Their codes.</param>
public sealed record ImportedParts(int Imported, IReadOnlyList<string> Codes);

/// <summary>The catalog of fittings, hoses and sensors.</summary>
internal static class CatalogueEndpoints
{
    public static void MapCatalogue(this IEndpointRouteBuilder api)
    {
        api.MapGet("/catalogue", async (ShopCatalogue catalogue, CancellationToken cancellation) =>
                new CatalogueAnswer(PortCatalogue.All, await catalogue.PartsAsync(cancellation), PortCatalogue.Mates)
            )
            .WithSummary("The ends there are, the parts to build from, and which ends go together.");
        api.MapGet("/catalogue.csv", async (ShopCatalogue catalogue, CancellationToken cancellation) =>
                TypedResults.File(Encoding.UTF8.GetBytes(FittingTable.Write(await catalogue.PartsAsync(cancellation))), "text/csv", "fittings.csv")
            )
            .WithSummary("The parts as a table, to be edited and brought again.")
            .Produces(StatusCodes.Status200OK, contentType: "text/csv");
        api.MapPost("/catalogue/import", ImportAsync)
            .WithSummary(
                $"Takes parts in from a CSV file with the columns {string.Join(", ", FittingTable.Columns)}, all of them or none. Ends are codes of ports with spaces "
                    + $"between. One of a code that is known supersedes it."
            )
            .AcceptsFile();
        api.MapPut("/catalogue/parts", async (Asked<FittingPart> asked, HttpRequest request, ShopCatalogue catalogue, CancellationToken cancellation) =>
            {
                await catalogue.SaveAsync(asked.Value, Author.Named(request), cancellation);
                return TypedResults.Ok(asked.Value);
            })
            .WithSummary("Keeps one part in the shop's catalog, new or in place of the one of its code.")
            .WithExample(
                """
                { "code": "qc-3-8-tab-flare-6", "name": "Quick connect 3/8 in to #6 flare", "ports": ["qc-3-8-f-tab", "flare-6-m"],
                "boreMm": 7.5, "lengthMm": 44, "cost": 13, "ethanolRated": true, "wrenchesMm": [17.5], "onShelf": 2 }
                """
            );
        api.MapDelete(
                "/catalogue/parts/{code}",
                async Task<Results<NoContent, ProblemHttpResult>> (string code, HttpRequest request, ShopCatalogue catalogue, CancellationToken cancellation) =>
                    await catalogue.RemoveAsync(code, Author.Named(request), cancellation)
                        ? TypedResults.NoContent()
                        : JobEndpoints.NotFound("There is no such part in the catalog.")
            )
            .WithSummary("Takes a part out of the catalog; chains that have it keep it.");
    }

    private static async Task<Ok<ImportedParts>> ImportAsync(HttpRequest request, DataFolder folder, ShopCatalogue catalogue, CancellationToken cancellation)
    {
        var parts = await catalogue.ImportAsync(await PlainText.ReadAsync(request, folder, cancellation), Author.Named(request), cancellation);
        return TypedResults.Ok(new ImportedParts(parts.Count, [.. parts.Select(p => p.Code)]));
    }
}
