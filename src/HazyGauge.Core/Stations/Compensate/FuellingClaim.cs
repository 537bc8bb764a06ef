using HazyGauge.Core.Compensation;
using HazyGauge.Core.Entries;
using HazyGauge.Core.Entries.Kinds;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Stations.Compensate;

/// <summary>How far it is known that the fueling is right.</summary>
public enum FuellingState
{
    /// <summary>Nobody said anything.</summary>
    Open,

    /// <summary>Somebody says so; nobody read the log yet. That opens nothing.</summary>
    Claimed,

    /// <summary>Somebody said so of another base map, metering or map revision, or of a fueling that is too far off.</summary>
    Lapsed,
}

/// <summary>What stands behind the fueling.</summary>
/// <param name="State">How far it is known to be right.</param>
/// <param name="Entry">Number of the entry that says so; null where none does.</param>
/// <param name="Text">What was said with it.</param>
/// <param name="Said">What is claimed, in one line.</param>
/// <param name="By">Who wrote it.</param>
/// <param name="At">When.</param>
/// <param name="WhatProvesIt">What will prove it.</param>
public sealed record Fuelling(FuellingState State, int? Entry, string? Text, Sentence? Said, string? By, DateTimeOffset? At, Sentence WhatProvesIt);

/// <summary>
/// The claim that the fueling is right: for one base map, metering and map revision, on some blends. It is a claim, however well it is typed, until the log
/// behind it is read.
/// </summary>
/// <param name="Claim">What is claimed.</param>
/// <param name="Entry">The entry it stands in.</param>
internal sealed record FuellingClaim(Proof Claim, JobEntry Entry)
{
    // Further from lambda than this at worst is no proof (common practice, no source).
    private const double MostLambdaErrorPct = 3;

    // A typed blend comes back as the same number; this only forgives a last digit.
    private const double SamePct = 1e-6;

    /// <summary>The latest claim of the fueling on a job; null where there is none.</summary>
    public static FuellingClaim? Of(IEnumerable<JobEntry> entries) =>
        entries.LastOrDefault(e => e.Payload is Proof { Claim: ProofClaim.Fuelling }) is { Payload: Proof claim } entry ? new(claim, entry) : null;

    /// <summary>How far it is known to be right, for this base map, metering and map revision, and what is to be said of it.</summary>
    /// <param name="baseEthanolPct">Blend of the base map now, % by volume.</param>
    /// <param name="metering">Metering now.</param>
    /// <param name="mapRevision">The map revision in the controller now; null where nobody said.</param>
    public (FuellingState State, Finding? Why) StandsFor(double baseEthanolPct, Metering metering, string? mapRevision)
    {
        if (Claim.WorstErrorPct is > MostLambdaErrorPct and var off)
        {
            return Lapsed("proofTooFar", Sentence.Of($"The log is {off:0.#} % from lambda at worst; more than {MostLambdaErrorPct:0} % is not right. Mend the row and log again."));
        }

        if (Claim.BaseEthanolPct is { } on && Math.Abs(on - baseEthanolPct) >= SamePct)
        {
            return Lapsed(
                "proofLapsed",
                Sentence.Of(
                    $"The fueling was logged with a base map on {Say.Ethanol(on, 1)}; now it is {Say.Ethanol(baseEthanolPct, 1)}. That says nothing any more: log lambda again."
                )
            );
        }

        if (Claim.Metering is { } by && by != metering)
        {
            return Lapsed(
                "proofLapsed",
                Sentence.Of($"The fueling was logged with metering {by.InWords()}; now it is {metering.InWords()}. That says nothing any more: log lambda again.")
            );
        }

        if (Claim.MapRevision?.Trim() is { Length: > 0 } revision && !string.Equals(revision, mapRevision?.Trim(), StringComparison.OrdinalIgnoreCase))
        {
            return Lapsed(
                "proofLapsed",
                $"The fueling was logged with map revision {revision}. "
                    + $"{(string.IsNullOrWhiteSpace(mapRevision) ? "Which one is in the controller now is not said" : $"Now {mapRevision.Trim()} is in the controller")}, "
                    + $"so that says nothing any more: log lambda again."
            );
        }

        return (FuellingState.Claimed, new Finding("proofClaimed", Severity.Info, CompensateWords.Claimed(this)));
    }

    /// <summary>What stands behind the fueling.</summary>
    /// <param name="claim">The claim; null where there is none.</param>
    /// <param name="state">How far it is known to be right.</param>
    public static Fuelling Standing(FuellingClaim? claim, FuellingState state) =>
        claim is null
            ? new(FuellingState.Open, null, null, null, null, null, CompensateWords.WhatProvesFueling)
            : new(state, claim.Entry.Number, claim.Entry.Text, new ProofEntry().Summary(claim.Claim), claim.Entry.Author.Name, claim.Entry.At, CompensateWords.WhatProvesFueling);

    private static (FuellingState State, Finding? Why) Lapsed(string code, Sentence why) => (FuellingState.Lapsed, new Finding(code, Severity.Caution, why));
}
