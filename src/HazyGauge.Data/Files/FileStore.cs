using System.IO.Compression;
using System.Security.Cryptography;
using HazyGauge.Data.Search;
using Microsoft.EntityFrameworkCore;

namespace HazyGauge.Data.Files;

/// <summary>A file on a job.</summary>
/// <param name="Sha256">SHA-256 of the content, lower-case hex.</param>
/// <param name="Name">Name it was brought under.</param>
/// <param name="Bytes">Length, bytes.</param>
/// <param name="AddedAt">When it was brought.</param>
/// <param name="HasContent">False where the job was imported without its files.</param>
/// <param name="Kind">What kind of file it is; null where nobody looked yet.</param>
public sealed record StoredFile(string Sha256, string Name, long Bytes, DateTimeOffset AddedAt, bool HasContent, string? Kind = null);

/// <summary>Keeps files inside the database, in compressed pieces found by the hash of the whole.</summary>
public sealed class FileStore(IDbContextFactory<HazyGaugeDb> contexts, DataFolder folder, WriteGate gate, TimeProvider clock)
{
    /// <summary>
    /// Takes in a file. The same content again, on the same job, is the file that is already there, under its first name.
    /// </summary>
    /// <param name="jobId">An existing job.</param>
    /// <param name="name">Name to keep it under.</param>
    /// <param name="kind">What kind of file it is.</param>
    /// <param name="isSaid">True where somebody said so: then a file that is there already becomes one of this kind.</param>
    /// <param name="content">The content; read to its end.</param>
    /// <param name="cancellation">Gives up; nothing is kept then.</param>
    public async Task<StoredFile> AddAsync(Guid jobId, string name, string kind, bool isSaid, Stream content, CancellationToken cancellation)
    {
        // The hash is known only at the end, and a slow upload must not hold the database's one writer: spool first.
        await using var spool = folder.CreateTemporary();
        var (sha256, bytes) = await SpoolAsync(content, spool, cancellation);

        await using var staged = await StageAsync(spool, sha256, bytes, cancellation);
        using var turn = await gate.EnterAsync(cancellation);
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        await using var transaction = await db.Database.BeginTransactionAsync(cancellation);
        JobRow? job = null;
        var file = await db.JobFiles.SingleOrDefaultAsync(f => f.JobId == jobId && f.Sha256 == sha256, cancellation);
        if (file is null)
        {
            file = new JobFileRow
            {
                JobId = jobId,
                Sha256 = sha256,
                Name = name,
                Bytes = bytes,
                AddedAt = clock.ToTheMillisecond(),
            };
            db.Add(file);
            job = await db.Jobs.AsNoTracking().SingleAsync(j => j.Id == jobId, cancellation);
            var (place, label, text) = AsFound(sha256, name);
            SearchIndex.Put(db, job, place, label, text);
        }

        file.Kind = isSaid ? kind : file.Kind ?? kind;
        file.ContentId = await staged.SettleAsync(db, cancellation);
        await db.SaveChangesAsync(cancellation);
        if (job is not null)
        {
            await SearchIndex.RenewAsync(db, job, cancellation);
        }

        await transaction.CommitAsync(cancellation);
        return ToStored(file);
    }

    /// <summary>Writes content that is already hashed, to be put on a job later in one short transaction.</summary>
    public Task<StagedContent> StageAsync(Stream spool, string sha256, long bytes, CancellationToken cancellation) =>
        StagedContent.WriteAsync(contexts, gate, spool, sha256, bytes, cancellation);

    /// <summary>How a file is found: where it stands, what that is called, and its words.</summary>
    public static (string Place, string Label, string Text) AsFound(string sha256, string name) => (SearchIndex.OfFile(sha256), "File", name);

    /// <summary>Takes out content that a program that was killed had begun to bring.</summary>
    public Task ClearStagedAsync(CancellationToken cancellation) => StagedContent.RemoveAllAsync(contexts, gate, cancellation);

    /// <summary>Copies content to a spool file and returns its hash and length.</summary>
    public static async Task<(string Sha256, long Bytes)> SpoolAsync(Stream content, Stream spool, CancellationToken cancellation)
    {
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        var buffer = new byte[128 * 1024];
        long bytes = 0;
        int read;
        while ((read = await content.ReadAsync(buffer, cancellation)) > 0)
        {
            hash.AppendData(buffer, 0, read);
            await spool.WriteAsync(buffer.AsMemory(0, read), cancellation);
            bytes += read;
        }

        await spool.FlushAsync(cancellation);
        return (Convert.ToHexStringLower(hash.GetHashAndReset()), bytes);
    }

    /// <summary>The files of a job, in the order they were brought.</summary>
    public async Task<IReadOnlyList<StoredFile>> ListAsync(Guid jobId, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        var rows = await db.JobFiles.AsNoTracking().Where(f => f.JobId == jobId).OrderBy(f => f.AddedAt).ThenBy(f => f.Sha256).ToListAsync(cancellation);
        return [.. rows.Select(ToStored)];
    }

    /// <summary>One file of a job; null where it has none with this hash.</summary>
    public async Task<StoredFile?> FindAsync(Guid jobId, string sha256, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        var row = await db.JobFiles.AsNoTracking().SingleOrDefaultAsync(f => f.JobId == jobId && f.Sha256 == sha256, cancellation);
        return row is null ? null : ToStored(row);
    }

    /// <summary>Notes what kind a file is, that came before kinds were told.</summary>
    public async Task TellAsync(Guid jobId, string sha256, string kind, CancellationToken cancellation)
    {
        using var turn = await gate.EnterAsync(cancellation);
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        await db.JobFiles.Where(f => f.JobId == jobId && f.Sha256 == sha256 && f.Kind == null).ExecuteUpdateAsync(f => f.SetProperty(r => r.Kind, kind), cancellation);
    }

    /// <summary>What a reader made of a file; null where nobody read it like that with this version of the reader.</summary>
    public async Task<byte[]?> AnalysisAsync(string sha256, string reading, int version, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        return await db
            .Analyses.AsNoTracking()
            .Where(a => a.Sha256 == sha256 && a.Reading == reading && a.Version == version)
            .Select(a => a.Data)
            .SingleOrDefaultAsync(cancellation);
    }

    /// <summary>Keeps what a reader made of a file that is on a job; what another version of the reader made goes.</summary>
    public async Task KeepAnalysisAsync(AnalysisRow analysis, CancellationToken cancellation)
    {
        using var turn = await gate.EnterAsync(cancellation);
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        await using var transaction = await db.Database.BeginTransactionAsync(cancellation);
        if (!await db.FileContents.AnyAsync(c => c.Sha256 == analysis.Sha256, cancellation))
        {
            return;
        }

        await db.Analyses.Where(a => a.Sha256 == analysis.Sha256 && a.Reading == analysis.Reading).ExecuteDeleteAsync(cancellation);
        db.Add(analysis);
        await db.SaveChangesAsync(cancellation);
        await transaction.CommitAsync(cancellation);
    }

    /// <summary>True where this content is kept here, whatever it belongs to.</summary>
    public async Task<bool> HasContentAsync(string sha256, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        return await db.FileContents.AnyAsync(c => c.Sha256 == sha256, cancellation);
    }

    /// <summary>Opens the content of a file that has one, for reading from start to end.</summary>
    public Stream OpenRead(string sha256) => new ChunkStream(contexts.CreateDbContext(), sha256);

    private static StoredFile ToStored(JobFileRow row) => new(row.Sha256, row.Name, row.Bytes, row.AddedAt, row.ContentId is not null, row.Kind);

    /// <summary>Reads the pieces one after the other, holding one at a time.</summary>
    private sealed class ChunkStream(HazyGaugeDb db, string sha256) : Stream
    {
        private long? _contentId;
        private int _number;
        private MemoryStream? _chunk;

        public override bool CanRead => true;

        public override bool CanSeek => false;

        public override bool CanWrite => false;

        public override long Length => throw new NotSupportedException();

        public override long Position
        {
            get => throw new NotSupportedException();
            set => throw new NotSupportedException();
        }

        public override int Read(byte[] buffer, int offset, int count)
        {
            while (true)
            {
                if (_chunk?.Read(buffer, offset, count) is > 0 and var read)
                {
                    return read;
                }

                if (count == 0 || !NextChunk())
                {
                    return 0;
                }
            }
        }

        public override void Flush() { }

        public override long Seek(long offset, SeekOrigin origin) => throw new NotSupportedException();

        public override void SetLength(long value) => throw new NotSupportedException();

        public override void Write(byte[] buffer, int offset, int count) => throw new NotSupportedException();

        protected override void Dispose(bool disposing)
        {
            if (disposing)
            {
                db.Dispose();
                _chunk?.Dispose();
            }

            base.Dispose(disposing);
        }

        private bool NextChunk()
        {
            _contentId ??= db.FileContents.Where(c => c.Sha256 == sha256).Select(c => c.Id).Single();
            var data = db.FileChunks.Where(c => c.ContentId == _contentId && c.Number == _number).Select(c => c.Data).SingleOrDefault();
            if (data is null)
            {
                return false;
            }

            _number++;
            _chunk = new MemoryStream();
            using var brotli = new BrotliStream(new MemoryStream(data), CompressionMode.Decompress);
            brotli.CopyTo(_chunk);
            _chunk.Position = 0;
            return true;
        }
    }
}
