using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Wiring.Signal;

/// <summary>A voltage that stands for ethanol on an input of a controller: what to type in there, and what it shows of a broken wire.</summary>
/// <param name="At0VPct">Ethanol to type in for 0 V, %.</param>
/// <param name="At5VPct">Ethanol to type in for full scale, 5 V, %.</param>
/// <param name="PctPerV">Ethanol a volt, %.</param>
/// <param name="BrokenReadsPct">What a broken wire reads where the input pulls it to ground or leaves it, %.</param>
/// <param name="BrokenPulledUpReadsPct">What it reads where the input has a pull-up of its own, %.</param>
/// <param name="BrokenIsSeen">True where both lie so far outside that the controller can tell.</param>
/// <param name="Findings">What to mind.</param>
public sealed record ConverterPath(Hazy At0VPct, Hazy At5VPct, Hazy PctPerV, Hazy BrokenReadsPct, Hazy BrokenPulledUpReadsPct, bool BrokenIsSeen, IReadOnlyList<Finding> Findings)
{
    // Full scale of an analog input, V, and how far outside 0 to 100 % a controller can still tell a broken wire (our own).
    private const double FullScaleV = 5;
    private const double TellsFromPct = 5;

    /// <summary>What follows from a converter's two points.</summary>
    /// <param name="converter">The converter.</param>
    /// <exception cref="RefusedInputException">The points are one.</exception>
    public static ConverterPath Of(ConverterVolts converter)
    {
        converter.Check();
        var (at0, at5) = (converter.EthanolPct(0), converter.EthanolPct(FullScaleV));
        bool Tells(Hazy pct) => pct.Value <= -TellsFromPct || pct.Value >= 100 + TellsFromPct;
        return new(at0, at5, 100 / (converter.At100V - converter.At0V), at0, at5, Tells(at0) && Tells(at5), [.. Said(converter, at0, at5, Tells)]);
    }

    private static IEnumerable<Finding> Said(ConverterVolts converter, Hazy at0, Hazy at5, Func<Hazy, bool> tells)
    {
        if (converter.AreAssumed)
        {
            yield return new(
                "scalingAssumed",
                Severity.Caution,
                "Nobody read the converter's two points. Until then 0 V for E0 and 5 V for E100 stand in: read them off its data sheet, at Survey."
            );
        }

        if (!tells(at0))
        {
            yield return new(
                "brokenReadsLow",
                Severity.Caution,
                Sentence.Of(
                    $"A broken wire with no volts reads {Say.Ethanol(Math.Max(0, at0.Value))}: nobody can tell it from fuel. With a high blend in the tank the engine "
                        + $"runs lean then. Have the controller hold the last reading, or take 0.5 to 4.5 V where the converter can."
                )
            );
        }

        if (!tells(at5))
        {
            yield return new(
                "brokenReadsHigh",
                Severity.Caution,
                Sentence.Of(
                    $"A broken wire on an input with its own pull-up reads {Say.Ethanol(Math.Min(100, at5.Value))}: the engine runs rich, with all the spark of a high "
                        + $"blend. Turn that pull-up off, or take 0.5 to 4.5 V where the converter can."
                )
            );
        }

        if (tells(at0) && tells(at5))
        {
            yield return new(
                "brokenIsSeen",
                Severity.Info,
                Sentence.Of(
                    $"A broken wire reads {Say.Percent(at0.Value)} or {Say.Percent(at5.Value)}: outside of what fuel can be. Set the controller's fault limits between "
                        + $"those and 0 and 100 %."
                )
            );
        }
    }
}
