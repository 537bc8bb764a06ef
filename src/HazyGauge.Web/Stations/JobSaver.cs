using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using HazyGauge.Core;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Identity;
using HazyGauge.Core.Jobs;
using HazyGauge.Core.People;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Stations;
using HazyGauge.Data;
using HazyGauge.Data.Entries;
using HazyGauge.Data.Jobs;
using HazyGauge.Web.Entries;
using HazyGauge.Web.Live;

namespace HazyGauge.Web.Stations;

/// <summary>A document somebody wants to save.</summary>
/// <param name="Slug">The station.</param>
/// <param name="Document">The document.</param>
/// <param name="Expected">Number of the revision it was made from, 0 for never saved; null accepts any.</param>
internal sealed record Sent(string Slug, JsonObject Document, int? Expected);

/// <summary>
/// Saves documents of a job whole, all or none. In the same transaction everything that rests on them is evaluated anew, so that the bay shows
/// what the whole job comes to now.
/// </summary>
internal sealed class JobSaver(
    JobLine line,
    JobStore jobs,
    JobEvaluator evaluator,
    StationDocuments documents,
    EntryStore entries,
    EntryRules rules,
    JobNewsDesk news,
    TimeProvider clock
)
{
    // Somebody saving in between makes us evaluate again; more often than this is no accident.
    public const int MostTries = 8;
    public const string TooBusy = "The job is being saved so often that it cannot be evaluated in between.";

    /// <summary>Saves.</summary>
    /// <param name="jobId">The job.</param>
    /// <param name="author">Who saves.</param>
    /// <param name="sent">The documents.</param>
    /// <param name="cancellation">Gives up.</param>
    /// <param name="isPractice">True where it is only for practice: the documents stand in the record, and nothing rests on them.</param>
    /// <exception cref="RefusedInputException">A document is not valid for its station; fields are named by the path in their document, or slug.path where several are
    /// saved.</exception>
    public async Task<SaveResult> SaveAsync(Guid jobId, Person author, IReadOnlyList<Sent> sent, CancellationToken cancellation, bool isPractice = false)
    {
        for (var i = 0; i < MostTries; i++)
        {
            var latest = await jobs.LatestOfAllAsync(jobId, cancellation);
            if (sent.FirstOrDefault(s => s.Expected is { } expected && expected != (latest.GetValueOrDefault(s.Slug)?.Number ?? 0)) is { } stale)
            {
                return new SaveResult(SaveOutcome.Stale, [], stale.Slug, latest.GetValueOrDefault(stale.Slug));
            }

            var job = await jobs.FindAsync(jobId, cancellation);
            if (job is null)
            {
                return new SaveResult(SaveOutcome.NoSuchJob, []);
            }

            var whole = await WholeAsync(job, author, sent, latest, cancellation) with { IsPractice = isPractice };

            // What an older client still sends in a document is an entry first; the document is evaluated anew with it.
            if (!isPractice && await MoveAsync(jobId, author, sent, cancellation))
            {
                continue;
            }

            var result = await jobs.SaveAsync(jobId, whole, cancellation);
            if (result.Outcome == SaveOutcome.Saved)
            {
                await news.SavedAsync(result.Revisions);
            }

            if (result.Outcome != SaveOutcome.Moved)
            {
                return result;
            }
        }

        throw new InvalidOperationException(TooBusy);
    }

    // True where an entry was written that was not there before.
    private async Task<bool> MoveAsync(Guid jobId, Person author, IReadOnlyList<Sent> sent, CancellationToken cancellation)
    {
        var isNew = false;
        foreach (var (slug, request) in sent.SelectMany(s => MovedToEntries.In(s.Slug, s.Document).Where(m => !StoodBefore(jobId, s, m.Name)).Select(m => (s.Slug, m.Request))))
        {
            var said = Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(JsonSerializer.Serialize(request))))[..32];
            var entry = rules.Check(request, author, $"moved-{slug}-{said}");
            var written = await entries.WriteAsync(jobId, entry, null, cancellation);
            isNew |= written.Outcome == WriteOutcome.Written;
            if (written is { Outcome: WriteOutcome.Written, Entry: { } row })
            {
                await news.WrittenAsync(row);
            }
            else if (written.Outcome == WriteOutcome.NoSuchFile)
            {
                throw new RefusedInputException("fuellingProof.logSha256", "The log is not on this job. Add it again.");
            }
        }

        return isNew;
    }

    // What a revision held before was moved, or given up: a draft that still carries it says nothing new, and must not stand as done now.
    private bool StoodBefore(Guid jobId, Sent sent, string name) =>
        jobs.InputsOf(jobId, sent.Slug).Any(inputs => JsonNode.Parse(inputs) is JsonObject saved && JsonNode.DeepEquals(saved[name], sent.Document[name]));

    /// <summary>A new job with documents, whole or not at all.</summary>
    /// <exception cref="RefusedInputException">A document is not valid for its station.</exception>
    public async Task<JobRow> CreateAsync(JobLabel label, Person author, IReadOnlyList<Sent> sent, CancellationToken cancellation)
    {
        var job = jobs.NewJob(label);
        var save = sent.Count == 0 ? null : await WholeAsync(job, author, sent, new Dictionary<string, RevisionRow>(StringComparer.Ordinal), cancellation);
        await jobs.CreateAsync(job, save, cancellation);
        await news.MovedAsync(job.Id);
        return job;
    }

    /// <summary>Has today's rules say how the stations of a job stand by what is saved, what the bay shows of it, and by which words it is found.</summary>
    public async Task StandAsync(Guid jobId, CancellationToken cancellation)
    {
        for (var i = 0; i < MostTries; i++)
        {
            if (await StandingAsync(jobId, null, cancellation) is not { } standing || await jobs.StandAsync(jobId, standing, cancellation))
            {
                return;
            }
        }

        throw new InvalidOperationException(TooBusy);
    }

    /// <summary>How the stations of a job stand by what is saved and written, and by one more entry where there is one; null where there is no such job.</summary>
    public async Task<StandingWith?> StandingAsync(Guid jobId, EntryToWrite? also, CancellationToken cancellation)
    {
        // Read before what it is evaluated for, so that whatever comes in between is noticed.
        if (await jobs.FindAsync(jobId, cancellation) is not { } job)
        {
            return null;
        }

        var latest = await jobs.LatestOfAllAsync(jobId, cancellation);
        var evaluation = await evaluator.EvaluateAsync(jobId, latest, new Dictionary<string, JsonObject>(StringComparer.Ordinal), null, new EvaluatedWith(also), cancellation);
        return new StandingWith(job.LastRevision, job.LastEntry, before =>
        {
            var evaluated = evaluation.Outcomes.Where(o => evaluation.Documents.ContainsKey(o.Station.Slug)).ToList();
            var reading = evaluation.Outcomes.FirstOrDefault(o => o.Station.ReadsSensor);
            return new JobStanding(
                evaluated.ToDictionary(o => o.Station.Slug, o => (StationStanding?)Standing(o, before.StandingOf(o.Station.Slug), null, evaluation.Shop), StringComparer.Ordinal),
                reading is not null && latest.TryGetValue(reading.Station.Slug, out var row) ? WithReading(before.Bay, reading.Stands, row.SavedAt) : before.Bay,
                evaluated.Where(o => o.Stands is not null).ToDictionary(o => o.Station.Slug, o => o.Station.Texts(o.Stands!.Plan), StringComparer.Ordinal)
            );
        });
    }

    /// <summary>What the bay shows of a reading.</summary>
    private static BayProjection WithReading(BayProjection bay, Evaluated? read, DateTimeOffset? savedAt) =>
        (read?.Published as SensorSays)?.Reading?.EthanolPct is { } ethanol
            ? bay with
            {
                EthanolPct = ethanol.Value,
                EthanolPlusMinus = Interval95.HalfWidth(ethanol),
                ReadingSavedAt = savedAt,
            }
            : bay with
            {
                EthanolPct = null,
                EthanolPlusMinus = null,
                ReadingSavedAt = null,
            };

    private async Task<WholeSave> WholeAsync(JobRow job, Person author, IReadOnlyList<Sent> sent, IReadOnlyDictionary<string, RevisionRow> latest, CancellationToken cancellation)
    {
        var saving = sent.ToDictionary(s => s.Slug, s => s, StringComparer.Ordinal);
        var drafts = sent.Where(s => line.Station(s.Slug) is not null && s.Document.Count > 0).ToDictionary(s => s.Slug, s => s.Document, StringComparer.Ordinal);
        var emptied = sent.Where(s => !drafts.ContainsKey(s.Slug)).Select(s => s.Slug).ToHashSet(StringComparer.Ordinal);
        CheckUnbuilt(sent);
        var standing = latest.Where(l => !emptied.Contains(l.Key)).ToDictionary(l => l.Key, l => l.Value, StringComparer.Ordinal);

        // What is saved, what rests on it, and what these rest on: the others stand as they did.
        HashSet<string> Concerned() => line.With([.. saving.Keys, .. line.Dependents(saving.Keys).Select(d => d.Slug)]).Select(s => s.Slug).ToHashSet(StringComparer.Ordinal);
        var concerned = Concerned();
        var with = new EvaluatedWith(null, new Given(clock.GetUtcNow(), author.Name, author.Id), slug => DocumentIds.Older(line.Station(slug)!, jobs.InputsOf(job.Id, slug)));
        var evaluation = await evaluator.EvaluateAsync(job.Id, standing, drafts, concerned, with, cancellation);

        // A document of an older shape that is replaced leaves its facts to the survey: they are saved along, or they would be lost, and what rests on it is told.
        if (evaluation.TookOver.Where(t => !saving.ContainsKey(t.Key) && saving.ContainsKey(t.Value)).Select(t => t.Key).ToList() is { Count: > 0 } tookOver)
        {
            tookOver.ForEach(slug => saving[slug] = new Sent(slug, evaluation.Documents[slug], latest.GetValueOrDefault(slug)?.Number ?? 0));
            concerned = Concerned();
            evaluation = await evaluator.EvaluateAsync(job.Id, standing, drafts, concerned, with, cancellation);
        }

        Refuse(evaluation.Outcomes.Where(o => saving.ContainsKey(o.Station.Slug)), sent.Count > 1);
        var outcomes = evaluation.Outcomes.ToDictionary(o => o.Station.Slug, StringComparer.Ordinal);
        var (toSave, standings) = Written(evaluation, outcomes, saving, emptied);
        foreach (var dependent in line.Dependents(saving.Keys).Where(d => evaluation.Documents.ContainsKey(d.Slug)))
        {
            var changedBy = line.Reads(dependent).FirstOrDefault(saving.ContainsKey) ?? line.Reads(dependent).First(d => standings.ContainsKey(d));
            standings[dependent.Slug] = Standing(outcomes[dependent.Slug], job.StandingOf(dependent.Slug), changedBy, evaluation.Shop) with
            {
                BasedOn = Numbers(outcomes[dependent.Slug].BasedOn, saving),
            };
        }

        var reads = line.InOrder.FirstOrDefault(s => s.ReadsSensor && concerned.Contains(s.Slug) && (saving.ContainsKey(s.Slug) || standings.ContainsKey(s.Slug)));
        var read = reads is null || emptied.Contains(reads.Slug) ? null : outcomes.GetValueOrDefault(reads.Slug)?.Stands;
        return new WholeSave(
            author,
            false,
            toSave,
            evaluation
                .Documents.Keys.Where(s => concerned.Contains(s) && !saving.ContainsKey(s))
                .ToDictionary(s => s, s => latest.GetValueOrDefault(s)?.Number ?? 0, StringComparer.Ordinal),
            evaluation.Entries,
            standings,
            (before, savedAt) => reads is null ? before : WithReading(before, read, saving.ContainsKey(reads.Slug) ? savedAt : before.ReadingSavedAt)
        );
    }

    private (List<DocumentToSave> Documents, Dictionary<string, StationStanding?> Standings) Written(
        JobEvaluation evaluation,
        IReadOnlyDictionary<string, StationOutcome> outcomes,
        IReadOnlyDictionary<string, Sent> saving,
        IReadOnlySet<string> emptied
    )
    {
        var toSave = new List<DocumentToSave>();
        var standings = new Dictionary<string, StationStanding?>(StringComparer.Ordinal);
        foreach (var place in line.Places.Where(p => saving.ContainsKey(p.Slug)))
        {
            if (!emptied.Contains(place.Slug) && outcomes.TryGetValue(place.Slug, out var outcome))
            {
                var result = outcome.Result!;
                var basedOn = Numbers(outcome.BasedOn, saving);
                var kept = documents.Keep(outcome.Station, evaluation.Documents[place.Slug], result);
                toSave.Add(new DocumentToSave(place.Slug, kept, result.Summary.Text, saving[place.Slug].Expected, basedOn, outcome.Station.Texts(result.Plan)));
                standings[place.Slug] = Standing(outcome, null, null, evaluation.Shop) with { BasedOn = basedOn };
            }
            else
            {
                var nothing = new Dictionary<string, int?>(StringComparer.Ordinal);
                toSave.Add(new DocumentToSave(place.Slug, new KeptDocument("{}"), $"{place.Name}: empty draft", saving[place.Slug].Expected, nothing, []));
                standings[place.Slug] = null;
            }
        }

        return (toSave, standings);
    }

    // Null stands for a revision that is written along.
    private static Dictionary<string, int?> Numbers(IReadOnlyDictionary<string, int?> basedOn, IReadOnlyDictionary<string, Sent> saving) =>
        basedOn.ToDictionary(b => b.Key, b => saving.ContainsKey(b.Key) ? null : b.Value, StringComparer.Ordinal);

    private static StationStanding Standing(StationOutcome outcome, StationStanding? before, string? changedBy, long shop)
    {
        var progress = outcome.Progress;
        var own = before is null ? progress.State : before.OwnState ?? before.State;
        return new StationStanding
        {
            State = progress.State,
            NextAction = progress.NextAction,
            Summary = outcome.Stands?.Summary,
            BasedOn = outcome.BasedOn,
            ChangedBy =
                progress.State == own ? null
                : progress.State == before?.State ? before.ChangedBy ?? changedBy
                : changedBy,
            OwnState = own,
            Steps = progress.Count,
            Holds = progress.Holds is { Count: > 0 } holds ? holds : null,
            CoreVersion = CoreVersion.Current,
            Shop = shop,
        };
    }

    private void CheckUnbuilt(IReadOnlyList<Sent> sent)
    {
        if (sent.FirstOrDefault(s => line.Station(s.Slug) is null && s.Document.Count > 0) is { } unbuilt)
        {
            throw new RefusedInputException("document", $"The station {line.Find(unbuilt.Slug)!.Name} is not built yet and takes only an empty document.");
        }
    }

    private static void Refuse(IEnumerable<StationOutcome> outcomes, bool several)
    {
        var refused = outcomes.Where(o => o.Refused is not null).ToList();
        if (refused.Count > 0)
        {
            throw Together(refused, several);
        }
    }

    /// <summary>All refusals as one.</summary>
    /// <param name="refused">The outcomes that were refused.</param>
    /// <param name="bySlug">True where fields are named slug.path.</param>
    public static RefusedInputException Together(IEnumerable<StationOutcome> refused, bool bySlug) =>
        new(
            refused
                .SelectMany(o => o.Refused!.Sentences.Select(s => (Key: bySlug ? string.Create(CultureInfo.InvariantCulture, $"{o.Station.Slug}.{s.Key}") : s.Key, s.Value)))
                .ToDictionary(s => s.Key, s => s.Value, StringComparer.Ordinal)
        );
}
