using System.Globalization;
using System.IO.Compression;
using System.Runtime.InteropServices;
using System.Text.Json;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Stations;
using HazyGauge.Formats.Csv;
using HazyGauge.Formats.Vcd;

namespace HazyGauge.Web.Artifacts;

/// <summary>Reads recordings of the sensor off the request thread, two at a time: more would only slow each other down and fill the memory.</summary>
internal sealed class CaptureReader(JsonSerializerOptions json) : IArtifactReader, IDisposable
{
    private const int MostEdgesKept = 4_000_000;
    private readonly SemaphoreSlim _atOnce = new(2);

    public ArtifactKind Kind => ArtifactKind.Capture;

    public int Version => 1;

    public async Task<object> ReadAsync(string fileName, Func<Stream> open, IReading how, CancellationToken cancellation) =>
        await RecordingAsync(fileName, open, (HowToRead)how, cancellation);

    /// <summary>Reads a recording; ends when the mechanic gives up.</summary>
    /// <exception cref="RefusedInputException">It is of a kind that is not read, or damaged.</exception>
    public async Task<Recording> RecordingAsync(string fileName, Func<Stream> open, HowToRead how, CancellationToken cancellation)
    {
        var read = Path.GetExtension(fileName).ToUpperInvariant() switch
        {
            ".VCD" => () => ReadVcd(open, how, cancellation),
            ".CSV" or ".TXT" or ".TSV" => (Func<Recording>)(() => ReadCsv(open, how, cancellation)),
            _ => throw new RefusedInputException(
                "file",
                $"'{fileName}' is neither a VCD nor a CSV recording. Export it as VCD (value change dump), or as CSV with time and level or volts."
            ),
        };
        await _atOnce.WaitAsync(cancellation);
        try
        {
            return await Task.Run(read, cancellation);
        }
        finally
        {
            _atOnce.Release();
        }
    }

    // The same content is read in another way under another kind of name.
    public string NameOf(string fileName, IReading how) =>
        how is HowToRead capture
            ? string.Create(
                CultureInfo.InvariantCulture,
                $"capture {Path.GetExtension(fileName).ToUpperInvariant()} {JsonSerializer.Serialize(capture.Channel)} {capture.ThresholdV}"
            )
            : throw new ArgumentException("Not a way to read a recording.", nameof(how));

    public byte[]? Pack(object artifact)
    {
        var recording = (Recording)artifact;
        if (recording.Train.Edges > MostEdgesKept)
        {
            return null;
        }

        var train = KeptTrain.Of(recording.Train);
        using var packed = new MemoryStream();
        using (var brotli = new BrotliStream(packed, CompressionLevel.Fastest, leaveOpen: true))
        using (var writer = new BinaryWriter(brotli))
        {
            writer.Write(
                JsonSerializer.Serialize(new Kept(recording.Format, recording.Channel, recording.Threshold, recording.Notes, train.Train, train.StartS, train.LastFallS), json)
            );
            writer.Write(train.LengthS.Length);
            writer.Write(MemoryMarshal.AsBytes(train.LengthS.AsSpan()));
            writer.Write(MemoryMarshal.AsBytes(train.LowS.AsSpan()));
        }

        return packed.ToArray();
    }

    public object Unpack(byte[] kept)
    {
        using var brotli = new BrotliStream(new MemoryStream(kept), CompressionMode.Decompress);
        using var reader = new BinaryReader(brotli);
        var head = JsonSerializer.Deserialize<Kept>(reader.ReadString(), json)!;
        var (length, low) = (new float[reader.ReadInt32()], default(float[]));
        low = new float[length.Length];
        brotli.ReadExactly(MemoryMarshal.AsBytes(length.AsSpan()));
        brotli.ReadExactly(MemoryMarshal.AsBytes(low.AsSpan()));
        return new Recording(head.Format, head.Channel, new KeptTrain(head.Train, head.StartS, length, low, head.LastFallS).Again(), head.Threshold, head.Notes);
    }

    public void Dispose() => _atOnce.Dispose();

    private static Recording ReadVcd(Func<Stream> open, HowToRead how, CancellationToken cancellation)
    {
        if (how.ThresholdV is not null)
        {
            throw new RefusedInputException("thresholdV", "A VCD file holds levels and no volts: leave the threshold out.");
        }

        var capture = VcdCapture.Read(open, how.Channel, cancellation);
        return new Recording("vcd", capture.Channel, capture.Train, null, []);
    }

    private static Recording ReadCsv(Func<Stream> open, HowToRead how, CancellationToken cancellation)
    {
        var capture = CsvCapture.Read(open, how.Channel, how.ThresholdV, cancellation);
        var threshold = capture.Threshold is { } t ? new SwitchedVolts(t.Volts, t.HysteresisV, t.Levels.LowV, t.Levels.HighV, t.IsAutomatic, t.Levels.AreTwo) : null;
        return new Recording("csv", capture.Channel, capture.Train, threshold, [.. capture.Notes]);
    }

    private sealed record Kept(
        string Format,
        string Channel,
        SwitchedVolts? Threshold,
        IReadOnlyList<RecordingNote> Notes,
        KeptTrainHead Train,
        IReadOnlyList<double> StartS,
        double LastFallS
    );
}
