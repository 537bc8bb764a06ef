using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Simulation;

/// <summary>What a simulator sensor is to send.</summary>
/// <param name="EthanolPct">0 to 100 %.</param>
/// <param name="FuelTempC">-40 to 125 C.</param>
/// <param name="Fault">What is wrong with it.</param>
/// <param name="NoiseUs">Standard deviation by which every edge is off, us, 0 to 200.</param>
public sealed record SimulatorSettings(double EthanolPct, double FuelTempC = 25, SimulatorFault Fault = SimulatorFault.None, double NoiseUs = 0)
{
    /// <summary>Notes what cannot be.</summary>
    public InputCheck Check(InputCheck check) =>
        check
            .Within(EthanolPct, 0, 100, "ethanolPct", "Ethanol", Unit.Percent)
            .Within(FuelTempC, FuelTemperature.LowestC, FuelTemperature.HighestC, "fuelTempC", "Fuel temperature", Unit.Celsius)
            .Within(NoiseUs, 0, 200, "noiseUs", "The noise of the edges", Unit.Microseconds);
}
