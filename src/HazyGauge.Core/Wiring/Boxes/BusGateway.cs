using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Wiring.Boxes;

/// <summary>A pin that moved into the plug of a gateway that goes in series.</summary>
/// <param name="What">What the pin carries.</param>
/// <param name="FromPin">Where it was, like Main 12.</param>
/// <param name="ToPin">Where it is now.</param>
/// <param name="Replugged">True where it is in its new place, locked and tugged.</param>
/// <param name="Id">Its id.</param>
public sealed record MovedPin(string? What = null, string? FromPin = null, string? ToPin = null, bool? Replugged = null, string? Id = null);

/// <summary>A gateway on the vehicle's bus.</summary>
/// <param name="Moved">Pins that moved.</param>
/// <param name="HighV">Volts of high to ground, bus awake, V.</param>
/// <param name="LowV">Volts of low to ground, bus awake, V.</param>
/// <param name="OwnTermination">True where the gateway has a termination of its own.</param>
public sealed record BusGateway(IReadOnlyList<MovedPin>? Moved = null, Hazy? HighV = null, Hazy? LowV = null, bool? OwnTermination = null)
{
    // Both rest at 2.5 V; traffic pulls high up and low down (ISO 11898-2: recessive 2 to 3 V, dominant 2.75 to 4.5 and 0.5 to 2.25 V), so the averages part.
    private const double RestV = 2.5;
    private const double LeastV = 0.5;
    private const double MostV = 4.5;

    /// <summary>What it comes to.</summary>
    public GatewayResult Of()
    {
        bool? right = HighV is { } high && LowV is { } low ? Right(high.Value, low.Value) : null;
        return new(right, [.. Said(right)]);
    }

    private static bool Right(double high, double low) => high > low && high is >= RestV - 0.1 and <= MostV && low is >= LeastV and <= RestV + 0.1;

    private IEnumerable<Finding> Said(bool? right)
    {
        if (HighV is { } high && LowV is { } low && right == false)
        {
            yield return high.Value < low.Value && Right(low.Value, high.Value)
                ? new(
                    "swapped",
                    Severity.Stop,
                    Sentence.Of(
                        $"High shows {Say.Of(high, Unit.Volt, 2)} and low {Say.Of(low, Unit.Volt, 2)}: they are swapped. Nothing on this bus works like that; swap them back."
                    )
                )
                : new(
                    "busVolts",
                    Severity.Caution,
                    Sentence.Of(
                        $"High shows {Say.Of(high, Unit.Volt, 2)} and low {Say.Of(low, Unit.Volt, 2)}. Awake, high lies a little above 2.5 V and low a little below. "
                            + $"Equal: the bus sleeps. Near 0 or 12 V: a short."
                    )
                );
        }

        if (OwnTermination == true)
        {
            yield return new(
                "thirdTermination",
                Severity.Caution,
                "The gateway has a termination of its own. The bus has two already: take it out, or open its bridge. See the 60 Ω on the meter sheet."
            );
        }

        if ((Moved ?? []).FirstOrDefault(m => m.Replugged == false) is { } open)
        {
            yield return new("notReplugged", Severity.Stop, $"{Wording.Begun(open.What ?? "A pin")} was moved and is not plugged in again.");
        }
    }
}

/// <summary>What a gateway's wiring comes to.</summary>
/// <param name="HighLowRight">True where high and low are where they belong; null where nobody measured.</param>
/// <param name="Findings">What to mind.</param>
public sealed record GatewayResult(bool? HighLowRight, IReadOnlyList<Finding> Findings);
