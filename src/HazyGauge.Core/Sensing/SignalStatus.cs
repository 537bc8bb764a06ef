namespace HazyGauge.Core.Sensing;

/// <summary>What a sensor signal is good for.</summary>
public enum SignalStatus
{
    /// <summary>No pulses at all.</summary>
    NoSignal,

    /// <summary>A frequency the sensor does not send.</summary>
    OutOfRange,

    /// <summary>A little under E0: shown as E0.</summary>
    ClampedLow,

    /// <summary>50 to 150 Hz: a reading.</summary>
    Ok,

    /// <summary>A little over E100: shown as E100.</summary>
    ClampedHigh,

    /// <summary>The sensor reports a fuel that cannot be judged.</summary>
    Contaminated,

    /// <summary>It stops, or has gaps.</summary>
    Intermittent,

    /// <summary>The frequency wanders more than noise.</summary>
    Unsteady,
}

/// <summary>What the low pulse says.</summary>
public enum TemperatureStatus
{
    /// <summary>A temperature.</summary>
    Ok,

    /// <summary>A width that is no temperature.</summary>
    Invalid,

    /// <summary>No pulse width is known.</summary>
    Absent,
}
