using HazyGauge.Core.Findings;
using HazyGauge.Core.Plumbing.Chains;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Plumbing.Hoses;

/// <summary>A gap that hose has to span.</summary>
/// <param name="GapMm">From one open end to the other, mm.</param>
/// <param name="EndInsertionMm">What the fitting at each end takes of it, mm: from the open end to where the hose comes to rest on it.</param>
/// <param name="BendRadiusMm">Radius the room leaves the hose where it bends most, mm to its middle; left out, it lies straight.</param>
/// <param name="MinBendRadiusMm">Tightest bend of the hose, mm to its middle.</param>
/// <param name="SensorLengthMm">Length of a sensor in the middle with the fittings on it, mm; left out, there is none.</param>
public sealed record HoseLengthQuery(double GapMm, IReadOnlyList<double>? EndInsertionMm, double MinBendRadiusMm, double? BendRadiusMm = null, double? SensorLengthMm = null)
{
    /// <summary>What to cut.</summary>
    /// <exception cref="RefusedInputException">Something cannot be.</exception>
    public HoseLengthResult Answer()
    {
        var check = new InputCheck()
            .Within(GapMm, 0, 100_000, "gapMm", "The gap", Unit.Millimetre)
            .Within(SensorLengthMm, 0, 10_000, "sensorLengthMm", "The length of the sensor", Unit.Millimetre)
            .Within(BendRadiusMm, 1, 100_000, "bendRadiusMm", "The bend", Unit.Millimetre)
            .Within(MinBendRadiusMm, 1, 10_000, "minBendRadiusMm", "The tightest bend of the hose", Unit.Millimetre);
        if (EndInsertionMm is not { Count: 2 } ends)
        {
            check.Refuse("endInsertionMm", "Give two numbers: what the fitting at each end takes of the gap.");
        }
        else
        {
            check
                .Within(ends[0], 0, 10_000, "endInsertionMm[0]", "What an end takes", Unit.Millimetre)
                .Within(ends[1], 0, 10_000, "endInsertionMm[1]", "What an end takes", Unit.Millimetre);
        }

        check.ThrowIfAny();
        return HoseRuns.Of(GapMm - EndInsertionMm![0] - EndInsertionMm[1] - (SensorLengthMm ?? 0), SensorLengthMm is null ? 1 : 2, MinBendRadiusMm, BendRadiusMm);
    }
}

/// <summary>What to cut.</summary>
/// <param name="CutsMm">The pieces, mm: one, or one on each side of a sensor.</param>
/// <param name="LoopNeeded">True where the hose has to make a loop: the room is too tight for its bend, or the parts alone are as long as the gap.</param>
/// <param name="LoopMm">What the loop takes, mm; 0 without one. It is in the pieces.</param>
/// <param name="Why">Why a loop; null without one.</param>
public sealed record HoseLengthResult(IReadOnlyList<double> CutsMm, bool LoopNeeded, double LoopMm, Sentence? Why);

/// <summary>How long hose has to be.</summary>
internal static class HoseRuns
{
    /// <summary>The pieces for a run.</summary>
    /// <param name="freeMm">What the hose has to span, mm; less than 0 where the parts are longer than the gap.</param>
    /// <param name="pieces">Pieces it comes in.</param>
    /// <param name="minBendMm">Its tightest bend, mm.</param>
    /// <param name="roomMm">The bend the room leaves, mm; null where it lies straight.</param>
    public static HoseLengthResult Of(double freeMm, int pieces, double minBendMm, double? roomMm)
    {
        var whole = ChainRules.NeededMm(freeMm, pieces, minBendMm, roomMm, out var isLoop);
        if (!isLoop)
        {
            return new([.. Enumerable.Repeat(freeMm / pieces, pieces)], false, 0, null);
        }

        var turn = ChainRules.LoopMm(minBendMm);
        return new(
            [.. Enumerable.Repeat(whole / pieces, pieces)],
            true,
            turn,
            freeMm < pieces * ChainRules.ShortestHoseMm
                ? Sentence.Of($"The parts take the whole gap, so the hose makes a loop of {Say.Mm(turn)}.")
                : Sentence.Of(
                    $"The room leaves a bend of {Say.Mm(roomMm!.Value)} and the hose takes no less than {Say.Mm(minBendMm)}: lead it round in a loop of {Say.Mm(turn)}, "
                        + $"or take an angled end."
                )
        );
    }
}
