using HazyGauge.Core.Compensation;
using HazyGauge.Core.Line;
using HazyGauge.Core.Sensing;
using HazyGauge.Web.Haze;
using HazyGauge.Web.Stations.Compensate;

namespace HazyGauge.Web.Stations.Signal;

/// <summary>What is saved at the Signal station: the inputs as the mechanic gave them, and what they came to.</summary>
/// <param name="Capture">The capture the reading rests on.</param>
/// <param name="ToleranceEthanolPct">Half-width of the sensor's tolerance, ethanol points; left out, 5.</param>
/// <param name="Fuel">What a first fuel factor is reckoned against; left out, there is none here. The Compensate station has the full one.</param>
/// <param name="Results">What came of it. Computed on saving; what is sent is replaced.</param>
/// <param name="CoreVersion">Version of the rules it was computed with. Set on saving.</param>
/// <param name="Meter">What a meter showed: the reading itself where there is no capture, else a cross-check.</param>
public sealed record SignalDocument(
    CaptureChoice? Capture = null,
    double? ToleranceEthanolPct = null,
    FuelChoice? Fuel = null,
    SignalResults? Results = null,
    string? CoreVersion = null,
    MeterValues? Meter = null);

/// <summary>A capture on the job.</summary>
/// <param name="Sha256">Hash of the file.</param>
/// <param name="Name">Its name; set on saving.</param>
/// <param name="Channel">The channel to read; left out, it is searched for.</param>
/// <param name="ThresholdV">Where volts are switched; left out, the place is found.</param>
public sealed record CaptureChoice(string? Sha256, string? Name = null, string? Channel = null, double? ThresholdV = null);

/// <summary>What a meter showed. A bare number is taken as known to within what a usual meter shows.</summary>
/// <param name="FrequencyHz">Frequency, Hz; 0 where there are no pulses.</param>
/// <param name="LowPulseMs">Width of the low pulse, ms.</param>
/// <param name="AverageV">On DC volts, V.</param>
/// <param name="HighV">Volts while released: with the sensor unplugged and the key on.</param>
/// <param name="LowV">Volts while pulled low; left out, 0.</param>
public sealed record MeterValues(
    HazyInput? FrequencyHz = null, HazyInput? LowPulseMs = null, HazyInput? AverageV = null, HazyInput? HighV = null, HazyInput? LowV = null);

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
/// <param name="Reading">The reading, from the capture or else from the meter, with what their comparison adds.</param>
/// <param name="Meter">What a meter should read, and did.</param>
public sealed record SignalResults(
    CaptureAnswer? Capture,
    FuelFactorAnswer? FuelFactor,
    StationState State,
    NextAction NextAction,
    ReadingAnswer? Reading = null,
    IReadOnlyList<MeterRowAnswer>? Meter = null)
{
    /// <summary>The reading; documents saved before meters were taken have it in their capture only.</summary>
    internal ReadingAnswer? Read => Reading ?? Capture?.Reading;
}

/// <summary>One line of what a meter should read.</summary>
/// <param name="Quantity">What is measured.</param>
/// <param name="Expected">What it should be.</param>
/// <param name="Within">Half-width of the band that is still right.</param>
/// <param name="Read">What the meter did read.</param>
/// <param name="Agrees">True where that lies in the band; null where nothing was read.</param>
public sealed record MeterRowAnswer(MeterQuantity Quantity, HazyNumber Expected, double Within, HazyNumber? Read, bool? Agrees)
{
    /// <summary>The answer for a line of Core.</summary>
    public static MeterRowAnswer From(MeterRow row) => new(row.Quantity, HazyNumber.From(row.Expected), row.Within, HazyNumber.From(row.Read), row.Agrees);
}
