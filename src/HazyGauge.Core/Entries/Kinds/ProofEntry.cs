using HazyGauge.Core.Compensation;
using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Entries.Kinds;

/// <summary>What somebody says is right.</summary>
public enum ProofClaim
{
    /// <summary>The fueling: lambda is where it should be.</summary>
    Fuelling,
}

/// <summary>Somebody says that something is right, and by what. It is a claim until the log behind it is read.</summary>
/// <param name="Claim">What is right.</param>
/// <param name="EthanolPcts">Blends it was seen on, % by volume.</param>
/// <param name="MapRevision">The map revision it was seen with.</param>
/// <param name="WorstErrorPct">How far from the wanted lambda it was at worst, %.</param>
/// <param name="File">The log, a file on the job, by its SHA-256.</param>
/// <param name="BaseEthanolPct">Blend of the base map it was seen with, % by volume.</param>
/// <param name="Metering">Metering it was seen with.</param>
public sealed record Proof(
    ProofClaim Claim,
    IReadOnlyList<double>? EthanolPcts = null,
    string? MapRevision = null,
    double? WorstErrorPct = null,
    string? File = null,
    double? BaseEthanolPct = null,
    Metering? Metering = null
);

/// <summary>A claim that something is right.</summary>
public sealed class ProofEntry : EntryKind<Proof>
{
    /// <summary>Its name in addresses and documents.</summary>
    public const string Key = "proof";

    private const int MostBlends = 20;
    internal const int LongestRevision = 60;

    /// <inheritdoc/>
    public override string Slug => Key;

    /// <inheritdoc/>
    public override string Name => "Proof, claimed";

    /// <inheritdoc/>
    public override string? AsksText => null;

    /// <inheritdoc/>
    public override IReadOnlyList<Field> Fields { get; } =
    [
        new FieldOf<Proof>("mapRevision", "Map revision"),
        new FieldOf<Proof>("worstErrorPct", "Lambda off at worst")
        {
            Unit = Unit.Percent,
            Min = 0,
            Max = 100,
        },
        new FieldOf<Proof>("baseEthanolPct", "Blend of the base map")
        {
            Unit = Unit.EthanolPct,
            Min = 0,
            Max = 100,
        },
    ];

    /// <inheritdoc/>
    protected override IReadOnlyList<string> FilesOf(Proof payload) => payload.File is { } file ? [file] : [];

    /// <inheritdoc/>
    public override void Check(Proof payload, EntryDraft draft, InputCheck check)
    {
        if (payload.EthanolPcts is { Count: > MostBlends })
        {
            check.Refuse("payload.ethanolPcts", $"At most {MostBlends} blends.");
        }

        foreach (var pct in payload.EthanolPcts ?? [])
        {
            check.Within(pct, 0, 100, "payload.ethanolPcts", "A blend", Unit.EthanolPct);
        }

        if (payload.MapRevision?.Length > LongestRevision || payload.MapRevision?.Any(Letters.AreHidden) == true)
        {
            check.Refuse("payload.mapRevision", $"A map revision has at most {LongestRevision} characters.");
        }
    }

    /// <inheritdoc/>
    public override Sentence Summary(Proof payload)
    {
        Sentence blends = payload.EthanolPcts is { Count: > 0 } pcts
            ? pcts.Min() < pcts.Max()
                ? Sentence.Of($" on {Say.Ethanol(pcts.Min())} to {Say.Ethanol(pcts.Max())}")
                : Sentence.Of($" on {Say.Ethanol(pcts[0])}")
            : Sentence.Empty;
        Sentence worst = payload.WorstErrorPct is { } off ? Sentence.Of($", {off:0.#} % off at worst") : Sentence.Empty;
        return Sentence.Of($"Fueling claimed right{blends}{worst}{(string.IsNullOrWhiteSpace(payload.MapRevision) ? string.Empty : $", map {payload.MapRevision.Trim()}")}.");
    }
}
