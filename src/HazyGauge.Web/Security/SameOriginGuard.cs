using HazyGauge.Web.Problems;

namespace HazyGauge.Web.Security;

/// <summary>
/// Keeps other web pages from acting through the mechanic's browser: an unsafe request that a browser marks as coming from
/// elsewhere is refused. Programs, which send neither header, are let through.
/// </summary>
internal static class SameOriginGuard
{
    public static IApplicationBuilder UseSameOriginGuard(this IApplicationBuilder app) =>
        app.Use(
            async (context, next) =>
            {
                // A WebSocket is opened with a GET, from any page, and the same-origin policy does not cover it.
                if ((IsUnsafe(context.Request.Method) || context.Request.Path.StartsWithSegments("/hubs")) && ComesFromElsewhere(context.Request))
                {
                    await Results
                        .Problem(ApiProblems.Problem(StatusCodes.Status403Forbidden, "Refused.", "The request comes from another web page than Hazy Gauge itself.", null))
                        .ExecuteAsync(context);
                    return;
                }

                await next(context);
            }
        );

    private static bool IsUnsafe(string method) => !(HttpMethods.IsGet(method) || HttpMethods.IsHead(method) || HttpMethods.IsOptions(method) || HttpMethods.IsTrace(method));

    private static bool ComesFromElsewhere(HttpRequest request)
    {
        var site = request.Headers["Sec-Fetch-Site"].ToString();
        if (site.Length > 0 && site is not ("same-origin" or "none"))
        {
            return true;
        }

        var origin = request.Headers.Origin.ToString();
        return origin.Length > 0 && !string.Equals(origin, $"{request.Scheme}://{request.Host}", StringComparison.OrdinalIgnoreCase);
    }
}
