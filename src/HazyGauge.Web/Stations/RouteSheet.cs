using System.Globalization;
using System.Text;
using System.Text.Json.Nodes;
using HazyGauge.Core.Stations.Route;
using HazyGauge.Data.Jobs;
using HazyGauge.Formats.Tables;
using HazyGauge.Web.Jobs;
using Microsoft.AspNetCore.Http.HttpResults;

namespace HazyGauge.Web.Stations;

/// <summary>A job's route as a table: the parts, the hoses as they are cut, the tools, and everything that can leak.</summary>
internal static class RouteSheet
{
    private static readonly string[] Columns = ["list", "number", "name", "quantity", "toBuy", "cost", "what"];

    /// <summary>The table of what is saved.</summary>
    public static async Task<Results<FileContentHttpResult, ProblemHttpResult>> ReadAsync(Guid id, JobStore jobs, JobEvaluator evaluator, CancellationToken cancellation)
    {
        if (!await jobs.ExistsAsync(id, cancellation))
        {
            return JobEndpoints.NoSuchJob();
        }

        var evaluation = await evaluator.EvaluateAsync(id, new Dictionary<string, JsonObject>(StringComparer.Ordinal), ["route"], cancellation);
        var results = evaluation.Outcomes.Select(o => o.Stands?.Results).OfType<RouteResults>().FirstOrDefault();
        return TypedResults.File(Encoding.UTF8.GetBytes(CsvTable.Write(Columns, results is null ? [] : Rows(results))), "text/csv", "route.csv");
    }

    private static IEnumerable<IEnumerable<string>> Rows(RouteResults results)
    {
        static string Number(double? number) => number?.ToString("0.##", CultureInfo.InvariantCulture) ?? string.Empty;
        var parts = (results.Kit?.Parts ?? []).Select((p, i) => new[] { "parts", Number(i + 1), p.Name, Number(p.Quantity), Number(p.ToBuy), Number(p.Cost), p.Code });
        var tools = (results.Kit?.Tools ?? []).Select((t, i) => new[] { "tools", Number(i + 1), t.Name.Text, "1", string.Empty, string.Empty, t.Why.Text });
        var leaks = results.Leaks.Select(l => new[] { "leak points", Number(l.Number), l.Name, string.Empty, string.Empty, string.Empty, l.Seal });
        var hoses = (results.Hoses?.Hoses ?? []).Select(h => new[] { "hoses", Number(h.Part), h.Name, "1", string.Empty, string.Empty, FormattableString.Invariant($"cut to {h.CutMm:0} mm, {h.PushedOverMm:0} mm over each barb{(h.IsLoop ? ", in a loop" : string.Empty)}") });
        return parts.Concat(hoses).Concat(tools).Concat(leaks);
    }
}
