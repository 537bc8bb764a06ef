using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;

namespace HazyGauge.Core.Line;

/// <summary>How far a station has come and what is next there.</summary>
/// <param name="State">State of the station.</param>
/// <param name="NextAction">What to do next: a short command, then why.</param>
public sealed record StationProgress(StationState State, NextAction NextAction);

/// <summary>What to do next on a job.</summary>
/// <param name="Command">A short command.</param>
/// <param name="Why">Why, or how.</param>
/// <param name="Slug">The station it belongs to.</param>
public sealed record NextAction(string Command, string Why, string Slug);

/// <summary>Judges the Signal station.</summary>
public static class SignalProgress
{
    /// <summary>A job on which no signal was saved.</summary>
    public static readonly StationProgress NotStarted = new(
        StationState.Empty, new NextAction("Record the sensor's signal.", "Drop a capture on the Signal station, or type in what a meter shows.", Station.SignalSlug));

    /// <summary>Judges a saved signal.</summary>
    /// <param name="reading">The reading; null where neither a capture nor a meter reading is on the job.</param>
    public static StationProgress Of(SensorReading? reading)
    {
        if (reading is null)
        {
            return NotStarted with { State = StationState.InWork };
        }

        var gravest = reading.Findings.Count > 0 ? reading.Findings[0] : null;
        if (gravest?.Severity == Severity.Stop)
        {
            return new StationProgress(StationState.Hold, new NextAction("Clear the signal before going on.", gravest.Text, Station.SignalSlug));
        }

        // A meter that cannot show width leaves the temperature open, but the reading stands.
        var proven = reading.SignalStatus == SignalStatus.Ok && reading.TemperatureStatus != TemperatureStatus.Invalid && gravest?.Severity != Severity.Caution;
        if (!proven)
        {
            return new StationProgress(StationState.InWork, new NextAction("Look at the signal again.", gravest?.Text ?? string.Empty, Station.SignalSlug));
        }

        return new StationProgress(StationState.Proven, HazeBudget.MostHelpfulCheck(reading.Budget) is { Source.Check: { } check, PlusMinusAfterCheck: { } after }
            ? new NextAction(check.Text, FormattableString.Invariant($"It brings the haze of the reading from ±{Interval95.HalfWidth(reading.EthanolPct!.Value):0} to ±{after:0}."), Station.SignalSlug)
            : new NextAction("The signal is on record.", "No check would make it sharper.", Station.SignalSlug));
    }
}
