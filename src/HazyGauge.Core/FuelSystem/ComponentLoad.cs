using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Shop;

namespace HazyGauge.Core.FuelSystem;

/// <summary>How heavily a component is used, and where the doubt of that comes from.</summary>
/// <param name="Component">The component.</param>
/// <param name="UsePct">Its use, % of its limit; above 100 it is too small.</param>
/// <param name="Budget">Where the doubt comes from, largest first.</param>
/// <param name="Limit">Of which limit, behind a percentage.</param>
public sealed record ComponentLoad(FuelComponent Component, Hazy UsePct, IReadOnlyList<BudgetLine> Budget, Sentence Limit)
{
    /// <summary>The load for a use.</summary>
    /// <param name="use">The use.</param>
    /// <param name="atHand">What there is to check with.</param>
    public static ComponentLoad Of(ComponentUse use, InstrumentsAtHand atHand) => new(use.Component, use.UsePct, HazeBudget.Of(use.UsePct).With(atHand), use.Limit);
}
