using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Plumbing.Flow;

/// <summary>An element of a line with its sizes, ready to be calculated.</summary>
/// <typeparam name="T">Exact or hazy numbers.</typeparam>
/// <param name="Kind">Anything but branches.</param>
/// <param name="BoreMm">Bore, mm.</param>
/// <param name="LengthMm">Length along its middle, mm.</param>
/// <param name="RoughnessMm">Roughness, mm.</param>
/// <param name="AngleDeg">Angle it turns, degrees.</param>
/// <param name="BesideMm">Bore before and behind it, mm.</param>
internal readonly record struct ElementFlow<T>(FlowElementKind Kind, T BoreMm, T LengthMm, T RoughnessMm, T AngleDeg, T BesideMm)
    where T : struct, IRealNumber<T>
{
    /// <summary>An element that passed the checks, its numbers read by a function.</summary>
    public static ElementFlow<T> Of(FlowElement element, Func<Hazy, T> read) =>
        element.Kind switch
        {
            FlowElementKind.Hose => new(
                element.Kind,
                read(element.InnerDiameterMm!.Value),
                read(element.LengthMm!.Value),
                read(element.Roughness),
                0.0,
                read(element.InnerDiameterMm.Value)
            ),
            FlowElementKind.Sensor => new(element.Kind, read(element.BoreMm!.Value), read(element.LengthMm!.Value), read(element.Roughness), 0.0, read(element.UpstreamMm!.Value)),
            FlowElementKind.Step => new(element.Kind, read(element.InnerDiameterMm!.Value), 0.0, 0.0, 0.0, read(element.UpstreamMm!.Value)),
            _ => new(
                element.Kind,
                read(element.InnerDiameterMm!.Value),
                read(element.RadiusMm!.Value) * read(element.AngleDeg!.Value) * (Math.PI / 180),
                read(element.Roughness),
                read(element.AngleDeg.Value),
                read(element.InnerDiameterMm.Value)
            ),
        };

    /// <summary>What happens in it at a flow.</summary>
    public BoreFlow<T> At(FlowingFuel<T> fuel, T flowLph)
    {
        var friction = PipeFlow.Through(fuel, flowLph, BoreMm, LengthMm, RoughnessMm);
        return Kind switch
        {
            FlowElementKind.Bend when AngleDeg.Value > 0 => Plus(
                friction,
                MinorLosses.Bend(AngleDeg, LengthMm / (AngleDeg * (Math.PI / 180)) / BoreMm) * PipeFlow.DynamicKpa(fuel, friction.VelocityMS)
            ),
            FlowElementKind.Sensor => Plus(friction, StepKpa(fuel, flowLph, (narrowing, widening) => narrowing + widening)),
            FlowElementKind.Step => Plus(friction, StepKpa(fuel, flowLph, BoreMm.Value < BesideMm.Value ? (narrowing, _) => narrowing : (_, widening) => widening)),
            _ => friction,
        };
    }

    // Both are of the velocity in the narrower of the two bores.
    private T StepKpa(FlowingFuel<T> fuel, T flowLph, Func<T, T, T> which)
    {
        var (narrow, wide) = BoreMm.Value <= BesideMm.Value ? (BoreMm, BesideMm) : (BesideMm, BoreMm);
        var areas = narrow * narrow / (wide * wide);
        return which(MinorLosses.Narrowing(areas), MinorLosses.Widening(areas)) * PipeFlow.DynamicKpa(fuel, PipeFlow.VelocityMS(flowLph, narrow));
    }

    private static BoreFlow<T> Plus(BoreFlow<T> flow, T kpa) => flow with { DropKpa = flow.DropKpa + kpa };
}
