using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Wiring.Signal;

/// <summary>An input on the sensor's wire.</summary>
/// <param name="Name">Whose it is.</param>
/// <param name="PullUpOhm">Pull-up inside it, Ohm; left out, none is known.</param>
/// <param name="PullUpV">What that goes to, V; left out, 5.</param>
/// <param name="LoadOhm">What it loads the wire with, to ground, Ohm; left out, nothing.</param>
/// <param name="ThresholdLowV">Below this it reads low, V; left out, the usual.</param>
/// <param name="ThresholdHighV">Above this it reads high, V; left out, the usual.</param>
/// <param name="FilterOhm">Resistor of its filter, Ohm.</param>
/// <param name="FilterNf">Capacitor of its filter, nF.</param>
/// <param name="MaxV">Highest voltage it bears, V; left out, nobody knows.</param>
/// <param name="Id">Its id.</param>
public sealed record WireInput(
    string? Name = null,
    Hazy? PullUpOhm = null,
    Hazy? PullUpV = null,
    Hazy? LoadOhm = null,
    Hazy? ThresholdLowV = null,
    Hazy? ThresholdHighV = null,
    Hazy? FilterOhm = null,
    Hazy? FilterNf = null,
    Hazy? MaxV = null,
    string? Id = null
)
{
    /// <summary>What a pull-up inside an input usually goes to, V (common practice, no source).</summary>
    public const double UsualPullUpV = 5;

    /// <summary>Usual thresholds of a digital input, V (from memory).</summary>
    public const double UsualThresholdLowV = 1.5;

    /// <inheritdoc cref="UsualThresholdLowV"/>
    public const double UsualThresholdHighV = 3.5;

    /// <summary>True where nobody looked up at which voltages it switches.</summary>
    public bool IsGuessed => ThresholdLowV is null || ThresholdHighV is null;
}

/// <summary>What one input sees of a wire it may share.</summary>
/// <param name="Name">Whose it is.</param>
/// <param name="Sees">What it sees.</param>
/// <param name="Guessed">True where its thresholds are only the usual ones: then nothing is decided by them.</param>
/// <param name="Id">Id of the input; null where it only stands for a user.</param>
public sealed record InputSees(string Name, PullUpResult Sees, bool Guessed, string? Id = null);

/// <summary>
/// The sensor's wire with everything on it: pull-ups side by side act as one (Thevenin), inputs load it, and each sees its own thresholds.
/// A filter of one input is not seen by another, unless it has no resistor: then its capacitor hangs on the wire.
/// </summary>
/// <param name="PullUpOhm">Pull-up outside all inputs, Ohm; null without one.</param>
/// <param name="PullUpV">What it goes to, V.</param>
/// <param name="CableNf">Capacitance of the wire, nF.</param>
/// <param name="SinkSaturationV">Voltage of the pulled sensor, V.</param>
/// <param name="LowPulseMs">The sensor's low pulse, ms.</param>
/// <param name="Inputs">Who reads it.</param>
public sealed record SharedWire(Hazy? PullUpOhm, Hazy PullUpV, Hazy CableNf, Hazy SinkSaturationV, Hazy LowPulseMs, IReadOnlyList<WireInput> Inputs)
{
    /// <summary>What a pulled sensor usually stands at, V (from memory).</summary>
    public const double UsualSaturationV = 0.2;

    /// <summary>Capacitance of a wire in a loom, nF a meter (from memory).</summary>
    public const double NfPerM = 0.1;

    /// <summary>True where something lifts it.</summary>
    public bool IsLifted => PullUpOhm is not null || Inputs.Any(i => i.PullUpOhm is not null);

    /// <summary>What it stands at released, V; null where nothing lifts it.</summary>
    public Hazy? ReleasedV => IsLifted ? Parallel(Outer.Concat(Inputs.SelectMany(Own)))!.Value.Volts : null;

    /// <summary>What the sensor has to pull, mA; null where nothing lifts it.</summary>
    public Hazy? SinkMa =>
        IsLifted
            ? Parallel(Outer.Concat(Inputs.SelectMany(Own))) is { } all
                ? 1000 * (all.Volts - SinkSaturationV) / all.Ohm
                : null
            : null;

    /// <summary>How many pull-ups work side by side.</summary>
    public int PullUps => (PullUpOhm is null ? 0 : 1) + Inputs.Count(i => i.PullUpOhm is not null);

    /// <summary>Refuses thresholds the wrong way round.</summary>
    /// <param name="check">Where it is noted.</param>
    /// <param name="path">Where the inputs stand.</param>
    public void Check(InputCheck check, string path)
    {
        for (var i = 0; i < Inputs.Count; i++)
        {
            if ((Inputs[i].ThresholdLowV ?? WireInput.UsualThresholdLowV).Value > (Inputs[i].ThresholdHighV ?? WireInput.UsualThresholdHighV).Value)
            {
                check.Refuse(
                    $"{path}[{i}].thresholdHighV",
                    Sentence.Of(
                        $"The high threshold cannot lie below the low one. Left out, they are {Say.Given(WireInput.UsualThresholdLowV, Unit.Volt)} and "
                            + $"{Say.Given(WireInput.UsualThresholdHighV, Unit.Volt)}."
                    )
                );
            }
        }
    }

    /// <summary>True where what is inside the inputs lifts the wire fast enough for every one of them.</summary>
    public bool InsideIsEnough =>
        (this with { PullUpOhm = null }).Seen() is { Count: > 0 } seen
        && seen.All(s => s.Sees is { EthanolErrorPct: 0, FuelTempErrorK: { } off } && Math.Abs(off.Value) <= PullUpAnalysis.GoodWithinK);

    /// <summary>What each input sees; nothing where nothing lifts the wire.</summary>
    public IReadOnlyList<InputSees> Seen() => IsLifted ? [.. Inputs.Select((input, i) => Seen(input, i))] : [];

    /// <summary>The pull-up of the usual series that suits every input, Ohm; null where none does, or nobody reads it.</summary>
    /// <param name="toV">What it is to go to, V.</param>
    public double? RecommendedOhm(Hazy toV)
    {
        var inside = Parallel(Inputs.SelectMany(Own));
        var each = Inputs
            .Select(i =>
                (Query(i, []) with { PullUpOhm = 2400, PullUpV = toV, InternalPullUpOhm = inside?.Ohm, InternalPullUpV = inside?.Volts }) is var query
                    ? new PullUpAnalysis(query).Result().RecommendedOhm
                    : null
            )
            .ToList();
        return each.Count == 0 || each.Any(e => e is null) ? null : each.Min();
    }

    private IEnumerable<(Hazy Ohm, Hazy Volts)> Outer => PullUpOhm is { } ohm ? [(ohm, PullUpV)] : [];

    private InputSees Seen(WireInput input, int at)
    {
        var others = Inputs.Where((_, i) => i != at).SelectMany(Own).Concat(Outer).ToList();
        var sees = new PullUpAnalysis(Query(input, others)).Result();
        var highest = HighestV();
        var findings = sees.Findings.Where(f => f.Code is not ("twoPullUps" or "overVoltage" or "sinkCurrent"));
        bool? over = input.MaxV is { } bears ? highest > bears.Value : null;
        if (over == true)
        {
            findings = findings.Prepend(PullUpAnalysis.OverVoltage(input.MaxV!.Value.Value, highest));
        }

        // What lifts the wire itself bears it; any other input may be a 5 V input.
        if (input.MaxV is null && highest > MostOfFiveV && Own(input).All(own => PullUpAnalysis.RunningV(own.Volts.Value) <= MostOfFiveV))
        {
            findings = findings.Prepend(
                new(
                    "limitUnknown",
                    Severity.Stop,
                    Sentence.Of(
                        $"The wire rises to {Say.Of(highest, Unit.Volt, 1)} with the engine running, and nobody knows what this input bears: an input for 5 V dies of it. Look up "
                            + $"its limit, or lift the wire to 5 V."
                    )
                )
            );
        }

        // A threshold nobody looked up stops no work.
        var isGuessed = input.IsGuessed;
        return new(
            string.IsNullOrWhiteSpace(input.Name) ? FormattableString.Invariant($"Input {at + 1}") : input.Name.Trim(),
            sees with
            {
                InputOverVoltage = over,
                Findings =
                [
                    .. findings.Select(f =>
                        isGuessed && f is { Severity: Severity.Stop, Code: not ("overVoltage" or "limitUnknown") }
                            ? new Finding(f.Code, Severity.Caution, f.Sentence + "The input's thresholds are only the usual ones: look them up.")
                            : f
                    ),
                ],
            },
            isGuessed,
            input.Id
        );
    }

    // With the engine running a pull-up that hangs on the supply lifts further.
    private double HighestV() => Parallel(Outer.Concat(Inputs.SelectMany(Own)).Select(p => (p.Ohm, (Hazy)PullUpAnalysis.RunningV(p.Volts.Value)))) is { } all ? all.Volts.Value : 0;

    private PullUpQuery Query(WireInput input, IReadOnlyList<(Hazy Ohm, Hazy Volts)> others)
    {
        var outside = Parallel(others);
        var own = Parallel(Own(input));

        // A capacitor without a resistor hangs on the wire for everybody.
        var cable = Inputs.Where(i => i != input && i is { FilterNf: not null, FilterOhm: null or { Value: 0 } }).Aggregate(CableNf, (sum, i) => sum + i.FilterNf!.Value);
        return new PullUpQuery(
            input.ThresholdLowV ?? WireInput.UsualThresholdLowV,
            input.ThresholdHighV ?? WireInput.UsualThresholdHighV,
            SinkSaturationV,
            LowPulseMs,
            cable,
            outside?.Ohm,
            outside?.Volts,
            own?.Ohm,
            own?.Volts,
            input.FilterOhm,
            input.FilterNf
        );
    }

    // What an input puts on the wire: its pull-up, and its load as one to ground.
    private static IEnumerable<(Hazy Ohm, Hazy Volts)> Own(WireInput input)
    {
        if (input.PullUpOhm is { } ohm)
        {
            yield return (ohm, input.PullUpV ?? WireInput.UsualPullUpV);
        }

        if (input.LoadOhm is { } load)
        {
            yield return (load, 0);
        }
    }

    // An input for 5 V bears a little more than that (from memory), V.
    private const double MostOfFiveV = 5.5;

    private static (Hazy Ohm, Hazy Volts)? Parallel(IEnumerable<(Hazy Ohm, Hazy Volts)> pullUps)
    {
        Hazy siemens = 0,
            amperes = 0;
        var any = false;
        foreach (var (ohm, volts) in pullUps)
        {
            (siemens, amperes, any) = (siemens + (1 / ohm), amperes + (volts / ohm), true);
        }

        return any ? (1 / siemens, amperes / siemens) : null;
    }
}
