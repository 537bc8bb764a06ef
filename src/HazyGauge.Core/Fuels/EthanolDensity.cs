using HazyGauge.Core.Fields;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Fuels;

/// <summary>
/// Density of neat ethanol against temperature: the general formula of OIML R 22 (International alcoholometric tables) for a
/// mass fraction of ethanol of 1, valid from -20 to 40 C. Beyond, the formula's high powers run away (it is 9 kg/m3 low at the
/// boiling point), so it is continued by value, slope and curvature at the end of its range, with a haze that grows.
/// </summary>
public static class EthanolDensity
{
    /// <summary>Lowest temperature the formula is valid for, C.</summary>
    public const double ValidFromC = -20;

    /// <summary>Highest temperature the formula is valid for, C.</summary>
    public const double ValidToC = 40;

    private const double ReferenceC = 20;

    // OIML R 22, table of coefficients: A for the powers 0..11 of the mass fraction p at 20 C; B for the powers 1..6 of (t - 20);
    // C[i] for (t - 20)^(i+1) times the powers 1.. of p.
    private static readonly double[] A =
    [
        998.20123,
        -192.9769495,
        389.1238958,
        -1668.103923,
        13522.15441,
        -88292.78388,
        306287.4042,
        -613838.1234,
        747017.2998,
        -547846.1354,
        223446.0334,
        -39032.85426,
    ];

    private static readonly double[] B = [-0.20618513, -0.0052682542, 3.6130013e-5, -3.8957702e-7, 7.169354e-9, -9.9739231e-11];

    private static readonly double[][] C =
    [
        [
            0.1693443461530087,
            -10.46914743455169,
            71.96353469546523,
            -704.7478054272792,
            3924.090430035045,
            -12101.64659068747,
            22486.46550400788,
            -26055.62982188164,
            18523.73922069467,
            -7420.201433430137,
            1285.617841998974,
        ],
        [
            -0.01193013005057010,
            0.2517399633803461,
            -2.170575700536993,
            13.53034988843029,
            -50.29988758547014,
            109.6355666577570,
            -142.2753946421155,
            108.0435942856230,
            -44.14153236817392,
            7.442971530188783,
        ],
        [
            -6.802995733503803e-4,
            0.01876837790289664,
            -0.2002561813734156,
            1.022992966719220,
            -2.895696483903638,
            4.810060584300675,
            -4.672147440794683,
            2.458043105903461,
            -0.5411227621436812,
        ],
        [4.075376675622027e-6, -8.763058573471110e-6, 6.515031360099368e-6, -1.515784836987210e-6],
        [-2.788074354782409e-8, 1.345612883493354e-8],
    ];

    // With p = 1 the formula is one polynomial in (t - 20): every power of p is 1, so the coefficients of a power of (t - 20) add up.
    private static readonly double[] Polynomial = [A.Sum(), .. B.Select((b, i) => b + (i < C.Length ? C[i].Sum() : 0))];

    private static readonly double At15C = At<Exact>(15).Value;

    /// <summary>Density of neat ethanol, kg/m3, at a temperature in C.</summary>
    public static T At<T>(T tempC)
        where T : struct, IRealNumber<T>
    {
        var inside = Math.Clamp(tempC.Value, ValidFromC, ValidToC);
        var d = inside - ReferenceC;
        double value = 0,
            slope = 0,
            halfCurvature = 0;
        foreach (var coefficient in Polynomial.Reverse())
        {
            // Horner's scheme for the polynomial and its first two derivatives together.
            halfCurvature = (halfCurvature * d) + slope;
            slope = (slope * d) + value;
            value = (value * d) + coefficient;
        }

        var beyond = tempC.Value - inside;
        return tempC.Through(value + (beyond * (slope + (beyond * halfCurvature))), slope + (2 * beyond * halfCurvature));
    }

    /// <summary>Density at a temperature in C relative to the density at 15 C, for an ethanol whose own density at 15 C is known.</summary>
    public static T RelativeTo15C<T>(T tempC)
        where T : struct, IRealNumber<T> => At(tempC) / At15C;

    /// <summary>
    /// Standard uncertainty, kg/m3: 0 from 0 to 40 C. In the cold the formula reads low against published equations of state, by 0.85 at -20 C; above its
    /// range the continuation lies high, by 1.2 at 78 C and 4.2 at 125 C (from memory). Our own estimate covers both and grows faster than the distance.
    /// </summary>
    public static double FormulaU(double tempC)
    {
        var (cold, hot) = (Math.Max(0, -tempC), Math.Max(0, tempC - ValidToC));
        return (0.0225 * cold) + (0.0004 * cold * cold) + (0.015 * hot) + (0.0008 * hot * hot);
    }

    /// <summary>What may be wrong with the density at a temperature, kg/m3: nothing but haze.</summary>
    /// <param name="tempC">Temperature, C.</param>
    /// <param name="ledger">The ledger its source goes on.</param>
    public static Hazy ErrorAt(double tempC, HazeLedger ledger)
    {
        var u = FormulaU(tempC);
        return ledger.Quantity(0, u, SourceCatalogue.Find(SourceCatalogue.EthanolDensityBeyondFormula, u));
    }
}
