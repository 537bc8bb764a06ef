using System.Globalization;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Simulation;

namespace HazyGauge.Formats.Vcd;

/// <summary>Writes a simulator sensor's wave as a VCD file (IEEE 1364-2005, clause 18).</summary>
public static class VcdWriter
{
    /// <summary>Dotted name of the channel that is written.</summary>
    public const string Channel = "standIn.sensor";

    /// <summary>Streams the file.</summary>
    public static async Task WriteAsync(SimulatedSensor sensor, Stream to, CancellationToken cancellation)
    {
        await using var writer = new StreamWriter(to, leaveOpen: true) { NewLine = "\n" };
        await writer.WriteAsync(
            """
            $comment Stand-in ethanol content sensor: a computed wave, not a measured one. $end
            $timescale 100 ns $end
            $scope module standIn $end
            $var wire 1 ! sensor $end
            $upscope $end
            $enddefinitions $end

            """.ReplaceLineEndings("\n").AsMemory(),
            cancellation
        );
        var first = true;
        foreach (var (tick, level) in sensor.Changes())
        {
            cancellation.ThrowIfCancellationRequested();
            var bit = level == LogicLevel.Low ? '0' : '1';
            await writer.WriteAsync(
                string.Create(CultureInfo.InvariantCulture, $"#{tick}\n{(first ? "$dumpvars " : string.Empty)}{bit}!{(first ? " $end" : string.Empty)}\n").AsMemory(),
                cancellation
            );
            first = false;
        }

        await writer.WriteAsync(string.Create(CultureInfo.InvariantCulture, $"#{sensor.EndTick}\n").AsMemory(), cancellation);
    }
}
