using HazyGauge.Core.Fields;

namespace HazyGauge.Core.Fuels;

/// <summary>
/// The class of the season as supplier or delivery note name it. Two standards use the same letters for different fuels, so each class has its standard
/// in its name. A class is one of the finished fuel, with whatever ethanol is in it.
/// </summary>
public enum VolatilityClass
{
    /// <summary>ASTM D4814, AA: at most 54 kPa.</summary>
    D4814Aa,

    /// <summary>ASTM D4814, A: at most 62 kPa.</summary>
    D4814A,

    /// <summary>ASTM D4814, B: at most 69 kPa.</summary>
    D4814B,

    /// <summary>ASTM D4814, C: at most 79 kPa.</summary>
    D4814C,

    /// <summary>ASTM D4814, D: at most 93 kPa.</summary>
    D4814D,

    /// <summary>ASTM D4814, E: at most 103 kPa.</summary>
    D4814E,

    /// <summary>EN 228, A: 45 to 60 kPa.</summary>
    En228A,

    /// <summary>EN 228, B: 45 to 70 kPa.</summary>
    En228B,

    /// <summary>EN 228, C or C1: 50 to 80 kPa.</summary>
    En228C,

    /// <summary>EN 228, D or D1: 60 to 90 kPa.</summary>
    En228D,

    /// <summary>EN 228, E or E1: 65 to 95 kPa.</summary>
    En228E,

    /// <summary>EN 228, F or F1: 70 to 100 kPa.</summary>
    En228F,
}

/// <summary>What a class says about the Reid pressure of the finished fuel.</summary>
public static class VolatilityClasses
{
    // Where a class has an upper limit only, fuel stands under it by up to a fifth, and over it by as much as ethanol is allowed to add (common practice, no source).
    private const double LeastOfLimit = 0.8;
    private const double MostOfLimit = 1.04;

    /// <summary>What there is to choose from.</summary>
    public static IReadOnlyList<FieldChoice> Choices { get; } =
    [
        Of(VolatilityClass.D4814Aa, "AA"),
        Of(VolatilityClass.D4814A, "A"),
        Of(VolatilityClass.D4814B, "B"),
        Of(VolatilityClass.D4814C, "C"),
        Of(VolatilityClass.D4814D, "D"),
        Of(VolatilityClass.D4814E, "E"),
        Of(VolatilityClass.En228A, "A"),
        Of(VolatilityClass.En228B, "B"),
        Of(VolatilityClass.En228C, "C"),
        Of(VolatilityClass.En228D, "D"),
        Of(VolatilityClass.En228E, "E"),
        Of(VolatilityClass.En228F, "F"),
    ];

    /// <summary>Reid pressure (DVPE) between which a finished fuel of a class stands, kPa (limits of ASTM D4814 and EN 228, from memory).</summary>
    public static (double Least, double Most) FinishedKpa(VolatilityClass of) =>
        of switch
        {
            VolatilityClass.D4814Aa => Under(54),
            VolatilityClass.D4814A => Under(62),
            VolatilityClass.D4814B => Under(69),
            VolatilityClass.D4814C => Under(79),
            VolatilityClass.D4814D => Under(93),
            VolatilityClass.D4814E => Under(103),
            VolatilityClass.En228A => (45, 60),
            VolatilityClass.En228B => (45, 70),
            VolatilityClass.En228C => (50, 80),
            VolatilityClass.En228D => (60, 90),
            VolatilityClass.En228E => (65, 95),
            VolatilityClass.En228F => (70, 100),
            _ => throw new ArgumentOutOfRangeException(nameof(of), of, null),
        };

    private static (double Least, double Most) Under(double limitKpa) => (LeastOfLimit * limitKpa, MostOfLimit * limitKpa);

    private static FieldChoice Of(VolatilityClass of, string letter) => FieldChoice.Of(of, $"{(of < VolatilityClass.En228A ? "ASTM D4814" : "EN 228")}, class {letter}");
}
