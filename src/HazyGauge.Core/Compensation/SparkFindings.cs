using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Compensation;

/// <summary>The sentences that go with a spark addition.</summary>
internal static class SparkFindings
{
    public static IReadOnlyList<Finding> Of(SparkAdditionInput input, Hazy weight, Hazy cautiousDeg)
    {
        var findings = new List<Finding>();
        var (none, all) = (input.GasolineMapEthanolPct.Value, input.EthanolMapEthanolPct.Value);
        if (weight.Value < 0)
        {
            findings.Add(
                new(
                    "sparkComesOut",
                    Severity.Caution,
                    Sentence.Of($"There is less ethanol than the gasoline map was made on (E{none:0.#}): {-cautiousDeg.Value:0.0}° of spark must come out, or it may knock.")
                )
            );
        }
        else if (cautiousDeg.Value < 0)
        {
            findings.Add(
                new(
                    "sparkMayComeOut",
                    Severity.Caution,
                    Sentence.Of(
                        $"At the low end of its haze the fuel holds less ethanol than the gasoline map was made on (E{none:0.#}): {-cautiousDeg.Value:0.0}° of spark come "
                            + $"out to be safe."
                    )
                )
            );
        }

        if (input.EthanolPct.Value > all)
        {
            findings.Add(new("sparkStaysWhole", Severity.Info, Sentence.Of($"Above E{all:0.#}, the blend the ethanol map was made on, no more is added: nobody tried it there.")));
        }

        if (input is { Weighting: SparkWeighting.Saturating } && (input.SaturatesAtPct?.Value ?? SparkAdditionInput.UsualSaturatesAtPct) > all)
        {
            findings.Add(new("sparkSaturatesAtMap", Severity.Info, Sentence.Of($"All spark is in at E{all:0.#} already, for that is the blend the ethanol map was made on.")));
        }

        findings.Add(
            new(
                "sparkCautious",
                Severity.Info,
                Sentence.Of(
                    $"The figure to use is {cautiousDeg.Value:0.0}°, for the low end of the ethanol haze: if there is less ethanol than read, the engine must still not knock."
                )
            )
        );
        findings.Add(
            new(
                "sparkWeighting",
                Severity.Info,
                input.Weighting switch
                {
                    SparkWeighting.Mole => "By mole most of the addition is in by E50, as octane rises; at low blends it adds sooner than the straight line.",
                    SparkWeighting.Saturating =>
                        "Full advance from a chosen blend adds soonest of all. First watch for knock between the two blends with a detector; by ear it is too late.",
                    _ => "The straight line adds the least advance at any blend: the cautious one of the three weightings between the two maps.",
                }
            )
        );
        return findings;
    }
}
