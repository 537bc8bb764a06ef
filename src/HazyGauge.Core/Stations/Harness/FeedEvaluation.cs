using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Shop;
using HazyGauge.Core.Wiring.Signal;
using HazyGauge.Core.Wiring.Supplies;
using HazyGauge.Core.Wiring.Wires;

namespace HazyGauge.Core.Stations.Harness;

/// <summary>Judges what feeds a harness, and where its ground goes.</summary>
internal static class FeedEvaluation
{
    // A conductor under a hood on a hot day, C (common practice, no source).
    private const double HotCopperC = 80;

    // More than this share of the supply is too much to lose in a wire (our own).
    private const double MostLost = 0.05;

    /// <summary>The supply.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="figures">Its figures.</param>
    /// <param name="wires">The wires.</param>
    /// <param name="recommended">The supply recommended for these users.</param>
    /// <param name="atHand">What there is to measure with.</param>
    /// <exception cref="RefusedInputException">What was probed cannot be.</exception>
    public static SupplyPart Supply(HarnessPlan plan, HarnessFigures figures, IReadOnlyList<PlannedWire> wires, SupplyChoice recommended, InstrumentsAtHand atHand)
    {
        var feeds = wires.Where(w => w.Wire.Role == WireRole.Supply).ToList();
        var thinnest = feeds.Min(w => w.AreaMm2);
        var largest = FuseRule.LargestA(thinnest);
        var current = figures.CurrentMa;
        var toTake = plan.Supply == SupplyChoice.ControllerSupply ? null : FuseRule.ToTakeA(current.Value + Interval95.HalfWidth(current));
        var probed = plan.Probed is { KeyOffV: { } off, KeyOnV: { } on, CrankingV: { } cranking, BatteryV: { } battery }
            ? RefusedInputException.Under("probed", () => new ProbedFeedQuery(off, on, cranking, battery).Answer())
            : null;
        var isConstant = plan.Supply is SupplyChoice.Constant or SupplyChoice.BatteryPost || probed?.Kind == FeedKind.Constant;
        var rest = plan.DrainMa is not null || isConstant ? new StandbyDrainQuery(figures.DrainMa, figures.BatteryAh, figures.UsablePct, figures.SelfDischargePct).Answer() : null;
        var drop = feeds[0].CutM is { } length ? new SupplyDropQuery(current, length, feeds[0].AreaMm2, HotCopperC, plan.Ground == GroundChoice.ControllerGround).Answer() : null;
        var findings = Chosen(plan)
            .Concat(Fuse(plan, thinnest, largest, toTake))
            .Concat(Probed(probed))
            .Concat(Awake(plan, isConstant))
            .Concat(Thin(drop, current, figures.BatteryV));
        return new(
            SupplyAdvice.All,
            recommended,
            probed,
            toTake,
            largest,
            drop,
            rest?.Days,
            rest is null ? [] : HazeBudget.Of(rest.Days).With(atHand),
            [.. findings.OrderByDescending(f => f.Severity)],
            rest?.Drawn is { } drawn ? StandbyDrainResult.InWords(drawn) : null,
            rest?.Because
        );
    }

    /// <summary>The ground.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="converter">The voltage that stands for ethanol; null where there is none.</param>
    /// <param name="hasController">True where a controller takes the frequency.</param>
    public static GroundPart Ground(HarnessPlan plan, ConverterPath? converter, bool hasController)
    {
        var choices = GroundAdvice.All(converter is not null);
        var findings = new List<Finding>();
        if (plan.Ground is { } chosen && choices.Single(c => c.Choice == chosen) is { Verdict: WiringVerdict.WithCare or WiringVerdict.Poor } advice)
        {
            findings.Add(new Finding("ground", advice.Verdict == WiringVerdict.Poor ? Severity.Caution : Severity.Info, advice.Why).Of(Word(chosen)));
        }

        var offset = plan.GroundOffsetMv is { } mv ? GroundOffset.Of(mv, converter?.PctPerV) : null;
        if (offset is not null)
        {
            var said = Say.Of(offset.OffsetMv, Unit.Millivolt, 0);
            findings.Add(
                converter is null
                    ? new("offset", Severity.Info, Sentence.Of($"An offset of {said} changes nothing on a frequency."))
                    : new(
                        "offset",
                        Math.Abs(offset.EthanolErrorPct.Value) >= ConverterVolts.ConversionPct ? Severity.Caution : Severity.Info,
                        Sentence.Of($"An offset of {said} adds {Say.Of(offset.EthanolErrorPct, Unit.None, 1)} points of ethanol to what the controller shows.")
                    )
            );
        }

        return new(
            choices,
            converter is not null || hasController ? GroundChoice.ControllerGround : GroundChoice.Chassis,
            offset,
            [.. findings.OrderByDescending(f => f.Severity)]
        );
    }

    /// <summary>True where a wire eats up so much that it is too thin, or the current is wrong.</summary>
    public static bool IsTooThin(SupplyDropResult? drop, Hazy feedV) => drop is not null && drop.DropMv.Value / 1000 > MostLost * feedV.Value;

    // A choice by the word documents have for it: the page shows its verdict beside it.
    private static string Word<T>(T choice)
        where T : struct, Enum => System.Text.Json.JsonNamingPolicy.CamelCase.ConvertName(choice.ToString());

    private static IEnumerable<Finding> Chosen(HarnessPlan plan)
    {
        if (plan.Supply is { } chosen && SupplyAdvice.Of(chosen) is { Verdict: WiringVerdict.Never or WiringVerdict.Poor } advice)
        {
            yield return new Finding("supply", advice.Verdict == WiringVerdict.Never ? Severity.Stop : Severity.Caution, advice.Why).Of(Word(chosen));
        }
    }

    private static IEnumerable<Finding> Fuse(HarnessPlan plan, double thinnestMm2, double? largestA, double? toTakeA)
    {
        if (plan.FuseA is { } fuse && (largestA is null || fuse > largestA))
        {
            Sentence cure = largestA is { } most
                ? Sentence.Of($"Take {Say.Given(Math.Min(most, toTakeA ?? most), Unit.Ampere)}, {Say.Given(most, Unit.Ampere)} at most.")
                : "Take a thicker wire.";
            yield return new(
                "fuse",
                Severity.Stop,
                Sentence.Of($"The wire of {Say.Of(thinnestMm2, Unit.SquareMillimetre, 2)} burns before a fuse of {Say.Given(fuse, Unit.Ampere)} blows. {cure}")
            );
        }
    }

    private static IEnumerable<Finding> Probed(ProbedFeedResult? probed)
    {
        if (probed is { Kind: not FeedKind.Switched })
        {
            yield return new("probed", probed.Kind == FeedKind.Dead ? Severity.Stop : Severity.Caution, probed.BecauseSaid);
        }
    }

    private static IEnumerable<Finding> Awake(HarnessPlan plan, bool isConstant)
    {
        if (plan.KeepsAwake == true)
        {
            yield return new(
                "keepsAwake",
                Severity.Caution,
                "Something stays awake after the key is off. Pull the new fuse: if it goes quiet, this feed keeps the network awake. Move it to a switched fuse."
            );
        }
        else if (isConstant && plan.KeepsAwake is null)
        {
            yield return new("awakeTest", Severity.Info, "Test whether it keeps the network awake: key off, doors locked, ten minutes. Nothing may buzz, click or stay lit.");
        }
    }

    private static IEnumerable<Finding> Thin(SupplyDropResult? drop, Hazy currentMa, Hazy batteryV)
    {
        if (IsTooThin(drop, batteryV))
        {
            yield return new(
                "thinWire",
                Severity.Caution,
                Sentence.Of(
                    $"The supply wire loses {Say.Of(drop!.DropMv / 1000, Unit.Volt, 2)} hot: take a thicker one, or see whether {Say.Of(currentMa, Unit.Milliampere, 0)} is right."
                )
            );
        }
    }
}
