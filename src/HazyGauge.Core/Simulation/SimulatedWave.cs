using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using MathNet.Numerics.Distributions;

namespace HazyGauge.Core.Simulation;

/// <summary>
/// Makes a sensor's wave period by period. The settings may change between two periods; the same settings in the same order and
/// the same seed always give the same wave.
/// </summary>
public sealed class SimulatedWave
{
    /// <summary>Time step, s.</summary>
    public const double TickS = 100e-9;

    private const double ContaminatedHz = 185;
    private const double WanderHz = 4;
    private const double WanderPeriodS = 1.7;
    private const double ShortestReleasedS = 100e-6;
    private const double SpikeMarginS = 200e-6;

    private readonly Random _random;
    private double _startS;
    private int _soundPeriodsLeft;
    private int _lostPeriodsLeft;

    /// <summary>A wave that begins before time 0, at a place in its period that the seed chooses.</summary>
    public SimulatedWave(SimulatorSettings settings, int seed)
    {
        _random = new Random(seed);
        _soundPeriodsLeft = _random.Next(8, 30);

        // The golden ratio spreads neighbouring seeds evenly over the period.
        var place = seed * 0.6180339887498949 % 1;
        _startS = -(place < 0 ? place + 1 : place) / FrequencyHz(settings);
    }

    /// <summary>When the next period begins, s.</summary>
    public double NextPeriodS => _startS;

    /// <summary>The level changes of the next period, in order of time; none where the wire keeps its level.</summary>
    public IReadOnlyList<(long Tick, LogicLevel Level)> NextPeriod(SimulatorSettings settings)
    {
        var startS = _startS;
        var lengthS = 1 / FrequencyHz(settings);
        _startS += lengthS;
        var isLost = IsLost(settings.Fault);
        if (settings.Fault is SimulatorFault.NoSupply || isLost)
        {
            return [(Tick(startS), LogicLevel.Released)];
        }

        if (settings.Fault is SimulatorFault.NoPullUp or SimulatorFault.Frozen)
        {
            return settings.Fault == SimulatorFault.NoPullUp ? [(Tick(startS), LogicLevel.Low)] : [];
        }

        var lowS =
            settings.Fault == SimulatorFault.WholePeriodWidth
                ? lengthS - ShortestReleasedS
                : Math.Min(SensorLaw.LowPulseMs<Exact>(settings.FuelTempC).Value / 1000, lengthS - ShortestReleasedS);
        var changes = new List<(long, LogicLevel)>
        {
            (Tick(startS + Noise(settings, lengthS)), LogicLevel.Low),
            (Tick(startS + lowS + Noise(settings, lengthS)), LogicLevel.Released),
        };
        if (settings.Fault == SimulatorFault.Glitches && _random.Next(8) == 0 && lengthS - lowS > 4 * SpikeMarginS)
        {
            var spikeS = startS + lowS + SpikeMarginS + (_random.NextDouble() * (lengthS - lowS - (3 * SpikeMarginS)));
            changes.Add((Tick(spikeS), LogicLevel.Low));
            changes.Add((Tick(spikeS + 5e-6 + (_random.NextDouble() * 35e-6)), LogicLevel.Released));
        }

        return settings.Fault == SimulatorFault.Inverted ? changes.ConvertAll(c => (c.Item1, c.Item2 == LogicLevel.Low ? LogicLevel.Released : LogicLevel.Low)) : changes;
    }

    private static long Tick(double s) => (long)Math.Round(s / TickS);

    private double FrequencyHz(SimulatorSettings settings) =>
        settings.Fault switch
        {
            SimulatorFault.Contaminated => ContaminatedHz,
            SimulatorFault.Wandering => Math.Clamp(
                SensorLaw.FrequencyHz<Exact>(settings.EthanolPct).Value
                    + (WanderHz * Math.Sin(2 * Math.PI * _startS / WanderPeriodS))
                    + ((_random.NextDouble() - 0.5) * WanderHz / 4),
                SensorLaw.E0Hz,
                SensorLaw.E100Hz
            ),
            _ => SensorLaw.FrequencyHz<Exact>(settings.EthanolPct).Value,
        };

    /// <summary>Counts down to the next loss, and through it.</summary>
    private bool IsLost(SimulatorFault fault)
    {
        if (fault is not (SimulatorFault.Dropouts or SimulatorFault.MissingPulses))
        {
            return false;
        }

        if (_lostPeriodsLeft > 0)
        {
            _lostPeriodsLeft--;
            return true;
        }

        if (--_soundPeriodsLeft > 0)
        {
            return false;
        }

        _soundPeriodsLeft = _random.Next(20, 45);
        _lostPeriodsLeft = fault == SimulatorFault.MissingPulses ? 0 : _random.Next(5, 20);
        return true;
    }

    // Never so far that edges change places.
    private double Noise(SimulatorSettings settings, double lengthS) =>
        settings.NoiseUs == 0 ? 0 : Math.Clamp(Normal.Sample(_random, 0, settings.NoiseUs * 1e-6), -lengthS / 100, lengthS / 100);
}
