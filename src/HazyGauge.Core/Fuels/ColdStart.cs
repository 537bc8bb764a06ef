using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Quantities;
using HazyGauge.Core.Sentences;
using MathNet.Numerics.Interpolation;

namespace HazyGauge.Core.Fuels;

/// <summary>How an engine starts in the cold.</summary>
public enum ColdStarting
{
    /// <summary>As on gasoline.</summary>
    Yes,

    /// <summary>After long cranking, or with a heater.</summary>
    Hard,

    /// <summary>Not at all.</summary>
    No,
}

/// <summary>What a cold start comes to.</summary>
/// <param name="VapourPressureKpa">True vapour pressure of the blend at the coldest start, kPa.</param>
/// <param name="Starts">How it starts.</param>
/// <param name="HighestEthanolThatStartsPct">Highest blend of this gasoline that starts as on gasoline, % by volume; null where none does.</param>
/// <param name="Findings">What that means.</param>
public sealed record ColdStartResult(Hazy VapourPressureKpa, ColdStarting Starts, double? HighestEthanolThatStartsPct, IReadOnlyList<Finding> Findings);

/// <summary>
/// Whether a blend starts in the cold. What evaporates must ignite: the Reid pressure a fuel needs rises as it gets colder, as the volatility classes of high
/// blends do (ASTM D5798, least pressures of its classes and the temperatures they are for, from memory); neat ethanol, of a little under 16 kPa, starts above its
/// flash point of 13 C (handbook).
/// </summary>
public static class ColdStart
{
    /// <summary>Flash point of neat ethanol, C: above it everything starts.</summary>
    public const double NeatEthanolStartsC = 13;

    // A fuel fit for this many kelvin warmer starts hard.
    private const double HardWithinK = 10;

    // The classes are those of high blends. Gasoline is made to start on less: it needs this share, and what lies between the two in between (from memory).
    private const double HighBlendFromPct = 51;
    private const double GasolineShare = 0.6;

    // How far off all of this may be for one engine, half-width, as a share (our own).
    private const double Off = 0.1;

    private static readonly LinearSpline NeededKpa = LinearSpline.InterpolateSorted([-25, -15, -5, 5, NeatEthanolStartsC], [66, 59, 48, 38, 15.5]);

    /// <summary>The start at a temperature.</summary>
    /// <param name="ethanolPct">The blend, % by volume.</param>
    /// <param name="gasoline">Reid pressure of the gasoline alone.</param>
    /// <param name="coldestC">The coldest start, C.</param>
    /// <param name="ledger">The ledger.</param>
    public static ColdStartResult Of(Hazy ethanolPct, ReidPressure<Hazy> gasoline, Hazy coldestC, HazeLedger ledger)
    {
        var (blend, cold) = (new Blend<Hazy>(ethanolPct, UsualFuels.Traditional<Hazy>()), new Celsius<Hazy>(coldestC));

        // What is not known of blend, gasoline and morning: it starts where it does at the worst end, and does not where it does not at the best.
        var reid = BlendVapourPressure.ReidOf(blend, gasoline).Kpa;
        var (offShare, offK) = (Interval95.HalfWidth(reid) / reid.Value, Interval95.HalfWidth(coldestC));
        var starts = Starts(ethanolPct.Value, gasoline.Kpa.Value, coldestC.Value, offShare, offK);
        var highest = Enumerable
            .Range(0, 101)
            .Select(i => 100.0 - i)
            .Select(pct => (double?)pct)
            .FirstOrDefault(pct => Starts(pct!.Value, gasoline.Kpa.Value, coldestC.Value, offShare, offK) == ColdStarting.Yes);
        return new ColdStartResult(
            BlendVapourPressure.LawAt(blend, gasoline, cold, ledger) * BlendVapourPressure.At(blend, gasoline, cold).Kpa,
            starts,
            highest,
            [Finding(ethanolPct.Value, coldestC.Value, starts, highest)]
        );
    }

    private static ColdStarting Starts(double ethanolPct, double gasolineReidKpa, double coldestC, double offShare, double offK)
    {
        var reid = BlendVapourPressure.ReidOf(new Blend<Exact>(ethanolPct, UsualFuels.Traditional<Exact>()), new ReidPressure<Exact>(gasolineReidKpa)).Kpa.Value;
        var share = GasolineShare + ((1 - GasolineShare) * Math.Min(1, ethanolPct / HighBlendFromPct));
        double Needed(double tempC) => share * NeededKpa.Interpolate(Math.Min(tempC, NeatEthanolStartsC));
        return coldestC - offK >= NeatEthanolStartsC || reid * (1 - offShare) >= Needed(coldestC - offK) * (1 + Off) ? ColdStarting.Yes
            : reid * (1 + offShare) >= Needed(coldestC + offK + HardWithinK) * (1 - Off) ? ColdStarting.Hard
            : ColdStarting.No;
    }

    private static Finding Finding(double ethanolPct, double coldestC, ColdStarting starts, double? highestPct)
    {
        var fill = highestPct is { } highest
            ? Sentence.Of($"Fill at most {Say.Ethanol(highest)} when it gets that cold.")
            : "No blend of this gasoline starts there as it should: fill winter gasoline, or heat the engine.";
        const string Trap = "Summer fuel left in the tank in winter is the usual trap.";
        return starts switch
        {
            ColdStarting.Yes => new(
                "coldStart",
                Severity.Info,
                Sentence.Of($"On {Say.Ethanol(ethanolPct)} it starts at {Say.Given(coldestC, Unit.Celsius)}, with cranking fuel set for it.")
            ),
            ColdStarting.Hard => new(
                "coldStartHard",
                Severity.Caution,
                Sentence.Of($"On {Say.Ethanol(ethanolPct)} it may start hard at {Say.Given(coldestC, Unit.Celsius)}: too little evaporates. {fill} {Trap}")
            ),
            _ => new(
                "coldStartNo",
                Severity.Caution,
                Sentence.Of($"On {Say.Ethanol(ethanolPct)} it does not start at {Say.Given(coldestC, Unit.Celsius)}: hardly anything evaporates. {fill} {Trap}")
            ),
        };
    }
}

/// <summary>A blend on the coldest morning.</summary>
/// <param name="EthanolPct">The blend, % by volume.</param>
/// <param name="ColdestC">The coldest start, C.</param>
/// <param name="GasolineReidKpa">Reid pressure of the gasoline alone, kPa.</param>
/// <param name="FinishedFuelReidKpa">Reid pressure of a finished fuel its gasoline is that of, kPa.</param>
/// <param name="FinishedFuelEthanolPct">Ethanol in that finished fuel, % by volume.</param>
public sealed record ColdStartQuery(Hazy EthanolPct, Hazy ColdestC, Hazy? GasolineReidKpa = null, Hazy? FinishedFuelReidKpa = null, Hazy? FinishedFuelEthanolPct = null)
{
    /// <summary>How it starts.</summary>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public ColdStartResult Answer(HazeLedger ledger)
    {
        new InputCheck().Within(EthanolPct, 0, 100, "ethanolPct", "Ethanol", Unit.Percent).Within(ColdestC, -40, 40, "coldestC", "The coldest start", Unit.Celsius).ThrowIfAny();
        return ColdStart.Of(EthanolPct, new FuelVolatility(GasolineReidKpa, FinishedFuelReidKpa, FinishedFuelEthanolPct).Gasoline(), ColdestC, ledger);
    }
}
