using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Fuels;

/// <summary>Specific heat of a blend at ordinary temperatures, weighted by mass.</summary>
public static class HeatCapacity
{
    // Gasoline and ethanol about 25 to 30 C, kJ/(kg K) (handbook values, from memory).
    private const double Gasoline = 2.22;
    private const double Ethanol = 2.44;

    /// <summary>Specific heat, kJ/(kg K).</summary>
    public static T KjPerKgK<T>(Blend<T> blend)
        where T : struct, IRealNumber<T> => Gasoline + ((Ethanol - Gasoline) * blend.MassFraction);
}
