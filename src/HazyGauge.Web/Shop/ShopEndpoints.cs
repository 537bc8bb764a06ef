using System.Text.Json.Serialization;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Shop;
using HazyGauge.Data.Shop;
using HazyGauge.Web.Haze;
using HazyGauge.Web.Jobs;
using HazyGauge.Web.OpenApi;
using HazyGauge.Web.Stations;
using Microsoft.AspNetCore.Http.HttpResults;

namespace HazyGauge.Web.Shop;

/// <summary>What holds for every job of the shop.</summary>
/// <param name="Instruments">Instruments at hand; null where nobody said.</param>
/// <param name="Choices">What there is to choose from.</param>
/// <param name="Author">Who said so last; null where nobody did.</param>
/// <param name="SavedAt">When.</param>
/// <param name="AuthorId">The person's id; left out where people are known by initials alone.</param>
public sealed record ShopAnswer(
    IReadOnlyList<Instrument>? Instruments,
    IReadOnlyList<InstrumentChoice> Choices,
    string? Author,
    DateTimeOffset? SavedAt,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? AuthorId = null
);

/// <summary>An instrument to choose.</summary>
/// <param name="Name">As documents write it.</param>
/// <param name="Label">What it is called.</param>
public sealed record InstrumentChoice(string Name, string Label);

/// <summary>What is said of the shop.</summary>
/// <param name="Instruments">Instruments at hand; left out, nobody says.</param>
public sealed record ShopRequest(IReadOnlyList<Instrument>? Instruments = null);

/// <summary>The shop: what is asked once and holds for every job that does not say otherwise.</summary>
internal static class ShopEndpoints
{
    public static void MapShop(this IEndpointRouteBuilder api)
    {
        api.MapGet("/shop", async (ShopStore shop, CancellationToken cancellation) => TypedResults.Ok(Answer(await shop.LatestAsync(cancellation))))
            .WithSummary("What holds for every job of the shop.");
        api.MapPut("/shop", SaveAsync)
            .WithSummary("Says what holds for every job of the shop from now on; jobs that say otherwise keep that.")
            .NeedsHeader(Author.Header, "Who says so: 1 to 20 printable characters.")
            .WithExample("""{ "instruments": ["voltsAndContinuity", "diagnosticReader"] }""");
    }

    private static async Task<Ok<ShopAnswer>> SaveAsync(Asked<ShopRequest> asked, HttpRequest request, ShopStore shop, StandingsRenewal renewal, CancellationToken cancellation)
    {
        var saved = await shop.SaveAsync(new ShopFacts(asked.Value.Instruments is { } list ? [.. list.Distinct()] : null), Author.Of(request), cancellation);
        renewal.Ask();
        return TypedResults.Ok(Answer(saved));
    }

    private static ShopAnswer Answer(SavedShop saved) =>
        new(saved.Facts.Instruments, [.. InstrumentWords.Choices.Select(c => new InstrumentChoice(c.Name, c.Label))], saved.Author, saved.SavedAt, saved.AuthorId);
}
