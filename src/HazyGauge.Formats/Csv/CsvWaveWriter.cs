using System.Globalization;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Simulation;
using MathNet.Numerics.Distributions;

namespace HazyGauge.Formats.Csv;

/// <summary>Writes a simulator sensor's wave as sampled volts, the way an oscilloscope exports them.</summary>
/// <param name="StepUs">Time between two samples, us, 1 to 1000.</param>
/// <param name="HighV">Released level, V, 1 to 24.</param>
/// <param name="NoiseV">Standard deviation of every sample, V, 0 to 2.</param>
public sealed record CsvWaveWriter(double StepUs = 20, double HighV = 5, double NoiseV = 0.02)
{
    private const double LowV = 0.12;
    private const double MostSamples = 20_000_000;

    /// <summary>Refuses what cannot be.</summary>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public void Check(double durationS)
    {
        var check = new InputCheck()
            .Within(StepUs, 1, 1000, "stepUs", "The time between two samples", Unit.Microseconds)
            .Within(HighV, 1, 24, "highV", "The high voltage", Unit.Volt)
            .Within(NoiseV, 0, 2, "noiseV", "The noise of the volts", Unit.Volt);
        if (durationS / StepUs * 1e6 > MostSamples)
        {
            check.Refuse("durationS", $"That would be more than {MostSamples / 1e6:0} million samples. Make it shorter, or take it as VCD.");
        }

        check.ThrowIfAny();
    }

    /// <summary>Streams the file.</summary>
    public async Task WriteAsync(SimulatedSensor sensor, int seed, Stream to, CancellationToken cancellation)
    {
        await using var writer = new StreamWriter(to, leaveOpen: true) { NewLine = "\r\n" };
        await writer.WriteLineAsync("time (s),sensor (V)".AsMemory(), cancellation);
        var random = new Random(seed);
        using var changes = sensor.Changes().GetEnumerator();
        changes.MoveNext();
        var level = changes.Current.Level;
        var more = changes.MoveNext();
        var samples = (long)Math.Ceiling((sensor.DurationS * 1e6 / StepUs) - 1e-9);
        for (long i = 0; i < samples; i++)
        {
            var tick = i * StepUs * 1e-6 / SimulatedSensor.TickS;
            while (more && changes.Current.Tick <= tick)
            {
                level = changes.Current.Level;
                more = changes.MoveNext();
            }

            cancellation.ThrowIfCancellationRequested();
            var volts = (level == LogicLevel.Low ? LowV : HighV) + (NoiseV > 0 ? Normal.Sample(random, 0, NoiseV) : 0);
            await writer.WriteLineAsync(string.Create(CultureInfo.InvariantCulture, $"{i * StepUs * 1e-6:0.000000},{volts:0.000}").AsMemory(), cancellation);
        }
    }
}
