using HazyGauge.Core.Findings;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Simulation;

/// <summary>A recording of a sensor that is not there. The same numbers always give the same recording.</summary>
public sealed class SimulatedSensor
{
    /// <summary>Longest recording, s.</summary>
    public const double LongestS = 43_200;

    /// <summary>Time step of the recording, s.</summary>
    public const double TickS = SimulatedWave.TickS;

    // A frozen wire is no wire that never lived: the recording begins with pulses.
    private const double FreezesAfter = 0.4;

    private readonly SimulatorSettings _settings;
    private readonly int _seed;

    /// <summary>A recording of a sound sensor.</summary>
    /// <param name="ethanolPct">0 to 100 %.</param>
    /// <param name="fuelTempC">-40 to 125 C.</param>
    /// <param name="durationS">Above 0 and up to <see cref="LongestS"/>.</param>
    /// <param name="seed">Any number.</param>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public SimulatedSensor(double ethanolPct, double fuelTempC, double durationS, int seed)
        : this(new SimulatorSettings(ethanolPct, fuelTempC), durationS, seed) { }

    /// <summary>A recording.</summary>
    /// <param name="settings">What the sensor sends.</param>
    /// <param name="durationS">Above 0 and up to <see cref="LongestS"/>.</param>
    /// <param name="seed">Any number.</param>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public SimulatedSensor(SimulatorSettings settings, double durationS, int seed)
    {
        var check = settings.Check(new InputCheck()).Within(durationS, 0, LongestS, "durationS", "The recording", Unit.Seconds);
        if (durationS == 0)
        {
            check.Refuse("durationS", "A recording needs a length above 0 s.");
        }

        check.ThrowIfAny();
        (_settings, _seed, DurationS) = (settings, seed, durationS);
        EndTick = (long)Math.Round(durationS / TickS);
    }

    /// <summary>Length of the recording, s.</summary>
    public double DurationS { get; }

    /// <summary>Time of the end, in ticks.</summary>
    public long EndTick { get; }

    /// <summary>The level at the beginning, then every change, in order of time.</summary>
    public IEnumerable<(long Tick, LogicLevel Level)> Changes()
    {
        var sound = _settings with { Fault = SimulatorFault.None };
        var frozenFromS = _settings.Fault == SimulatorFault.Frozen ? FreezesAfter * DurationS : double.MaxValue;
        var wave = new SimulatedWave(_settings, _seed);
        var level = _settings.Fault == SimulatorFault.Inverted ? LogicLevel.Low : LogicLevel.Released;
        var begun = false;
        var lastTick = 0L;
        while (wave.NextPeriodS < DurationS && wave.NextPeriodS < frozenFromS)
        {
            foreach (var (tick, next) in wave.NextPeriod(_settings.Fault == SimulatorFault.Frozen ? sound : _settings))
            {
                if (tick > 0 && !begun)
                {
                    begun = true;
                    yield return (0, level);
                }

                if (begun && next != level && tick > lastTick && tick < EndTick)
                {
                    lastTick = tick;
                    yield return (tick, next);
                }

                level = next;
            }
        }

        if (!begun)
        {
            yield return (0, level);
        }
    }
}
