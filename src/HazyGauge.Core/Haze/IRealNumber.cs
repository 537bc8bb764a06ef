namespace HazyGauge.Core.Haze;

/// <summary>
/// What a formula of the job may do with a number. Formulas are written once against this interface and run either on
/// <see cref="Exact"/> numbers or on <see cref="Hazy"/> ones, so value and uncertainty can never come from two different formulas.
/// </summary>
/// <typeparam name="TSelf">The number type itself.</typeparam>
public interface IRealNumber<TSelf>
    where TSelf : struct, IRealNumber<TSelf>
{
    /// <summary>The best estimate, without its uncertainty.</summary>
    double Value { get; }

    /// <summary>An exactly known number.</summary>
    static abstract implicit operator TSelf(double value);

    /// <summary>Sum.</summary>
    static abstract TSelf operator +(TSelf left, TSelf right);

    /// <summary>Difference.</summary>
    static abstract TSelf operator -(TSelf left, TSelf right);

    /// <summary>Opposite number.</summary>
    static abstract TSelf operator -(TSelf number);

    /// <summary>Product.</summary>
    static abstract TSelf operator *(TSelf left, TSelf right);

    /// <summary>Quotient.</summary>
    static abstract TSelf operator /(TSelf left, TSelf right);

    /// <summary>
    /// The number sent through a function of one variable: <paramref name="value"/> is the function and
    /// <paramref name="derivative"/> its slope at <see cref="Value"/>.
    /// </summary>
    TSelf Through(double value, double derivative);
}
