using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Compensation;

/// <summary>
/// A multiplier the controller already holds: a straight line over ethanol, given at its ends like the trade's "100 to 163". Whatever
/// it is, it must read 100 % at the blend the base map was made on; one that counts from gasoline over a map made on E85 adds the
/// ethanol's share a second time.
/// </summary>
/// <param name="At0Pct">What it says at E0, %, 50 to 250.</param>
/// <param name="At100Pct">What it says at E100, %, 50 to 250.</param>
public sealed record MultiplierLine(double At0Pct, double At100Pct)
{
    // Off by more than this at its own base blend it is not a rough curve but one for another base. (Our own limit.)
    private const double AnotherBaseFrom = 0.10;
    private const double WorthSayingFrom = 0.01;

    /// <summary>What it multiplies by at a blend.</summary>
    public double At(double ethanolPct) => (At0Pct + ((At100Pct - At0Pct) * ethanolPct / 100)) / 100;

    /// <summary>Judges it against the base map it stands over; one made for another base is a stop that names the lambda it gives.</summary>
    /// <param name="metering">How the controller meters.</param>
    /// <param name="baseBlend">The blend the base map was made on.</param>
    /// <param name="ethanolPct">The blend in the line; null where it is not known.</param>
    /// <exception cref="RefusedInputException">An end is outside its range.</exception>
    public MultiplierJudgement Judge(Metering metering, Blend<Exact> baseBlend, double? ethanolPct)
    {
        new InputCheck()
            .Within(At0Pct, 50, 250, "multiplier", "The multiplier at E0", Unit.Percent)
            .Within(At100Pct, 50, 250, "multiplier", "The multiplier at E100", Unit.Percent)
            .ThrowIfAny();
        var basePct = baseBlend.EthanolPct.Value;
        var atPct = ethanolPct ?? PumpBlends.E85Pct;

        // Fuel delivered over fuel needed is multiplier over factor, and lambda is the inverse of that.
        var lambda = FuelFactor.CompositionFactor(metering, baseBlend with { EthanolPct = atPct }, new MapBlend<Exact>(baseBlend)).Value / At(atPct);
        var offAtBase = At(basePct) - 1;
        if (Math.Abs(offAtBase) > AnotherBaseFrom)
        {
            return new MultiplierJudgement(
                At(basePct),
                lambda,
                atPct,
                [
                    new(
                        "multiplierOfAnotherBase",
                        Severity.Stop,
                        Sentence.Of(
                            $"This multiplier was made for another base map: at E{basePct:0.#}, the blend the map was made on, it must say 100 % and says "
                                + $"{100 * At(basePct):0} %. Switched on, the engine would run at lambda {lambda:0.00} on "
                                + $"E{atPct:0.#}{(ethanolPct is null ? ", a usual pump blend" : string.Empty)}. Take it out and type in a row made for E{basePct:0.#}."
                        )
                    ),
                ]
            );
        }

        return new MultiplierJudgement(At(basePct), lambda, atPct, [.. Offs(basePct, offAtBase, atPct, lambda)]);
    }

    private IEnumerable<Finding> Offs(double basePct, double offAtBase, double atPct, double lambda)
    {
        if (Math.Abs(offAtBase) > WorthSayingFrom)
        {
            yield return new Finding(
                "multiplierOffAtBase",
                Severity.Caution,
                Sentence.Of(
                    $"At E{basePct:0.#}, the blend the map was made on, the multiplier must say 100 % and says {100 * At(basePct):0.0} %: "
                        + $"{Math.Abs(100 * offAtBase):0.0} % {(offAtBase > 0 ? "rich" : "lean")} on the very fuel the map is right for."
                )
            );
        }

        if (Math.Abs((1 / lambda) - 1) > WorthSayingFrom)
        {
            yield return new Finding(
                "multiplierOffHere",
                Severity.Caution,
                Sentence.Of(
                    $"On E{atPct:0.#} this multiplier gives lambda {lambda:0.000} where 1 is meant, {Math.Abs(100 * ((1 / lambda) - 1)):0.0} % "
                        + $"{(lambda < 1 ? "rich" : "lean")}."
                )
            );
        }
    }
}

/// <summary>What comes of a multiplier over a base map.</summary>
/// <param name="AtBase">What it multiplies by at the base map's blend; should be 1.</param>
/// <param name="Lambda">Lambda it gives where 1 is meant.</param>
/// <param name="AtEthanolPct">On which blend.</param>
/// <param name="Findings">What it means.</param>
public sealed record MultiplierJudgement(double AtBase, double Lambda, double AtEthanolPct, IReadOnlyList<Finding> Findings);
