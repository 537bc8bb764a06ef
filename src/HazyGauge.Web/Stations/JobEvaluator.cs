using System.Text.Json.Nodes;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Identity;
using HazyGauge.Core.Jobs;
using HazyGauge.Core.Stations;
using HazyGauge.Data;
using HazyGauge.Data.Entries;
using HazyGauge.Data.Files;
using HazyGauge.Data.Jobs;
using HazyGauge.Data.Shop;
using HazyGauge.Web.Artifacts;
using HazyGauge.Web.Entries;

namespace HazyGauge.Web.Stations;

/// <summary>What a job comes to, with drafts in place of what was saved.</summary>
/// <param name="Outcomes">The outcome of each wanted station and of all they rest on, each behind those it depends on.</param>
/// <param name="Inputs">What the pass was made from.</param>
/// <param name="Documents">The documents that were evaluated, inputs alone, by slug.</param>
/// <param name="Saved">What was saved last, inputs alone and brought up to date, by slug.</param>
/// <param name="Latest">The revisions of that, as they stand in the record.</param>
/// <param name="Entries">The entries that were read.</param>
/// <param name="Shop">Number of what was said of the shop.</param>
/// <param name="TookOver">Stations whose document took something over from one of an older shape, with that one.</param>
internal sealed record JobEvaluation(
    IReadOnlyList<StationOutcome> Outcomes,
    PassInputs Inputs,
    IReadOnlyDictionary<string, JsonObject> Documents,
    IReadOnlyDictionary<string, JsonObject> Saved,
    IReadOnlyDictionary<string, RevisionRow> Latest,
    IReadOnlyDictionary<string, string> TookOver,
    EntriesRead Entries,
    long Shop
)
{
    /// <summary>The picture of the whole job; whole where all of its stations were wanted.</summary>
    public JobSoFar SoFar => JobPass.SoFar(Outcomes, Inputs);
}

/// <summary>What drafts are evaluated with beside the job: what else is about to be written, and what matters only when they are saved.</summary>
/// <param name="Also">One more entry that is about to be written.</param>
/// <param name="Given">Who saves now, and when; null while they are only tried.</param>
/// <param name="Older">Everything that was saved of a station, the oldest first; null while they are only tried.</param>
internal sealed record EvaluatedWith(EntryToWrite? Also = null, Given? Given = null, Func<string, IReadOnlyList<JsonObject>>? Older = null)
{
    /// <summary>Nothing of that.</summary>
    public static readonly EvaluatedWith Nothing = new();
}

/// <summary>Evaluates jobs as a whole: reads documents and files, and lets Core pass over them.</summary>
internal sealed partial class JobEvaluator(
    JobLine line,
    JobStore jobs,
    EntryHistory history,
    FileStore files,
    ArtifactReaders readers,
    StationDocuments documents,
    ShopStore shop,
    ILogger<JobEvaluator> log
)
{
    private static readonly Dictionary<string, JsonObject> NoDrafts = new(StringComparer.Ordinal);

    /// <summary>What a stored job comes to.</summary>
    /// <param name="jobId">The job.</param>
    /// <param name="drafts">Documents that count before what is saved, by slug.</param>
    /// <param name="want">Wanted stations; null for all that have a document or draft.</param>
    /// <param name="cancellation">Gives up.</param>
    public async Task<JobEvaluation> EvaluateAsync(Guid jobId, IReadOnlyDictionary<string, JsonObject> drafts, IReadOnlyCollection<string>? want, CancellationToken cancellation) =>
        await EvaluateAsync(jobId, await jobs.LatestOfAllAsync(jobId, cancellation), drafts, want, EvaluatedWith.Nothing, cancellation);

    /// <summary>The whole of a stored job.</summary>
    public async Task<JobSoFar> SoFarAsync(Guid jobId, CancellationToken cancellation) =>
        (await EvaluateAsync(jobId, NoDrafts, [.. line.InOrder.Select(s => s.Slug)], cancellation)).SoFar;

    /// <summary>What a job with these revisions comes to.</summary>
    public async Task<JobEvaluation> EvaluateAsync(
        Guid jobId,
        IReadOnlyDictionary<string, RevisionRow> latest,
        IReadOnlyDictionary<string, JsonObject> drafts,
        IReadOnlyCollection<string>? want,
        EvaluatedWith with,
        CancellationToken cancellation
    )
    {
        var saved = latest
            .Where(l => line.Station(l.Key) is not null)
            .Select(l => (l.Key, Document: StationDocuments.Inputs(StoredJson.Inputs(l.Value))))
            .Where(l => l.Document.Count > 0)
            .ToDictionary(l => l.Key, l => l.Document, StringComparer.Ordinal);
        var tookOver = DocumentUpgrade.Apply(saved);
        DocumentIds.Give(line, saved);
        var whole = With(saved, drafts);
        var tookFromDrafts = DocumentUpgrade.Apply(whole);
        var refusedIds = new Dictionary<string, RefusedInputException>(StringComparer.Ordinal);
        foreach (var station in line.InOrder.Where(s => whole.ContainsKey(s.Slug) && (drafts.ContainsKey(s.Slug) || tookFromDrafts.ContainsKey(s.Slug))))
        {
            if (DocumentIds.Give(station, whole[station.Slug], saved.GetValueOrDefault(station.Slug), with) is { } refused)
            {
                refusedIds[station.Slug] = refused;
            }
        }

        var wanted = want ?? [.. whole.Keys];
        var ledger = new HazeLedger();
        var plans = new Dictionary<string, PlanToEvaluate>(StringComparer.Ordinal);
        var savedInstead = new Dictionary<string, Func<PlanToEvaluate>>(StringComparer.Ordinal);
        var needed = new HashSet<NeededFile>();
        void Need(IStation station, PlanToEvaluate plan) => needed.UnionWith(plan.Plan is { } readable ? station.Files(readable) : []);
        foreach (var station in line.With(wanted).Where(s => whole.ContainsKey(s.Slug)))
        {
            var isDraft = drafts.ContainsKey(station.Slug) || tookFromDrafts.ContainsKey(station.Slug);
            plans[station.Slug] = refusedIds.TryGetValue(station.Slug, out var refused)
                ? new PlanToEvaluate(null, null, refused)
                : Read(station, whole[station.Slug], isDraft ? null : latest.GetValueOrDefault(station.Slug), isDraft, ledger);
            if (isDraft && saved.TryGetValue(station.Slug, out var before) && latest.TryGetValue(station.Slug, out var standing))
            {
                savedInstead[station.Slug] = () => Read(station, before, standing, isDraft: false, ledger);
                Need(station, Read(station, before, standing, isDraft: false, new HazeLedger()));
            }

            Need(station, plans[station.Slug]);
        }

        // Whoever reads the whole job reads every entry; the buying list of the picture needs what was noted of parts.
        var isWhole = line.With(wanted).Any(s => s.ReadsSoFar) || line.InOrder.All(s => wanted.Contains(s.Slug, StringComparer.Ordinal));
        var reads = line.With(wanted).SelectMany(s => s.ReadsEntries).ToHashSet(StringComparer.Ordinal);
        var (happened, lastEntry) = await history.ReadAsync(jobId, isWhole ? null : reads, with.Also, ledger, cancellation);
        var found = await FilesAsync(jobId, needed, cancellation);
        var said = await shop.LatestAsync(cancellation);
        var inputs = new PassInputs(plans, savedInstead, found.Files, found.Refused, happened, said.Facts);
        var outcomes = JobPass.Over(line, wanted, inputs, ledger);
        Tell(jobId, outcomes);
        return new JobEvaluation(
            outcomes,
            inputs,
            whole,
            saved,
            latest,
            tookOver.Concat(tookFromDrafts).DistinctBy(t => t.Key).ToDictionary(t => t.Key, t => t.Value, StringComparer.Ordinal),
            new EntriesRead(lastEntry, isWhole && line.With(wanted).Any(s => s.ReadsSoFar) ? null : reads),
            said.Number
        );
    }

    private static Dictionary<string, JsonObject> With(Dictionary<string, JsonObject> saved, IReadOnlyDictionary<string, JsonObject> drafts)
    {
        var whole = saved.ToDictionary(s => s.Key, s => (JsonObject)s.Value.DeepClone(), StringComparer.Ordinal);
        foreach (var (slug, draft) in drafts)
        {
            whole[slug] = StationDocuments.Inputs(draft);
        }

        return whole;
    }

    // What no check caught is somebody's to mend.
    private void Tell(Guid jobId, IEnumerable<StationOutcome> outcomes)
    {
        foreach (var outcome in outcomes.Where(o => o.Refused is CannotCalculateException))
        {
            CannotCalculate(log, outcome.Station.Name, jobId, outcome.Refused!.InnerException);
        }
    }

    private PlanToEvaluate Read(IStation station, JsonObject document, RevisionRow? saved, bool isDraft, HazeLedger ledger)
    {
        var revision = isDraft ? (int?)null : saved?.Number ?? 0;
        try
        {
            return new PlanToEvaluate(
                CannotCalculateException.Guard(station.Name, () => documents.Plan(station, document, ledger)),
                revision,
                null,
                saved is null ? null : () => documents.ResultsOf(station, StoredJson.Parts(saved), ledger)
            );
        }
        catch (RefusedInputException refused)
        {
            return new PlanToEvaluate(null, revision, refused);
        }
    }

    private async Task<(Dictionary<NeededFile, StationFile> Files, Dictionary<NeededFile, RefusedInputException> Refused)> FilesAsync(
        Guid jobId,
        IReadOnlySet<NeededFile> needed,
        CancellationToken cancellation
    )
    {
        var found = new Dictionary<NeededFile, StationFile>();
        var refused = new Dictionary<NeededFile, RefusedInputException>();
        foreach (var need in needed)
        {
            if (await files.FindAsync(jobId, need.Sha256, cancellation) is not { } file)
            {
                continue;
            }

            try
            {
                found[need] = new StationFile(file.Name, need.Reading is { } how && file.HasContent ? await readers.ReadAsync(file, how, cancellation) : null);
            }
            catch (RefusedInputException unreadable)
            {
                refused[need] = unreadable.Under(need.Path, "file");
            }
        }

        return (found, refused);
    }

    [LoggerMessage(LogLevel.Error, "{Station} of job {Job} cannot be calculated.")]
    private static partial void CannotCalculate(ILogger log, string station, Guid job, Exception? failed);
}
