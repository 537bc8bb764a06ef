namespace HazyGauge.Web.Hosting;

/// <summary>Every address that is nobody else's is the page, which finds its way by itself.</summary>
internal static class PageAddresses
{
    private static readonly PathString[] Others = ["/api", "/hubs", "/health", "/openapi"];

    /// <summary>
    /// Has such an address answered as the top is. Done before it is looked for who answers: an endpoint for all other addresses would make every unknown one of the
    /// API look like one that takes only GET.
    /// </summary>
    public static IApplicationBuilder UsePageAddresses(this IApplicationBuilder app) =>
        app.Use(
            (context, next) =>
            {
                var request = context.Request;
                if (
                    (HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method))
                    && !Path.HasExtension(request.Path)
                    && !Others.Any(o => request.Path.StartsWithSegments(o))
                )
                {
                    request.Path = "/";
                }

                return next(context);
            }
        );
}
