namespace HazyGauge.Core.Fuels;

/// <summary>What the temperature of a fuel may be: what the sensor can say, and what the laws for fuels cover.</summary>
public static class FuelTemperature
{
    /// <summary>The lowest, C: the shortest low pulse.</summary>
    public const double LowestC = -40;

    /// <summary>The highest, C.</summary>
    public const double HighestC = 125;
}
