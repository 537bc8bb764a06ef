namespace HazyGauge.Core.Sensing;

/// <summary>
/// Keeps the part of a recording worth drawing while it streams past: its beginning, or, once something odd is met, the changes
/// on both sides of that.
/// </summary>
internal sealed class ExcerptKeeper
{
    public const int MaxChanges = 400;
    private const int Before = MaxChanges / 2;

    private readonly List<LevelChange> _start = [];
    private readonly Queue<LevelChange> _latest = new();
    private List<LevelChange>? _odd;

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

        _latest.Enqueue(change);
        if (_latest.Count > Before)
        {
            _latest.Dequeue();
        }
    }

    public void MarkOddity(double timeS)
    {
        if (FirstOddityS is null)
        {
            FirstOddityS = timeS;
            _odd = [.. _latest];
        }
    }
}
