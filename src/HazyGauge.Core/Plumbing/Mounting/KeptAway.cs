namespace HazyGauge.Core.Plumbing.Mounting;

/// <summary>How far sensor, hose and wire are kept from what harms them (our own; common practice names no figures).</summary>
public static class KeptAway
{
    /// <summary>From a hot part, mm.</summary>
    public const double HotMm = 100;

    /// <summary>From a moving part, mm.</summary>
    public const double MovingMm = 30;

    /// <summary>From ignition or high voltage, mm.</summary>
    public const double HighVoltageMm = 100;
}
