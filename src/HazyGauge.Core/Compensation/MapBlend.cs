using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Compensation;

/// <summary>The blend a map was made on: another kind of thing than the blend in the line, for one taken for the other turns every factor upside down.</summary>
/// <typeparam name="T">Exact or hazy numbers.</typeparam>
/// <param name="Blend">The blend.</param>
public readonly record struct MapBlend<T>(Blend<T> Blend)
    where T : struct, IRealNumber<T>;

/// <summary>Ethanol in the blend a map was made on.</summary>
/// <param name="Pct">% by volume.</param>
public readonly record struct MapEthanol(double Pct);
