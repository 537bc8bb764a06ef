using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using MathNet.Numerics.Optimization;
using MathNet.Numerics.RootFinding;

namespace HazyGauge.Core.Compensation;

/// <summary>
/// The row of factors that is typed into the controller, which draws straight lines between them, and how far those lines stray
/// from the curve. The blend the base map was made on is always among the breakpoints: the factor is 1 there, whatever the others are.
/// </summary>
/// <param name="EthanolPcts">Breakpoints, % by volume, rising.</param>
/// <param name="Factors">Factor at each.</param>
/// <param name="WorstErrorPct">Largest fuel error of the straight lines, with its sign: positive is rich, %.</param>
/// <param name="AtEthanolPct">Where that is.</param>
/// <param name="Findings">What happens outside the row.</param>
public sealed record BreakpointRow(IReadOnlyList<double> EthanolPcts, IReadOnlyList<Hazy> Factors, double WorstErrorPct, double AtEthanolPct, IReadOnlyList<Finding> Findings)
{
    /// <summary>Most breakpoints of a row.</summary>
    public const int Most = 64;

    /// <summary>The row for chosen breakpoints, and the base blend where it is not among them.</summary>
    /// <param name="ethanolPcts">2 to <see cref="Most"/> blends, rising, 0 to 100.</param>
    /// <param name="metering">How the controller meters.</param>
    /// <param name="baseBlend">The blend the base map was made on.</param>
    /// <exception cref="RefusedInputException">There are too few or too many, or they do not rise.</exception>
    public static BreakpointRow At(IReadOnlyList<double> ethanolPcts, Metering metering, Blend<Hazy> baseBlend)
    {
        Check(ethanolPcts);
        var basePct = baseBlend.EthanolPct.Value;
        var hasBase = ethanolPcts.Contains(basePct);
        var row = Of(hasBase ? ethanolPcts : [.. ethanolPcts.Append(basePct).Order()], metering, baseBlend);
        return hasBase
            ? row
            : row with
            {
                Findings =
                [
                    new(
                        "baseAdded",
                        Severity.Caution,
                        Sentence.Of(
                            $"{Say.Given(basePct, Unit.EthanolPct)} was added: the base map was made there, and the row must be 1 there. Where the controller cannot take "
                                + $"one more, move the nearest breakpoint to it."
                        )
                    ),
                    .. row.Findings,
                ],
            };
    }

    /// <summary>The row from E0 to E100, with the base blend in it, whose straight lines stray least.</summary>
    /// <param name="count">How many breakpoints, 2 to <see cref="Most"/>. Two leave room for the base blend and the far end only.</param>
    /// <param name="wholePct">True where the controller, or the one who types, takes whole percents only; the base blend stays what it is.</param>
    /// <param name="metering">How the controller meters.</param>
    /// <param name="baseBlend">The blend the base map was made on.</param>
    /// <exception cref="RefusedInputException">There are too few or too many.</exception>
    public static BreakpointRow Placed(int count, bool wholePct, Metering metering, Blend<Hazy> baseBlend)
    {
        new InputCheck().Within(count, 2, Most, "count", "The number of breakpoints").ThrowIfAny();
        var (curve, basePct) = (new Curve(metering, baseBlend), baseBlend.EthanolPct.Value);
        if (count == 2)
        {
            // Below the row a controller holds its first factor: rich, which is the safe side.
            return Of(basePct < 100 ? [basePct, 100] : [0, basePct], metering, baseBlend);
        }

        // The error of a stretch grows with its length, so the least worst error is the smallest one with which stretches laid end to
        // end from E0 to the base blend, and from there to E100, each as long as that error allows, are no more than there may be.
        var (tooSmall, enough) = (0.0, Math.Max(Math.Abs(curve.WorstBetween(0, basePct).ErrorPct), Math.Abs(curve.WorstBetween(basePct, 100).ErrorPct)) + 1e-12);
        for (var i = 0; i < 40 && enough > 1e-9 && enough - tooSmall > 1e-7 * enough; i++)
        {
            var error = (tooSmall + enough) / 2;
            var isEnough = curve.Stretches(0, basePct, error, wholePct, count) + curve.Stretches(basePct, 100, error, wholePct, count) < count;
            (tooSmall, enough) = isEnough ? (tooSmall, error) : (error, enough);
        }

        // What is left over goes above the base blend, as far as there is room for it.
        int Room(double fromPct, double toPct) =>
            toPct <= fromPct ? 0
            : wholePct ? (int)Math.Ceiling(toPct - fromPct)
            : count - 1;
        var above = Math.Min(count - 1 - curve.Stretches(0, basePct, enough, wholePct, count), Room(basePct, 100));
        var below = Math.Min(count - 1 - above, Room(0, basePct));
        return Of([.. curve.Lay(0, basePct, below, enough, wholePct).SkipLast(1), .. curve.Lay(basePct, 100, above, enough, wholePct)], metering, baseBlend);
    }

    private static BreakpointRow Of(IReadOnlyList<double> ethanolPcts, Metering metering, Blend<Hazy> baseBlend)
    {
        var curve = new Curve(metering, baseBlend);
        var worst = Enumerable.Range(1, ethanolPcts.Count - 1).Select(i => curve.WorstBetween(ethanolPcts[i - 1], ethanolPcts[i])).MaxBy(w => Math.Abs(w.ErrorPct));
        return new BreakpointRow(
            ethanolPcts,
            [
                .. ethanolPcts.Select(e =>
                    FuelFactor.CompositionFactor(
                        metering,
                        baseBlend with
                        {
                            EthanolPct = e == baseBlend.EthanolPct.Value ? baseBlend.EthanolPct : e,
                        },
                        new MapBlend<Hazy>(baseBlend)
                    )
                ),
            ],
            worst.ErrorPct,
            worst.AtEthanolPct,
            Beyond(curve, ethanolPcts)
        );
    }

    private static void Check(IReadOnlyList<double> ethanolPcts)
    {
        var check = new InputCheck();
        if (ethanolPcts.Count is < 2 or > Most)
        {
            check.Refuse("ethanolPcts", $"A row has 2 to {Most} breakpoints; {ethanolPcts.Count} were given.");
        }

        foreach (var ethanolPct in ethanolPcts)
        {
            check.Within(ethanolPct, 0, 100, "ethanolPcts", "A breakpoint", Unit.Percent);
        }

        for (var i = 1; i < ethanolPcts.Count; i++)
        {
            if (ethanolPcts[i] <= ethanolPcts[i - 1])
            {
                check.Refuse("ethanolPcts", FormattableString.Invariant($"Breakpoints must rise; {ethanolPcts[i]} stands after {ethanolPcts[i - 1]}."));
                break;
            }
        }

        check.ThrowIfAny();
    }

    // A controller holds the end value outside its row.
    private static List<Finding> Beyond(Curve curve, IReadOnlyList<double> ethanolPcts)
    {
        var findings = new List<Finding>();
        Add(0, ethanolPcts[0]);
        Add(100, ethanolPcts[^1]);
        return findings;

        void Add(double endPct, double heldPct)
        {
            var errorPct = 100 * ((curve.Factor(heldPct) / curve.Factor(endPct)) - 1);
            if (Math.Abs(errorPct) >= 0.05)
            {
                findings.Add(
                    new(
                        "rowEndsAtE" + FormattableString.Invariant($"{heldPct:0.#}"),
                        Severity.Caution,
                        Sentence.Of(
                            $"The row ends at E{heldPct:0.#}. Controllers hold the last factor beyond it, which at E{endPct:0} is {Math.Abs(errorPct):0.0} % "
                                + $"{(errorPct < 0 ? "lean" : "rich")}."
                        )
                    )
                );
            }
        }
    }

    /// <summary>The factor as a plain function of ethanol.</summary>
    private sealed class Curve(Metering metering, Blend<Hazy> baseBlend)
    {
        private readonly Blend<Exact> _base = new(
            baseBlend.EthanolPct.Value,
            new FuelPair<Exact>(
                baseBlend.Fuels.GasolineStoichAfr.Value,
                baseBlend.Fuels.EthanolStoichAfr.Value,
                baseBlend.Fuels.GasolineDensity15C.Value,
                baseBlend.Fuels.EthanolDensity15C.Value
            )
        );

        public double Factor(double ethanolPct) => FuelFactor.CompositionFactor(metering, _base with { EthanolPct = ethanolPct }, new MapBlend<Exact>(_base)).Value;

        /// <summary>Largest error of a straight line between two blends, %, and where it is.</summary>
        /// <param name="fromPct">The one.</param>
        /// <param name="toPct">The other.</param>
        /// <param name="accuracyPct">How exactly its place is wanted; at the top of the hump a thousandth off changes the error by less than a millionth of it.</param>
        public (double ErrorPct, double AtEthanolPct) WorstBetween(double fromPct, double toPct, double accuracyPct = 1e-6)
        {
            var (from, to) = (Factor(fromPct), Factor(toPct));
            double ErrorPct(double e) => 100 * (((from + ((to - from) * (e - fromPct) / (toPct - fromPct))) / Factor(e)) - 1);

            // The curve bends one way only, so the error has one hump.
            if (toPct <= fromPct)
            {
                return (0, fromPct);
            }

            var objective = ObjectiveFunction.ScalarValue(e => -Math.Abs(ErrorPct(e)));
            var at = GoldenSectionMinimizer.Minimum(objective, fromPct, toPct, accuracyPct, 1000).MinimizingPoint;
            return (ErrorPct(at), at);
        }

        /// <summary>How many stretches, each as long as the error allows, reach from one blend to another; one more than enough where they are too many.</summary>
        public int Stretches(double fromPct, double toPct, double errorPct, bool wholePct, int most)
        {
            var count = 0;
            for (var at = fromPct; at < toPct && count < most; count++)
            {
                var next = Math.Min(toPct, Reach(at, errorPct, wholePct));
                if (next <= at)
                {
                    return most;
                }

                at = next;
            }

            return count;
        }

        /// <summary>A number of stretches from one blend to another, each as long as the error allows, but leaving room for those after it.</summary>
        public double[] Lay(double fromPct, double toPct, int stretches, double errorPct, bool wholePct)
        {
            var row = new double[stretches + 1];
            row[0] = fromPct;
            for (var i = 1; i <= stretches; i++)
            {
                var left = stretches - i;
                var last =
                    !wholePct ? toPct - (left * 1e-6)
                    : left == 0 ? toPct
                    : Math.Ceiling(toPct) - left;
                row[i] = Math.Min(Math.Max(Reach(row[i - 1], errorPct, wholePct), wholePct ? Math.Floor(row[i - 1]) + 1 : row[i - 1]), last);
            }

            row[stretches] = toPct;
            return row;
        }

        private double Reach(double fromPct, double errorPct, bool wholePct)
        {
            // The error grows about as the square of the length; its root is nearly straight, and soon found.
            double TooMuch(double toPct) => Math.Sqrt(Math.Abs(WorstBetween(fromPct, toPct, 1e-3).ErrorPct)) - Math.Sqrt(errorPct);
            const double Shortest = 1e-6;
            if (fromPct + Shortest >= 100 || TooMuch(100) <= 0)
            {
                return 100;
            }

            var allowed = TooMuch(fromPct + Shortest) >= 0 ? fromPct : Brent.FindRoot(TooMuch, fromPct + Shortest, 100, 1e-8);
            return wholePct ? Math.Floor(allowed + 1e-6) : allowed;
        }
    }
}

/// <summary>The row of breakpoints that is wanted: chosen blends, or only how many.</summary>
/// <param name="BaseEthanolPct">The blend the base map was made on, % by volume.</param>
/// <param name="Metering">How the controller models its injectors. Default orifice.</param>
/// <param name="EthanolPcts">The breakpoints, rising, 2 to 64; or</param>
/// <param name="Count">how many there are, to be placed from E0 to E100 for least error.</param>
/// <param name="WholePct">True places them on whole percents.</param>
public sealed record BreakpointsQuery(
    Hazy BaseEthanolPct,
    Metering? Metering = null,
    [MostItems(BreakpointRow.Most)] IReadOnlyList<double>? EthanolPcts = null,
    int? Count = null,
    bool WholePct = false
) : FuelsQuery
{
    /// <summary>The row.</summary>
    /// <exception cref="RefusedInputException">A quantity is outside its range, or both or none of blends and count are given.</exception>
    public BreakpointRow Answer()
    {
        if ((EthanolPcts is null) == (Count is null))
        {
            throw new RefusedInputException(Count is null ? "ethanolPcts" : "count", "Give either the breakpoints or how many there are.");
        }

        FuelFactorBasis.CheckBase(BaseEthanolPct, Fuels());
        var (metering, baseBlend) = (Metering ?? Compensation.Metering.Orifice, new Blend<Hazy>(BaseEthanolPct, Fuels()));
        return EthanolPcts is { } chosen ? BreakpointRow.At(chosen, metering, baseBlend) : BreakpointRow.Placed(Count!.Value, WholePct, metering, baseBlend);
    }
}
