using HazyGauge.Core.FuelSystem;

namespace HazyGauge.Core.Stations.Capacity;

/// <summary>Something that is planned and not fitted yet.</summary>
/// <param name="Change">What it is.</param>
/// <param name="Found">What the system carries as it stands, at the same point.</param>
internal sealed record PendingChange(CapacityChange Change, CapacityResult Found);
