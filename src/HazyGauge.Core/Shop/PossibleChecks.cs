using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Shop;

/// <summary>Checks as they can be made with what is at hand: one that needs something else begins with borrowing it.</summary>
public static class PossibleChecks
{
    /// <summary>A budget whose checks say what has to be borrowed first.</summary>
    /// <param name="budget">The budget.</param>
    /// <param name="atHand">What there is to check with.</param>
    public static IReadOnlyList<BudgetLine> With(this IEnumerable<BudgetLine> budget, InstrumentsAtHand atHand) =>
        [.. budget.Select(line => line.Check is { } check ? line with { Check = check with { Text = atHand.ToDo(check.Text, check.Needs) } } : line)];

    /// <summary>What to do for a check, borrowing first where that is needed.</summary>
    /// <param name="atHand">What there is to check with.</param>
    /// <param name="text">What the check says.</param>
    /// <param name="needed">What it takes; null where hands and eyes do.</param>
    public static string ToDo(this InstrumentsAtHand atHand, string text, Instrument? needed) =>
        needed is not { } instrument || atHand.Allow(instrument) ? text : $"Borrow {instrument.InWords()}. {text}";
}
