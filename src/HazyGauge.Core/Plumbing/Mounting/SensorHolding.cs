using HazyGauge.Core.Findings;
using HazyGauge.Core.Parts;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Plumbing.Mounting;

/// <summary>What holds a sensor.</summary>
public enum HoldingKind
{
    /// <summary>A bracket of its own.</summary>
    Bracket,

    /// <summary>A stud that is there.</summary>
    Stud,

    /// <summary>A rivet nut in sheet metal.</summary>
    RivetNut,

    /// <summary>Ties round what is there.</summary>
    Ties,
}

/// <summary>How fuel runs through a sensor.</summary>
public enum SensorLie
{
    /// <summary>Level.</summary>
    Level,

    /// <summary>Upwards: bubbles leave by themselves.</summary>
    Upwards,

    /// <summary>Downwards: bubbles stay in it.</summary>
    Downwards,
}

/// <summary>How a sensor is held, and what is near it.</summary>
/// <param name="Kind">What holds it.</param>
/// <param name="To">To what.</param>
/// <param name="Lie">How fuel runs through it.</param>
/// <param name="PlugRoomMm">Room before its plug, mm.</param>
/// <param name="ServiceLoopMm">Spare length of wire at it, mm.</param>
/// <param name="HotMm">To the nearest hot part, mm.</param>
/// <param name="MovingMm">To the nearest moving part, mm.</param>
/// <param name="HighVoltageMm">To the nearest ignition or high-voltage part, mm.</param>
/// <param name="NoLongerCloses">Cover or lid that no longer closes.</param>
/// <param name="Remedy">What is done about that.</param>
public sealed record SensorHolding(
    HoldingKind? Kind = null,
    string? To = null,
    SensorLie? Lie = null,
    double? PlugRoomMm = null,
    double? ServiceLoopMm = null,
    double? HotMm = null,
    double? MovingMm = null,
    double? HighVoltageMm = null,
    string? NoLongerCloses = null,
    string? Remedy = null
)
{
    // Room that is kept (our own; common practice names no figures).
    private const double LeastPlugRoomMm = 60;
    private const double LeastServiceLoopMm = 50;

    /// <summary>What to mind.</summary>
    public IEnumerable<Finding> Findings()
    {
        foreach (
            var (code, given, least, what, cure) in new[]
            {
                ("hot", HotMm, KeptAway.HotMm, "The nearest hot part", "Move the sensor, or put a heat shield between."),
                ("moving", MovingMm, KeptAway.MovingMm, "The nearest moving part", "Move the sensor, or tie hose and wire back."),
                (
                    "highVoltage",
                    HighVoltageMm,
                    KeptAway.HighVoltageMm,
                    "The nearest ignition or high-voltage part",
                    "Move the sensor; high voltage is for whoever is licensed for it."
                ),
                ("plugRoom", PlugRoomMm, LeastPlugRoomMm, "The room before the plug", "The plug does not come off there: turn the sensor."),
                ("serviceLoop", ServiceLoopMm, LeastServiceLoopMm, "The spare wire at the sensor", "It takes a little more to be lifted out and unplugged."),
            }
        )
        {
            if (given is { } mm && mm < least)
            {
                yield return new(
                    code,
                    Severity.Caution,
                    Sentence.Of(
                        $"{what} is {Say.Given(mm, Unit.Millimetre)} {(code is "plugRoom" or "serviceLoop" ? "long" : "away")}, and {Say.Given(least, Unit.Millimetre)} "
                            + $"are wanted. "
                    ) + cure
                );
            }
        }

        if (Lie == SensorLie.Downwards)
        {
            yield return new("lie", Severity.Caution, "Fuel runs down through the sensor, so bubbles stay in it. Lay it level, or turn it round: it reads either way.");
        }

        if (Kind == HoldingKind.Ties)
        {
            yield return new("ties", Severity.Info, "Ties go round something that neither moves nor gets hot, two of them, and the hoses are tied every few hand-widths.");
        }

        if (!string.IsNullOrWhiteSpace(NoLongerCloses) && string.IsNullOrWhiteSpace(Remedy))
        {
            yield return new("noRemedy", Severity.Caution, "Something no longer closes, and what is done about it is not said.");
        }
    }

    /// <summary>What has to be bought for it.</summary>
    public IEnumerable<NeededPart> ToBuy()
    {
        var item = Kind switch
        {
            HoldingKind.Bracket => ("sensor-bracket", "Bracket for the sensor"),
            HoldingKind.RivetNut => ("rivet-nut", "Rivet nut and screw for the sensor"),
            HoldingKind.Stud => ("stud-nut", "Locking nut for the stud that holds the sensor"),
            HoldingKind.Ties => ("cable-ties", "Cable ties, heat-proof"),
            _ => default((string Item, string Name)?),
        };
        if (item is { } needed)
        {
            yield return new(
                needed.Item,
                needed.Name,
                Kind == HoldingKind.Ties ? PartKind.Consumable : PartKind.Part,
                string.IsNullOrWhiteSpace(To) ? "Holds the sensor." : $"Holds the sensor to: {To}.",
                1,
                ["fit"]
            );
        }

        if (!string.IsNullOrWhiteSpace(Remedy))
        {
            yield return new("cover-remedy", Remedy.Trim(), PartKind.Part, $"For what no longer closes: {NoLongerCloses?.Trim()}", 1, ["fit"]);
        }
    }
}
