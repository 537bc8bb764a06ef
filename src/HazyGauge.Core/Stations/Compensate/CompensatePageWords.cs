namespace HazyGauge.Core.Stations.Compensate;

/// <summary>What Compensate's page says beside its results: hints, empty places, what a drawing shows. Where a number stands, its name stands in braces.</summary>
internal static class CompensatePageWords
{
    /// <summary>The sentences by their names.</summary>
    public static readonly IReadOnlyDictionary<string, string> All = new Dictionary<string, string>(StringComparer.Ordinal)
    {
        ["factorCorrectedWarmerColder"] = "With it, the factor is corrected for warmer or colder fuel.",
        ["countsOnceSensorGives"] = "It counts once the sensor gives a fuel temperature.",
        ["rowBelowStandsWithout"] = "The row below stands without a reading; the factor for today's fuel does not.",
        ["whatSaidBelowStands"] = "What is said below stands without a reading; what today's fuel needs does not.",
        ["twoLoggedFillsSettle"] = "Two logged fills settle it.",
        ["fuelFlowsOnlyWhile"] = "Fuel flows only while the injector is open: pulse minus dead time. Give both to see it on one pulse.",
        ["numbersOnlySpacesBetween"] = "Numbers only, with spaces between them, like 0 10 30 50 75 100.",
        ["untilFileIn"] = "Give the limit of the trims to see which fuel may be driven while the sensor is in and the file is not.",
        ["heldZero"] = "Held at zero.",
        ["addSparkOnlyAfter"] = "Add spark only after a log proves the fueling: a lean engine with more spark knocks, and knock breaks pistons. Then at most:",
        ["nameBlendEachMap"] = "Name the blend each map was made on and the spark between them; a map copied from an E85 tune knocks on gasoline.",
        ["drawnFactor"] = "The fuel factor rises from {from} at E0 to {to} at E100.",
        ["drawnFactorNow"] = "At E{blend} it is {factor}.",
        ["deadTimeBack"] = "open, and the dead time added back.",
        ["stretchedWhole"] = "An extender that stretches whole pulses does just that.",
        ["drawnPulse"] = "Dead time {dead} ms, then open for {base} ms on the base blend and {now} ms now.",
        ["drawnSpark"] = "Spark addition from {from} degrees at E0 to {to} at E100; {cautious} at the cautious end of the reading.",
    };
}
