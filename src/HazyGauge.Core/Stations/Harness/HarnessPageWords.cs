namespace HazyGauge.Core.Stations.Harness;

/// <summary>What Harness's page says beside its results: hints, empty places, what a drawing shows. Where a number stands, its name stands in braces.</summary>
internal static class HarnessPageWords
{
    /// <summary>The sentences by their names.</summary>
    public static readonly IReadOnlyDictionary<string, string> All = new Dictionary<string, string>(StringComparer.Ordinal)
    {
        ["notProvenYet"] = "Not proven yet.",
        ["commonNotSeenLive"] = "Connect nothing to it yet: see battery on it first, key on.",
        ["batteryDisconnectedAllInjector"] = "Battery disconnected, all injector plugs off, each held the same way up. Meter on continuity.",
        ["highLowNotInterchangeable"] = "High and low are not interchangeable: measure both to ground, bus awake. Keep the pair twisted.",
        ["highLowWhereThey"] = "High and low are where they belong.",
        ["highLowDoNot"] = "High and low do not fit.",
        ["beforeYouStart"] = "Before you start.",
        ["pinsChannelsDidSomething"] = "Pins and channels that did something else before, and how to put them back.",
        ["nothingCanCheckedWhat"] = "Nothing can be checked with what is at hand.",
        ["readNumbersMoldedCorners"] = "Read the numbers molded at the corners, and count from them. Never go by a wire's color: colors differ by year and option.",
        ["terminalSeatedWhenClicked"] = "A terminal is seated when it clicked, its lock is closed, it held a tug, and a reading came through.",
        ["pullUpInsideEnough"] = "The pull-up inside is enough: leave the harness without one.",
        ["nothingUntilPullUp"] = "Nothing, until a pull-up is known: the sensor can only pull low.",
        ["lookThemUpMakers"] = "Look them up in the makers' papers. Left out: one for each user, with the usual thresholds.",
        ["controllerCanTellBroken"] = "The controller can tell a broken wire.",
        ["controllerCannotTellEvery"] = "The controller cannot tell every broken wire from fuel.",
        ["switchedLiveKeyWhile"] = "Switched: live with the key, and while cranking",
        ["constantLiveKeyOff"] = "Constant: live with the key off too",
        ["fourReadingsSlotSay"] = "Four readings at the slot say what it is: battery, key off, key on, cranking.",
        ["nothingDrawnKeyOff"] = "Nothing is drawn with the key off, as far as is known.",
    };
}
