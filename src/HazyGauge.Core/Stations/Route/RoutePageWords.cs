namespace HazyGauge.Core.Stations.Route;

/// <summary>What Route's page says beside its results: hints, empty places, what a drawing shows. Where a number stands, its name stands in braces.</summary>
internal static class RoutePageWords
{
    /// <summary>The sentences by their names.</summary>
    public static readonly IReadOnlyDictionary<string, string> All = new Dictionary<string, string>(StringComparer.Ordinal)
    {
        ["thoseShipUsualSizes"] = "Those that ship are usual sizes with rough prices: put your own in their place.",
        ["choosePartMoveSwap"] = "Choose a part to move, swap or remove it; or drag it to another place. With the keyboard: Alt and an arrow moves it, Delete takes it out.",
        ["whatStaysCarWhen"] = "What stays on the car when the joint is pulled apart.",
        ["n0JointPulledApart"] = "0 for a joint that is pulled apart and stays where it is.",
        ["whereLineHasTurn"] = "Where the line has to turn. Left free, hose takes the turns.",
        ["withoutCutGoesBack"] = "Without a cut it goes back as it was.",
        ["ifNoneNamedThose"] = "If none is named: those of the chain.",
        ["measureBothSidesSensor"] = "Measure both sides of the sensor: then the lengths to cut stand here.",
        ["thereNoHoseChain"] = "There is no hose in the chain.",
        ["oncePartsChosenEvery"] = "Once parts are chosen, every joint stands here with its number.",
        ["canLeakTooLike"] = "It can leak too, like a union at the filter.",
        ["nameBothEndsGap"] = "Name both ends and the gap: then the three best chains of the catalog stand here.",
        ["noChainCatalogFits"] = "No chain of the catalog fits.",
        ["lettersDigitsDashesKnown"] = "Letters, digits and dashes. A known code changes that part.",
        ["printStandardOrSheet"] = "Its print, its maker's sheet, or the standard it names.",
        ["codeNameBothEnds"] = "Code, name, both ends, bore, length and cost are needed.",
        ["nothingSurveyedYetReturn"] = "Nothing is surveyed yet: return line, joints and pump decide where the sensor goes.",
    };
}
