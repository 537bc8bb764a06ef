using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Capacity;

/// <summary>What is asked of a vehicle's fuel system. What is left out is taken from the survey, or is a typical figure with its haze.</summary>
public sealed record CapacityPlan
{
    /// <summary>Full load.</summary>
    public FullLoad? FullLoad { get; init; }

    /// <summary>What is planned to be done to the fuel system.</summary>
    public CapacityChange? Changes { get; init; }

    /// <summary>The hottest drive.</summary>
    public HotDrive? Drive { get; init; }
}
