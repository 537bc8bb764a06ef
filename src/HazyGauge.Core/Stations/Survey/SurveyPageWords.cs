namespace HazyGauge.Core.Stations.Survey;

/// <summary>What Survey's page says beside its results: hints, empty places, what a drawing shows. Where a number stands, its name stands in braces.</summary>
internal static class SurveyPageWords
{
    /// <summary>The sentences by their names.</summary>
    public static readonly IReadOnlyDictionary<string, string> All = new Dictionary<string, string>(StringComparer.Ordinal)
    {
        ["givePowerLeastDisplacement"] = "Give the power, or at least the displacement.",
        ["dashedMarkLimitTypical"] = "The dashed mark is the limit. Typical figures stand in for what is not known; Capacity says what would help.",
        ["typicalFiguresTheirTolerance"] = "Typical figures with their tolerance: change each as soon as you have looked.",
        ["lookAtThis"] = "Look at this.",
        ["nothingSaidShopYet"] = "Nothing is said of the shop yet: every check is offered.",
        ["giveYourInitialsBar"] = "Give your initials in the bar below first.",
        ["oneAnswerDoesNot"] = "One answer does not fit yet.",
        ["meterRecordingHandToday"] = "With a meter or a recording at hand, today's fuel factor does not wait for the survey. Buy no parts before it.",
        ["nothingEverythingMattersKnown"] = "Nothing. Everything that matters is known.",
    };
}
