namespace HazyGauge.Core.Sensing;

/// <summary>A recorded signal, cleaned of spikes and cut into pulses. Made by <see cref="PulseRecorder"/>.</summary>
public sealed class PulseTrain
{
    internal PulseTrain(PulseStore pulses) => Pulses = pulses;

    /// <summary>Length of the recording, s.</summary>
    public required double DurationS { get; init; }

    /// <summary>Smallest time step of the recording, s.</summary>
    public required double ResolutionS { get; init; }

    /// <summary>Changes between known levels that were kept.</summary>
    public required long Edges { get; init; }

    /// <summary>Spikes shorter than <see cref="PulseRecorder.ShortestPulseS"/> that were left out.</summary>
    public required long GlitchesRejected { get; init; }

    /// <summary>Time of unknown level after the first known one, s, unless shorter than a spike.</summary>
    public required double UnknownS { get; init; }

    /// <summary>True where the level was ever unknown or never known.</summary>
    public required bool EverUnknown { get; init; }

    /// <summary>True where the level was known to the end.</summary>
    public required bool KnownAtEnd { get; init; }

    /// <summary>When the level was first known, s.</summary>
    public required double KnownFromS { get; init; }

    /// <summary>When the level first changed, s; null where it never did.</summary>
    public required double? FirstEdgeS { get; init; }

    /// <summary>Half-width by which edges lying inside a short unknown stretch are uncertain, s, averaged over all edges.</summary>
    public required double EdgeSlackS { get; init; }

    /// <summary>The first changes as recorded, or those round the first spike or unknown stretch.</summary>
    public required IReadOnlyList<LevelChange> Excerpt { get; init; }

    /// <summary>When the first spike or unknown stretch was met, s; null where there is none.</summary>
    public required double? FirstOddityS { get; init; }

    /// <summary>Median frequency, Hz; null without one whole period.</summary>
    public double? MedianFrequencyHz => Periods.Of(this) is { Count: > 0 } periods ? 1 / Sample.Of(periods.LengthS).Median() : null;

    /// <summary>True where this may be a sensor's signal and not another one recorded beside it: 45 to 200 Hz, and not mostly spikes.</summary>
    public bool IsSensorLike => GlitchesRejected <= Edges && MedianFrequencyHz is >= SensorLaw.LowestClampedHz and <= SensorLaw.ContaminatedToHz;

    internal PulseStore Pulses { get; }
}
