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
    // Both rest at 2.5 V, and traffic pulls high up and low down (ISO 11898-2: recessive 2 to 3 V, dominant 2.75 to 4.5 and 0.5 to 2.25 V). A bus rests most of the time, so
    // on DC volts high shows 2.5 to 3.0 V and low 2.0 to 2.5 V (common practice, no source).
    private const double RestV = 2.5;
    private const double MostFromRestV = 0.5;

    // A meter is off by so much (our own): nearer to each other the two are equal, and nothing tells them apart.
    private const double MeterV = 0.05;
    private const double LeastApartV = 0.04;

    // Where a stuck driver holds them (ISO 11898-2, dominant), V.
    private const double StuckHighV = 3.1;
    private const double StuckLowV = 1.9;

    /// <summary>What it comes to.</summary>
    public GatewayResult Of()
    {
        bool? right = HighV is not { } high || LowV is not { } low || AreEqual(high.Value, low.Value) ? null : Right(high.Value, low.Value);
        return new(right, [.. Said(right)]);
    }

    private static bool AreEqual(double high, double low) => Math.Abs(high - low) < LeastApartV;

    private static bool Right(double high, double low) =>
        high > low && high is >= RestV - MeterV and <= RestV + MostFromRestV + MeterV && low is >= RestV - MostFromRestV - MeterV and <= RestV + MeterV;

    private IEnumerable<Finding> Said(bool? right)
    {
        if (HighV is { } high && LowV is { } low && right != true)
        {
            var shown = Sentence.Of($"High shows {Say.Of(high, Unit.Volt, 2)} and low {Say.Of(low, Unit.Volt, 2)}");
            yield return AreEqual(high.Value, low.Value)
                ? new("busQuiet", Severity.Caution, Sentence.Of($"{shown}: the same. The bus sleeps, or nothing is plugged in. Wake it up with the key on, and measure again."))
            : high.Value < low.Value && Right(low.Value, high.Value)
                ? new("swapped", Severity.Stop, Sentence.Of($"{shown}: they are swapped. Nothing on this bus works like that; swap them back."))
            : high.Value >= StuckHighV && low.Value <= StuckLowV
                ? new(
                    "busStuck",
                    Severity.Stop,
                    Sentence.Of($"{shown}, steady: one on the bus holds it down, and nobody else can speak. Unplug one at a time until it lets go, the gateway first.")
                )
            : new(
                "busVolts",
                Severity.Caution,
                Sentence.Of($"{shown}. Awake, high lies a little above 2.5 V and low a little below. Near 0 or 12 V: a short. Only one of them off: its wire, or its ground.")
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
