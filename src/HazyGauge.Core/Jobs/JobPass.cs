using HazyGauge.Core.Entries;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Shop;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Stations;

namespace HazyGauge.Core.Jobs;

/// <summary>A plan to evaluate.</summary>
/// <param name="Plan">The plan, its numbers on the ledger of the pass; null where it could not even be read.</param>
/// <param name="Revision">The revision it stands in; null for a draft.</param>
/// <param name="Refused">Why it could not be read.</param>
/// <param name="Recorded">Reads what it came to when it was saved: that stands where it cannot be evaluated any more, as without its files.</param>
public sealed record PlanToEvaluate(object? Plan, int? Revision, RefusedInputException? Refused = null, Func<object?>? Recorded = null);

/// <summary>What became of one station in a pass.</summary>
/// <param name="Station">The station.</param>
/// <param name="Result">What its plan came to; null where it was refused.</param>
/// <param name="Refused">Why it was refused.</param>
/// <param name="Stands">What the station stands by: the result, or where that is refused what was saved.</param>
/// <param name="BasedOn">The revision of each station it read; null for a draft.</param>
public sealed record StationOutcome(IStation Station, Evaluated? Result, RefusedInputException? Refused, Evaluated? Stands, IReadOnlyDictionary<string, int?> BasedOn)
{
    /// <summary>How far the station has come; where nothing stands any more, that it has to be looked at, and why.</summary>
    public StationProgress Progress => Stands?.Progress ?? new(StationState.InWork, NextAction.Of(
        Station.Slug, "doesNotFit", Sentence.Of($"Check {Station.Name} again."), Sentence.Join(" ", Refused?.Sentences.SelectMany(s => s.Value) ?? [])));
}

/// <summary>Evaluates a job as a whole: wanted stations and all they rest on, each behind those it depends on, on one ledger.</summary>
public static class JobPass
{
    /// <summary>The outcomes by slug, in that order.</summary>
    /// <param name="line">The line.</param>
    /// <param name="want">Slugs of the wanted stations.</param>
    /// <param name="plans">The plans there are, by slug.</param>
    /// <param name="savedInstead">What was saved, by slug: read where a draft is refused, and only then: a number nobody looks at must not stand on the ledger.</param>
    /// <param name="files">Files that the plans name.</param>
    /// <param name="entries">What happened on the job and still holds, the oldest first; a station sees those of the kinds it reads.</param>
    /// <param name="ledger">The ledger the plans' numbers stand on.</param>
    /// <param name="unreadable">Files that are there and could not be read, with the reason.</param>
    /// <param name="shop">What holds for every job of the shop.</param>
    public static IReadOnlyList<StationOutcome> Over(
        JobLine line,
        IEnumerable<string> want,
        IReadOnlyDictionary<string, PlanToEvaluate> plans,
        IReadOnlyDictionary<string, Func<PlanToEvaluate>> savedInstead,
        IReadOnlyDictionary<NeededFile, StationFile> files,
        IReadOnlyList<JobEntry> entries,
        HazeLedger ledger,
        IReadOnlyDictionary<NeededFile, RefusedInputException>? unreadable = null,
        ShopFacts? shop = null)
    {
        var outcomes = new List<StationOutcome>();
        var published = new Dictionary<string, (object What, int? Revision)>(StringComparer.Ordinal);
        foreach (var station in line.With(want))
        {
            var upstream = station.DependsOn.Where(published.ContainsKey).ToDictionary(d => d, d => published[d], StringComparer.Ordinal);
            var context = new StationContext(ledger, upstream.ToDictionary(u => u.Key, u => u.Value.What, StringComparer.Ordinal), files, [.. entries.Where(e => station.ReadsEntries.Contains(e.Kind, StringComparer.Ordinal))], shop);
            var basedOn = upstream.ToDictionary(u => u.Key, u => u.Value.Revision, StringComparer.Ordinal);
            (Evaluated? Result, RefusedInputException? Refused) Of(PlanToEvaluate asked)
            {
                try
                {
                    if (asked.Plan is { } rests && unreadable is not null && station.Files(rests).FirstOrDefault(unreadable.ContainsKey) is { } file)
                    {
                        throw unreadable[file];
                    }

                    return (asked.Plan is { } plan ? station.Evaluate(plan, context) : null, asked.Refused);
                }
                catch (RefusedInputException why)
                {
                    return (null, why);
                }
            }

            Evaluated? Recorded(PlanToEvaluate saved) => saved is { Plan: { } plan, Recorded: { } recorded } && recorded() is { } results ? station.FromRecord(plan, results) : null;

            var given = plans.GetValueOrDefault(station.Slug);
            var asked = given ?? new PlanToEvaluate(station.EmptyPlan, 0);
            var (result, refused) = Of(asked);

            // Where a draft does not fit, what rests on it is shown for what was saved.
            var (stands, revision) = result is not null ? (result, given is null ? 0 : given.Revision)
                : savedInstead.TryGetValue(station.Slug, out var read) && read() is var saved ? (Of(saved).Result ?? Recorded(saved), saved.Revision)
                : (Recorded(asked), asked.Revision);
            outcomes.Add(new StationOutcome(station, result, refused, stands, basedOn));
            if (stands?.Published is { } what)
            {
                published[station.Slug] = (what, revision);
            }
        }

        return outcomes;
    }
}
