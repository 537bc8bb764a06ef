namespace HazyGauge.Core.Compensation;

/// <summary>How the controller models its injectors: what the open time must follow when the fuel changes.</summary>
public enum Metering
{
    /// <summary>The controller corrects density itself: open time follows the needed mass.</summary>
    Mass,

    /// <summary>An orifice at constant pressure drop: mass flow goes with the square root of density. The physical default for a solenoid injector.</summary>
    Orifice,

    /// <summary>Positive displacement: mass goes with density.</summary>
    Volume,
}

/// <summary>What the three schools make of a density ratio.</summary>
public static class MeteringSchools
{
    /// <summary>All three, in the order of their factors.</summary>
    public static readonly IReadOnlyList<Metering> All = [Metering.Mass, Metering.Orifice, Metering.Volume];

    /// <summary>The share of a density ratio rho(before)/rho(after) that open time must follow: 1, its square root, or all of it.</summary>
    public static T DensityShare<T>(this Metering school, T densityRatio)
        where T : struct, Haze.IRealNumber<T> =>
        school switch
        {
            Metering.Mass => 1.0,
            Metering.Orifice => Haze.RealNumber.Sqrt(densityRatio),
            Metering.Volume => densityRatio,
            _ => throw new ArgumentOutOfRangeException(nameof(school), school, "Not a metering school."),
        };

    /// <summary>The school in words, to end the sentence "the controller meters ...".</summary>
    public static string InWords(this Metering school) =>
        school switch
        {
            Metering.Mass => "by mass",
            Metering.Orifice => "as an orifice at constant pressure drop",
            Metering.Volume => "by volume",
            _ => throw new ArgumentOutOfRangeException(nameof(school), school, "Not a metering school."),
        };
}
