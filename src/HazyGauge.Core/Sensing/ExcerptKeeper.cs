namespace HazyGauge.Core.Sensing;

/// <summary>
/// Keeps the part of a recording worth drawing while it streams past: its beginning, or, once something odd is met, the changes
/// on both sides of that.
/// </summary>
internal sealed class ExcerptKeeper
{
    public const int MaxChanges = 400;
    private const int Before = MaxChanges / 2;

    // A power of two: the place in the ring is found for every edge of millions.
    private const int Ring = 256;

    private readonly List<LevelChange> _start = [];
    private readonly LevelChange[] _latest = new LevelChange[Ring];
    private List<LevelChange>? _odd;
    private long _count;

    public double? FirstOddityS { get; private set; }

    public IReadOnlyList<LevelChange> Excerpt => _odd ?? _start;

    public void Add(double timeS, LogicLevel level)
    {
        var change = new LevelChange(timeS, level);
        if (_start.Count < MaxChanges)
        {
            _start.Add(change);
        }

        if (_odd is not null)
        {
            if (_odd.Count < MaxChanges)
            {
                _odd.Add(change);
            }

            return;
        }

        _latest[_count++ & (Ring - 1)] = change;
    }

    public void MarkOddity(double timeS)
    {
        if (FirstOddityS is null)
        {
            FirstOddityS = timeS;
            var kept = Math.Min(_count, Before);
            _odd = [.. Enumerable.Range(0, (int)kept).Select(i => _latest[(_count - kept + i) & (Ring - 1)])];
        }
    }
}
