using HazyGauge.Core.Findings;
using HazyGauge.Core.Plumbing;
using HazyGauge.Core.Plumbing.Checks;
using HazyGauge.Core.Plumbing.Ports;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Stations.Route;

/// <summary>How the sensor is to be joined to the line.</summary>
public sealed record RoutePlan
{
    private const int MostOpened = 40;
    private const int LongestName = 120;

    /// <summary>The stock line's end towards the tank, by the code of its port.</summary>
    public string? From { get; init; }

    /// <summary>The stock line's end towards the engine.</summary>
    public string? To { get; init; }

    /// <summary>From the one end to the other, mm; 0 for a joint that is pulled apart and left where it is.</summary>
    public double? GapMm { get; init; }

    /// <summary>True where the line may be cut; left out, it may not.</summary>
    public bool? Cut { get; init; }

    /// <summary>Elbows wanted, one angle each, degrees; left out, they are free.</summary>
    public IReadOnlyList<double>? AnglesDeg { get; init; }

    /// <summary>The parts chosen, from the first end to the second, whole: the job keeps what the catalog said that day.</summary>
    public IReadOnlyList<FittingPart>? Chain { get; init; }

    /// <summary>How the joints are made up, in their order.</summary>
    public IReadOnlyList<JointMade>? Joints { get; init; }

    /// <summary>Joints that are only opened, to bleed or to get there, and parts outside the chain: they can leak too.</summary>
    public IReadOnlyList<string>? Opened { get; init; }

    /// <summary>What else there is to know.</summary>
    public string? Notes { get; init; }

    /// <summary>Notes what cannot be.</summary>
    /// <exception cref="RefusedInputException">An end is unknown, or a part cannot be.</exception>
    internal void Check()
    {
        var check = new InputCheck();
        foreach (var (field, code) in new[] { ("from", From), ("to", To) })
        {
            if (code is not null && PortCatalogue.Find(code) is null)
            {
                check.Refuse(field, $"There is no end called '{FittingPart.Short(code)}'. The catalog lists them.");
            }
        }

        for (var i = 0; i < (Chain?.Count ?? 0); i++)
        {
            Chain![i].Check(check, $"chain[{i}].");
        }

        if (Chain is { Count: > ChainCheckQuery.MostParts })
        {
            check.Refuse("chain", Sentence.Of($"A chain has at most {ChainCheckQuery.MostParts:0} parts."));
        }

        if (Joints is { Count: var joints } && joints > (Chain?.Count ?? 0) + 1)
        {
            check.Refuse("joints", Sentence.Of($"{Chain?.Count ?? 0:0} parts have {(Chain?.Count ?? 0) + 1:0} joints; {joints:0} are given."));
        }

        foreach (var angle in AnglesDeg ?? [])
        {
            check.Within(angle, 0, 180, "anglesDeg", "An elbow", Unit.Degrees);
        }

        if (Opened is { Count: > MostOpened } || Opened?.Any(o => string.IsNullOrWhiteSpace(o) || o.Length > LongestName || o.Any(char.IsControl)) == true)
        {
            check.Refuse("opened", $"A joint that is opened has a name of up to {LongestName} characters, and there are at most {MostOpened}.");
        }

        check.ThrowIfAny();
    }
}
