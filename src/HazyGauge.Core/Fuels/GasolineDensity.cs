using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Fuels;

/// <summary>
/// Density of gasoline against temperature: the volume-correction formula of API MPMS chapter 11.1 / ASTM D1250 (table 54B,
/// gasolines; constants from memory): rho = rho15 exp(-a dT (1 + 0.8 a dT)), a = K0 / rho15^2 + K1 / rho15, dT from 15 C.
/// </summary>
public static class GasolineDensity
{
    private const double K0 = 346.4228;
    private const double K1 = 0.4388;
    private const double ReferenceC = 15;

    /// <summary>Density relative to the density at 15 C.</summary>
    /// <param name="density15C">Density at 15 C, kg/m3; the constants are meant for about 653 to 770.</param>
    /// <param name="tempC">Temperature, C.</param>
    public static T RelativeTo15C<T>(T density15C, T tempC)
        where T : struct, IRealNumber<T>
    {
        var expansion = (K0 / (density15C * density15C)) + (K1 / density15C);
        var warming = expansion * (tempC - ReferenceC);
        return RealNumber.Exp(-(warming * (1 + (0.8 * warming))));
    }
}
