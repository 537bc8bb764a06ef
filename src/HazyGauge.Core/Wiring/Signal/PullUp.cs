using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Wiring.Signal;

/// <summary>A pull-up, the wire it lifts, and the input that reads it.</summary>
/// <param name="ThresholdLowV">Voltage below which the input reads low, V.</param>
/// <param name="ThresholdHighV">Voltage above which it reads high, V.</param>
/// <param name="SinkSaturationV">Voltage of the sensor's output while it pulls, V.</param>
/// <param name="LowPulseMs">Low pulse of the sensor, ms.</param>
/// <param name="CableNf">Capacitance of the signal wire, nF.</param>
/// <param name="PullUpOhm">The pull-up, Ohm; left out, there is only the one inside the input.</param>
/// <param name="PullUpV">What it goes to, V.</param>
/// <param name="InternalPullUpOhm">Pull-up inside the input, Ohm; left out, none.</param>
/// <param name="InternalPullUpV">What that goes to, V; left out, 5.</param>
/// <param name="FilterOhm">Resistor of the input's filter, Ohm; left out, none.</param>
/// <param name="FilterNf">Capacitor of the input's filter, nF; left out, none.</param>
/// <param name="InputMaxV">Highest voltage the input bears, V; left out, nobody knows.</param>
public sealed record PullUpQuery(
    Hazy ThresholdLowV,
    Hazy ThresholdHighV,
    Hazy SinkSaturationV,
    Hazy LowPulseMs,
    Hazy CableNf,
    Hazy? PullUpOhm = null,
    Hazy? PullUpV = null,
    Hazy? InternalPullUpOhm = null,
    Hazy? InternalPullUpV = null,
    Hazy? FilterOhm = null,
    Hazy? FilterNf = null,
    Hazy? InputMaxV = null
)
{
    /// <summary>What the input sees.</summary>
    /// <exception cref="RefusedInputException">Something cannot be.</exception>
    public PullUpResult Answer()
    {
        var check = new InputCheck()
            .Within(PullUpOhm, WireRanges.PullUpOhm, "pullUpOhm", "The pull-up", Unit.Ohm)
            .Within(PullUpV, WireRanges.PullUpV, "pullUpV", "What the pull-up goes to", Unit.Volt)
            .Within(InternalPullUpOhm, WireRanges.PullUpOhm, "internalPullUpOhm", "The pull-up inside", Unit.Ohm)
            .Within(InternalPullUpV, WireRanges.PullUpV, "internalPullUpV", "What the pull-up inside goes to", Unit.Volt)
            .Within(CableNf, WireRanges.Nf, "cableNf", "The capacitance of the cable, nF,")
            .Within(FilterOhm, WireRanges.FilterOhm, "filterOhm", "The filter's resistor", Unit.Ohm)
            .Within(FilterNf, WireRanges.Nf, "filterNf", "The filter's capacitor, nF,")
            .Within(ThresholdLowV, WireRanges.ThresholdV, "thresholdLowV", "The low threshold", Unit.Volt)
            .Within(ThresholdHighV, WireRanges.ThresholdV, "thresholdHighV", "The high threshold", Unit.Volt)
            .Within(SinkSaturationV, WireRanges.SaturationV, "sinkSaturationV", "The voltage of the pulled sensor", Unit.Volt)
            .Within(LowPulseMs, 0.01, 20, "lowPulseMs", "The low pulse", Unit.Milliseconds)
            .Within(InputMaxV, WireRanges.BearsV, "inputMaxV", "What the input bears", Unit.Volt);
        if (PullUpOhm is null && InternalPullUpOhm is null)
        {
            check.Refuse("pullUpOhm", "Without any pull-up there is no signal: the sensor can only pull low. Give the one outside, or the one inside the input.");
        }

        if (PullUpOhm is not null && PullUpV is null)
        {
            check.Refuse("pullUpV", "Say what the pull-up goes to, like 5 V or the supply.");
        }

        if (ThresholdLowV.Value > ThresholdHighV.Value)
        {
            check.Refuse("thresholdHighV", "The high threshold cannot lie below the low one.");
        }

        check.ThrowIfAny();
        return new PullUpAnalysis(this).Result();
    }
}

/// <summary>What an input sees of the signal.</summary>
/// <param name="LowLevelV">Voltage while the sensor pulls, V.</param>
/// <param name="ReleasedV">Voltage while it does not, V.</param>
/// <param name="SinkCurrentMa">Current the sensor has to pull, mA.</param>
/// <param name="RiseTimeUs">From the release to 70 % of the released level at the input, us; null where that is below the level it is pulled to.</param>
/// <param name="LowPulseErrorUs">By how much the low pulse is read too long: from the fall through the low threshold to the rise through the high one, less the true
/// width, us; null where it is not read at all.</param>
/// <param name="FuelTempErrorK">What that makes of the fuel temperature, K; null likewise.</param>
/// <param name="EthanolErrorPct">What it makes of the ethanol: nothing, as long as every pulse is seen; null where it is not read.</param>
/// <param name="InputOverVoltage">True where the input gets more than it bears, also with the supply at 14.4 V; null where nobody knows what it bears.</param>
/// <param name="RecommendedOhm">The pull-up of the usual series (E12) that keeps the temperature within half a kelvin with the least current; null where none of 1 to 10
/// kOhm does.</param>
/// <param name="Findings">What to mind, the gravest first.</param>
public sealed record PullUpResult(
    Hazy LowLevelV,
    Hazy ReleasedV,
    Hazy SinkCurrentMa,
    Hazy? RiseTimeUs,
    Hazy? LowPulseErrorUs,
    Hazy? FuelTempErrorK,
    double? EthanolErrorPct,
    bool? InputOverVoltage,
    double? RecommendedOhm,
    IReadOnlyList<Finding> Findings
);

/// <summary>Analyses one pull-up.</summary>
internal sealed class PullUpAnalysis
{
    // A supply with the engine running (common practice); pull-ups to more than this hang on it.
    private const double EngineRunningV = 14.4;
    private const double SupplyFromV = 9;

    // The shortest high and low of a live sensor: the highest frequency with the longest low, 1.67 ms, and the coldest fuel.
    private const double ShortestHighS = (1 / SensorLaw.E100Hz) - (SensorLaw.LongestLowMs / 1000);
    private const double ShortestLowS = SensorLaw.ShortestLowMs / 1000;
    internal const double GoodWithinK = 0.5;

    // What an open collector of a sensor pulls without harm, mA (from memory).
    internal const double MostSinkMa = 20;

    private static readonly double[] E12 = [10, 12, 15, 18, 22, 27, 33, 39, 47, 56, 68, 82];

    private readonly PullUpQuery _query;
    private readonly LimitedNumber[] _inputs;

    public PullUpAnalysis(PullUpQuery query)
    {
        _query = query;
        _inputs = [.. Inputs.Select(i => new LimitedNumber(i.Given(query), 0, double.PositiveInfinity))];
    }

    // Each input beside the place it has on the wire: none can be taken for another.
    private static readonly (Func<PullUpQuery, Hazy> Given, Func<Wire, double, Wire> Put)[] Inputs =
    [
        (query => query.PullUpOhm ?? double.PositiveInfinity, (wire, ohm) => wire with { PullUpOhm = ohm }),
        (query => query.PullUpV ?? 0, (wire, volts) => wire with { PullUpV = volts }),
        (query => query.InternalPullUpOhm ?? double.PositiveInfinity, (wire, ohm) => wire with { InsideOhm = ohm }),
        (query => query.InternalPullUpV ?? WireInput.UsualPullUpV, (wire, volts) => wire with { InsideV = volts }),
        (query => query.CableNf, (wire, nf) => wire with { CableNf = nf }),
        (query => query.FilterOhm ?? 0, (wire, ohm) => wire with { FilterOhm = ohm }),
        (query => query.FilterNf ?? 0, (wire, nf) => wire with { FilterNf = nf }),
        (query => query.SinkSaturationV, (wire, volts) => wire with { LowV = volts }),
        (query => query.ThresholdLowV, (wire, volts) => wire with { ThresholdLowV = volts }),
        (query => query.ThresholdHighV, (wire, volts) => wire with { ThresholdHighV = volts }),
        (query => query.LowPulseMs, (wire, ms) => wire with { LowPulseMs = ms }),
    ];

    private readonly record struct Wire
    {
        public double PullUpOhm { get; init; }
        public double PullUpV { get; init; }
        public double InsideOhm { get; init; }
        public double InsideV { get; init; }
        public double CableNf { get; init; }
        public double FilterOhm { get; init; }
        public double FilterNf { get; init; }
        public double LowV { get; init; }
        public double ThresholdLowV { get; init; }
        public double ThresholdHighV { get; init; }
        public double LowPulseMs { get; init; }

        public static Wire Of(IReadOnlyList<double> inputs) => Inputs.Zip(inputs).Aggregate(default(Wire), (wire, input) => input.First.Put(wire, input.Second));

        public double PulseS => LowPulseMs / 1000;

        public double SinkMa => 1000 * (((PullUpV - LowV) / PullUpOhm) + ((InsideV - LowV) / InsideOhm));

        public double? FallS => Input.FallS(ThresholdLowV);

        public double? RiseS => Input.RiseS(ThresholdHighV, PulseS);

        public double? Rise70S => Input.RiseS(0.7 * Input.SourceV, PulseS);

        // With the engine running.
        public Wire Running => this with { PullUpV = RunningV(PullUpV), InsideV = RunningV(InsideV) };

        // Both pull-ups as one (Thevenin).
        public SignalInput Input
        {
            get
            {
                var lifting = (1 / PullUpOhm) + (1 / InsideOhm);
                var hasFilter = FilterOhm > 0 && FilterNf > 0;
                return new(
                    ((PullUpV / PullUpOhm) + (InsideV / InsideOhm)) / lifting,
                    1 / lifting,
                    (CableNf + (hasFilter ? 0 : FilterNf)) * 1e-9,
                    hasFilter ? FilterOhm : 0,
                    hasFilter ? FilterNf * 1e-9 : 0,
                    LowV
                );
            }
        }
    }

    public PullUpResult Result()
    {
        Hazy Of(Func<Wire, double?> figure) => HazyFunction.Of(_inputs, v => figure(Wire.Of(v)));
        var exact = Wire.Of([.. _inputs.Select(i => i.Number.Value)]);
        var input = exact.Input;
        var (isLowSeen, isHighSeen) = (exact.FallS is { } fall && fall < exact.PulseS, exact.RiseS is not null && exact.ThresholdHighV < input.SourceV);
        var isRead = isLowSeen && isHighSeen;
        var released = Of(wire => wire.Input.SourceV);
        var current = Of(wire => wire.SinkMa);
        Hazy? error = isRead ? Of(wire => 1e6 * (wire.RiseS - wire.FallS)) : null;
        Hazy? rise = 0.7 * input.SourceV > input.AfterPullV(exact.PulseS) ? Of(wire => 1e6 * wire.Rise70S) : null;
        var isFast = isRead && exact.FallS < ShortestLowS && input.RiseS(exact.ThresholdHighV, ShortestLowS) < ShortestHighS;
        var highest = Math.Max(released.Value, exact.Running.Input.SourceV);
        bool? over = _query.InputMaxV is { } bears ? highest > bears.Value : null;
        var findings = Pulses(isLowSeen, isHighSeen, isFast).Concat(Loads(isFast, current, over, highest, error)).OrderByDescending(f => f.Severity).ToList();
        return new(
            _query.SinkSaturationV,
            released,
            current,
            rise,
            error,
            error is { } us ? us / 1000 * SensorLaw.KelvinPerMs : null,
            isFast ? 0 : null,
            over,
            Recommended(exact),
            findings
        );
    }

    private IEnumerable<Finding> Pulses(bool isLowSeen, bool isHighSeen, bool isFast)
    {
        if (!isLowSeen)
        {
            yield return new(
                "neverLow",
                Severity.Stop,
                _query.SinkSaturationV.Value >= _query.ThresholdLowV.Value
                    ? Sentence.Of(
                        $"Pulled, the wire stands at {Volts(_query.SinkSaturationV.Value)} and the input reads low only below {Volts(_query.ThresholdLowV.Value)}: it "
                            + $"never sees a pulse."
                    )
                    : "The input's filter is so slow that a low pulse ends before it is seen."
            );
        }

        if (!isHighSeen)
        {
            yield return new(
                "neverHigh",
                Severity.Stop,
                Sentence.Of($"Released, the wire is not lifted over the high threshold of {Volts(_query.ThresholdHighV.Value)}: the input sees it low all the time.")
            );
        }

        if (isLowSeen && isHighSeen && !isFast)
        {
            yield return new(
                "tooSlow",
                Severity.Stop,
                "The wire does not reach both thresholds within the shortest low and high of a sensor, 1 ms and 1.67 ms: pulses are lost, and then the ethanol is wrong "
                    + "too. Take a smaller pull-up."
            );
        }
    }

    private IEnumerable<Finding> Loads(bool isFast, Hazy currentMa, bool? over, double highestV, Hazy? errorUs)
    {
        if (over == true)
        {
            yield return OverVoltage(_query.InputMaxV!.Value.Value, highestV);
        }

        if (currentMa.Value > MostSinkMa)
        {
            yield return SinkCurrent(currentMa);
        }

        if (_query is { PullUpOhm: not null, InternalPullUpOhm: not null })
        {
            yield return new("twoPullUps", Severity.Info, "Two pull-ups work side by side: the one inside the input may be enough alone.");
        }

        if (isFast && errorUs is { } us)
        {
            var (isLong, off) = us.Value >= 0 ? (true, us) : (false, -us);
            yield return new(
                "ethanolUntouched",
                Severity.Info,
                off.Value < 0.5
                    ? "Timing is unaffected: both thresholds are reached within the shortest pulse."
                    : Sentence.Of(
                        $"The low pulse is read {Say.Of(off, Unit.Microseconds, 0)} too {(isLong ? "long" : "short")}, so the fuel temperature "
                            + $"{Say.Of(off / 1000 * SensorLaw.KelvinPerMs, Unit.KelvinStep, 1)} too {(isLong ? "high" : "low")}. The ethanol is not touched: both thresholds "
                            + $"are reached within the shortest pulse."
                    )
            );
        }
    }

    /// <summary>What is said of an input that gets more than it bears.</summary>
    public static Finding OverVoltage(double bearsV, double getsV) =>
        new(
            "overVoltage",
            Severity.Stop,
            Sentence.Of($"The input bears {Volts(bearsV)} and gets {Volts(getsV)} with the engine running: take the pull-up to the controller's 5 V.")
        );

    /// <summary>What is said of more than a sensor's output bears.</summary>
    public static Finding SinkCurrent(Hazy currentMa) =>
        new(
            "sinkCurrent",
            Severity.Caution,
            Sentence.Of(
                $"The sensor has to pull {Say.Of(currentMa, Unit.Milliampere, 1)}; {Say.Given(MostSinkMa, Unit.Milliampere)} are what its output usually bears. Take a "
                    + $"larger pull-up, and see whether two are in parallel."
            )
        );

    /// <summary>What a pull-up goes to with the engine running, V: one that hangs on the supply follows it.</summary>
    public static double RunningV(double volts) => volts >= SupplyFromV ? Math.Max(volts, EngineRunningV) : volts;

    private static SentenceValue Volts(double volts) => new(volts, null, Unit.Volt, 2);

    private static double? Recommended(Wire wire)
    {
        foreach (var ohm in E12.Select(e => e * 100).Append(10_000).OrderDescending())
        {
            var with = wire with { PullUpOhm = ohm, PullUpV = wire.PullUpOhm < double.PositiveInfinity ? wire.PullUpV : wire.InsideV };
            if (
                with.ThresholdHighV < with.Input.SourceV
                && with.FallS is { } fall
                && fall < with.PulseS
                && with.RiseS is { } rise
                && Math.Abs(rise - fall) * 1000 * SensorLaw.KelvinPerMs <= GoodWithinK
                && with.SinkMa <= MostSinkMa
            )
            {
                return ohm;
            }
        }

        return null;
    }
}
