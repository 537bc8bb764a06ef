using HazyGauge.Core.Findings;
using HazyGauge.Core.Sensing;

namespace HazyGauge.Core.Simulation;

/// <summary>A simulator sensor that runs, with someone watching its wire. Not thread-safe.</summary>
public sealed class LiveSimulator
{
    private readonly LiveSignal _signal = new(SimulatedWave.TickS);
    private readonly Queue<(long Tick, LogicLevel Level)> _coming = new();
    private readonly SimulatedWave _wave;

    /// <summary>A simulator that begins now.</summary>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public LiveSimulator(SimulatorSettings settings, int seed)
    {
        settings.Check(new InputCheck()).ThrowIfAny();
        (Settings, _wave) = (settings, new SimulatedWave(settings, seed));
        _signal.Record(0, LogicLevel.Released);
    }

    /// <summary>What it sends; a change takes effect with the next period.</summary>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public SimulatorSettings Settings
    {
        get;
        set
        {
            value.Check(new InputCheck()).ThrowIfAny();
            field = value;
        }
    }

    /// <summary>Lets it run up to a time and reads its wire there.</summary>
    /// <param name="toS">Time since the beginning, s; never less than before.</param>
    /// <param name="toleranceEthanolPct">Half-width of the sensor's tolerance, ethanol points.</param>
    public CaptureResult RunTo(double toS, double toleranceEthanolPct)
    {
        var now = (long)(toS / SimulatedWave.TickS);
        while (_wave.NextPeriodS < toS)
        {
            foreach (var change in _wave.NextPeriod(Settings))
            {
                _coming.Enqueue(change);
            }
        }

        while (_coming.TryPeek(out var next) && next.Tick <= now)
        {
            _coming.Dequeue();
            _signal.Record(Math.Max(next.Tick, 0), next.Level);
        }

        return _signal.Read(now, toleranceEthanolPct);
    }
}
