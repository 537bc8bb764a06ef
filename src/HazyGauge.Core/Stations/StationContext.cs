using HazyGauge.Core.Entries;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Shop;

namespace HazyGauge.Core.Stations;

/// <summary>What an evaluation may read beside its own plan.</summary>
/// <param name="ledger">The ledger of the whole pass: a doubt is the same doubt at every station.</param>
/// <param name="upstream">What the stations it depends on have published, by slug.</param>
/// <param name="files">Files of the job that the plan names, as far as they are there.</param>
/// <param name="entries">What happened on the job and still holds, of the kinds the station reads, the oldest first.</param>
/// <param name="shop">What holds for every job of the shop; left out, nobody said anything.</param>
public sealed class StationContext(
    HazeLedger ledger, IReadOnlyDictionary<string, object> upstream, IReadOnlyDictionary<NeededFile, StationFile> files, IReadOnlyList<JobEntry> entries, ShopFacts? shop = null)
{
    /// <summary>Nothing but a ledger: for a calculation outside a job.</summary>
    public StationContext(HazeLedger ledger)
        : this(ledger, new Dictionary<string, object>(StringComparer.Ordinal), new Dictionary<NeededFile, StationFile>(), [])
    {
    }

    /// <summary>What holds for every job of the shop.</summary>
    public ShopFacts Shop { get; } = shop ?? new();

    /// <summary>The ledger.</summary>
    public HazeLedger Ledger => ledger;

    /// <summary>What happened on the job and still holds, the oldest first: entries of the kinds the station reads.</summary>
    public IReadOnlyList<JobEntry> Entries => entries;

    /// <summary>What a station published; null where there is none of this kind.</summary>
    public T? Published<T>()
        where T : class => upstream.Values.OfType<T>().FirstOrDefault();

    /// <summary>A file the plan names; null where it is not on the job.</summary>
    public StationFile? File(NeededFile needed) => files.GetValueOrDefault(needed);
}
