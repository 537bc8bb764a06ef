using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Sensing;

/// <summary>
/// What the sensor's square wave means. Frequency carries ethanol: 50 Hz is E0, 150 Hz is E100 (common practice, no source). The
/// width of the low pulse carries fuel temperature: 1 ms is -40 C, 5 ms is +125 C (from memory). Both are linear.
/// </summary>
public static class SensorLaw
{
    /// <summary>Frequency at E0, Hz.</summary>
    public const double E0Hz = 50;

    /// <summary>Frequency at E100, Hz.</summary>
    public const double E100Hz = 150;

    /// <summary>Below this the frequency is no reading at all, Hz.</summary>
    public const double LowestClampedHz = 45;

    /// <summary>Above this the frequency is no reading at all, Hz.</summary>
    public const double HighestClampedHz = 155;

    /// <summary>From here the sensor reports a fuel that cannot be judged, usually water, Hz (from memory).</summary>
    public const double ContaminatedFromHz = 170;

    /// <summary>Up to here the sensor reports a fuel that cannot be judged, Hz (from memory).</summary>
    public const double ContaminatedToHz = 200;

    /// <summary>Shortest low pulse that is a temperature, ms.</summary>
    public const double ShortestLowMs = 1;

    /// <summary>Longest low pulse that is a temperature, ms.</summary>
    public const double LongestLowMs = 5;

    /// <summary>Half-width of the usual sensor's tolerance, ethanol points (from memory).</summary>
    public const double UsualToleranceEthanolPct = 5;

    /// <summary>Rise of the fuel temperature with the low pulse, K/ms (from memory).</summary>
    public const double KelvinPerMs = 41.25;

    private const double TempAtZeroMsC = -81.25;

    /// <summary>Ethanol percent that belongs to a frequency.</summary>
    public static T EthanolPct<T>(T frequencyHz)
        where T : struct, IRealNumber<T> => frequencyHz - E0Hz;

    /// <summary>Frequency that belongs to an ethanol percent, Hz.</summary>
    public static T FrequencyHz<T>(T ethanolPct)
        where T : struct, IRealNumber<T> => ethanolPct + E0Hz;

    /// <summary>Fuel temperature that belongs to a low pulse, C.</summary>
    public static T FuelTempC<T>(T lowPulseMs)
        where T : struct, IRealNumber<T> => (KelvinPerMs * lowPulseMs) + TempAtZeroMsC;

    /// <summary>Low pulse that belongs to a fuel temperature, ms.</summary>
    public static T LowPulseMs<T>(T fuelTempC)
        where T : struct, IRealNumber<T> => (fuelTempC - TempAtZeroMsC) / KelvinPerMs;
}
