using System.Globalization;
using System.Text;
using System.Text.Json.Nodes;
using HazyGauge.Data.Jobs;
using HazyGauge.Formats.Tables;
using HazyGauge.Web.Jobs;
using Microsoft.AspNetCore.Http.HttpResults;

namespace HazyGauge.Web.Stations;

/// <summary>What is saved at a station, as a table to take along.</summary>
/// <typeparam name="T">Type of the station's results.</typeparam>
/// <param name="Slug">The station.</param>
/// <param name="Columns">What every row holds.</param>
/// <param name="Rows">The rows of its results.</param>
internal sealed record StationSheet<T>(string Slug, string[] Columns, Func<T, IEnumerable<IEnumerable<string>>> Rows)
    where T : class
{
    /// <summary>The table of a job.</summary>
    public async Task<Results<FileContentHttpResult, ProblemHttpResult>> ReadAsync(Guid id, JobStore jobs, JobEvaluator evaluator, CancellationToken cancellation)
    {
        if (!await jobs.ExistsAsync(id, cancellation))
        {
            return JobEndpoints.NoSuchJob();
        }

        var evaluation = await evaluator.EvaluateAsync(id, new Dictionary<string, JsonObject>(StringComparer.Ordinal), [Slug], cancellation);
        var outcome = evaluation.Outcomes.FirstOrDefault(o => o.Station.Slug == Slug);
        if (outcome is { Stands: null, Refused: { } why })
        {
            throw why;
        }

        var results = outcome?.Stands?.Results as T;
        return TypedResults.File(Encoding.UTF8.GetBytes(CsvTable.Write(Columns, results is null ? [] : Rows(results))), "text/csv", $"{Slug}.csv");
    }
}

/// <summary>How tables write numbers.</summary>
internal static class SheetNumber
{
    /// <summary>A number; nothing where there is none.</summary>
    public static string Of(double? number) => number?.ToString("0.##", CultureInfo.InvariantCulture) ?? string.Empty;
}
