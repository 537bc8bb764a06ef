using HazyGauge.Core.Stations;

namespace HazyGauge.Web.Artifacts;

/// <summary>Reads the files of one kind.</summary>
internal interface IArtifactReader
{
    /// <summary>The kind.</summary>
    ArtifactKind Kind { get; }

    /// <summary>Version of the reader: what another version made of a file is read anew.</summary>
    int Version { get; }

    /// <summary>Reads a file, streaming; ends when nobody waits any more.</summary>
    /// <exception cref="Core.Findings.RefusedInputException">It is damaged, or not of this kind.</exception>
    Task<object> ReadAsync(string fileName, Func<Stream> open, IReading how, CancellationToken cancellation);

    /// <summary>How a reading is named where what came of it is kept.</summary>
    string NameOf(string fileName, IReading how);

    /// <summary>What was read, as it is kept; null where it is too large to be worth it.</summary>
    byte[]? Pack(object artifact);

    /// <summary>What was kept, as it was read.</summary>
    object Unpack(byte[] kept);
}
