using HazyGauge.Core.Compensation;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Compensate;

/// <summary>What has to be done with a controller.</summary>
public enum StepKind
{
    /// <summary>Type something in.</summary>
    TypeIn,

    /// <summary>Send something to whoever sets the numbers.</summary>
    Send,

    /// <summary>Ask them for something.</summary>
    AskFor,

    /// <summary>Make ethanol count.</summary>
    Enable,

    /// <summary>See that it does what it should.</summary>
    Verify,

    /// <summary>Keep to something.</summary>
    Hold,
}

/// <summary>Something to do with a controller.</summary>
/// <param name="Kind">What kind of thing.</param>
/// <param name="Text">What.</param>
public sealed record ControllerStep(StepKind Kind, Sentence Text);

/// <summary>What one controller needs of whoever works on this job.</summary>
/// <param name="Name">The controller.</param>
/// <param name="Role">What it controls; null where that was not said.</param>
/// <param name="SetsNumbers">Who sets its numbers.</param>
/// <param name="Steps">What to do, in order.</param>
/// <param name="Settings">Settings in it: what they did as found, and do now.</param>
public sealed record ControllerAnswer(string Name, ControllerRole? Role, NumbersBy SetsNumbers, IReadOnlyList<ControllerStep> Steps, IReadOnlyList<SettingVerdict> Settings);

/// <summary>An engine on a blend nothing corrects.</summary>
/// <param name="EthanolPct">The blend, % by volume.</param>
/// <param name="Lambda">Lambda where 1 is meant.</param>
/// <param name="IsHeld">True where it is close enough to the map's blend.</param>
public sealed record OutsideBlend(double EthanolPct, double Lambda, bool IsHeld);

/// <summary>What stretching whole pulses does to one of them.</summary>
/// <param name="PulseMs">The pulse on the base blend, ms.</param>
/// <param name="ErrorPct">How far off that is, % of the amount needed; positive is rich.</param>
public sealed record StretchedPulse(double PulseMs, Hazy ErrorPct);
