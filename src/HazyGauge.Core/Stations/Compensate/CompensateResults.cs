using System.Text.Json.Serialization;
using HazyGauge.Core.Compensation;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Compensate;

/// <summary>What the controller's own multiplier would do over the base map.</summary>
/// <param name="AtBase">What it multiplies by at the base map's blend; should be 1.</param>
/// <param name="Lambda">Lambda it gives where 1 is meant.</param>
/// <param name="AtEthanolPct">On which blend, % by volume.</param>
public sealed record MultiplierCheck(double AtBase, double Lambda, double AtEthanolPct);

/// <summary>The spark addition of a job.</summary>
/// <param name="Addition">The addition as computed.</param>
/// <param name="ToSetDeg">What may be set now, degrees of crank: the cautious addition, none of it while the fueling is not proven; what comes out always comes out.</param>
/// <param name="IsHeld">True where spark is held back.</param>
/// <param name="CautiousEthanolPct">The blend it is computed with: the low end of the haze, % by volume.</param>
/// <param name="Curve">The addition over all blends, for drawing.</param>
public sealed record SparkToSet(SparkAdditionResult Addition, Hazy ToSetDeg, bool IsHeld, double CautiousEthanolPct, IReadOnlyList<SparkPoint> Curve);

/// <summary>A point of the drawn factor.</summary>
/// <param name="EthanolPct">Ethanol, % by volume.</param>
/// <param name="Factor">The factor there.</param>
/// <param name="PlusMinus">Half-width of its 95 % interval.</param>
/// <param name="Mass">The factor by the mass school.</param>
/// <param name="Orifice">The same by the orifice school.</param>
/// <param name="Volume">The same by the volume school.</param>
public sealed record FactorPoint(double EthanolPct, double Factor, double PlusMinus, double Mass, double Orifice, double Volume);

/// <summary>What a Compensate plan comes to.</summary>
/// <param name="EthanolPct">The reading it is computed for, % by volume; null where the signal gives none.</param>
/// <param name="FuelTempC">Fuel temperature of that reading, C; null where it is not known.</param>
/// <param name="BaseEthanolPct">Blend of the base map, % by volume; null where nobody knows it.</param>
/// <param name="FuelFactor">The fuel factor for that reading.</param>
/// <param name="Multiplier">What the controller's own multiplier would do.</param>
/// <param name="Pulse">The arithmetic of dead time.</param>
/// <param name="Row">The row to type in.</param>
/// <param name="Spark">The spark addition.</param>
/// <param name="Fuelling">What stands behind the fueling, for this very base map, metering and map revision.</param>
/// <param name="Findings">What has to be looked at.</param>
/// <param name="Headline">What to open by, and what becomes of the spark.</param>
/// <param name="Lead">How far off the fuel may be, and what must not be done.</param>
/// <param name="State">State of the station.</param>
/// <param name="NextAction">What to do next.</param>
/// <param name="Curve">The factor over all blends, each known as well as the reading is, to draw; left out of the record.</param>
/// <param name="SetBy">Who sets the numbers of the engine's controller.</param>
/// <param name="Controllers">What every controller needs, the engine's first; empty where none is listed and the row is typed in.</param>
/// <param name="Outside">What the engine does on other blends where nothing corrects it; null where something does.</param>
/// <param name="Stretched">What stretching whole pulses does; null where no box does that.</param>
/// <param name="BaseFrom">Where the blend of the base map is known from; null where it is not.</param>
/// <param name="Metering">The metering that counts: as given, else the usual.</param>
/// <param name="Meanwhile">The blends that may be driven in closed loop alone until the file is in; null where the limit of the trims is not known.</param>
public sealed record CompensateResults(
    Hazy? EthanolPct,
    Hazy? FuelTempC,
    Hazy? BaseEthanolPct,
    FuelFactorResult? FuelFactor,
    MultiplierCheck? Multiplier,
    InjectorPulse? Pulse,
    BreakpointRow? Row,
    SparkToSet? Spark,
    Fuelling Fuelling,
    IReadOnlyList<Finding> Findings,
    Sentence Headline,
    Sentence Lead,
    StationState State,
    NextAction NextAction,
    IReadOnlyList<FactorPoint>? Curve,
    NumbersBy? SetBy = null,
    IReadOnlyList<ControllerAnswer>? Controllers = null,
    IReadOnlyList<OutsideBlend>? Outside = null,
    IReadOnlyList<StretchedPulse>? Stretched = null,
    BaseFrom? BaseFrom = null,
    Metering Metering = Metering.Orifice,
    ClosedLoopBand? Meanwhile = null
)
{
    /// <summary>What to know of other blends; null where something corrects them.</summary>
    public Sentence? OutsideSaid => Outside is null ? null : CompensateWords.OnOtherBlends;

    /// <summary>What to know of stretched pulses; null where none are.</summary>
    public Sentence? StretchedSaid => Stretched is null ? null : CompensateWords.OnShortPulses;

    /// <summary>The controllers as surveyed.</summary>
    [JsonIgnore]
    internal IReadOnlyList<ControllerOnBoard> ListedControllers { get; init; } = [];

    /// <summary>True where a wideband would be needed and is not at hand.</summary>
    [JsonIgnore]
    internal bool NeedsWideband { get; init; }
}

/// <summary>Where the blend of the base map is known from.</summary>
public enum BaseFrom
{
    /// <summary>It was given here.</summary>
    Here,

    /// <summary>From the survey.</summary>
    Survey,

    /// <summary>The sensor read it while the tank still held that fuel.</summary>
    Reading,

    /// <summary>From a label or a map's name: a typical figure.</summary>
    Typical,
}
