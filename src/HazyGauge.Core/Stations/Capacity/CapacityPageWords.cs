namespace HazyGauge.Core.Stations.Capacity;

/// <summary>What Capacity's page says beside its results: hints, empty places, what a drawing shows. Where a number stands, its name stands in braces.</summary>
internal static class CapacityPageWords
{
    /// <summary>The sentences by their names.</summary>
    public static readonly IReadOnlyDictionary<string, string> All = new Dictionary<string, string>(StringComparer.Ordinal)
    {
        ["filledSupportedFadingOut"] = "Filled: supported, fading out over its haze (how far off it may be). Press or drag to move the wanted point.",
        ["nothingSurveyedYetEvery"] = "Nothing is surveyed yet; every figure but those given here would be a guess.",
        ["calculatedOnceKindFuel"] = "Calculated once the kind of fuel system or the power is known, or the drive below.",
        ["manifoldAmbientTripHas"] = "With the manifold at ambient; the trip has to rise with boost as the regulator does.",
        ["dashedMarkLimit"] = "The dashed mark is the limit.",
        ["notEnoughItself"] = "Not enough by itself.",
        ["readFuelSTemperature"] = "Read the fuel's temperature every ten minutes over an hour, pumps as on a hard drive.",
        ["drawnReach"] = "The system supports {onE0} on E0 and {onE100} on E100.",
        ["drawnEnvelope"] = "Power against ethanol. {reach} Wanted: E{blend} at {power}.",
        ["drawnHeating"] = "Fuel temperature over {minutes} minutes: from {from} to {to}; it begins to boil at {boilsAt}.",
    };
}
