using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Stations.Compensate;

/// <summary>How the fueling is seen with the instruments there are: nobody is sent to log what he cannot measure.</summary>
internal static class LogWords
{
    // How far trims may have moved, points (common practice, no source).
    private const double TrimsWithin = 5;

    /// <summary>What to do on the road or the dynamometer.</summary>
    public static Sentence How(InstrumentsAtHand atHand) =>
        atHand.Allow(Instrument.Wideband) ? "Log lambda at idle, at steady speed and at full load, gently first."
        : atHand.Allow(Instrument.DiagnosticReader)
            ? Sentence.Of(
                $"Log the fuel trims with the diagnostic reader, warm and at steady speed: they must stay within {TrimsWithin:0} points of where they were on the map's "
                    + $"fuel. Full load they do not show: borrow a wideband lambda probe for it, or have it logged."
            )
        : "Nothing at hand shows lambda: borrow a wideband lambda probe, or have it logged on a dynamometer. Until then the fueling is not proven.";

    /// <summary>The same as a short command.</summary>
    public static Sentence Command(InstrumentsAtHand atHand, string before) =>
        atHand.Allow(Instrument.Wideband) ? $"{before}log lambda."
        : atHand.Allow(Instrument.DiagnosticReader) ? $"{before}log the fuel trims."
        : $"{before}have lambda logged.";
}
