using HazyGauge.Core.Findings;

namespace HazyGauge.Core.Vehicles;

/// <summary>Something a survey shows.</summary>
/// <param name="Code">Stable name for programs.</param>
/// <param name="Severity">How much it matters.</param>
/// <param name="Text">One to three sentences for the mechanic.</param>
/// <param name="Field">The answer it concerns, as a path into the survey.</param>
public sealed record SurveyFinding(string Code, Severity Severity, string Text, string Field);

/// <summary>Something to find out, and what it would do.</summary>
/// <param name="Field">The answer that is missing, as a path into the survey.</param>
/// <param name="Text">How to find it out.</param>
/// <param name="Effect">What stands on it, in words.</param>
/// <param name="UsedMeanwhile">What is reckoned with until then; null where nothing is assumed.</param>
public sealed record ToMeasure(string Field, string Text, string Effect, Assumption? UsedMeanwhile);

/// <summary>What is reckoned with where an answer is missing: a typical figure, or words where it is none.</summary>
/// <param name="Words">In words; null for a figure.</param>
/// <param name="Value">The figure; null for words.</param>
/// <param name="Unit">What it is measured in: kw, kpa, lph, ccPerMin, gPerKwh, rpm, celsius, volt, percent, gPerS, degrees, ccPerRev, milliseconds, watt, wattPerK, metre, litres, kelvin.</param>
/// <param name="PlusMinusPct">How far off it may be, % of it; null where it is a usual figure without haze.</param>
/// <param name="PlusMinus">How far off it may be, in its unit, where that is not said as a share of it.</param>
public sealed record Assumption(string? Words = null, double? Value = null, string? Unit = null, double? PlusMinusPct = null, double? PlusMinus = null);

/// <summary>Whether the vehicle can be converted the way it is meant to be.</summary>
public enum Eligibility
{
    /// <summary>Everything that decides is there.</summary>
    Yes,

    /// <summary>Something rules it out.</summary>
    No,

    /// <summary>Something that decides is not known yet.</summary>
    Unknown,
}
