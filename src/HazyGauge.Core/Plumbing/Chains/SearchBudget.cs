namespace HazyGauge.Core.Plumbing.Chains;

/// <summary>
/// How much one question may cost, whatever is asked: ways looked at take time, ways kept in mind take memory. A catalog of 20,000 parts of all kinds
/// needs a tenth of it; beyond it the search gives up its proof rather than the machine.
/// </summary>
internal sealed class SearchBudget
{
    private const int MostLooks = 4_000_000;
    private const int MostKept = 100_000;

    private int _looks;
    private int _kept;

    /// <summary>True where nothing is left.</summary>
    public bool IsSpent => _looks > MostLooks || _kept > MostKept;

    /// <summary>A way is looked at.</summary>
    public void Look() => _looks++;

    /// <summary>A way is kept in mind.</summary>
    public void Keep() => _kept++;
}
