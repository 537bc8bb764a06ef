using HazyGauge.Core.Entries;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Parts;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Shop;
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
    public StationProgress Progress =>
        Stands?.Progress
        ?? new(
            StationState.InWork,
            NextAction.Of(Station.Slug, "doesNotFit", Sentence.Of($"Check {Station.Name} again."), Sentence.Join(" ", Refused?.Sentences.SelectMany(s => s.Value) ?? []))
        );
}

/// <summary>What a pass over a job is made from.</summary>
/// <param name="Plans">The plans there are, by slug.</param>
/// <param name="SavedInstead">What was saved, by slug: read where a draft is refused, and only then: a number nobody looks at must not stand on the ledger.</param>
/// <param name="Files">Files that the plans name.</param>
/// <param name="UnreadableFiles">Files that are there and could not be read, with the reason.</param>
/// <param name="Entries">What happened on the job; a station sees what it reads.</param>
/// <param name="Shop">What holds for every job of the shop.</param>
public sealed record PassInputs(
    IReadOnlyDictionary<string, PlanToEvaluate> Plans,
    IReadOnlyDictionary<string, Func<PlanToEvaluate>> SavedInstead,
    IReadOnlyDictionary<NeededFile, StationFile> Files,
    IReadOnlyDictionary<NeededFile, RefusedInputException> UnreadableFiles,
    EntriesSoFar Entries,
    ShopFacts Shop
)
{
    /// <summary>Plans alone, with nothing beside them.</summary>
    public PassInputs(IReadOnlyDictionary<string, PlanToEvaluate> plans, ShopFacts shop)
        : this(
            plans,
            new Dictionary<string, Func<PlanToEvaluate>>(StringComparer.Ordinal),
            new Dictionary<NeededFile, StationFile>(),
            new Dictionary<NeededFile, RefusedInputException>(),
            EntriesSoFar.None,
            shop
        ) { }
}

/// <summary>Evaluates a job as a whole: wanted stations and all they rest on, each behind those it depends on, on one ledger.</summary>
public static class JobPass
{
    /// <summary>The outcomes by slug, in that order.</summary>
    /// <param name="line">The line.</param>
    /// <param name="want">Slugs of the wanted stations.</param>
    /// <param name="inputs">What it is made from.</param>
    /// <param name="ledger">The ledger the plans' numbers stand on.</param>
    public static IReadOnlyList<StationOutcome> Over(JobLine line, IEnumerable<string> want, PassInputs inputs, HazeLedger ledger)
    {
        var outcomes = new List<StationOutcome>();
        var published = new Dictionary<string, (object What, int? Revision)>(StringComparer.Ordinal);
        var revisions = new Dictionary<string, int?>(StringComparer.Ordinal);
        foreach (var station in line.With(want))
        {
            var upstream = station.DependsOn.Where(published.ContainsKey).ToDictionary(d => d, d => published[d], StringComparer.Ordinal);
            var context = new StationContext(
                ledger,
                upstream.ToDictionary(u => u.Key, u => u.Value.What, StringComparer.Ordinal),
                inputs.Files,
                inputs.Entries.Of(station.ReadsEntries).Holding,
                inputs.Shop,
                [.. station.DependsOn.Select(d => line.Station(d)?.Publishes).OfType<Type>()],
                station.ReadsSoFar ? SoFar(outcomes, inputs) : null
            );
            var setAside = SetAside(station, inputs.Entries).ToList();
            var (result, refused, stands, revision) = Evaluated(station, inputs, context);
            var basedOn = station.ReadsSoFar
                ? new Dictionary<string, int?>(revisions, StringComparer.Ordinal)
                : upstream.ToDictionary(u => u.Key, u => u.Value.Revision, StringComparer.Ordinal);
            outcomes.Add(new StationOutcome(station, With(result, setAside), refused, With(stands, setAside), basedOn));
            if (stands?.Published is { } what)
            {
                published[station.Slug] = (what, revision);
            }

            if (inputs.Plans.ContainsKey(station.Slug))
            {
                revisions[station.Slug] = revision;
            }
        }

        return outcomes;
    }

    /// <summary>The picture of a job that a pass makes.</summary>
    /// <param name="outcomes">What became of its stations.</param>
    /// <param name="inputs">What the pass was made from.</param>
    public static JobSoFar SoFar(IReadOnlyList<StationOutcome> outcomes, PassInputs inputs)
    {
        var there = outcomes.Where(o => inputs.Plans.ContainsKey(o.Station.Slug)).ToList();
        var notes = inputs.Entries.Holding.Where(e => e.Payload is PartNote).Select(e => ((PartNote)e.Payload!, e.Author.Name, e.At));
        return new JobSoFar(
            there.ToDictionary(
                o => o.Station.Slug,
                o => new StationSoFar(
                    o.Progress,
                    o.Stands?.Summary,
                    o.Stands is { } stands ? o.Station.Figures(stands.Plan, stands.Results) : [],
                    o.Stands?.Findings ?? [],
                    o.Stands is { } named ? o.Station.Things(named.Plan, named.Results) : [],
                    o.Stands?.Results
                ),
                StringComparer.Ordinal
            ),
            inputs.Entries,
            BuyingList.Of(outcomes.Where(o => o.Stands is not null).SelectMany(o => o.Stands!.Needs.Select(n => (o.Station.Slug, n))), notes)
        );
    }

    private static (Evaluated? Result, RefusedInputException? Refused, Evaluated? Stands, int? Revision) Evaluated(IStation station, PassInputs inputs, StationContext context)
    {
        (Evaluated? Result, RefusedInputException? Refused) Of(PlanToEvaluate asked)
        {
            try
            {
                if (asked.Plan is { } rests && station.Files(rests).FirstOrDefault(inputs.UnreadableFiles.ContainsKey) is { } file)
                {
                    throw inputs.UnreadableFiles[file];
                }

                return (asked.Plan is { } plan ? CannotCalculateException.Guard(station.Name, () => Finite(station.Evaluate(plan, context))) : null, asked.Refused);
            }
            catch (RefusedInputException why)
            {
                return (null, why);
            }
        }

        static Evaluated Finite(Evaluated evaluated)
        {
            FiniteNumbers.Check(evaluated.Results);
            FiniteNumbers.Check(evaluated.Progress);
            FiniteNumbers.Check(evaluated.Summary);
            FiniteNumbers.Check(evaluated.Findings);
            FiniteNumbers.Check(evaluated.Needs);
            return evaluated;
        }

        Evaluated? Recorded(PlanToEvaluate saved) => saved is { Plan: { } plan, Recorded: { } recorded } && recorded() is { } results ? station.FromRecord(plan, results) : null;

        var given = inputs.Plans.GetValueOrDefault(station.Slug);
        var asked = given ?? new PlanToEvaluate(station.EmptyPlan, 0);
        var (result, refused) = Of(asked);

        // Where a draft does not fit, what rests on it is shown for what was saved.
        var (stands, revision) =
            result is not null ? (result, given is null ? 0 : given.Revision)
            : inputs.SavedInstead.TryGetValue(station.Slug, out var read) && read() is var saved ? (Of(saved).Result ?? Recorded(saved), saved.Revision)
            : (Recorded(asked), asked.Revision);
        return (result, refused, stands, revision);
    }

    // An entry that cannot be read is said where it would have counted.
    private static IEnumerable<Finding> SetAside(IStation station, EntriesSoFar entries) =>
        entries
            .Unreadable.Where(e => e.Station == station.Slug || station.ReadsEntries.Contains(e.Kind, StringComparer.Ordinal))
            .Select(e =>
                new Finding(
                    "entryUnreadable",
                    Severity.Caution,
                    Sentence.Of($"Entry {e.Number:0} of the record cannot be read and counts for nothing here. {e.Why} Take it back on the record, and write it again.")
                ).OfEntry(e.Number)
            );

    private static Evaluated? With(Evaluated? evaluated, IReadOnlyCollection<Finding> more) =>
        evaluated is null || more.Count == 0 ? evaluated : evaluated with { Findings = [.. evaluated.Findings.Concat(more).OrderByDescending(f => f.Severity)] };
}
