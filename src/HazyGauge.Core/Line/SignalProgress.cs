using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;

namespace HazyGauge.Core.Line;

/// <summary>How far the Signal station has come and what is next there.</summary>
/// <param name="State">State of the station.</param>
/// <param name="NextAction">What to do next: a short command, then why.</param>
public sealed record SignalProgress(StationState State, NextAction NextAction)
{
    /// <summary>A job on which no signal was saved.</summary>
    public static readonly SignalProgress NotStarted = new(
        StationState.Empty, new NextAction("Record the sensor's signal.", "Save it as VCD and drop it on the Signal station.", Station.SignalSlug));

    /// <summary>Judges a saved signal.</summary>
    /// <param name="reading">The reading; null where no capture is on the job.</param>
    /// <param name="hasFuelFactor">True where the base blend is known and the fuel factor computed.</param>
    public static SignalProgress Of(SensorReading? reading, bool hasFuelFactor)
    {
        if (reading is null)
        {
            return NotStarted with { State = StationState.InWork };
        }

        var gravest = reading.Findings.Count > 0 ? reading.Findings[0] : null;
        if (gravest?.Severity == Severity.Stop)
        {
            return new SignalProgress(StationState.Hold, new NextAction("Clear the signal before going on.", gravest.Text, Station.SignalSlug));
        }

        var proven = reading.SignalStatus == SignalStatus.Ok && reading.TemperatureStatus == TemperatureStatus.Ok;
        if (!proven)
        {
            return new SignalProgress(StationState.InWork, new NextAction("Look at the signal again.", gravest?.Text ?? string.Empty, Station.SignalSlug));
        }

        if (!hasFuelFactor)
        {
            return new SignalProgress(StationState.Proven, new NextAction(
                "Say which blend the base map was made on.", "The fuel factor is reckoned against that blend, not against E0.", Station.SignalSlug));
        }

        return new SignalProgress(StationState.Proven, HazeBudget.MostHelpfulCheck(reading.Budget) is { Source.Check: { } check, PlusMinusAfterCheck: { } after }
            ? new NextAction(check.Text, FormattableString.Invariant($"It brings the haze of the reading from ±{Interval95.HalfWidth(reading.EthanolPct!.Value):0} to ±{after:0}."), Station.SignalSlug)
            : new NextAction("Signal and fuel factor are on record.", "The stations after this one are not built yet.", Station.SignalSlug));
    }
}

/// <summary>What to do next on a job.</summary>
/// <param name="Command">A short command.</param>
/// <param name="Why">Why, or how.</param>
/// <param name="Slug">The station it belongs to.</param>
public sealed record NextAction(string Command, string Why, string Slug);
