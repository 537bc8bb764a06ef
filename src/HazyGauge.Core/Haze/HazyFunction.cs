namespace HazyGauge.Core.Haze;

/// <summary>A function that is only known as numbers, of hazy numbers: its slopes are taken by central differences.</summary>
public static class HazyFunction
{
    private const double Step = 1e-4;

    /// <summary>The function of the numbers, with their haze.</summary>
    /// <param name="inputs">The numbers. Those without haze cost nothing.</param>
    /// <param name="function">The function; smooth where it is asked.</param>
    public static Hazy Of(IReadOnlyList<Hazy> inputs, Func<IReadOnlyList<double>, double> function)
    {
        var values = inputs.Select(i => i.Value).ToArray();
        Hazy result = function(values);
        for (var i = 0; i < values.Length; i++)
        {
            if (inputs[i].StandardU > 0)
            {
                var step = Step * (values[i] == 0 ? inputs[i].StandardU : Math.Abs(values[i]));
                result += (inputs[i] - values[i]) * ((At(i, step) - At(i, -step)) / (2 * step));
            }
        }

        return result;

        double At(int i, double by)
        {
            var moved = values.ToArray();
            moved[i] += by;
            return function(moved);
        }
    }
}
