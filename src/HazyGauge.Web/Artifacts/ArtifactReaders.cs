using System.Collections.Concurrent;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Stations;
using HazyGauge.Data;
using HazyGauge.Data.Files;

namespace HazyGauge.Web.Artifacts;

/// <summary>
/// Reads files of jobs, each kind by its reader. What came of a file is kept in the database under its hash, how it was read and the version of the
/// reader: a long recording is decoded once. The last few stay in memory, for a page asks for the same one with every key that is typed.
/// </summary>
internal sealed class ArtifactReaders(IEnumerable<IArtifactReader> readers, FileStore files)
{
    private const int MostInMemory = 8;
    private readonly Dictionary<ArtifactKind, IArtifactReader> _readers = readers.ToDictionary(r => r.Kind);
    private readonly ConcurrentDictionary<(string Sha256, string Name), object> _last = new();
    private readonly ConcurrentQueue<(string, string)> _order = new();

    /// <summary>What a file of a job comes to.</summary>
    /// <exception cref="RefusedInputException">It is of a kind that is not read, or damaged.</exception>
    public async Task<object> ReadAsync(StoredFile file, IReading how, CancellationToken cancellation)
    {
        var reader = _readers.GetValueOrDefault(how.Kind) ?? throw new RefusedInputException("file", $"'{file.Name}' is of a kind this version does not read.");
        var key = (file.Sha256, reader.NameOf(file.Name, how));
        if (_last.TryGetValue(key, out var known))
        {
            return known;
        }

        if (await files.AnalysisAsync(file.Sha256, key.Item2, reader.Version, cancellation) is { } kept)
        {
            return InMemory(key, reader.Unpack(kept));
        }

        var artifact = await reader.ReadAsync(file.Name, () => files.OpenRead(file.Sha256), how, cancellation);
        if (reader.Pack(artifact) is { } packed)
        {
            await files.KeepAnalysisAsync(
                new AnalysisRow
                {
                    Sha256 = file.Sha256,
                    Reading = key.Item2,
                    Version = reader.Version,
                    Data = packed,
                },
                cancellation
            );
            InMemory(key, artifact);
        }

        return artifact;
    }

    private object InMemory((string, string) key, object artifact)
    {
        if (_last.TryAdd(key, artifact))
        {
            _order.Enqueue(key);
            while (_last.Count > MostInMemory && _order.TryDequeue(out var oldest))
            {
                _last.TryRemove(oldest, out _);
            }
        }

        return artifact;
    }
}
