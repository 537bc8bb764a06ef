namespace HazyGauge.Web.Hosting;

/// <summary>The demo beside one's own jobs.</summary>
internal static class DemoEndpoints
{
    public static void MapDemo(this IEndpointRouteBuilder api)
    {
        api.MapGet("/demo", (DemoLoader demo, CancellationToken cancellation) => demo.HereAsync(cancellation)).WithSummary("How many jobs of the demo are here.");
        api.MapPost("/demo", (DemoLoader demo, CancellationToken cancellation) => demo.LoadAsync(cancellation))
            .WithSummary("Brings the demo jobs that are not here, beside one's own.");
        api.MapDelete("/demo", (DemoLoader demo, CancellationToken cancellation) => demo.RemoveAsync(cancellation)).WithSummary("Removes the demo jobs; one's own stay.");
    }
}
