using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Shop;

namespace HazyGauge.Core.Stations.Signal;

/// <summary>Signal's own sentences.</summary>
public static class SignalWords
{
    /// <summary>Said where no reading is on the job.</summary>
    public static readonly Sentence NothingYet = "No signal on this job yet.";

    internal const string FilledSince = "filledSince";

    /// <summary>Said where what is known cannot all be true.</summary>
    public static Sentence Disputed(Dispute dispute) => $"No reading: {dispute.Who}.";

    /// <summary>How to get one.</summary>
    public static readonly Sentence HowToRecord =
        "Clip a logic analyzer to the signal wire and its ground, record two seconds or more with the key on, and export the recording. Keep probe leads away from "
        + "ignition parts and anything that turns; the maker's manual has the pin.";

    private static readonly Sentence HowToLook =
        "Key on, type in what the display, the phone or the controller shows. Volts on the sensor's wire cannot take its place: a meter shows the average of a square wave there.";

    /// <summary>How to get one with what there is.</summary>
    public static Sentence HowToRead(InstrumentsAtHand atHand) =>
        atHand.Allow(Instrument.Scope) ? HowToRecord
        : atHand.Allow(Instrument.FrequencyAndDuty) ? HowToMeasure
        : HowToLook;

    /// <summary>What the signal is worth, with its numbers.</summary>
    /// <param name="reading">The reading.</param>
    /// <param name="restsOn">What it rests on.</param>
    /// <param name="shown">What displays showed.</param>
    public static Sentence Headline(SensorReading reading, SignalEvidence restsOn, IReadOnlyList<ShownValue>? shown = null) =>
        (restsOn, reading) switch
        {
            (SignalEvidence.Shown, { EthanolPct: { } shownPct }) => Sentence.Of(
                $"{Wording.Begun(Wording.Listed([.. shown!.Select(s => s.By!.Trim()).Distinct(StringComparer.OrdinalIgnoreCase)]))} {(shown!.Count > 1 ? "show" : "shows")} "
                    + $"{Say.Ethanol(shownPct)}{Fuel(reading)}."
            ),
            (SignalEvidence.Converter, { EthanolPct: { } convertedPct }) => Sentence.Of($"Behind the converter it reads {Say.Ethanol(convertedPct)}."),
            (SignalEvidence.Converter, _) => "No reading behind the converter.",
            _ => Headline(reading),
        };

    private static Sentence Fuel(SensorReading reading) => reading.FuelTempC is { } temperature ? Sentence.Of($", fuel at {Say.Of(temperature, Unit.Celsius, 0)}") : Sentence.Empty;

    /// <summary>What a wave is worth, with its numbers.</summary>
    public static Sentence Headline(SensorReading reading)
    {
        var ethanol = reading.EthanolPct is { } e ? Sentence.Of($"{Say.Ethanol(e)}") : "no reading";
        return reading.SignalStatus switch
        {
            SignalStatus.NoSignal => "There is no signal.",
            SignalStatus.OutOfRange => "This is not what the sensor sends.",
            SignalStatus.Contaminated => "The sensor cannot read this fuel.",
            SignalStatus.ClampedLow => Sentence.Of($"Just under E0: the blend is E0 to {Say.Ethanol(Reach(reading))}."),
            SignalStatus.ClampedHigh => Sentence.Of($"Just over E100: the blend is {Say.Ethanol(100 - Reach(reading))} to E100."),
            SignalStatus.Intermittent when reading.EthanolPct is null => "The signal breaks off, and there is no reading in between.",
            SignalStatus.Intermittent => Sentence.Of($"The signal breaks off. It reads {ethanol} while it lasts."),
            SignalStatus.Unsteady => Sentence.Of($"The reading wanders: {ethanol}."),
            _ when reading.FuelTempC is { } temperature => Sentence.Of($"The signal is real: {ethanol}, fuel at {Say.Of(temperature, Unit.Celsius, 0)}."),
            _ when reading.TemperatureStatus == TemperatureStatus.Absent => Sentence.Of($"The signal is real: {ethanol}."),
            _ => Sentence.Of($"The signal is real: {ethanol}. The temperature is not."),
        };
    }

    // How far a reading at an end of the range may lie inside it, points.
    private static double Reach(SensorReading reading) => Math.Round(Interval95.HalfWidth(reading.EthanolPct!.Value));

    private static readonly Sentence HowToMeasure =
        "Set the meter to Hz, black lead to the sensor's ground, red lead to the signal wire, key on. Keep leads away from ignition parts and anything that turns; the "
        + "maker's manual has the pin.";

    /// <summary>What it rests on, and what would make it sharper.</summary>
    public static Sentence Lead(SensorReading reading, CaptureResult? capture, SignalEvidence restsOn, InstrumentsAtHand atHand) =>
        restsOn switch
        {
            // What a display does not prove counts for more than what would sharpen it.
            SignalEvidence.Shown => reading.Findings.First(f => f.Code == ShownReading.ProvesCode).Sentence + Advice(reading, atHand),
            SignalEvidence.Converter => "Volts behind the converter, not on the sensor's wire." + Advice(reading, atHand),
            _ => (capture is null ? "Read with a meter." : Evidence(capture)) + Advice(reading, atHand),
        };

    /// <summary>The signal in one line.</summary>
    public static Sentence Summary(SignalResults results)
    {
        if (results.Dispute is { } dispute)
        {
            return Disputed(dispute);
        }

        if (results.Reading is not { } reading)
        {
            return "Signal: no recording yet";
        }

        var said = reading.EthanolPct is { } ethanol ? Sentence.Of($"{Say.Ethanol(ethanol)}") : $"no reading ({InWords(reading.SignalStatus)})";
        var status = reading is { EthanolPct: not null, SignalStatus: not SignalStatus.Ok } ? $", {InWords(reading.SignalStatus)}" : string.Empty;
        return Sentence.Of($"{said}{status} from {results.FileName ?? Source(results.RestsOn)}");
    }

    /// <summary>What a reading rests on where it is no recording, inside a sentence.</summary>
    public static string Source(SignalEvidence? restsOn) =>
        restsOn switch
        {
            SignalEvidence.Shown => "a display",
            SignalEvidence.Converter => "a signal converter",
            _ => "a meter",
        };

    /// <summary>A status in words.</summary>
    public static string InWords(SignalStatus status) =>
        status switch
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
        var faults = new[]
        {
            Count(capture.GlitchesRejected, "spike", "spikes"),
            Count(capture.MissingPulses, "missing pulse", "missing pulses"),
            Count(capture.Dropouts, "gap", "gaps"),
        }
            .OfType<string>()
            .ToList();
        var shown =
            faults.Count > 0 ? $": {string.Join(", ", faults)}"
            : capture.FrequencyHz is null ? string.Empty
            : ": no spikes, nothing missing";
        var frequency = capture.FrequencyHz is { } hz ? Sentence.Of($"{Say.Of(hz, Unit.Hertz, 2)} over") : "Recorded for";
        return Sentence.Of($"{frequency} {capture.DurationS:0.00} s on {capture.Channel}{shown}.");
    }

    // While something has to stop the work, sharpening the number is beside the point.
    private static Sentence Advice(SensorReading reading, InstrumentsAtHand atHand)
    {
        if (reading.Findings.Any(f => f.Severity == Severity.Stop))
        {
            return Sentence.Empty;
        }

        var borrow =
            HazeBudget.WorthBorrowing([.. reading.Budget], atHand) is { Check: { } best } && best.PlusMinusAfter < Interval95.HalfWidth(reading.EthanolPct ?? 0) - 0.5
                ? Sentence.Of(
                    $"With {best.Needs!.Value.InWords()}, borrowed or bought, ± {Interval95.HalfWidth(reading.EthanolPct!.Value):0} becomes ± {best.PlusMinusAfter:0}: "
                        + $"{char.ToLowerInvariant(best.Text[0])}{best.Text[1..]}"
                )
                : Sentence.Empty;
        if (HazeBudget.NextBestCheck(reading.Budget, atHand) is not { Check: { } check } line)
        {
            return borrow;
        }

        var share =
            line.SharePct > 90 ? "Nearly all"
            : line.SharePct > 50 ? "Most"
            : "Much";
        var after = check.PlusMinusAfter;
        return Sentence.Of(
                $"{share} of this haze is {line.Label.ToLowerInvariant()}. {check.Text} That alone brings it down to ± "
                    + $"{after.ToString(after < 0.95 ? "0.0" : "0", System.Globalization.CultureInfo.InvariantCulture)}."
            ) + borrow;
    }

    private static string? Count(long n, string one, string many) => n == 0 ? null : FormattableString.Invariant($"{n} {(n == 1 ? one : many)}");
}
