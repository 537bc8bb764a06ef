using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.FuelSystem;

/// <summary>What is done to a fuel system, in words.</summary>
internal static class ChangeWords
{
    /// <summary>All of it inside a sentence: "injectors of 740 cm3/min and one pump of 200 L/h".</summary>
    public static Sentence Inside(CapacityChange change)
    {
        var lines = Lines(change).Select(l => l.What.Inside()).ToList();
        return lines.Count <= 1
            ? lines.SingleOrDefault() ?? Sentence.Empty
            : Sentence.Of($"{lines.SkipLast(1).Aggregate((all, next) => Sentence.Of($"{all}, {next}"))} and {lines[^1]}");
    }

    /// <summary>What is done, one line each, with its name in a plan.</summary>
    public static IEnumerable<(string Key, Sentence What)> Lines(CapacityChange change)
    {
        if (change.RatedFlowCcMin is { } flow)
        {
            yield return ("ratedFlowCcMin", Sentence.Of($"Injectors of {Say.CcPerMin(flow)}"));
        }

        if (change.BaseRiseKpa is { } rise)
        {
            yield return ("baseRiseKpa", Sentence.Of($"Base pressure raised by {Say.Kpa(rise)}"));
        }

        if (change.PumpCount is { } pumps)
        {
            yield return ("pumpCount", pumps == 1 ? "One pump" : Sentence.Of($"{pumps} pumps in parallel"));
        }

        if (change.PumpFlowLph is { } larger)
        {
            yield return ("pumpFlowLph", Sentence.Of($"One pump of {Say.Lph(larger)}"));
        }

        if (change.DirectInjectorGPerS is { } direct)
        {
            yield return ("directInjectorGPerS", Sentence.Of($"Direct injectors of {Say.Given(direct, Unit.GPerS)}"));
        }

        if (change.HighPressurePumpCcPerCamRev is { } cc)
        {
            yield return ("highPressurePumpCcPerCamRev", Sentence.Of($"High-pressure pump of {Say.Given(cc, Unit.CcPerRev)}"));
        }

        if (change.AddedPorts is { } added)
        {
            yield return ("addedPorts", Sentence.Of($"{added.Count} injectors of {Say.CcPerMin(added.RatedFlowCcMin)} added in the ports"));
        }

        if (change.PortSharePct is { } share)
        {
            yield return ("portSharePct", Sentence.Of($"{share} % of the fuel through the ports"));
        }
    }
}
