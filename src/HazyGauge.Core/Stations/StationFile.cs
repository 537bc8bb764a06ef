using HazyGauge.Core.Findings;
using HazyGauge.Core.Sensing;

namespace HazyGauge.Core.Stations;

/// <summary>A file on the job that a plan rests on.</summary>
/// <param name="Sha256">Hash of the file.</param>
/// <param name="Path">Where the plan names it.</param>
/// <param name="Recording">How it is to be read where it is a recording; null where it only has to be there.</param>
public sealed record NeededFile(string Sha256, string Path, HowToRead? Recording = null);

/// <summary>How a recording is to be read.</summary>
/// <param name="Channel">The channel or column; null searches for it.</param>
/// <param name="ThresholdV">Where volts are switched, V; null finds the place.</param>
public sealed record HowToRead(string? Channel = null, double? ThresholdV = null);

/// <summary>A file as it was found on the job.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Recording">What it holds; null where it was not asked for as a recording.</param>
public sealed record StationFile(string Name, Recording? Recording = null);

/// <summary>A recording that was read.</summary>
/// <param name="Format">Format of the file.</param>
/// <param name="Channel">Name of the channel.</param>
/// <param name="Train">The wave.</param>
/// <param name="Threshold">Where volts were switched; null where the file holds levels.</param>
/// <param name="Notes">What the reading itself noticed about the file.</param>
public sealed record Recording(string Format, string Channel, PulseTrain Train, SwitchedVolts? Threshold, Func<SensorReading, IReadOnlyList<Finding>> Notes);
