using MathNet.Numerics.Statistics;

namespace HazyGauge.Core.Sensing;

/// <summary>A period that is too long: pulses are missing in it.</summary>
/// <param name="Pulse">Which pulse it is.</param>
/// <param name="StartS">When it begins, s.</param>
/// <param name="LengthS">How long it lasts, s.</param>
/// <param name="Ratio">How many usual periods it is long.</param>
internal readonly record struct Gap(int Pulse, double StartS, double LengthS, double Ratio);

/// <summary>
/// The whole periods of a recording, the gaps told from them. The partial periods at either end and those cut by an unknown
/// stretch are not among them.
/// </summary>
internal sealed class Periods
{
    // A period of about two is one pulse missing; longer ones are gaps. Halfway between the whole numbers is the fair border.
    private const double OneMissingFrom = 1.5;
    private const double GapFrom = 2.5;

    /// <summary>From this many usual periods on a gap is longer than three periods.</summary>
    internal const double LongGapFrom = 3.5;

    // Neighbours on each side that say what a usual period is just there: the frequency may change during a recording.
    private const int Neighbours = 5;

    private readonly PulseStore _pulses;
    private readonly float[] _lengthS;
    private readonly float[] _lowS;

    // Where something else than a regular period lies between two of them: before which one, and how long.
    private readonly List<(int Before, float LengthS)> _breaks = [];

    private Periods(PulseStore pulses)
    {
        _pulses = pulses;
        (_lengthS, _lowS) = (GC.AllocateUninitializedArray<float>(pulses.Count), GC.AllocateUninitializedArray<float>(pulses.Count));
        var usual = UsualOf(pulses);
        var index = 0;
        foreach (var (startS, lengths, lows) in pulses.Pieces)
        {
            var fallS = startS;
            var low = lows.Span;
            var within = lengths.Span;
            for (var i = 0; i < within.Length; i++)
            {
                // Nearly all of millions are as long as usual.
                var lengthS = within[i];
                var isNear = IsNear(lengthS, usual);
                var ratio =
                    isNear ? 1
                    : lengthS <= 0 ? double.NaN
                    : lengthS / UsualRound(index);
                if (ratio <= OneMissingFrom)
                {
                    (_lengthS[Count], _lowS[Count]) = (lengthS, low[i]);
                    LastEndS = fallS + lengthS;
                    Count++;
                }
                else
                {
                    _breaks.Add((Count, Math.Abs(lengthS)));
                    if (lengthS > 0)
                    {
                        Gaps.Add(new Gap(index, fallS, lengthS, ratio));
                    }
                }

                fallS += Math.Abs(lengthS);
                index++;
            }
        }
    }

    /// <summary>How many regular periods there are.</summary>
    public int Count { get; }

    /// <summary>When the last regular period ends, s.</summary>
    public double LastEndS { get; }

    /// <summary>Lengths of the regular periods in order of time, s.</summary>
    public ReadOnlySpan<float> LengthS => _lengthS.AsSpan(0, Count);

    /// <summary>How long each regular period is low, s.</summary>
    public ReadOnlySpan<float> LowS => _lowS.AsSpan(0, Count);

    public List<Gap> Gaps { get; } = [];

    public IEnumerable<Gap> Dropouts => Gaps.Where(g => g.Ratio > GapFrom);

    /// <summary>What a period usually lasts at the beginning of the recording, s.</summary>
    public double UsualAtStart => Sample.Of(LengthS[..Math.Min(Neighbours, Count)]).Median();

    /// <summary>What a period usually lasts at the end of the recording, s.</summary>
    public double UsualAtEnd => Sample.Of(LengthS[Math.Max(0, Count - Neighbours)..]).Median();

    /// <summary>Begin and end of successive groups of regular periods, s.</summary>
    public IEnumerable<(double FromS, double ToS)> Spans(int periodsPerGroup)
    {
        var timeS = _pulses.From().Select(p => p.FallS).FirstOrDefault();
        var passed = 0;
        for (var from = 0; from < Count; from += periodsPerGroup)
        {
            double? beginS = null;
            for (var i = from; i < Math.Min(from + periodsPerGroup, Count); i++)
            {
                for (; passed < _breaks.Count && _breaks[passed].Before <= i; passed++)
                {
                    timeS += _breaks[passed].LengthS;
                }

                beginS ??= timeS;
                timeS += _lengthS[i];
            }

            yield return (beginS!.Value, timeS);
        }
    }

    public static Periods Of(PulseTrain train) => new(train.Pulses);

    private static bool IsNear(float lengthS, double usual) => lengthS < OneMissingFrom * usual && lengthS > usual / OneMissingFrom;

    private static double UsualOf(PulseStore pulses)
    {
        var every = Sample.EveryOf(pulses.Count);
        var lengths = pulses.Pieces.SelectMany(p => Sample.Of(p.LengthS.Span, every).Values).Where(s => s > 0).ToArray();
        return lengths.Length == 0 ? 0 : ArrayStatistics.MedianInplace(lengths);
    }

    private double UsualRound(int index)
    {
        var near = new List<float> { _pulses.WholeLengthS(index)!.Value };
        Gather(-1);
        Gather(1);
        return ArrayStatistics.MedianInplace([.. near]);

        void Gather(int step)
        {
            var found = 0;
            for (var i = index + step; i >= 0 && i < _pulses.Count && found < Neighbours; i += step)
            {
                if (_pulses.WholeLengthS(i) is { } lengthS)
                {
                    near.Add(lengthS);
                    found++;
                }
            }
        }
    }
}
