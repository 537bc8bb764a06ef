using System.Collections.Concurrent;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Stations;
using HazyGauge.Formats.Csv;
using HazyGauge.Formats.Vcd;

namespace HazyGauge.Web.Stations;

/// <summary>
/// Reads recordings off the request thread, two at a time: more would only slow each other down and fill the memory. The last few of the job
/// files stay read, for a page asks for the same one with every key that is typed.
/// </summary>
internal sealed class CaptureReader : IDisposable
{
    private const int MostKept = 8;
    private const int MostEdgesKept = 4_000_000;

    private readonly SemaphoreSlim _atOnce = new(2);
    private readonly ConcurrentDictionary<(string, HowToRead), Recording> _kept = new();
    private readonly ConcurrentQueue<(string, HowToRead)> _order = new();

    /// <summary>Reads a file of a job, or has it read already.</summary>
    /// <exception cref="RefusedInputException">It is of a kind that is not read, or damaged.</exception>
    public async Task<Recording> KeptAsync(string sha256, string fileName, Func<Stream> open, HowToRead how, CancellationToken cancellation)
    {
        // The same content is read in another way under another kind of name.
        var key = (sha256 + Path.GetExtension(fileName).ToUpperInvariant(), how);
        if (_kept.TryGetValue(key, out var known))
        {
            return known;
        }

        var recording = await ReadAsync(fileName, open, how, cancellation);
        if (recording.Train.Edges <= MostEdgesKept && _kept.TryAdd(key, recording))
        {
            _order.Enqueue(key);
            while (_kept.Count > MostKept && _order.TryDequeue(out var oldest))
            {
                _kept.TryRemove(oldest, out _);
            }
        }

        return recording;
    }

    /// <summary>Reads a recording; ends when the mechanic gives up.</summary>
    /// <exception cref="RefusedInputException">It is of a kind that is not read, or damaged.</exception>
    public async Task<Recording> ReadAsync(string fileName, Func<Stream> open, HowToRead how, CancellationToken cancellation)
    {
        var read = Path.GetExtension(fileName).ToUpperInvariant() switch
        {
            ".VCD" => () => ReadVcd(open, how, cancellation),
            ".CSV" or ".TXT" or ".TSV" => (Func<Recording>)(() => ReadCsv(open, how, cancellation)),
            _ => throw new RefusedInputException("file", $"'{fileName}' is neither a VCD nor a CSV recording. Export it as VCD (value change dump), or as CSV with time and level or volts."),
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

    public void Dispose() => _atOnce.Dispose();

    private static Recording ReadVcd(Func<Stream> open, HowToRead how, CancellationToken cancellation)
    {
        if (how.ThresholdV is not null)
        {
            throw new RefusedInputException("thresholdV", "A VCD file holds levels and no volts: leave the threshold out.");
        }

        var capture = VcdCapture.Read(open, how.Channel, cancellation);
        return new Recording("vcd", capture.Channel, capture.Train, null, _ => []);
    }

    private static Recording ReadCsv(Func<Stream> open, HowToRead how, CancellationToken cancellation)
    {
        var capture = CsvCapture.Read(open, how.Channel, how.ThresholdV, cancellation);
        var threshold = capture.Threshold is { } t ? new SwitchedVolts(t.Volts, t.HysteresisV, t.Levels.LowV, t.Levels.HighV, t.IsAutomatic, t.Levels.AreTwo) : null;
        return new Recording("csv", capture.Channel, capture.Train, threshold, reading => [.. capture.Findings(reading)]);
    }
}
