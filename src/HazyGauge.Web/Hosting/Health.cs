using HazyGauge.Data;

namespace HazyGauge.Web.Hosting;

/// <summary>Whether work can be saved now.</summary>
/// <param name="Status">ok, or what is wrong: noRoom, readOnly, busy, damaged, notADatabase, diskError, noAccess.</param>
/// <param name="Detail">That in words, and what to do; null where all is well.</param>
public sealed record HealthAnswer(string Status, string? Detail = null);

/// <summary>Tells whoever watches over the program how it is.</summary>
internal static class Health
{
    public static void MapHealth(this IEndpointRouteBuilder app) => app.MapGet("/health", AnswerAsync).ExcludeFromDescription();

    private static async Task<IResult> AnswerAsync(DataFolder folder, CancellationToken cancellation) =>
        (folder.Fault ?? await Database.FaultAsync(folder, cancellation)) is { } fault
            ? TypedResults.Json(
                new HealthAnswer(System.Text.Json.JsonNamingPolicy.CamelCase.ConvertName(fault.ToString()), fault.InWords(folder.Path)),
                statusCode: StatusCodes.Status503ServiceUnavailable
            )
            : TypedResults.Ok(new HealthAnswer("ok"));
}
