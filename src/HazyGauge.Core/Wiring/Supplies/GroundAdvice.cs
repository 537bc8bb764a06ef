using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Wiring.Supplies;

/// <summary>Where the sensor's ground goes.</summary>
public enum GroundChoice
{
    /// <summary>The controller's ground for its sensors.</summary>
    ControllerGround,

    /// <summary>A stud on bare metal of the body, near the sensor.</summary>
    Chassis,

    /// <summary>The battery's negative post.</summary>
    BatteryNegative,
}

/// <summary>What a ground is worth, and why.</summary>
/// <param name="Choice">The ground.</param>
/// <param name="Verdict">What it is worth.</param>
/// <param name="Why">Why, and what to do.</param>
public sealed record GroundAdvice(GroundChoice Choice, WiringVerdict Verdict, Sentence Why)
{
    /// <summary>Every ground, for a signal that is a voltage somewhere or not (common practice, no source).</summary>
    /// <param name="isAnalog">True where the ethanol reaches the controller as a voltage.</param>
    public static IReadOnlyList<GroundAdvice> All(bool isAnalog) =>
        [
            new(
                GroundChoice.ControllerGround,
                WiringVerdict.Good,
                isAnalog
                    ? "The least noise, and no offset: the controller measures against the same ground. Never join it to the battery's or the body's ground as well."
                    : "The least noise. Never join it to the battery's or the body's ground as well."
            ),
            new(
                GroundChoice.Chassis,
                isAnalog ? WiringVerdict.WithCare : WiringVerdict.Good,
                isAnalog
                    ? "Fine for the sensor and for what only counts pulses. What gives the voltage has to have the controller's sensor ground: an offset adds straight "
                        + "onto the reading."
                    : "Fine for a frequency: an offset does not change how often it pulls. Bare metal, near the sensor, sealed afterwards."
            ),
            new(
                GroundChoice.BatteryNegative,
                isAnalog ? WiringVerdict.Poor : WiringVerdict.WithCare,
                isAnalog
                    ? "Every ampere of the vehicle shifts it against the controller's ground, and that adds straight onto the reading. Take the controller's sensor ground."
                    : "It works. It is long, and carries what everything else drops: a stud near the sensor is better."
            ),
        ];
}

/// <summary>What an offset of the ground does to a reading.</summary>
/// <param name="OffsetMv">How far the ground stands above the controller's, mV.</param>
/// <param name="EthanolErrorPct">What it adds to the ethanol shown, points; none behind a frequency.</param>
public sealed record GroundOffset(Hazy OffsetMv, Hazy EthanolErrorPct)
{
    /// <summary>The offset behind a voltage with so much ethanol a volt; null where the ethanol comes as a frequency, which an offset does not touch.</summary>
    public static GroundOffset Of(Hazy offsetMv, Hazy? ethanolPerV) => new(offsetMv, ethanolPerV is { } slope ? offsetMv / 1000 * slope : 0);
}
