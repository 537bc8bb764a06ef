using HazyGauge.Core.Compensation;
using HazyGauge.Core.Fields;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Stations.Compensate;

/// <summary>Which numbers go into the controller is computed from this.</summary>
public sealed record CompensatePlan
{
    /// <summary>The blend of the map that compensation builds on, % by volume; left out, that of the surveyed fuel map. Never assumed.</summary>
    public Hazy? BaseEthanolPct { get; init; }

    /// <summary>How the controller models its injectors; left out, orifice.</summary>
    public Metering? Metering { get; init; }

    /// <summary>Fuel temperature the base map was made at, C; left out, temperature is left out.</summary>
    public Hazy? BaseFuelTempC { get; init; }

    /// <summary>The multiplier the controller holds already, if it does.</summary>
    public MultiplierChoice? Multiplier { get; init; }

    /// <summary>A pulse to show the arithmetic of dead time on.</summary>
    public PulseChoice? Pulse { get; init; }

    /// <summary>The breakpoints to type in; left out, six placed for least error.</summary>
    public RowChoice? Row { get; init; }

    /// <summary>The two maps spark is added between; left out, none is.</summary>
    public SparkChoice? Spark { get; init; }

    /// <summary>What closed loop may add or take out, for the time in which the sensor is in and the file is not.</summary>
    public TrimChoice? Trims { get; init; }

    /// <summary>The map revision in the controller.</summary>
    public string? MapRevision { get; init; }

    /// <summary>The metering that counts.</summary>
    internal Metering MeteringOrUsual => Metering ?? Compensation.Metering.Orifice;
}

/// <summary>A straight multiplier over ethanol, given at its ends.</summary>
/// <param name="At0Pct">What it says at E0, %.</param>
/// <param name="At100Pct">What it says at E100, %.</param>
public sealed record MultiplierChoice(double? At0Pct = null, double? At100Pct = null);

/// <summary>A pulse on the base blend.</summary>
/// <param name="PulseMs">The pulse, ms.</param>
/// <param name="DeadTimeMs">Its dead time, ms.</param>
public sealed record PulseChoice(Hazy? PulseMs = null, Hazy? DeadTimeMs = null);

/// <summary>Trims of the controller.</summary>
/// <param name="TrimLimitPct">By how much they may add or take out, %.</param>
/// <param name="LearnedTrimPct">What they add already on the base blend, %; below 0 they take out. Left out, nothing.</param>
public sealed record TrimChoice(Hazy? TrimLimitPct = null, Hazy? LearnedTrimPct = null);

/// <summary>The breakpoints of the row: chosen, or only how many.</summary>
/// <param name="EthanolPcts">Chosen blends, rising, % by volume.</param>
/// <param name="Count">How many, placed on whole percents for least error.</param>
public sealed record RowChoice([MostItems(BreakpointRow.Most)] IReadOnlyList<double>? EthanolPcts = null, int? Count = null);

/// <summary>The two maps spark is added between.</summary>
/// <param name="GasolineMapEthanolPct">Blend the gasoline map was made on, % by volume.</param>
/// <param name="EthanolMapEthanolPct">Blend the ethanol map was made on, % by volume.</param>
/// <param name="FullAdditionDeg">Spark the ethanol map has more, degrees of crank.</param>
/// <param name="Weighting">How the addition grows between the two; left out, linear.</param>
/// <param name="SaturatesAtPct">Blend from which on a saturating addition is whole, % by volume.</param>
public sealed record SparkChoice(
    Hazy? GasolineMapEthanolPct = null,
    Hazy? EthanolMapEthanolPct = null,
    Hazy? FullAdditionDeg = null,
    SparkWeighting? Weighting = null,
    Hazy? SaturatesAtPct = null
);
