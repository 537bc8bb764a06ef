using MathNet.Numerics.Statistics;

namespace HazyGauge.Core.Sensing;

/// <summary>A whole period of the signal.</summary>
/// <param name="StartS">When it begins, s.</param>
/// <param name="LengthS">How long it lasts, s.</param>
/// <param name="LowS">How long it is low, s.</param>
internal readonly record struct Period(double StartS, double LengthS, double LowS);

/// <summary>A period that is too long: pulses are missing in it.</summary>
/// <param name="StartS">When it begins, s.</param>
/// <param name="LengthS">How long it lasts, s.</param>
/// <param name="Ratio">How many usual periods it is long.</param>
internal readonly record struct Gap(double StartS, double LengthS, double Ratio);

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

    private Periods(IReadOnlyList<Period> regular, IReadOnlyList<Gap> gaps) => (Regular, Gaps) = (regular, gaps);

    public IReadOnlyList<Period> Regular { get; }

    public IReadOnlyList<Gap> Gaps { get; }

    public IEnumerable<Gap> MissingPulses => Gaps.Where(g => g.Ratio <= GapFrom);

    public IEnumerable<Gap> Dropouts => Gaps.Where(g => g.Ratio > GapFrom);

    public static Periods Of(PulseTrain train)
    {
        var all = new List<Period>(train.Pulses.Count);
        for (var i = 0; i + 1 < train.Pulses.Count; i++)
        {
            var pulse = train.Pulses[i];
            if (pulse.RunsToNext)
            {
                all.Add(new Period(pulse.FallS, train.Pulses[i + 1].FallS - pulse.FallS, pulse.LowS));
            }
        }

        if (all.Count == 0)
        {
            return new Periods([], []);
        }

        var usual = ArrayStatistics.MedianInplace([.. all.Select(p => p.LengthS)]);
        var regular = new List<Period>(all.Count);
        var gaps = new List<Gap>();
        for (var i = 0; i < all.Count; i++)
        {
            var period = all[i];
            var here = period.LengthS < OneMissingFrom * usual && period.LengthS > usual / OneMissingFrom ? usual : UsualRound(all, i);
            var ratio = period.LengthS / here;
            if (ratio > OneMissingFrom)
            {
                gaps.Add(new Gap(period.StartS, period.LengthS, ratio));
            }
            else
            {
                regular.Add(period);
            }
        }

        return new Periods(regular, gaps);
    }

    /// <summary>What a period usually lasts at the beginning or the end of the recording, s.</summary>
    public double UsualAt(bool end) =>
        ArrayStatistics.MedianInplace([.. (end ? Regular.TakeLast(Neighbours) : Regular.Take(Neighbours)).Select(p => p.LengthS)]);

    private static double UsualRound(List<Period> all, int index)
    {
        var first = Math.Max(0, index - Neighbours);
        var last = Math.Min(all.Count - 1, index + Neighbours);
        return ArrayStatistics.MedianInplace([.. all.GetRange(first, last - first + 1).Select(p => p.LengthS)]);
    }
}
