using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Wiring.Signal;

/// <summary>A sensor with a voltage that is wired at the same time.</summary>
public enum AnalogKind
{
    /// <summary>A pressure transducer with three wires.</summary>
    PressureTransducer,

    /// <summary>A potentiometer at the throttle.</summary>
    ThrottlePotentiometer,
}

/// <summary>A sensor with a voltage, as its data sheet, the controller, a gauge and a meter have it. Values are in its own unit.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Name">What it is called.</param>
/// <param name="LowV">Voltage of the lower point of its data sheet, V.</param>
/// <param name="LowValue">What that stands for.</param>
/// <param name="HighV">Voltage of the upper point, V.</param>
/// <param name="HighValue">What that stands for.</param>
/// <param name="SetLowV">Voltage of the lower point as the controller is set, V; left out, as the data sheet.</param>
/// <param name="SetLowValue">What the controller takes it for.</param>
/// <param name="SetHighV">Voltage of the upper point as the controller is set, V.</param>
/// <param name="SetHighValue">What the controller takes it for.</param>
/// <param name="ShownAtZero">What the controller shows at true zero: line relieved, gauge at 0.</param>
/// <param name="Shown">What it shows under pressure.</param>
/// <param name="Gauge">What a gauge of known good shows at that moment.</param>
/// <param name="ClosedV">Voltage with the throttle closed, V.</param>
/// <param name="OpenV">Voltage with it open, V.</param>
/// <param name="Id">Its id.</param>
public sealed record AnalogSensor(
    AnalogKind? Kind = null,
    string? Name = null,
    Hazy? LowV = null,
    Hazy? LowValue = null,
    Hazy? HighV = null,
    Hazy? HighValue = null,
    Hazy? SetLowV = null,
    Hazy? SetLowValue = null,
    Hazy? SetHighV = null,
    Hazy? SetHighValue = null,
    Hazy? ShownAtZero = null,
    Hazy? Shown = null,
    Hazy? Gauge = null,
    Hazy? ClosedV = null,
    Hazy? OpenV = null,
    string? Id = null
)
{
    /// <summary>The usual points of a transducer, V (common practice, no source).</summary>
    public const double UsualLowV = 0.5;

    /// <inheritdoc cref="UsualLowV"/>
    public const double UsualHighV = 4.5;

    // A throttle's potentiometer stays away from both rails, and moves so much (common practice, no source).
    private const double RailV = 0.2;
    private const double SupplyV = 5;
    private const double LeastTravelV = 2;

    /// <summary>What it comes to.</summary>
    /// <param name="path">Where it stands in the plan.</param>
    /// <exception cref="RefusedInputException">Two points do not make a line.</exception>
    public AnalogSensorResult Of(string path)
    {
        var name = string.IsNullOrWhiteSpace(Name)
            ? Kind == AnalogKind.ThrottlePotentiometer
                ? "Throttle potentiometer"
                : "Pressure transducer"
            : Name.Trim();
        return (Kind == AnalogKind.ThrottlePotentiometer ? Throttle(name) : Transducer(name, path)) with { Id = Id };
    }

    private AnalogSensorResult Transducer(string name, string path)
    {
        if (HighValue is not { } high)
        {
            return new(
                name,
                null,
                null,
                null,
                null,
                null,
                null,
                [new("fullScale", Severity.Info, "Read full scale off its data sheet: 4.5 V often stands for 100 psi or 10 bar, 0.5 V for nothing.")]
            );
        }

        IReadOnlyList<ScalePoint> right = [new(LowV ?? UsualLowV, LowValue ?? 0), new(HighV ?? UsualHighV, high)];
        IReadOnlyList<ScalePoint>? set = SetHighValue is { } setHigh ? [new(SetLowV ?? 0, SetLowValue ?? 0), new(SetHighV ?? SupplyV, setHigh)] : null;
        TwoPointScalingResult scaling;
        try
        {
            scaling = new TwoPointScalingQuery(right, null, set).Answer();
        }
        catch (RefusedInputException refused)
        {
            throw new RefusedInputException(refused.Sentences.ToDictionary(s => $"{path}.{FieldOf(s.Key)}", s => s.Value, StringComparer.Ordinal));
        }

        // What is shown comes through the scaling that is set; where that is the right one, what is left is the sensor and its wires.
        var slope = set is null ? scaling.Slope : (set[1].Value - set[0].Value) / (set[1].Volts - set[0].Volts);
        var zeroV = ShownAtZero is { } atZero ? (atZero - (set is null ? 0 : set[0].Value - (slope * set[0].Volts) + (slope * ZeroV(scaling)))) / slope : (Hazy?)null;
        Hazy? gain = ShownAtZero is { } zero && Shown is { } shown && Gauge is { Value: not 0 } gauge ? 100 * (((shown - zero) / gauge * (scaling.Slope / slope)) - 1) : null;
        Hazy? ifOffset = set is null && Shown is { } logged && Gauge is { } read ? (logged - read) / slope : null;
        return new(name, scaling, zeroV, gain, ifOffset, null, null, [.. Said(scaling, zeroV, gain, ifOffset)]);
    }

    // Volts the right scaling has at value 0.
    private static Hazy ZeroV(TwoPointScalingResult right) => -right.Intercept / right.Slope;

    private static IEnumerable<Finding> Said(TwoPointScalingResult scaling, Hazy? zeroV, Hazy? gain, Hazy? ifOffset)
    {
        if (scaling is { OffsetV: { } offset, GainErrorPct: { } off } && (Math.Abs(offset.Value) > 0.01 || Math.Abs(off.Value) > 0.5))
        {
            yield return new(
                "wrongScaling",
                Severity.Caution,
                Sentence.Of(
                    $"The controller is set to another scaling than the data sheet has: its zero is {Say.Of(offset, Unit.Volt, 2)} off, and it rises "
                        + $"{Say.Percent(Math.Round(Math.Abs(off.Value), 1), 1)} too {(off.Value > 0 ? "steeply" : "little")}. Type in the data sheet's two points."
                )
            );
        }

        if (zeroV is { } zero && gain is { } tooSteep)
        {
            yield return new(
                "split",
                Severity.Info,
                Sentence.Of(
                    $"Of what is wrong, {Say.Of(zero, Unit.Volt, 3)} is offset: ground or supply of the sensor. The gain is off by {Say.Of(tooSteep, Unit.Percent, 1)}: "
                        + $"the scaling, or the sensor."
                )
            );
        }
        else if (ifOffset is { } volts)
        {
            yield return new(
                "offsetOrGain",
                Severity.Info,
                Sentence.Of(
                    $"If all of the difference were offset it would be {Say.Of(volts, Unit.Volt, 3)}. A reading at true zero tells offset from gain: relieve the line, "
                        + $"see the gauge at 0, then read. A check valve holds pressure for hours."
                )
            );
        }
    }

    private AnalogSensorResult Throttle(string name)
    {
        var findings = new List<Finding>();
        bool? rises = ClosedV is { } closed && OpenV is { } open ? open.Value > closed.Value : null;
        Hazy? travel = ClosedV is { } from && OpenV is { } to ? (rises == true ? to - from : from - to) : null;
        if (rises is null)
        {
            findings.Add(new("learn", Severity.Info, "Read the voltage with the throttle closed and with it wide open, key on, engine off. Both are learned by the controller."));
        }
        else
        {
            if (new[] { ClosedV!.Value.Value, OpenV!.Value.Value }.Any(v => v is < RailV or > SupplyV - RailV))
            {
                findings.Add(
                    new(
                        "atRail",
                        Severity.Caution,
                        "One end stands at 0 V or at 5 V: a wire is open, or the probe is not on the wiper. The wiper is the pin that changes against both others "
                            + "with the plug off."
                    )
                );
            }

            if (rises == false)
            {
                // Many second tracks fall by design (common practice, no source): whoever rewires one loses the throttle's own safety.
                findings.Add(
                    new(
                        "falls",
                        Severity.Caution,
                        "It falls when the throttle opens. Leave the wires as they are: many second tracks fall by design. Read the other track too; only where both fall, look at "
                            + "supply and ground, by the maker's manual."
                    )
                );
            }

            if (travel!.Value.Value < LeastTravelV)
            {
                findings.Add(
                    new(
                        "shortTravel",
                        Severity.Caution,
                        Sentence.Of($"It moves by {Say.Of(travel.Value, Unit.Volt, 2)} only: it sits turned, or the throttle does not open all the way.")
                    )
                );
            }

            if (findings.Count == 0)
            {
                findings.Add(
                    new("learned", Severity.Info, Sentence.Of($"Type in {Say.Of(ClosedV.Value, Unit.Volt, 2)} for closed and {Say.Of(OpenV.Value, Unit.Volt, 2)} for open."))
                );
            }
        }

        return new(name, null, null, null, null, travel, rises, findings);
    }

    private static string FieldOf(string key) =>
        (key.StartsWith("assumed", StringComparison.Ordinal), key.Contains("[0]", StringComparison.Ordinal), key.EndsWith("value", StringComparison.Ordinal)) switch
        {
            (true, true, true) => "setLowValue",
            (true, true, false) => "setLowV",
            (true, false, true) => "setHighValue",
            (true, false, false) => "setHighV",
            (false, true, true) => "lowValue",
            (false, true, false) => "lowV",
            (false, false, true) => "highValue",
            _ => "highV",
        };
}

/// <summary>What a sensor with a voltage comes to.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="Scaling">Right scaling, and how the one that is set differs; null without points.</param>
/// <param name="ZeroOffsetV">Its offset by the reading at true zero, V; null without one.</param>
/// <param name="GainErrorPct">By how much sensor and its scaling by the data sheet rise too steeply, %; null without both readings.</param>
/// <param name="IfAllOffsetV">What the difference to the gauge would be if all of it were offset, V; null without a reading, or where the scaling itself is wrong.</param>
/// <param name="TravelV">How far a throttle's voltage moves, V.</param>
/// <param name="Rises">True where it rises when the throttle opens.</param>
/// <param name="Findings">What to mind.</param>
public sealed record AnalogSensorResult(
    string Name,
    TwoPointScalingResult? Scaling,
    Hazy? ZeroOffsetV,
    Hazy? GainErrorPct,
    Hazy? IfAllOffsetV,
    Hazy? TravelV,
    bool? Rises,
    IReadOnlyList<Finding> Findings
)
{
    /// <summary>Id of the sensor.</summary>
    public string? Id { get; init; }
}
