using HazyGauge.Core.Findings;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Sensing;

/// <summary>The sentences for every state of the signal: what it means and what to check next.</summary>
internal static class SignalFindings
{
    internal const string SteadyCode = "signalOk";

    internal static readonly Finding TemperatureAbsent = new(
        "temperatureAbsent",
        Severity.Info,
        "No low pulse is known, so there is no fuel temperature. A capture or a meter that shows pulse width gives it."
    );

    internal static readonly Finding NeverSwitches = NoSignal("The level never changes.");

    internal static Finding NoWholePeriod(long edges) =>
        NoSignal($"Only {edges} level {(edges == 1 ? "change" : "changes")}, not one whole period. Record at least half a second.");

    internal static Finding NeverKnown => NoSignal("The level is marked unknown (x) wherever it is not one fixed level. Check the probe and its threshold.");

    internal static Finding ForBand(SignalStatus status, double hz) =>
        status switch
        {
            SignalStatus.NoSignal => NoSignal("0 Hz."),
            SignalStatus.OutOfRange when hz < SensorLaw.E0Hz => new(
                "signalOutOfRange",
                Severity.Stop,
                Sentence.Of(
                    $"{hz:0.##} Hz is lower than the sensor ever sends. Supply or ground is poor, or this is another wire: measure supply and ground at the sensor plug "
                        + $"with the pump running, then count the pin again."
                )
            ),
            SignalStatus.OutOfRange when hz < SensorLaw.ContaminatedFromHz => new(
                "signalOutOfRange",
                Severity.Stop,
                Sentence.Of(
                    $"{hz:0.##} Hz lies beyond E100 and below what the sensor sends for bad fuel, so it is no reading. Look for interference on the signal wire and "
                        + $"measure the pull-up."
                )
            ),
            SignalStatus.OutOfRange => new(
                "signalOutOfRange",
                Severity.Stop,
                Sentence.Of(
                    $"{hz:0.##} Hz is faster than the sensor ever sends: interference, or another signal. Count the pin again and keep the wire away from ignition and injectors."
                )
            ),
            SignalStatus.Contaminated => new(
                "signalContaminated",
                Severity.Stop,
                Sentence.Of(
                    $"{hz:0.##} Hz is how the sensor reports a fuel that cannot be judged, usually water. Draw a sample, let it stand and look for a second layer. Do not "
                        + $"run the engine on it."
                )
            ),
            SignalStatus.ClampedLow => new(
                "signalClampedLow",
                Severity.Caution,
                Sentence.Of(
                    $"{hz:0.##} Hz is a little under E0 and is shown as E0. Usual on plain gasoline with an old sensor; if the tank holds ethanol, measure supply and ground."
                )
            ),
            SignalStatus.ClampedHigh => new(
                "signalClampedHigh",
                Severity.Caution,
                Sentence.Of($"{hz:0.##} Hz is a little over E100 and is shown as E100. Test a sample with water: traces of water push the reading up.")
            ),
            _ => new(SteadyCode, Severity.Info, Sentence.Of($"{hz:0.##} Hz lies where the sensor speaks, 50 to 150 Hz: supply, ground and pull-up work.")),
        };

    internal static Finding NotATemperature(double lowMs, double highMs, double hz)
    {
        var wouldBe = Say.Celsius(SensorLaw.FuelTempC<Haze.Exact>(lowMs).Value);
        if (SensorReading.IsTemperature(highMs))
        {
            var swapped = Say.Celsius(SensorLaw.FuelTempC<Haze.Exact>(highMs).Value);
            return new(
                "signalInverted",
                Severity.Caution,
                Sentence.Of(
                    $"Low for {lowMs:0.###} ms would be {wouldBe}, which is no fuel temperature, but the high time of {highMs:0.###} ms is one: {swapped}. The signal is "
                        + $"inverted on its way. Check what stands between sensor and probe, or tell the controller to time the other level."
                )
            );
        }

        var cause =
            lowMs >= 0.98 * 1000 / hz
                ? "It is low for the whole period, so the frequency is in doubt too: a fault of supply or ground, or a dry line."
                : "Measure supply and ground at the sensor, and see that the line holds fuel.";
        return new("temperatureInvalid", Severity.Caution, Sentence.Of($"Low for {lowMs:0.###} ms would be {wouldBe}, which is no fuel temperature. {cause}"));
    }

    /// <summary>A low time that does not fit into its period.</summary>
    internal static Finding LongerThanPeriod(double lowMs, double hz) =>
        new(
            "lowLongerThanPeriod",
            Severity.Stop,
            Sentence.Of(
                $"Low for {lowMs:0.###} ms cannot be at {hz:0.##} Hz: a whole period is {1000 / hz:0.##} ms. One of the two was read wrong, or they are of two signals. "
                    + $"Measure both again, on the sensor's wire."
            )
        );

    /// <summary>A reading at the very end of what the sensor can say.</summary>
    internal static Finding AtTheEnd(Sentence what) =>
        new(
            "atTheEnd",
            Severity.Caution,
            what + "is the very end of what the sensor says, where faults look like readings. Check it by another way: a sample tested with water, a thermometer at the line."
        );

    internal static Finding PolarityUndetermined(double lowMs, double highMs) =>
        new(
            "polarityUndetermined",
            Severity.Info,
            Sentence.Of(
                $"Low ({lowMs:0.###} ms) and high ({highMs:0.###} ms) would both be a temperature, so the wave alone cannot show that it is not inverted. Taken as "
                    + $"recorded: {Say.Celsius(SensorLaw.FuelTempC<Haze.Exact>(lowMs).Value)}; swapped it would be "
                    + $"{Say.Celsius(SensorLaw.FuelTempC<Haze.Exact>(highMs).Value)}. A thermometer at the line settles it."
            )
        );

    internal static Finding Stops(double lastS, double durationS) =>
        new("signalStops", Severity.Stop, Sentence.Of($"The pulses stop {lastS:0.00} s into the recording of {durationS:0.00} s. {WiringAdvice}"));

    internal static Finding StartsLate(double firstS) =>
        new(
            "signalStartsLate",
            Severity.Caution,
            Sentence.Of($"No pulses in the first {firstS:0.00} s. If the key was off then, record again with the key on; if not, it is a gap like any other. {WiringAdvice}")
        );

    internal static Finding Gaps(int dropouts, double longestS) =>
        new("signalGaps", Severity.Stop, Sentence.Of($"{dropouts} {(dropouts == 1 ? "gap" : "gaps")}, the longest {1000 * longestS:0} ms. {WiringAdvice}"));

    internal static Finding ShortGaps(int dropouts) =>
        new("signalShortGaps", Severity.Caution, Sentence.Of($"{dropouts} short {(dropouts == 1 ? "gap" : "gaps")} of two or three pulses. {WiringAdvice}"));

    internal static Finding MissingPulses(int count) =>
        new(
            "missingPulses",
            Severity.Caution,
            Sentence.Of($"{count} single {(count == 1 ? "pulse is" : "pulses are")} missing. The reading stands, but a contact is about to fail. {WiringAdvice}")
        );

    internal static Finding Glitches(long count) =>
        new(
            "glitches",
            Severity.Info,
            Sentence.Of(
                $"{count} {(count == 1 ? "spike" : "spikes")} shorter than {Say.Given(PulseRecorder.ShortestPulseS * 1e6, Unit.Microseconds)} left out. A few are "
                    + $"harmless; many mean the wire runs beside ignition or injectors."
            )
        );

    internal static Finding UnknownLevel(double totalS) =>
        new(
            "levelUnknown",
            Severity.Caution,
            Sentence.Of($"The level is unknown for {totalS:0.###} s in all. Those stretches are left out. Check the probe's contact and threshold.")
        );

    internal static Finding Unsteady(double lowHz, double highHz) =>
        new(
            "signalUnsteady",
            Severity.Caution,
            Sentence.Of(
                $"The frequency wanders between {lowHz:0.0} and {highHz:0.0} Hz. After a fill the lines are still flushing: let the pump run and record again. If it "
                    + $"never settles, look for air in the line or a poor ground."
            )
        );

    /// <summary>A wire that is not pulled down as an open collector pulls it.</summary>
    internal static Finding LowTooHigh(double lowV) =>
        new(
            "lowVoltageHigh",
            Severity.Caution,
            Sentence.Of(
                $"{lowV:0.##} V is high for a wire that is pulled low: the sensor's ground is poor, or the pull-up is too strong. Measure the drop along the ground; a "
                    + $"controller may not see the pulses."
            )
        );

    /// <summary>A frequency in the band whose low time shows that something is wrong all the same: it says nothing of supply and ground.</summary>
    internal static Finding InBandInDoubt(double hz) =>
        new(
            "signalInDoubt",
            Severity.Caution,
            Sentence.Of($"{hz:0.##} Hz lies where the sensor speaks, but the low time does not fit it: clear that before relying on the ethanol content.")
        );

    private const string WiringAdvice =
        "A half-seated terminal or a tap that does not bite the wire is the usual cause: move the harness by hand while recording and watch for it.";

    private static Finding NoSignal(string seen) =>
        new(
            "noSignal",
            Severity.Stop,
            $"{seen} The sensor has no supply or no ground, the pull-up is missing, or the signal wire is open. Measure in this order with the key on: supply at the "
                + $"sensor plug, ground, then the voltage on the signal pin."
        );
}
