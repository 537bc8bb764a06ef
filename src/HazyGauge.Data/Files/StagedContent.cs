using System.IO.Compression;
using Microsoft.EntityFrameworkCore;

namespace HazyGauge.Data.Files;

/// <summary>
/// Content that is in the database, in pieces written each in a transaction of its own, and belongs to no file yet. Settled, it is found by its hash;
/// disposed of unsettled, it is taken out again. So nobody waits for a large file while it is compressed and written.
/// </summary>
public sealed class StagedContent : IAsyncDisposable
{
    private const string Prefix = "staged-";

    /// <summary>Asks how many contents are staged.</summary>
    internal const string CountSql = "SELECT count(*) FROM FileContents WHERE Sha256 >= 'staged-' AND Sha256 < 'staged.'";

    private const int ChunkBytes = 256 * 1024;
    private const int ChunksAtOnce = 4;
    private const int RemovedAtOnce = 64;

    private readonly IDbContextFactory<HazyGaugeDb> _contexts;
    private readonly WriteGate _gate;
    private readonly string _sha256;
    private readonly long? _id;

    private StagedContent(IDbContextFactory<HazyGaugeDb> contexts, WriteGate gate, string sha256, long? id) => (_contexts, _gate, _sha256, _id) = (contexts, gate, sha256, id);

    /// <summary>Writes content; where the same content is there already, nothing.</summary>
    internal static async Task<StagedContent> WriteAsync(
        IDbContextFactory<HazyGaugeDb> contexts,
        WriteGate gate,
        Stream spool,
        string sha256,
        long bytes,
        CancellationToken cancellation
    )
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        if (await db.FileContents.AnyAsync(c => c.Sha256 == sha256, cancellation))
        {
            return new StagedContent(contexts, gate, sha256, null);
        }

        var row = new FileContentRow { Sha256 = Prefix + Guid.NewGuid().ToString("N"), Bytes = bytes };
        using (await gate.EnterAsync(cancellation))
        {
            db.Add(row);
            await db.SaveChangesAsync(cancellation);
        }

        var staged = new StagedContent(contexts, gate, sha256, row.Id);
        try
        {
            await staged.WriteChunksAsync(db, spool, cancellation);
            return staged;
        }
        catch
        {
            await staged.DisposeAsync();
            throw;
        }
    }

    /// <summary>Makes it findable by its hash, inside the caller's transaction.</summary>
    /// <returns>Identity of the content with that hash.</returns>
    internal async Task<long> SettleAsync(HazyGaugeDb db, CancellationToken cancellation)
    {
        // Somebody else may have brought the same content meanwhile; then theirs stands.
        if (await db.FileContents.Where(c => c.Sha256 == _sha256).Select(c => (long?)c.Id).SingleOrDefaultAsync(cancellation) is { } there)
        {
            return there;
        }

        var id = _id ?? throw new InvalidOperationException("Content that was there is gone.");
        await db.FileContents.Where(c => c.Id == id).ExecuteUpdateAsync(c => c.SetProperty(row => row.Sha256, _sha256), cancellation);
        return id;
    }

    /// <inheritdoc/>
    public async ValueTask DisposeAsync()
    {
        if (_id is not { } id)
        {
            return;
        }

        // The database alone knows whether the caller's transaction was committed; what a file rests on must never be taken out.
        await using var db = await _contexts.CreateDbContextAsync();
        if (await db.FileContents.AnyAsync(c => c.Id == id && c.Sha256.StartsWith(Prefix)))
        {
            await RemoveAsync(_contexts, _gate, id);
        }
    }

    /// <summary>Takes out what a program that was killed had staged.</summary>
    internal static async Task RemoveAllAsync(IDbContextFactory<HazyGaugeDb> contexts, WriteGate gate, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        foreach (var id in await db.FileContents.Where(c => c.Sha256.StartsWith(Prefix)).Select(c => c.Id).ToListAsync(cancellation))
        {
            await RemoveAsync(contexts, gate, id);
        }
    }

    private static async Task RemoveAsync(IDbContextFactory<HazyGaugeDb> contexts, WriteGate gate, long id)
    {
        await using var db = await contexts.CreateDbContextAsync();
        int removed;
        do
        {
            using var turn = await gate.EnterAsync(CancellationToken.None);
            var first = await db.FileChunks.Where(c => c.ContentId == id).MinAsync(c => (int?)c.Number) ?? 0;
            removed = await db.FileChunks.Where(c => c.ContentId == id && c.Number < first + RemovedAtOnce).ExecuteDeleteAsync();
        } while (removed > 0);

        using (await gate.EnterAsync(CancellationToken.None))
        {
            await db.FileContents.Where(c => c.Id == id && c.Sha256.StartsWith(Prefix)).ExecuteDeleteAsync();
        }
    }

    private async Task WriteChunksAsync(HazyGaugeDb db, Stream spool, CancellationToken cancellation)
    {
        spool.Position = 0;
        var buffer = new byte[ChunkBytes];
        var number = 0;
        for (var isWhole = false; !isWhole; )
        {
            var chunks = new List<FileChunkRow>();
            while (chunks.Count < ChunksAtOnce && !isWhole)
            {
                var read = await spool.ReadAtLeastAsync(buffer, ChunkBytes, throwOnEndOfStream: false, cancellation);
                isWhole = read < ChunkBytes;
                if (read > 0)
                {
                    chunks.Add(
                        new FileChunkRow
                        {
                            ContentId = _id!.Value,
                            Number = number++,
                            Data = Compress(buffer.AsSpan(0, read)),
                        }
                    );
                }
            }

            using var turn = await _gate.EnterAsync(cancellation);
            db.AddRange(chunks);
            await db.SaveChangesAsync(cancellation);
            db.ChangeTracker.Clear();
        }
    }

    private static byte[] Compress(ReadOnlySpan<byte> data)
    {
        using var compressed = new MemoryStream();
        using (var brotli = new BrotliStream(compressed, CompressionLevel.Fastest, leaveOpen: true))
        {
            brotli.Write(data);
        }

        return compressed.ToArray();
    }
}
