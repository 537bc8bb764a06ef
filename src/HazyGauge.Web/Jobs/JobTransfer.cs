using System.IO.Compression;
using System.Text.Json;
using System.Text.Json.Nodes;
using HazyGauge.Core;
using HazyGauge.Core.Entries;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Jobs;
using HazyGauge.Data;
using HazyGauge.Data.Entries;
using HazyGauge.Data.Files;
using HazyGauge.Data.Jobs;
using HazyGauge.Formats.Jobs;
using HazyGauge.Web.Entries;
using HazyGauge.Web.Live;
using HazyGauge.Web.Stations;
using HazyGauge.Web.Uploads;

namespace HazyGauge.Web.Jobs;

/// <summary>Takes whole jobs out and in. An import is always a new job and keeps its record as it was.</summary>
internal sealed class JobTransfer(
    JobLine line, EntryKinds kinds, EntryRules rules, JobStore jobs, EntryStore entries, FileStore files, StationDocuments documents, JobSaver saver, JobNewsDesk news, DataFolder folder, TimeProvider clock)
{
    private const int LongestSummary = 300;

    /// <summary>The job as it goes out; null where there is none.</summary>
    public async Task<JobFile?> ExportAsync(Guid id, CancellationToken cancellation)
    {
        if (await jobs.FindAsync(id, cancellation) is not { } job)
        {
            return null;
        }

        var revisions = await jobs.AllRevisionsAsync(id, cancellation);
        return new JobFile(
            JobFile.CurrentSchemaVersion,
            job.Id,
            clock.GetUtcNow(),
            job.Name,
            job.Vehicle,
            job.CreatedAt,
            [.. revisions.Select(r => new JobFileRevision(r.Number, r.Slug, r.Author, r.SavedAt, r.Summary, StoredJson.Whole(r), StoredJson.Bases(r)))],
            [.. (await files.ListAsync(id, cancellation)).Select(f => new JobFileEntry(f.Sha256, f.Name, f.Bytes, f.AddedAt))],
            [.. (await entries.ListAsync(id, cancellation)).Select(Event)]);
    }

    private static JobFileEvent Event(EntryRow e) => new(e.Number, e.Kind, e.Text, EntryReader.Words(e.Blocks), e.Author, e.At)
    {
        Due = e.Due,
        Station = e.Station,
        Step = e.Step,
        Files = e.Files.Length == 0 ? null : EntryReader.Words(e.Files),
        Answers = e.Answers,
        TakesBack = e.TakesBack,
        Payload = e.Payload is { } payload ? JsonSerializer.Deserialize<JsonElement>(payload) : null,
    };

    /// <summary>Takes in a job file or a zip, told apart by how it begins.</summary>
    /// <param name="content">Seekable content.</param>
    /// <param name="cancellation">Gives up; nothing is kept then.</param>
    /// <exception cref="RefusedInputException">It is no job file, or holds what no job can.</exception>
    public async Task<Guid> ImportAsync(Stream content, CancellationToken cancellation)
    {
        var start = new byte[2];
        var length = await content.ReadAtLeastAsync(start, 2, throwOnEndOfStream: false, cancellation);
        content.Position = 0;
        if (length == 2 && start is [(byte)'P', (byte)'K'])
        {
            var (job, zip) = await JobFileFormat.OpenZipAsync(content, cancellation);
            await using (zip)
            {
                return await TakeInAsync(job, zip, cancellation);
            }
        }

        return length == 0
            ? throw new RefusedInputException("file", "The file is empty.")
            : await TakeInAsync(await JobFileFormat.ReadAsync(content, cancellation), null, cancellation);
    }

    private async Task<Guid> TakeInAsync(JobFile file, ZipArchive? zip, CancellationToken cancellation)
    {
        var (name, vehicle) = JobEndpoints.CheckNames(file.Name, file.Vehicle);
        CheckRevisions(file);
        CheckFiles(file);
        var events = Entries(file);

        var job = new JobRow
        {
            Id = Guid.CreateVersion7(clock.GetUtcNow()),
            Name = name,
            Vehicle = vehicle,
            CreatedAt = file.CreatedAt,
            LastRevision = file.Revisions.Count,
            LastEntry = file.Entries?.Count ?? 0,
        };
        var staged = new List<StagedContent>();
        try
        {
            var contents = new List<(JobFileRow, StagedContent?)>();
            foreach (var entry in file.Files)
            {
                var row = new JobFileRow { JobId = job.Id, Sha256 = entry.Sha256, Name = entry.Name, Bytes = entry.Bytes, AddedAt = entry.AddedAt };
                var content = zip is null ? null : await UnpackAsync(zip, entry, cancellation);
                contents.Add((row, content));
                staged.AddRange(content is null ? [] : [content]);
            }

            await jobs.ImportAsync(
                job,
                [.. file.Revisions.Select(r => Row(job.Id, r))],
                Rows(job.Id, events),
                contents,
                [.. events.Select(e => e.Entry.AsFound(e.Event.Number)), .. file.Files.Select(SearchPlace)],
                cancellation);

            // The record stays as it was; how the stations stand is for today's rules to say.
            await saver.StandAsync(job.Id, cancellation);
            await news.MovedAsync(job.Id);
            return job.Id;
        }
        finally
        {
            foreach (var content in staged)
            {
                await content.DisposeAsync();
            }
        }
    }

    private async Task<StagedContent?> UnpackAsync(ZipArchive zip, JobFileEntry entry, CancellationToken cancellation)
    {
        try
        {
            await using var content = JobFileFormat.OpenContent(zip, entry);
            if (content is null)
            {
                return null;
            }

            await using var spool = folder.CreateTemporary();
            var (sha256, bytes) = await FileStore.SpoolAsync(content, spool, cancellation);
            return sha256 == entry.Sha256 && bytes == entry.Bytes
                ? await files.StageAsync(spool, sha256, bytes, cancellation)
                : throw new RefusedInputException("files", $"The content of {entry.Name} is not what was exported: its hash differs.");
        }
        catch (Exception damaged) when ((damaged is InvalidDataException or IOException) && StorageFaults.Of(damaged) is null)
        {
            throw JobFileFormat.Damaged(damaged);
        }
    }

    private void CheckRevisions(JobFile file)
    {
        for (var i = 0; i < file.Revisions.Count; i++)
        {
            var revision = file.Revisions[i];
            var at = $"revisions[{i}]";
            if (revision.Revision != i + 1)
            {
                throw new RefusedInputException($"{at}.revision", $"Revision {revision.Revision} stands where {i + 1} belongs; a record has no gaps.");
            }

            if (!Author.IsValid(revision.Author, out var author) || author != revision.Author)
            {
                throw new RefusedInputException($"{at}.author", $"An author has 1 to {Author.Longest} printable characters.");
            }

            if (revision.Summary.Length > LongestSummary || revision.Summary.Any(char.IsControl))
            {
                throw new RefusedInputException($"{at}.summary", $"A summary is one line of at most {LongestSummary} characters.");
            }

            var place = line.Find(revision.Slug) ?? throw new RefusedInputException($"{at}.slug", $"There is no station '{revision.Slug}'.");
            try
            {
                CheckDocument(place, JsonNode.Parse(revision.Document.GetRawText()));
            }
            catch (RefusedInputException refused)
            {
                throw new RefusedInputException($"{at}.document", refused.Message);
            }
        }
    }

    private void CheckDocument(StationPlace place, JsonNode? document)
    {
        var inputs = StationDocuments.Inputs(document);
        if (StationDocuments.IsEmpty(document))
        {
            return;
        }

        if (line.Station(place.Slug) is not { } station)
        {
            throw new RefusedInputException("document", $"The station {place.Name} is not built yet and takes only an empty document.");
        }

        var whole = new Dictionary<string, JsonObject>(StringComparer.Ordinal) { [place.Slug] = inputs };
        DocumentUpgrade.Apply(whole);
        documents.Plan(station, whole[place.Slug], new HazeLedger());
        var kept = KeptDocument.Of(document!.ToJsonString());
        if ((document["schema"] is not null && kept.Schema is null) || (document["coreVersion"] is not null && kept.CoreVersion is null))
        {
            throw new RefusedInputException("schema", "The schema of a document is a whole number, and its coreVersion is text.");
        }

        if (kept.Schema > StationDocuments.CurrentSchema)
        {
            throw new RefusedInputException("schema", $"A newer version of Hazy Gauge wrote this (shape {kept.Schema}; this one knows {StationDocuments.CurrentSchema}). Import it there.");
        }

        if (kept.CoreVersion == CoreVersion.Current && kept.Results is not null && documents.ResultsOf(station, kept) is null)
        {
            throw new RefusedInputException("results", $"What it holds as results does not belong to the {place.Name} station.");
        }
    }

    private static RevisionRow Row(Guid jobId, JobFileRevision r)
    {
        var kept = KeptDocument.Of(r.Document.GetRawText());
        return new RevisionRow
        {
            JobId = jobId,
            Number = r.Revision,
            Slug = r.Slug,
            Author = r.Author,
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

    private static (string Place, string Label, string Text) SearchPlace(JobFileEntry file) => FileStore.AsFound(file.Sha256, file.Name);

    private static List<EntryRow> Rows(Guid jobId, IReadOnlyList<(JobFileEvent Event, EntryToWrite Entry)> events)
    {
        var chain = new EntryChain(events.Select(e => e.Entry.Link(e.Event.Number)));
        return [.. events.Select(e =>
        {
            var row = e.Entry.Row(jobId, e.Event.Number, e.Event.At);
            row.IsOpen = chain.IsOpen(row.Number);
            return row;
        })];
    }

    private List<(JobFileEvent Event, EntryToWrite Entry)> Entries(JobFile file)
    {
        var taken = new List<(JobFileEvent, EntryToWrite)>();
        var chain = new EntryChain([]);
        foreach (var (e, i) in (file.Entries ?? []).Select((e, i) => (e, i)))
        {
            var at = string.Create(System.Globalization.CultureInfo.InvariantCulture, $"entries[{i}]");
            if (e.Number != i + 1)
            {
                throw new RefusedInputException($"{at}.number", $"Entry {e.Number} stands where {i + 1} belongs; entries have no gaps.");
            }

            if (!Author.IsValid(e.Author, out var author) || author != e.Author)
            {
                throw new RefusedInputException($"{at}.author", $"An author has 1 to {Author.Longest} printable characters.");
            }

            if (kinds.Find(e.Kind) is null)
            {
                throw new RefusedInputException($"{at}.kind", $"There are no entries of kind '{e.Kind}' here. A newer version of Hazy Gauge may have written it.");
            }

            var entry = RefusedInputException.Under(at, () => rules.Check(
                new EntryRequest(e.Kind, e.Text, e.Payload, e.Step, e.Files, e.Answers, e.TakesBack, e.Due, e.Blocks, e.Station), e.Author, string.Create(System.Globalization.CultureInfo.InvariantCulture, $"imported-{e.Number}")));
            if (entry.Draft.Files.FirstOrDefault(f => file.Files.All(known => known.Sha256 != f)) is not null)
            {
                throw new RefusedInputException($"{at}.files", "A file is named that is not in the list of files.");
            }

            switch (chain.Judge(entry.Draft))
            {
                case EntryRefusal.NothingToAnswer or EntryRefusal.AlreadyClosed:
                    throw new RefusedInputException($"{at}.answers", $"There is no open entry {e.Answers} before this one.");
                case EntryRefusal.NothingToTakeBack or EntryRefusal.AlreadyTakenBack:
                    throw new RefusedInputException($"{at}.takesBack", $"There is no entry {e.TakesBack} before this one that holds.");
                default:
                    chain.Add(entry.Link(e.Number));
                    taken.Add((e, entry));
                    break;
            }
        }

        return taken;
    }

    private static void CheckFiles(JobFile file)
    {
        for (var i = 0; i < file.Files.Count; i++)
        {
            var entry = file.Files[i];
            if (entry.Sha256.Length != 64 || !entry.Sha256.All(char.IsAsciiHexDigitLower))
            {
                throw new RefusedInputException($"files[{i}].sha256", "A SHA-256 has 64 hexadecimal digits in lower case.");
            }

            if (entry.Name != FileName.Sanitise(entry.Name) || entry.Bytes is < 1 or > MultipartUpload.LargestFile)
            {
                throw new RefusedInputException($"files[{i}]", "A file needs a plain name and a length of 1 byte to 512 MB.");
            }
        }

        if (file.Files.DistinctBy(f => f.Sha256).Count() != file.Files.Count)
        {
            throw new RefusedInputException("files", "A file stands twice in the list.");
        }

        if (file.Files.Sum(f => f.Bytes) > 2 * MultipartUpload.LargestFile)
        {
            throw new RefusedInputException("files", "The files are larger than 1 GB together.");
        }
    }
}
