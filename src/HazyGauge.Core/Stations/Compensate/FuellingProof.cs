using HazyGauge.Core.Compensation;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Stations.Compensate;

/// <summary>
/// What proves the fueling: a log on the job, the blends it covers and how far from lambda it is at worst, for one base map, metering and map revision.
/// Another of these has to be proven anew; words alone prove nothing.
/// </summary>
/// <param name="Evidence">What the log shows, in words; 3 to 200 characters.</param>
/// <param name="BaseEthanolPct">Blend of the base map it was proven with, % by volume.</param>
/// <param name="Metering">Metering it was proven with.</param>
/// <param name="LogSha256">The log, a file on the job.</param>
/// <param name="FromEthanolPct">Lowest blend it covers, % by volume.</param>
/// <param name="ToEthanolPct">Highest blend it covers, % by volume.</param>
/// <param name="WorstLambdaErrorPct">How far lambda is from the wanted one at worst, %.</param>
/// <param name="MapRevision">The map revision it was made with; 1 to 60 characters.</param>
public sealed record FuellingProof(
    string? Evidence = null,
    double? BaseEthanolPct = null,
    Metering? Metering = null,
    string? LogSha256 = null,
    double? FromEthanolPct = null,
    double? ToEthanolPct = null,
    double? WorstLambdaErrorPct = null,
    string? MapRevision = null)
{
    private const int Shortest = 3;
    private const int Longest = 200;
    internal const int LongestRevision = 60;

    // Further from lambda than this at worst is no proof (common practice, no source).
    private const double MostLambdaErrorPct = 3;

    // How far beyond the blends of the log spark may still be added, points (common practice, no source).
    private const double BeyondPct = 5;

    /// <summary>True where spark may be added at a blend: it lies in the blends the log covers, or close to them.</summary>
    internal bool Covers(double ethanolPct) => ethanolPct >= FromEthanolPct - BeyondPct && ethanolPct <= ToEthanolPct + BeyondPct;

    /// <summary>The finding for a blend it does not cover.</summary>
    internal Finding NotCovered(double ethanolPct) => new("sparkOutsideProof", Severity.Caution, Sentence.Of(
        $"The log covers {Say.Ethanol(FromEthanolPct!.Value)} to {Say.Ethanol(ToEthanolPct!.Value)}; {Say.Ethanol(ethanolPct)} is more than {BeyondPct:0} points beyond it. Spark stays out there until a log shows the fueling."));

    /// <summary>True where it holds for this base map, metering and map revision; else the finding that says why not.</summary>
    /// <param name="baseEthanolPct">Blend of the base map now, % by volume.</param>
    /// <param name="metering">Metering now.</param>
    /// <param name="mapRevision">The map revision in the controller now; null where nobody said.</param>
    /// <exception cref="RefusedInputException">It says what cannot be.</exception>
    internal (bool Holds, Finding? Why) HoldsFor(double baseEthanolPct, Metering metering, string? mapRevision)
    {
        Check();
        var missing = Missing().ToList();
        if (missing.Count > 0)
        {
            return (false, new Finding("proofIncomplete", Severity.Caution, $"Words prove nothing yet. Still missing: {string.Join(", ", missing)}."));
        }

        if (WorstLambdaErrorPct > MostLambdaErrorPct)
        {
            return (false, new Finding("proofTooFar", Severity.Caution, Sentence.Of(
                $"The log is {WorstLambdaErrorPct.Value:0.#} % from lambda at worst; more than {MostLambdaErrorPct:0} % is not proven. Mend the row and log again.")));
        }

        // A typed blend comes back as the same number; this only forgives a last digit.
        if (Math.Abs(BaseEthanolPct!.Value - baseEthanolPct) >= 1e-6 || Metering != metering)
        {
            return (false, new Finding("proofLapsed", Severity.Caution, Sentence.Of(
                $"The fueling was proven with a base map on {Say.Ethanol(BaseEthanolPct.Value, 1)}, metering {Metering!.Value.InWords()}. That changed, so the proof does not hold any more: log lambda again.")));
        }

        return string.Equals(MapRevision!.Trim(), mapRevision?.Trim(), StringComparison.OrdinalIgnoreCase)
            ? (true, null)
            : (false, new Finding("proofLapsed", Severity.Caution, $"The fueling was proven with map revision {MapRevision.Trim()}. {(string.IsNullOrWhiteSpace(mapRevision) ? "Which one is in the controller now is not said" : $"Now {mapRevision.Trim()} is in the controller")}, so the proof does not hold any more: log lambda again."));
    }

    private void Check()
    {
        var evidence = Evidence?.Trim() ?? string.Empty;
        if (evidence.Length is < Shortest or > Longest || evidence.Any(char.IsControl))
        {
            throw new RefusedInputException("fuellingProof", $"Say in {Shortest} to {Longest} characters what the log shows.");
        }

        if (MapRevision?.Length > LongestRevision || MapRevision?.Any(char.IsControl) == true)
        {
            throw new RefusedInputException("fuellingProof.mapRevision", $"A map revision has at most {LongestRevision} characters.");
        }

        var check = new InputCheck()
            .Within(FromEthanolPct, 0, 100, "fuellingProof.fromEthanolPct", "The lowest blend of the log", Unit.EthanolPct)
            .Within(ToEthanolPct, 0, 100, "fuellingProof.toEthanolPct", "The highest blend of the log", Unit.EthanolPct)
            .Within(WorstLambdaErrorPct, 0, 100, "fuellingProof.worstLambdaErrorPct", "The error of lambda", Unit.Percent);
        if (FromEthanolPct > ToEthanolPct)
        {
            check.Refuse("fuellingProof.toEthanolPct", "The highest blend of the log is below its lowest.");
        }

        check.ThrowIfAny();
    }

    private IEnumerable<string> Missing()
    {
        if (LogSha256 is null)
        {
            yield return "the log itself";
        }

        if (FromEthanolPct is null || ToEthanolPct is null)
        {
            yield return "which blends it covers";
        }

        if (WorstLambdaErrorPct is null)
        {
            yield return "how far from lambda it is at worst";
        }

        if (string.IsNullOrWhiteSpace(MapRevision))
        {
            yield return "the map revision it was made with";
        }

        if (BaseEthanolPct is null || Metering is null)
        {
            yield return "the base blend and metering it was made with";
        }
    }
}
