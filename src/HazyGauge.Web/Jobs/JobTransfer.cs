using System.IO.Compression;
using System.Text.Json;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Jobs;
using HazyGauge.Data;
using HazyGauge.Data.Entries;
using HazyGauge.Data.Files;
using HazyGauge.Data.Jobs;
using HazyGauge.Formats.Jobs;
using HazyGauge.Web.Entries;
using HazyGauge.Web.Live;
using HazyGauge.Web.Stations;

namespace HazyGauge.Web.Jobs;

/// <summary>
/// Takes whole jobs out and in. A job that is not here comes in as a new one and keeps its record as it was; of one that is, what the file has more
/// can be taken in behind what is here.
/// </summary>
internal sealed partial class JobTransfer(
    JobFileChecker checker,
    BarePhotos photos,
    JobLine line,
    JobStore jobs,
    EntryStore entries,
    FileStore files,
    EntryHistory history,
    OldShapes oldShapes,
    JobSaver saver,
    StandingsRenewal renewal,
    JobNewsDesk news,
    DataFolder folder,
    TimeProvider clock,
    ILogger<JobTransfer> log
)
{
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
            [
                .. revisions.Select(r => new JobFileRevision(r.Number, r.Slug, r.Author, r.SavedAt, r.Summary, StoredJson.Whole(r), StoredJson.Bases(r))
                {
                    AuthorId = r.AuthorId,
                    Practice = r.IsPractice ? true : null,
                }),
            ],
            [.. (await files.ListAsync(id, cancellation)).Select(f => new JobFileEntry(f.Sha256, f.Name, f.Bytes, f.AddedAt, f.Kind))],
            [.. (await entries.ListAsync(id, cancellation)).Select(Event)]
        )
        {
            Plate = job.Plate.Length == 0 ? null : job.Plate,
            Reference = job.Reference.Length == 0 ? null : job.Reference,
        };
    }

    private JobFileEvent Event(EntryRow e) =>
        new(e.Number, e.Kind, e.Text, EntryReader.Words(e.Blocks), e.Author, e.At)
        {
            Due = e.Due,
            Station = e.Station,
            Step = e.Step,
            Files = e.Files.Length == 0 ? null : EntryReader.Words(e.Files),
            Answers = e.Answers,
            TakesBack = e.TakesBack,
            Payload = !IsUnreadable(e) && e.Payload is { } payload ? JsonSerializer.Deserialize<JsonElement>(payload) : null,
            Unreadable = IsUnreadable(e) ? e.Payload ?? string.Empty : null,
            Schema = e.Schema == 1 ? null : e.Schema,
            AuthorId = e.AuthorId,
            Practice = e.IsPractice ? true : null,
            StepName = e.StepName,
        };

    private bool IsUnreadable(EntryRow entry) => history.WhyUnreadable(entry) is not null;

    /// <summary>Takes in a job file or a zip, told apart by how it begins.</summary>
    /// <param name="content">Seekable content.</param>
    /// <param name="onExisting">What to do where the job is here already.</param>
    /// <param name="cancellation">Gives up; nothing is kept then.</param>
    /// <exception cref="RefusedInputException">It is no job file, or holds what no job can.</exception>
    public async Task<ImportResult> ImportAsync(Stream content, OnExisting onExisting, CancellationToken cancellation)
    {
        var start = new byte[2];
        var length = await content.ReadAtLeastAsync(start, 2, throwOnEndOfStream: false, cancellation);
        content.Position = 0;
        if (length == 2 && start is [(byte)'P', (byte)'K'])
        {
            var (job, zip) = await JobFileFormat.OpenZipAsync(content, cancellation);
            await using (zip)
            {
                var (bare, redrawn) = await DamagedOrAsync(() => photos.InAsync(job, zip, cancellation));
                return await TakeInAsync(bare, new Archive(zip, redrawn), onExisting, cancellation);
            }
        }

        return length == 0
            ? throw new RefusedInputException("file", "The file is empty.")
            : await TakeInAsync(await JobFileFormat.ReadAsync(content, cancellation), null, onExisting, cancellation);
    }

    // What comes with a job in its archive: contents as they are, and photos that were drawn anew.
    private sealed record Archive(ZipArchive Zip, IReadOnlyDictionary<string, byte[]> Redrawn)
    {
        public Stream? Open(JobFileEntry file) => Redrawn.TryGetValue(file.Sha256, out var photo) ? new MemoryStream(photo, writable: false) : JobFileFormat.OpenContent(Zip, file);
    }

    private static async Task<T> DamagedOrAsync<T>(Func<Task<T>> read)
    {
        try
        {
            return await read();
        }
        catch (Exception damaged) when ((damaged is InvalidDataException or IOException) && StorageFaults.Of(damaged) is null)
        {
            throw JobFileFormat.Damaged(damaged);
        }
    }

    private async Task<ImportResult> TakeInAsync(JobFile brought, Archive? zip, OnExisting onExisting, CancellationToken cancellation)
    {
        var file = oldShapes.Upgraded(brought);
        var read = checker.Check(file);
        for (var i = 0; i < JobSaver.MostTries; i++)
        {
            if (onExisting == OnExisting.Beside || await KnownAsync(file, cancellation) is not { } here)
            {
                return await AsNewAsync(file, read, zip, cancellation);
            }

            var difference = JobFileDifference.Between(here, file);
            var existing = ExistingJob.Of(here, file, difference, line);
            if (onExisting == OnExisting.Merge && !difference.BringsMore)
            {
                return new ImportResult(here.Id, new MergedParts(0, 0, 0));
            }

            if (onExisting == OnExisting.Ask || !existing.CanMerge)
            {
                return new ImportResult(here.Id, Existing: existing);
            }

            if (await MergeAsync(here, difference, zip, cancellation) is { } merged)
            {
                return new ImportResult(here.Id, merged);
            }
        }

        throw new InvalidOperationException(JobSaver.TooBusy);
    }

    /// <summary>The job here that a file is of, as it stands here; null where there is none.</summary>
    public async Task<JobFile?> KnownAsync(JobFile file, CancellationToken cancellation)
    {
        foreach (var id in await jobs.AlikeAsync(file.Id, file.CreatedAt, cancellation))
        {
            if (await ExportAsync(id, cancellation) is { } here && JobFileDifference.IsSameJob(here, file))
            {
                return here;
            }
        }

        return null;
    }

    private async Task<ImportResult> AsNewAsync(JobFile file, CheckedJobFile read, Archive? zip, CancellationToken cancellation)
    {
        var job = new JobRow
        {
            Id = Guid.CreateVersion7(clock.GetUtcNow()),
            Name = read.Label.Name,
            Vehicle = read.Label.Vehicle,
            Plate = read.Label.Plate,
            Reference = read.Label.Reference,
            CreatedAt = file.CreatedAt,
            LastRevision = file.Revisions.Count,
            LastEntry = file.Entries?.Count ?? 0,
        };
        await WithContentsAsync(
            job.Id,
            file.Files,
            zip,
            async contents =>
            {
                await jobs.ImportAsync(job, new JobParts(read.Revisions(job.Id), read.Entries(job.Id), contents, read.Texts(0, 0)), cancellation);
                return true;
            },
            cancellation
        );
        await StandAsync(job.Id);
        return new ImportResult(job.Id);
    }

    private async Task<MergedParts?> MergeAsync(JobFile here, JobFileDifference difference, Archive? zip, CancellationToken cancellation)
    {
        var merged = difference.Merged;
        var read = checker.Check(merged);
        var (lastRevision, lastEntry) = (here.Revisions.Count, here.Entries?.Count ?? 0);
        var isMerged = await WithContentsAsync(
            here.Id,
            [.. difference.MissingFiles],
            zip,
            contents =>
                jobs.MergeAsync(
                    here.Id,
                    lastRevision,
                    lastEntry,
                    new JobParts([.. read.Revisions(here.Id).Skip(lastRevision)], read.Entries(here.Id), contents, read.Texts(lastEntry, here.Files.Count)),
                    cancellation
                ),
            cancellation
        );
        if (!isMerged)
        {
            return null;
        }

        await StandAsync(here.Id);
        return new MergedParts(difference.MissingRevisions.Count, difference.MissingEntries.Count, difference.MissingFiles.Count());
    }

    // The record stays as it was; how the stations stand is for today's rules to say. It is in already: what goes wrong now is done again beside the running work.
    private async Task StandAsync(Guid id)
    {
        try
        {
            await saver.StandAsync(id, CancellationToken.None);
        }
        catch (Exception broken) when (broken is not OutOfMemoryException)
        {
            StandsLater(log, id, broken);
            renewal.Ask();
        }

        await news.MovedAsync(id);
    }

    [LoggerMessage(LogLevel.Warning, "Job {Id} is in; how its stations stand is still to be said.")]
    private static partial void StandsLater(ILogger log, Guid id, Exception broken);

    private async Task<bool> WithContentsAsync(
        Guid jobId,
        IReadOnlyList<JobFileEntry> wanted,
        Archive? zip,
        Func<IReadOnlyList<(JobFileRow, StagedContent?)>, Task<bool>> keep,
        CancellationToken cancellation
    )
    {
        var staged = new List<StagedContent>();
        try
        {
            var contents = new List<(JobFileRow, StagedContent?)>();
            foreach (var entry in wanted)
            {
                var row = new JobFileRow
                {
                    JobId = jobId,
                    Sha256 = entry.Sha256,
                    Name = entry.Name,
                    Bytes = entry.Bytes,
                    AddedAt = entry.AddedAt,
                    Kind = entry.Kind,
                };
                var content = zip is null ? null : await UnpackAsync(zip, entry, cancellation);
                contents.Add((row, content));
                staged.AddRange(content is null ? [] : [content]);
            }

            return await keep(contents);
        }
        finally
        {
            foreach (var content in staged)
            {
                await content.DisposeAsync();
            }
        }
    }

    private Task<StagedContent?> UnpackAsync(Archive zip, JobFileEntry entry, CancellationToken cancellation) =>
        DamagedOrAsync(async () =>
        {
            await using var content = zip.Open(entry);
            if (content is null)
            {
                return null;
            }

            await using var spool = folder.CreateTemporary();
            var (sha256, bytes) = await FileStore.SpoolAsync(content, spool, cancellation);
            return sha256 == entry.Sha256 && bytes == entry.Bytes ? await files.StageAsync(spool, sha256, bytes, cancellation) : throw NotAsExported(entry.Name);
        });

    /// <summary>What is said of content that is not what its list says.</summary>
    public static RefusedInputException NotAsExported(string name) => new("files", $"The content of {name} is not what was exported: its hash differs.");
}
