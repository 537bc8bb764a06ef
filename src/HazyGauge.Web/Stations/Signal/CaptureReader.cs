using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Formats.Vcd;

namespace HazyGauge.Web.Stations.Signal;

/// <summary>A capture that was read, with the ledger its numbers stand on.</summary>
/// <param name="Channel">Dotted name of the channel.</param>
/// <param name="Result">What it says.</param>
/// <param name="Ledger">The ledger.</param>
internal sealed record ReadCapture(string Channel, CaptureResult Result, HazeLedger Ledger);

/// <summary>Reads captures off the request thread, two at a time: more would only slow each other down and fill the memory.</summary>
internal sealed class CaptureReader : IDisposable
{
    private readonly SemaphoreSlim _atOnce = new(2);

    /// <summary>Reads a capture; ends when the mechanic gives up.</summary>
    public async Task<ReadCapture> ReadAsync(string fileName, Func<Stream> open, string? channel, double toleranceEthanolPct, CancellationToken cancellation)
    {
        if (!fileName.EndsWith(".vcd", StringComparison.OrdinalIgnoreCase))
        {
            throw new RefusedInputException("file", $"'{fileName}' is not a VCD capture. Export the recording as VCD (value change dump); its name ends in .vcd.");
        }

        await _atOnce.WaitAsync(cancellation);
        try
        {
            return await Task.Run(
                () =>
                {
                    var capture = VcdCapture.Read(open, channel, cancellation);
                    var ledger = new HazeLedger();
                    return new ReadCapture(capture.Channel, CaptureAnalysis.Analyse(capture.Train, toleranceEthanolPct, ledger), ledger);
                },
                cancellation);
        }
        finally
        {
            _atOnce.Release();
        }
    }

    public void Dispose() => _atOnce.Dispose();
}
