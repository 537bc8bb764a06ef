using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using MathNet.Numerics.RootFinding;

namespace HazyGauge.Core.Compensation;

/// <summary>What closed loop makes up for while nothing counts ethanol: the sensor is in, the file is not.</summary>
/// <param name="BaseEthanolPct">Blend of the base map, % by volume.</param>
/// <param name="TrimLimitPct">By how much trims may add or take out, %.</param>
/// <param name="LearnedTrimPct">What they add already on the base blend, %; below 0 they take out. Left out, nothing.</param>
/// <param name="Metering">How the controller models its injectors; left out, orifice.</param>
public sealed record ClosedLoopBandQuery(Hazy BaseEthanolPct, Hazy TrimLimitPct, Hazy? LearnedTrimPct = null, Metering? Metering = null)
{
    /// <summary>The widest trims that are asked about, %.</summary>
    public const double MostPct = 60;

    /// <summary>The blends trims cover.</summary>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public ClosedLoopBand Answer()
    {
        var check = new InputCheck()
            .Within(BaseEthanolPct, 0, 100, "baseEthanolPct", "The blend of the base map", Unit.EthanolPct)
            .Within(TrimLimitPct, 0, MostPct, "trimLimitPct", "The limit of the trims", Unit.Percent)
            .Within(LearnedTrimPct, -MostPct, MostPct, "learnedTrimPct", "What trims have learned", Unit.Percent);
        check.ThrowIfAny();
        if (LearnedTrimPct is { } learned && Math.Abs(learned.Value) > TrimLimitPct.Value)
        {
            throw new RefusedInputException("learnedTrimPct", "Trims have learned more than their limit lets them.");
        }

        return ClosedLoopBand.Of(BaseEthanolPct, TrimLimitPct, LearnedTrimPct ?? 0, Metering ?? Compensation.Metering.Orifice);
    }
}

/// <summary>The blends that may be driven in closed loop alone.</summary>
/// <param name="LowestPct">The lowest, % by volume.</param>
/// <param name="HighestPct">The highest, % by volume.</param>
/// <param name="Because">Why, and how they may be driven.</param>
public sealed record ClosedLoopBand(Hazy LowestPct, Hazy HighestPct, Sentence Because)
{
    /// <summary>What may be filled, with all of the doubt kept away from.</summary>
    public Sentence Fill
    {
        get
        {
            var (from, to) = (
                LowestPct.Value <= 0 ? 0 : Math.Ceiling(LowestPct.Value + Interval95.HalfWidth(LowestPct)),
                HighestPct.Value >= 100 ? 100 : Math.Floor(HighestPct.Value - Interval95.HalfWidth(HighestPct))
            );
            return to < from
                ? "Fill only the fuel the map was made on: the trims have nothing to spare."
                : Sentence.Of($"Until the file is in, fill {Say.Ethanol(from)} to {Say.Ethanol(to)} and nothing else.");
        }
    }

    /// <summary>The band. The factor a blend needs over the map has to lie within what trims may still add or take out.</summary>
    /// <param name="basePct">Blend of the base map, % by volume.</param>
    /// <param name="limitPct">By how much trims may add or take out, %.</param>
    /// <param name="learnedPct">What they add already, %.</param>
    /// <param name="metering">How the controller models its injectors.</param>
    public static ClosedLoopBand Of(Hazy basePct, Hazy limitPct, Hazy learnedPct, Metering metering)
    {
        var (lowest, highest) = (BlendAt(basePct, 1 - ((limitPct + learnedPct) / 100), metering), BlendAt(basePct, 1 + ((limitPct - learnedPct) / 100), metering));
        return new(
            lowest,
            highest,
            Sentence.Of(
                $"Trims of ± {Say.Of(limitPct, Unit.Percent, 0)} around a map on {Say.Ethanol(basePct)} cover {Say.Ethanol(lowest.Value)} to "
                    + $"{Say.Ethanol(highest.Value)}. Drive gently: at full load nothing corrects it, and what they learn is wrong on the next fuel."
            )
        );
    }

    // The blend that needs a factor over the map; E0 and E100 bound it. Found in exact numbers, its haze by implicit differentiation.
    private static Hazy BlendAt(Hazy basePct, Hazy factor, Metering metering)
    {
        const double Step = 1e-4;
        double Needed(double pct) =>
            FuelFactor
                .CompositionFactor(metering, new Blend<Exact>(pct, UsualFuels.Traditional<Exact>()), new MapBlend<Exact>(new(basePct.Value, UsualFuels.Traditional<Exact>())))
                .Value;
        if (factor.Value <= Needed(0))
        {
            return 0;
        }

        if (factor.Value >= Needed(100))
        {
            return 100;
        }

        var root = Brent.FindRoot(pct => Needed(pct) - factor.Value, 0, 100, 1e-10);
        var slope = (Needed(Math.Min(100, root + Step)) - Needed(Math.Max(0, root - Step))) / (Math.Min(100, root + Step) - Math.Max(0, root - Step));
        var fuels = UsualFuels.Traditional<Hazy>();
        var over = FuelFactor.CompositionFactor(metering, new Blend<Hazy>(root, fuels), new MapBlend<Hazy>(new(basePct, fuels))) - factor;
        return over.Through(root, -1 / slope);
    }
}
