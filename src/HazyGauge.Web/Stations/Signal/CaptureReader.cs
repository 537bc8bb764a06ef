using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Formats.Csv;
using HazyGauge.Formats.Vcd;

namespace HazyGauge.Web.Stations.Signal;

/// <summary>How a capture is to be read.</summary>
/// <param name="Channel">The channel or column; null searches for it.</param>
/// <param name="ToleranceEthanolPct">Half-width of the sensor's tolerance, ethanol points.</param>
/// <param name="ThresholdV">Where volts are switched, V; null finds the place.</param>
internal sealed record HowToRead(string? Channel, double ToleranceEthanolPct, double? ThresholdV);

/// <summary>A capture that was read, with the ledger its numbers stand on.</summary>
/// <param name="Format">Format of the file.</param>
/// <param name="Channel">Name of the channel.</param>
/// <param name="Threshold">Where volts were switched; null where there were none.</param>
/// <param name="Result">What it says.</param>
/// <param name="Ledger">The ledger.</param>
internal sealed record ReadCapture(string Format, string Channel, VoltsThreshold? Threshold, CaptureResult Result, HazeLedger Ledger);

/// <summary>Reads captures off the request thread, two at a time: more would only slow each other down and fill the memory.</summary>
internal sealed class CaptureReader : IDisposable
{
    private readonly SemaphoreSlim _atOnce = new(2);

    /// <summary>Reads a capture; ends when the mechanic gives up.</summary>
    /// <exception cref="RefusedInputException">It is of a kind that is not read, or damaged.</exception>
    public async Task<ReadCapture> ReadAsync(string fileName, Func<Stream> open, HowToRead how, CancellationToken cancellation)
    {
        var read = Path.GetExtension(fileName).ToUpperInvariant() switch
        {
            ".VCD" => () => ReadVcd(open, how, cancellation),
            ".CSV" or ".TXT" or ".TSV" => (Func<ReadCapture>)(() => ReadCsv(open, how, cancellation)),
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

    private static ReadCapture ReadVcd(Func<Stream> open, HowToRead how, CancellationToken cancellation)
    {
        if (how.ThresholdV is not null)
        {
            throw new RefusedInputException("thresholdV", "A VCD file holds levels and no volts: leave the threshold out.");
        }

        var capture = VcdCapture.Read(open, how.Channel, cancellation);
        var ledger = new HazeLedger();
        return new ReadCapture("vcd", capture.Channel, null, CaptureAnalysis.Analyse(capture.Train, how.ToleranceEthanolPct, ledger), ledger);
    }

    private static ReadCapture ReadCsv(Func<Stream> open, HowToRead how, CancellationToken cancellation)
    {
        var capture = CsvCapture.Read(open, how.Channel, how.ThresholdV, cancellation);
        var ledger = new HazeLedger();
        var result = CaptureAnalysis.Analyse(capture.Train, how.ToleranceEthanolPct, ledger);
        return new ReadCapture(
            "csv",
            capture.Channel,
            capture.Threshold,
            result with { Reading = result.Reading.With(null, capture.Findings(result.Reading)) },
            ledger);
    }
}
