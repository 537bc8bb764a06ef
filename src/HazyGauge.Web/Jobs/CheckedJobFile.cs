using System.Text.Json;
using HazyGauge.Core.Entries;
using HazyGauge.Data;
using HazyGauge.Data.Entries;
using HazyGauge.Data.Files;
using HazyGauge.Data.Jobs;
using HazyGauge.Formats.Jobs;

namespace HazyGauge.Web.Jobs;

/// <summary>A job file that was checked, as the rows it is kept in.</summary>
/// <param name="file">The file.</param>
/// <param name="label">What the job is told apart by.</param>
/// <param name="events">Its entries.</param>
internal sealed class CheckedJobFile(JobFile file, JobLabel label, IReadOnlyList<(JobFileEvent Event, EntryToWrite Entry)> events)
{
    /// <summary>What the job is told apart by.</summary>
    public JobLabel Label => label;

    /// <summary>Its entries, as they stand when all of them are there.</summary>
    public IReadOnlyList<EntryRow> Entries(Guid jobId)
    {
        var chain = new EntryChain(events.Select(e => e.Entry.Link(e.Event.Number)));
        return
        [
            .. events.Select(e =>
            {
                var row = e.Entry.Row(jobId, e.Event.Number, e.Event.At);
                row.IsOpen = !row.IsPractice && chain.IsOpen(row.Number);
                return row;
            }),
        ];
    }

    /// <summary>Its revisions.</summary>
    public IReadOnlyList<RevisionRow> Revisions(Guid jobId) => [.. file.Revisions.Select(r => Row(jobId, r))];

    /// <summary>Words it is found by, of entries and files behind those that are there already.</summary>
    /// <param name="entriesThere">How many entries are there.</param>
    /// <param name="filesThere">How many files are there.</param>
    public IReadOnlyList<(string Place, string Label, string Text)> Texts(int entriesThere, int filesThere) =>
        [
            .. events.Skip(entriesThere).Where(e => !e.Entry.Draft.IsPractice).Select(e => e.Entry.AsFound(e.Event.Number)),
            .. file.Files.Skip(filesThere).Select(f => FileStore.AsFound(f.Sha256, f.Name)),
        ];

    private static RevisionRow Row(Guid jobId, JobFileRevision r)
    {
        var kept = KeptDocument.Of(r.Document.GetRawText());
        return new RevisionRow
        {
            JobId = jobId,
            Number = r.Revision,
            Slug = r.Slug,
            Author = r.Author,
            AuthorId = r.AuthorId,
            IsPractice = r.Practice == true,
            SavedAt = r.SavedAt,
            Summary = r.Summary,
            Inputs = kept.Inputs,
            Results = kept.Packed(),
            Said = kept.Said,
            CoreVersion = kept.CoreVersion,
            Schema = kept.Schema,
            BasedOn = r.BasedOn is null ? null : JsonSerializer.Serialize(r.BasedOn),
        };
    }
}
