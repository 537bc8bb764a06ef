namespace HazyGauge.Core.Vehicles;

/// <summary>How the engine runs.</summary>
public enum RunningState
{
    /// <summary>As it should.</summary>
    RunsWell,

    /// <summary>Not as it should.</summary>
    RunsPoorly,

    /// <summary>Not at all.</summary>
    DoesNotRun,
}

/// <summary>How the vehicle came in: what was there before is not blamed on the job.</summary>
/// <param name="Running">How the engine ran.</param>
/// <param name="FaultCodesBefore">Fault codes read before any work.</param>
/// <param name="FaultCodesAfter">Fault codes read after it.</param>
/// <param name="Missing">Clips, covers, bolts that were missing.</param>
/// <param name="Leaks">Leaks, and where.</param>
/// <param name="ChangedParts">Parts that were taken out or added.</param>
/// <param name="EarlierWork">Earlier work, and by whom.</param>
public sealed record Arrival(
    RunningState? Running = null,
    string? FaultCodesBefore = null,
    string? FaultCodesAfter = null,
    string? Missing = null,
    string? Leaks = null,
    string? ChangedParts = null,
    string? EarlierWork = null
);
