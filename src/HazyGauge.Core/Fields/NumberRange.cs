namespace HazyGauge.Core.Fields;

/// <summary>What a number may be: the same wherever it is typed, imported or sent.</summary>
/// <param name="Least">The least that is taken.</param>
/// <param name="Most">The most.</param>
public readonly record struct NumberRange(double Least, double Most);
