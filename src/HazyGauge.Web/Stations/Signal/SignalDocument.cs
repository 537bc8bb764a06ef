using HazyGauge.Core.Compensation;
using HazyGauge.Core.Line;
using HazyGauge.Web.Haze;
using HazyGauge.Web.Stations.Compensate;

namespace HazyGauge.Web.Stations.Signal;

/// <summary>What is saved at the Signal station: the inputs as the mechanic gave them, and what they came to.</summary>
/// <param name="Capture">The capture the reading rests on.</param>
/// <param name="ToleranceEthanolPct">Half-width of the sensor's tolerance, ethanol points; left out, 5.</param>
/// <param name="Fuel">What the fuel factor is reckoned against; left out, there is none.</param>
/// <param name="Results">What came of it. Computed on saving; what is sent is replaced.</param>
/// <param name="CoreVersion">Version of the rules it was computed with. Set on saving.</param>
public sealed record SignalDocument(
    CaptureChoice? Capture = null, double? ToleranceEthanolPct = null, FuelChoice? Fuel = null, SignalResults? Results = null, string? CoreVersion = null);

/// <summary>A capture on the job.</summary>
/// <param name="Sha256">Hash of the file.</param>
/// <param name="Name">Its name; set on saving.</param>
/// <param name="Channel">The channel to read; left out, it is searched for.</param>
/// <param name="ThresholdV">Where volts are switched; left out, the place is found.</param>
public sealed record CaptureChoice(string? Sha256, string? Name = null, string? Channel = null, double? ThresholdV = null);

/// <summary>What the fuel factor is reckoned against.</summary>
/// <param name="BaseEthanolPct">The blend the base map was made on, % by volume.</param>
/// <param name="Metering">How the controller models its injectors; left out, orifice.</param>
/// <param name="BaseFuelTempC">Fuel temperature the base map was made at; left out, temperature is left out.</param>
public sealed record FuelChoice(HazyInput? BaseEthanolPct = null, Metering? Metering = null, HazyInput? BaseFuelTempC = null);

/// <summary>What a Signal document came to.</summary>
/// <param name="Capture">The capture, without its course and excerpt: those are drawn from the file again.</param>
/// <param name="FuelFactor">The fuel factor for the reading; null without a reading or without a base blend.</param>
/// <param name="State">State of the station.</param>
/// <param name="NextAction">What to do next.</param>
public sealed record SignalResults(CaptureAnswer? Capture, FuelFactorAnswer? FuelFactor, StationState State, NextAction NextAction);
