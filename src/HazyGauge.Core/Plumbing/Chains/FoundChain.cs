namespace HazyGauge.Core.Plumbing.Chains;

/// <summary>A chain that was found.</summary>
/// <param name="Chain">The chain.</param>
/// <param name="Score">How good it is.</param>
/// <param name="Print">The number of its set of parts.</param>
internal readonly record struct FoundChain(FittingChain Chain, ChainScore Score, ulong Print);

/// <summary>How good a chain is, in whole numbers so that sums compare exactly; the lowest is the best. Compared in this order.</summary>
/// <param name="Sum">The weighted sum; 0 without weights.</param>
/// <param name="Leaks">Leak points.</param>
/// <param name="Choke">Restriction where a choke cannot be helped; 0 else.</param>
/// <param name="Cost">Cost, ten-thousandths.</param>
/// <param name="Restriction">Restriction, millionths.</param>
internal readonly record struct ChainScore(double Sum, int Leaks, long Choke, long Cost, long Restriction) : IComparable<ChainScore>
{
    public static bool operator <(ChainScore a, ChainScore b) => a.CompareTo(b) < 0;

    public static bool operator >(ChainScore a, ChainScore b) => a.CompareTo(b) > 0;

    public static bool operator <=(ChainScore a, ChainScore b) => a.CompareTo(b) <= 0;

    public static bool operator >=(ChainScore a, ChainScore b) => a.CompareTo(b) >= 0;

    /// <inheritdoc />
    public int CompareTo(ChainScore other) => (Sum, Leaks, Choke, Cost, Restriction).CompareTo((other.Sum, other.Leaks, other.Choke, other.Cost, other.Restriction));
}
