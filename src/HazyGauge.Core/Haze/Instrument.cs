namespace HazyGauge.Core.Haze;

/// <summary>What a check is made with.</summary>
public enum Instrument
{
    /// <summary>A meter that shows volts and beeps on continuity.</summary>
    VoltsAndContinuity,

    /// <summary>A meter that shows frequency and duty or pulse width.</summary>
    FrequencyAndDuty,

    /// <summary>A scope or a logic analyzer that records a wave.</summary>
    Scope,

    /// <summary>A wideband lambda probe with its gauge.</summary>
    Wideband,

    /// <summary>A gauge for fuel pressure.</summary>
    PressureGauge,

    /// <summary>A reader of the vehicle's diagnostics.</summary>
    DiagnosticReader,

    /// <summary>A hydrometer, or a graduated cylinder for the water test.</summary>
    Hydrometer,

    /// <summary>A thermometer that is held to a line.</summary>
    Thermometer,

    /// <summary>A dynamometer.</summary>
    Dynamometer,
}
