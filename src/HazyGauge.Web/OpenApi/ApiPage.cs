using Scalar.AspNetCore;

namespace HazyGauge.Web.OpenApi;

/// <summary>The API to read and to try out, on a page of its own. It comes with the program and asks nobody else.</summary>
internal static class ApiPage
{
    /// <summary>Where it stands.</summary>
    public const string Path = "/api/docs";

    /// <summary>Serves the page.</summary>
    public static void MapApiPage(this IEndpointRouteBuilder app) =>
        app.MapScalarApiReference(Path, page =>
                page.WithTitle("Hazy Gauge API")
                    .WithOpenApiRoutePattern("/openapi/v1.json")
                    .DisableDefaultFonts()
                    .WithProxy(string.Empty)
                    .DisableTelemetry()
                    .DisableAgent()
                    .DisableMcp()
                    .HideDeveloperTools()
                    .HideClientButton()
            )
            .ExcludeFromDescription();
}
