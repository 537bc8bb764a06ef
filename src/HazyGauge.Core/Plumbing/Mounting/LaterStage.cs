using HazyGauge.Core.Parts;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Plumbing.Mounting;

/// <summary>What may come into the line later.</summary>
public enum LaterKind
{
    /// <summary>A branch for injectors in the ports.</summary>
    PortInjection,

    /// <summary>A sensor for the low side's pressure.</summary>
    PressureSensor,
}

/// <summary>A later stage, and whether its tee goes in now.</summary>
/// <param name="What">What it is.</param>
/// <param name="Now">True where its tee goes in now.</param>
/// <param name="Id">Its id.</param>
public sealed record LaterStage(LaterKind What, bool Now, string? Id = null);

/// <summary>What doing it now saves.</summary>
/// <param name="What">What it is.</param>
/// <param name="Now">True where its tee goes in now; null where nobody decided.</param>
/// <param name="IsInChain">True where the chain has a tee already.</param>
/// <param name="Saves">What doing it now saves, and what it costs.</param>
public sealed record LaterAdvice(LaterKind What, bool? Now, bool IsInChain, Sentence Saves)
{
    /// <summary>The tee on the buying list.</summary>
    internal NeededPart ToBuy() =>
        new(
            What == LaterKind.PortInjection ? "tee-port-injection" : "tee-pressure-sensor",
            What == LaterKind.PortInjection ? "Tee with plug for port injection" : "Tee with plug for a pressure sensor",
            PartKind.Part,
            "Goes in while the line is open.",
            1,
            ["fit"]
        );
}

/// <summary>Says what a later stage is worth now.</summary>
internal static class LaterStages
{
    // A tee parts the line once more, and both of its joints in the line are new; a plug closes the third.
    private const int MoreNow = 2;

    /// <summary>The stages that concern a vehicle.</summary>
    /// <param name="decided">What was decided.</param>
    /// <param name="isDirect">True for direct injection: the stock vehicle does not see the low side's pressure.</param>
    /// <param name="isPortWished">True where injectors in the ports are wished for later.</param>
    /// <param name="hasTee">True where the chain has a tee.</param>
    /// <param name="leakPoints">Leak points of the route.</param>
    public static IEnumerable<LaterAdvice> Of(IReadOnlyList<LaterStage> decided, bool isDirect, bool isPortWished, bool hasTee, int leakPoints)
    {
        foreach (var what in new[] { LaterKind.PressureSensor, LaterKind.PortInjection })
        {
            var now = decided.LastOrDefault(d => d.What == what)?.Now;
            if (what == LaterKind.PressureSensor || isPortWished || now is not null)
            {
                yield return new(what, now, hasTee && what == LaterKind.PressureSensor, Saves(what, isDirect, hasTee && what == LaterKind.PressureSensor, leakPoints));
            }
        }
    }

    private static Sentence Saves(LaterKind what, bool isDirect, bool isInChain, int leakPoints)
    {
        if (isInChain)
        {
            return "The tee is in the chain. Its end beside the line is closed with a plug or the sensor, and is a leak point of its own.";
        }

        var cost = Sentence.Of(
            $"A tee put in now adds {MoreNow:0} leak points. Later the line is relieved, opened and caught once more, and all {leakPoints + MoreNow:0} joints are checked again."
        );
        return what == LaterKind.PressureSensor && isDirect
            ? "Strongly advised on direct injection: the car does not see the low side's pressure, and it falls first when the pump runs out." + cost
            : cost;
    }
}
