namespace HazyGauge.Core.Haze;

/// <summary>A number a function is asked for, and between which limits that function means anything.</summary>
/// <param name="Number">The number.</param>
/// <param name="Min">Lowest the function can be asked for.</param>
/// <param name="Max">Highest.</param>
public readonly record struct LimitedNumber(Hazy Number, double Min, double Max);

/// <summary>A function that is only known as numbers, of hazy numbers: its slopes are taken by differences, central ones wherever both sides can be asked for.</summary>
public static class HazyFunction
{
    private const double Step = 1e-4;
    private const double ClosestStep = 1e-7;

    /// <summary>The function of the numbers, with their haze.</summary>
    /// <param name="inputs">The numbers. Those without haze cost nothing; the function is never asked beyond the limits of one.</param>
    /// <param name="function">The function; smooth where it is asked. Null where it has no value: then the slope is that of the other side.</param>
    /// <exception cref="ArithmeticException">It has no value at the numbers themselves, or on neither side of one that is hazy.</exception>
    public static Hazy Of(IReadOnlyList<LimitedNumber> inputs, Func<IReadOnlyList<double>, double?> function)
    {
        var values = inputs.Select(i => i.Number.Value).ToArray();
        var middle = function(values) ?? throw new ArithmeticException("The function has no value at the numbers themselves.");
        Hazy result = middle;
        for (var i = 0; i < values.Length; i++)
        {
            var (number, min, max) = inputs[i];
            if (number.StandardU > 0)
            {
                result += (number - values[i]) * Slope(i, Step * (values[i] == 0 ? Math.Min(number.StandardU, max - min) : Math.Abs(values[i])));
            }
        }

        return result;

        double Slope(int i, double step)
        {
            // Where it has values only close by, it is asked closer by.
            for (var close = step; close > ClosestStep * step; close /= 10)
            {
                var (low, atLow) = Side(i, Math.Max(inputs[i].Min, values[i] - close));
                var (high, atHigh) = Side(i, Math.Min(inputs[i].Max, values[i] + close));
                if (high > low)
                {
                    return (atHigh - atLow) / (high - low);
                }
            }

            throw new ArithmeticException("The function has a value on neither side.");
        }

        (double Asked, double Answer) Side(int i, double value)
        {
            var moved = values.ToArray();
            moved[i] = value;
            return function(moved) is { } answer ? (value, answer) : (values[i], middle);
        }
    }
}
