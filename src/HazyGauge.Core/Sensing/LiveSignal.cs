using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Sensing;

/// <summary>
/// A signal that is watched as it comes in. What it says now is read from its last tenths of a second, so that a change shows at
/// once; what is wrong with it from the last second and a half, so that a fault which comes and goes is still named.
/// </summary>
public sealed class LiveSignal
{
    private const double NowS = 0.15;
    private const double WatchedS = 1.5;

    private readonly double _tickS;
    private readonly LinkedList<(long Tick, LogicLevel Level)> _changes = new();

    /// <summary>A signal of which nothing is known yet.</summary>
    /// <param name="tickS">Length of a tick, s.</param>
    public LiveSignal(double tickS) => _tickS = tickS;

    /// <summary>The level from this tick on.</summary>
    public void Record(long tick, LogicLevel level) => _changes.AddLast((tick, level));

    /// <summary>What the signal says at this tick, and what is wrong with it.</summary>
    /// <param name="nowTick">Now; no change lies later.</param>
    /// <param name="toleranceEthanolPct">Half-width of the sensor's tolerance, ethanol points.</param>
    public CaptureResult Read(long nowTick, double toleranceEthanolPct)
    {
        Forget(nowTick - (long)(WatchedS / _tickS));
        var ledger = new HazeLedger();
        var watched = Analyse(nowTick, WatchedS, toleranceEthanolPct, ledger);
        var now = Analyse(nowTick, NowS, toleranceEthanolPct, ledger);
        return watched with
        {
            FrequencyHz = now.FrequencyHz,
            LowPulseMs = now.LowPulseMs,
            Reading =
                now.FrequencyHz is null || watched.Reading.EthanolPct is null
                    ? watched.Reading with
                    {
                        EthanolPct = null,
                        FuelTempC = null,
                    }
                    : watched.Reading with
                    {
                        EthanolPct = now.Reading.EthanolPct,
                        FuelTempC = now.Reading.FuelTempC,
                        TemperatureStatus = now.Reading.TemperatureStatus,
                    },
            Excerpt = now.Excerpt,
        };
    }

    private CaptureResult Analyse(long nowTick, double lengthS, double toleranceEthanolPct, HazeLedger ledger)
    {
        var from = Math.Max(_changes.First?.Value.Tick ?? nowTick, nowTick - (long)(lengthS / _tickS));
        var recorder = new PulseRecorder(from, _tickS);
        var before = _changes.LastOrDefault(c => c.Tick <= from);
        recorder.Record(from, before.Level);
        foreach (var (tick, level) in _changes.Where(c => c.Tick > from))
        {
            recorder.Record(tick, level);
        }

        return CaptureAnalysis.Analyse(recorder.Finish(nowTick), toleranceEthanolPct, ledger);
    }

    // The last change before the window says which level it begins with.
    private void Forget(long before)
    {
        while (_changes.First?.Next is { } second && second.Value.Tick <= before)
        {
            _changes.RemoveFirst();
        }
    }
}
