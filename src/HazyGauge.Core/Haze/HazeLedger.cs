namespace HazyGauge.Core.Haze;

/// <summary>
/// The sources of doubt of one computation, each with its place in the gradients of that computation's <see cref="Hazy"/> numbers.
/// Not thread-safe: a computation has one ledger and runs on one thread.
/// </summary>
public sealed class HazeLedger
{
    private readonly List<HazeSource> _sources = [];
    private readonly Dictionary<string, int> _index = new(StringComparer.Ordinal);

    /// <summary>The sources so far, in the order of their gradients.</summary>
    public IReadOnlyList<HazeSource> Sources => _sources;

    /// <summary>
    /// A quantity with one source of doubt.
    /// </summary>
    /// <param name="value">Best estimate.</param>
    /// <param name="standardU">Standard uncertainty, in the unit of the value; its sign says which way the source moves the value.</param>
    /// <param name="source">The cause. A source whose id is already on the ledger is the same doubt.</param>
    public Hazy Quantity(double value, double standardU, HazeSource source) => Quantity(value, [(source, standardU)]);

    /// <summary>A quantity with signed contributions from several independent sources.</summary>
    /// <param name="value">Best estimate.</param>
    /// <param name="parts">Signed standard uncertainties, in the unit of the value.</param>
    public Hazy Quantity(double value, IReadOnlyCollection<(HazeSource Source, double U)> parts)
    {
        var indexed = parts.Where(p => p.U != 0).Select(p => (Index: IndexOf(p.Source), p.U)).ToList();
        if (indexed.Count == 0)
        {
            return value;
        }

        var gradient = new double[_sources.Count];
        foreach (var (index, u) in indexed)
        {
            gradient[index] += u;
        }

        return new Hazy(value, this, gradient);
    }

    private int IndexOf(HazeSource source)
    {
        if (_index.TryGetValue(source.Id, out var known))
        {
            return known;
        }

        _sources.Add(source);
        return _index[source.Id] = _sources.Count - 1;
    }
}
