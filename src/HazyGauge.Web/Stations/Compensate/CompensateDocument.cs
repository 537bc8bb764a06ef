using HazyGauge.Core.Compensation;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Line;
using HazyGauge.Web.Haze;

namespace HazyGauge.Web.Stations.Compensate;

/// <summary>What is saved at the Compensate station: what is known of the controller, and which numbers go into it.</summary>
/// <param name="BaseEthanolPct">The blend the base map was made on, % by volume; asked, never assumed.</param>
/// <param name="Metering">How the controller models its injectors; left out, orifice.</param>
/// <param name="BaseFuelTempC">Fuel temperature the base map was made at; left out, temperature is left out.</param>
/// <param name="Multiplier">The multiplier the controller holds already, if it does.</param>
/// <param name="Pulse">A pulse to show the arithmetic of dead time on.</param>
/// <param name="Row">The breakpoints to type in; left out, six placed for least error.</param>
/// <param name="Spark">The two maps spark is added between; left out, none is.</param>
/// <param name="FuellingProof">What proves the fuelling; spark is held until then.</param>
/// <param name="Results">What came of it. Computed on saving; what is sent is replaced.</param>
/// <param name="CoreVersion">Version of the rules it was computed with. Set on saving.</param>
public sealed record CompensateDocument(
    HazyInput? BaseEthanolPct = null,
    Metering? Metering = null,
    HazyInput? BaseFuelTempC = null,
    MultiplierChoice? Multiplier = null,
    PulseChoice? Pulse = null,
    RowChoice? Row = null,
    SparkChoice? Spark = null,
    FuellingProof? FuellingProof = null,
    CompensateResults? Results = null,
    string? CoreVersion = null);

/// <summary>A straight multiplier over ethanol, given at its ends.</summary>
/// <param name="At0Pct">What it says at E0, %.</param>
/// <param name="At100Pct">What it says at E100, %.</param>
public sealed record MultiplierChoice(double? At0Pct = null, double? At100Pct = null);

/// <summary>A pulse on the base blend.</summary>
/// <param name="PulseMs">The pulse, ms.</param>
/// <param name="DeadTimeMs">Its dead time, ms.</param>
public sealed record PulseChoice(HazyInput? PulseMs = null, HazyInput? DeadTimeMs = null);

/// <summary>The breakpoints of the row: chosen, or only how many.</summary>
/// <param name="EthanolPcts">Chosen blends, rising.</param>
/// <param name="Count">How many, placed on whole percents for least error.</param>
public sealed record RowChoice(IReadOnlyList<double>? EthanolPcts = null, int? Count = null);

/// <summary>The two maps spark is added between.</summary>
/// <param name="GasolineMapEthanolPct">Blend the gasoline map was made on.</param>
/// <param name="EthanolMapEthanolPct">Blend the ethanol map was made on.</param>
/// <param name="FullAdditionDeg">Spark the ethanol map has more, degrees of crank.</param>
/// <param name="Weighting">How the addition grows between the two; left out, linear.</param>
/// <param name="SaturatesAtPct">Blend from which on a saturating addition is whole.</param>
public sealed record SparkChoice(
    HazyInput? GasolineMapEthanolPct = null,
    HazyInput? EthanolMapEthanolPct = null,
    HazyInput? FullAdditionDeg = null,
    SparkWeighting? Weighting = null,
    HazyInput? SaturatesAtPct = null);

/// <summary>What proves the fuelling, and for which base map it was proven: another one has to be proven anew.</summary>
/// <param name="Evidence">The log, or what else shows it; 3 to 200 characters.</param>
/// <param name="BaseEthanolPct">Blend of the base map it was proven with.</param>
/// <param name="Metering">Metering it was proven with.</param>
public sealed record FuellingProof(string? Evidence = null, double? BaseEthanolPct = null, Metering? Metering = null);

/// <summary>What a Compensate document came to.</summary>
/// <param name="EthanolPct">The reading it is reckoned for; null where the signal gives none.</param>
/// <param name="FuelFactor">The fuel factor for that reading.</param>
/// <param name="Multiplier">What the controller's own multiplier would do.</param>
/// <param name="Pulse">The arithmetic of dead time.</param>
/// <param name="Row">The row to type in.</param>
/// <param name="Spark">The spark addition.</param>
/// <param name="IsFuellingProven">True where the fuelling is proven for this very base map and metering.</param>
/// <param name="Findings">What has to be looked at.</param>
/// <param name="State">State of the station.</param>
/// <param name="NextAction">What to do next.</param>
public sealed record CompensateResults(
    HazyNumber? EthanolPct,
    FuelFactorAnswer? FuelFactor,
    MultiplierAnswer? Multiplier,
    PulseAnswer? Pulse,
    BreakpointsAnswer? Row,
    SparkToSet? Spark,
    bool IsFuellingProven,
    IReadOnlyList<Finding> Findings,
    StationState State,
    NextAction NextAction);

/// <summary>What the controller's own multiplier would do over the base map.</summary>
/// <param name="AtBase">What it multiplies by at the base map's blend; should be 1.</param>
/// <param name="Lambda">Lambda it gives where 1 is meant.</param>
/// <param name="AtEthanolPct">On which blend.</param>
public sealed record MultiplierAnswer(double AtBase, double Lambda, double AtEthanolPct)
{
    /// <summary>The answer for a judgement of Core.</summary>
    public static MultiplierAnswer From(MultiplierJudgement judged) => new(judged.AtBase, judged.Lambda, judged.AtEthanolPct);
}

/// <summary>The spark addition of a job.</summary>
/// <param name="Addition">The addition as reckoned.</param>
/// <param name="ToSetDeg">What may be set now: the cautious addition, none of it while the fuelling is not proven; what comes out always comes out.</param>
/// <param name="IsHeld">True where spark is held back.</param>
/// <param name="CautiousEthanolPct">The blend it is reckoned with: the low end of the haze.</param>
/// <param name="Curve">The addition over all blends, for drawing.</param>
public sealed record SparkToSet(SparkAdditionAnswer Addition, HazyNumber ToSetDeg, bool IsHeld, double CautiousEthanolPct, IReadOnlyList<SparkPoint> Curve);

/// <summary>A point of the spark line.</summary>
/// <param name="EthanolPct">Ethanol, % by volume.</param>
/// <param name="AdditionDeg">Spark added there, degrees of crank.</param>
public sealed record SparkPoint(double EthanolPct, double AdditionDeg);
