namespace HazyGauge.Core.Haze;

/// <summary>One line of a budget: how much of the doubt a source is answerable for, and what would clear it.</summary>
/// <param name="Source">The source.</param>
/// <param name="SharePct">Its share of the variance, 0 to 100 %.</param>
/// <param name="UAfterCheck">Standard uncertainty of the whole result once the source's check is done; null where it has none that helps.</param>
public sealed record HazeBudgetLine(HazeSource Source, double SharePct, double? UAfterCheck)
{
    /// <summary>Half-width of the 95 % interval once the check is done: two standard uncertainties, for no rectangle dominates then.</summary>
    public double? PlusMinusAfterCheck => 2 * UAfterCheck;
}

/// <summary>Where the doubt of a result comes from.</summary>
public static class HazeBudget
{
    // A check that leaves more than this of its source is not worth a mechanic's time.
    private const double UselessAbove = 0.9;

    /// <summary>The budget of a result, largest share first; empty where nothing is in doubt.</summary>
    public static IReadOnlyList<HazeBudgetLine> Of(Hazy result)
    {
        var parts = result.Parts.ToList();
        var variance = parts.Sum(p => p.U * p.U);
        return [.. parts
            .OrderByDescending(p => p.U * p.U)
            .ThenBy(p => p.Source.Id, StringComparer.Ordinal)
            .Select(p => new HazeBudgetLine(p.Source, 100 * p.U * p.U / variance, After(p.Source, p.U, variance)))];
    }

    /// <summary>The line whose check would leave the least doubt; null where no check helps.</summary>
    public static HazeBudgetLine? MostHelpfulCheck(IEnumerable<HazeBudgetLine> budget) =>
        budget.Where(line => line.UAfterCheck is not null).MinBy(line => line.UAfterCheck);

    private static double? After(HazeSource source, double u, double variance)
    {
        if (source.Check is not { } check || check.RemainingFraction > UselessAbove)
        {
            return null;
        }

        var left = u * check.RemainingFraction;
        return Math.Sqrt(Math.Max(0, variance - (u * u)) + (left * left));
    }
}
