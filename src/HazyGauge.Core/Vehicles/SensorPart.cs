using HazyGauge.Core.Sensing;

namespace HazyGauge.Core.Vehicles;

/// <summary>Whether the sensor was in a vehicle before.</summary>
public enum PartCondition
{
    /// <summary>New.</summary>
    New,

    /// <summary>Used.</summary>
    Used,
}

/// <summary>Where the sensor comes from.</summary>
public enum PartOrigin
{
    /// <summary>From its maker, in its maker's name.</summary>
    Genuine,

    /// <summary>A known part under another name.</summary>
    Rebadged,

    /// <summary>Nobody knows.</summary>
    Unknown,
}

/// <summary>The sensor itself: how far its reading may be off rests on it.</summary>
/// <param name="PartNumber">Number on it.</param>
/// <param name="Condition">New or used.</param>
/// <param name="Origin">Where it comes from.</param>
/// <param name="Supplier">Who sold it.</param>
/// <param name="Price">What it cost, as on the bill.</param>
/// <param name="DateCode">Date code on it.</param>
/// <param name="IsChecked">True where it has read a fuel of known blend right.</param>
public sealed record SensorPart(
    string? PartNumber = null,
    PartCondition? Condition = null,
    PartOrigin? Origin = null,
    string? Supplier = null,
    string? Price = null,
    string? DateCode = null,
    bool? IsChecked = null
)
{
    // What a sensor of unknown origin or history may be off, points (from memory): twice the tolerance of a known one.
    private const double DoubtfulPct = 2 * SensorLaw.UsualToleranceEthanolPct;

    /// <summary>True where nobody can say what it is good for, and no fuel of known blend has shown it.</summary>
    internal bool IsDoubtful => IsChecked != true && (Origin == PartOrigin.Unknown || (Condition == PartCondition.Used && Origin is not PartOrigin.Genuine));

    /// <summary>Half-width of its tolerance, points of ethanol.</summary>
    internal double ToleranceEthanolPct => IsDoubtful ? DoubtfulPct : SensorLaw.UsualToleranceEthanolPct;
}
