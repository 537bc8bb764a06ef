using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;

namespace HazyGauge.Core.Simulation;

/// <summary>
/// A sensor that is not there: the square wave a sound one would send. The same numbers always give the same wave; the seed only
/// says where in its period the recording begins.
/// </summary>
public sealed class StandInSensor
{
    /// <summary>Longest recording, s.</summary>
    public const double LongestS = 43_200;

    /// <summary>Time step of the recording, s.</summary>
    public const double TickS = 100e-9;

    private readonly double _periodTicks;
    private readonly double _lowTicks;
    private readonly double _phaseTicks;

    /// <summary>A stand-in for one blend at one temperature.</summary>
    /// <param name="ethanolPct">0 to 100 %.</param>
    /// <param name="fuelTempC">-40 to 125 C.</param>
    /// <param name="durationS">Above 0 and up to <see cref="LongestS"/>.</param>
    /// <param name="seed">Any number.</param>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public StandInSensor(double ethanolPct, double fuelTempC, double durationS, int seed)
    {
        var check = new InputCheck()
            .Within(ethanolPct, 0, 100, "ethanolPct", "Ethanol", " %")
            .Within(fuelTempC, -40, 125, "fuelTempC", "Fuel temperature", " °C")
            .Within(durationS, 0, LongestS, "durationS", "The recording", " s");
        if (durationS == 0)
        {
            check.Refuse("durationS", "A recording needs a length above 0 s.");
        }

        check.ThrowIfAny();
        _periodTicks = 1 / SensorLaw.FrequencyHz<Exact>(ethanolPct).Value / TickS;
        _lowTicks = SensorLaw.LowPulseMs<Exact>(fuelTempC).Value / 1000 / TickS;

        // The golden ratio spreads neighbouring seeds evenly over the period.
        _phaseTicks = _periodTicks * (seed * 0.6180339887498949 % 1);
        EndTick = (long)Math.Round(durationS / TickS);
    }

    /// <summary>Time of the end, in ticks.</summary>
    public long EndTick { get; }

    /// <summary>The level at the beginning, then every change, in order of time.</summary>
    public IEnumerable<(long Tick, LogicLevel Level)> Changes()
    {
        // Falls stand at n periods less the phase; the one before the beginning says which level the recording begins with.
        var n = (long)Math.Floor(_phaseTicks / _periodTicks);
        yield return (0, Rise(n) > 0 ? LogicLevel.Low : LogicLevel.Released);
        if (Rise(n) is > 0 and var rise && rise < EndTick)
        {
            yield return (rise, LogicLevel.Released);
        }

        for (n++; Fall(n) < EndTick; n++)
        {
            yield return (Fall(n), LogicLevel.Low);
            if (Rise(n) < EndTick)
            {
                yield return (Rise(n), LogicLevel.Released);
            }
        }
    }

    private long Fall(long n) => (long)Math.Round((n * _periodTicks) - _phaseTicks);

    private long Rise(long n) => (long)Math.Round((n * _periodTicks) - _phaseTicks + _lowTicks);
}
