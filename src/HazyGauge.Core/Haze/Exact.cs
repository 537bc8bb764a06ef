namespace HazyGauge.Core.Haze;

/// <summary>An exactly known number: a plain <see cref="double"/> that formulas written for <see cref="Hazy"/> also accept.</summary>
/// <param name="Value">The number.</param>
public readonly record struct Exact(double Value) : IRealNumber<Exact>
{
    /// <inheritdoc/>
    public static implicit operator Exact(double value) => new(value);

    /// <inheritdoc/>
    public static Exact operator +(Exact left, Exact right) => new(left.Value + right.Value);

    /// <inheritdoc/>
    public static Exact operator -(Exact left, Exact right) => new(left.Value - right.Value);

    /// <inheritdoc/>
    public static Exact operator -(Exact number) => new(-number.Value);

    /// <inheritdoc/>
    public static Exact operator *(Exact left, Exact right) => new(left.Value * right.Value);

    /// <inheritdoc/>
    public static Exact operator /(Exact left, Exact right) => new(left.Value / right.Value);

    /// <inheritdoc/>
    public Exact Through(double value, double derivative) => new(value);
}
