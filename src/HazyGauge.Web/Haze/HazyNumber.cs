using HazyGauge.Core.Haze;

namespace HazyGauge.Web.Haze;

/// <summary>One contribution to the doubt of a number.</summary>
/// <param name="Source">Id of the source; the same id within one request is the same doubt.</param>
/// <param name="U">Signed standard uncertainty, in the unit of the number.</param>
public sealed record HazyPart(string Source, double U);

/// <summary>A number with its haze, as answers give it. It may be passed on untouched into the next request.</summary>
/// <param name="Value">Best estimate.</param>
/// <param name="U">Standard uncertainty.</param>
/// <param name="PlusMinus">Half-width of the 95 % interval, for showing.</param>
/// <param name="Parts">Signed contributions; their root sum of squares is u.</param>
public sealed record HazyNumber(double Value, double U, double PlusMinus, IReadOnlyList<HazyPart> Parts)
{
    /// <summary>The answer for a result of Core.</summary>
    public static HazyNumber From(Hazy quantity) => new(
        quantity.Value,
        quantity.StandardU,
        Interval95.HalfWidth(quantity),
        [.. quantity.Parts.Select(p => new HazyPart(p.Source.Id, p.U))]);

    /// <summary>The number as a request would bring it: passed on untouched.</summary>
    internal HazyInput AsInput() => new(Value, U, PlusMinus, Parts);

    /// <summary>The answer for a result that may be missing.</summary>
    public static HazyNumber? From(Hazy? quantity) => quantity is { } known ? From(known) : null;
}

/// <summary>A check that would shrink a source of doubt.</summary>
/// <param name="Text">What to do.</param>
/// <param name="UAfter">Standard uncertainty of the result afterwards.</param>
/// <param name="PlusMinusAfter">Half-width of its 95 % interval afterwards.</param>
public sealed record BudgetCheck(string Text, double UAfter, double PlusMinusAfter);

/// <summary>A line of a budget.</summary>
/// <param name="Source">Id of the source.</param>
/// <param name="Label">What the mechanic reads.</param>
/// <param name="SharePct">Share of the variance, %.</param>
/// <param name="Check">What would shrink it.</param>
public sealed record BudgetLine(string Source, string Label, double SharePct, BudgetCheck? Check)
{
    /// <summary>The answer for a budget of Core.</summary>
    public static IReadOnlyList<BudgetLine> From(IEnumerable<HazeBudgetLine> budget) =>
    [
        .. budget.Select(line => new BudgetLine(
            line.Source.Id,
            line.Source.Label,
            line.SharePct,
            line is { UAfterCheck: { } after, PlusMinusAfterCheck: { } plusMinus } ? new BudgetCheck(line.Source.Check!.Text, after, plusMinus) : null)),
    ];
}
