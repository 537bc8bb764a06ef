using HazyGauge.Web.OpenApi;

namespace HazyGauge.Web.Security;

/// <summary>Headers that keep the page to itself: nothing is loaded from elsewhere, nothing inline runs, nobody frames it.</summary>
internal static class ResponseHeaders
{
    private const string ContentSecurityPolicy =
        "default-src 'none'; script-src 'self'; style-src 'self'; font-src 'self'; img-src 'self' data: blob:; connect-src 'self'; "
        + "manifest-src 'self'; worker-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

    // The page of the API is a library's: it writes its styles and its first script into itself. It too loads nothing from elsewhere.
    private const string ApiPagePolicy =
        "default-src 'none'; script-src 'self' 'unsafe-inline'; style-src 'self' 'unsafe-inline'; font-src 'self' data:; img-src 'self' data: blob:; connect-src 'self'; "
        + "base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

    /// <summary>Puts them on every answer, failures among them: what answers a failure begins with no headers at all, so they come at the very end.</summary>
    public static IApplicationBuilder UseResponseHeaders(this IApplicationBuilder app) =>
        app.Use(
            (context, next) =>
            {
                context.Response.OnStarting(() =>
                {
                    Put(context);
                    return Task.CompletedTask;
                });
                return next(context);
            }
        );

    private static void Put(HttpContext context)
    {
        var headers = context.Response.Headers;
        headers.ContentSecurityPolicy = context.Request.Path.StartsWithSegments(ApiPage.Path) ? ApiPagePolicy : ContentSecurityPolicy;
        headers.XContentTypeOptions = "nosniff";
        headers["Referrer-Policy"] = "no-referrer";
        headers["Cross-Origin-Opener-Policy"] = "same-origin";
        headers["Cross-Origin-Resource-Policy"] = "same-origin";
        if (context.Request.Path.StartsWithSegments("/api"))
        {
            headers.CacheControl = "no-store";
        }
    }
}
