using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Plumbing.Flow;

/// <summary>Losses where a line turns, narrows or widens, as multiples of the dynamic pressure.</summary>
public static class MinorLosses
{
    /// <summary>
    /// A smooth bend, without the friction along it: A(angle) B(radius / bore) by Idelchik, Handbook of Hydraulic Resistance, diagram 6-1 (from memory), of the
    /// velocity in it. B = 0.21 / sqrt(R/D), below R = D 0.21 (R/D)^-2.5.
    /// </summary>
    /// <param name="angleDeg">Angle it turns, degrees.</param>
    /// <param name="radiusOverBore">Radius of its middle over its bore.</param>
    public static T Bend<T>(T angleDeg, T radiusOverBore)
        where T : struct, IRealNumber<T> => OfAngle(angleDeg) * 0.21 * RealNumber.Pow(radiusOverBore, radiusOverBore.Value < 1 ? -2.5 : -0.5);

    /// <summary>A bore that suddenly narrows: 0.5 (1 - a), a the smaller area over the larger (handbooks, from memory), of the velocity in the narrow bore.</summary>
    public static T Narrowing<T>(T areaRatio)
        where T : struct, IRealNumber<T> => 0.5 * (1 - areaRatio);

    /// <summary>A bore that suddenly widens: (1 - a)^2 (Borda and Carnot), of the velocity in the narrow bore.</summary>
    public static T Widening<T>(T areaRatio)
        where T : struct, IRealNumber<T> => (1 - areaRatio) * (1 - areaRatio);

    // 0.9 sin up to 70 degrees, 1 at 90, 0.7 + 0.35 angle/90 from 100; straight between them.
    private static T OfAngle<T>(T angleDeg)
        where T : struct, IRealNumber<T>
    {
        const double Radian = Math.PI / 180;
        var angle = angleDeg.Value;
        if (angle <= 70)
        {
            return angleDeg.Through(0.9 * Math.Sin(angle * Radian), 0.9 * Radian * Math.Cos(angle * Radian));
        }

        double at70 = 0.9 * Math.Sin(70 * Radian),
            at100 = 0.7 + (0.35 * 100 / 90);
        var (from, value, slope) =
            angle <= 90 ? (70, at70, (1 - at70) / 20)
            : angle <= 100 ? (90, 1, (at100 - 1) / 10)
            : (100, at100, 0.35 / 90);
        return angleDeg.Through(value + (slope * (angle - from)), slope);
    }
}
