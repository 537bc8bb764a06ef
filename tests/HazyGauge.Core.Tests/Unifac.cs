namespace HazyGauge.Core.Tests;

/// <summary>
/// Vapour pressure of ethanol in a gasoline of eight known hydrocarbons, by group contributions: UNIFAC (A. Fredenslund, R. L. Jones, J. M. Prausnitz, AIChE Journal 21,
/// 1975), with
/// groups and Antoine constants from handbooks (from memory). Independent of the product's law: another theory, no fit to blends, every hydrocarbon by itself.
/// </summary>
internal sealed class Unifac
{
    private const double EthanolKgM3 = 793.5;

    // Volume share, kg/m3, g/mol, Antoine (log10 mmHg, C), groups. The first one's share sets how volatile the gasoline is.
    private static readonly Species[] Gasoline =
    [
        new(0, 584, 58.12, (6.80896, 935.86, 238.73), "CH3 CH3 CH2 CH2"),
        new(0.10, 625, 72.15, (6.83315, 1040.73, 235.445), "CH3 CH3 CH3 CH2 CH"),
        new(0.06, 631, 72.15, (6.85296, 1064.84, 232.0), "CH3 CH3 CH2 CH2 CH2"),
        new(0.14, 664, 86.18, (6.87601, 1171.17, 224.41), "CH3 CH3 CH2 CH2 CH2 CH2"),
        new(0.12, 688, 100.2, (6.89677, 1264.90, 216.54), "CH3 CH3 CH2 CH2 CH2 CH2 CH2"),
        new(0.28, 696, 114.2, (6.80304, 1252.59, 220.119), "CH3 CH3 CH3 CH3 CH3 CH2 CH C"),
        new(0.12, 871, 92.14, (6.95464, 1344.8, 219.482), "ACH ACH ACH ACH ACH ACCH3"),
        new(0.18, 868, 106.2, (7.00908, 1462.266, 215.11), "ACH ACH ACH ACH ACCH3 ACCH3"),
    ];

    private static readonly Species Ethanol = new(0, EthanolKgM3, 46.07, (8.20417, 1642.89, 230.3), "CH3 CH2 OH");

    // Main group, volume R, surface Q.
    private static readonly Dictionary<string, (int Main, double R, double Q)> Groups = new()
    {
        ["CH3"] = (1, 0.9011, 0.848),
        ["CH2"] = (1, 0.6744, 0.540),
        ["CH"] = (1, 0.4469, 0.228),
        ["C"] = (1, 0.2195, 0),
        ["ACH"] = (3, 0.5313, 0.400),
        ["ACCH3"] = (4, 1.2663, 0.968),
        ["OH"] = (5, 1.0, 1.2),
    };

    private static readonly Dictionary<(int, int), double> Energies = new()
    {
        [(1, 3)] = 61.13,
        [(3, 1)] = -11.12,
        [(1, 5)] = 986.5,
        [(5, 1)] = 156.4,
        [(3, 5)] = 636.1,
        [(5, 3)] = 89.6,
        [(1, 4)] = 76.5,
        [(4, 1)] = -69.7,
        [(3, 4)] = 167,
        [(4, 3)] = -146.8,
        [(4, 5)] = 803.2,
        [(5, 4)] = 25.82,
    };

    private readonly Species[] _all;
    private readonly double[] _gasolineMoles;

    /// <summary>A gasoline with a share of butane by volume, of all the others' volume.</summary>
    public Unifac(double butane)
    {
        _all = [.. Gasoline.Select((s, i) => i == 0 ? s with { Volume = butane } : s), Ethanol];
        var volume = _all.Sum(s => s.Volume);
        _gasolineMoles = [.. _all.Select(s => s.Volume / volume * s.KgM3 / s.GPerMol)];
    }

    /// <summary>True vapour pressure, kPa.</summary>
    public double Kpa(double ethanolPct, double tempC) => Pressures(Moles(ethanolPct), tempC).Sum();

    /// <summary>Reid pressure, kPa: at 37.8 C over four times the liquid's volume, found as a flash; the air of the method leaves its own pressure out of the reading.</summary>
    public double ReidKpa(double ethanolPct)
    {
        const double TempC = 37.78,
            KpaM3PerKmol = 8.314 * (TempC + 273.15),
            VapourOverLiquid = 4;
        var all = Moles(ethanolPct);
        var liquid = all;
        double[] pressures = [];
        for (var round = 0; round < 100; round++)
        {
            pressures = Pressures(liquid, TempC);
            liquid = [.. all.Select((n, i) => liquid[i] == 0 ? 0 : n / (1 + (pressures[i] * VapourOverLiquid / KpaM3PerKmol / liquid[i])))];
        }

        return pressures.Sum();
    }

    private double[] Moles(double ethanolPct) =>
        [.. _gasolineMoles.Select((n, i) => i == _all.Length - 1 ? ethanolPct / 100 * EthanolKgM3 / Ethanol.GPerMol : n * (1 - (ethanolPct / 100)))];

    private double[] Pressures(double[] moles, double tempC)
    {
        var sum = moles.Sum();
        var x = moles.Select(n => n / sum).ToArray();
        var gamma = Activities(x, tempC + 273.15);
        return [.. _all.Select((s, i) => x[i] == 0 ? 0 : x[i] * gamma[i] * Math.Pow(10, s.Antoine.A - (s.Antoine.B / (tempC + s.Antoine.C))) * 0.1333224)];
    }

    private double[] Activities(double[] x, double kelvin)
    {
        var groups = Groups.Keys.ToArray();
        var r = _all.Select(s => s.Groups.Sum(g => Groups[g].R)).ToArray();
        var q = _all.Select(s => s.Groups.Sum(g => Groups[g].Q)).ToArray();
        var (meanR, meanQ) = (x.Zip(r, (a, b) => a * b).Sum(), x.Zip(q, (a, b) => a * b).Sum());
        var l = r.Zip(q, (ri, qi) => (5 * (ri - qi)) - (ri - 1)).ToArray();
        var meanL = x.Zip(l, (a, b) => a * b).Sum();
        double[] Count(Species s) => [.. groups.Select(g => (double)s.Groups.Count(x => x == g))];
        var counts = _all.Select(Count).ToArray();
        var mixed = LogGroupActivities(groups, [.. groups.Select((_, k) => counts.Select((c, i) => x[i] * c[k]).Sum())], kelvin);
        return
        [
            .. _all.Select(
                (s, i) =>
                {
                    var (phi, theta) = (r[i] / meanR, q[i] / meanQ);
                    var combinatorial = Math.Log(phi) + (5 * q[i] * Math.Log(theta / phi)) + l[i] - (phi * meanL);
                    var alone = LogGroupActivities(groups, counts[i], kelvin);
                    return Math.Exp(combinatorial + groups.Select((_, k) => counts[i][k] * (mixed[k] - alone[k])).Sum());
                }
            ),
        ];
    }

    private static double[] LogGroupActivities(string[] groups, double[] counts, double kelvin)
    {
        double Psi(int m, int n) => Math.Exp(-Energies.GetValueOrDefault((Groups[groups[m]].Main, Groups[groups[n]].Main)) / kelvin);
        var surface = groups.Select((g, k) => counts[k] * Groups[g].Q).ToArray();
        var theta = surface.Select(s => s / surface.Sum()).ToArray();
        var around = groups.Select((_, k) => theta.Select((t, m) => t * Psi(m, k)).Sum()).ToArray();
        return [.. groups.Select((g, k) => Groups[g].Q * (1 - Math.Log(around[k]) - theta.Select((t, m) => t * Psi(k, m) / around[m]).Sum()))];
    }

    private sealed record Species(double Volume, double KgM3, double GPerMol, (double A, double B, double C) Antoine, string[] Groups)
    {
        public Species(double volume, double kgM3, double gPerMol, (double A, double B, double C) antoine, string groups)
            : this(volume, kgM3, gPerMol, antoine, groups.Split(' ')) { }
    }
}
