namespace HazyGauge.Core.Simulation;

/// <summary>What can be wrong with a simulator sensor, or with the wire from it.</summary>
public enum SimulatorFault
{
    /// <summary>Nothing: a sound sensor.</summary>
    None,

    /// <summary>The sensor has no supply or no ground and never pulls: the wire stays released.</summary>
    NoSupply,

    /// <summary>Nothing lifts the wire: it stays low.</summary>
    NoPullUp,

    /// <summary>Several pulses in a row are lost, now and then: a contact that breaks.</summary>
    Dropouts,

    /// <summary>A single pulse is lost, now and then.</summary>
    MissingPulses,

    /// <summary>Spikes of 5 to 40 us: ignition or injectors beside the wire.</summary>
    Glitches,

    /// <summary>The sensor reports a fuel that cannot be judged.</summary>
    Contaminated,

    /// <summary>The wire stops switching and keeps its level: a half-seated terminal. A recording begins sound.</summary>
    Frozen,

    /// <summary>Low and released are swapped on the way.</summary>
    Inverted,

    /// <summary>The frequency swings by several hertz.</summary>
    Wandering,

    /// <summary>Low for nearly the whole period: supply or ground, or a dry line.</summary>
    WholePeriodWidth,
}
