using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Stations.Signal;

/// <summary>Signal's own sentences.</summary>
public static class SignalWords
{
    /// <summary>Said where neither a recording nor a meter reading is on the job.</summary>
    public static readonly Sentence NothingYet = "No signal on this job yet.";

    /// <summary>How to get one.</summary>
    public static readonly Sentence HowToRecord =
        "Clip a logic analyzer to the signal wire and its ground, record two seconds or more with the key on, and export the recording. Keep probe leads away from ignition parts and anything that turns; the maker's manual has the pin.";

    /// <summary>What the signal is worth, with its numbers.</summary>
    public static Sentence Headline(SensorReading reading)
    {
        var ethanol = reading.EthanolPct is { } e ? Sentence.Of($"{Say.Ethanol(e)}") : "no reading";
        return reading.SignalStatus switch
        {
            SignalStatus.NoSignal => "There is no signal.",
            SignalStatus.OutOfRange => "This is not what the sensor sends.",
            SignalStatus.Contaminated => "The sensor cannot read this fuel.",
            SignalStatus.ClampedLow => Sentence.Of($"A little under E0: taken as {ethanol}."),
            SignalStatus.ClampedHigh => Sentence.Of($"A little over E100: taken as {ethanol}."),
            SignalStatus.Intermittent => Sentence.Of($"The signal breaks off. It reads {ethanol} while it lasts."),
            SignalStatus.Unsteady => Sentence.Of($"The reading wanders: {ethanol}."),
            _ when reading.FuelTempC is { } temperature => Sentence.Of($"The signal is real: {ethanol}, fuel at {Say.Of(temperature, Unit.Celsius, 0)}."),
            _ when reading.TemperatureStatus == TemperatureStatus.Absent => Sentence.Of($"The signal is real: {ethanol}."),
            _ => Sentence.Of($"The signal is real: {ethanol}. The temperature is not."),
        };
    }

    /// <summary>What it rests on, and what would make it sharper.</summary>
    public static Sentence Lead(SensorReading reading, CaptureResult? capture) => (capture is null ? "Read with a meter." : Evidence(capture)) + Advice(reading);

    /// <summary>The signal in one line.</summary>
    public static Sentence Summary(SignalResults results)
    {
        if (results.Reading is not { } reading)
        {
            return "Signal: no recording yet";
        }

        var said = reading.EthanolPct is { } ethanol ? Sentence.Of($"{Say.Ethanol(ethanol)}") : $"no reading ({InWords(reading.SignalStatus)})";
        var status = reading is { EthanolPct: not null, SignalStatus: not SignalStatus.Ok } ? $", {InWords(reading.SignalStatus)}" : string.Empty;
        return Sentence.Of($"{said}{status} from {results.FileName ?? "a meter"}");
    }

    /// <summary>A status in words.</summary>
    public static string InWords(SignalStatus status) => status switch
    {
        SignalStatus.NoSignal => "no signal",
        SignalStatus.OutOfRange => "out of range",
        SignalStatus.ClampedLow => "a little under E0",
        SignalStatus.ClampedHigh => "a little over E100",
        SignalStatus.Contaminated => "contaminated fuel",
        SignalStatus.Intermittent => "intermittent",
        SignalStatus.Unsteady => "unsteady",
        _ => "steady",
    };

    private static Sentence Evidence(CaptureResult capture)
    {
        var faults = new[] { Count(capture.GlitchesRejected, "spike", "spikes"), Count(capture.MissingPulses, "missing pulse", "missing pulses"), Count(capture.Dropouts, "gap", "gaps") }.OfType<string>().ToList();
        var shown = faults.Count > 0 ? $": {string.Join(", ", faults)}" : capture.FrequencyHz is null ? string.Empty : ": no spikes, nothing missing";
        var frequency = capture.FrequencyHz is { } hz ? Sentence.Of($"{Say.Of(hz, Unit.Hertz, 2)} over") : "Recorded for";
        return Sentence.Of($"{frequency} {capture.DurationS:0.00} s on {capture.Channel}{shown}.");
    }

    // While something has to stop the work, sharpening the number is beside the point.
    private static Sentence Advice(SensorReading reading)
    {
        if (reading.Findings.Any(f => f.Severity == Severity.Stop) || HazeBudget.NextBestCheck(reading.Budget) is not { Check: { } check } line)
        {
            return Sentence.Empty;
        }

        var share = line.SharePct > 90 ? "Nearly all" : line.SharePct > 50 ? "Most" : "Much";
        var after = check.PlusMinusAfter;
        return Sentence.Of($"{share} of this haze is {line.Label.ToLowerInvariant()}. {check.Text} That alone brings it down to ± {after.ToString(after < 0.95 ? "0.0" : "0", System.Globalization.CultureInfo.InvariantCulture)}.");
    }

    private static string? Count(long n, string one, string many) => n == 0 ? null : FormattableString.Invariant($"{n} {(n == 1 ? one : many)}");
}
