using HazyGauge.Core.Compensation;
using HazyGauge.Core.Findings;

namespace HazyGauge.Web.Stations.Compensate;

/// <summary>Whether the fuelling counts as proven.</summary>
internal static class CompensateProof
{
    private const int Shortest = 3;
    private const int Longest = 200;

    /// <summary>True where there is a proof, and it was given for this base map and metering.</summary>
    /// <exception cref="RefusedInputException">The proof does not say what it rests on.</exception>
    public static bool Holds(FuellingProof? proof, double baseEthanolPct, Metering metering, out IReadOnlyList<Finding> findings)
    {
        findings = [];
        if (proof is null)
        {
            return false;
        }

        var evidence = proof.Evidence?.Trim() ?? string.Empty;
        if (evidence.Length is < Shortest or > Longest || evidence.Any(char.IsControl))
        {
            throw new RefusedInputException("fuellingProof", $"Say in {Shortest} to {Longest} characters what proves the fuelling: which log, on which blends, how far from lambda.");
        }

        if (proof.BaseEthanolPct is not { } provenBase || proof.Metering is not { } provenMetering)
        {
            throw new RefusedInputException("fuellingProof", "A proof names the base blend and the metering it was given for.");
        }

        // A typed blend comes back as the same number; this only forgives a last digit.
        if (Math.Abs(provenBase - baseEthanolPct) < 1e-6 && provenMetering == metering)
        {
            return true;
        }

        findings =
        [
            new("proofLapsed", Severity.Caution, FormattableString.Invariant(
                $"The fuelling was proven with a base map on E{provenBase:0.#}, metering {provenMetering.InWords()}. That changed, so the proof does not hold any more: log lambda again.")),
        ];
        return false;
    }
}
