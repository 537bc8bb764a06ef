using System.Text.Json.Serialization;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Identity;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Signal;

/// <summary>What the reading of the sensor rests on: a recording, a meter, what a display shows, or several of them.</summary>
public sealed record SignalPlan
{
    /// <summary>The recording the reading rests on.</summary>
    public CaptureChoice? Capture { get; init; }

    /// <summary>Half-width of the sensor's tolerance, ethanol points; left out, 5.</summary>
    public double? ToleranceEthanolPct { get; init; }

    /// <summary>What a meter showed: the reading itself where there is no recording, else a cross-check.</summary>
    public MeterValues? Meter { get; init; }

    /// <summary>What displays showed: the reading itself where nothing better is there, else a cross-check.</summary>
    public IReadOnlyList<ShownValue>? Shown { get; init; }

    /// <summary>Volts behind a signal converter, key on.</summary>
    public Hazy? ConverterV { get; init; }

    /// <summary>Who gave them, and when.</summary>
    public Given? ConverterGiven { get; init; }

    /// <summary>True where the tank still held the fuel the map ran on when it was read: then the reading is the blend of the map.</summary>
    public bool? OnMapFuel { get; init; }

    /// <summary>The tolerance that counts: as given here, else that of the sensor as it was surveyed.</summary>
    internal double Tolerance(VehicleSurvey? vehicle) => ToleranceEthanolPct ?? vehicle?.Sensor.ToleranceEthanolPct ?? SensorLaw.UsualToleranceEthanolPct;
}

/// <summary>A recording on the job.</summary>
/// <param name="Sha256">Hash of the file.</param>
/// <param name="Name">Its name; set by the program.</param>
/// <param name="Channel">The channel to read; left out, it is searched for.</param>
/// <param name="ThresholdV">Where volts are switched, V; left out, the place is found.</param>
/// <param name="Id">Its id.</param>
/// <param name="Given">Who put it there and when.</param>
public sealed record CaptureChoice(string? Sha256 = null, string? Name = null, string? Channel = null, double? ThresholdV = null, string? Id = null, Given? Given = null)
{
    /// <summary>The file it is.</summary>
    internal NeededFile Needed => new(Sha256 ?? string.Empty, "capture", new HowToRead(Channel, ThresholdV));
}

/// <summary>What a meter showed. A bare number is taken as known to within what a usual meter shows.</summary>
/// <param name="FrequencyHz">Frequency, Hz; 0 where there are no pulses.</param>
/// <param name="LowPulseMs">Width of the low pulse, ms.</param>
/// <param name="AverageV">On DC volts, V.</param>
/// <param name="HighV">Volts while released: with the sensor unplugged and the key on.</param>
/// <param name="LowV">Volts while pulled low; left out, 0.</param>
/// <param name="Id">Its id.</param>
/// <param name="Given">Who gave it and when.</param>
public sealed record MeterValues(
    Hazy? FrequencyHz = null,
    Hazy? LowPulseMs = null,
    Hazy? AverageV = null,
    Hazy? HighV = null,
    Hazy? LowV = null,
    string? Id = null,
    Given? Given = null
);

/// <summary>What a Signal plan comes to.</summary>
/// <param name="Capture">What the recording holds; the record leaves out its course and excerpt, which are drawn from the file again.</param>
/// <param name="Reading">The reading, from the recording or else from the meter, with what their comparison adds; null without either.</param>
/// <param name="Meter">What a meter should read, and did.</param>
/// <param name="Headline">What the signal is worth, with its numbers; empty without a reading.</param>
/// <param name="Lead">What it rests on, and what would make it sharper.</param>
/// <param name="FileName">Name of the recording; null without one.</param>
/// <param name="State">State of the station.</param>
/// <param name="NextAction">What to do next.</param>
/// <param name="RestsOn">What the reading rests on; null without one.</param>
/// <param name="MapBlend">The reading as it is kept as the blend of the map, % by volume; null where the tank held another fuel.</param>
/// <param name="NotAsked">Paths of what is not asked: there is no instrument for it at hand, or no converter in the path.</param>
public sealed record SignalResults(
    CaptureResult? Capture,
    SensorReading? Reading,
    IReadOnlyList<MeterRow>? Meter,
    Sentences.Sentence Headline,
    Sentences.Sentence Lead,
    string? FileName,
    StationState State,
    NextAction NextAction,
    SignalEvidence? RestsOn = null,
    IReadOnlyList<string>? NotAsked = null,
    Hazy? MapBlend = null
)
{
    /// <summary>What cannot all be true; there is no reading while there is one. Null where all agree.</summary>
    public Dispute? Dispute { get; init; }

    /// <summary>What was noticed, the gravest first.</summary>
    public IReadOnlyList<Findings.Finding>? Findings { get; init; }

    /// <summary>The check that would clear most, where what it takes is not at hand.</summary>
    [JsonIgnore]
    internal BudgetLine? WorthBorrowing { get; init; }
}

/// <summary>What a reading rests on, the surest first.</summary>
public enum SignalEvidence
{
    /// <summary>A recording of the wave.</summary>
    Recording,

    /// <summary>A meter that counts pulses.</summary>
    Meter,

    /// <summary>Volts behind a signal converter.</summary>
    Converter,

    /// <summary>What displays show.</summary>
    Shown,
}
