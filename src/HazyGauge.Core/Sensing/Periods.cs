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

    public IEnumerable<Gap> Dropouts => Gaps.Where(g => g.Ratio > GapFrom);

    public static Periods Of(PulseTrain train)
    {
        var pulses = train.Pulses;
        var whole = new ChunkedList<int>();
        for (var i = 0; i + 1 < pulses.Count; i++)
        {
            if (pulses[i].RunsToNext)
            {
                whole.Add(i);
            }
        }

        if (whole.Count == 0)
        {
            return new Periods([], []);
        }

        var all = new PeriodView(pulses, whole);
        var usual = ArrayStatistics.MedianInplace(all.Column(p => p.LengthS));
        var regular = new ChunkedList<int>();
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
                regular.Add(whole[i]);
            }
        }

        return new Periods(new PeriodView(pulses, regular), gaps);
    }

    /// <summary>What a period usually lasts at the beginning or the end of the recording, s.</summary>
    public double UsualAt(bool end)
    {
        var first = end ? Math.Max(0, Regular.Count - Neighbours) : 0;
        return ArrayStatistics.MedianInplace([.. Enumerable.Range(first, Math.Min(Neighbours, Regular.Count)).Select(i => Regular[i].LengthS)]);
    }

    private static double UsualRound(PeriodView all, int index)
    {
        var first = Math.Max(0, index - Neighbours);
        var last = Math.Min(all.Count - 1, index + Neighbours);
        return ArrayStatistics.MedianInplace([.. Enumerable.Range(first, last - first + 1).Select(i => all[i].LengthS)]);
    }
}
