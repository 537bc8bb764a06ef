using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Plumbing.Flow;

/// <summary>What fuel flows through.</summary>
public enum FlowElementKind
{
    /// <summary>A straight bore: hose, tube, a fitting.</summary>
    Hose,

    /// <summary>A bend.</summary>
    Bend,

    /// <summary>A sensor: a bore between two wider or narrower ends.</summary>
    Sensor,

    /// <summary>Branches side by side.</summary>
    Parallel,

    /// <summary>A bore that changes at once, from the one before to the one inside.</summary>
    Step,
}

/// <summary>Something in a line that fuel flows through. Any size may be hazy.</summary>
/// <param name="Kind">What it is.</param>
public sealed record FlowElement(FlowElementKind Kind)
{
    /// <summary>Roughness of a drawn tube or of hose, mm (handbooks, from memory).</summary>
    public const double SmoothMm = 0.0015;

    internal const double MostBoreMm = 500;
    private const double MostMm = 1_000_000;
    private const int MostBranches = 8;

    /// <summary>Inner diameter of a hose or bend, or behind a step, mm.</summary>
    public Hazy? InnerDiameterMm { get; init; }

    /// <summary>Length of a hose or of a sensor's bore, mm.</summary>
    public Hazy? LengthMm { get; init; }

    /// <summary>Roughness of the wall, mm. Default 0.0015.</summary>
    public Hazy? RoughnessMm { get; init; }

    /// <summary>Angle of a bend, degrees.</summary>
    public Hazy? AngleDeg { get; init; }

    /// <summary>Radius of a bend to its middle, mm.</summary>
    public Hazy? RadiusMm { get; init; }

    /// <summary>Bore of a sensor, mm.</summary>
    public Hazy? BoreMm { get; init; }

    /// <summary>Bore before and behind a sensor, or before a step, mm.</summary>
    public Hazy? UpstreamMm { get; init; }

    /// <summary>Branches side by side, each a list of elements.</summary>
    public IReadOnlyList<IReadOnlyList<FlowElement>>? Branches { get; init; }

    /// <summary>Roughness, mm: as given, else smooth.</summary>
    internal Hazy Roughness => RoughnessMm ?? SmoothMm;

    /// <summary>Notes what cannot be.</summary>
    /// <param name="check">Where to.</param>
    /// <param name="at">Path of the element.</param>
    /// <param name="isInBranch">True in a branch: there it does not fork again.</param>
    internal void Check(InputCheck check, string at, bool isInBranch = false)
    {
        switch (Kind)
        {
            case FlowElementKind.Hose:
                Bore(check, InnerDiameterMm, $"{at}.innerDiameterMm", "The inner diameter of a hose");
                Length(check, at, "The length of a hose");
                break;
            case FlowElementKind.Bend:
                Bore(check, InnerDiameterMm, $"{at}.innerDiameterMm", "The inner diameter of a bend");
                check.Required(AngleDeg, $"{at}.angleDeg", "The angle of a bend");
                check.Required(RadiusMm, $"{at}.radiusMm", "The radius of a bend");
                check
                    .Within(AngleDeg, 0, 720, $"{at}.angleDeg", "The angle of a bend", Unit.Degrees)
                    .Within(RadiusMm, 0, MostMm, $"{at}.radiusMm", "The radius of a bend", Unit.Millimetre);
                if (RadiusMm is { Value: >= 0 } radius && InnerDiameterMm is { } bore && radius.Value < bore.Value)
                {
                    check.Refuse(
                        $"{at}.radiusMm",
                        Sentence.Of(
                            $"A bend of {Say.Given(radius.Value, Unit.Millimetre)}, measured to its middle, is tighter than its own bore of "
                                + $"{Say.Given(bore.Value, Unit.Millimetre)}: that is a kink, not a bend."
                        )
                    );
                }

                break;
            case FlowElementKind.Sensor:
                Bore(check, BoreMm, $"{at}.boreMm", "The bore of a sensor");
                Bore(check, UpstreamMm, $"{at}.upstreamMm", "The bore before a sensor");
                Length(check, at, "The length of a sensor");
                break;
            case FlowElementKind.Step:
                Bore(check, InnerDiameterMm, $"{at}.innerDiameterMm", "The bore behind a step");
                Bore(check, UpstreamMm, $"{at}.upstreamMm", "The bore before a step");
                break;
            default:
                CheckBranches(check, at, isInBranch);
                break;
        }

        check.Within(RoughnessMm, 0, 5, $"{at}.roughnessMm", "A roughness", Unit.Millimetre);
        if (RoughnessMm is { } rough && (InnerDiameterMm ?? BoreMm) is { Value: > 0 } inside && rough.Value > inside.Value / 10)
        {
            check.Refuse($"{at}.roughnessMm", "A wall that rough leaves no bore: at most a tenth of the inner diameter.");
        }
    }

    private void CheckBranches(InputCheck check, string at, bool isInBranch)
    {
        if (isInBranch)
        {
            check.Refuse($"{at}.branches", "A branch that forks again is not calculated. Calculate the inner fork by itself.");
        }
        else if (Branches is null || Branches.Count is < 1 or > MostBranches)
        {
            check.Refuse($"{at}.branches", $"Name 1 to {MostBranches} branches.");
        }

        for (var i = 0; !isInBranch && i < (Branches?.Count ?? 0); i++)
        {
            var branch = Branches![i];
            if (branch is not { Count: > 0 })
            {
                check.Refuse($"{at}.branches[{i}]", "This branch has no elements: say what the fuel flows through.");
                continue;
            }

            for (var j = 0; j < branch.Count; j++)
            {
                branch[j].Check(check, $"{at}.branches[{i}][{j}]", true);
            }
        }
    }

    private static void Bore(InputCheck check, Hazy? bore, string at, string what)
    {
        check.Required(bore, at, what);
        if (bore is { Value: <= 0 })
        {
            check.Refuse(at, $"{what} must be above 0: nothing flows through a closed bore.");
        }

        check.Within(bore is { Value: > 0 } ? bore : null, 0.1, MostBoreMm, at, what, Unit.Millimetre);
    }

    private void Length(InputCheck check, string at, string what)
    {
        check.Required(LengthMm, $"{at}.lengthMm", what);
        check.Within(LengthMm, 0, MostMm, $"{at}.lengthMm", what, Unit.Millimetre);
    }
}
