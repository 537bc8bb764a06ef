namespace HazyGauge.Core.Sensing;

/// <summary>Where the volts of a recording were switched into levels.</summary>
/// <param name="ThresholdV">The threshold, V.</param>
/// <param name="HysteresisV">By how much it had to be passed, V.</param>
/// <param name="LowV">The lower level in the recording, V.</param>
/// <param name="HighV">The higher level, V.</param>
/// <param name="Automatic">True where it was found, false where it was given.</param>
/// <param name="AreTwo">True where the recording really moves between two levels.</param>
public sealed record SwitchedVolts(double ThresholdV, double HysteresisV, double LowV, double HighV, bool Automatic, bool AreTwo = true);
