using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Stations;
using Microsoft.AspNetCore.Http.Metadata;

namespace HazyGauge.Web.Haze;

/// <summary>What is asked or said: a record out of the request's body, its numbers on the request's ledger.</summary>
/// <param name="Value">The record.</param>
/// <param name="Ledger">The ledger.</param>
internal sealed record Asked<T>(T Value, HazeLedger Ledger) : IEndpointParameterMetadataProvider
    where T : class
{
    /// <summary>Reads it.</summary>
    public static async ValueTask<Asked<T>> BindAsync(HttpContext context)
    {
        var json = context.RequestServices.GetRequiredService<JsonSerializerOptions>();
        var body = JsonObject.Create(await SentJson.ObjectAsync(context.Request));
        var ledger = new HazeLedger();

        // A plan asked outside a job has the sources it has in one.
        var station = context.RequestServices.GetServices<IStation>().FirstOrDefault(s => s.PlanType == typeof(T));
        return new Asked<T>(new HazyReader(json, ledger, station is null ? null : station.SourceOf).Read<T>(body), ledger);
    }

    /// <summary>Tells the API's description what the body is.</summary>
    public static void PopulateMetadata(ParameterInfo parameter, EndpointBuilder builder) => builder.Metadata.Add(new AcceptsMetadata(["application/json"], typeof(T)));
}
