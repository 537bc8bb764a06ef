namespace HazyGauge.Core.Sensing;

/// <summary>
/// Takes the level changes of one signal in order of time, as a file or a probe delivers them, leaves out spikes, and cuts the
/// signal into pulses. Holds one pulse per period and nothing else.
/// </summary>
public sealed class PulseRecorder
{
    /// <summary>A level held for less than this is a spike, s (common practice, no source).</summary>
    public const double ShortestPulseS = 50e-6;

    private readonly double _tickS;
    private readonly double _resolutionS;
    private readonly long _startTick;
    private readonly double _shortestTicks;
    private readonly PulseStore _pulses = new();
    private readonly ExcerptKeeper _excerpt = new();

    private LogicLevel _level = LogicLevel.Unknown;
    private bool _isPending;
    private Change _pending;
    private long _lastTick;
    private bool _isOpen;
    private double _openFallS;
    private float _openLowS;
    private long _edges;
    private long _glitches;
    private double _slackS;
    private double _unknownS;
    private double _unknownSinceS;
    private bool _everUnknown;
    private bool _everKnown;
    private double _knownFromS;
    private double? _firstEdgeS;

    /// <summary>A recording that begins now, its level not known yet.</summary>
    /// <param name="startTick">Time of the beginning, in ticks.</param>
    /// <param name="tickS">Length of a tick, s.</param>
    /// <param name="resolutionS">How finely edges are placed, s, where that is coarser than a tick: the time between two samples.</param>
    public PulseRecorder(long startTick, double tickS, double? resolutionS = null)
    {
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(tickS);
        (_startTick, _lastTick, _tickS, _resolutionS) = (startTick, startTick, tickS, resolutionS ?? tickS);

        // Ticks are whole, so the limit is put half a tick below: a pulse of exactly 50 us must not fall to a last binary digit.
        _shortestTicks = Math.Ceiling((ShortestPulseS / tickS) - 1e-6) - 0.5;
    }

    // Tick is halved where an edge lies in the middle of an unknown stretch.
    private readonly record struct Change(double Tick, LogicLevel Level, double SlackTicks);

    /// <summary>The level from this tick on; the same level again is no change.</summary>
    /// <exception cref="ArgumentOutOfRangeException">Time runs backwards.</exception>
    public void Record(long tick, LogicLevel level)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(tick, _lastTick);
        _lastTick = tick;
        if (level == (_isPending ? _pending.Level : _level))
        {
            return;
        }

        _excerpt.Add(Seconds(tick), level);
        if (tick == _startTick)
        {
            // What the recording begins with is no change, whatever was written before it at the same moment.
            _isPending = false;
            _level = level;
            NoteLevel(level, 0);
            return;
        }

        if (_isPending)
        {
            _isPending = false;
            if (tick - _pending.Tick < _shortestTicks && Absorb(_pending, tick, level))
            {
                return;
            }

            Settle(_pending);
        }

        Hold(new Change(tick, level, 0));
    }

    /// <summary>Ends the recording.</summary>
    /// <param name="endTick">Time of the end, in ticks.</param>
    public PulseTrain Finish(long endTick)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(endTick, _lastTick);
        if (_isPending)
        {
            _isPending = false;
            Settle(_pending);
        }

        ClosePulse(false);
        var durationS = Seconds(endTick);
        if (_level == LogicLevel.Unknown && _everKnown)
        {
            _unknownS += durationS - _unknownSinceS;
        }

        return new PulseTrain(_pulses)
        {
            DurationS = durationS,
            ResolutionS = _resolutionS,
            Edges = _edges,
            GlitchesRejected = _glitches,
            UnknownS = _unknownS,
            EverUnknown = _everUnknown || !_everKnown,
            KnownAtEnd = _level != LogicLevel.Unknown,
            KnownFromS = _knownFromS,
            FirstEdgeS = _firstEdgeS,
            EdgeSlackS = _edges == 0 ? 0 : _slackS / _edges,
            Excerpt = _excerpt.Excerpt,
            FirstOddityS = _excerpt.FirstOddityS,
        };
    }

    /// <summary>Deals with a level that was held too briefly; false where it has to stand after all.</summary>
    private bool Absorb(in Change brief, long tick, LogicLevel next)
    {
        if (next == _level)
        {
            if (brief.Level != LogicLevel.Unknown && next != LogicLevel.Unknown)
            {
                _glitches++;
                _excerpt.MarkOddity(Seconds(brief.Tick));
            }

            return true;
        }

        if (brief.Level != LogicLevel.Unknown)
        {
            return false;
        }

        // Low, briefly unknown, released (or the reverse): one edge, somewhere in the unknown stretch.
        Hold(new Change((brief.Tick + tick) / 2, next, (tick - brief.Tick) / 2));
        return true;
    }

    /// <summary>Waits with a change until it is known whether the level is held for long enough.</summary>
    private void Hold(Change change) => (_isPending, _pending) = (true, change);

    private void Settle(in Change change)
    {
        var timeS = Seconds(change.Tick);
        if (_level == LogicLevel.Unknown || change.Level == LogicLevel.Unknown)
        {
            ClosePulse(false);
        }
        else
        {
            _edges++;
            _firstEdgeS ??= timeS;
            _slackS += change.SlackTicks * _tickS;
            if (change.Level == LogicLevel.Low)
            {
                ClosePulse(true);
                (_isOpen, _openFallS, _openLowS) = (true, timeS, float.NaN);
            }
            else if (_isOpen)
            {
                _openLowS = (float)(timeS - _openFallS);
            }
        }

        NoteLevel(change.Level, timeS);
        _level = change.Level;
    }

    private void NoteLevel(LogicLevel level, double timeS)
    {
        if (level == LogicLevel.Unknown)
        {
            _everUnknown = true;
            _unknownSinceS = timeS;
            if (_everKnown)
            {
                _excerpt.MarkOddity(timeS);
            }
        }
        else if (!_everKnown)
        {
            (_everKnown, _knownFromS) = (true, timeS);
        }
        else if (_level == LogicLevel.Unknown)
        {
            _unknownS += timeS - _unknownSinceS;
        }
    }

    private void ClosePulse(bool runsToNext)
    {
        if (_isOpen)
        {
            _pulses.Add(_openFallS, _openLowS, runsToNext);
            _isOpen = false;
        }
    }

    private double Seconds(double tick) => (tick - _startTick) * _tickS;
}
