using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Sensing;

/// <summary>
/// What a signal converter gives: a straight line between two points, as its maker says. Only behind it is there a voltage that stands for
/// ethanol; on the sensor's own wire there is a square wave.
/// </summary>
/// <param name="At0V">Volts at E0.</param>
/// <param name="At100V">Volts at E100.</param>
/// <param name="AreAssumed">True where nobody read the two points off the converter.</param>
public sealed record ConverterVolts(Hazy At0V, Hazy At100V, bool AreAssumed)
{
    /// <summary>Volts a usual converter gives at E0 (common practice, no source).</summary>
    public const double UsualAt0V = 0;

    /// <summary>Volts a usual converter gives at E100 (common practice, no source).</summary>
    public const double UsualAt100V = 5;

    // The points that occur as well (common practice, no source), V.
    private const double OtherAt0V = 0.5;
    private const double OtherAt100V = 4.5;

    /// <summary>How well a usual meter shows volts, half-width, V (our own; a meter's manual says more).</summary>
    public const double UsualPlusMinusV = 0.02;

    // Further outside its two points than this share of them a voltage is no reading (our own limit).
    private const double Slack = 0.04;

    /// <summary>What a converter and the input behind it may add, half-width, points (from memory).</summary>
    internal const double ConversionPct = 2;

    internal const string NothingCode = "converterNothing";

    // So near to nothing a broken wire reads the same, V.
    private const double NearlyNothingV = 0.1;

    /// <summary>Volts at a blend.</summary>
    public Hazy At(Hazy ethanolPct) => At0V + ((At100V - At0V) * ethanolPct / 100);

    /// <summary>The blend that a voltage stands for, % by volume.</summary>
    public Hazy EthanolPct(Hazy volts) => 100 * (volts - At0V) / (At100V - At0V);

    /// <summary>What a meter should show behind it while the sensor reads a blend, and what it did.</summary>
    /// <param name="ethanolPct">The blend as the sensor says it, without the sensor's own tolerance: the converter shares that.</param>
    /// <param name="readV">What the meter shows; null where it was not measured.</param>
    public MeterRow Row(Hazy ethanolPct, Hazy? readV)
    {
        Check();
        var expected = At(ethanolPct);
        return new(MeterQuantity.ConverterV, expected, UsualPlusMinusV + (ConversionPct / 100 * Math.Abs((At100V - At0V).Value)) + Interval95.HalfWidth(expected), readV);
    }

    /// <summary>What a voltage means that is not what it should be.</summary>
    internal static Finding Disagrees(MeterRow row) =>
        new(
            "converterDisagrees",
            Severity.Caution,
            Sentence.Of(
                $"Behind the converter it should be {Say.Of(row.Expected, Unit.Volt, 2)} within {row.Within:0.00} V, and is {Say.Of(row.Read!.Value, Unit.Volt, 2)}. Look "
                    + $"at the converter's two points first, then at its ground: an offset there adds straight onto the reading."
            )
        );

    /// <summary>Refuses two points that are one.</summary>
    /// <exception cref="RefusedInputException">They are.</exception>
    public void Check()
    {
        if (Math.Abs(At100V.Value - At0V.Value) < 0.1)
        {
            throw new RefusedInputException("converterAt100V", "The volts at E0 and at E100 are the same: nothing could be told from them.");
        }
    }

    /// <summary>The reading behind the converter.</summary>
    /// <param name="volts">Volts there, key on.</param>
    /// <param name="toleranceEthanolPct">Half-width of the sensor's tolerance, points; rectangular.</param>
    /// <param name="ledger">The ledger.</param>
    public SensorReading Read(Hazy volts, double toleranceEthanolPct, HazeLedger ledger)
    {
        Check();
        var pct = EthanolPct(volts);
        if (pct.Value is < -100 * Slack or > 100 * (1 + Slack))
        {
            return SensorReading.Nothing(
                new(
                    "converterOutside",
                    Severity.Stop,
                    Sentence.Of(
                        $"{Say.Of(volts, Unit.Volt, 2)} lies outside what this converter gives, {Say.Of(At0V, Unit.Volt, 2)} to {Say.Of(At100V, Unit.Volt, 2)}: a broken "
                            + $"wire, no supply at the converter, or other points. Measure at the converter itself, then at the controller's pin."
                    )
                )
            ) with
            {
                SignalStatus = SignalStatus.OutOfRange,
            };
        }

        var findings = new List<Finding>();
        if (AreAssumed)
        {
            findings.Add(
                new(
                    "converterAssumed",
                    Severity.Caution,
                    Sentence.Of(
                        $"Nobody read the converter's two points: {At0V.Value:0.#} V for E0 and {At100V.Value:0.#} V for E100 are usual, {OtherAt0V:0.0} and {OtherAt100V:0.0} V "
                            + $"occur as well. This voltage would then be {Say.Ethanol(OtherwisePct(volts))}. Read them off its data sheet."
                    )
                )
            );
        }

        if (Math.Abs(volts.Value) < NearlyNothingV)
        {
            findings.Add(
                new(
                    NothingCode,
                    Severity.Caution,
                    "Nearly no volts is E0 or a broken wire: this converter cannot tell the two apart. Unplug the sensor: what changes shows which it is."
                )
            );
        }

        findings.Add(
            new(
                "converterProves",
                Severity.Info,
                "Volts behind the converter show that sensor, supply and converter work. They say nothing of the controller: compare with what it shows."
            )
        );
        return new SensorReading(
            RealNumber.Clamp(pct + (AreAssumed ? Assumed(volts, pct, ledger) : 0) + SensorReading.Tolerance(toleranceEthanolPct, ledger), 0, 100),
            null,
            SignalStatus.Ok,
            TemperatureStatus.Absent,
            [.. findings.OrderByDescending(f => f.Severity)]
        );
    }

    // Points nobody read are these or the others that occur: the reading may be off by the difference.
    private static Hazy Assumed(Hazy volts, Hazy pct, HazeLedger ledger)
    {
        var u = HazeSource.RectangularU(Math.Abs(OtherwisePct(volts) - pct.Value));
        return ledger.Quantity(0, u, new HazeSource("control.converterAt0V", "Points of the converter", HazeShape.Rectangular));
    }

    private static double OtherwisePct(Hazy volts) => 100 * (volts.Value - OtherAt0V) / (OtherAt100V - OtherAt0V);
}
