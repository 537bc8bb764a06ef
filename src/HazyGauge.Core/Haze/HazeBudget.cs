namespace HazyGauge.Core.Haze;

/// <summary>A check that would shrink a source of doubt.</summary>
/// <param name="Text">What to do.</param>
/// <param name="UAfter">Standard uncertainty of the result afterwards.</param>
/// <param name="PlusMinusAfter">Half-width of its 95 % interval afterwards.</param>
/// <param name="Needs">What it takes; null where hands and eyes do.</param>
public sealed record BudgetCheck(string Text, double UAfter, double PlusMinusAfter, Instrument? Needs = null);

/// <summary>One line of a budget: how much of the doubt a source is answerable for, and what would clear it.</summary>
/// <param name="Source">Id of the source.</param>
/// <param name="Label">What the mechanic reads.</param>
/// <param name="SharePct">Its share of the variance, 0 to 100 %.</param>
/// <param name="Check">What would shrink it; null where nothing helps.</param>
public sealed record BudgetLine(string Source, string Label, double SharePct, BudgetCheck? Check);

/// <summary>Where the doubt of a result comes from.</summary>
public static class HazeBudget
{
    // A check that leaves more than this of its source is not worth a mechanic's time.
    private const double UselessAbove = 0.9;

    /// <summary>The budget of a result, largest share first; empty where nothing is in doubt.</summary>
    public static IReadOnlyList<BudgetLine> Of(Hazy result)
    {
        var parts = result.Parts.ToList();
        var variance = parts.Sum(p => p.U * p.U);
        return
        [
            .. parts
                .OrderByDescending(p => p.U * p.U)
                .ThenBy(p => p.Source.Id, StringComparer.Ordinal)
                .Select(p => new BudgetLine(p.Source.Id, p.Source.Label, 100 * p.U * p.U / variance, After(p.Source, p.U, parts))),
        ];
    }

    /// <summary>The line whose check would leave the least doubt of those that can be made: the next best check. Null where none helps.</summary>
    /// <param name="budget">The budget.</param>
    /// <param name="atHand">What there is to check with.</param>
    public static BudgetLine? NextBestCheck(IEnumerable<BudgetLine> budget, InstrumentsAtHand atHand) =>
        budget.Where(line => line.Check is { } check && atHand.Allow(check.Needs)).MinBy(line => line.Check!.UAfter);

    /// <summary>What borrowing an instrument would clear: the line whose check would leave the least doubt of all, where it cannot be made with what is there. Null where
    /// the best can be.</summary>
    /// <param name="budget">The budget.</param>
    /// <param name="atHand">What there is to check with.</param>
    public static BudgetLine? WorthBorrowing(IReadOnlyCollection<BudgetLine> budget, InstrumentsAtHand atHand) =>
        budget.Where(line => line.Check is not null).MinBy(line => line.Check!.UAfter) is { Check: { } best } line && !atHand.Allow(best.Needs) ? line : null;

    private static BudgetCheck? After(HazeSource source, double u, IReadOnlyCollection<(HazeSource Source, double U)> parts)
    {
        if (source.Check is not { } check || check.RemainingFraction > UselessAbove)
        {
            return null;
        }

        var left = u * check.RemainingFraction;
        // What a check leaves is no rectangle any more; another one may dominate then as it did before.
        var after = parts.Select(p => p.Source == source ? (U: left, IsRectangle: false) : (U: p.U, IsRectangle: p.Source.Shape == HazeShape.Rectangular)).ToList();
        return new BudgetCheck(check.Text, Math.Sqrt(after.Sum(p => p.U * p.U)), Interval95.HalfWidth(after), check.Needs);
    }
}
