using HazyGauge.Core.Entries;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Shop;

namespace HazyGauge.Core.Stations;

/// <summary>What an evaluation may read beside its own plan: what its station declared, and nothing else.</summary>
/// <param name="ledger">The ledger of the whole pass: a doubt is the same doubt at every station.</param>
/// <param name="upstream">What the stations it depends on have published, by slug.</param>
/// <param name="files">Files of the job that the plan names, as far as they are there.</param>
/// <param name="entries">What happened on the job and still holds, of the kinds the station reads, the oldest first.</param>
/// <param name="shop">What holds for every job of the shop; left out, nobody said anything.</param>
/// <param name="declared">Types of what its dependencies publish; left out, whatever is upstream.</param>
/// <param name="soFar">The whole job so far; null where the station does not read it.</param>
public sealed class StationContext(
    HazeLedger ledger,
    IReadOnlyDictionary<string, object> upstream,
    IReadOnlyDictionary<NeededFile, StationFile> files,
    IReadOnlyList<JobEntry> entries,
    ShopFacts? shop = null,
    IReadOnlyCollection<Type>? declared = null,
    JobSoFar? soFar = null
)
{
    /// <summary>Nothing but a ledger: for a calculation outside a job.</summary>
    public StationContext(HazeLedger ledger)
        : this(ledger, new Dictionary<string, object>(StringComparer.Ordinal), new Dictionary<NeededFile, StationFile>(), []) { }

    /// <summary>What holds for every job of the shop.</summary>
    public ShopFacts Shop { get; } = shop ?? new();

    /// <summary>The ledger.</summary>
    public HazeLedger Ledger => ledger;

    /// <summary>What happened on the job and still holds, the oldest first: entries of the kinds the station reads.</summary>
    public IReadOnlyList<JobEntry> Entries => entries;

    /// <summary>The whole job so far.</summary>
    /// <exception cref="InvalidOperationException">The station did not declare that it reads it.</exception>
    public JobSoFar SoFar => soFar ?? throw new InvalidOperationException("A station that reads the whole job says so: override ReadsSoFar.");

    /// <summary>What a station published; null where it has published nothing yet.</summary>
    /// <exception cref="InvalidOperationException">No station that this one declared to depend on publishes that.</exception>
    public T? Published<T>()
        where T : class =>
        declared is null || declared.Contains(typeof(T))
            ? upstream.Values.OfType<T>().FirstOrDefault()
            : throw new InvalidOperationException($"Nothing this station depends on publishes {typeof(T).Name}: name the station that does in DependsOn.");

    /// <summary>A file the plan names; null where it is not on the job.</summary>
    public StationFile? File(NeededFile needed) => files.GetValueOrDefault(needed);
}
