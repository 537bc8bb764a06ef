using System.Collections;

namespace HazyGauge.Core.Sensing;

/// <summary>Chosen periods of a recording, read out of its pulses instead of copied: a night's recording has millions.</summary>
internal sealed class PeriodView(ChunkedList<Pulse> pulses, ChunkedList<int> chosen) : IReadOnlyList<Period>
{
    public int Count => chosen.Count;

    public Period this[int index]
    {
        get
        {
            var pulse = pulses[chosen[index]];
            return new Period(pulse.FallS, pulses[chosen[index] + 1].FallS - pulse.FallS, pulse.LowS);
        }
    }

    public IEnumerator<Period> GetEnumerator()
    {
        for (var i = 0; i < Count; i++)
        {
            yield return this[i];
        }
    }

    IEnumerator IEnumerable.GetEnumerator() => GetEnumerator();
}

/// <summary>Columns of periods.</summary>
internal static class PeriodColumns
{
    /// <summary>One figure of every period, in single precision: seven digits are more than any recording has, and half the memory.</summary>
    public static float[] Column(this IReadOnlyList<Period> periods, Func<Period, double> figure)
    {
        var column = new float[periods.Count];
        for (var i = 0; i < column.Length; i++)
        {
            column[i] = (float)figure(periods[i]);
        }

        return column;
    }
}
