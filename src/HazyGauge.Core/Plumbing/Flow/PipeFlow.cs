using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Plumbing.Flow;

/// <summary>How fuel flows.</summary>
public enum FlowRegime
{
    /// <summary>In layers, up to a Reynolds number of 2000.</summary>
    Laminar,

    /// <summary>Either way, nobody knows which: 2000 to 4200.</summary>
    Transition,

    /// <summary>In eddies, from 4200.</summary>
    Turbulent,
}

/// <summary>The fuel as it flows.</summary>
/// <typeparam name="T">Exact or hazy numbers.</typeparam>
/// <param name="DensityKgM3">Density, kg/m3.</param>
/// <param name="ViscosityMPaS">Dynamic viscosity, mPa s.</param>
/// <param name="EitherWay">Which law holds where both may, from -1 (laminar) to 1 (turbulent): 0, with all of that as haze.</param>
public sealed record FlowingFuel<T>(T DensityKgM3, T ViscosityMPaS, T EitherWay)
    where T : struct, IRealNumber<T>;

/// <summary>What happens in a bore.</summary>
/// <typeparam name="T">Exact or hazy numbers.</typeparam>
/// <param name="DropKpa">Pressure lost, kPa.</param>
/// <param name="VelocityMS">Mean velocity, m/s.</param>
/// <param name="Reynolds">Reynolds number.</param>
public readonly record struct BoreFlow<T>(T DropKpa, T VelocityMS, T Reynolds)
    where T : struct, IRealNumber<T>
{
    /// <summary>How it flows there, as far as the best estimate goes.</summary>
    public FlowRegime Regime => PipeFlow.RegimeAt(Reynolds.Value);
}

/// <summary>
/// Friction of a full bore by Darcy and Weisbach: loss = f L/D rho v^2/2. Laminar f = 64/Re (Hagen and Poiseuille); turbulent f by Colebrook and White (1939),
/// 1/sqrt(f) = -2 log10(e/(3.7 D) + 2.51/(Re sqrt(f))). Between Re 2000 and 4200 neither is sure: the middle of both, and all of both as haze.
/// </summary>
public static class PipeFlow
{
    /// <summary>Reynolds number up to which flow is laminar.</summary>
    public const double LaminarTo = 2000;

    /// <summary>Reynolds number from which flow is turbulent.</summary>
    public const double TurbulentFrom = 4200;

    /// <summary>How it flows at a Reynolds number.</summary>
    public static FlowRegime RegimeAt(double reynolds) =>
        reynolds <= LaminarTo ? FlowRegime.Laminar
        : reynolds < TurbulentFrom ? FlowRegime.Transition
        : FlowRegime.Turbulent;

    /// <summary>Friction in a straight bore.</summary>
    /// <param name="fuel">The fuel.</param>
    /// <param name="flowLph">Flow, L/h, 0 or more.</param>
    /// <param name="boreMm">Bore, mm.</param>
    /// <param name="lengthMm">Length, mm.</param>
    /// <param name="roughnessMm">Roughness of its wall, mm.</param>
    public static BoreFlow<T> Through<T>(FlowingFuel<T> fuel, T flowLph, T boreMm, T lengthMm, T roughnessMm)
        where T : struct, IRealNumber<T>
    {
        var (velocity, reynolds) = (VelocityMS(flowLph, boreMm), Reynolds(fuel, flowLph, boreMm));

        // 32 mu L v / D^2, with mPa s, mm and m/s: the same as 64/Re, and right at rest too.
        var laminar = 32e-3 * fuel.ViscosityMPaS * lengthMm * velocity / (boreMm * boreMm);
        var (value, half) = (reynolds.Value, HalfWidth(reynolds));
        if (value + half <= LaminarTo)
        {
            return new(laminar, velocity, reynolds);
        }

        // Below the band the law of eddies means nothing; only how far it may lie off at its edge counts, as doubt.
        T eddying = value < LaminarTo ? LaminarTo : reynolds;
        var turbulent = ColebrookWhite(eddying, roughnessMm / boreMm) * (lengthMm / boreMm) * DynamicKpa(fuel, velocity);
        if (value - half >= TurbulentFrom)
        {
            return new(turbulent, velocity, reynolds);
        }

        // Where only the haze of the Reynolds number reaches into the middle, the value stays what its own law says, and the doubt about the law comes on top.
        var doubt = fuel.EitherWay * ((turbulent.Value - laminar.Value) / 2);
        var own = RegimeAt(value) switch
        {
            FlowRegime.Laminar => laminar,
            FlowRegime.Turbulent => turbulent,
            _ => (laminar + turbulent) / 2,
        };
        return new(own + doubt, velocity, reynolds);
    }

    /// <summary>Mean velocity, m/s.</summary>
    public static T VelocityMS<T>(T flowLph, T boreMm)
        where T : struct, IRealNumber<T> => flowLph / 3.6 / (Math.PI / 4 * boreMm * boreMm);

    /// <summary>Reynolds number.</summary>
    public static T Reynolds<T>(FlowingFuel<T> fuel, T flowLph, T boreMm)
        where T : struct, IRealNumber<T> => fuel.DensityKgM3 * VelocityMS(flowLph, boreMm) * boreMm / fuel.ViscosityMPaS;

    /// <summary>Dynamic pressure, kPa.</summary>
    public static T DynamicKpa<T>(FlowingFuel<T> fuel, T velocityMS)
        where T : struct, IRealNumber<T> => fuel.DensityKgM3 * velocityMS * velocityMS / 2000;

    /// <summary>Friction factor of turbulent flow by Colebrook and White. The root is found exactly; its haze follows from the slopes of the law (implicit
    /// differentiation).</summary>
    /// <param name="reynolds">Reynolds number, above 0.</param>
    /// <param name="relativeRoughness">Roughness over bore.</param>
    public static T ColebrookWhite<T>(T reynolds, T relativeRoughness)
        where T : struct, IRealNumber<T>
    {
        const int Rounds = 30;
        var (re, rough) = (reynolds.Value, relativeRoughness.Value);
        double Inside(double x) => (rough / 3.7) + (2.51 * x / re);

        // From anywhere: each round leaves less than a fifth of the error.
        var x = 1.0;
        for (var i = 0; i < Rounds; i++)
        {
            x = -2 * Math.Log10(Inside(x));
        }

        var step = 2 / (Math.Log(10) * Inside(x));
        var ofX = 1 + (step * 2.51 / re);
        T root = reynolds.Through(x, step * 2.51 * x / (re * re) / ofX) + ((relativeRoughness - rough) * (-step / 3.7 / ofX));
        return 1 / (root * root);
    }

    private static double HalfWidth<T>(T number)
        where T : struct, IRealNumber<T> => number is Hazy hazy ? Interval95.HalfWidth(hazy) : 0;
}
