using HazyGauge.Core.Compensation;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Stations.Compensate;

/// <summary>What proves the fueling, and for which base map it was proven: another one has to be proven anew.</summary>
/// <param name="Evidence">The log, or what else shows it; 3 to 200 characters.</param>
/// <param name="BaseEthanolPct">Blend of the base map it was proven with, % by volume.</param>
/// <param name="Metering">Metering it was proven with.</param>
public sealed record FuellingProof(string? Evidence = null, double? BaseEthanolPct = null, Metering? Metering = null)
{
    private const int Shortest = 3;
    private const int Longest = 200;

    /// <summary>True where it was given for this base map and metering; else the finding that says why not.</summary>
    /// <exception cref="RefusedInputException">It does not say what it rests on.</exception>
    internal (bool Holds, Finding? Lapsed) HoldsFor(double baseEthanolPct, Metering metering)
    {
        var evidence = Evidence?.Trim() ?? string.Empty;
        if (evidence.Length is < Shortest or > Longest || evidence.Any(char.IsControl))
        {
            throw new RefusedInputException("fuellingProof", $"Say in {Shortest} to {Longest} characters what proves the fueling: which log, on which blends, how far from lambda.");
        }

        if (BaseEthanolPct is not { } provenBase || Metering is not { } provenMetering)
        {
            throw new RefusedInputException("fuellingProof", "A proof names the base blend and the metering it was given for.");
        }

        // A typed blend comes back as the same number; this only forgives a last digit.
        return Math.Abs(provenBase - baseEthanolPct) < 1e-6 && provenMetering == metering
            ? (true, null)
            : (false, new Finding("proofLapsed", Severity.Caution, Sentence.Of(
                $"The fueling was proven with a base map on {Say.Ethanol(provenBase, 1)}, metering {provenMetering.InWords()}. That changed, so the proof does not hold any more: log lambda again.")));
    }
}
