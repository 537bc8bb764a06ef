using System.Text.Json.Serialization;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Sensing;
using HazyGauge.Formats.Csv;
using HazyGauge.Web.Haze;

namespace HazyGauge.Web.Stations.Signal;

/// <summary>What a sensor signal says and how sure that is.</summary>
/// <param name="EthanolPct">Ethanol, % by volume; null where the signal is no reading.</param>
/// <param name="FuelTempC">Fuel temperature, C; null where the low pulse is no temperature.</param>
/// <param name="SignalStatus">What the signal is good for.</param>
/// <param name="TemperatureStatus">What the low pulse says.</param>
/// <param name="Findings">What it means and what to check next, the gravest first.</param>
/// <param name="Budget">Where the doubt about the ethanol content comes from, largest first.</param>
/// <param name="AverageVolts">What a meter on DC volts should show, and how that fits what it did; null where no level is known.</param>
public sealed record ReadingAnswer(
    HazyNumber? EthanolPct,
    HazyNumber? FuelTempC,
    SignalStatus SignalStatus,
    TemperatureStatus TemperatureStatus,
    IReadOnlyList<Finding> Findings,
    IReadOnlyList<BudgetLine> Budget,
    AverageVoltsAnswer? AverageVolts = null)
{
    /// <summary>The answer for a reading of Core.</summary>
    public static ReadingAnswer From(SensorReading reading, AverageVoltsCheck? volts = null) => new(
        HazyNumber.From(reading.EthanolPct),
        HazyNumber.From(reading.FuelTempC),
        reading.SignalStatus,
        reading.TemperatureStatus,
        reading.Findings,
        BudgetLine.From(reading.Budget),
        AverageVoltsAnswer.From(volts));
}

/// <summary>Average volts as they should be and as they are.</summary>
/// <param name="ExpectedV">Should be: high - (high - low) * frequency * width, V.</param>
/// <param name="ReadV">Is, V.</param>
/// <param name="DifferenceV">Is minus should be, V.</param>
/// <param name="Agrees">True where that lies within the haze of both and of a meter.</param>
public sealed record AverageVoltsAnswer(HazyNumber ExpectedV, HazyNumber? ReadV, HazyNumber? DifferenceV, bool? Agrees)
{
    /// <summary>The answer for a check of Core.</summary>
    public static AverageVoltsAnswer? From(AverageVoltsCheck? check) => check is null
        ? null
        : new(HazyNumber.From(check.ExpectedV), HazyNumber.From(check.ReadV), HazyNumber.From(check.DifferenceV), check.Agrees);
}

/// <summary>A point of a recording's course.</summary>
/// <param name="TS">Time, s since the start.</param>
/// <param name="FrequencyHz">Frequency there.</param>
/// <param name="LowPulseMs">Low pulse there.</param>
public sealed record TimelineAnswer([property: JsonPropertyName("tS")] double TS, double FrequencyHz, double LowPulseMs);

/// <summary>A change of level.</summary>
/// <param name="TS">Time, s since the start.</param>
/// <param name="Level">1 released, 0 low, null unknown.</param>
public sealed record EdgeAnswer([property: JsonPropertyName("tS")] double TS, int? Level);

/// <summary>What a recorded square wave says.</summary>
/// <param name="Format">Format of the file.</param>
/// <param name="Channel">Dotted name of the channel that was read.</param>
/// <param name="DurationS">Length of the recording, s.</param>
/// <param name="Edges">Level changes, spikes left out.</param>
/// <param name="GlitchesRejected">Spikes shorter than 50 us.</param>
/// <param name="MissingPulses">Single missing pulses.</param>
/// <param name="Dropouts">Longer gaps.</param>
/// <param name="Inverted">True where low lies outside and high inside 1 to 5 ms.</param>
/// <param name="FrequencyHz">Frequency, Hz; null without a whole period.</param>
/// <param name="LowPulseMs">Low pulse as recorded, ms; null without a whole period.</param>
/// <param name="Reading">What it says.</param>
/// <param name="Timeline">Its course, at most 2000 points.</param>
/// <param name="Excerpt">A part worth drawing, at most 400 edges: round the first finding, else the start.</param>
/// <param name="Threshold">Where volts were switched; null where the file holds levels.</param>
public sealed record CaptureAnswer(
    string Format,
    string Channel,
    double DurationS,
    long Edges,
    long GlitchesRejected,
    int MissingPulses,
    int Dropouts,
    bool Inverted,
    HazyNumber? FrequencyHz,
    HazyNumber? LowPulseMs,
    ReadingAnswer Reading,
    IReadOnlyList<TimelineAnswer> Timeline,
    IReadOnlyList<EdgeAnswer> Excerpt,
    ThresholdAnswer? Threshold = null)
{
    /// <summary>The answer for a capture that was read.</summary>
    internal static CaptureAnswer From(ReadCapture read) => From(read.Format, read.Channel, read.Result) with { Threshold = ThresholdAnswer.From(read.Threshold) };

    /// <summary>The answer for an analysis of Core.</summary>
    public static CaptureAnswer From(string format, string channel, CaptureResult result) => new(
        format,
        channel,
        result.DurationS,
        result.Edges,
        result.GlitchesRejected,
        result.MissingPulses,
        result.Dropouts,
        result.Inverted,
        HazyNumber.From(result.FrequencyHz),
        HazyNumber.From(result.LowPulseMs),
        ReadingAnswer.From(result.Reading),
        [.. result.Timeline.Select(p => new TimelineAnswer(p.TimeS, p.FrequencyHz, p.LowPulseMs))],
        [.. result.Excerpt.Select(c => new EdgeAnswer(c.TimeS, c.Level switch { LogicLevel.Low => 0, LogicLevel.Released => 1, _ => null }))]);
}

/// <summary>Where volts were switched.</summary>
/// <param name="ThresholdV">The threshold.</param>
/// <param name="HysteresisV">By how much it had to be passed.</param>
/// <param name="LowV">The lower level in the recording.</param>
/// <param name="HighV">The higher level.</param>
/// <param name="Automatic">True where it was found, false where it was given.</param>
public sealed record ThresholdAnswer(double ThresholdV, double HysteresisV, double LowV, double HighV, bool Automatic)
{
    /// <summary>The answer for a threshold.</summary>
    public static ThresholdAnswer? From(VoltsThreshold? t) => t is null ? null : new(t.Volts, t.HysteresisV, t.Levels.LowV, t.Levels.HighV, t.IsAutomatic);
}
