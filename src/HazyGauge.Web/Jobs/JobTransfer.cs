using System.IO.Compression;
using System.Text.Json;
using System.Text.Json.Nodes;
using HazyGauge.Core;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Jobs;
using HazyGauge.Data;
using HazyGauge.Data.Entries;
using HazyGauge.Data.Files;
using HazyGauge.Data.Jobs;
using HazyGauge.Formats.Jobs;
using HazyGauge.Web.Entries;
using HazyGauge.Web.Stations;
using HazyGauge.Web.Uploads;

namespace HazyGauge.Web.Jobs;

/// <summary>Takes whole jobs out and in. An import is always a new job and keeps its record as it was.</summary>
internal sealed class JobTransfer(JobLine line, JobStore jobs, EntryStore entries, FileStore files, StationDocuments documents, JobSaver saver, DataFolder folder, TimeProvider clock)
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
            [.. revisions.Select(r => new JobFileRevision(r.Number, r.Slug, r.Author, r.SavedAt, r.Summary, StoredJson.Element(r), StoredJson.Bases(r)))],
            [.. (await files.ListAsync(id, cancellation)).Select(f => new JobFileEntry(f.Sha256, f.Name, f.Bytes, f.AddedAt))],
            [.. (await entries.ListAsync(id, cancellation)).Select(e => new JobFileEvent(e.Number, e.Kind, e.Text, EntryAnswer.From(e, null).Blocks, e.Author, e.At, e.Due, e.Station, e.Closes))]);
    }

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
        CheckEntries(file.Entries ?? []);

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
                [.. file.Revisions.Select(r => new RevisionRow { JobId = job.Id, Number = r.Revision, Slug = r.Slug, Author = r.Author, SavedAt = r.SavedAt, Summary = r.Summary, Document = r.Document.GetRawText(), BasedOn = r.BasedOn is null ? null : JsonSerializer.Serialize(r.BasedOn) })],
                [.. (file.Entries ?? []).Select(e => Row(job.Id, e))],
                contents,
                cancellation);

            // The record stays as it was; how the stations stand is for today's rules to say.
            await saver.StandAsync(job.Id, job.LastRevision, cancellation);
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
        if (StationDocuments.ComputedWith(document) == CoreVersion.Current && documents.ResultsOf(station, document) is null)
        {
            throw new RefusedInputException("results", $"What it holds as results does not belong to the {place.Name} station.");
        }
    }

    private static EntryRow Row(Guid jobId, JobFileEvent e) => new()
    {
        JobId = jobId,
        Number = e.Number,
        Kind = e.Kind,
        Text = e.Text,
        Due = e.Due,
        Blocks = string.Join(' ', e.Blocks),
        Station = e.Station,
        Closes = e.Closes,
        Author = e.Author,
        At = e.At,
        IdempotencyKey = string.Create(System.Globalization.CultureInfo.InvariantCulture, $"imported-{e.Number}"),
    };

    private void CheckEntries(IReadOnlyList<JobFileEvent> entries)
    {
        var open = new HashSet<int>();
        for (var i = 0; i < entries.Count; i++)
        {
            var e = entries[i];
            if (e.Number != i + 1)
            {
                throw new RefusedInputException($"entries[{i}].number", $"Entry {e.Number} stands where {i + 1} belongs; entries have no gaps.");
            }

            if (!Author.IsValid(e.Author, out var author) || author != e.Author)
            {
                throw new RefusedInputException($"entries[{i}].author", $"An author has 1 to {Author.Longest} printable characters.");
            }

            try
            {
                EntryRules.Check(line, new EntryRequest(e.Kind, e.Text, e.Due, e.Blocks, e.Station, e.Closes), e.Author, "imported");
            }
            catch (RefusedInputException refused)
            {
                throw new RefusedInputException($"entries[{i}]", refused.Message);
            }

            if (e.Closes is { } closes && !open.Remove(closes))
            {
                throw new RefusedInputException($"entries[{i}].closes", $"There is no open entry {closes} before this one.");
            }

            if (e.Kind != EntryKind.Closing)
            {
                open.Add(e.Number);
            }
        }
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
