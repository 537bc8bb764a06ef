using System.Text.Json;
using System.Text.Json.Nodes;
using HazyGauge.Core.Entries;
using HazyGauge.Core.Entries.Kinds;
using HazyGauge.Core.Findings;
using HazyGauge.Core.People;
using HazyGauge.Data;
using HazyGauge.Data.Entries;
using HazyGauge.Data.Jobs;
using HazyGauge.Formats.Jobs;
using HazyGauge.Web.Entries;

namespace HazyGauge.Web.Stations;

/// <summary>Brings jobs and job files from before up to date where what was done stood in documents: it becomes entries.</summary>
internal sealed class OldShapes(JobStore jobs, EntryStore entries, EntryRules rules, JobSaver saver)
{
    /// <summary>Moves what documents of jobs in the database held into entries, once.</summary>
    public async Task MoveAsync(CancellationToken cancellation)
    {
        foreach (var id in await jobs.OfOldShapeAsync(cancellation))
        {
            var revisions = (await jobs.AllRevisionsAsync(id, cancellation))
                .Where(r => !r.IsPractice)
                .Select(r => new OldRevision(r.Number, r.Slug, r.Author, r.AuthorId, r.SavedAt, Inputs(r)));
            foreach (var moved in MovedToEntries.Of([.. revisions]))
            {
                var entry = Written(Fitting(moved));
                var written = await entries.WriteAsync(id, entry, null, cancellation);
                if (written.Outcome == WriteOutcome.NoSuchFile)
                {
                    await entries.WriteAsync(id, Written(Fitting(WithoutFile(moved))), null, cancellation);
                }
            }

            await saver.StandAsync(id, cancellation);
            await jobs.MovedAsync(id, cancellation);
        }
    }

    /// <summary>A job file in today's shape, with what its documents held as entries behind those it has.</summary>
    public JobFile Upgraded(JobFile file)
    {
        if (file.SchemaVersion >= JobFile.EntriesFromSchemaVersion)
        {
            return file;
        }

        var revisions = file
            .Revisions.Where(r => r.Document.ValueKind == JsonValueKind.Object)
            .Select(r => new OldRevision(r.Revision, r.Slug, r.Author, r.AuthorId, r.SavedAt, JsonObject.Create(r.Document)!));
        var there = file.Entries ?? [];
        var moved = MovedToEntries
            .Of([.. revisions])
            .Select(m => file.Files.Any(f => m.Request.Payload is { } p && p.TryGetProperty("file", out var log) && log.ValueEquals(f.Sha256)) ? m : WithoutFile(m))
            .Select(Fitting);
        return file with
        {
            SchemaVersion = JobFile.CurrentSchemaVersion,
            Entries =
            [
                .. there,
                .. moved.Select(
                    (m, i) =>
                        new JobFileEvent(there.Count + i + 1, m.Request.Kind!, m.Request.Text ?? string.Empty, [], m.From.Author, m.From.SavedAt)
                        {
                            Station = m.Request.Station,
                            Payload = m.Request.Payload,
                            AuthorId = m.From.AuthorId,
                        }
                ),
            ],
        };
    }

    private EntryToWrite Written(MovedEntry moved) => rules.Check(moved.Request, new Person(moved.From.Author, moved.From.AuthorId), moved.Key) with { At = moved.From.SavedAt };

    // What older rules let in and today's do not stays readable as a note.
    private MovedEntry Fitting(MovedEntry moved)
    {
        try
        {
            Written(moved);
            return moved;
        }
        catch (RefusedInputException)
        {
            var text = $"{moved.Request.Text} {moved.Request.Payload}".Trim();
            return moved with
            {
                Request = new EntryRequest(new NoteEntry().Slug, text.Length > EntryDraft.LongestText ? text[..EntryDraft.LongestText] : text, Station: moved.From.Slug),
            };
        }
    }

    private static MovedEntry WithoutFile(MovedEntry moved)
    {
        var payload = JsonObject.Create(moved.Request.Payload!.Value)!;
        payload.Remove("file");
        return moved with { Request = moved.Request with { Payload = JsonSerializer.SerializeToElement(payload) } };
    }

    private static JsonObject Inputs(RevisionRow row)
    {
        try
        {
            return StoredJson.Inputs(row) as JsonObject ?? [];
        }
        catch (StoredDocumentException)
        {
            // A revision that cannot be read holds nothing that could be moved.
            return [];
        }
    }
}
