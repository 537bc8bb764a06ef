using System.Text.Json.Nodes;
using HazyGauge.Core.Jobs;
using HazyGauge.Core.Stations;

namespace HazyGauge.Web.Stations;

/// <summary>What entries of a job may belong to: joints, wires and steps by the ids their stations give them.</summary>
internal sealed class JobThings(JobLine line, JobEvaluator evaluator)
{
    /// <summary>Names of the things of some stations as they are now, by station and id.</summary>
    public async Task<IReadOnlyDictionary<(string Station, string Id), string>> OfAsync(Guid jobId, IEnumerable<string> stations, CancellationToken cancellation)
    {
        var wanted = stations.Where(s => line.Station(s) is not null).ToHashSet(StringComparer.Ordinal);
        if (wanted.Count == 0)
        {
            return new Dictionary<(string, string), string>();
        }

        var evaluation = await evaluator.EvaluateAsync(jobId, new Dictionary<string, JsonObject>(StringComparer.Ordinal), wanted, cancellation);
        return evaluation
            .Outcomes.Where(o => wanted.Contains(o.Station.Slug) && o.Stands is not null)
            .SelectMany(o =>
                o.Station.Things(o.Stands!.Plan, o.Stands.Results)
                    .Concat((o.Stands.Progress.Steps ?? []).Where(s => s.State != StepState.Gone).Select(s => new NamedThing(s.Id, s.Name.Text)))
                    .Select(t => (Key: (o.Station.Slug, t.Id), t.Name))
            )
            .DistinctBy(t => t.Key)
            .ToDictionary(t => t.Key, t => t.Name);
    }
}
