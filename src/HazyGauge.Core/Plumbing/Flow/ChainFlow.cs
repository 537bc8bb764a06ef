using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Plumbing.Flow;

/// <summary>A chain of parts as fuel flows through it.</summary>
internal static class ChainFlow
{
    /// <summary>The parts, with the changes of bore between them and at both ends of the line.</summary>
    /// <param name="parts">The parts, in order.</param>
    /// <param name="hoseMm">Hose that runs free in all of them, mm; null for as much as they are.</param>
    /// <param name="lineBoreMm">Bore of the line they go into, mm.</param>
    public static IReadOnlyList<FlowElement> Of(IReadOnlyList<FittingPart> parts, double? hoseMm, Hazy lineBoreMm)
    {
        var all = parts.Where(p => p.IsHose).Sum(p => p.LengthMm);
        var share = hoseMm is { } free && all > 0 ? free / all : 1;
        var elements = new List<FlowElement>();
        var before = lineBoreMm;
        foreach (var part in parts)
        {
            elements.Add(Step(before, part.BoreMm));
            elements.Add(
                part.AngleDeg is > 0 and var angle
                    ? new(FlowElementKind.Bend)
                    {
                        InnerDiameterMm = part.BoreMm,
                        AngleDeg = angle,
                        RadiusMm = part.BoreMm,
                    }
                    : Straight(part.BoreMm, part.IsHose ? share * part.LengthMm : part.LengthMm)
            );
            before = part.BoreMm;
        }

        return [.. elements, Step(before, lineBoreMm)];
    }

    /// <summary>A straight bore.</summary>
    public static FlowElement Straight(Hazy boreMm, Hazy lengthMm) => new(FlowElementKind.Hose) { InnerDiameterMm = boreMm, LengthMm = lengthMm };

    /// <summary>A change of bore.</summary>
    public static FlowElement Step(Hazy fromMm, Hazy toMm) => new(FlowElementKind.Step) { UpstreamMm = fromMm, InnerDiameterMm = toMm };

    /// <summary>What the parts hold, mL.</summary>
    /// <param name="parts">The parts.</param>
    /// <param name="hoseMm">Hose that runs free in all of them, mm; null for as much as they are.</param>
    public static Hazy MlOf(IReadOnlyList<FittingPart> parts, double? hoseMm)
    {
        var all = parts.Where(p => p.IsHose).Sum(p => p.LengthMm);
        var share = hoseMm is { } free && all > 0 ? free / all : 1;
        return parts.Aggregate((Hazy)0.0, (sum, p) => sum + Ml(p.BoreMm, p.IsHose ? share * p.LengthMm : p.LengthMm));
    }

    /// <summary>What a straight bore holds, mL.</summary>
    public static Hazy Ml(Hazy boreMm, Hazy lengthMm) => Math.PI / 4 * boreMm * boreMm * lengthMm / 1000;
}
