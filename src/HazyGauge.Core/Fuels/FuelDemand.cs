using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Fuels;

/// <summary>
/// How much fuel a power takes. Specific consumption is a figure of gasoline; another blend needs more mass by the ratio of the
/// air-fuel ratios, for the engine burns the same air (Heywood, Internal Combustion Engine Fundamentals, on stoichiometry).
/// </summary>
public static class FuelDemand
{
    /// <summary>Fuel mass flow, kg/h.</summary>
    /// <param name="powerKw">Power at the crank, kW.</param>
    /// <param name="bsfcGPerKwh">Specific consumption on the base blend, g/kWh.</param>
    /// <param name="baseBlend">The blend that consumption holds for.</param>
    /// <param name="blend">The blend in the line.</param>
    public static T MassKgH<T>(T powerKw, T bsfcGPerKwh, Blend<T> baseBlend, Blend<T> blend)
        where T : struct, IRealNumber<T> => powerKw * bsfcGPerKwh / 1000 * (baseBlend.StoichAfr / blend.StoichAfr);

    /// <summary>The same as volume at 15 C, L/h.</summary>
    public static T VolumeLph<T>(T powerKw, T bsfcGPerKwh, Blend<T> baseBlend, Blend<T> blend)
        where T : struct, IRealNumber<T> => MassKgH(powerKw, bsfcGPerKwh, baseBlend, blend) / blend.Density15C * 1000;
}
