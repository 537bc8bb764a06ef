using System.Text.Json.Serialization;
using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Sensing;

/// <summary>A point of a recording's course.</summary>
/// <param name="TimeS">Middle of the stretch it stands for, s.</param>
/// <param name="FrequencyHz">Median frequency there, Hz.</param>
/// <param name="LowPulseMs">Median low pulse there, ms.</param>
public sealed record TimelinePoint([property: JsonPropertyName("tS")] double TimeS, double FrequencyHz, double LowPulseMs);

/// <summary>What a recorded square wave says.</summary>
/// <param name="DurationS">Length of the recording, s.</param>
/// <param name="Edges">Changes between known levels, spikes left out.</param>
/// <param name="GlitchesRejected">Spikes shorter than 50 us.</param>
/// <param name="MissingPulses">Single missing pulses.</param>
/// <param name="Dropouts">Longer gaps.</param>
/// <param name="Inverted">True where low lies outside and high inside 1 to 5 ms.</param>
/// <param name="FrequencyHz">Frequency, Hz; null without one whole period.</param>
/// <param name="LowPulseMs">Low pulse as recorded, ms; null without one whole period.</param>
/// <param name="Reading">What it says and how sure that is.</param>
/// <param name="Timeline">Its course, at most <see cref="CaptureAnalysis.MaxTimelinePoints"/> points.</param>
/// <param name="Excerpt">A part worth drawing, as recorded: round the first finding, else the start.</param>
public sealed record CaptureResult(
    double DurationS,
    long Edges,
    long GlitchesRejected,
    int MissingPulses,
    int Dropouts,
    bool Inverted,
    Hazy? FrequencyHz,
    Hazy? LowPulseMs,
    SensorReading Reading,
    IReadOnlyList<TimelinePoint> Timeline,
    IReadOnlyList<LevelChange> Excerpt
)
{
    /// <summary>Format of the file: vcd or csv; live for a wire that is watched.</summary>
    public string Format { get; init; } = "live";

    /// <summary>Dotted name of the channel that was read.</summary>
    public string Channel { get; init; } = "simulator";

    /// <summary>Where volts were switched; null where the file holds levels.</summary>
    public SwitchedVolts? Threshold { get; init; }
}

/// <summary>From a recorded square wave to a reading with its haze.</summary>
public static class CaptureAnalysis
{
    /// <summary>Most points of a timeline.</summary>
    public const int MaxTimelinePoints = 2000;

    private const int PeriodsPerTimelinePoint = 255;

    /// <summary>Analyses a recording.</summary>
    /// <param name="train">The recording.</param>
    /// <param name="toleranceEthanolPct">Half-width of the sensor's tolerance, ethanol points.</param>
    /// <param name="ledger">The ledger of this computation.</param>
    public static CaptureResult Analyse(PulseTrain train, double toleranceEthanolPct, HazeLedger ledger)
    {
        var periods = Periods.Of(train);
        return periods.Count == 0 ? WithoutPeriod(train) : WithPeriods(train, periods, toleranceEthanolPct, ledger);
    }

    private static CaptureResult WithoutPeriod(PulseTrain train)
    {
        var why = train switch
        {
            { Edges: > 0 } => SignalFindings.NoWholePeriod(train.Edges),
            { EverUnknown: true } => SignalFindings.NeverKnown,
            _ => SignalFindings.NeverSwitches,
        };
        return new CaptureResult(train.DurationS, train.Edges, train.GlitchesRejected, 0, 0, false, null, null, SensorReading.Nothing(why), [], train.Excerpt);
    }

    private static CaptureResult WithPeriods(PulseTrain train, Periods periods, double toleranceEthanolPct, HazeLedger ledger)
    {
        // Four looks at the same periods, none of which needs another: a night's recording keeps every processor busy.
        RobustMean length = default,
            low = default;
        double? wanderHz = null;
        List<TimelinePoint> timeline = [];
        Parallel.Invoke(
            () => wanderHz = Wander.Of(periods, train.ResolutionS),
            () => length = RobustMean.Of(periods.LengthS, train.ResolutionS),
            () => low = RobustMean.Of(periods.LowS, train.ResolutionS),
            () => timeline = Timeline(periods)
        );

        var frequencyHz = FrequencyHz(length, wanderHz, train, ledger);
        var lowPulseMs = LowPulseMs(low, train, ledger);
        var reading = SensorReading.From(frequencyHz, lowPulseMs, toleranceEthanolPct, ledger);
        var findings = new List<Finding>();
        var overTime = OverTime(train, periods, wanderHz, findings);

        var dropouts = periods.Dropouts.Count();
        return new CaptureResult(
            train.DurationS,
            train.Edges,
            train.GlitchesRejected,
            periods.Gaps.Count - dropouts,
            dropouts,
            !SensorReading.IsTemperature(lowPulseMs) && SensorReading.IsTemperature((1000 / frequencyHz) - lowPulseMs),
            frequencyHz,
            lowPulseMs,
            reading.With(overTime, findings),
            timeline,
            Excerpt(train, periods)
        );
    }

    private static Hazy FrequencyHz(RobustMean length, double? wanderHz, PulseTrain train, HazeLedger ledger)
    {
        var hz = 1 / length.Value;

        // Neighbouring periods share an edge, so the rounding of all but the outer edges cancels from their mean; a rounded
        // difference is triangular.
        var rounding = HazeSource.TriangularU(train.ResolutionS) / length.Count;
        var noise = wanderHz is null ? length.SpreadSd / Math.Sqrt(length.Count) : 0;
        var timingHz = hz * Math.Sqrt((rounding * rounding) + (noise * noise)) / length.Value;
        return ledger.Quantity(
            hz,
            [(SourceCatalogue.Find(SourceCatalogue.FrequencyTiming, timingHz), timingHz), (SourceCatalogue.Find(SourceCatalogue.FrequencyWander, wanderHz ?? 0), wanderHz ?? 0)]
        );
    }

    private static Hazy LowPulseMs(RobustMean low, PulseTrain train, HazeLedger ledger)
    {
        // A width may fall on the time step in the same way every time, so its rounding does not average out.
        var rounding = HazeSource.TriangularU(train.ResolutionS);
        var noise = low.SpreadSd / Math.Sqrt(low.Count);
        var slack = HazeSource.RectangularU(train.EdgeSlackS);
        var uMs = 1000 * Math.Sqrt((rounding * rounding) + (noise * noise) + (2 * slack * slack));
        return ledger.Quantity(1000 * low.Value, uMs, SourceCatalogue.Find(SourceCatalogue.LowPulseTiming, uMs));
    }

    private static SignalStatus? OverTime(PulseTrain train, Periods periods, double? wanderHz, List<Finding> findings)
    {
        SignalStatus? status = null;
        if (wanderHz is not null)
        {
            status = SignalStatus.Unsteady;
            var frequency = Sample.Of(periods.LengthS).Select(s => 1 / s);
            findings.Add(SignalFindings.Unsteady(frequency.Quantile(0.025), frequency.Quantile(0.975)));
        }

        var gaps = new List<Finding>();
        if (StopsAtS(train, periods) is { } lastS)
        {
            gaps.Add(SignalFindings.Stops(lastS, train.DurationS));
        }

        var firstS = train.FirstEdgeS!.Value;
        if (firstS - train.KnownFromS > Periods.LongGapFrom * periods.UsualAtStart)
        {
            gaps.Add(SignalFindings.StartsLate(firstS));
        }

        var dropouts = periods.Dropouts.ToList();
        if (dropouts.Exists(g => g.Ratio > Periods.LongGapFrom))
        {
            gaps.Add(SignalFindings.Gaps(dropouts.Count, dropouts.Max(g => g.LengthS)));
        }
        else if (dropouts.Count > 0)
        {
            findings.Add(SignalFindings.ShortGaps(dropouts.Count));
        }

        if (gaps.Count > 0)
        {
            status = SignalStatus.Intermittent;
            findings.AddRange(gaps);
        }

        if (periods.Gaps.Count > dropouts.Count)
        {
            findings.Add(SignalFindings.MissingPulses(periods.Gaps.Count - dropouts.Count));
        }

        if (train.GlitchesRejected > 0)
        {
            findings.Add(SignalFindings.Glitches(train.GlitchesRejected));
        }

        if (train.UnknownS > 0)
        {
            findings.Add(SignalFindings.UnknownLevel(train.UnknownS));
        }

        return status;
    }

    private static List<TimelinePoint> Timeline(Periods periods)
    {
        var perPoint = Sample.EveryOf(periods.Count, MaxTimelinePoints);
        var every = Sample.EveryOf(perPoint, PeriodsPerTimelinePoint);
        var points = new List<TimelinePoint>();
        foreach (var (fromS, toS) in periods.Spans(perPoint))
        {
            var first = points.Count * perPoint;
            var stretch = first..Math.Min(first + perPoint, periods.Count);
            points.Add(new TimelinePoint((fromS + toS) / 2, 1 / Sample.Of(periods.LengthS[stretch], every).Median(), 1000 * Sample.Of(periods.LowS[stretch], every).Median()));
        }

        return points;
    }

    private static IReadOnlyList<LevelChange> Excerpt(PulseTrain train, Periods periods)
    {
        var oddS = periods.Gaps.Count > 0 ? periods.Gaps[0].StartS : StopsAtS(train, periods);
        if (oddS is not { } s || train.FirstOddityS < s)
        {
            return train.Excerpt;
        }

        // The gap is the first finding, so what lies round it is clean and can be drawn again from the pulses.
        var odd = periods.Gaps.Count > 0 ? periods.Gaps[0].Pulse : train.Pulses.Count - 1;
        var changes = new List<LevelChange>();
        foreach (var pulse in train.Pulses.From(Math.Max(0, odd - (ExcerptKeeper.MaxChanges / 4))).Take(ExcerptKeeper.MaxChanges / 2))
        {
            changes.Add(new LevelChange(pulse.FallS, LogicLevel.Low));
            if (!float.IsNaN(pulse.LowS))
            {
                changes.Add(new LevelChange(pulse.FallS + pulse.LowS, LogicLevel.Released));
            }
        }

        return changes;
    }

    /// <summary>When the pulses stop, s; null where they go on to the end of the recording.</summary>
    private static double? StopsAtS(PulseTrain train, Periods periods)
    {
        var lastS = Math.Max(periods.LastEndS, train.Pulses.LastFallS);
        return train.KnownAtEnd && train.DurationS - lastS > Periods.LongGapFrom * periods.UsualAtEnd ? lastS : null;
    }
}
