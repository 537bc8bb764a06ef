using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Vehicles;

/// <summary>What the work took, for the next vehicle of the same kind.</summary>
/// <param name="HoursPlanned">Hours planned.</param>
/// <param name="HoursTaken">Hours it took.</param>
/// <param name="CameOff">What had to come off.</param>
/// <param name="StayedOn">What need not come off, against what one would think.</param>
/// <param name="Departures">Where the maker's or the kit's sheet was left, and why.</param>
/// <param name="PowerAfterKw">Power afterwards, kW at the crank.</param>
/// <param name="PowerAfterKnown">Whether that was measured or promised.</param>
/// <param name="EmissionParts">Parts of the emission system that were removed, moved or unplugged.</param>
/// <param name="KitSheet">The kit's own instruction sheet: which it is, and its date.</param>
/// <param name="NoWayBack">What is to be done and cannot be undone.</param>
public sealed record WorkNotes(
    double? HoursPlanned = null,
    double? HoursTaken = null,
    string? CameOff = null,
    string? StayedOn = null,
    string? Departures = null,
    Hazy? PowerAfterKw = null,
    PowerKnown? PowerAfterKnown = null,
    string? EmissionParts = null,
    string? KitSheet = null,
    IReadOnlyList<NoWayBack>? NoWayBack = null
);
