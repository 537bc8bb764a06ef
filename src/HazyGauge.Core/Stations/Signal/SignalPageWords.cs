namespace HazyGauge.Core.Stations.Signal;

/// <summary>What Signal's page says beside its results: hints, empty places, what a drawing shows. Where a number stands, its name stands in braces.</summary>
internal static class SignalPageWords
{
    /// <summary>The sentences by their names.</summary>
    public static readonly IReadOnlyDictionary<string, string> All = new Dictionary<string, string>(StringComparer.Ordinal)
    {
        ["sensorSOwnWire"] = "On the sensor's own wire, before the converter, a meter shows the average of a square wave: never these volts.",
        ["simulatedSensorReadTwenty"] =
            "A simulated sensor, read twenty times a second by the same rules. Nothing of it goes on the job: use it to see what a fault looks like before you look for one.",
        ["programDoesNotAnswer"] = "The program does not answer; what is drawn is from before. Trying again.",
        ["simulatorCannotRunLike"] = "The simulator cannot run like this.",
        ["startingSimulator"] = "Starting the simulator.",
        ["surveyHoldsReadingBlend"] = "The survey holds a reading as the blend of the map.",
        ["dcVoltsAverageSquare"] = "DC volts are the average of the square wave, not a signal voltage: they fall as ethanol rises. They only check the rest.",
        ["whereKnownWhatWent"] = "Where it is known what went in: the reading is held against it.",
        ["captureCannotReadWay"] = "The capture cannot be read this way.",
        ["theseReadingsCannotRight"] = "These readings cannot be right.",
        ["whatDoesMeterShow"] = "What does the meter show?",
        ["whatDoesDisplayShow"] = "What does the display show?",
        ["reasonStandsBelowWhat"] = "The reason stands below. What is drawn is the reading from before that change.",
        ["setMeterHzBlack"] =
            "Set the meter to Hz, black lead to the sensor's ground, red lead to the signal wire, key on. The frequency alone gives the blend; a meter that shows pulse "
            + "width gives the fuel temperature too. Keep leads away from ignition parts and anything that turns; the maker's manual has the pin.",
        ["recordedLevelNoWhole"] = "The recorded level: no whole period.",
        ["switchedHalfWay"] = "If blank: half way between {low} and {high} V.",
        ["drawnWave"] = "A square wave of {period} milliseconds period, low for {low} milliseconds.",
    };
}
