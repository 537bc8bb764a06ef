using HazyGauge.Core.Findings;
using HazyGauge.Core.Sensing;

namespace HazyGauge.Core.Stations;

/// <summary>What kind a file of a job is, told by its content.</summary>
public enum ArtifactKind
{
    /// <summary>A recording of the sensor's square wave: levels or volts over time, fine enough to count pulses.</summary>
    Capture,

    /// <summary>What a controller logged: channels over time.</summary>
    Log,

    /// <summary>Frames of a bus.</summary>
    Frames,

    /// <summary>Sound.</summary>
    Sound,

    /// <summary>A photo.</summary>
    Photo,

    /// <summary>A table without time.</summary>
    Table,

    /// <summary>Anything else.</summary>
    Other,
}

/// <summary>How a file is to be read; each kind of file has one reader.</summary>
public interface IReading
{
    /// <summary>The kind whose reader reads it.</summary>
    ArtifactKind Kind { get; }
}

/// <summary>A file on the job that a plan rests on.</summary>
/// <param name="Sha256">Hash of the file.</param>
/// <param name="Path">Where the plan names it.</param>
/// <param name="Reading">How it is to be read; null where it only has to be there.</param>
public sealed record NeededFile(string Sha256, string Path, IReading? Reading = null);

/// <summary>How a recording is to be read.</summary>
/// <param name="Channel">The channel or column; null searches for it.</param>
/// <param name="ThresholdV">Where volts are switched, V; null finds the place.</param>
public sealed record HowToRead(string? Channel = null, double? ThresholdV = null) : IReading
{
    /// <inheritdoc/>
    public ArtifactKind Kind => ArtifactKind.Capture;
}

/// <summary>A file as it was found on the job.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Artifact">What its reader made of it; null where it was not to be read.</param>
public sealed record StationFile(string Name, object? Artifact = null)
{
    /// <summary>It as a recording; null where it is none.</summary>
    public Recording? Recording => Artifact as Recording;
}

/// <summary>Something the reading of a file noticed about it.</summary>
/// <param name="Finding">What.</param>
/// <param name="OnlyIfOdd">True where it matters only when the result looks wrong.</param>
public sealed record RecordingNote(Finding Finding, bool OnlyIfOdd = false);

/// <summary>A recording that was read.</summary>
/// <param name="Format">Format of the file.</param>
/// <param name="Channel">Name of the channel.</param>
/// <param name="Train">The wave.</param>
/// <param name="Threshold">Where volts were switched; null where the file holds levels.</param>
/// <param name="Notes">What the reading itself noticed about the file.</param>
public sealed record Recording(string Format, string Channel, PulseTrain Train, SwitchedVolts? Threshold, IReadOnlyList<RecordingNote> Notes)
{
    /// <summary>What of that is to be said beside a reading.</summary>
    /// <param name="reading">What the wave came to.</param>
    public IReadOnlyList<Finding> NotesFor(SensorReading reading)
    {
        var isOdd = reading.SignalStatus is SignalStatus.OutOfRange or SignalStatus.NoSignal && Train.Edges > 0;
        return [.. Notes.Where(n => isOdd || !n.OnlyIfOdd).Select(n => n.Finding)];
    }
}
